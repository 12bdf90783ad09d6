import { escapeKey, type FieldProblem } from './pointer';

/** Keys that would reach what all objects share. */
export const UNSAFE_KEYS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

/** A design is nine levels deep; what is deeper than this was not written by this program. */
const DEEPEST = 40;

/** NUL, and halves of characters: no file or database can keep them. */
const UNSTORABLE = /[\0\p{Surrogate}]/u;

/** A text without what cannot be stored, as for a name that was pasted. */
export const storable = (text: string): string => text.replace(/[\0\p{Surrogate}]/gu, '');

/** No name is longer. */
export const LONGEST_NAME = 120;

/** A name from what was pasted or what a file is called, as it may be stored. */
export const nameFrom = (text: string): string => storable(text.slice(0, LONGEST_NAME)).trim();

export const isStorable = (text: string): boolean => !UNSTORABLE.test(text);

interface Place {
  value: unknown;
  key: string;
  above: Place | null;
  depth: number;
}

function pathOf(place: Place | null): string {
  const keys: string[] = [];
  for (let here = place; here?.above; here = here.above) keys.unshift(`/${escapeKey(here.key)}`);
  return keys.join('');
}

/**
 * Why parsed JSON may not come any further, or null where it may: a key that reaches what all objects share, a text
 * that cannot be stored, or more levels than any document has. Bears any depth.
 */
export function hostileIn(document: unknown): FieldProblem | null {
  const waiting: Place[] = [{ value: document, key: '', above: null, depth: 0 }];
  for (let place = waiting.pop(); place; place = waiting.pop()) {
    const { value, depth } = place;
    if (typeof value === 'string' && !isStorable(value))
      return { path: pathOf(place), message: 'The text holds a character that cannot be stored' };
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= DEEPEST)
      return { path: pathOf(place), message: `There are more than ${DEEPEST} levels of lists and objects` };
    for (const key of Object.keys(value)) {
      const inner = { value: (value as Record<string, unknown>)[key], key, above: place, depth: depth + 1 };
      if (UNSAFE_KEYS.has(key) || !isStorable(key))
        return { path: pathOf(inner), message: 'A key of this name is not taken' };
      waiting.push(inner);
    }
  }
  return null;
}
