import { strToU8 } from 'fflate';
import { sunSeries } from '../sky';
import { orderOf } from '../units';
import type { Role } from './columns';
import { HOURS } from './hours';
import { readWeather } from './read';

const place = { latDeg: 42, lonDeg: -90, altitudeM: 200 };
const START = Date.UTC(2023, 0, 1);
// an invented year: nine tenths of the sun's height in kW/m², less on every third day, and air that follows the year
const sun = sunSeries(place.latDeg, place.lonDeg, START + 6.5 * 3_600_000, 1, HOURS);
const GHI = Array.from(sun.cosZenith, (up, hour) =>
  Math.round(900 * Math.max(0, up) * (Math.floor(hour / 24) % 3 === 0 ? 0.4 : 1)),
);
const AIR = GHI.map((_, hour) => Number((10 - 12 * Math.cos((2 * Math.PI * hour) / HOURS)).toFixed(1)));
const two = (value: number) => String(value).padStart(2, '0');

interface Hour {
  y: number;
  m: number;
  d: number;
  h: number;
  ghi: number;
  air: number;
}
const hours = GHI.map((ghi, i): Hour => {
  const date = new Date(START + i * 3_600_000);
  return {
    y: 2023,
    m: date.getUTCMonth() + 1,
    d: date.getUTCDate(),
    h: date.getUTCHours(),
    ghi,
    air: AIR[i]!,
  };
});
const twelve = (h: number) => `${h % 12 || 12}:00 ${h < 12 ? 'AM' : 'PM'}`;
const comma = (value: number) => String(value).replace('.', ',');
const table = (heading: string, row: (hour: Hour) => string) => [heading, ...hours.map(row)].join('\n');
const preview = (text: string) => {
  const asked = readWeather(strToU8(text), 'own.csv', place);
  if (asked.ok !== 'map') throw new Error(JSON.stringify(asked).slice(0, 300));
  return asked.preview;
};
const taken = (text: string) => {
  const read = readWeather(strToU8(text), 'own.csv', place, preview(text).mapping);
  if (read.ok !== true) throw new Error(JSON.stringify(read).slice(0, 300));
  return read.weather;
};
const MONTHS = Array.from({ length: 12 }, (_, month) => {
  const of = hours.filter(({ m }) => m === month + 1);
  return (of.reduce((sum, { ghi }) => sum + ghi, 0) * 24) / of.length / 1000;
});

const MESSY: readonly (readonly [what: string, text: string, roles: Role[]])[] = [
  ['month first', table('Timestamp,GHI W/m2,Temp', ({ y, m, d, h, ghi, air }) => `${m}/${d}/${y} ${h}:00,${ghi},${air}`), ['time', 'ghi', 'air']],
  ['month first, by two clocks of twelve', table('Timestamp,GHI W/m2', ({ y, m, d, h, ghi }) => `${m}/${d}/${y} ${twelve(h)},${ghi}`), ['time', 'ghi']],
  ['day first, years of two figures', table('Date;Hour;Global', ({ m, d, h, ghi }) => `${two(d)}.${two(m)}.23;${h};${ghi}`), ['date', 'hour', 'ghi']],
  ['day first with slashes', table('when,ghi', ({ y, m, d, h, ghi }) => `${two(d)}/${two(m)}/${y} ${two(h)}:00:00,${ghi}`), ['time', 'ghi']],
  ['year first with slashes', table('time,ghi', ({ y, m, d, h, ghi }) => `${y}/${two(m)}/${two(d)} ${two(h)}:00,${ghi}`), ['time', 'ghi']],
  ['year first, months of one figure', table('time,ghi', ({ y, m, d, h, ghi }) => `${y}-${m}-${d} ${h}:00,${ghi}`), ['time', 'ghi']],
  ['hours in a column of their own, by two clocks of twelve', table('date,time,ghi', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)},${twelve(h)},${ghi}`), ['date', 'hour', 'ghi']],
  ['year, month, day and hour', table('Year,Month,Day,Hour,GHI,Temperature', ({ y, m, d, h, ghi, air }) => `${y},${m},${d},${h},${ghi},${air}`), ['year', 'month', 'day', 'hour', 'ghi', 'air']],
  ['with minutes', table('Year,Month,Day,Hour,Minute,GHI', ({ y, m, d, h, ghi }) => `${y},${m},${d},${h},0,${ghi}`), ['year', 'month', 'day', 'hour', 'minute', 'ghi']],
  ['hours 1 to 24', table('YYYY,MO,DY,HR,GHI', ({ y, m, d, h, ghi }) => `${y},${m},${d},${h + 1},${ghi}`), ['year', 'month', 'day', 'hour', 'ghi']],
  ['a line of units', table('Time,Global radiation,Air temperature\nUTC-6,W/m2,°F', ({ y, m, d, h, ghi, air }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,${ghi},${(air * 1.8 + 32).toFixed(1)}`), ['time', 'ghi', 'air']],
  ['megajoules by their heading', table('time,GHI MJ/m2', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,${(ghi * 0.0036).toFixed(4)}`), ['time', 'ghi']],
  ['megajoules nobody names', table('time,GHI', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,${(ghi * 0.0036).toFixed(4)}`), ['time', 'ghi']],
  ['kilowatt-hours', table('time,GHI kWh/m2', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,${(ghi / 1000).toFixed(3)}`), ['time', 'ghi']],
  ['half hours of watt-hours', table('time,GHI (Wh/m²)', ({ y, m, d, h, ghi }) => [0, 30].map((minute) => `${y}-${two(m)}-${two(d)} ${two(h)}:${two(minute)},${ghi / 2}`).join('\n')), ['time', 'ghi']],
  ['quarters of watts', table('time,GHI', ({ y, m, d, h, ghi }) => [0, 15, 30, 45].map((minute) => `${y}-${two(m)}-${two(d)} ${two(h)}:${two(minute)},${ghi}`).join('\n')), ['time', 'ghi']],
  ['every line twice', table('time,GHI', ({ y, m, d, h, ghi }) => Array(2).fill(`${y}-${two(m)}-${two(d)} ${two(h)}:00,${ghi}`).join('\n')), ['time', 'ghi']],
  ['every line of watt-hours twice', table('time,GHI (Wh/m²)', ({ y, m, d, h, ghi }) => Array(2).fill(`${y}-${two(m)}-${two(d)} ${two(h)}:00,${ghi}`).join('\n')), ['time', 'ghi']],
  ['the sun’s height and a cloudless sky beside it', table('time,Solar elevation,Clear-sky GHI,GHI', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,${ghi / 20},${ghi * 1.3},${ghi}`), ['time', 'none', 'none', 'ghi']],
  ['soil and dew before the air', table('time,Soil temp,Dew point temp,Air temp,ghi', ({ y, m, d, h, ghi, air }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00,4,${air - 8},${air},${ghi}`), ['time', 'none', 'none', 'air', 'ghi']],
  ['wind and its direction', table('time\tGHI\tWind dir\tWind speed km/h', ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${two(h)}:00\t${ghi}\t220\t12`), ['time', 'ghi', 'none', 'wind']],
  ['tabs and decimal commas', table('Zeit\tGlobalstrahlung kW/m²\tLufttemperatur', ({ y, m, d, h, ghi, air }) => `${two(d)}.${two(m)}.${y} ${two(h)}:00\t${comma(ghi / 1000)}\t${comma(air)}`), ['time', 'ghi', 'air']],
]; // prettier-ignore

describe('a table of hours, however it is written', () => {
  it.each(MESSY)('%s', (_, text, roles) => {
    expect(preview(text).columns.map(({ role }) => role)).toEqual(roles);
    const { ghi, air } = taken(text);
    for (const [m, value] of ghi.entries()) expect(Math.abs(value! / MONTHS[m]! - 1)).toBeLessThan(0.005);
    if (roles.includes('air')) expect(Math.abs(air[6]! - 22)).toBeLessThan(1);
  });
  it('reads the air by its heading, else by what air can be', () => {
    const unit = (heading: string, of: (air: number) => number) =>
      preview(
        table(
          `time,ghi,${heading}`,
          ({ y, m, d, h, ghi, air }) => `${y}-${two(m)}-${two(d)} ${h}:00,${ghi},${of(air)}`,
        ),
      ).columns[2]!.unit;
    // of a cold place, where no figure tells °F from °C
    for (const heading of ['Temp °F', 'Temp (F)', 'air_temp_f', 'Air temp Fahrenheit', 'Temp F'])
      expect([heading, unit(heading, (air) => air)]).toEqual([heading, '°F']);
    expect(unit('Temp', (air) => air * 1.8 + 32)).toBe('°F');
    expect(unit('Temp', (air) => air)).toBe('°C');
    expect(unit('Temp', (air) => air + 273.15)).toBe('K');
    expect(unit('Temp [K]', (air) => air + 273.15)).toBe('K');
  });
  it('tells the unit of light by the whole year, though it begins in the dark', () => {
    const sunless = (scale: number) =>
      preview(
        table(
          'time,Irradiance',
          ({ y, m, d, h, ghi }) =>
            `${y}-${two(m)}-${two(d)} ${h}:00,${m === 1 ? Math.min(ghi, 1) * scale : ghi * scale}`,
        ),
      ).columns[1]!.unit;
    expect([sunless(1), sunless(0.001), sunless(3.6)]).toEqual(['W/m²', 'kW/m²', 'kJ/m²']);
    // a figure for what is missing is no light
    const gaps = table(
      'time,Irradiance',
      ({ y, m, d, h, ghi }) => `${y}-${two(m)}-${two(d)} ${h}:00,${h === 3 ? 9999 : ghi}`,
    );
    expect(preview(gaps).columns[1]!.unit).toBe('W/m²');
  });
  it('takes hours told at half past for their middle, and half hours for what they begin', () => {
    const means = (...minutes: string[]) =>
      preview(
        table('time,ghi', ({ y, m, d, h, ghi }) =>
          minutes.map((minute) => `${y}-${two(m)}-${two(d)} ${two(h)}:${minute},${ghi}`).join('\n'),
        ),
      ).mapping.timeMeans;
    expect([means('30'), means('00'), means('00', '30')]).toEqual(['middle', 'start', 'start']);
  });
  it('takes for days and hours only what these can be', () => {
    const roles = (heading: string, of: (i: number) => number) =>
      preview(
        Array.from(
          { length: 400 },
          (_, i) => `2023-01-${two(1 + Math.floor(i / 24))} ${i % 24}:00,${i % 24 > 8 ? 300 : 0},${of(i)}`,
        ).reduce((all, line) => `${all}\n${line}`, `time,ghi,${heading}`),
      ).columns.map(({ role }) => role);
    // a reading far down the column that no month has
    expect(roles('Month', (i) => (i === 390 ? 13 : 1))[2]).not.toBe('month');
    expect(roles('Minute', (i) => (i === 390 ? 60 : 0))[2]).not.toBe('minute');
    // a line far down that is no figure at all is left to be told as a line
    expect(roles('Month', (i) => (i === 390 ? NaN : 1))[2]).toBe('month');
  });
  it('has one order of day and month for the whole of it', () => {
    const few = (days: number) =>
      Array.from({ length: days * 24 }, (_, i) => `${1 + Math.floor(i / 24)}/1/2023 ${i % 24}:00`);
    expect(orderOf(few(20))).toEqual({ order: 'day', proven: true });
    expect(orderOf(few(9))).toEqual({ order: 'day', proven: false });
    expect(orderOf(few(9).map((of) => of.replace(/^(\d)\/1/, '1/$1')))).toEqual({
      order: 'month',
      proven: false,
    });
    expect(orderOf(['2023-01-02 03:00'])).toEqual({ order: 'year', proven: true });
  });
  it('shows the order, and reads by another that is said', () => {
    const text = table('time,ghi', ({ y, m, d, h, ghi }) => `${m}/${d}/${y} ${h}:00,${ghi}`);
    const { mapping, datesTurned } = preview(text);
    expect([mapping.dates, datesTurned]).toEqual(['month', true]);
    expect(readWeather(strToU8(text), 'x', place, { ...mapping, dates: 'day' })).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([
        { line: 290, column: 'time', message: expect.stringMatching(/at no time of a year/) as string },
      ]) as unknown,
    });
  });
});
