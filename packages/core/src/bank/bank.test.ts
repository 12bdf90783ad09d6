import type { Chemistry } from '../document';
import { blankDesign, blankUse, chosen } from '../job';
import { computeLoads } from '../loads';
import { autonomyDays, bankNeeds, computeBank, fitsBus, ratedEnergyWh, temperatureFactor } from './bank';
import { CHEMISTRIES, usualUnit } from './chemistries';

describe('autonomy formula', () => {
  // Messenger & Ventre, Photovoltaic Systems Engineering (from memory): 3.4 peak sun hours
  it('gives 11.8 days critical, 2.9 ordinary', () => {
    expect(autonomyDays(3.4, true)).toBeCloseTo(11.84, 2);
    expect(autonomyDays(3.4, false)).toBeCloseTo(2.948, 2);
  });
  it('does not answer below one hour of sun', () => {
    expect(autonomyDays(0.9, true)).toBeNull();
  });
});

it('sizes as IEEE 1013 and 1562 practice does, by hand', () => {
  // 2.4 kWh a day, three days, half of it usable, 0.82 left in the cold: 2400 × 3 ÷ (0.5 × 0.82)
  expect(ratedEnergyWh(2400, 3, 0.5, 0.82, 1)).toBeCloseTo(17_560.98, 1);
});

it('loses about a per cent of lead-acid capacity a kelvin below 25 °C (from memory)', () => {
  expect(temperatureFactor(CHEMISTRIES.flooded, 25)).toBe(1);
  expect(temperatureFactor(CHEMISTRIES.flooded, 5)).toBeCloseTo(0.82, 6);
  expect(temperatureFactor(CHEMISTRIES.flooded, 40)).toBe(1);
  // 0.55 to 0.7 at −20 °C (common practice)
  expect(Math.abs(temperatureFactor(CHEMISTRIES.lfp, -20) - 0.625)).toBeLessThan(0.075);
  expect(temperatureFactor(CHEMISTRIES.flooded, -60)).toBe(0.4);
});

describe('a bank of units', () => {
  const design = blankDesign({ name: 'Bank', kind: 'cabin', units: 'metric', busVolts: 24 });
  design.uses = { a: { ...blankUse(1, 'Load'), watts: chosen(100), hours: chosen(9.7), supply: 'dc' } };
  design.supply = { ...design.supply, dcEfficiency: chosen(97) };
  design.bank = { ...design.bank, depth: chosen(80), coldest: chosen(25), parallel: chosen(3) };

  it('adds volts in series and amp-hours in parallel', () => {
    const bank = computeBank(design, computeLoads(design));
    expect(bank.ratedWh).toBeCloseTo(25.6 * 300, 6);
    // rated amp-hours are delivered ones (IEEE 1013 worksheet, from memory); the careful way takes half of the loss off
    expect(bank.usableWh).toBeCloseTo(25.6 * 300 * 0.8, 6);
    const careful = computeBank(
      { ...design, bank: { ...design.bank, sizing: 'careful' } },
      computeLoads(design),
    );
    expect(careful.usableWh).toBeCloseTo(25.6 * 300 * 0.8 * Math.sqrt(0.94), 6);
    expect(bank.days).toBeCloseTo(bank.usableWh / 1000, 6);
  });

  it('names what each school asks for', () => {
    const loads = computeLoads(design);
    const bank = computeBank(design, loads);
    const needs = bankNeeds(design.bank, bank, loads, 100);
    expect(needs.find(({ school }) => school === 'charge')?.ratedWh).toBeCloseTo(200 * 25.6, 6);
    // at a whole C an hour; 97 of 100 W leave the bank's wiring
    expect(needs.find(({ school }) => school === 'discharge')?.ratedWh).toBeCloseTo(100 / 0.97, 6);
    expect(needs.find(({ school }) => school === 'days')?.parallel).toBe(2);
  });

  it.each([
    [12.8, 24, 2],
    [25.6, 24, 1],
    [51.2, 48, 1],
    [3.2, 48, 15],
    [6, 48, 8],
    [2, 24, 12],
    [12, 12, 1],
  ] as const)('puts units of %d V on a %d V bus', (unit, bus, series) => {
    const bank = computeBank(
      { ...design, busVolts: bus, bank: { ...design.bank, unitVolts: chosen(unit) } },
      computeLoads(design),
    );
    expect(Math.abs(bank.seriesForBus - series)).toBeLessThanOrEqual(unit === 3.2 ? 1 : 0);
    expect(fitsBus(bank.seriesForBus * unit, bus)).toBe(true);
  });
});

describe.each(Object.entries(CHEMISTRIES))('a bank of %s', (chemistry, of) => {
  it('lasts fewer cycles the deeper they are, and takes less charge the fuller it is', () => {
    for (const [list, least] of [
      [of.cycles, 3],
      [of.acceptance, 3],
    ] as const) {
      expect(list.length).toBeGreaterThanOrEqual(least);
      for (const [i, [at, value]] of list.entries()) {
        const [before, more] = list[i - 1] ?? [-1, Infinity];
        expect(at).toBeGreaterThan(before);
        expect(value).toBeLessThanOrEqual(more);
        expect(value).toBeGreaterThan(0);
      }
    }
    expect(of.acceptance[0]![0]).toBe(0);
    expect(of.acceptance.at(-1)![0]).toBe(1);
    expect(of.cycles.at(-1)![0]).toBeGreaterThanOrEqual(80);
  });
  it('is sold in units that make any bus, of a density that its kind has', () => {
    for (const bus of [12, 24, 48] as const) {
      const { volts, ah, series, size, massKg, onSide } = usualUnit(chemistry as Chemistry, bus);
      // nominal volts of a string: 12.0 to 12.9 for each twelve
      expect((volts * series * 12) / bus).toBeGreaterThanOrEqual(12);
      expect((volts * series * 12) / bus).toBeLessThan(12.9);
      // Wh a kilogram and a litre by kind (common practice): lead 30 to 50, nickel-iron 15 to 30, lithium and sodium 75 to 170
      const perKg = (volts * ah) / massKg;
      const perL = (volts * ah) / ((size[0] * size[1] * size[2]) / 1e6);
      const [from, to] = of.gas === null ? [75, 170] : chemistry === 'nickel-iron' ? [15, 30] : [30, 50];
      expect(perKg).toBeGreaterThan(from);
      expect(perKg).toBeLessThan(to);
      expect(perL).toBeGreaterThan(25);
      expect(perL).toBeLessThan(260);
      // loose acid or lye stays upright
      expect(onSide).toBe(!['flooded', 'nickel-iron'].includes(chemistry));
    }
  });
  it('is charged above what it rests at, and is empty below', () => {
    expect(of.absorptionV).toBeGreaterThan(13);
    expect(of.emptyV).toBeLessThan(12.1);
    expect(of.depthPct).toBeLessThanOrEqual(of.deepestPct);
    expect([of.roundTrip > 0.6, of.roundTrip < 1]).toEqual([true, true]);
    expect(of.coldestDischargeC).toBeLessThan(of.coldestChargeC ?? 0);
    expect(of.freezesEmpty).toBe(['flooded', 'gel', 'agm'].includes(chemistry));
    expect(of.chargeMinC).toBeLessThan(of.chargeMaxC);
  });
});
