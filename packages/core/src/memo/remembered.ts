import { weakMapMemoize } from 'reselect';
import { shareStructure } from './share';

/** How often a step was asked for, and how often it had to be worked out. */
export interface StepCount {
  name: string;
  asked: number;
  ran: number;
}

const counts: StepCount[] = [];

/** Every step so far, for the bench. */
export const stepCounts = (): StepCount[] => counts.map((count) => ({ ...count }));

/** @internal a line of its own in the counts */
export function counted(name: string): StepCount {
  const count = { name, asked: 0, ran: 0 };
  counts.push(count);
  return count;
}

interface Asked<A, R> {
  args: A;
  result: R;
  /** What was asked before it. */
  before: Asked<A, R> | undefined;
}

/**
 * A named step that is worked out once for the same arguments. The same means the same objects, not equal ones: parts of
 * a document that did not change are the same. What is known of an object goes when the object goes; of figures among the
 * arguments, at most about twice the latest `most` answers are kept.
 * @param work pure; its first argument should be an object
 */
export function remembered<A extends readonly unknown[], R>(
  name: string,
  work: (...args: A) => R,
  most = 2000,
): (...args: A) => R {
  const count = counted(name);
  /** An answer on its way from the latest to those that are kept. */
  let leaving: Asked<A, R> | undefined;
  const kept = weakMapMemoize(
    (...args: unknown[]): R => {
      if (leaving) return leaving.result;
      count.ran++;
      return work(...(args as unknown as A));
    },
    { maxSize: most },
  );
  // most often a thing is asked for as it was before, or in turns as it was before that, and never in a third way: one look
  // instead of one for each argument, and nothing to keep
  const latest = new WeakMap<object, Asked<A, R>>();
  return (...args) => {
    count.asked++;
    const [first] = args as readonly unknown[];
    if (typeof first !== 'object' || first === null) return kept(...args);
    const last = latest.get(first);
    for (let before = last; before; before = before.before)
      if (holdsTheSame(before.args, args)) return before.result;
    leaving = last?.before;
    if (leaving) kept(...leaving.args);
    leaving = undefined;
    const result = last?.before ? kept(...args) : (count.ran++, work(...args));
    latest.set(first, { args, result, before: last && { ...last, before: undefined } });
    return result;
  };
}

/**
 * For answers that follow one another: what of an answer is equal to the one before becomes the one before's own object,
 * so that a change that comes to nothing ends there. For plain data.
 */
export function settling<R extends object>(): (answer: R) => R {
  let last: R | undefined;
  const known = new WeakMap<R, R>();
  return (answer) => {
    last = known.get(answer) ?? shareStructure(last, answer);
    known.set(answer, last);
    return last;
  };
}

/**
 * Reads some properties of an object, and answers the same object as before while none of them changed: a step that is
 * given it cannot read, and so cannot depend on, anything else.
 */
export const partsOf =
  <T extends object>() =>
  <K extends keyof T & string>(...keys: K[]): ((whole: Pick<T, K>) => Pick<T, K>) => {
    const count = counted(`parts: ${keys.join(', ')}`);
    const known = new WeakMap<object, Pick<T, K>>();
    // those that are alike in the first of their properties, the latest first
    const alike = new WeakMap<object, Pick<T, K>[]>();
    const others: Pick<T, K>[] = [];
    return (whole) => {
      count.asked++;
      const before = known.get(whole);
      if (before) return before;
      const [first] = keys.map((key): unknown => whole[key]);
      const anchored = typeof first === 'object' && first !== null;
      const near = (anchored ? alike.get(first) : others) ?? [];
      const same = near.find((parts) => keys.every((key) => Object.is(parts[key], whole[key])));
      const parts = same ?? (Object.fromEntries(keys.map((key) => [key, whole[key]])) as Pick<T, K>);
      if (!same) {
        count.ran++;
        near.unshift(parts);
        if (near.length > MOST_ALIKE) near.pop();
        if (anchored) alike.set(first, near);
      }
      known.set(whole, parts);
      return parts;
    };
  };

/** Of parts alike in their first property, so many are kept. */
const MOST_ALIKE = 12;

const lists = new WeakMap<object, (readonly unknown[])[]>();
const looseLists: (readonly unknown[])[] = [];
const MOST_LOOSE = 64;

/** A list that is the same one as before where it holds the same. */
export function together<T>(items: readonly T[]): readonly T[] {
  const [first] = items as readonly unknown[];
  const anchored = typeof first === 'object' && first !== null;
  const near = (anchored ? lists.get(first) : looseLists) ?? [];
  const same = near.find((list) => holdsTheSame(list, items));
  if (same) return same as readonly T[];
  near.unshift(items);
  if (near.length > (anchored ? MOST_ALIKE : MOST_LOOSE)) near.pop();
  if (anchored) lists.set(first, near);
  return items;
}

function holdsTheSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((item, i) => Object.is(item, b[i]));
}
