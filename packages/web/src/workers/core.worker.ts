import {
  darkPicture,
  evaluate,
  lifePicture,
  fieldPicture,
  penFor,
  problemsOf,
  rankGuesses,
  readJobFile,
  readWeather,
  skyPicture,
  tried,
  useWorking,
  usesPicture,
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
  type ReadingPlace,
  type LifePicture,
  type SkyPicture,
  type UsesPicture,
  type WeatherReading,
} from '@ivolt/core';
import { expose } from 'comlink';
import { shareStructure } from '../job/share';
import { answerOf, type Answer } from './answer';

let held: Design | null = null;
let last: Evaluation | null = null;

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
    last = shareStructure(before, evaluate(held, grid));
    return answerOf(before, last);
  },
  guesses: (design: Design, grid: JobClimate | null): Guess[] =>
    rankGuesses(design, grid, penFor(design.units)),
  dark: (design: Design, grid: JobClimate | null): DarkPicture | null => darkPicture(design, grid),
  sky: (design: Design, grid: JobClimate | null, arrayId: string): SkyPicture | null =>
    skyPicture(design, grid, arrayId),
  field: (design: Design, grid: JobClimate | null, arrayId: string): FieldPicture | null =>
    fieldPicture(design, grid, arrayId),
  uses: (design: Design, grid: JobClimate | null): UsesPicture | null => usesPicture(design, grid),
  useWorking: (design: Design, grid: JobClimate | null, useId: string): Figure | null =>
    useWorking(design, grid, useId),
  life: (design: Design, grid: JobClimate | null): LifePicture | null => lifePicture(design, grid),
  problems: (design: Design): FieldProblem[] => problemsOf(design),
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
