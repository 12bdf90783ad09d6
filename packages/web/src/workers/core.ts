import { wrap, type Remote } from 'comlink';
import type { Core } from './core.worker';

/** No design takes so long; a worker that does not answer by then hangs. */
const LIMIT_MS = 20_000;
/** Until the first answer: on a slow line the worker itself is still coming. */
const FIRST_LIMIT_MS = 90_000;
/** Long work that says by itself how far it is. */
const UNLIMITED: ReadonlySet<PropertyKey> = new Set(['pile']);

/** The worker died, hangs or does not start; the next question goes to a new one. */
export class WorkerLost extends Error {}

interface Running {
  worker: Worker;
  remote: Remote<Core>;
  /** Never comes; fails when the worker is lost. */
  lost: Promise<never>;
  lose: (why: string) => void;
  answered: boolean;
}

type Call = (...args: unknown[]) => Promise<unknown>;

/** A worker that is asked as if it were here, ended where it hangs, and started again when it is next asked. */
export function steady(make: () => Worker): Remote<Core> {
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
    worker.addEventListener('error', () => lose('The reckoning broke off'));
    worker.addEventListener('messageerror', () => lose('The reckoning broke off'));
    return { worker, remote: wrap<Core>(worker), lost, lose, answered: false };
  };

  const call = async (name: PropertyKey, args: unknown[]) => {
    const own = (running ??= start());
    const limit = UNLIMITED.has(name) ? null : own.answered ? LIMIT_MS : FIRST_LIMIT_MS;
    const timer = limit && setTimeout(() => own.lose('The reckoning did not come to an end'), limit);
    try {
      const answer = await Promise.race([
        (own.remote as unknown as Record<PropertyKey, Call>)[name]?.(...args),
        own.lost,
      ]);
      own.answered = true;
      return answer;
    } finally {
      if (timer) clearTimeout(timer);
    }
  };
  return new Proxy({} as Remote<Core>, {
    // not to be taken for a promise
    get: (_, name) => (name === 'then' ? undefined : (...args: unknown[]) => call(name, args)),
  });
}

const worker = () => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
const first = steady(worker);
const second = steady(worker);

/** The core in its worker, started when it is first asked. Every answer may fail with `WorkerLost`. */
export const core = (): Remote<Core> => first;

/** Another, for long work, so that what is typed never waits behind it. */
export const patientCore = (): Remote<Core> => second;
