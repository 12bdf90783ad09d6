import { BRIGHT_SKY } from '../module';
import { ownKWh } from './doorValue';
import type { Door, Sort } from './types';

/** Panels in a string at most. */
export const LONGEST = 24;

/** Strings side by side that a door bears of the weakest sort, 1 or more. */
export const sideBySide = ({ maxParallel, maxIscA }: Door, sorts: readonly Sort[]) => {
  const least = Math.min(...sorts.filter(({ count }) => count > 0).map(({ iscA }) => iscA));
  return Math.max(1, Math.min(maxParallel, Math.floor(maxIscA / (BRIGHT_SKY * least))));
};

/** Panels in series that a door bears of the sort with the fewest volts, 1 or more. */
export const longest = ({ maxV }: Door, sorts: readonly Sort[]) =>
  Math.max(1, Math.min(LONGEST, Math.floor(maxV / Math.min(...sorts.map(({ coldVocV }) => coldVocV)))));

/**
 * More than a door can ever make: the fullest string its volts hold, each panel at its own best, side by side as often as it
 * bears. The fullest is rarely of one sort, so that it is found as a knapsack of volts, rounded in the panels' favour.
 */
function mostAt(door: Door, sorts: readonly Sort[]): number {
  const there = sorts.filter(({ count, coldVocV }) => count > 0 && coldVocV > 0);
  const room = Math.floor(Math.min(door.maxV, MOST_VOLTS) * STEPS_A_VOLT + 1e-9);
  const panels = there.map((sort) => ({
    volts: Math.max(1, Math.floor(sort.coldVocV * STEPS_A_VOLT)),
    kWh: ownKWh(sort, door),
  }));
  const fullest = new Float64Array(room + 1);
  for (let volts = 1; volts <= room; volts++) {
    let most = fullest[volts - 1] as number;
    for (const panel of panels)
      if (panel.volts <= volts) most = Math.max(most, (fullest[volts - panel.volts] as number) + panel.kWh);
    fullest[volts] = most;
  }
  return (fullest[room] as number) * sideBySide(door, sorts);
}

/** Volts are weighed in steps of a twentieth; no door bears more than this. */
const STEPS_A_VOLT = 20;
const MOST_VOLTS = 1500;

/**
 * No wiring makes more, kWh: neither than every panel at its own best at the door that sees most sun, nor than every door
 * as full as its volts allow.
 */
export function boundOf(
  sorts: readonly Sort[],
  doors: readonly Door[],
  own: readonly (readonly number[])[] = doors.map((door) => sorts.map((sort) => ownKWh(sort, door))),
): number {
  const byPanel = sorts.reduce(
    (sum, { count }, k) => sum + count * Math.max(0, ...own.map((of) => of[k] ?? 0)),
    0,
  );
  const byDoor = doors.reduce((sum, door) => sum + mostAt(door, sorts), 0);
  return Math.min(byPanel, byDoor) * READ_OFF;
}

/** What strings make is read off a grid of volts, which may be above the truth by less than this. */
const READ_OFF = 1.001;
