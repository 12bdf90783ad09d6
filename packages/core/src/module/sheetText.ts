import { plainSigns, readNumber } from '../units';

/** Figures of a module's data sheet that a text may hold, in the order they are told in. */
export const SHEET_KEYS = [
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
  /** Models side by side or under one another. */
  columns: number;
  problems: string[];
}

type PointKey = 'pmax' | 'voc' | 'isc' | 'vmp' | 'imp' | 'maxFuse';
type CoefficientKey = 'betaVoc' | 'alphaIsc' | 'gammaPmax';

const POINTS: readonly { key: PointKey; words: RegExp; unit: 'V' | 'A' | 'W' }[] = [
  {
    key: 'maxFuse',
    words: /(series |string )?fuse( rating)?|over-?current protection|reverse current/gi,
    unit: 'A',
  },
  { key: 'voc', words: /\b[vu]\s?_?oc\b|open[- ]circuit( voltage)?/gi, unit: 'V' },
  { key: 'isc', words: /\bi\s?_?sc\b|short[- ]circuit( current)?/gi, unit: 'A' },
  {
    key: 'vmp',
    words:
      /\b[vu]\s?_?(mp{1,2}|pm(ax|p)?|m)\b|volt(age|s) at (max(imum)?|mpp|nominal|rated|p(mp{1,2}|max|eak)?)\b( power( point)?)?|(max(imum)?|mpp|rated|nominal|operating|optimum)\.?[- ](power |operating )?(point )?volt(age|s)|working volts?/gi,
    unit: 'V',
  },
  {
    key: 'imp',
    words:
      /\bi\s?_?(mp{1,2}|pm(ax|p)?|m)\b|(current|amps) at (max(imum)?|mpp|nominal|rated|p(mp{1,2}|max|eak)?)\b( power( point)?)?|(max(imum)?|mpp|rated|nominal|operating|optimum)\.?[- ](power |operating )?(point )?(current|amps)|working amps?/gi,
    unit: 'A',
  },
  {
    key: 'pmax',
    words:
      /\bp\s?_?(max|mpp?|m|n)\b|(max(imum)?|peak|rated|nominal)\.? power( output)?|power output|wattage|\bwp\b/gi,
    unit: 'W',
  },
];
const COEFFICIENTS: readonly {
  key: CoefficientKey;
  words: RegExp;
  of: PointKey;
  from: number;
  to: number;
}[] = [
  {
    key: 'betaVoc',
    words: /v\s?_?oc|u\s?_?oc|open[- ]circuit|volt|β|beta/i,
    of: 'voc',
    from: -0.6,
    to: -0.15,
  },
  { key: 'alphaIsc', words: /i\s?_?sc|short[- ]circuit|current|α|alpha/i, of: 'isc', from: 0, to: 0.2 },
  { key: 'gammaPmax', words: /p\s?_?(max|mpp?|m)|power|γ|gamma/i, of: 'pmax', from: -0.7, to: -0.15 },
];
const TEMPERATURE = /temp|coeff|\btk\b|α|β|γ|alpha|beta|gamma|\/\s?(k|°\s?[cf]|c)\b/i;
const PER_DEGREE = /%|mv|ma\b|v\s?\/|a\s?\/|w\s?\/|\/\s?°|\/\s?k\b/i;
/** Figures that are not asked for. */
const OTHER =
  /tolerance|efficiency|dimension|weight|bifacial(ity)? factor|low light|operating temperature|cell temperature|warranty|load\b/i;
const CONDITIONS = /nmot|noct|low irradiance/i;

interface Label {
  key: PointKey;
  from: number;
  to: number;
}

interface Candidate {
  values: number[];
  line: string;
}

/** A line without what only states conditions: 25 °C, 1000 W/m², AM 1.5, tolerances, marks of footnotes. */
const cleaned = (line: string): string =>
  plainSigns(line)
    .replace(/[−–]/g, '-')
    .replace(
      /[×x·*]\s*10\s*\^?\s*[-⁻]\s*([345³⁴⁵])/g,
      (_, power: string) => `e-${'³⁴⁵'.includes(power) ? '³⁴⁵'.indexOf(power) + 3 : power}`,
    )
    .replace(/[¹²³⁴⁵†*]+(?!\/)/g, (marks, at: number, all: string) =>
      /m$/.test(all.slice(0, at)) ? marks : ' ',
    )
    .replace(/(^|[\sa-z])\d\)(?=\s)/gi, '$1 ')
    .replace(/(max(imum)?\.?\s*)?system volt(age|s)[^\d]*\d+\s*v?(\s?dc)?/gi, ' ')
    .replace(/±\s*\d[\d.,]*\s*%?/g, '')
    .replace(/\d[\d.,]*\s*(°\s?c|w\s*\/\s*m[²2])(?!\w)/gi, ' ')
    .replace(/\bam\s?1[.,]5\b/gi, ' ')
    .replace(/([-+]?)\s*\(\s*(\d[\d.,]*)\s*\)/g, ' $1$2 ');

/** Labels of points in a line, the longest where they overlap; the same one twice without a figure between is one. */
function labelsIn(text: string): Label[] {
  const all = POINTS.flatMap(({ key, words }) =>
    [...text.matchAll(words)].map((match): Label => ({
      key,
      from: match.index,
      to: match.index + match[0].length,
    })),
  ).sort((a, b) => a.from - b.from || b.to - a.to);
  const kept: Label[] = [];
  for (const label of all) {
    const last = kept.at(-1);
    if (last && label.from < last.to) continue;
    if (last?.key === label.key && !/\d/.test(text.slice(last.to, label.from))) last.to = label.to;
    else kept.push({ ...label });
  }
  return kept;
}

const NUMBER = /[+-]?\s?\d+(?:[.,]\d+)?(?:\s?e-\d)?/gi;
const UNIT_BEHIND = /^\s*(mv|ma|kw|wp?|v|a|%|mm|kg|m\b|pa|years?)?/i;

/** Figures with the unit that stands behind each. */
function figuresIn(text: string, decimalComma: boolean): { value: number; unit: string }[] {
  return [...text.matchAll(NUMBER)].flatMap((match) => {
    const read = readNumber(match[0].replace(/\s/g, ''), decimalComma);
    const unit = (UNIT_BEHIND.exec(text.slice(match.index + match[0].length))?.[1] ?? '').toLowerCase();
    return read.ok ? [{ value: read.value, unit: unit === 'wp' ? 'w' : unit }] : [];
  });
}

/** Of some figures those of a unit; where none has it, those without any. */
function ofUnit(figures: readonly { value: number; unit: string }[], unit: string): number[] {
  const own = figures.filter((one) => one.unit === unit.toLowerCase());
  return (own.length > 0 ? own : figures.filter((one) => one.unit === '')).map(({ value }) =>
    Math.abs(value),
  );
}

/** Points and coefficients of a text, with all that each could be. */
class Reader {
  readonly points = new Map<PointKey, Candidate[]>();
  readonly coefficients: {
    line: string;
    values: number[];
    of: (typeof COEFFICIENTS)[number];
    rest: string;
  }[] = [];
  columns = 1;
  /** Labels whose figure has not come yet. */
  private waiting: PointKey[] = [];
  /** Heads of a table of models, a model a row. */
  private heads: PointKey[] | null = null;
  private rows = 0;
  private elsewhere = false;
  /** Which of two columns is at standard conditions. */
  private standard: number | null = null;

  constructor(
    private readonly decimalComma: boolean,
    private readonly allConditions: boolean,
  ) {}

  read(raw: string): void {
    const line = cleaned(raw);
    const labels = labelsIn(line);
    const standard = line.search(/\bstc\b/i);
    const other = line.search(CONDITIONS);
    if (other >= 0 || standard >= 0) {
      const heads = labels.length === 0 || !/\d/.test(line);
      if (heads && !OTHER.test(line)) {
        this.standard = other >= 0 && standard >= 0 ? (standard < other ? 0 : 1) : null;
        this.elsewhere = standard < 0;
      }
      if (heads || other >= 0) return;
    }
    if (TEMPERATURE.test(line) && PER_DEGREE.test(line) && !OTHER.test(line))
      return this.coefficient(line, raw);
    if (OTHER.test(line) && labels.length === 0) return;
    if (this.elsewhere && !this.allConditions) return;
    if (labels.length >= 3 && !/\d/.test(line)) {
      this.heads = labels.map(({ key }) => key);
      return;
    }
    if (labels.length === 0) return this.figuresAlone(line, raw);
    this.heads = null;
    for (const [i, { key, to }] of labels.entries()) {
      const figures = figuresIn(line.slice(to, labels[i + 1]?.from), this.decimalComma);
      if (figures.length === 0) this.waiting.push(key);
      else this.take(key, figures, raw);
    }
    // one label and its figure before it, as in 37.3 V (Voc)
    const [only] = labels;
    if (only && labels.length === 1 && this.waiting.at(-1) === only.key) {
      const before = figuresIn(line.slice(0, only.from), this.decimalComma);
      if (before.length > 0) {
        this.waiting.pop();
        this.take(only.key, before, raw);
      }
    }
  }

  private coefficient(line: string, raw: string): void {
    const of = COEFFICIENTS.find(({ words }) => words.test(line));
    const words = of?.words.exec(line);
    if (!of || !words) return;
    const rest = line.slice(words.index + words[0].length);
    const values = figuresIn(rest.replace(/\(([^)\d]*)\)|\[([^\]\d]*)\]/g, ' $1$2 '), this.decimalComma).map(
      ({ value }) => value,
    );
    if (values.length > 0) this.coefficients.push({ line: raw.trim(), values, of, rest });
  }

  private take(key: PointKey, figures: readonly { value: number; unit: string }[], raw: string): void {
    const unit = POINTS.find((point) => point.key === key)?.unit ?? 'V';
    let values = ofUnit(figures, unit);
    if (values.length === 0) return;
    if (this.standard !== null && values.length === 2) values = [values[this.standard] ?? 0];
    this.columns = Math.max(this.columns, values.length);
    this.points.set(key, [...(this.points.get(key) ?? []), { values, line: raw.trim() }]);
  }

  /** A row of a table of models, or the figure of a label that stood by itself. */
  private figuresAlone(line: string, raw: string): void {
    // a model's name has letters and digits together; a figure has at most its unit behind it
    const bare = line
      .split(/\s+/)
      .filter((word) => !/[a-z]/i.test(word) || !/\d/.test(word) || /^[-+]?[\d.,]+(wp?|v|a)$/i.test(word))
      .join(' ');
    const figures = figuresIn(bare, this.decimalComma);
    if (this.heads && figures.length >= this.heads.length) {
      const own = figures.slice(-this.heads.length);
      for (const [i, key] of this.heads.entries()) {
        const value = Math.abs(own[i]?.value ?? 0);
        const [known] = this.points.get(key) ?? [];
        if (known && this.rows > 0) known.values.push(value);
        else this.points.set(key, [{ values: [value], line: raw.trim() }]);
      }
      this.rows++;
      this.columns = Math.max(this.columns, this.rows);
      return;
    }
    if (figures.length === 0 || /[b-uyz]/i.test(line.replace(/\b(wp?|v|a|dc)\b/gi, ''))) return;
    const [{ unit }] = figures as [{ value: number; unit: string }];
    const at = this.waiting.findIndex(
      (key) => unit === '' || POINTS.find((point) => point.key === key)?.unit.toLowerCase() === unit,
    );
    const [key] = at < 0 ? [] : this.waiting.splice(at, 1);
    if (key) this.take(key, figures, raw);
  }
}

/**
 * Reads the text of a data sheet: labels and figures in any order, with or without units, in % or in V and A per kelvin.
 * What could be more than one figure is settled by the others: Vmp below Voc, watts near volts × amps.
 * @param column of several models side by side or under one another, from 0
 */
export function readSheetText(text: string, column = 0): SheetText {
  const decimalComma = /\d,\d/.test(text) && !/\d\.\d/.test(text);
  const lines = text.split(/\r?\n/).slice(0, MOST_LINES);
  const reader = (all: boolean) => {
    const own = new Reader(decimalComma, all);
    for (const line of lines) own.read(line.slice(0, LONGEST_LINE));
    return own;
  };
  let read = reader(false);
  if (read.points.size === 0) read = reader(true);
  const found = new Map<SheetKey, SheetReading>();
  const at = ({ values }: { values: readonly number[] }) => values[Math.min(column, values.length - 1)] ?? 0;
  const settle = (key: PointKey, fits?: (value: number) => boolean) => {
    const all = read.points.get(key) ?? [];
    const one = (fits && all.find((candidate) => fits(at(candidate)))) ?? all[0];
    if (one) found.set(key, { key, value: at(one), line: one.line, note: null });
  };
  const value = (key: SheetKey) => found.get(key)?.value;
  settle('voc');
  settle('isc');
  settle('vmp', (volts) => within(volts, value('voc'), 0.6, 0.97));
  settle('imp', (amps) => within(amps, value('isc'), 0.75, 1));
  const watts = (value('vmp') ?? 0) * (value('imp') ?? 0);
  settle('pmax', (one) => watts === 0 || within(one, watts, 0.93, 1.07));
  settle('maxFuse');
  const problems: string[] = [];
  for (const { line, values, of, rest } of read.coefficients) {
    if (found.has(of.key)) continue;
    const told = perKelvin(at({ values }), rest, value(of.of));
    if (typeof told === 'string') problems.push(`${line}: ${told}`);
    else {
      const signed = of.to <= 0 && told.value > 0 ? -told.value : told.value;
      const note =
        signed === told.value ? told.note : `${told.note ? `${told.note}; ` : ''}taken as falling with heat`;
      if (signed < of.from || signed > of.to)
        problems.push(`${line}: ${signed} %/K is no such coefficient (${of.from} to ${of.to}); left out`);
      else found.set(of.key, { key: of.key, line, value: signed, note });
    }
  }
  problems.push(...disagreements(valuesOf({ readings: [...found.values()] })));
  const missing = (['voc', 'isc', 'vmp', 'imp'] as const).filter((key) => !found.has(key));
  if (missing.length > 0 && found.size > 0)
    problems.push(`Not found: ${missing.map((key) => NAMES[key]).join(', ')}`);
  if (found.size === 0 && text.trim() !== '')
    problems.push('No figure of a panel was recognised. A line needs a name and a number: Voc 37.6 V');
  return { readings: SHEET_KEYS.flatMap((key) => found.get(key) ?? []), columns: read.columns, problems };
}

const MOST_LINES = 2000;
const LONGEST_LINE = 400;

/** True where a figure is within two shares of another, or that one is not known. */
const within = (value: number, of: number | undefined, from: number, to: number) =>
  of === undefined || (value >= of * from && value <= of * to);

/** The figures of a text by what they are. */
export const valuesOf = ({ readings }: Pick<SheetText, 'readings'>): Partial<Record<SheetKey, number>> =>
  Object.fromEntries(readings.map(({ key, value }) => [key, value]));

/** Points of which one must be another figure, in words. */
export function impossible({ voc, isc, vmp, imp }: Partial<Record<SheetKey, number>>): string[] {
  const found: string[] = [];
  if (voc !== undefined && vmp !== undefined && vmp >= voc)
    found.push(`Vmp ${vmp} V is not below Voc ${voc} V: one of them is another figure`);
  if (isc !== undefined && imp !== undefined && imp > isc)
    found.push(`Imp ${imp} A is above Isc ${isc} A: one of them is another figure`);
  return found;
}

/** What cannot be right together, in words. */
function disagreements(values: Partial<Record<SheetKey, number>>): string[] {
  const { vmp, imp, pmax } = values;
  const found = impossible(values);
  if (vmp !== undefined && imp !== undefined && pmax !== undefined && !within(pmax, vmp * imp, 0.93, 1.07))
    found.push(`${vmp} V × ${imp} A is ${Math.round(vmp * imp)} W, not ${pmax} W: look at all three`);
  return found;
}

const NAMES: Readonly<Record<'voc' | 'isc' | 'vmp' | 'imp', string>> = {
  voc: 'Voc',
  isc: 'Isc',
  vmp: 'Vmp',
  imp: 'Imp',
};

/** A coefficient as % per kelvin. @param of the figure it is of, needed where it is given in volts or amps */
function perKelvin(
  number: number,
  text: string,
  of: number | undefined,
): Pick<SheetReading, 'value' | 'note'> | string {
  const unit = /(mv|ma|v|a|w)\s*\/\s*(?:°|k\b)|%/i.exec(text);
  const inUnits = unit?.[1]?.toLowerCase();
  // a degree Fahrenheit is 5/9 of a kelvin
  const fahrenheit = /\/\s?°?\s?f\b/i.test(text);
  const each = fahrenheit ? 1.8 : 1;
  const told = (value: number, note: string | null) => ({
    value: round(value * each),
    note: fahrenheit ? `${note ?? `${number} %`} a degree Fahrenheit, × 1.8` : note,
  });
  if (unit === null && Math.abs(number) < 0.01)
    return told(number * 100, `${number} a kelvin taken as ${round(number * 100)} %/K`);
  if (inUnits === undefined) return told(number, null);
  if (of === undefined) return 'given in volts or amps, and the figure it is of was not found';
  const milli = inUnits.startsWith('m');
  const inUnit = milli ? number / 1000 : number;
  return told(
    (100 * inUnit) / of,
    `${number} ${milli ? 'm' : ''}${inUnits.at(-1)?.toUpperCase()}/K over ${of}`,
  );
}

const round = (value: number) => Number(value.toFixed(4));
