import fc from 'fast-check';
import { five } from '../testing/oneDiode';
import { lambertOfExp } from './lambert';
import { fitSheet } from './fitSheet';
import { solveParallel } from './parallel';
import { root } from './root';
import { partOf, section, sectionAt } from './section';
import { series } from './series';
import {
  atConditions,
  currentAt,
  pointsOf,
  saturationGrowth,
  scaledFive,
  thermalVolts,
  voltageAt,
  voltsAndSlope,
} from './singleDiode';

describe('Lambert’s W of an exponential', () => {
  // W(1) = 0.5671432904097838 (the omega constant), W(e) = 1, W(e²·2) = 2: NIST handbook 4.13 (from memory)
  it.each([
    [0, 0.5671432904097838],
    [1, 1],
    [2 + Math.LN2, 2],
    [10 + Math.log(10), 10],
  ])('of %p is %p', (x, w) => expect(lambertOfExp(x)).toBeCloseTo(w, 14));

  it('is its own inverse over all that a diode asks, and never overflows', () => {
    fc.assert(
      fc.property(fc.double({ min: -600, max: 1e6, noNaN: true }), (x) => {
        const w = lambertOfExp(x);
        expect(w).toBeGreaterThan(0);
        // w + ln w = x; far below 0 the exponential itself is all there is
        expect(Math.abs(w + Math.log(w) - x)).toBeLessThan(1e-12 * (1 + Math.abs(x)));
      }),
      { numRuns: 500 },
    );
  });
});

describe('a root between two places', () => {
  it('is found in a few steps, of a smooth and of a stiff function', () => {
    let asked = 0;
    const counted = (f: (x: number) => number) => (x: number) => (asked++, f(x));
    expect(
      root(
        0,
        2,
        counted((x) => x * x - 2),
      ),
    ).toBeCloseTo(Math.SQRT2, 10);
    expect(asked).toBeLessThan(14);
    asked = 0;
    expect(
      root(
        0,
        1,
        counted((x) => Math.expm1(40 * (x - 0.7))),
      ),
    ).toBeCloseTo(0.7, 9);
    expect(asked).toBeLessThan(60);
  });
  it('is an end where the function is nothing there', () => {
    expect(root(3, 5, (x) => x - 3)).toBe(3);
    expect(root(3, 5, (x) => x - 5)).toBe(5);
  });
  it('is looked for a hundred times where a function only says on which side it is', () => {
    let asked = 0;
    const side = (x: number) => (asked++, x < 0.3 ? -1 : 1);
    // a computer's numbers end before: 54 halves of 1 are 6e-17
    expect(root(0, 1, side, 0)).toBeCloseTo(0.3, 12);
    expect(asked).toBeLessThanOrEqual(102);
    expect(root(-1, 1, side, 1e-6)).toBeCloseTo(0.3, 5);
  });
  it('lies between, whichever way the function goes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.boolean(),
        (zero, power, falls) => {
          const f = (x: number) => (falls ? -1 : 1) * Math.sign(x - zero) * Math.abs(x - zero) ** power;
          expect(Math.abs(root(zero - 1, zero + 2, f) - zero)).toBeLessThan(1e-4);
        },
      ),
    );
  });
});

describe('a sheet that no cell has', () => {
  const points = { vocV: 40, iscA: 10, alphaIscAPerK: 0.005, betaVocVPerK: -0.1, gammaPmaxPerK: -0.0034 };
  it('is too square where its best is nine tenths of Voc × Isc and more, whatever its shape', () => {
    // a junction of 60 thermal volts, more than any, has (60 − ln 60.72) ÷ 61 = 0.916: Green 1982 (from memory)
    fc.assert(
      fc.property(
        fc.double({ min: 0.921, max: 0.999, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (fill, lean) => {
          const [vmpV, impA] = [40 * fill ** lean, 10 * fill ** (1 - lean)];
          expect(fitSheet({ ...points, vmpV, impA })).toEqual({ ok: false, reason: 'square' });
        },
      ),
    );
  });
  it('has an ideality of cells all the same where its coefficient asks for another', () => {
    // cells have from 8 to 31 thermal volts in their Voc: ideality from 0.85 to 3 at 0.6 to 0.74 V each
    const ofVoc = (betaVocVPerK: number | null, vmpV: number, impA: number) => {
      const fit = fitSheet({ ...points, gammaPmaxPerK: null, vmpV, impA, betaVocVPerK });
      return fit.ok ? [fit.kind, 40 / fit.five.aV] : fit.reason;
    };
    for (const beta of [-0.06, -0.02, -0.0002])
      expect(ofVoc(beta, 32.5, 9.3)).toEqual(['power', expect.closeTo(31, 9)]);
    for (const beta of [-0.8, -1]) expect(ofVoc(beta, 26, 8)).toEqual(['power', expect.closeTo(8, 9)]);
    expect(ofVoc(-0.1, 32.5, 9.3)).toEqual(['full', expect.closeTo(28.6, 1)]);
    // one of our own gives way before the sheet's best point, as far as cells do
    expect(ofVoc(-0.12, 35, 8)).toEqual(['place', expect.closeTo(26.4, 1)]);
    expect(ofVoc(null, 35, 8)).toEqual(['full', expect.closeTo(27.4, 1)]);
    expect(ofVoc(null, 26, 9.4)).toEqual(['place', expect.closeTo(26.4, 1)]);
    // no coefficient above nothing is silicon’s
    expect([ofVoc(0, 32.5, 9.3), ofVoc(0.1, 32.5, 9.3)]).toEqual(['beta', 'beta']);
  });
});

describe('the volts of a diode', () => {
  const at = new Float64Array(2);
  it.each([260, 1e4, 1e6, 1e8, 1e9, 1e10])(
    'solve its own equation to the last digits: shunt of %p Ω',
    (shuntOhm) => {
      const diode = atConditions({ ...five, shuntOhm }, 1000, 25);
      const plain = section(diode, 25, false);
      for (const amps of [-2, 0, 1e-3, 3, 8, 8.5]) {
        sectionAt(plain, amps, at);
        const junction = at[0]! + amps * diode.rs;
        // what the light gives, less what the diode and the shunt take, is what flows
        const flows = diode.il - diode.i0 * Math.expm1(junction / diode.a) - junction * diode.gsh;
        expect(Math.abs(flows - amps)).toBeLessThan(1e-9);
        expect(voltageAt(diode, amps)).toBe(at[0]);
      }
    },
  );
  it('are beyond all bounds where nothing leaks and more is asked than the light gives', () => {
    const plain = section(atConditions({ ...five, shuntOhm: Infinity }, 1000, 25), 25, false);
    sectionAt(plain, 9, at);
    expect(at[0]).toBe(-Infinity);
    sectionAt(plain, 8.61, at);
    expect(at[0]).toBeGreaterThan(0);
  });
});

describe('cells in series and in parallel', () => {
  // Kirchhoff: alike cells in series share the volts, alike strings in parallel the amps
  it.each([
    [1 / 60, 1],
    [1, 3],
    [2, 0.5],
  ])('have %p of the volts and %p of the amps all along their curve', (volts, amps) => {
    const [one, other] = [atConditions(five, 700, 40), atConditions(scaledFive(five, volts, amps), 700, 40)];
    for (const i of [0, 1.5, 4, 5.9]) {
      const v = voltageAt(one, i);
      expect(voltageAt(other, i * amps)).toBeCloseTo(v * volts, 9);
      expect(currentAt(other, v * volts)).toBeCloseTo(i * amps, 9);
    }
  });
  // the first sheet is the module's own; no diode has the second's points
  it.each([
    ['full', 1, 1],
    ['place', 0.97, 1.02],
  ])('fit their sheets alike, down to one small cell: %s', (kind, atVmp, atImp) => {
    const { vocV, iscA, vmpV, impA } = pointsOf(atConditions(five, 1000, 25));
    const fitted = (volts: number, amps: number) => {
      const fit = fitSheet({
        vocV: vocV * volts,
        iscA: iscA * amps,
        vmpV: vmpV * atVmp * volts,
        impA: impA * atImp * amps,
        alphaIscAPerK: 0.0052 * amps,
        betaVocVPerK: -0.13 * volts,
        gammaPmaxPerK: null,
      });
      return fit.ok
        ? { kind: fit.kind, ohm: fit.five.seriesOhm, a: fit.five.aV }
        : { kind: fit.reason, ohm: 0, a: 0 };
    };
    const [large, small] = [fitted(1, 1), fitted(1 / 60, 0.004)];
    expect([large.kind, small.kind]).toEqual([kind, kind]);
    expect(small.ohm * 60 * 0.004).toBeCloseTo(large.ohm, 6);
    expect(small.a * 60).toBeCloseTo(large.a, 6);
  });
});

describe('a diode of which hardly anything is lost', () => {
  const bare = { il: 8, i0: 2e-10, rs: 0.3, gsh: 0, a: 1.6 };
  it('has the current of the equation itself without series resistance, and next to it with hardly any', () => {
    for (const volts of [0, 20, 35, 38]) {
      const byHand = 8 - 2e-10 * (Math.exp(volts / 1.6) - 1) - volts / 300;
      expect(currentAt({ ...bare, rs: 0, gsh: 1 / 300 }, volts)).toBeCloseTo(byHand, 9);
      expect(currentAt({ ...bare, rs: 1e-9, gsh: 1 / 300 }, volts)).toBeCloseTo(byHand, 5);
    }
  });
  it('tells its slope as the difference of two points does', () => {
    const [at, near] = [new Float64Array(2), new Float64Array(2)];
    for (const amps of [0, 3, 7, 7.9]) {
      voltsAndSlope(bare, amps, at);
      voltsAndSlope(bare, amps + 1e-6, near);
      expect(at[1]).toBeCloseTo((near[0]! - at[0]!) / 1e-6, 3);
    }
  });
});

describe('the diode over temperature', () => {
  it('has 25.69 mV a junction at 25 °C, kT ÷ q by hand', () => {
    expect(thermalVolts(25)).toBeCloseTo(8.617333262e-5 * 298.15, 12);
    expect(thermalVolts(25)).toBeCloseTo(0.025693, 6);
  });
  it('saturates 1 at 25 °C, and about twice as much for every 5 K', () => {
    expect(saturationGrowth(25)).toBeCloseTo(1, 12);
    // silicon near room temperature doubles every 4 to 6 K: common practice
    expect(saturationGrowth(30)).toBeGreaterThan(1.9);
    expect(saturationGrowth(30)).toBeLessThan(2.4);
  });
  it('is dark at night, and gives amps in proportion to light', () => {
    expect(pointsOf(atConditions(five, 0, 10))).toEqual({ iscA: 0, vocV: 0, impA: 0, vmpV: 0, pmpW: 0 });
    const [half, full] = [500, 1000].map((wm2) => pointsOf(atConditions(five, wm2, 25)));
    expect(full!.iscA / half!.iscA).toBeCloseTo(2, 2);
    expect(full!.vocV).toBeGreaterThan(half!.vocV);
  });
  it('loses volts and gains a little current as it warms', () => {
    const [cold, hot] = [-20, 70].map((cellC) => pointsOf(atConditions(five, 1000, cellC)));
    expect(hot!.vocV).toBeLessThan(cold!.vocV);
    expect(hot!.iscA).toBeGreaterThan(cold!.iscA);
    expect(hot!.pmpW).toBeLessThan(cold!.pmpW);
  });
});

describe('a bypass diode', () => {
  const at = new Float64Array(2);
  const part = section(atConditions(partOf(five, 3), 200, 25), 25);
  it('holds a shaded section at half a volt to seven tenths below nothing, as they do', () => {
    // 0.5 to 0.7 V when it carries the string: common practice
    sectionAt(part, 8, at);
    expect(at[0]).toBeLessThan(-0.5);
    expect(at[0]).toBeGreaterThan(-0.7);
    // by the diode's own law, with what the section gives itself taken off
    expect(-at[0]!).toBeCloseTo(thermalVolts(25) * Math.log1p((8 - part.iscA) / 1e-9), 2);
  });
  it.each([true, false])(
    'comes to an end whatever amps are asked, straight below or not: %s',
    (straightBelow) => {
      sectionAt({ ...part, straightBelow }, NaN, at);
      expect(at[0]).toBeNaN();
      sectionAt({ ...part, straightBelow }, 1e6, at);
      expect(at[0]).toBeLessThan(-0.7);
    },
  );
  it('bends without a jump where it begins to carry', () => {
    const volts = [-1e-6, 1e-6].map((by) => {
      sectionAt(part, part.iscA * (1 + by), at);
      return at[0]!;
    });
    expect(Math.abs(volts[0]! - volts[1]!)).toBeLessThan(0.2);
    let before = Infinity;
    for (let amps = 0; amps < 9; amps += 0.01) {
      sectionAt(part, amps, at);
      expect(at[0]!).toBeLessThanOrEqual(before + 1e-12);
      expect(at[1]!).toBeLessThan(0);
      before = at[0]!;
    }
  });
  it('tells its slope as the difference of two points does', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 8.5, noNaN: true }), (amps) => {
        if (Math.abs(amps - part.iscA) < 0.02) return;
        const h = 1e-6;
        sectionAt(part, amps + h, at);
        const high = at[0]!;
        sectionAt(part, amps - h, at);
        const slope = (high - at[0]!) / (2 * h);
        sectionAt(part, amps, at);
        expect(Math.abs(at[1]! / slope - 1)).toBeLessThan(1e-3);
      }),
    );
  });
});

describe('current back into a string', () => {
  const lit = (wm2: number) =>
    Array.from({ length: 3 }, () => section(atConditions(partOf(five, 3), wm2, 25), 25));
  const string = (panels: number, wm2 = 1000) =>
    series(Array.from({ length: panels }, () => lit(wm2)).flat());
  it('flows into the shorter of two at open circuit, and not past a blocking diode', () => {
    const [short, long] = [string(2), string(3)];
    const open = solveParallel([short, long]);
    expect(open.reverseA).toBeGreaterThan(0.5);
    expect(solveParallel([short, long], true).reverseA).toBe(0);
    // at open circuit what one gives the other takes
    expect(open.vocV).toBeGreaterThan(solveParallel([short]).vocV);
    expect(open.vocV).toBeLessThan(solveParallel([long]).vocV);
  });
  it('is nothing between strings alike', () => {
    const alike = string(3);
    expect(solveParallel([alike, alike]).reverseA).toBeLessThan(1e-6);
    expect(solveParallel([alike, alike]).share).toEqual([
      expect.closeTo(solveParallel([alike]).peaks[0]!.amps, 1) as number,
      expect.closeTo(solveParallel([alike]).peaks[0]!.amps, 1) as number,
    ]);
  });
  it('leaves out a string of which no curve is known, in its place', () => {
    const [short, long] = [string(2), string(3)];
    const both = solveParallel([short, long]);
    const unknown = { groups: [], steps: [] };
    const three = solveParallel([unknown, short, unknown, long]);
    expect(three).toEqual({ ...both, share: [0, both.share[0], 0, both.share[1]] });
    expect(solveParallel([unknown])).toMatchObject({ peaks: [], share: [0], vocV: 0 });
  });
  it('solves nothing where there is nothing', () => {
    expect(solveParallel([])).toMatchObject({ peaks: [], share: [], reverseA: 0, vocV: 0 });
    expect(solveParallel([string(2, 0)]).peaks).toEqual([]);
  });
});
