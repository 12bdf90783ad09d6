import { calculate } from '../calculate';
import { problemsOf } from '../document';
import { evaluate } from '../evaluate';
import { penFor } from '../figures';
import { tried } from '../findings';
import { blankDesign, blankUse, chosen } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
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
    const counted = idle === 1 ? '1 panel' : `${idle} panels`;
    if (idle > 0) expect(label).toContain(`leaving ${counted} out`);
    else expect(label).toMatch(/of the 7 panels/);
  }
  // three of three side by side leave none out: nothing is added
  const three = withAll(design, { '/arrays/a1/count': chosen(3), '/arrays/a1/strings/series': chosen(3) });
  const { findings } = evaluate(three, plainClimate(46));
  const [press] = findings.find(({ id }) => id === 'strings.cold')!.remedies;
  expect(plain(press!.label)).toBe('Take 150 V, 35 A, one input, 3 × 1');
});

it('takes apart a pile whose strings no fuse protects', () => {
  // a string of 60 cells and one of thin film, which bears 1 A, on one input
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
  const s2 = sort(2, 'thin-film');
  // less than the fuse that its own amps ask for
  s2.module.maxFuse = chosen(1);
  design.arrays.a1!.pile = {
    blocked: false,
    sorts: { s1: sort(1, 'mono-60'), s2 },
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
