import { CURVE_LOADS, type Inverter, type Phases, type Supply, type Use } from '../document';
import type { Loads } from '../loads';

/** What an inverter, or several as one, gives where it stands, W. */
export interface InverterNow {
  /** Of the continuous rating, what heat and what thin air leave, 0–1. */
  heatKeeps: number;
  airKeeps: number;
  roomC: number;
  altitudeM: number;
  continuousW: number;
  /** Of it, one leg's. */
  legW: number;
  overloadW: number;
  surgeW: number;
}

export const LEGS: Readonly<Record<Phases, number>> = { single: 1, split: 2, three: 3 };

/** No machine is derated below this share: it is off by then. */
const LEAST_KEPT = 0.1;
const kept = (beyond: number, percent: number) =>
  Math.max(LEAST_KEPT, 1 - (Math.max(0, beyond) * percent) / 100);

/**
 * What an inverter gives in a room at a height. Its overload and surge are limited by its transistors rather than by its
 * warmth, and stay.
 * @source the machine's own derating
 */
export function inverterAt(
  inverter: Inverter,
  phases: Phases,
  roomC: number,
  altitudeM: number,
): InverterNow {
  const { derateFrom, deratePerK, altitudeFrom, deratePer100m, stacked } = inverter;
  const heatKeeps = kept(roomC - derateFrom.value, deratePerK.value);
  const airKeeps = kept((altitudeM - altitudeFrom.value) / 100, deratePer100m.value);
  const continuousW = inverter.continuous.value * stacked.value * heatKeeps * airKeeps;
  return {
    heatKeeps,
    airKeeps,
    roomC,
    altitudeM,
    continuousW,
    legW: continuousW / LEGS[phases],
    overloadW: inverter.overload.value * stacked.value,
    surgeW: inverter.surge.value * stacked.value,
  };
}

/** What the uses on AC ask of an inverter, W; names are null where there is none. */
export interface AcAsked {
  /** The largest single use, and the hardest start by itself. */
  largestW: number;
  largest: string | null;
  aloneW: number;
  alone: string | null;
  /** Everything that runs at once, in its month, and on the most loaded leg. */
  runningW: number;
  runningMonth: number;
  legW: number;
  leg: 'a' | 'b' | 'c';
  /** The hardest start while all of that runs, and what starts. */
  startW: number;
  starts: string | null;
}

/** True of a machine that carries the largest use, all at once, and the hardest start on top of it. */
export const holdsAll =
  ({ largestW, runningW, startW }: AcAsked) =>
  ({ continuousW, surgeW }: InverterNow): boolean =>
    continuousW >= Math.max(largestW, runningW) && surgeW >= startW;

/** @param uses as in the design, for their side and names */
export function acAsked(loads: Loads, uses: Readonly<Record<string, Use>>): AcAsked {
  const ac: Supply = 'ac';
  const asked: AcAsked = {
    largestW: 0,
    largest: null,
    aloneW: 0,
    alone: null,
    runningW: 0,
    runningMonth: 1,
    legW: 0,
    leg: 'a',
    startW: loads.worstStart?.startW ?? 0,
    starts: loads.worstStart?.starts ?? null,
  };
  for (const row of loads.rows) {
    const use = uses[row.id];
    if (row.later || use?.supply !== ac || row.months.length === 0) continue;
    if (row.runW > asked.largestW) [asked.largestW, asked.largest] = [row.runW, use.name];
    if (row.startW > asked.aloneW) [asked.aloneW, asked.alone] = [row.startW, use.name];
  }
  for (const { month, acW, legs } of loads.months) {
    if (acW > asked.runningW) [asked.runningW, asked.runningMonth] = [acW, month];
    const all = legs.a + legs.b + legs.c;
    // of everything at once only a share runs, on each leg alike
    const share = all > 0 ? Math.min(1, acW / all) : 0;
    for (const leg of ['a', 'b', 'c'] as const)
      if (legs[leg] * share > asked.legW) [asked.legW, asked.leg] = [legs[leg] * share, leg];
  }
  return asked;
}

/** Efficiency at a load, 0–1, straight between the points of a curve and from nothing to its first. @param share of the rating */
export function curveAt(curve: Inverter['curve'], share: number): number | null {
  const points = CURVE_LOADS.flatMap((load): [number, number][] => {
    const entry = curve[load];
    return entry ? [[Number(load) / 100, entry.value / 100]] : [];
  });
  const [first] = points;
  if (!first) return null;
  let from: [number, number] = [0, 0];
  for (const to of points) {
    if (share <= to[0]) return from[1] + ((to[1] - from[1]) * (share - from[0])) / (to[0] - from[0]);
    from = to;
  }
  return from[1];
}

/** Efficiencies that a job is reckoned with, %. */
const [LEAST_EFFICIENCY, MOST_EFFICIENCY] = [50, 99.5];

/**
 * The one efficiency, %, 50–99.5, that with the idle draw beside it takes as much from the bank over a day as the curve
 * does, which has that draw in it. Null where there is no curve or nothing runs.
 * @param uses energy of a day at each, Wh, and the watts that it is drawn with @param ratedW of all machines
 * @param idleWh a day
 */
export function dayEfficiency(
  curve: Inverter['curve'],
  uses: readonly { wh: number; watts: number }[],
  ratedW: number,
  idleWh: number,
): number | null {
  let [given, taken] = [0, 0];
  for (const { wh, watts } of uses) {
    if (wh <= 0 || watts <= 0) continue;
    const efficiency = curveAt(curve, watts / ratedW);
    if (!efficiency) return null;
    given += wh;
    taken += wh / efficiency;
  }
  if (given === 0) return null;
  // what it idles through is in the curve only where it runs; a curve that takes less than that says nothing
  const beside = Math.max(given / 1.99, taken - idleWh);
  return Math.min(MOST_EFFICIENCY, Math.max(LEAST_EFFICIENCY, (100 * given) / beside));
}

/** Heat that it gives off at a load, W. @param efficiency 0–1 */
export const heatOf = (acW: number, efficiency: number, idleW: number): number =>
  acW * (1 / efficiency - 1) + idleW;
