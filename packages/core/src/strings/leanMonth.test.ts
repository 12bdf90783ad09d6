import fc from 'fast-check';
import { STEP_H, STEPS, type PlaneMonth } from '../sky';
import { FULL_SUN, leanestOf, leanMonth } from './leanMonth';

/** A month of kinds of days, each a hump of its own height. */
function monthOf(heights: readonly number[]): PlaneMonth {
  const kinds = heights.map((height) =>
    Float64Array.from({ length: STEPS }, (_, step) =>
      Math.max(0, height * Math.sin(((step + 0.5) / STEPS) * 2 * Math.PI - Math.PI / 2)),
    ),
  );
  const perWatt = Float64Array.from(
    { length: STEPS },
    (_, step) => kinds.reduce((sum, day) => sum + (day[step] ?? 0), 0) / Math.max(1, kinds.length),
  );
  return { perWatt, kinds } as unknown as PlaneMonth;
}
/** Wh a day of a watt that gives no more than so many watts at a time, added up step by step. */
const stepByStep = (months: readonly PlaneMonth[], limitW: number) => {
  const days = months.flatMap(({ kinds }) => kinds);
  const all = days.reduce(
    (sum, day) => sum + day.reduce((whole, watts) => whole + Math.max(0, Math.min(watts, limitW)), 0),
    0,
  );
  return (all * STEP_H) / days.length;
};

const year = [0.2, 0.5, 1.1, 0.4].map((height) => monthOf([height / 2, height, height * 1.4]));

describe('what a watt makes under a limit', () => {
  it('is what it makes step by step', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.1, max: 2, noNaN: true }),
        fc.integer({ min: 0, max: 4 }),
        (limitW, at) => {
          const month = at === 0 ? null : at;
          const months = month === null ? year : year.slice(month - 1, month);
          const lean = leanMonth(year, month);
          expect(lean.month).toBe(month);
          expect(lean.madeUpTo(limitW)).toBeCloseTo(stepByStep(months, limitW), 9);
        },
      ),
    );
  });
  it('at a limit that is met exactly, at none and at all', () => {
    const { madeUpTo } = leanMonth(year, 3);
    const most = Math.max(...year[2]!.kinds.flatMap((day) => [...day]));
    expect(madeUpTo(most)).toBeCloseTo(stepByStep([year[2]!], Infinity), 9);
    expect(madeUpTo(Infinity)).toBeCloseTo(madeUpTo(most), 12);
    expect(madeUpTo(0)).toBe(0);
    const flat = {
      perWatt: new Float64Array(2),
      kinds: [Float64Array.of(0.5, 0.5), Float64Array.of(0.5, 0)],
    };
    expect(leanMonth([flat as unknown as PlaneMonth], 1).madeUpTo(0.5)).toBeCloseTo((1.5 * STEP_H) / 2, 12);
    expect(leanMonth([flat as unknown as PlaneMonth], 1).madeUpTo(0.2)).toBeCloseTo((0.6 * STEP_H) / 2, 12);
  });
  it('without a place is that of one hour of full sun', () => {
    expect([-1, 0, 0.4, 1, 3].map(FULL_SUN.madeUpTo)).toEqual([0, 0, 0.4, 1, 1]);
    expect(FULL_SUN.month).toBeNull();
  });
});

describe('the month that governs', () => {
  it('is the one that makes least for what is used', () => {
    expect(leanestOf(year, [1, 1, 1, 1])).toBe(1);
    // ten times the use in the brightest month
    expect(leanestOf(year, [1, 1, 10, 1])).toBe(3);
    // months without use do not count
    expect(leanestOf(year, [0, 1, 1, 1])).toBe(4);
    expect(leanestOf(year, [0, 0, 1])).toBe(3);
    expect(leanestOf(year, [])).toBeNull();
  });
  it('is the first of those that are alike', () => {
    expect(leanestOf([year[1]!, year[1]!], [2, 2])).toBe(1);
  });
});
