import { blankArray, chosen } from '../job';
import { moduleClass, readSheet, sheetOfClass, type ModuleNumbers } from '../module';
import { cellByCell, halfCut, wholeCells, widthOf, type Strung } from '../testing/cells';
import { readCsv } from '../../fixtures/read';
import { mostTogether, shadowFigures, shadowOn } from './shadow';

/** Ours, % of what the sun gives directly. */
const ours = (module: ModuleNumbers, at: Strung) => {
  const takes = shadowOn(module, at.series, at.parallel, 1, at.across, at.upright, widthOf(at), true);
  return 100 * takes(at.shadowM / widthOf(at));
};
interface Row extends Strung {
  module: ModuleNumbers;
  lost: number;
}
// fifty layouts at random, each once solved cell by cell as in testing/cells.ts (own, not published)
const rows = readCsv('narrow-shadows.csv').map((row): Row => ({
  series: row.series!,
  parallel: row.parallel!,
  across: row.across!,
  upright: row.upright === 1,
  shadowM: row.shadowM!,
  module: row.halfCut === 1 ? halfCut : wholeCells,
  lost: row.lostPercent!,
}));

describe('a narrow shadow on strings', () => {
  // share of power lost by strings solved cell by cell in another program, the shadow black (own, not published)
  it.each<[number, number, number, boolean, number, number]>([
    [1, 4, 4, true, 0.8, 34.1],
    [5, 2, 5, false, 0.3, 24.0],
    [3, 1, 3, true, 0.06, 11.7],
    [10, 1, 10, false, 0.04, 10.0],
  ])(
    'takes what cells say, within three points: %i × %i',
    (series, parallel, across, upright, shadowM, lost) => {
      const at = { series, parallel, across, upright, shadowM };
      for (const module of [halfCut, wholeCells]) expect(Math.abs(ours(module, at) - lost)).toBeLessThan(3);
    },
  );
  it('takes what cells say, within three points, on fifty more', () => {
    expect(rows).toHaveLength(50);
    for (const { module, lost, ...at } of rows)
      // of all power; a tenth of the light is left in the shadow
      expect({ at, off: 0.9 * Math.abs(ours(module, at) - lost) < 3 ? 0 : ours(module, at) - lost }).toEqual({
        at,
        off: 0,
      });
  });
  it('is compared with what cells say indeed', () => {
    for (const { module, lost, ...at } of [rows[0]!, rows[7]!, rows[23]!])
      expect(cellByCell(module, at)).toBeCloseTo(lost, 1);
  });
  it('takes no less where it is wider', () => {
    for (const { module, series, parallel, across, upright, ...at } of rows.slice(0, 12)) {
      const width = widthOf({ series, parallel, across, upright, ...at });
      const takes = shadowOn(module, series, parallel, 1, across, upright, width, true);
      const lost = Array.from({ length: 40 }, (_, i) => takes((i + 1) / 40));
      for (const [i, one] of lost.entries()) expect(one).toBeGreaterThanOrEqual((lost[i - 1] ?? 0) - 1e-12);
      expect(lost.at(-1)).toBeGreaterThan(0.9);
    }
  });
  it('adds up strings at one voltage, by hand', () => {
    // volts that fall straight from 10 and from 8 while 1 A rises: V (2 − V ÷ 10 − V ÷ 8) is most at 40 ÷ 9 V
    const straight = (openV: number) => Float64Array.from({ length: 64 }, (_, i) => openV * (1 - i / 63));
    const [ten, eight] = [straight(10), straight(8)];
    expect(mostTogether([ten, eight], 1)).toBeCloseTo(40 / 9, 3);
    expect(mostTogether([ten, eight, ten], 2)).toBeCloseTo(6 ** 2 / 4 / (4 / 10 + 2 / 8), 2);
    expect(mostTogether([ten, ten], 1)).toBeCloseTo(5, 2);
    // above the volts of the other it makes alone what it can
    expect(mostTogether([ten, straight(1)], 1)).toBeCloseTo(2.5, 2);
  });
  it('counts whole panels only, whatever is handed to it', () => {
    const plan = blankArray(1, 'c1');
    const odd = { ...plan, strings: { ...plan.strings, series: chosen(10.5), parallel: chosen(1.5) } };
    const takes = shadowOn({ ...halfCut, sections: 2.5 }, ...shadowFigures(odd, halfCut.pmaxW));
    expect(takes(0.3)).toBeGreaterThan(0);
    expect(takes(0.3)).toBeLessThanOrEqual(1);
  });
  it('does not depend on what was reckoned before', () => {
    const small = readSheet(sheetOfClass(moduleClass('poly-36')));
    const of = (module: ModuleNumbers) => shadowOn(module, 2, 2, 1, 4, true, 3, true)(0.1);
    const first = of(halfCut);
    of(small);
    expect(of(halfCut)).toBe(first);
  });
});
