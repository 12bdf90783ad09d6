import type { Facts } from '../calculate';
import type { Design } from '../document';
import { findingsOf, tried, type Finding, type Reckon, type Remedy, type WayOut } from '../findings';
import type { Pen } from '../figures';
import { monthName } from '../units';
import { candidatesFor, lastResorts } from './candidates';
import type { Candidate, Judged } from './judged';
import { whyNone } from './reasons';

/** Presses a finding has at most. */
const MOST_REMEDIES = 3;
const MOST_FOR_A_LOOK = 2;
/** Candidates tried for a finding, and remedies of one design that are followed up where they bring a stop. */
const MOST_TRIED = 40;
const MOST_FOLLOWED = 3;
/** Steps that one press may take together. */
const MOST_STEPS = 3;
/** Arrays reckoned for all findings of a design together: a large job is tried through one stop after another. */
const MOST_RECKONED = 1500;
const TOO_LARGE =
  'So large a job is not tried through at once: cure the stops above first, and ways out of this one are tried then.';

const stopsOf = (findings: readonly Finding[]) =>
  new Set(findings.filter(({ severity }) => severity === 'stop').map(({ id }) => id));

/** True where a finding is gone, or is a mere note where it was more. */
const cured = ({ id, severity }: Finding, after: readonly Finding[]): boolean => {
  const left = after.find((finding) => finding.id === id);
  return !left || (left.severity === 'note' && severity !== 'note');
};

const looksIn = (findings: readonly Finding[]) =>
  findings.filter(({ severity }) => severity === 'look').map(({ id }) => id);

/**
 * What each stop and look may be cured by: a remedy is offered only after the whole design was reckoned with it, cures its
 * finding and brings no new stop. Where no single step does, the shortest chain that does is offered as one.
 */
export class Prover {
  private reckoned = 0;
  /** As `means`, and counted. */
  private readonly reckon: Reckon = (design) => {
    this.reckoned += Object.keys(design.arrays).length;
    return this.means(design);
  };

  /** @param means the same for one grid every time, so that what it found is known again */
  constructor(
    private readonly means: Reckon,
    private readonly pen: Pen,
  ) {}

  judge(design: Design): Judged {
    const facts = this.reckon(design);
    return { facts, findings: findingsOf(facts, this.pen, this.means) };
  }

  /** The ways out of one finding. */
  wayOut(at: Judged, finding: Finding): WayOut {
    if (finding.severity === 'note') return { remedies: this.proven(at, finding).slice(0, 1), why: null };
    const remedies = this.proven(at, finding);
    return {
      remedies,
      why:
        remedies.length > 0 || finding.severity !== 'stop'
          ? null
          : this.worn()
            ? TOO_LARGE
            : whyNone(finding),
    };
  }

  /** True when as much has been reckoned as one design may ask for. */
  private worn = (): boolean => this.reckoned > MOST_RECKONED;

  private proven(at: Judged, finding: Finding): Remedy[] {
    const half: { remedy: Candidate; after: Judged }[] = [];
    const from = (source: Iterable<Candidate>) => this.sifted(at, finding, source, half);
    const found = from(candidatesFor(at, finding, this.reckon, this.pen));
    if (found.length > 0 || finding.severity === 'note') return found;
    const before = stopsOf(at.findings);
    for (const { remedy, after } of half.slice(0, MOST_FOLLOWED)) {
      if (this.worn()) return [];
      const chain = this.followed(at, finding, [remedy], after, before);
      if (chain) return [chain];
    }
    return this.worn() ? [] : from(lastResorts(at, finding, this.reckon, this.pen));
  }

  /** Of candidates those that cure and bring no stop; those that cure and bring one are put by. */
  private sifted(
    at: Judged,
    finding: Finding,
    candidates: Iterable<Candidate>,
    half: { remedy: Candidate; after: Judged }[],
  ): Remedy[] {
    const before = stopsOf(at.findings);
    const looks = new Set(looksIn(at.findings));
    const most = finding.severity === 'stop' ? MOST_REMEDIES : MOST_FOR_A_LOOK;
    const found: { remedy: Remedy; worse: number }[] = [];
    let tries = 0;
    const labels = new Set<string>();
    if (this.worn()) return [];
    for (const remedy of candidates) {
      if (labels.has(remedy.label)) continue;
      labels.add(remedy.label);
      if (++tries > MOST_TRIED || this.worn()) break;
      const after = this.after(at, remedy);
      if (!after || !cured(finding, after.findings)) continue;
      if ([...stopsOf(after.findings)].some((id) => !before.has(id))) {
        half.push({ remedy, after });
        continue;
      }
      const worse = looksIn(after.findings).filter((id) => !looks.has(id)).length;
      found.push({ remedy: told(remedy, at.facts, after.facts), worse });
      if (found.filter((it) => it.worse === 0).length >= most || found.length >= 2 * most) break;
    }
    // in their own order, those that bring a new look behind those that bring none
    return found
      .toSorted((a, b) => Math.min(a.worse, 1) - Math.min(b.worse, 1))
      .slice(0, most)
      .map(({ remedy }) => remedy);
  }

  /** A remedy that brings stops, with what cures those. */
  private followed(
    at: Judged,
    finding: Finding,
    steps: readonly Candidate[],
    after: Judged,
    before: ReadonlySet<string>,
  ): Remedy | null {
    const fresh = after.findings.find(({ id, severity }) => severity === 'stop' && !before.has(id));
    if (!fresh) return told(chained(steps), at.facts, after.facts);
    if (steps.length >= MOST_STEPS) return null;
    let tries = 0;
    for (const remedy of candidatesFor(after, fresh, this.reckon, this.pen)) {
      if (++tries > MOST_TRIED / 2 || this.worn()) break;
      const then = this.after(after, remedy);
      if (!then || !cured(fresh, then.findings) || !cured(finding, then.findings)) continue;
      const left = [...stopsOf(then.findings)].filter((id) => !before.has(id));
      if (left.length === 0) return told(chained([...steps, remedy]), at.facts, then.facts);
      if (left.length > 1) continue;
      const further = this.followed(at, finding, [...steps, remedy], then, before);
      if (further) return further;
    }
    return null;
  }

  private after(at: Judged, { operations }: Remedy): Judged | null {
    const design = tried(at.facts.design, operations);
    return design === at.facts.design ? null : this.judge(design);
  }
}

const BATTERIES = '/bank/unitVolts';

/** Several steps as one press, which tells nothing that a later one of them undoes. */
function chained(steps: readonly Candidate[]): Remedy {
  const [first, ...rest] = steps.flatMap(({ label, bare, operations }, i) => {
    const later = steps.slice(i + 1).flatMap((step) => step.operations.map(({ path }) => path));
    // at its own place, or with all that it belongs to
    const undone = (path: string) => later.some((one) => path === one || path.startsWith(`${one}/`));
    if (operations.every(({ path }) => undone(path))) return [];
    return [bare && undone(BATTERIES) ? bare : label];
  });
  return {
    label: [first, ...rest.map((label) => label.charAt(0).toLowerCase() + label.slice(1))].join(', and '),
    operations: steps.flatMap(({ operations }) => operations),
  };
}

const leftOut = ({ arrays }: Facts): number =>
  arrays.reduce(
    (sum, { plan, strings }) =>
      sum + (plan.pile ? 0 : Math.max(0, plan.count.value - (strings?.chosen.panels ?? 0))),
    0,
  );

/** A loss of less in the month that governs is not worth a word. */
const WORTH_SAYING = 0.1;

/** A remedy with what it costs in its label: panels that stand idle, and what the worst month loses. */
function told({ label, operations }: Remedy, before: Facts, after: Facts): Remedy {
  const costs: string[] = [];
  const idle = leftOut(after);
  if (idle > leftOut(before)) costs.push(`leaving ${idle} ${idle === 1 ? 'panel' : 'panels'} out`);
  const month = before.energy?.worst?.month;
  const made = (facts: Facts) => (month === undefined ? 0 : (facts.energy?.months[month - 1]?.madeWh ?? 0));
  const lost = made(before) > 0 ? 1 - made(after) / made(before) : 0;
  if (lost > WORTH_SAYING && month !== undefined)
    costs.push(`which makes ${Math.round(lost * 100)} % less in ${monthName(month)}`);
  return costs.length > 0 ? { label: `${label}, ${costs.join(', ')}`, operations } : { label, operations };
}
