import fc from 'fast-check';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { ClimateGrid, type GridDescription, type GridLayer } from './grid';

/** A grid of its own: four rows from the north and six columns round the globe, one byte a cell. */
const ROWS = 4;
const COLUMNS = 6;
const PLACE = { firstLat: 60, firstLon: -150, latStep: -40, lonStep: 60 };
const NODATA = 255;

interface Layer {
  planes: number;
  scale: number;
  addOffset: number;
  value: (plane: number, row: number, column: number) => number;
}
const plain = (value: Layer['value'], more: Partial<Layer> = {}): Layer => ({
  planes: 12,
  scale: 1,
  addOffset: 0,
  value,
  ...more,
});
function gridOf(layers: Record<string, Layer>): ClimateGrid {
  const bytes: number[] = [];
  const described: GridLayer[] = [];
  for (const [name, { planes, scale, addOffset, value }] of Object.entries(layers)) {
    const offset = bytes.length;
    for (let plane = 0; plane < planes; plane++)
      for (let row = 0; row < ROWS; row++)
        for (let column = 0; column < COLUMNS; column++) bytes.push(value(plane, row, column));
    described.push({
      name,
      offset,
      length: bytes.length - offset,
      shape: planes === 1 ? [ROWS, COLUMNS] : [planes, ROWS, COLUMNS],
      grid: PLACE,
      addOffset,
      scale,
      nodata: NODATA,
    });
  }
  const description: GridDescription = { layers: described };
  return new ClimateGrid(Uint8Array.from(bytes), description);
}
const whole = (change: Partial<Record<string, Layer>> = {}) =>
  gridOf({
    ghi: plain((month, row) => 20 + 2 * row + month, { scale: 0.1 }),
    temperature: plain((_, row, column) => 10 * row + column, { addOffset: -20 }),
    lowest: plain((_, row) => 5 + row, { planes: 1, addOffset: -30 }),
    highest: plain((_, row) => 40 + row, { planes: 1 }),
    altitude: plain((_, __, column) => column, { planes: 1, scale: 100, addOffset: -50 }),
    landDistance: plain(() => 3, { planes: 1 }),
    linke: plain((month) => 25 + month, { scale: 0.1 }),
    dailyRatioQuantiles: plain((plane) => plane % 13, { planes: 12 * 13, scale: 0.1 }),
    ...(change as Record<string, Layer>),
  });

describe('a point of the climate grid', () => {
  it('on a cell is what the cell holds, months in their order', () => {
    // row 1 at 20° N, column 3 at 30° E
    const { airC, lowestC, highestC, altitudeM, landDistance, linke, latDeg, lonDeg } = whole().at(20, 30);
    expect([latDeg, lonDeg]).toEqual([20, 30]);
    expect(airC).toEqual(Array(12).fill(-20 + 13));
    expect([lowestC, highestC, altitudeM, landDistance]).toEqual([-24, 41, 250, 3]);
    expect(linke[0]).toBeCloseTo(2.5, 9);
    expect(linke[11]).toBeCloseTo(3.6, 9);
  });
  it('between cells is their mean by nearness', () => {
    // a quarter of the way from row 1 to row 2, half way from column 3 to column 4
    const [at] = whole().at(10, 60).airC;
    expect(at).toBeCloseTo(-20 + 10 * 1.25 + 3.5, 9);
  });
  it('goes on round the globe', () => {
    const grid = whole();
    expect(grid.at(20, 390).airC).toEqual(grid.at(20, 30).airC);
    expect(grid.at(20, -330).airC).toEqual(grid.at(20, 30).airC);
    // from column 5 at 150° E over the date line to column 0
    expect(grid.at(20, 180).airC[0]).toBeCloseTo(-20 + 10 + 2.5, 9);
  });
  it('stays in the last row beyond it', () => {
    const grid = whole();
    expect(grid.at(89, 30).airC).toEqual(grid.at(60, 30).airC);
    expect(grid.at(-89, 30).airC).toEqual(grid.at(-60, 30).airC);
  });
  it('leaves out cells that hold nothing', () => {
    const holes = whole({
      temperature: plain((_, row, column) => (column === 3 ? NODATA : 10 * row + column), { addOffset: -20 }),
    });
    expect(holes.at(20, 60).airC[0]).toBeCloseTo(-20 + 14, 9);
    expect(holes.at(20, 30).airC[0]).toBe(0);
    const sea = whole({ lowest: plain(() => NODATA, { planes: 1 }) });
    expect(sea.at(20, 30).lowestC).toBeNull();
  });
  it('is never below the sea', () => {
    expect(whole().at(20, -150).altitudeM).toBe(0);
    expect(whole().at(20, -90).altitudeM).toBe(50);
  });
  it('says so where a layer is missing', () => {
    expect(() => gridOf({}).at(0, 0)).toThrow(/no layer “ghi”/);
  });
});

describe('sun between cells', () => {
  it('is what the cell holds on a cell', () => {
    const { ghiKWhm2 } = whole().at(20, 30);
    // row 1: (20 + 2 + month) ÷ 10
    for (const [month, sun] of ghiKWhm2.entries()) expect(sun).toBeCloseTo((22 + month) / 10, 9);
  });
  it('is blended by how clear the air is, so that the height of the sun is of the point', () => {
    const clear = (lat: number, row: number, month: number) =>
      (20 + 2 * row + month) / 10 / dailyExtraterrestrial(lat, MEAN_DAYS[month]!);
    const { ghiKWhm2 } = whole().at(5, 30);
    for (const month of [0, 5, 9]) {
      const near = 0.625 * clear(20, 1, month) + 0.375 * clear(-20, 2, month);
      expect(ghiKWhm2[month]).toBeCloseTo(near * dailyExtraterrestrial(5, MEAN_DAYS[month]!), 6);
    }
  });
  it('is nothing in the polar night, and never more than comes from outside', () => {
    const bright = whole({ ghi: plain(() => 250, { scale: 0.1 }) });
    expect(bright.at(80, 30).ghiKWhm2[11]).toBe(0);
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: -400, max: 400, noNaN: true }),
        (lat, lon) => {
          for (const [month, sun] of bright.at(lat, lon).ghiKWhm2.entries())
            expect(sun).toBeLessThanOrEqual(0.9 * dailyExtraterrestrial(lat, MEAN_DAYS[month]!) + 1e-9);
        },
      ),
    );
  });
});

describe('the spread of days', () => {
  it('is thirteen ranks a month of the nearest cell', () => {
    const { dayQuantiles } = whole().at(12, 47);
    expect(dayQuantiles).toHaveLength(12);
    for (const month of dayQuantiles!) {
      expect(month).toHaveLength(13);
      expect(month[12]! - month[0]!).toBeCloseTo(1.2, 9);
    }
  });
  it('is unknown where one of them is', () => {
    const holes = whole({
      dailyRatioQuantiles: plain((plane, row) => (plane === 40 && row === 1 ? NODATA : 5), {
        planes: 156,
        scale: 0.1,
      }),
    });
    expect(holes.at(20, 30).dayQuantiles).toBeNull();
    expect(holes.at(-20, 30).dayQuantiles).not.toBeNull();
  });
  it('is of the cell that lies nearest', () => {
    const grid = whole();
    expect(grid.nearest('temperature', 39, 30)).toBe(-20 + 13);
    expect(grid.nearest('temperature', 41, 30)).toBe(-20 + 3);
    expect(grid.nearest('temperature', 20, 61)).toBe(-20 + 14);
    expect(grid.nearest('temperature', 20, 59)).toBe(-20 + 13);
    expect(grid.nearest('temperature', 95, 200)).toBe(-20 + 0);
  });
});
