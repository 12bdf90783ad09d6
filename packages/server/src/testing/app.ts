import type { ClimateGrid } from '@ivolt/core';
import type { FastifyInstance } from 'fastify';
import type { Pool } from 'pg';
import { buildApp } from '../app';
import { loadGrid } from '../climate/loadGrid';
import { migrate } from '../db/migrate';
import { createPool } from '../db/pool';
import { DATA_DIRECTORY, MIGRATIONS_DIRECTORY } from '../paths';
import { reckonerHere } from '../reckon/reckoner';

export interface TestApp {
  app: FastifyInstance;
  pool: Pool;
  grid: ClimateGrid;
  close: () => Promise<void>;
}

export async function testApp(url = process.env.TEST_DATABASE_URL ?? ''): Promise<TestApp> {
  // jobs are reckoned in the very process that waits here
  const pool = createPool(url, 20_000);
  await migrate(pool, MIGRATIONS_DIRECTORY);
  const grid = await loadGrid(DATA_DIRECTORY);
  const app = await buildApp({ pool, grid, reckoner: reckonerHere(grid), webDirectory: '/nowhere' });
  return { app, pool, grid, close: async () => void (await app.close(), await pool.end()) };
}
