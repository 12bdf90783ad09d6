import type { Piece } from '../document';
import type { ModuleNumbers } from './sheet';

/** What a meter said of one panel, brought to standard conditions. */
export interface MeasuredPanel {
  vocV: number | null;
  iscA: number | null;
  /** Against its sheet, as shares; null where not measured. */
  vocShare: number | null;
  iscShare: number | null;
}

const STANDARD_WM2 = 1000;
const STANDARD_C = 25;
/** Voc falls by this share for every factor e of light, where no curve is known. Common practice. */
const USUAL_LIGHT_SHARE = 1 / 27;

/**
 * Brings measured Voc and Isc to 1000 W/m² and 25 °C by the module's own coefficients.
 * @param aV ideality × cells × thermal volts of the fitted curve, null where there is none
 * @source IEC 60891, procedure 2 without its resistances, which neither point needs (from memory)
 */
export function toStandard(piece: Piece, module: ModuleNumbers, aV: number | null): MeasuredPanel {
  const light = (piece.light?.value ?? STANDARD_WM2) / STANDARD_WM2;
  const warmer = (piece.cell?.value ?? STANDARD_C) - STANDARD_C;
  const beta = module.betaVoc ?? -0.003;
  const iscA = piece.isc ? piece.isc.value / light / (1 + module.alphaIsc * warmer) : null;
  const vocV = piece.voc
    ? (piece.voc.value - (aV ?? module.vocV * USUAL_LIGHT_SHARE) * Math.log(light)) / (1 + beta * warmer)
    : null;
  return {
    vocV,
    iscA,
    vocShare: vocV === null ? null : vocV / module.vocV,
    iscShare: iscA === null ? null : iscA / module.iscA,
  };
}

/** A sheet with its volts and amps scaled to what was measured. */
export function asMeasured(module: ModuleNumbers, volts: number, amps: number): ModuleNumbers {
  return {
    ...module,
    vocV: module.vocV * volts,
    vmpV: module.vmpV * volts,
    iscA: module.iscA * amps,
    impA: module.impA * amps,
    pmaxW: module.pmaxW * volts * amps,
  };
}
