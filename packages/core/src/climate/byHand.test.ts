import type { Design, Place, Weather } from '../document';
import { blankPlace, chosen, measured } from '../job';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { plainClimate } from '../testing/climates';
import { resolveClimate } from './resolve';

const grid = plainClimate(41.6, { lowestC: -8, highestC: 40, altitudeM: 500 });
const job = (parts: Partial<Place> = {}, stops: Design['stops'] = {}): Pick<Design, 'place' | 'stops'> => ({
  place: { ...blankPlace(), name: 'Home', lat: chosen(41.6), lon: chosen(-7.3), ...parts },
  stops,
});
const months = <T>(value: T) => Object.fromEntries(Array.from({ length: 12 }, (_, m) => [m + 1, value]));
const none = Array<number | null>(12).fill(null);
const file = (parts: Partial<Weather>): Weather => ({
  name: 'own.csv',
  kind: 'monthly',
  fileId: null,
  notes: [],
  ghi: none,
  air: none,
  min: none,
  max: none,
  lowest: null,
  highest: null,
  light: null,
  ...parts,
});

describe('a month, by hand', () => {
  it('is as clear as its sun is of what comes in above the air', () => {
    const { months: all } = resolveClimate(job(), grid)!;
    for (const [m, { clearness, ghiKWhm2 }] of all.entries()) {
      expect(ghiKWhm2).toBeCloseTo(grid.ghiKWhm2[m]!, 9);
      expect(clearness).toBeCloseTo(grid.ghiKWhm2[m]! / dailyExtraterrestrial(41.6, MEAN_DAYS[m]!), 9);
      expect(clearness).toBeGreaterThan(0.3);
      expect(clearness).toBeLessThan(0.8);
    }
  });
  it('is never clearer than the air lets through, and dark in the polar night', () => {
    const bright = resolveClimate(job({ ghi: months(measured(12)) }), grid)!.months[11]!;
    const outside = dailyExtraterrestrial(41.6, MEAN_DAYS[11]!);
    expect(bright.clearness).toBeLessThan(1);
    expect(bright.ghiKWhm2).toBeCloseTo(bright.clearness * outside, 9);
    const night = resolveClimate(job({ lat: chosen(75) }), { ...grid, latDeg: 75 })!.months[11]!;
    expect([night.clearness, night.ghiKWhm2]).toEqual([0, 0]);
  });
  it('lies about its mean by half of the day’s range to each side', () => {
    for (const { airC, minC, maxC } of resolveClimate(job(), grid)!.months) {
      expect((minC + maxC) / 2).toBeCloseTo(airC, 9);
      expect(maxC - minC).toBeGreaterThan(3);
    }
  });
});

describe('a month at two places, by hand', () => {
  // fifteen of April's thirty days at a stop with another sun
  const stop = {
    ...blankPlace(),
    name: 'South',
    position: 1,
    lat: chosen(37),
    lon: chosen(-8),
    from: '04-01',
    to: '04-15',
  };
  const there = plainClimate(37, {
    lowestC: 1,
    highestC: 44,
    altitudeM: 0,
    ghiKWhm2: Array<number>(12).fill(6),
    airC: Array<number>(12).fill(20),
  });
  const both = (parts: Partial<Place> = {}) =>
    resolveClimate(job(parts, { s: stop }), { ...grid, stops: { s: there } })!;
  it('is the mean of both by their days', () => {
    const april = both().months[3]!;
    expect(april.ghiKWhm2).toBeCloseTo((grid.ghiKWhm2[3]! + 6) / 2, 6);
    expect(april.airC).toBeCloseTo((grid.airC[3]! + 20) / 2, 6);
    expect(both().stays[3]!.map(({ name, share }) => [name, share])).toEqual([
      ['Home', 0.5],
      ['South', 0.5],
    ]);
    expect(both().months[4]!.ghiKWhm2).toBeCloseTo(grid.ghiKWhm2[4]!, 9);
  });
  it('is known by place: home, and each stop by its own sun', () => {
    const { places } = both();
    expect(Object.entries(places).map(([id, { latDeg }]) => [id, latDeg])).toEqual([
      ['home', 41.6],
      ['s', 37],
    ]);
    expect(places.s!.months[0]!.ghiKWhm2).toBeCloseTo(Math.min(6, places.s!.months[0]!.ghiKWhm2), 9);
    expect(Object.keys(resolveClimate(job(), grid)!.places)).toEqual(['home']);
  });
  it('is as sure as the least sure of both', () => {
    const april = (parts: Partial<Place>) => both(parts).months[3]!;
    expect([april({}).ghiFrom, april({}).airFrom]).toEqual(['grid', 'grid']);
    const typed = { ghi: months(measured(5)), air: months(measured(15)) };
    // home is typed, the stop is of the grid
    expect([april(typed).ghiFrom, april(typed).airFrom]).toEqual(['grid', 'grid']);
    expect([both(typed).months[4]!.ghiFrom, both(typed).months[4]!.airFrom]).toEqual(['typed', 'typed']);
    const stopTyped = { ...stop, ghi: months(measured(6)), air: months(measured(20)) };
    const all = resolveClimate(job(typed, { s: stopTyped }), { ...grid, stops: { s: there } })!;
    expect([all.months[3]!.ghiFrom, all.months[3]!.airFrom]).toEqual(['typed', 'typed']);
  });
  it('has the lowest and the highest of both', () => {
    // −8 − 5 at home, 44 + 3 at the stop
    expect([both().low.valueC, both().high.valueC]).toEqual([-13, 47]);
  });
});

it('a month has the range of its file only where its air is the file’s', () => {
  const range = (parts: Partial<Place>) => {
    const { airC, minC, maxC, airFrom } = resolveClimate(job(parts), grid)!.months[6]!;
    return [airFrom, airC, minC, maxC];
  };
  const twelve = (value: number) => Array<number | null>(12).fill(value);
  const weather = file({ air: twelve(20), min: twelve(11), max: twelve(33) });
  expect(range({ weather })).toEqual(['file', 20, 11, 33]);
  // typed air lies in the middle of a usual day
  const [from, mean, least, most] = range({ weather, air: months(measured(15)) }) as [
    string,
    number,
    number,
    number,
  ];
  expect([from, mean, (least + most) / 2]).toEqual(['typed', 15, expect.closeTo(15, 9)]);
  expect(range({ weather: file({ air: twelve(20), min: twelve(11) }) })[2]).not.toBe(11);
});

describe('the extremes of a file', () => {
  const own = (lowest: number, highest: number, altitude?: number) =>
    resolveClimate(
      job({
        weather: file({ lowest, highest }),
        ...(altitude === undefined ? {} : { altitude: measured(altitude) }),
      }),
      grid,
    )!;
  it('count where they lie farther out than the grid’s, moved to the same height', () => {
    // −9 beyond −8: five below it; −7 is not
    expect(own(-9, 30).low).toMatchObject({ valueC: -14, from: 'file' });
    expect(own(-7, 30).low).toMatchObject({ valueC: -13, from: 'grid' });
    expect(own(0, 41).high).toMatchObject({ valueC: 44, from: 'file' });
    expect(own(0, 39).high).toMatchObject({ valueC: 43, from: 'grid' });
    // a thousand metres up the grid's are 6.5 K lower: −14.5, and 33.5
    expect(own(-14, 30, 1500).low.from).toBe('grid');
    expect(own(-15, 30, 1500).low).toMatchObject({ valueC: -20, from: 'file' });
    expect(own(0, 34, 1500).high).toMatchObject({ valueC: 37, from: 'file' });
  });
});

it('of a place without a record it lies far beyond its months, and moves with what is tried', () => {
  const bare = { ...grid, lowestC: null, highestC: null };
  const at = (shift = {}) => resolveClimate(job(), bare, shift)!;
  const air = at().months.map(({ airC }) => airC);
  const { low, high } = at();
  expect(low.from).toBe('grid');
  expect(low.valueC).toBeLessThan(Math.min(...air) - 5);
  expect(high.valueC).toBeGreaterThan(Math.max(...air) + 5);
  // whole degrees, away from the months
  expect([low.valueC % 1, high.valueC % 1].map(Math.abs)).toEqual([0, 0]);
  const moved = at({ lowK: -6, highK: 4 });
  expect([moved.low.valueC, moved.high.valueC]).toEqual([low.valueC - 6, high.valueC + 4]);
  const own = resolveClimate(job({ weather: file({ lowest: -9, highest: 41 }) }), grid, {
    lowK: -6,
    highK: 4,
  })!;
  expect([own.low.valueC, own.high.valueC]).toEqual([-20, 48]);
});
