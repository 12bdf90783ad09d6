import { preference } from './preference';
import { THEMES, type Theme } from './tokens';

const dark = () => matchMedia('(prefers-color-scheme: dark)');
const theme = preference<Theme>('ivolt-theme', THEMES, () => (dark().matches ? 'night' : 'paper'));

/** Shows the chosen theme, or while none is chosen the one the system has, now and when it changes. */
export function showTheme(): void {
  const show = () => {
    document.documentElement.dataset.theme = theme.read();
    theme.tell();
  };
  show();
  dark().addEventListener('change', show);
}

export function chooseTheme(next: Theme): void {
  document.documentElement.dataset.theme = next;
  theme.choose(next);
}

export const useTheme = theme.use;
