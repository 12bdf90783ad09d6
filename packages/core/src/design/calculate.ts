import { computeEnergy, type EnergyResult } from '../array';
import { bankNeeds, computeBank, type BankNeed, type BankResult } from '../bank';
import { resolveClimate, type ClimateShift, type JobClimate, type ResolvedClimate } from '../climate';
import { computeLoads, type Loads } from '../loads';
import { readSheet, type ModuleNumbers } from '../module';
import { computePlaneYear, type PlaneMonth } from '../sky';
import { computeStrings, type StringsResult } from '../strings';
import { inOrder, type ArrayPlan, type Controller, type Design } from './types';

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
  module: ModuleNumbers;
  strings: StringsResult | null;
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
}

/** The pipeline, from uses to strings. */
export function calculate(design: Design, grid: JobClimate | null, shift: ClimateShift = {}): Facts {
  const loads = computeLoads(design);
  const climate = resolveClimate(design, grid, shift);
  const bank = computeBank(design, loads);
  const arrays = inOrder(design.arrays).map(([id, plan]) => arrayFacts(design, id, plan, bank, climate));
  const energy = climate
    ? computeEnergy(
        design,
        loads,
        bank,
        arrays.map(({ year, ...array }) => ({
          ...array,
          wiredModules: wiredModules(array.plan),
          year: year ?? [],
        })),
      )
    : null;
  const needs = bankNeeds(design, bank, loads, energy?.chargeAmps ?? 0);
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
  const module = readSheet(plan.module);
  const several = Object.keys(design.arrays).length > 1;
  return {
    id,
    plan,
    controllerId,
    controller,
    paths: { array: `/arrays/${id}`, controller: `/controllers/${controllerId}` },
    called: several ? plan.name || 'an unnamed array' : '',
    module,
    strings: climate
      ? computeStrings(
          plan,
          controller,
          module,
          bank,
          climate.low,
          climate.high,
          inputsTaken(design, controllerId, id),
        )
      : null,
    year: climate ? computePlaneYear(climate, plan, module, design.energy.sky) : null,
  };
}

/** Inputs of a controller that other arrays are on. */
function inputsTaken(design: Design, controllerId: string, but: string): number {
  return Object.entries(design.arrays).reduce(
    (sum, [id, { strings }]) =>
      id !== but && strings.controller === controllerId ? sum + strings.inputs.value : sum,
    0,
  );
}

/** Panels that the chosen strings take of those there are. */
function wiredModules({ strings, count }: ArrayPlan): number {
  return Math.min(strings.series.value * strings.parallel.value * strings.inputs.value, count.value);
}

/** The array with the most watts. */
export function leadOf({ arrays, energy }: Pick<Facts, 'arrays' | 'energy'>): ArrayFacts {
  // the schema holds that there is one
  return arrays.find(({ id }) => id === energy?.leadId) ?? (arrays[0] as ArrayFacts);
}
