import { PatchError, patched, problemsOf, type ClimateGrid, type Design, type Operation } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import * as queries from '../db/queries/jobs';
import { JobNotFound, PatchRefused, StaleBase } from './errors';
import { summarise, type Summary } from './summary';

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
 * @throws JobNotFound, StaleBase with what changed since, PatchRefused with the fields at fault
 */
export async function saveRevision(pool: Pool, id: string, save: Save): Promise<{ revision: number }> {
  return inTransaction(pool, async (db) => {
    const job = await queries.lockJob(db, id, save.saveId);
    if (!job) throw new JobNotFound(id);
    if (job.storedAs !== null) return { revision: job.storedAs };
    if (save.base !== job.revision) {
      throw new StaleBase(job.revision, job.document, await queries.revisionsSince(db, id, save.base));
    }
    const document = applied(job.document, save.patch);
    const revision = job.revision + 1;
    await queries.appendRevision(db, id, revision, save, document);
    if (revision % SNAPSHOT_EVERY === 0) await queries.insertSnapshot(db, id, revision, document);
    return { revision };
  });
}

/** A page of the list, latest first. What was saved since it was last shown is reckoned here, not while saving. */
export async function listedJobs(
  pool: Pool,
  grid: ClimateGrid,
  limit: number,
  before: { updatedAt: string; id: string } | null,
): Promise<(Omit<queries.JobListRow, 'document'> & { summary: Summary })[]> {
  const listed = [];
  for (const { document, summary: kept, ...row } of await queries.listJobs(pool, limit, before)) {
    const summary = kept ?? summarise(document, grid);
    // one after another, so that a save never waits behind a whole page
    if (!kept) await queries.keepSummary(pool, row.id, row.revision, summary);
    listed.push({ ...row, summary });
  }
  return listed;
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
