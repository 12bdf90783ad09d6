import { fromStored } from './convert';
import { defaultUnit, QUANTITIES, type Quantity, type UnitSystem } from './quantities';

const THIN = '\u2009';
const MINUS = '−';

/** A number with grouped thousands and a real minus; never an exponent. */
export function formatNumber(value: number, decimals: number): string {
  if (!Number.isFinite(value)) return '–';
  const rounded = value.toFixed(Math.max(0, decimals));
  if (value >= 0 && value < 9999) return rounded;
  const negative = Number(rounded) < 0;
  const [whole = '0', fraction] = rounded.replace('-', '').split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  return (negative ? MINUS : '') + grouped + (fraction ? `.${fraction}` : '');
}

/** As many decimals as the value has, up to `decimals`: 7 → 7, 7.25 → 7.25. */
export function formatTrimmed(value: number, decimals: number): string {
  const text = formatNumber(value, decimals);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

export interface Shown {
  number: string;
  unit: string;
}

const spaced = (unit: string) => unit !== '°';

export function joined({ number, unit }: Shown): string {
  return unit === '' ? number : number + (spaced(unit) ? '\u00a0' : '') + unit;
}

/** What a pencilled field shows: the value as exactly as it is worth, in the field's unit. */
export function displayEntered(value: number, quantity: Quantity, unit: string): Shown {
  const shown = fromStored(value, quantity, unit);
  const extra = unit === 'kW' || unit === 'kWh' ? 3 : 0;
  return { number: formatTrimmed(shown, QUANTITIES[quantity].decimals + extra), unit };
}

/** What a computed figure shows: three or four digits that matter, large powers and energies in kilo. */
export function displayFigure(value: number, quantity: Quantity, system: UnitSystem): Shown {
  const unit = kilo(value, quantity) ?? defaultUnit(quantity, system);
  const shown = fromStored(value, quantity, unit);
  const format = TRIMMED.has(quantity) ? formatTrimmed : formatNumber;
  const number = format(shown, figureDecimals(shown, quantity, unit));
  return { number, unit: unit === 'days' && number === '1' ? 'day' : unit };
}

/** Quantities whose last zeros say nothing: limits, hours, days. */
const TRIMMED: ReadonlySet<Quantity> = new Set([
  'voltage',
  'current',
  'hours',
  'minutes',
  'seconds',
  'days',
  'percent',
  'temperature',
  'power',
  'size',
  'mass',
  'rise',
  'years',
  'money',
]);

function kilo(value: number, quantity: Quantity): string | undefined {
  if (quantity === 'power' && Math.abs(value) >= 10000) return 'kW';
  if (quantity === 'energy' && Math.abs(value) >= 1000) return 'kWh';
  return undefined;
}

function figureDecimals(shown: number, quantity: Quantity, unit: string): number {
  const size = Math.abs(shown);
  if (unit === 'kWh' || unit === 'kW') return size < 10 ? 2 : size < 1000 ? 1 : 0;
  switch (quantity) {
    case 'voltage':
      return size < 1000 ? 1 : 0;
    case 'current':
      return size < 100 ? 1 : 0;
    case 'irradiance':
      return 0;
    case 'factor':
    case 'irradiation':
      return 2;
    case 'days':
      return 1;
    case 'hours':
      return size < 1 ? 2 : 1;
    case 'minutes':
    case 'seconds':
      return size < 10 ? 1 : 0;
    case 'percent':
      return size < 10 ? 1 : 0;
    case 'coefficient':
      return 3;
    case 'fuel':
      return size < 1 ? 3 : size < 10 ? 2 : size < 100 ? 1 : 0;
    case 'latitude':
    case 'longitude':
      return 2;
    case 'temperature':
      return Math.abs(shown - Math.round(shown)) < 0.05 ? 0 : 1;
    case 'power':
      return size < 20 && size > 0 ? 1 : 0;
    case 'energy':
    case 'charge':
    case 'distance':
    case 'volume':
    case 'mass':
    case 'road':
    case 'perKelvin':
    case 'airflow':
      return Math.abs(shown) < 100 ? 1 : 0;
    case 'size':
      return unit === 'mm' ? 0 : 1;
    case 'money':
      return size < 10 ? 2 : 0;
    case 'rise':
    case 'years':
      return 1;
    case 'altitude':
    case 'opening':
    case 'pressure':
    case 'perDistance':
    case 'angle':
    case 'azimuth':
    case 'count':
      return 0;
  }
}
