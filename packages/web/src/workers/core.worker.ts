import {
  acWaysFor,
  clipPicture,
  curvesPicture,
  darkPicture,
  decodeText,
  evaluate,
  lifePicture,
  fieldPicture,
  isDesign,
  joined,
  penFor,
  previewSeries,
  problemsOf,
  proposalsFor,
  rankGuesses,
  readJobFile,
  readSeries,
  readWeather,
  rebase,
  searchPile,
  settling,
  shareStructure,
  skyPicture,
  tried,
  useWorking,
  usesPicture,
  waysOut,
  type Design,
  type Evaluation,
  type FieldProblem,
  type Figure,
  type JobClimate,
  type Guess,
  type JobFileReading,
  type Mapping,
  type Operation,
  type PileAnswer,
  type PileChange,
  type ReadingPlace,
  type Rebased,
  type WeatherReading,
} from '@ivolt/core';
import { expose } from 'comlink';
import { answerOf, NOT_AHEAD, type Answer, type Early } from './answer';
import { hearing } from './asBefore';

let held: Design | null = null;
let last: Evaluation | null = null;

/*
 * What comes from the other thread is a copy. What of it is as it was before is made the same objects again, so that
 * nothing that follows from it is worked out twice.
 */
const sameGrid = settling<JobClimate>();
const sameDesign = settling<Design>();

/** A long search looks up so often, ms. */
const SLICE_MS = 60;

/** What is asked about a design and its climate. */
const questions = {
  ways: waysOut,
  proposals: proposalsFor,
  acWays: acWaysFor,
  guesses: (design: Design, grid: JobClimate | null): Guess[] =>
    rankGuesses(design, grid, penFor(design.units)),
  dark: darkPicture,
  sky: skyPicture,
  field: fieldPicture,
  uses: usesPicture,
  useWorking,
  life: lifePicture,
  clip: clipPicture,
  curves: curvesPicture,
  /**
   * Searches in slices, so that other questions are answered in between.
   * @param onShare told the share done, 0–1; what it answers false to is given up @returns null where it is
   */
  pile: async (
    design: Design,
    grid: JobClimate | null,
    arrayId: string,
    change: PileChange,
    together: boolean,
    onShare: (share: number) => boolean | Promise<boolean>,
  ): Promise<PileAnswer | null> => {
    const search = searchPile(design, grid, arrayId, change, together);
    let slice = performance.now();
    for (let turn = search.next(); ; turn = search.next()) {
      if (turn.done) return turn.value;
      if (performance.now() - slice < SLICE_MS) continue;
      if (!(await onShare(turn.value))) return null;
      slice = performance.now();
    }
  },
};

/** What the tally shows is told at once, ahead of the answer: whoever types watches it. */
function tellTally(turn: number, before: Evaluation, figures: (ids: readonly string[]) => Figure[]): void {
  const changed = figures(before.tally.map(({ figureId }) => figureId)).filter(({ id, shown }) => {
    const was = before.figures[id];
    return was && joined(was.shown) !== joined(shown);
  });
  if (changed.length > 0) postMessage({ turn, tally: changed } satisfies Early);
}

/** The computation, away from the thread that types. */
const core = {
  /**
   * @param change the design, or what has changed of the one evaluated before
   * @param turn of the question, by which the tally is told ahead of the answer
   * @returns all of its evaluation, or what has changed of the one before
   */
  evaluate: (change: Design | Operation[], grid: JobClimate | null, turn: number): Answer => {
    if (!Array.isArray(change)) {
      held = sameDesign(change);
      last = null;
    } else if (held) held = tried(held, change);
    else throw new Error('There is no design to change');
    const before = last;
    const now = evaluate(held, grid && sameGrid(grid), false, (figures) => {
      if (before && turn !== NOT_AHEAD) tellTally(turn, before, figures);
    });
    last = shareStructure(before, now);
    return answerOf(before, last);
  },
  ...hearing(questions, sameDesign, sameGrid),
  problems: (design: Design): FieldProblem[] => problemsOf(design),
  rebase: (base: Design, mine: Design, theirs: Design): Rebased<Design> =>
    rebase(base, mine, theirs, isDesign),
  readWeather: (
    bytes: Uint8Array,
    name: string,
    place: ReadingPlace | null,
    mapping: Mapping | null,
  ): WeatherReading => readWeather(bytes, name, place, mapping),
  readJobFile: (text: string): JobFileReading => readJobFile(text),
  decodeText,
  previewSeries,
  readSeries,
};

/** What is asked about a design: of what it is asked about only what is new is sent. */
export type Questions = typeof questions;
export type Core = typeof core;
expose(core);

// it stands: another of it can be started from the cache
postMessage('ready');
