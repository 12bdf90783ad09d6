import { useSyncExternalStore } from 'react';
import { THEMES, type Theme } from './tokens';

const KEY = 'ivolt-theme';
const listeners = new Set<() => void>();

function stored(): Theme {
  try {
    const theme = localStorage.getItem(KEY) as Theme | null;
    if (theme && THEMES.includes(theme)) return theme;
  } catch {
    // storage may be closed to the page; the system's own wish serves
  }
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'paper';
}

let theme: Theme | undefined;

export function applyTheme(next: Theme = stored()): void {
  theme = next;
  document.documentElement.dataset.theme = next;
  try {
    localStorage.setItem(KEY, next);
  } catch {
    // the choice then lasts as long as the page
  }
  for (const listener of listeners) listener();
}

export function useTheme(): Theme {
  return useSyncExternalStore(
    (listener) => (listeners.add(listener), () => listeners.delete(listener)),
    () => theme ?? stored(),
  );
}
