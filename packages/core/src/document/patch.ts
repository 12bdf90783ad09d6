import { UNSAFE_KEYS } from './plain';
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

/** The object that holds what the pointer names, its own copy, made on the way; or why there is none. */
function holderOf(
  root: Record<string, unknown>,
  keys: readonly string[],
  copies: WeakSet<object>,
): Record<string, unknown> | string {
  let here = root;
  for (const key of keys.slice(0, -1)) {
    const inner = Object.hasOwn(here, key) ? here[key] : undefined;
    if (Array.isArray(inner)) return 'a list is written whole';
    if (!isRecord(inner)) return 'there is nothing that could hold it';
    if (copies.has(inner)) here = inner;
    else {
      const copy = { ...inner };
      copies.add(copy);
      here = here[key] = copy;
    }
  }
  return here;
}

/**
 * The document with the operations applied; what they do not touch is shared with it. A pointer names a key of an
 * object: lists are written whole. @throws PatchError naming the first that does not apply
 */
export function patched<T>(document: T, operations: readonly Operation[]): T {
  const root = { ...(document as Record<string, unknown>) };
  const copies = new WeakSet<object>();
  for (const operation of operations) {
    const { path, op } = operation;
    const keys = keysOf(path);
    const last = keys.at(-1);
    if (!path.startsWith('/') || last === undefined)
      throw new PatchError(path, 'a pointer begins with a stroke and names a key');
    if (keys.some((key) => UNSAFE_KEYS.has(key)))
      throw new PatchError(path, 'the place may not be written to');
    const holder = holderOf(root, keys, copies);
    if (typeof holder === 'string') throw new PatchError(path, holder);
    if (op !== 'add' && !Object.hasOwn(holder, last)) throw new PatchError(path, 'there is nothing there');
    if (op === 'remove') delete holder[last];
    else holder[last] = operation.value;
  }
  return root as T;
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

/** Something that two people changed, or that one changed so that the other's change cannot stand. */
export interface Conflict {
  path: string;
  mine: unknown;
  theirs: unknown;
  /** Whose is in the merged document. */
  stands: 'mine' | 'theirs';
}

export interface Rebased<T> {
  document: T;
  conflicts: Conflict[];
}

/** Whether one pointer is the other, or lies within it. */
export const touches = (a: string, b: string) => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);

/** As `patchedWherePossible`, leaving out what would give a document that may not stand as well. */
function patchedWhereStanding<T>(
  document: T,
  operations: readonly Operation[],
  stands: (document: T) => boolean,
): { document: T; left: Operation[] } {
  const attempt = patchedWherePossible(document, operations);
  if (stands(attempt.document)) return attempt;
  if (operations.length === 1) return { document, left: [...operations] };
  const middle = Math.ceil(operations.length / 2);
  const first = patchedWhereStanding(document, operations.slice(0, middle), stands);
  const second = patchedWhereStanding(first.document, operations.slice(middle), stands);
  const left = [...first.left, ...second.left];
  // one that stood in the way of others may go in once they are there
  const together =
    left.length < operations.length ? patchedWhereStanding(second.document, left, stands) : null;
  return together ?? { document: second.document, left };
}

/**
 * Puts unsaved edits on top of what somebody else saved meanwhile, field by field. Where both changed the same
 * field to different values, mine stays and the conflict is reported. A row they removed stays removed. What would
 * give a document that may not stand is left out and reported.
 * @param base the document both started from
 * @param stands whether the merged document may stand
 */
export function rebase<T>(base: T, mine: T, theirs: T, stands: (document: T) => boolean): Rebased<T> {
  const myChanges = diff(base, mine);
  const theirChanges = diff(base, theirs);
  const { document, left } = patchedWhereStanding(theirs, myChanges, stands);
  const conflicts = new Map<string, Conflict>();
  for (const my of myChanges) {
    const out = left.includes(my);
    const both = theirChanges.some((their) => touches(my.path, their.path));
    if (!out && (!both || same(valueAt(mine, my.path), valueAt(theirs, my.path)))) continue;
    const path = out ? standingIn(theirs, my.path) : my.path;
    const conflict = { path, mine: valueAt(mine, path), theirs: valueAt(theirs, path) };
    conflicts.set(path, { ...conflict, stands: out ? 'theirs' : 'mine' });
  }
  return { document, conflicts: [...conflicts.values()] };
}

/** The pointer itself, or the row or figure above it that the document lacks or has as nothing. */
function standingIn(document: unknown, path: string): string {
  const keys = keysOf(path);
  for (let depth = 1; depth < keys.length; depth++) {
    const above = keys
      .slice(0, depth)
      .map((key) => `/${escapeKey(key)}`)
      .join('');
    if (!isRecord(valueAt(document, above))) return above;
  }
  return path;
}
