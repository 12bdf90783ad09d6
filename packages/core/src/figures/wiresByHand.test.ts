import { calculate } from '../calculate';
import type { Design } from '../document';
import { blankUse, chosen, examples, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { figuresOf, penFor } from '.';

const climate = { ...plainClimate(41.6, { altitudeM: 640 }), stops: {} };
const pen = penFor('metric');
const told = (design: Design, grid: typeof climate | null = climate) => {
  const facts = calculate(design, grid);
  const all = figuresOf(facts, pen);
  return {
    facts,
    of: (id: string) => {
      const figure = all.find((each) => each.id === id)!;
      return {
        value: figure.value,
        source: plain(figure.source ?? ''),
        others: plain(figure.others ?? ''),
        steps: figure.steps.map(({ label, text }) => `${plain(label)} ${plain(text)}`),
      };
    },
    ids: all.map(({ id }) => id),
  };
};
const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
const number = (text: string) => Number(/(\d[\d ]*\.?\d*)/.exec(text)![1]!.replaceAll(' ', ''));

describe('a run, by hand', () => {
  it('drops its amps times the resistance out and back, in per cent of its volts', () => {
    const { facts, of } = told(vale);
    for (const { circuit, chosen: wire } of facts.wiring.wired) {
      const { value, steps } = of(`wire:${circuit.key}`);
      expect(steps).toHaveLength(4);
      const [amps, ohm, volts] = [steps[0]!, /× ([\d.e-]+) Ω/.exec(steps[1]!)![1]!, steps[2]!];
      expect(value).toBe(wire.dropPct);
      expect(steps[3]).toBe('in per cent × 100');
      const worked = (100 * number(amps) * Number(ohm)) / number(volts);
      // by what is written, to three figures
      expect([circuit.key, Math.abs(worked / wire.dropPct - 1) < 0.03]).toEqual([circuit.key, true]);
    }
  });
  it('writes small currents in full', () => {
    const cabin = withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 3, 5), pump: dcUse(2, 'Pump', 480, 1) }), {
      '/wiring/own': {},
    });
    const { facts, of } = told(cabin);
    for (const { circuit } of facts.wiring.wired) {
      const [first] = of(`wire:${circuit.key}`).steps;
      if (circuit.amps < 10) expect(first).toBe(`current ${circuit.amps.toPrecision(3)} A`);
      else expect(first).toBe(`current ${plain(pen(circuit.amps, 'current'))}`);
    }
    expect(facts.wiring.wired.some(({ circuit }) => circuit.amps < 10)).toBe(true);
    expect(facts.wiring.wired.some(({ circuit }) => circuit.amps >= 10)).toBe(true);
  });
  it('says what its amps are cut to: by heat, by what lies beside it, by its terminals', () => {
    const { facts, of } = told(vale);
    const seen = { warm: 0, together: 0, side: 0, terminals: 0 };
    for (const { circuit, chosen: wire } of facts.wiring.wired) {
      const { source } = of(`wire:${circuit.key}`);
      const { warmShare, togetherShare, amps } = wire.ampacity;
      expect(/× \d\.\d\d at -?\d/.test(source)).toBe(warmShare < 1);
      expect(/for what lies beside it/.test(source)).toBe(togetherShare < 1);
      expect(/side by side/.test(source)).toBe(wire.side > 1);
      expect(/terminals hold it/.test(source)).toBe(wire.carriesA < amps * wire.side - 1e-9);
      seen.warm += Number(warmShare < 1);
      seen.together += Number(togetherShare < 1);
      seen.terminals += Number(wire.carriesA < amps * wire.side - 1e-9);
    }
    expect(seen.warm).toBeGreaterThan(0);
    expect(seen.terminals + seen.together).toBeGreaterThan(0);
  });
  it('adds up what stays in the wires: seven by name, the rest in one', () => {
    const { facts, of } = told(vale);
    const known = facts.wiring.wired.filter(({ chosen: wire }) => wire.lostKWh !== null);
    const { steps, value } = of('wire.lost');
    expect(known.length).toBeGreaterThan(7);
    expect(steps).toHaveLength(8);
    expect(steps[7]).toMatch(new RegExp(`^${known.length - 7} others `));
    const all = known.map(({ chosen: wire }) => wire.lostKWh!).toSorted((a, b) => b - a);
    expect(value).toBeCloseTo(1000 * all.reduce((sum, kWh) => sum + kWh, 0), 6);
    const first = known.find(({ chosen: wire }) => wire.lostKWh === all[0])!;
    expect(steps[0]).toBe(`${first.circuit.name} ${plain(pen(1000 * all[0]!, 'energy'))}`);
  });
  it('tells the main fuse from what flows, or as it is typed', () => {
    const { facts, of } = told(vale);
    const main = facts.wiring.wired.find(({ circuit }) => circuit.key === 'bank')!;
    expect(of('wire.main').value).toBe(main.device!.amps);
    const { steps } = of('wire.main');
    expect(steps.map((text) => text.split(' ')[0])).toEqual(['most', 'continuous', 'up']);
    // most × duty + what is added make the fuse
    const flows = main.circuit.mostA * main.circuit.factor;
    expect(number(steps[2]!)).toBeCloseTo(main.device!.amps - flows, 0);
  });
  it('tells a short of the bank: 20 A for each amp-hour (common practice), or its sheet', () => {
    const unsaid = withAll(vale, { '/wiring/fault': null });
    expect(told(unsaid).of('wire.fault')).toMatchObject({
      value: 400 * 20,
      steps: ['amp-hours 400 Ah', 'for each amp-hour × 20 A'],
    });
    const said = told(withAll(vale, { '/wiring/fault': measured(5000) })).of('wire.fault');
    expect(said).toMatchObject({ value: 5000, steps: [], source: 'As typed, from its sheet.' });
  });
});

describe('uses and arrays, by hand', () => {
  it('says what the inverter has of all at once, and the amps of the bank', () => {
    const cabin = cabinOf(
      {
        saw: { ...blankUse(1, 'Saw'), watts: measured(1200), hours: measured(1), startFactor: chosen(1) },
        lamp: dcUse(2, 'Lamp', 240, 4),
      },
      { inverterEfficiency: chosen(80), inverterIdle: chosen(0), sharing: chosen(100) },
    );
    // 1200 ÷ 0.8 and 240 are 1740 W, 72.5 A at 24 V
    const { of } = told(cabin);
    expect(of('load.running').others).toBe(
      'Of it 1200 W from the inverter. The bank gives 1740 W, 72.5 A at 24 V.',
    );
  });
  it('leaves out of the made of a month what takes nothing', () => {
    const strung = withAll(oneArray(), {
      '/arrays/a1/strings/series': chosen(3),
      '/arrays/a1/strings/parallel': chosen(4),
      '/arrays/a1/wiring': chosen(1),
    });
    const labels = (design: Design) => told(design).of('made:12').steps.join('\n');
    const open = withAll(strung, {
      '/controllers/c1/chargeAmps': chosen(300),
      '/controllers/c1/maxAmps': chosen(300),
    });
    expect(labels(open)).not.toMatch(/stands in the way|clipped/);
    const small = withAll(strung, { '/controllers/c1/chargeAmps': chosen(20) });
    expect(labels(small)).toMatch(/clipped on a mean day − /);
    const points = Object.fromEntries(Array.from({ length: 37 }, (_, i) => [String(90 + 5 * i), 15]));
    const walled = { ...open, arrays: { a1: { ...open.arrays.a1!, skyline: { points, obstacles: {} } } } };
    expect(labels(walled)).toMatch(/left by what stands in the way × 0\.\d{3}/);
  });
  it('tells of several arrays each by its name, the first without a sign', () => {
    const { of, facts } = told(vale);
    const { steps } = of('made:6');
    expect(steps.slice(0, 3).map((text) => /^(.*?) (\+ )?[\d.]+ k?Wh$/.exec(text)?.[1])).toEqual(
      facts.arrays.map(({ called }) => called),
    );
    expect(steps[0]).not.toMatch(/\+/);
    expect(steps[1]).toMatch(/\+ /);
    // what their controllers cannot take is said once for all of them, where there is any
    const limits = (amps: number) =>
      withAll(
        vale,
        Object.fromEntries(
          Object.keys(vale.controllers).flatMap((id) =>
            ['chargeAmps', 'maxAmps'].map((limit) => [`/controllers/${id}/${limit}`, chosen(amps)]),
          ),
        ),
      );
    expect(told(limits(10)).of('made:6').steps.at(-1)).toMatch(/^of which clipped already [\d.]+ kWh$/);
    expect(told(limits(2000)).of('made:6').steps.join()).not.toMatch(/clipped/);
  });
});
