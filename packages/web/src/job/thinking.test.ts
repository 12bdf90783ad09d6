import { evaluate, examples, withValueAt, type Design, type Figure, type JobClimate } from '@ivolt/core';
import { plainClimate } from '../../../core/src/testing/climates';
import { answerOf } from '../workers/answer';
import { jobActions } from './jobSlice';
import { createStore } from './store';
import { Thinker } from './thinking';

type Asked = [name: string, withClimate: boolean];
const mockAsked: Asked[] = [];
let mockClimate: () => Promise<unknown> = () => Promise.reject(new Error('away'));

function mockCore(name: string) {
  return {
    // nothing is edited here: what comes second is an empty change
    evaluate: (change: Design | unknown[], grid: JobClimate | null, turn: number) => {
      const held = Array.isArray(change) ? design : change;
      mockAsked.push([`${name} evaluate`, grid !== null]);
      mockTurn = turn;
      return mockHeld ? mockHeld(turn) : Promise.resolve(answerOf(null, evaluate(held, grid, false)));
    },
    ways: () => {
      mockAsked.push([`${name} ways`, true]);
      return Promise.resolve({});
    },
    guesses: () => {
      mockAsked.push([`${name} guesses`, true]);
      return Promise.resolve([]);
    },
  };
}
type Hear = (turn: number, figures: readonly Figure[]) => void;
const mockHearers = new Set<Hear>();
let mockTurn = 0;
/** Where an answer is waited for. */
let mockHeld: ((turn: number) => Promise<unknown>) | null = null;
jest.mock('../workers/core', () => ({
  onTally: (hear: Hear) => {
    mockHearers.add(hear);
    return () => mockHearers.delete(hear);
  },
  core: () => mockCore('quick'),
  patientCore: () => mockCore('patient'),
  WorkerLost: class extends Error {},
}));
jest.mock('../api/client', () => ({ api: { climate: () => mockClimate() } }));

const { design } = examples().find(({ id }) => id === 'tarn-hut')!;
const opened = (reads: boolean, of: Design = design) => {
  const store = createStore();
  store.dispatch(jobActions.opening('j'));
  store.dispatch(jobActions.opened({ design: of, saved: of, revision: 1, conflicts: [] }));
  const thinker = new Thinker(store, reads);
  return { store, thinker };
};
const settled = async (until: () => boolean) => {
  for (let turn = 0; turn < 200 && !until(); turn++) await new Promise((resolve) => setTimeout(resolve, 10));
};
const names = () => mockAsked.map(([name]) => name);

beforeEach(() => {
  mockAsked.splice(0);
  mockTurn = 0;
});

describe('what is typed into', () => {
  it('is reckoned at once, and again with its climate; presses are proven and guesses ranked by the other', async () => {
    mockClimate = () => new Promise((resolve) => setTimeout(() => resolve(plainClimate(46)), 30));
    const { store, thinker } = opened(false);
    await settled(() => store.getState().job.guesses !== null);
    thinker.close();
    expect(mockAsked.filter(([name]) => name === 'quick evaluate')).toEqual([
      ['quick evaluate', false],
      ['quick evaluate', true],
    ]);
    expect(names()).toContain('patient ways');
    expect(names()).toContain('patient guesses');
    expect(names()).not.toContain('quick guesses');
    expect(store.getState().job.evaluation!.climate).not.toBeNull();
  });
});

describe('presses', () => {
  const ways = () => names().filter((name) => name === 'patient ways').length;
  it('are proven at once after a change by itself, and once for many that follow one another', async () => {
    mockClimate = () => Promise.resolve(plainClimate(46));
    const { store, thinker } = opened(false);
    await settled(() => store.getState().job.climate.status === 'read' && store.getState().job.proven);
    const days = (count: number) =>
      store.dispatch(
        jobActions.edited({
          after: withValueAt(design, '/bank/days/value', count),
          edit: { label: 'Days', undo: [], redo: [], session: null },
        }),
      );
    await new Promise((resolve) => setTimeout(resolve, 600));
    const before = ways();
    days(3);
    await settled(() => ways() > before);
    expect(ways()).toBe(before + 1);
    for (const count of [4, 5, 6, 7]) {
      days(count);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    expect(ways()).toBe(before + 1);
    await settled(() => ways() > before + 1);
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(ways()).toBe(before + 2);
    thinker.close();
  });
});

describe('the tally', () => {
  const tell = (turn: number, figures: readonly Figure[]) =>
    mockHearers.forEach((hear) => hear(turn, figures));
  const days = (count: number) => ({
    after: withValueAt(design, '/bank/days/value', count),
    edit: { label: 'Days', undo: [], redo: [], session: null },
  });
  const begun = async () => {
    mockClimate = () => Promise.resolve(plainClimate(46));
    const opening = opened(false);
    await settled(
      () => opening.store.getState().job.climate.status === 'read' && opening.store.getState().job.proven,
    );
    const figure = opening.store.getState().job.evaluation!.figures['bank.days']!;
    return { ...opening, figure: { ...figure, shown: { number: '9.9', unit: 'days' } } };
  };
  afterEach(() => (mockHeld = null));

  it('is shown ahead of the rest, which comes when it is drawn', async () => {
    const { store, thinker, figure } = await begun();
    const before = store.getState().job.evaluation;
    let answered: (answer: unknown) => void = () => undefined;
    mockHeld = () => new Promise((resolve) => (answered = resolve));
    store.dispatch(jobActions.edited(days(6.25)));
    await settled(() => mockTurn > 0);
    tell(mockTurn, [figure]);
    expect(store.getState().job.ahead).toEqual({ 'bank.days': figure });
    answered(answerOf(null, evaluate(design, plainClimate(46), false)));
    await Promise.resolve();
    // not in the same frame
    expect(store.getState().job.evaluation).toBe(before);
    await settled(() => store.getState().job.evaluation !== before);
    expect(store.getState().job.evaluation).not.toBe(before);
    expect(store.getState().job.ahead).toEqual({});
    thinker.close();
  });
  it('is of the question under way: not of one before, of another job, or after it is closed', async () => {
    const { store, thinker, figure } = await begun();
    tell(mockTurn, [figure]);
    store.dispatch(jobActions.edited(days(6.25)));
    await settled(() => mockTurn > 0 && Object.keys(store.getState().job.ahead).length === 0);
    tell(mockTurn - 1, [figure]);
    tell(mockTurn + 1, [figure]);
    expect(store.getState().job.ahead).toEqual({});
    const own = mockTurn;
    const other = await begun();
    tell(own, [figure]);
    expect(other.store.getState().job.ahead).toEqual({});
    thinker.close();
    other.thinker.close();
    tell(mockTurn, [figure]);
    expect(other.store.getState().job.ahead).toEqual({});
    expect(mockHearers.size).toBe(0);
  });
  it('is not told ahead where only the climate comes, which is not judged before it is reckoned with', async () => {
    mockClimate = () => Promise.resolve(plainClimate(46));
    const { store, thinker } = opened(false);
    await settled(() => store.getState().job.evaluation !== null);
    // the first of a job, and the same with its climate
    await settled(() => store.getState().job.climate.status === 'read');
    expect(mockTurn).toBe(0);
    await settled(() => store.getState().job.proven);
    const { climate } = store.getState().job;
    store.dispatch(jobActions.climateChanged({ ...climate }));
    expect(store.getState().job.proven).toBe(true);
    mockHeld = () => new Promise(() => undefined);
    store.dispatch(jobActions.climateChanged({ ...climate, grid: plainClimate(50) }));
    expect(store.getState().job.proven).toBe(false);
    expect(mockTurn).toBe(0);
    thinker.close();
  });
  it('goes back to what is known where the rest fails', async () => {
    const { store, thinker, figure } = await begun();
    mockHeld = (turn) => {
      tell(turn, [figure]);
      return Promise.reject(new Error('broke off'));
    };
    store.dispatch(jobActions.edited(days(7.25)));
    await settled(() => store.getState().job.trouble !== null);
    expect(store.getState().job.ahead).toEqual({});
    thinker.close();
  });
});

describe('what is only read', () => {
  it('is reckoned once, with its climate, and asks nothing of another', async () => {
    mockClimate = () => new Promise((resolve) => setTimeout(() => resolve(plainClimate(46)), 30));
    const { store, thinker } = opened(true);
    expect(store.getState().job.climate.status).toBe('reading');
    await settled(() => store.getState().job.guesses !== null);
    thinker.close();
    expect(mockAsked).toEqual([
      ['quick evaluate', true],
      ['quick guesses', true],
    ]);
    // it has no presses to prove
    expect(store.getState().job.proven).toBe(true);
  });
  it('is reckoned without a climate where none can be had, or none is asked for', async () => {
    mockClimate = () => Promise.reject(new Error('away'));
    const away = opened(true);
    await settled(() => away.store.getState().job.evaluation !== null);
    away.thinker.close();
    expect(mockAsked[0]).toEqual(['quick evaluate', false]);
    expect(away.store.getState().job.climate.status).toBe('away');

    mockAsked.splice(0);
    const nowhere = { ...design, place: { ...design.place, lat: null, lon: null } } as unknown as Design;
    const none = opened(true, nowhere);
    await settled(() => none.store.getState().job.evaluation !== null);
    none.thinker.close();
    expect(mockAsked[0]).toEqual(['quick evaluate', false]);
  });
});
