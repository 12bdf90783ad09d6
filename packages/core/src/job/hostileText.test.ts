import { readSeries } from '../loads';
import { readSheets, readSheetText, sheetTable } from '../module';
import { readHorizon } from '../sky';
import { parseCoordinate, parseDayMonth, parsePlace, parseQuantity, readMonths, readNumber } from '../units';
import { monthsOf, readMonthTable, readWeather } from '../weather';
import { readUseRows } from './pasteRows';

const READERS: Readonly<Record<string, (text: string) => unknown>> = {
  'a quantity': (text) => parseQuantity(text, 'power', 'W'),
  'a number': (text) => readNumber(text),
  'a coordinate': (text) => parseCoordinate(text, 'latitude'),
  'a place': parsePlace,
  'a day': parseDayMonth,
  months: readMonths,
  uses: (text) => readUseRows([[text, text, text, text, text]], 0),
  'a weather file': (text) => readWeather(new TextEncoder().encode(text), 'x.csv', null, null),
  'a column of weather': (text) =>
    readWeather(
      new TextEncoder().encode(`time,ghi,${text}\n2020-01-01 00:00,1,${text}\n`),
      'x.csv',
      null,
      null,
    ),
  'months of weather': (text) => {
    const read = readMonthTable(text, 48);
    return read.ok ? [read, monthsOf(read.table, read.table.mapping, 'x')] : read;
  },
  'a data sheet': (text) => readSheetText(text),
  'a table of data sheets': (text) => {
    const table = sheetTable([
      [text, 'Voc', 'Isc', 'Vmp', 'Imp'],
      [text, '1', '1', '1', '1'],
      [text, text, text, text, text],
    ]);
    return table && readSheets(table.rows, table.columns);
  },
  'a horizon': readHorizon,
  'a series of watts': (text) => readSeries(text, 'x'),
  'a column of a logger': (text) =>
    readSeries(`time,${text},W\n2026-01-01 00:00,${text},1\n2026-01-01 01:00,${text},1`, 'x'),
};

// what a careless expression takes for ever over, or a careless recursion never comes back from
const REPEATED = [
  ' ',
  '\t',
  '(',
  '1',
  '1,',
  '9 ',
  '.',
  '-',
  '−',
  'a',
  '"',
  '1/',
  "12'",
  'n ',
  'Jan ',
  '°',
  '1\n',
];

describe.each(Object.entries(READERS))('a text of 100 kB read as %s', (_, read) => {
  it.each(REPEATED)('of %j is answered', (piece) => {
    for (const end of ['', 'x']) expect(() => read(piece.repeat(100_000 / piece.length) + end)).not.toThrow();
  });
});
