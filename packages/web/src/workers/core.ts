import { wrap, type Remote } from 'comlink';
import type { Figure } from '@ivolt/core';
import { telling } from './asBefore';
import type { Early } from './answer';
import type { Core, Questions } from './core.worker';

/** No design takes so long; a worker that does not answer by then hangs. */
const LIMIT_MS = 20_000;
/** Until the first answer: on a slow line the worker itself is still coming. */
const FIRST_LIMIT_MS = 90_000;
/** Long work that says by itself how far it is. */
const UNLIMITED: ReadonlySet<PropertyKey> = new Set(['pile']);

/** Questions about a design and its climate, which come first in them. */
const QUESTIONS: Readonly<Record<keyof Questions, true>> = {
  ways: true,
  proposals: true,
  acWays: true,
  guesses: true,
  dark: true,
  sky: true,
  field: true,
  uses: true,
  useWorking: true,
  life: true,
  clip: true,
  curves: true,
  pile: true,
};

/** The worker died, hangs or does not start; the next question goes to a new one. */
export class WorkerLost extends Error {}

interface Running {
  worker: Worker;
  remote: Remote<Core>;
  tell: ReturnType<typeof telling>;
  /** Never comes; fails when the worker is lost. */
  lost: Promise<never>;
  lose: (why: string) => void;
  answered: boolean;
}

type Call = (...args: unknown[]) => Promise<unknown>;

/**
 * A worker that is asked as if it were here, ended where it hangs, and started again when it is next asked.
 * @param after what it is not started before
 */
export function steady(make: () => Worker, after?: () => Promise<unknown>): Remote<Core> {
  let running: Running | null = null;

  const start = (): Running => {
    const worker = make();
    let fail: (error: WorkerLost) => void = () => undefined;
    const lost = new Promise<never>((_, reject) => (fail = reject));
    // those who wait hear of it; where nobody waits it is no news
    lost.catch(() => undefined);
    const lose = (why: string) => {
      if (running?.worker === worker) running = null;
      worker.terminate();
      fail(new WorkerLost(why));
    };
    worker.addEventListener('error', () => lose('The calculation broke off'));
    worker.addEventListener('messageerror', () => lose('The calculation broke off'));
    return { worker, remote: wrap<Core>(worker), tell: telling(), lost, lose, answered: false };
  };

  const call = async (name: PropertyKey, args: unknown[]) => {
    if (!running && after) await after();
    const own = (running ??= start());
    const limit = UNLIMITED.has(name) ? null : own.answered ? LIMIT_MS : FIRST_LIMIT_MS;
    const timer = limit && setTimeout(() => own.lose('The calculation did not finish'), limit);
    const sent = Object.hasOwn(QUESTIONS, name) ? own.tell(args) : args;
    try {
      const answer = await Promise.race([
        (own.remote as unknown as Record<PropertyKey, Call>)[name]?.(...sent),
        own.lost,
      ]);
      own.answered = true;
      return answer;
    } finally {
      if (timer) clearTimeout(timer);
    }
  };
  const remote = new Proxy({} as Remote<Core>, {
    // not to be taken for a promise
    get: (_, name) => (name === 'then' ? undefined : (...args: unknown[]) => call(name, args)),
  });
  return remote;
}

type Hear = (turn: number, figures: readonly Figure[]) => void;
const hearers = new Set<Hear>();

/** Told the figures of the tally that a design changes, ahead of the answer to an `evaluate` of that turn. @returns ends it */
export function onTally(hear: Hear): () => void {
  hearers.add(hear);
  return () => void hearers.delete(hear);
}

/** Hands on what a worker tells ahead of its answers. */
export function heard<W extends Pick<Worker, 'addEventListener'>>(own: W): W {
  own.addEventListener('message', ({ data }: MessageEvent<Partial<Early> | string>) => {
    if (typeof data !== 'object' || data.turn === undefined || !data.tally) return;
    for (const hear of hearers) hear(data.turn, data.tally);
  });
  return own;
}

const worker = () => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });

/** Until the first worker's script is there: the second takes it from the cache then, and it is fetched once. */
let fetched: Promise<unknown> = Promise.resolve();
let woken = false;
let early: Worker | null = null;
let earlySecond: Worker | null = null;

function fetchFirst(): Worker {
  woken = true;
  const own = heard(worker());
  fetched = new Promise<unknown>((resolve) => {
    // its first message says that it stands
    own.addEventListener('message', resolve, { once: true });
    own.addEventListener('error', resolve, { once: true });
  });
  return own;
}

/** Has the worker fetched before it is asked. @param second the other one, too: a book asks one alone */
export function wakeCore(second = true): void {
  // from the bench to the book it stands already
  if (woken) return;
  const own = fetchFirst();
  early = own;
  own.addEventListener('error', () => (early === own ? (early = null) : null), { once: true });
  if (second) void fetched.then(() => (earlySecond ??= worker()));
}

function first(): Worker {
  const own = early ?? fetchFirst();
  early = null;
  return own;
}

function other(): Worker {
  const own = earlySecond ?? worker();
  earlySecond = null;
  return own;
}

const quick = steady(first);
const patient = steady(other, () => fetched);

/** The core in its worker, started when it is first asked. Every answer may fail with `WorkerLost`. */
export const core = (): Remote<Core> => quick;

/** Another, for long work, so that what is typed never waits behind it. */
export const patientCore = (): Remote<Core> => patient;
