import { chosen, evaluate } from '@ivolt/core';
import { openedStore } from '../testing/openedStore';
import { applyRemedy, edit, putValue, redo, setSource, setUnit, typeFigure, undo } from './edits';
import { oneArray } from '../../../core/src/testing/dairy';

const days = (store: ReturnType<typeof openedStore>) => store.getState().job.design?.bank.days.value;
const labels = (store: ReturnType<typeof openedStore>) => store.getState().job.past.map(({ label }) => label);

it('undoes and does again, by name', () => {
  const store = openedStore();
  store.dispatch(putValue('Carry four days', '/bank/days', chosen(4)));
  store.dispatch(putValue('Carry five days', '/bank/days', chosen(5)));
  store.dispatch(undo());
  expect(days(store)).toBe(4);
  expect(labels(store)).toEqual(['Carry four days']);
  store.dispatch(redo());
  expect(days(store)).toBe(5);
  store.dispatch(undo());
  store.dispatch(undo());
  store.dispatch(undo());
  expect(store.getState().job.design).toEqual(oneArray());
  expect(store.getState().job.future).toHaveLength(2);
});

it('counts the keys of one stay in a field as one edit, and of the next stay as another', () => {
  const store = openedStore();
  for (const [value, stay] of [
    [1, 'a'],
    [12, 'a'],
    [3, 'b'],
  ] as const) {
    store.dispatch(typeFigure('/bank/days', chosen(value), stay));
  }
  expect(labels(store)).toEqual(['Change days of autonomy', 'Change days of autonomy']);
  store.dispatch(undo());
  expect(days(store)).toBe(12);
  store.dispatch(undo());
  expect(days(store)).toBe(2);
});

it('does not join an edit that was done again with the one after it', () => {
  const store = openedStore();
  store.dispatch(typeFigure('/bank/days', chosen(7), 'a'));
  store.dispatch(undo());
  store.dispatch(redo());
  store.dispatch(typeFigure('/bank/days', chosen(8), 'a'));
  store.dispatch(undo());
  expect(days(store)).toBe(7);
});

it('makes nothing of a change that changes nothing, and forgets what was undone once something new is done', () => {
  const store = openedStore();
  store.dispatch(edit('Nothing', (design) => ({ ...design })));
  expect(labels(store)).toEqual([]);
  store.dispatch(putValue('A', '/bank/days', chosen(4)));
  store.dispatch(undo());
  store.dispatch(putValue('B', '/bank/days', chosen(9)));
  expect(store.getState().job.future).toEqual([]);
});

it('empties what may be empty: a record to null, a month to nothing', () => {
  const store = openedStore();
  store.dispatch(typeFigure('/place/low', chosen(-9), 'a'));
  store.dispatch(typeFigure('/place/ghi/12', chosen(2), 'b'));
  store.dispatch(typeFigure('/place/low', null, 'c'));
  store.dispatch(typeFigure('/place/ghi/12', null, 'd'));
  expect(store.getState().job.design?.place).toMatchObject({ low: null, ghi: {} });
});

it('tells where a figure came from and in which unit it is shown', () => {
  const store = openedStore();
  store.dispatch(setSource('/uses/u3/watts', 'measured'));
  store.dispatch(setUnit('/place/altitude', 'ft'));
  const { design } = store.getState().job;
  expect(design?.uses.u3?.watts).toEqual({ value: 1100, from: 'measured' });
  expect(design?.place.altitude).toEqual({ value: 640, from: 'measured', unit: 'ft' });
  store.dispatch(setUnit('/place/altitude', undefined));
  expect(store.getState().job.design?.place.altitude).toEqual({ value: 640, from: 'measured' });
});

it('applies a remedy as one edit', () => {
  const store = openedStore();
  const design = store.getState().job.design!;
  const grid = {
    latDeg: 41.6,
    lonDeg: -7.3,
    ghiKWhm2: Array(12).fill(4) as number[],
    airC: Array(12).fill(12) as number[],
    lowestC: -8,
    highestC: 40,
    altitudeM: 600,
    landDistance: 0,
    linke: Array(12).fill(3) as number[],
    dayQuantiles: null,
  };
  const cold = evaluate(design, grid).findings[0]!;
  store.dispatch(applyRemedy(cold.title, cold.remedies[0]!));
  expect(store.getState().job.design?.arrays.a1?.strings).toMatchObject({
    series: { value: 3 },
    parallel: { value: 4 },
  });
  expect(labels(store)).toEqual(['Use 3 × 4 (cold volts over the limit)']);
  store.dispatch(undo());
  expect(store.getState().job.design).toEqual(design);
});
