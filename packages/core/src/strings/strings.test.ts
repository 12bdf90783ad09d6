import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, measured } from '../job';
import { codeTableFactor, moduleClass, readSheet, sheetOfClass, tiedShare } from '../module';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { sameArrangement } from './strings';

const dairy = oneArray();
const strings = (design: Design = dairy) => calculate(design, plainClimate()).arrays[0]!.strings!;
const set = (path: string, value: unknown, design = dairy) => withValueAt(design, path, value);

describe('the schools of cold', () => {
  const at = (lowC: number) => strings(set('/place/low', measured(lowC)));
  it('stand beside one another at the record low', () => {
    const { schools, coldFactor } = at(-22);
    expect(schools.coefficient).toBeCloseTo(1 + 0.0026 * 47, 9);
    // NEC table 690.7(A) (from memory): −21 to −25 °C
    expect(schools.codeTable).toBe(1.2);
    expect(schools.meanYearlyLow).toBeCloseTo(1 + 0.0026 * 42, 9);
    expect(coldFactor).toBe(schools.coefficient);
  });
  it('leave the code table alone where the sheet gives no coefficient', () => {
    const { schools, coldFactor } = strings(
      set('/arrays/a1/module/betaVoc', null, set('/place/low', measured(-22))),
    );
    expect(schools).toMatchObject({ coefficient: null, meanYearlyLow: null });
    expect(coldFactor).toBe(1.2);
  });
  it('go on past the end of the table', () => {
    expect(
      strings(set('/arrays/a1/module/betaVoc', null, set('/place/low', measured(-55)))).coldFactor,
    ).toBeCloseTo(codeTableFactor(-55), 9);
    expect(codeTableFactor(-55)).toBeCloseTo(1.25 + 15 * 0.0035, 9);
  });
  it('raise volts steadily as it gets colder', () => {
    const volts = [-5, -15, -25, -35, -45].map((low) => at(low).chosen.coldVocV);
    expect(volts).toEqual([...volts].sort((a, b) => a - b));
  });
});

describe('the window', () => {
  it('charges from a volt above the bank’s absorption, or from the tracker’s least, and starts higher', () => {
    // iron-phosphate absorbs at 14.2 V a 12 V block
    expect(strings().window.chargesFromV).toBeCloseTo(4 * 14.2 + 1, 9);
    // five volts of headroom above a bank at rest
    expect(strings().window.startV).toBeGreaterThan(4 * 12.8 + 5);
    expect(strings().window.startV).toBeLessThan(4 * 13.4 + 5);
    expect(strings(set('/controllers/c1/minVolts', chosen(120))).window.chargesFromV).toBe(120);
    expect(strings({ ...dairy, busVolts: 24 }).window.chargesFromV).toBeCloseTo(2 * 14.2 + 1, 9);
  });
  it('can use the watts its charge amps make at absorption, before its own loss', () => {
    expect(strings().window.usableW).toBeCloseTo((85 * 56.8) / 0.97, 6);
  });
  it('is hotter on a roof than on a pole, by twenty kelvin: as the close roof’s own heat loss says, 1000 ÷ (20 + 2)', () => {
    const cell = (mounting: 'roof' | 'pole') => strings(set('/arrays/a1/mounting', mounting)).hotCellC;
    expect(cell('roof') - cell('pole')).toBe(20);
  });
});

describe('the arrangements', () => {
  it('hold the chosen one, however odd, and once only', () => {
    for (const [series, parallel] of [
      [4, 3],
      [7, 1],
      [30, 2],
      [1, 60],
    ] as const) {
      const { arrangements, chosen: own } = strings(
        set(
          '/arrays/a1/strings/parallel',
          chosen(parallel),
          set('/arrays/a1/strings/series', chosen(series)),
        ),
      );
      expect(arrangements.filter((other) => sameArrangement(other, own))).toHaveLength(1);
    }
  });
  it('name the best only where one fits', () => {
    expect(strings().best).toMatchObject({ series: 3, parallel: 4, faults: 0 });
    expect(strings(set('/controllers/c1/maxVolts', chosen(30))).best).toBeNull();
  });
  it('use every input of a controller that has several', () => {
    const two = set('/controllers/c1/inputs', chosen(2), set('/controllers/c1/maxIscAmps', chosen(44)));
    expect(strings(two).best).toMatchObject({ series: 3, parallel: 2, inputs: 2, panels: 12 });
  });
});

it('ties panels to the bank in a pulse-width controller, and never gains by it', () => {
  const panel = readSheet(sheetOfClass(moduleClass('poly-36')));
  // at its own best at 45 °C it works near 16.4 V; tied to 14.2 V it gives more amps than there, and fewer volts
  const tied = tiedShare(panel, 14.2);
  expect(tied).toBeGreaterThan(14.2 / 16.4);
  expect(tied).toBeLessThan(1);
  // two in series gain nothing on the same bank: half of their watts each
  expect(tiedShare(panel, 7.1)).toBeCloseTo(tied / 2, 1);
});
