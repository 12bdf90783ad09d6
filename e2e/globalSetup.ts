import { mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Cluster } from '../scripts/postgres.mjs';
import { startServer } from '../scripts/system.mjs';

/** A database and a server of this run's own, removed after it. */
export default async function globalSetup(): Promise<() => Promise<void>> {
  const directory = resolve(`.ivolt/test-e2e-${process.pid}`);
  const cluster = new Cluster(directory);
  const url = await cluster.start();
  const { child, address } = await startServer({ DATABASE_URL: url, DEMO: '1' });
  mkdirSync('test-results', { recursive: true });
  process.env.E2E_ADDRESS = address;
  process.env.E2E_DATABASE = url;
  writeFileSync(join('test-results', 'address'), address);
  return async () => {
    child.kill('SIGTERM');
    await cluster.stop('immediate');
    cluster.remove();
  };
}
