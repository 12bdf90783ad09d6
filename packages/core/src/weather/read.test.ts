import { gunzipSync, gzipSync, strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readWeather, type WeatherReading } from './read';
import { previewHourly } from './columns';
import { monthsOf } from './monthly';

const here = { latDeg: 48, lonDeg: 11, altitudeM: 500 };
const tropics = { ...here, latDeg: 2 };
const fixture = (name: string) =>
  new Uint8Array(readFileSync(join(__dirname, '../../fixtures/weather', name)));
const read = (text: string, name = 'some.csv', place: typeof here | null = here) =>
  readWeather(strToU8(text), name, place);
const said = (reading: WeatherReading) =>
  reading.ok === false ? reading.problems.map(({ message }) => message).join(' | ') : `read: ${reading.ok}`;
const taken = (reading: WeatherReading) => {
  if (reading.ok === 'months') {
    const { table } = reading;
    const months = monthsOf(table, table.mapping, 'pasted');
    if (months.ok) return { ...months, away: null, site: '' };
  }
  if (reading.ok !== true) throw new Error(said(reading));
  return reading;
};

/** A year of hours with a plain sun, written as a logger does. */
function hours(columns: (hour: number) => (string | number)[], heading: string, many = 8760): string {
  const rows = Array.from({ length: many }, (_, hour) => columns(hour).join(','));
  return `${heading}\n${rows.join('\n')}\n`;
}
const stamp = (hour: number) =>
  new Date(Date.UTC(2023, 0, 1, hour)).toISOString().slice(0, 16).replace('T', ' ');
const sun = (hour: number) => Math.max(0, Math.round(600 * Math.sin(((hour % 24) - 6) * (Math.PI / 12))));
const table = hours(
  (hour) => [stamp(hour), sun(hour), (10 + (hour % 24) / 4).toFixed(1)],
  'time,ghi W/m2,temp C',
);

describe('each kind of file is known by what it says', () => {
  it.each([
    ['lakeside-42N.epw.gz', 'epw', 42],
    ['piedmont-36N-tmy3.csv.gz', 'tmy', 36],
  ] as const)('%s', (name, kind, lat) => {
    const plain = gunzipSync(fixture(name));
    for (const bytes of [fixture(name), plain]) {
      const { weather, away, site } = taken(readWeather(bytes, name, here));
      expect(weather.kind).toBe(kind);
      expect(weather.name).toBe(name);
      expect(Math.abs(away!.latDeg - lat)).toBeLessThan(1);
      expect(away!.lonDeg).toBeLessThan(0);
      expect(site).not.toBe('');
      expect(weather.ghi.every((month) => month !== null && month > 0.5 && month < 9)).toBe(true);
      expect(weather.light!.ghi).toHaveLength(12);
    }
  });
  it('twelve months pasted', () => {
    const months = Array.from({ length: 12 }, (_, m) => `${(2 + m / 4).toFixed(2)}\t${m}`).join('\n');
    const { weather, away } = taken(read(months, 'pasted', tropics));
    expect(weather).toMatchObject({ kind: 'monthly', light: null });
    expect(weather.ghi[4]).toBeCloseTo(3, 9);
    expect(weather.air[7]).toBe(7);
    expect(away).toBeNull();
  });
  it('a table of hours, whose columns are asked for first', () => {
    const asked = read(table);
    if (asked.ok !== 'map') throw new Error(said(asked));
    expect(asked.preview.mapping.columns.map(({ role }) => role)).toEqual(['time', 'ghi', 'air']);
    const { weather, away } = taken(readWeather(strToU8(table), 'log.csv', here, asked.preview.mapping));
    expect(weather.kind).toBe('hourly');
    // it says nothing of where it is from
    expect(away).toBeNull();
    // 600 W/m² at noon over half a day: 24 ÷ π · 600, in kWh; hours are rounded to whole watts
    expect(weather.ghi[5]!).toBeCloseTo((24 * 0.6) / Math.PI, 1);
    expect(weather.min[2]).toBeCloseTo(10, 0);
    expect(weather.max[2]).toBeCloseTo(15.75, 0);
  });
  it('needs the place for a table of hours', () => {
    const { mapping } = previewHourly(table, 11)!;
    expect(said(readWeather(strToU8(table), 'log.csv', null, mapping))).toBe(
      'A table of hours does not say where it is from: set the place first',
    );
  });
});

describe('what cannot be read is refused with a reason', () => {
  it.each([
    ['nothing at all', new Uint8Array(), /empty/],
    ['a zip archive', zipSync({ 'a.csv': strToU8('1,2') }), /zip archive/],
    ['a broken gzip', gzipSync(strToU8('x'.repeat(5000))).slice(0, 30), /broken off or damaged/],
    ['words', strToU8(`${'Some words about the weather here\n'.repeat(40)}`), /neither an EPW nor/],
    ['bytes of something else', Uint8Array.from({ length: 4000 }, (_, i) => (i * 73) % 251), /./],
  ])('%s', (_, bytes, reason) => {
    const reading = readWeather(bytes, 'x', here);
    expect(reading.ok).toBe(false);
    expect(said(reading)).toMatch(reason);
  });
  it('a small file that unpacks to a huge one', () => {
    const bomb = gzipSync(new Uint8Array(40 * 1024 * 1024));
    expect(bomb.length).toBeLessThan(100_000);
    expect(said(readWeather(bomb, 'bomb.gz', here))).toMatch(/up to 32 MB is read/);
  });
  it('eleven months', () => {
    const eleven = Array.from({ length: 11 }, () => '3.1\t12').join('\n');
    expect(read(eleven).ok).toBe(false);
  });
  it('hours that hold no light', () => {
    const dark = hours((hour) => [stamp(hour), 0, 5], 'time,ghi,temp');
    const asked = read(dark);
    if (asked.ok !== 'map') throw new Error(said(asked));
    const reading = readWeather(strToU8(dark), 'dark.csv', here, asked.preview.mapping);
    if (reading.ok === true) expect(reading.weather.ghi.every((month) => month === 0)).toBe(true);
    else expect(said(reading)).toMatch(/No month has enough hours|light/);
  });
});

describe('however it is written', () => {
  const months = Array.from({ length: 12 }, (_, m) => `${2 + m / 4};${m}`.replace('.', ',')).join('\r\n');
  const utf16 = (text: string, big: boolean, mark: boolean) => {
    const bytes = new Uint8Array(2 * text.length + (mark ? 2 : 0));
    const codes = [...(mark ? '\uFEFF' : ''), ...text].map((c) => c.charCodeAt(0));
    for (const [i, code] of codes.entries()) {
      bytes[2 * i + (big ? 1 : 0)] = code & 255;
      bytes[2 * i + (big ? 0 : 1)] = code >> 8;
    }
    return bytes;
  };
  it.each([
    ['UTF-8', strToU8(months)],
    ['UTF-8 with its mark', strToU8(`\uFEFF${months}`)],
    ['UTF-16, little end first', utf16(months, false, true)],
    ['UTF-16, big end first', utf16(months, true, true)],
    ['UTF-16 without a mark', utf16(months, false, false)],
    ['UTF-16, big end first, without a mark', utf16(months, true, false)],
    ['gzipped', gzipSync(strToU8(months))],
  ])('%s', (_, bytes) => {
    const { weather } = taken(readWeather(bytes, 'months.txt', tropics));
    expect(weather.ghi[11]).toBeCloseTo(4.75, 9);
    expect(weather.air[11]).toBe(11);
  });
  it('a name is kept to a length, and there is one where there was none', () => {
    const asked = read(table);
    if (asked.ok !== 'map') throw new Error(said(asked));
    const named = (name: string) =>
      taken(readWeather(strToU8(table), name, here, asked.preview.mapping)).weather.name;
    expect(named('n'.repeat(500))).toHaveLength(120);
    expect(named('')).toBe('weather');
  });
});
