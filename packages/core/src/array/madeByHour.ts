import { CELLS } from '../document';
import { STEPS, type PlaneMonth } from '../sky';

/** Steps of the year's days in a half hour. */
const STEPS_A_CELL = STEPS / CELLS;

const FIRST_CELL = Uint8Array.from({ length: STEPS }, (_, step) => Math.floor(step / STEPS_A_CELL + 1e-9));
/** Of each step, the share that lies in its first half hour; the rest is in the next. */
const IN_FIRST = Float64Array.from({ length: STEPS }, (_, step) => {
  const next = (FIRST_CELL[step] as number) + 1;
  return (step + 1) / STEPS_A_CELL <= next + 1e-9 ? 1 : (next - step / STEPS_A_CELL) * STEPS_A_CELL;
});

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
      const scale = (wh * CELLS) / 24 / sum;
      for (let step = 0; step < STEPS; step++) {
        const each = (steps[step] as number) * scale;
        if (each === 0) continue;
        const [first, inFirst] = [FIRST_CELL[step] as number, IN_FIRST[step] as number];
        day[first] = (day[first] as number) + each * inFirst;
        if (inFirst < 1) day[first + 1] = (day[first + 1] as number) + each * (1 - inFirst);
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
    const sun = made[m];
    for (let cell = 0; cell < CELLS; cell++) {
      const watts = profile[cell] as number;
      all += watts;
      direct += Math.min(watts, sun?.[cell] ?? 0);
    }
  }
  return all > 0 ? 100 * (1 - direct / all) : null;
}
