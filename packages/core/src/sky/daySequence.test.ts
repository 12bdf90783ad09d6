import fc from 'fast-check';
import {
  darkRuns,
  DAY_PROBABILITIES,
  daySequence,
  normalShare,
  rankByClearness,
  rankByQuantiles,
  seededRandom,
} from './daySequence';

/** A changeable winter: a tenth of the days below a quarter of the mean. */
const QUANTILES = [0.14, 0.2, 0.26, 0.42, 0.6, 0.78, 0.96, 1.14, 1.32, 1.5, 1.7, 1.82, 1.9];
const winter = Array.from({ length: 12 }, () => rankByQuantiles(QUANTILES));
const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

function ofMonth(days: Float64Array, month: number): number[] {
  const before = DAYS.slice(0, month).reduce((sum, length) => sum + length, 0);
  return [...days].filter((_, at) => at % 365 >= before && at % 365 < before + DAYS[month]!);
}
const correlation = (days: readonly number[]) => {
  const m = mean(days);
  const pairs = days.slice(1).map((day, i) => (day - m) * (days[i]! - m));
  return mean(pairs) / mean(days.map((day) => (day - m) ** 2));
};

it('knows the normal distribution', () => {
  // Abramowitz & Stegun, table 26.1
  for (const [z, share] of [
    [0, 0.5],
    [1, 0.8413447],
    [1.96, 0.9750021],
    [-2.5, 0.0062097],
    [3, 0.9986501],
  ] as const)
    expect(normalShare(z)).toBeCloseTo(share, 6);
});

it('is the same every time for a seed, and another for another', () => {
  const years = (seed: number) => [...daySequence(winter, 2, seed)];
  expect(years(7)).toEqual(years(7));
  expect(years(7)).not.toEqual(years(8));
  const random = seededRandom(1);
  const many = Array.from({ length: 20_000 }, random);
  expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...many)).toBeLessThan(1);
  expect(mean(many)).toBeCloseTo(0.5, 2);
});

it('keeps every month’s mean to a hundredth', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 12 }), fc.integer(), (years, seed) => {
      const days = daySequence(winter, years, seed);
      for (let month = 0; month < 12; month++)
        expect(Math.abs(mean(ofMonth(days, month)) - 1)).toBeLessThan(0.01);
    }),
    { numRuns: 12 },
  );
});

it('has the quantiles of the place', () => {
  const days = ofMonth(daySequence(winter, 400, 3), 0).sort((a, b) => a - b);
  const scale = mean(QUANTILES.map((q) => q));
  for (const [i, share] of DAY_PROBABILITIES.entries()) {
    const here = days[Math.floor(share * days.length)]!;
    // scaled to the month's mean, as the place's own are to theirs
    expect(Math.abs(here - QUANTILES[i]! / scale)).toBeLessThan(0.06);
  }
});

it('keeps the spread of the clearness where there are no quantiles', () => {
  const days = ofMonth(
    daySequence(
      winter.map(() => rankByClearness(0.35)),
      100,
      5,
    ),
    3,
  );
  expect(mean(days)).toBeCloseTo(1, 2);
  expect(Math.min(...days)).toBeLessThan(0.35);
  expect(Math.max(...days)).toBeGreaterThan(1.6);
});

it('remembers the day before as much as it is told to', () => {
  const days = (persistence: number) => [...daySequence(winter, 200, 11, persistence)];
  expect(Math.abs(correlation(days(0)))).toBeLessThan(0.02);
  // the rank of a normal pair with correlation 0.29 has 6 ÷ π asin(0.29 ÷ 2) = 0.278 (Pearson 1907)
  expect(correlation(days(0.29))).toBeGreaterThan(0.24);
  expect(correlation(days(0.29))).toBeLessThan(0.31);
});

describe('dark runs', () => {
  it('are counted through the months they touch, and over the new year', () => {
    const days = new Float64Array(730).fill(1);
    // the last three days of one year and the first two of the next
    for (const at of [362, 363, 364, 365, 366]) days[at] = 0.2;
    days[100] = 0.4;
    const runs = darkRuns(days);
    // five days touch December of the one and January of the other: five for both
    expect(runs[11]).toEqual([5, 0]);
    expect(runs[0]).toEqual([0, 5]);
    expect(runs[3]).toEqual([1, 0]);
  });
  it('count whole in every month they touch: seven days from 28 January', () => {
    const days = new Float64Array(365).fill(1);
    for (let at = 27; at < 34; at++) days[at] = 0.3;
    expect(darkRuns(days).slice(0, 3)).toEqual([[7], [7], [0]]);
  });
  it('grow with persistence', () => {
    const longest = (persistence: number) => mean(darkRuns(daySequence(winter, 200, 4, persistence))[0]!);
    const runs = [0, 0.2, 0.4, 0.6].map(longest);
    expect(runs).toEqual([...runs].sort((a, b) => a - b));
    expect(runs[3]!).toBeGreaterThan(1.3 * runs[0]!);
  });
});
