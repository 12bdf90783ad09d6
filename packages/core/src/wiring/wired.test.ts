import { calculate } from '../calculate';
import {
  AWG_SIZES,
  BLANK_CIRCUIT,
  METRIC_SIZES,
  withValueAt,
  type CircuitPlan,
  type Design,
} from '../document';
import { blankDesign, blankUse, chosen, examples, guess, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { bankFaultA } from './circuit';
import { stringsFused } from './circuits';
import { conductor } from './conductor';
import { BANK_FUSES, breaksAt, deviceFor, IEC_SIZES, NEC_SIZES, nextSize } from './device';
import { earthOf, iecEarthMm2 } from './earth';
import { fillOf, leastCoverMm, mayFill } from './raceway';
import { largerOf, trySize, type Job, type Wired } from './size';
import type { WiringFacts } from './wiring';

const climate = { ...plainClimate(44), stops: {} };
const wiringOf = (design: Design): WiringFacts => calculate(design, climate).wiring;
const run = (design: Design, key: string): Wired => {
  const found = wiringOf(design).wired.find(({ circuit }) => circuit.key === key);
  if (!found) throw new Error(`No circuit ${key}`);
  return found;
};
const plan = (parts: Partial<CircuitPlan>): CircuitPlan => ({ ...BLANK_CIRCUIT, ...parts });
const said = (design: Design, key: string, parts: Partial<CircuitPlan>): Design =>
  withValueAt(design, `/wiring/circuits/${key}`, plan(parts));
const jobs = (): Design[] => examples().map(({ design }) => design);
const demo = (name: string): Design => jobs().find((design) => design.name.startsWith(name))!;
/** A shed with two panels in parallel, a lamp and a kettle. */
const shed = (change: (design: Design) => Design = (design) => design): Design => {
  const design = blankDesign({ name: 'Shed', kind: 'shed', units: 'metric', busVolts: 12 });
  return change({
    ...design,
    place: { ...design.place, lat: chosen(44), lon: chosen(5) },
    uses: {
      lamp: { ...blankUse(1, 'Lamp'), watts: measured(20), hours: measured(4), supply: 'dc' },
      kettle: { ...blankUse(2, 'Kettle'), watts: measured(1100), hours: measured(0.3) },
    },
  });
};

describe('circuits', () => {
  it('come from the design, from panels to uses', () => {
    expect(wiringOf(shed()).wired.map(({ circuit }) => circuit.key)).toEqual([
      'feed-a1',
      'bank',
      'charge-c1',
      'inverter',
      'panel',
      'ac-kettle',
      'dc',
      'dc-lamp',
    ]);
  });
  it('stay in step with it', () => {
    const strung = (parallel: number, inputs: number) =>
      shed((design) => ({
        ...design,
        arrays: {
          a1: {
            ...design.arrays.a1!,
            count: chosen(parallel * inputs),
            strings: {
              ...design.arrays.a1!.strings,
              series: chosen(1),
              parallel: chosen(parallel),
              inputs: chosen(inputs),
            },
          },
        },
      }));
    expect(run(strung(1, 1), 'feed-a1').circuit).toMatchObject({ from: 'string', many: 1, returnM: 4 });
    expect(run(strung(2, 1), 'feed-a1').circuit).toMatchObject({ from: 'branch connectors', returnM: 0 });
    expect(run(strung(2, 1), 'string-a1').circuit).toMatchObject({ many: 2, returnM: 4, protection: 'none' });
    expect(run(strung(3, 1), 'string-a1').circuit).toMatchObject({ to: 'combiner', protection: 'string' });
    expect(run(strung(3, 2), 'string-a1').circuit.many).toBe(6);
  });
  it('fuse strings from three on, or where the others could harm one', () => {
    const two = { parallel: 2, backFedA: 13, maxFuseA: 20 } as never;
    expect(stringsFused(two)).toBe(false);
    expect(stringsFused({ ...(two as object), backFedA: 21 } as never)).toBe(true);
    expect(stringsFused({ ...(two as object), parallel: 3 } as never)).toBe(true);
    expect(stringsFused({ ...(two as object), maxFuseA: null } as never)).toBe(false);
  });
  it('have no bank behind the socket of a power station', () => {
    expect(wiringOf(demo('Bookwagon')).wired.map(({ circuit }) => circuit.kind)).toEqual(['feed']);
  });
  it('carry what the design says, by hand', () => {
    // Vale do Junco: 3 strings of 13.9 A Isc; 4 kW at 92 % from a bank at its emptiest
    const vale = demo('Vale');
    const { arrays, wiring } = calculate(vale, climate);
    const feed = wiring.wired.find(({ circuit }) => circuit.key === 'feed-a1')!.circuit;
    expect(feed.mostA).toBeCloseTo(3 * arrays[0]!.module.iscA * 1.25, 6);
    expect(feed.amps).toBeCloseTo(3 * arrays[0]!.module.impA, 6);
    const inverter = run(vale, 'inverter').circuit;
    const { inverter: now } = calculate(vale, climate).power;
    expect(inverter.amps).toBeCloseTo(now!.continuousW / 0.92 / calculate(vale, climate).bank.emptyV, 6);
    // no figure for its short: 20 A for each of 400 Ah
    expect(wiring.bankFaultA).toBe(8000);
    expect(bankFaultA({ wiring: { fault: { value: 3000 } }, bank: {} } as never)).toBe(3000);
  });
  it('tell of what was said about one that is gone, and lose nothing of it', () => {
    const design = said(shed(), 'feed-gone', { size: '6 mm2' });
    expect(wiringOf(design).orphans).toEqual(['feed-gone']);
  });
  it('take the uses they cannot tell one by one together', () => {
    const many = shed((design) => ({
      ...design,
      uses: Object.fromEntries(
        Array.from({ length: 60 }, (_, i) => [
          `u${i}`,
          {
            ...blankUse(i, `Lamp ${i}`),
            watts: measured(10),
            hours: measured(2),
            supply: i % 2 ? 'ac' : 'dc',
          } as const,
        ]),
      ),
    }));
    const kinds = wiringOf(many).wired.map(({ circuit }) => circuit.kind);
    expect(kinds.filter((kind) => kind === 'dc')).toHaveLength(13);
    expect(run(many, 'dc-rest').circuit.amps).toBeCloseTo((18 * 10) / calculate(many, climate).bank.volts, 6);
    expect(run(many, 'ac-rest').circuit).toMatchObject({ many: 1, mostA: 16 * 0.8 });
  });
});

describe('the smallest size', () => {
  const longer = (metres: number, design = shed()): Design => ({
    ...design,
    wiring: { ...design.wiring, lengths: { ...design.wiring.lengths, array: measured(metres) } },
  });
  it('is what drop, amps, protection and strength ask for, and the one below fails', () => {
    for (const design of jobs())
      for (const { chosen: tried, job, governs, plan: own } of wiringOf(design).wired) {
        if (own?.size) continue;
        expect(tried.fails).toEqual([]);
        const below = (design.units === 'metric' ? METRIC_SIZES : AWG_SIZES).filter(
          (name) => conductor(name).areaMm2 < tried.size.areaMm2,
        );
        if (below.length === 0 || tried.side > 1) continue;
        const fails = trySize(job, conductor(below.at(-1)!), 1).fails;
        expect(fails).toContain(governs);
      }
  });
  it('grows with the length, at once and never down', () => {
    let area = 0;
    for (const metres of [1, 5, 10, 20, 40, 80, 160, 400]) {
      const { chosen: tried } = run(longer(metres), 'feed-a1');
      expect(tried.size.areaMm2 * tried.side).toBeGreaterThanOrEqual(area);
      area = tried.size.areaMm2 * tried.side;
    }
    expect(area).toBeGreaterThan(50);
  });
  it('is the least that stands at no length, and the most there is at ten kilometres, told to fail', () => {
    // what the row itself brings back is left
    expect(run(longer(0), 'feed-a1').chosen).toMatchObject({ fails: [], size: { name: '4 mm2' } });
    const far = run(longer(10_000), 'feed-a1');
    expect(far.least).toBeNull();
    expect(far.chosen.fails).toEqual(['drop']);
    expect(far.chosen.side).toBe(4);
  });
  it('side by side lies together, and each carries less', () => {
    const wired = run(demo('Vale'), 'bank');
    const one = trySize(wired.job, conductor('95 mm2'), 1);
    const two = trySize(wired.job, conductor('95 mm2'), 2);
    expect(one.ampacity.togetherShare).toBe(1);
    expect(two.ampacity.togetherShare).toBe(0.8);
    expect(two.carriesA).toBeCloseTo(1.6 * one.carriesA, 6);
  });
  it('goes side by side from 50 mm² on only', () => {
    const large = shed((design) => ({
      ...design,
      uses: { oven: { ...blankUse(1, 'Oven'), watts: measured(4200), hours: measured(1) } },
    }));
    const { chosen: tried } = run(large, 'inverter');
    expect(tried.side).toBeGreaterThan(1);
    expect(tried.size.areaMm2).toBeGreaterThanOrEqual(50);
  });
  it('of aluminium is thicker than of copper', () => {
    const copper = run(longer(60), 'feed-a1').chosen;
    const aluminium = run(said(longer(60), 'feed-a1', { metal: 'aluminium' }), 'feed-a1').chosen;
    expect(aluminium.size.areaMm2).toBeGreaterThan(copper.size.areaMm2);
  });
  it('stays as somebody chose it, judged all the same', () => {
    const thin = run(said(longer(60), 'feed-a1', { size: '2.5 mm2' }), 'feed-a1');
    expect(thin).toMatchObject({ governs: 'typed', chosen: { size: { name: '2.5 mm2' } } });
    expect(thin.chosen.fails).toEqual(expect.arrayContaining(['drop', 'strength']));
    expect(thin.least!.fails).toEqual([]);
    // one of the other school is judged by its area
    expect(run(said(shed(), 'feed-a1', { size: '8 AWG' }), 'feed-a1').chosen.fails).toEqual([]);
  });
  it('has larger ones beside it, each dearer and each losing less', () => {
    const wired = run(demo('Vale'), 'feed-a1');
    const sizes = largerOf(wired);
    expect(sizes).toHaveLength(3);
    let [money, saved, drop] = [0, 0, wired.chosen.dropPct];
    for (const size of sizes) {
      expect(size.moreMoney).toBeGreaterThan(money);
      expect(size.savesKWh!).toBeGreaterThan(saved);
      expect(size.dropPct).toBeLessThan(drop);
      [money, saved, drop] = [size.moreMoney, size.savesKWh!, size.dropPct];
    }
    // 67 m of pair, 70 mm² over 50, at 0.25 a mm² and metre
    expect(sizes[0]!.moreMoney).toBeCloseTo(2 * 67 * (70 - 50) * 0.25, 6);
  });
  it('loses in a year what its amps squared lose in its resistance', () => {
    const { chosen: tried, circuit } = run(demo('Vale'), 'feed-a1');
    const ohm = tried.dropV / circuit.amps;
    expect(tried.lostKWh!).toBeCloseTo((circuit.squareHours! * ohm) / 1000, 9);
    // about the part of its drop that the mean square of its amps leaves
    const { energy } = calculate(demo('Vale'), climate);
    const year = energy!.months.reduce((sum, { madeWh }) => sum + 30.4 * madeWh, 0) / 1000;
    expect(tried.lostKWh! / year).toBeLessThan(tried.dropPct / 100);
    expect(tried.lostKWh! / year).toBeGreaterThan(tried.dropPct / 1000);
  });
});

describe('worked by hand, North American', () => {
  const at = (
    circuit: Partial<Job['circuit']>,
    lying: Partial<Job['lying'][number]>,
    deviceA?: number,
  ): Job => ({
    circuit: {
      ...run(demo('Honey'), 'feed-a1').circuit,
      ...circuit,
    },
    school: 'north-american',
    units: 'imperial',
    lying: [
      { lengthM: 1, surroundings: 'roof', piped: true, ambientC: 30, circuits: 2, conductors: 2, ...lying },
    ],
    make: { metal: 'copper', flexible: true, tinned: false },
    limitPct: 3,
    pricePerMm2M: 0,
    device: deviceA ? ({ amps: deviceA } as never) : null,
    sideSaid: false,
  });
  // 20 A Isc to an input, four in a pipe on a roof at 60 °C: 25 A, terminals 31.25 A
  it('8 AWG carries two strings on a hot roof; 10 AWG does not', () => {
    const job = at({ mostA: 25, amps: 18, factor: 1.25 }, { ambientC: 60, conductors: 4 });
    expect(trySize(job, conductor('10 AWG'), 1).fails).toEqual(['ampacity', 'protection']);
    expect(trySize(job, conductor('8 AWG'), 1).fails).toEqual([]);
  });
  // common practice: an 80 A breaker with 4 AWG copper, 85 A at 75 °C
  it('4 AWG goes with an 80 A breaker, 6 AWG does not', () => {
    const job = at(
      { kind: 'charge', mostA: 60, amps: 60, volts: 24, run: 'charge', highV: 29 },
      { lengthM: 0.5 },
      80,
    );
    expect(trySize(job, conductor('4 AWG'), 1).fails).toEqual([]);
    expect(trySize(job, conductor('6 AWG'), 1).fails).toContain('protection');
  });
  // 30 A at 24 V over 20 ft within 3 %: 0.72 V asks for 6 AWG
  it('6 AWG keeps 30 A over 20 ft within 3 % of 24 V', () => {
    const job = at({ kind: 'dc', mostA: 30, amps: 30, volts: 24, returnM: 0 }, { lengthM: 20 * 0.3048 });
    expect(trySize(job, conductor('8 AWG'), 1).fails).toContain('drop');
    expect(trySize(job, conductor('6 AWG'), 1).fails).not.toContain('drop');
  });
  it('a thin wire has a small breaker', () => {
    const job = at({ kind: 'ac', ac: true, mostA: 10, amps: 10, volts: 120, returnM: 0 }, {}, 20);
    expect(trySize(job, conductor('14 AWG'), 1).fails).toEqual(['protection']);
    expect(trySize(job, conductor('12 AWG'), 1).fails).toEqual([]);
  });
  // IEC 60364-5-54: S ≥ I·√t / k = 10 000·√0.01 / 115 = 8.7 mm²
  it('a short asks for so much copper', () => {
    const job = at({ kind: 'bank', mostA: 10, amps: 10, volts: 48, faultA: 10_000 }, {});
    expect(trySize(job, conductor('8 AWG'), 1).fails).toContain('short');
    expect(trySize(job, conductor('6 AWG'), 1).fails).not.toContain('short');
  });
});

describe('what protects it', () => {
  // NEC 240.6 and IEC 60898 (from memory)
  it('comes in standard sizes', () => {
    expect(NEC_SIZES).toEqual(expect.arrayContaining([15, 35, 45, 110, 175, 225]));
    expect(IEC_SIZES).toEqual(expect.arrayContaining([6, 10, 16, 32, 63, 125]));
    expect(nextSize(NEC_SIZES, 81)).toBe(90);
    expect(nextSize(NEC_SIZES, 80)).toBe(80);
    expect(nextSize(IEC_SIZES, 401)).toBeNull();
  });
  // common practice, from memory
  it.each([
    ['class-t', 57.6, 20_000],
    ['class-t', 126, 0],
    ['mrbf', 14, 10_000],
    ['mrbf', 28.8, 5000],
    ['mrbf', 57.6, 2000],
    ['anl', 28.8, 6000],
    ['anl', 57.6, 2700],
    ['mega', 28.8, 2000],
    ['mega', 57.6, 0],
    ['blade', 14, 1000],
  ])('%s breaks at %d V %d A', (id, volts, amps) => {
    expect(
      breaksAt(
        BANK_FUSES.find((kind) => kind.id === id)!,
        volts,
      ),
    ).toBe(amps);
  });
  it('at a bank breaks what the bank gives, and is never smaller than what flows', () => {
    for (const design of jobs())
      for (const { device, circuit } of wiringOf(design).wired) {
        if (!device || circuit.protection !== 'bank') continue;
        expect(device.breaksA!).toBeGreaterThanOrEqual(circuit.faultA);
        expect(device.amps).toBeGreaterThanOrEqual(circuit.mostA * circuit.factor - 1e-9);
      }
  });
  it('at parallel lithium is class T', () => {
    expect(run(demo('Vale'), 'bank').device).toMatchObject({
      label: 'class T fuse',
      amps: 250,
      mustBreakA: 8000,
    });
    // each string can be fed by the others
    expect(run(demo('Vale'), 'links')).toMatchObject({
      circuit: { faultA: 4000, many: 2 },
      device: { many: 2 },
    });
  });
  it('is what somebody says is there, and the wire follows it', () => {
    const before = run(shed(), 'bank');
    const after = run(said(shed(), 'bank', { fuse: chosen(400) }), 'bank');
    expect(after.device).toMatchObject({ amps: 400, typed: true });
    expect(after.chosen.carriesA).toBeGreaterThanOrEqual(400);
    expect(after.chosen.size.areaMm2 * after.chosen.side).toBeGreaterThan(
      before.chosen.size.areaMm2 * before.chosen.side,
    );
  });
  it('opens both conductors of a circuit where its school asks for it', () => {
    expect(run(demo('Vale'), 'panel').device!.poles).toBe(2);
    expect(run(demo('Honey'), 'panel').device!.poles).toBe(1);
  });
  it('holds while a motor starts', () => {
    // 38 W at 12.8 V that starts with three times as much: 8.9 A through a slow fuse of half of it at least
    const pump = run(demo('Sula'), 'dc-u7');
    expect(pump.circuit.startA).toBeCloseTo((3 * 38) / calculate(demo('Sula'), climate).bank.volts, 6);
    expect(pump.device!.amps).toBe(5);
    const harder = withValueAt(demo('Sula'), '/uses/u7/startFactor', measured(6));
    expect(run(harder, 'dc-u7').device!.amps).toBe(10);
  });
  it('is the strongest there is where none breaks it', () => {
    const circuit = { ...run(shed(), 'bank').circuit, faultA: 50_000 };
    const device = deviceFor(circuit, 'iec', undefined, null)!;
    expect(device).toMatchObject({ label: 'class T fuse', mustBreakA: 50_000, breaksA: 20_000 });
  });
});

describe('earth', () => {
  // NEC table 250.122 (from memory)
  it.each([
    [15, '14 AWG'],
    [20, '12 AWG'],
    [60, '10 AWG'],
    [61, '8 AWG'],
    [200, '6 AWG'],
    [300, '4 AWG'],
    [400, '3 AWG'],
  ])('behind %d A is %s', (amps, name) => {
    const wired = { ...run(demo('Honey'), 'panel'), device: { amps } } as never;
    expect(earthOf(wired, 'north-american', 'imperial')!.name).toBe(name);
  });
  // IEC 60364-5-54 table 54.2 (from memory)
  it.each([
    [6, 6],
    [16, 16],
    [25, 16],
    [35, 16],
    [70, 35],
  ])('of a line of %d mm² is %d mm²', (line, earth) => {
    expect(iecEarthMm2(line)).toBe(earth);
  });
  it('is none on the low volts of a bank', () => {
    expect(earthOf(run(demo('Vale'), 'bank'), 'iec', 'metric')).toBeNull();
    expect(earthOf(run(demo('Vale'), 'feed-a1'), 'iec', 'metric')).not.toBeNull();
  });
});

describe('a pipe', () => {
  it('fills by the table', () => {
    // NEC chapter 9 table 1 (from memory)
    expect([1, 2, 3, 9].map(mayFill)).toEqual([0.53, 0.31, 0.4, 0.4]);
    // eight 8 AWG and one for earth: 0.3294 in² in a 1 in PVC pipe that may hold 0.333
    const wired = {
      ...run(demo('Honey'), 'panel'),
      circuit: { ...run(demo('Honey'), 'panel').circuit, wires: 2, many: 4 },
    };
    const eight = { ...wired, chosen: { ...wired.chosen, size: conductor('8 AWG'), side: 1 } };
    const earth = (Math.PI * conductor('8 AWG').outerMm ** 2) / 4;
    const fill = fillOf([eight], () => earth, 'plastic', 'imperial');
    expect(fill.conductors).toBe(9);
    expect(fill.filledMm2 / 645.16).toBeCloseTo(0.3294, 4);
    expect(fill.pipe!.name).toBe('1 in');
    expect(fill.share).toBeCloseTo(0.3294 / 0.832, 3);
  });
  it('holds forty circuits in none that is sold', () => {
    const wired = run(demo('Vale'), 'bank');
    const forty = { ...wired, circuit: { ...wired.circuit, many: 40 } };
    expect(fillOf([forty], () => 0, 'steel', 'metric')).toMatchObject({ pipe: null, conductors: 80 });
    expect(fillOf([forty], () => 6, 'steel', 'metric')).toMatchObject({ pipe: null, conductors: 81 });
  });
  it('wedges three alike where it is three times as wide', () => {
    const wired = run(demo('Honey'), 'panel');
    const of = (name: '10 AWG' | '4 AWG' | '1/0 AWG') =>
      fillOf(
        [
          {
            ...wired,
            circuit: { ...wired.circuit, wires: 3 },
            chosen: { ...wired.chosen, size: conductor(name) },
          },
        ],
        () => 0,
        'plastic',
        'imperial',
      );
    const ratio = (name: '10 AWG' | '4 AWG' | '1/0 AWG') =>
      Math.sqrt((4 * of(name).pipe!.insideMm2) / Math.PI) / conductor(name).outerMm;
    for (const name of ['10 AWG', '4 AWG', '1/0 AWG'] as const)
      expect(of(name).jams).toBe(ratio(name) >= 2.8 && ratio(name) <= 3.2);
    // 1.029 in inside over 0.324 in
    expect(of('4 AWG').jams).toBe(true);
  });
  // NEC table 300.5 (from memory); elsewhere common practice
  it.each([
    ['none', false, true, 24],
    ['plastic', false, true, 18],
    ['steel', false, true, 6],
    ['plastic', true, true, 18],
    ['steel', true, true, 18],
    ['none', true, true, 24],
  ] as const)(
    'of %s, under traffic %s, has so many inches of cover',
    (raceway, traffic, american, inches) => {
      expect(leastCoverMm({ raceway, traffic }, american)).toBeCloseTo(inches * 25.4, 9);
    },
  );
  it('lies 0.6 m deep elsewhere, 0.8 m under traffic', () => {
    expect(leastCoverMm({ raceway: 'plastic', traffic: false }, false)).toBe(600);
    expect(leastCoverMm({ raceway: 'none', traffic: true }, false)).toBe(800);
  });
});

describe('a stretch', () => {
  const trenched = (length: number): Design => {
    const design = demo('Vale');
    const both = { path: ['t1'] };
    return said(
      said(
        withValueAt(design, '/wiring/stretches/t1', {
          name: 'Trench',
          position: 1,
          surroundings: 'trench',
          raceway: 'plastic',
          length: measured(length),
          ambient: null,
          depth: null,
          bends: null,
          traffic: false,
        }),
        'feed-a1',
        both,
      ),
      'feed-a2',
      both,
    );
  };
  it('changed once changes for all that run through it', () => {
    for (const length of [10, 62]) {
      const facts = wiringOf(trenched(length));
      for (const key of ['feed-a1', 'feed-a2'])
        expect(facts.wired.find(({ circuit }) => circuit.key === key)).toMatchObject({
          lengthM: length,
          routed: true,
          warmest: 'trench',
          ambientC: 25,
        });
      expect(facts.stretches[0]).toMatchObject({ circuits: ['feed-a1', 'feed-a2'], loaded: 4, coverMm: 600 });
      expect(facts.stretches[0]!.fill!.pipe).not.toBeNull();
    }
  });
  it('holds more, each carries less', () => {
    const alone = run(trenched(20), 'feed-a3');
    const together = run(trenched(20), 'feed-a2');
    expect(alone.chosen.ampacity.togetherShare).toBe(1);
    expect(together.chosen.ampacity.togetherShare).toBe(0.8);
  });
  it('adds up along a path, and the warmest of it counts', () => {
    const design = said(
      withValueAt(
        withValueAt(trenched(20), '/wiring/stretches/r1', {
          name: 'Barn roof',
          position: 2,
          surroundings: 'roof',
          raceway: 'steel',
          length: measured(9),
          ambient: measured(66),
          depth: null,
          bends: null,
          traffic: false,
        }),
        '/wiring/circuits/feed-a3',
        plan({}),
      ),
      'feed-a3',
      { path: ['r1', 't1'] },
    );
    expect(run(design, 'feed-a3')).toMatchObject({ lengthM: 29, ambientC: 66, warmest: 'roof' });
  });
});

describe('the take-off', () => {
  it('has the row’s return on one conductor, and slack and ends on all', () => {
    const design = shed((before) => ({
      ...before,
      wiring: { ...before.wiring, lengths: { ...before.wiring.lengths, array: measured(10) } },
      arrays: { a1: { ...before.arrays.a1!, width: measured(6) } },
    }));
    const { cables } = calculate(design, climate).takeOff;
    const feed = run(design, 'feed-a1').chosen.size.name;
    const of = (colour: string) => cables.find(({ id }) => id === `solar/${feed}/${colour}`)!;
    // (10 + 2 × 0.5) × 1.1, and with 6 m of row back
    expect(of('red').metres).toBeCloseTo(12.1, 9);
    expect(of('black').metres).toBeCloseTo(18.7, 9);
  });
  it('cuts the coils at hand, and says what they are short of', () => {
    const design: Design = {
      ...shed(),
      wiring: {
        ...shed().wiring,
        coils: { k1: { position: 1, size: '10 mm2', colour: 'red', metres: measured(5), count: chosen(1) } },
      },
    };
    const line = calculate(said(design, 'feed-a1', { size: '10 mm2' }), climate).takeOff.cables.find(
      ({ id }) => id === 'solar/10 mm2/red',
    )!;
    expect(line.cutting!.short).toHaveLength(1);
    expect(calculate(shed(), climate).takeOff.cables.every(({ cutting }) => cutting === null)).toBe(true);
  });
  it('counts copper by its area and density', () => {
    // 8.96 g/cm³
    const design = demo('Bookwagon');
    const { kg } = calculate(design, climate).takeOff;
    const [feed] = wiringOf(design).wired;
    const metres = (2 * feed!.lengthM + feed!.circuit.returnM) * feed!.circuit.many;
    expect(kg).toBeCloseTo(metres * feed!.chosen.size.areaMm2 * 0.00896, 9);
  });
  it('counts what goes on the ends', () => {
    const { parts } = calculate(demo('Vale'), climate).takeOff;
    const many = (what: string) => parts.find((part) => part.what === what)?.many;
    // strings 3, home runs 2 and the feed of the combiner
    expect(many('plugs for panels, plus and minus pairs')).toBe(6);
    expect(many('fuse for panels, gPV 25 A') ?? 0).toBe(0);
    expect(many('class T fuse 250 A')).toBe(1);
    expect(many('class T fuse 175 A')).toBe(2);
  });
});

it('of any job follows without a place, and with hostile lengths', () => {
  for (const design of jobs()) {
    expect(calculate(design, null).wiring.wired.length).toBeGreaterThan(0);
    for (const value of [0, 20_000]) {
      const lengths = Object.fromEntries(
        Object.keys(design.wiring.lengths).map((kind) => [kind, guess(value)]),
      ) as Design['wiring']['lengths'];
      const { wiring, takeOff } = calculate({ ...design, wiring: { ...design.wiring, lengths } }, climate);
      for (const { chosen: tried } of wiring.wired)
        expect(Number.isFinite(tried.dropV + tried.dropPct + tried.carriesA)).toBe(true);
      expect(Number.isFinite(takeOff.metres + takeOff.kg)).toBe(true);
    }
  }
});
