import { onFacts, type ArrayFacts, type Facts } from '../calculate';
import { ofArray, type Pen } from '../figures';
import type { FindingParts, Reckon, Rule } from './finding';

/** What is found of one array, if anything. */
export type ArrayRule = (
  array: ArrayFacts,
  pen: Pen,
  facts: Facts,
  reckon: Reckon,
) => FindingParts | FindingParts[] | null;

/** Rules of one array asked of each, their findings named where there are several. */
export function ofEveryArray(rules: readonly ArrayRule[]): Rule {
  const asked = rules.map((rule) => onFacts(`finding: ${rule.name}`, rule));
  return (facts, pen, reckon) =>
    facts.arrays.flatMap((array) =>
      asked
        .flatMap((rule) => rule(array, pen, facts, reckon) ?? [])
        .map((found) => ({
          ...found,
          id: ofArray(found.id, facts.arrays, array.id),
          title: array.called ? `${found.title}: ${array.called}` : found.title,
        })),
    );
}
