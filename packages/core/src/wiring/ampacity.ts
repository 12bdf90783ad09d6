import {
  AWG_SIZES,
  METRIC_SIZES,
  type Metal,
  type School,
  type SizeName,
  type Surroundings,
} from '../document';
import { conductor, type Conductor } from './conductor';

/** CableKind of a circuit: cable of solar panels, of a building, of a bank's leads, of a boat. */
export type CableKind = 'solar' | 'building' | 'lead' | 'marine';

/** How a stretch is laid. */
export interface Laid {
  surroundings: Surroundings;
  /** Within a pipe. */
  piped: boolean;
  ambientC: number;
  /** Circuits, and conductors that carry current, that lie together there, this one counted; 1 and 2 and up. */
  circuits: number;
  conductors: number;
}

export interface Ampacity {
  /** By the table, the share that warm air leaves, and the share that others beside it leave. */
  tableA: number;
  warmShare: number;
  togetherShare: number;
  /** What it carries there for hours, A. */
  amps: number;
  /** What its terminals bear, A. */
  terminalA: number;
  table: string;
}

const row = (names: readonly SizeName[], amps: readonly number[]) =>
  new Map(names.map((name, i) => [name, amps[i] ?? 0]));

/** Copper, 75 and 90 °C, not more than three in a pipe, 30 °C. @source NEC table 310.16 (from memory); 16 AWG by its 18 A at 90 °C */
export const NEC = {
  75: row(AWG_SIZES, [13, 20, 25, 35, 50, 65, 85, 100, 115, 130, 150, 175, 200, 230]),
  90: row(AWG_SIZES, [18, 25, 30, 40, 55, 75, 95, 115, 130, 145, 170, 195, 225, 260]),
} as const;

/** Two loaded conductors, 30 °C air or 20 °C ground, 70 °C PVC or 90 °C XLPE. @source IEC 60364-5-52 tables B.52.2 to B.52.12 (from memory) */
export const IEC = {
  pvc: {
    pipe: row(METRIC_SIZES, [17.5, 24, 32, 41, 57, 76, 101, 125, 151, 192, 232, 269]),
    clipped: row(METRIC_SIZES, [19.5, 27, 36, 46, 63, 85, 112, 138, 168, 213, 258, 299]),
    buried: row(METRIC_SIZES, [22, 29, 37, 46, 60, 78, 99, 119, 140, 173, 204, 231]),
  },
  xlpe: {
    pipe: row(METRIC_SIZES, [23, 31, 42, 54, 75, 100, 133, 164, 198, 253, 306, 354]),
    clipped: row(METRIC_SIZES, [24, 33, 45, 58, 80, 107, 138, 171, 209, 269, 328, 382]),
    buried: row(METRIC_SIZES, [25, 33, 43, 53, 71, 91, 116, 139, 164, 203, 239, 271]),
  },
} as const;

/** Two touching on a surface, 60 °C air. @source EN 50618 (from memory); above 70 mm² by IEC 60364-5-52 in a pipe, which is less */
export const SOLAR = row(METRIC_SIZES, [24, 33, 44, 57, 79, 107, 142, 176, 221, 278, 306, 354]);

/** 105 °C insulation, outside an engine space. @source ABYC E-11 (from memory) */
export const ABYC = row(AWG_SIZES, [25, 35, 45, 60, 80, 120, 160, 180, 210, 245, 285, 330, 385, 445]);
/** Inside one. */
const ENGINE = 0.85;

/** Of copper's amps, what aluminium of the same size carries. @source NEC table 310.16: 2 AWG 90 over 115 (from memory) */
const ALUMINIUM = 0.78;

/** Of its amps, left within insulation on all sides. @source IEC 60364-5-52, 523.9 (from memory) */
const WRAPPED = 0.5;

/** What warm air leaves of amps that a table gives at `base`, with a metal that may be `most` warm. @source heat given off goes with amps squared; the tables of NEC 310.15(B)(1) and B.52.14 are this formula, rounded */
export const warmShare = (ambientC: number, mostC: number, baseC: number): number =>
  Math.sqrt(Math.max(0, mostC - ambientC) / (mostC - baseC));

/** Air in steps of 5 K, each by its warm end, as the tables have it. */
const upToFive = (ambientC: number) => Math.ceil(ambientC / 5) * 5;

/** Solar cable in air above 60 °C. @source EN 50618 (from memory); between by straight lines */
const SOLAR_WARM: readonly (readonly [number, number])[] = [
  [60, 1],
  [70, 0.92],
  [80, 0.84],
  [90, 0.75],
  [110, 0],
];
function solarShare(ambientC: number): number {
  const next = SOLAR_WARM.findIndex(([at]) => at >= ambientC);
  if (next === 0) return 1;
  const [a, b] = [SOLAR_WARM[next - 1], SOLAR_WARM[next]];
  if (!a || !b) return 0;
  return a[1] + ((b[1] - a[1]) * (ambientC - a[0])) / (b[0] - a[0]);
}

/** Conductors that carry current in one pipe: up to so many, the share left. @source NEC 310.15(C)(1) (from memory) */
const NEC_TOGETHER: readonly (readonly [number, number])[] = [
  [3, 1],
  [6, 0.8],
  [9, 0.7],
  [20, 0.5],
  [30, 0.45],
  [40, 0.4],
  [Infinity, 0.35],
];
/** Circuits bunched. @source IEC 60364-5-52 table B.52.17 (from memory) */
const IEC_TOGETHER: readonly (readonly [number, number])[] = [
  [1, 1],
  [2, 0.8],
  [3, 0.7],
  [4, 0.65],
  [5, 0.6],
  [6, 0.57],
  [7, 0.54],
  [8, 0.52],
  [9, 0.5],
  [12, 0.45],
  [16, 0.41],
  [20, 0.38],
  [Infinity, 0.3],
];
/** Conductors bunched. @source ABYC E-11 (from memory) */
const ABYC_TOGETHER: readonly (readonly [number, number])[] = [
  [2, 1],
  [3, 0.7],
  [6, 0.6],
  [24, 0.5],
  [Infinity, 0.4],
];
const shareAt = (steps: readonly (readonly [number, number])[], many: number) =>
  steps.find(([upTo]) => many <= upTo)?.[1] ?? 0;

/** What lies together there, by a school's count. */
export const togetherShare = (school: School, { circuits, conductors, piped }: Laid): number =>
  school === 'north-american'
    ? piped
      ? shareAt(NEC_TOGETHER, conductors)
      : 1
    : school === 'iec'
      ? shareAt(IEC_TOGETHER, circuits)
      : shareAt(ABYC_TOGETHER, conductors);

/** The amps of a size in a table; of a size that is not in it those of the largest there that is not thicker. */
function inTable(table: ReadonlyMap<SizeName, number>, size: Conductor): number {
  const own = table.get(size.name);
  if (own !== undefined) return own;
  let amps = 0;
  for (const [name, its] of table) if (conductor(name).areaMm2 <= size.areaMm2) amps = Math.max(amps, its);
  return amps;
}

/** What one conductor carries for hours as it is laid. */
export function ampacity(
  school: School,
  size: Conductor,
  insulation: CableKind,
  metal: Metal,
  laid: Laid,
): Ampacity {
  const of = RULES[school](size, insulation, laid);
  const metalShare = metal === 'aluminium' ? ALUMINIUM : 1;
  const together = togetherShare(school, laid);
  const wrapped = laid.surroundings === 'insulation' ? WRAPPED : 1;
  return {
    tableA: of.tableA * metalShare,
    warmShare: of.warm,
    togetherShare: together * wrapped,
    amps: of.tableA * metalShare * of.warm * together * wrapped,
    terminalA: of.terminalA * metalShare,
    table: of.table,
  };
}

interface ByRule {
  tableA: number;
  warm: number;
  terminalA: number;
  table: string;
}

const RULES: Readonly<Record<School, (size: Conductor, insulation: CableKind, laid: Laid) => ByRule>> = {
  'north-american': (size, _, { ambientC }) => ({
    tableA: inTable(NEC[90], size),
    warm: ambientC <= 30 ? 1 : round2(warmShare(upToFive(ambientC), 90, 30)),
    terminalA: inTable(NEC[75], size),
    table: 'NEC table 310.16, 90 °C, terminals 75 °C',
  }),
  iec: (size, insulation, { surroundings, piped, ambientC }) => {
    if (insulation === 'solar' && !piped && surroundings !== 'trench') {
      const tableA = inTable(SOLAR, size);
      return { tableA, warm: solarShare(ambientC), terminalA: Infinity, table: 'EN 50618, two on a surface' };
    }
    const buried = surroundings === 'trench';
    const kind = insulation === 'solar' ? 'xlpe' : 'pvc';
    const way = buried ? 'buried' : piped ? 'pipe' : 'clipped';
    const tableA = inTable(IEC[kind][way], size);
    const [mostC, baseC] = [kind === 'xlpe' ? 90 : 70, buried ? 20 : 30];
    return {
      tableA,
      warm: ambientC <= baseC ? 1 : round2(warmShare(upToFive(ambientC), mostC, baseC)),
      terminalA: Infinity,
      table: `IEC 60364-5-52, ${kind === 'xlpe' ? '90' : '70'} °C, ${WAYS[way]}`,
    };
  },
  marine: (size, _, { surroundings, ambientC }) => {
    const engine = surroundings === 'engine';
    return {
      tableA: inTable(ABYC, size) * (engine ? ENGINE : 1),
      // its table is at 30 °C, in an engine space at 50 °C
      warm:
        ambientC <= (engine ? 50 : 30)
          ? 1
          : Math.min(1, warmShare(upToFive(ambientC), 105, engine ? 50 : 30)),
      terminalA: Infinity,
      table: `ABYC E-11, 105 °C, ${engine ? 'inside' : 'outside'} an engine space`,
    };
  },
};

const WAYS = { pipe: 'in a pipe', clipped: 'clipped to a surface', buried: 'in a buried pipe' } as const;
const round2 = (share: number) => Math.round(share * 100) / 100;

/** The most that may protect a thin copper conductor, A; Infinity where nothing is said. @source NEC 240.4(D) (from memory) */
export const thinLimit = (school: School, { areaMm2 }: Conductor): number =>
  school !== 'north-american'
    ? Infinity
    : areaMm2 < 3.3
      ? 15
      : areaMm2 < 5.2
        ? 20
        : areaMm2 < 8.3
          ? 30
          : Infinity;
