import { withValueAt, type Design } from '../document';
import { chosen, measured } from '../job';
import { stepCounts } from '../memo';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { calculate } from '.';

const climate = plainClimate(41.6, { altitudeM: 640 });
const dairy = oneArray();
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);
/** Which steps were worked out while something was done. */
function ranIn(work: () => void): Record<string, number> {
  const before = new Map(stepCounts().map(({ name, ran }) => [name, ran]));
  work();
  return Object.fromEntries(
    stepCounts()
      .map(({ name, ran }) => [name, ran - (before.get(name) ?? 0)] as const)
      .filter(([, times]) => times > 0),
  );
}

describe('a change reckons only what it touches', () => {
  const light = ['light of a month', 'light on an array in a month', 'power of a watt in a month'];
  const warm = () => {
    const facts = calculate(dairy, climate, {}, true);
    return [facts.energy, facts.made, facts.meanDays, facts.bestTiltDeg];
  };
  it('nothing where nothing has changed', () => {
    warm();
    expect(ranIn(warm)).toEqual({});
  });
  it.each<[string, Record<string, unknown>, string[], string[]]>([
    ['a name', { '/name': 'Another' }, [], ['bank', 'uses by month', ...light]],
    [
      'the days of autonomy',
      { '/bank/days': chosen(5) },
      ['bank'],
      ['uses by month', 'made against used', 'alike strings', ...light],
    ],
    [
      'the name of a use',
      { '/uses/u4/name': 'Renamed' },
      ['uses by month'],
      ['year of a use', 'bank', 'made against used', ...light],
    ],
    [
      'the watts of a use',
      { '/uses/u4/watts': measured(33) },
      ['year of a use', 'bank', 'made against used'],
      ['what a controller sends', 'alike strings', ...light],
    ],
    [
      'the record low',
      { '/place/low': measured(-21) },
      ['alike strings', 'warmth of the bank'],
      ['sky of a place', 'uses by month', 'made against used', 'what a controller sends', ...light],
    ],
    [
      'dirt on the panels',
      { '/arrays/a1/soiling': chosen(9) },
      ['power of a watt in a month', 'what a controller sends', 'alike strings'],
      ['light of a month', 'light on an array in a month', 'uses by month'],
    ],
    [
      'a tilt',
      { '/arrays/a1/plane/tilt': chosen(33) },
      ['light on an array in a month', 'alike strings'],
      ['light of a month', 'uses by month', 'sun on fixed tilts'],
    ],
    ['one month’s sun', { '/place/ghi': { 3: measured(4.1) } }, ['sky of a place'], ['uses by month']],
  ])('%s', (_, changes, runs, rests) => {
    warm();
    const after = put(dairy, changes);
    const ran = ranIn(() => {
      const facts = calculate(after, climate, {}, true);
      return [facts.energy, facts.made, facts.meanDays, facts.bestTiltDeg, facts.bankNeeds];
    });
    for (const step of runs) expect(Object.keys(ran)).toContain(step);
    for (const step of rests) expect(Object.keys(ran)).not.toContain(step);
  });
  it('of twelve months only the one whose sun changed', () => {
    warm();
    const ran = ranIn(
      () => void calculate(put(dairy, { '/place/ghi': { 8: measured(5.37) } }), climate).energy,
    );
    expect(ran['light of a month']).toBe(1);
    expect(ran['light on an array in a month']).toBe(1);
  });
  it('a remedy that is tried does not come between', () => {
    warm();
    void calculate(put(dairy, { '/uses/u4/watts': measured(500) }), climate).energy;
    const ran = ranIn(() => void calculate(put(dairy, { '/name': 'Once more' }), climate, {}, true).energy);
    expect(ran).toEqual({});
  });
});
