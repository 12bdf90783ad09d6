import {
  evaluate,
  penFor,
  problemsOf,
  rankGuesses,
  readJobFile,
  type Design,
  type Evaluation,
  type FieldProblem,
  type JobClimate,
  type Guess,
  type JobFileReading,
} from '@ivolt/core';
import { expose } from 'comlink';

/** The computation, away from the thread that types. */
const core = {
  evaluate: (design: Design, grid: JobClimate | null): Evaluation => evaluate(design, grid),
  guesses: (design: Design, grid: JobClimate | null): Guess[] =>
    rankGuesses(design, grid, penFor(design.units)),
  problems: (design: Design): FieldProblem[] => problemsOf(design),
  readJobFile: (text: string): JobFileReading => readJobFile(text),
};

export type Core = typeof core;
expose(core);
