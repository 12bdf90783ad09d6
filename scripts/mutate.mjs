/**
 * `npm run mutate`, or `npm run mutate -- sun bank --seed 7 --many 40 --show`: changes the core a little, one change at a
 * time, and asks the tests of that room whether they notice. A seeded sample of changes for each room; `--show` prints
 * those that nobody noticed. Texts and patterns of texts are left alone: what a sentence says is read by people,
 * and what a pattern takes is held by the corpus of messy inputs.
 */
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { Stryker } from '@stryker-mutator/core';
import { readFileSync, readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, ensureNodeModules } from './system.mjs';

const CORE = 'packages/core/src';
/** Texts, patterns of texts, and what leaves nothing to run. */
const NOT_CHANGED = ['StringLiteral', 'Regex', 'BlockStatement', 'ObjectLiteral'];
/** Whose tests are asked of a room, beside its own. */
const ALSO = {
  document: ['job'],
  job: ['document'],
  calculate: ['evaluate', 'array'],
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

/** @source mulberry32 */
function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
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
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.endsWith('index.ts'))
    .map((name) => join(ROOT, CORE, room, name));

/** Places of a room to change, each with how many changes it takes; drawn until there are enough. */
async function drawn(room, many, random) {
  const files = filesOf(room).map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') }));
  const { mutants } = await new Instrumenter(quiet).instrument(files, {
    plugins: [],
    excludedMutations: NOT_CHANGED,
    ignorers: [],
    noHeader: true,
  });
  const places = new Map();
  for (const { fileName, location, status } of mutants) {
    if (status === 'Ignored') continue;
    const { start, end } = location;
    const key = `${relative(ROOT, fileName)}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`;
    const place = places.get(key) ?? { key, fileName, start, end, count: 0 };
    place.count++;
    places.set(key, place);
  }
  const within = (a, b) =>
    a.fileName === b.fileName &&
    (a.start.line > b.start.line || (a.start.line === b.start.line && a.start.column >= b.start.column)) &&
    (a.end.line < b.end.line || (a.end.line === b.end.line && a.end.column <= b.end.column));
  // a place that holds others would bring them along: only the innermost are drawn
  const all = [...places.values()];
  const inner = all.filter((place) => !all.some((other) => other !== place && within(other, place)));
  const found = [];
  for (let count = 0; count < many && inner.length > 0;) {
    const [place] = inner.splice(Math.floor(random() * inner.length), 1);
    found.push(place.key);
    count += place.count;
  }
  return found;
}

/** What becomes of changes at these places. @param coverageAnalysis which tests are asked: those that came by, or all of the room */
async function tried(room, mutate, coverageAnalysis) {
  const asked = [room, ...(ALSO[room] ?? [])].map((name) => `<rootDir>/${CORE}/${name}/**/*.test.ts`);
  const { transform, transformIgnorePatterns, sandboxInjectedGlobals } = (await import('../jest.config.js'))
    .default.projects[0];
  const results = await new Stryker({
    mutate,
    mutator: { excludedMutations: NOT_CHANGED },
    testRunner: 'jest',
    coverageAnalysis,
    concurrency: 2,
    timeoutMS: 8_000,
    reporters: [],
    logLevel: 'off',
    fileLogLevel: 'off',
    allowConsoleColors: false,
    checkers: ['typescript'],
    tsconfigFile: `${CORE}/../tsconfig.json`,
    disableTypeChecks: false,
    tempDirName: '.ivolt/mutate',
    ignorePatterns: [
      '**',
      '!package.json',
      '!tsconfig.base.json',
      '!packages/core/**',
      '!packages/core/fixtures/**',
      '!docs/*.md',
    ],
    jest: {
      projectType: 'custom',
      enableFindRelatedTests: false,
      config: {
        testMatch: asked,
        // long, and about remembering alone
        testPathIgnorePatterns: ['evaluate/anew'],
        testEnvironment: 'node',
        testTimeout: 30_000,
        transform,
        transformIgnorePatterns,
        sandboxInjectedGlobals,
        silent: true,
      },
    },
  }).runMutationTest();
  return results.filter(({ status }) => !['Ignored', 'CompileError', 'RuntimeError'].includes(status));
}

const missedOf = (results) =>
  results.filter(({ status }) => status === 'Survived' || status === 'NoCoverage');

async function measured(room) {
  const mutate = await drawn(
    room,
    Number(values.many),
    seeded(Number(values.seed) * 1000 + room.length * 17),
  );
  const all = await tried(room, mutate, 'perTest');
  let missed = missedOf(all);
  if (missed.length > 0) {
    // a step that is remembered is come by in the first test alone: what got away is shown to all of them
    const nameOf = ({ fileName, location: { start, end }, replacement }) =>
      [
        fileName.replace(/^.*\/sandbox-[^/]+\//, ''),
        start.line,
        start.column,
        end.line,
        end.column,
        replacement,
      ].join();
    const places = mutate.filter((place) => {
      const [file, from, to] = place.split(/:(\d+):\d+-(\d+):\d+$/);
      return missed.some(
        ({ fileName, location }) =>
          fileName.endsWith(file) && location.start.line >= Number(from) && location.end.line <= Number(to),
      );
    });
    const again = new Set(missedOf(await tried(room, places, 'off')).map(nameOf));
    missed = missed.filter((mutant) => again.has(nameOf(mutant)));
  }
  return { room, all: all.length, missed };
}

const rooms =
  positionals.length > 0
    ? positionals
    : readdirSync(join(ROOT, CORE), { withFileTypes: true })
        .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
        .map(({ name }) => name);
const began = Date.now();
for (const name of rooms) {
  const at = Date.now();
  const { room, all, missed } = await measured(name);
  const share = all > 0 ? Math.round((100 * (all - missed.length)) / all) : 100;
  console.log(`${room}: ${share} % of ${all} changes noticed (${((Date.now() - at) / 1000).toFixed(0)} s)`);
  if (values.show)
    for (const { fileName, location, mutatorName, replacement, status } of missed)
      console.log(
        `  ${relative(ROOT, fileName).replace(/^.*\.ivolt\/mutate\/[^/]+\//, '')}:${location.start.line} ${mutatorName}${status === 'NoCoverage' ? ' (no test goes there)' : ''} → ${replacement}`,
      );
}
rmSync(join(ROOT, '.ivolt/mutate'), { recursive: true, force: true });
console.log(
  `${rooms.length} rooms in ${((Date.now() - began) / 60_000).toFixed(1)} minutes, seed ${values.seed}`,
);
