import type { Controller, ControllerKind, Entry } from '../design/types';

export interface ControllerClass {
  id: string;
  label: string;
  about: string;
  kind: ControllerKind;
  numbers: Record<
    | 'maxVolts'
    | 'minVolts'
    | 'maxWorkVolts'
    | 'headroom'
    | 'maxAmps'
    | 'maxIscAmps'
    | 'chargeAmps'
    | 'efficiency'
    | 'inputs',
    number
  >;
}

const tracking = (
  id: string,
  label: string,
  about: string,
  [maxVolts, minVolts, maxWorkVolts, headroom]: [number, number, number, number],
  [maxAmps, maxIscAmps, chargeAmps]: [number, number, number],
  inputs = 1,
): ControllerClass => ({
  id,
  label,
  about,
  kind: 'mppt',
  numbers: {
    maxVolts,
    minVolts,
    maxWorkVolts,
    headroom,
    maxAmps,
    maxIscAmps,
    chargeAmps,
    efficiency: 97,
    inputs,
  },
});

const pulse = (id: string, label: string, maxVolts: number, amps: number): ControllerClass => ({
  id,
  label,
  about: 'ties the panels to the bank’s own volts',
  kind: 'pwm',
  numbers: {
    maxVolts,
    minVolts: 0,
    maxWorkVolts: maxVolts,
    headroom: 1,
    maxAmps: amps,
    maxIscAmps: amps * 1.25,
    chargeAmps: amps,
    efficiency: 98,
    inputs: 1,
  },
});

/** Typical classes, of no maker: common practice for what is sold with these limits. */
export const CONTROLLER_CLASSES: readonly ControllerClass[] = [
  pulse('pwm-20', 'Pulse-width, 55 V, 20 A', 55, 20),
  pulse('pwm-40', 'Pulse-width, 100 V, 40 A', 100, 40),
  tracking(
    'mppt-75-15',
    '75 V, 15 A, one input',
    '12 and 24 V banks, one or two panels',
    [75, 9, 75, 4],
    [15, 18, 15],
  ),
  tracking('mppt-100-30', '100 V, 30 A, one input', '12 and 24 V banks', [100, 9, 100, 4], [28, 35, 30]),
  tracking('mppt-150-35', '150 V, 35 A, one input', 'all banks', [150, 9, 150, 4], [35, 42, 35]),
  tracking('mppt-150-60', '150 V, 60 A, one input', 'all banks', [150, 9, 145, 5], [60, 72, 60]),
  tracking('mppt-150-85', '150 V, 85 A, one input', 'all banks, large', [150, 9, 145, 5], [70, 84, 85]),
  tracking(
    'mppt-250-60',
    '250 V, 60 A, one input',
    'long strings on 24 and 48 V',
    [250, 9, 245, 5],
    [35, 44, 60],
  ),
  tracking(
    'mppt-250-100',
    '250 V, 100 A, two inputs',
    'long strings on 48 V',
    [250, 9, 245, 5],
    [35, 44, 100],
    2,
  ),
  tracking(
    'hybrid-450-100',
    '450 V, 100 A, two inputs',
    'the solar side of an inverter for 48 V',
    [450, 120, 430, 20],
    [18, 24, 100],
    2,
  ),
  tracking(
    'hybrid-500-150',
    '500 V, 150 A, four inputs',
    'the solar side of a large inverter for 48 V',
    [500, 125, 425, 20],
    [16, 22, 150],
    4,
  ),
];

export function controllerOfClass({ label, kind, numbers }: ControllerClass): Omit<Controller, 'position'> {
  const entry = (value: number): Entry => ({ value, from: 'catalogue' });
  const entries = Object.fromEntries(Object.entries(numbers).map(([key, value]) => [key, entry(value)]));
  return { label, kind, ...(entries as Record<keyof ControllerClass['numbers'], Entry>) };
}

export function controllerClass(id: string): ControllerClass {
  const found = CONTROLLER_CLASSES.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`No controller class “${id}”`);
  return found;
}
