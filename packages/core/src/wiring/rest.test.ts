import { calculate } from '../calculate';
import { BLANK_CIRCUIT, withValueAt, type Design } from '../document';
import { blankDesign, blankUse, chosen, examples, guess, measured } from '../job';
import { climate, demo, run, wiringOf } from '../testing/wiredJobs';
import { conductor, ohmPerMetre } from './conductor';
import { bondsOf, earthOf } from './earth';
import { outerMm2 } from './raceway';
import { trySize, type Wired } from './size';
import { MONTH_DAYS } from '../units';

const bonds = (design: Design) => wiringOf(design).bonds.map(({ what }) => what);
const vale = demo('Vale');

describe('what is bonded and earthed', () => {
  const told = (...of: Parameters<typeof bondsOf>) =>
    bondsOf(...of).map(({ what, size, many }) => [what, size?.name ?? null, many]);
  it('are frames at every corner, rods at the building and at an array of its own, and neutral once', () => {
    // common practice, IEC 60364-5-54 and NEC 250.53, 250.66 (from memory)
    expect(told('iec', 'metric', 'land', 6, 2, true)).toEqual([
      ['Frames and rails', '10 mm2', 24],
      ['Electrode at the building', '16 mm2', 1],
      ['Electrode at the array', '16 mm2', 2],
      ['Neutral to earth', null, 1],
    ]);
    expect(told('north-american', 'imperial', 'land', 1, 0, false)).toEqual([
      ['Frames and rails', '6 AWG', 4],
      ['Electrode at the building', '6 AWG', 2],
    ]);
    expect(told('iec', 'metric', 'land', 0, 0, true)).toEqual([
      ['Electrode at the building', '16 mm2', 1],
      ['Neutral to earth', null, 1],
    ]);
  });
  it('on a boat are negative to ground in one place, and a break in the green wire of the shore', () => {
    expect(told('marine', 'metric', 'boat', 1, 0, true)).toEqual([
      ['Frames and rails', '10 mm2', 4],
      ['DC negative to ground', null, 1],
      ['Shore power', null, 1],
    ]);
    expect(told('marine', 'metric', 'boat', 0, 1, false)).toEqual([['DC negative to ground', null, 1]]);
  });
  it('on a trailer are the chassis, and never a rod', () => {
    expect(told('iec', 'metric', 'trailer', 2, 1, true)).toEqual([
      ['Frames and rails', '10 mm2', 8],
      ['Chassis', '10 mm2', 1],
    ]);
  });
  it('follow the job: a rod at the array where one stands by itself, none where all are on the roof', () => {
    expect(bonds(vale)).toEqual([
      'Frames and rails',
      'Electrode at the building',
      'Electrode at the array',
      'Neutral to earth',
    ]);
    const roofs = Object.keys(vale.arrays).reduce(
      (design, id) => withValueAt(design, `/arrays/${id}/mounting`, 'roof'),
      vale,
    );
    expect(bonds(roofs)).not.toContain('Electrode at the array');
    const rods = (design: Design) =>
      wiringOf(design).bonds.find(({ what }) => what === 'Electrode at the array')?.many;
    const onPole = withValueAt(roofs, '/arrays/a1/mounting', 'pole');
    expect(rods(onPole)).toBe(1);
    expect(rods({ ...onPole, arrays: { ...onPole.arrays, b2: { ...onPole.arrays.a1!, position: 9 } } })).toBe(
      2,
    );
    expect(bonds(demo('Sula'))).toContain('DC negative to ground');
    expect(bonds(demo('Bookwagon'))).toContain('Chassis');
    // without anything on AC there is no neutral
    const plain = {
      ...blankDesign({ name: 'Lamp', kind: 'shed', units: 'metric', busVolts: 12 }),
      place: vale.place,
    };
    const lamp = { ...blankUse(1, 'Lamp'), watts: measured(9), hours: measured(3), supply: 'dc' as const };
    expect(bonds({ ...plain, uses: { lamp } })).not.toContain('Neutral to earth');
  });
});

it('people are guarded by the device their code has: 30 mA, or ground-fault protected outlets', () => {
  const residual = (design: Design) => wiringOf(design).guards.find(({ id }) => id === 'residual');
  expect(residual(vale)).toMatchObject({ short: 'residual current 30 mA, type A', many: 1 });
  expect(residual(vale)!.what).toBe('residual-current device, 30 mA, type A');
  expect(residual({ ...vale, school: 'north-american' })).toMatchObject({
    what: 'ground-fault protected outlets or breakers',
    short: 'ground-fault protection',
    at: 'outdoors, in kitchen, bath, barn and workshop',
  });
});

it('a use without a name has a wire all the same', () => {
  const design: Design = {
    ...blankDesign({ name: 'Hut', kind: 'cabin', units: 'metric', busVolts: 12 }),
    uses: {
      plain: { ...blankUse(1, ''), watts: measured(1200), hours: measured(1) },
      saw: { ...blankUse(2, 'Saw'), watts: measured(999), hours: measured(1) },
      kettle: { ...blankUse(3, 'Kettle'), watts: measured(1000), hours: measured(0.3) },
    },
  };
  expect(run(design, 'ac-plain').circuit).toMatchObject({ name: 'Unnamed use', to: 'the use' });
  expect(run(design, 'ac-kettle').circuit).toMatchObject({ name: 'Kettle', to: 'Kettle' });
  // from a kilowatt on a use has a circuit of its own (common practice)
  expect(() => run(design, 'ac-saw')).toThrow('No circuit');
  expect(run(design, 'ac-rest').circuit.to).toBe('1 use');
});

it('solar cable is thicker than its core by its second sheath', () => {
  const feed = run(vale, 'feed-a1');
  const { outerMm } = feed.chosen.size;
  expect(feed.circuit.insulation).toBe('solar');
  expect(outerMm2(feed)).toBeCloseTo((Math.PI * (outerMm + 1.2) ** 2) / 4, 9);
  const bank = run(vale, 'bank');
  expect(outerMm2(bank)).toBeCloseTo((Math.PI * bank.chosen.size.outerMm ** 2) / 4, 9);
});

describe('a size that is tried', () => {
  let job: Wired['job'];
  beforeEach(() => void ({ job } = run(vale, 'bank')));
  it('of two side by side in a pipe, lies among twice as many conductors', () => {
    const lying = job.lying.map((laid) => ({ ...laid, piped: true, circuits: 1, conductors: 2 }));
    const american = { ...job, school: 'north-american' as const, lying };
    const share = (side: number, sideSaid = false) =>
      trySize({ ...american, sideSaid }, conductor('2/0 AWG'), side).ampacity.togetherShare;
    // NEC 310.15(C)(1): up to three in a pipe at full, four to six at 80 %, seven to nine at 70 % (from memory)
    expect([1, 2, 3, 4].map((side) => share(side))).toEqual([1, 0.8, 0.8, 0.7]);
    expect(share(2, true)).toBe(1);
  });
  it('is as warm as its current makes it: by the square of its share of what it carries', () => {
    // IEC 60287: heat goes with amps squared, and so does the rise above the air; PVC bears 70 °C (from memory)
    const iec = { ...job, school: 'iec' as const };
    const one = trySize(iec, conductor('95 mm2'), 1);
    const hot = Math.max(...job.lying.map(({ ambientC }) => ambientC));
    const warmC = hot + (70 - hot) * (job.circuit.amps / one.ampacity.amps) ** 2;
    expect(job.circuit.insulation).toBe('lead');
    expect(warmC).toBeGreaterThan(hot + 5);
    expect(warmC).toBeLessThan(70);
    const metres = 2 * job.lying.reduce((sum, { lengthM }) => sum + lengthM, 0) + job.circuit.returnM;
    const ohm = ohmPerMetre(conductor('95 mm2'), job.make, warmC) * metres;
    expect(one.dropV).toBeCloseTo(job.circuit.amps * ohm, 9);
    // North American tables are for 75 °C whatever flows (NEC chapter 9, table 8)
    const american = trySize({ ...job, school: 'north-american' }, conductor('2/0 AWG'), 1);
    const at75 = ohmPerMetre(conductor('2/0 AWG'), job.make, 75) * metres;
    expect(american.dropV).toBeCloseTo(job.circuit.amps * at75, 9);
  });
  it('is held to a small breaker where it is thin, but not on a string of panels', () => {
    // NEC 240.4(D): 15 A on 14 AWG, 20 on 12, 30 on 10 (from memory)
    const fails = (kind: 'dc' | 'string' | 'feed', amps: number) =>
      trySize(
        {
          ...job,
          school: 'north-american',
          limitPct: 1000,
          device: { ...job.device!, amps },
          circuit: { ...job.circuit, kind, amps: 5, mostA: 5, faultA: 0 },
          lying: job.lying.map((laid) => ({ ...laid, ambientC: 30, conductors: 2, circuits: 1 })),
        },
        conductor('12 AWG'),
        1,
      ).fails.includes('protection');
    expect([fails('dc', 20), fails('dc', 25), fails('string', 25), fails('feed', 25)]).toEqual([
      false,
      true,
      false,
      false,
    ]);
  });
  it('outlasts a short until the fuse opens: amps × √s ÷ k', () => {
    // IEC 60364-4-43: k 115 for copper and 76 for aluminium with PVC (from memory); a hundredth of a second
    const metals = { copper: 115, aluminium: 76 } as const;
    for (const [metal, k] of Object.entries(metals)) {
      const fails = (areaMm2: number, faultA: number) =>
        trySize(
          {
            ...job,
            make: { ...job.make, metal: metal as keyof typeof metals },
            circuit: { ...job.circuit, faultA },
          },
          { ...conductor('35 mm2'), areaMm2 },
          1,
        ).fails.includes('short');
      const limitA = (35 * k) / Math.sqrt(0.01);
      expect([metal, fails(35, limitA * 0.999), fails(35, limitA * 1.001)]).toEqual([metal, false, true]);
    }
  });
});

it('ends are counted from every conductor of every run, as many as there are of it', () => {
  const double = withValueAt(vale, '/wiring/circuits/bank', {
    ...BLANK_CIRCUIT,
    ...vale.wiring.circuits.bank,
    size: '50 mm2',
    side: chosen(2),
  });
  for (const { design } of [...examples(), { design: double }]) {
    const { wiring, takeOff } = calculate(design, climate);
    const many = (what: RegExp) =>
      takeOff.parts.filter((part) => what.test(part.what)).reduce((sum, part) => sum + part.many, 0);
    const conductors = (kinds?: readonly string[]) =>
      wiring.wired
        .filter(({ circuit }) => !kinds || kinds.includes(circuit.kind))
        .reduce((sum, { circuit, chosen: size }) => sum + circuit.wires * circuit.many * size.side, 0);
    expect(many(/^labels/)).toBe(2 * conductors());
    expect(many(/^lugs/)).toBe(2 * conductors(['links', 'bank', 'inverter']));
    expect(many(/^heat-shrink/)).toBe(many(/^lugs/));
    // a fuse or breaker is bought for every run that has one, and what joins strings once an input
    for (const { device } of wiring.wired)
      if (device)
        expect(many(new RegExp(`^${device.label} ${device.amps} A$`))).toBeGreaterThanOrEqual(device.many);
    const inputs = (from: string) =>
      wiring.wired.reduce(
        (sum, { circuit }) => sum + (circuit.kind === 'feed' && circuit.from === from ? circuit.many : 0),
        0,
      );
    expect([many(/^combiners?$/), many(/of branch connectors$/)]).toEqual(
      ['combiner', 'branch connectors'].map(inputs),
    );
    // one box an array, through which the feeds of all its inputs go
    const feeds = new Set(
      wiring.wired.filter(({ circuit }) => circuit.kind === 'feed').map(({ circuit }) => circuit.array),
    ).size;
    const [boxes] = takeOff.parts.filter(({ what }) => what.startsWith('entry box'));
    expect([boxes?.what, boxes?.many]).toEqual(
      feeds === 0 ? [undefined, undefined] : [feeds === 1 ? 'entry box' : 'entry boxes', feeds],
    );
  }
});

it('what the wires bring to the uses is what they take, over that and what stays in the wires', () => {
  for (const { design } of examples()) {
    const { loads, wiring } = calculate(design, climate);
    const lost = (kinds: readonly string[]) =>
      wiring.wired.reduce(
        (sum, { circuit, chosen: size }) => sum + (kinds.includes(circuit.kind) ? (size.lostKWh ?? 0) : 0),
        0,
      );
    const takes = (side: 'ac' | 'dc') =>
      loads.rows
        .filter(({ id, later }) => design.uses[id]!.supply === side && !later)
        .reduce(
          (sum, { monthWh }) => sum + MONTH_DAYS.reduce((year, days, m) => year + days * monthWh[m]!, 0),
          0,
        ) *
      (loads.gives[side] / 1000);
    for (const [side, kinds] of [
      ['ac', ['ac']],
      ['dc', ['dc', 'dc-feed']],
    ] as const) {
      const kWh = takes(side);
      expect(loads.reach[side]).toBeCloseTo(kWh > 0 ? kWh / (kWh + lost(kinds)) : 1, 3);
    }
  }
});

it('a protective conductor is by IEC in a metric job and wherever its school is, else by the fuse (NEC 250.122, from memory)', () => {
  const panel = wiringOf(vale).wired.find(({ circuit }) => circuit.kind === 'source')!;
  const line = panel.chosen.size.areaMm2 * panel.chosen.side;
  expect(line).toBeLessThanOrEqual(16);
  const of = (school: Design['school'], units: 'metric' | 'imperial') => earthOf(panel, school, units)!;
  for (const school of ['iec', 'north-american', 'marine'] as const)
    expect(of(school, 'metric').areaMm2).toBe(line);
  // as thick as the line up to 16 mm² (IEC 60364-5-54), in sizes of the job
  expect(of('iec', 'imperial').areaMm2).toBeGreaterThanOrEqual(line);
  expect(of('iec', 'imperial').name).toMatch(/AWG$/);
  // a breaker of 32 A asks for 10 AWG
  expect(panel.device!.amps).toBe(32);
  expect(of('north-american', 'imperial').name).toBe('10 AWG');
});

it('of large uses on AC ten have a circuit of their own, and a source that charges with nothing has no lead to the bank', () => {
  const uses = Object.fromEntries(
    Array.from({ length: 14 }, (_, i) => [
      `k${i}`,
      { ...blankUse(i + 1, `Kettle ${i}`), watts: measured(1500 + i), hours: measured(0.1) },
    ]),
  );
  const own = wiringOf({ ...vale, uses }).wired.filter(({ circuit }) => /^ac-k/.test(circuit.key));
  // the largest
  expect(own.map(({ circuit }) => circuit.key).sort()).toEqual(
    [10, 11, 12, 13, 4, 5, 6, 7, 8, 9].map((i) => `ac-k${i}`).sort(),
  );
  const sula = demo('Sula');
  const keys = (amps: number) => {
    const none = withValueAt(sula, '/power/sources/q1/given/chargeAmps', measured(amps));
    return wiringOf(none).wired.map(({ circuit }) => circuit.key);
  };
  expect([keys(20).includes('charger-q1'), keys(0).includes('charger-q1')]).toEqual([true, false]);
});

it('a length is a guess where it is one, of its kind of run or of a stretch on its way', () => {
  const lengths = Object.fromEntries(
    Object.keys(vale.wiring.lengths).map((run) => [run, measured(4)]),
  ) as Design['wiring']['lengths'];
  const told = (design: Design) =>
    Object.fromEntries(wiringOf(design).wired.map(({ circuit, guessed }) => [circuit.key, guessed]));
  const known = { ...vale, wiring: { ...vale.wiring, lengths, circuits: {} } };
  expect(Object.values(told(known)).some(Boolean)).toBe(false);
  const loads = { ...known, wiring: { ...known.wiring, lengths: { ...lengths, loads: guess(8) } } };
  for (const { circuit } of wiringOf(loads).wired)
    expect([circuit.key, told(loads)[circuit.key]]).toEqual([
      circuit.key,
      circuit.run === 'loads' && circuit.kind !== 'string',
    ]);
  // strings are as long as their row: nobody guesses that
  const all = { ...known, wiring: { ...vale.wiring, circuits: {} } };
  const strings = wiringOf(all).wired.filter(({ circuit }) => circuit.kind === 'string');
  expect(strings.every(({ guessed }) => !guessed)).toBe(true);
  const stretches = { t1: { ...Object.values(vale.wiring.stretches)[0]!, length: guess(30) } };
  const routed = {
    ...known,
    wiring: { ...known.wiring, stretches, circuits: { 'feed-a1': { ...BLANK_CIRCUIT, path: ['t1'] } } },
  };
  expect(told(routed)['feed-a1']).toBe(true);
  expect(told(withValueAt(routed, '/wiring/stretches/t1/length', chosen(30)))['feed-a1']).toBe(false);
});
