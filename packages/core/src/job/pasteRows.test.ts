import { monthsText, readMonths } from '../units';
import { readUseRows } from './pasteRows';

const rows = (text: string) => text.split('\n').map((line) => line.split('\t'));
const read = (text: string) => readUseRows(rows(text), 5);

it('reads rows in the usual order', () => {
  const { uses, problems } = read('Lamp\t7 W\t4\t3.5\nPump\t1.1kW\t1\t30 min\tMay-Oct\tAC\t4\t0\tshould');
  expect(problems).toEqual([]);
  expect(uses).toMatchObject([
    { name: 'Lamp', position: 5, watts: { value: 7 }, count: { value: 4 }, hours: { value: 3.5 } },
    {
      name: 'Pump',
      position: 6,
      watts: { value: 1100 },
      hours: { value: 0.5 },
      months: [5, 6, 7, 8, 9, 10],
      startFactor: { value: 4 },
      priority: 'should',
    },
  ]);
});

it('knows a heading and takes the columns in its order', () => {
  const { uses } = read('Appliance\tHours per day\tQty\tWatts\nFan\t9\t2\t45');
  expect(uses).toMatchObject([
    { name: 'Fan', hours: { value: 9 }, count: { value: 2 }, watts: { value: 45 } },
  ]);
});

it('reads decimal commas where the paste is written with them', () => {
  const { uses, problems } = read('Lâmpada\t7,5\t4\t3,25\nBomba\t1.100\t1\t0,5');
  expect(problems).toEqual([]);
  expect(uses).toMatchObject([
    { watts: { value: 7.5 }, hours: { value: 3.25 } },
    { watts: { value: 1100 }, hours: { value: 0.5 } },
  ]);
});

it('names the row and column it cannot read, and leaves only that row out', () => {
  const { uses, problems } = read('Lamp\t5 kg\t1\t4\nFan\t45\t1\t25\nRadio\t10\t1\t4\n\t10');
  expect(uses.map(({ name }) => name)).toEqual(['Radio']);
  expect(problems).toEqual([
    { row: 1, column: 'watts', message: expect.stringContaining('wants watts') as string },
    { row: 2, column: 'hours', message: expect.stringContaining('0 to 24') as string },
    { row: 4, column: 'name', message: 'The row has no name' },
  ]);
});

it('skips empty rows and reads nothing from nothing', () => {
  expect(read('')).toEqual({ uses: [], problems: [] });
  expect(read('\n\t\nLamp\t7').uses).toHaveLength(1);
});

it.each([
  [[1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], 'all'],
  [[], 'none'],
  [[5, 6, 7, 8, 9, 10], 'May–Oct'],
  [[1, 6, 7, 8, 9, 12], 'Jun–Sep, Dec–Jan'],
  [[3], 'Mar'],
])('puts months %j in words and reads them back', (months, text) => {
  expect(monthsText(months)).toBe(text);
  if (months.length > 0) expect(readMonths(text)).toEqual(months);
});

it('refuses what names no month', () => {
  expect(readMonths('summer')).toBeUndefined();
  expect(readMonths('13')).toBeUndefined();
});
