import type { MeasuredSeries } from '../document';
import { readNumber } from '../units';

export type SeriesUnit = 'W' | 'kW' | 'Wh' | 'kWh' | 'total';
export type SeriesReading =
  { ok: true; series: MeasuredSeries; unit: SeriesUnit } | { ok: false; message: string };

const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})[T ](\d{1,2}):(\d{2})(?::(\d{2}))?/;
const DAY_FIRST = /^(\d{1,2})[./](\d{1,2})[./](\d{4})[ ,]+(\d{1,2}):(\d{2})(?::(\d{2}))?/;
const HOUR = 3_600_000;

/** Clock time as milliseconds, as if it were UTC; a measured day is a day by the clock on the wall. */
function timeOf(cell: string): number | null {
  const iso = ISO.exec(cell.trim());
  const other = iso ? null : DAY_FIRST.exec(cell.trim());
  const numbers = (iso ?? other)?.slice(1).map((part) => Number(part ?? 0));
  if (!numbers) return null;
  const [a = 0, month = 0, c = 0, hour = 0, minute = 0, second = 0] = numbers;
  const [year, day] = iso ? [a, c] : [c, a];
  const midnight = Date.UTC(year, month - 1, day);
  // the thirtieth of February is none; the end of a day may be written as 24:00
  const isDay = month >= 1 && day >= 1 && new Date(midnight).getUTCMonth() === month - 1;
  const intoDay = ((hour * 60 + minute) * 60 + second) * 1000;
  return isDay && minute < 60 && second < 60 && intoDay <= 24 * HOUR ? midnight + intoDay : null;
}

function unitOf(heading: string): SeriesUnit | null {
  const text = heading.toLowerCase();
  if (/total|counter|cumulat|meter reading/.test(text)) return 'total';
  if (/kwh/.test(text)) return 'kWh';
  if (/\bwh\b|watt.?hour/.test(text)) return 'Wh';
  if (/\bkw\b/.test(text)) return 'kW';
  return /\bw\b|watt|power/.test(text) ? 'W' : null;
}

interface Reading {
  at: number;
  value: number;
}

/**
 * Reads a logger's series, time and watts or energy, and averages it into a day for each month. Gaps are left out, not
 * filled with nothing; a clock set back or on, and what cannot be a reading, is left out and said.
 * @param text CSV with a time and a value column, headings or not
 */
export function readSeries(text: string, name: string): SeriesReading {
  const lines = text.split(/\r\n?|\n/).filter((line) => line.trim() !== '');
  const separator = [';', '\t', ','].find((by) =>
    lines.some((line) => line.includes(by) && timeOf(line.split(by)[0] ?? '') !== null),
  );
  if (!separator)
    return { ok: false, message: 'No line begins with a date and time, as 2026-07-14 13:05, and a value' };
  const first = lines.findIndex((line) => timeOf(line.split(separator)[0] ?? '') !== null);
  const heading = first > 0 ? (lines[first - 1] ?? '') : '';
  const unit = unitOf(heading.split(separator).slice(1).join(' ')) ?? 'W';
  const { readings, notes } = rowsOf(lines.slice(first), separator);
  if (readings.length < 2) return { ok: false, message: 'Fewer than two readings could be read' };
  if (first === 0 || unitOf(heading) === null)
    notes.push('No heading says the unit; the values were read as watts.');
  const watts = toWatts(readings, unit, notes);
  if (watts.spans.length === 0)
    return { ok: false, message: 'No two readings follow one another closely enough to count' };
  return { ok: true, unit, series: { name, ...byMonth(watts.spans), notes } };
}

function rowsOf(lines: readonly string[], separator: string): { readings: Reading[]; notes: string[] } {
  const readings: Reading[] = [];
  let [unread, negative, back] = [0, 0, 0];
  for (const line of lines) {
    const [stamp = '', ...cells] = line.split(separator);
    const at = timeOf(stamp);
    const value = readNumber(cells.find((cell) => cell.trim() !== '')?.trim() ?? '');
    if (at === null || !value.ok) unread++;
    else if (value.value < 0) negative++;
    else if (readings.length > 0 && at <= (readings.at(-1)?.at ?? 0)) back++;
    else readings.push({ at, value: value.value });
  }
  const notes: string[] = [];
  const say = (count: number, words: string) =>
    count > 0 && notes.push(`${count} ${count === 1 ? 'line' : 'lines'} ${words}`);
  say(unread, 'could not be read and were left out.');
  say(negative, 'with a negative reading were left out; is the clamp the wrong way round?');
  say(back, 'went back in time and were left out, as when summer time ends.');
  return { readings, notes };
}

interface Span {
  from: number;
  to: number;
  watts: number;
}

const MOST_GAP = 3;

function toWatts(readings: readonly Reading[], unit: SeriesUnit, notes: string[]): { spans: Span[] } {
  const steps = readings.slice(1).map(({ at }, i) => at - (readings[i]?.at ?? 0));
  const usual = steps.toSorted((a, b) => a - b)[Math.floor(steps.length / 2)] ?? HOUR;
  const spans: Span[] = [];
  let [gaps, missing, falls] = [0, 0, 0];
  for (let i = 0; i + 1 < readings.length; i++) {
    const [now, next] = [readings[i] as Reading, readings[i + 1] as Reading];
    const length = next.at - now.at;
    if (length > MOST_GAP * usual) {
      gaps++;
      missing += length - usual;
      continue;
    }
    const hours = length / HOUR;
    const watts = {
      W: now.value,
      kW: now.value * 1000,
      Wh: next.value / hours,
      kWh: (next.value * 1000) / hours,
      total: ((next.value - now.value) * 1000) / hours,
    }[unit];
    if (watts < 0) falls++;
    else spans.push({ from: now.at, to: next.at, watts });
  }
  if (gaps > 0)
    notes.push(
      `${gaps} ${gaps === 1 ? 'gap' : 'gaps'} of ${(missing / HOUR).toFixed(1)} hours in all ${gaps === 1 ? 'was' : 'were'} left out, the longest steps being ${MOST_GAP} times the usual ${Math.round(usual / 60_000)} minutes.`,
    );
  if (falls > 0)
    notes.push(`The counter fell ${falls === 1 ? '1 time' : `${falls} times`}; such steps were left out.`);
  return { spans };
}

function byMonth(spans: readonly Span[]): Pick<MeasuredSeries, 'watts' | 'peakW'> {
  const energy = Array.from({ length: 12 }, () => new Float64Array(24));
  const hours = Array.from({ length: 12 }, () => new Float64Array(24));
  let peakW = 0;
  for (const { from, to, watts } of spans) {
    peakW = Math.max(peakW, watts);
    for (let at = from; at < to;) {
      const end = Math.min(to, Math.floor(at / HOUR) * HOUR + HOUR);
      const date = new Date(at);
      const [month, hour] = [date.getUTCMonth(), date.getUTCHours()];
      const part = (end - at) / HOUR;
      (energy[month] as Float64Array)[hour] = (energy[month]?.[hour] ?? 0) + watts * part;
      (hours[month] as Float64Array)[hour] = (hours[month]?.[hour] ?? 0) + part;
      at = end;
    }
  }
  const watts = energy.map((sums, month) => {
    const seen = hours[month] as Float64Array;
    const total = seen.reduce((sum, part) => sum + part, 0);
    if (total === 0) return null;
    const mean = sums.reduce((sum, wh) => sum + wh, 0) / total;
    // an hour of the day that was never seen is taken as the mean of the others
    return Array.from(sums, (wh, hour) => ((seen[hour] ?? 0) > 0 ? wh / (seen[hour] ?? 1) : mean));
  });
  return { watts, peakW };
}
