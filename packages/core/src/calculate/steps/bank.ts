import {
  bankFit,
  bankNeeds,
  bankWarmth,
  chemistryOf,
  computeBank,
  meanDay,
  padDraw,
  walkBankOf,
  type BankResult,
  type BankWarmth,
  type Demand,
  type BankFitPart,
} from '../../bank';
import type { ClimateMonth, RecordTemperature } from '../../climate';
import type { Bank, Design } from '../../document';
import { partsOf, remembered, together } from '../../memo';

const pad = remembered('draw of the heating pad', (...asked: Parameters<typeof padDraw>) =>
  together(padDraw(...asked)),
);
const warmth = remembered(
  'warmth of the bank',
  (
    home: Bank['home'],
    months: readonly ClimateMonth[],
    lowC: number,
    highC: number,
    off: readonly number[],
  ) => bankWarmth(home, months, { lowC, highC }, pad(home, months, off), off),
);

/** Temperatures where it stands, between the lowest and the highest on record. */
export const warmthOf = (
  home: Bank['home'],
  months: readonly ClimateMonth[],
  low: RecordTemperature,
  high: RecordTemperature,
  off: readonly number[],
) => warmth(home, months, low.valueC, high.valueC, off);

const chemistryParts = partsOf<Pick<Bank, 'sheet' | 'chemistry'>>()('sheet', 'chemistry');
const chemistry = remembered('chemistry of the bank', chemistryOf);

export const bankOf = remembered(
  'bank',
  (bank: Bank, busVolts: Design['busVolts'], demand: Demand, at: BankWarmth | null) =>
    computeBank({ bank, busVolts }, demand, at, chemistry(chemistryParts(bank))),
);

export const needsOf = remembered('what the bank is asked for', bankNeeds);

const fitParts = partsOf<BankFitPart>()(
  'chemistry',
  'unitVolts',
  'unitAh',
  'unit',
  'home',
  'series',
  'parallel',
);
const fit = remembered('bank in its room', bankFit);
export const fitOf = (bank: Bank) => fit(fitParts(bank));

const walkBank = remembered('bank as a day walks it', walkBankOf);
const day = remembered('bank through a mean day', meanDay);

/** The bank through a mean day of each month. @param made, @param used watts in each half hour @param surplusAbove state of charge, % */
export const meanDaysOf = (
  { depth }: Pick<Bank, 'depth'>,
  bank: Pick<BankResult, 'chemistry' | 'ratedWh' | 'temperatureFactor'>,
  made: readonly Float64Array[],
  used: readonly Float64Array[],
  surplusAbove: number,
) => {
  const walked = walkBank(bank.chemistry, bank.ratedWh, bank.temperatureFactor, depth.value);
  return made.map((watts, month) =>
    day(walked, watts, used[month] ?? new Float64Array(watts.length), surplusAbove / 100),
  );
};
