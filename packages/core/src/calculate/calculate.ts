import { computeEnergy, type ArrayInput, type EnergyResult } from '../array';
import {
  bankNeeds,
  bankWarmth,
  centreOf,
  computeBank,
  meanDay,
  packUnits,
  type BankNeed,
  type BankResult,
  type MeanDay,
  type Packing,
  type WalkBank,
} from '../bank';
import { resolveClimate, type ClimateShift, type JobClimate, type ResolvedClimate } from '../climate';
import {
  CELLS,
  inOrder,
  type ArrayPlan,
  type Controller,
  type Design,
  type ModuleSheet,
  type PanelSort,
} from '../document';
import { knownLoads, type Loads } from '../loads';
import { weatherPoints } from '../mix';
import { readSheet, type ModuleNumbers } from '../module';
import { computePlaneYear, STEPS, type PlaneMonth } from '../sky';
import {
  chargeAmpsOn,
  computePile,
  computeStrings,
  inputsOf,
  pileAsStrings,
  type Berth,
  type PileFacts,
  type StringsResult,
} from '../strings';

/** One array, the controller it is strung to, and what the two come to. */
export interface ArrayFacts {
  id: string;
  plan: ArrayPlan;
  controllerId: string;
  controller: Controller;
  /** Where the two stand in the design. */
  paths: { array: string; controller: string };
  /** Its name where the job has several, else nothing. */
  called: string;
  /** Of the sort with most watts, where the panels are not alike. */
  module: ModuleNumbers;
  berth: Berth;
  strings: StringsResult | null;
  /** Where its panels are not alike. */
  pile: PileFacts | null;
  year: PlaneMonth[] | null;
}

/** Everything computed from a design, as numbers. What needs a place is null until there is one. */
export interface Facts {
  design: Design;
  /** What the climate grid said; the months as used are in `climate`. */
  grid: JobClimate | null;
  loads: Loads;
  climate: ResolvedClimate | null;
  bank: BankResult;
  bankNeeds: BankNeed[];
  bankGoverning: BankNeed | null;
  arrays: ArrayFacts[];
  energy: EnergyResult | null;
  /** Watts the arrays send in each half hour of the mean day, by month. */
  made: Float64Array[] | null;
  /** The bank through a mean day of each month. */
  meanDays: MeanDay[] | null;
  fit: BankFit;
}

/** The bank in the room it has. */
export interface BankFit extends Packing {
  count: number;
  massKg: number;
  /** On the level that bears most. */
  levelKg: number;
  centre: { x: number; y: number; z: number };
}

/** The pipeline, from uses to strings. */
export function calculate(design: Design, grid: JobClimate | null, shift: ClimateShift = {}): Facts {
  const climate = resolveClimate(design, grid, shift);
  const warmth = climate
    ? bankWarmth(design.bank.home, climate.months, { lowC: climate.low.valueC, highC: climate.high.valueC })
    : null;
  const loads = knownLoads(design, climate?.months ?? null, {
    padWh: warmth?.padWh,
    controllersWh: Object.values(design.controllers).reduce(
      (sum, { ownDraw }) => sum + ownDraw.value * 24,
      0,
    ),
  });
  const bank = computeBank(design, loads, warmth);
  const arrays = inOrder(design.arrays).map(([id, plan]) => arrayFacts(design, id, plan, bank, climate));
  const energy = climate ? computeEnergy(design, loads, bank, arrays.map(asInput)) : null;
  const needs = bankNeeds(design, bank, loads, energy?.chargeAmps ?? 0);
  let made: Float64Array[] | null = null;
  let meanDays: MeanDay[] | null = null;
  let fit: BankFit | null = null;
  const most = needs.reduce((most, need) => (need.ratedWh > most.ratedWh ? need : most));
  return {
    design,
    grid,
    loads,
    climate,
    bank,
    bankNeeds: needs,
    bankGoverning: most.ratedWh > 0 ? most : null,
    arrays,
    energy,
    // wanted by the sheets and not by every remedy and guess that is tried
    get made() {
      return (made ??= energy && madeOf(arrays, energy));
    },
    get meanDays() {
      return (meanDays ??=
        this.made?.map((watts, month) => meanDay(walkBankOf(design, bank), watts, usedIn(loads, month))) ??
        null);
    },
    get fit() {
      return (fit ??= fitOf(design));
    },
  };
}

const usedIn = ({ months }: Loads, month: number): Float64Array =>
  months[month]?.profile ?? new Float64Array(CELLS);

/** Share of the energy of the months in use that is used when the sun does not give it, %; null without a place. */
export function throughBankPct({ loads, made }: Pick<Facts, 'loads' | 'made'>): number | null {
  if (!made) return null;
  let [used, direct] = [0, 0];
  for (const [m, { profile }] of loads.months.entries()) {
    for (const [cell, watts] of profile.entries()) {
      used += watts;
      direct += Math.min(watts, made[m]?.[cell] ?? 0);
    }
  }
  return used > 0 ? 100 * (1 - direct / used) : null;
}

/** The bank as a walk through days sees it. */
export const walkBankOf = (design: Design, bank: BankResult): WalkBank => ({
  ratedWh: Math.max(1, bank.ratedWh * bank.temperatureFactor),
  floor: 1 - design.bank.depth.value / 100,
  roundTrip: bank.chemistry.roundTrip,
  acceptance: bank.chemistry.acceptance,
});

/** Of each step of the year's days, shares to the half hours it lies in. */
const STEPS_A_CELL = STEPS / CELLS;

function madeOf(arrays: readonly ArrayFacts[], energy: EnergyResult): Float64Array[] {
  return energy.months.map(({ byArray }, month) => {
    const day = new Float64Array(CELLS);
    for (const { id, year } of arrays) {
      const steps = year?.[month]?.perWatt;
      const wh = (byArray[id] ?? 0) / energy.bankKeeps;
      const sum = steps?.reduce((all, share) => all + share, 0) ?? 0;
      if (!steps || sum === 0) continue;
      for (let step = 0; step < STEPS; step++) {
        const each = (((steps[step] ?? 0) / sum) * wh * CELLS) / 24;
        const [from, to] = [step / STEPS_A_CELL, (step + 1) / STEPS_A_CELL];
        const first = Math.floor(from + 1e-9);
        const inFirst = Math.min(1, (Math.min(to, first + 1) - from) * STEPS_A_CELL);
        day[first] = (day[first] ?? 0) + each * inFirst;
        if (inFirst < 1 - 1e-9) day[first + 1] = (day[first + 1] ?? 0) + each * (1 - inFirst);
      }
    }
    return day;
  });
}

function fitOf({ bank }: Design): BankFit {
  const { unit, home } = bank;
  const count = bank.series.value * bank.parallel.value;
  const packing = packUnits({
    unit: {
      length: unit.length.value,
      width: unit.width.value,
      height: unit.height.value,
      onSide: unit.onSide,
    },
    count,
    space: { length: home.length.value, width: home.width.value, height: home.height.value },
    levels: home.shelves.value,
    gap: home.gap.value,
    headroom: home.headroom.value,
  });
  const onLevel = new Map<number, number>();
  for (const { z } of packing.placed) onLevel.set(z, (onLevel.get(z) ?? 0) + unit.mass.value);
  return {
    ...packing,
    count,
    massKg: count * unit.mass.value,
    levelKg: Math.max(0, ...onLevel.values()),
    centre: centreOf(packing.placed),
  };
}

function arrayFacts(
  design: Design,
  id: string,
  plan: ArrayPlan,
  bank: BankResult,
  climate: ResolvedClimate | null,
): ArrayFacts {
  const [firstId] = Object.keys(design.controllers);
  const controllerId = design.controllers[plan.strings.controller]
    ? plan.strings.controller
    : (firstId ?? '');
  // the schema holds that there is one
  const controller = design.controllers[controllerId] as Controller;
  const module = readSheet(leadSheet(plan));
  const several = Object.keys(design.arrays).length > 1;
  const berth = berthOf(design, controllerId, controller, id, bank);
  const year = climate ? computePlaneYear(climate, plan, module, design.energy.sky) : null;
  const pile =
    plan.pile && climate && year
      ? computePile(plan, plan.pile, berth, climate.low, climate.high, weatherPoints(year, module))
      : null;
  return {
    id,
    plan,
    controllerId,
    controller,
    paths: { array: `/arrays/${id}`, controller: `/controllers/${controllerId}` },
    called: several ? plan.name || 'an unnamed array' : '',
    module,
    berth,
    strings: !climate
      ? null
      : pile
        ? pileAsStrings(pile, plan, berth, bank, climate.low, climate.high)
        : computeStrings(plan, module, berth, climate.low, climate.high),
    pile,
    year,
  };
}

/** The sheet of the panels, or of the sort with most watts. */
function leadSheet({ pile, module }: ArrayPlan): ModuleSheet {
  const sorts = Object.values(pile?.sorts ?? {});
  const watts = ({ module: { pmax }, count }: PanelSort) => pmax.value * count.value;
  const [first, ...others] = sorts;
  return first
    ? others.reduce((most, sort) => (watts(sort) > watts(most) ? sort : most), first).module
    : module;
}

/** The inputs an array is on: those it names, or the next that no array before it takes. */
function berthOf(
  design: Design,
  controllerId: string,
  controller: Controller,
  arrayId: string,
  bank: BankResult,
): Berth {
  const windows = inputsOf(controller, bank);
  let next = 1;
  let first = 1;
  let others = 0;
  for (const [id, plan] of inOrder(design.arrays)) {
    if (plan.strings.controller !== controllerId) continue;
    const from = plan.strings.first ?? next;
    const inputs = inputsTaken(plan);
    next = from + inputs;
    if (id === arrayId) first = from;
    else others += inputs;
  }
  return {
    windows,
    first,
    inputs: Math.max(0, windows.length - others),
    usableW:
      (chargeAmpsOn(controller, design.busVolts) * bank.absorptionV) / (controller.efficiency.value / 100),
  };
}

/** An array as the year's reckoning sees it. */
export const asInput = ({ year, ...array }: ArrayFacts): ArrayInput => ({
  ...array,
  wiredModules: wiredModules(array.plan),
  year: year ?? [],
});

/** How many inputs an array is on. */
const inputsTaken = ({ pile, strings }: ArrayPlan): number =>
  pile ? new Set(Object.values(pile.strings).map(({ input }) => input)).size : strings.inputs.value;

/** Panels that the chosen strings take of those there are. */
function wiredModules({ strings, count, pile }: ArrayPlan): number {
  if (pile)
    return Object.values(pile.strings).reduce(
      (sum, { panels }) => sum + Object.values(panels).reduce((all, each) => all + each, 0),
      0,
    );
  return Math.min(strings.series.value * strings.parallel.value * strings.inputs.value, count.value);
}

/** The array with the most watts. */
export function leadOf({ arrays, energy }: Pick<Facts, 'arrays' | 'energy'>): ArrayFacts {
  // the schema holds that there is one
  return arrays.find(({ id }) => id === energy?.leadId) ?? (arrays[0] as ArrayFacts);
}
