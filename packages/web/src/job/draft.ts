import { diff, migrate, patchedWherePossible, type Design, type Operation } from '@ivolt/core';

/** Edits that the server does not hold yet, kept in the browser so that a closed tab loses nothing. */
export interface Draft {
  base: Design;
  revision: number;
  design: Design;
}

/** As it is kept: what was changed beside what it was changed from, which is half of two designs. */
interface Kept {
  base: Design;
  revision: number;
  changes: Operation[];
}

const keyOf = (id: string) => `ivolt-draft-${id}`;

/** What was saved last as text: it stays while one change follows another, and writing it is most of keeping a draft. */
const texts = new WeakMap<Design, string>();
function textOf(base: Design): string {
  const text = texts.get(base) ?? JSON.stringify(base);
  texts.set(base, text);
  return text;
}

/** @returns false where the browser has no room for it, or keeps nothing */
export function keepDraft(id: string, { base, revision, design }: Draft): boolean {
  try {
    const rest: Omit<Kept, 'base'> = { revision, changes: diff(base, design) };
    localStorage.setItem(keyOf(id), `{"base":${textOf(base)},${JSON.stringify(rest).slice(1)}`);
    return true;
  } catch {
    return false;
  }
}

export function dropDraft(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // nothing was kept then
  }
}

export function findDraft(id: string): Draft | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as (Kept | Draft) | null;
    if (!kept) return null;
    const design = 'design' in kept ? kept.design : patchedWherePossible(kept.base, kept.changes).document;
    // kept by an older Ivolt, it is brought forward as the server brought its own
    const forward = (document: Design) => migrate(document) as unknown as Design;
    return { revision: kept.revision, base: forward(kept.base), design: forward(design) };
  } catch {
    return null;
  }
}
