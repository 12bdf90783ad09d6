/** The days of a common year. */
export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

export const ALL_MONTHS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

export const monthName = (month: number): string => MONTH_NAMES[month - 1] ?? '';

export const YEAR_DAYS = 365;

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

/** A day of the year, 0–364, written as 04-15. */
export function dateOfDay(day: number): string {
  const month = monthOfDay(day);
  const two = (number: number) => String(number).padStart(2, '0');
  return `${two(month + 1)}-${two(day - (FIRST_DAYS[month] ?? 0) + 1)}`;
}

/** Month 0–11 of a day of the year. */
export function monthOfDay(day: number): number {
  return FIRST_DAYS.findLastIndex((first) => first <= day);
}

/** Days of the year from one to another, both included, over the new year if it must; none where a date is none. */
export function spanOf(from: string, to: string): number[] {
  const [first, last] = [dayIndex(from), dayIndex(to)];
  if (first === null || last === null) return [];
  return Array.from(
    { length: ((last - first + YEAR_DAYS) % YEAR_DAYS) + 1 },
    (_, i) => (first + i) % YEAR_DAYS,
  );
}

/** Days of each month of such a span. */
export function daysByMonth(from: string, to: string): number[] {
  const days = new Array<number>(12).fill(0);
  for (const day of spanOf(from, to)) days[monthOfDay(day)] = (days[monthOfDay(day)] ?? 0) + 1;
  return days;
}
