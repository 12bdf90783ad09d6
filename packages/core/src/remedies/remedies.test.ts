import { calculate } from '../calculate';
import { problemsOf, type Design } from '../document';
import { evaluate } from '../evaluate';
import { penFor } from '../figures';
import { tried } from '../findings';
import { blankDesign, blankUse, chosen } from '../job';
import { plainClimate } from '../testing/climates';
import { randomJob } from '../testing/randomJobs';
import { Prover } from './prove';

/*
 * A part of `npm run bench -- remedies`, which presses every remedy of 2 000 such jobs: what is offered cures, brings no
 * stop and is a valid job; a stop without a press says why.
 */
const stopsIn = (findings: ReturnType<typeof evaluate>['findings']) =>
  findings.filter(({ severity }) => severity === 'stop').map(({ id }) => id);

describe.each([1, 2, 3, 4])('what may be pressed on random jobs, part %d', (part) => {
  it('cures, and brings no stop', () => {
    for (let seed = 9000 + part * 3; seed < 9003 + part * 3; seed++) {
      const { design, climate } = randomJob(seed);
      expect(problemsOf(design)).toEqual([]);
      const { findings } = evaluate(design, climate);
      const before = stopsIn(findings);
      for (const { id, severity, remedies, why } of findings) {
        if (severity === 'stop' && remedies.length === 0) expect([id, why]).not.toEqual([id, null]);
        for (const { label, operations } of remedies) {
          const after = tried(design, operations);
          expect([label, problemsOf(after)]).toEqual([label, []]);
          const then = evaluate(after, climate, false).findings;
          const left = then.find((finding) => finding.id === id);
          expect([seed, label, left?.severity ?? 'gone']).toEqual([
            seed,
            label,
            left?.severity === 'note' ? 'note' : 'gone',
          ]);
          expect([seed, label, stopsIn(then).filter((stop) => !before.includes(stop))]).toEqual([
            seed,
            label,
            [],
          ]);
        }
      }
    }
  });
});

it('the first presses of its stops lead a job to stand, most within a few', () => {
  let [walks, standing] = [0, 0];
  for (let seed = 9100; seed < 9108; seed++) {
    const { design, climate } = randomJob(seed);
    const prover = new Prover((other) => calculate(other, climate), penFor('metric'));
    /** Its stops, and what is first offered for the first of them that has something. */
    const looked = (of: Design) => {
      const at = prover.judge(of);
      const stops = at.findings.filter(({ severity }) => severity === 'stop');
      const offered = () => stops.map((stop) => prover.wayOut(at, stop).remedies[0]).find((one) => one);
      return { stops, offered };
    };
    let now = looked(design);
    let of = design;
    if (now.stops.length === 0) continue;
    walks++;
    for (let presses = 0; presses < 8; presses++) {
      const press = now.offered();
      if (!press) break;
      of = tried(of, press.operations);
      now = looked(of);
    }
    if (now.stops.length === 0) standing++;
  }
  expect(walks).toBeGreaterThan(3);
  expect(standing).toBeGreaterThanOrEqual(walks - 1);
});

it('goes on telling of a very large job, within what one design may ask for', () => {
  const design = blankDesign({ name: 'Large', kind: 'homestead', units: 'metric', busVolts: 48 });
  design.place = { ...design.place, lat: chosen(46), lon: chosen(8) };
  design.uses = { all: { ...blankUse(1, 'All'), watts: chosen(3000), hours: chosen(10) } };
  const [plan] = Object.values(design.arrays);
  for (let i = 1; i <= 24; i++)
    design.arrays[`a${i}`] = {
      ...plan!,
      position: i,
      name: `Rack ${i}`,
      count: chosen(400),
      strings: { ...plan!.strings, series: chosen(5), parallel: chosen(3) },
    };
  const stops = evaluate(design, plainClimate(46)).findings.filter(({ severity }) => severity === 'stop');
  expect(stops.length).toBeGreaterThan(20);
  for (const { id, remedies, why } of stops)
    if (remedies.length === 0) expect([id, why]).not.toEqual([id, null]);
  expect(stops.some(({ why }) => why?.startsWith('So large a job'))).toBe(true);
});
