import type { Weather } from '../document';
import { monthName } from '../units';
import { inUnit, monthColumns, monthOf, type MonthColumn, type MonthRole } from './monthColumns';
import { figureIn, monthGrid, type MonthGrid } from './monthGrid';
import type { WeatherProblem } from './station';

/** A pasted table of months before it is taken. */
export interface MonthTable {
  grid: MonthGrid;
  columns: MonthColumn[];
  mapping: MonthMapping;
  /** What was noticed. */
  remarks: string[];
}

/** How a table of months is read; guessed first, then as the person says. */
export interface MonthMapping {
  columns: { as: MonthRole; unit: string }[];
  /** Month of the first row, 0–11, where the rows do not say. */
  first: number;
}

export type MonthlyReading = { ok: true; weather: Weather } | { ok: false; problems: WeatherProblem[] };

const wrong = (message: string, line: number | null = null, column: string | null = null) => ({
  line,
  column,
  message,
});

/**
 * Twelve months pasted from anywhere, as they are understood: months by name, by number or in order, under or beside one
 * another, with headings and units or without.
 * @param latDeg of the place, by whose sun a unit is told that is not said; null while there is none
 */
export function readMonthTable(
  text: string,
  latDeg: number | null,
): { ok: true; table: MonthTable } | { ok: false; problems: WeatherProblem[] } {
  const grid = monthGrid(text);
  if (!grid) return { ok: false, problems: [wrong('There is no line with figures')] };
  if (grid.monthAt === null && grid.rows.length !== 12)
    return {
      ok: false,
      problems: [
        wrong(
          `There are ${grid.rows.length} lines with figures and no names of months: twelve are wanted, or a month before each`,
        ),
      ],
    };
  const twice = grid.rows.find((row, i) =>
    grid.rows.some(
      (other, j) => j < i && other.month === row.month && other.year === row.year && row.month !== null,
    ),
  );
  if (twice)
    return {
      ok: false,
      problems: [wrong(`${monthName((twice.month ?? 0) + 1)} is there twice`, twice.line)],
    };
  const columns = monthColumns(grid, 0, latDeg);
  const remarks = [...grid.remarks];
  const there = new Set(grid.rows.map(({ month }) => month));
  const years = new Set(grid.rows.flatMap(({ year }) => (year === null ? [] : [year])));
  if (grid.monthAt === null) remarks.push('The lines name no months: they are taken as January to December.');
  else if (there.size < 12)
    remarks.push(
      `${there.size === 11 ? 'A month is' : `${12 - there.size} months are`} missing: the grid’s figures stay there.`,
    );
  if (grid.rows.length > 12 && years.size > 1) remarks.push(`${years.size} years are averaged.`);
  if (grid.year) remarks.push('The line of the whole year is left out.');
  return {
    ok: true,
    table: {
      grid,
      columns,
      mapping: { columns: columns.map(({ as, units }) => ({ as, unit: units[as] ?? '' })), first: 0 },
      remarks,
    },
  };
}

const MOST_KWH = 12;
const AIR_BOUNDS = [-70, 60] as const;

/** A table of months as weather. @param name of it @returns what is wrong, by its line, where it cannot be taken */
export function monthsOf(
  { grid }: Pick<MonthTable, 'grid'>,
  mapping: MonthMapping,
  name: string,
): MonthlyReading {
  const problems: WeatherProblem[] = [];
  const series = (as: MonthRole): (number | null)[] => {
    const sums = Array.from({ length: 12 }, () => ({ sum: 0, count: 0 }));
    const at = mapping.columns.findIndex((column) => column.as === as);
    const unit = mapping.columns[at]?.unit ?? '';
    if (at >= 0)
      for (const [i, row] of grid.rows.entries()) {
        const month = monthOf(row, i, mapping.first);
        const read = figureIn(row.cells[at] ?? '', grid.decimalComma);
        if (!read) continue;
        const where = row.line === null ? `${monthName(month + 1)}: ` : '';
        if ('message' in read) {
          problems.push(wrong(`${where}${read.message}`, row.line, WORDS[as]));
          continue;
        }
        const value = inUnit(read.value, unit, month);
        const [least, most] = as === 'ghi' ? [0, MOST_KWH] : AIR_BOUNDS;
        if (value < least || value > most)
          problems.push(
            wrong(
              `${where}${read.value} read as ${unit} is outside what ${as === 'ghi' ? 'the sun gives' : 'air can be'}`,
              row.line,
              WORDS[as],
            ),
          );
        const into = sums[month] as { sum: number; count: number };
        into.sum += value;
        into.count++;
      }
    return sums.map(({ sum, count }) => (count > 0 ? Number((sum / count).toFixed(3)) : null));
  };
  const [ghi, mean, min, max] = (['ghi', 'air', 'min', 'max'] as const).map(series) as [
    (number | null)[],
    (number | null)[],
    (number | null)[],
    (number | null)[],
  ];
  const has = (values: readonly (number | null)[]) => values.some((value) => value !== null);
  if (!has(ghi) && !has(mean) && !(has(min) && has(max)) && problems.length === 0)
    problems.push(wrong('No column is taken for the sun or the air: choose one'));
  for (const [m, least] of min.entries()) {
    const most = max[m];
    if (least !== null && most !== null && most !== undefined && least > most)
      problems.push(
        wrong(`${monthName(m + 1)}: the lowest is above the highest`, grid.rows[m]?.line ?? null, 'air'),
      );
  }
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 20) };
  const air = mean.map((value, m) => {
    const [least, most] = [min[m] ?? null, max[m] ?? null];
    return value ?? (least !== null && most !== null ? (least + most) / 2 : null);
  });
  const unit = mapping.columns.find(({ as }) => as === 'ghi')?.unit;
  const ranged = has(min) && has(max);
  return {
    ok: true,
    weather: {
      name,
      kind: 'monthly',
      fileId: null,
      notes: [
        has(ghi) ? `Sun read as ${unit}.` : 'No sun: the grid’s is kept.',
        has(mean)
          ? 'Air as the mean of the month.'
          : ranged
            ? 'Air from mean lowest and highest.'
            : 'No air: the grid’s is kept.',
      ],
      ghi,
      air,
      min: ranged ? min : min.map(() => null),
      max: ranged ? max : max.map(() => null),
      lowest: null,
      highest: null,
      light: null,
    },
  };
}

const WORDS: Readonly<Record<MonthRole, string>> = {
  month: 'month',
  ghi: 'sun',
  air: 'air',
  min: 'lowest',
  max: 'highest',
  skip: '',
};
