import type { GridClimate } from '../climate';

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
    ...parts,
  };
}
