import { buildApp } from './app';
import { loadGrid } from './climate/loadGrid';
import { migrate } from './db/migrate';
import { createPool } from './db/pool';
import { bringForward } from './jobs/bringForward';
import { keepTidy } from './jobs/tidy';
import { seedDemo } from './jobs/seed';
import { DATA_DIRECTORY, MIGRATIONS_DIRECTORY, RECKONER_FILE, WEB_DIRECTORY } from './paths';
import { reckonerIn } from './reckon/reckoner';

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
const tidying = await keepTidy(pool, RECKONER_FILE);
const reckoner = reckonerIn(RECKONER_FILE);

const app = await buildApp({
  pool,
  grid,
  reckoner,
  webDirectory: WEB_DIRECTORY,
  hosts: ALLOWED_HOSTS.split(',').filter(Boolean),
  logger: { level: LOG_LEVEL },
});

/** Lets requests that are under way finish, writes among them, then lets go of the database. */
async function shutDown(): Promise<void> {
  tidying.stop();
  await app.close();
  await reckoner.close();
  await pool.end();
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void shutDown());

const address = await app.listen({ host: HOST, port: Number(PORT) });
process.send?.({ address });
if (!process.send) process.stdout.write(`${address}\n`);
