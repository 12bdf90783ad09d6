import type { Design } from '../document';
import { daysByMonth, MONTH_DAYS } from '../units';
import { givenOf } from './given';
import type { UsePart } from './useDay';

/** How the days that a use runs on fall in the year. */
export interface UseDaysInYear {
  /** Share of the days of each month, 0–1. */
  share: number[];
  /** Days it runs one after another, and days from one such run to the next; Infinity where every day. */
  run: number;
  cycle: number;
}

/** Days of each event by month. */
export function eventDays(events: Design['events']): Record<string, readonly number[]> {
  return Object.fromEntries(Object.entries(events).map(([id, { from, to }]) => [id, daysByMonth(from, to)]));
}

/** On which share of the days of each month a use runs. */
export function daysInYear(
  use: UsePart,
  { visits }: Pick<Design, 'visits'>,
  events: Readonly<Record<string, readonly number[]>>,
): UseDaysInYear {
  const inMonths = (share: (days: number) => number) =>
    MONTH_DAYS.map((days, month) => (use.months.includes(month + 1) ? share(days) : 0));
  switch (use.days) {
    case 'every':
      return { share: inMonths(() => 1), run: Infinity, cycle: Infinity };
    case 'week': {
      const days = givenOf(use, 'daysAWeek');
      return { share: inMonths(() => days / 7), run: days >= 7 ? Infinity : days, cycle: 7 };
    }
    case 'visits':
      return {
        share: inMonths((days) => Math.min(1, (visits.stay.value * visits.perMonth.value) / days)),
        run: visits.stay.value,
        cycle: Math.max(visits.stay.value, 30 / Math.max(0.01, visits.perMonth.value)),
      };
    case 'event': {
      const days = (use.event !== null && events[use.event]) || MONTH_DAYS.map(() => 0);
      return {
        share: MONTH_DAYS.map((length, month) => (days[month] ?? 0) / length),
        run: days.reduce((sum, count) => sum + count, 0),
        cycle: 365,
      };
    }
  }
}
