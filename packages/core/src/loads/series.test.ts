import { readSeries } from './series';

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
  expect(total.unit).toBe('total');
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

it('says when no heading tells the unit, and when a counter falls', () => {
  expect(read(hours(5, () => 10)).series.notes).toEqual([expect.stringMatching(/read as watts/)]);
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

it('counts gaps and falls in the plural', () => {
  const lines = hours(100, () => 100);
  const { series } = read(['time,W', ...lines.slice(0, 20), ...lines.slice(40, 60), ...lines.slice(80)]);
  expect(series.notes[0]).toMatch(/^2 gaps of 40\.0 hours in all were left out/);
  const counter = read(['time,total kWh', ...hours(8, (i) => (i === 3 || i === 6 ? 0 : i))]);
  expect(counter.series.notes[0]).toMatch(/^The counter fell 2 times/);
});
