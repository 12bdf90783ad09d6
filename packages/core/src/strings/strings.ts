import type { BankResult } from '../bank';
import type { RecordTemperature } from '../climate';
import type { ArrayPlan, Controller } from '../design/types';
import { MOUNTINGS, codeTableFactor, coefficientFactor, type ModuleNumbers } from '../module';
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
  backs = 0,
): PanelAtExtremes {
  return {
    coldVocV: module.vocV * coldFactor,
    coldVmpV: module.vmpV * (1 + module.gammaPmax * (lowC - 25)),
    hotVmpV: module.vmpV * (1 + module.gammaPmax * (hotCellC - 25)),
    iscA: module.iscA * (1 + backs),
    impA: module.impA * (1 + backs),
    pmaxW: module.pmaxW * (1 + backs),
  };
}

/** Volts a string must reach to charge this bank through this controller. */
export function chargesFrom(controller: Controller, bank: BankResult): number {
  return Math.max(controller.minVolts.value, bank.absorptionV + controller.headroom.value);
}

/**
 * Fits an array's panels to its controller at the place's record temperatures.
 * @param inputsTaken inputs of the controller that other arrays are on
 */
export function computeStrings(
  plan: ArrayPlan,
  controller: Controller,
  module: ModuleNumbers,
  bank: BankResult,
  low: RecordTemperature,
  high: RecordTemperature,
  inputsTaken: number,
): StringsResult {
  const { series, parallel, inputs } = plan.strings;
  const hotCellC = high.valueC + MOUNTINGS[plan.mounting].hotRiseK;
  const yearlyLowC = low.valueC + YEARLY_LOW_ABOVE_RECORD_K;
  const schools: ColdSchools = {
    coefficient: module.betaVoc === null ? null : coefficientFactor(module.betaVoc, low.valueC),
    codeTable: codeTableFactor(low.valueC),
    meanYearlyLow: module.betaVoc === null ? null : coefficientFactor(module.betaVoc, yearlyLowC),
    yearlyLowC,
  };
  const coldFactor = schools.coefficient ?? schools.codeTable;
  const panel = panelAtExtremes(module, coldFactor, low.valueC, hotCellC, plan.bifacial.value / 100);
  const window: ControllerWindow = {
    maxV: controller.maxVolts.value,
    chargesFromV: chargesFrom(controller, bank),
    maxWorkV: controller.maxWorkVolts.value,
    maxA: controller.maxAmps.value,
    maxIscA: controller.maxIscAmps.value,
    usableW: (controller.chargeAmps.value * bank.absorptionV) / (controller.efficiency.value / 100),
    inputs: Math.max(0, controller.inputs.value - inputsTaken),
  };
  const count = plan.count.value;
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
    backFedA: backFedAmps(chosen.parallel, panel.iscA),
    fuseA: stringFuseA(panel.iscA),
  };
}

export const sameArrangement = (a: Arrangement, b: Arrangement) =>
  a.series === b.series && a.parallel === b.parallel && a.inputs === b.inputs;
