import { gunzipSync, gzipSync, strToU8 } from 'fflate';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { resolveClimate } from '../climate';
import { problemsOf, withValueAt, type Weather } from '../document';
import { blankPlace, chosen, examples } from '../job';
import { faimanCellC } from '../module';
import { lightOnPlane, monthLight, planeSeries, STEP_H, STEPS, sunDay, sunSeries } from '../sky';
import { sunPosition } from '../sun';
import { plainClimate } from '../testing/climates';
import { completed, HOURS } from './hours';
import { monthsOf } from './monthly';
import { readWeather, type WeatherReading } from './read';
import { readEpw, readTmy, type StationReading } from './station';
import { readJson, relative } from '../../fixtures/read';

const bytesOf = (name: string) =>
  new Uint8Array(readFileSync(join(__dirname, '../../fixtures/weather', name)));
const textOf = (name: string) => Buffer.from(gunzipSync(bytesOf(name))).toString('utf8');
const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

interface YearReference {
  latDeg: number;
  lonDeg: number;
  utcOffsetH: number;
  ghiKWhm2: number[];
  airMeanC: number[];
  planes: {
    tiltDeg: number;
    azimuthDeg: number;
    poaHayDaviesKWhm2: number[];
    poaIsotropicKWhm2: number[];
    moduleKWh: number[];
  }[];
}

const STATIONS = [
  ['lakeside-42N.epw.gz', 'year-lakeside-42N.json', readEpw, 'epw'],
  ['piedmont-36N-tmy3.csv.gz', 'year-piedmont-36N.json', readTmy, 'tmy'],
] as const;

const monthly = (series: Float64Array) => {
  let hour = 0;
  return DAYS.map((days) => {
    let sum = 0;
    for (let i = 0; i < days * 24; i++) sum += series[hour++]!;
    return sum / 1000;
  });
};
const yearOf = (reading: StationReading) => {
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.year;
};
const weather = (reading: WeatherReading): Weather => {
  if (reading.ok !== true) throw new Error(JSON.stringify(reading));
  return reading.weather;
};

describe('the sun by typed arrays', () => {
  it('stays with the full position, hour by hour through a year', () => {
    for (const [lat, lon] of [
      [41.983, -87.917],
      [-33, 151],
      [68, 20],
    ] as const) {
      const first = Date.UTC(2001, 0, 1) + 1_800_000;
      const sun = sunSeries(lat, lon, first, 1, HOURS);
      for (let hour = 0; hour < HOURS; hour += 53) {
        const full = sunPosition(first + hour * 3_600_000, lat, lon);
        const elevation = (Math.asin(sun.cosZenith[hour]!) * 180) / Math.PI;
        expect(Math.abs(elevation - full.elevationDeg)).toBeLessThan(0.01);
        const azimuth = (Math.atan2(sun.east[hour]!, sun.north[hour]!) * 180) / Math.PI;
        const off =
          Math.abs(((azimuth - full.azimuthDeg + 540) % 360) - 180) * Math.cos((elevation * Math.PI) / 180);
        expect(off).toBeLessThan(0.012);
      }
    }
  });
});

describe.each(STATIONS)('%s through the whole chain', (file, reference, read, kind) => {
  const expected = readJson<YearReference>(reference);
  const { year, sun } = completed(yearOf(read(textOf(file))));

  it('has the place, the light and the air of its file', () => {
    expect([year.latDeg, year.lonDeg, year.utcOffsetH]).toEqual([
      expected.latDeg,
      expected.lonDeg,
      expected.utcOffsetH,
    ]);
    for (const [month, ghi] of monthly(year.ghi).entries())
      expect(relative(ghi, expected.ghiKWhm2[month]!)).toBeLessThan(1e-4);
    const air = monthly(year.air).map((sum, month) => (sum * 1000) / (DAYS[month]! * 24));
    for (const [month, mean] of air.entries())
      expect(Math.abs(mean - expected.airMeanC[month]!)).toBeLessThan(2e-3);
  });

  // pvlib: NREL SPA at mid-hour, isotropic and Hay–Davies, beam 0 with the sun under half a degree
  it.each(expected.planes)('agrees with pvlib at tilt $tiltDeg°, azimuth $azimuthDeg°', (plane) => {
    for (const [even, want] of [
      [false, plane.poaHayDaviesKWhm2],
      [true, plane.poaIsotropicKWhm2],
    ] as const) {
      const result = new Float64Array(HOURS);
      planeSeries(sun, year, [plane], 0.2, even, [result]);
      for (const [month, kwh] of monthly(result).entries()) {
        if (want[month]! > 20) expect(relative(kwh, want[month]!)).toBeLessThan(5e-3);
      }
    }
  });

  it('gives about the energy of the single-diode panel, by its coefficient alone', () => {
    // the reference solves five parameters; rated power and one coefficient come within 4 % of a bright month
    const [plane] = expected.planes.filter(({ tiltDeg }) => tiltDeg === 30);
    const result = new Float64Array(HOURS);
    planeSeries(sun, year, [plane!], 0.2, false, [result]);
    const energy = result.map((poa, hour) => {
      const cell = faimanCellC(poa, year.air[hour]!, 1, 25, 6.84);
      return 367.61 * (poa / 1000) * (1 - 0.003414 * (cell - 25));
    });
    for (const [month, kwh] of monthly(energy).entries())
      expect(relative(kwh, plane!.moduleKWh[month]!)).toBeLessThan(0.04);
  });

  it('is kept by a design as months and mean days that give the same planes within 2 % a year and 5 % a month', () => {
    const own = weather(readWeather(bytesOf(file), file, null));
    expect(own.kind).toBe(kind);
    const design = withValueAt(examples()[0]!.design, '/place/weather', own);
    expect(problemsOf(design)).toEqual([]);
    const place = {
      ...blankPlace(),
      lat: chosen(expected.latDeg),
      lon: chosen(expected.lonDeg),
      weather: own,
    };
    const climate = resolveClimate({ place, stops: {} }, plainClimate(expected.latDeg))!;
    expect(climate.months.every(({ ghiFrom, airFrom }) => ghiFrom === 'file' && airFrom === 'file')).toBe(
      true,
    );
    for (const plane of expected.planes) {
      const result = new Float64Array(HOURS);
      planeSeries(sun, year, [plane], 0.2, false, [result]);
      const theirs = monthly(result);
      const light = new Float64Array(STEPS);
      const ours = theirs.map((_, month) => {
        const sky = monthLight(climate, climate.months[month] ?? null, month, 'hay-davies');
        lightOnPlane(sunDay(climate.latDeg, month), sky, plane, 0.2, null, false, light);
        return (light.reduce((sum, watts) => sum + watts, 0) * STEP_H * DAYS[month]!) / 1000;
      });
      const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
      expect(relative(sum(ours), sum(theirs))).toBeLessThan(0.02);
      for (const [month, kwh] of ours.entries()) expect(relative(kwh, theirs[month]!)).toBeLessThan(0.05);
    }
  });
});

describe('files as they come', () => {
  const epw = textOf('lakeside-42N.epw.gz');
  const read = (text: string | Uint8Array, name = 'x') =>
    readWeather(typeof text === 'string' ? strToU8(text) : text, name, null);
  const complete = weather(read(epw));
  const lines = epw.split(/\r?\n/);
  const first = lines.findIndex((line) => /^\d{4},/.test(line));
  const change = (hour: number, column: number, value: string) => {
    const copy = [...lines];
    const cells = copy[first + hour]!.split(',');
    cells[column] = value;
    copy[first + hour] = cells.join(',');
    return copy.join('\n');
  };

  it('are read gzipped, in UTF-16 with and without its mark, and with any line ends', () => {
    const utf16 = (text: string, mark: number[], big: boolean) => {
      const bytes = new Uint8Array(mark.length + text.length * 2);
      bytes.set(mark);
      for (let i = 0; i < text.length; i++) {
        const [low, high] = [text.charCodeAt(i) & 255, text.charCodeAt(i) >> 8];
        bytes.set(big ? [high, low] : [low, high], mark.length + i * 2);
      }
      return bytes;
    };
    for (const bytes of [
      gzipSync(strToU8(epw)),
      utf16(epw, [0xff, 0xfe], false),
      utf16(epw, [0xfe, 0xff], true),
      utf16(epw, [], false),
      strToU8(epw.replace(/\r?\n/g, '\r')),
      strToU8(epw.replace(/\r?\n/g, '\r\n')),
    ])
      expect(weather(read(bytes)).ghi).toEqual(complete.ghi);
  });
  it('name line and column of what cannot be read', () => {
    const reading = read(change(10, 13, 'bright'));
    expect(reading).toMatchObject({
      ok: false,
      problems: [
        { line: first + 11, column: 'global light (column 14)', message: '“bright” is not a number' },
      ],
    });
    expect(read(change(10, 6, '180'))).toMatchObject({
      ok: false,
      problems: [{ line: first + 11, column: 'air (column 7)' }],
    });
    expect(read(change(10, 3, '26'))).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/no hour 26/) as string }],
    });
  });
  it('say what is missing by its code, and what was filled', () => {
    const gap = weather(read(change(12, 13, '9999')));
    expect(gap.notes.join(' ')).toMatch(/1 hour has no global light.*|Global light of 1 hour follows/);
    const air = weather(read(change(4000, 6, '99.9')));
    expect(air.notes.join(' ')).toMatch(/1 hour of air temperature was missing and filled/);
    expect(air.air[5]).toBeCloseTo(complete.air[5]!, 1);
  });
  it('broken off keep the months they have and leave the rest to the grid', () => {
    const half = weather(read(lines.slice(0, first + 4344).join('\n')));
    expect(half.ghi.slice(0, 6)).toEqual(complete.ghi.slice(0, 6));
    expect(half.ghi.slice(6)).toEqual([null, null, null, null, null, null]);
    expect(half.light).toBeNull();
    expect(half.notes.join(' ')).toMatch(/holds 4,344 of 8,760 hours.*6 of 12 months have too few/);
    expect(read(lines.slice(0, first + 30).join('\n'))).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/No month has enough/) as string }],
    });
    expect(read(lines[first + 5]!.slice(0, 40) + '\n' + 'x\n'.repeat(30)).ok).toBe(false);
    expect(read(lines.slice(0, 8).join('\n')).ok).toBe(false);
    expect(read([...lines.slice(0, first + 100), lines[first + 100]!.slice(0, 30)].join('\n'))).toMatchObject(
      {
        ok: false,
        problems: [{ line: first + 101, message: expect.stringMatching(/broken off/) as string }],
      },
    );
  });
  it('of a leap year leave its day out and say so', () => {
    const feb28 = lines.filter((line) => /^\d{4},2,28,/.test(line));
    const at = lines.findIndex((line) => /^\d{4},3,1,1,/.test(line));
    const leap = [
      ...lines.slice(0, at),
      ...feb28.map((line) => line.replace(',2,28,', ',2,29,')),
      ...lines.slice(at),
    ];
    const own = weather(read(leap.join('\n')));
    expect(own.notes[0]).toBe('29 February was left out, 24 hours.');
    expect(own.ghi).toEqual(complete.ghi);
  });
  it('that are something else say what', () => {
    expect(read(new Uint8Array())).toMatchObject({ ok: false, problems: [{ message: 'The file is empty' }] });
    expect(read(new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]))).toMatchObject({
      problems: [{ message: expect.stringMatching(/zip archive/) as string }],
    });
    expect(read(gzipSync(strToU8(epw)).slice(0, 5000))).toMatchObject({
      problems: [{ message: expect.stringMatching(/broken off or damaged/) as string }],
    });
    for (const text of ['hello\n', 'Plainly no weather\n'])
      expect(read(text.repeat(40))).toMatchObject({
        problems: [{ message: expect.stringMatching(/neither an EPW/) as string }],
      });
    expect(read(new Uint8Array(200 * 1024 * 1024))).toMatchObject({
      problems: [{ message: expect.stringMatching(/^The file is 200 MB/) as string }],
    });
  });
});

describe('a plain table of hours', () => {
  const reference = completed(yearOf(readEpw(textOf('lakeside-42N.epw.gz')))).year;
  const place = { latDeg: 41.983, lonDeg: -87.917, altitudeM: 201 };
  const two = (value: number) => String(value).padStart(2, '0');
  const table = (headings: string, row: (date: Date, hour: number) => string, from = 0, to = HOURS) => {
    const rows = Array.from({ length: to - from }, (_, i) =>
      row(new Date(Date.UTC(2001, 0, 1) + (from + i) * 3_600_000), from + i),
    );
    return strToU8([headings, ...rows].join('\n'));
  };
  const iso = (date: Date) => date.toISOString().slice(0, 16).replace('T', ' ');
  const map = (bytes: Uint8Array) => {
    const reading = readWeather(bytes, 'own.csv', place);
    if (reading.ok !== 'map') throw new Error(JSON.stringify(reading));
    return reading.preview;
  };
  const standard = table(
    'time,GHI (W/m2),temp_C',
    (date, hour) => `${iso(date)},${reference.ghi[hour]},${reference.air[hour]}`,
  );

  it('is shown with its columns and units guessed', () => {
    const { columns, mapping, rows } = map(standard);
    expect(columns.map(({ role, unit }) => [role, unit])).toEqual([
      ['time', ''],
      ['ghi', 'W/m²'],
      ['air', '°C'],
    ]);
    expect([rows, mapping.utcOffsetH, mapping.timeMeans]).toEqual([HOURS, -6, 'start']);
    const odd = map(
      table(
        'Datum;Stunde;Globalstrahlung kJ/m2;Lufttemperatur F',
        (date, hour) =>
          `${two(date.getUTCDate())}.${two(date.getUTCMonth() + 1)}.2001;${date.getUTCHours()}:00;${String(reference.ghi[hour]! * 3.6).replace('.', ',')};${String(reference.air[hour]! * 1.8 + 32).replace('.', ',')}`,
      ),
    );
    expect(odd.columns.map(({ role, unit }) => [role, unit])).toEqual([
      ['date', ''],
      ['hour', ''],
      ['ghi', 'kJ/m²'],
      ['air', '°F'],
    ]);
    const own = weather(
      readWeather(
        table(
          'Datum;Stunde;Globalstrahlung kJ/m2;Lufttemperatur F',
          (date, hour) =>
            `${two(date.getUTCDate())}.${two(date.getUTCMonth() + 1)}.2001;${date.getUTCHours()}:00;${String(reference.ghi[hour]! * 3.6).replace('.', ',')};${String(reference.air[hour]! * 1.8 + 32).replace('.', ',')}`,
        ),
        'x.csv',
        place,
        odd.mapping,
      ),
    );
    const plainly = weather(readWeather(standard, 'x.csv', place, map(standard).mapping));
    for (let month = 0; month < 12; month++) {
      expect(own.ghi[month]).toBeCloseTo(plainly.ghi[month]!, 2);
      expect(own.air[month]).toBeCloseTo(plainly.air[month]!, 1);
    }
  });
  it('gives the months of the file it was made from', () => {
    const own = weather(readWeather(standard, 'x.csv', place, map(standard).mapping));
    const whole = weather(readWeather(bytesOf('lakeside-42N.epw.gz'), 'x', null));
    expect(own.ghi).toEqual(whole.ghi);
    expect(own.air).toEqual(whole.air);
    expect(own.notes.join(' ')).toMatch(/split from the global light/);
  });
  it('has decimal points beside semicolons too', () => {
    const points = table(
      'when;ghi',
      (date, hour) => `${iso(date)};${(reference.ghi[hour]! / 1000).toFixed(4)}`,
    );
    const preview = map(points);
    expect(preview.columns[1]).toMatchObject({ role: 'ghi', unit: 'kW/m²' });
    const own = weather(readWeather(points, 'x.csv', place, preview.mapping));
    const base = weather(readWeather(standard, 'x.csv', place, map(standard).mapping));
    for (let month = 0; month < 12; month++) expect(own.ghi[month]).toBeCloseTo(base.ghi[month]!, 2);
  });
  it('is read in UTC, by its end, and with summer time', () => {
    const base = weather(readWeather(standard, 'x.csv', place, map(standard).mapping));
    const utc = table(
      'utc,ghi',
      (date, hour) => `${new Date(date.getTime() + 6 * 3_600_000).toISOString()},${reference.ghi[hour]}`,
    );
    const inUtc = map(utc);
    expect(inUtc.mapping.utcOffsetH).toBe(0);
    expect(inUtc.remarks[0]).toMatch(/own zone/);
    const fromUtc = weather(readWeather(utc, 'x', place, inUtc.mapping));
    expect(Math.abs(fromUtc.ghi[6]! - base.ghi[6]!)).toBeLessThan(0.05);
    expect(fromUtc.notes.join(' ')).not.toMatch(/late|early/);
    const ends = table(
      'time,ghi',
      (date, hour) => `${iso(new Date(date.getTime() + 3_600_000))},${reference.ghi[hour]}`,
    );
    expect(weather(readWeather(ends, 'x', place, { ...map(ends).mapping, timeMeans: 'end' })).ghi).toEqual(
      base.ghi,
    );
    const summer = (date: Date) => {
      const day = date.getTime() + 3_600_000;
      return day >= Date.UTC(2001, 2, 25, 3) && day < Date.UTC(2001, 9, 28, 2);
    };
    const clock = table(
      'time,ghi',
      (date, hour) =>
        `${iso(summer(date) ? new Date(date.getTime() + 3_600_000) : date)},${reference.ghi[hour]}`,
    );
    const put = weather(readWeather(clock, 'x', place, { ...map(clock).mapping, summerTime: true }));
    for (let month = 0; month < 12; month++)
      expect(Math.abs(put.ghi[month]! - base.ghi[month]!)).toBeLessThan(0.01);
  });
  it('says when its light is at the wrong hours', () => {
    const off = { ...map(standard).mapping, utcOffsetH: -9 };
    expect(weather(readWeather(standard, 'x', place, off)).notes.join(' ')).toMatch(
      /The light is 3\.\d hours (late|early)/,
    );
  });
  it('names what it cannot read, and a wrong unit by its size', () => {
    const { mapping } = map(standard);
    const broken = table(
      'time,GHI (W/m2),temp_C',
      (date, hour) => `${hour === 50 ? 'soon' : iso(date)},${hour === 60 ? 'much' : reference.ghi[hour]},1`,
    );
    expect(readWeather(broken, 'x', place, mapping)).toMatchObject({
      ok: false,
      problems: [
        { line: 52, column: 'time' },
        { line: 62, column: 'ghi' },
      ],
    });
    const kilo = {
      ...mapping,
      columns: mapping.columns.map((column) =>
        column.role === 'ghi' ? { ...column, unit: 'kW/m²' } : column,
      ),
    };
    expect(readWeather(standard, 'x', place, kilo)).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([
        expect.objectContaining({
          message: expect.stringMatching(/ kW\/m² is outside what can be: is the unit right/) as string,
        }),
      ]) as unknown,
    });
    const none = { ...mapping, columns: mapping.columns.map(() => ({ role: 'none' as const, unit: '' })) };
    expect(readWeather(standard, 'x', place, none)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/No column says when/) as string }],
    });
    expect(readWeather(standard, 'x', null, mapping)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/set the place first/) as string }],
    });
  });
  it('averages years after one another', () => {
    const twice = table(
      'time,ghi',
      (date, hour) =>
        `${iso(date)},${reference.ghi[hour]}\n${iso(date).replace('2001', '2002')},${reference.ghi[hour]! * 1.2}`,
    );
    const own = weather(readWeather(twice, 'x', place, map(twice).mapping));
    const base = weather(readWeather(standard, 'x.csv', place, map(standard).mapping));
    expect(own.ghi[6]).toBeCloseTo(1.1 * base.ghi[6]!, 2);
  });
});

describe('twelve months', () => {
  const read = (text: string) => {
    const reading = readWeather(strToU8(text), 'months', null);
    if (reading.ok !== 'months') return reading;
    const months = monthsOf(reading.table, reading.table.mapping, 'months');
    return months.ok ? { ...months, site: '', away: null } : months;
  };
  const ghi = [1.7, 2.6, 3.8, 5, 6.3, 7.1, 7.2, 6.3, 4.8, 3.1, 2, 1.5];
  it.each([
    ['alone', ghi.join('\n')],
    ['with names and air', ghi.map((g, i) => `Month ${i}\t${g}\t${i}`).join('\n')],
    [
      'counted, with a heading',
      `month,ghi,min,max\n${ghi.map((g, i) => `${i + 1},${g},${i},${i + 10}`).join('\n')}`,
    ],
    ['in MJ', `GHI MJ/m2\n${ghi.map((g) => (g * 3.6).toFixed(3)).join('\n')}`],
    ['a month at a time', ghi.map((g, i) => (g * DAYS[i]!).toFixed(2)).join('\n')],
    ['with decimal commas', ghi.map((g) => `${String(g).replace('.', ',')};5;9`).join('\n')],
  ])('are read %s', (_, text) => {
    const own = weather(read(text));
    for (const [month, value] of own.ghi.entries()) expect(value).toBeCloseTo(ghi[month]!, 2);
  });
  it('say what they took, and what is wrong by its line', () => {
    expect(weather(read(ghi.map((g, i) => `${g} ${i}`).join('\n')))).toMatchObject({
      air: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11],
      notes: ['Sun read as kWh/m² a day.', 'Air as the mean of the month.'],
    });
    expect(read(ghi.slice(1).join('\n'))).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/11 lines/) as string }],
    });
    expect(read(['-3', ...ghi.slice(1)].join('\n'))).toMatchObject({
      ok: false,
      problems: [{ line: 1, column: 'sun' }],
    });
  });
});
