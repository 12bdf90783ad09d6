import { judge } from '../evaluate';
import fc from 'fast-check';
import { withValueAt, type Design, type Obstacle, type Stop } from '../document';
import { blankPlace, chosen } from '../job';
import { readSheet } from '../module';
import { shadowFigures, shadowOn } from '../sky';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { oneArray } from '../testing/dairy';

const dairy = withValueAt(
  withValueAt(oneArray(), '/arrays/a1/strings/series', chosen(3)),
  '/arrays/a1/strings/parallel',
  chosen(4),
);
const climate = plainClimate();
const find = (design: Design, id: string, grid = climate) => foundIn(design, grid, id);
const set = (path: string, value: unknown, design = dairy) => withValueAt(design, path, value);
const plain = (text: string | undefined) => (text ?? '').replace(/[\u00a0\u2009]/g, ' ');

const mast: Obstacle = {
  name: 'Mast',
  kind: 'mast',
  position: 1,
  azimuth: chosen(180),
  distance: chosen(2),
  height: chosen(6),
  bottom: chosen(0),
  width: chosen(0.3),
  leafed: chosen(0),
  bare: chosen(0),
  bareMonths: [],
};
const wall = (height: number) =>
  Object.fromEntries(Array.from({ length: 37 }, (_, i) => [String(90 + i * 5), height]));

describe('shade', () => {
  it('is a note, then a look, as it takes more of the worst of the months in use', () => {
    const by = (height: number) => find(set('/arrays/a1/skyline/points', wall(height)), 'array.shade');
    expect(by(0)).toBeUndefined();
    expect([by(8)?.severity, by(25)?.severity]).toEqual(['note', 'look']);
    expect(by(25)!.value!).toBeGreaterThan(by(8)!.value!);
    expect(plain(by(25)?.sentence)).toMatch(/^The skyline takes \d+ % of its light in (December|January)/);
  });
  it('counts only months in use', () => {
    const summer = { ...dairy, uses: { a: { ...dairy.uses.u4!, months: [6, 7] } } };
    const [ridge, all] = [
      set('/arrays/a1/skyline/points', wall(20), summer),
      set('/arrays/a1/skyline/points', wall(20)),
    ];
    expect(find(ridge, 'array.shade')?.value ?? 0).toBeLessThan(find(all, 'array.shade')!.value! / 2);
  });
  it('of rows on themselves names the rows, and leads to their pitch', () => {
    const rows = set('/arrays/a1/rows', {
      count: chosen(3),
      pitch: chosen(2.4),
      length: chosen(2),
      upright: false,
    });
    expect(find(rows, 'array.shade')).toMatchObject({
      sentence: expect.stringMatching(/^The rows themselves take/) as string,
      focus: '/arrays/a1/rows/pitch',
    });
  });
});

describe('a narrow shadow', () => {
  const small = set(
    '/arrays/a1/strings',
    { controller: 'c1', series: chosen(2), parallel: chosen(1), inputs: chosen(1) },
    set('/arrays/a1/skyline/obstacles', { m: mast }, set('/arrays/a1/width', chosen(2))),
  );
  it('is looked at on a small array, with what it takes of the sections it meets', () => {
    // lying, it meets all three sections of one of two panels that stand over each other: of both;
    // what is left leaks past the dark cells
    const lying = find(set('/arrays/a1/module/halfCut', false, small), 'array.narrow.m');
    expect(lying?.value).toBeGreaterThan(0.8);
    expect(plain(lying?.sentence)).toMatch(
      /^Mast, 0\.3 m wide, covers 15 % of the array’s width .* With the panels upright it would take about 3\d %\.$/,
    );
    // cells cut in halves carry for each other: one of two halves stops, at some places both
    const halves = find(small, 'array.narrow.m');
    expect(halves?.value).toBeGreaterThan(0.5);
    expect(halves?.value).toBeLessThan(0.65);
    // upright, two beside each other have six columns of sections, 0.33 m each: 0.3 m meets 1.9 of them
    const upright = find(set('/arrays/a1/rows/upright', true, small), 'array.narrow.m');
    expect(upright?.value).toBeGreaterThan(1.7 / 6);
    // a bypassed section gives away its own part of the diffuse light too, and its diode's drop
    expect(upright?.value).toBeLessThan((1.9 / 6) * 1.45);
  });
  it('takes more the wider it is, never more than all, and nothing where there is none', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 0.3, max: 20, noNaN: true }),
        (upright, series, parallel, width) => {
          const plan = set(
            '/arrays/a1/strings',
            { ...small.arrays.a1!.strings, series: chosen(series), parallel: chosen(parallel) },
            set('/arrays/a1/rows/upright', upright, set('/arrays/a1/width', chosen(width), small)),
          ).arrays.a1!;
          const takes = shadowOn(readSheet(plan.module), ...shadowFigures(plan, plan.module.pmax.value));
          expect(takes(0)).toBe(0);
          let before = 0;
          for (let part = 0.05; part <= 1; part += 0.05) {
            // but for the shunt of a darker section, which takes less (De Soto 2006)
            expect(takes(part)).toBeGreaterThanOrEqual(before - 1e-12);
            before = takes(part);
            expect(before).toBeLessThanOrEqual(1);
          }
          expect(takes(1)).toBeCloseTo(1, 1);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('is nothing on a large array, and trees and ridges are no narrow shadows', () => {
    const large = set('/arrays/a1/strings/series', chosen(6), small);
    expect(find(large, 'array.narrow.m')).toBeUndefined();
    for (const kind of ['tree', 'ridge'])
      expect(find(set('/arrays/a1/skyline/obstacles/m/kind', kind, small), 'array.narrow.m')).toBeUndefined();
    expect(
      find(set('/arrays/a1/skyline/obstacles/m/width', chosen(3), small), 'array.narrow.m'),
    ).toBeUndefined();
  });
});

describe('rows that shade each other at noon', () => {
  const close = set('/arrays/a1/rows', {
    count: chosen(4),
    pitch: chosen(2.2),
    length: chosen(2),
    upright: false,
  });
  it('are set apart by one press, and then are clear', () => {
    const finding = find(close, 'array.rows')!;
    const [remedy] = finding.remedies;
    const pitch = (remedy?.operations[0] as { value: { value: number } }).value.value;
    // 2 m at 40° with the noon sun of the shortest day at 25.3°: 2 (cos 40° + sin 40° ÷ tan 25.3°) = 4.25 m
    expect(pitch).toBeCloseTo(4.3, 1);
    expect(find(set('/arrays/a1/rows/pitch', chosen(pitch), close), 'array.rows')).toBeUndefined();
  });
  it('have no answer where the sun hardly rises at noon', () => {
    const north = set('/place/lat', chosen(64.5), close);
    expect(find(north, 'array.rows', plainClimate(64.5))?.remedies ?? []).toEqual([]);
  });
});

describe('the year', () => {
  it('says when the darkest month is none of those in use', () => {
    const summer = { ...dairy, uses: { a: { ...dairy.uses.u4!, months: [5, 6, 7] } } };
    expect(find(summer, 'array.idle')).toMatchObject({
      severity: 'note',
      sentence: expect.stringMatching(/^(December|January|February) would be the hardest/) as string,
    });
    expect(find(dairy, 'array.idle')).toBeUndefined();
  });
  it('names stops that claim the same days, and stops without a place', () => {
    const stop = (name: string, from: string, to: string, lat: number | null): Stop => ({
      ...blankPlace(),
      name,
      position: 1,
      from,
      to,
      lat: lat === null ? null : chosen(lat),
      lon: lat === null ? null : chosen(0),
    });
    const moving = {
      ...dairy,
      stops: {
        a: stop('Quay', '05-01', '05-20', 43),
        b: stop('Isle', '05-15', '06-01', 45),
        c: stop('Somewhere', '07-01', '07-02', null),
      },
    };
    const grid = { ...climate, stops: { a: plainClimate(43), b: plainClimate(45) } };
    const found = judge(moving, grid).findings;
    expect(found.find(({ id }) => id === 'place.overlap')?.sentence).toMatch(
      /^Quay and Isle claim the same days/,
    );
    expect(found.find(({ id }) => id === 'place.nowhere:c')).toMatchObject({
      focus: '/stops/c/lat',
      severity: 'look',
    });
  });
});
