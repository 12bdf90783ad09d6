import type { Design, Operation } from '@ivolt/core';
import type { Summary } from '../../jobs/summary';
import type { Queryable } from '../pool';

export interface JobListRow {
  id: string;
  name: string;
  kind: string;
  revision: number;
  /** Null where the job was saved since it was last reckoned; its document comes along then. */
  summary: Summary | null;
  document: Design | null;
  updatedAt: string;
}

export interface JobRow {
  id: string;
  revision: number;
  document: Design;
}

export interface RevisionRow {
  revision: number;
  label: string;
  patch: Operation[];
  createdAt: string;
}

const iso = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')`;

export async function listJobs(
  db: Queryable,
  limit: number,
  before: { updatedAt: string; id: string } | null,
): Promise<JobListRow[]> {
  const { rows } = await db.query<JobListRow>(
    `SELECT id, name, kind, revision, summary, CASE WHEN summary IS NULL THEN document END AS document,
            ${iso('updated_at')} AS "updatedAt"
       FROM jobs
      WHERE deleted_at IS NULL AND ($2::timestamptz IS NULL OR (updated_at, id) < ($2::timestamptz, $3::uuid))
      ORDER BY updated_at DESC, id DESC
      LIMIT $1`,
    [limit, before?.updatedAt ?? null, before?.id ?? null],
  );
  return rows;
}

export async function findJob(db: Queryable, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(
    'SELECT id, revision, document FROM jobs WHERE id = $1 AND deleted_at IS NULL',
    [id],
  );
  return rows[0];
}

/** Locks a job for a save, and says which revision the save got if it was stored before. */
export async function lockJob(
  db: Queryable,
  id: string,
  saveId: string,
): Promise<(JobRow & { storedAs: number | null }) | undefined> {
  const { rows } = await db.query<JobRow & { storedAs: number | null }>(
    `SELECT id, revision, document,
            (SELECT revision FROM revisions WHERE job_id = $1 AND save_id = $2) AS "storedAs"
       FROM jobs WHERE id = $1 AND deleted_at IS NULL FOR UPDATE`,
    [id, saveId],
  );
  return rows[0];
}

export async function insertJob(db: Queryable, id: string, document: Design): Promise<void> {
  await db.query('INSERT INTO jobs (id, name, kind, revision, document) VALUES ($1, $2, $3, 1, $4)', [
    id,
    document.name,
    document.kind,
    JSON.stringify(document),
  ]);
}

/** Keeps what the list shows of a job, unless it was saved again meanwhile. */
export async function keepSummary(
  db: Queryable,
  id: string,
  revision: number,
  summary: Summary,
): Promise<void> {
  await db.query('UPDATE jobs SET summary = $3 WHERE id = $1 AND revision = $2', [
    id,
    revision,
    JSON.stringify(summary),
  ]);
}

export async function insertRevision(
  db: Queryable,
  jobId: string,
  revision: number,
  patch: readonly Operation[],
  label: string,
  saveId: string,
): Promise<void> {
  await db.query(
    'INSERT INTO revisions (job_id, revision, patch, label, save_id) VALUES ($1, $2, $3, $4, $5)',
    [jobId, revision, JSON.stringify(patch), label, saveId],
  );
}

/** Appends a revision and moves the job on to it. */
export async function appendRevision(
  db: Queryable,
  jobId: string,
  revision: number,
  save: { patch: readonly Operation[]; label: string; saveId: string },
  document: Design,
): Promise<void> {
  await db.query(
    `WITH appended AS (
       INSERT INTO revisions (job_id, revision, patch, label, save_id) VALUES ($1, $2, $3, $4, $5)
     )
     UPDATE jobs SET revision = $2, name = $6, kind = $7, document = $8, summary = NULL, updated_at = now() WHERE id = $1`,
    [
      jobId,
      revision,
      JSON.stringify(save.patch),
      save.label,
      save.saveId,
      document.name,
      document.kind,
      JSON.stringify(document),
    ],
  );
}

export async function revisionsSince(db: Queryable, jobId: string, since: number): Promise<RevisionRow[]> {
  const { rows } = await db.query<RevisionRow>(
    `SELECT revision, label, patch, ${iso('created_at')} AS "createdAt"
       FROM revisions WHERE job_id = $1 AND revision > $2 ORDER BY revision`,
    [jobId, since],
  );
  return rows;
}

export async function insertSnapshot(
  db: Queryable,
  jobId: string,
  revision: number,
  document: Design,
): Promise<void> {
  await db.query('INSERT INTO snapshots (job_id, revision, document) VALUES ($1, $2, $3)', [
    jobId,
    revision,
    JSON.stringify(document),
  ]);
}

/** @returns true where the job was there to be marked */
export async function setDeleted(db: Queryable, id: string, deleted: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE jobs SET deleted_at = CASE WHEN $2 THEN now() END WHERE id = $1 AND (deleted_at IS NULL) = $2',
    [id, deleted],
  );
  return rowCount === 1;
}

/** Jobs, the deleted ones left out, whose document is of an older version. */
export async function jobsOlderThan(db: Queryable, version: number): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    "SELECT id FROM jobs WHERE deleted_at IS NULL AND (document ->> 'version')::int < $1 ORDER BY id",
    [version],
  );
  return rows.map(({ id }) => id);
}
