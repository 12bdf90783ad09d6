import type { BusVolts, Controller, ControllerKind, Entry } from '../document';

export interface ControllerClass {
  id: string;
  label: string;
  about: string;
  kind: ControllerKind;
  /** Bus volts it charges. */
  buses: readonly BusVolts[];
  /** One machine with the inverter. */
  inverter: boolean;
  numbers: Record<
    | 'maxVolts'
    | 'minVolts'
    | 'maxWorkVolts'
    | 'headroom'
    | 'maxAmps'
    | 'maxIscAmps'
    | 'chargeAmps'
    | 'efficiency'
    | 'ownDraw'
    | 'inputs',
    number
  >;
  startVolts: number | null;
  maxWatts: number | null;
}

type Rest = Partial<
  Pick<ControllerClass, 'kind' | 'startVolts' | 'maxWatts' | 'buses'> &
    Pick<ControllerClass['numbers'], 'inputs' | 'ownDraw' | 'efficiency'>
>;

const ALL_BUSES: readonly BusVolts[] = [12, 24, 48];
const SMALL: readonly BusVolts[] = [12, 24];
const LARGE: readonly BusVolts[] = [24, 48];
const ONLY_48: readonly BusVolts[] = [48];

const tracking = (
  id: string,
  label: string,
  about: string,
  [maxVolts, minVolts, maxWorkVolts, headroom]: [number, number, number, number],
  [maxAmps, maxIscAmps, chargeAmps]: [number, number, number],
  {
    inputs = 1,
    startVolts = null,
    maxWatts = null,
    ownDraw = 0.5,
    efficiency = 97,
    kind = 'mppt',
    buses = ALL_BUSES,
  }: Rest = {},
): ControllerClass => ({
  id,
  label,
  about,
  kind,
  buses,
  inverter: id.startsWith('hybrid') || id === 'mppt-500-eight' || kind === 'station',
  startVolts,
  maxWatts,
  numbers: {
    maxVolts,
    minVolts,
    maxWorkVolts,
    headroom,
    maxAmps,
    maxIscAmps,
    chargeAmps,
    efficiency,
    ownDraw,
    inputs,
  },
});

const pulse = (
  id: string,
  label: string,
  maxVolts: number,
  amps: number,
  buses: readonly BusVolts[],
): ControllerClass => ({
  buses,
  inverter: false,
  id,
  label,
  about: 'ties the panels to the bank’s own volts',
  kind: 'pwm',
  startVolts: null,
  maxWatts: null,
  numbers: {
    maxVolts,
    minVolts: 0,
    maxWorkVolts: maxVolts,
    headroom: 1,
    maxAmps: amps,
    maxIscAmps: amps * 1.25,
    chargeAmps: amps,
    efficiency: 98,
    ownDraw: 0.1,
    inputs: 1,
  },
});

/** Typical classes, of no maker: common practice for what is sold with these limits. */
export const CONTROLLER_CLASSES: readonly ControllerClass[] = [
  pulse('pwm-20', 'Pulse-width, 55 V, 20 A', 55, 20, SMALL),
  pulse('pwm-40', 'Pulse-width, 100 V, 40 A', 100, 40, ALL_BUSES),
  tracking(
    'mppt-75-15',
    '75 V, 15 A, one input',
    '12 and 24 V banks, one or two panels',
    [75, 9, 75, 4],
    [15, 15, 15],
    { buses: SMALL },
  ),
  tracking('mppt-100-30', '100 V, 30 A, one input', '12 and 24 V banks', [100, 9, 100, 4], [28, 35, 30], {
    buses: SMALL,
  }),
  tracking('mppt-150-35', '150 V, 35 A, one input', 'all banks', [150, 9, 150, 4], [35, 40, 35]),
  tracking('mppt-150-60', '150 V, 60 A, one input', 'all banks', [150, 9, 145, 5], [50, 50, 60]),
  tracking('mppt-150-85', '150 V, 85 A, one input', 'all banks, large', [150, 9, 145, 5], [70, 70, 85]),
  tracking(
    'mppt-250-60',
    '250 V, 60 A, one input',
    'long strings on 24 and 48 V',
    [250, 9, 245, 5],
    [35, 44, 60],
    { buses: LARGE },
  ),
  tracking(
    'mppt-250-100',
    '250 V, 100 A, two inputs',
    'long strings on 24 and 48 V',
    [250, 9, 245, 5],
    [35, 44, 100],
    { inputs: 2, startVolts: 13, ownDraw: 3, buses: LARGE },
  ),
  tracking(
    'hybrid-450-100',
    '450 V, 100 A, two inputs',
    'the solar side of an inverter for 48 V',
    [450, 120, 430, 20],
    [18, 24, 100],
    { inputs: 2, startVolts: 150, maxWatts: 3500, ownDraw: 25, buses: ONLY_48 },
  ),
  tracking(
    'hybrid-500-150',
    '500 V, 150 A, four inputs',
    'the solar side of a large inverter for 48 V',
    [500, 125, 425, 20],
    [16, 22, 150],
    { inputs: 4, startVolts: 150, maxWatts: 4500, ownDraw: 35, buses: ONLY_48 },
  ),
  tracking(
    'mppt-500-eight',
    '500 V, eight inputs',
    'the solar side of a large hybrid for 48 V',
    [500, 100, 450, 20],
    [15, 20, 250],
    { inputs: 8, startVolts: 120, maxWatts: 4000, ownDraw: 60, buses: ONLY_48 },
  ),
  tracking(
    'boost-12-48',
    'Boost, 10 A, panels below the bank',
    'one small panel onto a 24 or 48 V bank: boats, carts',
    [45, 9, 40, 0],
    [10, 12.5, 6],
    { kind: 'boost', buses: LARGE, ownDraw: 0.5, efficiency: 95 },
  ),
  tracking(
    'station-60',
    'Power station input, 12 to 60 V',
    'the solar socket of a ready-made box of battery and inverter',
    [60, 12, 58, 0],
    [13, 15, 30],
    { kind: 'station', startVolts: 14, maxWatts: 500, ownDraw: 8, efficiency: 94 },
  ),
  tracking(
    'station-95',
    'Power station input, 30 to 95 V',
    'a larger ready-made box, two sockets',
    [95, 30, 90, 0],
    [15, 18, 60],
    { kind: 'station', inputs: 2, startVolts: 33, maxWatts: 1000, ownDraw: 3, efficiency: 94 },
  ),
  tracking(
    'mppt-150-60-two',
    '150 V, 60 A, two inputs',
    'unlike panels on 12 and 24 V banks',
    [150, 9, 145, 4],
    [22, 28, 60],
    { inputs: 2, startVolts: 13, buses: SMALL },
  ),
  tracking(
    'mppt-250-100-three',
    '250 V, 100 A, three inputs',
    'two faces of a roof, and one to come',
    [250, 9, 245, 5],
    [24, 30, 100],
    { inputs: 3, startVolts: 13, ownDraw: 3, buses: LARGE },
  ),
];

export function controllerOfClass({
  label,
  kind,
  buses,
  inverter,
  numbers,
  startVolts,
  maxWatts,
}: ControllerClass): Omit<Controller, 'position'> {
  const entry = (value: number): Entry => ({ value, from: 'catalogue' });
  const entries = Object.fromEntries(Object.entries(numbers).map(([key, value]) => [key, entry(value)]));
  return {
    label,
    kind,
    buses: [...buses],
    inverter,
    ...(entries as Record<keyof ControllerClass['numbers'], Entry>),
    startVolts: startVolts === null ? null : entry(startVolts),
    maxWatts: maxWatts === null ? null : entry(maxWatts),
    ownDraw: { value: numbers.ownDraw, from: 'guess' },
    keepFree: { value: 0, from: 'chosen' },
    chargeAmpsBy: {},
    inputLimits: {},
  };
}

/** Classes made for a bus, the smallest first. */
export const classesFor = (bus: BusVolts, kind: ControllerKind = 'mppt'): ControllerClass[] =>
  CONTROLLER_CLASSES.filter((it) => it.kind === kind && it.buses.includes(bus)).toSorted(
    (a, b) => a.numbers.chargeAmps - b.numbers.chargeAmps || a.numbers.maxVolts - b.numbers.maxVolts,
  );

export function controllerClass(id: string): ControllerClass {
  const found = CONTROLLER_CLASSES.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`No controller class “${id}”`);
  return found;
}
