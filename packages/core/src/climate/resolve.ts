import type { Entry, Place } from '../design/types';
import { MEAN_DAYS, clamp, dailyExtraterrestrial } from '../sun';
import type { GridClimate } from './grid';

export type ClimateSource = 'grid' | 'typed';

export interface ClimateMonth {
  /** Mean daily global horizontal irradiation, kWh/m². */
  ghiKWhm2: number;
  ghiFrom: ClimateSource;
  airC: number;
  airFrom: ClimateSource;
  /** Mean daily minimum and maximum, °C, from the clearness of the sky. */
  minC: number;
  maxC: number;
  /** Clearness index; 0 in months without sun. */
  clearness: number;
}

export interface RecordTemperature {
  valueC: number;
  from: ClimateSource;
  /** How a grid value came about, for the working. */
  note: string;
}

export interface ResolvedClimate {
  latDeg: number;
  altitudeM: number;
  gridAltitudeM: number;
  months: ClimateMonth[];
  low: RecordTemperature;
  high: RecordTemperature;
  linke: number[];
  landDistance: number;
}

/** Errors of the climate, tried on it to see what they would change. */
export interface ClimateShift {
  ghiFactor?: number;
  lowK?: number;
  highK?: number;
}

export const LOW_MARGIN_K = 5;
export const HIGH_MARGIN_K = 3;
const LAPSE_K_PER_M = 0.0065;

/**
 * The year the design is computed with: typed values where there are any, the grid's elsewhere, moved to the
 * place's own height.
 * @returns null where there is no place, or no grid and not every month typed
 */
export function resolveClimate(
  place: Place,
  grid: GridClimate | null,
  shift: ClimateShift = {},
): ResolvedClimate | null {
  if (!place.lat || !place.lon) return null;
  const latDeg = place.lat.value;
  const gridAltitudeM = grid?.altitudeM ?? 0;
  const altitudeM = place.altitude?.value ?? gridAltitudeM;
  const heightK = -LAPSE_K_PER_M * (altitudeM - gridAltitudeM);
  const bySea = (grid?.landDistance ?? 0) > 0;
  const months: ClimateMonth[] = [];
  for (let month = 0; month < 12; month++) {
    const typedSun = place.ghi[month + 1];
    const typedAir = place.air[month + 1];
    if (!grid && (!typedSun || !typedAir)) return null;
    const outside = dailyExtraterrestrial(latDeg, MEAN_DAYS[month] ?? 1);
    const ghi = (typedSun?.value ?? grid?.ghiKWhm2[month] ?? 0) * (typedSun ? 1 : (shift.ghiFactor ?? 1));
    const clearness = outside > 0.01 ? clamp(ghi / outside, 0, 0.85) : 0;
    const airC = typedAir?.value ?? (grid?.airC[month] ?? 0) + heightK;
    const range = dayRangeK(clearness, bySea);
    months.push({
      ghiKWhm2: outside > 0.01 ? Math.min(ghi, outside * 0.85) : 0,
      ghiFrom: typedSun ? 'typed' : 'grid',
      airC,
      airFrom: typedAir ? 'typed' : 'grid',
      minC: airC - range / 2,
      maxC: airC + range / 2,
      clearness,
    });
  }
  return {
    latDeg,
    altitudeM,
    gridAltitudeM,
    months,
    low: lowestOf(place.low, grid, months, heightK, shift.lowK ?? 0),
    high: highestOf(place.high, grid, months, heightK, shift.highK ?? 0),
    linke: grid?.linke ?? months.map(() => 3),
    landDistance: grid?.landDistance ?? 0,
  };
}

/**
 * Mean daily temperature range from the sky's clearness, K, held to 3–20.
 * @source Hargreaves & Samani; FAO Irrigation and Drainage Paper 56, eq. 50, solved for the range
 */
export function dayRangeK(clearness: number, bySea: boolean): number {
  return clamp((clearness / (bySea ? 0.19 : 0.16)) ** 2, 3, 20);
}

function lowestOf(
  typed: Entry | null,
  grid: GridClimate | null,
  months: ClimateMonth[],
  heightK: number,
  shiftK: number,
): RecordTemperature {
  if (typed) return { valueC: typed.value, from: 'typed', note: 'typed' };
  if (grid?.lowestC !== null && grid?.lowestC !== undefined) {
    return {
      valueC: Math.floor(grid.lowestC - LOW_MARGIN_K + heightK) + shiftK,
      from: 'grid',
      note: `climate grid less ${LOW_MARGIN_K} K, since it holds only a few years`,
    };
  }
  const coldest = Math.min(...months.map(({ airC }) => airC));
  return {
    valueC: Math.floor(coldest - 10) + shiftK,
    from: 'grid',
    note: 'coldest month’s mean less 10 K; the grid has no record here',
  };
}

function highestOf(
  typed: Entry | null,
  grid: GridClimate | null,
  months: ClimateMonth[],
  heightK: number,
  shiftK: number,
): RecordTemperature {
  if (typed) return { valueC: typed.value, from: 'typed', note: 'typed' };
  if (grid?.highestC !== null && grid?.highestC !== undefined) {
    return {
      valueC: Math.ceil(grid.highestC + HIGH_MARGIN_K + heightK) + shiftK,
      from: 'grid',
      note: `climate grid plus ${HIGH_MARGIN_K} K, since it holds only a few years`,
    };
  }
  const hottest = Math.max(...months.map(({ airC }) => airC));
  return {
    valueC: Math.ceil(hottest + 8) + shiftK,
    from: 'grid',
    note: 'hottest month’s mean plus 8 K; the grid has no record here',
  };
}
