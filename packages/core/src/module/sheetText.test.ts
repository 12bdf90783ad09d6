import { moduleClass, sheetOfClass } from './catalogue';
import { readSheetRows, readSheetText, writeSheetsCsv, writeSheetsJson } from './sheetText';

const asObject = (text: string, column = 0) =>
  Object.fromEntries(readSheetText(text, column).readings.map(({ key, value }) => [key, value]));

describe('a data sheet as text', () => {
  it('reads names, figures and units in the words sheets use', () => {
    expect(
      asObject(`Electrical data at STC
        Maximum Power (Pmax)            410 W
        Open-circuit voltage Voc [V]    37.2
        Short-circuit current (Isc)     13.95 A
        Voltage at maximum power Vmp    31.4 V
        Current at maximum power Imp    13.06 A
        Temperature coefficient of Voc  -0.26 %/°C
        Temperature coefficient of Isc  +0.05 %/°C
        Temperature coefficient of Pmax -0.34 %/°C
        Maximum series fuse rating      25 A
        Maximum system voltage          1500 V`),
    ).toEqual({
      pmax: 410,
      voc: 37.2,
      isc: 13.95,
      vmp: 31.4,
      imp: 13.06,
      betaVoc: -0.26,
      alphaIsc: 0.05,
      gammaPmax: -0.34,
      maxFuse: 25,
    });
  });
  it('reads short labels, decimal commas, and millivolts and milliamps a kelvin', () => {
    const text = `Pmpp: 245 W\nUoc: 37,6 V\nIsc: 8,62 A\nUmpp: 30,4 V\nImpp: 8,06 A\nTk Uoc: -124 mV/K\nTk Isc: 5,2 mA/K\nTk Pmpp: -0,44 %/K`;
    const read = asObject(text);
    expect(read).toMatchObject({ pmax: 245, voc: 37.6, isc: 8.62, vmp: 30.4, imp: 8.06, gammaPmax: -0.44 });
    // −0.124 V of 37.6 V, and 0.0052 A of 8.62 A, by hand
    expect(read.betaVoc).toBeCloseTo(-0.3298, 4);
    expect(read.alphaIsc).toBeCloseTo(0.0603, 4);
    expect(readSheetText(text).readings.find(({ key }) => key === 'betaVoc')?.note).toBe(
      '-124 mV/K over 37.6',
    );
  });
  it('takes one of several models side by side', () => {
    const text =
      'Pmax (W) 405 410 415\nVoc (V) 37.1 37.2 37.3\nIsc (A) 13.87 13.95 14.02\nVmp (V) 31.2 31.4 31.6\nImp (A) 12.98 13.06 13.13';
    expect(readSheetText(text).columns).toBe(3);
    expect(asObject(text, 1)).toMatchObject({ pmax: 410, voc: 37.2, vmp: 31.4 });
    expect(asObject(text, 2)).toMatchObject({ pmax: 415, imp: 13.13 });
  });
  it('says which number was a share and what is missing, and takes nothing from other lines', () => {
    const read = readSheetText(
      'Voc 22.1 V\nTemperature coefficient β (Voc) -0.0033 /K\nNOCT Voc 20.6 V\nEfficiency 21 %',
    );
    expect(read.readings.map(({ key, value }) => [key, value])).toEqual([
      ['voc', 22.1],
      ['betaVoc', -0.33],
    ]);
    expect(read.problems).toEqual(['Not found: Isc, Vmp, Imp']);
    expect(readSheetText('A fine panel, hardly used').problems[0]).toMatch(/^No figure of a panel/);
    expect(readSheetText('').problems).toEqual([]);
  });
});

describe('sheets in files', () => {
  const sheets = [
    { name: 'From the dairy, old', count: 5, sheet: sheetOfClass(moduleClass('poly-60-old')) },
    {
      name: 'Bare',
      count: 2,
      sheet: { ...sheetOfClass(moduleClass('mono-36')), betaVoc: null, maxFuse: null },
    },
  ];
  const rowsOf = (csv: string) => {
    const [head = '', ...lines] = csv.trim().split('\n');
    const keys = head.split(',');
    return lines.map((line) => {
      const cells = line
        .match(/("([^"]|"")*"|[^,]*)(,|$)/g)!
        .map((cell) => cell.replace(/,$/, '').replace(/^"|"$/g, ''));
      return Object.fromEntries(keys.map((key, i) => [key, cells[i]]));
    });
  };
  it('go out and come in the same, as CSV and as JSON', () => {
    for (const rows of [
      rowsOf(writeSheetsCsv(sheets)),
      JSON.parse(writeSheetsJson(sheets)) as Record<string, unknown>[],
    ]) {
      const { sheets: read, problems } = readSheetRows(rows);
      expect(problems).toEqual([]);
      for (const [i, { name, count, sheet }] of sheets.entries())
        expect(read[i]).toEqual({ name, count, sheet: { ...sheet, label: name } });
    }
  });
  it('say which row wants what', () => {
    const { sheets: read, problems } = readSheetRows([
      { name: 'X', vocV: '22,1', iscA: 'six', vmpV: 18, impA: 5 },
      {},
    ]);
    expect(read).toEqual([]);
    expect(problems).toEqual([
      'Row 1, iscA: “six” is not a number',
      'Row 1 (X) wants vocV, iscA, vmpV and impA',
      'Row 2 (Row 2) wants vocV, iscA, vmpV and impA',
    ]);
    expect(readSheetRows([]).problems).toEqual(['There are no rows']);
  });
});
