import { nameFrom, valueProblem, type ModuleSheet } from '../document';
import { readNumber } from '../units';
import { impossible, readSheetText, valuesOf, type SheetKey } from './sheetText';
import { SHEET_HEADINGS, type CountedSheet } from './sheetsCsv';

/** What a column of a table of data sheets can be taken for. */
export type SheetColumn = SheetKey | 'name' | 'count' | 'sections' | 'none';

/** Units a column may be in, the field's own first. */
export const SHEET_UNITS: Readonly<Partial<Record<SheetColumn, readonly string[]>>> = {
  pmax: ['W', 'kW'],
  voc: ['V'],
  isc: ['A', 'mA'],
  vmp: ['V'],
  imp: ['A', 'mA'],
  betaVoc: ['%/K', '%/°F', 'mV/K', 'V/K'],
  alphaIsc: ['%/K', '%/°F', 'mA/K', 'A/K'],
  gammaPmax: ['%/K', '%/°F', 'W/K'],
  maxFuse: ['A'],
};

/** As a line of a data sheet says it. */
const LABELS: Readonly<Record<SheetKey, string>> = {
  pmax: 'Pmax',
  voc: 'Voc',
  isc: 'Isc',
  vmp: 'Vmp',
  imp: 'Imp',
  betaVoc: 'Temperature coefficient of Voc',
  alphaIsc: 'Temperature coefficient of Isc',
  gammaPmax: 'Temperature coefficient of Pmax',
  maxFuse: 'Series fuse',
};
const isKey = (as: SheetColumn): as is SheetKey => as in LABELS;
const NEEDED = ['voc', 'isc', 'vmp', 'imp'] as const;

/** How one column is read. */
export interface SheetColumnAs {
  as: SheetColumn;
  /** Empty where it has none. */
  unit: string;
}

export interface SheetColumnGuess extends SheetColumnAs {
  heading: string;
  /** What to look at before it is taken; null where nothing is doubtful. */
  doubt: string | null;
  /** First values, as they stand. */
  sample: string[];
}

export interface SheetTable {
  columns: SheetColumnGuess[];
  /** The rows below the headings. */
  rows: string[][];
}

export interface SheetsRead {
  sheets: CountedSheet[];
  /** Rows that cannot be taken, and why. */
  problems: string[];
  /** What to look at in those that can. */
  doubts: string[];
}

const MOST_ROWS = 500;
const MOST_COLUMNS = 60;
const LONGEST_CELL = 120;
const COUNT_PATH = '/arrays/*/pile/sorts/*/count';

/** An amount with the unit behind it, as 37.6 V or −0.29 %/°C. */
const AMOUNT = /^([-+−–]?\s?[\d.,\s]+?(?:e-?\d+)?)\s*([a-zµ%°][a-z%/°²]*)?$/i;
const isFigure = (cell: string) => AMOUNT.test(cell.trim());

/**
 * The columns of a table of data sheets, a model a row, as their headings and figures say. Null where no row holds figures.
 * @param pasted rows of cells, headings first
 */
export function sheetTable(pasted: readonly (readonly string[])[]): SheetTable | null {
  const rows = pasted
    .slice(0, MOST_ROWS)
    .map((row) => row.slice(0, MOST_COLUMNS).map((cell) => cell.slice(0, LONGEST_CELL).trim()))
    .filter((row) => row.some((cell) => cell !== ''));
  const first = rows.findIndex((row) => row.filter(isFigure).length >= NEEDED.length);
  if (first < 0) return null;
  const body = rows.slice(first);
  const width = Math.max(...body.map((row) => row.length));
  const taken = new Set<SheetColumn>();
  const columns = Array.from({ length: width }, (_, at): SheetColumnGuess => {
    // headings of one row, or with units of a row of their own below them
    const heading = rows
      .slice(0, first)
      .flatMap((row) => row[at] || [])
      .join(' ');
    const cells = body.flatMap((row) => row[at] || []);
    const guess = columnOf(heading, cells);
    const isTwice = guess.as !== 'none' && taken.has(guess.as);
    taken.add(guess.as);
    return {
      ...guess,
      ...(isTwice ? { as: 'none', doubt: 'another column is taken for that' } : {}),
      heading: heading || `column ${at + 1}`,
      sample: cells.slice(0, 4),
    };
  });
  return { columns, rows: body };
}

const COUNT = /^(count|qty|quantity|pcs|pieces|how many|number|no\.? of|panels$|modules$)/i;
const NAME = /name|model/i;
/** Of a panel too, where words stand under it. */
const LIKE_A_NAME = /type|module|panel|maker|label|description/i;
/** Counted too, but no panels. */
const OTHER_COUNT = /cell|busbar|year|phase|connector/i;
const SECTIONS = /section|bypass|diode/i;
const ELSEWHERE = /nmot|noct|low irradiance/i;

function columnOf(heading: string, cells: readonly string[]): SheetColumnAs & { doubt: string | null } {
  const plain = heading.replace(/_/g, ' ');
  const made = (as: SheetColumn, unit = '', doubt: string | null = null) => ({ as, unit, doubt });
  const own = Object.entries(SHEET_HEADINGS).find(([, known]) => known === heading)?.[0] as SheetColumn;
  if (own) return made(own, SHEET_UNITS[own]?.[0]);
  if (COUNT.test(plain) && !OTHER_COUNT.test(plain)) return made('count');
  if (SECTIONS.test(plain)) return made('sections');
  if (ELSEWHERE.test(plain)) return made('none', '', 'not at standard conditions');
  const [cell = ''] = cells.filter(isFigure);
  if (cell !== '') {
    // else what a line of a data sheet would be taken for
    const said = coefficientIn(plain) ?? readSheetText(`${plain}: ${cell}`).readings[0]?.key;
    if (said) return made(said, ...unitOf(said, plain, cells));
  }
  const isWords = cell === '' && cells.length > 0;
  return NAME.test(plain) || (isWords && (LIKE_A_NAME.test(plain) || heading === ''))
    ? made('name')
    : made('none');
}

/** The coefficient a heading names, whatever its unit and the figures under it. */
function coefficientIn(heading: string): SheetKey | undefined {
  if (!/temp|coeff|\btk\b|α|β|γ|alpha|beta|gamma/i.test(heading)) return undefined;
  const bare = heading.replace(/(m?[va]|w|%)\s*\/\s*(°\s?[cfk]|k|c)\b/gi, '');
  const likely = { betaVoc: -0.3, alphaIsc: 0.05, gammaPmax: -0.4 };
  return (Object.keys(likely) as (keyof typeof likely)[]).find(
    (key) => readSheetText(`${bare} ${likely[key]} %/K`).readings[0]?.key === key,
  );
}

/** @returns the unit of a column, and what is doubtful in it */
function unitOf(as: SheetKey, heading: string, cells: readonly string[]): [string, string | null] {
  const [usual = ''] = SHEET_UNITS[as] ?? [];
  const said = `${heading} ${AMOUNT.exec(cells[0] ?? '')?.[2] ?? ''}`.replace(
    /°\s?c|\/\s?c\b|per k\b/gi,
    '/K',
  );
  const known = (SHEET_UNITS[as] ?? []).filter((unit) => mentions(said, unit));
  // the longer one holds the shorter: mV/K and V/K
  const [unit] = known.sort((a, b) => b.length - a.length);
  if (unit) return [unit, null];
  return as === 'betaVoc' || as === 'alphaIsc' || as === 'gammaPmax'
    ? [usual, 'no heading says the unit: % a kelvin?']
    : [usual, null];
}

const mentions = (said: string, unit: string): boolean => {
  const [amount = '', per] = unit.split('/');
  const before = amount === '%' ? '%' : `(?:^|[^a-z])${amount}`;
  return new RegExp(per ? `${before}\\s*(?:/|per)+\\s*${per}` : `${before}(?:[^a-z/]|$)`, 'i').test(said);
};

/**
 * Sheets from the rows of a table. What a sheet must have is Voc, Isc, Vmp and Imp; watts follow where they are not given.
 * @param columns how each column is read
 */
export function readSheets(
  rows: readonly (readonly string[])[],
  columns: readonly SheetColumnAs[],
): SheetsRead {
  const read: SheetsRead = { sheets: [], problems: [], doubts: [] };
  if (rows.length === 0) read.problems.push('There are no rows');
  const cellsAll = rows.flat().join(' ');
  const decimalComma = /\d,\d/.test(cellsAll) && !/\d\.\d/.test(cellsAll) ? true : undefined;
  for (const [i, row] of rows.entries()) {
    const at = (as: SheetColumn) => (row[columns.findIndex((column) => column.as === as)] ?? '').trim();
    const name = nameFrom(at('name')) || `Row ${i + 1}`;
    const ofRow = (problem: string) => `Row ${i + 1} (${name}): ${problem}`;
    const problems: string[] = [];
    const numberIn = (cell: string, what: string): number | null => {
      const [, digits = cell] = AMOUNT.exec(cell) ?? [];
      const number = readNumber(digits, decimalComma);
      if (!number.ok) problems.push(`${what}: ${number.message}`);
      return number.ok ? number.value : null;
    };
    const lines = columns.flatMap(({ as, unit }, index) => {
      const cell = (row[index] ?? '').trim();
      if (!isKey(as) || cell === '' || cell === '-') return [];
      const number = numberIn(cell, LABELS[as]);
      if (number === null) return [];
      // a coefficient may fall, a point may not
      if (number < 0 && !SHEET_UNITS[as]?.includes('%/K'))
        problems.push(`${LABELS[as]}: ${cell} is below zero`);
      const [value, written] = inLine(number, unit);
      return [`${LABELS[as]} ${value} ${written}`];
    });
    const count = at('count') === '' ? 1 : numberIn(at('count'), 'How many');
    const sections = at('sections') === '' ? null : numberIn(at('sections'), 'Bypass sections');
    const odd = count === null ? undefined : valueProblem(COUNT_PATH, count);
    if (odd) problems.push(`${odd}, not ${count}`);
    const text = readSheetText(lines.join('\n'));
    const values: SheetValues = {
      ...valuesOf(text),
      ...(sections === null ? {} : { sections }),
    };
    const made = problems.length > 0 ? null : sheetFrom(values, name);
    if (made?.ok) {
      read.sheets.push({ name, count: count ?? 1, sheet: made.sheet });
      const taken = text.readings.flatMap(({ key, note }) =>
        note?.includes('taken as') ? `${LABELS[key]}: ${note}` : [],
      );
      read.doubts.push(...[...text.problems, ...taken].map(ofRow));
    } else read.problems.push(...[...problems, ...(made?.problems ?? [])].map(ofRow));
  }
  return read;
}

/** A figure in a unit that a data sheet's line is read in. */
function inLine(value: number, unit: string): [number, string] {
  if (unit === 'kW') return [value * 1000, 'W'];
  if (unit === 'mA') return [value / 1000, 'A'];
  return [value, unit];
}

/** Figures of a sheet in their fields' own units. */
export type SheetValues = Partial<Record<SheetKey | 'sections', number>>;

/** A sheet of figures that were read, or what is wrong with them. */
export function sheetFrom(
  values: SheetValues,
  name: string,
): { ok: true; sheet: ModuleSheet } | { ok: false; problems: string[] } {
  const { voc, isc, vmp, imp } = values;
  if (voc === undefined || isc === undefined || vmp === undefined || imp === undefined)
    return {
      ok: false,
      problems: [
        `Not found: ${NEEDED.filter((key) => values[key] === undefined)
          .map((key) => LABELS[key])
          .join(', ')}`,
      ],
    };
  const all: SheetValues = {
    ...values,
    pmax: values.pmax ?? Number((vmp * imp).toFixed(4)),
    sections: values.sections ?? (voc < SMALL_PANEL_V ? 2 : 3),
  };
  const problems = Object.entries(all).flatMap(([key, value]) => {
    const problem = valueProblem(`/arrays/*/module/${key}`, value);
    return problem ? [`${problem}, not ${value}`] : [];
  });
  problems.push(...impossible(values));
  if (problems.length > 0) return { ok: false, problems };
  const entry = (value: number) => ({ value, from: 'catalogue' as const });
  const orNull = (value: number | undefined) => (value === undefined ? null : entry(value));
  return {
    ok: true,
    sheet: {
      label: name,
      pmax: entry(all.pmax as number),
      voc: entry(voc),
      isc: entry(isc),
      vmp: entry(vmp),
      imp: entry(imp),
      betaVoc: orNull(values.betaVoc),
      alphaIsc: orNull(values.alphaIsc),
      gammaPmax: orNull(values.gammaPmax),
      maxFuse: orNull(values.maxFuse),
      sections: entry(all.sections as number),
      halfCut: /half/i.test(name),
    },
  };
}
/** A panel of less has as a rule two bypass sections, of 36 cells. Common practice. */
const SMALL_PANEL_V = 27;
