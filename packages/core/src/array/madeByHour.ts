import { CELLS } from '../document';
import { STEPS, type PlaneMonth } from '../sky';

/** Of each step of the year's days, shares to the half hours it lies in. */
const STEPS_A_CELL = STEPS / CELLS;

/** What one array sends: the shape of its days, and Wh a day by month. */
export interface SentBy {
  year: readonly PlaneMonth[];
  sentWh: readonly number[];
}

/** Watts the arrays send in each half hour of the mean day, by month (12). */
export function madeByHour(arrays: readonly SentBy[]): Float64Array[] {
  return Array.from({ length: 12 }, (_, month) => {
    const day = new Float64Array(CELLS);
    for (const { year, sentWh } of arrays) {
      const steps = year[month]?.perWatt;
      const wh = sentWh[month] ?? 0;
      const sum = steps?.reduce((all, share) => all + share, 0) ?? 0;
      if (!steps || sum === 0) continue;
      for (let step = 0; step < STEPS; step++) {
        const each = (((steps[step] ?? 0) / sum) * wh * CELLS) / 24;
        const [from, to] = [step / STEPS_A_CELL, (step + 1) / STEPS_A_CELL];
        const first = Math.floor(from + 1e-9);
        const inFirst = Math.min(1, (Math.min(to, first + 1) - from) * STEPS_A_CELL);
        day[first] = (day[first] ?? 0) + each * inFirst;
        if (inFirst < 1 - 1e-9) day[first + 1] = (day[first + 1] ?? 0) + each * (1 - inFirst);
      }
    }
    return day;
  });
}

/**
 * Share of the energy that is used when the sun does not give it, %; null where nothing is used.
 * @param used, @param made watts in each half hour of the mean day, by month
 */
export function throughBankPct(
  used: readonly { profile: Float64Array }[],
  made: readonly Float64Array[],
): number | null {
  let [all, direct] = [0, 0];
  for (const [m, { profile }] of used.entries()) {
    for (const [cell, watts] of profile.entries()) {
      all += watts;
      direct += Math.min(watts, made[m]?.[cell] ?? 0);
    }
  }
  return all > 0 ? 100 * (1 - direct / all) : null;
}
