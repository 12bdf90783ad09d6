import { fieldAt, nameFrom, valueProblem, type Entry, type Priority, type Use } from '../document';
import { defaultUnit, formatNumber, parseQuantity, plainSigns, readMonths } from '../units';
import { blankUse } from './blank';
import { commasOf, once, readColumns, type ColumnReading, type Commas, type UseColumn } from './useColumns';

export interface PasteProblem {
  /** Row of the paste, from 1. */
  row: number;
  column: string;
  message: string;
}

export interface PastedRows {
  uses: Use[];
  /** What could not be read; its row is left out. */
  problems: PasteProblem[];
  /** The columns as they were taken. */
  columns: ColumnReading[];
  /** Rows of the paste that are its heading. */
  headed: number;
  commas: Commas;
  /** What was read and does not agree with itself, for whoever takes it. */
  doubts: string[];
}

/** What may be put right before a paste is taken. */
export interface PasteChoices {
  columns?: readonly UseColumn[];
  commas?: Commas;
}

type NumberKey = 'watts' | 'count' | 'hours' | 'startFactor' | 'standby';

const TOTAL = /^\s*(sub-?|grand )?(total|sum|summe|gesamt|totals)\b/i;
const MOST_DOUBTS = 20;
const MOST_COLUMNS = 60;
/** Longer than any name or figure. */
const LONGEST_CELL = 200;

/**
 * Uses from rows of a spreadsheet, cells already split. A heading of one or two rows is recognised, rows of totals are
 * compared and left out. Rows that cannot be read are named and left out; nothing is guessed in their place.
 * @param position of the first row in the table, @param choices what someone put right
 */
export function readUseRows(
  pasted: readonly (readonly string[])[],
  position: number,
  choices: PasteChoices = {},
): PastedRows {
  const rows = pasted.map((cells) => cells.slice(0, MOST_COLUMNS).map((cell) => cell.slice(0, LONGEST_CELL)));
  const table = readColumns(rows);
  const columns = once(
    table.columns.map((column, i): ColumnReading => {
      const as = choices.columns?.[i] ?? column.as;
      return as === column.as ? column : { ...column, as, doubt: null };
    }),
  );
  const body = rows.slice(table.headed);
  const commas = choices.commas ?? commasOf(body);
  const uses: Use[] = [];
  const problems: PasteProblem[] = [];
  const doubts: string[] = [];
  let sumWh = 0;
  for (const [index, cells] of body.entries()) {
    const row = table.headed + index + 1;
    if (cells.every((cell) => cell.trim() === '')) continue;
    const cellOf = (key: UseColumn) => {
      const at = columns.findIndex(({ as }) => as === key);
      const cell = written((cells[at] ?? '').trim(), commas);
      return cell === '' ? undefined : { cell, unit: columns[at]?.unit ?? '' };
    };
    const name = cellOf('name');
    if (TOTAL.test(name?.cell ?? cells.find((cell) => cell.trim() !== '') ?? '')) {
      const total = figureOf(cellOf('energyDay'), 'energy');
      if (total !== null && Math.abs(total - sumWh) > 0.02 * total)
        doubts.push(`Row ${row}: its total is ${wh(total)}, the rows above come to ${wh(sumWh)}`);
      continue;
    }
    const found: PasteProblem[] = [];
    const use = blankUse(position + uses.length);
    for (const { as } of columns) {
      const own = cellOf(as);
      const message = own && take(use, as, own.cell, own.unit);
      if (message) found.push({ row, column: COLUMN_WORDS[as], message });
    }
    if (use.name === '' && found.length === 0)
      found.push({ row, column: 'name', message: 'The row has no name' });
    if (found.length > 0) {
      problems.push(...found);
      continue;
    }
    uses.push(use);
    const said = startOf(use, cellOf('startWatts'));
    if (said) doubts.push(`Row ${row}: ${said}`);
    const usedWh = use.watts.value * use.count.value * use.hours.value;
    sumWh += usedWh;
    const energy = figureOf(cellOf('energyDay'), 'energy');
    if (energy !== null && Math.abs(energy - usedWh) > 0.02 * Math.max(energy, 1))
      doubts.push(
        `Row ${row}: ${short(use.watts.value)} W × ${use.count.value} × ${short(use.hours.value)} h is ${wh(usedWh)}; the paste says ${wh(energy)}`,
      );
    const total = figureOf(cellOf('totalWatts'), 'power');
    if (total !== null && Math.abs(total - use.watts.value * use.count.value) > 0.02 * Math.max(total, 1))
      doubts.push(
        `Row ${row}: ${use.count.value} of ${short(use.watts.value)} W are ${short(use.watts.value * use.count.value)} W; the paste says ${short(total)} W`,
      );
  }
  return { uses, problems, columns, headed: table.headed, commas, doubts: doubts.slice(0, MOST_DOUBTS) };
}

const short = (value: number) => String(Number(value.toFixed(2)));
const wh = (value: number) => `${formatNumber(value, 0)} Wh`;

/** Names of the columns, for messages and for choosing. */
export const COLUMN_WORDS: Readonly<Record<UseColumn, string>> = {
  name: 'name',
  watts: 'watts each',
  count: 'count',
  hours: 'hours a day',
  minutes: 'minutes a day',
  hoursWeek: 'hours a week',
  months: 'months',
  supply: 'AC or DC',
  startFactor: 'start, × running',
  startWatts: 'start, watts',
  standby: 'standby watts',
  priority: 'priority',
  totalWatts: 'watts of all',
  energyDay: 'energy a day',
  skip: 'left out',
};

/** A cell with its figures as the reader of figures has them; where the table shows how it writes them, nothing is left open. */
function written(cell: string, commas: Commas): string {
  if (commas === 'unknown') return cell;
  const plain =
    commas === 'decimal'
      ? cell.replace(/(\d)\.(?=\d{3}\b)/g, '$1').replace(/(\d),(\d)/g, '$1.$2')
      : cell.replace(/(\d),(?=\d{3}\b)/g, '$1');
  return plain.replace(/\d+\.\d+(?![.\d])/g, (figure) => String(Number(figure)));
}

/** A cell's figure in the stored unit; null where there is none. */
function figureOf(
  at: { cell: string; unit: string } | undefined,
  quantity: 'energy' | 'power',
): number | null {
  if (!at) return null;
  const unit = at.unit || defaultUnit(quantity, 'metric');
  const read = parseQuantity(withUnit(at.cell, at.unit), quantity, unit);
  return read.ok ? read.value : null;
}

const withUnit = (cell: string, unit: string) =>
  unit !== '' && /^[-+~]?\s*[\d.,\s]+\??$/.test(cell) ? cell.replace(/(\s*\?)?$/, ` ${unit}$1`) : cell;

/** Starting watts as a multiple of the running ones; what is odd about them. */
function startOf(use: Use, at: { cell: string; unit: string } | undefined): string | null {
  const watts = figureOf(at, 'power');
  if (watts === null || use.watts.value <= 0) return null;
  const factor = Math.round((watts / use.watts.value) * 100) / 100;
  if (factor < 1) return `it starts with ${watts} W, less than it runs on`;
  const problem = valueProblem('/uses/x/startFactor', factor);
  if (problem) return `it starts at ${factor} times what it runs on: ${problem}`;
  use.startFactor = { value: factor, from: 'chosen' };
  return null;
}

function take(use: Use, as: UseColumn, cell: string, unit: string): string | undefined {
  switch (as) {
    case 'name':
      use.name = nameFrom(cell);
      return undefined;
    case 'months': {
      const months = readMonths(cell);
      if (!months) return `“${cell}” names no months; type all, or as in May–Oct`;
      use.months = months;
      return undefined;
    }
    case 'supply': {
      const supply = /\bac\b|(^|\D)(1[12]0|2[234]0)(\D|$)/i.test(cell)
        ? 'ac'
        : /\bdc\b|(^|\D)(12|24|48)(\D|$)/i.test(cell)
          ? 'dc'
          : null;
      if (!supply) return `“${cell}” is neither AC nor DC`;
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
    case 'minutes':
      return takeNumber(use, 'hours', withUnit(cell, 'min'), '');
    case 'hoursWeek':
      return takeNumber(use, 'hours', plainSigns(cell), '', 1 / 7);
    case 'watts':
    case 'count':
    case 'hours':
    case 'startFactor':
    case 'standby':
      return takeNumber(use, as, cell, unit);
    default:
      return undefined;
  }
}

function takeNumber(use: Use, key: NumberKey, cell: string, unit: string, times = 1): string | undefined {
  const path = `/uses/x/${key}`;
  const spec = fieldAt(path);
  // 4x is a count too
  const plain =
    key === 'count' ? cell.replace(/^(\d+)\s*(?:x|×|pcs|pieces)\.?$/i, '$1') : withUnit(cell, unit);
  const parsed = parseQuantity(plain, spec.quantity, defaultUnit(spec.quantity, 'metric'));
  if (!parsed.ok) return parsed.message;
  const value = times === 1 ? parsed.value : Math.round(parsed.value * times * 1000) / 1000;
  const problem = valueProblem(path, value);
  if (problem) return problem;
  use[key] = { value, from: parsed.guessed ? 'guess' : spec.typed } satisfies Entry;
  return undefined;
}
