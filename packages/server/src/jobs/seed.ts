import { examples } from '@ivolt/core';
import type { Pool } from 'pg';
import { claimSetting } from '../db/queries/settings';
import { createJob } from './jobs';

/** Puts in the demo jobs, once in the life of a database: a demo job that was deleted stays away. */
export async function seedDemo(pool: Pool): Promise<boolean> {
  if (!(await claimSetting(pool, 'demo-seeded'))) return false;
  for (const { design } of examples()) await createJob(pool, design, 'Demo');
  return true;
}
