import { remembered, together } from '../memo';
import type { Entry, ModuleSheet } from '../document';

/** The data sheet as numbers; missing coefficients are replaced and named. */
export interface ModuleNumbers {
  pmaxW: number;
  vocV: number;
  iscA: number;
  vmpV: number;
  impA: number;
  /** Share per kelvin; null where the code table must serve. */
  betaVoc: number | null;
  alphaIsc: number;
  gammaPmax: number;
  /** The same where the sheet itself gives it; null where ours stands in. */
  ownGamma: number | null;
  maxFuseA: number | null;
  sections: number;
  halfCut: boolean;
  assumed: string[];
}

/** Where a sheet gives none. Common practice for crystalline silicon, on the careful side. */
export const FALLBACK = { alphaIscPct: 0.06, gammaPmaxPct: -0.45, betaVocPct: -0.35 } as const;

/** The same object for equal sheets, so that what arrays of one panel have in common is worked out once. */
export const readSheet = remembered('data sheet read', (sheet: ModuleSheet) => asKnown(numbersOf(sheet)));

const known = new WeakMap<readonly unknown[], ModuleNumbers>();
function asKnown(numbers: ModuleNumbers): ModuleNumbers {
  const figures = together(Object.values(numbers).flat());
  const same = known.get(figures) ?? numbers;
  known.set(figures, same);
  return same;
}

function numbersOf(sheet: ModuleSheet): ModuleNumbers {
  const assumed: string[] = [];
  const orElse = (entry: Entry | null, fallback: number, name: string): number => {
    if (entry) return entry.value / 100;
    assumed.push(name);
    return fallback / 100;
  };
  return {
    pmaxW: sheet.pmax.value,
    vocV: sheet.voc.value,
    iscA: sheet.isc.value,
    vmpV: sheet.vmp.value,
    impA: sheet.imp.value,
    betaVoc: sheet.betaVoc ? sheet.betaVoc.value / 100 : null,
    alphaIsc: orElse(sheet.alphaIsc, FALLBACK.alphaIscPct, 'Isc by temperature'),
    gammaPmax: orElse(sheet.gammaPmax, FALLBACK.gammaPmaxPct, 'Pmax by temperature'),
    ownGamma: sheet.gammaPmax ? sheet.gammaPmax.value / 100 : null,
    maxFuseA: sheet.maxFuse?.value ?? null,
    sections: sheet.sections.value,
    halfCut: sheet.halfCut,
    assumed,
  };
}
