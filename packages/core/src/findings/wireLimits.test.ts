import { calculate } from '../calculate';
import { BLANK_CIRCUIT, METRIC_SIZES, type CircuitPlan, type Design } from '../document';
import { judge } from '../evaluate';
import { chosen, examples, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { foundIn, severityIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climate = { ...plainClimate(41.6, { altitudeM: 640 }), stops: {} };
const grave = (design: Design, id: string) => severityIn(design, climate, id);
const of = (design: Design, id: string) =>
  judge(design, climate).findings.find((finding) => finding.id === id)!;
const cabin = (changes: Record<string, unknown> = {}): Design =>
  withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 20, 5), pump: dcUse(2, 'Pump', 240, 1) }), changes);
const said = (key: string, plan: Partial<CircuitPlan>, changes: Record<string, unknown> = {}) =>
  cabin({ [`/wiring/circuits/${key}`]: { ...BLANK_CIRCUIT, ...plan }, ...changes });
const wired = (design: Design, key: string) =>
  calculate(design, climate).wiring.wired.find(({ circuit }) => circuit.key === key)!;

describe('a size that somebody chose', () => {
  it('burns below what it must carry, drops too much above that, and does from the least that does', () => {
    const least = wired(cabin(), 'bank').least!;
    const sizes = METRIC_SIZES.slice(0, 9);
    for (const size of sizes) {
      const design = said('bank', { size });
      const { chosen: wire } = wired(design, 'bank');
      const burns = wire.fails.some((cause) => ['short', 'ampacity', 'protection'].includes(cause));
      expect([size, grave(design, 'wire.thin:bank')]).toEqual([
        size,
        burns ? 'stop' : wire.fails.length > 0 ? 'look' : null,
      ]);
      if (wire.fails.length === 0) expect(wire.size.areaMm2).toBeGreaterThanOrEqual(least.size.areaMm2);
    }
    const thin = foundIn(said('bank', { size: '1.5 mm2' }), climate, 'wire.thin:bank')!;
    expect(thin.title).toBe('The wire is too thin');
    expect(thin.remedies.map(({ label }) => plain(label))).toContain('Take the smallest that does');
    expect(grave(cabin(), 'wire.thin:bank')).toBeNull();
  });
  it('a long thin run to a lamp drops: amps × ohms by hand', () => {
    const far = said('dc-lamp', { size: '1.5 mm2' }, { '/wiring/lengths/loads': measured(60) });
    const run = calculate(far, climate).wiring.wired.find(({ circuit }) => circuit.key.startsWith('dc-'))!;
    expect(run.lengthM).toBeCloseTo(60, 6);
    const { chosen: wire, circuit } = run;
    // 13.3 Ω/km of flexible copper at 20 °C (IEC 60228), warmer in service; 60 m there and back
    const cold = (circuit.amps * 13.3 * 120) / 1000 / (wire.size.areaMm2 / 1.5);
    expect(wire.dropV).toBeGreaterThan(cold * 0.98);
    expect(wire.dropV).toBeLessThan(cold * 1.3);
  });
  it('thin ones side by side are one loose end from burning: from 50 mm² on (NEC 310.10, from memory)', () => {
    const side = (size: CircuitPlan['size'], many: number) =>
      grave(said('bank', { size, side: chosen(many) }), 'wire.side:bank');
    expect([side('35 mm2', 2), side('35 mm2', 1), side('50 mm2', 2), side('70 mm2', 2)]).toEqual([
      'look',
      null,
      null,
      null,
    ]);
  });
  it('aluminium is named, run by run', () => {
    const metal = (key: string) => said(key, { metal: 'aluminium' });
    expect(grave(cabin(), 'wire.aluminium')).toBeNull();
    expect(of(metal('bank'), 'wire.aluminium').sentence).toMatch(/^Bank to busbar: lugs/);
  });
});

describe('fuses', () => {
  it('that are there and open below what flows for hours', () => {
    const { circuit } = wired(cabin(), 'bank');
    const fuse = (amps: number) => grave(said('bank', { fuse: measured(amps) }), 'wire.opens:bank');
    expect([fuse(circuit.mostA), fuse(circuit.mostA - 0.1)]).toEqual([null, 'look']);
    const press = foundIn(said('bank', { fuse: measured(circuit.mostA / 2) }), climate, 'wire.opens:bank')!;
    expect(press.remedies.map(({ label }) => label)).toContain('Take the one that suits');
  });
  it('break what the bank gives into a short, or are told: a look while it is only taken, a stop once it is typed', () => {
    const fault = (amps: number | null) => cabin({ '/wiring/fault': amps === null ? null : measured(amps) });
    const { device } = wired(fault(1000), 'bank');
    expect(grave(fault(device!.breaksA!), 'wire.breaks:bank')).toBeNull();
    const most = 200_000;
    const over = wired(fault(most), 'bank').device!;
    expect(grave(fault(most), 'wire.breaks:bank')).toBe(
      over.breaksA !== null && over.breaksA < most ? 'stop' : null,
    );
    // 20 A for each amp-hour of a hundred rows
    const many = cabin({ '/wiring/fault': null, '/bank/unitAh': chosen(2000), '/bank/parallel': chosen(10) });
    const bank = wired(many, 'bank').device!;
    if (bank.mustBreakA! > bank.breaksA!) expect(grave(many, 'wire.breaks:bank')).toBe('look');
    expect(bank.mustBreakA).toBeGreaterThan(20_000);
  });
});

describe('what is said of no circuit', () => {
  it('is kept, counted, and forgotten at a press', () => {
    const one = said('feed-a9', {});
    expect(of(one, 'wire.orphans').sentence).toMatch(
      /^1 circuit about which something was said is gone .* in case it comes back\.$/,
    );
    const two = said('feed-a9', {}, { '/wiring/circuits/dc-zz': BLANK_CIRCUIT });
    expect(of(two, 'wire.orphans').sentence).toMatch(
      /^2 circuits about which something was said are gone .* in case they come back\.$/,
    );
    expect(foundIn(two, climate, 'wire.orphans')!.remedies[0]!.operations).toHaveLength(2);
    expect(grave(said('bank', {}), 'wire.orphans')).toBeNull();
  });
});

describe('shade', () => {
  const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
  const dairy: Design = withAll(
    { ...vale, arrays: { a1: vale.arrays.a1! } },
    { '/arrays/a1/rows/count': chosen(1), '/arrays/a1/skyline': { points: {}, obstacles: {} } },
  );
  const wall = (deg: number) =>
    withAll(dairy, {
      '/arrays/a1/skyline/points': Object.fromEntries(
        Array.from({ length: 73 }, (_, i) => [String(5 * i === 360 ? 359 : 5 * i), deg]),
      ),
    });
  it('is a note from three per cent of a month in use, a look from ten: by what is left of its light', () => {
    const seen = new Set<string | null>();
    for (const deg of [0, 3, 6, 8, 10, 12, 15, 20, 30]) {
      const facts = calculate(wall(deg), climate);
      const worst = Math.max(
        ...facts.arrays[0]!.year!.map(({ poaKWhm2, openKWhm2 }) => 1 - poaKWhm2 / openKWhm2),
      );
      const wanted = worst >= 0.1 ? 'look' : worst >= 0.03 ? 'note' : null;
      const found = judge(wall(deg), climate).findings.find(({ id }) => id === 'array.shade');
      expect([deg, found?.severity ?? null]).toEqual([deg, wanted]);
      if (found) expect(found.value).toBeCloseTo(worst, 9);
      seen.add(wanted);
    }
    expect(seen.size).toBe(3);
  });
  it('of a narrow thing on a small array: up to four panels, narrower than the array, and no tree', () => {
    const pole = (changes: Record<string, unknown> = {}) =>
      withAll(dairy, {
        '/arrays/a1/count': chosen(4),
        '/arrays/a1/strings/series': chosen(2),
        '/arrays/a1/strings/parallel': chosen(2),
        '/arrays/a1/width': measured(4.6),
        '/arrays/a1/skyline/obstacles': {
          o1: {
            name: 'Mast',
            kind: 'pole',
            position: 1,
            azimuth: chosen(180),
            distance: chosen(3),
            height: chosen(6),
            bottom: chosen(0),
            width: chosen(0.2),
            leafed: chosen(0),
            bare: chosen(0),
            bareMonths: [],
          },
        },
        ...changes,
      });
    const id = 'array.narrow.o1';
    const mast = of(pole(), id);
    expect(mast.severity).toBe('look');
    // a shadow of a twentieth of the width takes more than its part
    expect(mast.value).toBeGreaterThan(0.2 / 4.6);
    expect(mast.value).toBeLessThanOrEqual(1);
    const five = {
      '/arrays/a1/strings/series': chosen(5),
      '/arrays/a1/strings/parallel': chosen(1),
      '/arrays/a1/count': chosen(5),
    };
    expect(grave(pole(five), id)).toBeNull();
    expect(grave(pole({ '/arrays/a1/skyline/obstacles/o1/kind': 'tree' }), id)).toBeNull();
    expect(grave(pole({ '/arrays/a1/skyline/obstacles/o1/width': chosen(4.6) }), id)).toBeNull();
  });
  it('of rows on each other at noon: the pitch that clears the shortest day, by hand', () => {
    const rows = (pitch: number) =>
      withAll(dairy, {
        '/arrays/a1/rows/count': chosen(3),
        '/arrays/a1/rows/length': measured(2),
        '/arrays/a1/rows/pitch': measured(pitch),
        '/arrays/a1/plane/tilt': chosen(40),
        '/arrays/a1/plane/azimuth': chosen(180),
      });
    const close = foundIn(rows(2.5), climate, 'array.rows')!;
    expect(close.severity).toBe('look');
    // 90 − 41.6 − 23.1 = 25.3°: 2 m × (cos 40° + sin 40° ÷ tan 25.3°) = 4.25 m
    const clears = 2 * (Math.cos(0.6981) + Math.sin(0.6981) / Math.tan((25.3 * Math.PI) / 180));
    expect(plain(close.sentence)).toContain(
      `A pitch of ${(Math.ceil(clears * 10) / 10).toFixed(1)} m clears`,
    );
    expect(grave(rows(Math.ceil(clears * 10) / 10), 'array.rows')).toBeNull();
    expect(grave(withAll(rows(2.5), { '/arrays/a1/rows/count': chosen(1) }), 'array.rows')).toBeNull();
  });
  it('of snow: months of use below freezing, panels flatter than fifty degrees, and no word of it', () => {
    const cold = { ...climate, airC: climate.airC.map((c) => c - 8) };
    const snow = (tilt: number, by: Record<string, unknown> = {}) =>
      severityIn(
        withAll(dairy, { '/arrays/a1/plane/tilt': chosen(tilt), '/arrays/a1/snowBy': by }),
        cold,
        'array.snow',
      );
    expect([snow(49), snow(50)]).toEqual(['look', null]);
    const months = cold.airC.flatMap((c, m) => (c < 0 ? [m + 1] : []));
    expect(months.length).toBeGreaterThan(0);
    expect(snow(30, Object.fromEntries(months.map((month) => [month, chosen(0)])))).toBeNull();
    expect(severityIn(dairy, climate, 'array.snow')).toBeNull();
  });
  it('of a darkest month that nobody uses: a tenth darker than the one that decides', () => {
    const used = (months: number[]) =>
      grave({ ...dairy, uses: { lamp: dcUse(1, 'Lamp', 20, 5, { months }) } }, 'array.idle');
    expect([used([6, 7]), used([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]), used([12, 1])]).toEqual([
      'note',
      null,
      null,
    ]);
  });
});
