import type { ArrayFacts, Facts } from '../calculate';
import { ofArray, type Pen } from '../figures';
import type { FindingParts, Rule } from './finding';

/** What is found of one array, if anything. */
export type ArrayRule = (array: ArrayFacts, pen: Pen, facts: Facts) => FindingParts | FindingParts[] | null;

/** Rules of one array asked of each, their findings named where there are several. */
export const ofEveryArray =
  (rules: readonly ArrayRule[]): Rule =>
  (facts, pen) =>
    facts.arrays.flatMap((array) =>
      rules
        .flatMap((rule) => rule(array, pen, facts) ?? [])
        .map((found) => ({
          ...found,
          id: ofArray(found.id, facts.arrays, array.id),
          title: array.called ? `${found.title}: ${array.called}` : found.title,
        })),
    );
