import type { RecordTemperature } from '../../climate';
import type { ArrayPlan, Controller, Design, StringsPlan } from '../../document';
import { partsOf, remembered } from '../../memo';
import { weatherPoints } from '../../mix';
import type { ModuleNumbers } from '../../module';
import type { PlaneMonth } from '../../sky';
import {
  computePile,
  computeStrings,
  inputsOf,
  leanestOf,
  leanMonth,
  pileAsStrings,
  placeOn,
  type Berth,
  type Harvest,
  type InputWindow,
  type LeanMonth,
  type PileFacts,
  type PilePart,
  type StringsPart,
} from '../../strings';

const windows = remembered('inputs of a controller', (controller: Controller, absorptionV: number) =>
  inputsOf(controller, { absorptionV }),
);
const berth = remembered(
  'inputs for an array',
  (all: readonly InputWindow[], first: number, inputs: number, usableW: number): Berth => ({
    windows: all,
    first,
    inputs,
    usableW,
  }),
);

/** @param usableW of panels that the controller can use in all */
export function berthOf(
  arrays: Design['arrays'],
  arrayId: string,
  controllerId: string,
  controller: Controller,
  absorptionV: number,
  usableW: number,
): Berth {
  const all = windows(controller, absorptionV);
  const { first, others } = placeOn(arrays, controllerId, arrayId);
  return berth(all, first, Math.max(0, all.length - others), usableW);
}

const stringing = partsOf<StringsPlan>()('series', 'parallel', 'inputs', 'controller', 'first');
/** A plan whose strings are the same object while nothing of them has changed: one that is tried again is known. */
export const strungAlike = <P extends { strings: StringsPlan }>(plan: P): P => ({
  ...plan,
  strings: stringing(plan.strings),
});

const stringParts = partsOf<StringsPart>()('strings', 'count', 'bifacial', 'mounting');
const alike = remembered('alike strings', computeStrings);
export const alikeOf = (
  plan: StringsPart,
  module: ModuleNumbers,
  on: Berth,
  low: RecordTemperature,
  high: RecordTemperature,
  harvest: Harvest,
) => alike(stringParts(strungAlike(plan)), module, on, low, high, harvest);

const leanest = remembered('month that governs an array', leanestOf);
const lean = remembered('what a watt makes in the month that governs', leanMonth);
const harvest = remembered('harvest of an array', (of: LeanMonth, keeps: number): Harvest => ({
  lean: of,
  keeps,
}));
/** @param usedWh a mean day of each month @param keeps share left after wiring and mismatch */
export const harvestOf = (year: readonly PlaneMonth[], usedWh: readonly number[], keeps: number): Harvest =>
  harvest(lean(year, leanest(year, usedWh)), keeps);

const points = remembered(
  'light and heat of the year in a few points',
  (year: readonly PlaneMonth[], gammaPmax: number) => weatherPoints(year, { gammaPmax }),
);
export const pointsOf = (year: readonly PlaneMonth[], { gammaPmax }: ModuleNumbers) =>
  points(year, gammaPmax);

const pileParts = partsOf<PilePart>()('pile', 'bifacial', 'mounting');
const pile = remembered('pile as it is strung', computePile);
/** Null where the panels are alike. */
export const pileOf = (
  plan: PilePart,
  module: ModuleNumbers,
  year: readonly PlaneMonth[],
  on: Berth,
  low: RecordTemperature,
  high: RecordTemperature,
): PileFacts | null =>
  plan.pile ? pile(pileParts(plan), plan.pile, on, low, high, pointsOf(year, module)) : null;

const mounting = partsOf<Pick<ArrayPlan, 'mounting'>>()('mounting');
const unlike = remembered(
  'pile told as strings',
  (
    facts: PileFacts,
    plan: Pick<ArrayPlan, 'mounting'>,
    on: Berth,
    absorptionV: number,
    low: RecordTemperature,
    high: RecordTemperature,
  ) => pileAsStrings(facts, plan, on, { absorptionV }, low, high),
);
export const unlikeOf = (
  facts: PileFacts,
  plan: ArrayPlan,
  on: Berth,
  absorptionV: number,
  low: RecordTemperature,
  high: RecordTemperature,
) => unlike(facts, mounting(plan), on, absorptionV, low, high);
