import type { BankResult } from '../../bank';
import type { Bank, BusVolts, Controller, Design } from '../../document';
import type { Loads, UseRow } from '../../loads';
import { LEGS, sourceFigure, type PowerFacts } from '../../power';
import { chargeAmpsOn, sideBySide, strungAlike, strungByInput, type Strung } from '../../strings';
import { MONTH_DAYS } from '../../units';
import type { ArrayWires, ControllerWires, SourceWires, UseWires, WiringScene } from '../../wiring';
import type { ArrayFacts } from '../facts';

/** What wires read of an array. */
export type WiredArray = Pick<
  ArrayFacts,
  'id' | 'called' | 'controllerId' | 'plan' | 'module' | 'strings' | 'pile'
> & { berth: Pick<ArrayFacts['berth'], 'first'> };

/** What wires read of a design; and those between panels and busbar, where nothing else lies in their way. */
export type WiringDesign = Pick<
  Design,
  'wiring' | 'school' | 'kind' | 'units' | 'busVolts' | 'supply' | 'uses' | 'bank' | 'controllers' | 'power'
>;
export type FeedDesign = Pick<Design, 'wiring' | 'school' | 'kind' | 'units' | 'busVolts' | 'bank'>;

/** Hottest air outdoors where nothing is known of it, °C. */
const USUAL_HIGH_C = 40;

const bankWires = (plan: Bank, volts: number, emptyV: number, absorptionV: number): WiringScene['bank'] => ({
  parallel: plan.parallel.value,
  stringAh: plan.unitAh.value,
  series: plan.series.value,
  volts,
  emptyV,
  absorptionV,
  lithium: plan.chemistry === 'lfp' || plan.chemistry === 'sodium-ion',
});

export const controllerWires = (id: string, controller: Controller, busVolts: BusVolts): ControllerWires => ({
  id,
  label: shortLabel(controller.label),
  station: controller.kind === 'station',
  inverter: controller.inverter,
  chargeA: chargeAmpsOn(controller, busVolts),
  squareHours: null,
});

/** What lies between panels and busbar where nothing is routed: no use and no source is in its way. */
export function feedBaseOf(
  { wiring, school, kind, units, busVolts, bank }: FeedDesign,
  volts: number,
  emptyV: number,
  absorptionV: number,
  roomC: number,
  highC: number | null,
): WiringScene {
  return {
    wiring,
    school,
    kind,
    units,
    busVolts,
    legs: 1,
    arrays: [],
    controllers: [],
    bank: bankWires(bank, volts, emptyV, absorptionV),
    inverter: null,
    dcUses: [],
    acUses: [],
    sharing: 1,
    sources: [],
    bankSquareHours: 0,
    inverterSquareHours: 0,
    outdoorC: highC ?? USUAL_HIGH_C,
    roomC,
  };
}

/** All that wires follow from but the arrays, and what these make. */
export function baseOf(
  design: WiringDesign,
  loads: Loads,
  bank: BankResult,
  power: PowerFacts,
  highC: number | null,
): WiringScene {
  const { units, busVolts, supply } = design;
  const { inverter } = design.power;
  const gives = supply.inverterEfficiency.value / 100;
  const volts = inverter?.volts.value ?? (units === 'imperial' ? 120 : 230);
  const used = loads.months.map(({ profile }) => profile);
  return {
    ...feedBaseOf(design, bank.volts, bank.emptyV, bank.absorptionV, power.roomC, highC),
    legs: LEGS[supply.phases],
    controllers: Object.entries(design.controllers).map(([id, controller]) =>
      controllerWires(id, controller, busVolts),
    ),
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
  };
}

/** The same with arrays. @param made watts in each half hour of a mean day by month; null without a place */
export function withArrays(
  scene: WiringScene,
  arrays: readonly WiredArray[],
  made: readonly Float64Array[] | null,
): WiringScene {
  const watts = (some: readonly WiredArray[]) => some.reduce((sum, array) => sum + wattsOf(array), 0);
  const allW = watts(arrays);
  const strung = arrays.map((array) => ({ array, inputs: strungByInput(array) }));
  /** A²h a year of a part of what is made, at so many volts. */
  const madeSquare = (ofW: number, atV: number): number | null =>
    made && allW > 0 ? squareHours(made, ofW / allW / Math.max(1, atV)) : null;
  return {
    ...scene,
    arrays: strung.flatMap(({ array, inputs }) =>
      arrayWires(
        array,
        inputs,
        strung.flatMap((other) =>
          other.array.controllerId === array.controllerId && other.array !== array ? [other.inputs] : [],
        ),
        madeSquare,
      ),
    ),
    controllers: scene.controllers.map((controller) => ({
      ...controller,
      squareHours: madeSquare(
        watts(arrays.filter(({ controllerId }) => controllerId === controller.id)),
        scene.bank.volts,
      ),
    })),
  };
}

/** A controller in a few words: a typical class without its inputs, "controller 150 V, 85 A". */
function shortLabel(label: string): string {
  const short = label.replace(/, \w+ inputs?$/, '');
  return /^\d/.test(short) ? `controller ${short}` : short;
}

/** Watts of an array's panels as they are strung. */
const wattsOf = ({ strings }: WiredArray): number => strings?.chosen.watts ?? 0;

/** Inputs of one array that are strung alike. */
function alikeInputs(inputs: readonly Strung[]): [Strung, ...Strung[]][] {
  const groups: [Strung, ...Strung[]][] = [];
  for (const input of inputs) {
    const known = groups.find(([one]) => strungAlike(one, input));
    if (known) known.push(input);
    else groups.push([input]);
  }
  return groups;
}

/** On the inputs of an array, the strings of others: of the input that has most of them, by their amps. */
function besidesOn(inputs: readonly number[], others: readonly ReadonlyMap<number, Strung>[]): Strung[] {
  const amps = (strung: readonly Strung[]) => sideBySide(strung).reduce((sum, { iscA }) => sum + iscA, 0);
  return inputs
    .map((input) => others.flatMap((other) => other.get(input) ?? []))
    .reduce<Strung[]>((most, some) => (amps(some) > amps(most) ? some : most), []);
}

/** @param inputs its strings by their inputs, @param others those of the other arrays of its controller */
function arrayWires(
  { id, called, controllerId, plan, strings }: WiredArray,
  inputs: ReadonlyMap<number, Strung>,
  others: readonly ReadonlyMap<number, Strung>[],
  madeSquare: (watts: number, atV: number) => number | null,
): ArrayWires[] {
  return alikeInputs([...inputs.values()]).map((on, i, groups) => {
    const [one] = on;
    const { eachA, impA, vmpV, coldVocV } = one;
    const numbers = [...inputs].flatMap(([input, strung]) => (on.includes(strung) ? input : []));
    const all = sideBySide([one, ...besidesOn(numbers, others)]);
    const each = all.slice(0, one.each.length);
    const iscA = each.map((string) => string.iscA);
    const watts = strings ? one.watts : 0;
    return {
      id,
      further: i === 0 ? '' : String(one.input),
      called,
      on: groups.length === 1 ? '' : `input${on.length === 1 ? '' : 's'} ${numbers.join(' and ')}`,
      controllerId,
      parallel: each.length,
      each,
      others: all.slice(each.length),
      inputs: on.length,
      iscA: Math.max(...iscA),
      impA: eachA,
      inputIscA: iscA.reduce((sum, amps) => sum + amps, 0),
      inputImpA: impA,
      vmpV,
      coldVocV,
      panels: on.length * one.panels,
      watts: on.length * watts,
      onBuilding: plan.mounting === 'roof',
      rowM: plan.width.value,
      squareHours: madeSquare(watts, vmpV),
    };
  });
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
