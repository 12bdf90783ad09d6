import type { Finding, Remedy } from './finding';

/** What may be pressed for a finding, proven; or why nothing can. */
export interface WayOut {
  remedies: Remedy[];
  /** In a sentence, where there is none. */
  why: string | null;
}

/** Findings with what was proven for them, by their ids. */
export const withWays = (findings: readonly Finding[], ways: Readonly<Record<string, WayOut>>): Finding[] =>
  findings.map((finding) => ({ ...finding, remedies: [], why: null, ...ways[finding.id] }));
