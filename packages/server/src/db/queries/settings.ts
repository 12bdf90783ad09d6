import type { Queryable } from '../pool';

/** Sets a key once. @returns true for whoever was first */
export async function claimSetting(db: Queryable, key: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO settings (key, value) VALUES ($1, $2) ON CONFLICT DO NOTHING',
    [key, JSON.stringify(true)],
  );
  return rowCount === 1;
}

/** @returns true where it was not set to this before */
export async function changeSetting(db: Queryable, key: string, value: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO settings (key, value) VALUES ($1, $2)
     ON CONFLICT (key) DO UPDATE SET value = $2 WHERE settings.value <> $2::jsonb`,
    [key, JSON.stringify(value)],
  );
  return rowCount === 1;
}
