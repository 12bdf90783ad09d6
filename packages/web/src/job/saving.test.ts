import { chosen, withValueAt, type Design } from '@ivolt/core';
import { ID, openedStore } from '../testing/openedStore';
import { createStore } from './store';
import { findDraft, keepDraft } from './draft';
import { putValue } from './edits';
import { Saver, openJob } from './saving';
import { oneArray } from '../../../core/src/testing/dairy';

jest.mock('../workers/core', () => ({ core: () => ({ problems: () => Promise.resolve([]) }) }));

const design = oneArray();
const withDays = (days: number, of: Design = design) => withValueAt(of, '/bank/days', chosen(days));
type Sent = {
  url: string;
  body: { base: number; saveId: string; patch: { path: string; value: unknown }[]; label: string } | null;
};

let sent: Sent[];
let answers: (() => Promise<{ status: number; body: unknown }>)[];
const answer = (status: number, body: unknown) => answers.push(() => Promise.resolve({ status, body }));

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  sent = [];
  answers = [];
  globalThis.fetch = jest.fn(async (url: string, init?: { body?: string }) => {
    sent.push({ url, body: init?.body ? (JSON.parse(init.body) as Sent['body']) : null });
    const next = await (answers.shift() ?? (() => Promise.reject(new TypeError('network'))))();
    return { ok: next.status < 400, status: next.status, json: () => Promise.resolve(next.body) };
  }) as unknown as typeof fetch;
});
afterEach(() => jest.useRealTimers());

const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

it('saves what was typed as one patch, once typing rests', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  answer(200, { revision: 2 });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(300);
  store.dispatch(putValue('Carry longer', '/bank/days', chosen(4)));
  await pass(400);
  expect(sent).toEqual([]);
  expect(store.getState().job.saving).toEqual({ state: 'waiting' });
  await pass(600);
  expect(sent).toHaveLength(1);
  expect(sent[0]?.body).toMatchObject({
    base: 1,
    label: 'Carry longer',
    patch: [{ path: '/bank/days/value', value: 4 }],
  });
  expect(store.getState().job).toMatchObject({ saving: { state: 'saved' }, saved: { revision: 2 } });
  expect(findDraft(ID)).toBeNull();
  saver.close();
});

it('sends the very same save again while the server is away, and says so', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  answers.push(() => Promise.reject(new TypeError('network')));
  answer(503, { title: 'away' });
  answer(200, { revision: 2 });
  answer(200, { revision: 3 });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(600);
  expect(store.getState().job.saving).toMatchObject({ state: 'away' });
  expect(findDraft(ID)?.design.bank.days.value).toBe(3);
  store.dispatch(putValue('Tilt', '/arrays/a1/plane/tilt', chosen(50)));
  await pass(8000);
  const [first, second, third, fourth] = sent.map(({ body }) => body);
  expect(second?.saveId).toBe(first?.saveId);
  expect(third?.saveId).toBe(first?.saveId);
  expect(third?.patch).toEqual(first?.patch);
  expect(fourth).toMatchObject({ base: 2, patch: [{ path: '/arrays/a1/plane/tilt/value', value: 50 }] });
  expect(store.getState().job.saving).toMatchObject({ state: 'saved' });
  saver.close();
});

it('puts its edits on top of what another tab saved, field by field', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  const theirs = withValueAt(withDays(9), '/arrays/a1/plane/tilt', chosen(20));
  answer(409, { title: 'stale', revision: 5, document: theirs });
  answer(200, { revision: 6 });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(1500);
  const { job } = store.getState();
  expect(job.design?.bank.days.value).toBe(3);
  expect(job.design?.arrays.a1?.plane.tilt.value).toBe(20);
  expect(job.conflicts).toEqual([{ path: '/bank/days/value', mine: 3, theirs: 9 }]);
  expect(sent[1]?.body).toMatchObject({ base: 5, patch: [{ path: '/bank/days/value', value: 3 }] });
  expect(job.saved?.revision).toBe(6);
  saver.close();
});

it('says why the server refuses, and tries no more until something changes', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  answer(400, { title: 'Days to carry runs from 0.1 to 30' });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(20_000);
  expect(sent).toHaveLength(1);
  expect(store.getState().job.saving).toEqual({
    state: 'refused',
    message: 'Days to carry runs from 0.1 to 30',
  });
  answer(200, { revision: 2 });
  store.dispatch(putValue('Carry', '/bank/days', chosen(5)));
  await pass(1000);
  expect(store.getState().job.saving).toMatchObject({ state: 'saved' });
  saver.close();
});

it('opens a job with the edits an earlier visit could not store', async () => {
  keepDraft(ID, { base: design, revision: 1, design: withDays(7) });
  answer(200, { id: ID, revision: 4, design: withValueAt(design, '/arrays/a1/plane/tilt', chosen(15)) });
  const store = createStore();
  await openJob(store, ID);
  expect(store.getState().job).toMatchObject({
    status: 'ready',
    design: { bank: { days: { value: 7 } }, arrays: { a1: { plane: { tilt: { value: 15 } } } } },
    saved: { revision: 4 },
    saving: { state: 'waiting' },
  });
});

it('tells a missing job from a server that is away', async () => {
  const store = createStore();
  answer(404, { title: 'There is no such job' });
  await openJob(store, ID);
  expect(store.getState().job.status).toBe('missing');
  await openJob(store, ID);
  expect(store.getState().job.status).toBe('away');
});
