import {
  alongOf,
  currentAt,
  slopeAt,
  thermalVolts,
  voltsAndSlope,
  type Along,
  type Diode,
  type FiveParameters,
} from './singleDiode';

/** Cells in series that one bypass diode guards. */
export interface Section {
  diode: Diode;
  along: Along | null;
  /** Amps with its own ends joined. */
  iscA: number;
  bypass: { saturationA: number; scaleV: number } | null;
  /** True where its cells hardly conduct by themselves below 0 V, so that they are a straight line there. */
  straightBelow: boolean;
}

/** A silicon diode as it sits in junction boxes: 0.5 to 0.7 V when it carries the string. Common practice. */
export const BYPASS = { saturationA: 1e-9, ideality: 1 } as const;

/** A third, or any part, of a module by its five parameters. */
export const partOf = (five: FiveParameters, parts: number): FiveParameters => ({
  ...five,
  aV: five.aV / parts,
  seriesOhm: five.seriesOhm / parts,
  shuntOhm: five.shuntOhm / parts,
});

/** @param cellC sets the volts of the bypass diode */
export function section(diode: Diode, cellC: number, bypassed = true): Section {
  const iscA = diode.il > 0 ? currentAt(diode, 0) : 0;
  return {
    diode,
    along: alongOf(diode),
    iscA,
    bypass: bypassed
      ? { saturationA: BYPASS.saturationA, scaleV: BYPASS.ideality * thermalVolts(cellC) }
      : null,
    straightBelow: diode.i0 * Math.exp((iscA * diode.rs) / diode.a) < 1e-9 * diode.il,
  };
}

/**
 * Volts over a section that carries a current, its bypass diode in parallel.
 * @returns written into `out`: [volts, volts per amp]
 */
export function sectionAt(of: Section, amps: number, out: Float64Array): void {
  const { diode, iscA, bypass } = of;
  if (!bypass || amps < iscA) {
    // a bypass that blocks leaks its saturation current, as the model of a diode has it
    voltsAndSlope(diode, bypass ? amps + bypass.saturationA : amps, out, of.along);
  } else if (of.straightBelow) bypassedStraight(of, bypass, amps, out);
  else bypassedBent(of, bypass, amps, out);
}

type Bypass = NonNullable<Section['bypass']>;

/**
 * Its own cells a straight line. Begun where the bypass carries all but the short-circuit current, so that the first of
 * Newton's steps needs no exponential, and mostly is the last. On a falling, hollow curve none passes the root.
 */
function bypassedStraight(
  { diode, iscA }: Section,
  { saturationA, scaleV }: Bypass,
  amps: number,
  out: Float64Array,
): void {
  const siemens = diode.gsh / (1 + diode.rs * diode.gsh);
  let carried = amps - iscA + saturationA;
  let volts = -scaleV * Math.log(carried / saturationA);
  let slope = 0;
  for (let turn = 0; turn < 40; turn++) {
    slope = -carried / scaleV - siemens;
    const step = (iscA - volts * siemens + carried - saturationA - amps) / slope;
    volts -= step;
    if (Math.abs(step) < 1e-4 * scaleV) break;
    carried *= Math.exp(step / scaleV);
  }
  out[0] = volts;
  out[1] = 1 / slope;
}

function bypassedBent(
  { diode, iscA }: Section,
  { saturationA, scaleV }: Bypass,
  amps: number,
  out: Float64Array,
): void {
  let volts = -scaleV * Math.log1p((amps - iscA) / saturationA);
  let slope = 0;
  for (let turn = 0; turn < 40; turn++) {
    const carried = saturationA * Math.exp(-volts / scaleV);
    const own = currentAt(diode, volts);
    slope = -carried / scaleV + 1 / slopeAt(diode, volts, own);
    const step = (own + carried - saturationA - amps) / slope;
    volts -= step;
    if (Math.abs(step) < 1e-12 * (1 + Math.abs(volts))) break;
  }
  out[0] = volts;
  out[1] = 1 / slope;
}
