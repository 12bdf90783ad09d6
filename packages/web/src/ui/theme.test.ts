import { chooseTheme, showTheme } from './theme';

/** The system's wish for dark, that can change. */
const system = (dark: boolean) => {
  const heard: (() => void)[] = [];
  const query = { matches: dark, addEventListener: (_: string, on: () => void) => heard.push(on) };
  Object.defineProperty(window, 'matchMedia', { configurable: true, value: () => query });
  return (now: boolean) => {
    query.matches = now;
    for (const on of heard) on();
  };
};
const shown = () => document.documentElement.dataset.theme;

it('is the system’s until one is chosen, and only a choice is kept', () => {
  localStorage.clear();
  const turn = system(true);
  showTheme();
  expect(shown()).toBe('night');
  expect(localStorage.getItem('ivolt-theme')).toBeNull();
  turn(false);
  expect(shown()).toBe('paper');
  chooseTheme('glare');
  expect([shown(), localStorage.getItem('ivolt-theme')]).toEqual(['glare', 'glare']);
  turn(true);
  expect(shown()).toBe('glare');
});
