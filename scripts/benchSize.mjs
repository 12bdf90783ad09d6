/** `npm run bench -- size`: how much a browser fetches before it shows anything, and before it reckons. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './system.mjs';

export function benchSize() {
  const directory = join(ROOT, 'packages/web/dist');
  const seen = new Set();
  const visit = (file) => {
    if (seen.has(file)) return;
    seen.add(file);
    const text = readFileSync(join(directory, 'assets', file), 'utf8');
    for (const [, next] of text.matchAll(/(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g)) visit(next);
  };
  const page = readFileSync(join(directory, 'index.html'), 'utf8');
  for (const [, file] of page.matchAll(/assets\/([\w.-]+\.js)/g)) visit(file);
  const zipped = [...seen].reduce(
    (sum, file) => sum + gzipSync(readFileSync(join(directory, 'assets', file)), { level: 9 }).length,
    0,
  );
  const worker = readdirSync(join(directory, 'assets')).find((file) => /^core\.worker.*\.js$/.test(file));
  console.log(
    `JavaScript of the first screen: ${(zipped / 1000).toFixed(1)} kB gzipped in ${seen.size} files (wanted ≤ 200 kB)`,
  );
  console.log(
    `the core in its worker: ${(gzipSync(readFileSync(join(directory, 'assets', worker))).length / 1000).toFixed(1)} kB gzipped, loaded when a job is opened`,
  );
}
