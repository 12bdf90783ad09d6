import { watched } from '../memo';
import type { EnergyResult, Gang } from '../array';
import type { BankFit, BankNeed, BankResult, MeanDay } from '../bank';
import type { JobClimate, ResolvedClimate } from '../climate';
import type { ArrayPlan, Controller, Design } from '../document';
import type { Loads } from '../loads';
import type { ModuleNumbers } from '../module';
import type { PowerFacts, PowerYear, SurplusUse } from '../power';
import type { PlaneMonth, SkyYear } from '../sky';
import type { Berth, PileFacts, StringsResult } from '../strings';
import type { TakeOff, WiringFacts } from '../wiring';

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
  year: readonly PlaneMonth[] | null;
}

/** Everything computed from a design, as numbers. What needs a place is null until there is one. */
export interface Facts {
  design: Design;
  /** What the climate grid said; the months as used are in `climate`. */
  grid: JobClimate | null;
  climate: ResolvedClimate | null;
  /** The light of the year, for any plane. */
  skies: SkyYear | null;
  loads: Loads;
  bank: BankResult;
  bankNeeds: BankNeed[];
  bankGoverning: BankNeed | null;
  arrays: readonly ArrayFacts[];
  /** The array with the most watts. */
  lead: ArrayFacts;
  /** The arrays by the controller they share. */
  gangs: Gang[] | null;
  energy: EnergyResult | null;
  /** Watts the arrays send in each half hour of the mean day, by month. */
  made: Float64Array[] | null;
  /** The bank through a mean day of each month. */
  meanDays: MeanDay[] | null;
  /** Of what is used in the months in use, what the sun does not give at the time, %. */
  throughBankPct: number | null;
  /** Inverter and sources beside the sun; and the bank with them through years of days, where there is any. */
  power: PowerFacts;
  powerYear: PowerYear | null;
  /** What waits for surplus, and what it gets of what it asks; none without a place. */
  surplus: readonly SurplusUse[];
  /** Every conductor and what protects it; and what is bought for them. */
  wiring: WiringFacts;
  takeOff: TakeOff;
  /** The best fixed tilt towards the equator. */
  bestTiltDeg: number | null;
  fit: BankFit;
}

/** Parts of the facts of which what is read counts one by one. */
const WITHIN: readonly (keyof Facts)[] = ['design', 'climate', 'loads', 'bank', 'energy', 'wiring'];

/** Work on the facts that is done again only when something that it read of them has changed. */
export const onFacts = <A extends readonly unknown[], R>(name: string, work: (...args: A) => R) =>
  watched(name, work, { within: WITHIN });
