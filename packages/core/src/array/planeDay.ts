import {
  MEAN_DAYS,
  circumsolar,
  erbsHourlyDiffuse,
  spreadOfDays,
  SOLAR_CONSTANT,
  cosDeg,
  declinationOfDay,
  eccentricity,
  globalHourShare,
  hayDavies,
  sinDeg,
  sunsetHourAngle,
} from '../sun';

import { remember } from './remember';

/** Steps in a day: one every twenty minutes, 5° of hour angle. */
export const STEPS = 72;
export const STEP_H = 24 / STEPS;
const hourAngleOf = (step: number) => -180 + (360 / STEPS) * (step + 0.5);
export const solarHourOf = (step: number) => STEP_H * (step + 0.5);

export interface Plane {
  tiltDeg: number;
  /** Clockwise from true north. */
  azimuthDeg: number;
}

/** The sun through one day at one latitude: cosines, and where it stands. */
export interface SunStep {
  cosZenith: number;
  /** Unit vector east, north and up are folded into these two for any plane. */
  east: number;
  north: number;
}

/** The sun on the mean day of a month at one latitude: where it stands, and how the day's light is shared out. */
export interface SunDay {
  steps: readonly SunStep[];
  sunsetDeg: number;
  extraterrestrialWm2: number;
  /** Share of the day's global light at each step; they add up to one. */
  global: Float64Array;
}

/** Twelve months of this many latest places are kept; a server reckons the jobs of many. */
const PLACES = 16;
const sunDays = remember<SunDay>(12 * PLACES);
const monthLights = remember<MonthLight>(12 * PLACES);

/** @param month 0–11 */
export const sunDay = (latDeg: number, month: number): SunDay =>
  sunDays(`${latDeg} ${month}`, () => makeSunDay(latDeg, month));

function makeSunDay(latDeg: number, month: number): SunDay {
  const day = MEAN_DAYS[month] ?? 1;
  const declination = declinationOfDay(day);
  const sunsetDeg = sunsetHourAngle(latDeg, declination);
  const [sinLat, cosLat] = [sinDeg(latDeg), cosDeg(latDeg)];
  const [sinDec, cosDec] = [sinDeg(declination), cosDeg(declination)];
  const steps = Array.from({ length: STEPS }, (_, step): SunStep => {
    const [cosHour, sinHour] = [cosDeg(hourAngleOf(step)), sinDeg(hourAngleOf(step))];
    return {
      cosZenith: sinLat * sinDec + cosLat * cosDec * cosHour,
      east: -cosDec * sinHour,
      north: sinDec * cosLat - cosDec * sinLat * cosHour,
    };
  });
  const extraterrestrialWm2 = SOLAR_CONSTANT * eccentricity(day);
  return { steps, sunsetDeg, extraterrestrialWm2, global: hourShares(sunsetDeg) };
}

/** Cosine of the incidence angle on a plane through the day; the plane's own angles are worked out once. */
export function incidenceOn(plane: Plane): (sun: SunStep) => number {
  const up = cosDeg(plane.tiltDeg);
  const north = sinDeg(plane.tiltDeg) * cosDeg(plane.azimuthDeg);
  const east = sinDeg(plane.tiltDeg) * sinDeg(plane.azimuthDeg);
  return (sun) => sun.cosZenith * up + sun.north * north + sun.east * east;
}

/** Mean light of a month through its day, W/m² at each step. */
interface MonthLight {
  ghi: Float64Array;
  dni: Float64Array;
  dhi: Float64Array;
  /** Mean of the diffuse from round the sun, which a mean of days is not the product of means. */
  circumsolar: Float64Array;
}

/** Kinds of day a month is made of, from dark to bright. */
const DAYS = 12;

/**
 * The month's light as the mean of its dark and bright days, each split by its own clearness hour by hour. One mean
 * day for the whole month would have too little diffuse light in winter and flatter steep panels.
 * @source Erbs, Klein & Duffie 1982 (hours); Collares-Pereira & Rabl 1979 (shape of the day); spread of days as in
 *   `spreadOfDays`
 */
function makeMonthLight(day: SunDay, ghiKWhm2: number, clearness: number): MonthLight {
  const light: MonthLight = {
    ghi: new Float64Array(STEPS),
    dni: new Float64Array(STEPS),
    dhi: new Float64Array(STEPS),
    circumsolar: new Float64Array(STEPS),
  };
  const outside = day.extraterrestrialWm2;
  const days = spreadOfDays(clearness, DAYS);
  const mean = days.reduce((sum, other) => sum + other, 0) / DAYS;
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = day.steps[step]?.cosZenith ?? 0;
    if (cosZenith <= 0.005) continue;
    const meanGhi = (ghiKWhm2 * 1000 * (day.global[step] ?? 0)) / STEP_H;
    let [dhi, beam, circumsolarSum] = [0, 0, 0];
    for (const other of days) {
      const ghi = meanGhi * (other / mean);
      const diffuse = ghi * erbsHourlyDiffuse(Math.min(1, ghi / (outside * cosZenith)));
      const dni = Math.min((ghi - diffuse) / cosZenith, outside);
      dhi += diffuse;
      beam += dni;
      circumsolarSum += circumsolar(diffuse, dni, outside);
    }
    light.ghi[step] = meanGhi;
    light.dhi[step] = dhi / DAYS;
    light.dni[step] = beam / DAYS;
    light.circumsolar[step] = circumsolarSum / DAYS;
  }
  return light;
}

const monthLight = (latDeg: number, month: number, ghiKWhm2: number, clearness: number): MonthLight =>
  monthLights(`${latDeg} ${month} ${ghiKWhm2} ${clearness}`, () =>
    makeMonthLight(sunDay(latDeg, month), ghiKWhm2, clearness),
  );

/**
 * Plane-of-array irradiance through the month's mean day, W/m² at each step.
 * @param month 0–11, @param ghiKWhm2 mean daily global on the horizontal, @param clearness its clearness index
 * @param albedo ground reflection 0–1
 * @source Hay & Davies 1980 on the light of `makeMonthLight`
 */
export function planeDay(
  latDeg: number,
  month: number,
  ghiKWhm2: number,
  clearness: number,
  planes: readonly Plane[],
  albedo: number,
): Float64Array[] {
  const result = planes.map(() => new Float64Array(STEPS));
  const { steps, sunsetDeg } = sunDay(latDeg, month);
  if (sunsetDeg < 0.5 || ghiKWhm2 <= 0) return result;
  const light = monthLight(latDeg, month, ghiKWhm2, clearness);
  const surfaces = planes.map((plane) => ({
    cosIncidence: incidenceOn(plane),
    cosTilt: cosDeg(plane.tiltDeg),
  }));
  for (let step = 0; step < STEPS; step++) {
    const here = steps[step];
    const ghi = light.ghi[step] ?? 0;
    if (!here || ghi <= 0) continue;
    for (const [index, surface] of surfaces.entries()) {
      const part = hayDavies(
        surface.cosIncidence(here),
        here.cosZenith,
        surface.cosTilt,
        light.dni[step] ?? 0,
        light.dhi[step] ?? 0,
        ghi,
        light.circumsolar[step] ?? 0,
        albedo,
      );
      const series = result[index];
      if (series) series[step] = part.beamWm2 + part.skyWm2 + part.groundWm2;
    }
  }
  return result;
}

/** Share of the day's global light at each step; they add up to one. */
function hourShares(sunsetDeg: number): Float64Array {
  const shares = Float64Array.from({ length: STEPS }, (_, step) =>
    globalHourShare(hourAngleOf(step), sunsetDeg),
  );
  const sum = shares.reduce((total, share) => total + share, 0);
  return sum > 0 ? shares.map((share) => share / sum) : shares;
}

/** Air through the day, °C: a cosine between the mean minimum and maximum, warmest at 15:00 solar. */
export function airAt(solarHour: number, minC: number, maxC: number): number {
  return (minC + maxC) / 2 + ((maxC - minC) / 2) * cosDeg((solarHour - 15) * 15);
}
