/** SI exponents of kilogram, metre, second, ampere, kelvin. */
export type Dimension = readonly [kg: number, m: number, s: number, a: number, k: number];

export const NONE: Dimension = [0, 0, 0, 0, 0];
export const POWER: Dimension = [1, 2, -3, 0, 0];
export const ENERGY: Dimension = [1, 2, -2, 0, 0];
export const VOLTAGE: Dimension = [1, 2, -3, -1, 0];
export const CURRENT: Dimension = [0, 0, 0, 1, 0];
export const CHARGE: Dimension = [0, 0, 1, 1, 0];
export const LENGTH: Dimension = [0, 1, 0, 0, 0];
export const AREA: Dimension = [0, 2, 0, 0, 0];
export const TIME: Dimension = [0, 0, 1, 0, 0];
export const TEMPERATURE: Dimension = [0, 0, 0, 0, 1];
export const MASS: Dimension = [1, 0, 0, 0, 0];
/** Energy per area per day. */
export const IRRADIATION: Dimension = [1, 0, -3, 0, 0];
export const VOLUME: Dimension = [0, 3, 0, 0, 0];
export const PRESSURE: Dimension = [1, -1, -2, 0, 0];
/** Energy per length is a force. */
export const ENERGY_PER_LENGTH: Dimension = [1, 1, -2, 0, 0];
export const POWER_PER_KELVIN: Dimension = [1, 2, -3, 0, -1];
export const PER_KELVIN: Dimension = [0, 0, 0, 0, -1];

export function sameDimension(a: Dimension, b: Dimension): boolean {
  return a.every((exponent, i) => exponent === b[i]);
}

export function combine(a: Dimension, b: Dimension, sign: 1 | -1): Dimension {
  return a.map((exponent, i) => exponent + sign * (b[i] ?? 0)) as unknown as Dimension;
}

const NAMES: readonly (readonly [Dimension, string])[] = [
  [NONE, 'a plain number'],
  [POWER, 'power'],
  [ENERGY, 'energy'],
  [VOLTAGE, 'a voltage'],
  [CURRENT, 'a current'],
  [CHARGE, 'a charge'],
  [LENGTH, 'a length'],
  [AREA, 'an area'],
  [TIME, 'a time'],
  [TEMPERATURE, 'a temperature'],
  [MASS, 'a mass'],
  [VOLUME, 'a volume'],
  [PRESSURE, 'a pressure'],
  [ENERGY_PER_LENGTH, 'energy per distance'],
  [POWER_PER_KELVIN, 'power per kelvin'],
  [[0, 0, -1, 1, 0], 'amps per time'],
  [IRRADIATION, 'sun per area'],
  [PER_KELVIN, 'a share per kelvin'],
];

export function dimensionName(dimension: Dimension): string {
  return NAMES.find(([known]) => sameDimension(known, dimension))?.[1] ?? 'something else';
}
