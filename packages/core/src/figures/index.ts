import type { Facts } from '../calculate';
import { arrayFigures } from './array';
import { bankFigures } from './bank';
import type { Figure, Pen } from './figure';
import { placeFigures } from './place';
import { stringFigures } from './strings';
import { useFigures } from './uses';

export * from './figure';
export { BANK_SCHOOLS } from './bank';

export function figuresOf(facts: Facts, pen: Pen): Figure[] {
  return [useFigures, placeFigures, bankFigures, arrayFigures, stringFigures].flatMap((make) =>
    make(facts, pen),
  );
}
export { useFigure } from './oneUse';
