import { migrate, type Design } from '@ivolt/core';

/** Edits that the server does not hold yet, kept in the browser so that a closed tab loses nothing. */
export interface Draft {
  base: Design;
  revision: number;
  design: Design;
}

const keyOf = (id: string) => `ivolt-draft-${id}`;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(draft));
  } catch {
    // full or closed storage: the edits live in the open tab, and the tab says that they are not saved
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
    const draft = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Draft | null;
    // kept by an older Ivolt, it is brought forward as the server brought its own
    const forward = (design: Design) => migrate(design) as unknown as Design;
    return draft && { ...draft, base: forward(draft.base), design: forward(draft.design) };
  } catch {
    return null;
  }
}
