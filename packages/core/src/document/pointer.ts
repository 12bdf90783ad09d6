import type { Entry } from './entry';

/** What is wrong at one place. */
export interface FieldProblem {
  /** JSON pointer into the document. */
  path: string;
  message: string;
}

const unescape = (key: string) => key.replace(/~1/g, '/').replace(/~0/g, '~');
export const escapeKey = (key: string) => key.replace(/~/g, '~0').replace(/\//g, '~1');

export function keysOf(path: string): string[] {
  return path === '' ? [] : path.slice(1).split('/').map(unescape);
}

/** What stands at a JSON pointer, or undefined. */
export function valueAt(document: unknown, path: string): unknown {
  let here: unknown = document;
  for (const key of keysOf(path)) {
    if (typeof here !== 'object' || here === null || !Object.hasOwn(here, key)) return undefined;
    here = (here as Record<string, unknown>)[key];
  }
  return here;
}

/** A copy with `value` at the pointer; what does not lie on the way is shared. Undefined removes the key. */
export function withValueAt<T>(document: T, path: string, value: unknown): T {
  return withKeys(document, keysOf(path), value) as T;
}

function withKeys(here: unknown, [key, ...rest]: string[], value: unknown): unknown {
  if (key === undefined) return value;
  const copy: Record<string, unknown> = { ...(here as Record<string, unknown>) };
  const next = rest.length === 0 ? value : withKeys(copy[key] ?? {}, rest, value);
  if (next === undefined) delete copy[key];
  else copy[key] = next;
  return copy;
}

export function isEntry(value: unknown): value is Entry {
  return typeof value === 'object' && value !== null && 'value' in value && 'from' in value;
}

export function entryAt(document: unknown, path: string): Entry | undefined {
  const value = valueAt(document, path);
  return isEntry(value) ? value : undefined;
}

/** How many figures are entered in a document, and how many of them are guesses; of parts that did not change it is known. */
export function figuresIn(document: unknown): { figures: number; guesses: number } {
  if (isEntry(document)) return { figures: 1, guesses: document.from === 'guess' ? 1 : 0 };
  if (typeof document !== 'object' || document === null || Array.isArray(document)) return NONE;
  const known = counts.get(document);
  if (known) return known;
  const sum = { figures: 0, guesses: 0 };
  for (const part of Object.values(document)) {
    const { figures, guesses } = figuresIn(part);
    sum.figures += figures;
    sum.guesses += guesses;
  }
  counts.set(document, sum);
  return sum;
}
const NONE = { figures: 0, guesses: 0 };
const counts = new WeakMap<object, { figures: number; guesses: number }>();

/** Every entered figure of the document with its pointer. */
export function entriesOf(document: unknown, path = ''): [path: string, entry: Entry][] {
  if (isEntry(document)) return [[path, document]];
  if (typeof document !== 'object' || document === null || Array.isArray(document)) return [];
  return Object.entries(document).flatMap(([key, value]) => entriesOf(value, `${path}/${escapeKey(key)}`));
}
