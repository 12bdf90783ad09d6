import { MOST_SERIES_W, nameFrom, type MeasuredSeries } from '../document';
import {
  cellsOf,
  clockIn,
  hasDecimalCommas,
  minutesOf,
  momentOf,
  plainTable,
  readNumber,
  stampIn,
  type PlainTable,
} from '../units';
import {
  epochIn,
  previewSeries,
  type SeriesMapping,
  type SeriesRole,
  type SeriesUnit,
} from './seriesColumns';

/** What was read, to be seen before it is taken. */
export interface SeriesFound {
  readings: number;
  /** From one reading to the next, the usual ones, minutes. */
  stepMin: number;
  /** First and last reading, milliseconds of the clock on the wall as if it were universal. */
  from: number;
  to: number;
  meanW: number;
}

export type SeriesReading =
  { ok: true; series: MeasuredSeries; unit: SeriesUnit; found: SeriesFound } | { ok: false; message: string };

export const NO_SERIES = 'No line holds a date and time, as 2026-07-14 13:05, and a value';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
/** Watts read more seldom say nothing of what ran between them. */
const MOST_OF_POWER = 3 * HOUR;
const MOST_GAP = 3;

/**
 * Reads a logger's series, time and watts or energy, and averages it into a day for each month. Gaps are left out, not
 * filled with nothing; a clock set back or on, and what cannot be a reading, is left out and said.
 * @param text a table with a time and a value in each line, headings or not
 * @param mapping how its columns are understood; guessed where it is not given
 */
export function readSeries(text: string, name: string, mapping?: SeriesMapping): SeriesReading {
  const refuse = (message: string): SeriesReading => ({ ok: false, message });
  const table = plainTable(text);
  const by = mapping ?? previewSeries(text, null)?.mapping;
  if (!table || !by) return refuse(NO_SERIES);
  const timeOf = timeReader(by);
  const valued = by.columns.findIndex(({ role }) => role === 'value');
  if (!timeOf) return refuse('No column says when: choose one for date and time');
  const { unit } = by.columns[valued] ?? {};
  if (!unit) return refuse('No column holds watts or energy: choose one');
  const { readings, notes } = rowsOf(table, timeOf, valued);
  if (readings.length < 2) return refuse('Fewer than two readings could be read');
  const usual = usualStep(readings);
  if ((unit === 'W' || unit === 'kW') && usual > MOST_OF_POWER)
    return refuse(
      `The readings are ${inWords(usual)} apart: watts read so seldom do not say what ran between them. Log them every hour at least, or a counter of kWh`,
    );
  if (usual > HOUR)
    notes.push(`The readings are ${inWords(usual)} apart; between them the energy is taken as even.`);
  const isOfDay = by.columns.every(({ role }) => role !== 'time' && role !== 'clock');
  const spans = toWatts(isOfDay ? fromDays(readings, unit) : readings, unit, usual, notes);
  if (spans.length === 0) return refuse('No two readings follow one another closely enough to count');
  const series = { name: nameFrom(name) || 'readings', ...byMonth(spans), notes };
  if (series.peakW > MOST_SERIES_W)
    return refuse(
      `At most ${Math.round(series.peakW / 1000)} kW are more than a use can take: is the unit right?`,
    );
  return { ok: true, unit, series, found: foundOf(readings, spans, usual) };
}

/** When a line was written, ms by the clock on the wall as if it were universal; null where there is no such time. */
function timeReader({ columns, dates, utcOffsetH }: SeriesMapping) {
  const at = (role: SeriesRole) => columns.findIndex((column) => column.role === role);
  const clock = at('clock');
  const stamped = at('time') >= 0 ? at('time') : at('date');
  const shift = (utcOffsetH ?? 0) * HOUR;
  const timeOf = (cells: readonly string[]): number | null => {
    const cell = cells[stamped] ?? '';
    const stamp = stampIn(cell);
    const counted = stamp ? null : epochIn(cell);
    if (counted !== null) return counted * MINUTE + shift;
    const time = clock < 0 ? stamp : clockIn(cells[clock] ?? '');
    if (!stamp || !time || time.minute > 59 || time.second > 59) return null;
    const { year, month, day } = momentOf(stamp, dates);
    const midnight = minutesOf({ year, month, day, hour: 0, minute: 0 }) * MINUTE;
    const date = new Date(midnight);
    // the thirtieth of February is none; the end of a day may be written as 24:00
    const isDay = date.getUTCMonth() + 1 === month && date.getUTCDate() === day;
    const intoDay = ((time.hour ?? 0) * 60 + time.minute) * MINUTE + time.second * 1000;
    return isDay && intoDay <= DAY ? midnight + intoDay + shift : null;
  };
  return stamped < 0 ? null : timeOf;
}

interface Reading {
  at: number;
  value: number;
}

function rowsOf(
  table: PlainTable,
  timeOf: (cells: readonly string[]) => number | null,
  valued: number,
): { readings: Reading[]; notes: string[] } {
  const decimalComma = hasDecimalCommas(table.separator, table.body) || undefined;
  const rows = table.body.map((line) => {
    const cells = cellsOf(line, table.separator).map((cell) => cell.trim());
    const value = readNumber(cells[valued] ?? '', decimalComma);
    const at = timeOf(cells);
    return at !== null && value.ok ? { at, value: value.value } : null;
  });
  const read = rows.filter((row) => row !== null);
  // some write the newest line first
  const onward = read.filter(({ at }, i) => i > 0 && at > (read[i - 1]?.at ?? 0)).length;
  if (2 * onward < read.length - 1) read.reverse();
  const readings: Reading[] = [];
  let [negative, back] = [0, 0];
  for (const row of read) {
    if (row.value < 0) negative++;
    else if (row.at <= (readings.at(-1)?.at ?? -Infinity)) back++;
    else readings.push(row);
  }
  const notes: string[] = [];
  const say = (count: number, words: string) =>
    count > 0 && notes.push(`${count} ${count === 1 ? 'line' : 'lines'} ${words}`);
  say(rows.length - read.length, 'could not be read and were left out.');
  say(negative, 'with a negative reading were left out; is the clamp the wrong way round?');
  say(back, 'went back in time and were left out, as when summer time ends.');
  return { readings, notes };
}

function usualStep(readings: readonly Reading[]): number {
  const steps = readings.slice(1).map(({ at }, i) => at - (readings[i]?.at ?? 0));
  return steps.sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? HOUR;
}

const inWords = (step: number): string => {
  const [many, unit] = step >= 2 * DAY ? [step / DAY, 'days'] : [step / HOUR, 'hours'];
  return `${Number(many.toFixed(1))} ${unit}`;
};

/** The energy beside a date is of the day that begins then; beside a time it is of the step that ends then. */
const fromDays = (readings: readonly Reading[], unit: SeriesUnit): readonly Reading[] =>
  unit === 'Wh' || unit === 'kWh'
    ? [{ at: readings[0]?.at ?? 0, value: 0 }, ...readings.map(({ at, value }) => ({ at: at + DAY, value }))]
    : readings;

interface Span {
  from: number;
  to: number;
  watts: number;
}

/** @param usual step between readings, ms */
function toWatts(readings: readonly Reading[], unit: SeriesUnit, usual: number, notes: string[]): Span[] {
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
      'total Wh': (next.value - now.value) / hours,
      'total kWh': ((next.value - now.value) * 1000) / hours,
    }[unit];
    if (watts < 0) falls++;
    else spans.push({ from: now.at, to: next.at, watts });
  }
  if (gaps > 0)
    notes.push(
      `${gaps} ${gaps === 1 ? 'gap' : 'gaps'} of ${(missing / HOUR).toFixed(1)} hours in all ${gaps === 1 ? 'was' : 'were'} left out, the longest steps being ${MOST_GAP} times the usual ${Math.round(usual / MINUTE)} minutes.`,
    );
  if (falls > 0)
    notes.push(`The counter fell ${falls === 1 ? '1 time' : `${falls} times`}; such steps were left out.`);
  return spans;
}

function foundOf(readings: readonly Reading[], spans: readonly Span[], usual: number): SeriesFound {
  const ms = spans.reduce((sum, { from, to }) => sum + to - from, 0);
  return {
    readings: readings.length,
    stepMin: usual / MINUTE,
    from: readings[0]?.at ?? 0,
    to: readings.at(-1)?.at ?? 0,
    meanW: spans.reduce((sum, { from, to, watts }) => sum + watts * (to - from), 0) / ms,
  };
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
    // no mean is more than the most, whatever is lost in adding up
    return Array.from(sums, (wh, hour) =>
      Math.min(peakW, (seen[hour] ?? 0) > 0 ? wh / (seen[hour] ?? 1) : mean),
    );
  });
  return { watts, peakW };
}
