import { cosDeg, sinDeg } from '../sun';
import { STEPS, type DayLight, type SunDay } from './monthLight';

export interface Plane {
  tiltDeg: number;
  /** Clockwise from true north. */
  azimuthDeg: number;
}

/** Share of a plane's own view that is open, 0–1: of a sky alike all over, and of the band over the horizon. */
export interface Seen {
  sky: number;
  horizon: number;
}

/** Height of the band that brightens over the horizon, radians. @source Perez et al. 1987: 6.5° (from memory) */
export const HORIZON_BAND = (6.5 * Math.PI) / 180;

/** What stands between the sky and a plane. */
export interface Screen extends Seen {
  /** Share of the beam that comes through at each step of this month's day, 0–1. */
  beam: Float64Array;
}

/**
 * Share of the beam that gets through the glass, against light that falls straight on.
 * @param cosIncidence 0–1
 * @source Martin & Ruiz 2001 with a_r = 0.16
 */
export function martinRuiz(cosIncidence: number, ar = 0.16): number {
  if (cosIncidence <= 0) return 0;
  return (1 - Math.exp(-cosIncidence / ar)) / (1 - Math.exp(-1 / ar));
}

/** The same by the older one-number rule. @source ASHRAE 93, b0 = 0.05 */
export function ashraeModifier(cosIncidence: number, b0 = 0.05): number {
  return cosIncidence <= 0 ? 0 : Math.max(0, 1 - b0 * (1 / cosIncidence - 1));
}

/**
 * Share of the light of a whole sky, or of the ground, that gets through the glass of a tilted panel.
 * @param tiltDeg 0–180
 * @source Martin & Ruiz 2001 with c1 = 4/(3π), c2 = 0.5 a_r − 0.154 (from memory)
 */
export function martinRuizDiffuse(tiltDeg: number, ar = 0.16): { sky: number; ground: number } {
  const tilt = (Math.min(180, Math.max(0, tiltDeg)) * Math.PI) / 180;
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)];
  const [c1, c2] = [4 / (3 * Math.PI), 0.5 * ar - 0.154];
  const through = (angle: number) => 1 - Math.exp((-(c1 + c2 * angle) * angle) / ar);
  const sky = cos > -1 ? sin + (Math.PI - tilt - sin) / (1 + cos) : 0;
  const ground = cos < 1 ? sin + (tilt - sin) / (1 - cos) : 0;
  return { sky: through(sky), ground: through(ground) };
}

/** What a plane takes of each part of a day's light. */
export interface PlaneView {
  /** Of the beam and of what comes from round the sun, through shade and glass, at each step. */
  beam: Float64Array;
  cosZenith: Float64Array;
  seen: number;
  /** Of the band over the horizon. */
  low: number;
  ground: number;
}

/**
 * How a plane sees a day, whatever its light.
 * @param albedo ground reflection 0–1
 * @param glass true where reflection at the glass is taken off
 */
export function viewOf(
  sun: SunDay,
  plane: Plane,
  albedo: number,
  screen: Screen | null,
  glass: boolean,
): PlaneView {
  const cosTilt = cosDeg(plane.tiltDeg);
  const sinTilt = sinDeg(plane.tiltDeg);
  const north = sinTilt * cosDeg(plane.azimuthDeg);
  const east = sinTilt * sinDeg(plane.azimuthDeg);
  const glassed = glass ? martinRuizDiffuse(plane.tiltDeg) : { sky: 1, ground: 1 };
  const beam = new Float64Array(STEPS);
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = sun.cosZenith[step] as number;
    if (cosZenith <= 0) continue;
    const facing =
      cosZenith * cosTilt + (sun.north[step] as number) * north + (sun.east[step] as number) * east;
    if (facing <= 0) continue;
    const through = screen === null ? 1 : (screen.beam[step] as number);
    beam[step] = facing * through * (glass ? martinRuiz(facing) : 1);
  }
  return {
    beam,
    cosZenith: sun.cosZenith,
    seen: ((1 + cosTilt) / 2) * (screen?.sky ?? 1) * glassed.sky,
    low: sinTilt * (screen?.horizon ?? 1),
    ground: ((albedo * (1 - cosTilt)) / 2) * glassed.ground,
  };
}

/** Light on a plane through the day, W/m² at each step, written to `result`. */
export function lightInView(
  { beam, cosZenith, seen, low, ground }: PlaneView,
  light: DayLight,
  result: Float64Array,
): void {
  for (let step = 0; step < STEPS; step++) {
    const ghi = light.ghi[step] as number;
    if (ghi <= 0) {
      result[step] = 0;
      continue;
    }
    const round = (light.round[step] as number) / Math.max(cosZenith[step] as number, light.leastCosZenith);
    result[step] = Math.max(
      0,
      (beam[step] as number) * ((light.dni[step] as number) + round) +
        (light.dome[step] as number) * seen +
        (light.horizon[step] as number) * low +
        ghi * ground,
    );
  }
}

/**
 * The same in one.
 * @source Hay & Davies 1980, Perez et al. 1990 or isotropic, as the light was split
 */
export function lightOnPlane(
  sun: SunDay,
  light: DayLight,
  plane: Plane,
  albedo: number,
  screen: Screen | null,
  glass: boolean,
  result: Float64Array,
): void {
  lightInView(viewOf(sun, plane, albedo, screen, glass), light, result);
}
