import { inOrder, type ArrayPlan, type ModuleSheet, type PanelSort } from '../document';

/** Where on its controller an array is: the first input, from 1, and how many inputs of others it does not share. */
export interface PlaceOn {
  first: number;
  others: number;
}

/** How many inputs an array is on. */
const inputsTaken = ({ pile, strings }: ArrayPlan): number =>
  pile ? new Set(Object.values(pile.strings).map(({ input }) => input)).size : strings.inputs.value;

/** The inputs an array is on: those it names, or the next that no array before it takes. */
export function placeOn(
  arrays: Readonly<Record<string, ArrayPlan>>,
  controllerId: string,
  arrayId: string,
): PlaceOn {
  let [next, first, own] = [1, 1, 0];
  const others = new Set<number>();
  for (const [id, plan] of inOrder(arrays)) {
    if (plan.strings.controller !== controllerId) continue;
    const from = plan.strings.first ?? next;
    const inputs = inputsTaken(plan);
    next = from + inputs;
    if (id === arrayId) [first, own] = [from, inputs];
    else for (let input = from; input < from + inputs; input++) others.add(input);
  }
  return { first, others: [...others].filter((input) => input < first || input >= first + own).length };
}

/** The sheet of the panels, or of the sort with most watts. */
export function leadSheet({ pile, module }: Pick<ArrayPlan, 'pile' | 'module'>): ModuleSheet {
  const sorts = Object.values(pile?.sorts ?? {});
  const watts = ({ module: { pmax }, count }: PanelSort) => pmax.value * count.value;
  const [first, ...others] = sorts;
  return first
    ? others.reduce((most, sort) => (watts(sort) > watts(most) ? sort : most), first).module
    : module;
}
