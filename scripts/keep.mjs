/**
 * `npm run backup -- FILE` writes all jobs with their history and files into one file; `npm run restore -- FILE` puts
 * them in place of those that are here. Both work whether Ivolt runs or not; a restore wants it stopped.
 */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Cluster, PostgresError } from './postgres.mjs';
import { runningApp } from './running.mjs';
import { STATE, Unable, ensureDebian } from './system.mjs';

async function main() {
  const [verb, name] = process.argv.slice(2);
  if (!['backup', 'restore'].includes(verb) || !name)
    throw new Unable(`Say which file: npm run ${verb === 'restore' ? 'restore' : 'backup'} -- jobs.backup`);
  const file = resolve(process.env.INIT_CWD ?? '.', name);
  const app = runningApp(STATE);
  if (verb === 'restore' && app)
    throw new Unable(`Ivolt runs at ${app.address}. Stop it first: a restore takes the place of all jobs`);
  if (verb === 'restore' && !existsSync(file)) throw new Unable(`There is no file ${file}`);
  if (verb === 'backup' && existsSync(file)) throw new Unable(`${file} is there already; name another`);
  await ensureDebian('postgresql');
  const cluster = new Cluster(join(STATE, 'postgres'));
  if (verb === 'backup' && !cluster.made)
    throw new Unable('There are no jobs yet: npm start makes the first');
  const ran = cluster.runs;
  await cluster.start();
  try {
    if (verb === 'backup') await cluster.dump(file);
    else await cluster.restore(file);
  } finally {
    if (!ran) await cluster.stop();
  }
  console.log(verb === 'backup' ? `All jobs are in ${file}` : `The jobs of ${file} are in place`);
}

main().catch((error) => {
  const known = error instanceof Unable || error instanceof PostgresError;
  console.error(known ? error.message : error);
  process.exit(1);
});
