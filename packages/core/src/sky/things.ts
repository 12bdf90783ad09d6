import type { Obstacle } from '../document';
import { clamp, cosDeg, sinDeg, tanDeg } from '../sun';

/**
 * The line towards the sun's azimuth as it passes a thing, from a point `s` metres along an array's width: how far to the
 * side of the thing's middle it passes, q = q0 + q1 s, and at what distance, r = r0 + r1 s, m.
 */
interface Sight {
  q0: number;
  q1: number;
  r0: number;
  r1: number;
}

/** What is flat or long faces the array; a mast, a chimney and a crown are as wide from every side. */
const ROUND: ReadonlySet<Obstacle['kind']> = new Set(['tree', 'mast', 'chimney']);
const ALONG_IT = 0.0175;

/** @param facingDeg the array's azimuth; its width lies square to it. Null where a flat thing is seen along its own face */
function sightOf(obstacle: Obstacle, facingDeg: number, azimuthDeg: number): Sight | null {
  const [at, far] = [obstacle.azimuth.value, obstacle.distance.value];
  const [across, ahead] = [cosDeg(azimuthDeg - at), sinDeg(azimuthDeg - at)];
  if (ROUND.has(obstacle.kind))
    return {
      q0: -far * ahead,
      q1: -cosDeg(facingDeg - azimuthDeg),
      r0: far * across,
      r1: sinDeg(facingDeg - azimuthDeg),
    };
  if (across < ALONG_IT) return null;
  const nearer = -sinDeg(facingDeg - at);
  const slant = ahead / across;
  return {
    q0: far * slant,
    q1: cosDeg(facingDeg - at) - slant * nearer,
    r0: far / across,
    r1: -nearer / across,
  };
}

/** A crown is round from the side too; one that begins at the ground is the upper half of such a body. */
function crownOf({ height, bottom }: Obstacle): { middle: number; half: number } {
  if (bottom.value <= 0) return { middle: 0, half: height.value };
  return { middle: (height.value + bottom.value) / 2, half: (height.value - bottom.value) / 2 };
}

/** Heights between which a thing stands at an azimuth, seen from an array's middle, degrees; null where it does not. */
export function riseOf(obstacle: Obstacle, azimuthDeg: number): readonly [number, number] | null {
  const sight = sightOf(obstacle, 0, azimuthDeg);
  const radius = obstacle.width.value / 2;
  if (!sight || Math.abs(sight.q0) > radius) return null;
  const { q0, r0 } = sight;
  const degrees = (rise: number) => (Math.atan(rise) * 180) / Math.PI;
  if (obstacle.kind !== 'tree')
    return r0 > 0 ? [degrees(obstacle.bottom.value / r0), degrees(obstacle.height.value / r0)] : null;
  if (radius <= 0) return null;
  // (r t − middle)² ≤ κ (half² + radius² t²), t the rise
  const { middle, half } = crownOf(obstacle);
  const kappa = 1 - (q0 / radius) ** 2;
  const [a, b, c] = [r0 * r0 - kappa * radius * radius, r0 * middle, middle * middle - kappa * half * half];
  const root = Math.sqrt(Math.max(0, b * b - a * c));
  // within its crown: all that is above its foot
  if (a <= 1e-9) return r0 + radius > 0 ? [degrees(Math.max(0, c / (b + root || 1))), 90] : null;
  if (r0 <= 0) return null;
  return [degrees(Math.max(0, (b - root) / a)), degrees(Math.max(0, (b + root) / a))];
}

/** Azimuths at which a thing begins and ends, degrees. */
export function edgesOf({ kind, azimuth, distance, width }: Obstacle): readonly [number, number] {
  const radius = width.value / 2;
  const half = ROUND.has(kind)
    ? Math.asin(clamp(radius / Math.max(distance.value, 1e-6), 0, 1))
    : Math.atan2(radius, distance.value);
  return [azimuth.value - (half * 180) / Math.PI, azimuth.value + (half * 180) / Math.PI];
}

/**
 * Where along an array's width a thing's shadow lies, metres from its middle; null where none does.
 * @param widthM 0 for its middle alone
 */
export function shadowSpan(
  obstacle: Obstacle,
  widthM: number,
  facingDeg: number,
  azimuthDeg: number,
  elevationDeg: number,
): readonly [number, number] | null {
  const sight = sightOf(obstacle, facingDeg, azimuthDeg);
  if (!sight) return null;
  const { q0, q1, r0, r1 } = sight;
  const radius = obstacle.width.value / 2;
  const rise = tanDeg(elevationDeg);
  let span: readonly [number, number] | null = [-widthM / 2, widthM / 2];
  const keep = (at: number, slope: number) => {
    span = span && whereAbove(span, at, slope);
  };
  keep(radius - q0, -q1);
  keep(radius + q0, q1);
  keep(r0, r1);
  if (obstacle.kind !== 'tree') {
    keep(obstacle.height.value - rise * r0, -rise * r1);
    keep(rise * r0 - obstacle.bottom.value, rise * r1);
    return span;
  }
  if (radius <= 0 || !span) return null;
  const { middle, half } = crownOf(obstacle);
  const tall = Math.hypot(half, radius * rise);
  const [side, over] = [q0 / radius, (rise * r0 - middle) / tall];
  const [bySide, byOver] = [q1 / radius, (rise * r1) / tall];
  return inRound(span, bySide ** 2 + byOver ** 2, side * bySide + over * byOver, side ** 2 + over ** 2 - 1);
}

/** The part of a span where at + slope s ≥ 0. */
function whereAbove(
  [from, to]: readonly [number, number],
  at: number,
  slope: number,
): readonly [number, number] | null {
  if (Math.abs(slope) < 1e-12) return at >= 0 ? [from, to] : null;
  const edge = -at / slope;
  const left = slope > 0 ? Math.max(from, edge) : from;
  const right = slope > 0 ? to : Math.min(to, edge);
  return left <= right ? [left, right] : null;
}

/** The part of a span where a s² + 2 b s + c ≤ 0. */
function inRound(
  [from, to]: readonly [number, number],
  a: number,
  b: number,
  c: number,
): readonly [number, number] | null {
  if (a < 1e-12) return c <= 0 ? [from, to] : null;
  // not a number where it passes by: then nothing is left of nothing
  const root = Math.sqrt(b * b - a * c);
  const [left, right] = [Math.max(from, (-b - root) / a), Math.min(to, (-b + root) / a)];
  return left <= right ? [left, right] : null;
}
