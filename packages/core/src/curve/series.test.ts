import { five } from '../testing/oneDiode';
import { BYPASS, partOf, section, sectionAt } from './section';
import { currentOfSeries, currentsOf, series, seriesAt } from './series';
import { atConditions, currentAt, thermalVolts } from './singleDiode';

const at = new Float64Array(2);
const lit = (wm2: number) => section(atConditions(partOf(five, 3), wm2, 25), 25);

describe('currents at which a string is reckoned', () => {
  it('begin once, whether or not a section is dark', () => {
    expect(currentsOf({ groups: [], steps: [0, 6] })).toEqual(currentsOf({ groups: [], steps: [6] }));
  });
  it('are few between two steps of which there are many', () => {
    const many = (steps: number) =>
      currentsOf({ groups: [], steps: Array.from({ length: steps }, (_, i) => i + 1) });
    expect(many(12)).toHaveLength(1 + 12 * 13);
    expect(many(13)).toHaveLength(1 + 13 * 2);
  });
});

describe('the current of a string at volts between its known points', () => {
  it('is where its curve has those volts, found in a few looks', () => {
    const string = series([lit(1000), lit(1000), lit(400)]);
    let looks = 0;
    const watched = { ...string, groups: [] };
    Object.defineProperty(watched, 'groups', { get: () => (looks++, string.groups) });
    const amps = Float64Array.of(0, 3.3, 8.6);
    const curve = { amps, volts: amps.map((current) => (seriesAt(string, current, at), at[0]!)) };
    for (const volts of [1, 6, 15, 22, 30, 34]) {
      looks = 0;
      seriesAt(string, currentOfSeries(watched, curve, volts, false), at);
      expect(Math.abs(at[0]! - volts)).toBeLessThan(1e-6);
      // halves alone would take 27
      expect(looks).toBeLessThan(20);
    }
  });
});

describe('a section in the shade whose own cells conduct below 0 V', () => {
  it('shares the string’s current with its bypass diode', () => {
    const leaky = section(atConditions(partOf({ ...five, saturationA: 2e-5 }, 3), 200, 25), 25);
    expect(leaky.straightBelow).toBe(false);
    for (const amps of [2, 4, 8]) {
      sectionAt(leaky, amps, at);
      // Kirchhoff: cells and diode together carry it; the diode by Shockley's law
      const carried = BYPASS.saturationA * Math.expm1(-at[0]! / thermalVolts(25));
      expect(currentAt(leaky.diode, at[0]!) + carried).toBeCloseTo(amps, 8);
      expect(at[0]).toBeLessThan(0);
    }
  });
});
