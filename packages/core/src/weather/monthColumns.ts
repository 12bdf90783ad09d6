import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { MONTH_DAYS } from '../units';
import { figureIn, type MonthGrid, type MonthRow } from './monthGrid';

export type MonthRole = 'month' | 'ghi' | 'air' | 'min' | 'max' | 'skip';

/** Units of the sun, each into kWh/m² a day of a month of so many days. */
const SUN_UNITS: Readonly<Record<string, (value: number, days: number) => number>> = {
  'kWh/m² a day': (v) => v,
  'kWh/m² a month': (v, days) => v / days,
  'MJ/m² a day': (v) => v / 3.6,
  'MJ/m² a month': (v, days) => v / 3.6 / days,
  'Wh/m² a day': (v) => v / 1000,
  'Wh/m² a month': (v, days) => v / 1000 / days,
  'kJ/m² a day': (v) => v / 3600,
  'W/m² on average': (v) => v * 0.024,
  'cal/cm² a day': (v) => v * 0.01163,
};
const AIR_UNITS: Readonly<Record<string, (value: number) => number>> = {
  '°C': (v) => v,
  '°F': (v) => (v - 32) / 1.8,
  K: (v) => v - 273.15,
};

/** Units to choose from for what a column is taken for. */
export const monthUnits = (role: MonthRole): readonly string[] =>
  role === 'ghi' ? Object.keys(SUN_UNITS) : role === 'month' || role === 'skip' ? [] : Object.keys(AIR_UNITS);

/** A figure of a month in a column's unit, as kWh/m² a day or °C. @param month 0–11 */
export const inUnit = (value: number, unit: string, month: number): number =>
  SUN_UNITS[unit]?.(value, MONTH_DAYS[month] ?? 30) ?? AIR_UNITS[unit]?.(value) ?? value;

export interface MonthColumn {
  heading: string;
  as: MonthRole;
  /** Its unit in each role it could have. */
  units: Partial<Record<MonthRole, string>>;
  /** What to look at before it is taken; null where nothing is doubtful. */
  doubt: string | null;
  sample: readonly string[];
}

/** A column with what is known of it. */
interface Column {
  heading: string;
  /** Heading and the units behind its figures, in small letters. */
  said: string;
  values: (number | null)[];
  months: number[];
}

const OTHER: readonly (readonly [RegExp, string])[] = [
  [/clear.?sky|extraterr|\btoa\b|top of/, 'light without clouds or air, which is not what arrives'],
  [/\bdni\b|beam|direct|normal/, 'beam, which is not asked for here'],
  [/\bdhi\b|diffus/, 'diffuse light, which is not asked for here'],
  [/tilt|inclin|optimal|in.?plane|\bpoa\b/, 'light on a tilted plane: the horizontal is wanted'],
  [/sunshine|daylight|day.?length/, 'hours of sunshine, which are no amount of light'],
  [
    /rain|precip|humid|\brh\b|wind|pressure|cloud|dew|soil|water|\bsea\b|degree.?days?|snow|albedo|clearness/,
    'not asked for here',
  ],
  [/std|deviation/, 'a spread, which is not asked for here'],
  [/^\W*days?\W*$/, 'days of the month'],
];
const LIGHT =
  /ghi|global|glob|horizontal|insol|irradi|radiation|solar|\bsun\b|\bpsh\b|peak sun|rayonnement|strahlung|\bghr\b/;
const LIGHT_UNIT = /k?wh|mj|kj|\bw\s*\/\s*m|langley|\bcal/;
const AIR = /temp|\bt2m\b|tavg|tmean|tmin|tmax|°\s?[cfk]|\bair\b|celsius|fahrenheit/;

/** @returns its role, and why it is left out */
function roleBy({ said, values }: Column): { as: MonthRole | null; doubt: string | null } {
  const left = OTHER.find(([words]) => words.test(said));
  if (left) return { as: 'skip', doubt: left[1] };
  const light = LIGHT.test(said) || LIGHT_UNIT.test(said);
  if (light && !AIR.test(said.replace(/horizontal|global/g, '')))
    return /\b(min|max)/.test(said) ? { as: 'skip', doubt: 'not the mean' } : { as: 'ghi', doubt: null };
  if (/\bt?\.?min|\blow|night|least/.test(said)) return { as: 'min', doubt: null };
  if (/\bt?\.?max|\bhigh|most/.test(said)) return { as: 'max', doubt: null };
  if (AIR.test(said)) return { as: 'air', doubt: null };
  if (isMonthDays(values)) return { as: 'skip', doubt: 'days of the month' };
  return { as: null, doubt: null };
}

const isMonthDays = (values: readonly (number | null)[]) =>
  values.length >= 12 && MONTH_DAYS.every((days, m) => values[m] === days || (m === 1 && values[m] === 29));

/** Clearness of the twelve months read in a unit: the least, the mean and the most; null where it is dark. */
function clearnessIn(
  { values, months }: Column,
  unit: string,
  latDeg: number | null,
): [number, number, number] | null {
  const all: number[] = [];
  for (const [i, value] of values.entries()) {
    const month = months[i] ?? 0;
    // without a place, as much as ever comes in at the top of the air in a middling place
    const outside = latDeg === null ? 9 : dailyExtraterrestrial(latDeg, MEAN_DAYS[month] ?? 15);
    if (value !== null && outside > 0.4) all.push(inUnit(value, unit, month) / outside);
  }
  if (all.length === 0) return null;
  return [Math.min(...all), all.reduce((sum, one) => sum + one, 0) / all.length, Math.max(...all)];
}

/** @returns how well a unit agrees with the place: 0 as well as can be; null where it cannot be */
function agrees(column: Column, unit: string, latDeg: number | null): number | null {
  const clearness = clearnessIn(column, unit, latDeg);
  if (!clearness) return null;
  const [least, mean, most] = clearness;
  const [low, dullest, high] = latDeg === null ? [0.01, 0.14, 1.05] : [0.06, 0.2, 0.85];
  return least < low || most > high || mean < dullest ? null : Math.abs(mean - 0.5);
}

/** The unit a column of light is in, by what is said of it and by what the sun gives at the place. */
function sunUnit(
  column: Column,
  latDeg: number | null,
  ofTotals: boolean,
): { unit: string; doubt: string | null } {
  // what is a mean of a month is not its sum
  const said = column.said.replace(
    /monthly (averages?|means?|av|daily)|average of (the )?month|per day|a day|\/\s*day|\/\s*d\b|·d\b|daily|day-1/g,
    (part) => (/month/.test(part) && !/daily/.test(part) ? ' ' : ' per-day '),
  );
  const energy = /kwh/.test(said)
    ? 'kWh'
    : /mj/.test(said)
      ? 'MJ'
      : /kj/.test(said)
        ? 'kJ'
        : /\bwh/.test(said)
          ? 'Wh'
          : /langley|\bcal/.test(said)
            ? 'cal'
            : /\bw\s*(\/|m)|watt/.test(said)
              ? 'W/'
              : null;
  const day = said.includes('per-day') || /\bpsh\b|peak sun|full sun/.test(said);
  const month = /month|monat|mois|\bmes|sum|total/.test(said);
  const could = Object.keys(SUN_UNITS).filter(
    (unit) =>
      (!energy || unit.startsWith(energy)) &&
      (energy || !/^(kJ|cal)/.test(unit)) &&
      (day === month || unit.endsWith(day ? 'a day' : 'a month') || unit.startsWith('W/')) &&
      (!ofTotals || day || unit.endsWith('a month')),
  );
  const ranked = could
    .flatMap((unit) => {
      const off = agrees(column, unit, latDeg);
      return off === null ? [] : [{ unit, off }];
    })
    .sort((a, b) => a.off - b.off);
  const [best, second] = ranked;
  const asKWh = (unit: string) =>
    inUnit(column.values.find((value) => value !== null) ?? 0, unit, column.months[0] ?? 0).toFixed(2);
  if (!best) {
    const unit = could[0] ?? 'kWh/m² a day';
    return {
      unit,
      doubt:
        `${could.length === 1 ? `as ${unit} it` : 'in no unit it'} agrees with the sun of this place`.replace(
          /^as (.*) it agrees/,
          'as $1 it does not agree',
        ),
    };
  }
  if (could.length === 1 || !second) return { unit: best.unit, doubt: null };
  return {
    unit: best.unit,
    doubt: `or ${second.unit}? January would be ${asKWh(best.unit)} or ${asKWh(second.unit)} kWh a day`,
  };
}

function airUnit({ said, values }: Column): { unit: string; doubt: string | null } {
  const there = values.filter((value) => value !== null);
  if (/fahrenheit|°\s?f|\(f\)|\bdeg\.?\s?f|_f\b|\df\b/.test(said)) return { unit: '°F', doubt: null };
  if (/kelvin|\(k\)|_k\b/.test(said) || Math.min(...there) > 180) return { unit: 'K', doubt: null };
  if (/celsius|°\s?c|\(c\)|\bdeg\.?\s?c|_c\b|\dc\b/.test(said)) return { unit: '°C', doubt: null };
  const [least, most] = [Math.min(...there), Math.max(...there)];
  if (most > 45) return { unit: '°F', doubt: null };
  return { unit: '°C', doubt: least > 24 && most > 34 ? 'or °F?' : null };
}

/** The columns of a table of months as they are understood. @param latDeg of the place; null while there is none */
export function monthColumns(grid: MonthGrid, first: number, latDeg: number | null): MonthColumn[] {
  const { rows, headings, monthAt, decimalComma } = grid;
  const wide = Math.max(...rows.map(({ cells }) => cells.length), headings.length);
  const all = Array.from({ length: wide }, (_, at): Column => {
    const read = rows.map(({ cells }) => figureIn(cells[at] ?? '', decimalComma));
    const units = read.flatMap((one) => (one && 'unit' in one && one.unit ? [one.unit] : []));
    return {
      heading: headings[at] ?? '',
      said: `${headings[at] ?? ''} ${units[0] ?? ''}`
        .toLowerCase()
        .replace(/m\s*(\^?2|²|-2)/g, 'm²')
        .replace(/[\[\]]/g, (mark) => (mark === '[' ? '(' : ')')),
      values: read.map((one) => (one && 'value' in one ? one.value : null)),
      months: rows.map((row, i) => monthOf(row, i, first)),
    };
  });
  const roles = all.map((column, at) =>
    at === monthAt
      ? { as: 'month' as MonthRole, doubt: null }
      : column.values.every((value) => value === null)
        ? { as: 'skip' as MonthRole, doubt: column.heading ? 'holds no figures' : null }
        : roleBy(column),
  );
  // a role is had once: the first that says so
  for (const as of ['ghi', 'air', 'min', 'max'] as const)
    for (const [i, role] of roles.filter((of) => of.as === as).entries())
      if (i > 0) Object.assign(role, { as: 'skip', doubt: 'another column is taken for that' });
  unsaid(all, roles, latDeg);
  return all.map((column, at): MonthColumn => {
    const { as, doubt } = roles[at] as { as: MonthRole; doubt: string | null };
    const sun = sunUnit(column, latDeg, yearIsSum(grid, column, at));
    const air = airUnit(column);
    return {
      heading: column.heading,
      as,
      units: { ghi: sun.unit, air: air.unit, min: air.unit, max: air.unit },
      doubt: doubt ?? (as === 'ghi' ? sun.doubt : as === 'month' || as === 'skip' ? null : air.doubt),
      sample: rows.slice(0, 3).map(({ cells }) => cells[at] ?? ''),
    };
  });
}

/** The month a row is of, 0–11. @param first month of the first row, where the rows do not say */
export const monthOf = ({ month }: MonthRow, index: number, first: number): number =>
  month ?? (first + index) % 12;

/** Columns that nothing is said of: the sun first, then mean air, or lowest and highest, by their figures. */
function unsaid(
  all: readonly Column[],
  roles: { as: MonthRole | null; doubt: string | null }[],
  latDeg: number | null,
): void {
  const open = roles.flatMap((role, at) => (role.as === null ? [at] : []));
  const sunLike = (at: number) =>
    Object.keys(SUN_UNITS).some((unit) => agrees(all[at] as Column, unit, latDeg) !== null);
  const give = (at: number | undefined, as: MonthRole, doubt: string | null = null) => {
    if (at !== undefined) roles[at] = { as, doubt };
  };
  const has = (as: MonthRole) => roles.some((role) => role.as === as);
  if (!has('ghi')) {
    const sun = open.find(sunLike) ?? open[0];
    if (sun !== undefined) {
      give(sun, 'ghi', sun === open[0] || open.length === 0 ? null : 'taken for the sun by its figures');
      open.splice(open.indexOf(sun), 1);
    }
  }
  const [a, b, c] = open;
  const under = (x: number, y: number) =>
    (all[x] as Column).values.every((value, i) => {
      const other = (all[y] as Column).values[i];
      return value === null || other === null || other === undefined || value <= other;
    });
  if (a !== undefined && !has('air') && !has('min') && !has('max')) {
    if (b === undefined) give(a, 'air');
    else {
      const three = [a, b, c].filter((at) => at !== undefined);
      const least = three.find((at) => three.every((other) => under(at, other)));
      const most = three.find((at) => at !== least && three.every((other) => under(other, at)));
      give(least, 'min');
      give(most, 'max');
      if (least !== undefined && most !== undefined)
        for (const at of three) if (at !== least && at !== most) give(at, 'air');
    }
  }
  for (const role of roles)
    if (role.as === null) Object.assign(role, { as: 'skip', doubt: 'not known, and left out' });
}

/** Whether the row of the year is the sum of the months, as it is of totals alone. */
function yearIsSum({ year, decimalComma }: MonthGrid, { values }: Column, at: number): boolean {
  const told = year && figureIn(year.cells[at] ?? '', decimalComma);
  if (!told || !('value' in told) || values.length !== 12) return false;
  const sum = values.reduce<number>((all, value) => all + (value ?? NaN), 0);
  return Math.abs(told.value - sum) <= 0.02 * Math.abs(sum) + 0.06;
}
