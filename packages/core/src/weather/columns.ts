import { cellsOf, clockIn, offsetOf, orderOf, plainTable, readNumber, stampIn } from '../units';
import type { Clock } from './times';

export type Role =
  | 'time'
  | 'date'
  | 'year'
  | 'month'
  | 'day'
  | 'hour'
  | 'minute'
  | 'ghi'
  | 'dni'
  | 'dhi'
  | 'air'
  | 'wind'
  | 'none';

export interface ColumnGuess {
  heading: string;
  role: Role;
  /** Of a column of values; guessed from its heading and its size. */
  unit: string;
  /** What its unit would be in each role. */
  units: Partial<Record<Role, string>>;
  /** What to look at before it is taken; null where nothing is doubtful. */
  doubt: string | null;
  /** First values, as they stand. */
  sample: string[];
}

/** How the columns of a plain hourly CSV are read; guessed first, then as the person says. */
export interface Mapping extends Clock {
  columns: { role: Role; unit: string }[];
}

export interface HourlyPreview {
  separator: string;
  /** Line of the headings, from 1; 0 where there are none. */
  headingLine: number;
  columns: ColumnGuess[];
  rows: number;
  mapping: Mapping;
  /** True of dates with the year last, of which day or month could be first. */
  datesTurned: boolean;
  /** What was noticed of the times. */
  remarks: string[];
}

const LIGHT_UNITS = ['W/m²', 'kW/m²', 'Wh/m²', 'kWh/m²', 'kJ/m²', 'MJ/m²', 'J/cm²'];
export const UNITS_OF: Readonly<Partial<Record<Role, readonly string[]>>> = {
  ghi: LIGHT_UNITS,
  dni: LIGHT_UNITS,
  dhi: LIGHT_UNITS,
  air: ['°C', '°F', 'K'],
  wind: ['m/s', 'km/h', 'mph', 'kn'],
};

/** What is much like a column that is wanted, and is another. */
const OTHER: readonly (readonly [RegExp, string])[] = [
  [
    /clear.?sky|\bcs\b|cloudless|extraterr|\betr|\btoa\b/i,
    'light without clouds or air, which is not what arrives',
  ],
  [/elevation|altitude|zenith|azimuth|angle/i, 'the position of the sun, which is calculated'],
  [/infra|long.?wave|\blw|\buv|\bpar\b|reflect|albedo|net/i, 'another kind of light'],
  [/tilt|in.?plane|\bpoa\b/i, 'light on a tilted plane: the horizontal is wanted'],
  [
    /dew|soil|ground|surface|module|panel|cell|water|sea|wet.?bulb|feels|apparent|humid|pressure|rain|precip|cloud|snow/i,
    'not asked for here',
  ],
  [/wind.*dir|dir.*wind|gust|\bwd\b/i, 'not asked for here'],
  [/flag|uncert|source|quality|std/i, 'not asked for here'],
];

const ROLES: readonly (readonly [Role, RegExp])[] = [
  ['dni', /dni|beam|direct.*normal|normal.*direct|^bn$/i],
  ['dhi', /dhi|diffus|^dif/i],
  ['ghi', /ghi|global|shortwave|short.?wave|solar|irradi|radiation|^g\(?h?\)?$|^glo/i],
  ['air', /temp|^t2m|^ta\b|air|dry.?bulb|°[cf]/i],
  ['wind', /wind|ws10|wspd/i],
  ['year', /^(yr|year|yyyy|jahr|ann[ée]e|a[ñn]o)$/i],
  ['month', /^(mo|mon|mth|month|monat|mois|mes|mm)$/i],
  ['day', /^(dy|dom|day of month|day|dd|tag|jour|d[ií]a)$/i],
  ['minute', /^(min|mins|minute|minutes)$/i],
  ['hour', /^hour|^hr\b|^h$|^hh$|clock|stunde|^time$/i],
  ['time', /time|stamp|utc|date.*hour/i],
  ['date', /^date|^day$|datum/i],
];

/** Lines through the year by which units are told; as many that no hour of the day is passed over. */
const THROUGH = 307;

/** Looks at a plain CSV of hours and guesses what its columns are. Null where it is no such table. */
export function previewHourly(text: string, lonDeg: number | null): HourlyPreview | null {
  const table = plainTable(text);
  if (!table || table.headings.length < 2) return null;
  const { separator, headingLine, headings, body, sample } = table;
  const taken = new Set<Role>();
  // units are told by the whole year: its first days have little light, and no warmth
  const through = Array.from({ length: THROUGH }, (_, i) =>
    cellsOf(body[Math.floor((i * body.length) / THROUGH)] ?? '', separator),
  );
  const columns = headings.map((heading, index): ColumnGuess => {
    const cells = sample.map((row) => row[index] ?? '');
    const amounts = [...cells, ...through.map((row) => row[index] ?? '')];
    const [role, doubt] = roleOf(heading, cells, taken);
    if (role !== 'none') taken.add(role);
    return {
      heading: heading || `column ${index + 1}`,
      role,
      unit: unitOf(heading, role, amounts),
      units: Object.fromEntries(
        Object.keys(UNITS_OF).map((other) => [other, unitOf(heading, other as Role, amounts)]),
      ),
      doubt,
      sample: cells.slice(11, 15),
    };
  });
  const timed = columns.findIndex(({ role }) => role === 'time' || role === 'date');
  const at = (role: Role) => columns.findIndex((column) => column.role === role);
  const zone = timed < 0 ? null : (stampIn(sample[0]?.[timed] ?? '')?.zone ?? null);
  const remarks: string[] = [];
  if (zone) remarks.push(`The times say their own zone (${zone}).`);
  const offset = zone
    ? offsetOf(zone)
    : columns.some(({ heading, role }) => /utc|gmt|zulu/i.test(heading) && /time|date|hour|year/.test(role))
      ? 0
      : Math.round((lonDeg ?? 0) / 15);
  const dates = body.flatMap((line, i) =>
    i % 12 === 0 && timed >= 0 ? [cellsOf(line, separator)[timed] ?? ''] : [],
  );
  const { order, proven } = orderOf(dates);
  if (!proven) remarks.push('The dates could have the day or the month first: see that the order is right.');
  const hours = sample.map((row) => row[at('hour')] ?? '');
  const ends = at('hour') >= 0 && hours.includes('24') && !hours.includes('0');
  return {
    separator,
    headingLine,
    columns,
    rows: body.length,
    mapping: {
      columns: columns.map(({ role, unit }) => ({ role, unit })),
      dates: order,
      timeMeans: ends
        ? 'end'
        : /:30/.test(sample[0]?.[timed] ?? '') && !isHalfHours(sample, timed)
          ? 'middle'
          : 'start',
      utcOffsetH: offset,
      summerTime: false,
    },
    datesTurned: order !== 'year',
    remarks,
  };
}

const isHalfHours = (sample: readonly (readonly string[])[], timed: number) =>
  /:00/.test(sample[1]?.[timed] ?? '');

/** @returns its role, and why it is left out or to be looked at */
function roleOf(heading: string, cells: readonly string[], taken: ReadonlySet<Role>): [Role, string | null] {
  const [value = ''] = cells;
  const stamp = stampIn(value);
  // eight figures can be an amount as well as a date
  if (
    stamp &&
    !taken.has('time') &&
    !taken.has('date') &&
    (!/^\d{8}$/.test(value) || /date|time|day/i.test(heading) || !heading)
  )
    return [stamp.hour === null ? 'date' : 'time', null];
  if (/^\d{1,2}:\d{2}/.test(value) || /^\d{1,2}\s*[ap]\.?m/i.test(value))
    return taken.has('hour') ? ['none', null] : ['hour', null];
  const other = OTHER.find(([words]) => words.test(heading));
  if (other) return ['none', other[1]];
  const known = ROLES.filter(([, pattern]) => pattern.test(heading));
  const [role] = known.find(([candidate]) => !taken.has(candidate) && fitting(candidate, cells)) ?? [];
  if (role) return [role, null];
  return ['none', known.length > 0 ? 'another column is taken for that' : null];
}

/** Whether the cells can be a part of a date or the like; an amount is judged by its unit. */
function fitting(role: Role, cells: readonly string[]): boolean {
  const most: Partial<Record<Role, number>> = { year: 2200, month: 12, day: 31, hour: 24, minute: 59 };
  const bound = most[role];
  if (role === 'time' || role === 'date') return stampIn(cells[0] ?? '') !== null;
  if (bound === undefined) return true;
  const whole = cells
    .slice(0, 200)
    .every((cell) => (role === 'hour' ? clockIn(cell) !== null : /^\d{1,4}(\.0)?$/.test(cell)));
  return whole && cells.every((cell) => !(Number(cell) > bound));
}

function unitOf(heading: string, role: Role, cells: readonly string[]): string {
  const usual = UNITS_OF[role]?.[0];
  if (!usual) return '';
  const said = heading.toLowerCase();
  const values = cells.flatMap((cell) => {
    const reading = readNumber(cell);
    return reading.ok && reading.value < 9000 ? [reading.value] : [];
  });
  const most = Math.max(...values, 0);
  if (role === 'air') {
    if (/fahrenheit|°f|\(f\)|_f$|\bf$/.test(said)) return '°F';
    if (/kelvin|\(k\)|_k$|\bk$/.test(said) || Math.min(...values) > 180) return 'K';
    return most > 60 ? '°F' : '°C';
  }
  if (role === 'wind')
    return /km\/?h/.test(said) ? 'km/h' : /mph/.test(said) ? 'mph' : /kn|kt/.test(said) ? 'kn' : 'm/s';
  if (/kj/.test(said)) return 'kJ/m²';
  if (/mj/.test(said)) return 'MJ/m²';
  if (/j\/cm/.test(said)) return 'J/cm²';
  if (/kwh/.test(said)) return 'kWh/m²';
  if (/kw\s*\//.test(said)) return 'kW/m²';
  if (/wh/.test(said)) return 'Wh/m²';
  if (/\bw\s*\/|watt/.test(said)) return 'W/m²';
  if (most > 0 && most <= 2) return 'kW/m²';
  if (most > 2 && most < 6) return 'MJ/m²';
  return most > 1700 ? 'kJ/m²' : 'W/m²';
}
