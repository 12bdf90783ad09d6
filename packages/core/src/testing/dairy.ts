import type { Design } from '../document';
import { blankPower, examples } from '../job';

/** The dairy with its ground rack alone, under an open sky, no inverter chosen and only the sun: one array, to break one thing at a time. */
export function oneArray(design: Design = examples()[1]!.design): Design {
  const { a1 } = design.arrays;
  return {
    ...design,
    arrays: {
      a1: {
        ...a1!,
        name: '',
        rows: { ...a1!.rows, count: { value: 1, from: 'chosen' } },
        skyline: { points: {}, obstacles: {} },
      },
    },
    controllers: { c1: design.controllers.c1! },
    power: blankPower(),
  };
}
