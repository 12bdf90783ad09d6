import fc from 'fast-check';
import { monthsText, readMonths } from '../units';
import { readUseRows } from './pasteRows';
import { readJson } from '../../fixtures/read';

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

it('passes blank rows over, and says one thing of a row at a time', () => {
  const { uses, problems } = read('Lamp\t7\t4\t3\n  \t \t\nFan\t5\t1\t2\n\tbright\t1\t3\n\t9\t1\t3');
  expect(uses.map(({ name }) => name)).toEqual(['Lamp', 'Fan']);
  expect(problems.map(({ row, column }) => [row, column])).toEqual([
    [4, 'watts each'],
    [5, 'name'],
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

type Expected = Partial<Record<'watts' | 'count' | 'hours' | 'startFactor' | 'standby', number>> & {
  name?: string;
  months?: number[];
  supply?: string;
};
// messy tables of our own, line by line, each with its one right reading and with what is asked about it
const TABLES =
  readJson<[says: string, lines: string[], uses: Expected[], doubts: string[]][]>('pasted-uses.json');

describe('messy tables', () => {
  it.each(TABLES)('%s', (_, lines, expected, told) => {
    const { uses, problems, doubts } = readUseRows(rows(lines.join('\n')), 1);
    expect(problems).toEqual([]);
    expect(uses).toHaveLength(expected.length);
    for (const [i, { name, months, supply, ...figures }] of expected.entries()) {
      const use = uses[i]!;
      if (name !== undefined) expect(use.name).toBe(name);
      if (months) expect(use.months).toEqual(months);
      if (supply) expect(use.supply).toBe(supply);
      for (const [key, value] of Object.entries(figures))
        expect(use[key as 'watts'].value).toBeCloseTo(value, 1);
    }
    expect(doubts).toHaveLength(told.length);
    for (const [i, words] of told.entries()) expect(doubts[i]).toMatch(new RegExp(words));
  });
  it('are asked where one figure could be two', () => {
    const { uses, problems } = readUseRows(rows('Item\tWatts\tHours\nHeater\t2,200\t1\nLamp\t7\t4'), 1);
    expect(uses.map(({ name }) => name)).toEqual(['Lamp']);
    expect(problems).toEqual([
      { row: 2, column: 'watts each', message: expect.stringMatching(/2200 or 2\.2/) as string },
    ]);
    // and are read as someone says they are meant
    const settled = readUseRows(rows('Item\tWatts\tHours\nHeater\t2,200\t1'), 1, { commas: 'groups' });
    expect(settled.uses[0]?.watts.value).toBe(2200);
  });
  it('take a column for what someone says it is', () => {
    const text = rows('Item\tWatts\tHours summer\tHours winter\nLamp\t7\t2\t5');
    const { columns } = readUseRows(text, 1);
    expect(columns.map(({ as }) => as)).toEqual(['name', 'watts', 'hours', 'skip']);
    expect(columns[3]?.doubt).toMatch(/second column/);
    const winter = readUseRows(text, 1, { columns: ['name', 'watts', 'skip', 'hours'] });
    expect(winter.uses[0]?.hours.value).toBe(5);
    // two for the same are never both taken: the first counts, and the other is told
    const both = readUseRows(text, 1, { columns: ['name', 'watts', 'hours', 'hours'] });
    expect(both.uses[0]?.hours.value).toBe(2);
    expect(both.columns[3]).toMatchObject({
      as: 'skip',
      doubt: expect.stringMatching(/second column/) as string,
    });
  });
  it('never throw, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string(), { maxLength: 8 }), { maxLength: 6 }), (cells) => {
        const { uses, columns } = readUseRows(cells, 1);
        expect(uses.length).toBeLessThanOrEqual(cells.length);
        expect(columns.length).toBeLessThanOrEqual(8);
      }),
    );
  });
});

describe('a column of a paste', () => {
  /** As what one is taken that stands between a name and the watts, its unit and what is said of it. */
  const as = (heading: string, ...cells: string[]) => {
    const body = (cells.length > 0 ? cells : ['3', '5']).map((cell) => ['Lamp', cell, '40']);
    const [, column] = readUseRows([['Appliance', heading, 'Watts'], ...body], 1).columns;
    return [column!.as, column!.unit, column!.doubt];
  };
  it.each(
    readJson<[heading: string, as: string, unit: string, doubt: string | null][]>('pasted-headings.json'),
  )('headed “%s” is %s', (heading, ...expected) => {
    if (expected[0] === 'watts') {
      // two for the same: the first of them counts
      const { columns } = readUseRows(
        [
          ['Appliance', heading, 'Watts'],
          ['Lamp', '3', '40'],
        ],
        1,
      );
      expect([columns[1]!.as, columns[1]!.unit, columns[2]!.as, columns[2]!.doubt]).toEqual([
        'watts',
        expected[1],
        'skip',
        'a second column of the same, left out',
      ]);
    } else expect(as(heading)).toEqual(expected);
  });
  it('headed “start” is a multiple, or watts where one of them is above any multiple', () => {
    expect([as('Start')[0], as('Start', '1', '20')[0], as('Start', '1', '21')[0]]).toEqual([
      'startFactor',
      'startFactor',
      'startWatts',
    ]);
  });
  it('headed “no.” counts the rows, or what there are of it', () => {
    expect(as('No.', '1', '2', '3')).toEqual(['skip', '', 'numbers of the rows']);
    expect(as('No.', '1.', '2.')).toEqual(['skip', '', 'numbers of the rows']);
    expect(as('#', '1', '4')[0]).toBe('count');
    expect(as('Nr', '1')[0]).toBe('count');
  });
  it('of words under no known heading is the name where no other is', () => {
    const { columns, uses } = readUseRows(rows('Thing\tZone\tWatts\tHours\n12\tLamp\t40\t3\n13\t7\t9\t1'), 1);
    expect(columns.map(({ as: of, doubt }) => [of, doubt])).toEqual([
      ['skip', 'not known, and left out'],
      ['name', 'taken for the name'],
      ['watts', null],
      ['hours', null],
    ]);
    expect(uses[0]!.name).toBe('Lamp');
  });
  it('that is left out says why, each for itself', () => {
    const { columns } = readUseRows(rows('Item\tVolts\tWatts\tBrand\tColour\nLamp\t12\t40\tOwn\tred'), 1);
    expect(columns.map(({ doubt }) => doubt)).toEqual([
      null,
      'volts, which the watts already hold',
      null,
      'not asked for here',
      'not known, and left out',
    ]);
  });
  it('is not named by a line that only happens to be of words', () => {
    expect(readUseRows(rows('Lamp\tbright\nFan\tslow'), 1)).toMatchObject({ headed: 0 });
    expect(readUseRows(rows('Item\tWatts\nLamp\t40'), 1)).toMatchObject({ headed: 1 });
    const two = readUseRows(rows('Item\tPower\nname\t(W)\nLamp\t40'), 1);
    expect([two.headed, two.columns.map(({ heading }) => heading)]).toEqual([2, ['Item name', 'Power (W)']]);
    expect(readUseRows(rows('Item\tPower\n\t(W)\nLamp\t40'), 1)).toMatchObject({ headed: 1 });
    // rows that are numbered and stand in the usual order, and a first column of figures that is none
    const columns = (text: string) => readUseRows(rows(text), 1).columns.map(({ as: of }) => of);
    expect(columns('1\tLamp\t40\n2\tFan\t30')).toEqual(['skip', 'name', 'watts']);
    expect(columns('1\t40\n2\t30')).toEqual(['name', 'watts']);
    expect(columns('1\tLamp\n3\tFan')).toEqual(['name', 'watts']);
  });
});

describe('figures of a paste', () => {
  const commas = (...cells: string[]) =>
    readUseRows(
      cells.map((cell) => ['Lamp', cell]),
      1,
    ).commas;
  it('show themselves how they are written', () => {
    expect(commas('0,5', '1.100')).toBe('decimal');
    expect(commas('12,75')).toBe('decimal');
    expect(commas('0,125')).toBe('decimal');
    expect(commas('0.5', '2,200')).toBe('groups');
    expect(commas('.5')).toBe('groups');
    expect([commas('2,200'), commas('2.200'), commas('7'), commas('0,5', '0.5')]).toEqual(
      Array(4).fill('unknown'),
    );
  });
  const doubts = (heading: string, ...cells: string[]) =>
    readUseRows(
      rows(
        `Item\tWatts\tQty\tHours\t${heading}\n${cells.map((cell) => `Lamp\t100\t2\t5\t${cell}`).join('\n')}`,
      ),
      1,
    ).doubts;
  it('are held to 2 % of what follows from the others', () => {
    expect(doubts('Wh/day', '1000', '1020', '981')).toEqual([]);
    expect(doubts('Wh/day', '1021')).toEqual(['Row 2: 100 W × 2 × 5 h is 1000 Wh; the paste says 1021 Wh']);
    expect(doubts('kWh/day', '1', '1.03')).toEqual([
      'Row 3: 100 W × 2 × 5 h is 1000 Wh; the paste says 1030 Wh',
    ]);
    expect(doubts('Total watts', '200', '204')).toEqual([]);
    expect(doubts('Total watts', '205')).toEqual(['Row 2: 2 of 100 W are 200 W; the paste says 205 W']);
    const total = (wh: number) =>
      readUseRows(rows(`Item\tWatts\tHours\tWh/day\nLamp\t100\t10\t1000\nSum\t\t\t${wh}`), 1).doubts;
    expect([total(1000), total(1020), total(981)]).toEqual([[], [], []]);
    expect(total(1021)).toEqual(['Row 3: its total is 1021 Wh, the rows above come to 1000 Wh']);
    // 98 % of what is said is just enough, and a sum may stand under any heading
    const energy = (watts: number) =>
      readUseRows(rows(`Item\tWatts\tHours\tWh/day\nLamp\t${watts}\t10\t1000\n\tSum\t\t${watts * 10}`), 1);
    expect([energy(98).doubts, energy(97.9).doubts.length, energy(98).problems]).toEqual([[], 1, []]);
    // of a hundred that disagree twenty are told
    expect(doubts('Wh/day', ...Array<string>(100).fill('5'))).toHaveLength(20);
  });
  it('of a start are a multiple of what runs, as large as one can be', () => {
    const start = (watts: string) => {
      const { uses, doubts: told } = readUseRows(rows(`Item\tWatts\tSurge (W)\nPump\t100\t${watts}`), 1);
      return [uses[0]!.startFactor.value, told];
    };
    expect([start('100'), start('650')]).toEqual([
      [1, []],
      [6.5, []],
    ]);
    expect(start('99')).toEqual([1, ['Row 2: it starts with 99 W, less than it runs on']]);
    expect(start('9000')).toEqual([
      1,
      [expect.stringMatching(/^Row 2: it starts at 90 times what it runs on: /)],
    ]);
  });
  it('by the week or the minute are hours of a day', () => {
    const hours = (heading: string, cell: string) =>
      readUseRows(rows(`Item\tWatts\t${heading}\nSaw\t100\t${cell}`), 1).uses[0]!.hours.value;
    expect([hours('Hours per week', '14'), hours('Minutes', '90'), hours('Hours', '90 min')]).toEqual([
      2, 1.5, 1.5,
    ]);
  });
  it('and words that say when, how and how much it matters are taken, others told', () => {
    const one = (heading: string, cell: string) => {
      const { uses, problems } = readUseRows(rows(`Item\tWatts\t${heading}\nPump\t100\t${cell}`), 1);
      return uses[0] ?? problems[0]!.message;
    };
    for (const [cell, priority] of [
      ['Must', 'must'],
      ['should', 'should'],
      ['from surplus', 'surplus'],
    ])
      expect(one('Priority', cell!)).toMatchObject({ priority });
    expect(one('Priority', 'high')).toBe('“high” is not must, should or surplus');
    for (const [cell, supply] of [
      ['AC', 'ac'],
      ['120 V', 'ac'],
      ['230V', 'ac'],
      ['DC', 'dc'],
      ['24 V', 'dc'],
      ['48V', 'dc'],
    ])
      expect([cell, one('AC/DC', cell!)]).toEqual([cell, expect.objectContaining({ supply })]);
    expect(one('AC/DC', '19 V')).toBe('“19 V” is neither AC nor DC');
    expect(one('Months', 'sometimes')).toBe('“sometimes” names no months; type all, or as in May–Oct');
    expect(one('Qty', '3 pcs')).toMatchObject({ count: { value: 3 } });
  });
});

it('names the row and column it cannot read, and leaves only that row out', () => {
  const { uses, problems } = read('Lamp\t5 kg\t1\t4\nFan\t45\t1\t25\nRadio\t10\t1\t4\n\t10');
  expect(uses.map(({ name }) => name)).toEqual(['Radio']);
  expect(problems).toEqual([
    { row: 1, column: 'watts each', message: expect.stringContaining('needs watts') as string },
    { row: 2, column: 'hours a day', message: expect.stringContaining('0 to 24') as string },
    { row: 4, column: 'name', message: 'The row has no name' },
  ]);
});

it('skips empty rows and reads nothing from nothing', () => {
  expect(read('')).toMatchObject({ uses: [], problems: [], doubts: [] });
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
