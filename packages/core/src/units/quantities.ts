import * as D from './dimensions';
import type { Dimension } from './dimensions';

export type UnitSystem = 'metric' | 'imperial';

export interface QuantityKind {
  readonly dimension: Dimension;
  /** Unit in which the core stores the value. */
  readonly stored: string;
  /** Units it may be shown in; the first of each system is that system's default. */
  readonly metric: readonly string[];
  readonly imperial: readonly string[];
  /** What the field asks for, for messages: "this wants …". */
  readonly wants: string;
  /** Digits after the point that are worth showing. */
  readonly decimals: number;
}

const kind = (
  dimension: Dimension,
  stored: string,
  wants: string,
  decimals: number,
  metric: readonly string[] = [stored],
  imperial: readonly string[] = metric,
): QuantityKind => ({ dimension, stored, metric, imperial, wants, decimals });

export const QUANTITIES = {
  power: kind(D.POWER, 'W', 'watts', 1, ['W', 'kW']),
  energy: kind(D.ENERGY, 'Wh', 'watt-hours', 0, ['Wh', 'kWh']),
  voltage: kind(D.VOLTAGE, 'V', 'volts', 2),
  current: kind(D.CURRENT, 'A', 'amps', 2),
  charge: kind(D.CHARGE, 'Ah', 'amp-hours', 0),
  temperature: kind(D.TEMPERATURE, '°C', 'a temperature', 1, ['°C', '°F'], ['°F', '°C']),
  altitude: kind(D.LENGTH, 'm', 'a height', 0, ['m', 'ft'], ['ft', 'm']),
  distance: kind(D.LENGTH, 'm', 'a length', 2, ['m', 'cm', 'mm'], ['ft', 'in', 'm']),
  /** Of a thing that is built in: to the millimetre. */
  size: kind(D.LENGTH, 'mm', 'a length', 1, ['mm', 'cm', 'm'], ['in', 'ft', 'mm']),
  road: kind(D.LENGTH, 'km', 'a distance', 1, ['km', 'mi'], ['mi', 'km']),
  volume: kind(D.VOLUME, 'L', 'a volume', 1, ['L', 'm³', 'gal'], ['gal', 'L', 'm³']),
  /** What an engine burns for an hour or a kWh. */
  fuel: kind(D.VOLUME, 'L', 'litres', 3, ['L', 'gal'], ['gal', 'L']),
  pressure: kind(D.PRESSURE, 'kPa', 'a pressure', 0, ['kPa', 'bar', 'psi'], ['psi', 'kPa']),
  mass: kind(D.MASS, 'kg', 'a mass', 1, ['kg', 'lb'], ['lb', 'kg']),
  /** A difference of temperatures. */
  rise: kind(D.TEMPERATURE, 'K', 'a rise in degrees', 1, ['K', '°F'], ['°F', 'K']),
  perKelvin: kind(D.POWER_PER_KELVIN, 'W/K', 'watts per kelvin', 1),
  perDistance: kind(
    D.ENERGY_PER_LENGTH,
    'Wh/km',
    'watt-hours per distance',
    0,
    ['Wh/km', 'Wh/mi'],
    ['Wh/mi', 'Wh/km'],
  ),
  airflow: kind(D.NONE, 'm³/h', 'an air flow', 1),
  opening: kind(D.AREA, 'cm²', 'an area', 0),
  years: kind(D.TIME, 'years', 'years', 1),
  money: kind(D.NONE, '', 'a sum of money', 2),
  angle: kind(D.NONE, '°', 'degrees', 1),
  /** Clockwise from true north. */
  azimuth: kind(D.NONE, '°', 'degrees from north, or a direction as SE', 1),
  latitude: kind(D.NONE, '°', 'degrees', 4),
  longitude: kind(D.NONE, '°', 'degrees', 4),
  hours: kind(D.TIME, 'h', 'hours', 2),
  minutes: kind(D.TIME, 'min', 'minutes', 1),
  seconds: kind(D.TIME, 's', 'seconds', 2),
  days: kind(D.TIME, 'days', 'days', 1),
  percent: kind(D.NONE, '%', 'a percentage', 1),
  count: kind(D.NONE, '', 'a whole number', 0),
  factor: kind(D.NONE, '×', 'a multiple', 2),
  irradiation: kind(D.IRRADIATION, 'kWh/m²', 'kWh/m² a day', 2, ['kWh/m²', 'MJ/m²']),
  irradiance: kind(D.IRRADIATION, 'W/m²', 'watts per square metre', 0),
  coefficient: kind(D.PER_KELVIN, '%/K', '% per kelvin', 3),
} as const satisfies Record<string, QuantityKind>;

export type Quantity = keyof typeof QUANTITIES;

/** Units the quantity may be shown in, the system's own first. */
export function unitsOf(quantity: Quantity, system: UnitSystem): readonly string[] {
  return QUANTITIES[quantity][system];
}

export function defaultUnit(quantity: Quantity, system: UnitSystem): string {
  return unitsOf(quantity, system)[0] ?? QUANTITIES[quantity].stored;
}
