import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'fflate';
import fc from 'fast-check';
import type { ClimateMonth } from '../climate';
import { CELLS, NO_PAINT, painted, type GivenKey, type Use } from '../document';
import { blankUse, chosen } from '../job';
import { readWeather } from '../weather';
import { degreesByHour } from './degrees';
import { USE_FORMS } from './given';
import { copAt, heatingWh, pumpingWh, runningW, shortOfWeather, startingW, useDay } from './useDay';

const use = (parts: Partial<Use>, given: Partial<Record<GivenKey, number>> = {}): Use => ({
  ...blankUse(1),
  ...parts,
  given: Object.fromEntries(Object.entries(given).map(([key, value]) => [key, chosen(value)])),
});
const sum = (hours: ArrayLike<number>) => Array.from(hours).reduce((all, w) => all + w, 0);
const month = (minC: number, maxC: number): ClimateMonth => ({
  ghiKWhm2: 4,
  ghiFrom: 'typed',
  airC: (minC + maxC) / 2,
  airFrom: 'typed',
  minC,
  maxC,
  clearness: 0.5,
});

describe('physics', () => {
  it('lifts a cubic metre by 50 m for 136.2 Wh (ρgh)', () => {
    expect(pumpingWh(1000, 50, 0, 1)).toBeCloseTo(136.2, 1);
  });
  it('counts a pressure as the lift it stands for: 10 m of water are 98.07 kPa', () => {
    expect(pumpingWh(500, 0, 98.0665, 0.4)).toBeCloseTo(pumpingWh(500, 10, 0, 0.4), 6);
  });
  it('heats 50 US gal by 60 °F for 7.34 kWh (heat capacity of water)', () => {
    expect(heatingWh(50 * 3.785411784, 60 / 1.8, 1)).toBeCloseTo(7340, -1.3);
  });
});

describe('what people have', () => {
  const day = (parts: Partial<Use>, given: Partial<Record<GivenKey, number>> = {}) =>
    useDay(use(parts, given), 7, month(15, 29));
  it.each<[string, Partial<Use>, Partial<Record<GivenKey, number>>, number]>([
    // 5.8 A × 120 V × 0.72 × 3 h
    ['amps', { form: 'amps', hours: chosen(3) }, { amps: 5.8, volts: 120, powerFactor: 0.72 }, 1503.36],
    // 1480 Wh over 70 h
    ['meter', { form: 'meter' }, { meterWh: 1480, meterHours: 70 }, 507.43],
    // 219 kWh a year
    ['label', { form: 'label', watts: chosen(90) }, { labelWh: 219_000 }, 600],
    // 3000 L × 9.80665 × 62 m ÷ 3600 ÷ 0.35
    ['pump', { form: 'pump', watts: chosen(800) }, { litres: 3000, head: 62, pumpEfficiency: 35 }, 1447.65],
    ['water', { form: 'water', watts: chosen(1500) }, { litres: 80, rise: 40, heaterEfficiency: 90 }, 4135.1],
    [
      'vehicle',
      { form: 'vehicle', watts: chosen(2300) },
      { distance: 25, perDistance: 180, chargerEfficiency: 90 },
      5000,
    ],
  ])('%s', (_, parts, given, wh) => {
    const found = day(parts, given);
    expect(found.runWh).toBeCloseTo(wh, wh > 1000 ? 0 : 1);
    // what is spread over the day is what is taken
    expect(sum(found.profile) / 2).toBeCloseTo(found.runWh + found.offWh, 6);
  });
  it('gives the hours that an energy makes of its watts', () => {
    expect(day({ form: 'label', watts: chosen(100) }, { labelWh: 365_000 }).hours).toBeCloseTo(10, 9);
    expect(day({ form: 'meter' }, { meterWh: 600, meterHours: 24, meterPeak: 100 })).toMatchObject({
      runW: 100,
      hours: 6,
    });
  });
  it('takes a meter’s mean where it holds no peak', () => {
    expect(runningW(use({ form: 'meter' }, { meterWh: 480, meterHours: 24 }))).toBe(20);
  });
  it('adds the off draw to what is typed, never to what was measured or labelled', () => {
    const off = { standby: chosen(3) };
    expect(day({ ...off, watts: chosen(50), hours: chosen(4) }).offWh).toBe(60);
    expect(day({ ...off, form: 'label', watts: chosen(90) }, { labelWh: 100_000 }).offWh).toBe(0);
    expect(day({ ...off, form: 'meter' }).offWh).toBe(0);
  });
  it('knows a start by factor, locked-rotor amps or a measured peak, never below running', () => {
    const motor = { watts: chosen(500), startFactor: chosen(4) };
    expect(startingW(use(motor))).toBe(2000);
    expect(startingW(use({ ...motor, start: 'amps' }, { startAmps: 24, startVolts: 120 }))).toBe(2880);
    expect(startingW(use({ ...motor, start: 'watts' }, { startWatts: 3100 }))).toBe(3100);
    expect(startingW(use({ ...motor, start: 'watts' }, { startWatts: 100 }))).toBe(500);
  });
  it('runs the longer the more people there are, but not over 24 h', () => {
    const lamp = use({ watts: chosen(10), hours: chosen(9), perPerson: true });
    expect(useDay(lamp, 1, null, 2).hours).toBe(18);
    expect(useDay(lamp, 1, null, 5).hours).toBe(24);
    expect(useDay({ ...lamp, perPerson: false }, 1, null, 5).hours).toBe(9);
  });
});

describe('painted hours', () => {
  const paint = { year: painted(NO_PAINT, 12, 15, true), 7: painted(NO_PAINT, 40, 3, true) };
  const lamp = use({ watts: chosen(60), hours: chosen(1), paint, standby: chosen(1) }, { duty: 50 });
  it('take the place of hours a day, by month where that has its own', () => {
    // two hours at half duty; from 20:00 over midnight to 02:00
    expect(useDay(lamp, 1, null)).toMatchObject({ hours: 1, runWh: 60, untimed: false });
    expect(useDay(lamp, 7, null)).toMatchObject({ hours: 3, runWh: 180 });
  });
  it('put the energy where they are', () => {
    const { profile } = useDay(lamp, 1, null);
    expect(profile[12]).toBeCloseTo(30 + 23 / 24, 9);
    expect(profile[11]).toBeCloseTo(23 / 24, 9);
  });
  it('say where hours are not known', () => {
    expect(useDay(use({ watts: chosen(60), hours: chosen(3) }), 1, null).untimed).toBe(true);
    expect(useDay(use({ watts: chosen(60), hours: chosen(24) }), 1, null).untimed).toBe(false);
  });
});

describe('a measured series', () => {
  const watts = Array.from({ length: 12 }, (_, m) =>
    m === 2 ? Array.from({ length: 24 }, (_, h) => h) : null,
  );
  const logged = use({ form: 'series', series: { name: 'log', watts, peakW: 40, notes: [] } });
  it('is its own day, and the mean of what is known in other months', () => {
    expect(useDay(logged, 3, null).runWh).toBe((23 * 24) / 2);
    expect(useDay(logged, 9, null).runWh).toBe((23 * 24) / 2);
    expect(useDay(logged, 3, null).profile[10]).toBe(5);
  });
  it('of several months is their mean in one that has none', () => {
    const two = watts.map((hours, m) => (m === 6 ? Array<number>(24).fill(40) : hours));
    const day = useDay({ ...logged, series: { ...logged.series!, watts: two } }, 9, null);
    for (const hour of [0, 10, 23]) expect(day.profile[2 * hour]).toBeCloseTo((hour + 40) / 2, 9);
    expect(day.runWh).toBeCloseTo(((23 * 24) / 2 + 24 * 40) / 2, 9);
  });
  it('counts nothing before it is there', () => {
    expect(useDay({ ...logged, series: null }, 3, null)).toMatchObject({ runWh: 0, runW: 0 });
  });
});

describe('degrees', () => {
  it('are all of the difference far from the base, and none on its other side', () => {
    expect(sum(degreesByHour(month(-10, 0), 18, 'heating'))).toBeCloseTo(23 * 24, 1);
    expect(sum(degreesByHour(month(-10, 0), 18, 'cooling'))).toBeLessThan(0.01);
  });
  it('differ by side by the mean difference', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 18, noNaN: true }),
        (low, range) => {
          const here = month(low, low + range);
          const both = sum(degreesByHour(here, 15, 'heating')) - sum(degreesByHour(here, 15, 'cooling'));
          expect(both).toBeCloseTo(24 * (15 - here.airC), 3);
        },
      ),
    );
  });
  // hours of a typical year at a station of open government data, degrees counted hour by hour
  it('agree with a station’s own hours within a tenth over the year', () => {
    const packed = readFileSync(join(__dirname, '../../fixtures/weather', 'lakeside-42N.epw.gz'));
    const text = new TextDecoder('latin1').decode(gunzipSync(packed));
    const reading = readWeather(new TextEncoder().encode(text), 'station.epw', null, null);
    if (reading.ok !== true) throw new Error('The station was not read');
    const { min, max } = reading.weather;
    const hours = text
      .trim()
      .split(/\r?\n/)
      .slice(8)
      .map((line) => line.split(','));
    for (const [base, side] of [
      [18, 'heating'],
      [10, 'heating'],
      [22, 'cooling'],
    ] as const) {
      const counted = hours.reduce((all, cells) => {
        const below = base - Number(cells[6]);
        return all + Math.max(0, side === 'heating' ? below : -below);
      }, 0);
      const reckoned = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].reduce(
        (all, days, m) => all + days * sum(degreesByHour(month(min[m]!, max[m]!), base, side)),
        0,
      );
      expect(Math.abs(reckoned / counted - 1)).toBeLessThan(side === 'heating' ? 0.06 : 0.25);
    }
  });
});

it('never makes energy out of nothing, whatever the form', () => {
  const forms = Object.keys(USE_FORMS) as Use['form'][];
  const figure = fc.double({ min: 0, max: 500, noNaN: true });
  fc.assert(
    fc.property(
      fc.constantFrom(...forms),
      figure,
      fc.double({ min: 0, max: 24, noNaN: true }),
      (form, watts, hours) => {
        const day = useDay(use({ form, watts: chosen(watts), hours: chosen(hours) }), 6, month(5, 20));
        expect(day.profile).toHaveLength(CELLS);
        expect(sum(day.profile) / 2).toBeCloseTo(day.runWh + day.offWh, 4);
        expect(day.hours).toBeLessThanOrEqual(24);
        expect(Math.min(...day.profile)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});

describe('what follows the weather', () => {
  const pump = use({ form: 'heating', watts: chosen(900) }, { perKelvin: 400, base: 15, cop: 2.8 });
  it('never takes more than its watts, and is short of the rest', () => {
    const cold = month(-22, -12);
    const day = useDay(pump, 1, cold);
    // 900 W all day; asked is 400 W/K × 32 K, at half of the rated heat for its energy
    expect(day.runWh).toBeCloseTo(900 * 24, 6);
    expect(shortOfWeather(pump, cold)).toBeGreaterThan(((400 * 32) / 2.8) * 24 - 900 * 24);
    expect(shortOfWeather(pump, month(14, 20))).toBeCloseTo(0, 3);
  });
  it('gives less heat for its energy in the cold, as rated at 7 °C (EN 14511, from memory); a heater the same', () => {
    expect(copAt(3, 7, 'heating')).toBe(3);
    // common practice: near three quarters of it at −3 °C, half in deep cold
    expect(copAt(3, -3, 'heating')).toBeCloseTo(2.25, 2);
    expect(copAt(3, -30, 'heating')).toBe(1.5);
    expect(copAt(1, -30, 'heating')).toBe(1);
    expect(copAt(3, 35, 'cooling')).toBe(3);
    expect(copAt(3, 45, 'cooling')).toBeCloseTo(2.4, 6);
  });
});
