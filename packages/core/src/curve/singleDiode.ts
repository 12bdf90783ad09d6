import { lambertOfExp } from './lambert';

/** Five parameters of a module at standard conditions, and how its current grows with temperature. */
export interface FiveParameters {
  photocurrentA: number;
  saturationA: number;
  seriesOhm: number;
  shuntOhm: number;
  /** Ideality × cells in series × thermal volts. */
  aV: number;
  alphaIscAPerK: number;
}

/** The same module with all its volts and all its amps times a share. */
export const scaledFive = (five: FiveParameters, volts: number, amps: number): FiveParameters => ({
  photocurrentA: five.photocurrentA * amps,
  saturationA: five.saturationA * amps,
  seriesOhm: (five.seriesOhm * volts) / amps,
  shuntOhm: (five.shuntOhm * volts) / amps,
  aV: five.aV * volts,
  alphaIscAPerK: five.alphaIscAPerK * amps,
});

/** The single diode at one light and temperature. Shunt is a conductance, so that none at all is 0. */
export interface Diode {
  il: number;
  i0: number;
  rs: number;
  gsh: number;
  a: number;
}

export const STANDARD = { wm2: 1000, cellC: 25 } as const;
const KELVIN = 273.15;
const T_REF = STANDARD.cellC + KELVIN;
/** Boltzmann's constant, eV/K (CODATA 2018). */
const K_EV = 8.617333262e-5;
/** Band gap of silicon at 25 °C, eV, and its change per kelvin as a share. @source De Soto, Klein & Beckman 2006 */
const GAP_EV = 1.121;
const GAP_PER_K = -0.0002677;

/** Thermal volts of one junction, kT/q. */
export const thermalVolts = (cellC: number) => K_EV * (cellC + KELVIN);

/** How the saturation current has grown from 25 °C, as a factor. */
export function saturationGrowth(cellC: number): number {
  const t = cellC + KELVIN;
  const gap = GAP_EV * (1 + GAP_PER_K * (cellC - STANDARD.cellC));
  return (t / T_REF) ** 3 * Math.exp((GAP_EV / T_REF - gap / t) / K_EV);
}

/**
 * The parameters at another light and cell temperature.
 * @param wm2 effective irradiance, 0 or more, @param cellC above −273
 * @source De Soto, Klein & Beckman 2006, Solar Energy 80
 */
export function atConditions(five: FiveParameters, wm2: number, cellC: number): Diode {
  const light = wm2 / STANDARD.wm2;
  return {
    il: Math.max(0, light * (five.photocurrentA + five.alphaIscAPerK * (cellC - STANDARD.cellC))),
    i0: five.saturationA * saturationGrowth(cellC),
    rs: five.seriesOhm,
    gsh: light / five.shuntOhm,
    a: (five.aV * (cellC + KELVIN)) / T_REF,
  };
}

/** Amps at a terminal voltage, by Lambert W. */
export function currentAt({ il, i0, rs, gsh, a }: Diode, volts: number): number {
  if (rs === 0) return il - i0 * Math.expm1(volts / a) - volts * gsh;
  const k = 1 + rs * gsh;
  const w = lambertOfExp((rs * (il + i0) + volts) / (a * k) + Math.log((rs * i0) / (a * k)));
  return (il + i0 - volts * gsh) / k - (a / rs) * w;
}

/** Terminal volts at a current, by Lambert W; below the short-circuit current as above it. */
export function voltageAt(diode: Diode, amps: number): number {
  voltsAndSlope(diode, amps, out);
  return out[0] as number;
}

const out = new Float64Array(2);

/** What of a diode is the same all along its curve: ln(i0 ÷ (gsh × a)), 1 ÷ (gsh × a) and 1 ÷ gsh. */
export interface Along {
  logRatio: number;
  perGa: number;
  perG: number;
}

/** Null where hardly anything leaks, so that its volts are a plain logarithm. */
export const alongOf = ({ i0, gsh, a }: Diode): Along | null =>
  gsh * a > 1e-9 * i0 ? { logRatio: Math.log(i0 / (gsh * a)), perGa: 1 / (gsh * a), perG: 1 / gsh } : null;

/** Beyond this the difference of two large numbers wants a step more. */
const FAR = 1e5;

/** Volts at a current and volts per amp there, written into `into`. @param along where it is known already */
export function voltsAndSlope(
  diode: Diode,
  amps: number,
  into: Float64Array,
  along: Along | null = alongOf(diode),
): void {
  const { il, i0, rs, gsh, a } = diode;
  const left = il + i0 - amps;
  if (!along) {
    into[0] = left > 0 ? a * Math.log(left / i0) - amps * rs : -Infinity;
    into[1] = -a / Math.max(left, 1e-30) - rs;
    return;
  }
  const scaled = left * along.perGa;
  const w = lambertOfExp(scaled + along.logRatio);
  let junction = left * along.perG - a * w;
  if (Math.abs(scaled) > FAR) {
    // one Newton step takes out what the difference of two large numbers left
    const grown = i0 * Math.exp(junction / a);
    junction += (left - grown - junction * gsh) / (grown / a + gsh);
  }
  into[0] = junction - amps * rs;
  // the diode's own current is a × gsh × w
  into[1] = -along.perG / (1 + w) - rs;
}

/** Volts per amp at a point of the curve, below 0. */
export function slopeAt({ i0, rs, gsh, a }: Diode, volts: number, amps: number): number {
  return -1 / ((i0 / a) * Math.exp((volts + amps * rs) / a) + gsh) - rs;
}

export interface Points {
  iscA: number;
  vocV: number;
  impA: number;
  vmpV: number;
  pmpW: number;
}

/** Short circuit, open circuit and the point of most power. All 0 in the dark. */
export function pointsOf(diode: Diode): Points {
  if (diode.il <= 0) return { iscA: 0, vocV: 0, impA: 0, vmpV: 0, pmpW: 0 };
  const [iscA, vocV] = [currentAt(diode, 0), voltageAt(diode, 0)];
  // power over current has one maximum: its slope V + I dV/dI falls all the way
  let [low, high] = [0, iscA];
  let impA = 0.93 * iscA;
  for (let turn = 0; turn < 60 && high - low > 1e-13 * iscA; turn++) {
    const v = voltageAt(diode, impA);
    const dv = slopeAt(diode, v, impA);
    const slope = v + impA * dv;
    if (slope > 0) low = impA;
    else high = impA;
    const bend = 2 * dv + impA * bendAt(diode, v, impA, dv);
    const next = impA - slope / bend;
    if (Math.abs(next - impA) <= 1e-14 * iscA) break;
    impA = next > low && next < high ? next : (low + high) / 2;
  }
  const vmpV = voltageAt(diode, impA);
  return { iscA, vocV, impA, vmpV, pmpW: vmpV * impA };
}

/** Second derivative of volts by amps. */
function bendAt({ i0, rs, a }: Diode, volts: number, amps: number, slope: number): number {
  const grown = (i0 / (a * a)) * Math.exp((volts + amps * rs) / a);
  const junction = slope + rs;
  return grown * junction ** 3;
}
