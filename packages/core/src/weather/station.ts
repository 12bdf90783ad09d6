import { cellsOf } from '../units';
import { emptyYear, hourIndex, plural, type HourlyYear } from './hours';

/** A problem at a place of the file, counted from 1 as an editor does. */
export interface WeatherProblem {
  line: number | null;
  column: string | null;
  message: string;
}

export type StationReading =
  { ok: true; year: HourlyYear; site: string; notes: string[] } | { ok: false; problems: WeatherProblem[] };

const MOST_PROBLEMS = 20;
const refuse = (
  message: string,
  line: number | null = null,
  column: string | null = null,
): StationReading => ({
  ok: false,
  problems: [{ line, column, message }],
});

interface Column {
  key: 'ghi' | 'dni' | 'dhi' | 'air' | 'wind';
  name: string;
  index: number;
  least: number;
  most: number;
  /** From here on up, or down to there, it means that there is no value. */
  missing: (value: number) => boolean;
}

const EPW: readonly Column[] = [
  {
    key: 'ghi',
    name: 'global light (column 14)',
    index: 13,
    least: 0,
    most: 1600,
    missing: (v) => v >= 9999,
  },
  { key: 'dni', name: 'beam (column 15)', index: 14, least: 0, most: 1400, missing: (v) => v >= 9999 },
  { key: 'dhi', name: 'diffuse (column 16)', index: 15, least: 0, most: 1200, missing: (v) => v >= 9999 },
  {
    key: 'air',
    name: 'air (column 7)',
    index: 6,
    least: -90,
    most: 70,
    missing: (v) => v === 99.9 || v >= 999,
  },
  { key: 'wind', name: 'wind (column 22)', index: 21, least: 0, most: 120, missing: (v) => v >= 999 },
];

interface Row {
  month: number;
  day: number;
  /** 1–24, the hour that ends then. */
  hour: number;
}

/** Reads the hours of a station file whose columns are known. */
function readHours(
  lines: readonly string[],
  firstLine: number,
  columns: readonly Column[],
  rowOf: (cells: readonly string[]) => Row | string,
  year: HourlyYear,
): StationReading {
  const problems: WeatherProblem[] = [];
  const gone: Record<string, number> = {};
  let [read, leap] = [0, 0];
  for (const [offset, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const number = firstLine + offset;
    if (problems.length >= MOST_PROBLEMS) break;
    const cells = cellsOf(line);
    const row = rowOf(cells);
    if (typeof row === 'string') {
      problems.push({ line: number, column: null, message: row });
      continue;
    }
    if (row.month === 2 && row.day === 29) {
      leap++;
      continue;
    }
    const index = hourIndex(row.month, row.day, row.hour - 1);
    if (index === null) {
      problems.push({
        line: number,
        column: null,
        message: `There is no hour ${row.hour} of ${row.day}/${row.month}`,
      });
      continue;
    }
    read++;
    for (const { key, name, index: at, least, most, missing } of columns) {
      const text = cells[at]?.trim() ?? '';
      const value = Number(text);
      if (text === '' || missing(value)) gone[name] = (gone[name] ?? 0) + 1;
      else if (Number.isNaN(value))
        problems.push({ line: number, column: name, message: `“${text.slice(0, 20)}” is not a number` });
      else if (value < least || value > most) {
        problems.push({ line: number, column: name, message: `${text} is outside ${least} to ${most}` });
      } else year[key][index] = value;
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  if (read === 0) return refuse('There are no hours in the file');
  const notes: string[] = [];
  if (leap > 0) notes.push(`29 February was left out, ${plural(leap, 'hour')}.`);
  if (read < 8760)
    notes.push(`The file holds ${read.toLocaleString('en')} of 8,760 hours: it is broken off, or has gaps.`);
  for (const [name, count] of Object.entries(gone)) {
    // wind is common to be absent and is not used for the months
    if (!name.startsWith('wind'))
      notes.push(`${plural(count, 'hour')} ${count === 1 ? 'has' : 'have'} no ${name}.`);
  }
  return { ok: true, year, site: '', notes };
}

const linesOf = (text: string) => text.split(/\r\n?|\n/);

/** An empty year at the site that a file's head gives; null where a figure of it is none. */
function yearAt(...site: readonly (string | undefined)[]): HourlyYear | null {
  const [latDeg = NaN, lonDeg = NaN, utcOffsetH = NaN, altitudeM = NaN] = site.map(Number);
  if (![latDeg, lonDeg, utcOffsetH].every(Number.isFinite)) return null;
  return emptyYear({ latDeg, lonDeg, utcOffsetH, altitudeM: Number.isFinite(altitudeM) ? altitudeM : null });
}

export const looksLikeEpw = (text: string) => /^LOCATION,/i.test(text);
/** A TMY3-style file: a line of the site, then a line of headings that begins with the date. */
export const looksLikeTmy = (text: string) =>
  /^[^\n]*\n"?Date \(MM\/DD\/YYYY\)"?,/i.test(text.slice(0, 2000).replace(/\r\n?/g, '\n'));

/** Reads an EPW file. Its hours are of local standard time, each the hour that ends then. */
export function readEpw(text: string): StationReading {
  const lines = linesOf(text);
  const head = cellsOf(lines[0] ?? '');
  const year = yearAt(head[6], head[7], head[8], head[9]);
  if (!year) {
    return refuse('The LOCATION line gives no latitude, longitude and time zone', 1, 'columns 7 to 9');
  }
  const first = lines.findIndex((line) => /^\d{4},\d{1,2},\d{1,2},\d{1,2},/.test(line));
  if (first === -1) return refuse('There are no hours below the header: the file is broken off');
  const reading = readHours(
    lines.slice(first),
    first + 1,
    EPW,
    (cells) => {
      const [month, day, hour] = [1, 2, 3].map((at) => Number(cells[at]));
      if (cells.length < 22) return `The line has ${cells.length} of 35 columns: it is broken off`;
      return [month, day, hour].every(Number.isInteger)
        ? { month: month as number, day: day as number, hour: hour as number }
        : 'The line does not begin with year, month, day and hour';
    },
    year,
  );
  return reading.ok ? { ...reading, site: [head[1], head[3]].filter(Boolean).join(', ') } : reading;
}

const TMY_COLUMNS: readonly (readonly [Column['key'], RegExp, string, number, number])[] = [
  ['ghi', /^GHI \(W/i, 'GHI', 0, 1600],
  ['dni', /^DNI \(W/i, 'DNI', 0, 1400],
  ['dhi', /^DHI \(W/i, 'DHI', 0, 1200],
  ['air', /^Dry-?bulb \(C/i, 'Dry-bulb', -90, 70],
  ['wind', /^Wspd \(m/i, 'wind', 0, 120],
];

/** Reads a TMY3-style CSV. Its hours are of local standard time, each the hour that ends then. */
export function readTmy(text: string): StationReading {
  const lines = linesOf(text);
  const head = cellsOf(lines[0] ?? '');
  const year = yearAt(head[4], head[5], head[3], head[6]);
  if (!year) {
    return refuse('The first line gives no time zone, latitude and longitude', 1, 'columns 4 to 6');
  }
  const headings = cellsOf(lines[1] ?? '').map((heading) => heading.trim());
  const columns = TMY_COLUMNS.flatMap(([key, pattern, name, least, most]): Column[] => {
    const index = headings.findIndex((heading) => pattern.test(heading));
    return index < 0 ? [] : [{ key, name, index, least, most, missing: (v) => v <= -900 || v >= 9900 }];
  });
  if (!columns.some(({ key }) => key === 'ghi')) return refuse('No column is headed GHI (W/m^2)', 2);
  const reading = readHours(
    lines.slice(2),
    3,
    columns,
    (cells) => {
      const date = /^(\d{1,2})\/(\d{1,2})\/\d{4}$/.exec(cells[0]?.trim() ?? '');
      const time = /^(\d{1,2}):\d{2}$/.exec(cells[1]?.trim() ?? '');
      if (!date || !time) return 'The line does not begin with a date MM/DD/YYYY and a time HH:MM';
      return { month: Number(date[1]), day: Number(date[2]), hour: Number(time[1]) };
    },
    year,
  );
  return reading.ok ? { ...reading, site: [head[1], head[2]].filter(Boolean).join(', ') } : reading;
}
