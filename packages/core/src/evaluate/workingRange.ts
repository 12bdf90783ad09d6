import { remembered } from '../memo';
import type { ModuleNumbers } from '../module';
import { STEPS, type PlaneMonth } from '../sky';

const BINS = 24;
/** Points are gathered into these before they are spread. */
const FINE_BINS = 93;
/** Twelve mean days leave gaps that real days would fill; each point is spread over this many steps. */
const SMOOTH_BINS = 1.6;

/** How much of each fine bin each step has. */
const SPREAD = Array.from({ length: BINS }, (_, bin) =>
  Float64Array.from({ length: FINE_BINS }, (__, at) => {
    const away = (bin - (at * (BINS - 1)) / (FINE_BINS - 1)) / SMOOTH_BINS;
    return Math.exp(-0.5 * away * away);
  }),
);

export interface WorkingRange {
  fromV: number;
  toV: number;
  /** Share of the year's energy in each of equal steps of volts; the largest is 1. */
  share: number[];
}

/** Working volts of one panel through the mean days of the year, weighted by the energy made at them. */
export const workingRange = remembered('working volts of the year', rangeOf);

function rangeOf(year: readonly PlaneMonth[], module: ModuleNumbers): WorkingRange | null {
  const voltsAt = (cellC: number) => module.vmpV * (1 + module.gammaPmax * (cellC - 25));
  let [fromV, toV] = [Infinity, -Infinity];
  const working = (visit: (volts: number, weight: number) => void) => {
    for (const { perWatt, cellC } of year) {
      for (let step = 0; step < STEPS; step++) {
        const weight = perWatt[step] ?? 0;
        if (weight > 0.01) visit(voltsAt(cellC[step] ?? 25), weight);
      }
    }
  };
  working((volts) => {
    fromV = Math.min(fromV, volts);
    toV = Math.max(toV, volts);
  });
  if (fromV > toV) return null;
  const fine = new Array<number>(FINE_BINS).fill(0);
  working((volts, weight) => {
    const at = Math.round(((volts - fromV) / (toV - fromV || 1)) * (FINE_BINS - 1));
    fine[at] = (fine[at] ?? 0) + weight;
  });
  const share = SPREAD.map((part) =>
    fine.reduce((sum, weight, at) => sum + weight * (part[at] as number), 0),
  );
  const most = Math.max(...share);
  return { fromV, toV, share: share.map((weight) => weight / most) };
}
