import type { ModuleSheet } from '../document';
import { readNumber } from '../units';
import { SHEET_KEYS } from './sheetText';

const CSV_KEYS = [...SHEET_KEYS, 'sections'] as const;
const HEADER: Readonly<Record<(typeof CSV_KEYS)[number], string>> = {
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
  return [['name', 'count', ...CSV_KEYS.map((key) => HEADER[key])].join(','), ...lines, ''].join('\n');
}

/** The same as JSON: a list of objects with the CSV's headings for keys. */
export function writeSheetsJson(sheets: readonly CountedSheet[]): string {
  const rows = sheets.map(({ name, count, sheet }) => ({
    name,
    count,
    ...Object.fromEntries(CSV_KEYS.map((key) => [HEADER[key], sheet[key]?.value ?? null])),
  }));
  return `${JSON.stringify(rows, null, 2)}\n`;
}

export interface SheetsRead {
  sheets: CountedSheet[];
  problems: string[];
}

/**
 * Sheets from rows of a file. What a sheet must have is Voc, Isc, Vmp and Imp; watts follow where they are not given.
 * @param rows by heading, as text or numbers
 */
export function readSheetRows(rows: readonly Record<string, unknown>[]): SheetsRead {
  const problems: string[] = [];
  const sheets = rows.flatMap((row, i): CountedSheet[] => {
    const at = (key: (typeof CSV_KEYS)[number]): number | null => {
      const given = row[HEADER[key]] ?? row[key];
      if (given === undefined || given === null || given === '') return null;
      const read =
        typeof given === 'number' ? { ok: true as const, value: given } : readNumber(String(given));
      if (!read.ok) problems.push(`Row ${i + 1}, ${HEADER[key]}: ${read.message}`);
      return read.ok ? read.value : null;
    };
    const [voc, isc, vmp, imp] = [at('voc'), at('isc'), at('vmp'), at('imp')];
    const name =
      String(row.name ?? '')
        .trim()
        .slice(0, 120) || `Row ${i + 1}`;
    if (voc === null || isc === null || vmp === null || imp === null) {
      problems.push(`Row ${i + 1} (${name}) needs vocV, iscA, vmpV and impA`);
      return [];
    }
    const entry = (value: number) => ({ value, from: 'catalogue' as const });
    const orNull = (value: number | null) => (value === null ? null : entry(value));
    const count = Number(row.count ?? 1);
    return [
      {
        name,
        count: Number.isInteger(count) && count >= 0 && count <= 200 ? count : 1,
        sheet: {
          label: name,
          pmax: entry(at('pmax') ?? Number((vmp * imp).toFixed(4))),
          voc: entry(voc),
          isc: entry(isc),
          vmp: entry(vmp),
          imp: entry(imp),
          betaVoc: orNull(at('betaVoc')),
          alphaIsc: orNull(at('alphaIsc')),
          gammaPmax: orNull(at('gammaPmax')),
          maxFuse: orNull(at('maxFuse')),
          sections: entry(at('sections') ?? (voc < 27 ? 2 : 3)),
          halfCut: /half/i.test(name),
        },
      },
    ];
  });
  if (rows.length === 0) problems.push('There are no rows');
  return { sheets, problems };
}
