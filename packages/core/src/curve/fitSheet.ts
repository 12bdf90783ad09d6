import { root } from './root';
import { atConditions, pointsOf, STANDARD, voltageAt, type FiveParameters } from './singleDiode';

/** What a data sheet says at standard conditions. */
export interface SheetPoints {
  iscA: number;
  vocV: number;
  impA: number;
  vmpV: number;
  alphaIscAPerK: number;
  /** Volts per kelvin, below 0; null where the sheet does not say. */
  betaVocVPerK: number | null;
  /** Most power by temperature, share per kelvin; null or missing where the sheet does not say. */
  gammaPmaxPerK?: number | null;
}

/**
 * How far the curve follows the sheet: in all of it; in all but the place of the best point, whose power it keeps; or
 * in Isc, Voc and the most power alone.
 */
export type FitKind = 'full' | 'place' | 'power';

export interface SheetFit {
  five: FiveParameters;
  kind: FitKind;
  /** Share by which the coefficients of Isc and Voc were moved so that power falls with heat as the sheet says. */
  adjusted: number;
}

/** Why no diode can have such a sheet. */
export type UnfitReason = 'volts' | 'amps' | 'square' | 'flat' | 'beta';

export type SheetFitting = ({ ok: true } & SheetFit) | { ok: false; reason: UnfitReason };

/**
 * The share of Voc that ideality × thermal volts of all cells can be: cells differ in ideality from 0.85 to about 3. A
 * sheet that a diode follows in full may ask for a little less.
 */
const LEAST_A_PER_VOC = 1 / 31;
const LEAST_IN_FULL = 1 / 33;
const MOST_A_PER_VOC = 1 / 8;
/** Below this, a sheet followed to the letter asks for a cell that there is none of, but has a curve. */
const BARELY_A_PER_VOC = 1 / 60;
/** The coefficients are not moved further than this; beyond, the sheet contradicts itself. */
const MOST_ADJUSTED = 0.5;
/** Where the change of most power is taken, °C. @source Dobos 2012: −10 to 50 °C */
const [GAMMA_FROM_C, GAMMA_TO_C] = [-10, 50];

/**
 * Five parameters from a data sheet: exact at Isc, Voc and the point of most power, and in the change of Voc from 0 to
 * 50 °C. Where no diode follows all of it the place of the best point is given up first, and with it the shunt; then
 * the coefficient, so that the ideality stays what cells have. Where the sheet says how power falls with heat, the
 * coefficients of Isc and Voc are moved, one up and the other down, until the curve's does.
 * @source De Soto, Klein & Beckman 2006, with the equations solved one inside the other so that each has a bracket;
 *   Dobos 2012, An improved coefficient calculator for the California Energy Commission 6 parameter module model
 */
export function fitSheet(points: SheetPoints): SheetFitting {
  const { iscA, vocV, impA, vmpV, betaVocVPerK, gammaPmaxPerK } = points;
  if (!(vmpV < vocV)) return { ok: false, reason: 'volts' };
  if (!(impA < iscA)) return { ok: false, reason: 'amps' };
  const fill = (vmpV * impA) / (vocV * iscA);
  if (fill < 0.25) return { ok: false, reason: 'flat' };
  if (betaVocVPerK !== null && betaVocVPerK >= 0) return { ok: false, reason: 'beta' };

  const fitted = withGamma(points, gammaPmaxPerK ?? null);
  return fitted ? { ok: true, ...fitted } : { ok: false, reason: 'square' };
}

/** Moves the two coefficients, by one share in opposite ways, until power falls with heat as the sheet says. */
function withGamma(points: SheetPoints, gamma: number | null): SheetFit | null {
  const moved = (share: number): SheetFit | null => {
    const alpha = points.alphaIscAPerK * (1 - share);
    const beta = (points.betaVocVPerK ?? USUAL_BETA * points.vocV) * (1 + share);
    const fit = withBeta({ ...points, alphaIscAPerK: alpha }, beta, points.betaVocVPerK === null);
    return fit && { ...fit, adjusted: share };
  };
  const plain = moved(0);
  if (gamma === null || !plain) return plain;
  const off = (fit: SheetFit) => gammaOf(fit.five) - gamma;
  const first = off(plain);
  if (Math.abs(first) < WITHIN_GAMMA) return plain;
  // power falls faster where volts do: walk that way until the sheet's own is passed
  let [from, fromOff] = [0, first];
  for (let to = (1.3 * first) / USUAL_GAMMA_BY_SHARE; Math.abs(from) < MOST_ADJUSTED; to *= 2) {
    to = Math.sign(to) * Math.min(Math.max(Math.abs(to), 0.01), MOST_ADJUSTED);
    const fit = moved(to);
    if (!fit) return plain;
    const toOff = off(fit);
    if (Math.sign(toOff) === -Math.sign(first)) {
      let last = fit;
      root(
        from,
        to,
        (at) => {
          last = moved(at) ?? plain;
          return off(last);
        },
        1e-4,
        [fromOff, toOff],
      );
      return last;
    }
    [from, fromOff] = [to, toOff];
  }
  return plain;
}

/** About what a share of adjustment moves the coefficient of power by; only where the search begins. */
const USUAL_GAMMA_BY_SHARE = 0.005;
const WITHIN_GAMMA = 1e-7;
/** Where a sheet is silent: crystalline silicon, share of Voc per kelvin. Common practice. */
const USUAL_BETA = -0.003;

/** Change of the most power with temperature, share per kelvin. */
export function gammaOf(five: FiveParameters): number {
  const power = (cellC: number) => pointsOf(atConditions(five, STANDARD.wm2, cellC)).pmpW;
  return (power(GAMMA_TO_C) - power(GAMMA_FROM_C)) / (GAMMA_TO_C - GAMMA_FROM_C) / power(STANDARD.cellC);
}

type Fitted = Omit<SheetFit, 'adjusted'>;

/** The ideality at which Voc falls with temperature as wanted, as close to the sheet's points as it can be held. */
function withBeta(points: SheetPoints, beta: number, usual: boolean): Fitted | null {
  const { vocV } = points;
  const off = (five: FiveParameters) =>
    (voltageAt(atConditions(five, STANDARD.wm2, 50), 0) - voltageAt(atConditions(five, STANDARD.wm2, 0), 0)) /
      50 -
    beta;
  const edge = lastThroughPoints(points);
  if (edge) {
    const low = throughPoints(points, vocV * BARELY_A_PER_VOC);
    const [offLow, offEdge] = [low && off(low), off(edge)];
    if (low && offLow !== null && Math.sign(offLow) === -Math.sign(offEdge)) {
      const a = root(low.aV, edge.aV, (at) => off(throughPoints(points, at) ?? edge), 1e-11, [
        offLow,
        offEdge,
      ]);
      const five = throughPoints(points, a);
      if (five && a >= vocV * LEAST_IN_FULL) return { five, kind: 'full' };
    }
    // a coefficient of our own gives way before anything the sheet says
    if (usual && edge.aV >= vocV * LEAST_A_PER_VOC) return { five: edge, kind: 'full' };
  }
  const [least, most] = [vocV * LEAST_A_PER_VOC, vocV * MOST_A_PER_VOC];
  const [low, high] = [byPower(points, least), byPower(points, mostByPower(points, least, most))];
  if (!low || !high) return null;
  const [offLow, offHigh] = [off(low), off(high)];
  if (Math.sign(offLow) === Math.sign(offHigh))
    return { five: Math.abs(offLow) < Math.abs(offHigh) ? low : high, kind: 'power' };
  const a = root(low.aV, high.aV, (at) => off(byPower(points, at) ?? high), 1e-10, [offLow, offHigh]);
  const five = byPower(points, a);
  return five && { five, kind: 'place' };
}

/** The curve through all three points with the largest ideality: the one with nothing lost in the shunt. */
function lastThroughPoints(points: SheetPoints): FiveParameters | null {
  let low = points.vocV * BARELY_A_PER_VOC;
  let high = points.vocV * MOST_A_PER_VOC;
  let [best, beyond] = [solved(points, low), solved(points, high)];
  if (!best || !isDiode(best)) return null;
  for (let turn = 0; turn < 40 && high - low > 1e-9 * high; turn++) {
    if (beyond && beyond.gsh < 0) {
      const a = root(low, high, (at) => solved(points, at)?.gsh ?? 0, 1e-10, [best.gsh, beyond.gsh]);
      const near = solved(points, a * (1 - 1e-9));
      return fiveOf(points, near && isDiode(near) ? near : best);
    }
    const middle = (low + high) / 2;
    const at = solved(points, middle);
    if (at && isDiode(at)) [low, best] = [middle, at];
    else [high, beyond] = [middle, at];
  }
  return fiveOf(points, best);
}

interface Solved {
  a: number;
  rs: number;
  il: number;
  i0: number;
  /** Siemens; below 0 no diode has these points at this ideality. */
  gsh: number;
}

const isDiode = ({ il, i0, gsh }: Solved) => i0 > 0 && gsh >= 0 && il > 0;

const fiveOf = ({ alphaIscAPerK }: SheetPoints, { a, rs, il, i0, gsh }: Solved): FiveParameters => ({
  photocurrentA: il,
  saturationA: i0,
  seriesOhm: rs,
  shuntOhm: 1 / Math.max(gsh, 1e-9),
  aV: a,
  alphaIscAPerK,
});

function throughPoints(points: SheetPoints, a: number): FiveParameters | null {
  const at = solved(points, a);
  return at && isDiode(at) ? fiveOf(points, at) : null;
}

/** For one ideality, the series resistance at which power is at its top at the sheet's own point. */
function solved(points: SheetPoints, a: number): Solved | null {
  const { impA, vmpV, vocV } = points;
  const off = (rs: number) => {
    const at = linear(points, a, rs);
    const conductance = (at.i0 / a) * Math.exp((vmpV + impA * rs) / a) + at.gsh;
    return impA - vmpV * (conductance / (1 + rs * conductance));
  };
  const end = ((vocV - vmpV) / impA) * 0.9999;
  const [first, last] = [off(0), off(end)];
  if (Math.sign(first) === Math.sign(last)) return null;
  const rs = root(0, end, off, 1e-11, [first, last]);
  return { a, rs, ...linear(points, a, rs) };
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

/** Isc, Voc and the most power with nothing lost in the shunt; the best point lies where it falls. */
function byPower(points: SheetPoints, a: number): FiveParameters | null {
  const { vmpV, impA, vocV, iscA } = points;
  const short = (rs: number) =>
    pointsOf(atConditions(unshunted(points, a, rs), STANDARD.wm2, STANDARD.cellC)).pmpW - vmpV * impA;
  const end = (vocV / iscA) * 0.9;
  const [first, last] = [short(0), short(end)];
  if (first < 0 || last > 0) return null;
  return unshunted(points, a, root(0, end, short, 1e-10, [first, last]));
}

/** The largest ideality at which a cell without resistance still makes the sheet's power. */
function mostByPower(points: SheetPoints, least: number, most: number): number {
  if (byPower(points, most)) return most;
  let [low, high] = [least, most];
  for (let turn = 0; turn < 50; turn++) {
    const middle = (low + high) / 2;
    if (byPower(points, middle)) low = middle;
    else high = middle;
  }
  return low;
}

function unshunted({ iscA, vocV, alphaIscAPerK }: SheetPoints, a: number, rs: number): FiveParameters {
  const saturationA = iscA / (Math.expm1(vocV / a) - Math.expm1((iscA * rs) / a));
  return {
    photocurrentA: saturationA * Math.expm1(vocV / a),
    saturationA,
    seriesOhm: rs,
    shuntOhm: 1e9,
    aV: a,
    alphaIscAPerK,
  };
}
