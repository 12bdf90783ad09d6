import type { Evaluation, Figure } from '@ivolt/core';

/** An evaluation as it crosses from the worker: only what is new, and by name what is as it was. */
export interface Answer {
  parts: Partial<Evaluation>;
  figures: Figure[];
  /** Figures that are as they were. */
  keptFigures: string[];
}

/** The turn of a question of which nothing is told ahead. */
export const NOT_AHEAD = 0;

/** What a worker tells ahead of an answer: the figures of the tally that changed. */
export interface Early {
  /** As the question was numbered. */
  turn: number;
  tally: Figure[];
}

/** @param now shares with `before` whatever did not change */
export function answerOf(before: Evaluation | null, now: Evaluation): Answer {
  const { figures, ...rest } = now;
  const old = new Map<string, unknown>(Object.entries(before ?? {}));
  const parts = Object.fromEntries(Object.entries(rest).filter(([key, part]) => old.get(key) !== part));
  const isKept = (figure: Figure) => before?.figures[figure.id] === figure;
  const all = Object.values(figures);
  return {
    parts,
    figures: all.filter((figure) => !isKept(figure)),
    keptFigures: all.filter(isKept).map(({ id }) => id),
  };
}

/** The whole evaluation again, from the one before it and what is new. */
export function evaluationFrom(before: Evaluation | null, answer: Answer): Evaluation {
  const kept = answer.keptFigures.flatMap((id) => before?.figures[id] ?? []);
  const figures = Object.fromEntries([...kept, ...answer.figures].map((figure) => [figure.id, figure]));
  return { ...before, ...answer.parts, figures } as Evaluation;
}
