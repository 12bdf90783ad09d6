import { plainSigns } from '../units';

/** What a column of a pasted table can be taken for. */
export type UseColumn =
  | 'name'
  | 'watts'
  | 'count'
  | 'hours'
  | 'minutes'
  | 'hoursWeek'
  | 'months'
  | 'supply'
  | 'startFactor'
  | 'startWatts'
  | 'standby'
  | 'priority'
  | 'totalWatts'
  | 'energyDay'
  | 'skip';

/** A column as it was understood. */
export interface ColumnReading {
  /** Its heading as it stands there, empty where it has none. */
  heading: string;
  as: UseColumn;
  /** Unit that the heading gives its bare figures; empty for the field's own. */
  unit: string;
  /** What to look at before it is taken; null where nothing is doubtful. */
  doubt: string | null;
}

/** Columns where the paste has no heading. */
const USUAL_ORDER: readonly UseColumn[] = [
  'name',
  'watts',
  'count',
  'hours',
  'months',
  'supply',
  'startFactor',
  'standby',
  'priority',
];

const POWER = /^(k?w|watts?|kilowatts?|va|kva|hp)$/i;
const ENERGY = /^k?wh(\s*(\/|per|a)?\s*(d|day))?$/i;
/** Columns that are known and not asked for, and why they are left out. */
const LEFT_OUT: readonly (readonly [RegExp, string])[] = [
  [/power factor|\bp\.?f\.?\b|cos/i, 'a power factor, which is not asked for here'],
  [/\bvolt(s|age)?\b|^v$/i, 'volts, which the watts already hold'],
  [/\bamps?\b|\bcurrent\b(?!.*type)|^a$/i, 'amps: multiply by the volts for watts'],
  [/cost|price|remark|note|comment|brand|model|make\b/i, 'not asked for here'],
];
const WORDS: readonly (readonly [RegExp, UseColumn])[] = [
  [/month|season/i, 'months'],
  [/min(ute)?s?\b/i, 'minutes'],
  [/(hours?|hrs?|h)\s*(\/|per|a)\s*(week|wk)|weekly/i, 'hoursWeek'],
  [/hour|\bhrs?\b|^h(\s*\/|$)|run ?time|usage time/i, 'hours'],
  [/qty|quantity|count|how many|\bpcs\b|pieces|^n$|number of/i, 'count'],
  [/\b(ac|dc)\b|supply|socket/i, 'supply'],
  [/priorit|\bmust\b/i, 'priority'],
  [/watt|power|\bk?w\b|rating|draw|load \(/i, 'watts'],
  [/name|\buse\b|what|load|item|appliance|device|description|equipment|consumer/i, 'name'],
];

const isFigure = (cell: string) => /^\s*[-+~]?\s*[\d.,]+/.test(cell);

/** Unit in a heading: in brackets, after a comma, or at its end. */
function unitIn(heading: string): string {
  const bracket = /[([]\s*([^)\]]+?)\s*[)\]]/.exec(heading)?.[1] ?? /,\s*([a-z/ ]+)$/i.exec(heading)?.[1];
  if (bracket && (POWER.test(bracket) || ENERGY.test(bracket))) return bracket;
  const word = /(?:^|\s)(k?wh?(?:\s*\/\s*(?:d|day))?|hp|kva|va)$/i.exec(heading)?.[1];
  return word ?? '';
}

/** What one heading says of its column. @param cells under it */
function readHeading(heading: string, cells: readonly string[]): ColumnReading {
  const plain = plainSigns(heading).trim();
  const unit = unitIn(plain);
  const made = (as: UseColumn, doubt: string | null = null, own = ''): ColumnReading => ({
    heading,
    as,
    unit: own,
    doubt,
  });
  const power = POWER.test(unit);
  if (ENERGY.test(unit) || /\bk?wh\b|energy|watt-?hours/i.test(plain))
    return made('energyDay', 'only compared with watts × hours', /k/i.test(unit || plain) ? 'kWh' : 'Wh');
  const wattUnit = power ? (/^watts?$/i.test(unit) ? 'W' : unit) : '';
  if (/stand-?by|phantom|idle|when off|off draw/i.test(plain)) return made('standby', null, wattUnit);
  if (/surge|peak|start|inrush/i.test(plain)) {
    const large = cells.some((cell) => Number.parseFloat(cell) > 20);
    return power || /watt/i.test(plain) || large
      ? made('startWatts', 'made a multiple of the running watts', wattUnit)
      : made('startFactor');
  }
  if (/total|combined|all of|sum\b/i.test(plain))
    return power || /watt|power|load/i.test(plain)
      ? made('totalWatts', 'only compared with watts × count', wattUnit)
      : made('skip', 'a total, which is not asked for here');
  const left = LEFT_OUT.find(([words]) => words.test(plain));
  if (left && !power) return made('skip', left[1]);
  if (power) return made('watts', null, wattUnit);
  if (/^(#|no\.?|nr\.?|pos\.?|item\s*(no\.?|#|number)?)$/i.test(plain) && counts(cells))
    return made('skip', 'numbers of the rows');
  if (/^(#|no\.?|nr\.?)$/i.test(plain)) return made('count');
  const known = WORDS.find(([words]) => words.test(plain))?.[1];
  return known ? made(known) : made('skip', 'not known, and left out');
}

/** True of 1, 2, 3 … */
const counts = (cells: readonly string[]) => {
  const filled = cells.filter((cell) => cell.trim() !== '' && !/total|sum/i.test(cell));
  return filled.length > 1 && filled.every((cell, i) => cell.trim().replace(/\.$/, '') === String(i + 1));
};

export interface UseTable {
  columns: ColumnReading[];
  /** Rows of the paste that are its heading. */
  headed: number;
}

/** The columns of a pasted table, by its heading of one or two rows, or in the usual order. */
export function readColumns(rows: readonly (readonly string[])[]): UseTable {
  const [first = [], second = []] = rows;
  const wide = Math.max(0, ...rows.slice(0, 50).map((row) => row.length));
  const words = (row: readonly string[]) =>
    row.filter((cell) => cell.trim() !== '' && !isFigure(cell)).length;
  const figures = (row: readonly string[]) => row.some(isFigure);
  const below = (from: number, at: number) => rows.slice(from).map((row) => row[at] ?? '');
  const named = (headings: readonly string[], headed: number) =>
    once(headings.map((heading, at) => readHeading(heading, below(headed, at))));
  const says = (columns: readonly ColumnReading[]) =>
    columns.filter(({ as, doubt }) => as !== 'skip' || (doubt !== null && !doubt.startsWith('not known')))
      .length;
  if (words(first) >= 2 && !figures(first)) {
    const two = words(second) >= 2 && !figures(second);
    const joined = Array.from({ length: wide }, (_, i) =>
      `${first[i] ?? ''} ${two ? (second[i] ?? '') : ''}`.trim(),
    );
    const columns = named(joined, two ? 2 : 1);
    if (says(columns) >= 2) return { columns: withName(columns, rows, two ? 2 : 1), headed: two ? 2 : 1 };
  }
  // without a heading, and with rows numbered in front
  const numbered = counts(below(0, 0)) && below(0, 1).every((cell) => !isFigure(cell));
  const order: readonly UseColumn[] = numbered ? ['skip', ...USUAL_ORDER] : USUAL_ORDER;
  return {
    columns: Array.from({ length: wide }, (_, i) => ({
      heading: '',
      as: order[i] ?? 'skip',
      unit: '',
      doubt: numbered && i === 0 ? 'numbers of the rows' : order[i] ? null : 'not known, and left out',
    })),
    headed: 0,
  };
}

/** Of two columns for the same the first counts; the others are told. */
export function once(columns: readonly ColumnReading[]): ColumnReading[] {
  const taken = new Set<UseColumn>();
  return columns.map((column) => {
    if (column.as === 'skip') return column;
    if (taken.has(column.as))
      return { ...column, as: 'skip', doubt: 'a second column of the same, left out' };
    taken.add(column.as);
    return column;
  });
}

/** Without a column of names the first one of words is it. */
function withName(
  columns: ColumnReading[],
  rows: readonly (readonly string[])[],
  headed: number,
): ColumnReading[] {
  if (columns.some(({ as }) => as === 'name')) return columns;
  const at = columns.findIndex(
    ({ as }, i) =>
      as === 'skip' && rows.slice(headed, headed + 20).some((row) => /[a-z]{2}/i.test(row[i] ?? '')),
  );
  return columns.map((column, i) =>
    i === at ? { ...column, as: 'name', doubt: 'taken for the name' } : column,
  );
}

/** How a table writes its figures. */
export type Commas = 'decimal' | 'groups' | 'unknown';

/** Read off its own figures: `0,5` and `12,75` show decimal commas, `0.5` decimal points; `2,200` alone shows neither. */
export function commasOf(rows: readonly (readonly string[])[]): Commas {
  const cells = rows.flat().filter(isFigure);
  const comma = cells.some((cell) => /^\D*\d*,\d{1,2}(\D|$)|^\D*0,\d/.test(cell));
  const point = cells.some((cell) => /\d\.\d{1,2}(\D|$)|(^|\D)0?\.\d/.test(cell));
  if (comma === point) return 'unknown';
  return comma ? 'decimal' : 'groups';
}
