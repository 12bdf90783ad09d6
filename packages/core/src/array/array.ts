import type { BankResult } from '../bank';
import type { ArrayPlan, BusVolts, Controller, Design } from '../document';
import type { Loads } from '../loads';
import type { ModuleNumbers } from '../module';
import { STEP_H, STEPS, type PlaneMonth } from '../sky';
import { chargeAmpsOn, pulseWidthUse, windowFor, type Berth, type PileFacts } from '../strings';

export interface ArrayMonth {
  month: number;
  inUse: boolean;
  /** Peak sun hours on the planes, the mean of the arrays by their watts. */
  poaKWhm2: number;
  /** Energy a day that reaches the bank's posts and can be used, after losses, clipping and the bank's own, Wh. */
  madeWh: number;
  usedWh: number;
  /** Made over used; null in months without use. */
  ratio: number | null;
  /** What the controllers cannot use on a mean day and on a cloudless one, Wh. */
  clippedWh: number;
  clearClippedWh: number;
  /** Of `madeWh`, by array. */
  byArray: Record<string, number>;
}

export type ArraySchool = 'worst-month' | 'charge-rate';

export interface ArrayNeed {
  school: ArraySchool;
  /** Panels the leading array would have, the others as they are. */
  modules: number;
}

/** One array as the year's reckoning sees it. */
export interface ArrayInput {
  id: string;
  plan: ArrayPlan;
  controllerId: string;
  controller: Controller;
  module: ModuleNumbers;
  berth: Berth;
  pile: PileFacts | null;
  /** Panels that the strings really take. */
  wiredModules: number;
  year: PlaneMonth[];
}

export interface ArrayShare {
  wiredModules: number;
  wiredW: number;
  /** Share left after wiring and mismatch; dirt and snow are in the year itself. */
  keeps: number;
  /** Wh a day one more panel gives in the worst month, ready to use, nothing clipped. */
  perModuleWh: number;
}

export interface EnergyResult {
  months: ArrayMonth[];
  /** The month with the least made for what is used; null where nothing is used. */
  worst: ArrayMonth | null;
  wiredModules: number;
  wiredW: number;
  /** Share of stored and direct energy that can be used, 0–1. */
  bankKeeps: number;
  loadRatio: number;
  arrays: Record<string, ArrayShare>;
  /** The array with the most watts: sizes are asked of it. */
  leadId: string;
  needs: ArrayNeed[];
  governing: ArrayNeed | null;
  /** Charge amps the arrays can send at standard sun, not above the controllers' limits. */
  chargeAmps: number;
  chargeAmpsWanted: number;
  limitW: number;
}

/** Array to load ratios. @source IEEE 1562 practice: 1.1–1.2 ordinary, 1.3–1.4 critical (from memory) */
export const LOAD_RATIO = { ordinary: 1.15, critical: 1.35 } as const;

/** Share of the panels' power that is left after mismatch and wiring, 0–1. */
export const arrayKeeps = ({ wiring, mismatch }: ArrayPlan): number =>
  (1 - wiring.value / 100) * (1 - mismatch.value / 100);

/** One array at its controller's door. */
interface Feed {
  input: ArrayInput;
  wiredW: number;
  /** Watts offered to the controller for each W/W of the year. */
  factor: number;
  inputLimitW: number;
}

interface Gang {
  controllerId: string;
  efficiency: number;
  limitW: number;
  feeds: Feed[];
}

/** Watts that the inputs of an array work with, at its working volts. */
function inputLimitOf({ plan, module, berth, pile }: ArrayInput): number {
  if (pile)
    return pile.inputs.reduce(
      (sum, { window, solved }) => sum + Math.min(window.maxW, window.maxA * (solved.peaks[0]?.volts ?? 0)),
      0,
    );
  const { maxA, maxInputW } = windowFor(berth, plan.strings.inputs.value);
  return plan.strings.inputs.value * Math.min(maxInputW, maxA * plan.strings.series.value * module.vmpV);
}

function gangsOf(inputs: readonly ArrayInput[], bank: BankResult, busVolts: BusVolts): Gang[] {
  const gangs = new Map<string, Gang>();
  for (const input of inputs) {
    const { plan, controller, controllerId, module } = input;
    const gang = gangs.get(controllerId) ?? {
      controllerId,
      efficiency: controller.efficiency.value / 100,
      limitW: chargeAmpsOn(controller, busVolts) * bank.absorptionV,
      feeds: [],
    };
    const { series } = plan.strings;
    const { pile } = input;
    const wiredW = pile ? pile.wiredW : input.wiredModules * module.pmaxW;
    const mixed = pile && pile.ownKWh > 0 ? pile.kWh / pile.ownKWh : 1;
    const use = controller.kind === 'pwm' ? pulseWidthUse(series.value, module.vmpV, bank.absorptionV) : 1;
    gang.feeds.push({
      input,
      wiredW,
      factor: wiredW * arrayKeeps(plan) * use * mixed,
      inputLimitW: inputLimitOf(input),
    });
    gangs.set(controllerId, gang);
  }
  return [...gangs.values()];
}

/**
 * What the arrays make, month by month, against what is used. Arrays on one controller share its limit.
 * @param bank only its chemistry, volts and rate are used; its size does not change what is made
 */
export function computeEnergy(
  design: Design,
  loads: Loads,
  bank: BankResult,
  inputs: readonly ArrayInput[],
): EnergyResult {
  const gangs = gangsOf(inputs, bank, design.busVolts);
  const bankKeeps = 1 - (design.energy.throughBank.value / 100) * (1 - bank.chemistry.roundTrip);
  const months = Array.from({ length: 12 }, (_, index): ArrayMonth => {
    const usedWh = loads.months[index]?.busWh ?? 0;
    const mean = charged(gangs, index, ({ perWatt }) => perWatt);
    const clear = charged(gangs, index, ({ clearPerWatt }) => clearPerWatt);
    const byArray = Object.fromEntries(
      Object.entries(mean.sentBy).map(([id, wh]) => [id, wh * bankKeeps] as const),
    );
    const madeWh = Object.values(byArray).reduce((sum, wh) => sum + wh, 0);
    return {
      month: index + 1,
      inUse: usedWh > 0,
      poaKWhm2: weightedSun(inputs, index),
      madeWh,
      usedWh,
      ratio: usedWh > 0 ? madeWh / usedWh : null,
      clippedWh: mean.clippedWh,
      clearClippedWh: clear.clippedWh,
      byArray,
    };
  });
  const worst = months.reduce<ArrayMonth | null>(
    (least, month) => (month.ratio !== null && month.ratio < (least?.ratio ?? Infinity) ? month : least),
    null,
  );
  const feeds = gangs.flatMap((gang) => gang.feeds.map((feed) => ({ ...feed, gang })));
  const arrays = Object.fromEntries(
    feeds.map(({ input, wiredW, factor, gang }): [string, ArrayShare] => {
      const perWatt = (worst && input.year[worst.month - 1]?.perWatt) ?? NOTHING;
      const hours = perWatt.reduce((sum, share) => sum + share, 0) * STEP_H;
      const each = input.wiredModules > 0 ? factor / input.wiredModules : 0;
      return [
        input.id,
        {
          wiredModules: input.wiredModules,
          wiredW,
          keeps: arrayKeeps(input.plan),
          perModuleWh: hours * each * gang.efficiency * bankKeeps,
        },
      ];
    }),
  );
  const wiredW = feeds.reduce((sum, feed) => sum + feed.wiredW, 0);
  const lead = feeds.reduce(
    (most, feed) => (feed.wiredW > most.wiredW ? feed : most),
    feeds[0] as (typeof feeds)[0],
  );
  const loadRatio = LOAD_RATIO[design.energy.service];
  const fullSun = (feed: Feed & { gang: Gang }) =>
    (feed.factor * (1 - feed.input.plan.soiling.value / 100) * feed.gang.efficiency) / bank.absorptionV;
  const needs = needsOf();
  return {
    months,
    worst,
    wiredModules: feeds.reduce((sum, { input }) => sum + input.wiredModules, 0),
    wiredW,
    bankKeeps,
    loadRatio,
    arrays,
    leadId: lead.input.id,
    needs,
    governing: needs.reduce<ArrayNeed | null>(
      (most, need) => (need.modules > (most?.modules ?? 0) ? need : most),
      null,
    ),
    chargeAmps: gangs.reduce(
      (sum, gang) =>
        sum +
        Math.min(
          gang.feeds.reduce((amps, feed) => amps + fullSun({ ...feed, gang }), 0),
          gang.limitW / bank.absorptionV,
        ),
      0,
    ),
    chargeAmpsWanted: feeds.reduce((sum, feed) => sum + fullSun(feed), 0),
    limitW: gangs.reduce((sum, gang) => sum + gang.limitW, 0),
  };

  function needsOf(): ArrayNeed[] {
    const found: ArrayNeed[] = [];
    const share = arrays[lead.input.id];
    const count = Math.max(1, lead.input.wiredModules);
    if (worst && share && share.perModuleWh > 0) {
      const others = worst.madeWh - (worst.byArray[lead.input.id] ?? 0);
      const modules = (worst.usedWh * loadRatio - others) / share.perModuleWh;
      found.push({ school: 'worst-month', modules: Math.max(1, Math.ceil(modules - 1e-9)) });
    }
    const each = lead.input.wiredModules > 0 ? fullSun(lead) / count : 0;
    if (bank.chemistry.chargeMinC > 0 && each > 0) {
      const others = feeds.reduce((sum, feed) => sum + (feed === lead ? 0 : fullSun(feed)), 0);
      const modules = (bank.chemistry.chargeMinC * bank.ah - others) / each;
      found.push({ school: 'charge-rate', modules: Math.max(1, Math.ceil(modules - 1e-9)) });
    }
    return found;
  }
}

/** Peak sun hours of a month, the arrays weighed by their watts, or alike where none is wired. */
function weightedSun(inputs: readonly ArrayInput[], month: number): number {
  const weights = inputs.map(({ wiredModules, module }) => wiredModules * module.pmaxW);
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  return inputs.reduce(
    (sum, { year }, i) =>
      sum + (year[month]?.poaKWhm2 ?? 0) * (all > 0 ? (weights[i] ?? 0) / all : 1 / inputs.length),
    0,
  );
}

const NOTHING = new Float64Array(STEPS);

function charged(
  gangs: readonly Gang[],
  month: number,
  read: (month: PlaneMonth) => Float64Array,
  onClip?: (controllerId: string, step: number, clippedW: number, givenW: number) => void,
): { sentBy: Record<string, number>; clippedWh: number } {
  const sentBy: Record<string, number> = {};
  let clipped = 0;
  for (const { controllerId, feeds, efficiency, limitW } of gangs) {
    const days = feeds.map(({ input }) => {
      const at = input.year[month];
      return at ? read(at) : NOTHING;
    });
    const sent = feeds.map(() => 0);
    for (let step = 0; step < STEPS; step++) {
      let [offered, taken] = [0, 0];
      for (const [i, feed] of feeds.entries()) {
        const watts = ((days[i] as Float64Array)[step] as number) * feed.factor;
        offered += watts * efficiency;
        taken += Math.min(watts, feed.inputLimitW) * efficiency;
      }
      if (offered === 0) continue;
      const given = Math.min(taken, limitW);
      clipped += offered - given;
      onClip?.(controllerId, step, offered - given, given);
      for (const [i, feed] of feeds.entries()) {
        const watts = Math.min(((days[i] as Float64Array)[step] as number) * feed.factor, feed.inputLimitW);
        sent[i] = (sent[i] as number) + (taken > 0 ? (given * watts * efficiency) / taken : 0);
      }
    }
    for (const [i, feed] of feeds.entries()) sentBy[feed.input.id] = (sent[i] as number) * STEP_H;
  }
  return { sentBy, clippedWh: clipped * STEP_H };
}

/** Watts that a controller cannot use, and those it gives, by month and step of the mean and of the cloudless day. */
export interface ClippedYear {
  mean: Float64Array[];
  clear: Float64Array[];
  clearGiven: Float64Array[];
}

/** What each controller gives away to its own limits, by its id. */
export function clippedYears(
  inputs: readonly ArrayInput[],
  bank: BankResult,
  busVolts: BusVolts,
): Record<string, ClippedYear> {
  const gangs = gangsOf(inputs, bank, busVolts);
  const empty = () => Array.from({ length: 12 }, () => new Float64Array(STEPS));
  const years: Record<string, ClippedYear> = Object.fromEntries(
    gangs.map(({ controllerId }) => [controllerId, { mean: empty(), clear: empty(), clearGiven: empty() }]),
  );
  for (let month = 0; month < 12; month++) {
    for (const [day, read] of [
      ['mean', ({ perWatt }: PlaneMonth) => perWatt],
      ['clear', ({ clearPerWatt }: PlaneMonth) => clearPerWatt],
    ] as const)
      charged(gangs, month, read, (controllerId, step, clippedW, givenW) => {
        const [into, given] = [years[controllerId]?.[day][month], years[controllerId]?.clearGiven[month]];
        if (into) into[step] = clippedW;
        if (given && day === 'clear') given[step] = givenW;
      });
  }
  return years;
}
