import type { ModuleSheet } from '../document';
import { SHEET_KEYS } from './sheetText';

const CSV_KEYS = [...SHEET_KEYS, 'sections'] as const;
/** Headings of the files that are written. */
export const SHEET_HEADINGS: Readonly<Record<(typeof CSV_KEYS)[number], string>> = {
  pmax: 'pmaxW',
  voc: 'vocV',
  isc: 'iscA',
  vmp: 'vmpV',
  imp: 'impA',
  betaVoc: 'betaVocPctPerK',
  alphaIsc: 'alphaIscPctPerK',
  gammaPmax: 'gammaPmaxPctPerK',
  maxFuse: 'maxFuseA',
  sections: 'sections',
};

/** A sheet with how many panels there are of it, as it goes in and out of files. */
export interface CountedSheet {
  name: string;
  count: number;
  sheet: ModuleSheet;
}

/** Sheets as CSV, a line a sort, points for decimals, empty where a sheet says nothing. */
export function writeSheetsCsv(sheets: readonly CountedSheet[]): string {
  const quoted = (text: string) => (/[",\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
  const lines = sheets.map(({ name, count, sheet }) =>
    [quoted(name), count, ...CSV_KEYS.map((key) => sheet[key]?.value ?? '')].join(','),
  );
  return [['name', 'count', ...CSV_KEYS.map((key) => SHEET_HEADINGS[key])].join(','), ...lines, ''].join(
    '\n',
  );
}

/** The same as JSON: a list of objects with the CSV's headings for keys. */
export function writeSheetsJson(sheets: readonly CountedSheet[]): string {
  const rows = sheets.map(({ name, count, sheet }) => ({
    name,
    count,
    ...Object.fromEntries(CSV_KEYS.map((key) => [SHEET_HEADINGS[key], sheet[key]?.value ?? null])),
  }));
  return `${JSON.stringify(rows, null, 2)}\n`;
}

/** The rows of a list of objects, their keys as headings; none where the text is no such list. */
export function rowsOfJson(text: string): string[][] {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return [];
  }
  const objects = (Array.isArray(read) ? read : [read]).filter(
    (one): one is Record<string, unknown> => typeof one === 'object' && one !== null,
  );
  const keys = [...new Set(objects.flatMap((one) => Object.keys(one)))];
  const cell = (value: unknown) =>
    typeof value === 'string' || typeof value === 'number' ? String(value) : '';
  return [keys, ...objects.map((one) => keys.map((key) => (Object.hasOwn(one, key) ? cell(one[key]) : '')))];
}
