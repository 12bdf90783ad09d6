import type { Design, Operation } from '@ivolt/core';
import type { Summary } from '../../reckon/tasks';
import type { Queryable } from '../pool';

export interface JobListRow {
  id: string;
  name: string;
  kind: string;
  revision: number;
  /** Null where the job was saved since it was last reckoned. */
  summary: Summary | null;
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

/** Whether a design was read from a file that is kept. */
export const speaksOf = (document: string, fileId: string) =>
  `(${document} #>> '{place,weather,fileId}' = ${fileId}::text
    OR EXISTS (SELECT 1 FROM jsonb_each(${document} -> 'stops') AS stop
                WHERE stop.value #>> '{weather,fileId}' = ${fileId}::text))`;

const iso = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')`;

export async function listJobs(
  db: Queryable,
  limit: number,
  before: { updatedAt: string; id: string } | null,
): Promise<JobListRow[]> {
  const { rows } = await db.query<JobListRow>(
    `SELECT id, name, kind, revision, summary, ${iso('updated_at')} AS "updatedAt"
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

/** A job under its lock, with the revision that the save got if one of its id was stored before. */
export interface LockedJob extends JobRow {
  storedAs: number | null;
  /** Whether what was stored under the save's id is this patch. */
  storedSame: boolean | null;
}

/** Locks a job for a save. */
export async function lockJob(
  db: Queryable,
  id: string,
  save: { saveId: string; patch: readonly Operation[] },
): Promise<LockedJob | undefined> {
  const { rows } = await db.query<LockedJob>(
    `SELECT jobs.id, jobs.revision, jobs.document, stored.revision AS "storedAs",
            stored.patch = $3::jsonb AS "storedSame"
       FROM jobs LEFT JOIN revisions AS stored ON stored.job_id = jobs.id AND stored.save_id = $2
      WHERE jobs.id = $1 AND deleted_at IS NULL FOR UPDATE OF jobs`,
    [id, save.saveId, JSON.stringify(save.patch)],
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

/** Jobs whose newest revision nobody has reckoned. */
export async function jobsWithoutSummary(db: Queryable): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'SELECT id FROM jobs WHERE deleted_at IS NULL AND summary IS NULL ORDER BY updated_at DESC',
  );
  return rows.map(({ id }) => id);
}

export async function findUnreckoned(db: Queryable, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(
    'SELECT id, revision, document FROM jobs WHERE id = $1 AND deleted_at IS NULL AND summary IS NULL',
    [id],
  );
  return rows[0];
}

/** All of them are to be reckoned again, as after a change of the program. */
export async function forgetSummaries(db: Queryable): Promise<void> {
  await db.query('UPDATE jobs SET summary = NULL WHERE summary IS NOT NULL');
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

/**
 * What a job was some revisions ago, and every change from there to a revision.
 * @param most revisions at least, where there are so many: it begins at a snapshot
 */
export async function historyUntil(
  db: Queryable,
  jobId: string,
  until: number,
  most: number,
): Promise<{ base: { revision: number; document: unknown } | null; revisions: RevisionRow[] }> {
  const { rows } = await db.query<{ revision: number; document: unknown }>(
    `SELECT revision, document FROM snapshots
      WHERE job_id = $1 AND revision <= greatest(1, $2::integer - $3::integer)
      ORDER BY revision DESC LIMIT 1`,
    [jobId, until, most],
  );
  const [base = null] = rows;
  if (!base) return { base, revisions: [] };
  const after = await db.query<RevisionRow>(
    `SELECT revision, label, patch, ${iso('created_at')} AS "createdAt"
       FROM revisions WHERE job_id = $1 AND revision > $2 AND revision <= $3 ORDER BY revision`,
    [jobId, base.revision, until],
  );
  return { base, revisions: after.rows };
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

/** Deleted jobs go for good after so many days, with all that hangs on them. @returns how many went */
export async function purgeDeleted(db: Queryable, days: number): Promise<number> {
  // an original that another job still speaks of goes over to that one
  await db.query(
    `UPDATE files SET job_id = living.id
       FROM jobs AS gone, jobs AS living
      WHERE files.job_id = gone.id AND gone.deleted_at < now() - make_interval(days => $1)
        AND living.deleted_at IS NULL AND ${speaksOf('living.document', 'files.id')}`,
    [days],
  );
  const { rowCount } = await db.query(
    'DELETE FROM jobs WHERE deleted_at < now() - make_interval(days => $1)',
    [days],
  );
  return rowCount ?? 0;
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
