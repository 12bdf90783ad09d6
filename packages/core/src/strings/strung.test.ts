import { calculate } from '../calculate';
import { withValueAt } from '../document';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import { fedOn, overfed, strungOn } from '.';

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

it('inputs of a pile are told apart by their number, those of alike panels are all one', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const pile = calculate(honey, plainClimate(44)).arrays[0]!;
  const on = (input: number) => strungOn(pile, input)?.panels;
  expect([on(1), on(2), on(3)]).toEqual([6, 5, undefined]);
  const alike = calculate(withValueAt(honey, '/arrays/a1/pile', null), plainClimate(44)).arrays[0]!;
  expect(strungOn(alike, 2)).toMatchObject({ panels: 6, iscA: [alike.module.iscA, alike.module.iscA] });
});
