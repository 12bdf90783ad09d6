import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { penFor } from '../figures';
import { chosen, examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { plain } from '../testing/plain';
import { windowPicture } from './windowPicture';

const climate = plainClimate(41.6, { altitudeM: 640 });
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);
const dairy = put(oneArray(), {
  '/arrays/a1/strings/series': chosen(3),
  '/arrays/a1/strings/parallel': chosen(4),
  '/place/low': measured(-10),
});
const drawn = (design: Design, units: Design['units'] = 'metric') => {
  const { lead } = calculate(design, climate);
  return windowPicture(lead, lead.strings!, penFor(units));
};

describe('the window ruler', () => {
  it('has the limits of the input and a bar for each number in series near the chosen one', () => {
    const { maxV, chargesFromV, bars, lowC } = drawn(dairy);
    expect([maxV, lowC]).toEqual([150, -10]);
    expect(chargesFromV).toBeCloseTo(4 * 14.2 + 1, 9);
    expect(bars.map(({ short }) => short)).toEqual([true, false, false, false]);
    expect(bars.map(({ series }) => series)).toEqual([1, 2, 3, 4]);
    expect(bars.map((bar) => bar.chosen)).toEqual([false, false, true, false]);
    for (const { series, coldVocV, hotVmpV, name, key } of bars) {
      expect(coldVocV).toBeCloseTo(series! * 37.2 * (1 + 0.0026 * 35), 6);
      expect(hotVmpV).toBeLessThan(series! * 31.4);
      expect([name, key]).toEqual([`${series} in series`, String(series)]);
    }
  });
  it('always shows one that is too long', () => {
    for (const series of [1, 2, 3, 4, 6]) {
      const { bars, maxV } = drawn(put(dairy, { '/arrays/a1/strings/series': chosen(series) }));
      expect(bars.some(({ coldVocV }) => coldVocV > maxV)).toBe(true);
      expect(bars.some((bar) => bar.chosen)).toBe(true);
      expect(bars.length).toBeLessThanOrEqual(6);
    }
  });
  it('draws at most six, those beside the chosen one and the last that matters', () => {
    const tall = put(dairy, {
      '/controllers/c1/maxVolts': chosen(600),
      '/controllers/c1/maxWorkVolts': chosen(580),
    });
    const { bars } = drawn(tall);
    expect(bars.length).toBeLessThanOrEqual(6);
    expect(bars.map(({ series }) => series)).toEqual(expect.arrayContaining([2, 3, 4, 5]));
  });
  it('tells the schools of the coldest morning, one of which decides', () => {
    const { schools } = drawn(dairy);
    expect(schools.map(({ decides }) => decides)).toEqual([true, false, false]);
    const [own, table, yearly] = schools;
    expect(own!.volts).toBeCloseTo(3 * 37.2 * (1 + 0.0026 * 35), 6);
    expect(table!.volts).toBeCloseTo(3 * 37.2 * 1.14, 6);
    expect(yearly!.volts).toBeCloseTo(3 * 37.2 * (1 + 0.0026 * 30), 6);
    expect(plain(yearly!.name)).toMatch(/taken at −5 °C$/);
    expect(plain(drawn(dairy, 'imperial').schools[2]!.name)).toMatch(/taken at 23 °F$/);
    expect(schools.every(({ stays }) => stays)).toBe(true);
    const four = drawn(put(dairy, { '/arrays/a1/strings/series': chosen(4) })).schools;
    expect(four.every(({ stays, volts }) => stays === volts <= 150)).toBe(true);
    expect(four[0]!.stays).toBe(false);
  });
  it('lets the code table decide where the sheet gives no coefficient', () => {
    const { schools } = drawn(put(dairy, { '/arrays/a1/module/betaVoc': null }));
    expect(schools.map(({ name, decides }) => [/code table/.test(name), decides])).toEqual([[true, true]]);
  });
  it('draws a pile string by string', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const { bars, schools } = drawn(honey);
    const { pile } = calculate(honey, climate).lead;
    expect(bars).toHaveLength(pile!.inputs.reduce((sum, { strings }) => sum + strings.length, 0));
    expect(bars.every(({ series, chosen: own }) => series === null && own)).toBe(true);
    expect(bars[0]!.name).toMatch(/^input \d, string 1$/);
    expect(schools).toEqual([]);
    // short where it is hot: below what the controller starts from, also where it charges from less
    const starts = drawn(put(honey, { '/controllers/c1/startVolts': chosen(150) }));
    expect([bars, starts.bars].map((of) => of.filter(({ short }) => short).length)).toEqual([0, bars.length]);
  });
});
