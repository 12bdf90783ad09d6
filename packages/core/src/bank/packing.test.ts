import fc from 'fast-check';
import { centreOf, packUnits, type PackAsk } from './packing';
import { atMost } from './pinwheel';

describe('packing', () => {
  const ask: PackAsk = {
    unit: { length: 262, width: 181, height: 275, onSide: false },
    count: 8,
    space: { length: 1016, width: 457, height: 406 },
    levels: 1,
    gap: 15,
    headroom: 100,
  };
  // sizes between whole millimetres once shared an answer, and the search fell over its own memory
  it.each<[string, number, size: number[], onSide: boolean, space: number[], gap: number, headroom: number]>([
    ['four in a box of half millimetres', 4, [200, 239.5, 211], false, [726, 456.5, 657.5], 19, 25],
    ['two with no gap', 2, [197, 173.5, 100], true, [353.5, 370, 300], 0, 0],
    ['forty-eight in a room of twenty metres', 48, [262, 183.5, 283], true, [20_000, 20_000, 2000], 15, 100],
  ])('bears any sizes: %s', (_, count, size, onSide, of, gap, headroom) => {
    const box = ([length = 0, width = 0, height = 0]: number[]) => ({ length, width, height });
    const [unit, space] = [{ ...box(size), onSide }, box(of)];
    const ask: PackAsk = { unit, count, space, levels: 1, gap, headroom };
    const { placed, room } = packUnits(ask);
    expect(placed).toHaveLength(Math.min(ask.count, room));
    for (const { x, y, length, width } of placed) {
      expect(x + length).toBeLessThanOrEqual(ask.space.length + 1e-6);
      expect(y + width).toBeLessThanOrEqual(ask.space.width + 1e-6);
    }
  });
  const crate: PackAsk = {
    ...ask,
    unit: { length: 300, width: 200, height: 250, onSide: false },
    space: { length: 1000, width: 500, height: 400 },
    gap: 0,
    headroom: 50,
  };
  it.each([
    // five turned along the front, three more behind them
    [{}, 8],
    [{ gap: 20 }, 6],
    [{ space: { length: 600, width: 200, height: 400 } }, 2],
    [{ space: { length: 199, width: 900, height: 400 } }, 0],
    [{ space: { length: 1000, width: 500, height: 800 }, levels: 2 }, 16],
    [{ space: { length: 1000, width: 500, height: 290 } }, 0],
    [{ space: { length: 1000, width: 500, height: 300 } }, 8],
  ] as const)('%j holds %d', (parts, room) => expect(packUnits({ ...crate, ...parts }).room).toBe(room));
  it('finds by hand what goes in: 3 × 2 upright', () => {
    expect(packUnits(ask)).toMatchObject({ fits: false, room: 6, why: 'many', lying: false });
    expect(packUnits({ ...ask, space: { ...ask.space, length: 1123 } }).fits).toBe(true);
    expect(packUnits({ ...ask, space: { ...ask.space, length: 1122 } }).fits).toBe(false);
  });
  it('mixes ways round where that holds more: five 3 × 2 in 5 × 6, two turned', () => {
    const tight = { ...ask, gap: 0, headroom: 0, count: 5 };
    const found = packUnits({
      ...tight,
      unit: { length: 300, width: 200, height: 1, onSide: false },
      space: { length: 500, width: 600, height: 1 },
    });
    expect(found.room).toBe(5);
  });
  it('lays a pinwheel where no straight cut reaches the best', () => {
    // nine by an exact search of another program (own, not published); straight cuts reach eight
    const wheel = {
      ...ask,
      unit: { length: 198, width: 134, height: 1, onSide: false },
      gap: 5,
      headroom: 0,
      count: 9,
      space: { length: 780, width: 368, height: 1 },
    };
    expect(packUnits(wheel)).toMatchObject({ fits: true, room: 9 });
    expect(packUnits({ ...wheel, count: 10 })).toMatchObject({ fits: false, room: 9, atMost: 9 });
  });
  it('never says that fewer than the best is all', () => {
    // every place of small pieces on a lattice tried, by search with undoing
    const most = (X: number, Y: number, a: number, b: number) => {
      const taken = Array.from({ length: X * Y }, () => false);
      let best = 0;
      const place = (from: number, count: number) => {
        best = Math.max(best, count);
        if (count + Math.floor((X * Y - from) / (a * b) + 2) < best) return;
        for (let at = from; at < X * Y; at++)
          for (const [l, w] of [
            [a, b],
            [b, a],
          ] as const) {
            const [x, y] = [at % X, Math.floor(at / X)];
            if (x + l > X || y + w > Y) continue;
            const cells = Array.from({ length: l * w }, (_, i) => at + (i % l) + Math.floor(i / l) * X);
            if (cells.some((cell) => taken[cell])) continue;
            for (const cell of cells) taken[cell] = true;
            place(at + 1, count + 1);
            for (const cell of cells) taken[cell] = false;
          }
      };
      place(0, 0);
      return best;
    };
    const side = (from: number, to: number) => fc.integer({ min: from, max: to });
    fc.assert(
      fc.property(side(2, 4), side(3, 5), side(4, 8), side(4, 6), (a, b, X, Y) => {
        const truth = most(X, Y, a, b);
        const { room, atMost } = packUnits({
          unit: { length: 100 * a, width: 100 * b, height: 1, onSide: false },
          count: 99,
          space: { length: 100 * X, width: 100 * Y, height: 1 },
          levels: 1,
          gap: 0,
          headroom: 0,
        });
        expect(room).toBe(truth);
        expect(atMost).toBeGreaterThanOrEqual(truth);
      }),
      { numRuns: 60 },
    );
  });
  // in 3 or 5 across 2 × 4 lie in one row or two along it, and one turned where it is as wide as they are long
  it.each([
    [3, 3, 0],
    [3, 12, 3],
    [5, 20, 10],
    [5, 5, 2],
    [6, 7, 4],
    [6, 8, 6],
  ])('no more than %d × %d bear of 2 × 4', (X, Y, most) => expect(atMost(X, Y, 2, 4)).toBe(most));
  it('says what stands in the way', () => {
    expect(packUnits({ ...ask, space: { ...ask.space, height: 374 } })).toMatchObject({
      room: 0,
      why: 'high',
    });
    expect(packUnits({ ...ask, space: { ...ask.space, length: 200, width: 190 } })).toMatchObject({
      room: 0,
      why: 'long',
    });
    // a unit longer than the box
    expect(packUnits({ ...ask, unit: { ...ask.unit, length: 1100 } })).toMatchObject({
      room: 0,
      why: 'long',
    });
  });
  it('lays units down where they may and where that helps', () => {
    const low = { ...ask, headroom: 60, space: { length: 1200, width: 700, height: 260 }, count: 4 };
    expect(packUnits(low).room).toBe(0);
    const { fits, lying, placed } = packUnits({ ...low, unit: { ...low.unit, onSide: true } });
    expect([fits, lying]).toEqual([true, true]);
    expect(placed.every(({ height }) => height === low.unit.width || height === low.unit.length)).toBe(true);
  });
  it('uses every level, and keeps apart what it places', () => {
    const size = fc.integer({ min: 60, max: 500 });
    fc.assert(
      fc.property(
        size,
        size,
        size,
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 400, max: 1600 }),
        fc.integer({ min: 300, max: 900 }),
        fc.integer({ min: 1, max: 3 }),
        fc.boolean(),
        (length, width, height, count, roomL, roomW, levels, onSide) => {
          const gap = 10;
          const space = { length: roomL, width: roomW, height: 1500 };
          const { placed, fits, room } = packUnits({
            unit: { length, width, height, onSide },
            count,
            space,
            levels,
            gap,
            headroom: 50,
          });
          expect(fits).toBe(room >= count);
          expect(placed.length).toBe(Math.min(count, room));
          if (height <= space.height / levels - 50 && !onSide) {
            // never fewer than one straight grid, never more than the area
            const grid = (l: number, w: number) =>
              Math.floor((roomL - gap) / (l + gap)) * Math.floor((roomW - gap) / (w + gap)) * levels;
            expect(room).toBeGreaterThanOrEqual(Math.max(grid(length, width), grid(width, length)));
            expect(room).toBeLessThanOrEqual((levels * roomL * roomW) / (length * width));
          }
          for (const [i, a] of placed.entries()) {
            expect(a.x).toBeGreaterThanOrEqual(gap - 1e-6);
            expect(a.y).toBeGreaterThanOrEqual(gap - 1e-6);
            expect(a.x + a.length).toBeLessThanOrEqual(roomL - gap + 1e-6);
            expect(a.y + a.width).toBeLessThanOrEqual(roomW - gap + 1e-6);
            for (const b of placed.slice(0, i)) {
              const apart =
                a.z !== b.z ||
                a.x + a.length + gap <= b.x + 1e-6 ||
                b.x + b.length + gap <= a.x + 1e-6 ||
                a.y + a.width + gap <= b.y + 1e-6 ||
                b.y + b.width + gap <= a.y + 1e-6;
              expect(apart).toBe(true);
            }
          }
        },
      ),
      { numRuns: 150 },
    );
  });
  it('knows the middle of its masses', () => {
    const { placed } = packUnits({ ...ask, count: 1 });
    expect(centreOf(placed)).toEqual({ x: 15 + 131, y: 15 + 90.5, z: 137.5 });
  });
});
