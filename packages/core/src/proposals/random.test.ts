import { calculate } from '../calculate';
import { penFor } from '../figures';
import { findingsOf, tried } from '../findings';
import { randomJob } from '../testing/randomJobs';
import { propose } from '.';

const pen = penFor('metric');
/** Proposals of a random job, each with the whole design as it would then be. */
function proposed(seed: number) {
  const { design, climate } = randomJob(seed);
  const reckon = (job: typeof design) => calculate(job, climate);
  return propose(reckon(design), pen, reckon)!.proposals.map(({ operations, ...proposal }) => {
    const after = reckon(tried(design, operations));
    return { ...proposal, after, findings: findingsOf(after, pen, reckon) };
  });
}

describe('what would do for random jobs', () => {
  it.each([
    [1, 3],
    [6, 0],
  ])('never stops: job %d has %d designs', (seed, count) => {
    const all = proposed(seed);
    expect(all).toHaveLength(count);
    for (const { findings } of all)
      expect(findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  });
  it.each([13, 22, 37])('has the fewest strings of those that make as much: job %d', (seed) => {
    for (const { after } of proposed(seed))
      for (const { strings, plan } of after.arrays) {
        const { chosen, arrangements } = strings!;
        const fewer = arrangements.filter(
          ({ faults, losses, panels, parallel, inputs, makesWh }) =>
            faults + losses === 0 &&
            panels === plan.count.value &&
            parallel * inputs < chosen.parallel * chosen.inputs &&
            makesWh > chosen.makesWh * 0.997,
        );
        expect(fewer).toEqual([]);
      }
  });
  it('has no larger battery than its days and its panels ask for', () => {
    for (const { bank } of proposed(27)) expect(bank.text).toMatch(/^1 × 12\.8.V 50\.0.Ah, /);
  });
});
