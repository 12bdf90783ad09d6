import { calculate, type ArrayFacts } from '../calculate';
import type { JobClimate } from '../climate';
import { inOrder, type Design, type Operation, type OwnString, type PanelSort, type Pile } from '../document';
import { put, remedy, type Remedy } from '../findings';
import { searchMix, type Door, type MixResult } from '../mix';
import { doorOf, searchSorts, type SortFacts } from '../strings';

/** What to ask of a pile: more or fewer of a sort than there are. */
export type PileChange = Readonly<Record<string, number>>;

export interface PileAnswer {
  kWh: number;
  ownKWh: number;
  exact: boolean;
  boundKWh: number;
  weighed: number;
  /** What the panels make as they are strung now, kWh a year. */
  nowKWh: number;
  /** Strings in words: the array where there are several, the input, and the panels of each sort. */
  strings: { arrayId: string; input: number; panels: { name: string; count: number }[] }[];
  remedy: Remedy;
}

/** An array that takes part, with its pile. */
type Heap = ArrayFacts & { pile: NonNullable<ArrayFacts['pile']>; own: Pile };

/** A sort of all the heaps: panels of one name and one sheet, wherever they lie. */
interface Merged {
  facts: SortFacts;
  sort: PanelSort;
  /** Its id in each heap that has it. */
  ids: Map<string, string>;
}

/** Inputs of its controller that an array may use: those of no array that takes no part, less what is kept free. */
function inputsFor(heap: Heap, arrays: readonly ArrayFacts[], first: boolean): number[] {
  const taken = new Set(
    arrays
      .filter(({ id, controllerId }) => id !== heap.id && controllerId === heap.controllerId)
      .flatMap(({ pile, berth, plan }) =>
        pile
          ? pile.inputs.map(({ window }) => window.input)
          : Array.from({ length: plan.strings.inputs.value }, (_, i) => berth.first + i),
      ),
  );
  const own = heap.berth.windows.map(({ input }) => input).filter((input) => !taken.has(input));
  // of one controller's free inputs the array that asks has the choice, the others keep those they are on
  if (!first)
    return heap.pile.inputs.map(({ window }) => window.input).filter((input) => own.includes(input));
  return own.slice(0, Math.max(1, own.length - heap.controller.keepFree.value));
}

function merge(heaps: readonly Heap[], change: PileChange): Merged[] {
  const merged: Merged[] = [];
  for (const [h, heap] of heaps.entries()) {
    for (const [id, sort] of inOrder(heap.own.sorts)) {
      const facts = heap.pile.sorts.find((other) => other.id === id);
      if (!facts) continue;
      const count = Math.max(0, facts.count + (h === 0 ? (change[id] ?? 0) : 0));
      const same = merged.find(
        (other) =>
          other.sort.name === sort.name && JSON.stringify(other.sort.module) === JSON.stringify(sort.module),
      );
      if (!same) {
        merged.push({ facts: { ...facts, id, count }, sort, ids: new Map([[heap.id, id]]) });
        continue;
      }
      same.ids.set(heap.id, id);
      const panel = {
        ...same.facts.panel,
        // on the hotter of two mountings
        hotVmpV: Math.min(same.facts.panel.hotVmpV, facts.panel.hotVmpV),
        hot: same.facts.panel.hot.vocV < facts.panel.hot.vocV ? same.facts.panel.hot : facts.panel.hot,
      };
      same.facts = { ...same.facts, panel, count: same.facts.count + count };
    }
  }
  // ids of different heaps may be the same for different sorts
  return merged.map((each, i) => ({ ...each, facts: { ...each.facts, id: `m${i}` } }));
}

/**
 * The strings that make most of a pile on the inputs that are free for it. Yields the share done, 0–1.
 * @param together with the piles of all other arrays, each string on the plane where it makes most
 * @returns null without a place, a pile, or any sort that has a curve
 */
export function* searchPile(
  design: Design,
  grid: JobClimate | null,
  arrayId: string,
  change: PileChange = {},
  together = false,
): Generator<number, PileAnswer | null> {
  const { arrays } = calculate(design, grid);
  const heaps = arrays
    .flatMap((array): Heap[] =>
      array.pile && array.plan.pile ? [{ ...array, pile: array.pile, own: array.plan.pile }] : [],
    )
    .filter(({ id }) => together || id === arrayId)
    .sort((a, b) => Number(b.id === arrayId) - Number(a.id === arrayId));
  const [main] = heaps;
  if (main?.id !== arrayId) return null;
  const merged = merge(heaps, change);
  const sorts = searchSorts(merged.map(({ facts }) => facts));
  if (sorts.length === 0) return null;
  const places = heaps.flatMap((heap, h) =>
    inputsFor(heap, arrays, h === 0).flatMap((input): { heap: Heap; input: number; door: Door }[] => {
      const window = heap.berth.windows[input - 1];
      return window
        ? [{ heap, input, door: { ...doorOf(window, heap.pile.weather), id: `${heap.id} ${input}` } }]
        : [];
    }),
  );
  const found: MixResult = yield* searchMix(
    sorts,
    places.map(({ door }) => door),
    main.own.blocked,
  );
  const strung = found.wiring.flatMap((at, d) =>
    at.map((panels) => ({
      heap: places[d]?.heap ?? main,
      input: places[d]?.input ?? 1,
      panels: panels.flatMap((count, k) => {
        const sort = merged.find(({ facts }) => facts.id === sorts[k]?.id);
        return sort && count > 0 ? [{ sort, count }] : [];
      }),
    })),
  );
  return {
    kWh: found.kWh,
    ownKWh: found.ownKWh,
    exact: found.exact,
    boundKWh: found.boundKWh,
    weighed: found.weighed,
    nowKWh: heaps.reduce((sum, { pile }) => sum + pile.kWh, 0),
    strings: strung.map(({ heap, input, panels }) => ({
      arrayId: heap.id,
      input,
      panels: panels.map(({ sort, count }) => ({ name: sort.facts.name, count })),
    })),
    remedy: remedy('String them so', ...operationsOf(heaps, merged, strung)),
  };
}

interface Strung {
  heap: Heap;
  input: number;
  panels: { sort: Merged; count: number }[];
}

/** The piles as found: each array holds the panels that are strung on it, the first what is left as well. */
function operationsOf(
  heaps: readonly Heap[],
  merged: readonly Merged[],
  strung: readonly Strung[],
): Operation[] {
  const [main] = heaps;
  return heaps.map((heap) => {
    const sorts: Record<string, PanelSort> = {};
    const idIn = new Map<Merged, string>();
    for (const each of merged) {
      const used = (of: (heapId: string) => boolean) =>
        strung
          .filter(({ heap: { id } }) => of(id))
          .flatMap(({ panels }) => panels.filter(({ sort }) => sort === each))
          .reduce((sum, { count }) => sum + count, 0);
      const elsewhere = used((id) => id !== heap.id);
      const count = heap === main ? each.facts.count - elsewhere : used((id) => id === heap.id);
      const known = each.ids.get(heap.id);
      if (known === undefined && count === 0) continue;
      const id = known ?? freshId(heap, sorts);
      idIn.set(each, id);
      const sort = known === undefined ? each.sort : (heap.own.sorts[known] ?? each.sort);
      sorts[id] = { ...sort, count: { value: count, from: 'chosen' } };
    }
    const strings: Record<string, OwnString> = Object.fromEntries(
      strung
        .filter((string) => string.heap === heap)
        .map(({ input, panels }, i) => [
          `s${i + 1}`,
          {
            position: i + 1,
            input,
            panels: Object.fromEntries(panels.map(({ sort, count }) => [idIn.get(sort) ?? '', count])),
          },
        ]),
    );
    return put(`/arrays/${heap.id}/pile`, { ...heap.own, sorts, strings });
  });
}

function freshId({ own }: Heap, taken: Readonly<Record<string, PanelSort>>): string {
  let n = 1;
  while (own.sorts[`k${n}`] || taken[`k${n}`]) n++;
  return `k${n}`;
}
