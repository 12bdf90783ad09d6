import { buildApp } from './app';
import { loadGrid } from './climate/loadGrid';
import { migrate } from './db/migrate';
import { createPool } from './db/pool';
import { bringForward } from './jobs/bringForward';
import { seedDemo } from './jobs/seed';
import { DATA_DIRECTORY, MIGRATIONS_DIRECTORY, WEB_DIRECTORY } from './paths';

const {
  DATABASE_URL,
  PORT = '0',
  HOST = '127.0.0.1',
  ALLOWED_HOSTS = '',
  DEMO,
  LOG_LEVEL = 'warn',
} = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL says which database to use; `npm start` sets it');

const pool = createPool(DATABASE_URL);
const [grid] = await Promise.all([loadGrid(DATA_DIRECTORY), migrate(pool, MIGRATIONS_DIRECTORY)]);
await bringForward(pool);
if (DEMO === '1') await seedDemo(pool);

const app = await buildApp({
  pool,
  grid,
  webDirectory: WEB_DIRECTORY,
  hosts: ALLOWED_HOSTS.split(',').filter(Boolean),
  logger: { level: LOG_LEVEL },
});

/** Lets requests that are under way finish, writes among them, then lets go of the database. */
async function shutDown(): Promise<void> {
  await app.close();
  await pool.end();
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void shutDown());

const address = await app.listen({ host: HOST, port: Number(PORT) });
process.send?.({ address });
if (!process.send) process.stdout.write(`${address}\n`);
