import { STEPS, STEP_H, type PlaneMonth } from '../sky';
import type { Feed } from './feed';

/** What one controller sends in a month, Wh a day: of each array on it, and what it cannot use. */
export interface SentMonth {
  /** By array, in the order of the feeds. */
  sentWh: number[];
  clippedWh: number;
  /** On a cloudless day. */
  clearClippedWh: number;
}

const NOTHING = new Float64Array(STEPS);

/** What a controller sends, month by month. @param efficiency 0–1 */
export const sentYear = (feeds: readonly Feed[], efficiency: number, limitW: number): SentMonth[] =>
  Array.from({ length: 12 }, (_, month) => {
    const mean = charged(feeds, efficiency, limitW, month, ({ perWatt }) => perWatt);
    const clear = charged(feeds, efficiency, limitW, month, ({ clearPerWatt }) => clearPerWatt);
    return { sentWh: mean.sentWh, clippedWh: mean.clippedWh, clearClippedWh: clear.clippedWh };
  });

function charged(
  feeds: readonly Feed[],
  efficiency: number,
  limitW: number,
  month: number,
  read: (month: PlaneMonth) => Float64Array,
  onClip?: (step: number, clippedW: number, givenW: number) => void,
): { sentWh: number[]; clippedWh: number } {
  const days = feeds.map(({ year }) => {
    const at = year[month];
    return at ? read(at) : NOTHING;
  });
  const sent = feeds.map(() => 0);
  let clipped = 0;
  for (let step = 0; step < STEPS; step++) {
    let [offered, taken] = [0, 0];
    for (const [i, feed] of feeds.entries()) {
      const watts = ((days[i] as Float64Array)[step] as number) * feed.factor;
      offered += watts * efficiency;
      taken += Math.min(watts, feed.inputLimitW) * efficiency;
    }
    if (offered === 0) continue;
    const given = Math.min(taken, limitW);
    clipped += offered - given;
    onClip?.(step, offered - given, given);
    for (const [i, feed] of feeds.entries()) {
      const watts = Math.min(((days[i] as Float64Array)[step] as number) * feed.factor, feed.inputLimitW);
      sent[i] = (sent[i] as number) + (taken > 0 ? (given * watts * efficiency) / taken : 0);
    }
  }
  return { sentWh: sent.map((watts) => watts * STEP_H), clippedWh: clipped * STEP_H };
}

/** Watts that a controller cannot use, and those it gives, by month and step of the mean and of the cloudless day. */
export interface ClippedYear {
  mean: Float64Array[];
  clear: Float64Array[];
  clearGiven: Float64Array[];
}

/** What a controller gives away to its own limits. @param efficiency 0–1 */
export function clippedYear(feeds: readonly Feed[], efficiency: number, limitW: number): ClippedYear {
  const empty = () => Array.from({ length: 12 }, () => new Float64Array(STEPS));
  const year: ClippedYear = { mean: empty(), clear: empty(), clearGiven: empty() };
  for (let month = 0; month < 12; month++) {
    charged(
      feeds,
      efficiency,
      limitW,
      month,
      ({ perWatt }) => perWatt,
      (step, clippedW) => {
        (year.mean[month] as Float64Array)[step] = clippedW;
      },
    );
    charged(
      feeds,
      efficiency,
      limitW,
      month,
      ({ clearPerWatt }) => clearPerWatt,
      (step, clippedW, givenW) => {
        (year.clear[month] as Float64Array)[step] = clippedW;
        (year.clearGiven[month] as Float64Array)[step] = givenW;
      },
    );
  }
  return year;
}
