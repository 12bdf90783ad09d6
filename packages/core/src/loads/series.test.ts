import { readSeries } from './series';
import { epochIn, previewSeries } from './seriesColumns';

const hours = (count: number, value: (hour: number) => number, start = Date.UTC(2026, 6, 1)) =>
  Array.from({ length: count }, (_, i) => {
    const at = new Date(start + i * 3_600_000).toISOString();
    return `${at.slice(0, 10)} ${at.slice(11, 16)},${value(i)}`;
  });
const read = (lines: readonly string[], name = 'log.csv') => {
  const reading = readSeries(lines.join('\n'), name);
  if (!reading.ok) throw new Error(reading.message);
  return reading;
};

it('averages watts into a day of their month', () => {
  const { series } = read(['time,power W', ...hours(72, (i) => (i % 24 === 18 ? 300 : 40))]);
  const july = series.watts[6]!;
  expect(july[18]).toBeCloseTo(300, 9);
  expect(july[3]).toBeCloseTo(40, 9);
  expect(series.watts[0]).toBeNull();
  expect(series).toMatchObject({ peakW: 300, notes: [], name: 'log.csv' });
});

it('reads energy of each step and a counter’s total alike', () => {
  const steps = read(['time;kWh', ...hours(49, () => 0.25).map((line) => line.replace(',', ';'))]);
  const total = read(['time,meter total kWh', ...hours(49, (i) => 812 + i * 0.25)]);
  expect(steps.unit).toBe('kWh');
  expect(total.unit).toBe('total kWh');
  for (const { series } of [steps, total]) expect(series.watts[6]![12]).toBeCloseTo(250, 6);
});

it('splits a step at the hour', () => {
  const { series } = read(['time,W', '14.07.2026 10:30,120', '14.07.2026 11:30,0', '14.07.2026 12:30,0']);
  expect(series.watts[6]!.slice(10, 13)).toEqual([120, 60, 0]);
});

it('leaves gaps out and says how long they are', () => {
  const lines = hours(60, () => 100);
  const { series } = read(['time,W', ...lines.slice(0, 20), ...lines.slice(40)]);
  expect(series.watts[6]!.every((watts) => Math.abs(watts - 100) < 1e-9)).toBe(true);
  expect(series.notes).toEqual([expect.stringMatching(/^1 gap of 20\.0 hours/)]);
});

it('leaves out a clock set back, a negative reading, and what cannot be read', () => {
  const lines = hours(30, () => 80);
  const { series } = read([
    'time,W',
    ...lines.slice(0, 10),
    lines[8]!,
    lines[9]!,
    ...lines.slice(10, 20),
    '2026-07-01 20:00,-5',
    '2026-07-01 20:30,n/a',
    ...lines.slice(21),
  ]);
  expect(series.notes).toEqual([
    expect.stringMatching(/^1 line could not be read/),
    expect.stringMatching(/^1 line with a negative reading.*wrong way round/),
    expect.stringMatching(/^2 lines went back in time.*summer time/),
  ]);
  expect(series.watts[6]![5]).toBeCloseTo(80, 9);
});

it('asks where no heading tells the unit, and says when a counter falls', () => {
  expect(previewSeries(hours(5, () => 10).join('\n'), null)!.columns[1]).toMatchObject({
    role: 'value',
    unit: 'W',
    doubt: expect.stringMatching(/no heading says the unit/) as string,
  });
  const doubt = (heading: string, value = 10) =>
    previewSeries([`time,${heading}`, ...hours(24, () => value)].join('\n'), null)!.columns[1]!.doubt;
  for (const heading of ['W', 'Power [kW]', 'watts', 'Wh', 'kW h', 'total kWh', 'Energy (kWh)'])
    expect(doubt(heading)).toBeNull();
  // what is measured is said, but not in what
  expect([doubt('Power'), doubt('Active load'), doubt('Meter reading')]).toEqual([
    'no heading says the unit: W?',
    'no heading says the unit: W?',
    'no heading says the unit: total kWh?',
  ]);
  expect(read(['time,total kWh', ...hours(6, (i) => (i === 3 ? 0 : i))]).series.notes).toEqual([
    expect.stringMatching(/counter fell 1 time/),
  ]);
});

it.each([
  ['nothing', ''],
  ['no times', 'a,b\n1,2'],
  ['one reading', 'time,W\n2026-07-01 10:00,5'],
])('refuses %s in words', (_, text) => {
  expect(readSeries(text, 'x')).toMatchObject({
    ok: false,
    message: expect.stringMatching(/\w+ \w+/) as string,
  });
});

it('reads no day and no hour that there is none of', () => {
  const day = (stamp: string) => {
    const { series } = read(['time,W', '2026-01-31 22:00,10', '2026-01-31 23:00,10', `${stamp},10`]);
    return series.notes.length === 0 ? 'read' : series.notes[0];
  };
  expect(day('2026-01-31 24:00')).toBe('read');
  for (const stamp of [
    '2026-01-31 24:01',
    '2026-02-01 25:00',
    '2026-02-01 00:60',
    '2026-02-30 00:00',
    '31.02.2026 00:00',
    '2026-13-01 00:00',
    '2026-00-01 00:00',
    '2026-02-00 00:00',
  ])
    expect([stamp, day(stamp)]).toEqual([stamp, '1 line could not be read and were left out.']);
  // a leap day is one
  expect(read(['time,W', '2028-02-29 10:00,5', '2028-02-29 11:00,5']).series.watts[1]![10]).toBe(5);
});

it('reads seconds, and what was logged before 1970', () => {
  const old = read(['time,W', '1969-12-31 10:00:00,5', '1969-12-31 10:30:30,5', '1969-12-31 11:00:59,5']);
  expect(old.series.notes).toEqual([]);
  expect(old.series.watts[11]![10]).toBeCloseTo(5, 9);
  const odd = read(['time,W', '2026-01-31 10:00:00,5', '2026-01-31 10:30:60,5', '2026-01-31 11:00:00,5']);
  expect(odd.series.notes).toEqual(['1 line could not be read and were left out.']);
});

it('takes a step of three times the usual, and none that is longer', () => {
  const lines = hours(100, () => 100);
  const notes = (missing: number) =>
    read(['time,W', ...lines.slice(0, 40), ...lines.slice(40 + missing)]).series.notes;
  expect(notes(2)).toEqual([]);
  expect(notes(3)[0]).toMatch(/^1 gap of 3\.0 hours in all was left out/);
});

it('passes over the blanks around a cell', () => {
  const { series } = read(['time ; W', ' 2026-05-10 10:00 ; 100 ', ' 2026-05-10 11:00 ; 100 ', '']);
  expect([series.notes, series.watts[4]![10]]).toEqual([[], 100]);
});

it('reads seconds and thousandths since 1970 as a time of this century alone', () => {
  const minutes = (date: number) => date / 60_000;
  expect(epochIn('1783944000')).toBe(minutes(Date.UTC(2026, 6, 13, 12)));
  expect(epochIn('1783944000.5')).toBeCloseTo(minutes(Date.UTC(2026, 6, 13, 12)) + 1 / 120, 6);
  expect(epochIn('1783944000000')).toBe(minutes(Date.UTC(2026, 6, 13, 12)));
  // the last and the first of a century, and what only looks so
  for (const none of ['4102444800', '0946684800', '9999999999', '17839440', '178394400000', 'x', ''])
    expect([none, epochIn(none)]).toEqual([none, null]);
  expect(epochIn('4102444799')).not.toBeNull();
});

it('takes what measures power before what counts energy, and what names neither last', () => {
  const taken = (...headings: string[]) => {
    const text = [`time,${headings.join()}`, ...hours(12, () => 5).map((line) => `${line},5,5`)].join('\n');
    const at = previewSeries(text, null)!.columns.findIndex(({ role }) => role === 'value');
    return headings[at - 1];
  };
  expect(taken('Reading', 'Energy Wh', 'Power W')).toBe('Power W');
  expect(taken('Reading', 'Energy Wh', 'Volts')).toBe('Energy Wh');
  expect(taken('Volts', 'Reading', 'Hz')).toBe('Reading');
  // an energy that says what else is measured with it comes before one that says nothing
  expect(taken('Reading', 'Current energy kWh', 'Hz')).toBe('Current energy kWh');
  expect(taken('Energy Wh', 'Current energy kWh', 'Hz')).toBe('Energy Wh');
});

it('tells the order of day and month by dates far down a long table', () => {
  const day = (i: number) =>
    `${1 + Math.floor(i / 960)}/6/2026 ${Math.floor(i / 40) % 24}:${String(i % 40).padStart(2, '0')}`;
  const dates = (lines: number) =>
    previewSeries(['time,W', ...Array.from({ length: lines }, (_, i) => `${day(i)},60`)].join('\n'), null)!;
  // of 12 days both could be meant; the thirteenth settles it
  expect(dates(12 * 960).remarks).toHaveLength(1);
  expect(dates(13 * 960)).toMatchObject({ remarks: [], mapping: { dates: 'day' } });
});

it('counts gaps and falls in the plural', () => {
  const lines = hours(100, () => 100);
  const { series } = read(['time,W', ...lines.slice(0, 20), ...lines.slice(40, 60), ...lines.slice(80)]);
  expect(series.notes[0]).toMatch(/^2 gaps of 40\.0 hours in all were left out/);
  const counter = read(['time,total kWh', ...hours(8, (i) => (i === 3 || i === 6 ? 0 : i))]);
  expect(counter.series.notes[0]).toMatch(/^The counter fell 2 times/);
});

describe('a logger’s table, however it is written', () => {
  const two = (value: number) => String(value).padStart(2, '0');
  // five days from 10 July, an hour each: 40 W, and 300 from 18 to 19
  const hoursOf = Array.from({ length: 120 }, (_, i) => ({
    d: 10 + Math.floor(i / 24),
    h: i % 24,
    w: i % 24 === 18 ? 300 : 40,
    before:
      Math.floor(i / 24) * (23 * 40 + 300) +
      Math.min(i % 24, 18) * 40 +
      (i % 24 > 18 ? 300 + (i % 24) * 40 - 19 * 40 : 0),
  }));
  type Hour = (typeof hoursOf)[number];
  const table = (heading: string, row: (hour: Hour) => string) =>
    [heading, ...hoursOf.map(row)].filter(Boolean).join('\n');
  const iso = ({ d, h }: Hour) => `2026-07-${d} ${two(h)}:00`;
  /** Energies and counters stand at the end of their hour. */
  const ended = (hour: Hour) =>
    hour.h === 23 ? `2026-07-${hour.d + 1} 00:00` : `2026-07-${hour.d} ${two(hour.h + 1)}:00`;
  const comma = (value: number) => String(value).replace('.', ',');

  const MESSY: readonly (readonly [what: string, text: string, roles: string, unit: string])[] = [
    ['volts and amps before watts', table('Time,Voltage (V),Current (A),Power (W)', (o) => `${iso(o)},12.9,3.1,${o.w}`), 'time none none value', 'W'],
    ['watts before volts', table('time;W;V', (o) => `${iso(o)};${o.w};230,4`), 'time value none', 'W'],
    ['units on a line of their own', table('Time,Battery,Load\n,V,W', (o) => `${iso(o)},26.1,${o.w}`), 'time none value', 'W'],
    ['a record’s number first', table('No.,Timestamp,Power W', (o) => `${o.d * 24 + o.h},${iso(o)},${o.w}`), 'none time value', 'W'],
    ['in quotation marks', table('"Time","Power, W"', (o) => `"${iso(o)}","${o.w}"`), 'time value', 'W'],
    ['kilowatts with decimal commas', table('Zeit;Leistung kW', (o) => `${o.d}.07.2026 ${two(o.h)}:00;${comma(o.w / 1000)}`), 'time value', 'kW'],
    ['day first with slashes', table('time,W', (o) => `${o.d}/07/2026 ${o.h}:00,${o.w}`), 'time value', 'W'],
    ['month first, by a clock of twelve', table('time,W', (o) => `7/${o.d}/2026 ${o.h % 12 || 12}:00 ${o.h < 12 ? 'AM' : 'PM'},${o.w}`), 'time value', 'W'],
    ['years of two figures', table('time,W', (o) => `${o.d}/07/26 ${o.h}:00:00,${o.w}`), 'time value', 'W'],
    ['year first with slashes', table('time\tW', (o) => `2026/07/${o.d} ${two(o.h)}:00\t${o.w}`), 'time value', 'W'],
    ['date and clock in two columns', table('Date,Time,Power (W)', (o) => `2026-07-${o.d},${two(o.h)}:00:00,${o.w}`), 'date clock value', 'W'],
    ['date and a clock of twelve', table('Date,Time,Power (W)', (o) => `7/${o.d}/2026,${o.h % 12 || 12}:00 ${o.h < 12 ? 'am' : 'pm'},${o.w}`), 'date clock value', 'W'],
    ['newest first', table('', (o) => `${iso(o)},${o.w}`).split('\n').reverse().join('\n'), 'time value', 'W'],
    ['after five lines of a preamble', table('Logger 7\nSerial: 12\n\nStart: noon\nTime,Active power [W]', (o) => `${iso(o)},${o.w}`), 'time value', 'W'],
    ['with the zone beside the time', table('time,W', (o) => `2026-07-${o.d}T${two(o.h)}:00:00+02:00,${o.w}`), 'time value', 'W'],
    ['watt-hours of each step', table('time,Energy (Wh)', (o) => `${ended(o)},${o.w}`), 'time value', 'Wh'],
    ['a counter of kWh that no heading calls one', table('time,Energy kWh', (o) => `${ended(o)},${(812 + (o.before + o.w) / 1000).toFixed(3)}`), 'time value', 'total kWh'],
    ['kilowatt-hours with a point between', table('time,Energy kW·h', (o) => `${ended(o)},${o.w / 1000}`), 'time value', 'kWh'],
    ['a counter of watt-hours', table('time,Total energy Wh', (o) => `${ended(o)},${o.before + o.w}`), 'time value', 'total Wh'],
    ['watts beside a counter, the factor and the cost', table('time,Power factor,Total kWh,Cost,Active Power W', (o) => `${iso(o)},0.91,${(o.before / 1000).toFixed(3)},0.31,${o.w}`), 'time none none none value', 'W'],
    ['apparent power before the true one', table('time,Apparent power VA,Active power W', (o) => `${iso(o)},${o.w + 9},${o.w}`), 'time none value', 'W'],
  ]; // prettier-ignore

  it.each(MESSY)('%s', (_, text, roles, unit) => {
    const { columns, mapping } = previewSeries(text, null)!;
    expect(columns.map(({ role }) => role).join(' ')).toBe(roles);
    expect(columns.find(({ role }) => role === 'value')!.unit).toBe(unit);
    const reading = readSeries(text, 'log', mapping);
    if (!reading.ok) throw new Error(reading.message);
    const { watts, notes } = reading.series;
    expect(notes).toEqual([]);
    expect(watts.map((month) => month !== null).indexOf(true)).toBe(6);
    for (const hour of [0, 3, 17, 18, 19, 23])
      expect([hour, watts[6]![hour]]).toEqual([hour, expect.closeTo(hour === 18 ? 300 : 40, 6)]);
  });

  it.each([
    ['seconds since 1970', (at: number) => String(at / 1000)],
    ['thousandths since 1970', String],
    ['universal times', (at: number) => new Date(at).toISOString()],
  ])('moves %s to the clock on the wall', (_, stamp) => {
    const text = table('timestamp,W', (o) => `${stamp(Date.UTC(2026, 6, o.d, o.h + 7))},${o.w}`);
    const preview = previewSeries(text, -104)!;
    expect([preview.columns[0]!.role, preview.mapping.utcOffsetH]).toEqual(['time', -7]);
    expect(preview.remarks[0]).toMatch(/universal/);
    const reading = readSeries(text, 'log', preview.mapping);
    expect(reading.ok && reading.series.watts[6]![18]).toBeCloseTo(300, 9);
    expect(previewSeries(text, null)!.remarks[0]).toMatch(/once you say which/);
  });

  it('asks which of day and month comes first where the dates leave it open, and reads as it is told', () => {
    const text = [
      'time,W',
      ...Array.from({ length: 72 }, (_, i) => `${3 + Math.floor(i / 24)}/4/2026 ${i % 24}:00,60`),
    ].join('\n');
    const preview = previewSeries(text, null)!;
    expect(preview).toMatchObject({ datesTurned: true, mapping: { dates: 'day' } });
    expect(preview.remarks).toEqual([expect.stringMatching(/day or the month first/)]);
    const months = (dates: 'day' | 'month') => {
      const reading = readSeries(text, 'log', { ...preview.mapping, dates });
      return reading.ok
        ? reading.series.watts.flatMap((watts, month) => (watts ? [month + 1] : []))
        : reading.message;
    };
    expect(months('day')).toEqual([4]);
    expect(months('month')).toEqual([3, 4, 5]);
  });

  it('counts a day’s energy beside its date for that day', () => {
    const days = ['Date,kWh', '2026-06-29,2.4', '2026-06-30,2.4', '2026-07-01,4.8', '2026-07-02,4.8'];
    const reading = read(days);
    // 2.4 kWh a day are 100 W, 4.8 are 200
    expect(reading.series.watts[5]!.every((watts) => Math.abs(watts - 100) < 1e-9)).toBe(true);
    expect(reading.series.watts[6]!.every((watts) => Math.abs(watts - 200) < 1e-9)).toBe(true);
    expect(reading.series.notes).toEqual([expect.stringMatching(/^The readings are 24 hours apart; .*even/)]);
  });

  it('takes no watts that are read too seldom, and says how far apart a counter is read', () => {
    const apart = (unit: string, second: string) =>
      readSeries(`time,${unit}\n2026-01-01 10:00,100\n${second},160`, 'log');
    expect(apart('W', '2026-03-03 10:00')).toEqual({
      ok: false,
      message: expect.stringMatching(/^The readings are 61 days apart/) as string,
    });
    expect(apart('W', '2026-01-01 13:01').ok).toBe(false);
    expect(apart('W', '2026-01-01 13:00')).toMatchObject({ ok: true, found: { stepMin: 180, meanW: 100 } });
    // 60 kWh over 1464 hours
    const counter = apart('total kWh', '2026-03-03 10:00');
    expect(counter).toMatchObject({
      ok: true,
      found: { readings: 2, meanW: expect.closeTo(60_000 / 1464, 6) as number },
    });
    expect(counter.ok && counter.series.notes).toEqual([expect.stringMatching(/61 days apart/)]);
  });

  it('takes no more than a use can take', () => {
    const kilowatts = (most: number) =>
      readSeries(
        table('time,kW', (o) => `${iso(o)},${o.h === 5 ? most : 1}`),
        'log',
      );
    expect(kilowatts(1000)).toMatchObject({ ok: true, series: { peakW: 1_000_000 } });
    expect(kilowatts(1001)).toEqual({
      ok: false,
      message: expect.stringMatching(/^At most 1001 kW .*unit/) as string,
    });
  });

  it('is asked for what no column is taken for', () => {
    const text = table('time,W', (o) => `${iso(o)},${o.w}`);
    const { mapping } = previewSeries(text, null)!;
    const without = (index: number) => {
      const columns = mapping.columns.map((column, i) =>
        i === index ? { ...column, role: 'none' as const } : column,
      );
      const reading = readSeries(text, 'log', { ...mapping, columns });
      return reading.ok ? null : reading.message;
    };
    expect(without(0)).toMatch(/^No column says when/);
    expect(without(1)).toMatch(/^No column holds watts/);
    // a logger of volts alone is no series of watts
    expect(
      readSeries(
        table('time,Voltage', (o) => `${iso(o)},12.6`),
        'log',
      ),
    ).toMatchObject({ ok: false });
  });
});
