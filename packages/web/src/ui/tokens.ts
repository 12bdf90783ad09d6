/** Names of the colours; their values are set by theme in the global style. Every pair used for text meets AA. */
export const color = {
  paper: 'var(--paper)',
  leaf: 'var(--leaf)',
  ink: 'var(--ink)',
  soft: 'var(--soft)',
  rule: 'var(--rule)',
  /** Strokes of a picture that tell something, against paper and leaf 3 : 1. */
  hatch: 'var(--hatch)',
  pencil: 'var(--pencil)',
  tint: 'var(--tint)',
  act: 'var(--act)',
  actInk: 'var(--act-ink)',
  wash: 'var(--wash)',
  sun: 'var(--sun)',
  sunWash: 'var(--sun-wash)',
  stored: 'var(--stored)',
  /** What an engine, a shore outlet or a turbine gives. */
  engine: 'var(--engine)',
  marginRule: 'var(--margin-rule)',
  wood: 'var(--wood)',
} as const;

export const font = {
  text: "'Atkinson Hyperlegible Next', system-ui, sans-serif",
  slab: "'Zilla Slab', Georgia, serif",
} as const;

/** Widths at which the layout changes: the margin goes below the sheet, then the run to the foot of a phone. */
export const narrow = '@media (max-width: 1080px)';
export const site = '@media (max-width: 700px)';
/** Colours of the reader's own: what is transparent else would be seen. */
export const forced = '@media (forced-colors: active)';

export const THEMES = ['paper', 'night', 'glare'] as const;
export type Theme = (typeof THEMES)[number];
export const THEME_NAMES: Readonly<Record<Theme, string>> = {
  paper: 'Paper',
  night: 'Night bench',
  glare: 'Glare',
};
