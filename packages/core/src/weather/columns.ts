import { readNumber } from '../units';
import { emptyYear, hourIndex } from './hours';
import { cellsOf, type StationReading, type WeatherProblem } from './station';

export type Role = 'time' | 'date' | 'hour' | 'ghi' | 'dni' | 'dhi' | 'air' | 'wind' | 'none';
export type TimeMeans = 'start' | 'middle' | 'end';

export interface ColumnGuess {
  heading: string;
  role: Role;
  /** Of a column of values; guessed from its heading and its size. */
  unit: string;
  /** What its unit would be in each role. */
  units: Partial<Record<Role, string>>;
  /** First values, as they stand. */
  sample: string[];
}

/** How the columns of a plain hourly CSV are read; guessed first, then as the person says. */
export interface Mapping {
  columns: { role: Role; unit: string }[];
  timeMeans: TimeMeans;
  /** Hours east of Greenwich of the clock the times are of. */
  utcOffsetH: number;
  /** True where the clock is put forward from the end of March to the end of October. */
  summerTime: boolean;
}

export interface HourlyPreview {
  separator: string;
  /** Line of the headings, from 1; 0 where there are none. */
  headingLine: number;
  columns: ColumnGuess[];
  rows: number;
  mapping: Mapping;
  /** What was noticed of the times. */
  remarks: string[];
}

export const UNITS_OF: Readonly<Partial<Record<Role, readonly string[]>>> = {
  ghi: ['W/m²', 'kW/m²', 'kJ/m²', 'Wh/m²', 'J/cm²'],
  dni: ['W/m²', 'kW/m²', 'kJ/m²', 'Wh/m²', 'J/cm²'],
  dhi: ['W/m²', 'kW/m²', 'kJ/m²', 'Wh/m²', 'J/cm²'],
  air: ['°C', '°F', 'K'],
  wind: ['m/s', 'km/h', 'mph', 'kn'],
};

/** Into W/m² over an hour, °C and m/s. */
const INTO: Readonly<Record<string, (value: number) => number>> = {
  'W/m²': (v) => v,
  'Wh/m²': (v) => v,
  'kW/m²': (v) => v * 1000,
  'kJ/m²': (v) => v / 3.6,
  'J/cm²': (v) => v / 0.36,
  '°C': (v) => v,
  '°F': (v) => (v - 32) / 1.8,
  K: (v) => v - 273.15,
  'm/s': (v) => v,
  'km/h': (v) => v / 3.6,
  mph: (v) => v * 0.44704,
  kn: (v) => v * 0.514444,
};

const ROLES: readonly (readonly [Role, RegExp])[] = [
  ['dni', /dni|beam|direct.*normal|normal.*direct|^bn$/i],
  ['dhi', /dhi|diffus|^dif/i],
  ['ghi', /ghi|global|shortwave|short.?wave|solar|irradi|radiation|^g\(?h?\)?$|^glo/i],
  ['air', /temp|^t2m|^ta$|air|dry.?bulb|°[cf]/i],
  ['wind', /wind|ws10|wspd/i],
  ['time', /time|stamp|utc|date.*hour/i],
  ['date', /^date|^day$|datum/i],
  ['hour', /^hour|^hr$|^h$|clock/i],
];

const DATE_TIME =
  /^(\d{4})-?(\d{2})-?(\d{2})[T :]?(\d{2}):?(\d{2})?(?::?\d{2}(?:\.\d+)?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?$/i;
const EUROPEAN = /^(\d{1,2})[./](\d{1,2})[./](\d{4})(?:[ ,]+(\d{1,2}):?(\d{2})?)?/;

function separatorOf(line: string): string {
  const counts = [';', '\t', ','].map((by) => [by, line.split(by).length] as const);
  return counts.reduce((most, one) => (one[1] > most[1] ? one : most))[0];
}

/** Looks at a plain CSV of hours and guesses what its columns are. Null where it is no such table. */
export function previewHourly(text: string, lonDeg: number | null): HourlyPreview | null {
  const lines = text.split(/\r\n?|\n/);
  // headings stand above the first line that reads as data
  const first = lines.findIndex((line) => looksLikeData(line));
  if (first === -1) return null;
  const separator = separatorOf(lines[first] ?? '');
  const headings = first > 0 ? cellsOf(lines[first - 1] ?? '', separator) : [];
  const body = lines.slice(first).filter((line) => line.trim() !== '');
  if (body.slice(0, 200).filter(looksLikeData).length < Math.min(200, body.length) / 2) return null;
  const sample = body.slice(0, 2000).map((line) => cellsOf(line, separator));
  const width = Math.max(...sample.slice(0, 50).map((cells) => cells.length));
  if (width < 2) return null;
  const taken = new Set<Role>();
  const columns = Array.from({ length: width }, (_, index): ColumnGuess => {
    const heading = (headings[index] ?? '').trim().replace(/^"|"$/g, '');
    const cells = sample.map((row) => row[index]?.trim() ?? '');
    const role = roleOf(heading, cells, taken);
    if (role !== 'none') taken.add(role);
    return {
      heading: heading || `column ${index + 1}`,
      role,
      unit: unitOf(heading, role, cells),
      units: Object.fromEntries(
        Object.keys(UNITS_OF).map((other) => [other, unitOf(heading, other as Role, cells)]),
      ),
      sample: cells.slice(11, 15),
    };
  });
  const timed = columns.findIndex(({ role }) => role === 'time' || role === 'date');
  const written = timed < 0 ? undefined : DATE_TIME.exec(sample[0]?.[timed]?.trim() ?? '')?.[6];
  const remarks: string[] = [];
  if (written) remarks.push(`The times say their own zone (${written}).`);
  const offset = written
    ? offsetOf(written)
    : /utc|gmt|zulu/i.test(columns[timed]?.heading ?? '')
      ? 0
      : Math.round((lonDeg ?? 0) / 15);
  return {
    separator,
    headingLine: first > 0 ? first : 0,
    columns,
    rows: body.length,
    mapping: {
      columns: columns.map(({ role, unit }) => ({ role, unit })),
      timeMeans: /:30/.test(sample[0]?.[timed] ?? '') ? 'middle' : 'start',
      utcOffsetH: offset,
      summerTime: false,
    },
    remarks,
  };
}

function looksLikeData(line: string): boolean {
  const cells = cellsOf(line, separatorOf(line)).map((cell) => cell.trim());
  const numbers = cells.filter((cell) => cell !== '' && readNumber(cell).ok).length;
  const dated = cells.some((cell) => DATE_TIME.test(cell) || EUROPEAN.test(cell));
  return cells.length > 1 && (dated ? numbers >= 1 : numbers >= 2 && numbers >= cells.length / 2);
}

function roleOf(heading: string, cells: readonly string[], taken: ReadonlySet<Role>): Role {
  const [value = ''] = cells;
  const stamp = DATE_TIME.exec(value);
  if (stamp && !taken.has('time')) return 'time';
  if (EUROPEAN.test(value) && !taken.has('time')) return EUROPEAN.exec(value)?.[4] ? 'time' : 'date';
  if (/^\d{1,2}:\d{2}/.test(value)) return taken.has('hour') ? 'none' : 'hour';
  const [role] = ROLES.find(([candidate, pattern]) => pattern.test(heading) && !taken.has(candidate)) ?? [
    'none' as const,
  ];
  return role;
}

const offsetOf = (written: string): number => {
  const [, sign, hours, minutes] = /^([+-])(\d{2}):?(\d{2})$/.exec(written) ?? [];
  return sign ? (sign === '-' ? -1 : 1) * (Number(hours) + Number(minutes) / 60) : 0;
};

function unitOf(heading: string, role: Role, cells: readonly string[]): string {
  const [usual] = UNITS_OF[role] ?? [''];
  if (!usual) return '';
  const said = heading.toLowerCase();
  const values = cells.flatMap((cell) => {
    const reading = readNumber(cell);
    return reading.ok && reading.value < 9000 ? [reading.value] : [];
  });
  const most = Math.max(...values, 0);
  if (role === 'air') {
    if (/fahrenheit|°f|\(f\)|_f$/.test(said)) return '°F';
    if (/kelvin|\(k\)|_k$/.test(said) || Math.min(...values) > 180) return 'K';
    return most > 60 ? '°F' : '°C';
  }
  if (role === 'wind')
    return /km\/?h/.test(said) ? 'km/h' : /mph/.test(said) ? 'mph' : /kn|kt/.test(said) ? 'kn' : 'm/s';
  if (/kj/.test(said)) return 'kJ/m²';
  if (/j\/cm/.test(said)) return 'J/cm²';
  if (/kwh?\//.test(said)) return 'kW/m²';
  if (/wh\//.test(said)) return 'Wh/m²';
  if (most <= 2 && most > 0) return 'kW/m²';
  return most > 1700 ? 'kJ/m²' : 'W/m²';
}

const LEAP = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
const MEANS_H: Readonly<Record<TimeMeans, number>> = { start: 0.5, middle: 0, end: -0.5 };
/** Hours the sun is highest from noon that still pass for a matter of the hour's name. */
const ODD_NOON_H = 0.8;

/**
 * Reads a plain CSV of hours as its mapping says. Years after one another are averaged into one; steps shorter than an
 * hour as well.
 */
export function readHourly(
  text: string,
  { separator, headingLine }: Pick<HourlyPreview, 'separator' | 'headingLine'>,
  mapping: Mapping,
  place: { latDeg: number; lonDeg: number; altitudeM: number | null },
): StationReading {
  const lines = text.split(/\r\n?|\n/);
  const at = (role: Role) => mapping.columns.findIndex((column) => column.role === role);
  const [timeAt, dateAt, hourAt] = [at('time'), at('date'), at('hour')];
  const values = (['ghi', 'dni', 'dhi', 'air', 'wind'] as const).flatMap((key) => {
    const index = at(key);
    return index < 0
      ? []
      : [{ key, index, into: INTO[mapping.columns[index]?.unit ?? ''] ?? ((v: number) => v) }];
  });
  if (timeAt < 0 && dateAt < 0)
    return {
      ok: false,
      problems: [whole('No column says when: choose one for the time, or for date and hour')],
    };
  if (!values.some(({ key }) => key === 'ghi' || key === 'dni')) {
    return { ok: false, problems: [whole('No column holds the global light: choose one')] };
  }
  const year = emptyYear({ ...place, utcOffsetH: mapping.utcOffsetH });
  const sums = values.map(() => new Float64Array(8760));
  const counts = values.map(() => new Uint16Array(8760));
  const problems: WeatherProblem[] = [];
  let [read, missing, leap] = [0, 0, 0];
  // commas mark decimals where they stand in numbers and part no columns
  const decimalComma =
    separator !== ',' && lines.slice(headingLine, headingLine + 2000).some((line) => /\d,\d/.test(line));
  for (let index = headingLine; index < lines.length && problems.length < 20; index++) {
    const line = lines[index] ?? '';
    if (line.trim() === '' || line.startsWith('#')) continue;
    const cells = cellsOf(line, separator);
    const when = instantOf(
      cells[timeAt >= 0 ? timeAt : dateAt]?.trim() ?? '',
      hourAt < 0 ? null : (cells[hourAt]?.trim() ?? ''),
      mapping,
    );
    if (typeof when === 'string') {
      if (read === 0 && index < headingLine + 3) continue;
      problems.push({ line: index + 1, column: 'time', message: when });
      continue;
    }
    if (when === null) {
      leap++;
      continue;
    }
    read++;
    for (const [i, { key, index: column, into }] of values.entries()) {
      const text = cells[column]?.trim() ?? '';
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
      (sums[i] as Float64Array)[when] =
        ((sums[i] as Float64Array)[when] as number) + (key === 'air' ? value : Math.max(0, value));
      (counts[i] as Uint16Array)[when] = ((counts[i] as Uint16Array)[when] as number) + 1;
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  if (read < 24 * 20)
    return { ok: false, problems: [whole(`${read} hours are too few: a month at least is wanted`)] };
  for (const [i, { key }] of values.entries()) {
    for (let hour = 0; hour < 8760; hour++) {
      const count = (counts[i] as Uint16Array)[hour] as number;
      if (count > 0) year[key][hour] = ((sums[i] as Float64Array)[hour] as number) / count;
    }
  }
  const notes: string[] = [`${read.toLocaleString('en')} lines of hours read.`];
  if (leap > 0) notes.push(`29 February was left out, ${leap} lines.`);
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

const whole = (message: string): WeatherProblem => ({ line: null, column: null, message });

/** Hour of the year, null on 29 February, or what is wrong with it. */
function instantOf(text: string, hourText: string | null, mapping: Mapping): number | null | string {
  const stamp = DATE_TIME.exec(text);
  const european = stamp ? null : EUROPEAN.exec(text);
  const dateOnly = stamp || european ? null : /^(\d{4})-?(\d{2})-?(\d{2})$/.exec(text);
  let parts: (string | undefined)[];
  if (stamp) parts = [stamp[1], stamp[2], stamp[3], stamp[4], stamp[5]];
  else if (european) {
    // day first, unless that cannot be
    const [a, b] = [Number(european[1]), Number(european[2])];
    const [day, month] = b > 12 ? [b, a] : [a, b];
    parts = [european[3], String(month), String(day), european[4], european[5]];
  } else if (dateOnly) parts = [dateOnly[1], dateOnly[2], dateOnly[3]];
  else return `“${text.slice(0, 30)}” is not a date and time`;
  let [year, month, day, hour, minute] = parts.map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
  ];
  if (hourText !== null) {
    const clock = /^(\d{1,2})(?::(\d{2}))?/.exec(hourText);
    if (!clock) return `“${hourText.slice(0, 20)}” is not an hour`;
    [hour, minute] = [Number(clock[1]), Number(clock[2] ?? 0)];
  }
  const offset = stamp?.[6] ? offsetOf(stamp[6]) : mapping.utcOffsetH;
  let hours = hour + minute / 60 + MEANS_H[mapping.timeMeans] + (mapping.utcOffsetH - offset);
  if (mapping.summerTime && !stamp?.[6] && inSummerTime(year, month, day)) hours -= 1;
  const utc = Date.UTC(year, month - 1, day) + Math.floor(hours) * 3_600_000;
  const date = new Date(utc);
  if (Number.isNaN(utc) || month < 1 || month > 12 || day < 1 || day > 31)
    return `“${text.slice(0, 30)}” is no day of the year`;
  [year, month, day] = [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()];
  if (month === 2 && day === 29 && LEAP(year)) return null;
  return hourIndex(month, day, date.getUTCHours());
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
