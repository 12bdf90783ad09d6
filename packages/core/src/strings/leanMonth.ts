import { STEP_H, type PlaneMonth } from '../sky';

/** What a watt of panels makes in the month that governs, by how much of it a limit lets through. */
export interface LeanMonth {
  /** 1–12, or null where nothing is used and the whole year counts. */
  month: number | null;
  /** Wh a day of one watt, at no more than this many watts at a time. */
  madeUpTo: (limitW: number) => number;
}

/** The same at a steady full sun of one hour, where no place is known. */
export const FULL_SUN: LeanMonth = { month: null, madeUpTo: (limitW) => Math.max(0, Math.min(1, limitW)) };

/**
 * The month, 1–12, in which an array makes least for what is used; null where nothing is used.
 * @param year of the array @param usedWh a mean day of each month
 */
export function leanestOf(year: readonly PlaneMonth[], usedWh: readonly number[]): number | null {
  let [lean, least]: [number | null, number] = [null, Infinity];
  for (const [index, { perWatt }] of year.entries()) {
    const used = usedWh[index] ?? 0;
    const ratio = used > 0 ? perWatt.reduce((sum, share) => sum + share, 0) / used : Infinity;
    if (ratio < least) [lean, least] = [index + 1, ratio];
  }
  return lean;
}

/** What a watt makes in a month 1–12 of an array, or in its whole year. */
export const leanMonth = (year: readonly PlaneMonth[], month: number | null): LeanMonth => ({
  month,
  madeUpTo: madeOf(month === null ? year : year.slice(month - 1, month)),
});

function madeOf(months: readonly PlaneMonth[]): LeanMonth['madeUpTo'] {
  const days = months.flatMap(({ kinds }) => kinds);
  const watts = new Float64Array(days.reduce((sum, day) => sum + day.length, 0));
  let at = 0;
  for (const day of days) {
    watts.set(day, at);
    at += day.length;
  }
  watts.sort();
  const sums = new Float64Array(watts.length + 1);
  for (let i = 0; i < watts.length; i++) sums[i + 1] = (sums[i] as number) + (watts[i] as number);
  const weight = days.length > 0 ? STEP_H / days.length : 0;
  return (limitW) => {
    let [low, high] = [0, watts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((watts[middle] as number) <= limitW) low = middle + 1;
      else high = middle;
    }
    const over = (watts.length - low) * Math.max(0, limitW);
    return weight * ((sums[low] as number) + (low < watts.length ? over : 0));
  };
}
