/**
 * Run by a mutation run in its sandbox: the tests that are asked, with all that they stand on, as one file, which is read
 * for each change in four fifths of the time that its parts take.
 */
import { build } from 'esbuild';
import { readFileSync } from 'node:fs';
import { dirname, relative, resolve, sep } from 'node:path';
import { CORE } from './floors.mjs';

const [from, to, core, room] = process.argv.slice(2);
/** What stands on floors below the room can run nothing of it, and may remember what it knows from test to test. */
const below = new Set(
  CORE.slice(
    0,
    CORE.findIndex((floor) => floor.includes(room)),
  ).flat(),
);
const memoFor = (importer) =>
  below.has(relative(resolve(core), importer).split(sep)[0])
    ? 'testing/forgetsWork.ts'
    : 'testing/forgetful.ts';

await build({
  entryPoints: [from],
  outfile: to,
  bundle: true,
  platform: 'node',
  format: 'cjs',
  target: 'es2022',
  // tests are read for what they do
  ignoreAnnotations: true,
  logLevel: 'error',
  plugins: [
    {
      name: 'as it stands apart',
      setup({ onResolve, onLoad }) {
        // each test comes by everything of the room that it asks for
        onResolve({ filter: /\/memo$/ }, ({ importer }) => ({ path: resolve(core, memoFor(importer)) }));
        // where a file lies, from which it finds what it reads
        onLoad({ filter: /packages\/core\/.*\.ts$/ }, ({ path }) => {
          const contents = readFileSync(path, 'utf8');
          if (!contents.includes('__dirname')) return null;
          return { contents: `const __dirname = ${JSON.stringify(dirname(path))};${contents}`, loader: 'ts' };
        });
      },
    },
  ],
});
