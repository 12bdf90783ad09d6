import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { evaluate, judge } from '../evaluate';
import { chosen, examples, measured } from '../job';
import { controllerClass, controllerOfClass } from '../strings';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { oneArray } from '../testing/dairy';
import { asksForALook, tried, type Finding } from './finding';
import { polesNeeded } from './inputs';

const climate = plainClimate(52.1, { lowestC: -44, highestC: 36 });
const warm = plainClimate();
const findingsIn = (design: Design, grid = climate): Finding[] => judge(design, grid).findings;
const find = (design: Design, id: string, grid = climate) => foundIn(design, grid, id);
const named = (name: string) => examples().find(({ design }) => design.name === name)!.design;
const plain = (text: string | undefined) => text?.replace(/[\u00a0\u2009]/g, ' ');
const put = (design: Design, ...changes: [path: string, value: unknown][]) =>
  changes.reduce((after, [path, value]) => withValueAt(after, path, value), design);

const dairy = put(
  oneArray(),
  ['/arrays/a1/strings/series', chosen(3)],
  ['/arrays/a1/strings/parallel', chosen(2)],
  ['/arrays/a1/count', chosen(6)],
);
const honey = named('Honey house');
const pileOf = (design: Design, grid = climate) => calculate(design, grid).arrays[0]!.pile!;

describe('the window that the strings of a pile work in', () => {
  let best: number;
  beforeEach(() => void (best = pileOf(honey).inputs[0]!.solved.peaks[0]!.volts));
  const controller = honey.arrays.a1!.strings.controller;
  const within = (from: number, to: number) =>
    put(
      honey,
      [`/controllers/${controller}/minVolts`, chosen(from)],
      [`/controllers/${controller}/maxWorkVolts`, chosen(to)],
    );
  it('is told with the end they lie beyond, and not while they are inside', () => {
    expect(find(within(60, best + 1), 'pile.outside.1')).toBeUndefined();
    expect(find(within(60, best - 1), 'pile.outside.1')).toMatchObject({
      severity: 'look',
      value: best,
      limit: best - 1,
    });
    expect(find(within(best - 1, best + 9), 'pile.outside.1')).toBeUndefined();
    const below = find(within(best + 1, best + 9), 'pile.outside.1')!;
    expect(below.value).toBe(best);
    expect(below.limit).toBeGreaterThan(best);
    expect(below.limit).toBeLessThan(best + 9);
  });
});

describe('inputs with limits of their own', () => {
  const two = put(
    dairy,
    ['/controllers/c1', { position: 1, ...controllerOfClass(controllerClass('mppt-250-100')) }],
    ['/arrays/a1/strings/inputs', chosen(2)],
    ['/arrays/a1/strings/parallel', chosen(1)],
  );
  it('hold the strings to the strictest of those they are on', () => {
    expect(find(two, 'strings.cold', warm)).toBeUndefined();
    const unequal = put(two, ['/controllers/c1/inputLimits/2', { maxVolts: chosen(100) }]);
    // 3 × 37.2 × (1 + 0.0026 × 38 or more) is above 120 V
    expect(find(unequal, 'strings.cold', warm)?.limit).toBe(100);
    // on the first alone the second does not matter
    const one = put(
      unequal,
      ['/arrays/a1/strings/inputs', chosen(1)],
      ['/arrays/a1/strings/parallel', chosen(2)],
    );
    expect(find(one, 'strings.cold', warm)).toBeUndefined();
    expect(find(put(one, ['/arrays/a1/strings/first', 2]), 'strings.cold', warm)?.limit).toBe(100);
  });
  it('say when one stands in the wrong order', () => {
    const wrong = put(two, ['/controllers/c1/inputLimits/1', { minVolts: chosen(260) }]);
    expect(find(wrong, 'controller.input:c1.1', warm)?.severity).toBe('stop');
    expect(find(two, 'controller.input:c1.1', warm)).toBeUndefined();
  });
  it('are never shared by two arrays, and those kept free stay free', () => {
    const vale = named('Vale do Junco');
    const shared = (design: Design) =>
      findingsIn(design, warm).filter(({ id }) => id.startsWith('controller.shared'));
    expect(shared(vale)).toEqual([]);
    const both = put(vale, ['/arrays/a2/strings/first', 1], ['/arrays/a3/strings/first', 1]);
    expect(shared(both)).toHaveLength(1);
    expect(shared(both)[0]!.severity).toBe('stop');
    expect(find(vale, 'controller.free:c2', warm)).toBeUndefined();
    expect(
      find(put(vale, ['/controllers/c2/keepFree', chosen(2)]), 'controller.free:c2', warm),
    ).toMatchObject({ severity: 'look', value: 1, limit: 2 });
  });
  it('limit the watts they work with', () => {
    const clipped = put(two, ['/controllers/c1/maxWatts', chosen(500)]);
    const made = (design: Design) =>
      calculate(design, warm).energy!.months.reduce((sum, { madeWh }) => sum + madeWh, 0);
    expect(made(clipped)).toBeLessThan(made(two));
    expect(calculate(clipped, warm).arrays[0]!.strings!.chosen.kept).toBeCloseTo(1000 / (6 * 410), 9);
  });
  it('give another charge limit on another bus where the sheet says so', () => {
    const by = put(
      dairy,
      ['/controllers/c1/chargeAmpsBy/48', chosen(20)],
      ['/controllers/c1/chargeAmpsBy/24', chosen(5)],
    );
    expect(calculate(by, warm).energy!.limitW).toBeCloseTo(20 * 56.8, 6);
  });
});

describe('other kinds of controller', () => {
  const on = (id: string, series: number) =>
    put(
      dairy,
      ['/controllers/c1', { position: 1, ...controllerOfClass(controllerClass(id)) }],
      ['/arrays/a1/strings/series', chosen(series)],
      ['/arrays/a1/strings/parallel', chosen(1)],
    );
  it('a boost charges from below the bank, and never from above it', () => {
    expect(find(on('boost-12-48', 1), 'strings.hot', warm)).toBeUndefined();
    expect(find(on('boost-12-48', 1), 'strings.boost', warm)).toBeUndefined();
    expect(find(on('boost-12-48', 2), 'strings.boost', warm)?.severity).toBe('stop');
  });
  it('a tracking one does not charge a bank above its panels', () => {
    expect(find(on('mppt-150-60', 1), 'strings.hot', warm)?.severity).toBe('stop');
  });
  it('a power station asks only for its own window', () => {
    expect(find(on('station-95', 2), 'strings.hot', warm)).toBeUndefined();
    expect(find(on('station-95', 3), 'strings.cold', warm)?.limit).toBe(95);
  });
  it('wakes late where dim light does not lift the string to its start', () => {
    const late = put(dairy, ['/controllers/c1/startVolts', chosen(108)]);
    expect(find(late, 'strings.start', warm)?.severity).toBe('look');
    expect(
      find(put(dairy, ['/controllers/c1/startVolts', chosen(80)]), 'strings.start', warm),
    ).toBeUndefined();
  });
  it('draws its own from the bank, in dark days too', () => {
    const hungry = put(dairy, ['/controllers/c1/ownDraw', chosen(30.5)]);
    const [now, before] = [calculate(hungry, warm), calculate(dairy, warm)];
    for (const [m, { busWh }] of now.loads.months.entries())
      expect(busWh - before.loads.months[m]!.busWh).toBeCloseTo(30 * 24, 6);
    expect(now.bank.days!).toBeLessThan(before.bank.days!);
  });
});

describe('what lies between', () => {
  it.each(['combiner', 'disconnect', 'cable', 'connector', 'dwelling'])(
    'the %s bears the cold volts or stops it',
    (part) => {
      const cold = calculate(dairy, warm).arrays[0]!.strings!.chosen.coldVocV;
      const limited = (volts: number) => find(put(dairy, [`/dc/${part}`, chosen(volts)]), `dc.${part}`, warm);
      expect(limited(Math.floor(cold))?.severity).toBe('stop');
      expect(limited(Math.ceil(cold))).toBeUndefined();
    },
  );
  it('counts the poles of the disconnect against the circuits', () => {
    // two strings are joined by branch connectors, four in a combiner: one circuit an input either way
    for (const parallel of [1, 2, 4])
      expect(
        polesNeeded(calculate(put(dairy, ['/arrays/a1/strings/parallel', chosen(parallel)]), warm)),
      ).toBe(2);
    const two = put(dairy, ['/arrays/a1/strings/inputs', chosen(2)]);
    expect(polesNeeded(calculate(two, warm))).toBe(4);
    const few = find(put(two, ['/dc/poles', chosen(3)]), 'dc.poles', warm);
    expect(few).toMatchObject({ value: 3, limit: 4, remedies: [{ label: 'A disconnect of 4 poles' }] });
    expect(find(put(two, ['/dc/poles', chosen(4)]), 'dc.poles', warm)).toBeUndefined();
  });
});

describe('sheets that cannot be', () => {
  const module = (key: string, value: number) =>
    put(dairy, [`/arrays/a1/module/${key}`, { value, from: 'catalogue' }]);
  it('name the field at fault', () => {
    expect(find(module('vmp', 39), 'module.volts', warm)?.focus).toBe('/arrays/a1/module/vmp');
    expect(find(module('imp', 14.5), 'module.amps', warm)?.focus).toBe('/arrays/a1/module/imp');
    expect(find(module('vmp', 36.6), 'module.curve', warm)?.sentence).toMatch(/too near to Voc × Isc/);
    expect(find(module('vmp', 9), 'module.curve', warm)?.sentence).toMatch(/less than a quarter/);
  });
  it('a share typed for per cent is put right by one press', () => {
    const wrong = module('betaVoc', -0.0026);
    const found = find(wrong, 'module.coefficientSize', warm);
    expect(found?.severity).toBe('look');
    const cured = tried(wrong, found!.remedies[0]!.operations);
    expect(cured.arrays.a1!.module.betaVoc!.value).toBeCloseTo(-0.26, 9);
    expect(find(cured, 'module.coefficientSize', warm)).toBeUndefined();
  });
});

describe('a pile of unlike panels', () => {
  it('counts as measured, brought to standard conditions by hand', () => {
    const { sorts } = pileOf(honey);
    // N1: 8.36 A at 862 W/m² and 46 °C, +0.05 %/K: 8.36 ÷ 0.862 ÷ 1.0105
    expect(sorts[2]!.module.iscA).toBeCloseTo(8.36 / 0.862 / 1.0105, 6);
    // its volts: 36.6 less what the light takes (a ln 0.862) over 1 − 0.0029 × 21
    expect(sorts[2]!.vocShare!).toBeGreaterThan(0.98);
    expect(sorts[2]!.vocShare!).toBeLessThan(1);
    // the cold limit keeps to the sheet where that is more
    const beta = 1 + 0.0033 * (25 + 44);
    expect(sorts[0]!.panel.coldVocV).toBeCloseTo(37.6 * beta, 6);
  });

  it('stops for a string too long, for panels that are not there, and for a sheet that cannot be', () => {
    const long = put(honey, ['/arrays/a1/pile/strings/s1/panels', { k1: 4 }]);
    expect(find(long, 'strings.cold')?.severity).toBe('stop');
    expect(find(long, 'pile.missing.k1')?.severity).toBe('stop');
    const odd = put(honey, ['/arrays/a1/pile/sorts/k2/module/vmp', chosen(34)]);
    expect(find(odd, 'pile.sheet.k2')).toMatchObject({
      severity: 'stop',
      focus: '/arrays/a1/pile/sorts/k2/module/vmp',
    });
    expect(find(put(honey, ['/arrays/a1/pile/strings/s1/input', 5]), 'pile.input.5')?.severity).toBe('stop');
    // the last one is there
    const last = calculate(honey, climate).arrays[0]!.berth.windows.length;
    const onLast = put(honey, ['/arrays/a1/pile/strings/s1/input', last]);
    expect(find(onLast, `pile.input.${last}`)).toBeUndefined();
    expect(
      find(put(honey, ['/arrays/a1/pile/strings/s1/input', last + 1]), `pile.input.${last + 1}`)?.severity,
    ).toBe('stop');
  });

  it('needs fuses where the others can feed more into a string than its panels bear', () => {
    const third = { position: 5, input: 1, panels: { k2: 3 } };
    const design = put(
      honey,
      ['/arrays/a1/pile/strings/s5', third],
      ['/arrays/a1/pile/sorts/k2/count', chosen(8)],
    );
    // 8.19 + 7.64 A × 1.25 into the third: above 15 A
    expect(find(design, 'pile.fuses.1')?.title).toBe('A fuse in every string of input 1');
    // a blocking diode fails shorted: it silences nothing
    const blocked = find(put(design, ['/arrays/a1/pile/blocked', true]), 'pile.fuses.1');
    expect(blocked).toMatchObject({ severity: 'note', limit: 15 });
    expect(blocked?.sentence).toMatch(/does not stand in for a fuse/);
  });

  it('has a size of fuse for all strings of an input where each bears it, else each its own', () => {
    const sort = (k: string, isc: number, bears: number): [string, unknown][] => [
      [`/arrays/a1/pile/sorts/${k}/pieces`, {}],
      [`/arrays/a1/pile/sorts/${k}/module/isc`, chosen(isc)],
      [`/arrays/a1/pile/sorts/${k}/module/maxFuse`, chosen(bears)],
    ];
    const on = (...sorts: string[]) =>
      Object.fromEntries(sorts.map((k, i) => [`s${i}`, { position: i, input: 1, panels: { [k]: 2 } }]));
    const three = (bears: number, weak = 20) =>
      put(honey, ...sort('k1', 12, bears), ...sort('k2', 2, weak), [
        '/arrays/a1/pile/strings',
        on('k1', 'k1', 'k2'),
      ]);
    // 1.56 × 12 A asks for 20 A (NEC 690.9), which the weak one bears; the strong ones, fed (12 + 2) × 1.25, are rated for 15
    expect(find(three(20), 'pile.fuses.1')).toMatchObject({ severity: 'note', value: 30, limit: 20 });
    expect(find(three(15), 'pile.fuses.1')).toMatchObject({ severity: 'stop', value: 17.5, limit: 15 });
    expect(find(three(20), 'pile.fuses.1')!.sentence).toContain('A combiner with 20 A fuses');
    // the weak one asks for 1.56 × 2 A: 4 A, where it does not bear what the strong ones need
    const weak = find(three(20, 10), 'pile.fuses.1')!;
    expect(weak).toMatchObject({ severity: 'note', value: 30, limit: 10 });
    const { name } = honey.arrays.a1!.pile!.sorts.k2!;
    expect(weak.sentence).toContain(
      `A combiner with fuses of 4 A in the string of ${name}, 20 A in the others`,
    );
    const { wiring, takeOff } = calculate(three(20, 10), climate);
    const { device } = wiring.wired.find(({ circuit }) => circuit.key === 'string-a1')!;
    expect(device!.sizes).toEqual([
      { amps: 4, many: 1 },
      { amps: 20, many: 2 },
    ]);
    expect(
      takeOff.parts.filter(({ what }) => what.includes('gPV')).map(({ what, many }) => [what, many]),
    ).toEqual([
      ['fuse for panels, gPV 4 A', 1],
      ['fuse for panels, gPV 20 A', 2],
    ]);
    expect(find(three(20, 3), 'pile.fuses.1')?.severity).toBe('stop');
    // one that nothing harms as far as is known, and one whose sheet is silent
    const silent = put(three(30), ['/arrays/a1/pile/sorts/k1/module/maxFuse', null]);
    expect(
      find(put(silent, ['/arrays/a1/pile/sorts/k2/module/maxFuse', chosen(40)]), 'pile.fuses.1'),
    ).toMatchObject({
      severity: 'look',
      title: 'Strings need fuses on input 1',
      value: 17.5,
    });
  });

  it('tells what eight degrees more of cold would do to its string with most volts', () => {
    // not of the sort with most watts
    const guessed = put(honey, ['/place/low', null], ['/arrays/a1/pile/sorts/k2/module/voc', chosen(46)]);
    const volts = (lowC: number) =>
      Math.max(
        ...Object.values(guessed.arrays.a1!.pile!.strings).map(({ panels }) =>
          Object.entries(panels).reduce((sum, [k, many]) => {
            const { module } = pileOf(guessed).sorts.find(({ id }) => id === k)!;
            const voc = Math.max(module.vocV, guessed.arrays.a1!.pile!.sorts[k]!.module.voc.value);
            return sum + many * voc * (1 - module.betaVoc! * (25 - lowC));
          }, 0),
        ),
      );
    const low = calculate(guessed, climate).climate!.low.valueC;
    const told = find(put(guessed, ['/controllers/c1/maxVolts', chosen(volts(low - 7))]), 'place.low')!;
    expect(told).toMatchObject({ severity: 'look', value: low });
    expect(Number(/reach ([\d.]+)/.exec(plain(told.sentence)!)![1])).toBeCloseTo(volts(low - 8), 0);
    expect(
      find(put(guessed, ['/controllers/c1/maxVolts', chosen(volts(low - 9))]), 'place.low')?.severity,
    ).toBe('note');
  });

  it('tells its figures with their working', () => {
    const { figures, answers } = evaluate(honey, climate);
    expect(plain(figures['strings.cold']!.steps[0]!.label)).toMatch(/^3 × From the dairy/);
    expect(figures['strings.given']!.value!).toBeCloseTo(
      100 * (1 - pileOf(honey).kWh / pileOf(honey).ownKWh),
      9,
    );
    expect(plain(answers.strings.rest)).toMatch(/^11 panels on 2 inputs give away/);
    const empty = put(honey, ['/arrays/a1/pile/strings', {}]);
    expect(evaluate(empty, climate, false).answers.strings.lead).toBe('Nothing is strung yet.');
    expect(evaluate(empty, climate, false).figures['strings.together']!.value).toBeNull();
  });
});

describe('a look that may stand', () => {
  it('asks no more while it says the same, and asks again when it says something else', () => {
    const look = findingsIn(dairy, warm).find(({ severity }) => severity === 'look')!;
    const said = put(dairy, [
      `/acknowledged/${look.id}`,
      { reason: 'Seen on site', on: '2026-05-01', sentence: look.sentence },
    ]);
    expect(find(said, look.id, warm)?.acknowledged).toEqual({ reason: 'Seen on site', on: '2026-05-01' });
    const looks = (design: Design) => findingsIn(design, warm).filter(asksForALook).length;
    expect(looks(said)).toBe(looks(dairy) - 1);
    const changed = put(dairy, [
      `/acknowledged/${look.id}`,
      { reason: 'Seen', on: '2026-05-01', sentence: 'Other' },
    ]);
    expect(find(changed, look.id, warm)).toMatchObject({
      acknowledged: null,
      saidBefore: { reason: 'Seen', sentence: 'Other' },
    });
  });
  it('never holds for a stop', () => {
    const long = put(dairy, ['/arrays/a1/strings/series', chosen(5)]);
    const stop = find(long, 'strings.cold', warm)!;
    const said = put(long, [
      '/acknowledged/strings.cold',
      { reason: 'x', on: '2026-05-01', sentence: stop.sentence },
    ]);
    expect(find(said, 'strings.cold', warm)).toMatchObject({ severity: 'stop', acknowledged: null });
    expect(judge(said, warm).verdict.standing).toBe('falls');
  });
});

it('measured values that are not there leave the sheet as it is', () => {
  const bare = put(honey, [
    '/arrays/a1/pile/sorts/k1/pieces',
    { p1: { tag: '', position: 1, voc: null, isc: measured(8.62), light: null, cell: null } },
  ]);
  const [sort] = pileOf(bare).sorts;
  expect(sort!.vocShare).toBeNull();
  expect(sort!.iscShare).toBeCloseTo(1, 9);
  expect(sort!.module.vocV).toBe(37.6);
});
