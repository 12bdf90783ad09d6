import { applyPatch } from 'rfc6902';
import { escapeKey, keysOf, valueAt } from './pointer';

/** The operations of RFC 6902 that a saved change is made of. */
export type Operation =
  { op: 'add' | 'replace'; path: string; value: unknown } | { op: 'remove'; path: string };

/** A deep copy of plain JSON data. */
export const cloned = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/**
 * The change from one document to another as RFC 6902 operations. Lists count as one value, so that a pointer
 * always names the same field, whatever else was added or removed meanwhile.
 */
export function diff(before: unknown, after: unknown, path = ''): Operation[] {
  if (before === after) return [];
  if (!isRecord(before) || !isRecord(after)) {
    return same(before, after) ? [] : [{ op: 'replace', path, value: after }];
  }
  const operations: Operation[] = [];
  for (const key of Object.keys(before)) {
    if (!Object.hasOwn(after, key)) operations.push({ op: 'remove', path: `${path}/${escapeKey(key)}` });
  }
  for (const [key, value] of Object.entries(after)) {
    const here = `${path}/${escapeKey(key)}`;
    if (Object.hasOwn(before, key)) operations.push(...diff(before[key], value, here));
    else operations.push({ op: 'add', path: here, value });
  }
  return operations;
}

export class PatchError extends Error {
  readonly code = 'PATCH_DOES_NOT_APPLY';
  constructor(
    readonly path: string,
    reason: string,
  ) {
    super(`The change at ${path} does not apply: ${reason}`);
  }
}

/** Keys that would reach what all objects share. */
const UNSAFE_KEYS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

/** A copy of the document with the operations applied. @throws PatchError naming the first that does not apply */
export function patched<T>(document: T, operations: readonly Operation[]): T {
  const poisoned = operations.find(({ path }) => keysOf(path).some((key) => UNSAFE_KEYS.has(key)));
  if (poisoned) throw new PatchError(poisoned.path, 'the place may not be written to');
  const copy = cloned(document);
  const outcomes = applyPatch(copy, cloned(operations) as Parameters<typeof applyPatch>[1]);
  const failed = outcomes.findIndex((outcome) => outcome !== null);
  if (failed >= 0)
    throw new PatchError(operations[failed]?.path ?? '', outcomes[failed]?.message ?? 'it is refused');
  return copy;
}

/** As `patched`, leaving out what no longer applies. */
export function patchedWherePossible<T>(
  document: T,
  operations: readonly Operation[],
): { document: T; left: Operation[] } {
  // nearly always all of it applies, and then one copy is enough
  try {
    return { document: patched(document, operations), left: [] };
  } catch (error) {
    if (!(error instanceof PatchError)) throw error;
  }
  let result = document;
  const left: Operation[] = [];
  for (const operation of operations) {
    try {
      result = patched(result, [operation]);
    } catch (error) {
      if (!(error instanceof PatchError)) throw error;
      left.push(operation);
    }
  }
  return { document: result, left };
}

export interface Conflict {
  path: string;
  mine: unknown;
  theirs: unknown;
}

export interface Rebased<T> {
  document: T;
  conflicts: Conflict[];
}

const touches = (a: string, b: string) => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);

/**
 * Puts unsaved edits on top of what somebody else saved meanwhile, field by field. Where both changed the same
 * field to different values, mine stays and the conflict is reported. A row they removed stays removed.
 * @param base the document both started from
 */
export function rebase<T>(base: T, mine: T, theirs: T): Rebased<T> {
  const myChanges = diff(base, mine);
  const theirChanges = diff(base, theirs);
  const { document, left } = patchedWherePossible(theirs, myChanges);
  const conflicts = myChanges
    .filter((my) => theirChanges.some((their) => touches(my.path, their.path)))
    .filter((my) => left.includes(my) || !same(valueAt(mine, my.path), valueAt(theirs, my.path)))
    .map((my) => ({ path: my.path, mine: valueAt(mine, my.path), theirs: valueAt(theirs, my.path) }));
  return { document, conflicts };
}
