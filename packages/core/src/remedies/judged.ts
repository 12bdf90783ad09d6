import type { ArrayFacts, Facts } from '../calculate';
import type { Finding, Remedy } from '../findings';

/** A design with what is found in it. */
export interface Judged {
  facts: Facts;
  findings: readonly Finding[];
}

/** A remedy that is not proven yet. */
export interface Candidate extends Remedy {
  /** Its label without the batteries, for where a later step of the same press takes others. */
  bare?: string;
}

/** The array that a finding is about: by its id, or by the place it points to; the first otherwise. */
export function arrayOf({ id, focus }: Finding, { arrays, lead }: Facts): ArrayFacts {
  const named = id.split(':')[1];
  const pointed = focus?.match(/^\/arrays\/([^/]+)\//)?.[1];
  return (
    arrays.find((array) => array.id === named) ??
    arrays.find((array) => array.id === pointed) ??
    (id.startsWith('array.') ? lead : (arrays[0] as ArrayFacts))
  );
}
