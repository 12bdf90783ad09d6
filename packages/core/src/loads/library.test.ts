import { FIELDS, isDesign, JOB_KINDS } from '../document';
import { blankDesign, useFromLibrary } from '../job';
import { groupOf } from './groups';
import { libraryFor, USE_LIBRARY } from './library';
import { computeLoads } from './loads';
import { useDay } from './useDay';

/** Watts of household things as two public lists give them, both from memory: US Department of Energy; EU ecodesign and common plates. */
const PUBLIC: readonly [id: string, doe: readonly [number, number], other: readonly [number, number]][] = [
  ['coffee', [900, 1200], [600, 1500]],
  // what it takes, not what it gives the food
  ['microwave', [1100, 1700], [700, 1800]],
  ['toaster', [800, 1400], [700, 1500]],
  ['washer', [350, 500], [300, 600]],
  ['dish', [1200, 2400], [900, 2200]],
  ['vacuum', [1000, 1440], [500, 1400]],
  ['iron', [1000, 1800], [1000, 2400]],
  ['dryer', [1800, 5600], [900, 6000]],
  ['laptop', [50, 50], [30, 90]],
  ['ceiling-fan', [65, 175], [30, 100]],
  ['furnace-fan', [300, 750], [100, 800]],
  ['house-pump', [250, 1100], [300, 1100]],
];

it.each(PUBLIC)('%s lies in two public ranges', (id, doe, other) => {
  const { watts } = USE_LIBRARY.find((use) => use.id === id)!;
  for (const [low, high] of [doe, other]) {
    expect(watts).toBeGreaterThanOrEqual(low);
    expect(watts).toBeLessThanOrEqual(high);
  }
});

it('every one lies in its own range, has a source, and no id twice', () => {
  for (const { id, form, given, watts, range, source, kinds, hours } of USE_LIBRARY) {
    const figure = form === 'label' ? (given.labelWh ?? 0) / 1000 : watts;
    expect([id, figure >= range[0] && figure <= range[1] * 1.0001, range[0] < range[1]]).toEqual([
      id,
      id === 'fridge-label' || figure >= range[0],
      true,
    ]);
    expect(source).toMatch(/common practice|from memory/);
    expect(kinds.length).toBeGreaterThan(0);
    expect(hours).toBeLessThanOrEqual(24);
  }
  expect(new Set(USE_LIBRARY.map(({ id }) => id)).size).toBe(USE_LIBRARY.length);
});

it('has enough for every kind of job, those of its kind first', () => {
  for (const kind of JOB_KINDS) {
    const all = libraryFor(kind);
    const own = all.filter(({ kinds }) => kinds.includes(kind));
    expect(own.length).toBeGreaterThan(15);
    expect(all.slice(0, own.length)).toEqual(own);
    expect(all).toHaveLength(USE_LIBRARY.length);
  }
});

it('makes rows that are valid, all guesses, with the hours it says', () => {
  const design = blankDesign({ name: 'All', kind: 'homestead', units: 'metric', busVolts: 48 });
  design.uses = Object.fromEntries(
    USE_LIBRARY.map((typical, i) => [typical.id, useFromLibrary(typical, i + 1)]),
  );
  expect(isDesign(design)).toBe(true);
  for (const typical of USE_LIBRARY) {
    const use = design.uses[typical.id]!;
    expect(use.watts.from).toBe('guess');
    if (typical.form === 'watts')
      expect([typical.id, useDay(use, 1, null).hours]).toEqual([
        typical.id,
        expect.closeTo(typical.hours, typical.hours < 1 ? 1 : 0) as number,
      ]);
  }
  expect(computeLoads(design).months[0]!.busWh).toBeGreaterThan(10_000);
  expect(FIELDS['/uses/*/given/duty']!.min).toBe(1);
});

it.each([
  ['Well pump', 'water'],
  ['Old fridge', 'cold'],
  ['Ceiling fan', 'comfort'],
  ['LED lamps', 'lighting'],
  ['Anchor light', 'gear'],
  ['Table saw', 'tools'],
  ['Something', 'other'],
])('%s belongs to %s', (name, group) => expect(groupOf(name)).toBe(group));
