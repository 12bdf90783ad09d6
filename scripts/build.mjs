/** Builds the interface with Vite and the server, with the core, and its reckoning thread, with the core, into a file each with esbuild. */
import { build as bundle } from 'esbuild';
import { readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
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

const DIST = join(ROOT, 'packages/web/dist');
writeFileSync(join(DIST, 'preloads.json'), JSON.stringify(preloads()));
compress();

/** What each page of a job is made of besides the first script, by its address: asked for with the page, not one after another. */
function preloads() {
  const file = join(DIST, 'manifest.json');
  const manifest = JSON.parse(readFileSync(file, 'utf8'));
  rmSync(file);
  /** @returns all that a chunk imports, and itself */
  const needs = (name, seen = new Set()) => {
    if (seen.has(name)) return seen;
    seen.add(name);
    for (const other of manifest[name].imports ?? []) needs(other, seen);
    return seen;
  };
  const first = needs('index.html');
  const scripts = (...names) =>
    [...new Set(names.flatMap((name) => [...needs(name)]))]
      .filter((one) => !first.has(one))
      .map((one) => `/${manifest[one].file}`);
  const sheets = Object.keys(manifest).flatMap((name) => {
    const sheet = /^src\/sheets\/(\w+)\/\w+Sheet\.tsx$/.exec(name)?.[1];
    if (!sheet) return [];
    const address = sheet === 'cover' ? '' : sheet.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
    return [[address, scripts('src/job/JobPage.tsx', name)]];
  });
  return Object.fromEntries([...sheets, ['book', scripts('src/app/BookPage.tsx')]]);
}

/** Each text of the interface beside itself as small as it goes, so that no request waits for it to be packed. */
function compress() {
  const quality = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY };
  for (const name of readdirSync(DIST, { recursive: true })) {
    if (!/\.(js|css|json|svg)$/.test(name)) continue;
    const text = readFileSync(join(DIST, name));
    if (text.length < 1000) continue;
    writeFileSync(join(DIST, `${name}.br`), brotliCompressSync(text, { params: quality }));
    writeFileSync(join(DIST, `${name}.gz`), gzipSync(text, { level: 9 }));
  }
}
