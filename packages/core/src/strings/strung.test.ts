import fc from 'fast-check';
import { calculate } from '../calculate';
import { withValueAt } from '../document';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import {
  fedOn,
  overfed,
  stringFuseA,
  stringFuses,
  strungAlike,
  strungByInput,
  strungOf,
  type Strung,
} from '.';

const sorts = ([20, 15, 10, null] as const).map((maxFuseA, k) => ({ name: `k${k}`, module: { maxFuseA } }));
const one = (k: number, iscA: number) => ({ panels: sorts.map((_, i) => (i === k ? 2 : 0)), iscA });

it('a string that fails is fed by all the others under a bright sky, and bears what its weakest panel does', () => {
  // (all − own) × 1.25 (NEC 690.9; IEC 62548, from memory)
  const fed = fedOn([one(0, 10), one(1, 6), { panels: [0, 1, 1, 0], iscA: 4 }, one(3, 2)], sorts);
  expect(fed).toEqual([
    { iscA: 10, fedA: 15, bearsA: 20, sort: 'k0', silent: null },
    { iscA: 6, fedA: 20, bearsA: 15, sort: 'k1', silent: null },
    { iscA: 4, fedA: 22.5, bearsA: 10, sort: 'k2', silent: null },
    { iscA: 2, fedA: 25, bearsA: null, sort: '', silent: 'k3' },
  ]);
  expect(overfed(fed)).toEqual(fed[2]);
  expect(overfed(fed.slice(0, 1))).toBeNull();
  // what bears least comes first, also where another is fed more beyond what it bears
  expect(
    overfed([
      { ...fed[0]!, fedA: 60 },
      { ...fed[2]!, fedA: 11 },
    ]),
  ).toMatchObject({ sort: 'k2', fedA: 11 });
  // a silent sheet hides no other of the same string
  expect(fedOn([{ panels: [0, 0, 1, 1], iscA: 4 }, one(0, 9)], sorts)[0]).toMatchObject({
    bearsA: 10,
    silent: 'k3',
  });
});

it('strings side by side have fuses of one size where all bear it, else each its own, by NEC 690.9', () => {
  const beside = (...strings: [iscA: number, bearsA: number | null][]) => {
    const all = strings.reduce((sum, [iscA]) => sum + iscA, 0);
    const { amps, unfit } = stringFuses(
      strings.map(([iscA, bearsA]) => ({ iscA, bearsA, fedA: (all - iscA) * 1.25 })),
      'north-american',
    );
    return [...amps, unfit];
  };
  // 1.5625 × 12 A asks for 20 A, × 4 A for 8 A
  expect(beside([12, 20], [12, 20], [4, 20])).toEqual([20, 20, 20, -1]);
  expect(beside([12, 20], [12, 20], [4, 15])).toEqual([20, 20, 8, -1]);
  expect(beside([12, 20], [12, 20], [4, 7])).toEqual([20, 20, 20, 2]);
  // the first that bears not even its own is told
  expect(beside([12, 15], [12, 20], [4, 7]).at(-1)).toBe(0);
  // what the others cannot harm stands in nobody’s way; a silent sheet may bear no more than its own
  expect(beside([12, 15], [4, 15])).toEqual([20, 20, -1]);
  expect(beside([12, 20], [12, 20], [4, null])).toEqual([20, 20, 8, -1]);
  expect(beside([12, null], [12, null], [12, null])).toEqual([20, 20, 20, -1]);
  // above 60 A none is sold
  expect(beside([40, 60], [40, 60], [4, 5]).slice(0, 2)).toEqual([Infinity, Infinity]);
});

it('no fuse opens on what its own string gives, nor lets more into one than that bears, whatever strings they are', () => {
  const isc = fc.double({ min: 0.2, max: 20, noNaN: true });
  const strings = fc.array(fc.tuple(isc, fc.constantFrom(null, 2, 5, 10, 15, 20, 25, 30)), {
    minLength: 2,
    maxLength: 8,
  });
  fc.assert(
    fc.property(strings, fc.constantFrom('north-american', 'iec', 'marine'), (list, school) => {
      const all = list.reduce((sum, [iscA]) => sum + iscA, 0);
      const each = list.map(([iscA, bearsA]) => ({ iscA, bearsA, fedA: (all - iscA) * 1.25 }));
      const { amps, unfit } = stringFuses(each, school);
      const harmed = each.map(({ fedA, bearsA }) => bearsA !== null && fedA > bearsA);
      for (const [i, { iscA, bearsA }] of each.entries()) {
        expect(amps[i]!).toBeGreaterThanOrEqual(1.5 * iscA - 1e-9);
        if (unfit < 0 && harmed[i]) expect(amps[i]!).toBeLessThanOrEqual(bearsA!);
      }
      // one that bears not even its own is told
      if (unfit >= 0) {
        const { iscA, bearsA } = each[unfit]!;
        expect(harmed[unfit]).toBe(true);
        expect(stringFuseA(iscA, school) ?? Infinity).toBeGreaterThan(bearsA!);
      }
      expect(
        new Set(amps).size === 1 || harmed.some(Boolean) || each.some(({ bearsA }) => bearsA === null),
      ).toBe(true);
    }),
    { numRuns: 500 },
  );
});

it('inputs of a pile are told apart by their number, those of alike panels are all one', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const pile = calculate(honey, plainClimate(44)).arrays[0]!;
  const on = (input: number) => strungByInput(pile).get(input)?.panels;
  expect([on(1), on(2), on(3)]).toEqual([6, 5, undefined]);
  const alike = calculate(withValueAt(honey, '/arrays/a1/pile', null), plainClimate(44)).arrays[0]!;
  const { iscA } = alike.module;
  expect(strungByInput(alike).get(1)).toMatchObject({ panels: 6, each: [{ iscA }, { iscA }] });
  expect([...strungByInput({ ...alike, berth: { first: 3 } }).keys()]).toEqual([3]);
});

describe('strings side by side, by hand', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const path = '/arrays/a1/pile/strings';
  // one of two sorts beside one of one
  const mixed = withValueAt(honey, path, {
    s1: { position: 1, input: 1, panels: { k1: 1, k2: 2 } },
    s2: { position: 2, input: 1, panels: { k3: 2 } },
  });
  const strings = [
    [1, 2, 0],
    [0, 0, 2],
  ];
  const sheets = Object.values(honey.arrays.a1!.pile!.sorts).map(({ module }) => module);
  const by = (of: (values: readonly number[]) => number, read: (sheet: (typeof sheets)[number]) => number) =>
    strings.map((counts) => of(counts.flatMap((many, k) => Array<number>(many).fill(read(sheets[k]!)))));
  const most = (values: readonly number[]) => Math.max(...values);
  const least = (values: readonly number[]) => Math.min(...values);
  const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
  it('are by their sheets while the place is not known: amps of the weakest panel, volts of all', () => {
    const [on] = strungOf(calculate(mixed, null).arrays[0]!);
    const imp = by(least, ({ imp: { value } }) => value);
    expect(on).toMatchObject({
      input: 1,
      panels: 5,
      watts: expect.closeTo(sum(by(sum, ({ pmax }) => pmax.value)), 6),
      eachA: most(imp),
      impA: expect.closeTo(sum(imp), 9),
      vmpV: expect.closeTo(least(by(sum, ({ vmp }) => vmp.value)), 9),
      // NEC table 690.7(A), its last row
      coldVocV: expect.closeTo(1.25 * most(by(sum, ({ voc }) => voc.value)), 6),
    });
    expect(on!.each.map(({ iscA }) => iscA)).toEqual(by(most, ({ isc }) => isc.value));
    expect(on!.each.map(({ bearsA }) => bearsA)).toEqual(by(least, ({ maxFuse }) => maxFuse!.value));
  });
  it('of alike panels are their sheet, by panels in series and strings side by side', () => {
    const alike = calculate(withValueAt(honey, '/arrays/a1/pile', null), null).arrays[0]!;
    const { series, parallel } = alike.plan.strings;
    const { impA, iscA, vmpV, vocV, maxFuseA } = alike.module;
    expect(parallel.value).toBeGreaterThan(1);
    expect(strungOf(alike)[0]).toEqual({
      input: 1,
      panels: series.value * parallel.value,
      watts: 0,
      each: Array.from({ length: parallel.value }, () => ({
        iscA,
        fedA: expect.closeTo(1.25 * (parallel.value - 1) * iscA, 9) as number,
        bearsA: maxFuseA,
      })),
      eachA: impA,
      impA: expect.closeTo(parallel.value * impA, 9) as number,
      vmpV: expect.closeTo(series.value * vmpV, 9) as number,
      coldVocV: expect.closeTo(1.25 * series.value * vocV, 6) as number,
    });
  });
  it('share wires only where nothing of them differs', () => {
    const [on] = strungOf(calculate(mixed, plainClimate(44)).arrays[0]!) as [Strung];
    const [first, ...rest] = on.each as [Strung['each'][number]];
    const other: Partial<Strung>[] = [
      { panels: 6 },
      { watts: on.watts + 1 },
      { vmpV: on.vmpV + 1 },
      { coldVocV: on.coldVocV + 1 },
      { each: [{ ...first, bearsA: 1 }, ...rest] },
      { each: [{ ...first, iscA: 1 }, ...rest] },
    ];
    expect(strungAlike(on, { ...on, input: 2, impA: 0 })).toBe(true);
    expect(other.map((parts) => strungAlike(on, { ...on, ...parts }))).toEqual(other.map(() => false));
  });
});
