import { HORIZON_STEP_DEG, type Obstacle, type Rows, type Skyline } from '../document';
import { clamp, cosDeg, sinDeg, tanDeg, turn } from '../sun';
import type { Plane } from './plane';
import { usualTakes, type ShadowTakes } from './shadow';

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

export function outlineOf({ azimuth, distance, width, height, bottom }: Obstacle): Outline {
  const half = (Math.atan2(width.value / 2, distance.value) * 180) / Math.PI;
  const elevation = (metres: number) => (Math.atan2(metres, distance.value) * 180) / Math.PI;
  return {
    fromDeg: azimuth.value - half,
    toDeg: azimuth.value + half,
    bottomDeg: bottom.value > 0 ? elevation(bottom.value) : -90,
    topDeg: elevation(height.value),
  };
}

/** Share of an array's width that the shadow of an obstacle covers, 0–1, with the sun at this azimuth and height. */
function covered(obstacle: Obstacle, widthM: number, azimuthDeg: number, elevationDeg: number): number {
  const off = turn(azimuthDeg - obstacle.azimuth.value + 180) - 180;
  if (Math.abs(off) >= 89) return 0;
  const away = obstacle.distance.value / cosDeg(off);
  const ray = away * tanDeg(elevationDeg);
  if (ray >= obstacle.height.value || ray < obstacle.bottom.value) return 0;
  const shadowAt = -obstacle.distance.value * tanDeg(off);
  const half = obstacle.width.value / 2;
  if (widthM <= 0) return Math.abs(shadowAt) <= half ? 1 : 0;
  const overlap = Math.min(shadowAt + half, widthM / 2) - Math.max(shadowAt - half, -widthM / 2);
  return clamp(overlap / widthM, 0, 1);
}

/**
 * Share of an array's beam output that is left, 0–1, with the sun at this azimuth and height.
 * @param month 1–12, for leaves, @param takes what a shadow over a part of its width takes
 */
export function beamThrough(
  skyline: Skyline,
  widthM: number,
  month: number,
  azimuthDeg: number,
  elevationDeg: number,
  takes: ShadowTakes = usualTakes,
): number {
  if (elevationDeg <= horizonAt(skyline.points, azimuthDeg)) return 0;
  let left = 1;
  for (const obstacle of Object.values(skyline.obstacles)) {
    const part = covered(obstacle, widthM, azimuthDeg, elevationDeg);
    if (part > 0) left *= 1 - takes(part) * (1 - throughBody(obstacle, month));
  }
  return left;
}

export const isOpen = ({ points, obstacles }: Skyline): boolean =>
  Object.keys(obstacles).length === 0 && Object.values(points).every((height) => height <= 0);

const DOME_STEP_DEG = 5;

/** Share of each patch of the sky that is open, 72 azimuths of 18 heights. */
export function openDome(skyline: Skyline, month: number): Float64Array {
  const dome = new Float64Array((360 / DOME_STEP_DEG) * (90 / DOME_STEP_DEG));
  let index = 0;
  for (let azimuth = DOME_STEP_DEG / 2; azimuth < 360; azimuth += DOME_STEP_DEG) {
    for (let elevation = DOME_STEP_DEG / 2; elevation < 90; elevation += DOME_STEP_DEG) {
      dome[index++] = beamThrough(skyline, 0, month, azimuth, elevation);
    }
  }
  return dome;
}

/** The first month in which the same trees are bare as in this one. */
function leafMonth({ obstacles }: Skyline, month: number): number {
  const trees = Object.values(obstacles).filter(({ kind }) => kind === 'tree');
  for (let first = 1; first < month; first++)
    if (trees.every(({ bareMonths }) => bareMonths.includes(first) === bareMonths.includes(month)))
      return first;
  return month;
}

/** Share of a plane's own view of the sky that is open, 0–1, all parts of the sky equally bright. */
export type SkyView = (skyline: Skyline, month: number, plane: Plane) => number;

/** @param dome, @param seen how its parts are worked out */
export const skyView =
  (dome: typeof openDome, seen: typeof seenShare): SkyView =>
  (skyline, month, { tiltDeg, azimuthDeg }) =>
    isOpen(skyline) ? 1 : seen(dome(skyline, leafMonth(skyline, month)), tiltDeg, azimuthDeg);

export const openSky = skyView(openDome, seenShare);

/** Share of what a plane sees of a dome that is open, 0–1. */
export function seenShare(dome: Float64Array, tiltDeg: number, azimuthDeg: number): number {
  const [cosTilt, sinTilt] = [cosDeg(tiltDeg), sinDeg(tiltDeg)];
  let [open, all, index] = [0, 0, 0];
  for (let azimuth = DOME_STEP_DEG / 2; azimuth < 360; azimuth += DOME_STEP_DEG) {
    const across = sinTilt * cosDeg(azimuth - azimuthDeg);
    for (let elevation = DOME_STEP_DEG / 2; elevation < 90; elevation += DOME_STEP_DEG) {
      const cosElevation = cosDeg(elevation);
      const facing = sinDeg(elevation) * cosTilt + cosElevation * across;
      const patch = facing > 0 ? facing * cosElevation : 0;
      all += patch;
      open += patch * (dome[index++] as number);
    }
  }
  return all > 0 ? open / all : 1;
}

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
 * Share of the diffuse sky that rows leave one another, 0–1.
 * @source Passias & Källbäck 1984, Solar Cells 11: masking angle at the middle of the slope, (1 − cos ψ) ÷ 2 lost
 */
export function rowsSky(rows: Rows, tiltDeg: number): number {
  const count = rows.count.value;
  if (count < 2 || tiltDeg <= 0) return 1;
  const half = rows.length.value / 2;
  const masking = Math.atan2(
    half * sinDeg(tiltDeg),
    Math.max(0.01, rows.pitch.value - half * cosDeg(tiltDeg)),
  );
  return 1 - ((1 - Math.cos(masking)) / 2) * ((count - 1) / count);
}
