import type { ClimateGrid } from '@ivolt/core';
import { availableParallelism } from 'node:os';
import Piscina from 'piscina';
import { Problem } from '../jobs/errors';
import { tasksWith, type Asked, type TaskName, type Tasks } from './tasks';

/** A design that takes longer than this is not reckoned to its end. */
const LONGEST_MS = 10_000;
/** Work that waits; what comes beside it is told to come again. */
const MOST_WAITING = 400;

/** The computation, away from the thread that answers requests. */
export interface Reckoner {
  /** @throws Problem where it takes too long, or where too much waits */
  run<K extends TaskName>(name: K, about: Parameters<Tasks[K]>[0]): Promise<ReturnType<Tasks[K]>>;
  close(): Promise<void>;
}

/** On this thread, for tests. */
export const reckonerHere = (grid: ClimateGrid): Reckoner => {
  const tasks = tasksWith(grid);
  return {
    run: async (name, about) => (tasks[name] as (about: unknown) => never)(about),
    close: async () => undefined,
  };
};

/** In threads of a pool; one that takes too long is ended and replaced. @param filename the built worker */
export function reckonerIn(filename: string, longestMs = LONGEST_MS): Reckoner {
  const pool = new Piscina<Asked, never>({
    filename,
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 60_000,
  });
  // a thread that dies beside a task is replaced; without a listener its error would end the process
  pool.on('error', () => undefined);
  let waiting = 0;
  return {
    run: async (name, about) => {
      if (waiting >= MOST_WAITING)
        throw new Problem(
          429,
          'TOO_MUCH_AT_ONCE',
          'Too much is being reckoned; send the same again in a moment',
        );
      waiting += 1;
      try {
        return await pool.run({ name, about }, { signal: AbortSignal.timeout(longestMs) });
      } catch (error) {
        const { name: kind } = error as Error;
        if (kind === 'AbortError' || kind === 'TimeoutError')
          throw new Problem(422, 'TOO_LONG', 'The job takes longer to reckon than is allowed here');
        throw error;
      } finally {
        waiting -= 1;
      }
    },
    close: () => pool.close({ force: true }),
  };
}
