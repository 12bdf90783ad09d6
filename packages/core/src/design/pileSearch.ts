import type { JobClimate } from '../climate';
import { choose, put, type Remedy } from '../findings/finding';
import { searchMix, type MixResult } from '../mix';
import { doorOf, searchSorts, type SortFacts } from '../strings';
import { calculate, type ArrayFacts } from './calculate';
import type { Operation } from './patch';
import type { Design, OwnString } from './types';

/** What to ask of a pile: more or fewer of a sort than there are. */
export type PileChange = Readonly<Record<string, number>>;

export interface PileAnswer {
  kWh: number;
  ownKWh: number;
  exact: boolean;
  boundKWh: number;
  weighed: number;
  /** Strings by input: panels of each sort. */
  strings: { input: number; panels: Record<string, number> }[];
  remedy: Remedy;
}

/** Inputs of the controller that this array may use: those of no other array, less what is kept free. */
function freeInputs(arrays: readonly ArrayFacts[], array: ArrayFacts): number[] {
  const taken = new Set(
    arrays
      .filter(({ id, controllerId }) => id !== array.id && controllerId === array.controllerId)
      .flatMap(({ pile, berth, plan }) =>
        pile
          ? pile.inputs.map(({ window }) => window.input)
          : Array.from({ length: plan.strings.inputs.value }, (_, i) => berth.first + i),
      ),
  );
  const free = array.berth.windows.map(({ input }) => input).filter((input) => !taken.has(input));
  return free.slice(0, Math.max(1, free.length - array.controller.keepFree.value));
}

/**
 * The strings that make most of a pile on the inputs that are free for it. Yields the share done, 0–1.
 * @returns null without a place, a pile, or any sort that has a curve
 */
export function* searchPile(
  design: Design,
  grid: JobClimate | null,
  arrayId: string,
  change: PileChange = {},
): Generator<number, PileAnswer | null> {
  const { arrays } = calculate(design, grid);
  const array = arrays.find(({ id }) => id === arrayId);
  if (!array?.pile || !array.plan.pile) return null;
  const { pile, berth } = array;
  const changed = pile.sorts.map((sort): SortFacts => ({
    ...sort,
    count: Math.max(0, sort.count + (change[sort.id] ?? 0)),
  }));
  const sorts = searchSorts(changed);
  if (sorts.length === 0) return null;
  const inputs = freeInputs(arrays, array);
  const doors = inputs.flatMap((input) => {
    const window = berth.windows[input - 1];
    return window ? [doorOf(window, pile.weather)] : [];
  });
  const found: MixResult = yield* searchMix(sorts, doors, array.plan.pile.blocked);
  const strings = found.wiring.flatMap((at, d) =>
    at.map((panels) => ({
      input: inputs[d] ?? 1,
      panels: Object.fromEntries(
        panels.flatMap((count, k) => (count > 0 ? [[sorts[k]?.id ?? '', count] as const] : [])),
      ),
    })),
  );
  const path = `/arrays/${arrayId}/pile`;
  const own: Record<string, OwnString> = Object.fromEntries(
    strings.map((string, i) => [`s${i + 1}`, { position: i + 1, ...string }]),
  );
  const counts: Operation[] = Object.entries(change).flatMap(([id, by]) => {
    const sort = array.plan.pile?.sorts[id];
    return sort && by !== 0 ? [choose(`${path}/sorts/${id}/count`, Math.max(0, sort.count.value + by))] : [];
  });
  return {
    kWh: found.kWh,
    ownKWh: found.ownKWh,
    exact: found.exact,
    boundKWh: found.boundKWh,
    weighed: found.weighed,
    strings,
    remedy: { label: 'String them so', operations: [...counts, put(`${path}/strings`, own)] },
  };
}
