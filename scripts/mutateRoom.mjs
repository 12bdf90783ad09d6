/**
 * Run by `npm run mutate` for one room, beside others: what becomes of the changes that were drawn of it, asked of the tests
 * that come by them. Put beside the file that lists them: `{ all, missed, late }`, as they are shown.
 */
import { Stryker } from '@stryker-mutator/core';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { inRoot, NOT_CHANGED } from './mutantName.mjs';
import { ROOT } from './system.mjs';

const CORE = 'packages/core/src';
const TESTING = `${CORE}/testing`;
/** Whose tests are asked of a room, beside its own. */
const ALSO = {
  document: ['job'],
  job: ['document'],
  sky: ['array'],
};
/**
 * What a change is given, by how long its tests took of what is unchanged, and beyond that, ms: with half as much again and 5 s
 * five of forty seemed to hang that were only slow.
 */
const [TIMES, MORE_MS] = [4, 15_000];
/** About remembering alone; what only asks that nothing is thrown; every remedy of whole random jobs. */
const NOT_ASKED = /\/(anew|touches|wild|any[A-Z]\w*|remedies)\.test\.ts$/;
/** What is worked out by hand asks most in least time; what reckons whole jobs takes longest, and is asked last. */
const BY_HAND = /\/byHand\.test\.ts$/;
const WHOLE_JOBS = /\/(commonJobs|evaluate|findings|guesses|proposals|random|wired)\.test\.ts$/;

const [room, processors] = process.argv.slice(2);
const mutants = JSON.parse(readFileSync(process.env.IVOLT_DRAWN, 'utf8'));
const FOLDER = relative(ROOT, dirname(process.env.IVOLT_DRAWN));
/** The test files that are asked, as one: what they stand on is read once for each change, not once a file. */
const ASKED = `${FOLDER}/asked.ts`;
const BUNDLED = `${FOLDER}/asked.test.js`;
const BUNDLER = join(ROOT, 'scripts/mutateBundle.mjs').replaceAll(' ', '\\ ');

const turnOf = (name) => WHOLE_JOBS.test(name) - BY_HAND.test(name);
const testsOf = (of) =>
  readdirSync(join(ROOT, CORE, of), { recursive: true })
    .map((name) => `${CORE}/${of}/${name}`)
    .filter((name) => name.endsWith('.test.ts') && !NOT_ASKED.test(name))
    .toSorted((a, b) => turnOf(a) - turnOf(b) || a.localeCompare(b));

const up = relative(FOLDER, '.');
const read = [`${TESTING}/atOnce.ts`, ...[room, ...(ALSO[room] ?? [])].flatMap(testsOf)];
writeFileSync(join(ROOT, ASKED), read.map((name) => `import '${up}/${name.slice(0, -3)}';\n`).join(''));
const { sandboxInjectedGlobals } = (await import('../jest.config.js')).default.projects[0];

const results = await new Stryker({
  mutate: mutants.map(
    ({ fileName, location: { start, end } }) =>
      `${inRoot(fileName)}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
  ),
  mutator: { excludedMutations: NOT_CHANGED },
  // taken apart at its spaces
  buildCommand: `node ${BUNDLER} ${ASKED} ${BUNDLED} ${CORE} ${room}`,
  testRunner: 'jest',
  coverageAnalysis: 'perTest',
  concurrency: Number(processors),
  timeoutFactor: TIMES,
  timeoutMS: MORE_MS,
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
    `!${FOLDER}/**`,
  ],
  jest: {
    projectType: 'custom',
    enableFindRelatedTests: false,
    config: {
      // for each change its runner looks through all that is there
      roots: [`<rootDir>/${FOLDER}`],
      watchman: false,
      testMatch: [`<rootDir>/${BUNDLED}`],
      testEnvironment: 'node',
      testTimeout: 30_000,
      transform: {},
      sandboxInjectedGlobals,
      silent: true,
    },
  },
}).runMutationTest();

const HOW = { NoCoverage: ' (no test goes there)', Timeout: ' (hangs)' };
const told = ({ fileName, location, mutatorName, replacement, status }) =>
  `${inRoot(fileName)}:${location.start.line} ${mutatorName}${HOW[status] ?? ''} → ${replacement}`;
const ended = (...statuses) => results.filter(({ status }) => statuses.includes(status));
// one that keeps a test file from being read at all is noticed as well
const all = results.length - ended('Ignored', 'CompileError').length;
const [missed, late] = [ended('Survived', 'NoCoverage').map(told), ended('Timeout').map(told)];
writeFileSync(`${process.env.IVOLT_DRAWN}.told`, JSON.stringify({ all, missed, late }));
