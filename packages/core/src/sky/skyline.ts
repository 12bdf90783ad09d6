import { HORIZON_STEP_DEG, type Obstacle, type Rows, type Skyline } from '../document';
import { clamp, cosDeg, sinDeg, tanDeg, turn } from '../sun';
import { HORIZON_BAND, type Plane, type Seen } from './plane';
import { usualTakes, type ShadowTakes } from './shadow';
import { edgesOf, shadowSpan } from './things';

export const HORIZON_POINTS = 360 / HORIZON_STEP_DEG;

/** Height of the painted horizon at an azimuth, degrees, straight between points. */
export function horizonAt(points: Readonly<Record<string, number>>, azimuthDeg: number): number {
  const at = turn(azimuthDeg) / HORIZON_STEP_DEG;
  const left = Math.floor(at) % HORIZON_POINTS;
  const right = (left + 1) % HORIZON_POINTS;
  const [a, b] = [points[left * HORIZON_STEP_DEG] ?? 0, points[right * HORIZON_STEP_DEG] ?? 0];
  return a + (b - a) * (at - Math.floor(at));
}

/** Share of the sun that comes through an obstacle's body in a month 1–12. */
export function throughBody(obstacle: Obstacle, month: number): number {
  if (obstacle.kind !== 'tree') return 0;
  return (obstacle.bareMonths.includes(month) ? obstacle.bare : obstacle.leafed).value / 100;
}

/** Where an obstacle stands in the panorama, degrees. */
export interface Outline {
  fromDeg: number;
  toDeg: number;
  bottomDeg: number;
  topDeg: number;
}

export function outlineOf(obstacle: Obstacle): Outline {
  const { distance, height, bottom } = obstacle;
  const elevation = (metres: number) => (Math.atan2(metres, distance.value) * 180) / Math.PI;
  const [fromDeg, toDeg] = edgesOf(obstacle);
  return {
    fromDeg,
    toDeg,
    bottomDeg: bottom.value > 0 ? elevation(bottom.value) : -90,
    topDeg: elevation(height.value),
  };
}

/** An array as shadows fall on it: its width, and where it faces. */
export interface Breadth {
  widthM: number;
  facingDeg: number;
}

/**
 * How dark a place of an array is: pairs of the share of its width that is at least so dark, 0–1, and how much darker than
 * the pair before. Null where all is lit; the horizon is dark all over.
 */
export type Shade = readonly number[] | null;

/**
 * Where shadows lie over one another the place is dark once, and crowns let through what each lets through.
 * @param month 1–12, for leaves
 */
export function shadeOn(
  skyline: Skyline,
  { widthM, facingDeg }: Breadth,
  month: number,
  azimuthDeg: number,
  elevationDeg: number,
): Shade {
  if (elevationDeg <= horizonAt(skyline.points, azimuthDeg)) return ALL_DARK;
  const spans: { from: number; to: number; through: number }[] = [];
  for (const thing of Object.values(skyline.obstacles)) {
    const span = shadowSpan(thing, widthM, facingDeg, azimuthDeg, elevationDeg);
    if (span) spans.push({ from: span[0], to: span[1], through: throughBody(thing, month) });
  }
  const [first] = spans;
  if (!first) return null;
  if (widthM <= 0) return [1, 1 - spans.reduce((left, { through }) => left * through, 1)];
  if (spans.length === 1) return [(first.to - first.from) / widthM, 1 - first.through];
  const edges = spans.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b);
  const parts = edges
    .slice(1)
    .flatMap((to, i) => {
      const from = edges[i] as number;
      if (to <= from) return [];
      const over = spans.filter((span) => span.from <= from && span.to >= to);
      return { part: (to - from) / widthM, through: over.reduce((left, one) => left * one.through, 1) };
    })
    .sort((a, b) => a.through - b.through);
  let covered = 0;
  return parts.flatMap(({ part, through }, i) => {
    covered += part;
    return [covered, (parts[i + 1]?.through ?? 1) - through];
  });
}

const ALL_DARK: Shade = [1, 1];

/** Share of an array's beam output that a shade leaves, 0–1. @param takes what a shadow over a part of its width takes */
export function leftBy(shade: Shade, takes: ShadowTakes): number {
  if (shade === null) return 1;
  let left = 1;
  for (let i = 0; i < shade.length; i += 2) {
    const covered = shade[i] as number;
    left -= (covered >= 1 ? 1 : takes(covered)) * (shade[i + 1] as number);
  }
  return Math.max(0, left);
}

/** Both in one: the share left with the sun at this azimuth and height. */
export const beamThrough = (
  skyline: Skyline,
  breadth: Breadth,
  month: number,
  azimuthDeg: number,
  elevationDeg: number,
  takes: ShadowTakes = usualTakes,
): number => leftBy(shadeOn(skyline, breadth, month, azimuthDeg, elevationDeg), takes);

export const isOpen = ({ points, obstacles }: Skyline): boolean =>
  Object.keys(obstacles).length === 0 && Object.values(points).every((height) => height <= 0);

/** Height of the sun in the cross-section of a row, degrees; below 0 or above 90 where it stands behind. */
export function profileDeg(elevationDeg: number, offDeg: number): number {
  return (Math.atan2(tanDeg(clamp(elevationDeg, -89.9, 89.9)), cosDeg(offDeg)) * 180) / Math.PI;
}

/**
 * Share of a row's slope that the row before it shades, 0–1.
 * @param offDeg the sun's azimuth from the direction the rows face
 * @source the ray past the top of one row met with the slope of the next, for rows on level ground
 */
export function rowShade(
  elevationDeg: number,
  offDeg: number,
  tiltDeg: number,
  pitchM: number,
  lengthM: number,
): number {
  if (elevationDeg <= 0 || tiltDeg <= 0) return 0;
  const profile = profileDeg(elevationDeg, offDeg);
  if (profile <= 0 || profile >= 180 - tiltDeg) return 0;
  return clamp(1 - (pitchM * sinDeg(profile)) / (lengthM * sinDeg(profile + tiltDeg)), 0, 1);
}

/** Sections of a panel, one above another where it lies on its long side. */
const SECTIONS = 3;
const SLIVER = 0.01;

/**
 * Share of the beam output of all rows that is left at a moment, 0–1.
 * @param halfCut panels of two halves of cells: upright, a shadow at the foot stops the lower half
 */
export function rowsLeft(
  rows: Rows,
  plane: Plane,
  azimuthDeg: number,
  elevationDeg: number,
  halfCut = false,
): number {
  const count = rows.count.value;
  if (count < 2) return 1;
  const shade = rowShade(
    elevationDeg,
    azimuthDeg - plane.azimuthDeg,
    plane.tiltDeg,
    rows.pitch.value,
    rows.length.value,
  );
  if (shade <= SLIVER) return 1;
  const uprightLost = halfCut && shade <= 0.5 ? 0.5 : 1;
  const lost = rows.upright ? uprightLost : Math.ceil(shade * SECTIONS - 1e-9) / SECTIONS;
  return 1 - (lost * (count - 1)) / count;
}

/**
 * Share of the diffuse sky, and of the band over its horizon, that rows leave one another, 0–1.
 * @source Passias & Källbäck 1984, Solar Cells 11: masking angle at the middle of the slope, (1 − cos ψ) ÷ 2 lost
 */
export function rowsSky(rows: Rows, tiltDeg: number): Seen {
  const count = rows.count.value;
  if (count < 2 || tiltDeg <= 0) return { sky: 1, horizon: 1 };
  const half = rows.length.value / 2;
  const masking = Math.atan2(
    half * sinDeg(tiltDeg),
    Math.max(0.01, rows.pitch.value - half * cosDeg(tiltDeg)),
  );
  const behind = (count - 1) / count;
  return {
    sky: 1 - ((1 - Math.cos(masking)) / 2) * behind,
    horizon: 1 - Math.min(1, masking / HORIZON_BAND) * behind,
  };
}
