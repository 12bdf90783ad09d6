/** `npm start`: installs what is missing, builds, starts PostgreSQL and the app with its demo jobs, prints the address. */
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Cluster, freePort } from './postgres.mjs';
import { STATE, Unable, ensureBuilt, ensureDebian, ensureNodeModules, startServer } from './system.mjs';

const RUNNING = join(STATE, 'running.json');

/** The address of an app of this checkout that already runs, if it answers. */
async function alreadyRunning() {
  if (!existsSync(RUNNING)) return null;
  const { address } = JSON.parse(readFileSync(RUNNING, 'utf8'));
  const answer = await fetch(`${address}/healthz`).catch(() => null);
  return answer?.ok ? address : null;
}

async function main() {
  const address = await alreadyRunning();
  if (address) return console.log(`Ivolt already runs at ${address}`);
  ensureNodeModules();
  ensureDebian('postgresql');
  ensureBuilt();
  const cluster = new Cluster(join(STATE, 'postgres'));
  const url = await cluster.start();
  const port = process.env.PORT ?? String(await freePort());
  const server = await startServer({ DATABASE_URL: url, PORT: port, DEMO: '1' }).catch(async (error) => {
    await cluster.stop();
    throw error;
  });
  writeFileSync(RUNNING, JSON.stringify({ address: server.address }));
  console.log(
    `\nIvolt runs at ${server.address}\nCtrl-C stops it and its database; the jobs stay in ${STATE}.`,
  );

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    rmSync(RUNNING, { force: true });
    const gone = new Promise((resolve) => server.child.once('exit', resolve));
    if (server.child.exitCode === null) {
      server.child.kill('SIGTERM');
      await gone;
    }
    await cluster.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());
  server.child.on('exit', () => void stop());
}

main().catch((error) => {
  console.error(error instanceof Unable ? `\nIvolt could not start. ${error.message}` : error);
  process.exit(1);
});
