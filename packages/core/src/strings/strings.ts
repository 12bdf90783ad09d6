import type { RecordTemperature } from '../climate';
import type { ArrayPlan } from '../document';
import {
  codeTableFactor,
  coefficientFactor,
  hotPanel,
  MOUNTINGS,
  tiedShare,
  type ModuleNumbers,
} from '../module';
import {
  backFedAmps,
  fitStrings,
  tryArrangement,
  type Arrangement,
  type ControllerWindow,
  type Harvest,
  type PanelAtExtremes,
} from './fit';
import { strictest, type InputWindow } from './inputs';

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
    hot: hotPanel(module, hotCellC),
    iscA: module.iscA * (1 + backs),
    impA: module.impA * (1 + backs),
    vmpV: module.vmpV,
    tied: (volts) => tiedShare(module, volts),
    pmaxW: module.pmaxW * (1 + backs),
  };
}

/** Where on a controller an array is. */
export interface Berth {
  /** All inputs of the controller. */
  windows: readonly InputWindow[];
  /** The first input the array is on, from 1, and how many there are for it. */
  first: number;
  inputs: number;
  /** Array watts at standard conditions that the controller can use in all. */
  usableW: number;
}

/** The inputs that an array is on, so many from its first. */
export function stringsOn({ windows, first }: Berth, count: number): readonly InputWindow[] {
  const from = Math.min(first, windows.length) - 1;
  return windows.slice(from, from + Math.max(1, count));
}

/** The window that alike strings on the first so many inputs of a berth keep to. */
export function windowFor(berth: Berth, count: number): ControllerWindow {
  const { maxV, chargesFromV, startV, ties, maxWorkV, maxA, maxIscA, maxW } = strictest(
    stringsOn(berth, count),
  );
  const { inputs, usableW } = berth;
  return { maxV, chargesFromV, startV, ties, maxWorkV, maxA, maxIscA, maxInputW: maxW, usableW, inputs };
}

/** What each school says the cold does to open-circuit volts. */
export function coldSchools(betaVoc: number | null, low: RecordTemperature): ColdSchools {
  const yearlyLowC = low.valueC + YEARLY_LOW_ABOVE_RECORD_K;
  return {
    coefficient: betaVoc === null ? null : coefficientFactor(betaVoc, low.valueC),
    codeTable: codeTableFactor(low.valueC),
    meanYearlyLow: betaVoc === null ? null : coefficientFactor(betaVoc, yearlyLowC),
    yearlyLowC,
  };
}

/** What of an array's plan its strings follow from. */
export type StringsPart = Pick<ArrayPlan, 'strings' | 'count' | 'mounting' | 'bifacial'>;

/** Fits an array's panels to its controller at the place's record temperatures. */
export function computeStrings(
  plan: StringsPart,
  module: ModuleNumbers,
  berth: Berth,
  low: RecordTemperature,
  high: RecordTemperature,
  harvest?: Harvest,
): StringsResult {
  const { series, parallel, inputs } = plan.strings;
  const hotCellC = high.valueC + MOUNTINGS[plan.mounting].hotRiseK;
  const schools = coldSchools(module.betaVoc, low);
  const coldFactor = schools.coefficient ?? schools.codeTable;
  const panel = panelAtExtremes(module, coldFactor, low.valueC, hotCellC, plan.bifacial.value / 100);
  const window = windowFor(berth, inputs.value);
  const count = plan.count.value;
  const chosen = tryArrangement(series.value, parallel.value, inputs.value, panel, window, count, harvest);
  const tried = fitStrings(panel, (on) => windowFor(berth, on), count, harvest);
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
  };
}

export const sameArrangement = (a: Arrangement, b: Arrangement) =>
  a.series === b.series && a.parallel === b.parallel && a.inputs === b.inputs;
