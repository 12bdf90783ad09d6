import { execFileSync } from 'node:child_process';
import { join, resolve } from 'node:path';

const ROOT = resolve(__dirname, '../../../..');

function postgres(verb: string, directory: string): string {
  return execFileSync('node', [join(ROOT, 'scripts/postgres.mjs'), verb, resolve(ROOT, directory)], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
}

/** @returns the address of the database */
export const startCluster = (directory: string) => postgres('start', directory);
export const killCluster = (directory: string) => void postgres('kill', directory);
export const removeCluster = (directory: string) => void postgres('remove', directory);
