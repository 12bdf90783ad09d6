import { color } from '../ui/tokens';

export interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Strokes {
  /** From upright, degrees clockwise. */
  turn?: number;
  /** From stroke to stroke, px. */
  gap: number;
}

/**
 * Parallel strokes within a rectangle as a path; those of rectangles beside one another run on. Each is cut to the
 * rectangle here: patterns and clips would be printed as pictures as large as their page.
 */
export function strokesIn({ x, y, width, height }: Rect, { turn = 45, gap }: Strokes): string {
  if (!(width > 0 && height > 0)) return '';
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const corners = [x, x + width].flatMap((cx) => [y, y + height].map((cy) => cx * cos + cy * sin));
  const parts: string[] = [];
  for (let k = Math.ceil(Math.min(...corners) / gap); k * gap <= Math.max(...corners); k++) {
    // the points at a distance of k gaps, along the stroke from where it enters to where it leaves
    const [x0, y0] = [k * gap * cos, k * gap * sin];
    let [from, to] = [-Infinity, Infinity];
    for (const [at, along, low, high] of [
      [x0, -sin, x, x + width],
      [y0, cos, y, y + height],
    ] as const) {
      if (Math.abs(along) < 1e-9) {
        if (at < low || at > high) to = -Infinity;
        continue;
      }
      const [a, b] = [(low - at) / along, (high - at) / along];
      [from, to] = [Math.max(from, Math.min(a, b)), Math.min(to, Math.max(a, b))];
    }
    if (to - from < 0.1) continue;
    const point = (t: number) => `${(x0 - sin * t).toFixed(1)} ${(y0 + cos * t).toFixed(1)}`;
    parts.push(`M${point(from)}L${point(to)}`);
  }
  return parts.join('');
}

interface Props extends Strokes, Omit<Rect, 'x' | 'y'>, Partial<Pick<Rect, 'x' | 'y'>> {
  /** What it says, for whoever looks for it. */
  name: string;
  weight: number;
  ink?: string;
  /** Ink of a line round it. */
  outline?: string;
}

/** A rectangle filled with parallel strokes. */
export function HatchedRect({
  name,
  x = 0,
  y = 0,
  width,
  height,
  gap,
  turn,
  weight,
  ink = color.ink,
  outline,
}: Props) {
  const rect = { x, y, width: Math.max(0, width), height: Math.max(0, height) };
  return (
    <g data-hatch={name}>
      <path d={strokesIn(rect, { turn, gap })} stroke={ink} strokeWidth={weight} fill="none" />
      {outline ? <rect {...rect} fill="none" stroke={outline} /> : null}
    </g>
  );
}
