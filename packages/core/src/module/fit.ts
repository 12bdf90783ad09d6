import { fitSheet, type SheetFitting } from '../curve';
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
  }),
);
