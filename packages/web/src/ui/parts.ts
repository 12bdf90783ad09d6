import { createContext, useCallback, useMemo, useState, useSyncExternalStore } from 'react';

export interface PartOfSheet {
  id: string;
  title: string;
}

/** The parts of a sheet as they stand on it; null where nothing is folded, as in the book. */
export const PartsContext = createContext<{
  parts: readonly PartOfSheet[];
  register: (id: string, heading: HTMLElement) => () => void;
  titled: (id: string, title: string) => void;
} | null>(null);

/** Keeps the parts of a sheet in the order they stand in. */
export function useParts() {
  const [there, setThere] = useState<ReadonlyMap<string, HTMLElement>>(new Map());
  const [titles, setTitles] = useState<Readonly<Record<string, string>>>({});
  const register = useCallback((id: string, heading: HTMLElement) => {
    setThere((before) => new Map(before).set(id, heading));
    return () =>
      setThere((before) => {
        const after = new Map(before);
        if (after.get(id) === heading) after.delete(id);
        return after;
      });
  }, []);
  const titled = useCallback(
    (id: string, title: string) =>
      setTitles((before) => (before[id] === title ? before : { ...before, [id]: title })),
    [],
  );
  const parts = useMemo(
    () =>
      [...there]
        .sort(([, a], [, b]) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1))
        .map(([id]) => ({ id, title: titles[id] ?? '' })),
    [there, titles],
  );
  return useMemo(() => ({ parts, register, titled }), [parts, register, titled]);
}

const KEY = 'ivolt-folded';
const MOST = 200;
const listeners = new Set<() => void>();
let folded: readonly string[] | null = null;

function stored(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    if (Array.isArray(kept)) return kept.filter((one) => typeof one === 'string').slice(0, MOST);
  } catch {
    // closed storage or another's words: nothing is folded
  }
  return [];
}

const read = () => (folded ??= stored());

function keep(next: readonly string[]): void {
  folded = next;
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // it then lasts as long as the page
  }
  for (const listener of listeners) listener();
}

/** Parts that are folded, remembered by this browser. */
export const folds = {
  use: () =>
    useSyncExternalStore((listener) => (listeners.add(listener), () => listeners.delete(listener)), read),
  toggle: (id: string) => keep(read().includes(id) ? read().filter((one) => one !== id) : [...read(), id]),
  open: (id: string) => {
    if (read().includes(id)) keep(read().filter((one) => one !== id));
  },
};
