import { offsetOf, type DateOrder, type Moment } from '../units';
import { hourIndex } from './hours';

export type TimeMeans = 'start' | 'middle' | 'end';

/** How the times of a table are read. */
export interface Clock {
  dates: DateOrder;
  timeMeans: TimeMeans;
  /** Hours east of Greenwich of the clock the times are of. */
  utcOffsetH: number;
  /** True where the clock is put forward from the end of March to the end of October. */
  summerTime: boolean;
}

const MEANS_H: Readonly<Record<TimeMeans, number>> = { start: 0.5, middle: 0, end: -0.5 };
const daysIn = (year: number, month: number) => new Date(Date.UTC(year, month, 0)).getUTCDate();

/**
 * Hour of a common year, 0–8759, that a moment means; 'leap' on 29 February; null where there is no such moment.
 * @param stepH of the table, hours: what a start or an end is the start or end of
 */
export function hourOf(moment: Moment, clock: Clock, stepH: number): number | 'leap' | null {
  const { year, month, day, hour, minute, zone } = moment;
  if (
    !(month >= 1 && month <= 12) ||
    !(day >= 1 && day <= daysIn(year, month)) ||
    !(hour >= 0 && hour <= 24) ||
    minute > 59
  )
    return null;
  const offset = zone ? offsetOf(zone) : clock.utcOffsetH;
  let hours = hour + minute / 60 + MEANS_H[clock.timeMeans] * stepH + (clock.utcOffsetH - offset);
  if (clock.summerTime && !zone && inSummerTime(year, month, day)) hours -= 1;
  const date = new Date(Date.UTC(year, month - 1, day) + Math.floor(hours) * 3_600_000);
  if (Number.isNaN(date.getTime())) return null;
  const [m, d] = [date.getUTCMonth() + 1, date.getUTCDate()];
  return m === 2 && d === 29 ? 'leap' : hourIndex(m, d, date.getUTCHours());
}

/** Between the last Sundays of March and October, the common rule of Europe. */
function inSummerTime(year: number, month: number, day: number): boolean {
  const lastSunday = (ofMonth: number) => {
    const last = new Date(Date.UTC(year, ofMonth, 0));
    return last.getUTCDate() - last.getUTCDay();
  };
  if (month > 3 && month < 10) return true;
  if (month === 3) return day >= lastSunday(3);
  return month === 10 && day < lastSunday(10);
}
