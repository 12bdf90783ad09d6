import fc from 'fast-check';
import { readJson } from '../../fixtures/read';
import { plain } from '../testing/plain';
import {
  ALL_MONTHS,
  dayIndex,
  daysByMonth,
  displayEntered,
  displayFigure,
  formatCoordinate,
  formatDayMonth,
  formatNumber,
  formatTrimmed,
  fromStored,
  joined,
  MONTH_DAYS,
  MONTH_NAMES,
  monthName,
  monthOfDay,
  monthsText,
  parseCoordinate,
  parseDayMonth,
  parsePlace,
  QUANTITIES,
  readMonths,
  readNumber,
  shortMonth,
  spanOf,
  toStored,
  unitsOf,
  YEAR_DAYS,
  type Quantity,
} from '.';

const figure = (value: number, quantity: Quantity, system: 'metric' | 'imperial' = 'metric') =>
  plain(joined(displayFigure(value, quantity, system)));

describe('the days of a year', () => {
  it('are 365, in twelve months with their names', () => {
    expect(MONTH_DAYS.reduce<number>((sum, days) => sum + days, 0)).toBe(YEAR_DAYS);
    expect(ALL_MONTHS.map(monthName)).toEqual([...MONTH_NAMES]);
    expect(ALL_MONTHS.map(shortMonth)).toEqual(MONTH_NAMES.map((name) => name.slice(0, 3)));
    expect([monthName(0), monthName(13)]).toEqual(['', '']);
    expect([shortMonth(13), shortMonth(0)]).toEqual(['Jan', 'Dec']);
  });
  it('are counted from the first of January', () => {
    let day = 0;
    for (const [m, length] of MONTH_DAYS.entries())
      for (let d = 1; d <= length; d++, day++) {
        const date = `${String(m + 1).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
        expect(dayIndex(date)).toBe(day);
        expect(monthOfDay(day)).toBe(m);
      }
  });
  it('know no others', () => {
    for (const date of ['02-30', '04-31', '00-10', '13-01', '05-00', '5-1', '05/01', '', '2023-05-01'])
      expect(dayIndex(date)).toBeNull();
    expect(dayIndex('02-29')).toBe(dayIndex('02-28'));
  });
  it('run from one to another, both included, over the new year if they must', () => {
    expect(spanOf('03-01', '03-01')).toEqual([59]);
    expect(spanOf('12-31', '01-02')).toEqual([364, 0, 1]);
    expect(spanOf('01-01', '12-31')).toHaveLength(365);
    expect(spanOf('02-30', '03-01')).toEqual([]);
    expect(spanOf('03-01', 'never')).toEqual([]);
    expect(daysByMonth('01-30', '03-02')).toEqual([2, 28, 2, 0, 0, 0, 0, 0, 0, 0, 0, 0]);
    expect(daysByMonth('12-25', '01-05')).toEqual([5, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 7]);
  });
  it.each([
    ['15 April', '04-15'],
    ['15. apr', '04-15'],
    ['April 15', '04-15'],
    ['apr. 15', '04-15'],
    ['15.4.', '04-15'],
    ['15/4', '04-15'],
    ['04-15', '04-15'],
    ['  1 dec ', '12-01'],
    ['29 February', '02-29'],
  ])('are read as people write them: %s', (text, date) => {
    expect(parseDayMonth(text)).toEqual({ ok: true, date });
    expect(formatDayMonth(date)).toMatch(/^\d+ [A-Z][a-z]+$/);
  });
  it.each(['', 'April', '15', '31 April', '0.4.', '15.13.', '15 xyz', '4-15'])(
    'are refused with a reason: “%s”',
    (text) => {
      const reading = parseDayMonth(text);
      expect(reading.ok).toBe(false);
      if (!reading.ok) expect(reading.message).toMatch(/Type a day and a month|There is no/);
    },
  );
});

describe('months in words', () => {
  it.each([
    [[], 'none'],
    [[...ALL_MONTHS], 'all'],
    [[5], 'May'],
    [[5, 6, 7, 8, 9, 10], 'May–Oct'],
    [[12, 1], 'Dec–Jan'],
    [[11, 12, 1, 2, 6, 8, 9], 'Jun, Aug–Sep, Nov–Feb'],
  ])('%j', (months, words) => {
    const text = monthsText(months);
    const parts = (of: string) => of.split(', ').sort();
    expect(parts(text)).toEqual(parts(words));
  });
  it('come back as they were', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1 }), (months) => {
        const inTurn = months.toSorted((a, b) => a - b);
        expect(readMonths(monthsText(inTurn))).toEqual(inTurn);
      }),
    );
  });
  it('are read in numbers and names, together and over the new year', () => {
    expect(readMonths('6-9')).toEqual([6, 7, 8, 9]);
    expect(readMonths('Nov–Feb, 6 and july')).toEqual([1, 2, 6, 7, 11, 12]);
    expect(readMonths('')).toHaveLength(12);
    for (const text of ['13', '0', 'sometimes', '1-2-3', 'ma']) expect(readMonths(text)).toBeUndefined();
  });
});

describe('numbers as they are shown', () => {
  it('have grouped thousands from five digits on, a real minus, and no exponent', () => {
    expect([0, 7, 999, 1234, 9999, 12345, 1234567].map((n) => plain(formatNumber(n, 0)))).toEqual([
      '0',
      '7',
      '999',
      '1234',
      '9999',
      '12 345',
      '1 234 567',
    ]);
    expect(plain(formatNumber(-12345.678, 1))).toBe('−12 345.7');
    expect(formatNumber(-0.04, 1)).toBe('0.0');
    expect(formatNumber(-0.06, 1)).toBe('−0.1');
    expect(formatNumber(1e-9, 3)).toBe('0.000');
    expect(plain(formatNumber(9999.6, 0))).toBe('10 000');
    expect([NaN, Infinity, -Infinity].map((n) => formatNumber(n, 2))).toEqual(['–', '–', '–']);
  });
  it('lose last zeros where they say nothing', () => {
    expect([7, 7.25, 7.5, 100, 0].map((n) => formatTrimmed(n, 2))).toEqual(['7', '7.25', '7.5', '100', '0']);
  });
  it.each(readJson<[number, Quantity, string][]>('shown-figures.json'))(
    '%d of %s is %s',
    (value, quantity, text) => expect(figure(value, quantity)).toBe(text),
  );
  it('turn into the units of the job', () => {
    expect(figure(-40, 'temperature', 'imperial')).toBe('−40 °F');
    expect(figure(0, 'temperature', 'imperial')).toBe('32 °F');
    expect(figure(304.8, 'altitude', 'imperial')).toBe('1000 ft');
    expect(figure(10, 'rise', 'imperial')).toBe('18 °F');
  });
  it('show what was typed as exactly as it is worth', () => {
    expect(displayEntered(1234, 'power', 'kW')).toEqual({ number: '1.234', unit: 'kW' });
    expect(displayEntered(60, 'power', 'W')).toEqual({ number: '60', unit: 'W' });
  });
});

describe('every unit', () => {
  const quantities = Object.keys(QUANTITIES) as Quantity[];
  it('leads back to what was stored', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('metric' as const, 'imperial' as const),
        fc.constantFrom(...quantities),
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        (system, quantity, value) => {
          for (const unit of unitsOf(quantity, system)) {
            const back = toStored(fromStored(value, quantity, unit), quantity, unit);
            expect(Math.abs(back - value)).toBeLessThan(1e-6 * Math.max(1, Math.abs(value)));
          }
        },
      ),
    );
  });
  it('keeps the order of sizes', () => {
    for (const quantity of quantities)
      for (const unit of unitsOf(quantity, 'imperial'))
        expect(toStored(2, quantity, unit)).toBeGreaterThan(toStored(1, quantity, unit));
  });
});

describe('places', () => {
  it.each([
    ['41.6', 'latitude', 41.6],
    ['-7.3', 'longitude', -7.3],
    ['7.3W', 'longitude', -7.3],
    ['41°36\'12"N', 'latitude', 41.6033333],
    ['S 33 51.5', 'latitude', -33.8583333],
    ['0', 'latitude', 0],
    ['180 E', 'longitude', 180],
  ] as const)('%s', (text, axis, value) => {
    const reading = parseCoordinate(text, axis);
    expect(reading).toMatchObject({ ok: true, value: expect.closeTo(value, 6) });
  });
  it.each([
    ['91', 'latitude', /from −90° to 90°/],
    ['181', 'longitude', /from −180° to 180°/],
    ['41 N', 'longitude', /N belongs to a latitude/],
    ['7 E', 'latitude', /E belongs to a longitude/],
    ['-7 W', 'longitude', /minus or a letter/],
    ['41 61', 'latitude', /Minutes and seconds/],
    ['41 10 60', 'latitude', /Minutes and seconds/],
    ['1 2 3 4', 'latitude', /in degrees/],
    ['', 'latitude', /in degrees/],
    ['north', 'latitude', /./],
  ] as const)('refuses %s', (text, axis, reason) => {
    const reading = parseCoordinate(text, axis);
    expect(reading.ok).toBe(false);
    if (!reading.ok) expect(reading.message).toMatch(reason);
  });
  it('are read in pairs', () => {
    expect(parsePlace('41.6N 7.3W')).toEqual({ latDeg: 41.6, lonDeg: -7.3 });
    expect(parsePlace('-44.1, 169.9')).toEqual({ latDeg: -44.1, lonDeg: 169.9 });
    for (const text of ['41.6', 'a place', '91, 10', 'N E', '']) expect(parsePlace(text)).toBeUndefined();
    expect(formatCoordinate(-7.3, 'longitude')).toBe('7.30° W');
    expect(formatCoordinate(0, 'latitude')).toBe('0.00° N');
    expect(formatCoordinate(-0.5, 'latitude')).toBe('0.50° S');
  });
});

describe('one number', () => {
  it.each([
    ['1234', 1234],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1234567],
    ['1 234', 1234],
    ['12,5', 12.5],
    ['0,125', 0.125],
    ['−3.5', -3.5],
    ['+7', 7],
    ['.5', 0.5],
    ['1e3', 1000],
    ['5.', 5],
  ])('%s', (text, value) => expect(readNumber(text)).toEqual({ ok: true, value }));
  it('is asked about where a comma could mean either', () => {
    const reading = readNumber('1,234');
    expect(reading).toMatchObject({ ok: false, message: '1,234 could be 1234 or 1.234; type one of them' });
    expect(readNumber('1,234', true)).toEqual({ ok: true, value: 1.234 });
    expect(readNumber('1.234,5', true)).toEqual({ ok: true, value: 1234.5 });
  });
  it.each(['', 'abc', '1.2.3', '--1', '1-2', 'e5', '1,2,3.4.5'])('is not “%s”', (text) =>
    expect(readNumber(text)).toMatchObject({ ok: false }),
  );
});
