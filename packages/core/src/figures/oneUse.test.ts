import { calculate } from '../calculate';
import {
  painted,
  NO_PAINT,
  withValueAt,
  type GivenKey,
  type Use,
  type UseForm,
  type Design,
} from '../document';
import { blankDesign, blankUse, chosen, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { plain } from '../testing/plain';
import { figuresOf, penFor, useFigure } from '.';

const climate = plainClimate(50);

const withUse = (parts: Partial<Use>): Design => {
  const design = blankDesign({ name: 'One', kind: 'cabin', units: 'metric', busVolts: 24 });
  return {
    ...design,
    supply: { ...design.supply, inverterEfficiency: chosen(80), dcEfficiency: chosen(100) },
    place: { ...design.place, lat: chosen(50), lon: chosen(0) },
    uses: { u: { ...blankUse(1, 'It'), watts: measured(60), hours: measured(4), ...parts } },
  };
};
const told = (parts: Partial<Use>) => {
  const design = withUse(parts);
  const { loads } = calculate(design, climate);
  const [figure] = useFigure(design, loads, penFor('metric'), loads.rows[0]!);
  return {
    ...figure!,
    steps: figure!.steps.map(({ label, text }) => `${plain(label)}: ${plain(text)}`),
    others: figure!.others && plain(figure!.others),
  };
};
const known = (form: UseForm, given: Partial<Record<GivenKey, number>>, more: Partial<Use> = {}) =>
  told({
    form,
    given: Object.fromEntries(Object.entries(given).map(([key, value]) => [key, measured(value)])),
    supply: 'dc',
    ...more,
  });

describe('the working of one use', () => {
  it('goes from watts and hours through the inverter', () => {
    // 60 W × 4 h × 2 ÷ 0.8
    const { value, steps, label, others } = told({ count: chosen(2), supply: 'ac' });
    expect(value).toBeCloseTo(600, 9);
    expect(label).toBe('It, a day');
    expect(steps).toEqual([
      'while it runs: 60 W',
      'hours a day: × 4 h',
      'how many: × 2',
      'inverter efficiency: ÷ 0.80',
    ]);
    expect(others).toBeNull();
  });
  it('passes the inverter by on DC', () => {
    const { value, steps } = told({ supply: 'dc' });
    expect(value).toBeCloseTo(240, 9);
    expect(steps.at(-1)).toBe('DC wiring efficiency: ÷ 1.00');
  });
  it('adds what is drawn while off', () => {
    // 3 W over the other twenty hours
    const { value, steps } = told({ standby: measured(3), supply: 'dc', count: chosen(2) });
    expect(value).toBeCloseTo(2 * (240 + 60), 9);
    expect(steps).toContain('off draw, the other hours: + 60.0 Wh');
  });
  it('tells painted hours by their spans', () => {
    const { value, steps } = told({ paint: { year: painted(NO_PAINT, 12, 15, true) }, supply: 'dc' });
    expect(value).toBeCloseTo(120, 9);
    expect(steps[1]).toBe('hours of 06:00–08:00: × 2 h');
  });
  it('says the mean where it does not run every day', () => {
    // two days of seven
    const { value, others } = told({ days: 'week', given: { daysAWeek: chosen(2) }, supply: 'dc' });
    expect(value).toBeCloseTo(240, 9);
    expect(others).toBe('On a day it runs; as the mean of all days of its heaviest month 68.6 Wh.');
  });
  it('has none of the pieces where there are none', () => {
    const { value, steps } = told({ count: chosen(0), standby: measured(3) });
    expect(value).toBe(0);
    expect(steps.filter((text) => text.includes('off draw'))).toEqual([]);
  });
  it('is left without a name', () => {
    expect(told({ name: '' }).label).toBe('unnamed use, a day');
  });
});

describe('each way it is known', () => {
  it('amps and volts', () => {
    // 5 A × 12 V × 0.9 = 54 W, four hours
    const { value, steps } = known('amps', { amps: 5, volts: 12, powerFactor: 0.9 });
    expect(value).toBeCloseTo(216, 9);
    expect(steps.slice(0, 2)).toEqual(['5 A × 12 V × 0.9: 54 W', 'hours a day: × 4 h']);
  });
  it('a plug meter', () => {
    // 1.48 kWh over 70 h is 507 Wh a day
    const { value, steps } = known('meter', { meterWh: 1480, meterHours: 70 });
    expect(value).toBeCloseTo((24 * 1480) / 70, 9);
    expect(steps[0]).toBe('1.48 kWh over 70 h, a day: 507 Wh');
  });
  it('an energy label', () => {
    const { value, steps } = known('label', { labelWh: 146_000 });
    expect(value).toBeCloseTo(400, 9);
    expect(steps[0]).toBe('146.0 kWh a year over 365 days: 400 Wh');
  });
  it('water lifted', () => {
    // m·g·h: 1000 l by 20 m are 54.5 Wh, a third of it useful
    const { value, steps } = known('pump', { litres: 1000, head: 20, pressure: 0, pumpEfficiency: 50 });
    expect(value).toBeCloseTo((1000 * 9.80665 * 20) / 3600 / 0.5, 6);
    expect(steps[0]).toBe('1000 L lifted 20.0 m: 54.5 Wh');
    expect(steps[1]).toBe('pump efficiency: ÷ 0.50');
    const pressed = known('pump', { litres: 1000, head: 0, pressure: 360, pumpEfficiency: 50 });
    expect(pressed.value).toBeCloseTo((1000 * 360) / 3600 / 0.5, 6);
    expect(pressed.steps[0]).toContain('against 360 kPa');
  });
  it('water heated', () => {
    // 1.163 Wh for a litre and a kelvin
    const { value, steps } = known('water', { litres: 50, rise: 40, heaterEfficiency: 80 });
    expect(value).toBeCloseTo((50 * 40 * 1.163) / 0.8, 6);
    expect(steps[0]).toBe('50.0 L heated by 40 K: 2.33 kWh');
    expect(steps[1]).toBe('the heater gives: ÷ 0.80');
  });
  it('distance driven', () => {
    const { value, steps } = known('vehicle', { distance: 10, perDistance: 180, chargerEfficiency: 90 });
    expect(value).toBeCloseTo(2000, 6);
    expect(steps[0]).toMatch(/^10\.0 km at 180 Wh\/km: 1\.80 kWh$/);
    expect(steps[1]).toBe('charger efficiency: ÷ 0.90');
  });
  it('degrees', () => {
    const { value, steps } = known('heating', { perKelvin: 1, base: 18, cop: 2 });
    expect(value).toBeGreaterThan(0);
    expect(steps[0]).toMatch(/^1.* below 18 °C, /);
    expect(steps[0]).toMatch(/2\.00 of heat for its energy at 7 °C outdoors/);
    expect(known('cooling', { perKelvin: 1, base: 18, cop: 2 }).steps[0]).toMatch(/ above 18 °C, /);
    // twice the losses, twice the energy, while its watts allow it
    expect(known('heating', { perKelvin: 2, base: 18, cop: 2 }).value).toBeCloseTo(2 * value!, 6);
  });
  it('a measured series', () => {
    const series = {
      name: 'log.csv',
      watts: Array.from({ length: 12 }, () => Array<number>(24).fill(25)),
      peakW: 90,
      notes: [],
    };
    const { value, steps } = known('series', {}, { series });
    expect(value).toBeCloseTo(600, 9);
    expect(steps[0]).toBe('mean of log.csv: 600 Wh');
  });
});

describe('a long table', () => {
  it('leaves the workings out until they are asked for, and keeps what says the same', () => {
    const one = withUse({ supply: 'dc' });
    const many = {
      ...one,
      uses: Object.fromEntries(
        Array.from({ length: 61 }, (_, i) => [
          `u${i}`,
          { ...one.uses.u!, name: `Use ${i}`, position: i + 1 },
        ]),
      ),
    };
    const pen = penFor('metric');
    const figures = (design: Design) =>
      figuresOf(calculate(design, climate), pen).filter(({ id }) => id.startsWith('use:'));
    const before = figures(many);
    expect(before).toHaveLength(61);
    expect(before.every(({ steps, source }) => steps.length === 0 && source === '')).toBe(true);
    const after = figures(withValueAt(many, '/uses/u7/watts', measured(70)));
    expect(after[7]!.value).toBeCloseTo(280, 9);
    for (const [i, figure] of after.entries()) if (i !== 7) expect(figure).toBe(before[i]);
    const few = { ...many, uses: Object.fromEntries(Object.entries(many.uses).slice(0, 60)) };
    expect(figures(few).every(({ steps }) => steps.length === 4)).toBe(true);
  });
});
