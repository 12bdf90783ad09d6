import type { ClimateMonth } from '../climate';
import { airAt, normalShare } from '../sky';

/** Spread of a day's temperatures from one day of a month to the next, K. Planning figure, common practice. */
export const DAY_SPREAD_K = 3.5;

/** Mean of what lies above 0 of a normal variable. */
function meanAbove(mean: number, spread: number): number {
  const z = mean / spread;
  return mean * normalShare(z) + spread * 0.3989422804014327 * Math.exp((-z * z) / 2);
}

/**
 * Degrees below a base by hour of the mean day of a month, K; above it for cooling.
 * @param month of the place, with its mean daily minimum and maximum; @param baseC outdoors at which it begins
 * @returns 24 hours; their sum is the kelvin-hours of a day
 * @source expectation of a normally spread temperature about the mean day's cosine
 */
export function degreesByHour(
  { minC, maxC }: Pick<ClimateMonth, 'minC' | 'maxC'>,
  baseC: number,
  side: 'heating' | 'cooling',
): number[] {
  return Array.from({ length: 24 }, (_, hour) => {
    const below = baseC - airAt(hour + 0.5, minC, maxC);
    return meanAbove(side === 'heating' ? below : -below, DAY_SPREAD_K);
  });
}
