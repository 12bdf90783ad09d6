import { inOrder, type Stop } from '../design/types';
import { MONTH_DAYS } from '../sun';

const YEAR = 365;
const FIRST_DAYS = MONTH_DAYS.map((_, month) =>
  MONTH_DAYS.slice(0, month).reduce<number>((sum, days) => sum + days, 0),
);

/** Day of the year, 0–364, of a month and day as 04-15; 29 February counts as the 28th. Null where it is no date. */
export function dayIndex(date: string): number | null {
  const [, month, day] = /^(\d\d)-(\d\d)$/.exec(date)?.map(Number) ?? [];
  if (!month || !day || month > 12) return null;
  const length = MONTH_DAYS[month - 1] ?? 0;
  if (day > length && !(month === 2 && day === 29)) return null;
  return (FIRST_DAYS[month - 1] ?? 0) + Math.min(day, length) - 1;
}

/** Month 0–11 of a day of the year. */
export function monthOfDay(day: number): number {
  return FIRST_DAYS.findLastIndex((first) => first <= day);
}

/** Days of the year from one to another, both included, over the new year if it must; none where a date is none. */
function spanOf(from: string, to: string): number[] {
  const [first, last] = [dayIndex(from), dayIndex(to)];
  if (first === null || last === null) return [];
  return Array.from({ length: ((last - first + YEAR) % YEAR) + 1 }, (_, i) => (first + i) % YEAR);
}

/** Days of each month of such a span. */
export function daysByMonth(from: string, to: string): number[] {
  const days = new Array<number>(12).fill(0);
  for (const day of spanOf(from, to)) days[monthOfDay(day)] = (days[monthOfDay(day)] ?? 0) + 1;
  return days;
}

export interface Stays {
  /** Days of each month at each stop. */
  days: Map<string, number[]>;
  /** Names of stops that claim the same days. */
  overlaps: [string, string][];
}

/** Whose days are whose: a stop runs from its first to its last day, over the new year if it must; of two the later in the list has them. */
export function daysOfStay(stops: Readonly<Record<string, Stop>>): Stays {
  const owner = new Array<string | null>(YEAR).fill(null);
  const overlaps = new Map<string, [string, string]>();
  for (const [id, stop] of inOrder(stops)) {
    if (!stop.lat || !stop.lon) continue;
    for (const day of spanOf(stop.from, stop.to)) {
      const before = owner[day];
      if (before) overlaps.set(`${before} ${id}`, [stops[before]?.name ?? '', stop.name]);
      owner[day] = id;
    }
  }
  const days = new Map<string, number[]>();
  for (const [day, id] of owner.entries()) {
    if (id === null) continue;
    const months = days.get(id) ?? new Array<number>(12).fill(0);
    const month = monthOfDay(day);
    months[month] = (months[month] ?? 0) + 1;
    days.set(id, months);
  }
  return { days, overlaps: [...overlaps.values()] };
}
