/**
 * `npm run mutate`, or `npm run mutate -- sun bank --seed 7 --many 40 --show`: changes the core a little, one change at a
 * time, and asks the tests of that room whether they notice. A seeded sample of changes for each room; `--show` prints
 * those that nobody noticed. Texts and patterns of texts are left alone: what a sentence says is read by people,
 * and what a pattern takes is held by the corpus of messy inputs.
 */
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { Stryker } from '@stryker-mutator/core';
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { compilerOf } from './compiles.mjs';
import { inRoot, nameOf } from './mutantName.mjs';
import { ROOT, ensureNodeModules } from './system.mjs';

const CORE = 'packages/core/src';
const TESTING = `${CORE}/testing`;
/** Texts, patterns of texts, and what leaves nothing to run. */
const NOT_CHANGED = ['StringLiteral', 'Regex', 'BlockStatement', 'ObjectLiteral'];
/** Whose tests are asked of a room, beside its own. */
const ALSO = {
  document: ['job'],
  job: ['document'],
  sky: ['array'],
};

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: '1' },
    many: { type: 'string', default: '40' },
    show: { type: 'boolean', default: false },
  },
});

ensureNodeModules();
const DRAWN = join(ROOT, '.ivolt/drawn.json');
process.env.IVOLT_DRAWN = DRAWN;
/** The test files that are asked, as one: what they stand on is read once for each change, not once a file. */
const ASKED = '.ivolt/asked/asked.ts';
const BUNDLED = '.ivolt/asked/asked.test.js';
const BUNDLER = join(ROOT, 'scripts/mutateBundle.mjs').replaceAll(' ', '\\ ');
mkdirSync(join(ROOT, dirname(ASKED)), { recursive: true });

/** A figure of a text, 0 to 2³² − 1, that tells nothing of its neighbours'. @source FNV-1a, and the last steps of MurmurHash3 */
function hashOf(text) {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) >>> 0;
}

const quiet = {
  isDebugEnabled: () => false,
  isTraceEnabled: () => false,
  debug() {},
  trace() {},
  info() {},
  warn() {},
};
const filesOf = (room) =>
  readdirSync(join(ROOT, CORE, room), { recursive: true })
    .map(String)
    .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|index\.ts$|^examples\//.test(name))
    .map((name) => join(ROOT, CORE, room, name));

/** About remembering alone; what only asks that nothing is thrown; every remedy of whole random jobs. */
const NOT_ASKED = /\/(anew|touches|wild|any[A-Z]\w*|remedies)\.test\.ts$/;
/** What reckons whole jobs takes longest, and is asked last. */
const WHOLE_JOBS = /\/(commonJobs|evaluate|findings|guesses|proposals|random|wired)\.test\.ts$/;
const testsOf = (room) =>
  readdirSync(join(ROOT, CORE, room), { recursive: true })
    .map((name) => `${CORE}/${room}/${name}`)
    .filter((name) => name.endsWith('.test.ts') && !NOT_ASKED.test(name))
    .toSorted((a, b) => WHOLE_JOBS.test(a) - WHOLE_JOBS.test(b) || a.localeCompare(b));

const compiles = compilerOf(join(ROOT, CORE, '../tsconfig.json'));

/** What a change is, wherever it stands in its file: the line it is in, as it was and as it becomes. */
function sayingOf({ fileName, location: { start, end }, mutatorName, replacement }, lines) {
  const line = lines[start.line].trim();
  return [inRoot(fileName), line, start.column - lines[start.line].indexOf(line), end.line - start.line]
    .concat(mutatorName, replacement)
    .join('\n');
}

/**
 * So many changes of a room that the compiler takes, or all there are: those whose hashes are least, so that the rest of a
 * sample stays as it is when the program is changed.
 */
async function drawn(room, many) {
  const files = filesOf(room).map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') }));
  const linesOf = new Map(files.map(({ name, content }) => [name, content.split('\n')]));
  const { mutants } = await new Instrumenter(quiet).instrument(files, {
    plugins: [],
    excludedMutations: NOT_CHANGED,
    ignorers: [],
    noHeader: true,
  });
  const inTurn = mutants
    .filter(({ status }) => status !== 'Ignored')
    .map((mutant) => ({
      mutant,
      hash: hashOf(`${values.seed}\n${sayingOf(mutant, linesOf.get(mutant.fileName))}`),
    }))
    .toSorted((a, b) => a.hash - b.hash);
  const found = [];
  for (const { mutant } of inTurn) {
    if (found.length >= many) break;
    if (compiles(mutant.fileName, mutant.location, mutant.replacement)) found.push(mutant);
  }
  return found;
}

/** What becomes of these changes, asked of the tests that come by them, which get so much time beyond what they took. */
async function tried(room, mutants, timeoutMS) {
  writeFileSync(DRAWN, JSON.stringify(mutants.map(nameOf)));
  const asked = [room, ...(ALSO[room] ?? [])].flatMap(testsOf);
  const read = [`${TESTING}/atOnce.ts`, ...asked];
  writeFileSync(join(ROOT, ASKED), read.map((name) => `import '../../${name.slice(0, -3)}';\n`).join(''));
  const { sandboxInjectedGlobals } = (await import('../jest.config.js')).default.projects[0];
  const results = await new Stryker({
    mutate: mutants.map(
      ({ fileName, location: { start, end } }) =>
        `${relative(ROOT, fileName)}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
    ),
    mutator: { excludedMutations: NOT_CHANGED },
    // taken apart at its spaces
    buildCommand: `node ${BUNDLER} ${ASKED} ${BUNDLED} ${CORE} ${room}`,
    testRunner: 'jest',
    coverageAnalysis: 'perTest',
    concurrency: availableParallelism(),
    timeoutMS,
    reporters: [],
    logLevel: 'off',
    fileLogLevel: 'off',
    allowConsoleColors: false,
    plugins: ['@stryker-mutator/jest-runner', './scripts/mutateChecker.mjs'],
    checkers: ['drawn'],
    disableTypeChecks: false,
    tempDirName: '.ivolt/mutate',
    ignorePatterns: [
      '**',
      '!package.json',
      '!tsconfig.base.json',
      '!packages/core/**',
      '!packages/core/fixtures/**',
      '!docs/*.md',
      '!.ivolt/asked/**',
    ],
    jest: {
      projectType: 'custom',
      enableFindRelatedTests: false,
      config: {
        testMatch: [`<rootDir>/${BUNDLED}`],
        testEnvironment: 'node',
        testTimeout: 30_000,
        transform: {},
        sandboxInjectedGlobals,
        silent: true,
      },
    },
  }).runMutationTest();
  // one that keeps a test file from being read at all is noticed as well
  return results.filter(({ status }) => !['Ignored', 'CompileError'].includes(status));
}

const [SHORT_MS, LONG_MS] = [5_000, 30_000];
const hangs = ({ status }) => status === 'Timeout';
/** A drawn change as a report has it: lines and columns from 1. */
const reported = ({ location: { start, end }, ...mutant }) => ({
  ...mutant,
  location: {
    start: { line: start.line + 1, column: start.column + 1 },
    end: { line: end.line + 1, column: end.column + 1 },
  },
});

async function measured(room) {
  const mutants = await drawn(room, Number(values.many));
  const first = await tried(room, mutants, SHORT_MS);
  // what may only have been slow on a busy machine gets another turn
  const slow = new Set(first.filter(hangs).map(nameOf));
  const again = mutants.filter((mutant) => slow.has(nameOf(reported(mutant))));
  const all = [
    ...first.filter((mutant) => !hangs(mutant)),
    ...(again.length > 0 ? await tried(room, again, LONG_MS) : []),
  ];
  return {
    room,
    all: all.length,
    missed: all.filter(({ status }) => status === 'Survived' || status === 'NoCoverage'),
    late: all.filter(hangs),
  };
}

const HOW = { NoCoverage: ' (no test goes there)', Timeout: ' (hangs)' };
const told = ({ fileName, location, mutatorName, replacement, status }) =>
  `  ${inRoot(fileName)}:${location.start.line} ${mutatorName}${HOW[status] ?? ''} → ${replacement}`;

const rooms =
  positionals.length > 0
    ? positionals
    : readdirSync(join(ROOT, CORE), { withFileTypes: true })
        .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
        .map(({ name }) => name);
const began = Date.now();
for (const name of rooms) {
  const at = Date.now();
  const { room, all, missed, late } = await measured(name);
  const share = all > 0 ? Math.round((100 * (all - missed.length)) / all) : 100;
  const hung = late.length > 0 ? `, ${late.length} of them by hanging` : '';
  console.log(
    `${room}: ${share} % of ${all} changes noticed${hung} (${((Date.now() - at) / 1000).toFixed(0)} s)`,
  );
  if (values.show) for (const mutant of [...missed, ...late]) console.log(told(mutant));
}
rmSync(join(ROOT, '.ivolt/mutate'), { recursive: true, force: true });
for (const left of [DRAWN, join(ROOT, dirname(ASKED))]) rmSync(left, { recursive: true, force: true });
console.log(
  `${rooms.length} rooms in ${((Date.now() - began) / 60_000).toFixed(1)} minutes, seed ${values.seed}`,
);
