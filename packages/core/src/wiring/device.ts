import type { School } from '../document';
import { stringFuses } from '../strings';
import type { Circuit, CircuitKind } from './circuit';
import type { ArrayWires } from './scene';

/** A kind of fuse or breaker as it is sold. */
export interface DeviceKind {
  id: string;
  label: string;
  /** Highest DC volts, and what it can break there, A: several where it falls with the volts. */
  breaks: readonly (readonly [volts: number, amps: number])[];
  sizesA: readonly number[];
}

/** @source NEC 240.6 (from memory) */
export const NEC_SIZES = [
  15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
] as const;
/** @source IEC 60898-1 and IEC 60269 series (from memory) */
export const IEC_SIZES = [
  6, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400,
] as const;
/** Small fuses that a block takes. */
const BLADE_SIZES = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30] as const;
const from = (least: number, most: number) => NEC_SIZES.filter((size) => size >= least && size <= most);

/**
 * Fuses for the side of the bank, the mildest first. What each can break.
 * @source common practice, from memory: class T 20 kA at 125 V; MRBF 10, 5 and 2 kA at 14, 32 and 58 V; ANL 6 and 2.7 kA at 32 and 80 V; MEGA 2 kA at 32 V; blade 1 kA at 32 V
 */
export const BANK_FUSES: readonly DeviceKind[] = [
  { id: 'blade', label: 'blade fuse', breaks: [[32, 1000]], sizesA: BLADE_SIZES },
  {
    id: 'mega',
    label: 'MEGA fuse',
    breaks: [[32, 2000]],
    sizesA: [60, 80, 100, 125, 150, 175, 200, 225, 250, 300],
  },
  {
    id: 'mrbf',
    label: 'MRBF fuse',
    breaks: [
      [14, 10_000],
      [32, 5000],
      [58, 2000],
    ],
    sizesA: from(30, 300),
  },
  {
    id: 'anl',
    label: 'ANL fuse',
    breaks: [
      [32, 6000],
      [80, 2700],
    ],
    sizesA: from(35, 400),
  },
  {
    id: 'class-t',
    label: 'class T fuse',
    breaks: [[125, 20_000]],
    sizesA: [1, 3, 6, 10, ...from(15, 400)],
  },
];

/** What a breaker for DC of an enclosure breaks. Common practice, from memory. */
const DC_BREAKER: DeviceKind = {
  id: 'dc-breaker',
  label: 'DC breaker',
  breaks: [
    [80, 10_000],
    [125, 5000],
  ],
  sizesA: [5, 10, ...from(15, 250)],
};

const [BLADE, ...LARGE] = BANK_FUSES;
const [CLASS_T] = LARGE.slice(-1);
/** At the bank itself only fuses; behind them breakers too; a use takes what its block holds. */
const BEHIND_MAIN: readonly DeviceKind[] = [...LARGE.slice(0, -1), DC_BREAKER, ...(CLASS_T ? [CLASS_T] : [])];
const IN_A_BLOCK: readonly DeviceKind[] = [...(BLADE ? [BLADE] : []), DC_BREAKER];
const DEVICES_FOR: Partial<Record<CircuitKind, readonly DeviceKind[]>> = {
  bank: LARGE,
  links: LARGE,
  inverter: LARGE,
  dc: IN_A_BLOCK,
  own: IN_A_BLOCK,
};
/** Of its rating, what a device lets pass while a motor starts: a breaker of type C, and a slow fuse. Common practice. */
const HOLDS = { breaker: 4, fuse: 2 } as const;
/** Of what is needed, a fuse so many times as large protects little. Common practice. */
const FAR_TOO_LARGE = 2;

export interface Device {
  label: string;
  amps: number;
  /** It stands here. */
  at: string;
  poles: number;
  /** DC or AC volts that it must be rated for. */
  highV: number;
  /** What it must break, and what it can, A; null where its source cannot give more than it carries. */
  mustBreakA: number | null;
  breaksA: number | null;
  /** How many of it. */
  many: number;
  /** By size, the smallest first: strings of unlike panels side by side may have fuses of several, of which `amps` is the largest. */
  sizes: readonly { amps: number; many: number }[];
  /** True of one that is there already. */
  typed: boolean;
}

/** "3 × MRBF fuse 30 A", or "fuse for panels, gPV: 1 × 10 A and 2 × 25 A"; how many of one alone only where that is asked. */
export function deviceText(
  { label, sizes }: Pick<Device, 'label' | 'sizes'>,
  show: (amps: number) => string,
  counted = true,
): string {
  const times = (many: number) => (counted && many > 1 ? `${many} × ` : '');
  const [one] = sizes;
  return sizes.length === 1 && one
    ? `${times(one.many)}${label} ${show(one.amps)}`
    : `${label}: ${sizes.map(({ many, amps }) => `${many}\u00a0×\u00a0${show(amps)}`).join(' and ')}`;
}

/** The next size of a list; null above it. */
export const nextSize = (sizes: readonly number[], amps: number): number | null =>
  sizes.find((size) => size >= amps - 1e-9) ?? null;

/** What a kind can break at some volts; 0 where they are above all of its ratings. */
export const breaksAt = ({ breaks }: DeviceKind, volts: number): number =>
  breaks.find(([upTo]) => volts <= upTo)?.[1] ?? 0;

/** What protects a circuit, as it is asked for; null where nothing has to. */
export function deviceFor(
  circuit: Circuit,
  school: School,
  array: ArrayWires | undefined,
  typedA: number | null,
): Device | null {
  const { protection, highV, many, at, mostA, factor, startA, faultA, loaded } = circuit;
  if (protection === 'none') return null;
  const needA = Math.max(mostA * factor, startA / HOLDS[protection === 'breaker' ? 'breaker' : 'fuse']);
  const made = (
    amps: number,
    kind: Pick<Device, 'label' | 'poles' | 'mustBreakA' | 'breaksA'>,
    sizes = [{ amps, many }],
  ): Device => ({ at, highV, many, typed: typedA !== null, amps, sizes, ...kind });
  const unbroken = { poles: 1, mustBreakA: null, breaksA: null };
  if (protection === 'string') {
    const each =
      typedA === null && array
        ? stringFuses([...array.each, ...array.others], school).amps.slice(0, array.each.length)
        : [typedA ?? needA];
    const sold = each.map((amps) => (Number.isFinite(amps) ? amps : needA)).toSorted((a, b) => a - b);
    const sizes = [...new Set(sold)].map((amps) => ({
      amps,
      many: (many * sold.filter((other) => other === amps).length) / sold.length,
    }));
    return made(Math.max(...sold), { ...unbroken, label: 'fuse for panels, gPV' }, sizes);
  }
  if (protection === 'breaker') {
    const sizes = school === 'iec' ? IEC_SIZES : NEC_SIZES;
    const amps = typedA ?? nextSize(sizes, needA) ?? needA;
    const poles =
      school === 'north-american'
        ? Math.max(1, loaded - (loaded === 2 && circuit.wires < 3 ? 1 : 0))
        : loaded;
    return made(amps, { ...unbroken, label: 'breaker', poles });
  }
  const kinds = DEVICES_FOR[circuit.kind] ?? BEHIND_MAIN;
  const able = kinds
    .map((kind) => ({ kind, amps: nextSize(kind.sizesA, needA), breaksA: breaksAt(kind, highV) }))
    .filter((each) => each.amps !== null);
  // the mildest kind that breaks it, unless its smallest is far too large; where none can, the strongest
  const breaking = able.filter(({ breaksA }) => breaksA >= faultA);
  const suits =
    breaking.find((each) => (each.amps ?? Infinity) <= FAR_TOO_LARGE * needA) ??
    breaking.toSorted((a, b) => (a.amps ?? 0) - (b.amps ?? 0))[0] ??
    able.toSorted((a, b) => b.breaksA - a.breaksA)[0];
  return made(typedA ?? suits?.amps ?? needA, {
    label: suits?.kind.label ?? 'class T fuse',
    poles: 1,
    mustBreakA: faultA,
    breaksA: suits?.breaksA ?? 0,
  });
}
