import { calculate, type ArrayFacts } from '../calculate';
import type { Design } from '../document';
import { chosen, examples } from '../job';
import { moduleClass, readSheet, sheetOfClass, type ModuleNumbers } from '../module';
import { STEPS, type PlaneMonth } from '../sky';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';

import { lossSideBySide } from './sideBySide';
import { FIELD_AZIMUTHS, FIELD_TILTS, sunByTilt, tiltField, tiltsInMonth, worstWorth } from './tiltField';
import { albedoBy, arrayKeeps, equatorOf, feedOf, planeMonths, sentYear } from '.';

const climate = { ...plainClimate(41.6, { altitudeM: 640 }), stops: {} };
const panel = readSheet(sheetOfClass(moduleClass('mono-54-half')));

/** A year in which every sampled hour has one light and one heat. */
const steady = (share: number, cellC: number): PlaneMonth[] =>
  Array.from(
    { length: 12 },
    () =>
      ({
        perWatt: new Float64Array(STEPS).fill(share),
        cellC: new Float64Array(STEPS).fill(cellC),
      }) as unknown as PlaneMonth,
  );

describe('strings of two planes on one tracker, by hand', () => {
  const loss = (a: PlaneMonth[], b: PlaneMonth[], second: ModuleNumbers = panel, many = 1) =>
    lossSideBySide(panel, a, 1, second, b, many)!;
  it('lose nothing in one light and one heat', () => {
    expect(loss(steady(0.6, 40), steady(0.6, 40))).toBeCloseTo(0, 6);
    expect(loss(steady(0.6, 40), steady(0.6, 40), panel, 3)).toBeCloseTo(0, 6);
  });
  it('lose next to nothing in two lights: volts hardly follow the light', () => {
    const two = loss(steady(0.9, 40), steady(0.3, 40));
    expect(two).toBeGreaterThan(0);
    // accepted practice for east and west on one input: less than a per cent
    expect(two).toBeLessThan(0.01);
  });
  it('lose more the farther apart their heats are, and as much as a fixed voltage costs', () => {
    const near = loss(steady(0.6, 40), steady(0.6, 50));
    const far = loss(steady(0.6, 20), steady(0.6, 70));
    expect(near).toBeGreaterThan(0);
    expect(far).toBeGreaterThan(4 * near);
    expect(far).toBeLessThan(0.1);
  });
  it('lose by what both make: one in the dark takes nothing from the other', () => {
    expect(loss(steady(0.6, 40), steady(0, 40))).toBe(0);
    expect(lossSideBySide(panel, steady(0, 40), 1, panel, steady(0, 40), 1)).toBeNull();
  });
  it('of unlike volts lose about the share by which the higher one is held down', () => {
    // a panel of a third fewer cells: at the lower volts the higher one gives no more than its amps
    const low = { ...panel, vocV: panel.vocV * 0.67, vmpV: panel.vmpV * 0.67, pmaxW: panel.pmaxW * 0.67 };
    const held = loss(steady(0.8, 40), steady(0.8, 40), low);
    // together at the lower: 2 × 0.67 of 1.67; at the higher: 1 of 1.67
    expect(held).toBeGreaterThan(1 - (2 * 0.67) / 1.67 - 0.06);
    expect(held).toBeLessThan(1 - 1 / 1.67);
  });
  it('are not known where a sheet has no curve', () => {
    const broken = { ...panel, vmpV: panel.vocV + 1 };
    expect(lossSideBySide(broken, steady(0.5, 40), 1, panel, steady(0.5, 40), 1)).toBeNull();
    expect(lossSideBySide(panel, steady(0.5, 40), 1, broken, steady(0.5, 40), 1)).toBeNull();
  });
});

describe('several arrays, by hand', () => {
  const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
  const energyOf = (design: Design) => calculate(design, climate).energy!;
  it('charge with what all of them bring at full sun, each controller up to its own limit', () => {
    const { chargeAmps, chargeAmpsWanted, limitW } = energyOf(vale);
    const { absorptionV } = calculate(vale, climate).bank;
    expect(chargeAmps).toBeLessThanOrEqual(chargeAmpsWanted + 1e-9);
    expect(chargeAmps).toBeLessThanOrEqual(limitW / absorptionV + 1e-9);
    // each array by itself wants its share of the whole
    const alone = Object.keys(vale.arrays).map(
      (id) => energyOf({ ...vale, arrays: { [id]: vale.arrays[id]! } }).chargeAmpsWanted,
    );
    // what wires lose differs a little with what else is in them
    expect(alone.reduce((sum, amps) => sum + amps, 0) / chargeAmpsWanted).toBeCloseTo(1, 2);
    const small = withAll(vale, {
      '/controllers/c1/chargeAmps': chosen(10),
      '/controllers/c2/chargeAmps': chosen(10),
    });
    expect(energyOf(small).chargeAmps).toBeCloseTo(20, 9);
  });
  it('have the sun of each weighed by its watts', () => {
    const { months, arrays } = energyOf(vale);
    const facts = calculate(vale, climate).arrays;
    const watts = facts.map(({ id }) => arrays[id]!.wiredW);
    const all = watts.reduce((sum, w) => sum + w, 0);
    for (const [m, { poaKWhm2 }] of months.entries())
      expect(poaKWhm2).toBeCloseTo(
        facts.reduce((sum, { year }, i) => sum + (year![m]!.poaKWhm2 * watts[i]!) / all, 0),
        9,
      );
    // where nothing is strung each counts alike
    const none = Object.keys(vale.arrays).reduce(
      (design, id) =>
        withAll(design, { [`/arrays/${id}/count`]: chosen(1), [`/arrays/${id}/strings/series`]: chosen(40) }),
      vale,
    );
    const idle = calculate(none, climate);
    if (idle.energy && Object.values(idle.energy.arrays).every(({ wiredModules }) => wiredModules === 0))
      for (const [m, { poaKWhm2 }] of idle.energy.months.entries())
        expect(poaKWhm2).toBeCloseTo(
          idle.arrays.reduce((sum, { year }) => sum + year![m]!.poaKWhm2 / idle.arrays.length, 0),
          9,
        );
  });
  it('have of one panel what the month that governs makes of all of them', () => {
    const { worst, arrays } = energyOf(vale);
    for (const [id, { perModuleWh, wiredModules }] of Object.entries(arrays)) {
      // clipped days of that month give a little less
      expect(worst!.byArray[id]! / (perModuleWh * wiredModules)).toBeLessThan(1 + 1e-9);
      expect(worst!.byArray[id]! / (perModuleWh * wiredModules)).toBeGreaterThan(0.97);
    }
  });
  it('ask of the lead what the others leave, for the month and for the charge', () => {
    const flooded = withAll(vale, { '/bank/chemistry': 'flooded' });
    const { needs, leadId, worst, arrays, loadRatio } = energyOf(flooded);
    const month = needs.find(({ school }) => school === 'worst-month')!;
    const others = worst!.madeWh - worst!.byArray[leadId]!;
    expect(month.others).toBeCloseTo(others, 9);
    expect(month.modules).toBe(
      Math.max(1, Math.ceil((worst!.usedWh * loadRatio - others) / arrays[leadId]!.perModuleWh)),
    );
    const charge = needs.find(({ school }) => school === 'charge-rate')!;
    // 5 % of the capacity an hour, less what the other arrays bring at full sun
    const { ah } = calculate(flooded, climate).bank;
    expect(charge.wanted).toBeCloseTo(0.05 * ah, 9);
    const wanted = energyOf(flooded).chargeAmpsWanted;
    expect(charge.others + charge.each * arrays[leadId]!.wiredModules).toBeCloseTo(wanted, 6);
    expect(charge.modules).toBe(Math.max(1, Math.ceil((charge.wanted - charge.others) / charge.each)));
  });
});

describe('the field of tilts and directions', () => {
  it('is each plane by itself, in its own place of the list', () => {
    const { skies, lead } = calculate(examples()[1]!.design, climate);
    const { months } = tiltField(skies!, albedoBy(lead.plan));
    for (const [tiltDeg, azimuthDeg] of [
      [FIELD_TILTS[0]!, FIELD_AZIMUTHS[0]!],
      [FIELD_TILTS[3]!, FIELD_AZIMUTHS[5]!],
      [FIELD_TILTS.at(-1)!, FIELD_AZIMUTHS.at(-1)!],
    ] as const) {
      const alone = planeMonths(skies!, () => ({ tiltDeg, azimuthDeg }), albedoBy(lead.plan));
      const at = FIELD_TILTS.indexOf(tiltDeg) * FIELD_AZIMUTHS.length + FIELD_AZIMUTHS.indexOf(azimuthDeg);
      for (let m = 0; m < 12; m++) expect(months[m]![at]).toBeCloseTo(alone[m]!, 9);
    }
  });
  it('has the plane of each month: laid flat in June alone, the other months are as they were', () => {
    const { skies } = calculate(examples()[1]!.design, climate);
    const of = (june: number) =>
      planeMonths(
        skies!,
        (month) => ({ tiltDeg: month === 6 ? june : 60, azimuthDeg: 180 }),
        () => 0.2,
      );
    const [steep, flat] = [of(60), of(0)];
    for (let m = 0; m < 12; m++) {
      if (m === 5) expect(flat[m]! / steep[m]!).toBeGreaterThan(1.1);
      else expect(flat[m]).toBe(steep[m]);
    }
  });
  it('has the ground of each month, snow in its own', () => {
    const { skies } = calculate(examples()[1]!.design, climate);
    const upright = (albedo: (month: number) => number) =>
      planeMonths(skies!, () => ({ tiltDeg: 90, azimuthDeg: 180 }), albedo);
    const [plain, snowy] = [upright(() => 0.2), upright((month) => (month === 2 ? 0.8 : 0.2))];
    for (let m = 0; m < 12; m++) {
      if (m === 1) expect(snowy[m]! / plain[m]!).toBeGreaterThan(1.1);
      else expect(snowy[m]).toBe(plain[m]);
    }
  });
});

describe('what an array feeds, by hand', () => {
  const design = withAll(examples()[1]!.design, {});
  let lead: ArrayFacts;
  beforeEach(() => void ({ lead } = calculate(design, climate)));
  const feed = (pile: { wiredW: number; kWh: number; ownKWh: number } | null) =>
    feedOf(lead.plan, lead.module, 9000, pile, lead.year!, 'mppt', 57);
  it('of a pile is its own watts, less what its sorts lose on one another', () => {
    const keeps = arrayKeeps(lead.plan);
    expect(feed({ wiredW: 1000, kWh: 900, ownKWh: 1000 }).factor).toBeCloseTo(1000 * keeps * 0.9, 9);
    // panels that make nothing by themselves lose nothing on one another
    expect(feed({ wiredW: 1000, kWh: 0, ownKWh: 0 }).factor).toBeCloseTo(1000 * keeps, 9);
    expect(feed(null).factor).toBeCloseTo(feed(null).wiredModules * lead.module.pmaxW * keeps, 9);
  });
  it('of a pile is held on each input by its watts, and by its amps at the volts it works at', () => {
    const honey = examples().find(({ id }) => id === 'honey-house')!.design;
    const limits = { 1: { maxAmps: chosen(5) }, 2: { maxWatts: chosen(900) } };
    const { gangs, lead: piled } = calculate(
      withAll(honey, { '/controllers/c1/inputLimits': limits }),
      climate,
    );
    const [first] = piled.pile!.inputs;
    expect(gangs![0]!.feeds[0]!.inputLimitW).toBeCloseTo(5 * first!.solved.peaks[0]!.volts + 900, 6);
  });
  it('is nothing through an input that takes nothing, and counts as clipped', () => {
    const months = sentYear([{ ...feed(null), inputLimitW: 0 }], 0.98, 9000);
    for (const { sentWh, clippedWh } of months) {
      expect(sentWh).toEqual([0]);
      expect(clippedWh).toBeGreaterThan(0);
    }
  });
  it('is asked of no panels where none is strung', () => {
    const none = withAll(examples()[1]!.design, { '/arrays/a1/strings/parallel': chosen(0) });
    const { arrays } = calculate(none, climate).energy!;
    expect(arrays['a1']).toMatchObject({ wiredModules: 0, perModuleWh: 0 });
  });
});

describe('planes towards the equator', () => {
  it('face south in the north, and from the equator itself', () => {
    expect([60, 0.5, 0, -0.5].map(equatorOf)).toEqual([180, 180, 180, 0]);
  });
  it('are judged by the worst month in use, of all months where nothing is used', () => {
    expect(worstWorth([0.1, 5, 2], [0, 0, 10])).toBe(0.2);
    expect(worstWorth([0.1, 5, 2], [0, 0, 0])).toBe(0.1);
  });
  it('have the same light by tilt as one by one', () => {
    const { skies } = calculate(examples()[1]!.design, climate);
    const snow = { albedo: chosen(20), albedoBy: { 6: chosen(70) } };
    expect(sunByTilt(skies!, 41.6, snow)[4]!.slice(4, 7)).toEqual(
      [0.2, 0.7, 0.2].map((ground, i) => tiltsInMonth(skies![4 + i]!, ground, 180)[4]),
    );
    const june = tiltsInMonth(skies![5]!, 0.2, 180);
    for (const [i, tiltDeg] of FIELD_TILTS.entries())
      expect(june[i]).toBeCloseTo(
        planeMonths(
          skies!,
          () => ({ tiltDeg, azimuthDeg: 180 }),
          () => 0.2,
        )[5]!,
        9,
      );
  });
});
