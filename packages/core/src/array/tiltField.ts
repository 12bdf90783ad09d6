import type { ArrayPlan } from '../document';
import { lightOnPlane, STEP_H, STEPS, type Plane, type SkyYear } from '../sky';

export const FIELD_TILTS: readonly number[] = Array.from({ length: 19 }, (_, i) => i * 5);
export const FIELD_AZIMUTHS: readonly number[] = Array.from({ length: 37 }, (_, i) => i * 10);

/** What of the year the field is asked about. */
export type FieldSpan = 'year' | 'in-use' | number;

export interface TiltField {
  /** Mean daily irradiation, kWh/m², by month (12), then tilt (19), then azimuth (37). */
  months: Float64Array[];
}

/**
 * Irradiation on 19 × 37 planes by month, with an open sky.
 * @param albedoOf ground reflection of a month 1–12, 0–1
 */
export function tiltField(skies: SkyYear, albedoOf: (month: number) => number): TiltField {
  const light = new Float64Array(STEPS);
  const months = skies.map((stays, index) => {
    const result = new Float64Array(FIELD_TILTS.length * FIELD_AZIMUTHS.length);
    for (const { share, sky } of stays) {
      let at = 0;
      for (const tiltDeg of FIELD_TILTS) {
        for (const azimuthDeg of FIELD_AZIMUTHS) {
          lightOnPlane(sky.sun, sky.mean, { tiltDeg, azimuthDeg }, albedoOf(index + 1), null, true, light);
          let sum = 0;
          for (let step = 0; step < STEPS; step++) sum += light[step] as number;
          result[at] = (result[at] as number) + (share * sum * STEP_H) / 1000;
          at++;
        }
      }
    }
    return result;
  });
  return { months };
}

/** Daily irradiation on one plane by month, kWh/m², with an open sky. */
export function planeMonths(
  skies: SkyYear,
  planeOf: (month: number, latDeg: number) => Plane,
  albedoOf: (month: number) => number,
): number[] {
  const light = new Float64Array(STEPS);
  return skies.map((stays, index) =>
    stays.reduce((sum, { share, sky }) => {
      const plane = planeOf(index + 1, sky.latDeg);
      lightOnPlane(sky.sun, sky.mean, plane, albedoOf(index + 1), null, true, light);
      return sum + (share * light.reduce((total, watts) => total + watts, 0) * STEP_H) / 1000;
    }, 0),
  );
}

export const albedoBy =
  ({ albedo, albedoBy: months }: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) =>
  (month: number): number =>
    (months[month]?.value ?? albedo.value) / 100;

export const equatorOf = (latDeg: number): number => (latDeg >= 0 ? 180 : 0);

/** Daily irradiation of one month on planes towards the equator, by tilt in the order of `FIELD_TILTS`, kWh/m². */
export function tiltsInMonth(stays: SkyYear[number], albedo: number, azimuthDeg: number): number[] {
  const light = new Float64Array(STEPS);
  return FIELD_TILTS.map((tiltDeg) =>
    stays.reduce((sum, { share, sky }) => {
      lightOnPlane(sky.sun, sky.mean, { tiltDeg, azimuthDeg }, albedo, null, true, light);
      return sum + (share * light.reduce((total, watts) => total + watts, 0) * STEP_H) / 1000;
    }, 0),
  );
}

/** The same of all months. @param inMonth how one is worked out @returns by tilt, then month */
export function sunByTilt(
  skies: SkyYear,
  latDeg: number,
  ground: Pick<ArrayPlan, 'albedo' | 'albedoBy'>,
  inMonth: typeof tiltsInMonth = tiltsInMonth,
): number[][] {
  const albedo = albedoBy(ground);
  const months = skies.map((stays, index) => inMonth(stays, albedo(index + 1), equatorOf(latDeg)));
  return FIELD_TILTS.map((_, tilt) => months.map((sums) => sums[tilt] ?? 0));
}

/** What the worst of the months in use has of its need; of all months where nothing is used. */
export function worstWorth(sun: readonly number[], usedWh: readonly number[]): number {
  const anyUse = usedWh.some((wh) => wh > 0);
  return Math.min(
    ...sun.map((kwh, month) => {
      const used = usedWh[month] ?? 0;
      return anyUse && used <= 0 ? Infinity : kwh / Math.max(1, used);
    }),
  );
}

/**
 * Fixed tilt towards the equator that makes most of what is used in the month it does worst, in steps of 5°.
 * @param byTilt as by `sunByTilt` @param usedWh by month; months without use count only where no month has any
 */
export function bestTilt(byTilt: readonly (readonly number[])[], usedWh: readonly number[]): number {
  const worths = byTilt.map((sun) => worstWorth(sun, usedWh));
  const most = Math.max(-1, ...worths);
  return FIELD_TILTS[worths.findIndex((worth) => worth >= most)] ?? 0;
}
