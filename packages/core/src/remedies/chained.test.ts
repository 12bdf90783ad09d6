import { calculate } from '../calculate';
import { penFor } from '../figures';
import { tried } from '../findings';
import { plain } from '../testing/plain';
import { randomJob } from '../testing/randomJobs';
import { Prover } from './prove';

// random jobs in which a later step of a press takes another bank than the first
it.each([
  [500_009, 'bank.discharge', /^Take iron-phosphate: 1 of/],
  [500_049, 'bank.discharge', /^Make it .* long, and take iron-phosphate: 5 of/],
  [500_119, 'bank.high', /^Take iron-phosphate, and use 7 of/],
])('a press of several steps names the batteries that stand after it: job %d, %s', (seed, id, begins) => {
  const { design, climate } = randomJob(seed);
  const prover = new Prover((of) => calculate(of, climate), penFor('metric'));
  const at = prover.judge(design);
  const { remedies } = prover.wayOut(
    at,
    at.findings.find((finding) => finding.id === id)!,
  );
  expect(remedies.some(({ label }) => begins.test(plain(label)))).toBe(true);
  for (const { label, operations } of remedies) {
    const { series, parallel, unitVolts, unitAh } = tried(design, operations).bank;
    const told = [...plain(label).matchAll(/(\d+) of ([\d.]+) V ([\d.]+) Ah/g)];
    expect(told).toHaveLength(1);
    for (const [i, stands] of [series.value * parallel.value, unitVolts.value, unitAh.value].entries())
      expect(Number(told[0]![i + 1])).toBeCloseTo(stands, 6);
  }
});
