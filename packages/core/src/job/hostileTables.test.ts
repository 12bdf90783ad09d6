import fc from 'fast-check';
import { isDesign, withValueAt } from '../document';
import { previewSeries, readSeries, SERIES_UNITS, type SeriesRole } from '../loads';
import { readSheets, SHEET_UNITS, sheetTable, type SheetColumn } from '../module';
import { examples } from './examples';
import { readUseRows } from './pasteRows';

const honey = examples().find(({ id }) => id === 'honey-house')!.design;
const [useId] = Object.keys(honey.uses);
const [arrayId] = Object.keys(honey.arrays);

const ODD = [
  ...[
    '',
    '"',
    'Z',
    '__proto__',
    'constructor',
    '\u0000',
    '\ud800',
    'é',
    'x'.repeat(119) + '🌞',
    '9'.repeat(300),
  ],
  ...[
    '1e308',
    '-5',
    '0',
    '12,5',
    '1.234,5',
    'NaN',
    '24:00',
    '25:61',
    '2026-02-30 01:00',
    '0001-01-01 00:00',
    '99999999',
  ],
  ...[
    '1720000000',
    '7/4/2026 1:00 PM',
    '31.12.2026',
    'Voc',
    'Isc',
    'kWh total',
    'W',
    'time',
    '37.6 V',
    '-0.3 %/K',
    '=1+1',
  ],
];
const odd = fc.constantFrom(...ODD);
const figure = fc.double({ min: 0, max: 1e6, noNaN: true }).map((value) => value.toFixed(2));

it('a logger’s table, whatever is in it and however it is mapped, is refused or can be stored', () => {
  const line = fc.tuple(
    fc
      .integer({ min: 0, max: 24 * 60 })
      .map((minutes) => new Date(Date.UTC(2026, 5, 1) + minutes * 60_000).toISOString()),
    fc.oneof({ weight: 12, arbitrary: figure }, { weight: 1, arbitrary: odd }),
    fc.oneof(odd, figure),
  );
  const role = fc.constantFrom<SeriesRole>('time', 'date', 'clock', 'value', 'none');
  let taken = 0;
  fc.assert(
    fc.property(
      fc.array(line, { minLength: 2, maxLength: 12 }),
      fc.constantFrom(',', ';', '\t'),
      fc.array(fc.record({ role, unit: fc.constantFrom(...SERIES_UNITS) }), { minLength: 3, maxLength: 3 }),
      fc.boolean(),
      odd,
      (lines, by, columns, mapped, name) => {
        const text = ['time,W,other', ...lines.sort(([a], [b]) => a.localeCompare(b))]
          .map((row) => (typeof row === 'string' ? row.replaceAll(',', by) : row.join(by)))
          .join('\n');
        const preview = previewSeries(text, -104);
        if (!preview) return;
        const reading = readSeries(
          text,
          name || 'log',
          mapped ? { ...preview.mapping, columns } : preview.mapping,
        );
        if (!reading.ok) return;
        taken++;
        expect(Number.isFinite(reading.found.meanW)).toBe(true);
        expect(isDesign(withValueAt(honey, `/uses/${useId}/series`, reading.series))).toBe(true);
      },
    ),
    { numRuns: 1500, seed: 5 },
  );
  expect(taken).toBeGreaterThan(200);
});

it('a table of data sheets, whatever is in it and however it is mapped, gives sheets that can be stored', () => {
  const mostly = (cell: string) =>
    fc.oneof({ weight: 9, arbitrary: fc.constant(cell) }, { weight: 1, arbitrary: odd });
  const row = fc.tuple(odd, ...['37.2', '13.95', '31.4', '13.06', '3', '-0.29'].map(mostly));
  const as = fc.constantFrom<SheetColumn>(
    'name',
    'count',
    'voc',
    'isc',
    'vmp',
    'imp',
    'pmax',
    'betaVoc',
    'alphaIsc',
    'gammaPmax',
    'maxFuse',
    'sections',
    'none',
  );
  let taken = 0;
  fc.assert(
    fc.property(
      fc.array(row, { minLength: 1, maxLength: 6 }),
      fc.array(as, { minLength: 7, maxLength: 7 }),
      fc.integer({ min: 0, max: 4 }),
      (rows, roles, mapped) => {
        const table = sheetTable([['Model', 'Voc', 'Isc', 'Vmp', 'Imp', 'Qty', 'Tk Voc'], ...rows]);
        if (!table) return;
        const columns =
          mapped === 0
            ? roles.map((one) => ({ as: one, unit: SHEET_UNITS[one]?.at(-1) ?? '' }))
            : table.columns;
        for (const { name, count, sheet } of readSheets(table.rows, columns).sheets) {
          taken++;
          const sort = {
            name,
            position: 99,
            module: sheet,
            count: { value: count, from: 'chosen' },
            pieces: {},
          };
          expect(isDesign(withValueAt(honey, `/arrays/${arrayId}/pile/sorts/kz`, sort))).toBe(true);
        }
      },
    ),
    { numRuns: 500, seed: 5 },
  );
  expect(taken).toBeGreaterThan(300);
});

it('pasted uses can be stored, whatever they are called', () => {
  for (const name of ODD) {
    const { uses } = readUseRows(
      [
        ['Use', 'Watts'],
        [name, '20'],
        ['Lamp', '5'],
      ],
      0,
    );
    expect(
      isDesign({ ...honey, uses: Object.fromEntries(uses.map((use, i) => [`n${i}`, use])), events: {} }),
    ).toBe(true);
  }
});
