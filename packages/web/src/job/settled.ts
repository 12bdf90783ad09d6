import { useEffect, useState, useSyncExternalStore } from 'react';
import { useAppSelector, type AppState } from './store';

/** Pictures of the sheet that have no answer yet. */
let waiting = 0;
const listeners = new Set<() => void>();
const change = (by: number) => {
  waiting += by;
  for (const listener of listeners) listener();
};

/** Says that something of the sheet is still to come. @returns says that it is there */
export function awaited(): () => void {
  let open = true;
  change(1);
  return () => {
    if (open) change(-1);
    open = false;
  };
}

const useWaiting = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );

/** The verdict and the remedies are there, or will not come. */
const isJudged = ({ job }: AppState): boolean =>
  job.trouble !== null || (job.evaluation !== null && job.proven && job.climate.status !== 'reading');

/** Verdict, remedies, guesses and pictures are all there. */
export function useComplete(): boolean {
  const judged = useAppSelector(isJudged);
  const ranked = useAppSelector(({ job }) => job.guesses !== null || job.trouble !== null);
  return useWaiting() === 0 && judged && ranked;
}

/** A job is shown after so long even where something of it has no answer; a sheet that is turned to, sooner. */
const LONGEST_MS = { job: 8000, sheet: 350 } as const;
/** Between an answer and what it brings onto the sheet. */
const REST_MS = 60;

/**
 * What of a job is still held back, so that nothing jumps: all of it until its first verdict, remedies and pictures are
 * there, and no verdict is seen before it is known; the sheet alone where one is turned to.
 * @param sheet that is open
 */
export function useHeld(sheet: string): 'job' | 'sheet' | null {
  const judged = useAppSelector(isJudged);
  const all = useWaiting() === 0 && judged;
  const [shown, setShown] = useState<string | null>(null);
  const what = shown === null ? 'job' : 'sheet';
  useEffect(() => {
    if (shown === sheet || !all) return;
    const timer = setTimeout(() => setShown(sheet), REST_MS);
    return () => clearTimeout(timer);
  }, [all, shown, sheet]);
  useEffect(() => {
    if (shown === sheet) return;
    const timer = setTimeout(() => setShown(sheet), LONGEST_MS[what]);
    return () => clearTimeout(timer);
  }, [shown, sheet, what]);
  return shown === sheet ? null : what;
}
