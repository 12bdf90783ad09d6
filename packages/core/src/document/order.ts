import { remembered } from '../memo';
import type { Use } from './use';

type Positioned = { position: number };

const sorted = remembered(
  'rows in order',
  (rows: Readonly<Record<string, Positioned>>): readonly [string, Positioned][] =>
    Object.entries(rows).sort(([idA, a], [idB, b]) => a.position - b.position || (idA < idB ? -1 : 1)),
);

/** Rows in the order they are shown in. */
export const inOrder = <T extends Positioned>(rows: Readonly<Record<string, T>>) =>
  sorted(rows) as readonly [id: string, row: T][];

/** The uses in the order of the table. */
export const usesInOrder = ({ uses }: { uses: Readonly<Record<string, Use>> }) => inOrder(uses);
