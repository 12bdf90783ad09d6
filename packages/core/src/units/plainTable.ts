import { readNumber } from './readNumber';
import { stampIn } from './stamps';

/** Cells of a line of which some may be in quotation marks. */
export function cellsOf(line: string, by = ','): string[] {
  if (!line.includes('"')) return line.split(by);
  const cells: string[] = [];
  let [cell, quoted] = ['', false];
  for (const letter of line) {
    if (letter === '"') quoted = !quoted;
    else if (letter === by && !quoted) {
      cells.push(cell);
      cell = '';
    } else cell += letter;
  }
  return [...cells, cell];
}

function separatorOf(line: string): string {
  const counts = [';', '\t', ','].map((by) => [by, line.split(by).length] as const);
  return counts.reduce((most, one) => (one[1] > most[1] ? one : most))[0];
}

/** Headings over the columns, with the units of a line of their own behind them. */
function headingsOver(lines: readonly string[], first: number, separator: string): string[] {
  const clean = (line: string | undefined) =>
    cellsOf(line ?? '', separator).map((cell) => cell.trim().slice(0, LONGEST_HEADING).replace(/^"|"$/g, ''));
  const above = first > 0 ? clean(lines[first - 1]) : [];
  const filled = above.filter((cell) => cell !== '');
  const units = filled.filter((cell) => UNIT_CELL.test(cell)).length;
  if (first < 2 || units === 0 || units < filled.length / 2) return above;
  return clean(lines[first - 2]).map((heading, i) => `${heading} ${above[i] ?? ''}`.trim());
}

const LONGEST_HEADING = 120;
const UNIT_CELL =
  /^[([]?(k?w(h|att)?s?\s*[/·]?\s*m.*|[mk]?j\s*\/.*|k?w(h|att)?s?|k?va|v|a|°\s?[cfk]|deg.*|[cfk]|m\s*\/\s*s|km\s*\/\s*h|mph|kn|%|hpa|mm|utc|gmt|local|hh:mm|yyyy.*|dd.*|mm.*|-|h|hr|d)[)\]]?$/i;

function looksLikeData(line: string): boolean {
  const cells = cellsOf(line, separatorOf(line)).map((cell) => cell.trim());
  const numbers = cells.filter((cell) => cell !== '' && readNumber(cell).ok).length;
  const dated = cells.some((cell) => stampIn(cell));
  return cells.length > 1 && (dated ? numbers >= 1 : numbers >= 2 && numbers >= cells.length / 2);
}

/** A table of text with a time in each line, as loggers and stations write them. */
export interface PlainTable {
  separator: string;
  /** Line of the headings, from 1; 0 where there are none. */
  headingLine: number;
  /** As many as there are columns; empty where one has none. */
  headings: string[];
  /** The lines below, without empty ones. */
  body: string[];
  /** Cells of the first of them, without the blanks around. */
  sample: string[][];
}

const SAMPLE = 2000;

/** Null where it is no such table: where fewer than half of its first lines are dates and numbers. */
export function plainTable(text: string): PlainTable | null {
  const lines = text.split(/\r\n?|\n/);
  // headings stand above the first line that reads as data
  const first = lines.findIndex((line) => looksLikeData(line));
  if (first === -1) return null;
  const separator = separatorOf(lines[first] ?? '');
  const body = lines.slice(first).filter((line) => line.trim() !== '');
  if (body.slice(0, 200).filter(looksLikeData).length < Math.min(200, body.length) / 2) return null;
  const sample = body.slice(0, SAMPLE).map((line) => cellsOf(line, separator).map((cell) => cell.trim()));
  const width = Math.max(...sample.slice(0, 50).map((cells) => cells.length));
  const above = headingsOver(lines, first, separator);
  return {
    separator,
    headingLine: first > 0 ? first : 0,
    headings: Array.from({ length: width }, (_, index) => above[index] ?? ''),
    body,
    sample,
  };
}

/** Commas mark decimals where they stand in numbers and part no columns. */
export const hasDecimalCommas = (separator: string, lines: readonly string[]): boolean =>
  separator !== ',' && lines.slice(0, SAMPLE).some((line) => /\d,\d/.test(line));
