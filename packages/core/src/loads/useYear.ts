import type { ClimateMonth } from '../climate';
import type { Design, Supply, UseGroup } from '../document';
import { daysInYear, eventDays } from './calendarShare';
import { runningW, sameAllYear, startingW, useDay, type UseDay, type UsePart } from './useDay';

export interface UseRow {
  id: string;
  group: UseGroup;
  /** Energy on a day it runs in its heaviest month, at the use itself, Wh. */
  ownWh: number;
  /** The same taken from the bank, with inverter or wiring losses, Wh. */
  busWh: number;
  /** The same as the mean of all days of each month, Wh. */
  monthWh: Float64Array;
  /** On a day it runs, by month, Wh; days off take `offWh`. */
  fullWh: Float64Array;
  /** Of `monthWh`, what it draws when off, in its heaviest month, Wh. */
  offWh: number;
  months: readonly number[];
  /** Days it runs one after another, from one such run to the next, and what a day between takes, Wh. */
  run: number;
  cycle: number;
  restWh: number;
  surplus: boolean;
  /** From a later stage: it counts for nothing yet. */
  later: boolean;
  runW: number;
  hours: number;
  startW: number;
  untimed: boolean;
}

/** What of the job a use's year depends on, beside the use itself. */
export interface UseContext {
  /** Of what leaves the bank, what reaches the uses on each side, 0–1. */
  gives: Readonly<Record<Supply, number>>;
  /** People that size the job, over the usual ones. */
  persons: number;
  visits: Design['visits'];
  events: Readonly<Record<string, readonly number[]>>;
}

/** @param gives of what leaves the bank, what reaches the uses on each side, 0–1 @param people, @param visits, @param happenings parts of a design */
export function contextOf(
  gives: UseContext['gives'],
  people: Design['people'],
  visits: Design['visits'],
  happenings: Design['events'],
): UseContext {
  return {
    gives,
    persons: people[people.sizes].value / Math.max(1, people.usual.value),
    visits,
    events: eventDays(happenings),
  };
}

export interface UseYear {
  row: UseRow;
  /** Share of the days of each month it runs on, 0–1. */
  share: readonly number[];
  /** A day it runs on, by month; null in months without one. */
  days: readonly (UseDay | null)[];
  /** Where all its months are alike in both, what they are, and which, a bit each; else null. */
  alike: { day: UseDay; share: number; months: number } | null;
}

/** A use through the year. @param climate the months of the place, of what follows the weather; null counts it as nothing */
export function useYear(
  use: UsePart,
  { gives, persons, visits, events }: UseContext,
  climate: readonly ClimateMonth[] | null,
  id = '',
): UseYear {
  const count = use.count.value;
  const toBus = count / gives[use.supply];
  const { share, run, cycle } = daysInYear(use, { visits }, events);
  // what is switched off between its days of the week still draws when off; what people bring or take along does not
  const restWh = use.days === 'week' ? use.standby.value * 24 * toBus : 0;
  const row: UseRow = {
    id,
    group: use.group,
    ownWh: 0,
    busWh: 0,
    monthWh: new Float64Array(12),
    fullWh: new Float64Array(12),
    offWh: 0,
    months: share.flatMap((part, m) => (part > 0 ? [m + 1] : [])),
    run,
    cycle,
    restWh,
    surplus: use.priority === 'surplus',
    later: use.stage > 0,
    runW: runningW(use),
    hours: 0,
    startW: startingW(use),
    untimed: false,
  };
  let heaviest = -1;
  let steady: UseDay | null = null;
  const days = share.map((part, m): UseDay | null => {
    if (part <= 0) return null;
    const day: UseDay = steady ?? useDay(use, m + 1, climate?.[m] ?? null, persons);
    if (sameAllYear(use)) steady = day;
    const full = (day.runWh + day.offWh) * toBus;
    row.fullWh[m] = full;
    row.monthWh[m] = full * part + restWh * (1 - part);
    if (full > heaviest) {
      heaviest = full;
      row.ownWh = (day.runWh + day.offWh) * count;
      row.busWh = full;
      row.offWh = day.offWh * toBus;
      row.hours = day.hours;
      row.untimed = day.untimed;
    }
    return day;
  });
  return { row, share, days, alike: alikeIn(share, days) };
}

function alikeIn(share: readonly number[], days: readonly (UseDay | null)[]): UseYear['alike'] {
  let alike: UseYear['alike'] = null;
  for (const [m, day] of days.entries()) {
    if (!day) continue;
    alike ??= { day, share: share[m] ?? 0, months: 0 };
    if (day !== alike.day || share[m] !== alike.share) return null;
    alike.months |= 1 << m;
  }
  return alike;
}
