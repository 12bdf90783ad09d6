import type { Design } from './design';

type Positioned = { position: number };

/** Rows in the order they are shown in. */
export function inOrder<T extends Positioned>(rows: Readonly<Record<string, T>>): [id: string, row: T][] {
  return Object.entries(rows).sort(([idA, a], [idB, b]) => a.position - b.position || (idA < idB ? -1 : 1));
}

/** The uses in the order of the table. */
export const usesInOrder = (design: Pick<Design, 'uses'>) => inOrder(design.uses);
