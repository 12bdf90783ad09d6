/** Which of a date's three figures comes first. */
export type DateOrder = 'year' | 'day' | 'month';

const TIME = String.raw`(?:[T ,:]+(\d{1,2})(?::?(\d{2}))?(?::?(\d{2})(?:\.\d+)?)?\s*([ap]\.?m\.?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?)?`;
const COMPACT = new RegExp(String.raw`^(\d{4})(\d{2})(\d{2})${TIME}$`, 'i');
const YEAR_FIRST = new RegExp(String.raw`^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})${TIME}$`, 'i');
const YEAR_LAST = new RegExp(String.raw`^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4}|\d{2})${TIME}$`, 'i');
const CLOCK = /^(\d{1,2})(?:[:h.](\d{2})?)?(?::(\d{2}))?\s*([ap]\.?m\.?)?$/i;

export interface Stamp {
  yearFirst: boolean;
  /** Its three figures, in the order they stand. */
  figures: readonly [number, number, number];
  hour: number | null;
  minute: number;
  second: number;
  /** As written: Z, +02:00; null where none is. */
  zone: string | null;
}

/** Hours of the half days, as 12 am is 0 and 12 pm is 12. */
const onClock = (hour: number, half: string | undefined): number =>
  half ? (hour % 12) + (/^p/i.test(half) ? 12 : 0) : hour;

/** A date with or without its time; null where it is none. */
export function stampIn(text: string): Stamp | null {
  if (text.length > 40) return null;
  const plain = text.trim();
  const yearFirst = COMPACT.exec(plain) ?? YEAR_FIRST.exec(plain);
  const found = yearFirst ?? YEAR_LAST.exec(plain);
  if (!found) return null;
  const [, a, b, c, hour, minute, second, half, zone] = found;
  return {
    yearFirst: yearFirst !== null,
    figures: [Number(a), Number(b), Number(c)],
    hour: hour === undefined ? null : onClock(Number(hour), half),
    minute: Number(minute ?? 0),
    second: Number(second ?? 0),
    zone: zone ?? null,
  };
}

/** An hour of the day as written: 7, 07:30, 7 PM. */
export function clockIn(text: string): { hour: number; minute: number; second: number } | null {
  const found = text.length > 20 ? null : CLOCK.exec(text.trim());
  if (!found) return null;
  const [, hour, minute, second, half] = found;
  return { hour: onClock(Number(hour), half), minute: Number(minute ?? 0), second: Number(second ?? 0) };
}

/**
 * The order that all dates of a table are written in: a figure above 12 is no month, and the one that changes from day to
 * day is the day.
 * @returns proven where the dates themselves leave no doubt
 */
export function orderOf(texts: readonly string[]): { order: DateOrder; proven: boolean } {
  const stamps = texts.flatMap((text) => stampIn(text) ?? []);
  const turned = stamps.filter(({ yearFirst }) => !yearFirst).map(({ figures }) => figures);
  if (turned.length === 0) return { order: 'year', proven: true };
  const [first, second] = [turned.some(([a]) => a > 12), turned.some(([, b]) => b > 12)];
  if (first !== second) return { order: first ? 'day' : 'month', proven: true };
  const changes = (at: 0 | 1) =>
    turned.filter((figures, i) => i > 0 && figures[at] !== turned[i - 1]?.[at]).length;
  return { order: changes(1) > changes(0) ? 'month' : 'day', proven: false };
}

export const offsetOf = (written: string): number => {
  const [, sign, hours, minutes] = /^([+-])(\d{2}):?(\d{2})$/.exec(written) ?? [];
  return sign ? (sign === '-' ? -1 : 1) * (Number(hours) + Number(minutes) / 60) : 0;
};

/** A moment as a line of a table says it. */
export interface Moment {
  year: number;
  month: number;
  day: number;
  hour: number;
  minute: number;
  zone: string | null;
}

/** A stamp read in the order of its table. */
export function momentOf(
  { yearFirst, figures: [a, b, c], hour, minute, zone }: Stamp,
  order: DateOrder,
): Moment {
  const [year, month, day] = yearFirst ? [a, b, c] : order === 'month' ? [c, a, b] : [c, b, a];
  return { year: year < 100 ? 2000 + year : year, month, day, hour: hour ?? 0, minute, zone };
}

/** Minutes since the epoch, for the steps between lines. */
export const minutesOf = ({ year, month, day, hour, minute }: Omit<Moment, 'zone'>): number =>
  Date.UTC(year, month - 1, day, hour, minute) / 60_000;
