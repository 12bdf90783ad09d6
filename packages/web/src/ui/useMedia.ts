import { useSyncExternalStore } from 'react';
import { site } from './tokens';

/** Asked for once, and then told: to ask anew for each row of a table costs a layout. */
let media: MediaQueryList | undefined;
let matches = false;
const listeners = new Set<() => void>();

function isOnSite(): boolean {
  if (!media) {
    media = matchMedia(site.replace('@media ', ''));
    ({ matches } = media);
    media.addEventListener('change', (now) => {
      ({ matches } = now);
      for (const listener of listeners) listener();
    });
  }
  return matches;
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** True on a phone, where the sheet and its margin are one column. */
export const useOnSite = (): boolean => useSyncExternalStore(listen, isOnSite);
