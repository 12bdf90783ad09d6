import type { ArrayMonth } from '../array';
import { onFacts, type ArrayFacts, type Facts } from '../calculate';
import { BANK_SCHOOLS, type Pen } from '../figures';
import { arrangementSentence } from '../findings';
import { remembered } from '../memo';
import { sameArrangement, type StringsResult } from '../strings';
import type { ArrangementRow, BankPicture, Evaluation, StringsPicture } from './evaluation';
import { pilePicture } from './pilePicture';
import { windowPicture } from './windowPicture';

/** Made and used by month; without a place only what is used. */
export const monthsView = ({ energy, loads }: Facts): ArrayMonth[] =>
  energy?.months ?? withoutSun(loads.months);

const withoutSun = (months: readonly { month: number; busWh: number }[]): ArrayMonth[] =>
  months.map(({ month, busWh }) => ({
    month,
    inUse: busWh > 0,
    poaKWhm2: 0,
    madeWh: 0,
    usedWh: busWh,
    ratio: null,
    clippedWh: 0,
    clearClippedWh: 0,
    byArray: {},
  }));

/** The year's weather as the place's sheet shows it. */
export const climateView = onFacts(
  'climate as its sheet shows it',
  ({ climate }: Facts): Evaluation['climate'] =>
    climate && {
      months: climate.months,
      altitudeM: climate.altitudeM,
      lowC: climate.low.valueC,
      highC: climate.high.valueC,
      lowNote: climate.low.note,
      highNote: climate.high.note,
      stays: climate.stays.map((stays) =>
        stays.map(({ id, name, share }) => ({ id, name, share })).toSorted((a, b) => b.share - a.share),
      ),
      places: Object.fromEntries(
        Object.entries(climate.places).map(([id, place]) => [
          id,
          {
            months: place.months,
            altitudeM: place.altitudeM,
            lowC: place.low.valueC,
            highC: place.high.valueC,
            landDistance: place.landDistance,
          },
        ]),
      ),
    },
);

export const bankView = onFacts(
  'bank as its sheet shows it',
  ({ bank, bankNeeds, bankGoverning, design, fit }: Facts, pen: Pen): BankPicture => {
    return {
      ratedWh: bank.ratedWh,
      usableWh: bank.usableWh,
      dailyWh: bank.dailyWh,
      wantedDays: design.bank.days.value,
      coldestC: bank.coldestC,
      warmth: bank.warmth,
      fit,
      days: bank.days,
      needs: bankNeeds.map((need) => ({
        school: need.school,
        name: BANK_SCHOOLS[need.school],
        rated: pen(need.ratedWh, 'energy'),
        parallel: need.parallel,
        governs: need === bankGoverning,
      })),
    };
  },
);

/** By array. */
export const stringsView = ({ arrays }: Facts, pen: Pen): Record<string, StringsPicture> =>
  Object.fromEntries(
    arrays.flatMap((array) => {
      const picture = stringsOf(array, pen);
      return picture ? [[array.id, picture]] : [];
    }),
  );

const stringsOf = onFacts(
  'strings as their sheet shows them',
  (array: ArrayFacts, pen: Pen): StringsPicture | null =>
    array.strings && {
      arrangements: arrangementRows(array.strings, pen, array.plan.count.value),
      window: windowPicture(array, array.strings, pen),
      inputs: array.berth.inputs,
      firstInput: array.berth.first,
      pile: array.pile && pilePicture(array.pile),
    },
);

const arrangementRows = remembered(
  'arrangements told',
  (strings: StringsResult, pen: Pen, count: number): ArrangementRow[] =>
    strings.arrangements.map((arrangement) => ({
      ...arrangement,
      chosen: sameArrangement(arrangement, strings.chosen),
      sentence: arrangementSentence(arrangement, strings, pen, count),
    })),
);
