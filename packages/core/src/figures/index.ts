import { onFacts, type Facts } from '../calculate';
import { arrayFigures } from './array';
import { bankFigures } from './bank';
import type { Figure, Pen } from './figure';
import { placeFigures } from './place';
import { powerFigures } from './power';
import { stringFigures } from './strings';
import { useFigures } from './uses';
import { wireFigures } from './wire';

export * from './figure';
export { BANK_SCHOOLS } from './bank';

const SECTIONS = [
  useFigures,
  onFacts('figures of the place', placeFigures),
  onFacts('figures of the bank', bankFigures),
  onFacts('figures of the arrays', arrayFigures),
  stringFigures,
  powerFigures,
  wireFigures,
];

export const figuresOf = (facts: Facts, pen: Pen): Figure[] => SECTIONS.flatMap((make) => make(facts, pen));
export { sizedText } from './wire';
export { useFigure } from './oneUse';
