import type { ModuleSheet } from '../document';
import { readNumber } from '../units';

/** Figures of a module's data sheet that a text may hold, in the order they are told in. */
const SHEET_KEYS = [
  'pmax',
  'voc',
  'isc',
  'vmp',
  'imp',
  'betaVoc',
  'alphaIsc',
  'gammaPmax',
  'maxFuse',
] as const;
export type SheetKey = (typeof SHEET_KEYS)[number];

export interface SheetReading {
  key: SheetKey;
  /** In the field's own unit: W, V, A, or % per kelvin. */
  value: number;
  /** The line it was read in, and what was done to it, for whoever confirms it. */
  line: string;
  note: string | null;
}

export interface SheetText {
  readings: SheetReading[];
  /** Columns of figures the text has, for sheets of several models side by side. */
  columns: number;
  problems: string[];
}

interface Pattern {
  key: SheetKey;
  words: RegExp;
}

/** Coefficients before the points they belong to: “temperature coefficient of Voc” names both. */
const TEMPERATURE = /temp|coeff|tk\b|α|β|γ|\/\s?(k|°\s?c|c)\b/i;
const POINTS: readonly Pattern[] = [
  { key: 'maxFuse', words: /fuse|over-?current protection|reverse current/i },
  { key: 'voc', words: /\b[vu]\s?_?oc\b|open[- ]circuit/i },
  { key: 'isc', words: /\bi\s?_?sc\b|short[- ]circuit/i },
  {
    key: 'vmp',
    words:
      /\b[vu]\s?_?(mp{1,2}|pm(ax|p)?|m)\b|voltage at (max|nominal|rated|p)|(max(imum)?|mpp|rated|nominal|operating)[- ](power )?voltage|working volt/i,
  },
  {
    key: 'imp',
    words:
      /\bi\s?_?(mp{1,2}|pm(ax|p)?|m)\b|current at (max|nominal|rated|p)|(max(imum)?|mpp|rated|nominal|operating)[- ](power )?current|working amp/i,
  },
  {
    key: 'pmax',
    words: /\bp\s?_?(max|mpp?|m|n)\b|(max(imum)?|peak|rated|nominal) power|power output|wattage|\bwp\b/i,
  },
];
const COEFFICIENTS: readonly { key: SheetKey; words: RegExp; of: 'voc' | 'isc' | 'pmax' }[] = [
  { key: 'betaVoc', words: /v\s?_?oc|u\s?_?oc|open[- ]circuit|volt|β/i, of: 'voc' },
  { key: 'alphaIsc', words: /i\s?_?sc|short[- ]circuit|current|α/i, of: 'isc' },
  { key: 'gammaPmax', words: /p\s?_?(max|mpp?|m)|power|γ/i, of: 'pmax' },
];
/** Lines about other conditions, or figures that are not asked for. */
const OTHER =
  /noct|nmot|tolerance|efficiency|system voltage|dimension|weight|bifacial(ity)? factor|irradiance|low light/i;

const NUMBER = /[+±−–-]?\s?\d+(?:[.,]\d+)?/g;

/**
 * Reads the text of a data sheet: labels and figures in any order, with or without units, in % or in V and A per kelvin.
 * @param column of several models side by side, from 0
 */
export function readSheetText(text: string, column = 0): SheetText {
  const found = new Map<SheetKey, SheetReading>();
  const later: { line: string; numbers: number[]; of: (typeof COEFFICIENTS)[number]; rest: string }[] = [];
  const problems: string[] = [];
  let columns = 1;
  const decimalComma = /\d,\d/.test(text) && !/\d\.\d/.test(text);
  for (const line of text.split(/\r?\n/).map((raw) => raw.trim())) {
    if (line === '' || OTHER.test(line)) continue;
    const isCoefficient = TEMPERATURE.test(line) && /%|mv|ma|v\s?\/|a\s?\/|\/\s?°|\/\s?k/i.test(line);
    const pattern = isCoefficient ? undefined : POINTS.find(({ words }) => words.test(line));
    const coefficient = isCoefficient ? COEFFICIENTS.find(({ words }) => words.test(line)) : undefined;
    if (!pattern && !coefficient) continue;
    const key = (pattern ?? coefficient)?.key as SheetKey;
    // what names the figure may hold digits of its own, so the numbers are looked for behind it
    const label = (pattern ?? coefficient)?.words.exec(line);
    const behind = line
      .slice((label?.index ?? 0) + (label?.[0].length ?? 0))
      .replace(/\(([^)\d]*)\)|\[([^\]\d]*)\]/g, ' $1$2 ');
    const numbers = numbersIn(behind, decimalComma);
    if (numbers.length === 0) continue;
    columns = Math.max(columns, numbers.length);
    if (coefficient) {
      later.push({ line, numbers, of: coefficient, rest: behind });
      continue;
    }
    if (found.has(key)) continue;
    const value = numbers[Math.min(column, numbers.length - 1)] as number;
    found.set(key, { key, value: Math.abs(value), line, note: null });
  }
  for (const { line, numbers, of, rest } of later) {
    if (found.has(of.key)) continue;
    const read = perKelvin(
      numbers[Math.min(column, numbers.length - 1)] as number,
      rest,
      found.get(of.of)?.value,
    );
    if (typeof read === 'string') problems.push(`${line}: ${read}`);
    else found.set(of.key, { key: of.key, line, ...read });
  }
  const missing = (['voc', 'isc', 'vmp', 'imp'] as const).filter((key) => !found.has(key));
  if (missing.length > 0 && found.size > 0)
    problems.push(`Not found: ${missing.map((key) => NAMES[key]).join(', ')}`);
  if (found.size === 0 && text.trim() !== '')
    problems.push('No figure of a panel was recognised. A line wants its name and its number: Voc 37.6 V');
  return { readings: SHEET_KEYS.flatMap((key) => found.get(key) ?? []), columns, problems };
}

const NAMES: Readonly<Record<'voc' | 'isc' | 'vmp' | 'imp', string>> = {
  voc: 'Voc',
  isc: 'Isc',
  vmp: 'Vmp',
  imp: 'Imp',
};

function numbersIn(text: string, decimalComma: boolean): number[] {
  return (text.match(NUMBER) ?? []).flatMap((part) => {
    const read = readNumber(part.replace(/±/g, '').trim(), decimalComma);
    return read.ok ? [read.value] : [];
  });
}

/** A coefficient as % per kelvin. @param of the figure it is of, needed where it is given in volts or amps */
function perKelvin(
  number: number,
  text: string,
  of: number | undefined,
): Pick<SheetReading, 'value' | 'note'> | string {
  const unit = /(mv|ma|v|a|w)\s*\/\s*(?:°|k\b)|%/i.exec(text);
  const inUnits = unit?.[1]?.toLowerCase();
  if (unit === null && Math.abs(number) < 0.01)
    return { value: round(number * 100), note: `${number} a kelvin taken as ${round(number * 100)} %/K` };
  if (inUnits === undefined) return { value: number, note: null };
  if (of === undefined) return 'given in volts or amps, and the figure it is of was not found';
  const milli = inUnits.startsWith('m');
  const inUnit = milli ? number / 1000 : number;
  const value = round((100 * inUnit) / of);
  return {
    value,
    note: `${number} ${milli ? 'm' : ''}${inUnits.at(-1)?.toUpperCase()}/K over ${of}`,
  };
}

const round = (value: number) => Number(value.toFixed(4));

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
      problems.push(`Row ${i + 1} (${name}) wants vocV, iscA, vmpV and impA`);
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
          pmax: entry(at('pmax') ?? round(vmp * imp)),
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
