import { PatchError, patched, problemsOf, type ClimateGrid, type Design, type Operation } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import * as queries from '../db/queries/jobs';
import { JobNotFound, PatchRefused, StaleBase } from './errors';
import { summarise } from './summary';

/** Revisions from one snapshot of the whole document to the next. */
export const SNAPSHOT_EVERY = 50;

export interface Save {
  /** The revision the edits started from. */
  base: number;
  saveId: string;
  label: string;
  patch: Operation[];
}

export async function createJob(
  pool: Pool,
  grid: ClimateGrid,
  design: Design,
  label: string,
): Promise<{ id: string; revision: number }> {
  const id = randomUUID();
  const summary = summarise(design, grid);
  await inTransaction(pool, async (db) => {
    await queries.insertJob(db, id, design, summary);
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
 * @throws JobNotFound, StaleBase with what changed since, PatchRefused with the fields at fault
 */
export async function saveRevision(
  pool: Pool,
  grid: ClimateGrid,
  id: string,
  save: Save,
): Promise<{ revision: number }> {
  return inTransaction(pool, async (db) => {
    const job = await queries.lockJob(db, id, save.saveId);
    if (!job) throw new JobNotFound(id);
    if (job.storedAs !== null) return { revision: job.storedAs };
    if (save.base !== job.revision) {
      throw new StaleBase(job.revision, job.document, await queries.revisionsSince(db, id, save.base));
    }
    const document = applied(job.document, save.patch);
    const revision = job.revision + 1;
    await queries.appendRevision(db, id, revision, save, document, summarise(document, grid));
    if (revision % SNAPSHOT_EVERY === 0) await queries.insertSnapshot(db, id, revision, document);
    return { revision };
  });
}

function applied(document: Design, patch: readonly Operation[]): Design {
  let result: Design;
  try {
    result = patched(document, patch);
  } catch (error) {
    if (error instanceof PatchError) throw new PatchRefused([{ path: error.path, message: error.message }]);
    throw error;
  }
  const problems = problemsOf(result);
  if (problems.length > 0) throw new PatchRefused(problems);
  return result;
}
