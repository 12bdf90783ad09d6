import { problemsOf } from '../document';
import { evaluate } from '../evaluate';
import { tried } from '../findings';
import { blankDesign, blankUse, chosen } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { plainClimate } from '../testing/climates';
import { randomJob } from '../testing/randomJobs';

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
    let now = design;
    let { findings } = evaluate(now, climate);
    if (stopsIn(findings).length === 0) continue;
    walks++;
    for (let presses = 0; presses < 8; presses++) {
      const stop = findings.find(({ severity, remedies }) => severity === 'stop' && remedies.length > 0);
      if (!stop) break;
      now = tried(now, stop.remedies[0]!.operations);
      ({ findings } = evaluate(now, climate));
    }
    if (stopsIn(findings).length === 0) standing++;
  }
  expect(walks).toBeGreaterThan(3);
  expect(standing).toBeGreaterThanOrEqual(walks - 1);
});

it('says in its label what it costs', () => {
  // seven house panels in one string on a 12 V bus: no usual controller takes all seven
  const design = blankDesign({ name: 'Seven', kind: 'cabin', units: 'metric', busVolts: 12 });
  design.place = { ...design.place, lat: chosen(46), lon: chosen(8) };
  design.uses = { lamp: { ...blankUse(1, 'Lamps'), watts: chosen(60), hours: chosen(5) } };
  design.arrays.a1!.count = chosen(7);
  design.arrays.a1!.strings.series = chosen(7);
  const cold = evaluate(design, plainClimate(46)).findings.find(({ id }) => id === 'strings.cold')!;
  expect(cold.remedies.length).toBeGreaterThan(0);
  for (const { label, operations } of cold.remedies) {
    const { count, strings } = tried(design, operations).arrays.a1!;
    const idle = count.value - strings.series.value * strings.parallel.value * strings.inputs.value;
    if (idle > 0) expect(label).toContain(`leaving ${idle} panel`);
    else expect(label).toMatch(/of the 7 panels/);
  }
});

it('takes apart a pile whose strings no fuse protects', () => {
  // two strings of 60 cells and two of thin film, which bears 5 A, all on one input
  const design = blankDesign({ name: 'Pile', kind: 'shed', units: 'metric', busVolts: 24 });
  design.place = { ...design.place, lat: chosen(46), lon: chosen(8) };
  design.uses = { lamp: { ...blankUse(1, 'Lamps'), watts: chosen(60), hours: chosen(5) } };
  const sort = (position: number, id: string) => ({
    name: id,
    position,
    module: sheetOfClass(moduleClass(id)),
    count: chosen(4),
    pieces: {},
  });
  design.arrays.a1!.pile = {
    blocked: false,
    sorts: { s1: sort(1, 'mono-60'), s2: sort(2, 'thin-film') },
    strings: {
      t1: { position: 1, input: 1, panels: { s1: 2 } },
      t2: { position: 2, input: 1, panels: { s2: 1 } },
    },
  };
  const climate = plainClimate(46);
  const fuses = evaluate(design, climate).findings.find(({ id }) => id.startsWith('pile.fuses'))!;
  expect(fuses.severity).toBe('stop');
  expect(fuses.remedies.length).toBeGreaterThan(0);
  for (const { operations } of fuses.remedies) {
    const after = tried(design, operations);
    expect(problemsOf(after)).toEqual([]);
    expect(evaluate(after, climate, false).findings.find(({ id }) => id === fuses.id)?.severity).not.toBe(
      'stop',
    );
  }
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
