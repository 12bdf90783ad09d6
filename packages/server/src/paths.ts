import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The server's package, found from the source and from the built bundle alike. */
function packageRoot(): string {
  let here = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(here, 'migrations'))) {
    const up = dirname(here);
    if (up === here) throw new Error('The server’s own package is not found');
    here = up;
  }
  return here;
}

const ROOT = packageRoot();
export const MIGRATIONS_DIRECTORY = join(ROOT, 'migrations');
export const DATA_DIRECTORY = join(ROOT, 'data');
/** The built computation of a thread of its own. */
export const RECKONER_FILE = join(ROOT, 'dist/reckoner.mjs');
export const WEB_DIRECTORY = join(ROOT, '../web/dist');
