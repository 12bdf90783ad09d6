import { entriesOf, entryAt, fieldAt, problemsOf, withValueAt, type Design } from '../document';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import { evaluate } from './evaluate';

/** The same program loaded a second time: it remembers nothing of what the first one worked out. */
async function anew(): Promise<typeof evaluate> {
  let other = evaluate;
  await jest.isolateModulesAsync(async () => {
    ({ evaluate: other } = await import('./evaluate'));
  });
  return other;
}

/** Numbers from 0 to 1 that are the same every time. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296;
}

/** One after another as a person edits: mostly one figure, now and then something that changes more. */
function edited(start: Design, many: number, seed: number): Design[] {
  const next = numbers(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const designs = [start];
  while (designs.length < many) {
    const before = next() < 0.2 ? pick(designs) : designs.at(-1)!;
    const [path] = pick(entriesOf(before));
    const { min, max, integer } = fieldAt(path);
    const now = entryAt(before, path)?.value ?? min;
    const raw = next() < 0.2 ? min + (max - min) * next() : now * (0.7 + 0.6 * next());
    const value = Math.min(max, Math.max(min, integer ? Math.round(raw) : raw));
    let after = withValueAt(before, path, { value, from: pick(['guess', 'chosen', 'measured']) });
    const uses = Object.keys(after.uses);
    const large: (() => Design)[] = [
      () => ({ ...after, units: after.units === 'metric' ? 'imperial' : 'metric' }),
      () => ({ ...after, busVolts: pick([12, 24, 48]) }),
      () => withValueAt(after, `/uses/${pick(uses)}/name`, `Renamed ${designs.length}`),
      () => withValueAt(after, `/uses/${pick(uses)}/priority`, pick(['must', 'should', 'surplus'])),
      () => withValueAt(after, `/uses/${pick(uses)}`, undefined),
      () => withValueAt(after, '/arrays/a1/plane/kind', pick(['fixed', 'roof', 'seasonal', 'moving'])),
      () => withValueAt(after, '/controllers/c1/kind', pick(['mppt', 'pwm', 'boost', 'station'])),
      () => withValueAt(after, '/bank/chemistry', pick(['lfp', 'flooded', 'agm', 'nickel-iron'])),
      () => withValueAt(after, '/bank/home/where', pick(['heated', 'building', 'shed', 'outdoors'])),
      () => withValueAt(after, '/bank/coldest', next() < 0.5 ? null : { value: 4, from: 'guess' }),
      () => withValueAt(after, '/place/low', next() < 0.5 ? null : { value: -12, from: 'measured' }),
      () =>
        withValueAt(after, '/place/lat', next() < 0.3 ? null : { value: 100 * next() - 45, from: 'chosen' }),
      () => withValueAt(after, '/energy/sky', pick(['hay-davies', 'perez', 'isotropic'])),
      () => withValueAt(after, '/arrays/a1/skyline', { points: {}, obstacles: {} }),
    ];
    if (next() < 0.35) after = pick(large)();
    if (uses.length > 1 && problemsOf(after).length === 0) designs.push(after);
  }
  return designs;
}

it.each(examples().map(({ design }, i) => [design.name, design, i] as const))(
  'what is remembered never changes an answer: %s, edited forty times',
  async (_, start, i) => {
    const designs = edited(start, 40, 100 + i);
    const next = numbers(i + 1);
    const home = plainClimate();
    const stops = Object.fromEntries(Object.keys(start.stops).map((id) => [id, plainClimate(52)]));
    // the grid answers late, or not at all
    const grids = designs.map(() => (next() < 0.12 ? null : { ...home, stops }));
    const known = { ...home, stops };
    const asked = designs.map((design, at) => [design, grids[at] ? known : null] as const);
    const inTurn = asked.map(([design, grid]) => evaluate(design, grid));
    const other = await anew();
    expect(other).not.toBe(evaluate);
    const backwards = asked.toReversed().map(([design, grid]) => other(design, grid));
    for (const [at, evaluation] of backwards.toReversed().entries()) {
      // told apart as text first, which is a hundred times as fast
      if (JSON.stringify(inTurn[at]) !== JSON.stringify(evaluation)) expect(inTurn[at]).toEqual(evaluation);
    }
    expect(inTurn).toHaveLength(designs.length);
  },
);

it('gives the very same objects where nothing that counts has changed', () => {
  const [, { design }] = examples() as [unknown, { design: Design }];
  const grid = plainClimate(41.6);
  const before = evaluate(design, grid);
  const after = evaluate(withValueAt(design, '/bank/horizon', { value: 21, from: 'chosen' }), grid);
  expect(after.figures['strings.cold']).toBe(before.figures['strings.cold']);
  expect(after.strings.a1).toBe(before.strings.a1);
  expect(after.climate).toBe(before.climate);
  expect(after.months).toBe(before.months);
  const { months } = evaluate(withValueAt(design, '/name', 'Another'), grid);
  expect(months).toBe(before.months);
});
