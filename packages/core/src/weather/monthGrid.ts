import { cellsOf, plainSigns, readNumber } from '../units';

/** A row of a pasted table of months: of which month it is, and its cells. */
export interface MonthRow {
  /** 0–11; null where nothing says. */
  month: number | null;
  /** Of a dated month; null where no year is said. */
  year: number | null;
  /** Line it was pasted on, from 1; null where a line holds all months. */
  line: number | null;
  cells: readonly string[];
}

/** What was pasted as rows of months, however it was laid out. */
export interface MonthGrid {
  /** One a column, empty where there are none. */
  headings: readonly string[];
  rows: readonly MonthRow[];
  /** The row of the year as a whole, where there is one. */
  year: MonthRow | null;
  /** The column that says the month; null where none does. */
  monthAt: number | null;
  /** True where commas mark decimals. */
  decimalComma: boolean;
  remarks: string[];
}

/** Months by the first letters of their names, in the tongues that climate tables come in. */
const NAMES: readonly RegExp[] = [
  /^(jan|jän|ene|gen)/,
  /^(feb|fév|fev)/,
  /^(mar|mär|mrz|mrt|maa)/,
  /^(apr|avr|abr)/,
  /^(may|mai|mei|mag)/,
  /^(jun|juin|giu)/,
  /^(jul|juil|lug)/,
  /^(aug|aoû|aou|ago)/,
  /^(sep|set)/,
  /^(oct|okt|out|ott)/,
  /^nov/,
  /^(dec|déc|dez|dic)/,
];
const WHOLE_YEAR =
  /^(year|annual|yearly|jahr|ann[ée]e|a[ñn]o|anno|avg|average|mean|total|sum|ø|∑|moy|mittel)/;

interface Said {
  month: number;
  year: number | null;
}

const counted = (month: string | undefined, year: string | undefined = undefined): Said | null => {
  const at = Number(month);
  return at >= 1 && at <= 12 ? { month: at - 1, year: year === undefined ? null : Number(year) } : null;
};

/** The month a cell names or dates; bare numbers are told by their whole column. */
function monthIn(cell: string): Said | null {
  const plain = cell.trim().toLowerCase();
  const dated = /^(\d{4})[-/.](\d{1,2})(?:[-/.]\d{1,2})?$/.exec(plain);
  if (dated) return counted(dated[2], dated[1]);
  const turned = /^(\d{1,2})[-/.](\d{4})$/.exec(plain);
  if (turned) return counted(turned[1], turned[2]);
  if (!/^\p{L}{3}/u.test(plain)) return null;
  const month = NAMES.findIndex((name) => name.test(plain));
  if (month < 0 || /^month/.test(plain)) return null;
  const year = /(\d{4})$/.exec(plain)?.[1] ?? /[-'’ ](\d{2})$/.exec(plain)?.[1];
  return { month, year: year === undefined ? null : Number(year) % 100 };
}

const isFigure = (cell: string) => /^[~<>≈]?\s*[-+−]?\s*[\d.,]*\d/.test(cell.trim());

/** Units between blanks belong to the figure before them. */
const glued = (line: string) =>
  line.replace(/(\d)\s+((?:kWh|MJ|kJ|Wh|W|cal)(?:\s*[/·]\s*\S+)*|°\s?[CFK]|[CFK]\b)/gi, '$1$2');

/** What parts the cells of a line; a blank for any number of blanks. */
function separatorOf(lines: readonly string[]): string {
  const most = (mark: string) => lines.filter((line) => line.includes(mark)).length > lines.length / 2;
  for (const mark of ['\t', ';', '|']) if (most(mark)) return mark;
  if (!most(',')) return ' ';
  const data = lines.filter((line) => line.split(/[\s,]+/).filter(isFigure).length > 0);
  if (data.some((line) => line.includes('"') || /(^|[^\d]),|,(\D|$)/.test(line) || /\d\.\d/.test(line)))
    return ',';
  const words = data.map((line) => line.trim().split(/\s+/));
  if (words.flat().some((word) => word.split(',').length > 2)) return ',';
  // 1,… 2,… 3,… counts the months; else commas between digits mark decimals
  const first = data.map((line) => line.split(',')[0]);
  return words.every((of) => of.length === 1) && first.every((of, i) => of === String(i + 1)) ? ',' : ' ';
}

/** A line all of whose months stand beside one another is turned. */
const turned = (rows: readonly (readonly string[])[]): string[][] =>
  Array.from({ length: Math.max(...rows.map((row) => row.length)) }, (_, column) =>
    rows.map((row) => row[column] ?? ''),
  );

/** Cells one under another, a month's name before its figures, are put beside one another. */
function ungrouped(rows: readonly (readonly string[])[]): string[][] | null {
  if (rows.length < 24 || rows.some((row) => row.length !== 1)) return null;
  const cells = rows.map(([cell = '']) => cell);
  const from = cells.findIndex((cell) => monthIn(cell));
  const next = cells.findIndex((cell, i) => i > from && monthIn(cell));
  const wide = next - from;
  if (from < 0 || wide < 2 || cells.length < from + 12 * wide) return null;
  const body = Array.from({ length: Math.floor((cells.length - from) / wide) }, (_, i) =>
    cells.slice(from + i * wide, from + (i + 1) * wide),
  );
  return from === wide ? [cells.slice(0, from), ...body] : body;
}

const MOST_LINES = 500;
/** Longer lines hold no months. */
const LONGEST_LINE = 2000;
const MOST_COLUMNS = 40;

/** Lays out what was pasted: rows of months under headings. Null where there is nothing like it. */
export function monthGrid(text: string): MonthGrid | null {
  const lines = text
    .split(/\r\n?|\n/)
    .map((line, i) => ({ line: line.slice(0, LONGEST_LINE).replaceAll('\u00a0', ' '), number: i + 1 }))
    .filter(({ line }) => line.trim() !== '' && !line.startsWith('#'))
    .slice(0, MOST_LINES)
    .map(({ line, number }) => ({ line: glued(plainSigns(line)), number }));
  if (lines.length === 0) return null;
  const mark = separatorOf(lines.map(({ line }) => line));
  const cut = (line: string) =>
    (mark === ' ' ? line.trim().split(/\s{2,}|\s+/) : cellsOf(line, mark))
      .map((cell) => cell.trim().replace(/^"|"$/g, ''))
      .slice(0, MOST_COLUMNS);
  let rows = lines.map(({ line, number }) => ({
    cells: cut(line),
    line: number as number | null,
    text: line,
  }));
  const wide = rows.find(({ cells }) => cells.filter(isFigure).length >= 12);
  const stacked = ungrouped(rows.map(({ cells }) => cells));
  if (wide) {
    const beside = rows.filter(({ cells }) => cells.length >= 12);
    const ends = beside.map(({ cells }) => cells);
    const longest = Math.max(...ends.map((cells) => cells.length));
    // a line without its label begins a cell later
    const padded = ends.map((cells) => [...Array<string>(longest - cells.length).fill(''), ...cells]);
    rows = turned(padded).map((cells) => ({ cells, line: null, text: '' }));
  } else if (stacked) rows = stacked.map((cells) => ({ cells, line: null, text: '' }));
  const decimalComma =
    mark !== ',' &&
    rows.some(({ cells }) => cells.some((cell) => /\d,\d/.test(cell) && !/\d\.\d/.test(cell)));
  const counts = rows.map(({ cells }) => cells.filter(isFigure).length);
  const names = rows.findIndex(({ cells }) => cells.some((cell) => monthIn(cell)));
  const usual = counts.toSorted((a, b) => a - b)[Math.floor(counts.length / 2)] ?? 0;
  const first = names >= 0 ? names : counts.findIndex((count) => count > 0 && count >= usual);
  if (first < 0) return null;
  const heading = rows[first - 1];
  const body = rows.slice(first).filter((_, i) => (counts[first + i] ?? 0) > 0);
  if (body.length === 0) return null;
  const columns = Math.max(...body.map(({ cells }) => cells.length));
  const monthAt = monthColumn(body.map(({ cells }) => cells));
  const told = body.map(({ cells, line }): MonthRow & { whole: boolean } => {
    const cell = monthAt === null ? '' : (cells[monthAt] ?? '');
    const said = monthAt === null ? null : (monthIn(cell) ?? counted(/^0?(\d{1,2})\.?$/.exec(cell)?.[1]));
    const label = cells.find((of) => of !== '' && !isFigure(of))?.toLowerCase() ?? '';
    return {
      month: said?.month ?? null,
      year: said?.year ?? null,
      line,
      cells,
      whole: said === null && WHOLE_YEAR.test(label),
    };
  });
  const of = told.filter(({ whole, month }) => !whole && (monthAt === null || month !== null));
  // thirteen without names: the last is the year's
  const year =
    told.find(({ whole }) => whole) ?? (monthAt === null && of.length === 13 ? of.pop() : null) ?? null;
  const left = rows.length - first - of.length - (year ? 1 : 0);
  return {
    headings: headingsFor(heading?.cells ?? [], heading?.text ?? '', columns, monthAt),
    rows: of,
    year,
    monthAt,
    decimalComma,
    remarks:
      left > 0
        ? [
            `${left} line${left === 1 ? '' : 's'} without a month or a figure ${left === 1 ? 'is' : 'are'} left out.`,
          ]
        : [],
  };
}

/** The column that says the months: by names or dates, else by numbers 1 to 12, each once. */
function monthColumn(rows: readonly (readonly string[])[]): number | null {
  const wide = Math.max(...rows.map((row) => row.length));
  for (let at = 0; at < wide; at++)
    if (rows.filter((row) => monthIn(row[at] ?? '')).length > rows.length / 2) return at;
  const numbers = rows.slice(0, 12).map((row) => /^0?(\d{1,2})\.?$/.exec(row[0] ?? '')?.[1] ?? '');
  const whole = numbers.map(Number).toSorted((a, b) => a - b);
  return wide > 1 && rows.length >= 12 && whole.every((month, i) => month === i + 1) ? 0 : null;
}

/** Headings over the columns; one that stands over them all, or is short by the months' own, is moved there. */
function headingsFor(
  cells: readonly string[],
  text: string,
  columns: number,
  monthAt: number | null,
): string[] {
  const empty = Array<string>(columns).fill('');
  if (cells.length === columns) return [...cells];
  const words = text.trim().split(/\s{2,}/);
  const fit = [cells, words].find((of) => of.length === columns || of.length === columns - 1);
  if (fit?.length === columns) return [...fit];
  if (fit && monthAt === 0) return ['', ...fit];
  const at = monthAt === 0 ? 1 : 0;
  const over = text.trim() || cells.join(' ').trim();
  return empty.map((_, i) => (i === at ? over : ''));
}

/** A figure and what stands behind it as its unit. */
export function figureIn(
  cell: string,
  decimalComma: boolean,
): { value: number; unit: string } | { message: string } | null {
  const text = cell.trim();
  if (text === '' || /^(-+|n\.?a\.?|nan|null)$/i.test(text)) return null;
  const parts = /^[~≈]?\s*([-+−]?\s*[\d.,\s]*\d(?:e[-+]?\d+)?)\s*(\S.*)?$/i.exec(text);
  if (!parts) return { message: `“${text.slice(0, 40)}” is not a number` };
  const reading = readNumber(parts[1] as string, decimalComma || undefined);
  return reading.ok ? { value: reading.value, unit: parts[2] ?? '' } : { message: reading.message };
}
