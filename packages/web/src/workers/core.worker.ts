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
  usesPicture,
  type DarkPicture,
  type Design,
  type Evaluation,
  type FieldPicture,
  type FieldProblem,
  type JobClimate,
  type Guess,
  type JobFileReading,
  type Mapping,
  type ReadingPlace,
  type LifePicture,
  type SkyPicture,
  type UsesPicture,
  type WeatherReading,
} from '@ivolt/core';
import { expose } from 'comlink';

/** The computation, away from the thread that types. */
const core = {
  evaluate: (design: Design, grid: JobClimate | null): Evaluation => evaluate(design, grid),
  guesses: (design: Design, grid: JobClimate | null): Guess[] =>
    rankGuesses(design, grid, penFor(design.units)),
  dark: (design: Design, grid: JobClimate | null): DarkPicture | null => darkPicture(design, grid),
  sky: (design: Design, grid: JobClimate | null, arrayId: string): SkyPicture | null =>
    skyPicture(design, grid, arrayId),
  field: (design: Design, grid: JobClimate | null, arrayId: string): FieldPicture | null =>
    fieldPicture(design, grid, arrayId),
  uses: (design: Design, grid: JobClimate | null): UsesPicture | null => usesPicture(design, grid),
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
