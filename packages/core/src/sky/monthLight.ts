import type { ClimateMonth, PlaceSky, ResolvedClimate } from '../climate';
import type { SkyModel } from '../document';
import {
  airMass,
  circumsolar,
  cosDeg,
  declinationOfDay,
  eccentricity,
  erbsHourlyDiffuse,
  globalHourShare,
  ineichen,
  MEAN_DAYS,
  perezCoefficients,
  pressureAt,
  sinDeg,
  SOLAR_CONSTANT,
  spreadOfDays,
  sunsetHourAngle,
  turn,
} from '../sun';

/** Steps in a day: one every twenty minutes, 5° of hour angle. */
export const STEPS = 72;
export const STEP_H = 24 / STEPS;
const hourAngleOf = (step: number) => -180 + (360 / STEPS) * (step + 0.5);
export const solarHourOf = (step: number) => STEP_H * (step + 0.5);

/** The sun on the mean day of a month at one latitude, a value a step. */
export interface SunDay {
  cosZenith: Float64Array;
  /** Where it stands, as a unit vector's east and north parts. */
  east: Float64Array;
  north: Float64Array;
  elevationDeg: Float64Array;
  azimuthDeg: Float64Array;
  sunsetDeg: number;
  extraterrestrialWm2: number;
  /** Share of the day's global light at each step; they add up to one. */
  global: Float64Array;
}

/** What of a place all its months have in common. */
export type SkyFrame = Pick<PlaceSky, 'latDeg' | 'altitudeM' | 'linke' | 'light'>;

/** Light of a month or of a cloudless day through the day, W/m² at each step, ready for any plane. */
export interface DayLight {
  ghi: Float64Array;
  dni: Float64Array;
  /** The diffuse in three parts: from the whole sky, from round the sun, and from the horizon. */
  dome: Float64Array;
  round: Float64Array;
  horizon: Float64Array;
  /** Least cosine of the zenith the part round the sun is divided by. */
  leastCosZenith: number;
}

const series = () => new Float64Array(STEPS);

/** The sun of a month's mean day. @param month 0–11 */
export function sunDay(latDeg: number, month: number): SunDay {
  const day = MEAN_DAYS[month] ?? 1;
  const declination = declinationOfDay(day);
  const sunsetDeg = sunsetHourAngle(latDeg, declination);
  const [sinLat, cosLat] = [sinDeg(latDeg), cosDeg(latDeg)];
  const [sinDec, cosDec] = [sinDeg(declination), cosDeg(declination)];
  const sun: SunDay = {
    cosZenith: series(),
    east: series(),
    north: series(),
    elevationDeg: series(),
    azimuthDeg: series(),
    sunsetDeg,
    extraterrestrialWm2: SOLAR_CONSTANT * eccentricity(day),
    global: hourShares(sunsetDeg),
  };
  for (let step = 0; step < STEPS; step++) {
    const [cosHour, sinHour] = [cosDeg(hourAngleOf(step)), sinDeg(hourAngleOf(step))];
    const up = sinLat * sinDec + cosLat * cosDec * cosHour;
    const east = -cosDec * sinHour;
    const north = sinDec * cosLat - cosDec * sinLat * cosHour;
    sun.cosZenith[step] = up;
    sun.east[step] = east;
    sun.north[step] = north;
    sun.elevationDeg[step] = (Math.asin(Math.min(1, Math.max(-1, up))) * 180) / Math.PI;
    sun.azimuthDeg[step] = turn((Math.atan2(east, north) * 180) / Math.PI);
  }
  return sun;
}

/** Share of the day's global light at each step; they add up to one. */
function hourShares(sunsetDeg: number): Float64Array {
  const shares = Float64Array.from({ length: STEPS }, (_, step) =>
    globalHourShare(hourAngleOf(step), sunsetDeg),
  );
  const sum = shares.reduce((total, share) => total + share, 0);
  return sum > 0 ? shares.map((share) => share / sum) : shares;
}

const emptyLight = (model: SkyModel): DayLight => ({
  ghi: series(),
  dni: series(),
  dome: series(),
  round: series(),
  horizon: series(),
  // 89° for Hay & Davies, 85° for Perez
  leastCosZenith: model === 'perez' ? 0.087156 : 0.017452,
});

/** Adds one kind of sky to a step of the light. */
function addSky(
  light: DayLight,
  step: number,
  weight: number,
  model: SkyModel,
  sky: { ghi: number; dni: number; dhi: number; cosZenith: number; outside: number; round?: number },
): void {
  const { ghi, dni, dhi, cosZenith, outside } = sky;
  let [round, horizon] = [0, 0];
  if (model === 'hay-davies') round = sky.round ?? circumsolar(dhi, dni, outside);
  else if (model === 'perez' && dhi > 0) {
    const zenithDeg = (Math.acos(cosZenith) * 180) / Math.PI;
    const [f1, f2] = perezCoefficients(zenithDeg, dni, dhi, outside, airMass(zenithDeg));
    round = dhi * f1;
    horizon = dhi * f2;
  }
  light.ghi[step] = (light.ghi[step] ?? 0) + weight * ghi;
  light.dni[step] = (light.dni[step] ?? 0) + weight * dni;
  light.dome[step] = (light.dome[step] ?? 0) + weight * (dhi - round);
  light.round[step] = (light.round[step] ?? 0) + weight * round;
  light.horizon[step] = (light.horizon[step] ?? 0) + weight * horizon;
}

/** Kinds of day a month is made of, from dark to bright. */
const DAYS = 12;

/**
 * A month's light as the mean of its dark and bright days, each split by its own clearness hour by hour. One mean day
 * for the whole month would have too little diffuse light in winter and flatter steep panels. A file of the person's
 * own brings its light with it.
 * @param at its weather @param month 0–11
 * @source Erbs, Klein & Duffie 1982 (hours); Collares-Pereira & Rabl 1979 (shape of the day); spread of days as in
 *   `spreadOfDays`
 */
export function monthLight(
  climate: Pick<SkyFrame, 'light' | 'latDeg'>,
  at: ClimateMonth | null,
  month: number,
  model: SkyModel,
  day: SunDay = sunDay(climate.latDeg, month),
): DayLight {
  const light = emptyLight(model);
  if (!at) return light;
  if (climate.light && at.ghiFrom === 'file') return lightOfFile(climate.light, day, month, model);
  const { ghiKWhm2, clearness } = at;
  if (day.sunsetDeg < 0.5 || ghiKWhm2 <= 0) return light;
  const outside = day.extraterrestrialWm2;
  const days = spreadOfDays(clearness, DAYS);
  const mean = days.reduce((sum, other) => sum + other, 0) / DAYS;
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = day.cosZenith[step] ?? 0;
    if (cosZenith <= 0.005) continue;
    const meanGhi = (ghiKWhm2 * 1000 * (day.global[step] ?? 0)) / STEP_H;
    for (const other of days) {
      const ghi = meanGhi * (other / mean);
      const dhi = ghi * erbsHourlyDiffuse(Math.min(1, ghi / (outside * cosZenith)));
      const dni = Math.min((ghi - dhi) / cosZenith, outside);
      addSky(light, step, 1 / DAYS, model, { ghi, dni, dhi, cosZenith, outside });
    }
  }
  return light;
}

const FILE_STEPS = 48;

function lightOfFile(
  file: NonNullable<PlaceSky['light']>,
  day: SunDay,
  month: number,
  model: SkyModel,
): DayLight {
  const light = emptyLight(model);
  // straight between the middles of the half hours
  const at = (values: number[][], step: number) => {
    const row = values[month] ?? [];
    const position = ((step + 0.5) * FILE_STEPS) / STEPS - 0.5;
    const left = Math.floor(position);
    const [a, b] = [row[Math.max(0, left)] ?? 0, row[Math.min(FILE_STEPS - 1, left + 1)] ?? 0];
    return a + (b - a) * (position - left);
  };
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = day.cosZenith[step] ?? 0;
    if (cosZenith <= 0.005) continue;
    addSky(light, step, 1, model, {
      ghi: at(file.ghi, step),
      dni: at(file.dni, step),
      dhi: at(file.dhi, step),
      round: at(file.circumsolar, step),
      cosZenith,
      outside: day.extraterrestrialWm2,
    });
  }
  return light;
}

/** Light of a cloudless mean day of a month. @source Ineichen & Perez 2002 */
export function clearLight(
  { latDeg, altitudeM, linke }: SkyFrame,
  month: number,
  day: SunDay = sunDay(latDeg, month),
): DayLight {
  const light = emptyLight('hay-davies');
  const outside = day.extraterrestrialWm2;
  const pressure = pressureAt(altitudeM) / 101_325;
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = day.cosZenith[step] ?? 0;
    if (cosZenith <= 0.01) continue;
    const zenith = (Math.acos(cosZenith) * 180) / Math.PI;
    const sky = ineichen(zenith, airMass(zenith) * pressure, linke[month] ?? 3, altitudeM, outside);
    addSky(light, step, 1, 'hay-davies', {
      ghi: sky.ghiWm2,
      dni: sky.dniWm2,
      dhi: sky.dhiWm2,
      cosZenith,
      outside,
    });
  }
  return light;
}

/** A month at one place: its sun, its light under the days it has and under a cloudless one, and its air. */
export interface MonthSky {
  latDeg: number;
  /** 1–12. */
  month: number;
  sun: SunDay;
  mean: DayLight;
  clear: DayLight;
  minC: number;
  maxC: number;
}

/** @param at the weather of the month; without it there is no light @param month 1–12 */
export function monthSky(place: SkyFrame, at: ClimateMonth | null, month: number, model: SkyModel): MonthSky {
  const sun = sunDay(place.latDeg, month - 1);
  return {
    latDeg: place.latDeg,
    month,
    sun,
    mean: monthLight(place, at, month - 1, model, sun),
    clear: clearLight(place, month - 1, sun),
    minC: at?.minC ?? 0,
    maxC: at?.maxC ?? 0,
  };
}

/** The skies of a year: of each month the places it is spent at, with the share of it, 0–1. */
export type SkyYear = readonly (readonly { share: number; sky: MonthSky }[])[];

/** @param model how the diffuse light is shared over the sky */
export const skyYear = ({ stays }: Pick<ResolvedClimate, 'stays'>, model: SkyModel): SkyYear =>
  stays.map((places, index) =>
    places.map(({ share, climate }) => ({
      share,
      sky: monthSky(climate.sky, climate.sky.months[index] ?? null, index + 1, model),
    })),
  );

/** Air through the day, °C: a cosine between the mean minimum and maximum, warmest at 15:00 solar. */
export function airAt(solarHour: number, minC: number, maxC: number): number {
  return (minC + maxC) / 2 + ((maxC - minC) / 2) * cosDeg((solarHour - 15) * 15);
}

/** The swing of the air at each step, −1 to 1. */
export const AIR_SWING = Float64Array.from({ length: STEPS }, (_, step) => airAt(solarHourOf(step), -1, 1));
