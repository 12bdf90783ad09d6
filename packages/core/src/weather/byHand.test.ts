import fc from 'fast-check';
import { gzipSync, strToU8 } from 'fflate';
import { MONTH_DAYS, offsetOf, type Moment } from '../units';
import { decodeText } from './decode';
import { completed, emptyYear, hourIndex, HOURS, sunOfYear, type HourlyYear } from './hours';
import { monthsOf, readMonthTable } from './monthly';
import { readEpw } from './station';
import { weatherOf } from './summary';
import { hourOf, type Clock } from './times';

const place = { latDeg: 42, lonDeg: 0, altitudeM: 200, utcOffsetH: 0 };

describe('moments', () => {
  const clock: Clock = { dates: 'year', timeMeans: 'start', utcOffsetH: 1, summerTime: false };
  const noon = (month: number, day: number, over: Partial<Moment> = {}): Moment => ({
    year: 2023,
    month,
    day,
    hour: 12,
    minute: 0,
    zone: null,
    ...over,
  });
  it('are so far from Greenwich as they say, west below nothing', () => {
    expect(['+01:00', '-03:30', '+0545', '-0800', 'Z', ''].map(offsetOf)).toEqual([1, -3.5, 5.75, -8, 0, 0]);
    // three and a half hours behind: noon there is half past four in the afternoon by a clock an hour ahead
    expect(hourOf(noon(6, 1, { zone: '-03:30' }), clock, 1)).toBe(hourIndex(6, 1, 17));
  });
  it('are an hour earlier while clocks are put forward: from the last Sunday of March to that of October', () => {
    // 26 March and 29 October 2023 were Sundays
    const at = (month: number, day: number, summerTime: boolean) =>
      Number(hourOf(noon(month, day), { ...clock, summerTime }, 1));
    const forward = (month: number, day: number) => at(month, day, true) - at(month, day, false);
    for (const [month, day] of [
      [1, 15],
      [2, 28],
      [3, 1],
      [3, 25],
      [10, 29],
      [11, 1],
      [12, 31],
    ] as const)
      expect([month, day, forward(month, day)]).toEqual([month, day, 0]);
    for (const [month, day] of [
      [3, 26],
      [3, 31],
      [4, 1],
      [7, 15],
      [9, 30],
      [10, 1],
      [10, 28],
    ] as const)
      expect([month, day, forward(month, day)]).toEqual([month, day, -1]);
    // one that says its zone is not put forward
    expect(hourOf(noon(7, 1, { zone: '+01:00' }), { ...clock, summerTime: true }, 1)).toBe(
      hourIndex(7, 1, 12),
    );
  });
  it('are none where there is no such day or hour', () => {
    const at = (month: number, day: number, over: Partial<Moment> = {}) =>
      hourOf(noon(month, day, over), clock, 1);
    for (const [month, day] of [
      [0, 10],
      [13, 10],
      [4, 0],
      [4, 31],
      [2, 29],
    ] as const)
      expect([month, day, at(month, day)]).toEqual([month, day, null]);
    expect(at(4, 30)).toBe(hourIndex(4, 30, 12));
    expect(at(2, 29, { year: 2024 })).toBe('leap');
    expect([at(4, 1, { hour: -1 }), at(4, 1, { hour: 25 }), at(4, 1, { minute: 60 })]).toEqual([
      null,
      null,
      null,
    ]);
    expect(at(4, 1, { hour: 24 })).toBe(hourIndex(4, 2, 0));
  });
  it('stand for the hour they begin, end or halve', () => {
    const at = (timeMeans: Clock['timeMeans'], stepH: number, minute = 0) =>
      hourOf(noon(5, 4, { minute }), { ...clock, timeMeans }, stepH);
    const twelve = hourIndex(5, 4, 12)!;
    expect([at('start', 1), at('end', 1), at('middle', 1)]).toEqual([twelve, twelve - 1, twelve]);
    // the quarter before noon ends at noon, the one after begins at it
    expect([at('end', 0.25), at('start', 0.25), at('end', 0.25, 15)]).toEqual([twelve - 1, twelve, twelve]);
  });
});

describe('gaps of a year', () => {
  const yearOf = (air: (hour: number) => number): HourlyYear => {
    const year = emptyYear(place);
    for (let hour = 0; hour < HOURS; hour++) year.air[hour] = air(hour);
    return year;
  };
  const sum = (values: Float64Array) => values.reduce((all, value) => all + (Number.isNaN(value) ? 1 : 0), 0);
  it('of up to six hours go straight across, of more follow the same hour of the days around', () => {
    const short = completed(yearOf((hour) => (hour >= 100 && hour < 106 ? NaN : hour))).year.air;
    expect([...short.slice(99, 107)]).toEqual([99, 100, 101, 102, 103, 104, 105, 106]);
    // 9° by day and 1° by night on the day before, 5° more on the day after
    const day = (hour: number) => (hour % 24 >= 8 && hour % 24 < 20 ? 9 : 1) + (hour >= 240 ? 5 : 0);
    const filled = completed(yearOf((hour) => (hour >= 216 && hour < 240 ? NaN : day(hour))));
    expect(filled.year.air[216 + 3]).toBe((1 + 6) / 2);
    expect(filled.year.air[216 + 12]).toBe((9 + 14) / 2);
    expect(filled.notes).toContain(
      '24 hours of air temperature were missing and filled from the hours and days around.',
    );
  });
  it('at the ends of the year follow the only side there is', () => {
    const { air } = completed(yearOf((hour) => (hour < 24 || hour >= HOURS - 24 ? NaN : hour))).year;
    expect([air[0], air[23], air[HOURS - 1]]).toEqual([24, 47, HOURS - 25]);
  });
  it('that are too long, or have no such hour around, stay gaps and are not told as filled', () => {
    const fifteenDays = completed(yearOf((hour) => (hour >= 1000 && hour < 1000 + 15 * 24 ? NaN : 3)));
    expect([sum(fifteenDays.year.air), fifteenDays.notes]).toEqual([360, []]);
    const fourteenDays = completed(yearOf((hour) => (hour >= 1000 && hour < 1000 + 14 * 24 ? NaN : 3)));
    expect(sum(fourteenDays.year.air)).toBe(0);
    // one reading at noon every ten days: of no other hour is anything known
    const noons = completed(yearOf((hour) => (hour % 240 === 12 ? 7 : NaN)));
    expect(noons.year.air[36]).toBe(7);
    expect(noons.year.air[37]).toBeNaN();
    expect(noons.notes[0]).toMatch(/^3\d\d hours of air/);
  });
  it('of beam or diffuse follow from the other two, of both from the global light by Erbs', () => {
    const { cosZenith, extraterrestrialWm2 } = sunOfYear(emptyYear(place));
    const [noon, night] = [hourIndex(6, 1, 12)!, hourIndex(6, 1, 2)!];
    const up = cosZenith[noon]!;
    const at = (hour: number, ghi: number, dni: number, dhi: number) => {
      const year = yearOf(() => 3);
      [year.ghi, year.dni, year.dhi].forEach((series, k) => (series[hour] = [ghi, dni, dhi][k]!));
      const { year: after } = completed(year);
      return [after.ghi, after.dni, after.dhi].map((series) => series[hour]!);
    };
    const near = (values: number[]) => values.map((value) => expect.closeTo(value, 6));
    expect(at(noon, 600, NaN, 240)).toEqual(near([600, 360 / up, 240]));
    expect(at(noon, 600, 400, NaN)).toEqual(near([600, 400, 600 - 400 * up]));
    expect(at(noon, NaN, 400, 240)).toEqual(near([240 + 400 * up, 400, 240]));
    // more beam than the whole leaves no diffuse below nothing
    expect(at(noon, 200, 900, NaN)[2]).toBe(0);
    const kt = 600 / (extraterrestrialWm2[noon]! * up);
    const share = 0.9511 - 0.1604 * kt + 4.388 * kt ** 2 - 16.638 * kt ** 3 + 12.336 * kt ** 4;
    expect(at(noon, 600, NaN, NaN)).toEqual(near([600, (600 * (1 - share)) / up, 600 * share]));
    expect(at(night, 0, NaN, NaN)).toEqual([0, 0, 0]);
  });
  it('leave a month its mean by the hours that are there', () => {
    const year = yearOf(() => 3);
    // 200 W/m² by day and night, but for 15 days from 24 January: too long to fill, too short to spoil a month
    for (let hour = 0; hour < HOURS; hour++) {
      const missing = hour >= 23 * 24 && hour < 38 * 24;
      [year.ghi, year.dni, year.dhi].forEach(
        (series, k) => (series[hour] = missing ? NaN : [200, 0, 200][k]!),
      );
    }
    const { ghi, notes } = weatherOf(year, { name: 'x', kind: 'hourly', notes: ['as read'] });
    // 0.2 kW/m² over 24 h
    expect(ghi).toEqual(MONTH_DAYS.map(() => 4.8));
    expect(notes[0]).toBe('as read');
  });
  it('of all its air leave it no extremes, and of one day that day’s', () => {
    const told = (air: (hour: number) => number) =>
      weatherOf(yearOf(air), { name: 'x', kind: 'hourly', notes: [] });
    expect(told(() => NaN)).toMatchObject({ lowest: null, highest: null, light: null });
    expect(
      told((hour) => (hour < 24 ? 5 + (hour === 13 ? 9 : 0) - (hour === 4 ? 7 : 0) : NaN)),
    ).toMatchObject({ lowest: -2, highest: 14 });
  });
  it('but a few hours of light do not give a month, nor the year its light', () => {
    const year = yearOf(() => 3);
    for (let hour = 0; hour < HOURS; hour++)
      [year.ghi, year.dni, year.dhi].forEach((series) => (series[hour] = 100));
    // of March half of its hours, and those after one another
    for (let hour = 59 * 24; hour < 59 * 24 + 16 * 24; hour++)
      [year.ghi, year.dni, year.dhi].forEach((series) => (series[hour] = NaN));
    const { ghi, light, notes } = weatherOf(year, { name: 'x', kind: 'hourly', notes: [] });
    expect(ghi.map((value) => value === null)).toEqual(MONTH_DAYS.map((_, month) => month === 2));
    expect([light, notes[0]]).toEqual([
      null,
      '1 of 12 months have too few hours of light and is left to the climate grid: 3.',
    ]);
  });
});

it('a month with three fifths of its hours is one, with an hour less it is not', () => {
  const of = (missing: number) => {
    const year = emptyYear(place);
    const april = 90 * 24;
    for (let hour = 0; hour < HOURS; hour++) {
      const gone = hour >= april && hour < april + missing;
      [year.ghi, year.dni, year.dhi].forEach((series, k) => (series[hour] = gone ? NaN : [100, 0, 100][k]!));
    }
    return weatherOf(year, { name: 'x', kind: 'hourly', notes: [] });
  };
  // 432 of 720
  expect(of(288).ghi[3]).not.toBeNull();
  expect(of(289).ghi[3]).toBeNull();
  expect([of(288).notes.join().includes('too few'), of(289).notes.join().includes('too few')]).toEqual([
    false,
    true,
  ]);
});

it('the light of clear hours counts, though none of it is diffuse', () => {
  const year = emptyYear(place);
  const { cosZenith } = sunOfYear(year);
  for (let hour = 0; hour < HOURS; hour++) {
    const up = Math.max(0, cosZenith[hour]!);
    [year.ghi, year.dni, year.dhi].forEach(
      (series, k) => (series[hour] = [600 * up, up > 0.02 ? 600 : 0, 0][k]!),
    );
  }
  const { light } = weatherOf(year, { name: 'x', kind: 'hourly', notes: [] });
  // at noon of the equinox, 42° north
  expect(light!.ghi[2]![24]! / 600).toBeCloseTo(Math.cos((42 - -2) * (Math.PI / 180)), 1);
  expect(light!.dni[2]![24]).toBeCloseTo(600, 0);
});

describe('a gzipped file', () => {
  const rows = Array.from({ length: 200 }, (_, i) => `${i},${Math.sin(i)}`).join('\n');
  const whole = gzipSync(strToU8(rows));
  it('is never taken where it is broken off, wherever', () => {
    expect(decodeText(whole)).toEqual({ ok: true, text: rows });
    for (let kept = 2; kept < whole.length; kept++)
      expect([kept, decodeText(whole.slice(0, kept))]).toEqual([
        kept,
        { ok: false, message: 'The file is gzipped, but broken off or damaged: fetch it again' },
      ]);
  });
  it('is never taken as something else where a byte of it is another', () => {
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), (at, change) => {
        const other = Uint8Array.from(whole, (byte, i) => (i === at ? byte ^ change : byte));
        const read = decodeText(other);
        // its head has a date and a system, which change nothing
        if (read.ok && at >= 2) expect([at, read.text]).toEqual([at, rows]);
      }),
      { numRuns: 2000 },
    );
  });
  it('may have its members one after the other (RFC 1952, 2.2), and nothing in it', () => {
    // as two files put together with cat
    const more = gzipSync(strToU8('\n200,1'));
    const both = new Uint8Array([...whole, ...more]);
    expect(decodeText(both)).toEqual({ ok: true, text: `${rows}\n200,1` });
    expect(decodeText(both.slice(0, -9)).ok).toBe(false);
    expect(decodeText(gzipSync(new Uint8Array()))).toEqual({ ok: true, text: '' });
    // a file in blocks of 64 kB has hundreds; one of very many is made to keep a reader busy
    const alike = (many: number) => new Uint8Array(Array.from({ length: many }, () => [...more]).flat());
    expect(decodeText(alike(600))).toEqual({ ok: true, text: '\n200,1'.repeat(600) });
    expect(decodeText(alike(2001)).ok).toBe(false);
  });
});

describe('a station’s file', () => {
  const hour = (month: string, day: number, of: number, cells = 35) =>
    ['1999', month, day, of, 0, '-', 5.5, ...Array<number>(28).fill(0)].slice(0, cells).join(',');
  const problems = (...lines: string[]) => {
    const read = readEpw(['LOCATION,Town,,,,,42,-90,-6,200', ...lines].join('\n'));
    return read.ok ? read.notes : read.problems;
  };
  it('says of each line what is wrong with it', () => {
    const good = hour('1', 1, 1);
    expect(problems(good, hour('x', 1, 2))).toEqual([
      { line: 3, column: null, message: 'The line does not begin with year, month, day and hour' },
    ]);
    expect(problems(good, hour('1', 1, 2, 20))).toEqual([
      { line: 3, column: null, message: 'The line has 20 of 35 columns: it is broken off' },
    ]);
    expect(problems(good, '', hour('2', 29, 2))).toEqual([
      '29 February was left out, 1 hour.',
      'The file holds 1 of 8,760 hours: it is broken off, or has gaps.',
    ]);
    // of what cannot be read its beginning, and of many lines so many
    const odd = hour('1', 1, 2).split(',').with(13, 'x'.repeat(90)).join();
    expect(problems(good, odd)).toMatchObject([{ message: `“${'x'.repeat(20)}” is not a number` }]);
    expect(problems(good, ...Array<string>(50).fill(odd))).toHaveLength(20);
    expect(problems()).toEqual([
      { line: null, column: null, message: 'There are no hours below the header: the file is broken off' },
    ]);
  });
});

it('a station is called by what its file says of where it is', () => {
  const site = (location: string) => {
    const read = readEpw(
      [`LOCATION,${location},42,-90,-6,200`, `1999,1,1,1,0,-,5.5,${Array<number>(28).fill(0).join()}`].join(
        '\n',
      ),
    );
    return read.ok ? read.site : read.problems;
  };
  expect([site('Town,,Land,,'), site('Town,,,,'), site('Town,State,Land,,')]).toEqual([
    'Town, Land',
    'Town',
    'Town, Land',
  ]);
});

describe('tables of months', () => {
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const GHI = [0, 0.4, 1.6, 3.3, 4.7, 5.4, 5.1, 3.9, 2.3, 1.0, 0.2, 0];
  const of = (text: string, latDeg = 66) => {
    const read = readMonthTable(text, latDeg);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const months = monthsOf(read.table, read.table.mapping, 'pasted');
    if (!months.ok) throw new Error(JSON.stringify(months.problems));
    return months.weather.ghi;
  };
  it('may have one heading over all of their columns, or none over the months', () => {
    const mj = (heading: string) =>
      of(
        `${heading}\n${NAMES.map((name, m) => `${name}\t${(GHI[m]! * 3.6).toFixed(2)}\t${m}`).join('\n')}`,
      ).map((value, m) => Math.abs(value! - GHI[m]!) < 0.01);
    expect(mj('Radiation MJ/m²/day')).toEqual(NAMES.map(() => true));
    expect(mj('Radiation MJ/m²/day\tmean °C')).toEqual(NAMES.map(() => true));
    expect(mj('Month\tRadiation MJ/m²/day\tmean °C')).toEqual(NAMES.map(() => true));
  });
  it('may be as sunny and as warm as it gets anywhere, and no more', () => {
    const wrong = (ghi: number, air: number) => {
      const text = `Month,GHI kWh/m²/day,mean °C\n${NAMES.map((name) => `${name},${ghi},${air}`).join('\n')}`;
      const read = readMonthTable(text, 20);
      if (!read.ok) return read.problems.length;
      const months = monthsOf(read.table, read.table.mapping, 'pasted');
      return months.ok ? 0 : months.problems.length;
    };
    expect([wrong(12, 60), wrong(0, -70)]).toEqual([0, 0]);
    expect([wrong(12.1, 20), wrong(5, 60.1), wrong(5, -70.1)].every((many) => many === 12)).toBe(true);
  });
  it('may have the unit in each cell alone', () => {
    // a freezing winter in °F would pass for a mild one in °C: 32 °F are 0 °C
    const air = [14, 20, 28, 36, 42, 44, 45, 44, 40, 33, 24, 16];
    const read = readMonthTable(
      NAMES.map((name, m) => `${name}\t${GHI[m]!.toFixed(1)} kWh/m²\t${air[m]} °F`).join('\n'),
      66,
    );
    const months = read.ok && monthsOf(read.table, read.table.mapping, 'pasted');
    expect(months && months.ok && months.weather.air).toEqual(
      air.map((fahrenheit) => expect.closeTo(((fahrenheit - 32) * 5) / 9, 1)),
    );
  });
  it('may have months without any sun', () => {
    expect(of(NAMES.map((name, m) => `${name}\t${GHI[m]!.toFixed(1)}`).join('\n'))).toEqual(GHI);
  });
  it.each([
    ['Jan-22', (year: number) => `-${year}`],
    ['Jan 2022', (year: number) => ` 20${year}`],
    ['Jan ’22', (year: number) => ` ’${year}`],
  ])('may be of two years, dated %s, which are averaged', (_, dated) => {
    const rows = [22, 23].flatMap((year) =>
      NAMES.map((name, m) => `${name}${dated(year)}\t${(GHI[m]! + (year - 22) * 0.2).toFixed(1)}`),
    );
    expect(of(rows.join('\n'))).toEqual(GHI.map((value) => Number((value + 0.1).toFixed(3))));
    const remarks = (text: string) => {
      const read = readMonthTable(text, 66);
      return read.ok && read.table.remarks;
    };
    expect(remarks(rows.join('\n'))).toEqual(['2 years are averaged.']);
    expect(remarks(rows.slice(0, 12).join('\n'))).toEqual([]);
  });
  it('keep a mean power in W/m² apart from energies by the day and by the month', () => {
    const by = (heading: string, factor: number) =>
      of(
        `Month\t${heading}\n${NAMES.map((name, m) => `${name}\t${(GHI[m]! * factor).toFixed(2)}`).join('\n')}`,
      );
    const near = GHI.map((value) => expect.closeTo(value, 2));
    expect(by('mean W/m²', 1000 / 24)).toEqual(near);
    expect(by('GHI, W/m² per day', 1000 / 24)).toEqual(near);
    expect(by('Wh/m² per day', 1000)).toEqual(near);
  });
});
