import { resolveClimate, blankPlace, chosen, type ClimateGrid } from '@ivolt/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadGrid } from './loadGrid';
import { searchPlaces } from '../places/search';
import { DATA_DIRECTORY } from '../paths';

interface Read {
  cell: [lat: number, lon: number];
  ghi: number[];
  temperature: number[];
  lowest: number | null;
  highest: number | null;
  altitude: number;
  wind: number;
  landDistance: number;
  linkeJan: number;
  q10Jul: number;
}
const reads = (
  JSON.parse(readFileSync(join(DATA_DIRECTORY, 'climate-grid-reads.json'), 'utf8')) as { rows: Read[] }
).rows;
const close = (value: number | null) => (value === null ? null : (expect.closeTo(value, 6) as number));

let grid: ClimateGrid;
beforeAll(async () => (grid = await loadGrid(DATA_DIRECTORY)));

it.each(reads)('reads the cell at $cell as the grid’s own table of reads does', (read) => {
  const month = (name: string) => Array.from({ length: 12 }, (_, m) => grid.nearest(name, ...read.cell, m));
  expect(month('ghi')).toEqual(read.ghi.map(close));
  expect(month('temperature')).toEqual(read.temperature.map(close));
  for (const name of ['lowest', 'highest', 'altitude', 'wind', 'landDistance'] as const) {
    expect([name, grid.nearest(name, ...read.cell)]).toEqual([name, close(read[name])]);
  }
  expect(grid.nearest('linke', ...read.cell)).toEqual(close(read.linkeJan));
  expect(grid.at(...read.cell).dayQuantiles?.[6]?.[2]).toBeCloseTo(read.q10Jul, 6);
});

it('blends between cells and agrees with the cell at its centre', () => {
  const centre = grid.at(41.75, -7.25);
  expect(centre.ghiKWhm2[5]).toBeCloseTo(grid.nearest('ghi', 41.75, -7.25, 5) ?? 0, 2);
  const between = grid.at(41.5, -7.25).airC[0]!;
  const [north, south] = [grid.at(41.75, -7.25).airC[0]!, grid.at(41.25, -7.25).airC[0]!];
  expect(between).toBeCloseTo((north + south) / 2, 6);
});

it('has an answer everywhere: on the date line, at sea and at the poles', () => {
  for (const [lat, lon] of [
    [0, 180],
    [0, -180],
    [-20, 179.99],
    [90, 0],
    [-90, 0],
    [30, -40],
    [-55, 100],
    [89.9, -180],
  ] as const) {
    const climate = grid.at(lat, lon);
    expect([...climate.ghiKWhm2, ...climate.airC, climate.altitudeM].every(Number.isFinite)).toBe(true);
    const place = { ...blankPlace(), lat: chosen(lat), lon: chosen(lon) };
    const resolved = resolveClimate({ place, stops: {} }, climate);
    expect(resolved && resolved.low.valueC < resolved.high.valueC).toBe(true);
  }
  expect(grid.at(0, 180)).toMatchObject({ airC: grid.at(0, -180).airC });
  expect(grid.at(90, 0).ghiKWhm2[11]).toBe(0);
  expect(grid.at(30, -40).landDistance).toBeGreaterThan(3);
});

describe('place names', () => {
  it('are found by their beginning, without accents, largest first', async () => {
    const [first] = await searchPlaces('sao pa');
    expect(first).toMatchObject({ country: 'BR' });
    expect((await searchPlaces('braganca, pt')).every(({ country }) => country === 'PT')).toBe(true);
  });
  it('say nothing to nothing', async () => {
    expect(await searchPlaces('x')).toEqual([]);
    expect(await searchPlaces('qqqqqq')).toEqual([]);
  });
});
