import { coldMargin, tightest, type ArrayFacts } from '../calculate';
import { coefficientFactor } from '../module';
import type { StringsResult } from '../strings';
import { monthName } from '../units';
import { sourcesCarry } from './backup';
import type { Rule } from './finding';

const noPlace: Rule = ({ design }) =>
  design.place.lat && design.place.lon
    ? null
    : {
        id: 'place.none',
        severity: 'look',
        sheet: 'place',
        title: 'No place yet',
        sentence: 'Without a latitude and a longitude sun and frost cannot be known.',
        focus: '/place/lat',
      };

const climateNotRead: Rule = ({ design, climate }) =>
  design.place.lat && design.place.lon && !climate
    ? {
        id: 'place.unread',
        severity: 'look',
        sheet: 'place',
        title: 'The climate is not read yet',
        sentence:
          'The grid has not answered for this place. Type sun and air for all twelve months to go on without it.',
      }
    : null;

const gridSun: Rule = ({ climate }) => {
  const fromGrid = climate?.months.filter(({ ghiFrom }) => ghiFrom === 'grid').length ?? 0;
  if (fromGrid === 0) return null;
  return {
    id: 'place.gridSun',
    severity: 'note',
    sheet: 'place',
    title: 'The sun is a grid estimate',
    sentence: `${fromGrid === 12 ? 'Every month comes' : `${fromGrid} months come`} from the climate grid, which is within 16 % of station months as a root mean square. Type what you know better.`,
  };
};

/** Open-circuit volts of an array at some cold, on its tightest input; null where no coefficient is known. */
function coldVocAt({ pile, module }: ArrayFacts, strings: StringsResult, lowC: number): number | null {
  const { betaVoc, vocV } = module;
  if (!pile) return betaVoc === null ? null : strings.chosen.series * vocV * coefficientFactor(betaVoc, lowC);
  const atCold = pile.sorts.map(({ module: { betaVoc: beta }, panel: { coldVocV } }) =>
    beta === null
      ? coldVocV
      : (coldVocV * coefficientFactor(beta, lowC)) / coefficientFactor(beta, strings.lowC),
  );
  const tight = pile.inputs.filter(({ window }) => window.maxV === strings.window.maxV);
  return Math.max(
    0,
    ...tight.flatMap((input) =>
      input.strings.map(({ panels }) => panels.reduce((sum, many, k) => sum + many * (atCold[k] ?? 0), 0)),
    ),
  );
}

const lowIsGuess: Rule = ({ climate, arrays }, pen) => {
  const array = tightest(arrays, coldMargin);
  const strings = array?.strings;
  if (!climate || !array || !strings || climate.low.from !== 'grid') return null;
  const colder = climate.low.valueC - 8;
  const { chosen, window } = strings;
  const held = coldVocAt(array, strings, colder);
  const what = array.pile ? 'the string with most volts' : `${chosen.series} in series`;
  const breaks = held !== null && held > window.maxV && chosen.coldVocV <= window.maxV;
  const still =
    held === null
      ? ''
      : breaks
        ? ` At ${pen(colder, 'temperature')} ${what} would reach ${pen(held, 'voltage')}, over the limit of ${pen(window.maxV, 'voltage')}.`
        : held <= window.maxV
          ? ` At ${pen(colder, 'temperature')} ${what} would still hold, at ${pen(held, 'voltage')}.`
          : '';
  return {
    id: 'place.low',
    severity: breaks ? 'look' : 'note',
    sheet: breaks ? 'strings' : 'place',
    title: 'The record low is a guess',
    sentence: `${pen(climate.low.valueC, 'temperature')}: ${climate.low.note}.${still} Against stations such guesses were from 5 K too warm to 17 K too cold. Type what the nearest one has on record, or the coldest anybody remembers.`,
    value: climate.low.valueC,
    focus: '/place/low',
  };
};

const farFromLand: Rule = ({ climate }) => {
  if (!climate || climate.landDistance <= 2) return null;
  return {
    id: 'place.sea',
    severity: 'look',
    sheet: 'place',
    title: 'Far from land',
    sentence: `The nearest cell anchored on land is ${climate.landDistance} cells away, about ${Math.round(climate.landDistance * 55)} km. Sun and extremes here are weak guesses.`,
    value: climate.landDistance,
    limit: 2,
  };
};

const polarNight: Rule = (facts) => {
  const { climate, energy } = facts;
  const dark = (energy?.months ?? []).filter(
    (month) => month.inUse && (climate?.months[month.month - 1]?.ghiKWhm2 ?? 1) < 0.1,
  );
  const months = dark.map(({ month }) => month);
  if (dark.length === 0 || sourcesCarry(facts, months)) return null;
  return {
    id: 'place.polarNight',
    severity: 'stop',
    sheet: 'place',
    title: 'Months without sun',
    sentence: `In ${dark.map(({ month }) => monthName(month)).join(', ')} there is next to no sun here, and you mean to use it then. No array answers that; an engine or other months do.`,
  };
};

const highAboveGrid: Rule = ({ climate }, pen) => {
  if (!climate) return null;
  const above = climate.altitudeM - climate.gridAltitudeM;
  if (Math.abs(above) < 500) return null;
  return {
    id: 'place.altitude',
    severity: 'note',
    sheet: 'place',
    title: `Well ${above > 0 ? 'above' : 'below'} the grid’s ground`,
    sentence: `The place is at ${pen(climate.altitudeM, 'altitude')}, the cell’s mean at ${pen(climate.gridAltitudeM, 'altitude')}. Temperatures are moved by 6.5 K a kilometre; valleys with frost can be colder still.`,
    value: above,
    limit: 500,
    focus: '/place/altitude',
  };
};

const lowAboveHigh: Rule = ({ climate }, pen) =>
  climate && climate.low.valueC >= climate.high.valueC
    ? {
        id: 'place.insideOut',
        severity: 'stop',
        sheet: 'place',
        title: 'Low above high',
        sentence: `The record low, ${pen(climate.low.valueC, 'temperature')}, is not below the record high, ${pen(climate.high.valueC, 'temperature')}.`,
        focus: '/place/low',
      }
    : null;

export const PLACE_RULES: readonly Rule[] = [
  noPlace,
  climateNotRead,
  lowAboveHigh,
  polarNight,
  farFromLand,
  lowIsGuess,
  gridSun,
  highAboveGrid,
];
