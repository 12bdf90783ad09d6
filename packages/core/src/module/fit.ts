import { fitSheet, scaledFive, type SheetFitting } from '../curve';
import { remembered } from '../memo';
import type { ModuleNumbers } from './sheet';

/** The five parameters of a sheet. */
export const fitOf = remembered('five parameters', (module: ModuleNumbers): SheetFitting =>
  fitSheet({
    iscA: module.iscA,
    vocV: module.vocV,
    impA: module.impA,
    vmpV: module.vmpV,
    alphaIscAPerK: module.alphaIsc * module.iscA,
    betaVocVPerK: module.betaVoc === null ? null : module.betaVoc * module.vocV,
    gammaPmaxPerK: module.ownGamma,
  }),
);

/** The fit of a sheet whose volts and amps were scaled: the same as fitting the scaled sheet anew. */
export const scaledFit = (fit: SheetFitting, volts: number, amps: number): SheetFitting =>
  fit.ok ? { ...fit, five: scaledFive(fit.five, volts, amps) } : fit;
