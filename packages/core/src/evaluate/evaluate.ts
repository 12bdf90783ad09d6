import type { ArrayMonth } from '../array';
import type { BankSchool, BankWarmth } from '../bank';
import {
  bestTiltOf,
  calculate,
  coldMargin,
  hotMargin,
  tightest,
  type ArrayFacts,
  type BankFit,
  type Facts,
} from '../calculate';
import type { ClimateMonth, JobClimate } from '../climate';
import type { Design, Sheet } from '../document';
import { BANK_SCHOOLS, figuresOf, ofArray, penFor, useFigure, type Figure, type Pen } from '../figures';
import { arrangementSentence, findingsOf, type Finding } from '../findings';
import { sameArrangement, type Arrangement } from '../strings';
import { answersOf, governingOf, marksOf, type Answer } from './answers';
import { pilePicture, type PilePicture } from './pilePicture';
import { verdictOf, type Verdict } from './verdict';
import { windowPicture, type WindowPicture } from './windowPicture';

export interface TallyEntry {
  figureId: string;
  sheet: Sheet;
  mark: 'stop' | 'look' | null;
}

export interface ArrangementRow extends Arrangement {
  chosen: boolean;
  sentence: string;
}

export interface PlacePicture {
  months: ClimateMonth[];
  altitudeM: number;
  lowC: number;
  highC: number;
  landDistance: number;
}

/** One array's ways to be wired, and where the chosen one lies in the controller's window. */
export interface StringsPicture {
  arrangements: ArrangementRow[];
  window: WindowPicture;
  /** Inputs there are for this array, and the first it is on. */
  inputs: number;
  firstInput: number;
  /** Where its panels are not alike. */
  pile: PilePicture | null;
}

/** What the bank's measuring stick draws, and what each school asks for. */
export interface BankPicture {
  ratedWh: number;
  usableWh: number;
  dailyWh: number;
  wantedDays: number;
  days: number | null;
  needs: { school: BankSchool; name: string; rated: string; parallel: number; governs: boolean }[];
  /** Coldest it gets in the months in use, °C. */
  coldestC: number;
  /** Temperatures where it stands, by month; null without a place. */
  warmth: BankWarmth | null;
  fit: BankFit;
}

/** What a design comes to: plain data, the same on the screen, in the book and over the wire. */
export interface Evaluation {
  verdict: Verdict;
  figures: Record<string, Figure>;
  findings: Finding[];
  tally: TallyEntry[];
  answers: Record<Sheet, Answer>;
  governing: Record<Sheet, string>;
  marks: Partial<Record<Sheet, 'stop' | 'look'>>;
  months: ArrayMonth[];
  climate: {
    months: ClimateMonth[];
    altitudeM: number;
    lowC: number;
    highC: number;
    lowNote: string;
    highNote: string;
    /** Where it is in each month, the longest stay first. */
    stays: { id: string; name: string; share: number }[][];
    /** Each place by itself: home, and the stops by their ids. */
    places: Record<string, PlacePicture>;
  } | null;
  /** By array. */
  strings: Record<string, StringsPicture>;
  bank: BankPicture;
  bestTiltDeg: number | null;
}

/** The part of an evaluation that says whether a design stands; a list of many jobs needs no more. */
export type Judgement = Pick<Evaluation, 'verdict' | 'figures' | 'findings' | 'tally'>;

export function judge(design: Design, grid: JobClimate | null): Judgement {
  return judged(calculate(design, grid), penFor(design.units));
}

function judged(facts: Facts, pen: Pen): Judgement {
  const findings = findingsOf(facts, pen);
  const figures = Object.fromEntries(figuresOf(facts, pen).map((figure) => [figure.id, figure]));
  return { verdict: verdictOf(facts, findings), figures, findings, tally: tallyOf(facts, figures, findings) };
}

/** The working of one row of a long table, which its evaluation leaves out. */
export function useWorking(design: Design, grid: JobClimate | null, useId: string): Figure | null {
  const facts = calculate(design, grid);
  const row = facts.loads.rows.find(({ id }) => id === useId);
  return (row && useFigure(facts, penFor(design.units), row)[0]) ?? null;
}

/**
 * The one way from a design to figures and findings.
 * @param design a valid design, @param grid what the climate grid says of its place, null while unknown
 */
export function evaluate(design: Design, grid: JobClimate | null): Evaluation {
  const facts = calculate(design, grid);
  const pen = penFor(design.units);
  const judgement = judged(facts, pen);
  const { climate } = facts;
  return {
    ...judgement,
    answers: answersOf(facts, pen),
    governing: governingOf(facts, pen),
    marks: marksOf(judgement.findings),
    months: facts.energy?.months ?? monthsWithoutSun(facts),
    climate: climate && {
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
    strings: Object.fromEntries(
      facts.arrays.flatMap((array) => {
        const picture = stringsPicture(array, pen);
        return picture ? [[array.id, picture]] : [];
      }),
    ),
    bank: bankPicture(facts, pen),
    bestTiltDeg: bestTiltOf(facts),
  };
}

/** The few figures that decide the design, of several arrays the tightest; each carries its gravest mark. */
function tallyOf(
  { arrays }: Facts,
  figures: Record<string, Figure>,
  findings: readonly Finding[],
): TallyEntry[] {
  const cold = tightest(arrays, coldMargin);
  const hot = tightest(arrays, hotMargin);
  const rows: readonly (readonly [figureId: string, sheet: Sheet, about: RegExp])[] = [
    ['array.ratio', 'array', /^array\.short|^place\.polarNight/],
    ['bank.days', 'bank', /^bank\.days/],
    [ofArray('strings.cold', arrays, cold?.id), 'strings', /^strings\.cold/],
    [ofArray('strings.hot', arrays, hot?.id), 'strings', /^strings\.hot/],
    ['load.heaviest', 'uses', /^uses\.none/],
  ];
  return rows
    .filter(([figureId]) => figures[figureId])
    .map(([figureId, sheet, about]) => {
      const severity = findings.find(
        (finding) => about.test(finding.id) && finding.severity !== 'note' && finding.acknowledged === null,
      )?.severity;
      return { figureId, sheet, mark: severity === 'stop' || severity === 'look' ? severity : null };
    });
}

function monthsWithoutSun({ loads }: Facts): ArrayMonth[] {
  return loads.months.map(({ month, busWh }) => ({
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
}

function bankPicture({ bank, bankNeeds, bankGoverning, design, fit }: Facts, pen: Pen): BankPicture {
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
}

function stringsPicture(array: ArrayFacts, pen: Pen): StringsPicture | null {
  const { strings, plan } = array;
  if (!strings) return null;
  return {
    arrangements: strings.arrangements.map((arrangement) => ({
      ...arrangement,
      chosen: sameArrangement(arrangement, strings.chosen),
      sentence: arrangementSentence(arrangement, strings, pen, plan.count.value),
    })),
    window: windowPicture(array, strings),
    inputs: array.berth.inputs,
    firstInput: array.berth.first,
    pile: array.pile && pilePicture(array.pile),
  };
}
