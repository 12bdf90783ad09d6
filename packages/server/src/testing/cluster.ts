import { execFileSync } from 'node:child_process';
import { join, resolve } from 'node:path';

const ROOT = resolve(__dirname, '../../../..');

function postgres(verb: string, directory: string, ...more: string[]): string {
  return execFileSync('node', [join(ROOT, 'scripts/postgres.mjs'), verb, resolve(ROOT, directory), ...more], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
}

/** @returns the address of the database */
export const startCluster = (directory: string) => postgres('start', directory);
export const killCluster = (directory: string) => void postgres('kill', directory);
export const dumpCluster = (directory: string, file: string) => void postgres('dump', directory, file);
export const restoreCluster = (directory: string, file: string) => void postgres('restore', directory, file);
export const removeCluster = (directory: string) => void postgres('remove', directory);
