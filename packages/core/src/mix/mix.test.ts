import fc from 'fast-check';
import {
  atConditions,
  partOf,
  pointsOf,
  scaledFive,
  section,
  series,
  seriesAt,
  solveParallel,
  type FiveParameters,
  type ParallelSolved,
} from '../curve';
import { boundOf, longest, LONGEST } from './bound';
import { DoorValue, ownKWh } from './doorValue';
import { bestMix, searchMix, stringsOf, valueOf, withinWays } from './search';
import { STEP_H, STEPS, type PlaneMonth } from '../sky';
import { MONTH_DAYS } from '../units';
import type { Door, Sort, StringOf } from './types';
import { weatherPoints } from './weatherPoints';
import { readCsv, relative } from '../../fixtures/read';

// the same three invented modules as the curves are checked with
const FIVES = readCsv('modules.csv').map((row): FiveParameters => ({
  photocurrentA: row.photocurrentA!,
  saturationA: row.saturationA!,
  seriesOhm: row.seriesOhm!,
  shuntOhm: row.shuntOhm!,
  aV: row.aRefV!,
  alphaIscAPerK: row.alphaIscAPerK!,
}));
const sortsOf = (...counts: number[]): Sort[] =>
  counts.map((count, k) => {
    const five = FIVES[k]!;
    return {
      id: `k${k}`,
      five,
      sections: 3,
      coldVocV: pointsOf(atConditions(five, 1000, -20)).vocV,
      hotVocV: pointsOf(atConditions(five, 1000, 65)).vocV,
      iscA: pointsOf(atConditions(five, 1000, 25)).iscA,
      count,
    };
  });
const weather = [
  { wm2: 200, cellC: 8, hours: 900 },
  { wm2: 600, cellC: 30, hours: 700 },
  { wm2: 950, cellC: 46, hours: 400 },
];
const door = (id: string, over: Partial<Door> = {}): Door => ({
  id,
  maxV: 150,
  chargesFromV: 32,
  startV: 34,
  maxWorkV: 145,
  maxA: 35,
  maxIscA: 42,
  maxW: Infinity,
  maxParallel: 3,
  weather,
  ...over,
});

/** Strings side by side solved one by one, with no grid and no bound. */
function solvedKWh(
  strings: readonly StringOf[],
  sorts: readonly Sort[],
  { chargesFromV, maxWorkV, maxA, weather: points }: Door,
) {
  if (strings.length === 0) return 0;
  return points.reduce((sum, { wm2, cellC, hours }) => {
    const solved: ParallelSolved = solveParallel(
      strings.map((string) =>
        series(
          string.flatMap((count, k) => {
            const one = section(atConditions(partOf(sorts[k]!.five, 3), wm2, cellC), cellC);
            return Array<typeof one>(count * 3).fill(one);
          }),
        ),
      ),
    );
    const inside = solved.peaks.filter(({ volts }) => volts >= chargesFromV && volts <= maxWorkV);
    return sum + (hours * (inside[0] ? inside[0].volts * Math.min(maxA, inside[0].amps) : 0)) / 1000;
  }, 0);
}

/** Every way to hang the pile on two doors, by plain trial. */
function bruteForce(sorts: readonly Sort[], doors: readonly Door[]): number {
  const strings: number[][] = [];
  const counts = sorts.map(({ count }) => count);
  const each = (k: number, string: number[]) => {
    if (k === counts.length) {
      if (string.some((n) => n > 0)) strings.push(string);
      return;
    }
    for (let n = 0; n <= counts[k]!; n++) each(k + 1, [...string, n]);
  };
  each(0, []);
  const sum = (string: readonly number[], of: (sort: Sort) => number) =>
    string.reduce((all, n, k) => all + n * of(sorts[k]!), 0);
  const most = (string: readonly number[]) => Math.max(...string.map((n, k) => (n > 0 ? sorts[k]!.iscA : 0)));
  const values = new Map<string, number>();
  const worth = (list: number[][], at: Door) => {
    const key = JSON.stringify([list, at]);
    if (!values.has(key)) values.set(key, solvedKWh(list, sorts, at));
    return values.get(key)!;
  };
  let best = 0;
  const hang = (d: number, from: number, group: number[][], left: number[], before: number) => {
    const at = doors[d]!;
    const here = before + worth(group, at);
    best = Math.max(best, here);
    if (d + 1 < doors.length) hang(d + 1, 0, [], left, here);
    for (let s = from; s < strings.length; s++) {
      const string = strings[s]!;
      if (string.some((n, k) => n > left[k]!)) continue;
      if (
        sum(string, (sort) => sort.coldVocV) > at.maxV ||
        sum(string, (sort) => sort.hotVocV) < Math.max(at.startV, at.chargesFromV)
      )
        continue;
      const next = [...group, string];
      if (next.length > at.maxParallel || next.reduce((a, one) => a + most(one), 0) * 1.25 > at.maxIscA)
        continue;
      hang(
        d,
        s,
        next,
        left.map((n, k) => n - string[k]!),
        before,
      );
    }
  };
  hang(0, 0, [], counts, 0);
  return best;
}

describe('a pile of unlike panels', () => {
  it.each([[[2, 2, 1]], [[1, 3, 2]], [[3, 0, 4]]])(
    'is wired as well as by trying everything: %j',
    (counts) => {
      const sorts = sortsOf(...counts);
      const doors = [door('1', { maxParallel: 2 }), door('2', { maxParallel: 2, maxV: 100, maxWorkV: 95 })];
      const found = bestMix(sorts, doors);
      expect(found.exact).toBe(true);
      const brute = bruteForce(sorts, doors);
      expect(relative(found.kWh, brute)).toBeLessThan(5e-4);
      // and what it says of its wiring is what solving that wiring gives
      const solved = doors.reduce((sum, at, d) => sum + solvedKWh(found.wiring[d]!, sorts, at), 0);
      expect(relative(found.kWh, solved)).toBeLessThan(5e-4);
    },
  );

  it('keeps within every limit of every door, and within the pile', () => {
    fc.assert(
      fc.property(
        fc.tuple(fc.nat(4), fc.nat(4), fc.nat(4)),
        fc.double({ min: 60, max: 200, noNaN: true }),
        fc.double({ min: 14, max: 45, noNaN: true }),
        (counts, maxV, maxIscA) => {
          const sorts = sortsOf(...counts);
          const doors = [door('1', { maxV, maxWorkV: maxV, maxIscA }), door('2')];
          const { wiring, kWh, ownKWh: own } = bestMix(sorts, doors);
          for (const [d, strings] of wiring.entries()) {
            const at = doors[d]!;
            expect(strings.length).toBeLessThanOrEqual(at.maxParallel);
            for (const string of strings)
              expect(string.reduce((sum, n, k) => sum + n * sorts[k]!.coldVocV, 0)).toBeLessThanOrEqual(
                at.maxV,
              );
            const amps = strings.reduce(
              (sum, s) => sum + Math.max(...s.map((n, k) => (n > 0 ? sorts[k]!.iscA : 0))),
              0,
            );
            expect(amps * 1.25).toBeLessThanOrEqual(at.maxIscA + 1e-9);
          }
          for (const [k, sort] of sorts.entries())
            expect(wiring.flat().reduce((sum, s) => sum + s[k]!, 0)).toBeLessThanOrEqual(sort.count);
          // what is lost against each at its own best is never below nothing
          expect(kWh).toBeLessThanOrEqual(own * (1 + 1.001e-4));
        },
      ),
      { numRuns: 25 },
    );
  });

  it('never makes less with one more panel, nor with the sorts in another order', () => {
    const doors = [door('1'), door('2')];
    const kWh = bestMix(sortsOf(3, 3, 2), doors).kWh;
    expect(bestMix(sortsOf(4, 3, 2), doors).kWh).toBeGreaterThanOrEqual(kWh - 1e-6);
    expect(relative(bestMix([...sortsOf(3, 3, 2)].reverse(), doors).kWh, kWh)).toBeLessThan(1e-6);
  });

  it('loses nothing where all are alike and the strings even', () => {
    const { kWh, ownKWh: own, wiring } = bestMix(sortsOf(6), [door('1')]);
    expect(wiring).toEqual([[[3], [3]]]);
    expect(relative(kWh, own)).toBeLessThan(2e-4);
    expect(relative(own, 6 * ownKWh(sortsOf(6)[0]!, door('1')))).toBeLessThan(1e-9);
  });

  it('leaves out a panel that would only hold the others back', () => {
    // one small panel has no string of its own to join at a door from 60 volts
    const { wiring } = bestMix(sortsOf(4, 0, 1), [
      door('1', { chargesFromV: 60, maxParallel: 1, maxV: 190, maxWorkV: 190 }),
    ]);
    expect(wiring[0]).toEqual([[4, 0, 0]]);
  });

  it('finds nothing where nothing fits', () => {
    expect(bestMix(sortsOf(2, 2), [door('1', { maxV: 20, maxWorkV: 20, chargesFromV: 12 })])).toMatchObject({
      kWh: 0,
      wiring: [[]],
    });
    expect(bestMix(sortsOf(0, 0), [door('1')]).kWh).toBe(0);
    expect(bestMix(sortsOf(2), []).kWh).toBe(0);
  });

  it('tells how far a large pile may be from the best, and stays below that', () => {
    const found = bestMix(sortsOf(30, 20, 20), [door('1'), door('2'), door('3')]);
    expect(found.exact).toBe(false);
    expect(found.kWh).toBeLessThanOrEqual(found.boundKWh);
    expect(found.kWh).toBeGreaterThan(0.8 * found.boundKWh);
  });

  it('has a bound that no pile passes', () => {
    // small piles of random sorts at random doors, each searched whole; 500 of them were tried once, and a part is here
    const sort = fc.record({
      of: fc.integer({ min: 0, max: 2 }),
      count: fc.integer({ min: 0, max: 4 }),
      amps: fc.double({ min: 0.3, max: 1.4, noNaN: true }),
      volts: fc.double({ min: 0.4, max: 1.5, noNaN: true }),
    });
    const at = fc.record({
      maxV: fc.integer({ min: 40, max: 260 }),
      chargesFromV: fc.integer({ min: 14, max: 60 }),
      maxA: fc.integer({ min: 8, max: 60 }),
      maxParallel: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(
        fc.array(sort, { minLength: 1, maxLength: 3 }),
        fc.array(at, { minLength: 1, maxLength: 2 }),
        (kinds, limits) => {
          const sorts = kinds.map(({ of, count, amps, volts }, k): Sort => {
            const five = scaledFive(FIVES[of]!, volts, amps);
            return {
              ...sortsOf(1)[0]!,
              id: `k${k}`,
              five,
              coldVocV: pointsOf(atConditions(five, 1000, -20)).vocV,
              hotVocV: pointsOf(atConditions(five, 1000, 65)).vocV,
              iscA: pointsOf(atConditions(five, 1000, 25)).iscA,
              count,
            };
          });
          const doors = limits.map((limit, i) => door(`d${i}`, { ...limit, maxWorkV: limit.maxV }));
          const best = bestMix(sorts, doors);
          expect(best.exact).toBe(true);
          expect(boundOf(sorts, doors)).toBeGreaterThanOrEqual(best.kWh * (1 - 1e-9));
        },
      ),
      { numRuns: 40, seed: 13 },
    );
  });
  it('has a bound that a string of two sorts does not pass: 60 and 36 cells at doors of 75 V', () => {
    // one of 60 cells and one of 36 fill 75 V better than any number of either
    const sorts = sortsOf(200, 0, 200);
    const doors = [
      door('1', { maxV: 75, maxWorkV: 75, chargesFromV: 14 }),
      door('2', { maxV: 75, maxWorkV: 75, chargesFromV: 14 }),
    ];
    const found = bestMix(sorts, doors);
    expect(found.kWh).toBeLessThanOrEqual(found.boundKWh);
    const mixed = valueOf([[[1, 0, 1]], [[1, 0, 1]]], sorts, doors);
    expect(mixed.kWh).toBeLessThanOrEqual(found.boundKWh);
  });

  it('of a pile too large to share out whole, doors by twos give each other what they make more of', () => {
    // thousands of panels that no door bears, and one each of two sorts: the first door takes the larger for itself,
    // and the second bears nothing but that
    const [large, small, far] = sortsOf(1, 1, 20_000);
    const sorts: Sort[] = [
      { ...large!, coldVocV: 50 },
      { ...small!, five: scaledFive(large!.five, 1.3, 0.6), coldVocV: 60, hotVocV: 45 },
      { ...far!, coldVocV: 500 },
    ];
    const limits = { maxParallel: 1, chargesFromV: 14, startV: 14 };
    const doors = [door('1', { ...limits, maxV: 75 }), door('2', { ...limits, maxV: 55 })];
    const alone = (d: number, k: number) => ownKWh(sorts[k]!, doors[d]!);
    expect(alone(0, 0)).toBeGreaterThan(alone(0, 1));
    const found = bestMix(sorts, doors);
    expect(found.wiring).toEqual([[[0, 1, 0]], [[1, 0, 0]]]);
    expect(found.exact).toBe(false);
    expect(relative(found.kWh, alone(0, 1) + alone(1, 0))).toBeLessThan(2e-4);
    expect(found.boundKWh).toBeGreaterThanOrEqual(found.kWh);
  });

  it('of a pile with more parts than can be gone through, one door has its best all the same', () => {
    const found = bestMix(sortsOf(80, 80, 80), [door('1')]);
    expect(found.exact).toBe(false);
    expect(found.kWh).toBeGreaterThanOrEqual(bestMix(sortsOf(9, 9, 9), [door('1')]).kWh * (1 - 1e-9));
    expect(found.kWh).toBeLessThanOrEqual(found.boundKWh);
  });

  it('weighs every group of strings once, and of too many strings those that lose least', () => {
    // one or two in a string: {1}, {2} and {1, 1}
    expect(bestMix(sortsOf(2), [door('1')])).toMatchObject({ weighed: 3, exact: true });
    // doors alike are weighed together
    expect(bestMix(sortsOf(2), [door('1'), door('2')]).weighed).toBe(3);
    // n, n (n + 1) ÷ 2 and n (n + 1) (n + 2) ÷ 6 groups of one, two and three, at most twelve million
    const ways = (n: number) => n + (n * (n + 1)) / 2 + (n * (n + 1) * (n + 2)) / 6;
    expect(withinWays(400, 3)).toBe(400);
    const held = withinWays(1000, 3);
    expect(ways(held)).toBeLessThanOrEqual(12e6);
    expect(ways(Math.ceil(held / 0.9) + 1)).toBeGreaterThan(12e6);
    expect(withinWays(1000, 1)).toBe(1000);
    expect(withinWays(4000, 2)).toBe(4000);
  });

  it('tells its progress as it goes', () => {
    const told: number[] = [];
    const search = searchMix(sortsOf(4, 4, 4), [door('1'), door('2', { maxV: 100, maxWorkV: 95 })]);
    let turn = search.next();
    for (; !turn.done; turn = search.next()) told.push(turn.value);
    expect(told.length).toBeGreaterThan(3);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    // a twentieth of each door's half until its strings are known, and half of it until they are in order
    expect(told[0]).toBeCloseTo(0.025, 9);
    // each fourth of the strings it bears
    const strings = stringsOf(new DoorValue(door('1'), sortsOf(4, 4, 4)), [4, 4, 4]);
    expect(told.filter((share) => share < 0.5 && share >= 0.25)).toHaveLength(Math.floor(strings.length / 4));
    expect(told).toContainEqual(expect.closeTo(0.525, 9));
    expect(told.at(-1)!).toBeLessThan(1);
    expect(turn.value.exact).toBe(true);
  });
  it('tells each fortieth string it tries, before it weighs any', () => {
    const [sorts, far] = [sortsOf(6, 6, 6), door('1', { maxV: 300, maxWorkV: 290, maxParallel: 1 })];
    const told = [...searchMix(sorts, [far])];
    const strings = stringsOf(new DoorValue(far, sorts), [6, 6, 6]).length;
    expect(strings).toBeGreaterThan(80);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    // the first tells that all are known, a twentieth of its half
    const trying = told.filter((share) => share > told[0]! && share < told[0]! * 10);
    expect(trying).toHaveLength(Math.floor(strings / 40));
    expect(trying[0]).toBeCloseTo(told[0]! * (1 + 9 * (39 / strings)), 9);
  });
  it('tells it from nothing to all, also where doors are filled one by one and then by twos', () => {
    const [a, b, far] = sortsOf(2, 2, 20_000);
    const doors = ['1', '2', '3'].map((id, i) => door(id, { maxParallel: 1, maxIscA: 42 - i }));
    const told: number[] = [];
    const search = searchMix([a!, b!, { ...far!, coldVocV: 500 }], doors);
    for (let turn = search.next(); !turn.done; turn = search.next()) told.push(turn.value);
    // a third of the first half for each door, and a ninth of the other for each that is the first of two
    expect(told.slice(0, 3)).toEqual([0, 0.5 / 3, 1 / 3].map((share) => expect.closeTo(share, 9)));
    // a second time round, since the first found better, and no third
    expect(told).toHaveLength(9);
    expect(told.slice(3, 6)).toEqual([0.5, 0.5, 0.5 + 0.5 / 9].map((share) => expect.closeTo(share, 9)));
    expect(told).toEqual([...told].sort((x, y) => x - y));
    expect(told.at(-1)!).toBeLessThan(1);
  });

  it('weighs a wiring that someone chose', () => {
    const [sorts, doors] = [sortsOf(3, 3, 0), [door('1')]];
    const mixed = valueOf(
      [
        [
          [1, 1, 0],
          [2, 2, 0],
        ],
      ],
      sorts,
      doors,
    );
    const kept = valueOf(
      [
        [
          [3, 0, 0],
          [0, 3, 0],
        ],
      ],
      sorts,
      doors,
    );
    expect(mixed.ownKWh).toBeCloseTo(kept.ownKWh, 9);
    expect(mixed.kWh).toBeLessThan(0.75 * kept.kWh);
  });
});

describe('one door, by hand', () => {
  const [first, second] = sortsOf(30, 30);
  const sorts = [
    { ...first!, coldVocV: 40, hotVocV: 30, iscA: 10 },
    { ...second!, coldVocV: 20, hotVocV: 14, iscA: 12 },
  ];
  it('bears a string up to each of its limits', () => {
    const bears = (over: Partial<Door>, string: StringOf) =>
      new DoorValue(door('1', over), sorts).bears(string);
    // 2 × 40 + 20 = 100 V cold, 2 × 30 + 14 = 74 V hot, and 1.25 × 12 A under a bright sky
    expect(bears({ maxV: 100 }, [2, 1])).toBe(true);
    expect(bears({ maxV: 99.9 }, [2, 1])).toBe(false);
    expect(bears({ startV: 74 }, [2, 1])).toBe(true);
    expect(bears({ startV: 74.1 }, [2, 1])).toBe(false);
    expect(bears({ chargesFromV: 74.1 }, [2, 1])).toBe(false);
    expect(bears({ maxIscA: 15 }, [2, 1])).toBe(true);
    expect(bears({ maxIscA: 14.9 }, [2, 1])).toBe(false);
    // the one that gives less is what is in it
    expect(bears({ maxIscA: 12.5 }, [2, 0])).toBe(true);
  });
  it('takes each string that it bears, up to its volts, and none of more panels than anyone strings', () => {
    const found = stringsOf(new DoorValue(door('1', { maxV: 100, startV: 34 }), sorts), [30, 30]);
    // cold volts of 40 a and 20 b up to 100, hot of 30 a and 14 b from 34
    const byHand = [0, 1, 2].flatMap((a) =>
      [0, 1, 2, 3, 4, 5]
        .filter((b) => 40 * a + 20 * b <= 100 && 30 * a + 14 * b >= 34)
        .map((b): StringOf => [a, b]),
    );
    const inOrder = (strings: readonly StringOf[]) => strings.map((string) => string.join()).sort();
    expect(inOrder(found)).toEqual(inOrder(byHand));
    const tiny = sorts.map((sort) => ({ ...sort, coldVocV: 1, hotVocV: 1 }));
    const long = stringsOf(new DoorValue(door('1', { startV: 1, chargesFromV: 1 }), tiny), [30, 30]);
    expect(Math.max(...long.map(([a, b]) => a! + b!))).toBe(LONGEST);
    // of the sort with the fewest volts, and one at the least
    expect([100, 10, 500].map((maxV) => longest(door('1', { maxV }), sorts))).toEqual([5, 1, LONGEST]);
    expect(long).toContainEqual([12, 12]);
  });
  it('finds the top of a curve between its volts', () => {
    for (const string of [
      [2, 0],
      [3, 0],
      [1, 2],
    ]) {
      const own = sortsOf(3, 3);
      const value = new DoorValue(door('1'), own).alone(string);
      expect(relative(value, solvedKWh([string], own, door('1')))).toBeLessThan(2e-5);
    }
  });
  it('takes an end of its volts where the top lies beyond, and nothing of a string that another floods', () => {
    const own = sortsOf(3, 3);
    // volts fall with the current: halved until it is found
    const ampsAt = (volts: number, { wm2, cellC }: (typeof weather)[number]) => {
      const one = section(atConditions(partOf(own[0]!.five, 3), wm2, cellC), cellC);
      const string = series(Array<typeof one>(6).fill(one));
      const at = new Float64Array(2);
      let [low, high] = [0, one.iscA];
      for (let turn = 0; turn < 60; turn++) {
        const middle = (low + high) / 2;
        seriesAt(string, middle, at);
        if (at[0]! > volts) low = middle;
        else high = middle;
      }
      return low;
    };
    for (const [end, limits] of [
      [50, { maxWorkV: 50 }],
      [72, { chargesFromV: 72 }],
    ] as const) {
      const byHand = weather.reduce((sum, light) => sum + (light.hours * end * ampsAt(end, light)) / 1000, 0);
      expect(byHand).toBeGreaterThan(0);
      // steep ends lie between points of its grid
      expect(relative(new DoorValue(door('1', limits), own).alone([2, 0]), byHand)).toBeLessThan(2e-3);
    }
    const from60 = new DoorValue(door('1', { chargesFromV: 60, startV: 60 }), own);
    expect(from60.alone([2, 0])).toBeGreaterThan(0);
    expect(
      from60.together([
        [2, 0],
        [0, 1],
      ]),
    ).toBe(0);
  });
});

describe('a year in a few points', () => {
  const year = (light: (step: number) => [share: number, cellC: number]) =>
    MONTH_DAYS.map((_, month) => {
      const cells = Array.from({ length: STEPS }, (__, step) => (month === 0 ? light(step) : [0, 25]));
      return {
        perWatt: Float64Array.from(cells, ([share]) => share!),
        cellC: Float64Array.from(cells, ([, cell]) => cell!),
      } as unknown as PlaneMonth;
    });
  it('has the light that a panel at its heat makes its watts of, by hours of a month', () => {
    // 0.9 of its watts at 50 °C and -0.4 % a kelvin are those of 1000 W/m²; 0.1 at 25 °C of 100
    const points = weatherPoints(
      year((step) => (step === 10 ? [0.9, 50] : step === 11 ? [0.1, 25] : [0, 25])),
      { gammaPmax: -0.004 },
    );
    expect(points).toEqual([
      { wm2: expect.closeTo(100, 9), cellC: expect.closeTo(25, 9), hours: expect.closeTo(31 * STEP_H, 9) },
      { wm2: expect.closeTo(1000, 9), cellC: expect.closeTo(50, 9), hours: expect.closeTo(31 * STEP_H, 9) },
    ]);
  });
  it('leaves out what is nearly dark, and of light gathered together takes the heat by the light', () => {
    const points = weatherPoints(
      year((step) =>
        step === 5 ? [0.03, 10] : step === 10 ? [0.5, 25] : step === 11 ? [0.41, 10] : [0, 25],
      ),
      { gammaPmax: 0 },
    );
    expect(points).toHaveLength(1);
    expect(points[0]!.wm2).toBeCloseTo(455, 9);
    expect(points[0]!.cellC).toBeCloseTo((500 * 25 + 410 * 10) / 910, 9);
    expect(points[0]!.hours).toBeCloseTo(62 * STEP_H, 9);
    // energy is kept, W/m² by hours
    expect(points[0]!.wm2 * points[0]!.hours).toBeCloseTo(910 * 31 * STEP_H, 6);
  });
});
