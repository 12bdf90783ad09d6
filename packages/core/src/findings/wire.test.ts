import { BLANK_CIRCUIT, withValueAt, type CircuitPlan, type Design } from '../document';
import { calculate } from '../calculate';
import { evaluate } from '../evaluate';
import { examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { MONTH_DAYS } from '../units';
import { tried, type Finding } from '.';

const climate = { ...plainClimate(44), stops: {} };
const vale: Design = examples().find(({ id }) => id === 'vale-do-junco')!.design;
const said = (key: string, parts: Partial<CircuitPlan>, design = vale): Design =>
  withValueAt(design, `/wiring/circuits/${key}`, {
    ...BLANK_CIRCUIT,
    ...design.wiring.circuits[key],
    ...parts,
  });
const found = (design: Design, id: string): Finding | undefined => foundIn(design, climate, id);
/** Each press of a finding cures it. */
function cured(design: Design, id: string): Finding {
  const finding = found(design, id)!;
  expect(finding.remedies.length).toBeGreaterThan(0);
  for (const { operations } of finding.remedies) expect(found(tried(design, operations), id)).toBeUndefined();
  return finding;
}

describe('a wire', () => {
  it('that burns before its fuse opens stops the job, and is cured at a press', () => {
    const thin = cured(said('bank', { size: '16 mm2' }), 'wire.thin:bank');
    expect(thin).toMatchObject({ severity: 'stop', title: 'The wire is too thin' });
    expect(thin.sentence).toMatch(
      /^Bank to busbar, 16.mm²: it carries [\d.]+.A as it is laid; 231.A is asked for\. 95.mm² does\.$/,
    );
  });
  it('that only drops too much is a look', () => {
    const long: Design = withValueAt(vale, '/wiring/stretches/t1/length', measured(400));
    expect(cured(said('feed-a1', { size: '50 mm2' }, long), 'wire.thin:feed-a1')).toMatchObject({
      severity: 'look',
      title: 'The wire drops too much',
    });
  });
  it('that melts in a short stops it', () => {
    const short = { ...vale, wiring: { ...vale.wiring, fault: measured(120_000) } };
    expect(found(said('inverter', { size: '70 mm2' }, short), 'wire.thin:inverter')!.sentence).toMatch(
      /In a short|in a short the bank gives/,
    );
  });
  it('that does is not spoken of', () => {
    expect(found(said('bank', { size: '95 mm2' }), 'wire.thin:bank')).toBeUndefined();
  });
  it('of ten kilometres has no size that does, and stops nothing', () => {
    const far: Design = withValueAt(vale, '/wiring/stretches/t1/length', measured(10_000));
    const none = found(far, 'wire.none:feed-a1')!;
    expect(none.severity).toBe('look');
    expect(none.remedies.map(({ label }) => label)).toContain('Give it a way of its own');
  });
  it('thin ones side by side are a look', () => {
    const design = said('charge-c1', { size: '16 mm2', side: measured(2) });
    expect(cured(design, 'wire.side:charge-c1').severity).toBe('look');
    expect(found(said('bank', { size: '70 mm2', side: measured(2) }), 'wire.side:bank')).toBeUndefined();
  });
  it('of aluminium wants its own terminals', () => {
    expect(found(said('feed-a1', { metal: 'aluminium' }), 'wire.aluminium')!.sentence).toContain(
      'Ground rack: feed',
    );
  });
});

describe('a fuse', () => {
  it('larger than the wire that is there stops the job', () => {
    const design = said('charge-c1', { size: '25 mm2', fuse: measured(250) });
    expect(cured(design, 'wire.thin:charge-c1')).toMatchObject({
      severity: 'stop',
      sentence: expect.stringMatching(/opens only above 250.A: the wire burns first/),
    });
  });
  it('smaller than what flows opens in everyday use', () => {
    expect(cured(said('charge-c1', { fuse: measured(60) }), 'wire.opens:charge-c1')).toMatchObject({
      severity: 'look',
      value: 60,
      limit: 85,
    });
    expect(found(said('charge-c1', { fuse: measured(100) }), 'wire.opens:charge-c1')).toBeUndefined();
  });
  it('that cannot break what the bank is known to give stops it; what is only taken is a look', () => {
    const known = { ...vale, wiring: { ...vale.wiring, fault: measured(30_000) } };
    expect(found(known, 'wire.breaks:bank')).toMatchObject({
      severity: 'stop',
      value: 30_000,
      limit: 20_000,
    });
    const large = withValueAt(vale, '/bank/unitAh', measured(600));
    expect(found(large, 'wire.breaks:bank')).toMatchObject({ severity: 'look', value: 24_000 });
    expect(found(vale, 'wire.breaks:bank')).toBeUndefined();
  });
});

describe('a fuse of a string', () => {
  it('that lets more into it than its panels bear stops the job', () => {
    // three strings of 13.95 A feed 34.9 A into one that fails, and its sheet allows 25
    const typed = (amps: number) => said('string-a1', { fuse: measured(amps) });
    expect(found(typed(25), 'wire.panels:string-a1')).toBeUndefined();
    expect(cured(typed(30), 'wire.panels:string-a1')).toMatchObject({
      severity: 'stop',
      value: 30,
      limit: 25,
    });
    // where the others cannot harm it none is too large for them
    const two = withValueAt(typed(30), '/arrays/a1/strings/parallel', measured(2));
    expect(found(two, 'wire.panels:string-a1')).toBeUndefined();
  });
});

describe('a stretch', () => {
  it('with too little earth over it is dug deeper at a press', () => {
    const shallow = withValueAt(vale, '/wiring/stretches/t1/depth', measured(300));
    expect(cured(shallow, 'wire.cover:t1')).toMatchObject({ severity: 'look', limit: 600 });
    expect(found(vale, 'wire.cover:t1')).toBeUndefined();
  });
  it('with forty circuits in one pipe is told to be two', () => {
    const uses = Object.fromEntries(
      Array.from({ length: 10 }, (_, i) => [
        `x${i}`,
        { ...vale.uses.u1!, name: `Oven ${i}`, watts: measured(9000) },
      ]),
    );
    let full: Design = { ...vale, uses };
    for (const id of Object.keys(uses))
      full = said(`ac-${id}`, { path: ['t1'], side: measured(4), size: '35 mm2' }, full);
    expect(found(full, 'wire.pipe:t1')).toMatchObject({ severity: 'look' });
    const sentence = (name: string) =>
      found(withValueAt(full, '/wiring/stretches/t1/name', name), 'wire.pipe:t1')!.sentence;
    expect([sentence('Under the yard'), sentence('')]).toEqual([
      expect.stringMatching(/^Under the yard/),
      expect.stringMatching(/^An unnamed stretch/),
    ]);
  });
});

it('a coil that is too short is told with what it lacks', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const short = found(honey, 'wire.coil:solar-10-AWG-black')!;
  // a string of (9.3 + 2 × 0.5) × 1.1, from 49 m of which another, two feeds of (12.192 + 2 × 0.5) × 1.1 and 3.3 m to the
  // AC panel are cut
  expect(short.limit).toBeCloseTo(11.33, 3);
  expect(short.value).toBeCloseTo(49 - 11.33 - 2 * 14.511 - 3.3, 3);
  // a coil from which neither can be cut: both are to be bought
  const coils = Object.entries(honey.wiring.coils);
  const shortened = coils.reduce(
    (design, [id]) => withValueAt(design, `/wiring/coils/${id}/metres`, measured(9)),
    honey,
  );
  const both = found(shortened, 'wire.coil:solar-10-AWG-black')!;
  // 3.3 m of it go to the AC panel
  expect(both.value).toBeCloseTo(9 - 3.3, 6);
  // 2 × 14.511 + 2 × 11.33 m are 170 ft
  expect(both.sentence.replace(/[\u00a0\u2009]/g, ' ')).toMatch(/; with 3 more, 170 ft are to be bought\.$/);
});

it('what is said of circuits that are gone is kept, and forgotten at a press', () => {
  expect(cured(said('feed-gone', { size: '6 mm2' }), 'wire.orphans').severity).toBe('note');
});

describe('what the wires of an array lose', () => {
  const typed = (pct: number) =>
    Object.keys(vale.arrays).reduce(
      (design, id) => withValueAt(design, `/arrays/${id}/wiring`, measured(pct)),
      vale,
    );
  it('stands where it is typed, is told where it differs, and follows the wires at a press', () => {
    expect(found(vale, 'wire.loss')).toBeUndefined();
    const told = cured(typed(9), 'wire.loss');
    expect(told.severity).toBe('note');
    expect(told.remedies[0]!.operations).toHaveLength(3);
    expect(tried(typed(9), told.remedies[0]!.operations).arrays.a1!.wiring).toBeNull();
  });
  it.each([
    ['through stretches that others share', vale],
    ['where nothing is routed', { ...vale, wiring: { ...vale.wiring, circuits: {} } }],
    [
      'two on one controller',
      withValueAt(
        { ...vale, wiring: { ...vale.wiring, circuits: {} } },
        '/arrays/a3/strings/controller',
        vale.arrays.a2!.strings.controller,
      ),
    ],
  ])(
    'is its drop at full sun and that of its controller’s lead, by the square of the light: %s',
    (_, design) => {
      const { arrays, wiring, bank } = calculate(design, climate);
      for (const { id, plan, year, controllerId } of arrays) {
        let [squared, plain] = [0, 0];
        year!.forEach(({ perWatt }, m) =>
          perWatt.forEach((watts) => {
            squared += MONTH_DAYS[m]! * watts ** 2;
            plain += MONTH_DAYS[m]! * watts;
          }),
        );
        const lead = wiring.wired.find(({ circuit }) => circuit.key === `charge-${controllerId}`)!;
        const watts = arrays.reduce(
          (sum, each) => sum + (each.controllerId === controllerId ? each.strings!.chosen.watts : 0),
          0,
        );
        // amps in the sun over the bank's volts, through the ohms of the lead, in per cent of those volts
        const amps = Math.min(lead.circuit.amps, watts / bank.volts);
        const inLead = (lead.chosen.dropPct * amps) / lead.circuit.amps;
        const dropPct = wiring.arrayDropPct[id]! + inLead;
        expect(inLead).toBeGreaterThan(0);
        expect(plan.wiring!.value).toBeCloseTo((dropPct * squared) / plain, 1);
        // as much as its runs lose of what they carry, but for what the controller clips
        expect(plan.wiring!.value).toBeLessThan(dropPct);
        expect(wiring.arrayDropPct[id]).toBeLessThanOrEqual(3);
      }
    },
  );
  it('makes less of a longer run, by as much as is told, and the same where that is typed', () => {
    const far = withValueAt(
      said('feed-a1', { size: '6 mm2', path: ['t1'] }, vale),
      '/wiring/stretches/t1/length',
      measured(200),
    );
    const [near, then] = [calculate(vale, climate), calculate(far, climate)];
    const lost = ({ arrays }: typeof near) => arrays[0]!.plan.wiring!.value;
    const made = ({ energy }: typeof near) =>
      energy!.months.reduce((sum, { byArray }) => sum + byArray.a1!, 0);
    expect(lost(then)).toBeGreaterThan(lost(near) + 1);
    const same = calculate(withValueAt(far, '/arrays/a1/wiring', measured(lost(then))), climate);
    expect(made(same)).toBeCloseTo(made(then), 6);
    expect(made(then)).toBeLessThan(made(near));
  });
  it('leaves volts that a hot string may have too few of, and then a thicker one does', () => {
    const { strings } = calculate(vale, climate).arrays[0]!;
    const { hotVmpV } = strings!.chosen;
    // a controller that charges from just below what the hot string works at
    const controller = vale.arrays.a1!.strings.controller;
    const close = (share: number) =>
      withValueAt(
        said('feed-a1', { size: '4 mm2', path: ['t1'] }, vale),
        `/controllers/${controller}/minVolts`,
        measured(hotVmpV * share),
      );
    const left = found(close(0.99), 'wire.left:a1');
    expect(left).toMatchObject({ severity: 'look', sheet: 'wire' });
    expect(left!.value!).toBeLessThan(left!.limit!);
    expect(cured(close(0.94), 'wire.left:a1').remedies[0]!.label).toMatch(/^Take 16.mm²$/);
    expect(found(vale, 'wire.left:a1')).toBeUndefined();
  });
});

it('the demo’s wires all do', () => {
  for (const { design } of examples())
    for (const { id, severity } of evaluate(design, climate, false).findings)
      if (id.startsWith('wire.')) expect([design.name, id, severity]).not.toEqual([design.name, id, 'stop']);
});

describe('plugs', () => {
  const plugged = (plugs: CircuitPlan['plugs']) => said('feed-a2', { plugs });
  const piece = (parts: Partial<NonNullable<CircuitPlan['plugs']>['pieces'][number]>) => ({
    name: 'Entry box',
    near: 'socket' as const,
    far: 'pin' as const,
    swaps: false,
    ...parts,
  });
  it('that change plus for minus stop the job; twice is right again', () => {
    const swapping = piece({ swaps: true });
    const once = plugged({ panels: 'pin', controller: null, pieces: [swapping] });
    expect(cured(once, 'wire.polarity:feed-a2')).toMatchObject({
      severity: 'stop',
      sentence: expect.stringContaining('Entry box changes plus for minus'),
    });
    const twice = plugged({ panels: 'pin', controller: null, pieces: [swapping, swapping] });
    expect(found(twice, 'wire.polarity:feed-a2')).toBeUndefined();
    // of three that do one is rewired, whichever
    const three = ['Roof', 'Wall', 'Hut'].map((name) => piece({ name, swaps: true }));
    const thrice = plugged({ panels: 'pin', controller: null, pieces: three });
    const rewired = cured(thrice, 'wire.polarity:feed-a2').remedies.map(({ operations }) =>
      tried(thrice, operations).wiring.circuits['feed-a2']!.plugs!.pieces.map(({ swaps }) => swaps),
    );
    expect(rewired).toEqual([0, 1, 2].map((at) => [0, 1, 2].map((i) => i !== at)));
  });
  it('that nobody measured are a look', () => {
    const design = plugged({ panels: 'pin', controller: null, pieces: [piece({ swaps: null })] });
    expect(found(design, 'wire.polarity:feed-a2')).toMatchObject({ severity: 'look' });
  });
  it('that show the same do not mate', () => {
    const design = plugged({ panels: 'pin', controller: 'socket', pieces: [piece({ near: 'pin' })] });
    expect(cured(design, 'wire.mates:feed-a2').sentence).toMatch(
      /plus from panels shows a pin, and Entry box shows a pin/,
    );
    const right = plugged({ panels: 'pin', controller: 'socket', pieces: [piece({})] });
    expect(found(right, 'wire.mates:feed-a2')).toBeUndefined();
    const last = plugged({ panels: 'pin', controller: 'pin', pieces: [piece({})] });
    expect(found(last, 'wire.mates:feed-a2')!.remedies).toEqual([]);
    // the first of two that do not is named, with the piece whose plugs are put on
    const twice = plugged({
      panels: 'pin',
      controller: 'pin',
      pieces: [piece({}), piece({ name: 'Lead', near: 'pin', far: 'socket' })],
    });
    expect(found(twice, 'wire.mates:feed-a2')).toMatchObject({
      sentence: expect.stringMatching(/plus from Entry box shows a pin, and Lead shows a pin/) as string,
      remedies: [{ label: 'Other plugs on Lead' }],
    });
  });
});

describe('what the wires bring to the uses', () => {
  const uses = (design: Design) => calculate(design, climate);
  it('is what they take over that and what stays in their runs, on each side, to a tenth of a per cent', () => {
    for (const { design } of examples()) {
      const { loads, wiring } = uses(design);
      for (const side of ['ac', 'dc'] as const) {
        const runs = wiring.wired.filter(({ circuit: { kind } }) =>
          side === 'ac' ? kind === 'ac' : kind === 'dc' || kind === 'dc-feed',
        );
        const lostKWh = runs.reduce((sum, { chosen }) => sum + (chosen.lostKWh ?? 0), 0);
        // what the uses of that side take themselves, added up from their rows
        const kWh = loads.rows
          .filter(({ id, later }) => design.uses[id]!.supply === side && !later)
          .reduce(
            (sum, { monthWh }) =>
              sum +
              MONTH_DAYS.reduce((year, days, m) => year + (days * monthWh[m]! * loads.gives[side]) / 1000, 0),
            0,
          );
        const share = kWh > 0 ? kWh / (kWh + lostKWh) : 1;
        expect(loads.reach[side]).toBeCloseTo(share, 3);
        if (runs.length > 0 && kWh > 0) expect(loads.reach[side]).toBeLessThan(1);
      }
    }
  });
  it('takes more from the bank on a longer run, by what stays in it, and as much where that is typed', () => {
    const far = withValueAt(vale, '/wiring/lengths/loads', measured(60));
    const [near, then] = [uses(vale), uses(far)];
    expect(then.loads.reach.ac).toBeLessThan(near.loads.reach.ac);
    const year = ({ loads }: typeof near) =>
      loads.months.reduce((sum, { busWh, idleWh }, m) => sum + MONTH_DAYS[m]! * (busWh - idleWh), 0);
    const grown = near.loads.reach.ac / then.loads.reach.ac;
    const always = near.loads.months.reduce(
      (sum, { controllersWh, padWh }, m) => sum + MONTH_DAYS[m]! * (controllersWh + padWh),
      0,
    );
    expect(year(then) - always).toBeCloseTo((year(near) - always) * grown, 3);
    const typed = withValueAt(far, '/supply/acEfficiency', measured(100 * then.loads.reach.ac));
    expect(year(uses(typed))).toBeCloseTo(year(then), 6);
  });
  it('counts as typed, is told where it differs, and follows the wires at a press', () => {
    expect(found(vale, 'wire.reach')).toBeUndefined();
    const typed = withValueAt(vale, '/supply/acEfficiency', measured(92));
    expect(uses(typed).loads.reach.ac).toBe(0.92);
    const told = cured(typed, 'wire.reach');
    expect(told).toMatchObject({ severity: 'note', limit: 92 });
    expect(tried(typed, told.remedies[0]!.operations).supply.acEfficiency).toBeNull();
    // where nothing is on that side nothing is told
    expect(found(withValueAt(vale, '/supply/dcEfficiency', measured(60)), 'wire.reach')).toBeUndefined();
  });
  it('is never taken to be less than half', () => {
    const thin = said(
      'ac-rest',
      { size: '1.5 mm2' },
      withValueAt(vale, '/wiring/lengths/loads', measured(20_000)),
    );
    expect(uses(thin).loads.reach.ac).toBeGreaterThanOrEqual(0.5);
  });
});
