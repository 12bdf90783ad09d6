import type { Facts } from '../calculate';
import { arrayFigures } from './array';
import { bankFigures } from './bank';
import type { Figure, Pen } from './figure';
import { placeFigures } from './place';
import { stringFigures } from './strings';
import { useFigures } from './uses';
import { watched } from '../memo';

export * from './figure';
export { BANK_SCHOOLS } from './bank';

const SECTIONS = [
  useFigures,
  watched('figures of the place', placeFigures, { within: ['design'] }),
  watched('figures of the bank', bankFigures, { within: ['design'] }),
  watched('figures of the arrays', arrayFigures, { within: ['design'] }),
  stringFigures,
];

export const figuresOf = (facts: Facts, pen: Pen): Figure[] => SECTIONS.flatMap((make) => make(facts, pen));
export { useFigure } from './oneUse';
