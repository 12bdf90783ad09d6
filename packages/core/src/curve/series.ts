import { root } from './root';
import { sectionAt, type Section } from './section';

/** Equal sections of a string, counted once. */
interface Group {
  section: Section;
  count: number;
}

/** Sections one after another: they share their current, and their volts add. */
export interface Series {
  groups: Group[];
  /** Different short-circuit currents, smallest first: between two of them the same sections are bypassed. */
  steps: number[];
}

const alike = (a: Section, b: Section) =>
  a === b ||
  (a.iscA === b.iscA &&
    a.diode.i0 === b.diode.i0 &&
    a.diode.a === b.diode.a &&
    a.diode.rs === b.diode.rs &&
    a.diode.gsh === b.diode.gsh &&
    a.bypass?.saturationA === b.bypass?.saturationA &&
    a.bypass?.scaleV === b.bypass?.scaleV);

/** @param sections any number; those that are alike are reckoned once */
export function series(sections: readonly Section[]): Series {
  const groups: Group[] = [];
  for (const section of sections) {
    const known = groups.find((group) => alike(group.section, section));
    if (known) known.count++;
    else groups.push({ section, count: 1 });
  }
  const sorted = groups.map(({ section }) => section.iscA).sort((a, b) => a - b);
  const most = sorted.at(-1) ?? 0;
  const steps: number[] = [];
  for (const isc of sorted) if (isc - (steps.at(-1) ?? -1) > 1e-7 * most) steps.push(isc);
  return { groups, steps };
}

const one = new Float64Array(2);

/** Volts and volts per amp of the whole string at a current, written into `out`. */
export function seriesAt({ groups }: Series, amps: number, out: Float64Array): void {
  let [volts, slope] = [0, 0];
  for (const { section, count } of groups) {
    sectionAt(section, amps, one);
    volts += count * (one[0] as number);
    slope += count * (one[1] as number);
  }
  out[0] = volts;
  out[1] = slope;
}

/** Points of a curve, from open circuit to short circuit. */
export interface Curve {
  amps: Float64Array;
  volts: Float64Array;
}

export interface Peak {
  volts: number;
  amps: number;
  watts: number;
}

export interface Solved {
  curve: Curve;
  /** Every local maximum of power, the largest first. */
  peaks: Peak[];
  vocV: number;
  iscA: number;
}

/** Where the bends of a curve lie between two steps: close to the upper one. */
const SPREAD = [0.25, 0.5, 0.68, 0.78, 0.85, 0.9, 0.93, 0.95, 0.967, 0.98, 0.99, 0.996, 1] as const;
const SPREAD_OF_MANY = [0.6, 1] as const;
const MANY_STEPS = 12;

/** Currents at which a string is worth reckoning, 0 first. */
export function currentsOf({ steps }: Series): number[] {
  const spread = steps.length > MANY_STEPS ? SPREAD_OF_MANY : SPREAD;
  const amps = [0];
  let from = 0;
  for (const to of steps) {
    if (to <= 0) continue;
    for (const share of spread) amps.push(from + (to - from) * share);
    from = to;
  }
  return amps;
}

const at = new Float64Array(2);

/** The whole curve of a string and all its maxima of power. */
export function solveSeries(string: Series): Solved {
  const currents = currentsOf(string);
  const amps: number[] = [];
  const volts: number[] = [];
  const peaks: Peak[] = [];
  let [before, rose, wattsBefore] = [0, 1, 0];
  for (const current of currents) {
    seriesAt(string, current, at);
    const v = at[0] as number;
    const rises = v + current * (at[1] as number);
    const watts = v * current;
    if (rose > 0 && rises <= 0) peaks.push(peakBetween(string, before, current, [rose, rises]));
    else if (rose <= 0 && rises <= 0 && watts > wattsBefore)
      peaks.push(...hiddenPeak(string, before, current, rises));
    if (v < 0) {
      amps.push(shortCircuit(string, before, current));
      volts.push(0);
      break;
    }
    amps.push(current);
    volts.push(v);
    [before, rose, wattsBefore] = [current, rises, watts];
  }
  return {
    curve: { amps: Float64Array.from(amps), volts: Float64Array.from(volts) },
    peaks: peaks.filter(({ watts }) => watts > 0).sort((a, b) => b.watts - a.watts),
    vocV: volts[0] ?? 0,
    iscA: amps.at(-1) ?? 0,
  };
}

/** Power is flat at its top: so near to it, amps no longer matter. */
const FLAT = 1e-3;

function peakBetween(string: Series, from: number, to: number, ends: readonly [number, number]): Peak {
  let looked = NaN;
  const slope = (current: number) => {
    seriesAt(string, (looked = current), at);
    return (at[0] as number) + current * (at[1] as number);
  };
  const amps = root(from, to, slope, FLAT, ends);
  if (looked !== amps) slope(amps);
  const volts = at[0] as number;
  return { volts, amps, watts: volts * amps };
}

/** Power falls at both ends and is higher at the second: it rises somewhere between. */
function hiddenPeak(string: Series, from: number, to: number, end: number): Peak[] {
  for (let i = HIDDEN_STEPS - 1; i > 0; i--) {
    const current = from + ((to - from) * i) / HIDDEN_STEPS;
    seriesAt(string, current, at);
    const rises = (at[0] as number) + current * (at[1] as number);
    if (rises > 0) return [peakBetween(string, current, to, [rises, end])];
  }
  return [];
}
const HIDDEN_STEPS = 16;

const shortCircuit = (string: Series, from: number, to: number) =>
  root(from, to, (current) => {
    seriesAt(string, current, at);
    return at[0] as number;
  });

/**
 * Current of a string at given volts; above its open-circuit volts it takes current, unless a diode blocks that.
 * @param curve of the same string, to look between its points
 */
export function currentOfSeries(
  string: Series,
  { amps, volts }: Curve,
  wanted: number,
  blocked: boolean,
): number {
  const vocV = volts[0] ?? 0;
  if (wanted >= vocV) return blocked || wanted === vocV ? 0 : taken(string, wanted);
  let [from, to] = [0, volts.length - 1];
  while (to - from > 1) {
    const middle = (from + to) >> 1;
    if ((volts[middle] as number) > wanted) from = middle;
    else to = middle;
  }
  const [v0, v1] = [volts[from] as number, volts[to] as number];
  let [low, high] = [amps[from] as number, amps[to] as number];
  // the points of its own curve are asked for most, and are known
  if (v0 === wanted) return low;
  if (v1 === wanted) return high;
  let found = v0 > v1 ? low + ((v0 - wanted) / (v0 - v1)) * (high - low) : low;
  for (let turn = 0; turn < 60; turn++) {
    seriesAt(string, found, at);
    const over = (at[0] as number) - wanted;
    if (over > 0) low = found;
    else high = found;
    const next = found - over / (at[1] as number);
    if (Math.abs(next - found) < 1e-8 * high) return next;
    found = next > low && next < high ? next : (low + high) / 2;
  }
  return found;
}

/** Current, below 0, that volts above its own drive back through a string. */
function taken(string: Series, wanted: number): number {
  let amps = 0;
  for (let turn = 0; turn < 60; turn++) {
    seriesAt(string, amps, at);
    // volts bend ever less as more current is taken: steps from below never pass the root
    const step = ((at[0] as number) - wanted) / (at[1] as number);
    amps -= step;
    if (Math.abs(step) < 1e-9 * (1 + Math.abs(amps))) break;
  }
  return amps;
}
