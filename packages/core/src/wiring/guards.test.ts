import { withValueAt, type Design } from '../document';
import { examples, measured } from '../job';
import { demo, wiringOf } from '../testing/wiredJobs';
import { bareEnds, pullOf } from '.';

const guards = (design: Design) => wiringOf(design).guards.map(({ id }) => id);
const vale = demo('Vale');

describe('what guards a job beside its fuses', () => {
  it('on land has surge arresters at the controller, and at the array where the run is longer than 10 m', () => {
    const surge = wiringOf(vale).guards.find(({ id }) => id === 'surge-dc')!;
    const feeds = wiringOf(vale).wired.filter(({ circuit }) => circuit.kind === 'feed');
    // the trench of 62 m and the roofs of 12 m: both ends (IEC 61643-32, from memory)
    expect(feeds.every(({ lengthM }) => lengthM > 10)).toBe(true);
    expect(surge.many).toBe(2 * feeds.length);
    const near = Object.keys(vale.wiring.stretches).reduce(
      (design, id) => withValueAt(design, `/wiring/stretches/${id}/length`, measured(3)),
      vale,
    );
    expect(wiringOf(near).guards.find(({ id }) => id === 'surge-dc')!.many).toBe(feeds.length);
    // rated above the coldest volts by a fifth (common practice)
    const highV = Math.max(...feeds.map(({ circuit }) => circuit.highV));
    expect(Number(/(\d+) V DC/.exec(surge.what)![1])).toBeGreaterThanOrEqual(1.2 * highV);
  });
  it('says in which part of a drawing each stands, as many as there are', () => {
    for (const { design } of examples())
      for (const { id, many, parts, short } of wiringOf(design).guards) {
        expect(short.length).toBeLessThan(36);
        // a shut-down and a residual-current breaker are told once for all that they stand in
        const counted = parts.reduce((sum, [, there]) => sum + there, 0);
        if (id === 'surge-dc') expect(counted).toBe(many);
        else expect(counted).toBeGreaterThanOrEqual(many);
        const { wired } = wiringOf(design);
        const drawn = new Set(wired.flatMap(({ ends }) => ends ?? []));
        for (const [part] of parts) expect(drawn.has(part) || part.startsWith('array:')).toBe(true);
      }
    const surge = wiringOf(vale).guards.find(({ id }) => id === 'surge-dc')!;
    expect(Object.fromEntries(surge.parts)).toMatchObject({ 'array:a1': 1, 'controller:c1': 1 });
  });
  it('on boats and trailers has none, but a residual-current breaker where shore power comes in', () => {
    for (const start of ['Sula', 'Bookwagon']) {
      expect(guards(demo(start))).not.toContain('surge-dc');
      expect(guards(demo(start))).toContain('shore-residual');
    }
  });
  it('asks for rapid shut-down only in North America, of panels on a building', () => {
    expect(guards(vale)).not.toContain('shutdown');
    const american = { ...vale, school: 'north-american' as const };
    const roof = Object.values(vale.arrays).some(({ mounting }) => mounting === 'roof');
    expect(guards(american).includes('shutdown')).toBe(roof);
    const poles = Object.keys(vale.arrays).reduce(
      (design, id) => withValueAt(design, `/arrays/${id}/mounting`, 'pole'),
      american as Design,
    );
    expect(guards(poles)).not.toContain('shutdown');
  });
  it('switches the bank off at no less than its fuse’s amps, and a generator over with its neutral', () => {
    const { guards: all, wired } = wiringOf(vale);
    const amps = Number(/(\d+) A/.exec(all.find(({ id }) => id === 'bank-switch')!.what)![1]);
    expect(amps).toBe(wired.find(({ circuit }) => circuit.kind === 'bank')!.device!.amps);
    expect(all.find(({ id }) => id === 'transfer')!.what).toMatch(/2 poles/);
    expect(guards({ ...vale, power: { ...vale.power, sources: {} } })).not.toContain('transfer');
    // it stands in the inverter that charges, and by the panel of one that does not
    const stands = (inverter: unknown, uses = vale.uses) =>
      wiringOf({ ...withValueAt(vale, '/power/inverter', inverter), uses }).guards.find(
        ({ id }) => id === 'transfer',
      )!.parts;
    const alone = { ...vale.power.inverter!, chargeAmps: measured(0) };
    expect([stands(vale.power.inverter), stands(alone), stands(alone, {})]).toEqual([
      [['inverter', 1]],
      [['panel', 1]],
      [['inverter', 1]],
    ]);
  });
});

describe('ends without a fuse', () => {
  const bare = (design: Design) => bareEnds(design.school, wiringOf(design).wired);
  it('are named, each run once, with how long they may be by school', () => {
    for (const { design } of examples()) {
      const { wired } = wiringOf(design);
      const told = bare(design).flatMap(({ runs }) => runs);
      expect(new Set(told).size).toBe(told.length);
      for (const { circuit, device } of wired)
        if (['feed', 'string'].includes(circuit.kind)) expect(told.includes(circuit.name)).toBe(!device);
        else if (['bank', 'charge', 'inverter', 'dc-feed'].includes(circuit.kind) && device)
          expect(told).toContain(circuit.name);
    }
    // 7 in at a post on boats (ABYC E-11), 3 m from a busbar elsewhere (IEC 60364-4-43): from memory
    const at = (design: Design) => bare(design).map(({ mostM }) => mostM);
    expect(at(demo('Sula')).slice(0, 2)).toEqual([0.178, 0.178]);
    expect(at(vale).slice(0, 2)).toEqual([0.3, 3]);
  });
  it('are none where a power station has all inside', () => {
    expect(bare(demo('Bookwagon')).every(({ mostM }) => mostM === null)).toBe(true);
  });
});

describe('leads that sense and speak', () => {
  const leads = (design: Design) => wiringOf(design).signals.map(({ what }) => what);
  it('follow the chemistry: data of iron-phosphate, temperature and volts of lead', () => {
    expect(leads(vale)).toEqual(['battery monitor', 'battery management']);
    const lead = withValueAt(vale, '/bank/chemistry', 'flooded');
    expect(leads(lead)).toEqual(expect.arrayContaining(['battery temperature', 'voltage sense']));
    expect(leads(lead)).not.toContain('battery management');
  });
  it('start a set that starts by itself, over the length of its feed', () => {
    const automatic = withValueAt(vale, '/power/sources/g1/automatic', true);
    const start = wiringOf(automatic).signals.find(({ what }) => what === 'automatic start')!;
    const feed = wiringOf(automatic).wired.find(({ circuit }) => circuit.key === 'source-g1')!;
    expect([start.to, start.lengthM]).toEqual(['Diesel set', feed.lengthM]);
  });
});

describe('a pull', () => {
  const pipe = (insideMm: number) => ({ name: 'x', insideMm2: (Math.PI * insideMm ** 2) / 4 });
  const fill = (insideMm: number, bundleMm: number) => ({
    conductors: 3,
    pipe: pipe(insideMm),
    filledMm2: (Math.PI * bundleMm ** 2) / 4,
    share: 0.3,
    jams: false,
  });
  it('of 62 m has two points between its ends, one of 30 m none (common practice)', () => {
    expect(pullOf(fill(40, 12), 62, null, false)).toEqual({ bends: 2, points: 2, plugsPass: null });
    expect(pullOf(fill(40, 12), 30, null, false).points).toBe(0);
    expect(pullOf(fill(40, 12), 0, null, false).points).toBe(0);
    // 360° in one go, from memory of NEC 358.26; the more of bends and metres decides
    expect([0, 4, 5, 8, 9, 40].map((bends) => pullOf(fill(40, 12), 20, bends, false).points)).toEqual([
      0, 0, 1, 1, 2, 9,
    ]);
    expect(pullOf(fill(40, 12), 62, 5, false)).toMatchObject({ bends: 5, points: 2 });
  });
  it('takes a plug of 20 mm only beside what lies in the pipe', () => {
    expect(pullOf(fill(35, 14), 10, null, true).plugsPass).toBe(true);
    expect(pullOf(fill(28, 14), 10, null, true).plugsPass).toBe(false);
  });
});
