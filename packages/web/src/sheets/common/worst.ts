import type { Evaluation } from '@ivolt/core';

/** The month in use that does worst, 1–12, or null while that is not known. */
export function worstMonth(evaluation: Evaluation | null): number | null {
  let worst: { month: number; ratio: number } | null = null;
  for (const { month, ratio } of evaluation?.months ?? []) {
    if (ratio !== null && ratio < (worst?.ratio ?? Infinity)) worst = { month, ratio };
  }
  return worst?.month ?? null;
}
