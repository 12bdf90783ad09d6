import type { BankResult } from '../bank';
import type { ResolvedClimate } from '../climate';
import type { Design } from '../design/types';
import type { Loads } from '../loads';
import type { ModuleNumbers } from '../module';
import { STEPS, STEP_H } from './planeDay';
import { arrayKeeps, computePlaneYear, type PlaneMonth } from './yield';

export interface ArrayMonth {
  month: number;
  inUse: boolean;
  poaKWhm2: number;
  /** Energy a day that reaches the bank's posts and can be used, after losses, clipping and the bank's own, Wh. */
  madeWh: number;
  usedWh: number;
  /** Made over used; null in months without use. */
  ratio: number | null;
  /** What the controller cannot use on a mean day and on a cloudless one, Wh. */
  clippedWh: number;
  clearClippedWh: number;
}

export type ArraySchool = 'worst-month' | 'charge-rate';

export interface ArrayNeed {
  school: ArraySchool;
  modules: number;
}

export interface ArrayResult {
  months: ArrayMonth[];
  planeYear: PlaneMonth[];
  /** The month with the least made for what is used; null where nothing is used. */
  worst: ArrayMonth | null;
  /** Panels that the strings really take. */
  wiredModules: number;
  wiredW: number;
  keeps: number;
  /** Share of stored and direct energy that can be used, 0–1. */
  bankKeeps: number;
  /** Wh a day one panel gives in the worst month, ready to use. */
  perModuleWh: number;
  loadRatio: number;
  needs: ArrayNeed[];
  governing: ArrayNeed | null;
  /** Charge amps the array can send at standard sun, not above the controller's limit. */
  chargeAmps: number;
  chargeAmpsWanted: number;
  limitW: number;
}

/** Array to load ratios. @source IEEE 1562 practice: 1.1–1.2 ordinary, 1.3–1.4 critical (from memory) */
export const LOAD_RATIO = { ordinary: 1.15, critical: 1.35 } as const;

export interface ControllerShare {
  /** Share of Pmax the controller can use, below 1 for one that ties panels to the bank. */
  use: number;
  efficiency: number;
  /** Power it can send to the bank, W. */
  limitW: number;
  /** Power its inputs can take, W at the panels' best voltage. */
  inputLimitW: number;
}

/**
 * What the array makes, month by month, against what is used.
 * @param bank only its chemistry, volts and rate are used; its size does not change what is made
 */
export function computeArray(
  design: Design,
  climate: ResolvedClimate,
  loads: Loads,
  bank: BankResult,
  module: ModuleNumbers,
  controller: ControllerShare,
  wiredModules: number,
): ArrayResult {
  const { array } = design;
  const plane = { tiltDeg: array.tilt.value, azimuthDeg: array.azimuth.value };
  const albedo = array.albedo.value / 100;
  const planeYear = computePlaneYear(climate, plane, array.mounting, albedo, module);
  const keeps = arrayKeeps(array);
  const stored = array.throughBank.value / 100;
  const bankKeeps = 1 - stored * (1 - bank.chemistry.roundTrip);
  const wiredW = wiredModules * module.pmaxW;

  const months = planeYear.map((at, index): ArrayMonth => {
    const used = loads.months[index]?.busWh ?? 0;
    const mean = chargedWh(at.perWatt, wiredW, keeps, controller);
    const clear = chargedWh(at.clearPerWatt, wiredW, keeps, controller);
    const madeWh = mean.sentWh * bankKeeps;
    return {
      month: index + 1,
      inUse: used > 0,
      poaKWhm2: at.poaKWhm2,
      madeWh,
      usedWh: used,
      ratio: used > 0 ? madeWh / used : null,
      clippedWh: mean.clippedWh,
      clearClippedWh: clear.clippedWh,
    };
  });
  const worst = months.reduce<ArrayMonth | null>(
    (least, month) => (month.ratio !== null && month.ratio < (least?.ratio ?? Infinity) ? month : least),
    null,
  );

  const oneWatt = worst
    ? chargedWh(planeYear[worst.month - 1]?.perWatt ?? new Float64Array(STEPS), 1, keeps, {
        ...controller,
        limitW: Infinity,
        inputLimitW: Infinity,
      })
    : null;
  const perModuleWh = (oneWatt?.sentWh ?? 0) * bankKeeps * module.pmaxW;
  const loadRatio = LOAD_RATIO[array.service];
  const needs: ArrayNeed[] = [];
  if (worst && perModuleWh > 0) {
    needs.push({
      school: 'worst-month',
      modules: Math.ceil((worst.usedWh * loadRatio) / perModuleWh - 1e-9),
    });
  }
  const ampsPerModule = (module.pmaxW * keeps * controller.use * controller.efficiency) / bank.absorptionV;
  if (bank.chemistry.chargeMinC > 0) {
    needs.push({
      school: 'charge-rate',
      modules: Math.ceil((bank.chemistry.chargeMinC * bank.ah) / ampsPerModule - 1e-9),
    });
  }
  const governing = needs.reduce<ArrayNeed | null>(
    (most, need) => (need.modules > (most?.modules ?? 0) ? need : most),
    null,
  );
  const wanted = ampsPerModule * wiredModules;
  return {
    months,
    planeYear,
    worst,
    wiredModules,
    wiredW,
    keeps,
    bankKeeps,
    perModuleWh,
    loadRatio,
    needs,
    governing,
    chargeAmps: Math.min(wanted, controller.limitW / bank.absorptionV),
    chargeAmpsWanted: wanted,
    limitW: controller.limitW,
  };
}

function chargedWh(
  perWatt: Float64Array,
  arrayW: number,
  keeps: number,
  controller: ControllerShare,
): { sentWh: number; clippedWh: number } {
  let [sent, clipped] = [0, 0];
  for (const share of perWatt) {
    const offered = share * arrayW * keeps * controller.use;
    const taken = Math.min(offered, controller.inputLimitW) * controller.efficiency;
    const given = Math.min(taken, controller.limitW);
    sent += given;
    clipped += offered * controller.efficiency - given;
  }
  return { sentWh: sent * STEP_H, clippedWh: clipped * STEP_H };
}
