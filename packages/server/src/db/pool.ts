import pg, { type Pool, type PoolClient } from 'pg';

export type Queryable = Pick<PoolClient, 'query'>;

/** @param patience how long to wait for a connection before the store counts as away, ms */
export function createPool(connectionString: string, patience = 3000): Pool {
  const pool = new pg.Pool({
    connectionString,
    max: 10,
    connectionTimeoutMillis: patience,
    idleTimeoutMillis: 30_000,
    statement_timeout: 15_000,
  });
  // A connection that breaks while idle is replaced at the next query; without a listener it would end the process.
  pool.on('error', () => undefined);
  return pool;
}

/** Runs `work` in a transaction; whatever it throws rolls back and is thrown on. */
export async function inTransaction<T>(pool: Pool, work: (client: Queryable) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  const onError = (error: Error) => (broken = error);
  client.on('error', onError);
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((failure: Error) => (broken = failure));
    throw error;
  } finally {
    client.off('error', onError);
    client.release(broken);
  }
}
