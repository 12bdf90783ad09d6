import type { BankResult, MeanDay } from '../../bank';
import type { JobClimate, ResolvedClimate } from '../../climate';
import type { Design } from '../../document';
import type { Loads } from '../../loads';
import { partsOf, remembered, together } from '../../memo';
import {
  computePower,
  powerYear,
  type PowerBank,
  type PowerFacts,
  type PowerDesign,
  surplusInTurn,
  type PowerPlace,
  type WalkSurplus,
} from '../../power';
import { darkRuns, daySequence } from '../../sky';
import { dayRanksOf } from '../dayRanks';

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

const place = remembered('air and height of the machines', (altitudeM: number, hotC: number): PowerPlace => ({
  altitudeM,
  hotC,
}));
const placeOf = ({ altitudeM, months }: ResolvedClimate): PowerPlace =>
  place(altitudeM, Math.max(...months.map(({ maxC }) => maxC)));

const parts = partsOf<PowerDesign>()('power', 'supply', 'uses');
const power = remembered('AC side and its sources', computePower);
export const powerOf = (
  design: Design,
  loads: Loads,
  bank: PowerBank,
  climate: ResolvedClimate | null,
): PowerFacts => power(parts(design), loads, bank, climate && placeOf(climate));

/** Years of days that the bank is walked through; few, so that a key press can wait for them. */
const YEARS = 8;
/** Fuel is kept for the longest dark run of these years, and never for less than a week. */
const LEAST_KEPT_DAYS = 7;

const days = remembered('days of the walk', (climate: ResolvedClimate, grid: JobClimate | null) => {
  const { ranks, seed } = dayRanksOf(climate, grid);
  const sequence = daySequence(ranks, YEARS, seed);
  return { sequence, keep: Math.max(LEAST_KEPT_DAYS, ...darkRuns(sequence).flat()) };
});

const NONE: readonly WalkSurplus[] = [];
const waiting = remembered(
  'uses on surplus in their turn',
  (uses: Design['uses'], rows: Loads['rows'], ac: number, dc: number, days: readonly MeanDay[]) =>
    surplusInTurn(uses, rows, { ac, dc }, days),
);

/** What waits for surplus. @param days a mean day of each month; null without a place */
export const surplusOf = (
  { uses }: Pick<Design, 'uses'>,
  { rows, gives }: Loads,
  days: () => readonly MeanDay[] | null,
): readonly WalkSurplus[] => {
  const known = rows.some(({ surplus, later }) => surplus && !later) ? days() : null;
  return known ? waiting(uses, rows, gives.ac, gives.dc, together(known)) : NONE;
};

const walked = remembered('bank and sources through the days', powerYear);
export function powerYearOf(
  design: Design,
  facts: PowerFacts,
  loads: Loads,
  bank: PowerBank,
  climate: ResolvedClimate,
  grid: JobClimate | null,
  madeWh: readonly number[],
  surplus: readonly WalkSurplus[],
) {
  const { sequence, keep } = days(climate, grid);
  return walked(parts(design), facts, loads, bank, together(madeWh), surplus, sequence, keep);
}
