/** Builds the interface with Vite and the server, with the core, into one file with esbuild. */
import { build as bundle } from 'esbuild';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { ROOT } from './system.mjs';

const { dependencies } = JSON.parse(readFileSync(join(ROOT, 'packages/server/package.json'), 'utf8'));

await bundle({
  entryPoints: [join(ROOT, 'packages/server/src/main.ts')],
  outfile: join(ROOT, 'packages/server/dist/main.mjs'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  external: Object.keys(dependencies).filter((name) => !name.startsWith('@ivolt/')),
  logLevel: 'warning',
});
await build({ root: join(ROOT, 'packages/web'), logLevel: 'warn' });
