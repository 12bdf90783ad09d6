/** Builds the interface with Vite and the server, with the core, and its reckoning thread, with the core, into a file each with esbuild. */
import { build as bundle } from 'esbuild';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { ROOT } from './system.mjs';

const { dependencies } = JSON.parse(readFileSync(join(ROOT, 'packages/server/package.json'), 'utf8'));

await bundle({
  entryPoints: {
    main: join(ROOT, 'packages/server/src/main.ts'),
    reckoner: join(ROOT, 'packages/server/src/reckon/worker.ts'),
  },
  outdir: join(ROOT, 'packages/server/dist'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  external: Object.keys(dependencies).filter((name) => !name.startsWith('@ivolt/')),
  logLevel: 'warning',
});
await build({ root: join(ROOT, 'packages/web'), logLevel: 'warn' });
