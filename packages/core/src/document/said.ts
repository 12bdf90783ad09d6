import type { Design } from './design';
import type { CircuitPlan } from './wiring';

/**
 * What is said of a run, by its key; of a further input of an array ("feed2-a1") what is said of its first until it has
 * its own. Null where nothing is.
 */
export const saidOf = ({ wiring: { circuits } }: Pick<Design, 'wiring'>, key: string): CircuitPlan | null =>
  circuits[key] ?? circuits[key.replace(/^(feed|string)\d+-/, '$1-')] ?? null;
