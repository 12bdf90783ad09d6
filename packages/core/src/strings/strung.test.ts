import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, examples } from '../job';
import { plainClimate } from '../testing/climates';
import { fedOn, overfed, strungOf, strungOn } from '.';

const sorts = ([20, 15, 10, null] as const).map((maxFuseA, k) => ({ name: `k${k}`, module: { maxFuseA } }));
const one = (k: number, iscA: number) => ({ panels: sorts.map((_, i) => (i === k ? 2 : 0)), iscA });

it('a string that fails is fed by all the others under a bright sky, and bears what its weakest panel does', () => {
  // (all − own) × 1.25 (NEC 690.9; IEC 62548, from memory)
  const fed = fedOn([one(0, 10), one(1, 6), { panels: [0, 1, 1, 0], iscA: 4 }, one(3, 2)], sorts);
  expect(fed).toEqual([
    { amps: 15, bearsA: 20, sort: 'k0', silent: null },
    { amps: 20, bearsA: 15, sort: 'k1', silent: null },
    { amps: 22.5, bearsA: 10, sort: 'k2', silent: null },
    { amps: 25, bearsA: null, sort: '', silent: 'k3' },
  ]);
  expect(overfed(fed)).toEqual(fed[2]);
  expect(overfed(fed.slice(0, 1))).toBeNull();
  // what bears least comes first, also where another is fed more beyond what it bears
  expect(
    overfed([
      { ...fed[0]!, amps: 60 },
      { ...fed[2]!, amps: 11 },
    ]),
  ).toMatchObject({ sort: 'k2', amps: 11 });
  // a silent sheet hides no other of the same string
  expect(fedOn([{ panels: [0, 0, 1, 1], iscA: 4 }, one(0, 9)], sorts)[0]).toMatchObject({
    bearsA: 10,
    silent: 'k3',
  });
});

describe('the inputs of a pile', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  // a few strong panels beside many weak ones: most watts are those of the weak
  const strong = [
    ['k2/module/isc', chosen(18)],
    ['k2/module/imp', chosen(17)],
    ['k2/module/maxFuse', chosen(30)],
  ].reduce<Design>((design, [at, value]) => withValueAt(design, `/arrays/a1/pile/sorts/${at}`, value), honey);
  const wired = (design: Design, climate: ReturnType<typeof plainClimate> | null) =>
    calculate(design, climate).wiring.wired.map(({ circuit }) => circuit);
  it.each([plainClimate(44), null])(
    'have wires and fuses for the strongest panel in each, not for most of them',
    (grid) => {
      const circuits = wired(strong, grid);
      const { pile } = strong.arrays.a1!;
      for (const input of [1, 2]) {
        const isc = Object.values(pile!.strings)
          .filter((string) => string.input === input)
          .map(({ panels }) => Math.max(...Object.keys(panels).map((k) => pile!.sorts[k]!.module.isc.value)));
        const key = input === 1 ? 'a1' : 'a1-2';
        // NEC 690.8(A): 1.25 × Isc
        expect(circuits.find((circuit) => circuit.key === `string-${key}`)!.mostA).toBeCloseTo(
          1.25 * Math.max(...isc),
          6,
        );
        expect(circuits.find((circuit) => circuit.key === `feed-${key}`)!.mostA).toBeCloseTo(
          1.25 * isc.reduce((sum, amps) => sum + amps, 0),
          6,
        );
      }
    },
  );
  it('that hold no string have no wires, no frames and no rod', () => {
    const bare = withValueAt(honey, '/arrays/a1/pile/strings', {});
    for (const grid of [plainClimate(44), null]) {
      const { wiring, arrays } = calculate(bare, grid);
      expect(strungOf(arrays[0]!)).toEqual([]);
      expect(wiring.wired.filter(({ circuit }) => circuit.array)).toEqual([]);
      expect(wiring.bonds.map(({ what }) => what)).toEqual(['Electrode at the building', 'Neutral to earth']);
    }
  });
  it('are told apart by their number, those of alike panels are all one', () => {
    const pile = calculate(honey, plainClimate(44)).arrays[0]!;
    const on = (input: number) => strungOn(pile, input)?.panels;
    expect([on(1), on(2), on(3)]).toEqual([6, 5, undefined]);
    const alike = calculate(withValueAt(honey, '/arrays/a1/pile', null), plainClimate(44)).arrays[0]!;
    expect(strungOn(alike, 2)).toMatchObject({ panels: 6, iscA: [alike.module.iscA, alike.module.iscA] });
  });
  it('that are strung alike have wires alike', () => {
    const string = (input: number) => ({ position: input, input, panels: { k1: 2 } });
    const alike = withValueAt(honey, '/arrays/a1/pile/strings', { s1: string(1), s2: string(2) });
    const feeds = wired(alike, plainClimate(44)).filter(({ kind }) => kind === 'feed');
    expect(feeds).toMatchObject([{ key: 'feed-a1', many: 2 }]);
  });
});
