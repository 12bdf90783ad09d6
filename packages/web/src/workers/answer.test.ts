import { evaluate, examples, withValueAt, shareStructure, type Evaluation } from '@ivolt/core';
import { GRID } from '../testing/evaluated';
import { answerOf, evaluationFrom } from './answer';

const designs = examples()
  .map(({ design }) => design)
  .filter(({ stops }) => Object.keys(stops).length === 0);

it('sends all of the first evaluation, and of each later one only what is new', () => {
  let here: Evaluation | null = null;
  let there: Evaluation | null = null;
  for (const days of [2, 3, 3, 7]) {
    for (const design of designs) {
      const now = evaluate(withValueAt(design, '/bank/days', { value: days, from: 'chosen' }), GRID);
      const shared: Evaluation = shareStructure(here, now);
      // what crosses to the other thread is a copy
      const sent = JSON.parse(JSON.stringify(answerOf(here, shared))) as ReturnType<typeof answerOf>;
      there = evaluationFrom(there, sent);
      expect(there).toEqual(JSON.parse(JSON.stringify(now)));
      here = shared;
    }
  }
});

it('leaves out what is as it was', () => {
  const [design] = designs;
  const first = evaluate(design!, GRID);
  const again = answerOf(first, shareStructure(first, evaluate(design!, GRID)));
  expect(again.figures).toEqual([]);
  expect(again.parts).toEqual({});
  expect(again.keptFigures).toHaveLength(Object.keys(first.figures).length);
});
