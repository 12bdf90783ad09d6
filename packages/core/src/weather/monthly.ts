import type { Weather } from '../document';
import { MONTH_DAYS, readNumber } from '../units';
import { cellsOf, type WeatherProblem } from './station';

export type MonthlyReading = { ok: true; weather: Weather } | { ok: false; problems: WeatherProblem[] };

type SunUnit = 'kWh/m² a day' | 'MJ/m² a day' | 'kWh/m² a month';

/** What twelve figures of sun are in, by their size and what the heading says. */
function sunUnit(values: readonly number[], heading: string): SunUnit {
  const most = Math.max(...values);
  if (/mj/i.test(heading)) return 'MJ/m² a day';
  if (/(per|a|\/)\s*month|monthly/i.test(heading) || most > 40) return 'kWh/m² a month';
  return most > 10 ? 'MJ/m² a day' : 'kWh/m² a day';
}

/**
 * Reads twelve months pasted from anywhere: a line a month in order, sun first, then mean air, or lowest and highest;
 * names of months and a line of headings may be there or not.
 */
export function readMonthly(text: string, name: string): MonthlyReading {
  const lines = text
    .split(/\r\n?|\n/)
    .map((line, index) => ({ line: line.trim(), number: index + 1 }))
    .filter(({ line }) => line !== '' && !line.startsWith('#'));
  const by = (line: string) =>
    line.includes('\t')
      ? '\t'
      : line.includes(';')
        ? ';'
        : /\d,\d/.test(line) && !/,\s/.test(line)
          ? ','
          : /,/.test(line)
            ? ','
            : ' ';
  const rows: { number: number; values: number[]; problem: string | null }[] = [];
  let heading = '';
  for (const { line, number } of lines) {
    const cells = cellsOf(line.replace(/ +/g, ' '), by(line)).map((cell) => cell.trim());
    const filled = cells.filter((cell) => cell !== '');
    const [label = ''] = filled;
    const named = /^[\p{L}]/u.test(label);
    const readings = (named ? filled.slice(1) : filled).map((cell) => readNumber(cell));
    if (readings.length === 0 || readings.every(({ ok }) => !ok)) {
      if (rows.length === 0) {
        heading = line;
        continue;
      }
      rows.push({ number, values: [], problem: `“${line.slice(0, 40)}” holds no figure` });
      continue;
    }
    const values = readings.flatMap((reading) => (reading.ok ? [reading.value] : []));
    // a first column that only counts the months is left out
    const counts = !named && values.length > 1 && values[0] === rows.length + 1;
    const bad = readings.find((reading) => !reading.ok);
    rows.push({
      number,
      values: counts ? values.slice(1) : values,
      problem: bad && !bad.ok ? bad.message : null,
    });
  }
  const problems = rows.flatMap(({ number, problem }) =>
    problem ? [{ line: number, column: null, message: problem }] : [],
  );
  if (problems.length > 0) return { ok: false, problems };
  if (rows.length !== 12) {
    return {
      ok: false,
      problems: [
        {
          line: null,
          column: null,
          message: `There are ${rows.length} lines with figures; twelve are wanted, January to December`,
        },
      ],
    };
  }
  const sun = rows.map(({ values }) => values[0] as number);
  const unit = sunUnit(sun, heading);
  const ghi = sun.map((value, month) =>
    Number(
      (unit === 'MJ/m² a day'
        ? value / 3.6
        : unit === 'kWh/m² a month'
          ? value / (MONTH_DAYS[month] ?? 30)
          : value
      ).toFixed(3),
    ),
  );
  const wrong = ghi.findIndex((value) => value < 0 || value > 12);
  if (wrong >= 0) {
    return {
      ok: false,
      problems: [
        {
          line: rows[wrong]?.number ?? null,
          column: 'sun',
          message: `${sun[wrong]} read as ${unit} is outside what the sun gives`,
        },
      ],
    };
  }
  const ranged = rows.every(({ values }) => values.length >= 3);
  const meaned = rows.every(({ values }) => values.length === 2);
  const min = rows.map(({ values }) => (ranged ? (values[1] as number) : null));
  const max = rows.map(({ values }) => (ranged ? (values[2] as number) : null));
  const air = rows.map(({ values }, month) =>
    meaned ? (values[1] as number) : ranged ? ((min[month] as number) + (max[month] as number)) / 2 : null,
  );
  const inside = ranged ? rows.findIndex((_, month) => (min[month] as number) > (max[month] as number)) : -1;
  if (inside >= 0) {
    return {
      ok: false,
      problems: [
        {
          line: rows[inside]?.number ?? null,
          column: 'air',
          message: 'The lowest is above the highest: the columns are sun, lowest, highest',
        },
      ],
    };
  }
  return {
    ok: true,
    weather: {
      name,
      kind: 'monthly',
      fileId: null,
      notes: [
        `Sun read as ${unit}.`,
        ranged
          ? 'Air from mean lowest and highest.'
          : meaned
            ? 'Air as the mean of the month.'
            : 'No air: the grid’s is kept.',
      ],
      ghi,
      air,
      min,
      max,
      lowest: null,
      highest: null,
      light: null,
    },
  };
}
