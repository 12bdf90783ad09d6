import type { Queryable } from '../pool';

/** Sets a key once. @returns true for whoever was first */
export async function claimSetting(db: Queryable, key: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO settings (key, value) VALUES ($1, $2) ON CONFLICT DO NOTHING',
    [key, JSON.stringify(true)],
  );
  return rowCount === 1;
}
