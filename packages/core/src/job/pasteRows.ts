import { fieldAt, valueProblem, type Entry, type Priority, type Use } from '../document';
import { defaultUnit, parseQuantity, readMonths } from '../units';
import { blankUse } from './blank';

export interface PasteProblem {
  /** Row of the paste, from 1. */
  row: number;
  column: string;
  message: string;
}

export interface PastedRows {
  uses: Use[];
  problems: PasteProblem[];
}

type NumberKey = 'watts' | 'count' | 'hours' | 'startFactor' | 'standby';
type Key = 'name' | 'months' | 'supply' | 'priority' | NumberKey;

/** Columns where the paste has no heading. */
const USUAL_ORDER: readonly Key[] = [
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

const HEADINGS: readonly (readonly [RegExp, Key])[] = [
  [/^(use|name|what|load|item|appliance)/i, 'name'],
  [/watt|power|^each|^w$/i, 'watts'],
  [/many|count|qty|quantity|number|^no\.?$/i, 'count'],
  [/hour|^h(\/|$)/i, 'hours'],
  [/month|season/i, 'months'],
  [/ac|dc|supply/i, 'supply'],
  [/start|surge/i, 'startFactor'],
  [/off|standby|phantom/i, 'standby'],
  [/prior|must|run/i, 'priority'],
];

function headingOf(cells: readonly string[]): Key[] | undefined {
  const keys = cells.map((cell) => HEADINGS.find(([pattern]) => pattern.test(cell.trim()))?.[1]);
  const named = keys.filter((key) => key !== undefined);
  const numbers = cells.some((cell) => /^\s*[\d.,]+\s*$/.test(cell));
  return named.length >= 2 && keys[0] === 'name' && !numbers
    ? keys.map((key, i) => key ?? (`skip${i}` as Key))
    : undefined;
}

/** Commas mark decimals where a cell is like `0,5` or `12,75`, and no cell has a decimal point. */
function usesDecimalComma(rows: readonly (readonly string[])[]): boolean {
  const cells = rows.flat();
  return (
    cells.some((cell) => /^\s*\d+,(\d{1,2})?\d?(\D|$)/.test(cell) && /\d,\d/.test(cell)) &&
    !cells.some((cell) => /\d\.(?!\d{3}\b)\d/.test(cell))
  );
}

/**
 * Uses from rows of a spreadsheet, tab-separated cells already split. A heading row is recognised. Rows that cannot
 * be read are named and left out; nothing is guessed in their place.
 * @param position of the first row in the table
 */
export function readUseRows(rows: readonly (readonly string[])[], position: number): PastedRows {
  const [first = []] = rows;
  const heading = headingOf(first);
  const columns = heading ?? USUAL_ORDER;
  const comma = usesDecimalComma(rows);
  const uses: Use[] = [];
  const problems: PasteProblem[] = [];
  for (const [index, cells] of rows.entries()) {
    if ((heading && index === 0) || cells.every((cell) => cell.trim() === '')) continue;
    const found: PasteProblem[] = [];
    const use = blankUse(position + uses.length);
    for (const [at, key] of columns.entries()) {
      const cell = (cells[at] ?? '').trim();
      if (cell === '') continue;
      const message = take(
        use,
        key,
        comma ? cell.replace(/(\d)\.(?=\d{3}\b)/g, '$1').replace(/(\d),(\d)/g, '$1.$2') : cell,
      );
      if (message) found.push({ row: index + 1, column: key, message });
    }
    if (use.name === '' && found.length === 0)
      found.push({ row: index + 1, column: 'name', message: 'The row has no name' });
    if (found.length > 0) problems.push(...found);
    else uses.push(use);
  }
  return { uses, problems };
}

function take(use: Use, key: Key, cell: string): string | undefined {
  switch (key) {
    case 'name':
      use.name = cell.slice(0, 120);
      return undefined;
    case 'months': {
      const months = readMonths(cell);
      if (!months) return `“${cell}” names no months; type all, or as in May–Oct`;
      use.months = months;
      return undefined;
    }
    case 'supply': {
      const supply = cell.toLowerCase();
      if (supply !== 'ac' && supply !== 'dc') return `“${cell}” is neither AC nor DC`;
      use.supply = supply;
      return undefined;
    }
    case 'priority': {
      const priority = /^must/i.test(cell)
        ? 'must'
        : /^should/i.test(cell)
          ? 'should'
          : /surplus/i.test(cell)
            ? 'surplus'
            : undefined;
      if (!priority) return `“${cell}” is not must, should or surplus`;
      use.priority = priority satisfies Priority;
      return undefined;
    }
    case 'watts':
    case 'count':
    case 'hours':
    case 'startFactor':
    case 'standby':
      return takeNumber(use, key, cell);
    default:
      return undefined;
  }
}

function takeNumber(use: Use, key: NumberKey, cell: string): string | undefined {
  const path = `/uses/x/${key}`;
  const spec = fieldAt(path);
  const parsed = parseQuantity(cell, spec.quantity, defaultUnit(spec.quantity, 'metric'));
  if (!parsed.ok) return parsed.message;
  const problem = valueProblem(path, parsed.value);
  if (problem) return problem;
  use[key] = { value: parsed.value, from: parsed.guessed ? 'guess' : spec.typed } satisfies Entry;
  return undefined;
}
