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
  it('count what stays in the wires to the uses', () => {
    // 7.96 and 7.52 kWh before them, 0.9 %
    const { uses } = answers(dairy);
    expect(plain(uses.lead)).toBe('8.03 kWh a day in May.');
    expect(plain(uses.rest)).toBe('7.58 kWh in January; Milk cooler is 38 % of the heaviest day.');
  });
  it('say what they wait for', () => {
    const waiting = answers({ ...dairy, uses: {}, place: { ...dairy.place, lat: null } }, null);
    for (const sheet of SHEETS)
      expect(waiting[sheet].lead).toMatch(/not known yet|nothing yet|no place yet/i);
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
