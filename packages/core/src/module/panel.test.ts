import { atConditions, currentAt, pointsOf } from '../curve';
import type { Piece } from '../document';
import { chosen } from '../job';
import { MODULE_CLASSES, moduleClass, sheetOfClass } from './catalogue';
import { fitOf, scaledFit } from './fit';
import { hotPanel, shareAt, tiedShare } from './hotPanel';
import { asMeasured, toStandard } from './measured';
import { FALLBACK, readSheet, type ModuleNumbers } from './sheet';

const half = readSheet(sheetOfClass(moduleClass('mono-54-half')));
/** Figures that no single diode gives: more at the best than short circuit times open circuit. */
const impossible: ModuleNumbers = { ...half, vmpV: 37.1, impA: 13.94, vocV: 37.2, iscA: 13.95 };

describe('a sheet as numbers', () => {
  it('has its percents as shares, and says what it assumed', () => {
    const sheet = sheetOfClass(moduleClass('mono-54-half'));
    expect(half).toMatchObject({
      pmaxW: 410,
      vocV: 37.2,
      iscA: 13.95,
      vmpV: 31.4,
      impA: 13.06,
      maxFuseA: 25,
    });
    expect(half.betaVoc).toBeCloseTo(-0.0026, 12);
    expect(half.alphaIsc).toBeCloseTo(0.0005, 12);
    expect([half.gammaPmax, half.ownGamma]).toEqual([-0.34 / 100, -0.34 / 100]);
    expect(half.assumed).toEqual([]);
    expect(half.halfCut).toBe(true);
    const bare = readSheet({ ...sheet, betaVoc: null, alphaIsc: null, gammaPmax: null, maxFuse: null });
    expect(bare.assumed).toEqual(['Isc by temperature', 'Pmax by temperature']);
    expect([bare.betaVoc, bare.ownGamma, bare.maxFuseA]).toEqual([null, null, null]);
    expect(bare.alphaIsc).toBeCloseTo(0.0006, 9);
    expect(bare.gammaPmax).toBeCloseTo(-0.0045, 9);
  });
  // crystalline silicon and thin film: volts and watts fall with heat, amps rise (IEC 60891 and every sheet; common practice)
  it.each(MODULE_CLASSES)('$label loses volts and watts with heat, and gains amps', ({ numbers }) => {
    expect(numbers.betaVoc).toBeGreaterThan(-0.5);
    expect(numbers.betaVoc).toBeLessThan(-0.15);
    expect(numbers.gammaPmax).toBeGreaterThan(-0.6);
    expect(numbers.gammaPmax).toBeLessThan(-0.15);
    expect(numbers.alphaIsc).toBeGreaterThan(0);
    expect(numbers.alphaIsc).toBeLessThan(0.15);
    // watts fall faster than volts alone would have them where amps do not make up for it
    expect(numbers.gammaPmax).toBeLessThan(numbers.betaVoc * 0.6);
  });
  it('has three sections, small panels two, thin film one', () => {
    for (const { id, numbers } of MODULE_CLASSES)
      expect([id, readSheet(sheetOfClass(moduleClass(id))).sections]).toEqual([
        id,
        id === 'thin-film' ? 1 : numbers.voc < 27 ? 2 : 3,
      ]);
  });
});

describe('a hot panel', () => {
  const fit = fitOf(half);
  it('has more amps by their coefficient: 0.05 % a kelvin, less what its watts’ own takes', () => {
    const grown = (over: Partial<ModuleNumbers>) => {
      const one = fitOf({ ...half, ...over });
      if (!one.ok) throw new Error('no fit');
      const isc = (cellC: number) => pointsOf(atConditions(one.five, 1000, cellC)).iscA;
      return isc(75) / isc(25);
    };
    expect(grown({ ownGamma: null })).toBeCloseTo(1 + 50 * 0.0005, 4);
    expect(grown({ ownGamma: null, alphaIsc: 0.001 })).toBeCloseTo(1.05, 3);
    // one factor on both coefficients makes the watts fall as the sheet says (CEC’s six-parameter model)
    expect(Math.abs(grown({}) - 1.025)).toBeLessThan(0.005);
  });
  it('has the volts of its curve, and gives all of its best up to there', () => {
    const hot = hotPanel(half, 70);
    // by its coefficient: 37.2 V × (1 − 0.0026 × 45) = 32.85 V; what makes the curve meet the watts’ coefficient takes a little of the volts’
    expect(Math.abs(hot.vocV / (37.2 * (1 - 0.0026 * 45)) - 1)).toBeLessThan(0.02);
    if (!fit.ok) throw new Error('no fit');
    const best = pointsOf(atConditions(fit.five, 1000, 70));
    expect(shareAt(hot.power, best.vmpV * 0.97, hot.vocV)).toBe(1);
    expect(shareAt(hot.power, 0, hot.vocV)).toBe(1);
    // above the best it falls to nothing, and never rises
    for (let volts = 0; volts < 40; volts += 0.1)
      expect(shareAt(hot.power, volts + 0.1, hot.vocV)).toBeLessThanOrEqual(
        shareAt(hot.power, volts, hot.vocV) + 1e-12,
      );
    expect([hot.power.length, hot.amps.length]).toEqual([61, 61]);
    expect(shareAt(hot.power, hot.vocV, hot.vocV)).toBe(0);
    expect(shareAt(hot.power, hot.vocV + 5, hot.vocV)).toBe(0);
    // half way from the best to open circuit, as the curve has it
    const volts = (best.vmpV + best.vocV) / 2;
    const exact = (volts * currentAt(atConditions(fit.five, 1000, 70), volts)) / best.pmpW;
    expect(Math.abs(shareAt(hot.power, volts, hot.vocV) - exact)).toBeLessThan(0.01);
    const amps = currentAt(atConditions(fit.five, 1000, 70), volts) / best.impA;
    expect(Math.abs(shareAt(hot.amps, volts, hot.vocV) - amps)).toBeLessThan(0.01);
    expect(shareAt(hot.amps, 10, hot.vocV)).toBe(1);
  });
  it('goes by its coefficients where no curve fits', () => {
    expect(fitOf(impossible).ok).toBe(false);
    const hot = hotPanel({ ...impossible, vmpV: 31.4, impA: 20 }, 65);
    // 40 K hotter: 37.2 × (1 − 0.104) and 31.4 × (1 − 0.136), by hand
    expect(hot.vocV).toBeCloseTo(33.3312, 9);
    const best = 27.1296;
    expect(shareAt(hot.power, best * 0.9, hot.vocV)).toBe(1);
    const middle = (best + hot.vocV) / 2;
    expect(shareAt(hot.power, middle, hot.vocV)).toBeCloseTo(0.5, 1);
    expect(hot.amps).toEqual(hot.power);
    // half a step below open circuit, straight down from the best
    const last = hot.vocV * (59.5 / 60);
    expect(shareAt(hot.power, last, hot.vocV)).toBeCloseTo((hot.vocV - last) / (hot.vocV - best), 9);
    // without a coefficient of its own the careful one: 37.2 × (1 − 0.0035 × 40)
    expect(hotPanel({ ...impossible, impA: 20, betaVoc: null }, 65).vocV).toBeCloseTo(
      37.2 * (1 + (FALLBACK.betaVocPct / 100) * 40),
      9,
    );
    // and colder than standard it has more
    expect(hotPanel({ ...impossible, impA: 20 }, 5).vocV).toBeCloseTo(37.2 * 1.052, 9);
  });
  it('is straight between the steps', () => {
    const shares = Array.from({ length: 61 }, (_, i) => 1 - i / 60);
    expect(shareAt(shares, 15, 60)).toBeCloseTo(0.75, 12);
    expect(shareAt(shares, 15.5, 60)).toBeCloseTo(1 - 15.5 / 60, 12);
    expect(shareAt(shares, -3, 60)).toBe(1);
  });
});

describe('a panel tied to a bank', () => {
  it('gives its amps at the bank’s volts: most near its best, little at half of it', () => {
    const tied = [10, 14.2, 25, 28.4, 33, 36].map((volts) => tiedShare(half, volts));
    // below the knee its amps hardly fall: watts go with the volts
    expect(tied[1]! / tied[0]!).toBeCloseTo(1.42, 2);
    expect(Math.max(...tied)).toBeLessThanOrEqual(1);
    expect(tied[3]!).toBeGreaterThan(0.97);
    expect(tied[5]!).toBeLessThan(0.3);
    expect(tiedShare(half, 45)).toBe(0);
  });
  it('goes by volts alone where no curve fits', () => {
    const own = { ...impossible, impA: 20 };
    expect(tiedShare(own, 18.55)).toBeCloseTo(0.5, 9);
    expect(tiedShare(own, 50)).toBe(1);
  });
});

describe('a panel under the meter', () => {
  const piece = (parts: Partial<Piece>): Piece => ({
    position: 1,
    tag: '1',
    voc: null,
    isc: null,
    light: null,
    cell: null,
    ...parts,
  });
  it('is brought to standard light and heat', () => {
    // half the light, 20 K warmer: amps × 2 ÷ 1.01, volts + 1 × ln 2 over 1 − 0.052, by hand
    const at = toStandard(
      piece({ voc: chosen(34), isc: chosen(6.9), light: chosen(500), cell: chosen(45) }),
      half,
      1,
    );
    expect(at.iscA).toBeCloseTo(6.9 / 0.5 / 1.01, 9);
    expect(at.vocV).toBeCloseTo((34 + Math.LN2) / (1 - 0.0026 * 20), 9);
    expect(at.iscShare).toBeCloseTo(at.iscA! / 13.95, 12);
    expect(at.vocShare).toBeCloseTo(at.vocV! / 37.2, 12);
  });
  it('is taken as at standard conditions where only the meter was read', () => {
    const at = toStandard(piece({ voc: chosen(36.9), isc: chosen(13.5) }), half, null);
    expect([at.vocV, at.iscA]).toEqual([36.9, 13.5]);
    expect(toStandard(piece({}), half, null)).toEqual({
      vocV: null,
      iscA: null,
      vocShare: null,
      iscShare: null,
    });
  });
  it('without a curve loses a 27th of its volts for each factor e of light, and goes by the usual coefficient', () => {
    const at = toStandard(
      piece({ voc: chosen(35), light: chosen(1000 / Math.E), cell: chosen(35) }),
      { ...half, betaVoc: null },
      null,
    );
    expect(at.vocV).toBeCloseTo((35 + 37.2 / 27) / (1 - 0.03), 6);
  });
  it('a sheet scaled to it keeps the shape of its curve', () => {
    const worn = asMeasured(half, 0.98, 0.93);
    expect(worn).toMatchObject({ betaVoc: half.betaVoc, sections: 3 });
    for (const [key, share] of [
      ['vocV', 0.98],
      ['vmpV', 0.98],
      ['iscA', 0.93],
      ['impA', 0.93],
      ['pmaxW', 0.98 * 0.93],
    ] as const)
      expect(worn[key]).toBeCloseTo(half[key] * share, 12);
    // fitted anew or scaled, the points are the same
    const [anew, scaled] = [fitOf(worn), scaledFit(fitOf(half), 0.98, 0.93)];
    if (!anew.ok || !scaled.ok) throw new Error('no fit');
    const [a, b] = [anew, scaled].map(({ five }) => pointsOf(atConditions(five, 1000, 25)));
    expect(b!.pmpW / a!.pmpW).toBeCloseTo(1, 3);
    expect(b!.vocV / a!.vocV).toBeCloseTo(1, 4);
    const none = fitOf(impossible);
    expect(scaledFit(none, 0.9, 0.9)).toBe(none);
  });
});
