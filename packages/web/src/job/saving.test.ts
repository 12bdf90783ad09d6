import { chosen, problemsOf, rebase, withValueAt, type Design } from '@ivolt/core';
import { ID, openedStore } from '../testing/openedStore';
import { createStore } from './store';
import { findDraft, keepDraft } from './draft';
import { putValue, undo } from './edits';
import { Saver, openJob } from './saving';
import { oneArray } from '../../../core/src/testing/dairy';

let worker: { problems: (design: Design) => Promise<unknown[]>; rebase?: typeof rebase };
jest.mock('../workers/core', () => ({ core: () => worker }));

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
  worker = { problems: (asked) => Promise.resolve(problemsOf(asked)) };
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
    label: 'Carry longer: 3\u00a0days → 4\u00a0days',
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
  expect(job.conflicts).toEqual([{ path: '/bank/days/value', mine: 3, theirs: 9, stands: 'mine' }]);
  expect(sent[1]?.body).toMatchObject({ base: 5, patch: [{ path: '/bank/days/value', value: 3 }] });
  expect(job.saved?.revision).toBe(6);
  saver.close();
});

it('says why the server refuses, and tries no more until something changes', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  answer(400, { title: 'Days of autonomy runs from 0.1 to 30' });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(20_000);
  expect(sent).toHaveLength(1);
  expect(store.getState().job.saving).toEqual({
    state: 'refused',
    message: 'Days of autonomy runs from 0.1 to 30',
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

const deferred = () => {
  let answerNow: (status: number, body: unknown) => void = () => undefined;
  answers.push(() => new Promise((resolve) => (answerNow = (status, body) => resolve({ status, body }))));
  return (status: number, body: unknown) => answerNow(status, body);
};
const OTHER = '00000000-0000-4000-8000-0000000000bb';
const other = withValueAt(design, '/name', 'Another job');

describe('answers that come late', () => {
  it('of a job that was left never reach the one opened since, in either order', async () => {
    for (const late of ['first', 'second'] as const) {
      const store = createStore();
      const [answerA, answerB] = [deferred(), deferred()];
      void openJob(store, ID);
      void openJob(store, OTHER);
      await pass(1);
      const a = () => answerA(200, { id: ID, revision: 4, design });
      const b = () => answerB(200, { id: OTHER, revision: 9, design: other });
      for (const answerNow of late === 'first' ? [b, a] : [a, b]) {
        answerNow();
        await pass(1);
      }
      expect(store.getState().job).toMatchObject({
        id: OTHER,
        status: 'ready',
        design: { name: 'Another job' },
        saved: { revision: 9 },
      });
    }
  });
  it('of the same job asked for twice do not undo what was typed since', async () => {
    const store = createStore();
    const [first, second] = [deferred(), deferred()];
    void openJob(store, ID);
    void openJob(store, ID);
    await pass(1);
    second(200, { id: ID, revision: 4, design });
    await pass(1);
    store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
    first(200, { id: ID, revision: 3, design: withDays(9) });
    await pass(1);
    expect(store.getState().job.design?.bank.days.value).toBe(3);
  });
  it('that a job is missing or away is not said of another', async () => {
    const store = createStore();
    const [first, second] = [deferred(), deferred()];
    void openJob(store, ID);
    void openJob(store, OTHER);
    await pass(1);
    second(200, { id: OTHER, revision: 9, design: other });
    await pass(1);
    first(404, { title: 'gone' });
    await pass(1);
    expect(store.getState().job.status).toBe('ready');
  });
  it('of a save of the job that was left do not reach the one opened since', async () => {
    const store = openedStore();
    const saver = new Saver(store, ID);
    const stored = deferred();
    store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
    await pass(600);
    saver.close();
    answer(200, { id: OTHER, revision: 9, design: other });
    await openJob(store, OTHER);
    stored(200, { revision: 2 });
    await pass(10);
    expect(store.getState().job).toMatchObject({ id: OTHER, saved: { revision: 9 }, saving: { at: null } });
    // what was stored is no news at the next visit
    answer(200, { id: ID, revision: 2, design: withDays(3) });
    await openJob(store, ID);
    expect(store.getState().job).toMatchObject({ conflicts: [], saving: { state: 'saved' } });
    expect(findDraft(ID)).toBeNull();
  });
  it('leave what is typed just before a job is left to be saved', async () => {
    const store = openedStore();
    const saver = new Saver(store, ID);
    store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
    answer(200, { revision: 2 });
    saver.close();
    await pass(10);
    expect(sent[0]?.body).toMatchObject({ base: 1, patch: [{ path: '/bank/days/value', value: 3 }] });
  });
});

describe('a worker that does not answer', () => {
  it.each([
    ['hangs', () => new Promise<never>(() => undefined)],
    ['is lost', () => Promise.reject(new Error('lost'))],
  ])('and %s keeps nothing from being saved', async (_, problems) => {
    worker = { problems };
    const store = openedStore();
    const saver = new Saver(store, ID);
    answer(200, { revision: 2 });
    store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
    await pass(5000);
    expect(store.getState().job).toMatchObject({ saving: { state: 'saved' }, saved: { revision: 2 } });
    saver.close();
  });
});

it('takes up nothing that could not stand, and tells what it left out', async () => {
  worker.rebase = (base, mine, theirs) =>
    Promise.resolve(rebase(base, mine, theirs, (made) => problemsOf(made).length === 0)) as never;
  const spare = withValueAt(design, '/controllers/c2', design.controllers.c1);
  const store = openedStore(spare);
  const saver = new Saver(store, ID);
  answer(409, { title: 'stale', revision: 5, document: design });
  answer(200, { revision: 6 });
  store.dispatch(putValue('String it', '/arrays/a1/strings/controller', 'c2'));
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(1500);
  const { job } = store.getState();
  expect(job.design?.arrays.a1?.strings.controller).toBe('c1');
  expect(job.design?.bank.days.value).toBe(3);
  expect(job.conflicts).toMatchObject([{ mine: 'c2', theirs: 'c1', stands: 'theirs' }]);
  expect(job.saving).toMatchObject({ state: 'saved' });
  saver.close();
});

it('undoes nothing that another tab has changed since, and says so', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  store.dispatch(putValue('Both', '/bank', { ...design.bank, days: chosen(3), endOfLife: chosen(70) }));
  const theirs = withDays(9);
  answer(409, { title: 'stale', revision: 5, document: theirs });
  answer(200, { revision: 6 });
  await pass(1500);
  store.dispatch(undo());
  const { job } = store.getState();
  expect(job.design?.bank.endOfLife).toEqual(design.bank.endOfLife);
  // mine stood, was told as a conflict, and stays until one of both is taken
  expect(job.design?.bank.days.value).toBe(3);
  expect(job.notice?.text).toMatch(/Undone: Both, but for what another tab has changed since/);
  saver.close();
});

it('says where the browser has no room for what is not saved', async () => {
  const store = openedStore();
  const saver = new Saver(store, ID);
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  store.dispatch(putValue('Carry', '/bank/days', chosen(3)));
  await pass(600);
  expect(store.getState().job).toMatchObject({ saving: { state: 'away' }, draftKept: false });
  full.mockRestore();
  store.dispatch(putValue('Carry', '/bank/days', chosen(4)));
  await pass(600);
  expect(store.getState().job.draftKept).toBe(true);
  saver.close();
});

it('keeps a draft in half the size of two designs', () => {
  keepDraft(ID, { base: design, revision: 1, design: withDays(7) });
  const kept = localStorage.getItem(`ivolt-draft-${ID}`)!;
  expect(kept.length).toBeLessThan(1.1 * JSON.stringify(design).length);
  expect(findDraft(ID)).toEqual({ base: design, revision: 1, design: withDays(7) });
});
