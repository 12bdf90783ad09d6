import { useSyncExternalStore } from 'react';

/** A choice of this browser's, kept while its storage is open to the page, and for as long as the page otherwise. */
export function preference<T extends string>(key: string, known: readonly T[], usual: () => T) {
  const listeners = new Set<() => void>();
  let chosen: T | undefined;
  const stored = (): T => {
    try {
      const kept = localStorage.getItem(key);
      const one = known.find((each) => each === kept);
      if (one !== undefined) return one;
    } catch {
      // closed storage: the usual serves
    }
    return usual();
  };
  const read = (): T => chosen ?? stored();
  const tell = () => {
    for (const listener of listeners) listener();
  };
  return {
    read,
    /** Chosen by a person; only that is kept. */
    choose(next: T): void {
      chosen = next;
      try {
        localStorage.setItem(key, next);
      } catch {
        // it then lasts as long as the page
      }
      tell();
    },
    tell,
    use: (): T =>
      useSyncExternalStore((listener) => (listeners.add(listener), () => listeners.delete(listener)), read),
  };
}
