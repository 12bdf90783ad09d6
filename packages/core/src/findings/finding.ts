import { withValueAt, type Controller, type Design, type Operation, type Sheet } from '../document';
import { type ControllerClass, controllerOfClass } from '../strings';
import { remembered } from '../memo';
import { onFacts, type Facts } from '../calculate';
import type { Pen } from '../figures';

/** stop: do not build this. look: look again. note: know this. */
export type Severity = 'stop' | 'look' | 'note';

export interface Remedy {
  /** What pressing it does, as a short order: "Use 3 × 4". */
  label: string;
  operations: Operation[];
}

export interface Finding {
  id: string;
  severity: Severity;
  sheet: Sheet;
  title: string;
  /** The reason with the number and the limit. */
  sentence: string;
  value: number | null;
  limit: number | null;
  remedies: Remedy[];
  /** Why nothing can be pressed for a stop; null where something can, and while that is not proven yet. */
  why: string | null;
  /** Place in the design of the figure it is about. */
  focus: string | null;
  /** Why someone lets it stand, and since when; only of what may be let stand, and while it says the same. */
  acknowledged: { reason: string; on: string } | null;
  /** A reason given when it said something else. */
  saidBefore: { reason: string; on: string; sentence: string } | null;
}

export type FindingParts = Omit<
  Finding,
  'value' | 'limit' | 'remedies' | 'why' | 'focus' | 'acknowledged' | 'saidBefore'
> &
  Partial<Pick<Finding, 'value' | 'limit' | 'remedies' | 'focus'>>;

/** Reckons a changed design whole, to see what a remedy would do. */
export type Reckon = (design: Design) => Facts;

/** One rule: what it finds in the facts, if anything. */
export type Rule = (facts: Facts, pen: Pen, reckon: Reckon) => FindingParts | FindingParts[] | null;

export const remedy = (label: string, ...operations: Operation[]): Remedy => ({ label, operations });
/** The same entry for the same value, so that a remedy tried again is the same design again. */
const choice = remembered('choices of remedies', (value: number) => ({ value, from: 'chosen' as const }));
export const choose = (path: string, value: number): Operation => put(path, choice(value));
/** The same for a figure that may not have been given yet. */
export const add = (path: string, value: number): Operation => ({ op: 'add', path, value: choice(value) });
export const put = (path: string, value: unknown): Operation => ({ op: 'replace', path, value });

/** A typical controller in the place of another: the same one whenever it is tried. */
export const takeController = (path: string, of: ControllerClass, { position }: Controller): Operation =>
  put(path, typical(of, position));
const typical = remembered('typical controllers', (of: ControllerClass, position: number) => ({
  position,
  ...controllerOfClass(of),
}));

/** The design with a remedy tried on it; what it does not touch is shared. */
export const tried = (design: Design, operations: readonly Operation[]): Design =>
  operations.reduce(
    (after, operation) =>
      withValueAt(after, operation.path, operation.op === 'remove' ? undefined : operation.value),
    design,
  );

const RANK: Record<Severity, number> = { stop: 0, look: 1, note: 2 };

/** What a rule finds, made whole; not asked again while nothing that it read has changed. */
const wholly = (rule: Rule) =>
  onFacts(`finding: ${rule.name}`, (facts: Facts, pen: Pen, reckon: Reckon): Finding[] =>
    [rule(facts, pen, reckon) ?? []].flat().map((parts) => ({
      value: null,
      limit: null,
      remedies: [],
      why: null,
      focus: null,
      ...parts,
      ...letStand(parts, facts.design),
    })),
  );

/** Asks rules in turn; the gravest of what they find comes first. */
export function findingsBy(rules: readonly Rule[]): (facts: Facts, pen: Pen, reckon: Reckon) => Finding[] {
  const asked = rules.map(wholly);
  return (facts, pen, reckon) =>
    asked.flatMap((rule) => rule(facts, pen, reckon)).sort((a, b) => RANK[a.severity] - RANK[b.severity]);
}

/** Whether someone has said why a look may stand. A stop never may, and a look that says something else asks again. */
function letStand(
  { id, severity, sentence }: FindingParts,
  { acknowledged }: Pick<Design, 'acknowledged'>,
): Pick<Finding, 'acknowledged' | 'saidBefore'> {
  const said = severity === 'look' ? acknowledged[id] : undefined;
  if (!said) return { acknowledged: null, saidBefore: null };
  return said.sentence === sentence
    ? { acknowledged: { reason: said.reason, on: said.on }, saidBefore: null }
    : { acknowledged: null, saidBefore: said };
}

/** True of what still asks to be looked at. */
export const asksForALook = ({ severity, acknowledged }: Finding) =>
  severity === 'look' && acknowledged === null;
