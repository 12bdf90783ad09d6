/**
 * `npm run mutate`, or `npm run mutate -- sun bank --seed 7 --many 40 --show`: changes the core a little, one change at a
 * time, and asks the tests of that room whether they notice. A seeded sample of changes for each room; `--show` prints
 * those that nobody noticed. Texts and patterns of texts are left alone: what a sentence says is read by people,
 * and what a pattern takes is held by the corpus of messy inputs.
 */
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { compilerOf } from './compiles.mjs';
import { inRoot, NOT_CHANGED } from './mutantName.mjs';
import { ROOT, ensureNodeModules } from './system.mjs';

const CORE = join(ROOT, 'packages/core/src');
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: '1' },
    many: { type: 'string', default: '40' },
    show: { type: 'boolean', default: false },
  },
});
ensureNodeModules();

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
  readdirSync(join(CORE, room), { recursive: true })
    .map(String)
    .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|index\.ts$|^examples\//.test(name))
    .map((name) => join(CORE, room, name));

const compiles = compilerOf(join(CORE, '../tsconfig.json'));

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

/** What its tests notice of a room, asked in a process of its own. @throws Error where that fails */
async function asked(room, processors) {
  const folder = join(ROOT, '.ivolt/asked', room);
  mkdirSync(folder, { recursive: true });
  const list = join(folder, 'drawn.json');
  writeFileSync(list, JSON.stringify(await drawn(room, Number(values.many))));
  const child = spawn(process.execPath, [join(ROOT, 'scripts/mutateRoom.mjs'), room, processors], {
    cwd: ROOT,
    env: { ...process.env, IVOLT_DRAWN: list },
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  const status = await new Promise((ended) => child.once('close', ended));
  if (status !== 0) throw new Error(`The tests of ${room} could not be asked`);
  return JSON.parse(readFileSync(`${list}.told`, 'utf8'));
}

async function tell(room, processors) {
  const began = Date.now();
  const { all, missed, late } = await asked(room, processors);
  const share = all > 0 ? Math.round((100 * (all - missed.length)) / all) : 100;
  const hung = late.length > 0 ? `, ${late.length} of them by hanging` : '';
  const took = ((Date.now() - began) / 1000).toFixed(0);
  const shown = values.show ? [...missed, ...late].map((mutant) => `\n  ${mutant}`).join('') : '';
  console.log(`${room}: ${share} % of ${all} changes noticed${hung} (${took} s)${shown}`);
}

const LONGEST_FIRST = ['weather', 'curve', 'findings', 'proposals', 'sky', 'document', 'figures', 'wiring'];
const placeOf = (room) => (LONGEST_FIRST.includes(room) ? LONGEST_FIRST.indexOf(room) : LONGEST_FIRST.length);
const rooms =
  positionals.length > 0
    ? positionals
    : readdirSync(CORE, { withFileTypes: true })
        .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
        .map(({ name }) => name)
        .toSorted((a, b) => placeOf(a) - placeOf(b));
const began = Date.now();
// much of what a room asks for is one thing after another: as many rooms side by side as there are processors
const waiting = [...rooms];
const lanes = Math.min(rooms.length, availableParallelism());
const lane = async () => {
  for (let room = waiting.shift(); room; room = waiting.shift())
    await tell(room, Math.floor(availableParallelism() / lanes));
};
try {
  await Promise.all(Array.from({ length: lanes }, lane));
} finally {
  for (const left of ['mutate', 'asked'])
    rmSync(join(ROOT, '.ivolt', left), { recursive: true, force: true });
}
console.log(
  `${rooms.length} rooms in ${((Date.now() - began) / 60_000).toFixed(1)} minutes, seed ${values.seed}`,
);
