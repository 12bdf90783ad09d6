import { dayIndex, MONTH_NAMES, monthName } from './calendar';

export type DayMonthReading = { ok: true; date: string } | { ok: false; message: string };

const WRONG = 'Type a day and a month, as 15 April or 15/4';

/** Reads a day of the year as people write it: 15 April, Apr 15, 15.4., 15/4, or 04-15. Day first where both could be. */
export function parseDayMonth(text: string): DayMonthReading {
  const words = text.trim().toLowerCase();
  const named = /^(\d{1,2})\.?\s*([a-z]{3,})\.?$|^([a-z]{3,})\.?\s*(\d{1,2})\.?$/.exec(words);
  const numbers = /^(\d{1,2})\s*[./]\s*(\d{1,2})\.?$/.exec(words);
  const iso = /^(\d{2})-(\d{2})$/.exec(words);
  let [day, month] = [0, 0];
  if (named) {
    day = Number(named[1] ?? named[4]);
    const name = named[2] ?? named[3] ?? '';
    month = MONTH_NAMES.findIndex((one) => one.toLowerCase().startsWith(name)) + 1;
  } else if (numbers) [day, month] = [Number(numbers[1]), Number(numbers[2])];
  else if (iso) [month, day] = [Number(iso[1]), Number(iso[2])];
  else return { ok: false, message: WRONG };
  const date = `${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  if (month < 1) return { ok: false, message: WRONG };
  return dayIndex(date) === null
    ? { ok: false, message: `There is no ${day} ${monthName(month) || `month ${month}`}` }
    : { ok: true, date };
}

/** 04-15 as 15 April. */
export function formatDayMonth(date: string): string {
  const [month = 0, day = 0] = date.split('-').map(Number);
  return `${day} ${monthName(month)}`;
}
