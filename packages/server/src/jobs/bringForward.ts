import { CURRENT_VERSION, diff, readDesign } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import * as queries from '../db/queries/jobs';

/**
 * Brings jobs that an older Ivolt stored to the version of this one, each as a revision of its own, so that what it
 * was stays in its history. A job that cannot be read is left as it is.
 * @returns how many were brought forward
 */
export async function bringForward(pool: Pool): Promise<number> {
  let count = 0;
  for (const id of await queries.jobsOlderThan(pool, CURRENT_VERSION)) {
    await inTransaction(pool, async (db) => {
      const saveId = randomUUID();
      const job = await queries.lockJob(db, id, { saveId, patch: [] });
      const reading = job && readDesign(job.document);
      if (!job || !reading?.ok) return;
      const save = {
        saveId,
        label: `Brought forward to version ${CURRENT_VERSION}`,
        patch: diff(job.document, reading.design),
      };
      const revision = job.revision + 1;
      await queries.appendRevision(db, id, revision, save, reading.design);
      await queries.insertSnapshot(db, id, revision, reading.design);
      count++;
    });
  }
  return count;
}
