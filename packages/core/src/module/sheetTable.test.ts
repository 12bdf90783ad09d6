import { moduleClass, sheetOfClass } from './catalogue';
import { readSheets, sheetTable, type SheetColumn, type SheetsRead } from './sheetTable';
import { rowsOfJson, writeSheetsCsv, writeSheetsJson } from './sheetsCsv';

const cellsOf = (text: string, by = ',') =>
  text
    .trim()
    .split('\n')
    .map((line) => line.split(by));
/** A table read as its columns are guessed. */
const read = (rows: readonly (readonly string[])[]): SheetsRead => {
  const table = sheetTable(rows);
  return table ? readSheets(table.rows, table.columns) : readSheets([], []);
};
const rolesOf = (rows: readonly (readonly string[])[]) =>
  sheetTable(rows)!.columns.map(({ as, unit }) => [as, unit].filter(Boolean).join(' '));

describe('sheets in files', () => {
  const sheets = [
    { name: 'From the dairy, old', count: 5, sheet: sheetOfClass(moduleClass('poly-60-old')) },
    {
      name: 'Bare',
      count: 2,
      sheet: { ...sheetOfClass(moduleClass('mono-36')), betaVoc: null, maxFuse: null },
    },
  ];
  const rowsOf = (csv: string) =>
    csv
      .trim()
      .split('\n')
      .map((line) =>
        line.match(/("([^"]|"")*"|[^,]*)(,|$)/g)!.map((cell) => cell.replace(/,$/, '').replace(/^"|"$/g, '')),
      );
  it('go out and come in the same, as CSV and as JSON', () => {
    for (const rows of [rowsOf(writeSheetsCsv(sheets)), rowsOfJson(writeSheetsJson(sheets))]) {
      const { sheets: again, problems, doubts } = read(rows);
      expect([problems, doubts]).toEqual([[], []]);
      for (const [i, { name, count, sheet }] of sheets.entries())
        expect(again[i]).toEqual({ name, count, sheet: { ...sheet, label: name } });
    }
  });
  it('quotes what a comma, a quote or a line would break, and nothing else', () => {
    const [sheet] = sheets;
    const first = (name: string) => writeSheetsCsv([{ ...sheet!, name }]).split('\n')[1];
    expect(first('plain name')).toMatch(/^plain name,5,245,/);
    expect(first('one, two')).toMatch(/^"one, two",5,/);
    expect(first('the "good" one')).toMatch(/^"the ""good"" one",5,/);
    expect(writeSheetsCsv([{ ...sheet!, name: 'a\nb' }])).toContain('"a\nb",5');
  });
  it('are none where the text is no list of objects', () => {
    for (const text of ['[{', '', '7', '[[1, 2]]', '{"__proto__": {"vocV": 3}}', 'null'])
      expect(sheetTable(rowsOfJson(text))).toBeNull();
  });
});

describe('a table of data sheets, however it is written', () => {
  const row = '410 W mono,6,410,37.2,13.95,31.4,13.06,-0.26,0.05,-0.34,25';
  const sheet = {
    pmax: 410,
    voc: 37.2,
    isc: 13.95,
    vmp: 31.4,
    imp: 13.06,
    betaVoc: -0.26,
    alphaIsc: 0.05,
    gammaPmax: -0.34,
    maxFuse: 25,
  };
  const MESSY: readonly (readonly [what: string, heading: string, row: string])[] = [
    ['short names', 'Model,Qty,Pmax (W),Voc (V),Isc (A),Vmp (V),Imp (A),Tk Voc (%/K),Tk Isc (%/K),Tk Pmax (%/K),Max fuse (A)', row],
    ['long names', 'Panel,How many,Maximum power,Open-circuit voltage,Short-circuit current,Voltage at maximum power,Current at maximum power,Temperature coefficient of Voc %/°C,Temperature coefficient of Isc %/°C,Temperature coefficient of Pmax %/°C,Series fuse rating', row],
    ['underscores', 'name,count,p_max,v_oc,i_sc,v_mp,i_mp,beta_voc %/K,alpha_isc %/K,gamma_pmax %/K,max_fuse', row],
    ['names of another tongue’s letters', 'Type,Pieces,Pmpp,Uoc,Isc,Umpp,Impp,Tk Uoc %/K,Tk Isc %/K,Tk Pmpp %/K,Fuse', row],
    ['another order', 'Voc,Isc,Vmp,Imp,Model', '37.2,13.95,31.4,13.06,410 W mono'],
    ['millivolts and milliamps a kelvin', 'Model,Voc,Isc,Vmp,Imp,Tk Voc mV/K,Tk Isc mA/K', '410 W mono,37.2,13.95,31.4,13.06,-96.72,6.975'],
    ['per degree Fahrenheit', 'Model,Voc,Isc,Vmp,Imp,Temp. coeff. Voc %/°F', '410 W mono,37.2,13.95,31.4,13.06,-0.144444'],
    ['units in the cells', 'Model,Pmax,Voc,Isc,Vmp,Imp,Tk Voc', '410 W mono,410 W,37.2 V,13.95 A,31.4 V,13.06 A,-0.26 %/°C'],
    ['cells and modules that are no count and no name', 'Number of cells,Module efficiency %,Cells,Module,Voc,Isc,Vmp,Imp,Weight per panel', '108,21.1,108,410 W mono,37.2,13.95,31.4,13.06,21.3'],
    ['kilowatts', 'Model,Pmax kW,Voc,Isc,Vmp,Imp', '410 W mono,0.41,37.2,13.95,31.4,13.06'],
    ['columns that are not asked for', 'Model,Efficiency %,NOCT Voc,Voc,Isc,Vmp,Imp,Price,Weight kg,Tolerance %', '410 W mono,21.1,34.9,37.2,13.95,31.4,13.06,109,21.3,3'],
    ['a line above, and units on a line of their own', 'My panels\nModel,Voc,Isc,Vmp,Imp,Tk Voc\n,V,A,V,A,%/K', '410 W mono,37.2,13.95,31.4,13.06,-0.26'],
  ]; // prettier-ignore
  it.each(MESSY)('%s', (_, heading, line) => {
    const { sheets, problems, doubts } = read(cellsOf(`${heading}\n${line}`));
    expect([problems, doubts]).toEqual([[], []]);
    expect(sheets).toHaveLength(1);
    const [one] = sheets;
    expect(one!.name).toBe('410 W mono');
    expect(one!.count).toBe(/qty|count|how many|pieces/i.test(heading) ? 6 : 1);
    for (const [key, value] of Object.entries(sheet)) {
      const found = one!.sheet[key as keyof typeof sheet]?.value;
      // what the table does not hold is left open; watts follow: 31.4 V × 13.06 A
      if (found !== undefined) expect(Math.abs(found / value - 1)).toBeLessThan(2e-3);
    }
    expect(one!.sheet.betaVoc === null).toBe(!/tk|temp|beta/i.test(heading));
  });
  it('decimal commas by semicolons', () => {
    const { sheets } = read(cellsOf('Modul;Stück;Voc;Isc;Vmp;Imp\nAlt;3;37,6;8,62;30,4;8,06', ';'));
    expect(sheets[0]!.sheet).toMatchObject({
      voc: { value: 37.6 },
      isc: { value: 8.62 },
      vmp: { value: 30.4 },
    });
  });
  it('asks for the unit of a coefficient that says none, and says a sign that it took', () => {
    const table = sheetTable(cellsOf('Model,Voc,Isc,Vmp,Imp,Temp coeff Voc\nA,37.2,13.95,31.4,13.06,0.26'))!;
    expect(table.columns[5]).toMatchObject({
      as: 'betaVoc',
      unit: '%/K',
      doubt: expect.stringMatching(/% a kelvin\?/) as string,
    });
    const { sheets, doubts } = readSheets(table.rows, table.columns);
    expect(sheets[0]!.sheet.betaVoc).toMatchObject({ value: -0.26 });
    expect(doubts).toEqual([
      expect.stringMatching(/^Row 1 \(A\): Temperature coefficient of Voc: taken as falling with heat/),
    ]);
    // in another unit it is another figure: 260 mV of 37.2 V
    const inMillivolts = table.columns.map((column) =>
      column.as === 'betaVoc' ? { ...column, unit: 'mV/K' } : column,
    );
    expect(
      readSheets([['A', '37.2', '13.95', '31.4', '13.06', '-96.7']], inMillivolts).sheets[0]!.sheet.betaVoc!
        .value,
    ).toBeCloseTo(-0.26, 3);
    const lost = readSheets(table.rows, inMillivolts);
    expect(lost.sheets[0]!.sheet.betaVoc).toBeNull();
    expect(lost.doubts).toEqual([expect.stringMatching(/no such coefficient.*left out/)]);
  });
  it('asks so for each coefficient, and takes no point below zero', () => {
    const rows = cellsOf(
      'Voc,Isc,Vmp,Imp,Temp coeff Isc,Temp coeff Pmax,Max fuse\n37.2,13.95,31.4,13.06,0.05,-0.34,25\n37.2,13.95,31.4,13.06,0.05,-0.34,-25',
    );
    const table = sheetTable(rows)!;
    expect(table.columns.map(({ as, doubt }) => [as, doubt !== null])).toEqual([
      ...['voc', 'isc', 'vmp', 'imp'].map((as) => [as, false]),
      ['alphaIsc', true],
      ['gammaPmax', true],
      ['maxFuse', false],
    ]);
    const { sheets, problems } = readSheets(table.rows, table.columns);
    expect(sheets.map(({ sheet }) => [sheet.alphaIsc?.value, sheet.gammaPmax?.value])).toEqual([
      [0.05, -0.34],
    ]);
    expect(problems).toEqual([expect.stringMatching(/^Row 2 .*-25 is below zero/)]);
  });
  it('takes words under no heading for names, and passes over rows and columns without any', () => {
    const rows = [
      ['  ', ' Voc ', 'Isc', 'Vmp', 'Imp', 'Label', 'Type'],
      ['', '', ' ', '', '', '', ''],
      [' Barn, old ', ' 37.2 ', '13.95', '31.4', '13.06', '', '60'],
      ['', '', '', '', '', '', ''],
      ['Shed', '37.3', '14', '31.5', '13.1', '', '60'],
    ];
    expect(rolesOf(rows)).toEqual(['name', 'voc V', 'isc A', 'vmp V', 'imp A', 'none', 'none']);
    expect(read(rows).sheets.map(({ name, sheet }) => [name, sheet.voc.value])).toEqual([
      ['Barn, old', 37.2],
      ['Shed', 37.3],
    ]);
    expect(read(rows).problems).toEqual([]);
    // figures are no name, whatever stands over them, and nothing is none
    const unnamed = [
      ['Type', 'Voc', 'Isc', 'Vmp', 'Imp', 'Label', ''],
      ['60', '37.2', '13.95', '31.4', '13.06', '', ''],
    ];
    expect(rolesOf(unnamed)).toEqual(['none', 'voc V', 'isc A', 'vmp V', 'imp A', 'none', 'none']);
    // no amps at all are too few, and not below zero
    const none = read(cellsOf('Voc,Isc,Vmp,Imp,Max fuse\n37.2,0,31.4,13.06,25')).problems.join(' ');
    expect(none).toMatch(/Isc/);
    expect(none).not.toMatch(/below zero/);
  });
  it('never takes one column twice, and says which', () => {
    const { columns } = sheetTable(
      cellsOf('Model,Voc,Isc,Vmp,Imp,Voc measured\nA,37.2,13.95,31.4,13.06,36.9'),
    )!;
    expect(columns[5]).toMatchObject({ as: 'none', doubt: 'another column is taken for that' });
  });
  it('takes no sheet that cannot be, and says what of it', () => {
    const why = (cells: string) =>
      read([
        ['Model', 'How many', 'Voc', 'Isc', 'Vmp', 'Imp'],
        ...cellsOf(`Good,1,37.2,13.95,31.4,13.06\n${cells}`),
      ]);
    for (const [cells, problem] of [
      [
        'Bad,1,31.4,13.95,37.2,13.06',
        'Row 2 (Bad): Vmp 37.2 V is not below Voc 31.4 V: one of them is another figure',
      ],
      [
        'Bad,1,37.2,13.06,31.4,13.95',
        'Row 2 (Bad): Imp 13.95 A is above Isc 13.06 A: one of them is another figure',
      ],
      ['Bad,1,372,13.95,314,13.06', 'Row 2 (Bad): Voc runs from 1 to 200, not 372'],
      ['Bad,1,-37.2,13.95,31.4,13.06', 'Row 2 (Bad): Voc: -37.2 is below zero'],
      ['Bad,1,37.2,six,31.4,13.06', 'Row 2 (Bad): Isc: “six” is not a number'],
      ['Bad,1,37.2,,31.4,', 'Row 2 (Bad): Not found: Isc, Imp'],
      [
        'Bad,2.5,37.2,13.95,31.4,13.06',
        'Row 2 (Bad): Panels runs from 0 to 200, whole numbers only, not 2.5',
      ],
      [
        'Bad,201,37.2,13.95,31.4,13.06',
        'Row 2 (Bad): Panels runs from 0 to 200, whole numbers only, not 201',
      ],
      ['Bad,-1,37.2,13.95,31.4,13.06', 'Row 2 (Bad): Panels runs from 0 to 200, whole numbers only, not -1'],
    ] as const) {
      const { sheets, problems } = why(cells);
      expect(sheets.map(({ name }) => name)).toEqual(['Good']);
      expect(problems).toContain(problem);
    }
    expect(why('Many,200,37.2,13.95,31.4,13.06').sheets[1]).toMatchObject({ count: 200 });
    expect(why('None,0,37.2,13.95,31.4,13.06').sheets[1]).toMatchObject({ count: 0 });
    expect(read([]).problems).toEqual(['There are no rows']);
    expect(sheetTable(cellsOf('Model,Voc\nA,37'))).toBeNull();
  });
  it('says where watts are not volts × amps', () => {
    const { sheets, doubts } = read(cellsOf('Model,Pmax,Voc,Isc,Vmp,Imp\nA,510,37.2,13.95,31.4,13.06'));
    expect(sheets).toHaveLength(1);
    expect(doubts).toEqual([expect.stringMatching(/^Row 1 \(A\): 31.4 V × 13.06 A is 410 W, not 510 W/)]);
  });
  it('fills in what follows from the rest', () => {
    const small = read(cellsOf('Voc,Isc,Vmp,Imp\n22,6,18,5.5\n27,6,18,5.5'));
    // 18 V × 5.5 A; a small panel has two sections
    expect(small.sheets[0]).toMatchObject({ name: 'Row 1', count: 1 });
    expect(small.sheets[0]!.sheet).toMatchObject({
      pmax: { value: 99 },
      sections: { value: 2 },
      betaVoc: null,
      halfCut: false,
    });
    expect(small.sheets[1]!.sheet.sections.value).toBe(3);
    const named = read(
      cellsOf('Model,Voc,Isc,Vmp,Imp,Bypass diodes\n Half-cut ,22,6,18,5.5,4\nB,22,6,18,5.5,2.5'),
    );
    expect(named.sheets[0]).toMatchObject({
      name: 'Half-cut',
      sheet: { halfCut: true, sections: { value: 4 } },
    });
    expect(named.problems).toEqual([
      expect.stringMatching(/^Row 2 \(B\): Bypass sections runs from 1 to 12, whole numbers only, not 2.5/),
    ]);
  });
  it('reads by what a column is said to be', () => {
    const rows = cellsOf('a,b,c,d,e\nX,37.2,13.95,31.4,13.06');
    expect(rolesOf(rows).slice(1)).toEqual(['none', 'none', 'none', 'none']);
    const said = (['name', 'voc', 'isc', 'vmp', 'imp'] satisfies SheetColumn[]).map((as) => ({
      as,
      unit: '',
    }));
    expect(readSheets(sheetTable(rows)!.rows, said).sheets[0]).toMatchObject({
      name: 'X',
      sheet: { voc: { value: 37.2 }, imp: { value: 13.06 } },
    });
  });
});
