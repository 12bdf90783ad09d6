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
import { FULL_SUN } from './leanMonth';

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
  const tried = fitStrings(panel, () => ({ ...window, inputs: 2 }), 24);
  const expected = new Set<string>();
  for (let s = 1; s <= 20; s++)
    for (let p = 1; p <= 10; p++)
      for (let i = 1; i <= 2; i++) if (s * p * i <= 24) expected.add(`${s}.${p}.${i}`);
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

it('takes from panels tied to the bank what they give at its volts', () => {
  // of their best 80 % at 14 V each, 70 % at 28
  const tied = { ...panel, tied: (volts: number) => (volts < 20 ? 0.8 : 0.7) };
  const onBank = { ...window, ties: true, chargesFromV: 28, startV: 28, maxIscA: 200, usableW: 99_999 };
  const keeps = { lean: FULL_SUN, keeps: 0.9 };
  const each = (series: number, given: Partial<ControllerWindow> = {}) =>
    tryArrangement(series, 2, 1, tied, { ...onBank, ...given }, 2 * series, keeps);
  expect(each(2).makesWh).toBeCloseTo(4 * 410 * 0.8 * 0.9, 6);
  expect(each(1).makesWh).toBeCloseTo(2 * 410 * 0.7 * 0.9, 6);
  // its amps count at the bank's 28 V: 20 A of them are 560 W
  expect(each(2, { maxA: 20 }).makesWh).toBeCloseTo(560, 6);
  expect(each(2, { maxA: 20 }).kept).toBeCloseTo(20 / (2 * 13.06), 9);
  // of 1640 W it could use half, of what is given of them at 28 V more
  expect(each(2, { usableW: 820 }).kept).toBeCloseTo(820 / (1640 * 0.8), 9);
  // a tracker's count at the string's own volts
  const tracks = tryArrangement(2, 2, 1, tied, { ...onBank, ties: false, maxA: 20 }, 4, keeps);
  expect(tracks.makesWh).toBeCloseTo(20 * 2 * 31.4, 6);
  // in the heat the amps decide for the one, the power for the other
  const apart = { ...tied, hot: { ...hot, amps: hot.amps.map(() => 1) } };
  expect(tryArrangement(1, 1, 1, apart, onBank, 1).hotKept).toBe(1);
  expect(tryArrangement(1, 1, 1, apart, { ...onBank, ties: false }, 1).hotKept).toBeCloseTo(5.9 / 7.5, 2);
});

it('counts the watts of each input, of all together no more than can be used', () => {
  const two = { ...window, inputs: 2, maxInputW: 700 };
  const made = (usableW: number) => tryArrangement(3, 1, 2, panel, { ...two, usableW }, 6);
  expect([made(3500).makesWh, made(1000).makesWh]).toEqual([1400, 1000]);
  expect(made(3500)).toMatchObject({ kept: 1400 / (6 * 410), losses: LOSS.watts });
  expect(made(1000).kept).toBe(1000 / (6 * 410));
});

it('of what makes as much puts fewer strings first, then fewer inputs, then more room below the limit', () => {
  const plenty = { ...window, chargesFromV: 20, startV: 20, maxIscA: 999, maxA: 999, usableW: 1000 };
  const cool = { ...panel, hot: { ...hot, power: hot.power.map(() => 1) } };
  const ranked = fitStrings(cool, () => ({ ...plenty, inputs: 2 }), 6).filter(({ faults }) => faults === 0);
  const full = ranked.filter(({ makesWh }) => makesWh === 1000);
  expect(full.map(({ parallel, inputs, series }) => [parallel, inputs, series])).toEqual([
    [1, 1, 3],
    [1, 2, 2],
    [1, 2, 3],
    [2, 1, 2],
    [2, 1, 3],
    [2, 2, 1],
    [3, 1, 1],
    [3, 1, 2],
    [3, 2, 1],
    [4, 1, 1],
    [5, 1, 1],
    [6, 1, 1],
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

it.each(CONTROLLER_CLASSES)('the class $label is what its name says', (one) => {
  const { label, about, kind, buses, inverter, numbers: n, startVolts } = one;
  if (kind !== 'boost') expect(label.match(/\d+/g)!.map(Number)).toContain(n.maxVolts);
  const ofAmps = /(\d+) A/.exec(label);
  if (ofAmps) expect([n.chargeAmps, n.maxAmps]).toContain(Number(ofAmps[1]));
  const many = ['one', 'two', 'three', 'four', undefined, undefined, undefined, 'eight'].findIndex(
    (word) => word && label.includes(`${word} input`),
  );
  if (many >= 0) expect(n.inputs).toBe(many + 1);
  // what has an inverter in it says so, and is for the banks it names
  expect(inverter).toBe(/hybrid|inverter/.test(about) || kind === 'station');
  const named = [12, 24, 48].filter((bus) => new RegExp(`\\b${bus}\\b`).test(about));
  if (named.length > 0 && kind !== 'station') expect(buses).toEqual(named);
  if (/all banks/.test(about)) expect(buses).toEqual([12, 24, 48]);
  // nothing it works with is above what it bears, nor does it start below what it works from
  if (startVolts !== null) expect(startVolts).toBeGreaterThan(n.minVolts);
  expect(n.headroom === 0).toBe(kind === 'boost' || kind === 'station');
});
