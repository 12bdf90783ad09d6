import { onFacts, type Facts } from '../calculate';
import { arrayFigures } from './array';
import { bankFigures } from './bank';
import type { Figure, Pen } from './figure';
import { placeFigures } from './place';
import { powerFigures } from './power';
import { stringFigures } from './strings';
import { useFigures, useSums } from './uses';
import { wireFigures } from './wire';

export * from './figure';
export { BANK_SCHOOLS } from './bank';

const ofBank = onFacts('figures of the bank', bankFigures);
const ofArrays = onFacts('figures of the arrays', arrayFigures);
const SECTIONS = [
  useFigures,
  onFacts('figures of the place', placeFigures),
  ofBank,
  ofArrays,
  stringFigures,
  powerFigures,
  wireFigures,
];

export const figuresOf = (facts: Facts, pen: Pen): Figure[] => SECTIONS.flatMap((make) => make(facts, pen));

/** Where the figures of a tally are, in the order in which they are soonest worked out. */
const TALLIED = [useSums, ofBank, ofArrays, stringFigures, powerFigures, wireFigures];

/** Some figures by their ids, without working out more than it takes. */
export function someFigures(facts: Facts, pen: Pen, ids: readonly string[]): Figure[] {
  const found: Figure[] = [];
  for (const make of TALLIED) {
    if (found.length === ids.length) break;
    found.push(...make(facts, pen).filter(({ id }) => ids.includes(id)));
  }
  return found;
}
export { sizedText } from './wire';
export { useFigure } from './oneUse';
