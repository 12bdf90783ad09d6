/**
 * Run by a mutation run in its sandbox: the tests that are asked, with all that they stand on, as one file, which is read
 * for each change in four fifths of the time that its parts take.
 */
import { build } from 'esbuild';
import { readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';

const [from, to, forgetful] = process.argv.slice(2);

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
        // each test comes by everything it asks for
        onResolve({ filter: /\/memo$/ }, () => ({ path: resolve(forgetful) }));
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
