import type { ClimateMonth } from '../climate';
import { chosen, usualBank, usualHome, blankDesign } from '../job';
import {
  unitOf,
  bankFit,
  bankNeeds,
  bankWarmth,
  chemistryOf,
  CHEMISTRIES,
  computeBank,
  cyclesAt,
  fitsBus,
  padDraw,
  usualUnit,
  type BankResult,
  type Demand,
} from '.';
import type { Chemistry } from '../document';

const design = blankDesign({ name: 'Bank', kind: 'cabin', units: 'metric', busVolts: 24 });
const demand = (parts: Partial<Demand> = {}): Demand => ({
  months: Array.from({ length: 12 }, () => ({ busWh: 1000 })),
  heaviest: { fullWh: 1200 },
  largestRunning: { bankW: 600 },
  overDays: (days) => 1200 * days,
  ...parts,
});

describe('units as they are sold (common practice)', () => {
  it.each([
    ['lfp', 12, 12.8, 100, 1, 12],
    ['lfp', 24, 25.6, 100, 1, 23],
    ['lfp', 48, 51.2, 100, 1, 45],
    ['sodium-ion', 12, 12.4, 100, 1, 14.4],
    ['sodium-ion', 48, 49.6, 100, 1, 54],
    ['flooded', 12, 6, 225, 2, 28],
    ['flooded', 48, 6, 225, 8, 28],
    ['agm', 24, 6, 225, 4, 31],
    ['gel', 24, 12, 100, 2, 32],
    ['gel', 48, 12, 100, 4, 32],
  ] as const)('%s for %d V', (chemistry, bus, volts, ah, series, massKg) => {
    expect(usualUnit(chemistry, bus)).toMatchObject({
      volts: expect.closeTo(volts, 9),
      ah,
      series,
      massKg: expect.closeTo(massKg, 9),
    });
  });
  it('lie on a side only where nothing can run out', () => {
    for (const chemistry of Object.keys(CHEMISTRIES) as Chemistry[])
      expect(usualUnit(chemistry, 24).onSide).toBe(!['flooded', 'nickel-iron'].includes(chemistry));
  });
  it('make their bus', () => {
    for (const chemistry of Object.keys(CHEMISTRIES) as Chemistry[])
      for (const bus of [12, 24, 48] as const) {
        const { volts, series } = usualUnit(chemistry, bus);
        expect(fitsBus(volts * series, bus)).toBe(true);
      }
  });
  it('fit a bus from three per cent under to ten over', () => {
    expect([23.2, 23.3, 24, 26.4, 26.5].map((volts) => fitsBus(volts, 24))).toEqual([
      false,
      true,
      true,
      true,
      false,
    ]);
  });
});

describe('a chemistry', () => {
  it('is as usual without a sheet, and by its sheet where there is one', () => {
    const usual = CHEMISTRIES.lfp;
    expect(chemistryOf({ chemistry: 'lfp', sheet: null })).toBe(usual);
    const sheet = {
      label: 'From its sheet',
      roundTrip: chosen(90),
      chargeMax: chosen(40),
      dischargeMax: chosen(70),
      coldestCharge: chosen(-5),
      coldestDischarge: chosen(-15),
      capacityPerK: chosen(0.5),
      cycles: chosen(3000),
      cyclesDepth: chosen(80),
      floatYears: chosen(9),
    };
    const own = chemistryOf({ chemistry: 'lfp', sheet });
    expect(own).toMatchObject({
      name: 'From its sheet',
      roundTrip: 0.9,
      chargeMaxC: 0.4,
      dischargeC: 0.7,
      coldestChargeC: -5,
      coldestDischargeC: -15,
      capacityPerK: 0.005,
      floatYears: 9,
    });
    expect(cyclesAt(own.cycles, 80)).toBeCloseTo(3000, 0);
    // the shape of its curve stays
    expect(cyclesAt(own.cycles, 40) / cyclesAt(own.cycles, 80)).toBeCloseTo(
      cyclesAt(usual.cycles, 40) / cyclesAt(usual.cycles, 80),
      6,
    );
    // a chemistry that takes charge in any cold is not given a limit by its sheet
    const cold = (Object.keys(CHEMISTRIES) as Chemistry[]).find(
      (id) => CHEMISTRIES[id].coldestChargeC === null,
    )!;
    expect(chemistryOf({ chemistry: cold, sheet }).coldestChargeC).toBeNull();
  });
});

describe('a bank of units', () => {
  const bankOf = (
    change: Partial<typeof design.bank>,
    asked = demand(),
    warmth: BankResult['warmth'] = null,
  ) => computeBank({ busVolts: 24, bank: { ...design.bank, coldest: chosen(25), ...change } }, asked, warmth);
  it('carries until the uses have taken what can be used', () => {
    // everything at once for two days, then nothing for five
    const spells = (days: number) => Math.floor(days / 7) * 2000 + Math.min(2, days % 7) * 1000;
    const bank = bankOf({ parallel: chosen(2) }, demand({ overDays: spells }));
    // 25.6 V × 200 Ah × 0.8: 4 096 Wh; 2 000 by the second day, the rest in the second week
    const usable = 25.6 * 200 * 0.8;
    expect(bank.usableWh).toBeCloseTo(usable, 6);
    expect(bank.days).toBeCloseTo(14 + (usable - 4000) / 1000, 5);
  });
  it('carries nothing known where nothing is used', () => {
    const bank = bankOf({}, demand({ heaviest: null, overDays: () => 0 }));
    expect(bank).toMatchObject({ days: null, dailyWh: 0, wantedWh: 0 });
  });
  it('asks for nothing by draw where nothing runs', () => {
    const bank = bankOf({});
    const needs = bankNeeds(design.bank, bank, { largestRunning: null }, 0);
    expect(needs.map(({ school, ratedWh, parallel }) => [school, Math.round(ratedWh), parallel])).toEqual([
      ['days', Math.round((2400 / 0.8) * 1.1), 2],
      ['daily', Math.round((bank.dailyWh / 0.8) * 1.1), 1],
      ['aged', Math.round((2400 / 0.8) * 1.1), 2],
      ['discharge', 0, 1],
      ['charge', 0, 1],
    ]);
  });
  it('is as cold as the coldest month in which it is used', () => {
    const month = (spellC: number, heatC: number) => ({
      spellC,
      coldC: spellC,
      meanC: 10,
      hotC: heatC,
      heatC,
    });
    const warmth = {
      months: Array.from({ length: 12 }, (_, m) =>
        m < 2 ? month(-20, 5) : m === 6 ? month(12, 33) : month(2, 20),
      ),
      padWh: Array<number>(12).fill(0),
    };
    const summer = demand({ months: Array.from({ length: 12 }, (_, m) => ({ busWh: m === 6 ? 500 : 0 })) });
    const free = { coldest: null };
    expect(bankOf(free, demand(), warmth)).toMatchObject({
      coldestC: -20,
      hottestC: 33,
      coldestFrom: 'home',
    });
    expect(bankOf(free, summer, warmth)).toMatchObject({ coldestC: 12, hottestC: 33 });
    const none = demand({ months: Array.from({ length: 12 }, () => ({ busWh: 0 })) });
    expect(bankOf(free, none, warmth).coldestC).toBe(-20);
    expect(bankOf({}, summer, warmth)).toMatchObject({ coldestC: 25, coldestFrom: 'typed' });
    expect(bankOf(free)).toMatchObject({ coldestC: 5, hottestC: null, coldestFrom: 'unknown' });
  });
  it('absorbs at volts of its bus', () => {
    const twelve = computeBank({ busVolts: 12, bank: design.bank }, demand());
    const fortyEight = computeBank({ busVolts: 48, bank: design.bank }, demand());
    expect(fortyEight.absorptionV / twelve.absorptionV).toBeCloseTo(4, 9);
    expect(twelve.absorptionV).toBeCloseTo(CHEMISTRIES.lfp.absorptionV, 9);
    expect(twelve.emptyV).toBeLessThan(twelve.absorptionV);
  });
});

describe('warmth where it stands, by hand', () => {
  const month = (airC: number): ClimateMonth => ({
    ghiKWhm2: 4,
    ghiFrom: 'typed',
    airC,
    airFrom: 'typed',
    minC: airC - 5,
    maxC: airC + 5,
    clearness: 0.5,
  });
  // from 0 in January to 20 in July
  const months = Array.from({ length: 12 }, (_, m) => month(10 - 10 * Math.cos((m / 12) * 2 * Math.PI)));
  const records = { lowC: -30, highC: 40 };
  const shed = { ...usualHome('shed'), where: 'shed' as const, insulation: 'none' as const, heated: false };
  it('follows the air by half, and its spells by seven tenths', () => {
    const { months: at } = bankWarmth(shed, months, records);
    // a shed is 1 K warmer than the air and takes half of its day
    expect(at[0]).toMatchObject({
      meanC: expect.closeTo(1, 9),
      coldC: expect.closeTo(-1.5, 9),
      hotC: expect.closeTo(3.5, 9),
    });
    // 31 K below the coldest month's mean, seven tenths of it
    expect(at[0]!.spellC).toBeCloseTo(1 - 0.7 * 31, 9);
    // 19 K above the hottest month's mean
    expect(at[6]!.heatC).toBeCloseTo(21 + 0.7 * 19, 9);
    expect(at[0]!.heatC).toBeCloseTo(1 + 0.7 * 19, 9);
    // in July a cold spell is half as deep
    expect(at[6]!.spellC).toBeCloseTo(21 - 0.7 * 31 * 0.5, 9);
  });
  it('is damped by foam', () => {
    const { months: at } = bankWarmth({ ...shed, insulation: 'good' }, months, records);
    expect(at[0]!.coldC).toBeCloseTo(1 - 5 * 0.5 * 0.45, 9);
    expect(at[0]!.spellC).toBeCloseTo(1 - 0.7 * 31 * (0.5 + 0.45 / 2), 9);
  });
  it('is of the rooms where they are heated, and needs no pad there', () => {
    const rooms = bankWarmth({ ...shed, where: 'heated', heated: true }, months, records);
    expect(new Set(rooms.months.map(({ meanC }) => meanC))).toEqual(new Set([19]));
    expect(rooms.padWh).toEqual(Array(12).fill(0));
  });
  it('is kept at five degrees by a pad, which takes more on an open shelf', () => {
    const heated = { ...shed, heated: true };
    const at = bankWarmth(heated, months, records).months;
    expect(Math.min(...at.map(({ spellC }) => spellC))).toBe(5);
    expect(at[6]!.meanC).toBeCloseTo(21, 9);
    const [shelf] = padDraw({ ...heated, kind: 'shelf', insulation: 'good' }, months);
    const [box] = padDraw({ ...heated, kind: 'box', insulation: 'good' }, months);
    const surface = 2 * (1.2 * 0.6 + 1.2 * 0.6 + 0.6 * 0.6);
    expect(shelf).toBeCloseTo(surface * 4 * (5 - 1) * 24, 6);
    expect(box).toBeCloseTo(surface * 0.45 * (5 - 1) * 24, 6);
    expect(padDraw({ ...heated, heated: false }, months)).toEqual(Array(12).fill(0));
    expect(padDraw(heated, months)[6]).toBe(0);
  });
});

describe('packing', () => {
  it('weighs the bank, its levels and its middle', () => {
    const fit = bankFit({
      ...design.bank,
      series: chosen(2),
      parallel: chosen(2),
      unit: { length: chosen(300), width: chosen(200), height: chosen(250), mass: chosen(30), onSide: false },
      home: {
        ...usualHome('cabin'),
        length: chosen(320),
        width: chosen(430),
        height: chosen(800),
        shelves: chosen(2),
        gap: chosen(10),
        headroom: chosen(50),
      },
    });
    expect(fit).toMatchObject({ count: 4, massKg: 120, levelKg: 60, fits: true });
    // two to a shelf: their middle is that of the box, half way between the shelves
    expect(fit.centre.x).toBeCloseTo(160, 6);
    expect(fit.centre.y).toBeCloseTo(215, 6);
    expect(fit.centre.z).toBeCloseTo(200 + 125, 6);
  });
});

describe('a unit that nobody measured', () => {
  const unitAt = (ah: number, unit = usualBank('lfp', 48).unit) =>
    unitOf({ ...usualBank('lfp', 48), unit, unitAh: chosen(ah) });
  it('weighs what its watt-hours do: 45 kg for 5.12 kWh of iron-phosphate, common practice', () => {
    expect(unitAt(100).mass.value).toBe(45);
    expect(unitAt(300).mass.value).toBe(135);
    // three times the volume
    const side = (ah: number) => unitAt(ah).length.value * unitAt(ah).width.value * unitAt(ah).height.value;
    expect(side(300) / side(100)).toBeCloseTo(3, 1);
  });
  it('keeps what was typed', () => {
    const typed = { ...usualBank('lfp', 48).unit, mass: chosen(50), height: chosen(140) };
    expect(unitAt(300, typed)).toMatchObject({
      mass: chosen(50),
      height: chosen(140),
      length: typed.length,
      width: typed.width,
    });
  });
});
