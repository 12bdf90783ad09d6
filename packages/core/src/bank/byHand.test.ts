import type { Design } from '../document';
import { blankDesign, catalogue, chosen, guess, measured, usualBank } from '../job';
import { MONTH_DAYS } from '../units';
import { bankNeeds, CHEMISTRIES, chemistryOf, computeBank, cyclesAt, unitOf, type Demand } from '.';
import { atMost } from './pinwheel';
import { rainflow } from './rainflow';
import { chargeThatBears, freezingPointC, leftStanding, longestRun } from './standing';

describe('a bank that stands', () => {
  it('freezes by its charge as the tables say, straight between their rows', () => {
    // common tables of acid: full −57 °C, half −23, a quarter −14 (from memory)
    expect([1, 0.75, 0.5, 0.4, 0.25, 0].map(freezingPointC)).toEqual([-57, -38, -23, -17, -14, -9]);
    expect(freezingPointC(0.625)).toBeCloseTo(-30.5, 9);
    expect(freezingPointC(0.125)).toBeCloseTo(-11.5, 9);
    expect([freezingPointC(-1), freezingPointC(2)]).toEqual([-9, -57]);
    for (let soc = 0; soc < 1; soc += 0.01)
      expect(freezingPointC(soc + 0.01)).toBeLessThan(freezingPointC(soc));
  });
  it('bears cold with the charge that just does not freeze', () => {
    expect(chargeThatBears(0)).toBe(0);
    expect(chargeThatBears(-9)).toBe(0);
    expect(chargeThatBears(-23)).toBe(0.5);
    // six tenths of the way from −23 to −38
    expect(chargeThatBears(-32)).toBeCloseTo(0.65, 9);
    expect(chargeThatBears(-57)).toBe(1);
    expect(chargeThatBears(-58)).toBeNull();
    for (const coldC of [-5, -12, -20, -33, -50]) {
      const least = chargeThatBears(coldC)!;
      expect(freezingPointC(least)).toBeLessThanOrEqual(coldC);
      if (least > 0) expect(freezingPointC(least - 0.01)).toBeGreaterThan(coldC);
    }
  });
  it('loses its share of what is left each month', () => {
    expect(leftStanding({ selfDischargePct: 5 }, 3)).toBeCloseTo(0.95 ** 3, 12);
    expect(leftStanding({ selfDischargePct: 5 }, 0)).toBe(1);
    expect(leftStanding({ selfDischargePct: 100 }, 1)).toBe(0);
    expect(leftStanding({ selfDischargePct: 130 }, 1)).toBe(0);
  });
  it('stands longest over the new year too', () => {
    const run = (...months: number[]) => longestRun((month) => months.includes(month));
    expect(run(11, 12, 1, 2)).toBe(4);
    expect(run(1, 2, 4, 5, 6, 12)).toBe(3);
    expect(run()).toBe(0);
    expect(run(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12)).toBe(12);
    expect(run(7)).toBe(1);
  });
});

describe('cycles by depth', () => {
  const curve = [
    [10, 10_000],
    [50, 2000],
    [100, 800],
  ] as const;
  it('lie straight between the points on doubly logarithmic paper, and go on with the end slopes', () => {
    for (const [depth, cycles] of curve) expect(cyclesAt(curve, depth)).toBeCloseTo(cycles, 6);
    // half way on the paper between 10 and 50 % is √500 %, and √(10 000 × 2000) cycles
    expect(cyclesAt(curve, Math.sqrt(500))).toBeCloseTo(Math.sqrt(10_000 * 2000), 6);
    expect(cyclesAt(curve, Math.sqrt(5000))).toBeCloseTo(Math.sqrt(2000 * 800), 6);
    const first = Math.log(2000 / 10_000) / Math.log(5);
    expect(cyclesAt(curve, 2)).toBeCloseTo(10_000 * 0.2 ** first, 3);
    const last = Math.log(800 / 2000) / Math.log(2);
    expect(cyclesAt(curve, 120)).toBeCloseTo(800 * 1.2 ** last, 6);
    expect(cyclesAt(curve, 0)).toBe(Infinity);
    expect(cyclesAt(curve, -3)).toBe(Infinity);
    expect(cyclesAt(curve, 1e-3)).toBeLessThan(Infinity);
  });
  it('by a sheet’s one figure go through it, as steep as usual', () => {
    const usual = CHEMISTRIES.lfp;
    const sheet = {
      label: 'Own sheet',
      roundTrip: catalogue(91),
      chargeMax: catalogue(40),
      dischargeMax: catalogue(80),
      coldestCharge: catalogue(2),
      coldestDischarge: catalogue(-15),
      capacityPerK: catalogue(0.6),
      cyclesDepth: catalogue(70),
      cycles: catalogue(3333),
      floatYears: catalogue(9),
    } as unknown as NonNullable<Design['bank']['sheet']>;
    const own = chemistryOf({ chemistry: 'lfp', sheet });
    expect(cyclesAt(own.cycles, 70)).toBeCloseTo(3333, 6);
    const steep = (of: typeof usual.cycles) => cyclesAt(of, 40) / cyclesAt(of, 80);
    expect(steep(own.cycles)).toBeCloseTo(steep(usual.cycles), 9);
    expect(own).toMatchObject({
      name: 'Own sheet',
      roundTrip: 0.91,
      chargeMaxC: 0.4,
      dischargeC: 0.8,
      coldestChargeC: 2,
      coldestDischargeC: -15,
      capacityPerKInFrost: 0,
      floatYears: 9,
    });
    expect(own.capacityPerK).toBeCloseTo(0.006, 12);
    expect(chemistryOf({ chemistry: 'lfp', sheet: null })).toBe(usual);
  });
});

describe('the size of a battery', () => {
  const sized = (volts: number, ah: number) => {
    const usual = usualBank('agm', 12);
    return unitOf({ chemistry: 'agm', unitVolts: chosen(volts), unitAh: chosen(ah), unit: usual.unit });
  };
  it('grows with its energy: mass with it, each side with its cube root', () => {
    const [one, eight] = [sized(12, 100), sized(12, 800)];
    expect(eight.mass.value / one.mass.value).toBeCloseTo(8, 1);
    for (const side of ['length', 'width', 'height'] as const)
      expect(eight[side].value / one[side].value).toBeCloseTo(2, 1);
  });
  it('is that of its own volts: a unit of 48 V is not four of 12 V', () => {
    const cases = [12, 13, 18, 19, 24, 36, 37, 48].map((volts) => sized(volts, 100).mass.value / volts);
    for (const perVolt of cases) expect(perVolt).toBeGreaterThan(1);
    // the usual ones of 12, 24 and 48 V change over above 18 and 36
    const at = (volts: number) => sized(volts, 100).mass.value;
    expect(at(36) / at(24)).toBeCloseTo(1.5, 1);
    expect(at(18) / at(12)).toBeCloseTo(1.5, 1);
  });
  it('stays as it was measured, all sides where one was', () => {
    const { unit } = usualBank('agm', 12);
    const half = { ...unit, length: measured(400) };
    const of = unitOf({ chemistry: 'agm', unitVolts: chosen(12), unitAh: chosen(800), unit: half });
    expect(of.length).toEqual(measured(400));
    expect(of.width).toBe(half.width);
    expect(of.mass.from).toBe('guess');
    expect(of.mass.value).toBeGreaterThan(unit.mass.value);
    const weighed = { ...unit, mass: guess(unit.mass.value) };
    expect(
      unitOf({ chemistry: 'agm', unitVolts: chosen(12), unitAh: chosen(100), unit: weighed }).onSide,
    ).toBe(unit.onSide);
  });
});

describe('days carried', () => {
  const design = blankDesign({ name: 'B', kind: 'cabin', units: 'metric', busVolts: 24 });
  const demand = (overDays: (days: number) => number): Demand => ({
    months: MONTH_DAYS.map(() => ({ busWh: 1000 })),
    heaviest: { fullWh: 1000 },
    largestRunning: { bankW: 100 },
    overDays,
  });
  it('are how long until the uses have taken what can be used, alike or not', () => {
    const bank = { ...design.bank, coldest: chosen(25) };
    const days = (overDays: (days: number) => number) => computeBank({ ...design, bank }, demand(overDays));
    const { usableWh } = days((count) => 1000 * count);
    expect(days((count) => 1000 * count).days).toBeCloseTo(usableWh / 1000, 6);
    // a thousand on the first day, then a tenth of it
    expect(days((count) => 1000 * Math.min(1, count) + 100 * Math.max(0, count - 1)).days).toBeCloseTo(
      1 + (usableWh - 1000) / 100,
      5,
    );
    // half a day is half a day
    expect(days((count) => 4 * usableWh * count).days).toBeCloseTo(0.25, 6);
  });
});

describe('what is asked of a bank', () => {
  const design = blankDesign({ name: 'B', kind: 'cabin', units: 'metric', busVolts: 24 });
  const demand: Demand = {
    months: MONTH_DAYS.map((_, m) => ({ busWh: m < 2 ? 0 : 1000 })),
    heaviest: { fullWh: 1000 },
    largestRunning: { bankW: 600 },
    overDays: (days) => 1000 * days,
  };
  it('knows which of the months without use it is switched off in', () => {
    const { idle } = computeBank({ ...design, bank: { ...design.bank, disconnected: [2, 7] } }, demand);
    expect(idle).toEqual({ off: [2], on: [1] });
    const all = computeBank(design, { ...demand, months: MONTH_DAYS.map(() => ({ busWh: 0 })) });
    expect(all.idle).toEqual({ off: [], on: [] });
  });
  it('is by a careful school the days, worn, and by a worksheet more of each', () => {
    const bank = {
      ...design.bank,
      coldest: chosen(25),
      days: chosen(3),
      endOfLife: chosen(80),
      margin: chosen(10),
    };
    const of = (sizing: 'careful' | 'worksheet') => {
      const plan = { ...bank, sizing };
      const found = bankNeeds(plan, computeBank({ ...design, bank: plan }, demand), demand, 40);
      return Object.fromEntries(found.map(({ school, ratedWh }) => [school, ratedWh]));
    };
    const { chemistry, temperatureFactor } = computeBank({ ...design, bank }, demand);
    const [careful, worksheet] = [of('careful'), of('worksheet')];
    expect(Object.keys(careful)).toEqual(['days', 'aged', 'discharge', 'charge']);
    expect(careful['aged']! / careful['days']!).toBeCloseTo(1 / 0.8, 9);
    expect(Object.keys(worksheet)).toEqual(['days', 'daily', 'aged', 'discharge', 'charge']);
    // three days of 1000 Wh by depth and cold; amp-hours are rated as delivered, and a tenth is added
    expect(worksheet['days']).toBeCloseTo(
      ((3 * 1000) / (bank.depth.value / 100) / temperatureFactor) * 1.1,
      6,
    );
    expect(worksheet['aged']).toBeCloseTo(((3 * 1000) / 0.8 / temperatureFactor) * 1.1, 6);
    for (const needs of [careful, worksheet]) {
      expect(needs['discharge']).toBeCloseTo(600 / chemistry.dischargeC, 9);
      expect(needs['charge']).toBeCloseTo(
        (40 / chemistry.chargeMaxC) * bank.series.value * bank.unitVolts.value,
        9,
      );
    }
  });
});

describe('counting', () => {
  it('cycles by rainflow as the standard’s example has them', () => {
    // ASTM E1049-85, figure 6 (from memory): ranges 3, 4, 4, 8, 9, 8, 6, the second whole, the others half
    const counted = rainflow(Float64Array.from([-2, 1, -3, 5, -1, 3, -4, 4, -2]));
    const of = (range: number) =>
      counted.filter((each) => each.range === range).reduce((sum, { count }) => sum + count, 0);
    expect([3, 4, 6, 8, 9].map(of)).toEqual([0.5, 1.5, 0.5, 1, 0.5]);
    expect(counted.find(({ range }) => range === 9)!.mean).toBe(0.5);
  });
  it('never says that fewer rectangles go in than a grid of them', () => {
    for (let x = 5; x < 40; x += 3)
      for (let y = 5; y < 40; y += 4) {
        const [a, b] = [7, 4];
        const grid = Math.max(Math.floor(x / a) * Math.floor(y / b), Math.floor(x / b) * Math.floor(y / a));
        expect(atMost(x, y, a, b)).toBeGreaterThanOrEqual(grid);
        expect(atMost(x, y, a, b)).toBeLessThanOrEqual(Math.floor((x * y) / (a * b) + 1e-9));
      }
  });
});
