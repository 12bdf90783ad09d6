import type { BusVolts, Inverter, MachineKind, Phases } from '../document';

/** A typical inverter, of no maker. */
export interface MachineClass {
  id: string;
  label: string;
  about: string;
  kind: MachineKind;
  buses: readonly BusVolts[];
  phases: Phases;
  /** Continuous watts at 25 °C, those of minutes and those of seconds. */
  watts: readonly [continuous: number, overload: number, surge: number];
  idleW: number;
  searchW: number | null;
  efficiencyPct: number;
  chargeAmps: number;
}

const machine = (
  id: string,
  about: string,
  kind: MachineKind,
  buses: readonly BusVolts[],
  watts: MachineClass['watts'],
  [idleW, searchW, efficiencyPct]: readonly [number, number | null, number],
  chargeAmps = 0,
  phases: Phases = 'single',
): MachineClass => ({
  id,
  label: labelOf(kind, watts[0], phases),
  about,
  kind,
  buses,
  phases,
  watts,
  idleW,
  searchW,
  efficiencyPct,
  chargeAmps,
});

const KINDS: Readonly<Record<MachineKind, string>> = {
  inverter: 'Inverter',
  charger: 'Inverter and charger',
  'all-in-one': 'All-in-one',
  station: 'Power station',
};
const PHASES: Readonly<Record<Phases, string>> = {
  single: '',
  split: ', split-phase',
  three: ', three-phase',
};

const labelOf = (kind: MachineKind, watts: number, phases: Phases) =>
  `${KINDS[kind]}, ${watts >= 1000 ? `${watts / 1000} kW` : `${watts} W`}${PHASES[phases]}`;

const SMALL: readonly BusVolts[] = [12, 24];
const MIDDLE: readonly BusVolts[] = [12, 24, 48];
const LARGE: readonly BusVolts[] = [24, 48];
const HIGH: readonly BusVolts[] = [48];

/** What is commonly sold, smallest first: surge twice the rating for a few seconds, except where transistors alone carry it. Common practice. */
export const MACHINE_CLASSES: readonly MachineClass[] = [
  machine('inv-300', 'lamps, screens, small tools', 'inverter', SMALL, [300, 360, 600], [4, 1, 88]),
  machine('inv-600', 'a laptop, a blender, a small pump', 'inverter', SMALL, [600, 750, 1200], [7, 1.5, 89]),
  machine('inv-1000', 'a fridge, a small saw', 'inverter', MIDDLE, [1000, 1200, 2000], [9, 2, 90]),
  machine('inv-1600', 'a microwave or a kettle', 'inverter', MIDDLE, [1600, 1900, 3000], [11, 3, 91]),
  machine('char-1600', 'takes a generator or shore', 'charger', MIDDLE, [1600, 1900, 3000], [12, 4, 91], 70),
  machine('inv-2400', 'one heavy thing at a time', 'inverter', LARGE, [2400, 2900, 5000], [14, 5, 92]),
  machine('char-2400', 'takes a generator or shore', 'charger', MIDDLE, [2400, 2900, 5500], [16, 6, 92], 70),
  machine('char-4000', 'a small house with a pump', 'charger', LARGE, [4000, 4800, 9000], [26, 9, 93], 70),
  machine(
    'char-4000-split',
    'a small house, two legs of 120 V',
    'charger',
    HIGH,
    [4000, 6000, 8500],
    [34, 8, 91],
    60,
    'split',
  ),
  machine(
    'all-5000',
    'panel inputs, charger and transfer in one case',
    'all-in-one',
    HIGH,
    [5000, 6000, 10_000],
    [45, null, 92],
    80,
  ),
  machine(
    'all-6500-split',
    'the same with two legs of 120 V',
    'all-in-one',
    HIGH,
    [6500, 7800, 13_000],
    [60, null, 92],
    120,
    'split',
  ),
  machine('char-8000', 'a homestead', 'charger', HIGH, [8000, 9500, 16_000], [35, 12, 94], 110),
  machine(
    'char-8000-split',
    'a homestead, two legs of 120 V',
    'charger',
    HIGH,
    [8000, 12_000, 17_000],
    [42, 10, 92],
    115,
    'split',
  ),
  machine('char-12000', 'barns and workshops', 'charger', HIGH, [12_000, 14_400, 24_000], [55, 18, 94], 200),
  machine(
    'char-12000-three',
    'motors on three phases',
    'charger',
    HIGH,
    [12_000, 14_400, 24_000],
    [78, 24, 94],
    210,
    'three',
  ),
  machine(
    'all-12000-split',
    'all of a house, two legs of 120 V',
    'all-in-one',
    HIGH,
    [12_000, 13_500, 24_000],
    [90, null, 93],
    250,
    'split',
  ),
  machine(
    'station-1800',
    'a case with its bank inside',
    'station',
    LARGE,
    [1800, 2000, 3600],
    [14, null, 88],
    30,
  ),
  machine(
    'station-3600',
    'a large case with its bank inside',
    'station',
    HIGH,
    [3600, 4000, 7200],
    [28, null, 89],
    40,
  ),
];

/** Money for a machine of no watts, and for each watt of its rating. Common practice; differs by a quarter between offers. */
const PRICES: Readonly<Record<MachineKind, readonly [number, number]>> = {
  inverter: [60, 0.22],
  charger: [150, 0.42],
  'all-in-one': [150, 0.24],
  station: [100, 0.3],
};

/** What all machines that are stacked cost, in plain money: as typed, else as usual. Of a station its bank is beside that. */
export function inverterPrice({ kind, continuous, stacked, price }: Inverter): number {
  const [first, each] = PRICES[kind];
  const usual = Math.round((first + each * continuous.value) / 10) * 10;
  return (price?.value ?? usual) * stacked.value;
}

/** Warmth and height that a typical machine gives all its power up to, and what a kelvin and 100 m beyond take, %. Common practice. */
export const USUAL_DERATING = { fromC: 25, perK: 1, fromM: 1500, per100m: 1 } as const;
/** How long a typical machine carries its overload, minutes, and its surge, seconds. Common practice. */
export const USUAL_LASTS = { overloadMin: 10, surgeS: 3 } as const;

const catalogue = (value: number) => ({ value, from: 'catalogue' as const });

/** A typical machine as a data sheet. @param volts from a leg to neutral */
export const inverterOfClass = (of: MachineClass, volts: number, stacked = 1): Inverter => ({
  label: of.label,
  kind: of.kind,
  buses: [...of.buses],
  volts: { value: volts, from: 'chosen' },
  stacked: { value: stacked, from: 'chosen' },
  continuous: catalogue(of.watts[0]),
  overload: catalogue(of.watts[1]),
  overloadMinutes: catalogue(USUAL_LASTS.overloadMin),
  surge: catalogue(of.watts[2]),
  surgeSeconds: catalogue(USUAL_LASTS.surgeS),
  derateFrom: catalogue(USUAL_DERATING.fromC),
  deratePerK: catalogue(USUAL_DERATING.perK),
  altitudeFrom: catalogue(USUAL_DERATING.fromM),
  deratePer100m: catalogue(USUAL_DERATING.per100m),
  search: of.searchW === null ? null : catalogue(of.searchW),
  chargeAmps: catalogue(of.chargeAmps),
  curve: {},
  price: null,
});
