/**
 * `npm run bench -- remedies`, or `… remedies 500 7`: every remedy of so many random jobs pressed, and every first remedy of
 * a stop followed until the job stands. Counts, not speed: what is cured, what a press brings, where a walk ends.
 */
import { join } from 'node:path';
import { loadBundled } from './bundle.mjs';
import { ROOT } from './system.mjs';

const MOST_PRESSES = 8;

const PARTS = `
export { evaluate } from './evaluate';
export { tried } from './findings';
export { problemsOf } from './document';
export { randomJob } from './testing/randomJobs';
`;

const stopsIn = (findings) => findings.filter(({ severity }) => severity === 'stop');

export async function benchRemedies(many = 2000, seed = 1, verbose = false) {
  const { evaluate, tried, problemsOf, randomJob } = await loadBundled(
    'bench-remedies',
    PARTS,
    join(ROOT, 'packages/core/src'),
  );
  const count = {
    jobs: 0,
    stops: 0,
    pressed: 0,
    cured: 0,
    newStops: 0,
    invalid: 0,
    noWay: 0,
    noReason: 0,
    walks: 0,
    standing: 0,
    presses: 0,
  };
  const failed = new Map();
  const note = (what) => failed.set(what, (failed.get(what) ?? 0) + 1);
  const began = performance.now();
  for (let i = 0; i < many; i++) {
    const { design, climate } = randomJob(seed * 100_000 + i);
    const problems = problemsOf(design);
    if (problems.length > 0) throw new Error(`${i}: ${JSON.stringify(problems[0])}`);
    const { findings } = evaluate(design, climate);
    count.jobs++;
    const before = new Set(stopsIn(findings).map(({ id }) => id));
    for (const finding of findings) {
      if (finding.severity === 'stop') {
        count.stops++;
        if (finding.remedies.length === 0) {
          count.noWay++;
          note(`no way: ${finding.id.split(':')[0]}`);
          if (!finding.why) count.noReason++;
        }
      }
      for (const remedy of finding.remedies) {
        const after = tried(design, remedy.operations);
        count.pressed++;
        if (problemsOf(after).length > 0) {
          count.invalid++;
          note(`invalid: ${finding.id} ${remedy.label}`);
          continue;
        }
        const then = evaluate(after, climate, false).findings;
        const left = then.find(({ id }) => id === finding.id);
        if (!left || (left.severity === 'note' && finding.severity !== 'note')) count.cured++;
        else note(`not cured: ${finding.id.split(':')[0]} ${remedy.label}`);
        const fresh = stopsIn(then).filter(({ id }) => !before.has(id));
        if (fresh.length > 0) {
          count.newStops++;
          note(`new stop: ${finding.id.split(':')[0]} → ${fresh[0].id.split(':')[0]}`);
        }
      }
    }
    if (before.size === 0) continue;
    count.walks++;
    let now = design;
    let found = findings;
    let presses = 0;
    while (presses < MOST_PRESSES) {
      const stop = stopsIn(found).find(({ remedies }) => remedies.length > 0);
      if (!stop) break;
      now = tried(now, stop.remedies[0].operations);
      presses++;
      found = evaluate(now, climate).findings;
    }
    const left = stopsIn(found);
    if (left.length === 0) {
      count.standing++;
      count.presses += presses;
    } else {
      note(`walk ends at ${left.map(({ id }) => id.split(':')[0]).join(' ')} after ${presses}`);
      if (verbose)
        console.log(
          `job ${seed * 100_000 + i}: ${left.map(({ id, sentence, why }) => `${id}: ${sentence} ${why}`).join(' | ')}`,
        );
    }
  }
  const share = (part, of) => `${((100 * part) / Math.max(1, of)).toFixed(2)} %`;
  console.log(
    `remedies: ${count.jobs} random jobs, ${count.stops} stops, ${((performance.now() - began) / 1000).toFixed(0)} s`,
  );
  console.log(
    `  pressed ${count.pressed}: cured ${share(count.cured, count.pressed)} (wanted ≥ 99.5 %), new stops ${count.newStops} (0), not a valid job ${count.invalid} (0)`,
  );
  console.log(`  stops without a press ${count.noWay}, of them without a reason ${count.noReason} (0)`);
  console.log(
    `  walks ${count.walks}: standing within ${MOST_PRESSES} presses ${share(count.standing, count.walks)} (≥ 97 %), ${(count.presses / Math.max(1, count.standing)).toFixed(1)} presses each`,
  );
  for (const [what, times] of [...failed].sort((a, b) => b[1] - a[1]).slice(0, 25))
    console.log(`  ${times} × ${what}`);
  return count;
}
