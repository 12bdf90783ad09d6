import { BLANK_CIRCUIT, withValueAt, type CircuitPlan, type Design } from '../document';
import { evaluate } from '../evaluate';
import { examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
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
    expect(found(far, 'wire.none:feed-a1')).toMatchObject({ severity: 'look' });
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
  });
});

it('a coil that is too short is told with what it lacks', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const short = found(honey, 'wire.coil:solar-10-AWG-black')!;
  // two pieces of (12.192 + 2 × 0.5) × 1.1 from 26 m
  expect(short.limit).toBeCloseTo(14.511, 3);
  expect(short.value).toBeCloseTo(26 - 14.511, 3);
});

it('what is said of circuits that are gone is kept, and forgotten at a press', () => {
  expect(cured(said('feed-gone', { size: '6 mm2' }), 'wire.orphans').severity).toBe('note');
});

it('what the wires lose is offered in place of the guess, for all arrays at once', () => {
  const told = cured(vale, 'wire.loss');
  expect(told.severity).toBe('note');
  expect(told.remedies[0]!.operations).toHaveLength(3);
});

it('a loss beyond what an array may be given is told, and not offered', () => {
  const far = said(
    'feed-a1',
    { size: '2.5 mm2' },
    withValueAt(vale, '/wiring/stretches/t1/length', measured(3000)),
  );
  expect(found(far, 'wire.loss')).toMatchObject({ severity: 'note', remedies: [] });
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
  });
});
