import type { ResolvedClimate } from '../climate';
import type { ArrayPlan, SkyModel } from '../document';
import { lightOnPlane, monthLight, STEP_H, STEPS, sunDay, type Plane } from '../sky';
import { remember } from '../memo';

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
export function tiltField(
  climate: ResolvedClimate,
  albedoOf: (month: number) => number,
  model: SkyModel,
): TiltField {
  const light = new Float64Array(STEPS);
  const months = climate.stays.map((stays, index) => {
    const result = new Float64Array(FIELD_TILTS.length * FIELD_AZIMUTHS.length);
    for (const { share, climate: place } of stays) {
      const sun = sunDay(place.latDeg, index);
      const day = monthLight(place, index, model);
      let at = 0;
      for (const tiltDeg of FIELD_TILTS) {
        for (const azimuthDeg of FIELD_AZIMUTHS) {
          lightOnPlane(sun, day, { tiltDeg, azimuthDeg }, albedoOf(index + 1), null, true, light);
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
  climate: ResolvedClimate,
  planeOf: (month: number, latDeg: number) => Plane,
  albedoOf: (month: number) => number,
  model: SkyModel,
): number[] {
  const light = new Float64Array(STEPS);
  return climate.stays.map((stays, index) =>
    stays.reduce((sum, { share, climate: place }) => {
      const [sun, day] = [sunDay(place.latDeg, index), monthLight(place, index, model)];
      lightOnPlane(sun, day, planeOf(index + 1, place.latDeg), albedoOf(index + 1), null, true, light);
      return sum + (share * light.reduce((total, watts) => total + watts, 0) * STEP_H) / 1000;
    }, 0),
  );
}

export const albedoBy =
  ({ albedo, albedoBy: months }: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) =>
  (month: number): number =>
    (months[month]?.value ?? albedo.value) / 100;

const bestTilts = remember<number>(64);

/**
 * Fixed tilt towards the equator that makes most of what is used in the month it does worst, in steps of 5°.
 * @param usedWh by month; months without use count only where no month has any
 */
export function bestTilt(
  climate: ResolvedClimate,
  usedWh: readonly number[],
  albedoOf: (month: number) => number,
  model: SkyModel,
): number {
  const sky = climate.stays.flatMap((stays, index) =>
    stays.flatMap(({ share, climate: place }) => [
      share,
      place.latDeg,
      place.months[index]?.ghiKWhm2,
      place.months[index]?.ghiFrom,
      albedoOf(index + 1),
      usedWh[index],
    ]),
  );
  return bestTilts(`${model} ${sky.join(' ')}`, () => findBestTilt(climate, usedWh, albedoOf, model));
}

function findBestTilt(
  climate: ResolvedClimate,
  usedWh: readonly number[],
  albedoOf: (month: number) => number,
  model: SkyModel,
): number {
  const azimuthDeg = climate.latDeg >= 0 ? 180 : 0;
  const anyUse = usedWh.some((wh) => wh > 0);
  let best = { tiltDeg: 0, worth: -1 };
  for (const tiltDeg of FIELD_TILTS) {
    const made = planeMonths(climate, () => ({ tiltDeg, azimuthDeg }), albedoOf, model);
    const worth = Math.min(
      ...made.map((sun, index) => {
        const used = usedWh[index] ?? 0;
        return anyUse && used <= 0 ? Infinity : sun / Math.max(1, used);
      }),
    );
    if (worth > best.worth) best = { tiltDeg, worth };
  }
  return best.tiltDeg;
}
