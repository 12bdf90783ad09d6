import { withValueAt, type Design } from '../document';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import { edited, numbers } from '../testing/wild';
import { evaluate } from './evaluate';

/** The same program loaded a second time: it remembers nothing of what the first one worked out. */
async function anew(): Promise<typeof evaluate> {
  let other = evaluate;
  await jest.isolateModulesAsync(async () => {
    ({ evaluate: other } = await import('./evaluate'));
  });
  return other;
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
    const inTurn = asked.map(([design, grid]) => evaluate(design, grid, false));
    const other = await anew();
    expect(other).not.toBe(evaluate);
    const backwards = asked.toReversed().map(([design, grid]) => other(design, grid, false));
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
  const before = evaluate(design, grid, false);
  const after = evaluate(withValueAt(design, '/bank/horizon', { value: 21, from: 'chosen' }), grid, false);
  expect(after.figures['strings.cold']).toBe(before.figures['strings.cold']);
  expect(after.strings.a1).toBe(before.strings.a1);
  expect(after.climate).toBe(before.climate);
  expect(after.months).toBe(before.months);
  const { months } = evaluate(withValueAt(design, '/name', 'Another'), grid, false);
  expect(months).toBe(before.months);
});
