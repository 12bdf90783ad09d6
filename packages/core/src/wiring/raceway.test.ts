import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, guess, measured } from '../job';
import { conductor } from './conductor';
import { earthOf, iecEarthMm2 } from './earth';
import { fillOf, leastCoverMm, mayFill } from './raceway';
import { climate, wiringOf, run, plan, said, jobs, demo, shed } from '../testing/wiredJobs';

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
  it('in metric jobs is of metric pipe', () => {
    const wired = run(demo('Vale'), 'bank');
    const size = { ...conductor('25 mm2'), outerMm: 11 };
    const pair = { ...wired, chosen: { ...wired.chosen, size, side: 1 } };
    // two of 95 mm² fill 31 %: 613 mm² of pipe, 28 mm wide inside; 32 mm has 27.8, 40 mm 35.4 (IEC 61386, from memory)
    expect(fillOf([pair], () => 0, 'plastic', 'metric').pipe!.name).toBe('40 mm');
  });
  it('holds forty circuits in none that is sold', () => {
    const wired = run(demo('Vale'), 'bank');
    const forty = { ...wired, circuit: { ...wired.circuit, many: 40 } };
    expect(fillOf([forty], () => 0, 'steel', 'metric')).toMatchObject({
      pipe: null,
      conductors: 80,
      share: 1,
    });
    // two side by side are twice as many
    const double = { ...forty, chosen: { ...forty.chosen, side: 2 } };
    expect(fillOf([double], () => 0, 'steel', 'metric').conductors).toBe(160);
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
    // three strings into a combiner, each with its fuse, and two home runs; in the combiner nothing is plugged
    expect(many('plugs for panels, plus and minus pairs')).toBe(5);
    expect([many('combiner'), many('fuse for panels, gPV 25 A')]).toEqual([1, 3]);
    // into the house by an entry box each, 2 × 3; into the combiner 2 × 3, and 2 out of it
    expect(many('glands')).toBe(14);
    const switches = parts.filter(({ what }) => what.startsWith('disconnect'));
    expect(switches.reduce((sum, part) => sum + part.many, 0)).toBe(3);
    // four in series reach 163.5 V; 3 × 13.95 A × 1.25 under a bright sky
    expect(many('disconnect for panels, 2 poles, 170 V DC, 53 A or more')).toBe(1);
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
