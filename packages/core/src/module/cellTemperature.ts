import type { Mounting } from '../document';

export interface MountingClass {
  name: string;
  /** Faiman's heat-loss factors, W/m²K and W·s/m³K. */
  u0: number;
  u1: number;
  /** Cell above air on the hottest afternoon, K. */
  hotRiseK: number;
}

/**
 * @source Faiman 2008, Progress in Photovoltaics 16 (25, 6.84 for open racks); close roof (20, 2.0) and rises of
 *   the hottest afternoon: common practice
 */
export const MOUNTINGS: Readonly<Record<Mounting, MountingClass>> = {
  roof: { name: 'close to a roof', u0: 20, u1: 2, hotRiseK: 45 },
  rack: { name: 'on an open rack', u0: 25, u1: 6.84, hotRiseK: 30 },
  pole: { name: 'on a pole', u0: 25, u1: 6.84, hotRiseK: 25 },
};

/** Cell temperature, °C. @source Faiman 2008 */
export function faimanCellC(poaWm2: number, airC: number, windMs: number, u0 = 25, u1 = 6.84): number {
  return airC + poaWm2 / (u0 + u1 * windMs);
}

/** Cell temperature from the nominal operating one, °C: air + G (NOCT − 20) ÷ 800. @source Ross 1980 */
export function nominalCellC(poaWm2: number, airC: number, noctC: number): number {
  return airC + (poaWm2 * (noctC - 20)) / 800;
}
