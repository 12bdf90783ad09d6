import type { BankResult } from '../../bank';
import type { ResolvedClimate } from '../../climate';
import { inOrder, type ArrayPlan, type Controller, type Design, type Entry } from '../../document';
import type { Loads, Reach } from '../../loads';
import { partsOf, remembered, settling, together } from '../../memo';
import { readSheet } from '../../module';
import type { PowerFacts } from '../../power';
import type { PlaneMonth } from '../../sky';
import { leadSheet, placeOn } from '../../strings';
import { MONTH_DAYS } from '../../units';
import {
  arrayDrops,
  computeWiring,
  takeOff,
  usesReached,
  type WiringFacts,
  type WiringScene,
} from '../../wiring';
import type { ArrayFacts } from '../facts';
import {
  baseOf,
  controllerWires,
  feedBaseOf,
  withArrays,
  type FeedDesign,
  type WiredArray,
  type WiringDesign,
} from './wiringScene';

const parts = partsOf<WiringDesign>()(
  'wiring',
  'school',
  'kind',
  'units',
  'busVolts',
  'supply',
  'uses',
  'bank',
  'controllers',
  'power',
);

const base = remembered('wires before the arrays', baseOf);
const wires = remembered('wires', (...parts: Parameters<typeof withArrays>): WiringFacts =>
  computeWiring(withArrays(...parts)),
);

/** Every conductor of a design. @param made watts in each half hour of a mean day by month; null without a place */
export const wiringOf = (
  design: Design,
  loads: Loads,
  bank: BankResult,
  power: PowerFacts,
  arrays: readonly ArrayFacts[],
  made: readonly Float64Array[] | null,
  climate: ResolvedClimate | null,
): WiringFacts =>
  wires(base(parts(design), loads, bank, power, climate && climate.high.valueC), arrays, made);

const drops = remembered('drop from the arrays', (...parts: Parameters<typeof withArrays>) =>
  arrayDrops(withArrays(...parts)),
);
const reached = remembered('what the wires bring to the uses', (...parts: Parameters<typeof withArrays>) =>
  usesReached(withArrays(...parts)),
);
const feedParts = partsOf<FeedDesign>()('wiring', 'school', 'kind', 'units', 'busVolts', 'bank');
const feedBase = remembered('wires between panels and busbar', feedBaseOf);
const dropsOn = remembered(
  'drop from the arrays of a controller',
  (scene: WiringScene, id: string, controller: Controller, arrays: readonly WiredArray[]) =>
    arrayDrops(
      withArrays({ ...scene, controllers: [controllerWires(id, controller, scene.busVolts)] }, arrays, null),
    ),
);
/** True where somebody laid a run through a stretch, which others may share. */
const isRouted = ({ wiring }: Design): boolean =>
  Object.values(wiring.circuits).some(({ path }) => path.length > 0);
const NO_ARRAYS: readonly ArrayFacts[] = [];
/** Watts squared over watts through a year, for each watt of the panels: of the drop at full sun, what is lost of the year, 0–1. */
const lostOfDrop = remembered('light squared over light', (year: readonly PlaneMonth[]): number => {
  let [squared, plain] = [0, 0];
  for (const [m, { perWatt }] of year.entries())
    for (const watts of perWatt) {
      squared += watts * watts * (MONTH_DAYS[m] ?? 30);
      plain += watts * (MONTH_DAYS[m] ?? 30);
    }
  return plain > 0 ? squared / plain : 1;
});
const withLoss = remembered(
  'array with the loss of its wires',
  (plan: ArrayPlan, pct: number): ArrayPlan => ({
    ...plan,
    wiring: { value: pct, from: 'catalogue' },
  }),
);
const wiredAs = remembered(
  'array as its wires leave it',
  (array: ArrayFacts, plan: ArrayPlan): ArrayFacts => ({
    ...array,
    plan,
  }),
);
/** No run that anyone builds loses more. */
const MOST_LOSS_PCT = 90;

/** The controller an array is strung to: the one it names, else the first. */
export const controllerOf = ({ strings }: ArrayPlan, controllers: Design['controllers']): string =>
  controllers[strings.controller] ? strings.controller : (Object.keys(controllers)[0] ?? '');

/** True where something is used whose wires nobody said what they lose. */
export const wantsReach = ({ supply, uses }: Design): boolean =>
  Object.values(uses).some((use) => !(use.supply === 'ac' ? supply.acEfficiency : supply.dcEfficiency));

/** A use is never taken to get less of what leaves bank or inverter. @source the range of the fields */
const LEAST_REACH = 0.5;
const planned = remembered(
  'arrays before their strings',
  (arrays: Design['arrays'], controllers: Design['controllers']) =>
    inOrder(arrays).map(([id, plan]) => {
      const controllerId = controllerOf(plan, controllers);
      return {
        id,
        plan,
        called: '',
        controllerId,
        module: readSheet(leadSheet(plan)),
        berth: placeOn(arrays, controllerId, id),
        strings: null,
        pile: null,
      };
    }),
);

/**
 * What the wires bring to the uses, where nobody typed it, to a tenth of a per cent. Arrays count as they are planned: of
 * them only how many circuits lie in a pipe matters here.
 * @param loads, @param bank, @param power with wires that lose nothing
 */
export function reachOf(
  design: Design,
  loads: Loads,
  bank: BankResult,
  power: PowerFacts,
  climate: ResolvedClimate | null,
): Reach {
  const arrays = isRouted(design) ? planned(design.arrays, design.controllers) : NO_ARRAYS;
  const found = reached(
    base(parts(design), loads, bank, power, climate && climate.high.valueC),
    arrays,
    null,
  );
  const { acEfficiency, dcEfficiency } = design.supply;
  const of = (typed: Entry | null, share: number) =>
    typed ? typed.value / 100 : Math.max(LEAST_REACH, Math.round(1000 * share) / 1000);
  return { ac: of(acEfficiency, found.ac), dc: of(dcEfficiency, found.dc) };
}

/** Arrays with what their wires lose of the year in place of what nobody said, to a tenth of a per cent. */
export function lossesOf(
  design: Design,
  loads: Loads,
  bank: BankResult,
  power: () => PowerFacts,
  arrays: readonly ArrayFacts[],
  climate: ResolvedClimate,
): readonly ArrayFacts[] {
  if (arrays.every(({ plan, year }) => plan.wiring || !year)) return arrays;
  const highC = climate.high.valueC;
  // arrays of one controller share its lead; all of them may share a stretch with anything
  const pct = isRouted(design)
    ? drops(base(parts(design), loads, bank, power(), highC), arrays, null)
    : (Object.assign(
        {},
        ...Object.entries(design.controllers).map(([id, controller]) => {
          const own = arrays.filter(({ controllerId }) => controllerId === id);
          return own.length > 0
            ? dropsOn(
                feedBase(feedParts(design), bank.volts, bank.emptyV, bank.absorptionV, power().roomC, highC),
                id,
                controller,
                together(own),
              )
            : {};
        }),
      ) as Record<string, number>);
  return arrays.map((array) => {
    if (array.plan.wiring || !array.year) return array;
    const lost = (pct[array.id] ?? 0) * lostOfDrop(array.year);
    return wiredAs(array, withLoss(array.plan, Math.min(MOST_LOSS_PCT, Math.round(10 * lost) / 10)));
  });
}

/** Wires that follow the last ones: a run that came out the same is the same. */
export const settledWiring = settling<WiringFacts>();

const bought = remembered('take-off of the wires', (design: WiringDesign, { wired }: WiringFacts) =>
  takeOff(
    wired,
    design.school,
    design.units,
    design.wiring.slack.value,
    design.wiring.ends.value,
    Object.values(design.wiring.coils),
    design.wiring.price.value,
  ),
);
export const takeOffOf = (design: Design, facts: WiringFacts) => bought(parts(design), facts);
