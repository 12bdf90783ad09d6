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
  const known = weakMapMemoize(
    (...args: unknown[]): R => {
      count.ran++;
      return work(...(args as unknown as A));
    },
    { maxSize: most },
  );
  return (...args) => {
    count.asked++;
    return known(...args);
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
    const same = remembered(
      `parts: ${keys.join(', ')}`,
      (...values: unknown[]) =>
        Object.fromEntries(keys.map((key, i) => [key, values[i]])) as unknown as Pick<T, K>,
    );
    const known = new WeakMap<object, Pick<T, K>>();
    return (whole) => {
      const before = known.get(whole);
      if (before) return before;
      const parts = same(...keys.map((key) => whole[key]));
      known.set(whole, parts);
      return parts;
    };
  };

const lists = remembered('lists of the same', (...items: readonly unknown[]) => items);

/** A list that is the same one as before where it holds the same. */
export const together = <T>(items: readonly T[]): readonly T[] => lists(...items) as readonly T[];
