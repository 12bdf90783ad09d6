import {
  cellsOf,
  clockIn,
  hasDecimalCommas,
  orderOf,
  plainTable,
  readNumber,
  stampIn,
  type DateOrder,
} from '../units';

export const SERIES_UNITS = ['W', 'kW', 'Wh', 'kWh', 'total Wh', 'total kWh'] as const;
export type SeriesUnit = (typeof SERIES_UNITS)[number];
export type SeriesRole = 'time' | 'date' | 'clock' | 'value' | 'none';

/** How a logger's table is read; guessed first, then as the person says. */
export interface SeriesMapping {
  columns: { role: SeriesRole; unit: SeriesUnit }[];
  dates: DateOrder;
  /** Hours east of Greenwich of the clock on the wall, where the times are universal; null where they are of that clock. */
  utcOffsetH: number | null;
}

export interface SeriesColumn {
  heading: string;
  role: SeriesRole;
  unit: SeriesUnit;
  /** What to look at before it is taken; null where nothing is doubtful. */
  doubt: string | null;
  /** First values, as they stand. */
  sample: string[];
}

export interface SeriesPreview {
  columns: SeriesColumn[];
  rows: number;
  mapping: SeriesMapping;
  /** True of dates with the year last, of which day or month could be first. */
  datesTurned: boolean;
  /** What was noticed of the times. */
  remarks: string[];
}

/** What stands beside watts and energy in a logger's table. */
const OTHER =
  /volt|^v\b|\(v\)|amp|current|^a\b|\(a\)|hz|freq|temp|°|humid|factor|\bpf\b|cos|cost|price|soc|%|\bva\b|\bvar\b|apparent|reactive|index|record|^(no|nr|id|#|n)\.?$/i;
const TOTAL = /total|counter|cumulat|meter reading|lifetime|odometer/i;
const EPOCH = /^(\d{10})(\.\d+)?$|^(\d{13})$/;
/** So many dates are looked at for their order. */
const DATES = 5000;
/** So many readings that never fall are those of a counter. */
const RISING = 8;

const KWH = /k\s?w\s?[·.-]?\s?h\b|kilowatt.?hour/i;
const WH = /\bw\s?[·.-]?\s?h\b|watt.?hour/i;

/** The unit that a heading says, or what is measured makes likely; null where it says neither. */
function unitIn(heading: string): SeriesUnit | null {
  if (TOTAL.test(heading)) return !KWH.test(heading) && WH.test(heading) ? 'total Wh' : 'total kWh';
  if (KWH.test(heading)) return 'kWh';
  if (WH.test(heading)) return 'Wh';
  if (/\bkw\b|kilowatt/i.test(heading)) return 'kW';
  return /\bw\b|watt|power|load/i.test(heading) ? 'W' : null;
}

/** True where a heading names its unit itself. */
const saysUnit = (heading: string): boolean =>
  KWH.test(heading) || WH.test(heading) || /\bk?w\b|watt/i.test(heading);

function doubtOf(heading: string, rises: boolean, unit: SeriesUnit): string | null {
  if (rises) return 'it only rises: a counter’s total?';
  return saysUnit(heading) ? null : `no heading says the unit: ${unit}?`;
}

/** Minutes since the epoch of a figure that counts seconds or thousandths from 1970, of this century; null of another. */
export function epochIn(cell: string): number | null {
  const [, seconds, , thousandths] = EPOCH.exec(cell) ?? [];
  const minutes = seconds ? Number(cell) / 60 : thousandths ? Number(cell) / 60_000 : null;
  return minutes !== null && minutes > Date.UTC(2000, 0) / 60_000 && minutes < Date.UTC(2100, 0) / 60_000
    ? minutes
    : null;
}

const onlyRises = (values: readonly number[]): boolean =>
  values.length >= RISING &&
  (values.at(-1) as number) > (values[0] as number) &&
  values.every((value, i) => i === 0 || value >= (values[i - 1] as number));

/** Which of a table's columns are the readings: one that says watts, else energy, else one that says nothing. */
function valueColumn(headings: readonly string[], isFigures: readonly boolean[]): number {
  const rank = (heading: string, index: number): number => {
    const unit = unitIn(heading);
    // an energy may be called by what is measured beside it, as active energy total
    if (!isFigures[index] || (OTHER.test(heading) && unit === null)) return 0;
    if (unit === null) return 1;
    return OTHER.test(heading) ? 2 : unit === 'W' || unit === 'kW' ? 4 : 3;
  };
  const ranks = headings.map(rank);
  const best = Math.max(...ranks);
  return best > 0 ? ranks.indexOf(best) : -1;
}

/**
 * Looks at a logger's table and guesses what its columns are. Null where no line holds a time and a value.
 * @param lonDeg of the place, for the clock where the times are universal; null where it is not known
 */
export function previewSeries(text: string, lonDeg: number | null): SeriesPreview | null {
  const table = plainTable(text);
  if (!table || table.headings.length < 2) return null;
  const { headings, body, sample } = table;
  const cellsAt = (index: number) => sample.map((cells) => cells[index] ?? '');
  const most = (index: number, is: (cell: string) => boolean) =>
    2 * cellsAt(index).filter(is).length >= sample.length;
  const indices = headings.map((_, index) => index);
  const timed = indices.find((index) =>
    most(index, (cell) => stampIn(cell) !== null && !/^\d{8}$/.test(cell)),
  );
  const counted = indices.find((index) => most(index, (cell) => epochIn(cell) !== null));
  const when = timed ?? counted ?? indices.find((index) => most(index, (cell) => stampIn(cell) !== null));
  if (when === undefined) return null;
  const isDateOnly = most(when, (cell) => stampIn(cell)?.hour === null);
  const clock = isDateOnly
    ? indices.find(
        (index) =>
          index !== when && most(index, (cell) => /[:h]|[ap]\.?m/i.test(cell) && clockIn(cell) !== null),
      )
    : undefined;
  const decimalComma = hasDecimalCommas(table.separator, body) || undefined;
  const figuresAt = (index: number) =>
    cellsAt(index).flatMap((cell) => {
      const reading = readNumber(cell, decimalComma);
      return cell !== '' && reading.ok ? [reading.value] : [];
    });
  const value = valueColumn(
    headings,
    indices.map((index) => index !== when && index !== clock && 2 * figuresAt(index).length >= sample.length),
  );
  const roles = new Map<number | undefined, SeriesRole>([
    [value, 'value'],
    [clock, 'clock'],
    [when, isDateOnly ? 'date' : 'time'],
  ]);
  const columns = headings.map((heading, index): SeriesColumn => {
    const role = roles.get(index) ?? 'none';
    const said = unitIn(heading);
    const rises = (said === 'Wh' || said === 'kWh') && onlyRises(figuresAt(index));
    return {
      heading: heading || `column ${index + 1}`,
      role,
      unit: rises ? (`total ${said}` as const) : (said ?? 'W'),
      doubt: role === 'value' ? doubtOf(heading, rises, said ?? 'W') : null,
      sample: cellsAt(index).slice(0, 4),
    };
  });
  const zone = stampIn(cellsAt(when)[0] ?? '')?.zone ?? null;
  const isUniversal =
    timed === undefined
      ? counted !== undefined
      : /^(z|utc|[+-]00:?00)$/i.test(zone ?? '') || /utc|gmt|zulu/i.test(headings[when] ?? '');
  const remarks: string[] = [];
  if (isUniversal)
    remarks.push(
      `The times are universal: they are moved to the clock on the wall${lonDeg === null ? ' once you say which' : ', as the place has it without summer time'}.`,
    );
  const every = Math.ceil(body.length / DATES);
  const dates = body
    .filter((_, i) => i % every === 0)
    .map((line) => cellsOf(line, table.separator)[when] ?? '');
  const { order, proven } = orderOf(dates);
  if (!proven) remarks.push('The dates could have the day or the month first: see that the order is right.');
  return {
    columns,
    rows: body.length,
    mapping: {
      columns: columns.map(({ role, unit }) => ({ role, unit })),
      dates: order,
      utcOffsetH: isUniversal ? Math.round((lonDeg ?? 0) / 15) : null,
    },
    datesTurned: order !== 'year',
    remarks,
  };
}
