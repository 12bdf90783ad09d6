/**
 * The new value with every part that is equal to the old one replaced by the old one itself, so that what has not
 * changed keeps its identity and nothing that shows it is drawn again.
 */
export function shareStructure<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after;
  if (typeof before !== 'object' || typeof after !== 'object' || before === null || after === null)
    return after;
  if (Array.isArray(before) !== Array.isArray(after)) return after;
  if (after instanceof Float64Array)
    return before instanceof Float64Array && alike(before, after) ? (before as T) : after;
  const old = before as Record<string, unknown>;
  const shared = Object.entries(after).map(([key, value]) => [key, shareStructure(old[key], value)] as const);
  const same =
    shared.length === Object.keys(old).length &&
    shared.every(([key, value]) => Object.hasOwn(old, key) && Object.is(value, old[key]));
  if (same) return before as T;
  return (Array.isArray(after) ? shared.map(([, value]) => value) : Object.fromEntries(shared)) as T;
}

const alike = (a: Float64Array, b: Float64Array) =>
  a.length === b.length && a.every((value, i) => Object.is(value, b[i]));
