import { clockIn, minutesOf, momentOf, offsetOf, orderOf, stampIn } from './stamps';
import { cellsOf, hasDecimalCommas, plainTable } from './plainTable';

describe('cells of a line', () => {
  it('stand between separators, and together in quotation marks', () => {
    expect(cellsOf('a,b,,c')).toEqual(['a', 'b', '', 'c']);
    expect(cellsOf('"a,b",c')).toEqual(['a,b', 'c']);
    expect(cellsOf('1;"x;y";"', ';')).toEqual(['1', 'x;y', '']);
    // without a mark nothing is taken together
    expect(cellsOf("a'b,c")).toEqual(["a'b", 'c']);
  });
  it('have decimal commas where they part no columns', () => {
    // in one line of many is enough
    expect(hasDecimalCommas(';', ['1;2', '1,5;2', '3;4'])).toBe(true);
    expect(hasDecimalCommas(';', ['a;1,5'])).toBe(true);
    expect(hasDecimalCommas(';', ['a;1.5', 'b, c'])).toBe(false);
    expect(hasDecimalCommas(',', ['a,1,5'])).toBe(false);
  });
});

describe('a table of text', () => {
  const rows = ['2024-01-01 00:00;1,5;2', '2024-01-01 01:00;2,5;3', '2024-01-01 02:00;3,5;4'];
  it('begins where lines read as data, with the headings above', () => {
    const table = plainTable(['Station 7', '', 'Time;GHI;Air', ...rows, ''].join('\n'))!;
    expect(table).toEqual({
      separator: ';',
      headingLine: 3,
      headings: ['Time', 'GHI', 'Air'],
      body: rows,
      sample: rows.map((row) => row.split(';')),
    });
  });
  it('has units of a line of their own behind the headings, where most of that line are units', () => {
    const headings = (...above: string[]) => plainTable([...above, ...rows].join('\n'))!.headings;
    expect(headings('Time;GHI;Air', '-;W/m²;°C')).toEqual(['Time -', 'GHI W/m²', 'Air °C']);
    // one unit of three is a heading that looks like one
    expect(headings('Lorem;Ipsum;Dolor', 'Time;GHI;h')).toEqual(['Time', 'GHI', 'h']);
    // where there is no line above the units, they are what there is
    expect(headings('-;W/m²;°C')).toEqual(['-', 'W/m²', '°C']);
    // a heading too few leaves its unit alone
    expect(headings('Time;GHI;;', '-;W/m²;°C')).toEqual(['Time -', 'GHI W/m²', '°C']);
  });
  it('has no headings where it begins with data, and as many columns as its widest line', () => {
    const table = plainTable(['2024-01-01 00:00, 1', '2024-01-01 01:00, 2 ,9'].join('\r\n'))!;
    expect(table).toMatchObject({ separator: ',', headingLine: 0, headings: ['', '', ''] });
    expect(table.sample).toEqual([
      ['2024-01-01 00:00', '1'],
      ['2024-01-01 01:00', '2', '9'],
    ]);
  });
  it('is none where fewer than half of its lines are dates and numbers', () => {
    const words = (many: number) => Array.from({ length: many }, (_, i) => `word ${i}, and another`);
    const dated = ['2024-01-01, 1', '2024-01-02, 2'];
    expect(plainTable([...dated, ...words(2)].join('\n'))).not.toBeNull();
    expect(plainTable([...dated, ...words(3)].join('\n'))).toBeNull();
    expect(plainTable('no figure, here')).toBeNull();
    // the first two hundred count: what follows may be anything
    const long = Array.from({ length: 200 }, (_, i) => `2024-01-01, ${i}`);
    expect(plainTable([...long, ...words(900)].join('\n'))).not.toBeNull();
    expect(plainTable([...long.slice(0, 90), ...words(110), ...long].join('\n'))).toBeNull();
  });
  it('is of numbers in at least half of its cells where it has no dates', () => {
    expect(plainTable('1,2,a,b\n3,4,c,d')).not.toBeNull();
    expect(plainTable('1,2,a,b,c\n3,4,c,d,e')).toBeNull();
    expect(plainTable('1,a\n2,b')).toBeNull();
    expect(plainTable('17\n18')).toBeNull();
  });
});

describe('stamps', () => {
  it('have an hour as written', () => {
    expect(clockIn('07:30')).toEqual({ hour: 7, minute: 30, second: 0 });
    expect(clockIn(' 7 PM ')).toEqual({ hour: 19, minute: 0, second: 0 });
    expect(clockIn('07:30:15')).toEqual({ hour: 7, minute: 30, second: 15 });
    // twenty letters are read, more are no time
    expect(clockIn('07:30'.padEnd(20))).not.toBeNull();
    expect(clockIn('07:30'.padEnd(21))).toBeNull();
    expect(clockIn('noon')).toBeNull();
  });
  it('have the order that a figure above twelve proves, else that of what changes most', () => {
    expect(orderOf(['2024-03-05'])).toEqual({ order: 'year', proven: true });
    expect(orderOf(['01/02/2024', '13/02/2024'])).toEqual({ order: 'day', proven: true });
    expect(orderOf(['02/01/2024', '02/13/2024', '02/12/2024'])).toEqual({ order: 'month', proven: true });
    expect(orderOf(['02/01/2024', '02/02/2024', '02/03/2024'])).toEqual({ order: 'month', proven: false });
    expect(orderOf(['01/02/2024', '02/02/2024', '03/02/2024'])).toEqual({ order: 'day', proven: false });
    // both above twelve prove nothing
    expect(orderOf(['13/02/2024', '02/13/2024']).proven).toBe(false);
  });
  it('are a moment by the order of their table, two figures of a year being of this century', () => {
    const at = (text: string, order: 'year' | 'day' | 'month') => momentOf(stampIn(text)!, order);
    expect(at('05/03/2024 07:30', 'day')).toMatchObject({
      year: 2024,
      month: 3,
      day: 5,
      hour: 7,
      minute: 30,
    });
    expect(at('05/03/24', 'month')).toMatchObject({ year: 2024, month: 5, day: 3, hour: 0, minute: 0 });
    // a year that stands first is followed by month and day, whatever the rest has
    expect(at('2024-03-05 07:30', 'month')).toMatchObject({ year: 2024, month: 3, day: 5 });
    const apart = minutesOf(at('01/03/2024 00:15', 'day')) - minutesOf(at('29/02/2024 23:45', 'day'));
    expect(apart).toBe(30);
  });
  it('have an offset from the meridian, hours', () => {
    expect(['+01:30', '-0500', '+00:00', 'Z'].map(offsetOf)).toEqual([1.5, -5, 0, 0]);
    expect(stampIn('2024-03-05T07:00:00+01:00')!.zone).toBe('+01:00');
  });
});
