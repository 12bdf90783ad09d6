import type { ArrayPlan } from './array';

/** Panels of an array, wired or not. */
export const panelCount = ({ pile, count }: Pick<ArrayPlan, 'pile' | 'count'>): number =>
  pile ? Object.values(pile.sorts).reduce((sum, sort) => sum + sort.count.value, 0) : count.value;
