import { root } from './root';
import { atConditions, STANDARD, thermalVolts, voltageAt, type FiveParameters } from './singleDiode';

/** What a data sheet says at standard conditions. */
export interface SheetPoints {
  iscA: number;
  vocV: number;
  impA: number;
  vmpV: number;
  alphaIscAPerK: number;
  /** Volts per kelvin, below 0; null where the sheet does not say. */
  betaVocVPerK: number | null;
}

/** How far the curve follows the sheet: in all of it, but for the coefficient of Voc, or only in Isc, Voc and Pmax. */
export type FitKind = 'full' | 'points' | 'power';

export interface SheetFit {
  five: FiveParameters;
  kind: FitKind;
}

/** Why no diode can have such a sheet. */
export type UnfitReason = 'volts' | 'amps' | 'square' | 'flat' | 'beta';

export type SheetFitting = ({ ok: true } & SheetFit) | { ok: false; reason: UnfitReason };

/** Cells differ in ideality; below 0.5 and above 3 there is none that makes electricity. */
const LEAST_A_PER_VOC = 1 / 60;
const MOST_A_PER_VOC = 1 / 8;
/** Band gap over temperature, and the cube of the temperature, in Voc by temperature. @source De Soto 2006 */
const GAP_OVER_KT = 1.121 / thermalVolts(STANDARD.cellC);

/**
 * Five parameters from a data sheet: exact at Isc, Voc and the point of most power, and in the change of Voc from 0 to
 * 50 °C. Where no diode follows all of it, the coefficient is given up first, then the place of the best point.
 * @source De Soto, Klein & Beckman 2006, with the equations solved one inside the other so that each has a bracket
 */
export function fitSheet(points: SheetPoints): SheetFitting {
  const { iscA, vocV, impA, vmpV, betaVocVPerK } = points;
  if (!(vmpV < vocV)) return { ok: false, reason: 'volts' };
  if (!(impA < iscA)) return { ok: false, reason: 'amps' };
  const fill = (vmpV * impA) / (vocV * iscA);
  if (fill < 0.25) return { ok: false, reason: 'flat' };
  if (fill > 0.92) return { ok: false, reason: 'square' };
  const beta = betaVocVPerK ?? -0.003 * vocV;
  if (beta >= 0) return { ok: false, reason: 'beta' };

  const kT = STANDARD.cellC + 273.15;
  const start = (vocV - beta * kT) / (3 + GAP_OVER_KT - (points.alphaIscAPerK * kT) / iscA);
  const full = betaVocVPerK === null ? null : withBeta(points, start, beta);
  if (full) return { ok: true, five: full, kind: 'full' };
  const near = nearest(points, start);
  if (near) return { ok: true, five: near, kind: betaVocVPerK === null ? 'full' : 'points' };
  const power = byPower(points, start);
  return power ? { ok: true, five: power, kind: 'power' } : { ok: false, reason: 'square' };
}

/** Moves the ideality until Voc falls with temperature as the sheet says. */
function withBeta(points: SheetPoints, start: number, beta: number): FiveParameters | null {
  const off = (a: number): { five: FiveParameters; by: number } | null => {
    const five = throughPoints(points, a);
    if (!five) return null;
    const chord =
      (voltageAt(atConditions(five, STANDARD.wm2, 50), 0) -
        voltageAt(atConditions(five, STANDARD.wm2, 0), 0)) /
      50;
    return { five, by: chord - beta };
  };
  let [a0, a1] = [start, start * 1.01];
  let [f0, f1] = [off(a0), off(a1)];
  for (let turn = 0; turn < 12 && f0 && f1; turn++) {
    if (Math.abs(f1.by) < 1e-9 * Math.abs(beta)) break;
    const next: number = a1 - (f1.by * (a1 - a0)) / (f1.by - f0.by || 1e-12);
    [a0, f0] = [a1, f1];
    [a1, f1] = [next, off(next)];
  }
  return f1 && Math.abs(f1.by) < 1e-6 * Math.abs(beta) ? f1.five : null;
}

/** The ideality nearest to the wanted one that goes through all three points. */
function nearest(points: SheetPoints, start: number): FiveParameters | null {
  for (let step = 0; step <= 160; step++) {
    for (const sign of [-1, 1]) {
      const a = start * (1 + sign * step * 0.01);
      if (a < points.vocV * LEAST_A_PER_VOC || a > points.vocV * MOST_A_PER_VOC) continue;
      const five = throughPoints(points, a);
      if (five) return five;
    }
  }
  return null;
}

/** For one ideality, the series resistance at which power is at its top at the sheet's own point. */
function throughPoints(points: SheetPoints, a: number): FiveParameters | null {
  const { impA, vmpV, vocV } = points;
  if (a < vocV * LEAST_A_PER_VOC || a > vocV * MOST_A_PER_VOC) return null;
  const off = (rs: number) => {
    const at = linear(points, a, rs);
    const conductance = (at.i0 / a) * Math.exp((vmpV + impA * rs) / a) + at.gsh;
    return impA - vmpV * (conductance / (1 + rs * conductance));
  };
  const most = (vocV - vmpV) / impA;
  const end = most * 0.9999;
  const sign = off(0) > 0 ? 1 : -1;
  if (sign * off(end) > 0) return null;
  const rs = root(0, end, (ohms) => sign * off(ohms));
  const { il, i0, gsh } = linear(points, a, rs);
  if (!(i0 > 0) || !(gsh >= 0) || !(il > 0)) return null;
  return {
    photocurrentA: il,
    saturationA: i0,
    seriesOhm: rs,
    shuntOhm: 1 / Math.max(gsh, 1e-9),
    aV: a,
    alphaIscAPerK: points.alphaIscAPerK,
  };
}

/** With ideality and series resistance given, the three points are three linear equations. */
function linear({ iscA, vocV, impA, vmpV }: SheetPoints, a: number, rs: number) {
  const [e1, e2, e3] = [iscA * rs, vocV, vmpV + impA * rs].map((v) => Math.expm1(v / a)) as [
    number,
    number,
    number,
  ];
  const [v1, v2, v3] = [iscA * rs, vocV, vmpV + impA * rs];
  // il − i0 e − gsh v = i at each; the differences leave two
  const [p, q, r] = [e2 - e1, v2 - v1, iscA];
  const [s, t, u] = [e2 - e3, v2 - v3, impA];
  const det = p * t - q * s;
  const i0 = (r * t - q * u) / det;
  const gsh = (p * u - r * s) / det;
  return { il: iscA + i0 * e1 + gsh * v1, i0, gsh };
}

/** Isc, Voc and Pmax with nothing lost in the shunt; the best point lies where it falls. */
function byPower(points: SheetPoints, start: number): FiveParameters | null {
  const { iscA, vocV, impA, vmpV, alphaIscAPerK } = points;
  const made = (a: number, rs: number): FiveParameters => {
    const i0 = iscA / (Math.expm1(vocV / a) - Math.expm1((iscA * rs) / a));
    return {
      photocurrentA: i0 * Math.expm1(vocV / a),
      saturationA: i0,
      seriesOhm: rs,
      shuntOhm: 1e9,
      aV: a,
      alphaIscAPerK,
    };
  };
  const power = (five: FiveParameters) => {
    const diode = atConditions(five, STANDARD.wm2, STANDARD.cellC);
    let most = 0;
    for (let i = 700; i <= 999; i++)
      most = Math.max(most, (iscA * i * voltageAt(diode, (iscA * i) / 1000)) / 1000);
    return most;
  };
  for (const a of [start, start * 0.85, start * 0.7, start * 0.55]) {
    if (power(made(a, 0)) < vmpV * impA) continue;
    let [low, high] = [0, (vocV / iscA) * 0.9];
    for (let turn = 0; turn < 40; turn++) {
      const middle = (low + high) / 2;
      if (power(made(a, middle)) > vmpV * impA) low = middle;
      else high = middle;
    }
    return made(a, (low + high) / 2);
  }
  return null;
}
