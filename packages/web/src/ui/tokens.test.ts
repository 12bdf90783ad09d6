import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { color, THEMES } from './tokens';

const source = readFileSync(join(__dirname, 'GlobalStyle.ts'), 'utf8');

/** The colours of a theme, by their name. */
function inksOf(theme: string): Record<string, string> {
  const block = source.slice(source.indexOf(`[data-theme='${theme}']`));
  return Object.fromEntries(
    [...block.slice(0, block.indexOf('}')).matchAll(/--([a-z-]+): (#[0-9a-f]{6})/g)].map(
      ([, name = '', value = '']) => [name, value],
    ),
  );
}

/** Relative luminance, 0–1, of a colour written #rrggbb (WCAG 2.2, "relative luminance"). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast, 1–21 (WCAG 2.2, "contrast ratio"). */
function contrast(a: string, b: string): number {
  const [dark = 0, light = 0] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
}

it('contrast is that of the definition: black on white 21, #777 on white 4.48', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
});

describe.each(THEMES)('the colours of %s', (theme) => {
  const inks = inksOf(theme);
  it('has every colour there is a name for', () =>
    expect(Object.keys(inks).sort()).toEqual(
      Object.values(color)
        .map((name) => name.slice('var(--'.length, -1))
        .sort(),
    ));
  it.each(['ink', 'soft', 'pencil', 'act', 'stored', 'engine'])(
    '%s reads as text on all grounds (1.4.3)',
    (ink) => {
      for (const ground of ['paper', 'leaf', 'tint'])
        expect([ink, ground, contrast(inks[ink]!, inks[ground]!) >= 4.5]).toEqual([ink, ground, true]);
    },
  );
  it.each(['hatch', 'sun'])('%s is seen as a stroke (1.4.11)', (ink) => {
    for (const ground of ['paper', 'leaf'])
      expect([ink, ground, contrast(inks[ink]!, inks[ground]!) >= 3]).toEqual([ink, ground, true]);
  });
});

it('no picture tells anything by a line that only rules the paper', () => {
  const charts = join(__dirname, '../charts');
  const files = readdirSync(charts, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /\.tsx?$/.test(file),
  );
  expect(files.length).toBeGreaterThan(20);
  const ruled = files.filter((file) =>
    /color\.(rule|marginRule)\b/.test(readFileSync(join(charts, file), 'utf8')),
  );
  expect(ruled).toEqual([]);
});
