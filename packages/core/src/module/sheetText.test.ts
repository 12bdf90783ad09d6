import { readSheetText } from './sheetText';
import { readJson } from '../../fixtures/read';

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

// messy sheets of our own, line by line, each with its one right reading
const MESSY = readJson<[says: string, lines: string[], reads: Record<string, number>][]>('messy-sheets.json');

describe('messy sheets', () => {
  it.each(MESSY)('%s', (_, lines, reads) => {
    expect(asObject(lines.join('\n'))).toMatchObject(reads);
  });
  it('of several models, a row each, offer each', () => {
    const text =
      'Model Pmax Voc Isc Vmp Imp\nXY-405M 405 37.1 13.87 31.2 12.98\nXY-410M 410 37.2 13.95 31.4 13.06\nXY-415M 415 37.3 14.02 31.6 13.13';
    expect(readSheetText(text).columns).toBe(3);
    expect(asObject(text, 0)).toMatchObject({ pmax: 405, voc: 37.1, imp: 12.98 });
    expect(asObject(text, 2)).toMatchObject({ pmax: 415, voc: 37.3, imp: 13.13 });
  });
  it.each([
    ['Voc 31.2 V\nVmp 37.3 V\nIsc 13.9 A\nImp 13.1 A', /not below Voc/],
    ['Voc 37.3 V\nVmp 31.2 V\nIsc 13.1 A\nImp 13.9 A', /above Isc/],
    ['Pmax 550 W\nVoc 37.3 V\nVmp 31.2 V\nIsc 13.9 A\nImp 13.1 A', /409 W, not 550 W/],
    ['Voc 37.3 V\nTemperature coefficient Voc -2.6 %/K', /no such coefficient/],
    // what is equal or just above is as impossible as what is far above
    ['Voc 37.3 V\nVmp 37.3 V\nIsc 13.9 A\nImp 13.1 A', /not below Voc/],
    ['Temperature coefficient Isc 5 mA/K\nVoc 37.3 V', /the figure it is of was not found/],
    [
      'Voc 37.3 V\nTemperature coefficient Voc +0.26 %/K\nTemperature coefficient Isc -0.05 %/K',
      /-0.05 %\/K is no such/,
    ],
  ])('%s is told as it disagrees', (text, words) => {
    expect(readSheetText(text).problems.join(' ')).toMatch(words);
  });
});

it('gives a figure by itself to the label that waits for it, and to no other', () => {
  // two names of one thing are one label, and its figure has come
  expect(asObject('Open-circuit voltage (Voc)  37.3 V\nShort-circuit current\n9.8')).toEqual({
    voc: 37.3,
    isc: 9.8,
  });
  expect(asObject('Short-circuit current\nsee page 3 of the manual\n9.8 A')).toEqual({ isc: 9.8 });
  // a label whose figure is not there has none
  expect(asObject('Isc 9.8 A\nTemperature coefficient of Isc, % per °C')).toEqual({ isc: 9.8 });
  // where commas are decimal, three digits behind one are no thousands
  expect(asObject('Isc 9,125 A\nVoc 37,3 V\nVmp 31,4 V')).toMatchObject({ isc: 9.125, voc: 37.3 });
});

it('of several figures takes the one that agrees with the others, else the first', () => {
  const four = 'Voc 37.2 V\nIsc 13.95 A\nVmp 31.4 V\nImp 13.06 A';
  expect(asObject(`Pmax 550 W\n${four}\nPmax 410 W`)).toMatchObject({ pmax: 410 });
  expect(asObject('Pmax 550 W\nPmax 410 W')).toEqual({ pmax: 550 });
  expect(asObject(`Vmp 41.2 V\nImp 14.5 A\n${four}`)).toMatchObject({ vmp: 31.4, imp: 13.06 });
  // a share of the open volts or the short-circuit amps that no panel has is another figure
  expect(asObject(`Vmp 20 V\nImp 9 A\n${four}`)).toMatchObject({ vmp: 31.4, imp: 13.06 });
});

it('does not take a model’s name for a figure of its row', () => {
  const table = (row: string) => asObject(`Model Pmax Voc Isc Vmp Imp\n${row}`);
  expect(table('XY-410M 410W 37.2V 13.95A 31.4V 13.06A')).toEqual({
    pmax: 410,
    voc: 37.2,
    isc: 13.95,
    vmp: 31.4,
    imp: 13.06,
  });
  expect(table('XY-410M 410 37.2 13.95 31.4')).toEqual({});
  // of more figures than heads the last are those of the heads
  expect(table('7 410W 37.2V 13.95A 31.4V 13.06A')).toMatchObject({ pmax: 410, imp: 13.06 });
  // what has another's unit is none of its figures
  expect(asObject('Voc 9.8 A\nIsc 9.8 A')).toEqual({ isc: 9.8 });
  // a figure may stand before its name, and only before one
  expect(asObject('37.3 V (Voc)\n9.8 A (Isc)')).toEqual({ voc: 37.3, isc: 9.8 });
  expect(asObject('(Voc)\n37.3 V')).toEqual({ voc: 37.3 });
});

it('knows under which conditions figures stand, by the line above them', () => {
  expect(asObject('NMOT, wind 1 m/s\nVoc 35.1 V\nSTC, table 2\nVoc 37.2 V')).toEqual({ voc: 37.2 });
  // two columns, of which the first is at standard conditions, are one model
  const both = readSheetText('STC   NMOT\nVoc 37.2 35.1\nIsc 13.9 11.2');
  expect([both.columns, both.readings.map(({ value }) => value)]).toEqual([1, [37.2, 13.9]]);
  expect(asObject('NMOT   STC\nVoc 35.1 37.2')).toEqual({ voc: 37.2 });
  // what is the same in both has one figure
  expect(asObject('NMOT   STC\nVoc 35.1 37.2\nMaximum series fuse 25 A')).toEqual({ voc: 37.2, maxFuse: 25 });
  // a heading may name what stands below it
  expect(asObject('Pmax, Voc, Isc at NMOT\nVoc 35.1\nPmax, Voc, Isc at STC\nVoc 37.2')).toEqual({
    voc: 37.2,
  });
  // the light of the condition is no figure of the panel, and its ² no footnote
  const light = readSheetText('Pmax (1000 W/m²) 410 W²');
  expect([light.columns, light.readings.map(({ value }) => value)]).toEqual([1, [410]]);
  // where nothing else is told they are taken all the same, two of them as two models
  const other = readSheetText('NMOT\nVoc 35.1 36.2\nIsc 11.2 11.3');
  expect([other.columns, other.readings.map(({ value }) => value)]).toEqual([2, [35.1, 11.2]]);
  expect(asObject('Module efficiency 21 %, Pmax 410 W')).toEqual({ pmax: 410 });
  expect(asObject('Module efficiency 21 %\n\n   \nVoc 37.2 V')).toEqual({ voc: 37.2 });
});

it('takes coefficients in volts, in amps, in % however small, and as bare shares', () => {
  const told = (line: string) =>
    readSheetText(`Voc 37.6 V\nIsc 8.62 A\n${line}`)
      .readings.slice(2)
      .map(({ value, note }) => [value, note]);
  expect(told('Temperature coefficient of Voc -0.124 V/K')).toEqual([[-0.3298, '-0.124 V/K over 37.6']]);
  expect(told('Temperature coefficient of Voc -124 mV/K')).toEqual([[-0.3298, '-124 mV/K over 37.6']]);
  expect(told('Temperature coefficient of Isc 0.005 %/K')).toEqual([[0.005, null]]);
  expect(told('Temperature coefficient of Isc 0.0005 / K')).toEqual([
    [0.05, '0.0005 a kelvin taken as 0.05 %/K'],
  ]);
});

it('finds nothing to say of a sheet that agrees with itself', () => {
  const { problems, columns } = readSheetText(
    'Pmax 410 W\nVoc 37.2 V\nIsc 13.95 A\nVmp 31.4 V\nImp 13.06 A\nTemperature coefficient Voc -0.26 %/K',
  );
  expect([problems, columns]).toEqual([[], 1]);
  // amps at the best that are those of short circuit are odd, and not impossible
  expect(readSheetText('Voc 37.2 V\nIsc 13.9 A\nVmp 31.4 V\nImp 13.9 A').problems).toEqual([]);
});
it('says what it did to a coefficient', () => {
  const note = (text: string) => readSheetText(text).readings.find(({ key }) => key === 'betaVoc')?.note;
  expect(note('Voc 37.3 V\nTemp. coeff. Voc -0.26 %/K')).toBeNull();
  expect(note('Voc 37.3 V\nTemp. coeff. Voc 0.26 %/K')).toBe('taken as falling with heat');
  expect(note('Voc 40 V\nTemp. coeff. Voc 112 mV/K')).toBe('112 mV/K over 40; taken as falling with heat');
  expect(note('Voc 37.3 V\nTemp. coeff. Voc -0.144 %/°F')).toBe('-0.144 % a degree Fahrenheit, × 1.8');
  expect(note('Voc 37.3 V\nTemp. coeff. Voc -0.0026 /K')).toBe('-0.0026 a kelvin taken as -0.26 %/K');
});
it('reads no more of a text than a sheet can be long', () => {
  const long = `${'x'.repeat(399)} Voc 37.3 V\nIsc 13.9 A`;
  expect(asObject(long)).toEqual({ isc: 13.9 });
  expect(asObject(`${'a line\n'.repeat(2000)}Voc 37.3 V`)).toEqual({});
});
