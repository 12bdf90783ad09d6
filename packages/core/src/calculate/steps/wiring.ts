import type { BankResult } from '../../bank';
import type { ResolvedClimate } from '../../climate';
import { inOrder, type ArrayPlan, type Design, type Entry } from '../../document';
import type { Loads, Reach, UseRow } from '../../loads';
import { partsOf, remembered, settling } from '../../memo';
import { readSheet } from '../../module';
import { LEGS, sourceFigure, type PowerFacts } from '../../power';
import type { PlaneMonth } from '../../sky';
import { backFedAmps, chargeAmpsOn, leadSheet } from '../../strings';
import { MONTH_DAYS } from '../../units';
import {
  computeWiring,
  arrayDrops,
  takeOff,
  usesReached,
  type ArrayWires,
  type ControllerWires,
  type SourceWires,
  type UseWires,
  type WiringFacts,
  type WiringScene,
} from '../../wiring';
import type { ArrayFacts } from '../facts';

/** What wires read of an array. */
type WiredArray = Pick<ArrayFacts, 'id' | 'called' | 'controllerId' | 'plan' | 'module' | 'strings'>;

type WiringDesign = Pick<
  Design,
  'wiring' | 'school' | 'kind' | 'units' | 'busVolts' | 'supply' | 'uses' | 'bank' | 'controllers' | 'power'
>;
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

/** Hottest air outdoors where nothing is known of it, °C. */
const USUAL_HIGH_C = 40;
/** Cold raises open-circuit volts by about this where the place is not known. @source NEC table 690.7(A), its last row */
const USUAL_COLD = 1.25;

const wires = remembered('wires', (...parts: Parameters<typeof sceneOf>): WiringFacts =>
  computeWiring(sceneOf(...parts)),
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
): WiringFacts => wires(parts(design), loads, bank, power, arrays, made, climate && climate.high.valueC);

const drops = remembered('drop from the arrays', (...parts: Parameters<typeof sceneOf>) =>
  arrayDrops(sceneOf(...parts)),
);
const reached = remembered('what the wires bring to the uses', (...parts: Parameters<typeof sceneOf>) =>
  usesReached(sceneOf(...parts)),
);
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
    inOrder(arrays).map(([id, plan]) => ({
      id,
      plan,
      called: '',
      controllerId: controllerOf(plan, controllers),
      module: readSheet(leadSheet(plan)),
      strings: null,
    })),
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
  const arrays = planned(design.arrays, design.controllers);
  const found = reached(parts(design), loads, bank, power, arrays, null, climate && climate.high.valueC);
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
  const pct = drops(parts(design), loads, bank, power(), arrays, null, climate.high.valueC);
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

function sceneOf(
  design: WiringDesign,
  loads: Loads,
  bank: BankResult,
  power: PowerFacts,
  arrays: readonly WiredArray[],
  made: readonly Float64Array[] | null,
  highC: number | null,
): WiringScene {
  const { wiring, school, kind, units, busVolts, supply } = design;
  const { inverter } = design.power;
  const gives = supply.inverterEfficiency.value / 100;
  const volts = inverter?.volts.value ?? (units === 'imperial' ? 120 : 230);
  const allW = arrays.reduce((sum, array) => sum + wattsOf(array), 0);
  /** A²h a year of a part of what is made, at so many volts. */
  const madeSquare = (watts: number, atV: number): number | null =>
    made && allW > 0 ? squareHours(made, watts / allW / Math.max(1, atV)) : null;
  const used = loads.months.map(({ profile }) => profile);
  return {
    wiring,
    school,
    kind,
    units,
    busVolts,
    legs: LEGS[supply.phases],
    arrays: arrays.map((array) => arrayWires(array, madeSquare)),
    controllers: Object.entries(design.controllers).map(([id, controller]): ControllerWires => {
      const own = arrays.filter(({ controllerId }) => controllerId === id);
      return {
        id,
        label: shortLabel(controller.label),
        station: controller.kind === 'station',
        inverter: controller.inverter,
        chargeA: chargeAmpsOn(controller, busVolts),
        squareHours: madeSquare(
          own.reduce((sum, array) => sum + wattsOf(array), 0),
          bank.volts,
        ),
      };
    }),
    bank: {
      parallel: design.bank.parallel.value,
      stringAh: design.bank.unitAh.value,
      series: design.bank.series.value,
      volts: bank.volts,
      emptyV: bank.emptyV,
      absorptionV: bank.absorptionV,
      lithium: design.bank.chemistry === 'lfp' || design.bank.chemistry === 'sodium-ion',
    },
    inverter:
      inverter || power.asked.runningW > 0
        ? {
            label: inverter?.label ?? 'Inverter',
            continuousW: power.inverter?.continuousW ?? power.asked.runningW,
            efficiency: gives,
            volts,
            station: inverter?.kind === 'station',
            charger: (inverter?.chargeAmps.value ?? 0) > 0,
          }
        : null,
    dcUses: usesOf(design, loads, 'dc', () => bank.volts),
    acUses: usesOf(design, loads, 'ac', (leg) =>
      leg === 'both' && supply.phases === 'split' ? 2 * volts : volts,
    ),
    sharing: supply.sharing.value / 100,
    sources: power.sources.map(({ id, plan, amps }): SourceWires => ({
      id,
      name: plan.name,
      kind: plan.kind,
      automatic: plan.automatic && plan.kind === 'generator',
      watts: sourceFigure(plan, 'watts'),
      amps,
    })),
    bankSquareHours: squareHours(used, 1 / Math.max(1, bank.volts)),
    inverterSquareHours: squareHours(used, shareOnAc(loads, design) / Math.max(1, bank.volts)),
    outdoorC: highC ?? USUAL_HIGH_C,
    roomC: power.roomC,
  };
}

/** A controller in a few words: a typical class without its inputs, "controller 150 V, 85 A". */
function shortLabel(label: string): string {
  const short = label.replace(/, \w+ inputs?$/, '');
  return /^\d/.test(short) ? `controller ${short}` : short;
}

/** Watts of an array's panels as they are strung. */
const wattsOf = ({ strings }: WiredArray): number => strings?.chosen.watts ?? 0;

function arrayWires(
  { id, called, controllerId, plan, module, strings }: WiredArray,
  madeSquare: (watts: number, atV: number) => number | null,
): ArrayWires {
  const series = strings?.chosen.series ?? plan.strings.series.value;
  const parallel = strings?.chosen.parallel ?? plan.strings.parallel.value;
  const inputs = strings?.chosen.inputs ?? plan.strings.inputs.value;
  const iscA = strings?.panel.iscA ?? module.iscA;
  const vmpV = series * module.vmpV;
  return {
    id,
    called,
    controllerId,
    parallel,
    inputs,
    iscA,
    impA: strings?.panel.impA ?? module.impA,
    vmpV,
    coldVocV: strings?.chosen.coldVocV ?? series * module.vocV * USUAL_COLD,
    backFedA: backFedAmps(parallel, iscA),
    maxFuseA: module.maxFuseA,
    panels: series * parallel * inputs,
    watts: strings?.chosen.watts ?? 0,
    onBuilding: plan.mounting === 'roof',
    rowM: plan.width.value,
    squareHours: madeSquare((strings?.chosen.watts ?? 0) / Math.max(1, inputs), vmpV),
  };
}

const usesOf = (
  { uses }: WiringDesign,
  { rows, gives }: Loads,
  side: 'ac' | 'dc',
  voltsOf: (leg: string) => number,
): UseWires[] => {
  return rows.flatMap((row): UseWires[] => {
    const use = uses[row.id];
    if (use?.supply !== side || row.later) return [];
    const watts = row.runW * use.count.value;
    return watts > 0
      ? [
          {
            id: row.id,
            name: use.name,
            watts,
            startW: watts - row.runW + Math.max(row.runW, row.startW),
            volts: voltsOf(use.leg),
            yearWh: yearWh(row) * gives[side],
          },
        ]
      : [];
  });
};

const yearWh = ({ monthWh }: UseRow): number =>
  MONTH_DAYS.reduce((sum, days, m) => sum + days * (monthWh[m] ?? 0), 0);

/** Of all that the uses take from the bank, what goes through the inverter, 0–1. */
function shareOnAc({ rows }: Loads, { uses }: WiringDesign): number {
  let [ac, all] = [0, 0];
  for (const row of rows) {
    const wh = yearWh(row);
    all += wh;
    if (uses[row.id]?.supply === 'ac') ac += wh;
  }
  return all > 0 ? ac / all : 0;
}

/** A²h a year of half hours of mean days, W. @param perWatt amps for each watt */
function squareHours(months: readonly ArrayLike<number>[], perWatt: number): number {
  let sum = 0;
  for (const [m, profile] of months.entries()) {
    let day = 0;
    for (let i = 0; i < profile.length; i++) day += ((profile[i] ?? 0) * perWatt) ** 2 * 0.5;
    sum += day * (MONTH_DAYS[m] ?? 30);
  }
  return sum;
}
