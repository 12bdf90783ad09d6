import type { Design, JobClimate } from '@ivolt/core';
import type { Remote } from 'comlink';
import { startTransition, useEffect, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import { jobActions } from './jobSlice';
import { awaited } from './settled';
import { useAppSelector, type AppStore } from './store';
import { useReading } from '../ui/reading';
import { core, patientCore } from '../workers/core';
import type { Core } from '../workers/core.worker';

const REST_MS = 300;
/** Changes closer than this are of one flurry. */
const FLURRY_MS = 500;

export type Ask<T> = (core: Remote<Core>, design: Design, grid: JobClimate | null) => Promise<T>;

/**
 * Something only one sheet shows, reckoned in the worker while it is shown, anew when the design changes; the newest
 * design always wins.
 * @param ask what to ask of the core, @param about what else it is about, so that another is asked for when it changes
 * @param lively true of what a hand moves: it is asked again as soon as the answer before is there
 */
export function useReckoned<T>(ask: Ask<T>, about: string, lively = false): T | null {
  const store = useStore() as AppStore;
  const design = useAppSelector(({ job }) => job.design);
  const grid = useAppSelector(({ job }) => job.climate.grid);
  const attempts = useAppSelector(({ job }) => job.attempts);
  // a book is asked of the one that knows its design: another would reckon all of it first
  const pick = useReading() ? core : patientCore;
  const [reckoned, setReckoned] = useState<{ about: string; value: T } | null>(null);
  const state = useRef({ busy: false, stale: false, closed: false, changedAt: -FLURRY_MS });
  const latest = useRef({ ask, design, grid, about });
  const arrived = useRef<() => void>(undefined);
  useEffect(() => {
    arrived.current = awaited();
    return () => arrived.current?.();
  }, []);
  // there when it is drawn
  useEffect(() => {
    if (reckoned) arrived.current?.();
  }, [reckoned]);
  useEffect(() => {
    latest.current = { ask, design, grid, about };
    const own = state.current;
    own.closed = false;
    own.stale = true;
    const think = async () => {
      if (own.busy) return;
      own.busy = true;
      while (own.stale && !own.closed) {
        own.stale = false;
        const now = latest.current;
        if (!now.design) break;
        try {
          const value = await now.ask(pick(), now.design, now.grid);
          // drawn in slices, so that a key pressed meanwhile comes first
          const show = () => setReckoned({ about: now.about, value });
          if (own.closed) break;
          if (lively) show();
          else startTransition(show);
        } catch {
          arrived.current?.();
          // the next edit asks again
          if (!own.closed && store.getState().job.trouble === null)
            store.dispatch(jobActions.reckoningFailed('A picture on this sheet could not be calculated'));
        }
      }
      own.busy = false;
    };
    // while one change follows another the tally comes first, and pictures wait until it rests
    const rested = lively || performance.now() - own.changedAt > FLURRY_MS;
    own.changedAt = performance.now();
    if (rested) void think();
    const timer = rested ? undefined : setTimeout(() => void think(), REST_MS);
    return () => {
      own.closed = true;
      clearTimeout(timer);
    };
  }, [ask, about, design, grid, lively, store, attempts, pick]);
  return reckoned?.about === about ? reckoned.value : null;
}
