import {
  computeEnergy,
  feedOf,
  gangsOf,
  madeByHour,
  sentYear,
  throughBankPct,
  type ArrayInput,
  type EnergyBank,
  type EnergyMeans,
  type EnergyResult,
  type FeedPart,
  type Gang,
} from '../../array';
import type { Design } from '../../document';
import { partsOf, remembered, settling, together } from '../../memo';
import type { PlaneMonth } from '../../sky';
import { strungAlike } from './strings';

const feedParts = partsOf<FeedPart>()('wiring', 'mismatch', 'strings', 'count', 'pile');
const feed = remembered('array at its controller', feedOf);
const sent = remembered('what a controller sends', sentYear);

const means: EnergyMeans = {
  gangs: (arrays, absorptionV, busVolts) =>
    gangsOf(arrays, absorptionV, busVolts, (plan, ...rest) => feed(feedParts(strungAlike(plan)), ...rest)),
  sent: (feeds, efficiency, limitW) => sent(together(feeds), efficiency, limitW),
};

/** The arrays by the controller they share. */
export const gangs = means.gangs;

const seenBank = remembered(
  'bank as the year sees it',
  (chemistry: EnergyBank['chemistry'], absorptionV: number, ah: number): EnergyBank => ({
    chemistry,
    absorptionV,
    ah,
  }),
);
const energy = remembered(
  'made against used',
  (
    arrays: readonly ArrayInput[],
    used: readonly number[],
    bank: EnergyBank,
    plan: Design['energy'],
    busVolts: Design['busVolts'],
  ) => computeEnergy({ busVolts, energy: plan }, used, bank, arrays, means),
);

const inputParts = partsOf<ArrayInput>()(
  'plan',
  'controller',
  'module',
  'berth',
  'pile',
  'year',
  'id',
  'controllerId',
);
/** The arrays without what their strings are, which does not change what they make. */
export const inputsOf = (arrays: readonly ArrayInput[]): readonly ArrayInput[] =>
  together(arrays.map(inputParts));

/** What follows the last that was made and used. */
export const settledEnergy = settling<EnergyResult>();

/** @param usedWh a mean day of each month */
export const energyOf = (
  { energy: plan, busVolts }: Pick<Design, 'energy' | 'busVolts'>,
  arrays: readonly ArrayInput[],
  usedWh: readonly number[],
  { chemistry, absorptionV, ah }: EnergyBank,
): EnergyResult => energy(arrays, together(usedWh), seenBank(chemistry, absorptionV, ah), plan, busVolts);

const sentBy = remembered(
  'days of an array with what it sends',
  (year: readonly PlaneMonth[], ...sentWh: readonly number[]) => ({ year, sentWh }),
);
const made = remembered('made by the hour', madeByHour);

/** Watts that the arrays send in each half hour of the mean day, by month. */
export const madeOf = (all: readonly Gang[]): Float64Array[] =>
  made(
    together(
      all.flatMap(({ inputs, feeds, efficiency, limitW }) => {
        const months = means.sent(feeds, efficiency, limitW);
        return inputs.map(({ year }, i) => sentBy(year, ...months.map(({ sentWh }) => sentWh[i] ?? 0)));
      }),
    ),
  );

export const throughBankOf = remembered('share through the bank', throughBankPct);
