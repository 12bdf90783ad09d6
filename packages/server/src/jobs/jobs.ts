import { PatchError, patched, problemsOfChange, type Design, type Operation } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import * as queries from '../db/queries/jobs';
import type { Reckoner } from '../reckon/reckoner';
import { JobNotFound, PatchRefused, SaveIdUsed, StaleBase } from './errors';

/** Revisions from one snapshot of the whole document to the next. */
export const SNAPSHOT_EVERY = 50;

/** A change of more characters than this is looked at off the thread that answers. */
const LARGE_CHANGE = 100_000;

export interface Save {
  /** The revision the edits started from. */
  base: number;
  saveId: string;
  label: string;
  patch: Operation[];
}

export async function createJob(
  pool: Pool,
  design: Design,
  label: string,
): Promise<{ id: string; revision: number }> {
  const id = randomUUID();
  await inTransaction(pool, async (db) => {
    await queries.insertJob(db, id, design);
    await queries.insertRevision(
      db,
      id,
      1,
      [{ op: 'replace', path: '', value: design }],
      label,
      randomUUID(),
    );
    await queries.insertSnapshot(db, id, 1, design);
  });
  return { id, revision: 1 };
}

/**
 * Appends a revision. A save that was stored already answers with the revision it got then.
 * @throws JobNotFound, StaleBase with what changed since, SaveIdUsed, PatchRefused with the fields at fault
 */
export async function saveRevision(
  pool: Pool,
  reckoner: Reckoner,
  id: string,
  save: Save,
): Promise<{ revision: number }> {
  return inTransaction(pool, async (db) => {
    const job = await queries.lockJob(db, id, save);
    if (!job) throw new JobNotFound(id);
    if (job.storedAs !== null) {
      if (!job.storedSame) throw new SaveIdUsed(job.storedAs);
      return { revision: job.storedAs };
    }
    if (save.base !== job.revision) {
      throw new StaleBase(job.revision, job.document, await queries.revisionsSince(db, id, save.base));
    }
    const document = await applied(reckoner, job.document, save.patch);
    const revision = job.revision + 1;
    await queries.appendRevision(db, id, revision, save, document);
    if (revision % SNAPSHOT_EVERY === 0) await queries.insertSnapshot(db, id, revision, document);
    return { revision };
  });
}

async function applied(reckoner: Reckoner, before: Design, patch: readonly Operation[]): Promise<Design> {
  let after: Design;
  try {
    after = patched(before, patch);
  } catch (error) {
    if (error instanceof PatchError) throw new PatchRefused([{ path: error.path, message: error.message }]);
    throw error;
  }
  const large = JSON.stringify(patch).length > LARGE_CHANGE;
  const problems = large
    ? await reckoner.run('problemsOfChange', { before, after })
    : problemsOfChange(before, after);
  if (problems.length > 0) throw new PatchRefused(problems);
  return after;
}
