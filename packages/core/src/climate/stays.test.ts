import type { Stop } from '../document';
import { blankPlace, chosen } from '../job';
import { plainClimate } from '../testing/climates';
import { dayIndex, formatDayMonth, MONTH_DAYS, monthOfDay, parseDayMonth } from '../units';
import { resolveClimate } from './resolve';
import { daysOfStay } from './stays';
import fc from 'fast-check';

const stop = (from: string, to: string, position: number, latDeg = 50): Stop => ({
  ...blankPlace(),
  name: `stop ${position}`,
  position,
  from,
  to,
  lat: chosen(latDeg),
  lon: chosen(0),
});
const home = { ...blankPlace(), name: 'Quay', lat: chosen(40), lon: chosen(0) };

it('knows the days of a common year', () => {
  expect([dayIndex('01-01'), dayIndex('12-31'), dayIndex('03-01')]).toEqual([0, 364, 59]);
  // in a leap year the day counts as the one before
  expect(dayIndex('02-29')).toBe(dayIndex('02-28'));
  for (const wrong of ['02-30', '13-01', '00-10', '4-1', '04-31', 'April'])
    expect(dayIndex(wrong)).toBeNull();
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 364 }), (day) => {
      const date = new Date(Date.UTC(2023, 0, day + 1));
      const text = date.toISOString().slice(5, 10);
      expect([dayIndex(text), monthOfDay(day)]).toEqual([day, date.getUTCMonth()]);
    }),
  );
});

describe('stops', () => {
  it('hold their days, first and last among them, over the new year too', () => {
    const { days } = daysOfStay({ a: stop('12-20', '01-10', 1), b: stop('04-15', '04-15', 2) });
    expect(days.get('a')).toEqual([10, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 12]);
    expect(days.get('b')?.[3]).toBe(1);
  });
  it('hold none while only half of where they are is known', () => {
    for (const half of [{ lat: null }, { lon: null }]) {
      const { days } = daysOfStay({ a: { ...stop('04-01', '04-10', 1), ...half } });
      expect(days.has('a')).toBe(false);
    }
    expect(daysOfStay({ a: stop('04-01', '04-10', 1) }).days.get('a')![3]).toBe(10);
  });
  it('that claim the same days are named, and the later has them', () => {
    const { days, overlaps } = daysOfStay({ a: stop('04-01', '04-30', 1), b: stop('04-21', '05-10', 2) });
    expect([days.get('a')?.[3], days.get('b')?.[3]]).toEqual([20, 10]);
    expect(overlaps).toEqual([['stop 1', 'stop 2']]);
    expect(daysOfStay({ a: stop('04-01', '04-20', 1), b: stop('04-21', '05-10', 2) }).overlaps).toEqual([]);
  });
  it('never claim more days than there are', () => {
    const date = fc
      .integer({ min: 0, max: 364 })
      .map((day) => new Date(Date.UTC(2023, 0, day + 1)).toISOString().slice(5, 10));
    fc.assert(
      fc.property(fc.array(fc.tuple(date, date), { maxLength: 6 }), (spans) => {
        const stops = Object.fromEntries(spans.map(([from, to], i) => [`s${i}`, stop(from, to, i)]));
        const { days } = daysOfStay(stops);
        for (const [month, length] of MONTH_DAYS.entries()) {
          const sum = [...days.values()].reduce((total, months) => total + (months[month] ?? 0), 0);
          expect(sum).toBeLessThanOrEqual(length);
        }
      }),
    );
  });
});

describe('the stitched year', () => {
  const stops = { n: stop('06-01', '06-15', 1, 60), s: stop('07-01', '08-31', 2, 30) };
  const grids = {
    ...plainClimate(40, { lowestC: -2 }),
    stops: {
      n: plainClimate(60, { lowestC: -30, highestC: 25 }),
      s: plainClimate(30, { lowestC: 5, highestC: 44 }),
    },
  };
  const year = resolveClimate({ place: home, stops }, grids)!;
  it('is at home on the days no stop has', () => {
    expect(year.stays[0]!.map(({ id, share }) => [id, share])).toEqual([['home', 1]]);
    expect(year.stays[5]!.map(({ id, share }) => [id, share])).toEqual([
      ['home', 0.5],
      ['n', 0.5],
    ]);
    expect(year.stays[6]!.map(({ id }) => id)).toEqual(['s']);
    expect(year.moves).toBe(true);
  });
  it('has the mean of the days in a month, and the extremes of every place', () => {
    const [quay, north] = [
      resolveClimate({ place: home, stops: {} }, plainClimate(40))!,
      resolveClimate({ place: stops.n, stops: {} }, plainClimate(60))!,
    ];
    expect(year.months[5]!.ghiKWhm2).toBeCloseTo(
      (quay.months[5]!.ghiKWhm2 + north.months[5]!.ghiKWhm2) / 2,
      9,
    );
    expect([year.low.valueC, year.high.valueC]).toEqual([-35, 47]);
  });
  it('waits for every place it goes to', () => {
    expect(resolveClimate({ place: home, stops }, { ...plainClimate(40), stops: {} })).toBeNull();
    expect(
      resolveClimate({ place: home, stops: { x: { ...stops.n, lat: null } } }, plainClimate(40))?.moves,
    ).toBe(false);
  });
});

describe('days of the year as people write them', () => {
  it.each([
    ['15 April', '04-15'],
    ['15. apr.', '04-15'],
    ['Apr 15', '04-15'],
    ['15.4.', '04-15'],
    ['15/4', '04-15'],
    ['04-15', '04-15'],
    ['29 Feb', '02-29'],
    ['1 mar', '03-01'],
  ])('%s', (text, date) => expect(parseDayMonth(text)).toEqual({ ok: true, date }));
  it.each([
    ['30 February', /no 30 February/],
    ['4/15', /no 4 month 15/],
    ['31.4.', /no 31 April/],
    ['soon', /Type a day and a month/],
    ['15 Brumaire', /Type a day and a month/],
    ['', /Type a day/],
  ])('not “%s”', (text, message) =>
    expect(parseDayMonth(text)).toEqual({ ok: false, message: expect.stringMatching(message) as string }),
  );
  it('show what they read', () => {
    for (const date of ['01-01', '12-31', '04-15'])
      expect(parseDayMonth(formatDayMonth(date))).toEqual({ ok: true, date });
  });
});
