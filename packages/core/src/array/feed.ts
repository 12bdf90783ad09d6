import type { ArrayPlan, BusVolts, Controller } from '../document';
import { tiedShare, type ModuleNumbers } from '../module';
import type { PlaneMonth } from '../sky';
import { chargeAmpsOn, windowFor, type Berth, type PileFacts } from '../strings';

/** What of an array's plan its feed follows from. */
export type FeedPart = Pick<ArrayPlan, 'wiring' | 'mismatch' | 'strings' | 'count' | 'pile'>;

/** One array as the year's reckoning sees it. */
export interface ArrayInput {
  id: string;
  plan: ArrayPlan;
  controllerId: string;
  controller: Controller;
  module: ModuleNumbers;
  berth: Berth;
  pile: PileFacts | null;
  year: readonly PlaneMonth[];
}

/** One array at its controller's door. */
export interface Feed {
  year: readonly PlaneMonth[];
  wiredModules: number;
  wiredW: number;
  /** Watts offered to the controller for each W/W of the year. */
  factor: number;
  inputLimitW: number;
}

/** Lost in an array's wires before they are known, %. Common practice. */
const USUAL_LOSS_PCT = 2;

/** Share of the panels' power that is left after mismatch and wiring, 0–1. */
export const arrayKeeps = ({ wiring, mismatch }: Pick<ArrayPlan, 'wiring' | 'mismatch'>): number =>
  (1 - (wiring?.value ?? USUAL_LOSS_PCT) / 100) * (1 - mismatch.value / 100);

/** Panels that the chosen strings take of those there are. */
export function wiredModules({
  strings,
  count,
  pile,
}: Pick<ArrayPlan, 'strings' | 'count' | 'pile'>): number {
  if (pile)
    return Object.values(pile.strings).reduce(
      (sum, { panels }) => sum + Object.values(panels).reduce((all, each) => all + each, 0),
      0,
    );
  return Math.min(strings.series.value * strings.parallel.value * strings.inputs.value, count.value);
}

/** Watts that the inputs of an array work with, at its working volts. */
function inputLimitOf(
  { strings }: FeedPart,
  module: ModuleNumbers,
  berth: Berth,
  pile: PileFacts | null,
): number {
  if (pile)
    return pile.inputs.reduce(
      (sum, { window, solved }) => sum + Math.min(window.maxW, window.maxA * (solved.peaks[0]?.volts ?? 0)),
      0,
    );
  const { maxA, maxInputW, ties, chargesFromV } = windowFor(berth, strings.inputs.value);
  const volts = ties ? chargesFromV : strings.series.value * module.vmpV;
  return strings.inputs.value * Math.min(maxInputW, maxA * volts);
}

/** @param inputLimitW that its inputs work with @param kind of the controller @param absorptionV of the whole bank */
export function feedOf(
  plan: FeedPart,
  module: ModuleNumbers,
  inputLimitW: number,
  pile: Pick<PileFacts, 'wiredW' | 'kWh' | 'ownKWh'> | null,
  year: readonly PlaneMonth[],
  kind: Controller['kind'],
  absorptionV: number,
): Feed {
  const wired = wiredModules(plan);
  const wiredW = pile ? pile.wiredW : wired * module.pmaxW;
  const mixed = pile && pile.ownKWh > 0 ? pile.kWh / pile.ownKWh : 1;
  const use = kind === 'pwm' ? tiedShare(module, absorptionV / plan.strings.series.value) : 1;
  return {
    year,
    wiredModules: wired,
    wiredW,
    factor: wiredW * arrayKeeps(plan) * use * mixed,
    inputLimitW,
  };
}

/** Arrays that share a controller and its limit. */
export interface Gang {
  controllerId: string;
  /** 0–1. */
  efficiency: number;
  limitW: number;
  inputs: readonly ArrayInput[];
  feeds: readonly Feed[];
}

/** @param feed how one array's is worked out */
export function gangsOf(
  arrays: readonly ArrayInput[],
  absorptionV: number,
  busVolts: BusVolts,
  feed: typeof feedOf = feedOf,
): Gang[] {
  return [...new Set(arrays.map(({ controllerId }) => controllerId))].flatMap((controllerId) => {
    const inputs = arrays.filter((array) => array.controllerId === controllerId);
    const controller = inputs[0]?.controller;
    if (!controller) return [];
    return {
      controllerId,
      efficiency: controller.efficiency.value / 100,
      limitW: chargeAmpsOn(controller, busVolts) * absorptionV,
      inputs,
      feeds: inputs.map(({ plan, module, berth, pile, year }) =>
        feed(plan, module, inputLimitOf(plan, module, berth, pile), pile, year, controller.kind, absorptionV),
      ),
    };
  });
}

/** The array with the most watts in strings; the first of several. */
export const leadOf = (gangs: readonly Gang[]): string | null =>
  gangs
    .flatMap(({ inputs, feeds }) => inputs.map(({ id }, i) => ({ id, watts: feeds[i]?.wiredW ?? 0 })))
    .reduce<{ id: string; watts: number } | null>(
      (most, feed) => (most === null || feed.watts > most.watts ? feed : most),
      null,
    )?.id ?? null;
