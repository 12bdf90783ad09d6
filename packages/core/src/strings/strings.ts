import type { BankResult } from '../bank';
import type { RecordTemperature } from '../climate';
import type { Design } from '../design/types';
import { MOUNTINGS, codeTableFactor, coefficientFactor, type ModuleNumbers } from '../module';
import { clamp } from '../sun';
import {
  backFedAmps,
  fitStrings,
  stringFuseA,
  tryArrangement,
  type Arrangement,
  type ControllerWindow,
  type PanelAtExtremes,
} from './fit';

export interface ColdSchools {
  /** Open-circuit factor by each school; null where the sheet gives no coefficient. */
  coefficient: number | null;
  codeTable: number;
  meanYearlyLow: number | null;
  /** The mean of yearly lows the third school is taken at, °C. */
  yearlyLowC: number;
}

export interface StringsResult {
  lowC: number;
  highC: number;
  hotCellC: number;
  coldFactor: number;
  schools: ColdSchools;
  panel: PanelAtExtremes;
  window: ControllerWindow;
  chosen: Arrangement;
  /** All that the panels can make, best first, the chosen one among them. */
  arrangements: Arrangement[];
  best: Arrangement | null;
  backFedA: number;
  fuseA: number | null;
}

/** The mean of yearly lows lies about this much above the record. Common practice. */
const YEARLY_LOW_ABOVE_RECORD_K = 5;

/** What one panel gives at the record low and on the hottest afternoon. */
export function panelAtExtremes(
  module: ModuleNumbers,
  coldFactor: number,
  lowC: number,
  hotCellC: number,
): PanelAtExtremes {
  return {
    coldVocV: module.vocV * coldFactor,
    coldVmpV: module.vmpV * (1 + module.gammaPmax * (lowC - 25)),
    hotVmpV: module.vmpV * (1 + module.gammaPmax * (hotCellC - 25)),
    iscA: module.iscA,
    impA: module.impA,
    pmaxW: module.pmaxW,
  };
}

/** Volts a string must reach to charge this bank through this controller. */
export function chargesFrom(design: Design, bank: BankResult): number {
  const { controller } = design.strings;
  return Math.max(controller.minVolts.value, bank.absorptionV + controller.headroom.value);
}

/** Fits the chosen panels to the controller at the place's record temperatures. */
export function computeStrings(
  design: Design,
  module: ModuleNumbers,
  bank: BankResult,
  low: RecordTemperature,
  high: RecordTemperature,
): StringsResult {
  const { controller, series, parallel, inputs } = design.strings;
  const hotCellC = high.valueC + MOUNTINGS[design.array.mounting].hotRiseK;
  const yearlyLowC = low.valueC + YEARLY_LOW_ABOVE_RECORD_K;
  const schools: ColdSchools = {
    coefficient: module.betaVoc === null ? null : coefficientFactor(module.betaVoc, low.valueC),
    codeTable: codeTableFactor(low.valueC),
    meanYearlyLow: module.betaVoc === null ? null : coefficientFactor(module.betaVoc, yearlyLowC),
    yearlyLowC,
  };
  const coldFactor = schools.coefficient ?? schools.codeTable;
  const panel = panelAtExtremes(module, coldFactor, low.valueC, hotCellC);
  const window: ControllerWindow = {
    maxV: controller.maxVolts.value,
    chargesFromV: chargesFrom(design, bank),
    maxWorkV: controller.maxWorkVolts.value,
    maxA: controller.maxAmps.value,
    maxIscA: controller.maxIscAmps.value,
    usableW: (controller.chargeAmps.value * bank.absorptionV) / (controller.efficiency.value / 100),
    inputs: controller.inputs.value,
  };
  const count = design.array.count.value;
  const chosen = tryArrangement(series.value, parallel.value, inputs.value, panel, window, count);
  const tried = fitStrings(panel, window, count);
  const known = tried.some((other) => sameArrangement(other, chosen));
  const [best] = tried;
  return {
    lowC: low.valueC,
    highC: high.valueC,
    hotCellC,
    coldFactor,
    schools,
    panel,
    window,
    chosen,
    arrangements: known ? tried : [...tried, chosen],
    best: best && best.faults === 0 ? best : null,
    backFedA: backFedAmps(chosen.parallel, module.iscA),
    fuseA: stringFuseA(module.iscA),
  };
}

export const sameArrangement = (a: Arrangement, b: Arrangement) =>
  a.series === b.series && a.parallel === b.parallel && a.inputs === b.inputs;

/** Share of Pmax a controller that ties panels to the bank can use, 0–1. */
export function pulseWidthUse(seriesCount: number, vmpV: number, bankV: number): number {
  return clamp(bankV / (seriesCount * vmpV), 0, 1);
}
