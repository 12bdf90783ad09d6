import { calculate } from '../calculate';
import type { ArrayPlan, Design } from '../document';
import { chosen, examples } from '../job';
import { BRIGHT_SKY, moduleClass, readSheet, sheetOfClass } from '../module';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
import { placeOn } from './berths';
import { backFedAmps, panelAtExtremes } from '.';

const climate = { ...plainClimate(41.6, { altitudeM: 640 }), stops: {} };
const [, vale, honey] = examples().map(({ design }) => design) as [Design, Design, Design];
const panel = readSheet(sheetOfClass(moduleClass('mono-54-half')));

describe('a panel at the ends of its year', () => {
  it('has volts by its coefficient from 25 °C, more in the cold and fewer in the heat', () => {
    const at = panelAtExtremes(panel, 1.1, -15, 70);
    expect(at.coldVocV).toBeCloseTo(panel.vocV * 1.1, 9);
    // forty kelvin below 25 °C, and forty-five above
    expect(at.coldVmpV).toBeCloseTo(panel.vmpV * (1 - 40 * panel.gammaPmax), 9);
    expect(at.hotVmpV).toBeCloseTo(panel.vmpV * (1 + 45 * panel.gammaPmax), 9);
    expect(at.coldVmpV).toBeGreaterThan(panel.vmpV);
    expect(at.hotVmpV).toBeLessThan(panel.vmpV);
    expect(panelAtExtremes(panel, 1, 25, 25)).toMatchObject({ coldVmpV: panel.vmpV, hotVmpV: panel.vmpV });
  });
  it('gives more amps and watts by what its back gets, and no more volts', () => {
    const [plain, both] = [panelAtExtremes(panel, 1.1, -15, 70), panelAtExtremes(panel, 1.1, -15, 70, 0.08)];
    for (const key of ['iscA', 'impA', 'pmaxW'] as const) expect(both[key]).toBeCloseTo(1.08 * plain[key], 9);
    expect([both.coldVocV, both.hotVmpV]).toEqual([plain.coldVocV, plain.hotVmpV]);
    const amps = (bifacial: number) =>
      calculate(withAll(vale, { '/arrays/a1/bifacial': chosen(bifacial) }), climate).arrays[0]!.strings!
        .chosen.iscA;
    expect(amps(8) / amps(0)).toBeCloseTo(1.08, 9);
  });
});

describe('inputs of a controller', () => {
  const on = (
    position: number,
    inputs: number,
    first: number | null = null,
    controller = 'c1',
  ): ArrayPlan => {
    const { a1 } = vale.arrays as { a1: ArrayPlan };
    return {
      ...a1,
      position,
      pile: null,
      strings: { ...a1.strings, controller, first, inputs: chosen(inputs) },
    };
  };
  it('that an array shares with another are not taken from it', () => {
    const arrays = { a: on(1, 2), b: on(2, 2, 2) };
    // inputs 1 and 2, and 2 and 3: of the other one each is left
    expect(placeOn(arrays, 'c1', 'a')).toEqual({ first: 1, others: 1 });
    expect(placeOn(arrays, 'c1', 'b')).toEqual({ first: 2, others: 1 });
    expect(placeOn({ a: on(1, 1, 3), b: on(2, 1) }, 'c1', 'b')).toEqual({ first: 4, others: 1 });
  });
});

describe('what other strings send back into one that fails', () => {
  it('is all of them but itself, at short circuit', () => {
    expect(backFedAmps(1, 10)).toBe(0);
    // NEC 690.9: (strings − 1) × 1.25 × Isc
    expect([2, 3, 5].map((many) => backFedAmps(many, 10))).toEqual([12.5, 25, 50]);
  });
  it('is of a pile by the input with most of it', () => {
    const piled = calculate(honey, climate).arrays.filter(({ pile }) => pile);
    expect(piled.length).toBeGreaterThan(0);
    for (const { pile, strings } of piled) {
      const back = pile!.inputs.flatMap(({ strings: on, iscA }) =>
        on.map((string) => iscA - BRIGHT_SKY * string.iscA),
      );
      expect(strings!.backFedA).toBeCloseTo(Math.max(0, ...back), 9);
    }
  });
});
