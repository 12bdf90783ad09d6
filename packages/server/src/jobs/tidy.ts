import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Pool } from 'pg';
import { forgetSummaries, purgeDeleted } from '../db/queries/jobs';
import { changeSetting } from '../db/queries/settings';

/** A deleted job can be brought back for so long. */
export const KEPT_DAYS = 30;
const EVERY_MS = 24 * 3600_000;

/** What the list shows is reckoned again where another build of the computation reckoned it. */
export async function forgetAfterChange(pool: Pool, build: string): Promise<void> {
  if (await changeSetting(pool, 'reckoned-by', build)) await forgetSummaries(pool);
}

/** At the start and once a day: deleted jobs go for good when their time is over. @param file the built computation */
export async function keepTidy(pool: Pool, file: string): Promise<{ stop: () => void }> {
  await forgetAfterChange(
    pool,
    createHash('sha256')
      .update(await readFile(file))
      .digest('hex'),
  );
  await purgeDeleted(pool, KEPT_DAYS);
  // where the database is away today, tomorrow will do
  const timer = setInterval(() => void purgeDeleted(pool, KEPT_DAYS).catch(() => undefined), EVERY_MS);
  timer.unref();
  return { stop: () => clearInterval(timer) };
}
