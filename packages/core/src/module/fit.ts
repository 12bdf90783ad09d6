import { fitSheet, type SheetFitting } from '../curve';
import type { ModuleNumbers } from './sheet';

const fits = new WeakMap<ModuleNumbers, SheetFitting>();

/** The five parameters of a sheet, worked out once. */
export function fitOf(module: ModuleNumbers): SheetFitting {
  const known = fits.get(module);
  if (known) return known;
  const fit = fitSheet({
    iscA: module.iscA,
    vocV: module.vocV,
    impA: module.impA,
    vmpV: module.vmpV,
    alphaIscAPerK: module.alphaIsc * module.iscA,
    betaVocVPerK: module.betaVoc === null ? null : module.betaVoc * module.vocV,
  });
  fits.set(module, fit);
  return fit;
}
