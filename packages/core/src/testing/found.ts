import { calculate } from '../calculate';
import type { JobClimate } from '../climate';
import { withValueAt, type Design } from '../document';
import { judge } from '../evaluate';
import { penFor } from '../figures';
import type { Finding, Severity, WayOut } from '../findings';
import { Prover } from '../remedies';

/**
 * A finding of a design by its id, as `evaluate` tells it. What may be pressed is proven when a test looks at it: most
 * look only at what is said.
 */
export function foundIn(design: Design, grid: JobClimate | null, id: string): Finding | undefined {
  const prover = new Prover((other) => calculate(other, grid), penFor(design.units));
  const at = prover.judge(design);
  const finding = at.findings.find((one) => one.id === id);
  if (!finding) return undefined;
  let proven: WayOut | null = null;
  const way = () => (proven ??= prover.wayOut(at, finding));
  return Object.defineProperties(
    { ...finding },
    {
      remedies: { enumerable: true, get: () => way().remedies },
      why: { enumerable: true, get: () => way().why },
    },
  );
}

/** A design with other things at some places. */
export const withAll = (design: Design, changes: Readonly<Record<string, unknown>>): Design =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);

/** How grave a finding of a design is; null where it is not said. Without what may be pressed. */
export const severityIn = (design: Design, grid: JobClimate | null, id: string): Severity | null =>
  judge(design, grid).findings.find((finding) => finding.id === id)?.severity ?? null;
