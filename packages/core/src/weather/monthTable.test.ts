import { MONTH_DAYS } from '../units';
import { monthsOf, readMonthTable, type MonthMapping, type MonthTable } from './monthly';

// Months of an invented place at 48° N, clearness 0.35 to 0.55 of what comes in above the air (Spencer's formula).
const GHI = [1.0, 1.8, 3.0, 4.3, 5.2, 5.7, 5.8, 4.9, 3.5, 2.1, 1.2, 0.8];
const AIR = [-1, 0.5, 4.5, 8.5, 13, 16, 18.5, 18, 14, 9, 4, 0];
const NAMES = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']; // prettier-ignore
const SHORT = NAMES.map((name) => name.slice(0, 3));

const rows = (row: (m: number) => string, order = SHORT.map((_, m) => m)) => order.map(row).join('\n');
const comma = (value: number | string) => String(value).replace('.', ',');
const fixed = (m: number, factor = 1, digits = 1) => (GHI[m]! * factor).toFixed(digits);
const low = (m: number) => (AIR[m]! - 4).toFixed(1);
const high = (m: number) => (AIR[m]! + 5).toFixed(1);
const f = (c: number | string) => (Number(c) * 1.8 + 32).toFixed(1);
const noon = [8, 2, 0, 10, 4, 11, 1, 3, 5, 6, 7, 9];

const tableOf = (text: string, latDeg: number | null = 48): MonthTable => {
  const read = readMonthTable(text, latDeg);
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join(' | '));
  return read.table;
};
const taken = (text: string, change: (mapping: MonthMapping) => MonthMapping = (of) => of) => {
  const table = tableOf(text);
  const reading = monthsOf(table, change(table.mapping), 'pasted');
  if (!reading.ok) throw new Error(reading.problems.map(({ message }) => message).join(' | '));
  return { ...reading.weather, doubts: table.columns.filter(({ as, doubt }) => doubt && as !== 'skip') };
};

// Each of its own invention, beside it what it means: the sun alone, with mean air, or with lowest and highest.
const MESSY: readonly (readonly [what: string, text: string, air: 'none' | 'mean' | 'range'])[] = [
  ['one column', rows((m) => fixed(m)), 'none'],
  ['one column of decimal commas', rows((m) => comma(fixed(m))), 'none'],
  ['decimal commas in two columns, blanks between', rows((m) => `${comma(fixed(m))} ${comma(AIR[m]!)}`), 'mean'],
  ['names and commas', rows((m) => `${NAMES[m]},${fixed(m)},${AIR[m]}`), 'mean'],
  ['names, semicolons and decimal commas', rows((m) => `${SHORT[m]};${comma(fixed(m))};${comma(AIR[m]!)}`), 'mean'],
  ['names in another order', rows((m) => `${NAMES[m]}\t${fixed(m)}\t${AIR[m]}`, noon), 'mean'],
  ['numbers in another order', `month,GHI\n${rows((m) => `${m + 1},${fixed(m)}`, noon)}`, 'none'],
  ['from July on', rows((m) => `${SHORT[m]} ${fixed(m)}`, [6, 7, 8, 9, 10, 11, 0, 1, 2, 3, 4, 5]), 'none'],
  ['twelve in a line', GHI.map((_, m) => fixed(m)).join(' '), 'none'],
  ['twelve in a line, by commas', GHI.map((_, m) => fixed(m)).join(', '), 'none'],
  ['names over a line', `${SHORT.join('\t')}\n${GHI.map((_, m) => fixed(m)).join('\t')}`, 'none'],
  [
    'two labelled lines under names',
    `\t${SHORT.join('\t')}\tYear\nGHI kWh/m²/day\t${GHI.map((_, m) => fixed(m)).join('\t')}\t3.3\nT mean °C\t${AIR.join('\t')}\t8.8`,
    'mean',
  ],
  ['a thirteenth line of the year', `${rows((m) => `${SHORT[m]}  ${fixed(m)}  ${AIR[m]}`)}\nYear  3.3  8.8`, 'mean'],
  ['a thirteenth line without a name', `${rows((m) => fixed(m))}\n3.3`, 'none'],
  ['the mean of the year first', `Annual,3.3,8.8\n${rows((m) => `${SHORT[m]},${fixed(m)},${AIR[m]}`)}`, 'mean'],
  ['units behind the figures', rows((m) => `${SHORT[m]}\t${fixed(m)} kWh/m²\t${AIR[m]} °C`), 'mean'],
  ['units behind the figures, blanks between', rows((m) => `${SHORT[m]} ${fixed(m)} kWh/m2 ${AIR[m]} °C`), 'mean'],
  ['dated months', rows((m) => `2023-${String(m + 1).padStart(2, '0')}\t${fixed(m)}`), 'none'],
  ['dated the other way', rows((m) => `${String(m + 1).padStart(2, '0')}/2023;${fixed(m)}`), 'none'],
  ['Jan-23', rows((m) => `${SHORT[m]}-23,${fixed(m)},${low(m)},${high(m)}`), 'range'],
  ['months in watt-hours', `month;Wh/m²/day\n${rows((m) => `${m + 1};${fixed(m, 1000, 0)}`)}`, 'none'],
  ['watt-hours nobody names', rows((m) => fixed(m, 1000, 0)), 'none'],
  ['megajoules by their heading', `GHI (MJ/m2/day)\n${rows((m) => fixed(m, 3.6, 2))}`, 'none'],
  ['megajoules nobody names', rows((m) => `${SHORT[m]} ${fixed(m, 3.6, 2)}`), 'none'],
  ['totals of months by their heading', `Month\tMonthly total kWh/m²\n${rows((m) => `${SHORT[m]}\t${(GHI[m]! * MONTH_DAYS[m]!).toFixed(1)}`)}`, 'none'],
  ['megajoules of a month', `Month\tMJ/m² per month\n${rows((m) => `${SHORT[m]}\t${(GHI[m]! * 3.6 * MONTH_DAYS[m]!).toFixed(1)}`)}`, 'none'],
  ['a name and a figure a line, no heading', rows((m) => `${NAMES[m]}\n${fixed(m)}`), 'none'],
  ['averages of months, a day', `Month\tMonthly averages, kWh/m²/day\n${rows((m) => `${SHORT[m]}\t${fixed(m)}`)}`, 'none'],
  ['“monthly mean GHI”', `Month,Monthly mean GHI (kWh/m^2/d),T2m\n${rows((m) => `${SHORT[m]},${fixed(m)},${AIR[m]}`)}`, 'mean'],
  ['peak sun hours', `month,peak sun hours\n${rows((m) => `${SHORT[m]},${fixed(m)}`)}`, 'none'],
  ['mean watts', `month,GHI W/m²\n${rows((m) => `${SHORT[m]},${((GHI[m]! / 24) * 1000).toFixed(1)}`)}`, 'none'],
  ['beam and diffuse beside it', `month,DNI,DHI,GHI\n${rows((m) => `${SHORT[m]},${(GHI[m]! * 0.7).toFixed(2)},${(GHI[m]! * 0.5).toFixed(2)},${fixed(m)}`)}`, 'none'],
  ['on a tilt beside it', `month\tHorizontal irradiation\tIrradiation at optimal tilt\n${rows((m) => `${SHORT[m]}\t${fixed(m)}\t${(GHI[m]! * 1.2).toFixed(2)}`)}`, 'none'],
  ['days of the month', `Month,Days,GHI,Tavg\n${rows((m) => `${SHORT[m]},${MONTH_DAYS[m]},${fixed(m)},${AIR[m]}`)}`, 'mean'],
  ['days nobody names', rows((m) => `${SHORT[m]} ${MONTH_DAYS[m]} ${fixed(m)}`), 'none'],
  ['Fahrenheit by its heading', `Month,GHI,Mean temp °F\n${rows((m) => `${SHORT[m]},${fixed(m)},${f(AIR[m]!)}`)}`, 'mean'],
  ['Fahrenheit by its size', rows((m) => `${SHORT[m]} ${fixed(m)} ${f(low(m))} ${f(high(m))}`), 'range'],
  ['kelvin', rows((m) => `${SHORT[m]} ${fixed(m)} ${(AIR[m]! + 273.15).toFixed(2)}`), 'mean'],
  ['the air first', `month;t mean;ghi\n${rows((m) => `${SHORT[m]};${AIR[m]};${fixed(m)}`)}`, 'mean'],
  ['the air first, and no heading', rows((m) => `${SHORT[m]} ${AIR[m]} ${fixed(m)}`), 'mean'],
  ['highest before lowest, and no heading', rows((m) => `${SHORT[m]} ${fixed(m)} ${high(m)} ${low(m)}`), 'range'],
  ['lowest, mean, highest', rows((m) => `${fixed(m)} ${low(m)} ${AIR[m]} ${high(m)}`), 'range'],
  ['rain and wind as well', `Month,GHI,Rain mm,Wind m/s,Tmin,Tmax\n${rows((m) => `${SHORT[m]},${fixed(m)},${60 + m},3.2,${low(m)},${high(m)}`)}`, 'range'],
  ['German', `Monat;Globalstrahlung kWh/m² pro Tag;Temperatur °C\n${['Jänner', 'Februar', 'März', 'April', 'Mai', 'Juni', 'Juli', 'August', 'September', 'Oktober', 'November', 'Dezember'].map((name, m) => `${name};${comma(fixed(m))};${comma(AIR[m]!)}`).join('\n')}`, 'mean'],
  ['French', ['janv.', 'févr.', 'mars', 'avril', 'mai', 'juin', 'juillet', 'août', 'sept.', 'oct.', 'nov.', 'déc.'].map((name, m) => `${name}\t${comma(fixed(m))}`).join('\n'), 'none'],
  ['Spanish', ['Ene', 'Feb', 'Mar', 'Abr', 'May', 'Jun', 'Jul', 'Ago', 'Sep', 'Oct', 'Nov', 'Dic'].map((name, m) => `${name}|${fixed(m)}|${AIR[m]}`).join('\n'), 'mean'],
  ['cells one under another', `Month\nGHI\n${rows((m) => `${NAMES[m]}\n${fixed(m)}`)}`, 'none'],
  ['a title above', `Solar resource, latitude 48.0, 2001 to 2020\n\nMonth\tGHI\n${rows((m) => `${SHORT[m]}\t${fixed(m)}`)}`, 'none'],
  ['true minus signs and hard blanks', rows((m) => `${SHORT[m]}\u00a0\u00a0${fixed(m)}\u00a0\u00a0${String(AIR[m]).replace('-', '−')}`), 'mean'],
  ['quoted cells', rows((m) => `"${NAMES[m]}","${comma(fixed(m))}","${comma(AIR[m]!)}"`), 'mean'],
  ['three years of months', [2019, 2020, 2021].map((year) => rows((m) => `${year}-${String(m + 1).padStart(2, '0')},${(GHI[m]! + (year - 2020) * 0.1).toFixed(1)}`)).join('\n'), 'none'],
]; // prettier-ignore

describe('twelve months, however they are pasted', () => {
  it.each(MESSY)('%s', (_, text, air) => {
    const { ghi, air: mean, min, max } = taken(text);
    for (const [m, value] of ghi.entries()) expect(Math.abs(value! - GHI[m]!)).toBeLessThan(0.03);
    for (const [m, value] of mean.entries()) {
      if (air === 'none') expect(value).toBeNull();
      else
        expect(
          Math.abs(value! - AIR[m]! - (air === 'mean' || (max[m] !== null && mean[m] === AIR[m]) ? 0 : 0.5)),
        ).toBeLessThan(0.06);
      expect(min[m] === null).toBe(air !== 'range');
    }
  });
  it('may have lowest and highest alone, and leaves the sun to the grid', () => {
    const { ghi, min, max } = taken(
      `Month;Tmin °C;Tmax °C\n${rows((m) => `${SHORT[m]};${low(m)};${high(m)}`)}`,
    );
    expect([ghi[0], min[0], max[6]]).toEqual([null, -5, 23.5]);
  });
  it('a dark place’s totals are not taken for megajoules', () => {
    // at 68° N: 6 to 160 kWh/m² a month
    const totals = [2, 12, 48, 96, 138, 150, 146, 104, 56, 20, 4, 1];
    const { columns } = tableOf(totals.join('\n'), 68);
    expect(columns[0]).toMatchObject({ as: 'ghi', units: { ghi: 'kWh/m² a month' } });
  });
  it('asks where two units agree with the sun of the place', () => {
    const [column] = tableOf(rows((m) => (GHI[m]! * MONTH_DAYS[m]!).toFixed(0))).columns;
    expect(column!.doubt).toMatch(/^or .*January would be/);
  });
  it('says so where no unit agrees with it', () => {
    const [column] = tableOf(`GHI kWh/m²/day\n${rows((m) => fixed(m, 2.5))}`).columns;
    expect(column!.doubt).toBe('as kWh/m² a day it does not agree with the sun of this place');
  });
  it('takes what the person says: another unit, another column, another first month', () => {
    const other = taken(
      rows((m) => `${fixed(m)} ${AIR[m]}`),
      ({ columns }) => ({ columns: [columns[0]!, { as: 'skip', unit: '' }], first: 6 }),
    );
    expect(other.ghi[6]).toBe(GHI[0]);
    expect(other.ghi[5]).toBe(GHI[11]);
    expect(other.air[0]).toBeNull();
    expect(other.notes[1]).toBe('No air: the grid’s is kept.');
  });
  it('leaves a month that is missing to the grid, and says so', () => {
    const text = rows((m) => `${SHORT[m]} ${fixed(m)}`, [0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 11]);
    expect(tableOf(text).remarks).toContain('A month is missing: the grid’s figures stay there.');
    expect(taken(text).ghi[9]).toBeNull();
  });
  it('names what it cannot read by its line', () => {
    const bad = (text: string) => {
      const read = readMonthTable(text, 48);
      const end = read.ok ? monthsOf(read.table, read.table.mapping, 'x') : read;
      return end.ok ? [] : end.problems.map(({ line, message }) => `${line}: ${message}`);
    };
    expect(tableOf(rows((m) => (m === 1 ? 'Feb x.1' : `${SHORT[m]} ${fixed(m)}`))).remarks).toEqual([
      '1 line without a month or a figure is left out.',
      'A month is missing: the grid’s figures stay there.',
    ]);
    expect(bad(rows((m) => `${SHORT[m === 1 ? 0 : m]} ${fixed(m)}`))).toEqual(['2: January is there twice']);
    expect(bad(rows((m) => fixed(m), noon.slice(1)))).toEqual([
      'null: There are 11 lines with figures and no names of months: twelve are wanted, or a month before each',
    ]);
    expect(bad('nothing of the kind')).toEqual(['null: There is no line with figures']);
    expect(bad(`GHI kWh/m²/day\n${rows((m) => (m === 3 ? '43' : fixed(m)))}`)).toEqual([
      '5: 43 read as kWh/m² a day is outside what the sun gives',
    ]);
  });
});
