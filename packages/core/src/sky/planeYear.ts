import type { PlaceClimate, ResolvedClimate } from '../climate';
import type { ArrayPlan, Season, SkyModel } from '../document';
import { faimanCellC, MOUNTINGS, type ModuleNumbers } from '../module';
import { turn } from '../sun';
import { airAt, clearLight, monthLight, solarHourOf, STEP_H, STEPS, sunDay } from './monthLight';
import { lightOnPlane, type Plane, type Screen } from './plane';
import { remember } from '../memo';
import { shadowKey, shadowOn } from './shadow';
import { beamThrough, isOpen, openSky, rowsLeft, rowsSky } from './skyline';

/** Wind at the panels that the mean day is reckoned with, m/s. Common practice. */
const WIND_MS = 1;
/** A roof that moves is averaged over this many headings. */
const HEADINGS = 12;

export interface PlaneMonth {
  /** Mean daily irradiation on the plane, kWh/m²: the peak sun hours, shade and all. */
  poaKWhm2: number;
  /** The same with nothing in the way. */
  openKWhm2: number;
  /** Power of one rated watt through the mean day, after shade, reflection, snow, dirt and cell temperature, W/W. */
  perWatt: Float64Array;
  /** The same under a cloudless sky. */
  clearPerWatt: Float64Array;
  cellC: Float64Array;
  /** Share of the output at each step that things in the way take, 0–1. */
  lost: Float64Array;
}

/** Power of a rated watt, W/W, at an irradiance and cell temperature. */
export const powerShare = (poaWm2: number, cellC: number, gammaPmax: number) =>
  Math.max(0, (poaWm2 / 1000) * (1 + gammaPmax * (cellC - 25)));

/** Season of a month 1–12. Two seasons split the year at the equinoxes. */
export function seasonOf(month: number, latDeg: number, seasons: 2 | 4): Season {
  const north = latDeg >= 0 ? month : ((month + 5) % 12) + 1;
  if (seasons === 2) return north >= 4 && north <= 9 ? 'summer' : 'winter';
  if (north >= 11 || north === 1) return 'winter';
  if (north <= 4) return 'spring';
  return north <= 7 ? 'summer' : 'autumn';
}

/** The plane in a month 1–12, at a latitude. */
export function planeIn({ plane }: Pick<ArrayPlan, 'plane'>, month: number, latDeg: number): Plane {
  const tilt = plane.kind === 'seasonal' ? plane.tilts[seasonOf(month, latDeg, plane.seasons)] : plane.tilt;
  return { tiltDeg: tilt.value, azimuthDeg: plane.azimuth.value };
}

interface Aspect {
  plane: Plane;
  /** How far the array and all that stands on its roof are turned. */
  turnedDeg: number;
}

function aspectsOf(array: ArrayPlan, month: number, latDeg: number): Aspect[] {
  const plane = planeIn(array, month, latDeg);
  if (array.plane.kind !== 'moving') return [{ plane, turnedDeg: 0 }];
  const still = plane.tiltDeg === 0 && isOpen(array.skyline);
  return Array.from({ length: still ? 1 : HEADINGS }, (_, i) => {
    const turnedDeg = (360 / HEADINGS) * i;
    return { plane: { ...plane, azimuthDeg: turn(plane.azimuthDeg + turnedDeg) }, turnedDeg };
  });
}

const screens = remember<Screen>(600);

function screenOf(
  array: ArrayPlan,
  key: string,
  latDeg: number,
  month: number,
  { plane, turnedDeg }: Aspect,
  module: ModuleNumbers,
): Screen | null {
  const open = isOpen(array.skyline);
  if (open && array.rows.count.value < 2) return null;
  return screens(`${key} ${latDeg} ${month} ${plane.tiltDeg} ${plane.azimuthDeg} ${turnedDeg}`, () => {
    const takes = shadowOn(array, module);
    const sun = sunDay(latDeg, month - 1);
    const beam = new Float64Array(STEPS);
    for (let step = 0; step < STEPS; step++) {
      const elevation = sun.elevationDeg[step] ?? 0;
      if (elevation <= 0) continue;
      const azimuth = sun.azimuthDeg[step] ?? 0;
      const through = open
        ? 1
        : beamThrough(array.skyline, array.width.value, month, azimuth - turnedDeg, elevation, takes);
      beam[step] = through * rowsLeft(array.rows, plane, azimuth, elevation);
    }
    const turned = { ...plane, azimuthDeg: plane.azimuthDeg - turnedDeg };
    return { beam, sky: openSky(array.skyline, key, month, turned) * rowsSky(array.rows, plane.tiltDeg) };
  });
}

const months = remember<PlaneMonth>(12 * 64);

/** What identifies an array's sky: all that changes the light on it. */
function keyOf(array: ArrayPlan, module: ModuleNumbers): string {
  const { plane, mounting, rows, width, skyline, pile } = array;
  const shadows = Object.keys(skyline.obstacles).length > 0 && !pile ? shadowKey(array, module) : '';
  return JSON.stringify([plane, mounting, rows, width.value, skyline, module.gammaPmax, shadows]);
}

/** A number that differs where the light of a file does. */
const checksum = (light: PlaceClimate['light'], month: number): number =>
  light === null
    ? 0
    : [light.ghi, light.dni].reduce(
        (sum, at, i) => (at[month] ?? []).reduce((s, w, j) => s + w * (j + 1 + 7 * i), sum),
        0,
      );

/**
 * What one rated watt of an array gives, month by month, over the places of the year.
 * @param model how the diffuse light is shared over the sky
 */
export function computePlaneYear(
  climate: ResolvedClimate,
  array: ArrayPlan,
  module: ModuleNumbers,
  model: SkyModel,
): PlaneMonth[] {
  const key = keyOf(array, module);
  return climate.stays.map((stays, index) => {
    const parts = stays.map(({ share, climate: place }) => ({
      share,
      month: planeMonth(place, array, key, module, index + 1, model),
    }));
    const [only] = parts;
    return only && parts.length === 1 ? only.month : mixed(parts);
  });
}

function mixed(parts: readonly { share: number; month: PlaneMonth }[]): PlaneMonth {
  const mean = (read: (month: PlaneMonth) => number) =>
    parts.reduce((sum, { share, month }) => sum + share * read(month), 0);
  const through = (read: (month: PlaneMonth) => Float64Array) =>
    Float64Array.from({ length: STEPS }, (_, step) => mean((month) => read(month)[step] ?? 0));
  return {
    poaKWhm2: mean((month) => month.poaKWhm2),
    openKWhm2: mean((month) => month.openKWhm2),
    perWatt: through((month) => month.perWatt),
    clearPerWatt: through((month) => month.clearPerWatt),
    cellC: through((month) => month.cellC),
    lost: through((month) => month.lost),
  };
}

const share = (entry: { value: number } | undefined, otherwise: number) => (entry?.value ?? otherwise) / 100;

/** @param month 1–12 */
function planeMonth(
  place: PlaceClimate,
  array: ArrayPlan,
  arrayKey: string,
  module: ModuleNumbers,
  month: number,
  model: SkyModel,
): PlaneMonth {
  const at = place.months[month - 1];
  const albedo = share(array.albedoBy[month], array.albedo.value);
  const kept =
    (1 - share(array.soilingBy[month], array.soiling.value)) *
    (1 - share(array.snowBy[month], 0)) *
    (1 + array.bifacial.value / 100);
  const key = `${arrayKey} ${place.latDeg} ${month} ${at?.ghiKWhm2} ${at?.ghiFrom} ${at?.minC} ${at?.maxC} ${place.altitudeM} ${place.linke[month - 1]} ${checksum(place.light, month - 1)} ${albedo} ${kept} ${model}`;
  return months(key, () => {
    const result: PlaneMonth = {
      poaKWhm2: 0,
      openKWhm2: 0,
      perWatt: new Float64Array(STEPS),
      clearPerWatt: new Float64Array(STEPS),
      cellC: new Float64Array(STEPS),
      lost: new Float64Array(STEPS),
    };
    const sun = sunDay(place.latDeg, month - 1);
    const [mean, clear] = [monthLight(place, month - 1, model), clearLight(place, month - 1)];
    const { u0, u1 } = MOUNTINGS[array.mounting];
    const [light, bright, unshaded] = [
      new Float64Array(STEPS),
      new Float64Array(STEPS),
      new Float64Array(STEPS),
    ];
    const aspects = aspectsOf(array, month, place.latDeg);
    const weight = 1 / aspects.length;
    const openPerWatt = new Float64Array(STEPS);
    for (const aspect of aspects) {
      const screen = screenOf(array, arrayKey, place.latDeg, month, aspect, module);
      lightOnPlane(sun, mean, aspect.plane, albedo, screen, true, light);
      lightOnPlane(sun, clear, aspect.plane, albedo, screen, true, bright);
      if (screen) lightOnPlane(sun, mean, aspect.plane, albedo, null, true, unshaded);
      for (let step = 0; step < STEPS; step++) {
        const air = airAt(solarHourOf(step), at?.minC ?? 0, at?.maxC ?? 0);
        const here = light[step] as number;
        const open = screen ? (unshaded[step] as number) : here;
        const cell = faimanCellC(here, air, WIND_MS, u0, u1);
        const shining = bright[step] as number;
        result.cellC[step] = (result.cellC[step] as number) + weight * cell;
        result.perWatt[step] =
          (result.perWatt[step] as number) + weight * kept * powerShare(here, cell, module.gammaPmax);
        result.clearPerWatt[step] =
          (result.clearPerWatt[step] as number) +
          weight * kept * powerShare(shining, faimanCellC(shining, air, WIND_MS, u0, u1), module.gammaPmax);
        openPerWatt[step] = (openPerWatt[step] as number) + weight * open;
        result.lost[step] = (result.lost[step] as number) + weight * (open - here);
        result.poaKWhm2 += (weight * here * STEP_H) / 1000;
        result.openKWhm2 += (weight * open * STEP_H) / 1000;
      }
    }
    for (let step = 0; step < STEPS; step++) {
      const open = openPerWatt[step] as number;
      result.lost[step] = open > 0.5 ? (result.lost[step] as number) / open : 0;
    }
    return result;
  });
}
