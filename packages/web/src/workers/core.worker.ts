import {
  acWaysFor,
  clipPicture,
  curvesPicture,
  darkPicture,
  evaluate,
  lifePicture,
  fieldPicture,
  isDesign,
  penFor,
  problemsOf,
  proposalsFor,
  rankGuesses,
  readJobFile,
  readWeather,
  rebase,
  searchPile,
  settling,
  skyPicture,
  tried,
  useWorking,
  usesPicture,
  waysOut,
  type AcWay,
  type ClipPicture,
  type CurvesPicture,
  type DarkPicture,
  type Design,
  type Evaluation,
  type FieldPicture,
  type Figure,
  type FieldProblem,
  type JobClimate,
  type Guess,
  type JobFileReading,
  type Mapping,
  type Operation,
  type PileAnswer,
  type PileChange,
  type ReadingPlace,
  type Rebased,
  type LifePicture,
  type ShadeTried,
  type SkyPicture,
  type UsesPicture,
  type Proposals,
  type WayOut,
  type WeatherReading,
} from '@ivolt/core';
import { expose } from 'comlink';
import { shareStructure } from '@ivolt/core';
import { answerOf, type Answer } from './answer';

let held: Design | null = null;
let last: Evaluation | null = null;

/*
 * What comes from the other thread is a copy. What of it is as it was before is made the same objects again, so that
 * nothing that follows from it is worked out twice.
 */
const sameGrid = settling<JobClimate>();
const sameDesign = settling<Design>();
const asBefore = (design: Design, grid: JobClimate | null) =>
  [sameDesign(design), grid && sameGrid(grid)] as const;

/** A long search looks up so often, ms. */
const SLICE_MS = 60;

/** The computation, away from the thread that types. */
const core = {
  /**
   * @param change the design, or what has changed of the one evaluated before
   * @returns all of its evaluation, or what has changed of the one before
   */
  evaluate: (change: Design | Operation[], grid: JobClimate | null): Answer => {
    if (!Array.isArray(change)) {
      held = change;
      last = null;
    } else if (held) held = tried(held, change);
    else throw new Error('There is no design to change');
    const before = last;
    last = shareStructure(before, evaluate(held, grid && sameGrid(grid), false));
    return answerOf(before, last);
  },
  ways: (design: Design, grid: JobClimate | null): Record<string, WayOut> =>
    waysOut(...asBefore(design, grid)),
  proposals: (design: Design, grid: JobClimate | null): Proposals | null =>
    proposalsFor(...asBefore(design, grid)),
  acWays: (design: Design, grid: JobClimate | null): AcWay[] => acWaysFor(...asBefore(design, grid)),
  guesses: (design: Design, grid: JobClimate | null): Guess[] =>
    rankGuesses(...asBefore(design, grid), penFor(design.units)),
  dark: (design: Design, grid: JobClimate | null): DarkPicture | null =>
    darkPicture(...asBefore(design, grid)),
  sky: (design: Design, grid: JobClimate | null, arrayId: string): SkyPicture | null =>
    skyPicture(...asBefore(design, grid), arrayId),
  field: (design: Design, grid: JobClimate | null, arrayId: string): FieldPicture | null =>
    fieldPicture(...asBefore(design, grid), arrayId),
  uses: (design: Design, grid: JobClimate | null): UsesPicture | null =>
    usesPicture(...asBefore(design, grid)),
  useWorking: (design: Design, grid: JobClimate | null, useId: string): Figure | null =>
    useWorking(...asBefore(design, grid), useId),
  life: (design: Design, grid: JobClimate | null): LifePicture | null =>
    lifePicture(...asBefore(design, grid)),
  clip: (design: Design, grid: JobClimate | null, arrayId: string): ClipPicture | null =>
    clipPicture(...asBefore(design, grid), arrayId),
  curves: (
    design: Design,
    grid: JobClimate | null,
    arrayId: string,
    shade: ShadeTried | null,
  ): CurvesPicture | null => curvesPicture(...asBefore(design, grid), arrayId, shade),
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
    const search = searchPile(...asBefore(design, grid), arrayId, change, together);
    let slice = performance.now();
    for (let turn = search.next(); ; turn = search.next()) {
      if (turn.done) return turn.value;
      if (performance.now() - slice < SLICE_MS) continue;
      if (!(await onShare(turn.value))) return null;
      slice = performance.now();
    }
  },
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
};

export type Core = typeof core;
expose(core);

// it stands: another of it can be started from the cache
postMessage('ready');
