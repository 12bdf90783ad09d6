import { root } from './root';
import { currentOfSeries, seriesAt, solveSeries, type Peak, type Series, type Solved } from './series';

export interface ParallelSolved extends Solved {
  /** Amps of each string at the best point; below 0 where it takes current from the others. */
  share: number[];
  /** Most current that the others can drive into one string, everything else open, A; 0 or more. */
  reverseA: number;
}

const at = new Float64Array(2);

/** Strings side by side: they share their volts, and their amps add. @param blocked a diode in each string lets nothing back */
export function solveParallel(strings: readonly Series[], blocked = false): ParallelSolved {
  const live = strings.filter(({ groups }) => groups.length > 0);
  if (live.length < strings.length) {
    // one of which no curve is known counts as not there
    const { share, ...solved } = solveParallel(live, blocked);
    const left = [...share];
    return { ...solved, share: strings.map(({ groups }) => (groups.length > 0 ? (left.shift() ?? 0) : 0)) };
  }
  const [first] = strings;
  if (!first) return { ...solveSeries({ groups: [], steps: [] }), share: [], reverseA: 0 };
  if (strings.length === 1) {
    const alone = solveSeries(first);
    return { ...alone, share: [alone.peaks[0]?.amps ?? 0], reverseA: 0 };
  }
  const kinds = [...new Set(strings)].map((string) => ({
    string,
    count: strings.filter((other) => other === string).length,
    curve: solveSeries(string).curve,
  }));
  const knots = new Set<number>([0]);
  for (const { curve } of kinds) for (const volts of curve.volts) knots.add(volts);
  const total = (volts: number) => {
    let [amps, slope] = [0, 0];
    for (const kind of kinds) {
      const own = currentOfSeries(kind.string, kind.curve, volts, blocked);
      if (blocked && own === 0) continue;
      seriesAt(kind.string, own, at);
      amps += kind.count * own;
      slope += kind.count / (at[1] as number);
    }
    return { amps, slope };
  };
  const amps: number[] = [];
  const volts: number[] = [];
  const peaks: Peak[] = [];
  let [after, fell] = [0, false];
  let vocV: number | null = null;
  // from the highest volts down, so that each current is near the one before
  for (const v of [...knots].sort((a, b) => b - a)) {
    const { amps: sum, slope } = total(v);
    if (sum < 0) {
      after = v;
      continue;
    }
    if (vocV === null) {
      vocV = sum === 0 || after === 0 ? v : root(v, after, (x) => total(x).amps);
      if (vocV > v) {
        amps.push(0);
        volts.push(vocV);
        [after, fell] = [vocV, true];
      }
    }
    const falls = sum + v * slope < 0;
    if (fell && !falls) {
      const best = root(
        v,
        after,
        (x) => {
          const { amps: i, slope: di } = total(x);
          return i + x * di;
        },
        1e-7,
      );
      const i = total(best).amps;
      peaks.push({ volts: best, amps: i, watts: best * i });
    }
    amps.push(sum);
    volts.push(v);
    [after, fell] = [v, falls];
  }
  peaks.sort((a, b) => b.watts - a.watts);
  const best = peaks[0]?.volts ?? 0;
  const shares = new Map(
    kinds.map(({ string, curve }) => [string, currentOfSeries(string, curve, best, blocked)]),
  );
  const open = vocV ?? 0;
  return {
    curve: { amps: Float64Array.from(amps), volts: Float64Array.from(volts) },
    peaks,
    vocV: open,
    iscA: amps.at(-1) ?? 0,
    share: strings.map((string) => shares.get(string) ?? 0),
    reverseA: blocked
      ? 0
      : Math.max(0, ...kinds.map(({ string, curve }) => -currentOfSeries(string, curve, open, false))),
  };
}
