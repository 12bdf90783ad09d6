/**
 * `npm test`: installs what is missing, then every check and test. With words, only those steps:
 * `npm test -- checks unit`. Each step says how it went; the last line counts them.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, Unable, ensureBuilt, ensureDebian, ensureNodeModules } from './system.mjs';

const bin = (name) => join(ROOT, 'node_modules/.bin', name);
const run =
  (program, ...args) =>
  () =>
    spawnSync(program, args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, FORCE_COLOR: '0', NODE_NO_WARNINGS: '1' },
    }).status === 0;

const STEPS = [
  { group: 'checks', name: 'formatting', work: run(bin('prettier'), '--check', '--log-level', 'warn', '.') },
  { group: 'checks', name: 'lint', work: run(bin('eslint'), '--max-warnings', '0', '.') },
  {
    group: 'checks',
    name: 'floors of the house',
    work: run(bin('depcruise'), 'packages/core/src', 'packages/server/src', 'packages/web/src'),
  },
  ...['packages/core', 'packages/server', 'packages/web', 'tsconfig.tests.json'].map((project) => ({
    group: 'checks',
    name: `types of ${project}`,
    work: run(bin('tsc'), '--noEmit', '-p', project),
  })),
  { group: 'checks', name: 'unused code', work: run(bin('knip')) },
  { group: 'unit', name: 'core, server and components', work: run(bin('jest'), '--silent=false') },
  {
    group: 'e2e',
    name: 'the interface in a browser',
    work: () => (ensureBuilt(), run(bin('playwright'), 'test')()),
  },
];

try {
  ensureNodeModules();
  ensureDebian('postgresql', 'chromium');
} catch (error) {
  if (!(error instanceof Unable)) throw error;
  console.error(`\nThe tests could not run. ${error.message}`);
  process.exit(1);
}

const wanted = process.argv.slice(2);
const steps = STEPS.filter(({ group }) => wanted.length === 0 || wanted.includes(group));
const failed = [];
for (const { name, work } of steps) {
  console.log(`\n— ${name}`);
  const began = Date.now();
  const passed = work();
  console.log(`${passed ? 'passed' : 'FAILED'}: ${name} (${((Date.now() - began) / 1000).toFixed(1)} s)`);
  if (!passed) failed.push(name);
}
if (failed.length > 0) console.log(`\nFailed: ${failed.join(', ')}`);
console.log(`\n${steps.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);
