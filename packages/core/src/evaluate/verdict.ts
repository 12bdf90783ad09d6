import type { Facts } from '../calculate';
import { asksForALook, type Finding } from '../findings';

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
