import type { Queryable } from '../pool';
import { speaksOf } from './jobs';

export interface FileRow {
  name: string;
  content: Buffer;
}

/** @returns false where there is no such job */
export async function insertFile(
  db: Queryable,
  file: { id: string; jobId: string; name: string; content: Buffer },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO files (id, job_id, name, content)
     SELECT $1, id, $3, $4 FROM jobs WHERE id = $2 AND deleted_at IS NULL`,
    [file.id, file.jobId, file.name, file.content],
  );
  return rowCount === 1;
}

/** An original that a job has which is not deleted. */
export async function findFile(db: Queryable, id: string): Promise<FileRow | undefined> {
  const { rows } = await db.query<FileRow>(
    `SELECT name, content FROM files
      WHERE id = $1
        AND EXISTS (SELECT 1 FROM jobs
                     WHERE deleted_at IS NULL AND (jobs.id = files.job_id OR ${speaksOf('document', 'files.id')}))`,
    [id],
  );
  return rows[0];
}

/** Those of the ids that are kept here. */
export async function knownFiles(db: Queryable, ids: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>('SELECT id FROM files WHERE id = ANY($1)', [ids]);
  return new Set(rows.map(({ id }) => id));
}
