type Plain = Record<string, unknown>;

/**
 * The new value with every part that is equal to the old one replaced by the old one itself, so that what has not
 * changed keeps its identity and nothing that follows from it is worked out or drawn again. For plain data.
 */
export function shareStructure<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after;
  if (typeof before !== 'object' || typeof after !== 'object' || before === null || after === null)
    return after;
  if (after instanceof Float64Array)
    return before instanceof Float64Array && alike(before, after) ? (before as T) : after;
  if (Array.isArray(before) !== Array.isArray(after)) return after;
  if (Array.isArray(after)) return sharedList(before as unknown[], after) as T;
  const [old, now] = [before as Plain, after as Plain];
  const keys = Object.keys(now);
  let same = keys.length === Object.keys(old).length;
  let copy: Plain | null = null;
  for (const key of keys) {
    const [was, value] = [old[key], now[key]];
    // most of it is as it was
    if (Object.is(was, value) && value !== undefined) continue;
    const shared = shareStructure(was, value);
    if (!Object.is(shared, was) || !Object.hasOwn(old, key)) same = false;
    if (Object.is(shared, value)) continue;
    copy ??= { ...now };
    copy[key] = shared;
  }
  if (same) return before as T;
  return (copy ?? after) as T;
}

function sharedList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  let same = before.length === after.length;
  let copy: unknown[] | null = null;
  for (let i = 0; i < after.length; i++) {
    const value = after[i];
    if (value === before[i]) continue;
    const shared = shareStructure(before[i], value);
    if (!Object.is(shared, before[i])) same = false;
    if (Object.is(shared, value)) continue;
    copy ??= [...after];
    copy[i] = shared;
  }
  return same ? before : (copy ?? after);
}

function alike(a: Float64Array, b: Float64Array): boolean {
  return a.length === b.length && a.every((value, i) => Object.is(value, b[i]));
}
