import { diff, patched, problemsOf, SHEETS, withValueAt, type Design } from '../document';
import { penFor } from '../figures';
import { blankDesign, blankUse, chosen, examples, guess, measured } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { plainClimate } from '../testing/climates';
import { evaluate } from './evaluate';
import { rankGuesses } from './guesses';

const climate = plainClimate();
const [hut, dairy] = examples().map(({ design }) => design) as [Design, Design];
const atDairy = plainClimate(41.6, { lowestC: -8, altitudeM: 640 });
// months as the climate grid gives them for the hut, rounded
const atHut = plainClimate(-44.1, {
  altitudeM: 995,
  ghiKWhm2: [6.83, 5.84, 4.42, 2.78, 1.7, 1.26, 1.5, 2.26, 3.61, 4.81, 6.2, 6.91],
  airC: [12.3, 12.3, 10.5, 7.9, 4.5, 1.4, 0.4, 1.7, 3.7, 5.7, 8.5, 11],
});

/** A cabin that stands, to break one thing at a time. */
function sound(): Design {
  const design = blankDesign({ name: 'Sound', kind: 'cabin', units: 'metric', busVolts: 24 });
  const array = design.arrays.a1!;
  return {
    ...design,
    uses: { lamp: { ...blankUse(1, 'Lamp'), watts: measured(40), hours: measured(5), supply: 'dc' } },
    place: { ...design.place, lat: chosen(41.6), lon: chosen(0), low: measured(-10), high: measured(38) },
    bank: { ...design.bank, coldest: measured(8) },
    arrays: {
      a1: {
        ...array,
        module: sheetOfClass(moduleClass('mono-60-half')),
        plane: { ...array.plane, tilt: chosen(60) },
        count: chosen(2),
        strings: { ...array.strings, series: chosen(2), parallel: chosen(1) },
      },
    },
  };
}

const change = (path: string, value: unknown) => withValueAt(sound(), path, value);
const ids = (design: Design, grid = climate) =>
  evaluate(design, grid)
    .findings.filter(({ severity }) => severity !== 'note')
    .map(({ id }) => id);

it('lets a sound design stand', () => {
  expect(ids(sound())).toEqual([]);
  expect(evaluate(sound(), climate).verdict).toEqual({
    standing: 'stands',
    words: 'Stands',
    sentence: 'No check of these sheets fails.',
    rests: expect.stringMatching(
      /^This is a calculation, not an approval\. It rests on \d+ figures of this job, of which \d+ are guesses;/,
    ) as string,
  });
});

it('names a few of many motors, and cures them all at one press', () => {
  const pump = (n: number) => ({ ...blankUse(n, `Pump ${n}`), watts: guess(300) });
  const many = withValueAt(
    sound(),
    '/uses',
    Object.fromEntries(Array.from({ length: 9 }, (_, n) => [`p${n}`, pump(n)])),
  );
  const of = (design: Design) =>
    evaluate(design, climate).findings.find(({ id }) => id === 'uses.motorStart');
  const finding = of(many)!;
  expect(finding.sentence).toMatch(/^Pump 0 \(.*Pump 3 \([^)]*\), and 5 more: entered/);
  expect(of(patched(many, finding.remedies[0]!.operations))).toBeUndefined();
});

describe('each mistake has its finding', () => {
  it.each<[string, string, unknown]>([
    ['strings.cold', '/arrays/a1/strings/series', chosen(3)],
    ['strings.hot', '/controllers/c1/startVolts', chosen(90)],
    ['strings.missing', '/arrays/a1/strings/parallel', chosen(5)],
    ['strings.inputs', '/arrays/a1/strings/inputs', chosen(2)],
    ['strings.left', '/arrays/a1/count', chosen(3)],
    ['module.volts', '/arrays/a1/module/vmp', chosen(60)],
    ['module.amps', '/arrays/a1/module/imp', chosen(20)],
    ['module.power', '/arrays/a1/module/pmax', chosen(300)],
    ['module.coefficients', '/arrays/a1/module/betaVoc', null],
    ['controller.insideOut', '/controllers/c1/minVolts', chosen(120)],
    ['array.flat', '/arrays/a1/plane/tilt', chosen(0)],
    ['array.away', '/arrays/a1/plane/azimuth', chosen(0)],
    ['bank.days', '/bank/days', chosen(30)],
    ['bank.series', '/bank/series', chosen(2)],
    ['bank.frost', '/bank', { ...sound().bank, coldest: measured(-8), coldProtected: false }],
    ['bank.depth', '/bank/depth', chosen(100)],
    ['bank.charge', '/bank', { ...sound().bank, unitAh: chosen(20) }],
    ['uses.none', '/uses', {}],
    ['uses.neverRuns:lamp', '/uses/lamp/months', []],
    ['uses.motorStart', '/uses/lamp', { ...blankUse(1, 'Well pump'), watts: guess(300) }],
    ['uses.kilowatts:lamp', '/uses/lamp', { ...blankUse(1, 'Heater'), watts: guess(4000), hours: guess(10) }],
    ['uses.idle', '/', undefined],
    ['place.none', '/place/lat', null],
    ['place.insideOut', '/place/low', chosen(30)],
  ])('%s', (id, path, value) => {
    const design =
      id === 'uses.idle'
        ? {
            ...sound(),
            uses: { a: { ...blankUse(1, 'Radio'), watts: guess(20) } },
            supply: { ...sound().supply, inverterIdle: guess(0) },
          }
        : id === 'place.insideOut'
          ? change('/place', { ...sound().place, low: chosen(30), high: chosen(20) })
          : change(path, value);
    expect(ids(design)).toContain(id);
  });

  it('weak sun and short arrays', () => {
    expect(ids(change('/uses/lamp/watts', measured(900)))).toContain('array.short');
    expect(
      ids({ ...sound(), uses: { lamp: { ...sound().uses.lamp!, watts: measured(180), supply: 'dc' } } }),
    ).not.toContain('array.short');
    const dark = plainClimate(78, { ghiKWhm2: plainClimate().ghiKWhm2.map(() => 0) });
    expect(ids(change('/place/lat', chosen(78)), dark)).toContain('place.polarNight');
    expect(evaluate(sound(), plainClimate(41.6, { landDistance: 9 })).findings.map(({ id }) => id)).toContain(
      'place.sea',
    );
  });

  it('lead-acid has its own', () => {
    const lead = {
      ...sound().bank,
      chemistry: 'flooded' as const,
      unitVolts: chosen(6),
      unitAh: chosen(225),
      series: chosen(4),
      depth: chosen(60),
      coldest: measured(-15),
    };
    expect(ids(change('/bank', { ...lead, parallel: chosen(5) }))).toEqual(
      expect.arrayContaining(['bank.freezes', 'bank.rows', 'array.slow']),
    );
  });
});

describe('remedies', () => {
  it('end the finding they belong to', () => {
    for (const design of [
      dairy,
      change('/arrays/a1/strings/series', chosen(1)),
      change('/bank/days', chosen(6)),
      change('/arrays/a1/plane/tilt', chosen(0)),
      change('/bank/depth', chosen(100)),
    ]) {
      for (const finding of evaluate(design, atDairy).findings) {
        for (const { label, operations } of finding.remedies) {
          const after = patched(design, operations);
          expect(problemsOf(after)).toEqual([]);
          const same = evaluate(after, atDairy, false).findings.find(({ id }) => id === finding.id);
          expect([label, same?.severity]).not.toEqual([label, 'stop']);
        }
      }
    }
  });
});

it('starts every kind of job on every bus with strings that stand on an ordinary site', () => {
  for (const kind of ['cabin', 'homestead', 'shed', 'trailer', 'boat'] as const) {
    for (const busVolts of [12, 24, 48] as const) {
      const design = blankDesign({ name: 'New', kind, units: 'metric', busVolts });
      design.place = { ...design.place, lat: chosen(45), lon: chosen(0) };
      const stops = evaluate(design, climate).findings.filter(({ severity }) => severity === 'stop');
      expect([kind, busVolts, stops.map(({ id }) => id)]).toEqual([kind, busVolts, []]);
    }
  }
});

it('offers a larger controller where the one there is takes no more panels', () => {
  const greedy = withValueAt(sound(), '/uses/lamp/watts', measured(900));
  const short = evaluate(greedy, climate).findings.find(({ id }) => id === 'array.short')!;
  expect(short.remedies[0]?.label).toMatch(/ on \d+ V, /);
  const after = evaluate(patched(greedy, short.remedies[0]!.operations), climate);
  expect(after.figures['array.ratio']!.value).toBeGreaterThanOrEqual(1);
  expect(after.findings.map(({ id }) => id)).not.toContain('strings.cold');
});

describe('the demo jobs', () => {
  it('Vale do Junco falls to a cold morning, and one remedy cures it', () => {
    const before = evaluate(dairy, atDairy);
    expect(before.verdict).toMatchObject({
      standing: 'falls',
      sentence: 'Cold volts over the limit: Ground rack.',
    });
    const cold = before.findings[0]!;
    // by hand: record low −8 − 5 = −13 °C; 4 × 37.2 V × (1 + 0.0026 × 38) = 163.5 V
    expect(cold).toMatchObject({ id: 'strings.cold', severity: 'stop', limit: 150 });
    expect(cold.value).toBeCloseTo(163.5, 1);
    const after = evaluate(patched(dairy, cold.remedies[0]!.operations), atDairy);
    expect(after.verdict.standing).not.toBe('falls');
    expect(after.figures['strings.cold']?.value).toBeCloseTo(122.6, 1);
  });

  it('Tarn Hut stands in its own winter', () => {
    const hutYear = evaluate(hut, atHut);
    expect(hutYear.verdict.standing).toBe('stands');
    expect(hutYear.figures['array.ratio']?.label).toBe('made per kWh used, June');
    // 2 × 41.3 V × (1 + 0.0027 × 47) = 93.08 V
    expect(hutYear.figures['strings.cold']?.value).toBeCloseTo(93.08, 2);
    // radio alone out of season: 13.5 W × 24 h through its wires, and the controller’s own 0.5 W
    const brings = hutYear.wire.reachPct.dc / 100;
    expect(brings).toBeGreaterThan(0.97);
    expect(brings).toBeLessThan(1);
    expect(hutYear.figures['load:3']?.value).toBeCloseTo((13.5 * 24) / brings + 0.5 * 24, 6);
    const typed = evaluate({ ...hut, supply: { ...hut.supply, dcEfficiency: chosen(97) } }, atHut);
    expect(typed.figures['load:3']?.value).toBeCloseTo((13.5 * 24) / 0.97 + 0.5 * 24, 6);
  });

  it.each([hut, dairy])('$name is a valid design that survives JSON', (design) => {
    expect(problemsOf(JSON.parse(JSON.stringify(design)))).toEqual([]);
  });
});

describe('an evaluation', () => {
  it('is plain data that a worker can post', () => {
    const evaluation = evaluate(dairy, atDairy);
    expect(JSON.parse(JSON.stringify(evaluation))).toEqual(evaluation);
  });

  it('answers every sheet, with and without a place', () => {
    for (const evaluation of [
      evaluate(dairy, atDairy),
      evaluate(blankDesign({ name: 'New', kind: 'boat', units: 'imperial', busVolts: 12 }), null),
    ]) {
      for (const sheet of SHEETS) {
        expect(evaluation.answers[sheet].lead).not.toBe('');
        expect(evaluation.governing[sheet]).not.toBe('');
      }
    }
    expect(
      evaluate(blankDesign({ name: 'New', kind: 'boat', units: 'imperial', busVolts: 12 }), null).verdict
        .standing,
    ).toBe('unknown');
  });

  it('speaks the job’s units', () => {
    const imperial = evaluate({ ...sound(), units: 'imperial' }, climate);
    expect(imperial.governing.place).toContain('14\u00a0°F');
    expect(imperial.figures['climate.low']?.value).toBe(-10);
  });

  it('takes typed months over the grid’s, and needs no grid where all are typed', () => {
    const months = Object.fromEntries(Array.from({ length: 12 }, (_, m) => [String(m + 1), measured(4)]));
    const typed = { ...sound(), place: { ...sound().place, ghi: months, air: months } };
    const evaluation = evaluate(typed, null);
    expect(
      evaluation.climate?.months.every(({ ghiFrom, ghiKWhm2 }) => ghiFrom === 'typed' && ghiKWhm2 <= 4),
    ).toBe(true);
    expect(evaluation.findings.map(({ id }) => id)).not.toContain('place.gridSun');
  });
});

describe('guesses', () => {
  it('are ranked by what they could do to the verdict, and measured figures are none', () => {
    const ranked = rankGuesses(dairy, atDairy, penFor('metric'));
    expect(ranked.length).toBeGreaterThan(8);
    expect(ranked.map(({ id }) => id)).not.toContain('/uses/u6/watts');
    const flips = ranked.map(({ flips }) => flips);
    expect(flips.lastIndexOf(true)).toBeLessThan(flips.indexOf(false));
    // copper weighs less, and has a test of its own
    const calm = ranked
      .filter(({ flips, margin }) => !flips && margin !== 'copper')
      .map(({ moves }) => moves);
    expect(calm).toEqual([...calm].sort((a, b) => b - a));
  });

  it('know the record low that would break a string', () => {
    const edge = withValueAt(sound(), '/place/low', null);
    const low = rankGuesses(
      withValueAt(edge, '/controllers/c1/maxVolts', chosen(92)),
      plainClimate(41.6, { lowestC: -8 }),
      penFor('metric'),
    );
    expect(low[0]).toMatchObject({ id: 'grid.low', margin: 'cold', flips: true });
  });
});

it('patches between any two of its designs', () => {
  expect(patched(hut, diff(hut, dairy))).toEqual(dairy);
});
