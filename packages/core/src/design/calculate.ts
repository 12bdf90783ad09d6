import { computeArray, type ArrayResult } from '../array';
import { bankNeeds, computeBank, type BankNeed, type BankResult } from '../bank';
import { resolveClimate, type ClimateShift, type GridClimate, type ResolvedClimate } from '../climate';
import { computeLoads, type Loads } from '../loads';
import { readSheet, type ModuleNumbers } from '../module';
import { computeStrings, pulseWidthUse, type StringsResult } from '../strings';
import type { Design } from './types';

/** Everything computed from a design, as numbers. What needs a place is null until there is one. */
export interface Facts {
  design: Design;
  /** What the climate grid said; the months as used are in `climate`. */
  grid: GridClimate | null;
  loads: Loads;
  climate: ResolvedClimate | null;
  module: ModuleNumbers;
  bank: BankResult;
  bankNeeds: BankNeed[];
  bankGoverning: BankNeed | null;
  strings: StringsResult | null;
  array: ArrayResult | null;
}

/** The pipeline, from uses to strings. */
export function calculate(design: Design, grid: GridClimate | null, shift: ClimateShift = {}): Facts {
  const loads = computeLoads(design);
  const climate = resolveClimate(design.place, grid, shift);
  const module = readSheet(design.array.module);
  const bank = computeBank(design, loads);
  const strings = climate ? computeStrings(design, module, bank, climate.low, climate.high) : null;
  const array =
    climate && strings
      ? computeArray(
          design,
          climate,
          loads,
          bank,
          module,
          controllerShare(design, module, bank),
          wiredModules(design),
        )
      : null;
  const needs = bankNeeds(design, bank, loads, array?.chargeAmps ?? 0);
  const most = needs.reduce((most, need) => (need.ratedWh > most.ratedWh ? need : most));
  return {
    design,
    grid,
    loads,
    climate,
    module,
    bank,
    bankNeeds: needs,
    bankGoverning: most.ratedWh > 0 ? most : null,
    strings,
    array,
  };
}

/** Panels that the chosen strings take of those there are. */
function wiredModules({ strings, array }: Design): number {
  return Math.min(strings.series.value * strings.parallel.value * strings.inputs.value, array.count.value);
}

function controllerShare({ strings }: Design, module: ModuleNumbers, bank: BankResult) {
  const { controller, series, inputs } = strings;
  return {
    use: controller.kind === 'pwm' ? pulseWidthUse(series.value, module.vmpV, bank.absorptionV) : 1,
    efficiency: controller.efficiency.value / 100,
    limitW: controller.chargeAmps.value * bank.absorptionV,
    inputLimitW: controller.maxAmps.value * series.value * module.vmpV * inputs.value,
  };
}
