/** `npm start`: installs what is missing, builds, starts PostgreSQL and the app with its demo jobs, prints the address. */
import { join } from 'node:path';
import { Cluster, PostgresError, freePort } from './postgres.mjs';
import { holdStart, noteRunning, noteStopped, runningApp } from './running.mjs';
import { STATE, Unable, ensureBuilt, ensureDebian, ensureNodeModules, startServer } from './system.mjs';

/** How often a database that is gone is looked for, ms. */
const LOOK_EVERY_MS = 5000;

async function answers(address, path) {
  const answer = await fetch(`${address}${path}`, { signal: AbortSignal.timeout(4000) }).catch(() => null);
  return answer?.ok ?? false;
}

/** Says so where the app of this checkout already runs. @returns true where there is nothing to start */
async function alreadyRuns() {
  const app = runningApp(STATE);
  if (!app) return false;
  if (await answers(app.address, '/readyz')) {
    console.log(`Ivolt already runs at ${app.address}`);
    return true;
  }
  if (await answers(app.address, '/healthz')) {
    console.log(
      `Ivolt runs at ${app.address}, but its database does not answer. It is started again by itself; if it stays away, stop Ivolt (process ${app.pid}) and start it once more.`,
    );
    return true;
  }
  return false;
}

/** Starts the database again where it is gone while the app lives on. */
function watchOver(cluster, address, port) {
  let busy = false;
  const timer = setInterval(async () => {
    if (busy) return;
    busy = true;
    try {
      if (!(await answers(address, '/readyz')) && (await answers(address, '/healthz'))) {
        console.error('The database does not answer; starting it again …');
        await cluster.start({ port });
      }
    } catch (error) {
      console.error(error instanceof PostgresError ? error.message : error);
    } finally {
      busy = false;
    }
  }, LOOK_EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

async function main() {
  if (await alreadyRuns()) return;
  const { letGo, heldBy } = holdStart(STATE);
  if (!letGo) {
    console.log(`Ivolt is just being started (process ${heldBy}); it prints its address when it is there.`);
    return;
  }
  ensureNodeModules();
  await ensureDebian('postgresql');
  ensureBuilt();
  const cluster = new Cluster(join(STATE, 'postgres'));
  const url = await cluster.start();
  const port = process.env.PORT ?? String(await freePort());
  const server = await startServer({ DATABASE_URL: url, PORT: port, DEMO: '1' }).catch(async (error) => {
    await cluster.stop();
    throw error;
  });
  noteRunning(STATE, { address: server.address, pid: process.pid });
  letGo();
  const stopWatching = watchOver(cluster, server.address, Number(new URL(url).port));
  console.log(
    `\nIvolt runs at ${server.address}\nCtrl-C stops it and its database; the jobs stay in ${cluster.directory}.`,
  );

  let stopping = false;
  const stop = async (code = 0) => {
    if (stopping) return;
    stopping = true;
    stopWatching();
    noteStopped(STATE);
    const gone = new Promise((resolve) => server.child.once('exit', resolve));
    if (server.child.exitCode === null) {
      server.child.kill('SIGTERM');
      await gone;
    }
    await cluster.stop();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());
  server.child.on('exit', (code) => {
    if (!stopping) console.error(`The app ended by itself${code ? ` with code ${code}` : ''}.`);
    void stop(code ?? 1);
  });
}

main().catch((error) => {
  const known = error instanceof Unable || error instanceof PostgresError;
  console.error(known ? `\nIvolt could not start. ${error.message}` : error);
  process.exit(1);
});
