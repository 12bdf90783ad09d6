import { STEPS, STEP_H } from '../sky';
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

/**
 * What a controller sends, month by month: on each kind of day by itself, since a bright day is clipped where the mean
 * one is not. @param efficiency 0–1
 */
export const sentYear = (feeds: readonly Feed[], efficiency: number, limitW: number): SentMonth[] =>
  Array.from({ length: 12 }, (_, month) => {
    const sentWh = feeds.map(() => 0);
    let clippedWh = 0;
    const kinds = kindsIn(feeds, month);
    for (const days of kinds) {
      const day = charged(feeds, efficiency, limitW, days);
      clippedWh += day.clippedWh / kinds.length;
      for (const [i, wh] of day.sentWh.entries()) sentWh[i] = (sentWh[i] as number) + wh / kinds.length;
    }
    const { clippedWh: clearClippedWh } = charged(feeds, efficiency, limitW, clearIn(feeds, month));
    return { sentWh, clippedWh, clearClippedWh };
  });

/** The days of the feeds on each kind of day, which is the same kind for all of them. */
function kindsIn(feeds: readonly Feed[], month: number): Float64Array[][] {
  const many = Math.max(0, ...feeds.map(({ year }) => year[month]?.kinds.length ?? 0));
  return Array.from({ length: many }, (_, kind) =>
    feeds.map(({ year }) => year[month]?.kinds[kind] ?? NOTHING),
  );
}

const clearIn = (feeds: readonly Feed[], month: number) =>
  feeds.map(({ year }) => year[month]?.clearPerWatt ?? NOTHING);

/** One day: of each feed W/W at each step. */
function charged(
  feeds: readonly Feed[],
  efficiency: number,
  limitW: number,
  days: readonly Float64Array[],
  onClip?: (step: number, clippedW: number, givenW: number) => void,
): { sentWh: number[]; clippedWh: number } {
  const sent = feeds.map(() => 0);
  let clipped = 0;
  for (let step = 0; step < STEPS; step++) {
    let [offered, taken] = [0, 0];
    for (let i = 0; i < feeds.length; i++) {
      const feed = feeds[i] as Feed;
      const watts = ((days[i] as Float64Array)[step] as number) * feed.factor;
      offered += watts * efficiency;
      taken += Math.min(watts, feed.inputLimitW) * efficiency;
    }
    if (offered === 0) continue;
    const given = Math.min(taken, limitW);
    clipped += offered - given;
    onClip?.(step, offered - given, given);
    if (taken === 0) continue;
    for (let i = 0; i < feeds.length; i++) {
      const feed = feeds[i] as Feed;
      const watts = Math.min(((days[i] as Float64Array)[step] as number) * feed.factor, feed.inputLimitW);
      sent[i] = (sent[i] as number) + (given * watts * efficiency) / taken;
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
    const kinds = kindsIn(feeds, month);
    const mean = year.mean[month] as Float64Array;
    for (const days of kinds)
      charged(feeds, efficiency, limitW, days, (step, clippedW) => {
        mean[step] = (mean[step] as number) + clippedW / kinds.length;
      });
    charged(feeds, efficiency, limitW, clearIn(feeds, month), (step, clippedW, givenW) => {
      (year.clear[month] as Float64Array)[step] = clippedW;
      (year.clearGiven[month] as Float64Array)[step] = givenW;
    });
  }
  return year;
}
