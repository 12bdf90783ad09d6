import type { BankResult } from '../../bank';
import type { JobClimate, ResolvedClimate } from '../../climate';
import type { Design } from '../../document';
import type { Loads } from '../../loads';
import { partsOf, remembered, together } from '../../memo';
import {
  computePower,
  powerYear,
  type PowerBank,
  type PowerFacts,
  type PowerPart,
  type PowerPlace,
} from '../../power';
import { daySequence } from '../../sky';
import { darkDays, dayRanksOf } from '../dayRanks';

const bankParts = partsOf<BankResult>()(
  'ah',
  'volts',
  'absorptionV',
  'usableWh',
  'hottestC',
  'ratedWh',
  'chemistry',
);
const seen = remembered(
  'bank as a charger sees it',
  (bank: Omit<PowerBank, 'depthPct'>, depthPct: number): PowerBank => ({ ...bank, depthPct }),
);
/** The bank as sources and inverter see it. */
export const powerBankOf = (bank: BankResult, { depth }: Design['bank']): PowerBank =>
  seen(bankParts(bank), depth.value);

const place = remembered(
  'air and height of the machines',
  (altitudeM: number, hotC: number): PowerPlace => ({ altitudeM, hotC }),
);
const placeOf = ({ altitudeM, months }: ResolvedClimate): PowerPlace =>
  place(altitudeM, Math.max(...months.map(({ maxC }) => maxC)));

const parts = partsOf<PowerPart>()('power', 'supply', 'uses');
const power = remembered('AC side and its sources', computePower);
export const powerOf = (
  design: Design,
  loads: Loads,
  bank: PowerBank,
  climate: ResolvedClimate | null,
): PowerFacts => power(parts(design), loads, bank, climate && placeOf(climate));

/** Years of days that the bank is walked through; few, so that a key press can wait for them. */
const YEARS = 8;
const days = remembered('days of the walk', (climate: ResolvedClimate, grid: JobClimate | null) => {
  const { ranks, seed } = dayRanksOf(climate, grid);
  return daySequence(ranks, YEARS, seed);
});

/** Fuel is kept for the longest dark run of a rare year, and never for less than a week. */
const LEAST_KEPT_DAYS = 7;

const walked = remembered('bank and sources through the days', powerYear);
export const powerYearOf = (
  design: Design,
  facts: PowerFacts,
  loads: Loads,
  bank: PowerBank,
  climate: ResolvedClimate,
  grid: JobClimate | null,
  madeWh: readonly number[],
) =>
  walked(
    parts(design),
    facts,
    loads,
    bank,
    together(madeWh),
    days(climate, grid),
    Math.max(LEAST_KEPT_DAYS, darkDays({ climate, grid, loads })?.worst.rareDays ?? 0),
  );
