import {
  cellsOf,
  clockIn,
  hasDecimalCommas,
  minutesOf,
  momentOf,
  readNumber,
  stampIn,
  type Moment,
} from '../units';
import type { HourlyPreview, Mapping, Role } from './columns';
import { emptyYear, plural } from './hours';
import type { StationReading, WeatherProblem } from './station';
import { hourOf } from './times';

/** Into W/m², °C and m/s; of an energy, the mean power over an hour. */
const INTO: Readonly<Record<string, (value: number) => number>> = {
  'W/m²': (v) => v,
  'Wh/m²': (v) => v,
  'kW/m²': (v) => v * 1000,
  'kWh/m²': (v) => v * 1000,
  'kJ/m²': (v) => v / 3.6,
  'MJ/m²': (v) => v / 0.0036,
  'J/cm²': (v) => v / 0.36,
  '°C': (v) => v,
  '°F': (v) => (v - 32) / 1.8,
  K: (v) => v - 273.15,
  'm/s': (v) => v,
  'km/h': (v) => v / 3.6,
  mph: (v) => v * 0.44704,
  kn: (v) => v * 0.514444,
};
const IS_ENERGY = /^(k?Wh|[kM]?J)\//;
/** Hours the sun is highest from noon that still pass for a matter of the hour's name. */
const ODD_NOON_H = 0.8;
const MOST_PROBLEMS = 20;

const whole = (message: string): WeatherProblem => ({ line: null, column: null, message });

/**
 * Reads a plain CSV of hours as its mapping says. Years after one another are averaged into one; steps shorter than an
 * hour as well, and of an energy over such a step the mean power.
 */
export function readHourly(
  text: string,
  { separator, headingLine }: Pick<HourlyPreview, 'separator' | 'headingLine'>,
  mapping: Mapping,
  place: { latDeg: number; lonDeg: number; altitudeM: number | null },
): StationReading {
  const lines = text.split(/\r\n?|\n/);
  const at = (role: Role) => mapping.columns.findIndex((column) => column.role === role);
  const momentIn = momentReader(mapping);
  if (!momentIn)
    return {
      ok: false,
      problems: [
        whole('No column says when: choose one for the time, for date and hour, or for month, day and hour'),
      ],
    };
  const cellsIn = (line: string) => cellsOf(line, separator).map((cell) => cell.trim());
  const stepH = stepOf(lines.slice(headingLine, headingLine + 200), (line) => momentIn(cellsIn(line)));
  const values = (['ghi', 'dni', 'dhi', 'air', 'wind'] as const).flatMap((key) => {
    const index = at(key);
    if (index < 0) return [];
    const unit = mapping.columns[index]?.unit ?? '';
    const into = INTO[unit] ?? ((v: number) => v);
    return [{ key, index, into: IS_ENERGY.test(unit) ? (v: number) => into(v) / stepH : into }];
  });
  if (!values.some(({ key }) => key === 'ghi' || key === 'dni')) {
    return { ok: false, problems: [whole('No column holds the global light: choose one')] };
  }
  const year = emptyYear({ ...place, utcOffsetH: mapping.utcOffsetH });
  const sums = values.map(() => new Float64Array(8760));
  const counts = values.map(() => new Uint32Array(8760));
  const problems: WeatherProblem[] = [];
  let [read, missing, leap] = [0, 0, 0];
  const decimalComma = hasDecimalCommas(separator, lines.slice(headingLine));
  for (let index = headingLine; index < lines.length && problems.length < MOST_PROBLEMS; index++) {
    const line = lines[index] ?? '';
    if (line.trim() === '' || line.startsWith('#')) continue;
    const cells = cellsIn(line);
    const moment = momentIn(cells);
    const when = typeof moment === 'string' ? null : hourOf(moment, mapping, stepH);
    if (when === null) {
      if (read === 0 && index < headingLine + 3) continue;
      const message =
        typeof moment === 'string' ? moment : `“${line.slice(0, 30)}” is at no time of a year that there is`;
      problems.push({ line: index + 1, column: 'time', message });
      continue;
    }
    if (when === 'leap') {
      leap++;
      continue;
    }
    read++;
    for (const [i, { key, index: column, into }] of values.entries()) {
      const text = cells[column] ?? '';
      if (text === '' || /^(nan|na|null|-+)$/i.test(text)) {
        missing++;
        continue;
      }
      const reading = readNumber(text, decimalComma || undefined);
      if (!reading.ok) {
        problems.push({ line: index + 1, column: key, message: reading.message });
        continue;
      }
      if (Math.abs(reading.value) >= 9999 || reading.value === -999) {
        missing++;
        continue;
      }
      const value = into(reading.value);
      const [least, most] = key === 'air' ? [-90, 70] : key === 'wind' ? [0, 120] : [-20, 1600];
      if (value < least || value > most) {
        problems.push({
          line: index + 1,
          column: key,
          message: `${text} ${mapping.columns[column]?.unit ?? ''} is outside what can be: is the unit right?`,
        });
        continue;
      }
      const [sum, count] = [sums[i] as Float64Array, counts[i] as Uint32Array];
      sum[when] = (sum[when] as number) + (key === 'air' ? value : Math.max(0, value));
      count[when] = (count[when] as number) + 1;
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  if (read < 24 * 20)
    return { ok: false, problems: [whole(`${read} hours are too few: a month at least is wanted`)] };
  for (const [i, { key }] of values.entries()) {
    for (let hour = 0; hour < 8760; hour++) {
      const count = (counts[i] as Uint32Array)[hour] as number;
      if (count > 0) year[key][hour] = ((sums[i] as Float64Array)[hour] as number) / count;
    }
  }
  const step = stepH === 1 ? 'hours' : `steps of ${Math.round(stepH * 60)} minutes`;
  const notes: string[] = [`${read.toLocaleString('en')} lines of ${step} read.`];
  if (leap > 0) notes.push(`29 February was left out, ${plural(leap, 'line')}.`);
  if (missing > 0) notes.push(`${missing.toLocaleString('en')} values are missing.`);
  const noon = brightestHour(year.ghi);
  const expected = 12 - (place.lonDeg - 15 * mapping.utcOffsetH) / 15;
  if (noon !== null && Math.abs(noon - expected) > ODD_NOON_H) {
    const off = Math.abs(noon - expected).toFixed(1);
    notes.push(
      `The light is ${off} hours ${noon > expected ? 'late' : 'early'} for this place: check time zone, summer time and what the time means.`,
    );
  }
  return { ok: true, year, site: '', notes };
}

/** How a line says its moment, or what is wrong with it; null where no columns are for that. */
function momentReader(mapping: Mapping): ((cells: readonly string[]) => Moment | string) | null {
  const at = (role: Role) => mapping.columns.findIndex((column) => column.role === role);
  const [time, date, year, month, day, hour, minute] = (
    ['time', 'date', 'year', 'month', 'day', 'hour', 'minute'] as const
  ).map(at) as [number, number, number, number, number, number, number];
  const stamped = time >= 0 ? time : date;
  const clocked = (cells: readonly string[], moment: Moment): Moment | string => {
    if (hour < 0) return moment;
    const clock = clockIn(cells[hour] ?? '');
    if (!clock) return `“${(cells[hour] ?? '').slice(0, 20)}” is not an hour`;
    const own = minute < 0 ? clock.minute : Number(cells[minute]);
    return Number.isInteger(own)
      ? { ...moment, hour: clock.hour, minute: own }
      : `“${(cells[minute] ?? '').slice(0, 20)}” is not a minute`;
  };
  if (stamped >= 0)
    return (cells) => {
      const stamp = stampIn(cells[stamped] ?? '');
      if (!stamp) return `“${(cells[stamped] ?? '').slice(0, 30)}” is not a date and time`;
      return clocked(cells, momentOf(stamp, mapping.dates));
    };
  if (month < 0 || day < 0 || hour < 0) return null;
  return (cells) => {
    const part = (index: number) => Number(cells[index] ?? '');
    // any common year where none is said
    const moment = {
      year: year < 0 ? 2001 : part(year),
      month: part(month),
      day: part(day),
      hour: 0,
      minute: 0,
      zone: null,
    };
    if (![moment.year, moment.month, moment.day].every(Number.isInteger))
      return `“${[cells[year], cells[month], cells[day]].join(' ').slice(0, 30)}” is not a date`;
    return clocked(cells, moment);
  };
}

/** Hours between lines, at most one: the middle of the steps there are. */
function stepOf(lines: readonly string[], momentIn: (line: string) => Moment | string): number {
  const at = lines.flatMap((line) => {
    const moment = momentIn(line);
    return typeof moment === 'string' ? [] : [minutesOf(moment)];
  });
  const steps = at
    .slice(1)
    .map((minutes, i) => minutes - (at[i] as number))
    .filter((step) => step > 0)
    .sort((a, b) => a - b);
  const middle = steps[Math.floor(steps.length / 2)] ?? 60;
  return Math.min(60, middle) / 60;
}

/** Middle of the light through the day, in hours of the clock; null where there is none. */
function brightestHour(ghi: Float64Array): number | null {
  let [sum, weighted] = [0, 0];
  for (let hour = 0; hour < ghi.length; hour++) {
    const light = ghi[hour] as number;
    if (Number.isNaN(light)) continue;
    sum += light;
    weighted += light * ((hour % 24) + 0.5);
  }
  return sum > 0 ? weighted / sum : null;
}
