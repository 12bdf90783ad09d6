import type { ArrayPlan } from './array';

/** Panels of an array, wired or not. */
export const panelCount = ({ pile, count }: Pick<ArrayPlan, 'pile' | 'count'>): number =>
  pile ? Object.values(pile.sorts).reduce((sum, sort) => sum + sort.count.value, 0) : count.value;

/** Watts of the panels of an array by their sheets, wired or not. */
export const panelWatts = ({ pile, count, module }: Pick<ArrayPlan, 'pile' | 'count' | 'module'>): number =>
  (pile ? Object.values(pile.sorts) : [{ count, module }]).reduce(
    (sum, sort) => sum + sort.count.value * sort.module.pmax.value,
    0,
  );
