import { build } from 'esbuild';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { STATE } from './system.mjs';

/** Parts of the program for Node.js, bundled and loaded. @param contents what they are, as a module of its own @param external packages that stay apart */
export async function loadBundled(name, contents, resolveDir, external = []) {
  const outfile = join(STATE, `${name}.mjs`);
  await build({
    stdin: { contents, resolveDir, loader: 'ts' },
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    logLevel: 'error',
    external,
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  });
  return import(pathToFileURL(outfile).href);
}
