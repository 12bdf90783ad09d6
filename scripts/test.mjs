/**
 * `npm test`: installs what is missing, then every check and test. With words, only those steps:
 * `npm test -- checks unit`. Each step says how it went; the last line counts them.
 */
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { ROOT, Unable, ensureBuilt, ensureDebian, ensureNodeModules } from './system.mjs';

const tool = (name, ...args) => ({ program: join(ROOT, 'node_modules/.bin', name), args });

/** Checks know nothing of each other: as many at once as there are processors, the longest first. */
const CHECKS = [
  { name: 'lint', ...tool('eslint', '--max-warnings', '0', '.') },
  { name: 'formatting', ...tool('prettier', '--check', '--log-level', 'warn', '.') },
  ...['tsconfig.tests.json', 'packages/core', 'packages/server', 'packages/web'].map((project) => ({
    name: `types of ${project}`,
    ...tool('tsc', '--noEmit', '-p', project),
  })),
  {
    name: 'floors of the house',
    ...tool('depcruise', 'packages/core/src', 'packages/server/src', 'packages/web/src'),
  },
  { name: 'unused code', ...tool('knip') },
  // their files are loaded by Node.js itself, which is stricter with packages than what builds the app
  { name: 'browser tests load', ...tool('playwright', 'test', '--list') },
];
/** Each of these takes the machine for itself. */
const UNIT = [{ name: 'core, server and components', ...tool('jest', '--silent=false') }];
const BROWSER = [{ name: 'the interface in a browser', before: ensureBuilt, ...tool('playwright', 'test') }];
const GROUPS = [
  { group: 'checks', steps: CHECKS, atOnce: availableParallelism() },
  { group: 'unit', steps: UNIT, atOnce: 1 },
  { group: 'e2e', steps: BROWSER, atOnce: 1 },
];

/** Runs a step to its end: what it prints is shown as it comes, or, beside others, when it is done. */
function run({ name, program, args, before }, alone) {
  before?.();
  if (alone) console.log(`\n— ${name}`);
  const began = Date.now();
  return new Promise((settle) => {
    const child = spawn(program, args, {
      cwd: ROOT,
      stdio: alone ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, FORCE_COLOR: '0', NODE_NO_WARNINGS: '1' },
    });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => said.push(chunk));
    const ended = (passed) => {
      if (!alone) console.log(`\n— ${name}\n${Buffer.concat(said).toString().trimEnd()}`.trimEnd());
      console.log(`${passed ? 'passed' : 'FAILED'}: ${name} (${((Date.now() - began) / 1000).toFixed(1)} s)`);
      settle({ name, passed });
    };
    child.on('error', (error) => (said.push(Buffer.from(error.message)), ended(false)));
    child.on('close', (status) => ended(status === 0));
  });
}

async function runAll(steps, atOnce) {
  const waiting = [...steps];
  const results = [];
  const lane = async () => {
    for (let step = waiting.shift(); step; step = waiting.shift())
      results.push(await run(step, atOnce === 1));
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
  return results;
}

const wanted = process.argv.slice(2);
const asked = GROUPS.filter(({ group }) => wanted.length === 0 || wanted.includes(group));
const results = [];
try {
  // it comes over the line while npm packages are unpacked and the checks run, which need none of it
  const debian = asked.some(({ steps }) => steps !== CHECKS)
    ? ensureDebian('postgresql', 'chromium-headless-shell')
    : Promise.resolve();
  debian.catch(() => undefined);
  ensureNodeModules();
  for (const { steps, atOnce } of asked) {
    if (steps !== CHECKS) await debian;
    results.push(...(await runAll(steps, atOnce)));
  }
} catch (error) {
  if (!(error instanceof Unable)) throw error;
  console.error(`\nThe tests could not run to their end. ${error.message}`);
  process.exit(1);
}

const failed = results.filter(({ passed }) => !passed);
if (failed.length > 0) console.log(`\nFailed: ${failed.map(({ name }) => name).join(', ')}`);
console.log(`\n${results.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);
