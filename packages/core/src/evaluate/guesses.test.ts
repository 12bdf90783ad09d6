import { calculate, marginsOf } from '../calculate';
import { entriesOf, entryAt, fieldAt, withValueAt, type Design } from '../document';
import { penFor } from '../figures';
import { blankUse, chosen, examples, guess, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { remembered } from '../memo';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { MARGIN_NAMES, rankGuesses, type Guess } from './guesses';

const climate = plainClimate(41.6, { altitudeM: 640 });
const pen = penFor('metric');
const dairy = oneArray();
const ranking = remembered('test: guesses', (design: Design, grid: typeof climate | null) =>
  rankGuesses(design, grid, pen),
);
const ranked = (design: Design, grid: typeof climate | null = climate) => ranking(design, grid);
const margins = (design: Design) => marginsOf(calculate(design, climate));

/** The largest move of a margin by an error either way, the plain way. */
function moved(design: Design, path: string): { moves: number; flips: boolean } {
  const { error, min, max } = fieldAt(path);
  const { value } = entryAt(design, path)!;
  const step = error!.as === 'share' ? value * error!.size : error!.size;
  const now = margins(design);
  let [moves, flips] = [0, false];
  for (const tried of [value - step, value + step]) {
    const then = margins(withValueAt(design, `${path}/value`, Math.min(max, Math.max(min, tried))));
    for (const key of Object.keys(now) as (keyof typeof now)[]) {
      const [a, b] = [now[key], then[key]];
      if (a === null || b === null) continue;
      const flip = a >= 0 !== b >= 0;
      if (flip && !flips) [moves, flips] = [Math.abs(b - a), true];
      else if (flip === flips) moves = Math.max(moves, Math.abs(b - a));
    }
  }
  return { moves, flips };
}

describe('what to measure next', () => {
  let guesses: Guess[];
  beforeEach(() => void (guesses = ranked(dairy)));
  it('is every guess that has a plausible error, and nothing else', () => {
    const paths = entriesOf(dairy)
      .filter(([path, { from }]) => from === 'guess' && fieldAt(path).error)
      .map(([path]) => path);
    expect(guesses.flatMap(({ path, id }) => (id.startsWith('grid.') ? [] : [path])).sort()).toEqual(
      paths.sort(),
    );
    for (const { id, path, why, error } of guesses) {
      expect(why).not.toBe('');
      expect(error).toMatch(/^± /);
      if (!id.startsWith('grid.')) expect(id).toBe(path);
    }
  });
  it('begins with what could change the verdict, then by how far it moves a margin', () => {
    // copper is money, and weighs a fifth of what decides
    const weight = ({ margin, moves }: Guess) => moves * (margin === 'copper' ? 0.2 : 1);
    const order = (a: Guess, b: Guess) => Number(b.flips) - Number(a.flips) || weight(b) - weight(a);
    expect(guesses.map(({ id }) => id)).toEqual(guesses.toSorted(order).map(({ id }) => id));
    expect(guesses.some(({ flips }) => flips)).toBe(true);
    expect(guesses.some(({ flips }) => !flips)).toBe(true);
  });
  it('moves each margin as the whole reckoning does', () => {
    for (const { id, path, moves, flips } of guesses) {
      if (
        id.startsWith('grid.') ||
        path === null ||
        /^\/bank\/(home|unit|prices|horizon)|^\/wiring/.test(path)
      )
        continue;
      const by = moved(dairy, path);
      expect([id, flips]).toEqual([id, by.flips]);
      expect(moves).toBeCloseTo(by.moves, 9);
    }
  });
  it('moves the copper by what a run longer or shorter by half asks for', () => {
    const loads = guesses.find(({ id }) => id === '/wiring/lengths/loads')!;
    const kg = (factor: number) =>
      calculate(
        withValueAt(dairy, '/wiring/lengths/loads/value', factor * dairy.wiring.lengths.loads.value),
        climate,
      ).takeOff.kg;
    expect(loads).toMatchObject({ margin: 'copper', flips: false, sheet: 'wire' });
    expect(loads.moves).toBeCloseTo(Math.max(kg(1.5) / kg(1) - 1, 1 - kg(0.5) / kg(1)), 9);
    expect(loads.moves).toBeGreaterThan(0.001);
  });
  it('leaves alone what was measured', () => {
    const use = Object.keys(dairy.uses)[0]!;
    const path = `/uses/${use}/watts`;
    const guessed = withValueAt(dairy, path, guess(78));
    expect(ranked(guessed).some(({ id }) => id === path)).toBe(true);
    for (const known of [measured(78), chosen(78)])
      expect(ranked(withValueAt(dairy, path, known)).some(({ id }) => id === path)).toBe(false);
  });
  it('moves nothing by what decides only whether the bank fits and what it costs', () => {
    const idle = ranked(dairy).filter(({ path }) => /^\/bank\/(home|unit|prices|horizon)/.test(path ?? ''));
    for (const each of idle) expect(each).toMatchObject({ moves: 0, flips: false, sheet: 'bank' });
    // a room is still worth measuring
    expect(idle.every(({ why }) => why.length > 0)).toBe(true);
  });
  it('names margins that there are', () => {
    for (const { margin } of guesses) expect(MARGIN_NAMES[margin]).toMatch(/./);
  });
});

describe('what the grid guesses', () => {
  const of = (design: Design, id: string, grid: typeof climate | null = climate) =>
    ranked(design, grid).find((each) => each.id === id);
  it('is its sun, while any month is from it', () => {
    const sun = of(dairy, 'grid.sun')!;
    expect(sun).toMatchObject({ shown: 'all months', error: '± 16 %', path: null, sheet: 'place' });
    const now = margins(dairy).energy!;
    const dull = marginsOf(calculate(dairy, climate, { ghiFactor: 0.84 })).energy!;
    const bright = marginsOf(calculate(dairy, climate, { ghiFactor: 1.16 })).energy!;
    if (!sun.flips) expect(sun.moves).toBeCloseTo(Math.max(now - dull, bright - now), 9);
    const typed = (months: number) =>
      withValueAt(
        dairy,
        '/place/ghi',
        Object.fromEntries(Array.from({ length: months }, (_, m) => [m + 1, measured(4)])),
      );
    expect(of(typed(5), 'grid.sun')!.shown).toBe('7 months');
    expect(of(typed(12), 'grid.sun')).toBeUndefined();
  });
  it.each([
    // 1 % more for each degree beyond 50 in the dark months, 2 % for planes steeper than 45°, a half at most
    [60, 30, 2, 26],
    [60, 30, 3, 16],
    [60, 30, 9, 16],
    [60, 30, 10, 26],
    [60, 45, 1, 26],
    [60, 46, 1, 36],
    [50, 60, 1, 16],
    [75, 60, 12, 50],
    [-60, 30, 3, 16],
    [-60, 30, 4, 26],
    [-60, 30, 8, 26],
    [-60, 30, 9, 16],
  ])(
    'is its sun, less known at %d° north in the dark: tilt %d°, month %d, ± %d %%',
    (lat, tilt, month, share) => {
      const cabin = withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5, { months: [month] }) }), {
        '/place/lat': chosen(lat),
        '/arrays/a1/plane/tilt': chosen(tilt),
      });
      const { error, why } = of(cabin, 'grid.sun', plainClimate(lat))!;
      expect(error).toBe(`± ${share} %`);
      expect(/little of (steep planes|planes) in/.exec(why)?.[1]).toBe(
        share === 16 ? undefined : tilt > 45 ? 'steep planes' : 'planes',
      );
    },
  );
  it('is its record low and high, until they are typed', () => {
    expect(plain(of(dairy, 'grid.high')!.shown)).toBe('41 °C');
    expect(of(dairy, 'grid.high')).toMatchObject({ error: '± 3 K', path: '/place/high' });
    expect(of(withValueAt(dairy, '/place/high', measured(38)), 'grid.high')).toBeUndefined();
    const low = of(withValueAt(dairy, '/place/low', null), 'grid.low')!;
    expect(low).toMatchObject({ error: '± 5 K', path: '/place/low' });
    expect(of(withValueAt(dairy, '/place/low', measured(-13)), 'grid.low')).toBeUndefined();
  });
  it('is nothing without a place', () => {
    expect(ranked(dairy, null).filter(({ id }) => id.startsWith('grid.'))).toEqual([]);
  });
});

describe('each guess', () => {
  it('is called by its row, and stands on its sheet', () => {
    const vale = examples()[1]!.design;
    const use = Object.keys(vale.uses)[0]!;
    const changed = [
      [`/uses/${use}/watts`, 'uses', vale.uses[use]!.name],
      ['/supply/inverterEfficiency', 'uses', 'Inverter'],
      ['/bank/coldest', 'bank', 'Coldest'],
      ['/arrays/a2/soiling', 'array', vale.arrays.a2!.name],
      ['/controllers/c1/efficiency', 'strings', 'ontroller'],
      ['/arrays/a1/module/betaVoc', 'array', vale.arrays.a1!.name],
    ] as const;
    for (const [path, sheet, name] of changed) {
      if (!fieldAt(path).error) continue;
      const value = entryAt(vale, path)?.value ?? 1;
      const found = ranked(withValueAt(vale, path, guess(value))).find(({ id }) => id === path)!;
      expect([path, found.sheet]).toEqual([path, sheet]);
      expect(found.label.toLowerCase()).toContain(name.toLowerCase().slice(0, 5));
    }
  });
  it('says its error in its own terms', () => {
    const at = (path: string, value: number, unit?: string) =>
      plain(
        ranked(withValueAt(dairy, path, { value, from: 'guess', ...(unit ? { unit } : {}) })).find(
          ({ id }) => id === path,
        )!.error,
      );
    const use = Object.keys(dairy.uses)[0]!;
    expect(at(`/uses/${use}/watts`, 80)).toMatch(/^± \d+ %$/);
    expect(at('/bank/coldest', 4)).toMatch(/^± \d+ K$/);
    expect(at('/arrays/a1/soiling', 3)).toMatch(/^± [\d.]+ points$|^± \d+ %$/);
  });
  it('of a long table is tried only for the uses that take most', () => {
    const uses = Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [
        `u${i}`,
        { ...blankUse(i + 1, `Use ${i}`), watts: guess(i < 45 ? 1 : 100 + i), hours: chosen(1) },
      ]),
    );
    const found = ranked({ ...dairy, uses }).filter(({ path }) => /^\/uses\/.*\/watts$/.test(path ?? ''));
    expect(found).toHaveLength(40);
    for (let i = 45; i < 60; i++) expect(found.some(({ path }) => path === `/uses/u${i}/watts`)).toBe(true);
  });
  it('of a long table leaves out what waits for surplus or for later', () => {
    const uses = Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [
        `u${i}`,
        {
          ...blankUse(i + 1, `Use ${i}`),
          watts: guess(i < 40 ? 10 : 900),
          hours: chosen(1),
          ...(i >= 40 ? (i % 2 ? { priority: 'surplus' as const } : { stage: 1 }) : {}),
        },
      ]),
    );
    const paths = ranked({ ...dairy, uses }).flatMap(({ path }) =>
      path && /^\/uses\/.*\/watts$/.test(path) ? [path] : [],
    );
    expect(paths.toSorted()).toEqual(Array.from({ length: 40 }, (_, i) => `/uses/u${i}/watts`).toSorted());
  });
  it('of many arrays is tried only for the largest and those nearest to a limit', () => {
    const known = JSON.parse(JSON.stringify(dairy).replaceAll('"guess"', '"measured"')) as Design;
    const [first] = Object.values(known.arrays) as [Design['arrays'][string]];
    const arrays = Object.fromEntries(
      Array.from({ length: 14 }, (_, i) => [
        `a${i + 1}`,
        {
          ...first,
          position: i + 1,
          count: chosen(i < 8 ? 4 : 2),
          // the last is small, and coldest
          strings: {
            ...first.strings,
            controller: `c${i + 1}`,
            series: chosen(i === 13 ? 2 : 1),
            parallel: chosen(i < 8 ? 4 : 1),
          },
          soiling: guess(4),
        },
      ]),
    );
    const [controller] = Object.values(known.controllers);
    const controllers = Object.fromEntries(
      Object.values(arrays).map(({ position }) => [
        `c${position}`,
        { ...controller!, position, ownDraw: guess(1) },
      ]),
    );
    const all = ranked({ ...known, arrays, controllers });
    const of = (place: RegExp) => all.flatMap(({ path }) => place.exec(path ?? '')?.[1] ?? []).sort();
    const tried = of(/^\/arrays\/a(\d+)\/soiling$/).map((number) => `a${number}`);
    expect(tried).toEqual(expect.arrayContaining(['a1', 'a14', 'a2', 'a3', 'a4', 'a5', 'a6', 'a7', 'a8']));
    expect(tried.length).toBeLessThanOrEqual(10);
    // and of the controllers those that they are on
    expect(of(/^\/controllers\/c(\d+)\/ownDraw$/).map((number) => `a${number}`)).toEqual(tried);
  });
});
