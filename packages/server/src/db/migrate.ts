import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Pool } from 'pg';

/** Any number, the same in every process: whoever holds it migrates, the others wait. */
const LOCK = 7_116_358;

/**
 * Applies the numbered SQL files that have not been applied, all in one transaction.
 * @returns the names of those it applied
 */
export async function migrate(pool: Pool, directory: string): Promise<string[]> {
  const files = (await readdir(directory)).filter((file) => /^\d{3}_\w+\.sql$/.test(file)).sort();
  const client = await pool.connect();
  try {
    await client.query('BEGIN');
    await client.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
    await client.query(
      'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations');
    const applied = new Set(rows.map(({ name }) => name));
    const waiting = files.filter((file) => !applied.has(file));
    for (const file of waiting) {
      await client.query(await readFile(join(directory, file), 'utf8'));
      await client.query('INSERT INTO migrations (name) VALUES ($1)', [file]);
    }
    await client.query('COMMIT');
    return waiting;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}
