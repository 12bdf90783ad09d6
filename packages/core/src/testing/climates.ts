import type { GridClimate, PlaceClimate } from '../climate';

/** Plain climates with round figures, for tests that are not about climate. */
export function plainClimate(latDeg = 41.6, parts: Partial<GridClimate> = {}): GridClimate {
  const north = latDeg >= 0;
  const wave = (month: number) => Math.cos(((month - (north ? 6 : 0)) / 12) * 2 * Math.PI);
  const months = Array.from({ length: 12 }, (_, month) => month);
  return {
    latDeg,
    lonDeg: 0,
    ghiKWhm2: months.map((month) => 4.2 + 2.4 * wave(month)),
    airC: months.map((month) => 12 + 9 * wave(month)),
    lowestC: -8,
    highestC: 38,
    altitudeM: 600,
    landDistance: 0,
    linke: months.map(() => 3),
    dayQuantiles: null,
    ...parts,
  };
}

/** One sky for every month, for tests of light alone. */
export function skyOf(latDeg: number, ghiKWhm2: number, clearness: number): PlaceClimate {
  const record = { valueC: 0, from: 'typed' as const, note: 'typed' };
  const month = {
    ghiKWhm2,
    ghiFrom: 'typed' as const,
    airC: 15,
    airFrom: 'typed' as const,
    minC: 10,
    maxC: 20,
    clearness,
  };
  const sky = {
    latDeg,
    lonDeg: 0,
    altitudeM: 0,
    gridAltitudeM: 0,
    months: Array.from({ length: 12 }, () => month),
    linke: Array.from({ length: 12 }, () => 3),
    landDistance: 0,
    light: null,
  };
  return { ...sky, sky, low: record, high: record };
}
