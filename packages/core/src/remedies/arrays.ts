import type { ArrayFacts, Facts } from '../calculate';
import { inOrder, type Controller, type Operation } from '../document';
import {
  arrangeAs,
  arrangementText,
  choose,
  put,
  remedy,
  takeController,
  tried,
  type Reckon,
  type Remedy,
} from '../findings';
import {
  classesFor,
  controllerOfClass,
  fitStrings,
  LOSS,
  sameArrangement,
  windowFor,
  type Arrangement,
  type ControllerClass,
} from '../strings';

const MOST_PANELS = 400;
const MOST_REWIRED = 3;
const fits = ({ faults }: Arrangement) => faults === 0;
const well = ({ losses }: Arrangement) => (losses & (LOSS.hot | LOSS.window)) === 0;

/** The best ways to wire an array's panels where it is: all of them first, then those that leave some out. */
function waysToWire(array: ArrayFacts, most = MOST_REWIRED): Arrangement[] {
  const { strings, plan } = array;
  if (!strings || plan.pile) return [];
  const count = plan.count.value;
  const standing = strings.arrangements.filter((it) => fits(it) && !sameArrangement(it, strings.chosen));
  const whole = standing.filter(({ panels }) => panels === count);
  const inTurn = [...whole.filter(well), ...whole, ...standing.filter(well), ...standing];
  return [...new Set(inTurn)].slice(0, most);
}

const called = ({ called: name }: ArrayFacts) => (name ? ` for ${name}` : '');

/** Wired another way on the controller there is. @param whole true for those ways only that take every panel */
export const rewired = (array: ArrayFacts, whole = false): Remedy[] =>
  waysToWire(array)
    .filter(({ panels }) => !whole || panels === array.plan.count.value)
    .map((way) =>
      remedy(`Use ${arrangementText(way)}${called(array)}`, ...arrangeAs(array, way, array.plan.count.value)),
    );

/** Wired so that no string reaches some volts. */
export const rewiredBelow = (array: ArrayFacts, volts: number): Remedy[] =>
  (array.strings?.arrangements ?? [])
    .filter((it) => fits(it) && it.coldVocV <= volts && !array.plan.pile)
    .slice(0, 2)
    .map((way) =>
      remedy(`Use ${arrangementText(way)}${called(array)}`, ...arrangeAs(array, way, array.plan.count.value)),
    );

/** Fewer panels, as many as can be wired whole. */
export function fewer(array: ArrayFacts): Remedy[] {
  const { strings, plan, berth } = array;
  if (!strings || plan.pile) return [];
  for (let count = Math.min(plan.count.value, MOST_PANELS); count > 0; count--) {
    const best = fitStrings(strings.panel, (on) => windowFor(berth, on), count).find(
      (it) => fits(it) && it.panels === count,
    );
    if (best)
      return [
        remedy(
          count === plan.count.value
            ? `Use ${arrangementText(best)}${called(array)}`
            : `Use ${count} of the ${plan.count.value} panels${called(array)}, as ${arrangementText(best)}`,
          ...arrangeAs(array, best, count),
        ),
      ];
  }
  return [];
}

/** Arrays that hang on a controller, all wired for another one; null where one of them does not fit it. */
function allOn(
  { design }: Facts,
  controllerId: string,
  take: Operation,
  reckon: Reckon,
): { operations: Operation[]; ways: Arrangement[]; leftOut: number } | null {
  const operations: Operation[] = [take];
  const ways: Arrangement[] = [];
  let leftOut = 0;
  let now = design;
  // one after another, since each finds the inputs that those before it left
  for (const { id } of reckon(tried(design, [take])).arrays.filter(
    (it) => it.controllerId === controllerId,
  )) {
    const array = reckon(tried(now, [take])).arrays.find((it) => it.id === id);
    if (!array?.strings || array.plan.pile) continue;
    const { chosen, best } = array.strings;
    const way =
      fits(chosen) && chosen.panels === array.plan.count.value && well(chosen)
        ? chosen
        : (waysToWire(array, 1)[0] ?? (best && fits(best) ? best : fits(chosen) ? chosen : null));
    if (!way) return null;
    const wired = arrangeAs(array, way, array.plan.count.value);
    operations.push(...wired, put(`${array.paths.array}/strings/first`, null));
    ways.push(way);
    leftOut += array.plan.count.value - way.panels;
    now = tried(now, [...wired, put(`${array.paths.array}/strings/first`, null)]);
  }
  return { operations, ways, leftOut };
}

/**
 * Another typical controller in the place of this one, the smallest first, with everything on it wired anew.
 * @param whole true for those that take every panel, false for those that leave some out
 */
export function* otherControllers(
  facts: Facts,
  array: ArrayFacts,
  reckon: Reckon,
  whole: boolean,
  keep: (of: ControllerClass) => boolean = () => true,
): Generator<Remedy> {
  const { design } = facts;
  const on = facts.arrays.filter(({ controllerId }) => controllerId === array.controllerId);
  for (const of of classesFor(design.busVolts)) {
    if (!keep(of) || of.label === array.controller.label) continue;
    const take = takeController(array.paths.controller, of, array.controller);
    const all = allOn(facts, array.controllerId, take, reckon);
    if (!all || all.leftOut > 0 === whole) continue;
    const ways =
      all.ways.length === 1 && on.length === 1 ? `, ${arrangementText(all.ways[0] as Arrangement)}` : '';
    yield remedy(`Take ${of.label}${ways}`, ...all.operations);
  }
}

/** A controller of its own for an array that shares one. */
export function* ownController(facts: Facts, array: ArrayFacts, reckon: Reckon): Generator<Remedy> {
  const { design, arrays } = facts;
  if (arrays.filter(({ controllerId }) => controllerId === array.controllerId).length < 2) return;
  let next = 1;
  while (Object.hasOwn(design.controllers, `c${next}`)) next++;
  const id = `c${next}`;
  const position = Math.max(...Object.values(design.controllers).map((it: Controller) => it.position)) + 1;
  for (const of of classesFor(design.busVolts)) {
    const add: Operation[] = [
      put(`/controllers/${id}`, { position, ...controllerOfClass(of) }),
      put(`${array.paths.array}/strings/controller`, id),
      put(`${array.paths.array}/strings/first`, null),
    ];
    const then = reckon(tried(design, add)).arrays.find((it) => it.id === array.id);
    if (!then?.strings) continue;
    if (array.plan.pile) {
      if (then.strings.chosen.faults === 0)
        yield remedy(`Give ${name(array)} a controller of its own: ${of.label}`, ...add);
      continue;
    }
    const whole = fits(then.strings.chosen) && then.strings.chosen.panels === array.plan.count.value;
    const way = whole ? then.strings.chosen : waysToWire(then, 1)[0];
    if (!way || way.panels < array.plan.count.value) continue;
    yield remedy(
      `Give ${name(array)} a controller of its own: ${of.label}, ${arrangementText(way)}`,
      ...add,
      ...arrangeAs(array, way, array.plan.count.value),
    );
  }
}

const name = ({ called: own }: ArrayFacts) => own || 'the array';

/** The fewest panels from some number on that a controller takes whole, and wires well. */
function wholeFrom(array: ArrayFacts, least: number, most: number): Arrangement | null {
  const { strings, berth, plan } = array;
  if (!strings || plan.pile) return null;
  for (let count = least; count <= Math.min(most, least + 11); count++) {
    const ways = fitStrings(strings.panel, (on) => windowFor(berth, on), count).filter(
      (it) => fits(it) && it.panels === count,
    );
    const best = ways.find(well) ?? ways[0];
    if (best) return best;
  }
  return null;
}

/** More panels, from so many on, on the controller there is or on the smallest typical one that takes them. */
export function* morePanels(
  facts: Facts,
  array: ArrayFacts,
  least: number,
  reckon: Reckon,
): Generator<Remedy> {
  const { design } = facts;
  const most = Math.min(MOST_PANELS, array.plan.most?.value ?? MOST_PANELS);
  const alone = facts.arrays.filter(({ controllerId }) => controllerId === array.controllerId).length === 1;
  // what is asked for is of panels that clip nothing; a few steps beyond find what clipping takes
  for (const from of [least, Math.ceil(least * 1.15), Math.ceil(least * 1.4), Math.ceil(least * 1.8)]) {
    if (from > most) break;
    const here = wholeFrom(array, from, most);
    if (here)
      yield remedy(
        `Use ${here.panels} panels${called(array)} as ${arrangementText(here)}`,
        ...arrangeAs(array, here, here.panels),
      );
    if (!alone) continue;
    for (const of of classesFor(design.busVolts)) {
      if (of.label === array.controller.label) continue;
      const take = takeController(array.paths.controller, of, array.controller);
      const then = reckon(tried(design, [take])).arrays.find(({ id }) => id === array.id);
      const way = then && wholeFrom(then, from, most);
      if (way)
        yield remedy(
          `Use ${way.panels} panels${called(array)} as ${arrangementText(way)}, on ${of.label}`,
          take,
          ...arrangeAs(array, way, way.panels),
        );
    }
  }
}

/** A fixed plane at the tilt that is best for the month that governs. */
export function tilted({ climate, bestTiltDeg }: Facts, array: ArrayFacts): Remedy[] {
  const { plane } = array.plan;
  if (!climate || bestTiltDeg === null || plane.kind !== 'fixed') return [];
  if (Math.abs(bestTiltDeg - plane.tilt.value) < 5) return [];
  return [
    remedy(
      `Tilt ${bestTiltDeg}°${called(array)}, facing the equator`,
      choose(`${array.paths.array}/plane/tilt`, bestTiltDeg),
      choose(`${array.paths.array}/plane/azimuth`, climate.latDeg >= 0 ? 180 : 0),
    ),
  ];
}

/**
 * Strings of a pile on inputs of their own: on those that are free, on a controller that has more, or a string left out.
 * @param input the one that holds too many
 */
export function* pileApart(facts: Facts, array: ArrayFacts, input: number): Generator<Remedy> {
  const { pile } = array.plan;
  if (!pile) return;
  const at = (id: string) => `${array.paths.array}/pile/strings/${id}`;
  const strings = inOrder(pile.strings);
  const used = new Set(strings.map(([, string]) => string.input));
  const crowded = strings.filter(([, string]) => string.input === input).map(([id]) => id);
  const free = (inputs: number) =>
    Array.from({ length: inputs }, (_, i) => i + 1).filter((one) => !used.has(one));
  const moved = (inputs: number): Operation[] =>
    crowded.slice(1).flatMap((id, i) => {
      const to = free(inputs)[i];
      return to === undefined ? [] : [put(`${at(id)}/input`, to)];
    });
  const here = moved(array.controller.inputs.value);
  if (here.length > 0) yield remedy('Give each string an input of its own', ...here);
  for (const of of classesFor(facts.design.busVolts)) {
    const there = moved(of.numbers.inputs);
    if (there.length > 0 && of.label !== array.controller.label)
      yield remedy(
        `Take ${of.label}, each string on an input of its own`,
        takeController(array.paths.controller, of, array.controller),
        ...there,
      );
  }
  for (const id of crowded.toReversed()) {
    const panels = Object.values(pile.strings[id]?.panels ?? {}).reduce((sum, count) => sum + count, 0);
    yield remedy(`Leave string ${strings.findIndex(([one]) => one === id) + 1} out, ${panels} panels`, {
      op: 'remove',
      path: at(id),
    });
  }
}
