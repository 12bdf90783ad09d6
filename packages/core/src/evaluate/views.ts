import type { ArrayMonth } from '../array';
import { onFacts, type ArrayFacts, type Facts } from '../calculate';
import { BANK_SCHOOLS, type Pen } from '../figures';
import { arrangementSentence } from '../findings';
import { remembered } from '../memo';
import { MONTH_DAYS } from '../units';
import { sameArrangement, type StringsResult } from '../strings';
import type { ArrangementRow, BankPicture, Evaluation, PowerPicture, StringsPicture } from './evaluation';
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

/** Bands that the picture of all at once tells apart. */
const MOST_BANDS = 7;

export const powerView = onFacts(
  'AC side as its sheet shows it',
  ({ power, powerYear, loads, design, bank }: Facts): PowerPicture => {
    const { asked, inverter, sources } = power;
    const plan = design.power.inverter;
    const year = sources.length > 0 ? powerYear : null;
    return {
      bands: bandsOf(loads, design, asked),
      runningW: asked.runningW,
      startExtraW: Math.max(0, asked.startW - (loads.worstStart?.acW ?? 0)),
      starts: asked.starts,
      limits:
        inverter && plan
          ? {
              continuousW: inverter.continuousW,
              overloadW: inverter.overloadW,
              overloadS: plan.overloadMinutes.value * 60,
              surgeW: inverter.surgeW,
              surgeS: plan.surgeSeconds.value,
            }
          : null,
      months: year && year.months,
      hoursBy: Object.fromEntries(
        (year?.sources ?? []).map(({ id, hoursBy }) => [
          id,
          hoursBy.map((hours, m) => hours / (MONTH_DAYS[m] ?? 30)),
        ]),
      ),
      sources: sources.map(({ id, plan: { name, kind } }) => ({ id, name, kind })),
      roomC: bank.hottestC,
      darkDays: year?.darkDays ?? 0,
    };
  },
);

/** What runs on AC in the month where most does, scaled to the share that runs at once. */
function bandsOf(
  { rows }: Facts['loads'],
  { uses }: Facts['design'],
  { runningW, runningMonth }: Facts['power']['asked'],
): PowerPicture['bands'] {
  const all = rows
    .filter((row) => !row.later && uses[row.id]?.supply === 'ac' && row.months.includes(runningMonth))
    .map((row) => ({
      name: uses[row.id]?.name || 'unnamed',
      watts: row.runW * (uses[row.id]?.count.value ?? 1),
    }))
    .filter(({ watts }) => watts > 0)
    .sort((a, b) => b.watts - a.watts);
  const sum = all.reduce((total, { watts }) => total + watts, 0);
  const scale = sum > 0 ? runningW / sum : 0;
  const kept = all.slice(0, all.length > MOST_BANDS ? MOST_BANDS - 1 : MOST_BANDS);
  const rest = all.slice(kept.length);
  return [
    ...kept,
    ...(rest.length > 0
      ? [
          {
            name: `${rest.length} smaller ones`,
            watts: rest.reduce((total, { watts }) => total + watts, 0),
          },
        ]
      : []),
  ].map(({ name, watts }) => ({ name, watts: watts * scale }));
}

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
      window: windowPicture(array, array.strings),
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
