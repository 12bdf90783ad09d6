import fc from 'fast-check';
import { CONTROLLER_CLASSES } from './controllers';
import {
  backFedAmps,
  FAULT,
  fitStrings,
  LOSS,
  stringFuseA,
  tryArrangement,
  type ControllerWindow,
  type PanelAtExtremes,
} from './fit';

// straight down from its best at 26.4 V to 33.9 V open, so that what is left at some volts is plain to see
const hot: PanelAtExtremes['hot'] = {
  vocV: 33.9,
  power: Array.from({ length: 61 }, (_, i) => Math.min(1, ((60 - i) / 60) * (33.9 / 7.5))),
  amps: Array.from({ length: 61 }, (_, i) => Math.min(1, ((60 - i) / 60) * (33.9 / 7.5))),
};
const panel: PanelAtExtremes = {
  hot,
  coldVocV: 40.78,
  coldVmpV: 35,
  hotVmpV: 26,
  iscA: 13.95,
  impA: 13.06,
  vmpV: 31.4,
  tied: () => 1,
  pmaxW: 410,
};
const window: ControllerWindow = {
  maxV: 150,
  chargesFromV: 62,
  startV: 66,
  ties: false,
  maxWorkV: 145,
  maxA: 60,
  maxIscA: 72,
  maxInputW: Infinity,
  usableW: 3500,
  inputs: 1,
};

it('tries every arrangement the panels can make, as brute force does', () => {
  const tried = fitStrings(panel, () => ({ ...window, inputs: 2 }), 12);
  const expected = new Set<string>();
  for (let s = 1; s <= 20; s++)
    for (let p = 1; p <= 10; p++)
      for (let i = 1; i <= 2; i++) if (s * p * i <= 12) expected.add(`${s}.${p}.${i}`);
  expect(new Set(tried.map((a) => `${a.series}.${a.parallel}.${a.inputs}`))).toEqual(expected);
  for (const a of tried) {
    const fits =
      a.series * panel.coldVocV <= 150 &&
      a.series * hot.vocV >= 66 &&
      a.hotKept >= 0.5 &&
      a.parallel * panel.iscA * 1.25 <= 72;
    expect(a.faults === 0).toBe(fits);
  }
});

it('names each fault and each loss', () => {
  const arrangement = (s: number, p: number, i = 1, count = s * p * i) =>
    tryArrangement(s, p, i, panel, window, count);
  expect(arrangement(4, 1).faults).toBe(FAULT.coldVoltage);
  expect(arrangement(1, 1).faults).toBe(FAULT.hotVoltage);
  // two reach the 66 V it starts at, and at 62 V give (33.9 − 31) ÷ 7.5 of their best
  expect(arrangement(2, 1)).toMatchObject({ faults: FAULT.hotVoltage, hotVocV: 67.8 });
  expect(arrangement(2, 1).hotKept).toBeCloseTo(2.9 / 7.5, 2);
  const at58 = tryArrangement(2, 1, 1, panel, { ...window, chargesFromV: 58 }, 2);
  expect([at58.faults, at58.losses]).toEqual([0, LOSS.hot]);
  expect(tryArrangement(2, 1, 1, panel, { ...window, chargesFromV: 54 }, 2).losses).toBe(0);
  expect(arrangement(3, 5).faults).toBe(FAULT.shortCircuit);
  expect(arrangement(3, 1, 2).faults).toBe(FAULT.inputs);
  expect(arrangement(3, 2, 1, 5).faults).toBe(FAULT.panels);
  expect(arrangement(3, 4).losses).toBe(LOSS.watts);
  expect(arrangement(3, 2, 1, 7).losses).toBe(LOSS.leftOut);
  expect(tryArrangement(3, 5, 1, panel, { ...window, maxIscA: 999 }, 15).losses & LOSS.amps).toBe(LOSS.amps);
});

it('ranks what fits before what fails, and the most watts first', () => {
  const [best, ...rest] = fitStrings(panel, () => ({ ...window, usableW: 99_999 }), 12);
  expect(best?.makesWh).toBeCloseTo(12 * 410, 6);
  expect(best).toMatchObject({ series: 3, parallel: 4, faults: 0 });
  const firstFault = rest.findIndex((a) => a.faults !== 0);
  expect(rest.slice(firstFault).every((a) => a.faults !== 0)).toBe(true);
});

it('ranks what keeps more of a hot afternoon first, of as many panels', () => {
  // two in series charge from 60 V with half of their best: (33.9 − 30) ÷ 7.5; three with all of it
  const wide = { ...window, chargesFromV: 60, startV: 60, maxIscA: 200, maxA: 200, usableW: 99_999 };
  const ranked = fitStrings(panel, () => wide, 12).filter(
    ({ panels, faults }) => panels === 12 && faults === 0,
  );
  expect(ranked.map(({ series, parallel, hotKept }) => [series, parallel, hotKept])).toEqual([
    [3, 4, 1],
    [2, 6, expect.closeTo(0.52, 2)],
  ]);
});

it('is monotonic: one panel more never lowers volts, colder never brings a failing string back', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 19 }),
      fc.integer({ min: 1, max: 10 }),
      fc.double({ min: 1, max: 1.3, noNaN: true }),
      (s, p, cold) => {
        const here = tryArrangement(s, p, 1, panel, window, 400);
        const longer = tryArrangement(s + 1, p, 1, panel, window, 400);
        const colder = tryArrangement(s, p, 1, { ...panel, coldVocV: panel.coldVocV * cold }, window, 400);
        expect(longer.coldVocV).toBeGreaterThan(here.coldVocV);
        if (here.faults & FAULT.coldVoltage) {
          expect(longer.faults & FAULT.coldVoltage).toBe(FAULT.coldVoltage);
          expect(colder.faults & FAULT.coldVoltage).toBe(FAULT.coldVoltage);
        }
        expect(here.kept).toBeGreaterThan(0);
        expect(here.kept).toBeLessThanOrEqual(1);
      },
    ),
  );
});

describe('fuses', () => {
  it('feeds two strings’ current back into the third, × 1.25 (NEC 690.9)', () => {
    expect(backFedAmps(3, 10)).toBe(25);
    expect(backFedAmps(1, 10)).toBe(0);
  });
  it.each([
    // 1.56 × Isc (NEC 690.8 and 690.9), 1.5 × Isc (IEC 62548, from memory); sizes as sold (IEC 60269-6, from memory)
    ['north-american', 9.24, 15],
    ['north-american', 9.72, 20],
    ['iec', 9.72, 15],
    ['marine', 9.72, 15],
    ['north-american', 13.95, 25],
    ['iec', 13.95, 25],
    ['north-american', 2.35, 4],
    ['iec', 2.35, 4],
    ['iec', 3.3, 5],
    ['iec', 60, null],
  ] as const)('by %s rules for %d A short-circuit is %d A', (school, isc, size) => {
    expect(stringFuseA(isc, school)).toBe(size);
  });
});

it.each(CONTROLLER_CLASSES)('the class $label has its window the right way out', ({ numbers: n }) => {
  expect(n.minVolts).toBeLessThan(n.maxWorkVolts);
  expect(n.maxWorkVolts).toBeLessThanOrEqual(n.maxVolts);
  expect(n.maxAmps).toBeLessThanOrEqual(n.maxIscAmps);
});
