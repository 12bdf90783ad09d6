/** Speed of fit, curves and the search, and the same strings in ngspice in the same run. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, STATE, Unable, ensureDebian } from './system.mjs';

const FIXTURES = join(ROOT, 'packages/core/fixtures');
const CELL_C = 25;

function modules() {
  const [head, ...lines] = readFileSync(join(FIXTURES, 'modules.csv'), 'utf8').trim().split(/\r?\n/);
  const keys = head.split(',');
  return Object.fromEntries(
    lines.map((line) => {
      const row = Object.fromEntries(line.split(',').map((cell, i) => [keys[i], cell]));
      const five = {
        photocurrentA: +row.photocurrentA,
        saturationA: +row.saturationA,
        seriesOhm: +row.seriesOhm,
        shuntOhm: +row.shuntOhm,
        aV: +row.aRefV,
        alphaIscAPerK: +row.alphaIscAPerK,
      };
      return [row.module, five];
    }),
  );
}

/** The strings of one case as sections of the core. */
const stringsOf = (core, known, { strings }) =>
  strings.map((panels) =>
    core.series(
      panels.flatMap(({ module, sectionsWm2 }) =>
        sectionsWm2.map((light) =>
          core.section(core.atConditions(core.partOf(known[module], 3), light, CELL_C), CELL_C),
        ),
      ),
    ),
  );

/** The same as a circuit: a current source, a diode, a shunt and a resistor for each section, its bypass across it. */
function circuit(core, known, { strings, vocV }, out) {
  const vt = core.thermalVolts(CELL_C);
  const lines = [
    '* strings of unlike panels',
    `.options temp=${CELL_C} tnom=${CELL_C} reltol=1e-5 gmin=1e-15`,
  ];
  const models = new Map();
  let n = 0;
  for (const [s, panels] of strings.entries()) {
    let below = '0';
    const sections = panels.flatMap(({ module, sectionsWm2 }) =>
      sectionsWm2.map((light) => ({ module, light })),
    );
    for (const [i, { module, light }] of sections.entries()) {
      const { il, i0, rs, gsh, a } = core.atConditions(core.partOf(known[module], 3), light, CELL_C);
      const above = i === sections.length - 1 ? 'top' : `s${s}n${i}`;
      const inner = `x${n}`;
      models.set(module, `.model d${module.replace(/\W/g, '')} D(is=${i0} n=${a / vt})`);
      lines.push(
        `I${n} ${below} ${inner} ${il}`,
        `D${n} ${inner} ${below} d${module.replace(/\W/g, '')}`,
        `Rp${n} ${inner} ${below} ${1 / gsh}`,
        `Rs${n} ${inner} ${above} ${rs}`,
        `Db${n} ${below} ${above} bypass`,
      );
      below = above;
      n++;
    }
  }
  lines.push(
    ...models.values(),
    '.model bypass D(is=1e-9 n=1)',
    'Vload top 0 0',
    `.dc Vload 0 ${vocV} ${vocV / 2000}`,
    '.control',
    'run',
    `wrdata ${out} i(Vload)`,
    '.endc',
    '.end',
  );
  return lines.join('\n');
}

/** Best watts of ngspice's sweep, and the seconds its process took. */
function byNgspice(core, known, row, directory) {
  const [file, out] = [join(directory, 'case.cir'), join(directory, 'case.txt')];
  writeFileSync(file, circuit(core, known, row, out));
  const began = performance.now();
  // its batch mode answers 1 where nothing is printed, which is what is asked of it
  spawnSync('ngspice', ['-b', file], { stdio: 'ignore', cwd: directory });
  const ms = performance.now() - began;
  let best = 0;
  for (const line of readFileSync(out, 'utf8').trim().split('\n')) {
    const [volts, amps] = line.trim().split(/\s+/).map(Number);
    best = Math.max(best, volts * amps);
  }
  return { ms, best };
}

const WEATHER = [
  [100, 5, 700],
  [250, 12, 600],
  [450, 22, 500],
  [650, 32, 450],
  [850, 42, 350],
  [1000, 48, 150],
].map(([wm2, cellC, hours]) => ({ wm2, cellC, hours }));

export async function benchStrings({ core, time, say, percentile }) {
  const known = modules();
  const window = {
    maxV: 450,
    chargesFromV: 120,
    maxWorkV: 430,
    maxA: 60,
    maxIscA: 90,
    maxInputW: Infinity,
    usableW: 9999,
    inputs: 8,
  };
  const panel = { coldVocV: 40.9, coldVmpV: 35, hotVmpV: 26, iscA: 13.95, impA: 13.06, pmaxW: 410 };
  say(
    'all arrangements, 20 × 10 × 8',
    time(() => core.fitStrings(panel, () => window, 1600)),
    '≤ 2 ms',
  );
  let turn = 0;
  const sheet = {
    iscA: 11.1939,
    impA: 10.6046,
    vmpV: 34.6651,
    alphaIscAPerK: 0.0056,
    betaVocVPerK: -0.11951,
  };
  say(
    'five parameters of a sheet',
    time(() => core.fitSheet({ ...sheet, vocV: 41.8939 + (turn++ % 100) / 1000 })),
    '≤ 1 ms',
  );
  const names = Object.keys(known);
  let seed = 7;
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  const shaded = Array.from({ length: 40 }, () =>
    core.series(
      Array.from({ length: 60 }, () => {
        const five = core.partOf(known[names[Math.floor(random() * 3)]], 3);
        return core.section(core.atConditions(five, 20 + 1180 * random(), CELL_C), CELL_C);
      }),
    ),
  );
  say(
    'a string of 20 modules, 60 sections each in a light of its own, with all maxima',
    time(() => core.solveSeries(shaded[turn++ % 40])),
    '≤ 2 ms',
  );
  const lit = Array.from({ length: 20 }, (_, p) =>
    Array.from({ length: 3 }, (_, s) =>
      core.section(
        core.atConditions(core.partOf(known['mono-60-half'], 3), p < 3 && s < p ? 200 : 1000 - 4 * p, CELL_C),
        CELL_C,
      ),
    ),
  ).flat();
  say(
    'the same with three panels partly shaded',
    time(() => core.solveSeries(core.series(lit))),
    '≤ 2 ms',
  );

  const door = (id) => ({
    id,
    maxV: 150,
    chargesFromV: 32,
    maxWorkV: 145,
    maxA: 35,
    maxIscA: 42,
    maxW: 4000,
    maxParallel: 6,
    weather: WEATHER,
  });
  const sorts = names.map((name) => {
    const at = (wm2, cellC) => core.pointsOf(core.atConditions(known[name], wm2, cellC));
    return {
      id: name,
      five: known[name],
      sections: 3,
      coldVocV: at(1000, -20).vocV,
      hotVmpV: at(1000, 65).vmpV,
      iscA: at(1000, 25).iscA,
      count: 8,
    };
  });
  let found;
  say(
    '24 panels of three sorts on two inputs, exactly',
    time(() => (found = core.bestMix(sorts, [door('1'), door('2')])), 10, 1),
    '≤ 1 s',
  );
  console.log(`  exact: ${found.exact}, ${found.weighed} ways weighed, ${found.kWh.toFixed(1)} kWh a year`);

  try {
    await ensureDebian('ngspice');
  } catch (error) {
    if (!(error instanceof Unable)) throw error;
    console.log(`ngspice could not be had, so there is nothing to compare with: ${error.message}`);
    return;
  }
  const directory = join(STATE, `ngspice-${process.pid}`);
  mkdirSync(directory, { recursive: true });
  for (const row of JSON.parse(readFileSync(join(FIXTURES, 'mixed-strings.json'), 'utf8'))) {
    const theirs = Array.from({ length: 7 }, () => byNgspice(core, known, row, directory));
    const ours = time(() => core.solveParallel(stringsOf(core, known, row)), 200, 50);
    const [best] = core.solveParallel(stringsOf(core, known, row)).peaks;
    const ms = percentile(
      theirs.map((run) => run.ms),
      0.5,
    );
    console.log(
      `${row.case}: here ${percentile(ours, 0.5).toFixed(3)} ms and ${best.watts.toFixed(2)} W, ngspice ${ms.toFixed(1)} ms and ${theirs[0].best.toFixed(2)} W: ${Math.round(ms / percentile(ours, 0.5))} times (wanted ≥ 100), ${(100 * Math.abs(best.watts / theirs[0].best - 1)).toFixed(4)} % apart`,
    );
  }
  rmSync(directory, { recursive: true, force: true });
}
