import { CHEMISTRIES, fitsBus } from '../bank';
import { calculate, marginsOf } from '../calculate';
import { SHEETS, usesInOrder, withValueAt, type BusVolts, type Chemistry, type Design } from '../document';
import type { Figure } from '../figures';
import { blankDesign, blankUse, chosen, examples, measured, nextPosition, usualBank } from '../job';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { plain } from '../testing/plain';
import { evaluate, judge } from './evaluate';

const dairy = oneArray();
const climate = plainClimate(41.6, { altitudeM: 640 });
const set = (path: string, value: unknown, design: Design = dairy) => withValueAt(design, path, value);

describe('the verdict', () => {
  it('falls with the first stop and names it, with how many more', () => {
    const verdict = evaluate(set('/bank/series', chosen(2)), climate).verdict;
    expect(verdict).toMatchObject({ standing: 'falls', words: 'Does not stand' });
    expect(verdict.sentence).toMatch(/\. And \d more\.$/);
  });
  it('is not known while uses or place are missing, and says which', () => {
    const blank = blankDesign({ name: 'x', kind: 'shed', units: 'metric', busVolts: 12 });
    expect(evaluate(blank, null, false).verdict.sentence).toBe(
      'Missing: what it must carry, and the sun of the place.',
    );
    const withUse = {
      ...blank,
      uses: { a: { ...blankUse(1, 'Lamp'), watts: measured(5), supply: 'dc' as const } },
    };
    expect(evaluate(withUse, null, false).verdict.sentence).toBe('Missing: the sun of the place.');
  });
  it('is the same for a list of jobs as on the bench', () => {
    for (const { design } of examples()) {
      const ahead: Figure[] = [];
      const { verdict, tally, figures, findings } = evaluate(design, climate, false, (some) => {
        ahead.push(...some(['wire.drop', 'load.heaviest', 'power.hours', 'array.ratio', 'no such figure']));
        ahead.push(...some([]));
      });
      // what is told ahead of the rest is what it comes to
      expect(ahead.length).toBeGreaterThan(2);
      for (const figure of ahead) expect(figure).toBe(figures[figure.id]);
      expect(judge(design, climate)).toEqual({ verdict, tally, figures, findings });
    }
  });
});

describe('margins', () => {
  it('are above 0 exactly where the limit holds', () => {
    const at = (design: Design) => marginsOf(calculate(design, climate));
    const cold = at(dairy);
    expect(cold.cold).toBeCloseTo(1 - (4 * 37.2 * (1 + 0.0026 * 38)) / 150, 6);
    expect(cold.days).toBeLessThan(0);
    expect(cold.energy).toBeGreaterThan(0);
    const cured = at(
      set('/arrays/a1/strings/parallel', chosen(4), set('/arrays/a1/strings/series', chosen(3))),
    );
    expect(cured.cold).toBeGreaterThan(0);
    expect(cured.hot).toBeGreaterThan(0);
    expect(cured.shortCircuit).toBeCloseTo(1 - (4 * 13.95 * 1.25) / 70, 6);
  });
  it('are null while they cannot be known', () => {
    expect(marginsOf(calculate({ ...dairy, uses: {}, place: { ...dairy.place, lat: null } }, null))).toEqual({
      energy: null,
      days: null,
      cold: null,
      hot: null,
      shortCircuit: null,
    });
  });
});

describe('answers', () => {
  const answers = (design: Design, grid: typeof climate | null = climate) =>
    evaluate(design, grid, false).answers;
  it('lead with what decides', () => {
    const { uses, bank, array, strings } = answers(dairy);
    // 7.96 and 7.52 kWh before what stays in the wires to the uses, 0.9 %
    expect(plain(uses.lead)).toBe('8.03 kWh a day in May.');
    expect(plain(uses.rest)).toBe('7.58 kWh in January; Milk cooler is 38 % of the heaviest day.');
    expect(plain(bank.lead)).toBe('Not so long: 1.9 days.');
    expect(array.lead).toBe('12 will do.');
    expect(strings.lead).toBe('Not this one.');
    expect(plain(strings.rest)).toMatch(
      /^4 in series reach 16\d(\.\d)? V on the coldest morning.*3 × 4 fits/,
    );
  });
  it('change with the design', () => {
    expect(
      answers(
        set(
          '/arrays/a1/count',
          chosen(3),
          set('/arrays/a1/strings/series', chosen(3), set('/arrays/a1/strings/parallel', chosen(1))),
        ),
      ).array.lead,
    ).toBe('3 are too few.');
    expect(plain(answers(set('/bank/parallel', chosen(3))).bank.lead)).toMatch(/^It carries 2\.8 days\.$/);
    expect(
      answers(set('/arrays/a1/strings/parallel', chosen(4), set('/arrays/a1/strings/series', chosen(3))))
        .strings.lead,
    ).toBe('3 × 4 stands.');
    expect(answers(set('/arrays/a1/strings/series', chosen(1))).strings.rest).toMatch(/but fails otherwise/);
  });
  it('say what they wait for', () => {
    const waiting = answers({ ...dairy, uses: {}, place: { ...dairy.place, lat: null } }, null);
    for (const sheet of SHEETS)
      expect(waiting[sheet].lead).toMatch(/not known yet|nothing yet|no place yet/i);
  });
  it('compare only the months in use', () => {
    const summer = { ...dairy, uses: { a: { ...dairy.uses.u4!, months: [5, 6, 7] } } };
    expect(answers(summer).place.lead).toMatch(/in May.*in July/);
    expect(answers(summer).uses.rest).toMatch(/^About the same all the months in use/);
  });
});

describe('what a job starts with', () => {
  it.each(Object.keys(CHEMISTRIES) as Chemistry[])('is a bank of %s that makes its bus', (chemistry) => {
    for (const bus of [12, 24, 48] as BusVolts[]) {
      const { unitVolts, series } = usualBank(chemistry, bus);
      expect([bus, fitsBus(unitVolts.value * series.value, bus)]).toEqual([bus, true]);
    }
  });
  it('is flat on a trailer and a boat, and everything doubtful is marked as a guess', () => {
    const boat = blankDesign({ name: 'x', kind: 'boat', units: 'imperial', busVolts: 12 });
    expect(boat.arrays.a1).toMatchObject({ plane: { kind: 'moving', tilt: { value: 0 } }, mounting: 'roof' });
    expect(boat.supply.inverterIdle.from).toBe('guess');
    expect(boat.arrays.a1!.soiling.from).toBe('guess');
    expect(boat.arrays.a1!.module.voc.from).toBe('catalogue');
  });
  it('puts a new row last', () => {
    expect(nextPosition({})).toBe(1);
    expect(nextPosition(dairy.uses)).toBe(8);
    const order = usesInOrder({ uses: { b: blankUse(2), a: blankUse(2), c: blankUse(1) } }).map(([id]) => id);
    expect(order).toEqual(['c', 'a', 'b']);
  });
});

describe('the window picture', () => {
  it('holds the chosen one, its neighbours, and where the limits are', () => {
    const { window } = evaluate(dairy, climate, false).strings.a1!;
    expect(window).toMatchObject({ maxV: 150 });
    expect(window.bars.map(({ series }) => series)).toEqual([2, 3, 4, 5]);
    for (const { series, hotVmpV, coldVocV, density } of window.bars) {
      expect(hotVmpV).toBeLessThan(coldVocV);
      // the year's working volts lie between the extremes
      expect(density.fromV).toBeGreaterThanOrEqual(hotVmpV * 0.99);
      expect(density.toV).toBeLessThanOrEqual(coldVocV);
      expect(Math.max(...density.share)).toBe(1);
      expect(coldVocV / series!).toBeCloseTo(window.bars[0]!.coldVocV / 2, 9);
    }
  });
  it('stays readable for long strings on a high limit', () => {
    const long = set('/controllers/c1/maxVolts', chosen(1000), set('/arrays/a1/strings/series', chosen(20)));
    const { bars } = evaluate(long, climate, false).strings.a1!.window;
    expect(bars.length).toBeLessThanOrEqual(6);
    expect(bars.map(({ series }) => series)).toContain(20);
  });
});
