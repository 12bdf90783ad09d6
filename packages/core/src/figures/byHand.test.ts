import { CHEMISTRIES } from '../bank';
import { calculate } from '../calculate';
import type { BackupSource, Design, SourceKey } from '../document';
import { blankSource, catalogue, chosen, examples, measured } from '../job';
import { sourceFigure } from '../power';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { plain } from '../testing/plain';
import { figuresOf, penFor } from '.';

const climate = plainClimate(41.6, { altitudeM: 640 });
const told = (design: Design) => {
  const facts = calculate(design, climate);
  const all = figuresOf(facts, penFor('metric'));
  return {
    facts,
    of: (id: string) => {
      const { steps, others, ...figure } = all.find((each) => each.id === id)!;
      return {
        ...figure,
        others: plain(others ?? ''),
        steps: steps.map(({ label, text }) => `${plain(label)} ${plain(text)}`),
      };
    },
  };
};
/** Two lamps day and night, on a bank of 2 × 100 Ah at 24 V. */
const cabin = (bank: Partial<Design['bank']> = {}): Design => {
  const design = cabinOf({ a: dcUse(1, 'Lamps', 48, 24), b: dcUse(2, 'Radio', 24, 10) });
  return {
    ...design,
    bank: {
      ...design.bank,
      chemistry: 'agm',
      unitVolts: catalogue(12),
      unitAh: catalogue(100),
      series: chosen(2),
      parallel: chosen(2),
      depth: chosen(50),
      days: chosen(2),
      endOfLife: chosen(80),
      margin: chosen(10),
      coldest: chosen(25),
      sizing: 'worksheet',
      ...bank,
    },
  };
};

describe('the bank, by hand', () => {
  it('lasts by Peukert with everything on: hours × (capacity ÷ (amps × hours))^exponent', () => {
    const { of } = told(cabin());
    const { rateHours, peukert } = CHEMISTRIES.agm;
    // 72 W at 24 V are 3 A
    const hours = rateHours * (200 / (3 * rateHours)) ** peukert * 0.5;
    expect(of('bank.hours').value).toBeCloseTo(hours, 6);
    expect(of('bank.hours').steps[0]).toBe('everything at once, from the bank 3 A');
    const idle = told({ ...cabin(), uses: {} });
    expect(idle.of('bank.hours')).toMatchObject({ value: null, steps: [] });
  });
  it('holds half of 24 V × 200 Ah, and days of what a day takes', () => {
    const { of } = told(cabin());
    expect(of('bank.usable').value).toBeCloseTo(2400, 6);
    // 48 × 24 and 24 × 10
    expect(of('bank.days').value).toBeCloseTo(2400 / 1392, 6);
    expect(of('bank.days').steps).toEqual(['usable 2.40 kWh', 'used a day, heaviest month ÷ 1.39 kWh']);
    // one that runs two days in seven is not asked for alike each day
    const weekend = cabin({ days: chosen(5) });
    weekend.uses['b'] = dcUse(2, 'Radio', 240, 10, { days: 'week', given: { daysAWeek: chosen(2) } });
    expect(told(weekend).of('bank.days').steps[1]).toMatch(/^on a full day it would be ÷ 3\.55 kWh$/);
  });
  it('is asked for by the worksheet: days ÷ depth, the cold and a margin', () => {
    const { of, facts } = told(cabin({ depth: chosen(80), days: chosen(5) }));
    expect(facts.bankGoverning!.school).toBe('days');
    expect(of('bank.need').value).toBeCloseTo((1392 * 5 * 1.1) / 0.8, 6);
    expect(of('bank.need').steps).toEqual([
      'used a day 1.39 kWh',
      'days × 5 days',
      'usable depth ÷ 0.80',
      'capacity at 25 °C ÷ 1.00',
      'margin × 1.10',
    ]);
    // 24 V × 100 Ah a row
    expect(of('bank.unitsNeeded').value).toBe(2 * Math.ceil((1392 * 5 * 1.1) / 0.8 / 2400));
  });
  it('is asked for the careful way with all of it one upon the other', () => {
    const { of, facts } = told(cabin({ sizing: 'careful', days: chosen(4) }));
    const { dischargeEfficiency } = facts.bank;
    expect(facts.bankGoverning!.school).toBe('aged');
    expect(of('bank.need').value).toBeCloseTo((1392 * 4) / 0.5 / dischargeEfficiency / 0.8, 4);
    expect(of('bank.need').steps.slice(-2)).toEqual([
      `round-trip efficiency ÷ ${dischargeEfficiency.toFixed(2)}`,
      'left when old ÷ 0.80',
    ]);
    expect(of('bank.usable').steps.at(-1)).toBe(`round-trip efficiency × ${dischargeEfficiency.toFixed(2)}`);
  });
  it('names the autonomy formula only where the sun is known', () => {
    expect(told(cabin()).of('bank.days').others).toMatch(/^The autonomy formula of Messenger & Ventre/);
    const without = figuresOf(calculate(cabin(), null), penFor('metric'));
    expect(without.find(({ id }) => id === 'bank.days')!.others).toBeNull();
  });
});

describe('a set, by hand', () => {
  const set = (given: Partial<Record<SourceKey, number>>): BackupSource => {
    const source = { ...blankSource('generator', 1, 'Set'), automatic: true };
    for (const [key, value] of Object.entries(given)) source.given[key as SourceKey] = measured(value);
    return source;
  };
  const backed = (given: Partial<Record<SourceKey, number>>): Design => {
    const design = cabin();
    // far more than its panels make
    design.uses['a'] = dcUse(1, 'Lamps', 300, 24);
    return { ...design, power: { ...design.power, sources: { s: set(given) } } };
  };
  it('burns its litres a year, at their price', () => {
    const { of, facts } = told(backed({ watts: 3000, chargeAmps: 40, fuelPrice: 1.9 }));
    const litres = facts.powerYear!.sources[0]!.litres;
    expect(litres).toBeGreaterThan(10);
    expect(of('power.litres').value).toBeCloseTo(litres, 9);
    const money = Number(
      /([\d ]+(\.\d+)?)/.exec(of('power.litres').others.replace(/(\d) (\d)/g, '$1$2'))![1],
    );
    expect(Math.abs(money / (litres * 1.9) - 1)).toBeLessThan(0.01);
    // twice the price, twice the money
    const dear = told(backed({ watts: 3000, chargeAmps: 40, fuelPrice: 3.8 })).of('power.litres').others;
    expect(dear).not.toBe(of('power.litres').others);
  });
  it('is rated for bank and uses with a quarter to spare, told step by step', () => {
    const { of, facts } = told(
      backed({ watts: 3000, chargeAmps: 40, chargerEfficiency: 90, powerFactor: 0.9 }),
    );
    const [now] = facts.power.sources;
    const volts = (24 + facts.bank.absorptionV) / 2;
    const amps = Math.min(40, now!.bankAmps);
    const asked = (((amps * volts) / 0.9 / 0.9 + facts.power.peakAcW) * 1.25) / now!.keeps;
    expect(of('source.asked:s').value).toBeCloseTo(asked, 6);
    expect(of('source.asked:s').steps).toContain('charger efficiency ÷ 0.90');
    // above 100 m, 3.5 % for each 300
    expect(now!.keeps).toBeCloseTo(1 - (540 * 0.035) / 300, 9);
    expect(of('source.asked:s').steps.at(-1)).toBe(`left by height and heat ÷ ${now!.keeps.toFixed(3)}`);
    expect(sourceFigure(now!.plan, 'chargeAmps')).toBe(40);
  });
});

describe('figures of every demo job', () => {
  it('tell a night without the inverter, where it is on all day', () => {
    for (const { design } of examples()) {
      const { of } = told(design);
      const { inverterIdle, inverterHours } = design.supply;
      const night = Math.max(0, Math.min(8, inverterHours.value - 16)) * inverterIdle.value;
      expect(of('load.nightOff').value).toBe(night > 0 ? night : null);
    }
  });
  it('have the heaviest hour of a mean day in it', () => {
    for (const { design } of examples()) {
      const { of, facts } = told(design);
      const hours = facts.loads.months.flatMap(({ profile }) =>
        Array.from({ length: 24 }, (_, hour) => (profile[2 * hour]! + profile[2 * hour + 1]!) / 2),
      );
      const { heaviest } = facts.loads;
      expect(of('load.peak').value).toBeLessThanOrEqual(Math.max(...hours) + 1e-9);
      const own = Array.from(
        { length: 24 },
        (_, hour) => (heaviest!.profile[2 * hour]! + heaviest!.profile[2 * hour + 1]!) / 2,
      );
      expect(of('load.peak').value).toBeCloseTo(Math.max(...own), 9);
    }
  });
});
