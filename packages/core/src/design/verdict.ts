import type { Finding } from '../findings';
import { asksForALook } from '../findings/finding';
import type { StringsResult } from '../strings';
import type { ArrayFacts, Facts } from './calculate';

/** unknown: something it needs is missing. falls: a stop finding. look: stands, with things to look at. */
export type Standing = 'unknown' | 'falls' | 'look' | 'stands';

export interface Verdict {
  standing: Standing;
  /** In a few words: "Does not stand". */
  words: string;
  /** What holds it back, or how well it stands. */
  sentence: string;
}

export function verdictOf(facts: Facts, findings: readonly Finding[]): Verdict {
  const stops = findings.filter(({ severity }) => severity === 'stop');
  const looks = findings.filter(asksForALook);
  if (stops.length > 0) {
    return { standing: 'falls', words: 'Does not stand', sentence: holdsBack(stops) };
  }
  const missing = [
    facts.loads.heaviest ? null : 'what it must carry',
    facts.climate ? null : 'the sun of the place',
  ].filter((part) => part !== null);
  if (missing.length > 0) {
    return { standing: 'unknown', words: 'Not known yet', sentence: `Missing: ${missing.join(', and ')}.` };
  }
  if (looks.length > 0) return { standing: 'look', words: 'Stands, but look', sentence: holdsBack(looks) };
  return { standing: 'stands', words: 'Stands', sentence: 'Nothing holds it back.' };
}

function holdsBack(findings: readonly Finding[]): string {
  const [first, ...rest] = findings;
  const more = rest.length > 0 ? ` And ${rest.length} more.` : '';
  return first ? `${first.title}.${more}` : '';
}

/** The margins the verdict hangs on, as shares of their limits: above 0 is inside. */
export interface Margins {
  energy: number | null;
  days: number | null;
  cold: number | null;
  hot: number | null;
  shortCircuit: number | null;
}

/** What a string has left under and over its limits, as shares of them. */
export const coldMargin = ({ chosen, window }: StringsResult) => 1 - chosen.coldVocV / window.maxV;
export const hotMargin = ({ chosen, window }: StringsResult) => chosen.hotVmpV / window.chargesFromV - 1;
const shortCircuitMargin = ({ chosen, window }: StringsResult) => 1 - chosen.iscA / window.maxIscA;

/** The array with the least margin; the first where none has strings yet. */
export function tightest(
  arrays: readonly ArrayFacts[],
  margin: (strings: StringsResult) => number,
): ArrayFacts | undefined {
  const strung = arrays.filter(({ strings }) => strings);
  return strung.reduce<ArrayFacts | undefined>((least, array) => {
    const [now, before] = [array.strings, least?.strings];
    return now && (!before || margin(now) < margin(before)) ? array : least;
  }, undefined);
}

export function marginsOf({ arrays, energy, bank, design }: Facts): Margins {
  const least = (margin: (strings: StringsResult) => number) => {
    const strings = tightest(arrays, margin)?.strings;
    return strings ? margin(strings) : null;
  };
  return {
    energy: energy?.worst?.ratio == null ? null : energy.worst.ratio - 1,
    days: bank.days === null ? null : bank.days / design.bank.days.value - 1,
    cold: least(coldMargin),
    hot: least(hotMargin),
    shortCircuit: least(shortCircuitMargin),
  };
}
