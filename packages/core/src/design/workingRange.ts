import { STEPS, type PlaneMonth } from '../sky';
import type { ModuleNumbers } from '../module';

const BINS = 24;
/** Twelve mean days leave gaps that real days would fill; each point is spread over this many steps. */
const SMOOTH_BINS = 1.6;

export interface WorkingRange {
  fromV: number;
  toV: number;
  /** Share of the year's energy in each of equal steps of volts; the largest is 1. */
  share: number[];
}

/** Working volts of one panel through the mean days of the year, weighted by the energy made at them. */
export function workingRange(year: readonly PlaneMonth[], module: ModuleNumbers): WorkingRange | null {
  const points: [volts: number, weight: number][] = [];
  for (const month of year) {
    for (let step = 0; step < STEPS; step++) {
      const weight = month.perWatt[step] ?? 0;
      if (weight <= 0.01) continue;
      points.push([module.vmpV * (1 + module.gammaPmax * ((month.cellC[step] ?? 25) - 25)), weight]);
    }
  }
  if (points.length === 0) return null;
  const fromV = Math.min(...points.map(([volts]) => volts));
  const toV = Math.max(...points.map(([volts]) => volts));
  const share = new Array<number>(BINS).fill(0);
  for (const [volts, weight] of points) {
    const at = ((volts - fromV) / (toV - fromV || 1)) * (BINS - 1);
    for (let bin = 0; bin < BINS; bin++) {
      const away = (bin - at) / SMOOTH_BINS;
      share[bin] = (share[bin] ?? 0) + weight * Math.exp(-0.5 * away * away);
    }
  }
  const most = Math.max(...share);
  return { fromV, toV, share: share.map((weight) => weight / most) };
}
