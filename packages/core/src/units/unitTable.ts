import * as D from './dimensions';
import type { Dimension } from './dimensions';

export interface Unit {
  readonly dimension: Dimension;
  /** SI value of one unit. */
  readonly scale: number;
  /** SI value at zero of the unit; only temperatures have one. */
  readonly offset?: number;
}

const HOUR = 3600;
const DAY = 24 * HOUR;
const INCH = 0.0254;
const FOOT = 0.3048;

const unit = (dimension: Dimension, scale: number, offset?: number): Unit => ({ dimension, scale, offset });

/**
 * Units by the spelling people type. Spellings are matched as written first, then in lower case, so that `mW`
 * and `MW` stay apart where it matters.
 * @source exact definitions: BIPM, The International System of Units (2019); inch and foot: 25.4 mm and 0.3048 m; the
 * gallon is the United States liquid gallon of 231 cubic inches.
 */
export const UNITS: Readonly<Record<string, Unit>> = {
  W: unit(D.POWER, 1),
  w: unit(D.POWER, 1),
  watt: unit(D.POWER, 1),
  watts: unit(D.POWER, 1),
  mW: unit(D.POWER, 1e-3),
  kW: unit(D.POWER, 1e3),
  kw: unit(D.POWER, 1e3),
  MW: unit(D.POWER, 1e6),
  hp: unit(D.POWER, 745.6999),
  VA: unit(D.POWER, 1),
  va: unit(D.POWER, 1),
  kVA: unit(D.POWER, 1e3),
  kva: unit(D.POWER, 1e3),
  Wp: unit(D.POWER, 1),
  wp: unit(D.POWER, 1),
  Wh: unit(D.ENERGY, HOUR),
  wh: unit(D.ENERGY, HOUR),
  kWh: unit(D.ENERGY, 1e3 * HOUR),
  kwh: unit(D.ENERGY, 1e3 * HOUR),
  J: unit(D.ENERGY, 1),
  kJ: unit(D.ENERGY, 1e3),
  MJ: unit(D.ENERGY, 1e6),
  V: unit(D.VOLTAGE, 1),
  v: unit(D.VOLTAGE, 1),
  volt: unit(D.VOLTAGE, 1),
  volts: unit(D.VOLTAGE, 1),
  mV: unit(D.VOLTAGE, 1e-3),
  mv: unit(D.VOLTAGE, 1e-3),
  kV: unit(D.VOLTAGE, 1e3),
  A: unit(D.CURRENT, 1),
  a: unit(D.CURRENT, 1),
  amp: unit(D.CURRENT, 1),
  amps: unit(D.CURRENT, 1),
  mA: unit(D.CURRENT, 1e-3),
  ma: unit(D.CURRENT, 1e-3),
  'A/h': unit([0, 0, -1, 1, 0], 1 / HOUR),
  'a/h': unit([0, 0, -1, 1, 0], 1 / HOUR),
  Ah: unit(D.CHARGE, HOUR),
  ah: unit(D.CHARGE, HOUR),
  mAh: unit(D.CHARGE, 1e-3 * HOUR),
  mah: unit(D.CHARGE, 1e-3 * HOUR),
  m: unit(D.LENGTH, 1),
  mm: unit(D.LENGTH, 1e-3),
  cm: unit(D.LENGTH, 1e-2),
  km: unit(D.LENGTH, 1e3),
  ft: unit(D.LENGTH, FOOT),
  foot: unit(D.LENGTH, FOOT),
  feet: unit(D.LENGTH, FOOT),
  "'": unit(D.LENGTH, FOOT),
  '′': unit(D.LENGTH, FOOT),
  in: unit(D.LENGTH, INCH),
  inch: unit(D.LENGTH, INCH),
  inches: unit(D.LENGTH, INCH),
  '"': unit(D.LENGTH, INCH),
  '″': unit(D.LENGTH, INCH),
  m2: unit(D.AREA, 1),
  'm²': unit(D.AREA, 1),
  ft2: unit(D.AREA, FOOT * FOOT),
  'ft²': unit(D.AREA, FOOT * FOOT),
  mi: unit(D.LENGTH, 1609.344),
  mile: unit(D.LENGTH, 1609.344),
  miles: unit(D.LENGTH, 1609.344),
  L: unit(D.VOLUME, 1e-3),
  l: unit(D.VOLUME, 1e-3),
  litre: unit(D.VOLUME, 1e-3),
  litres: unit(D.VOLUME, 1e-3),
  m3: unit(D.VOLUME, 1),
  'm³': unit(D.VOLUME, 1),
  gal: unit(D.VOLUME, 3.785411784e-3),
  gallon: unit(D.VOLUME, 3.785411784e-3),
  gallons: unit(D.VOLUME, 3.785411784e-3),
  kPa: unit(D.PRESSURE, 1e3),
  bar: unit(D.PRESSURE, 1e5),
  psi: unit(D.PRESSURE, 6894.757),
  s: unit(D.TIME, 1),
  min: unit(D.TIME, 60),
  mins: unit(D.TIME, 60),
  minute: unit(D.TIME, 60),
  minutes: unit(D.TIME, 60),
  sec: unit(D.TIME, 1),
  seconds: unit(D.TIME, 1),
  h: unit(D.TIME, HOUR),
  hr: unit(D.TIME, HOUR),
  hrs: unit(D.TIME, HOUR),
  hour: unit(D.TIME, HOUR),
  hours: unit(D.TIME, HOUR),
  d: unit(D.TIME, DAY),
  day: unit(D.TIME, DAY),
  days: unit(D.TIME, DAY),
  year: unit(D.TIME, 365.25 * DAY),
  years: unit(D.TIME, 365.25 * DAY),
  kg: unit(D.MASS, 1),
  g: unit(D.MASS, 1e-3),
  lb: unit(D.MASS, 0.45359237),
  lbs: unit(D.MASS, 0.45359237),
  K: unit(D.TEMPERATURE, 1),
  '°C': unit(D.TEMPERATURE, 1, 273.15),
  C: unit(D.TEMPERATURE, 1, 273.15),
  c: unit(D.TEMPERATURE, 1, 273.15),
  '°F': unit(D.TEMPERATURE, 5 / 9, 459.67 * (5 / 9)),
  F: unit(D.TEMPERATURE, 5 / 9, 459.67 * (5 / 9)),
  f: unit(D.TEMPERATURE, 5 / 9, 459.67 * (5 / 9)),
  'Wh/km': unit(D.ENERGY_PER_LENGTH, HOUR / 1e3),
  'Wh/mi': unit(D.ENERGY_PER_LENGTH, HOUR / 1609.344),
  'W/K': unit(D.POWER_PER_KELVIN, 1),
  'W/°C': unit(D.POWER_PER_KELVIN, 1),
  '%': unit(D.NONE, 0.01),
  '°': unit(D.NONE, 1),
  deg: unit(D.NONE, 1),
  x: unit(D.NONE, 1),
  '×': unit(D.NONE, 1),
  'W/m²': unit(D.IRRADIATION, 1),
  'W/m2': unit(D.IRRADIATION, 1),
  'kWh/m²': unit(D.IRRADIATION, (1e3 * HOUR) / DAY),
  'kWh/m2': unit(D.IRRADIATION, (1e3 * HOUR) / DAY),
  'MJ/m²': unit(D.IRRADIATION, 1e6 / DAY),
  'MJ/m2': unit(D.IRRADIATION, 1e6 / DAY),
  'mV/K': unit([1, 2, -3, -1, -1], 1e-3),
  'V/K': unit([1, 2, -3, -1, -1], 1),
  '%/K': unit(D.PER_KELVIN, 0.01),
  '%/°C': unit(D.PER_KELVIN, 0.01),
  '%/C': unit(D.PER_KELVIN, 0.01),
  '%/k': unit(D.PER_KELVIN, 0.01),
  '%/c': unit(D.PER_KELVIN, 0.01),
};

export function findUnit(spelling: string): Unit | undefined {
  if (Object.hasOwn(UNITS, spelling)) return UNITS[spelling];
  const lower = spelling.toLowerCase();
  return Object.hasOwn(UNITS, lower) ? UNITS[lower] : undefined;
}
