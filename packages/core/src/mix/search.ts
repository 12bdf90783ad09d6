import { BRIGHT_SKY } from '../module';
import { boundOf, longest, LONGEST, sideBySide } from './bound';
import { DoorValue, ownKWh } from './doorValue';
import type { Door, MixPlan, MixResult, Sort, StringOf, Wiring } from './types';

/** Ways to wire one door that are weighed one by one; above it strings that lose most are left out. */
const MOST_WAYS = 600_000;
/** Piles times piles that the last step looks through; above it a search takes over. */
const MOST_SPLITS = 200_000_000;
const MOST_PARTS = 400_000;
/** Parts of the pile that one step of the search for large piles goes through. */
const PARTS_AT_ONCE = 4000;

/** The best way found for each part of the pile at one door. */
interface DoorTable {
  value: Float64Array;
  wiring: (readonly StringOf[])[];
  weighed: number;
  complete: boolean;
}

/**
 * The wiring of a pile of unlike panels that makes most, over all doors. Nothing need be used: what only costs is left out.
 * Yields the share done, 0–1.
 * @param blocked true where each string has a blocking diode
 */
export function* searchMix(
  sorts: readonly Sort[],
  doors: readonly Door[],
  blocked = false,
): Generator<number, MixResult> {
  const pile = new Pile(sorts.map(({ count }) => count));
  const own = doors.map((door) => sorts.map((sort) => ownKWh(sort, door)));
  if (doors.length === 0 || pile.size === 1)
    return { wiring: doors.map(() => []), kWh: 0, ownKWh: 0, exact: true, boundKWh: 0, weighed: 0 };
  const splits = doors.length === 1 ? 0 : pile.size * pile.size * (doors.length - 1);
  if (splits > MOST_SPLITS || pile.size > MOST_PARTS) return yield* doorByDoor(sorts, doors, own, blocked);
  const tables: DoorTable[] = [];
  const known = new Map<string, DoorTable>();
  for (const [d, door] of doors.entries()) {
    const key = JSON.stringify({ ...door, id: '' });
    const table =
      known.get(key) ?? (yield* tableOf(door, sorts, pile, blocked, d / doors.length, 1 / doors.length));
    known.set(key, table);
    tables.push(table);
  }
  const plan = split(pile, tables);
  const exact = tables.every(({ complete }) => complete);
  const told = planOf(plan.wiring, plan.kWh, own);
  return {
    ...told,
    exact,
    boundKWh: exact ? told.kWh : boundOf(sorts, doors, own),
    weighed: [...known.values()].reduce((sum, { weighed }) => sum + weighed, 0),
  };
}

/**
 * A pile too large to share out whole: each door takes the best for itself, then doors by twos share anew what they have
 * and what is left, until nothing gets better.
 */
function* doorByDoor(
  sorts: readonly Sort[],
  doors: readonly Door[],
  own: readonly (readonly number[])[],
  blocked: boolean,
): Generator<number, MixResult> {
  const left = sorts.map(({ count }) => count);
  const wiring: (readonly StringOf[])[] = doors.map(() => []);
  const worth = doors.map(() => 0);
  let weighed = 0;
  const take = (strings: readonly StringOf[], sign: 1 | -1) => {
    for (const string of strings)
      for (const [k, count] of string.entries()) left[k] = (left[k] ?? 0) - sign * count;
  };
  const pileFor = (held: number) => {
    // no more of a sort than the doors could hold, and no more parts than can be gone through
    const counts = left.map((count) => Math.min(count, held));
    const parts = () => counts.reduce((all, count) => all * (count + 1), 1);
    while (parts() > PARTS_AT_ONCE) {
      const most = counts.indexOf(Math.max(...counts));
      counts[most] = (counts[most] ?? 1) - 1;
    }
    return sorts.map((sort, k) => ({ ...sort, count: counts[k] ?? 0 }));
  };
  const holds = (door: Door) => longest(door, sorts) * sideBySide(door, sorts);
  for (const [d, door] of doors.entries()) {
    yield (0.5 * d) / doors.length;
    const found = finish(searchMix(pileFor(holds(door)), [door], blocked));
    weighed += found.weighed;
    wiring[d] = found.wiring[0] ?? [];
    worth[d] = found.kWh;
    take(wiring[d] ?? [], 1);
  }
  for (let round = 0, better = true; better && round < 3; round++) {
    better = false;
    for (let d = 0; d < doors.length; d++) {
      for (let e = d + 1; e < doors.length; e++) {
        yield 0.5 + (0.5 * (round + d / doors.length)) / 3;
        const pair = [doors[d] as Door, doors[e] as Door];
        take([...(wiring[d] ?? []), ...(wiring[e] ?? [])], -1);
        const found = finish(
          searchMix(pileFor(holds(pair[0] as Door) + holds(pair[1] as Door)), pair, blocked),
        );
        weighed += found.weighed;
        if (found.kWh > (worth[d] ?? 0) + (worth[e] ?? 0) + 1e-6) {
          better = true;
          for (const [i, at] of [d, e].entries()) {
            wiring[at] = found.wiring[i] ?? [];
            worth[at] = new DoorValue(doors[at] as Door, sorts, blocked).together(wiring[at] ?? []);
          }
        }
        take([...(wiring[d] ?? []), ...(wiring[e] ?? [])], 1);
      }
    }
  }
  const told = planOf(
    wiring,
    worth.reduce((sum, each) => sum + each, 0),
    own,
  );
  return {
    ...told,
    exact: false,
    boundKWh: Math.max(told.kWh, boundOf(sorts, doors, own)),
    weighed,
  };
}

/** Runs a search to its end. */
export function bestMix(sorts: readonly Sort[], doors: readonly Door[], blocked = false): MixResult {
  return finish(searchMix(sorts, doors, blocked));
}

function finish<T>(search: Generator<number, T>): T {
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}

/** What one wiring makes, whoever chose it. */
export function valueOf(
  wiring: Wiring,
  sorts: readonly Sort[],
  doors: readonly Door[],
  blocked = false,
): MixPlan {
  const own = doors.map((door) => sorts.map((sort) => ownKWh(sort, door)));
  const kWh = doors.reduce(
    (sum, door, d) => sum + new DoorValue(door, sorts, blocked).together(wiring[d] ?? []),
    0,
  );
  return planOf(wiring, kWh, own);
}

/** Curves are read from tables, which are out by a ten-thousandth: a pile never makes more than each panel at its own best. */
function planOf(wiring: Wiring, kWh: number, own: readonly (readonly number[])[]): MixPlan {
  const ownKWh = ownOf(wiring, own);
  return { wiring, kWh: Math.min(kWh, ownKWh), ownKWh };
}

const ownOf = (wiring: Wiring, own: readonly (readonly number[])[]) =>
  wiring.reduce(
    (sum, strings, d) =>
      sum +
      strings.reduce(
        (all, string) => all + string.reduce((part, count, k) => part + count * (own[d]?.[k] ?? 0), 0),
        0,
      ),
    0,
  );

/** Counts of a pile, and of every part of it, by number. */
class Pile {
  private readonly strides: number[];
  readonly size: number;

  constructor(readonly counts: readonly number[]) {
    let size = 1;
    this.strides = counts.map((count) => {
      const stride = size;
      size *= count + 1;
      return stride;
    });
    this.size = size;
  }

  indexOf(part: readonly number[]): number {
    return part.reduce((sum, count, k) => sum + count * (this.strides[k] ?? 0), 0);
  }

  partAt(index: number): number[] {
    return this.counts.map((count, k) => Math.floor(index / (this.strides[k] ?? 1)) % (count + 1));
  }
}

/** Every string that the pile can make and the door bears by itself. */
export function stringsOf(value: DoorValue, counts: readonly number[]): StringOf[] {
  const found: StringOf[] = [];
  const make = (k: number, string: number[], length: number) => {
    if (k === counts.length) {
      if (length > 0 && value.bears(string)) found.push([...string]);
      return;
    }
    for (let n = 0; n <= (counts[k] ?? 0) && length + n <= LONGEST; n++) {
      string[k] = n;
      // volts only grow with panels: past the limit nothing longer fits
      if (value.extremes(string.slice(0, k + 1))[0] > value.door.maxV) break;
      make(k + 1, string, length + n);
    }
    string[k] = 0;
  };
  make(0, [...counts].fill(0), 0);
  return found;
}

function* tableOf(
  door: Door,
  sorts: readonly Sort[],
  pile: Pile,
  blocked: boolean,
  done: number,
  share: number,
): Generator<number, DoorTable> {
  const value = new DoorValue(door, sorts, blocked);
  const all = stringsOf(value, pile.counts);
  const own = sorts.map((sort) => ownKWh(sort, door));
  const kept = (string: StringOf) =>
    value.alone(string) / string.reduce((sum, count, k) => sum + count * (own[k] ?? 0), 0);
  yield done + share * 0.05;
  // those that lose least first: what they make is the mark the others must pass
  const scored: { string: StringOf; kept: number }[] = [];
  for (const [i, string] of all.entries()) {
    scored.push({ string, kept: kept(string) });
    if (i % 40 === 39) yield done + share * (0.05 + 0.45 * (i / all.length));
  }
  scored.sort((a, b) => b.kept - a.kept);
  const most = sideBySide(door, sorts);
  const held = withinWays(scored.length, most);
  const strings = scored.slice(0, held).map(({ string }) => string);
  const table: DoorTable = {
    value: new Float64Array(pile.size),
    wiring: Array.from({ length: pile.size }, () => []),
    weighed: 0,
    complete: held === scored.length,
  };
  const alone = strings.map((string) => value.alone(string));
  const isc = strings.map((string) => value.iscA(string));
  const offsets = strings.map((string) => pile.indexOf(string));
  const left = [...pile.counts];
  const group: StringOf[] = [];
  const grow = (from: number, at: number, bestCase: number, amps: number) => {
    for (let s = from; s < strings.length; s++) {
      const string = strings[s] as StringOf;
      if (string.some((count, k) => count > (left[k] ?? 0))) continue;
      const sumA = amps + (isc[s] as number);
      if (sumA * BRIGHT_SKY > door.maxIscA) continue;
      const index = at + (offsets[s] as number);
      const atMost = bestCase + (alone[s] as number);
      group.push(string);
      table.weighed++;
      if (atMost > (table.value[index] as number)) {
        const kWh = group.length === 1 && !Number.isFinite(door.maxA) ? atMost : value.together(group);
        if (kWh > (table.value[index] as number)) {
          table.value[index] = kWh;
          table.wiring[index] = [...group];
        }
      }
      if (group.length < most) {
        for (const [k, count] of string.entries()) left[k] = (left[k] ?? 0) - count;
        grow(s, index, atMost, sumA);
        for (const [k, count] of string.entries()) left[k] = (left[k] ?? 0) + count;
      }
      group.pop();
      // (progress is told by the outermost string)
    }
  };
  for (let s = 0; s < strings.length; s++) {
    growFrom(s);
    if (s % 4 === 3) yield done + share * (0.5 + 0.5 * (s / strings.length));
  }
  return table;

  function growFrom(s: number): void {
    const string = strings[s] as StringOf;
    const index = offsets[s] as number;
    table.weighed++;
    group.push(string);
    const kWh = value.together(group);
    if (kWh > (table.value[index] as number)) {
      table.value[index] = kWh;
      table.wiring[index] = [string];
    }
    if (most > 1) {
      for (const [k, count] of string.entries()) left[k] = (left[k] ?? 0) - count;
      grow(s, index, alone[s] as number, isc[s] as number);
      for (const [k, count] of string.entries()) left[k] = (left[k] ?? 0) + count;
    }
    group.pop();
  }
}

/** @internal how many strings may be tried so that their groups stay within what is weighed one by one */
export function withinWays(strings: number, parallel: number): number {
  const ways = (n: number) => {
    let [sum, term] = [0, 1];
    for (let p = 1; p <= parallel; p++) {
      term = (term * (n + p - 1)) / p;
      sum += term;
    }
    return sum;
  };
  let n = strings;
  while (n > 1 && ways(n) > MOST_WAYS * 20) n = Math.floor(n * 0.9);
  return n;
}

/** Shares the pile over the doors so that the sum is greatest. */
function split(pile: Pile, tables: readonly DoorTable[]): Pick<MixPlan, 'wiring' | 'kWh'> {
  // best of the doors so far, for every part of the pile that they take in all
  let best = Float64Array.from((tables[0] as DoorTable).value);
  const choices: Int32Array[] = [Int32Array.from(best, (_, index) => index)];
  const parts = Array.from({ length: pile.size }, (_, index) => pile.partAt(index));
  for (const { value } of tables.slice(1)) {
    const worth = Array.from(value.keys()).filter((index) => (value[index] as number) > 0);
    const next = Float64Array.from(best);
    const choice = new Int32Array(pile.size);
    for (let before = 0; before < pile.size; before++) {
      if (before > 0 && (best[before] as number) <= 0) continue;
      const base = parts[before] as number[];
      for (const index of worth) {
        const part = parts[index] as number[];
        if (part.some((count, k) => count + (base[k] as number) > (pile.counts[k] as number))) continue;
        const at = before + index;
        const kWh = (best[before] as number) + (value[index] as number);
        if (kWh > (next[at] as number)) {
          next[at] = kWh;
          choice[at] = index;
        }
      }
    }
    best = next;
    choices.push(choice);
  }
  let at = best.reduce((top, kWh, index) => (kWh > (best[top] as number) + 1e-9 ? index : top), 0);
  const kWh = best[at] as number;
  const wiring = tables.map((): readonly StringOf[] => []);
  for (let d = tables.length - 1; d >= 0; d--) {
    const index = d === 0 ? at : ((choices[d] as Int32Array)[at] as number);
    wiring[d] = (tables[d] as DoorTable).wiring[index] ?? [];
    at -= index;
  }
  return { wiring, kWh };
}
