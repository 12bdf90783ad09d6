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
import { rankByQuantiles } from './daySequence';

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
  /** How the diffuse is shared over the sky. */
  model: SkyModel;
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
  model,
  ghi: series(),
  dni: series(),
  dome: series(),
  round: series(),
  horizon: series(),
  // 89° for Hay & Davies, 85° for Perez
  leastCosZenith: model === 'perez' ? 0.087156 : 0.017452,
});

/** The sky at a step of a day. */
function addSky(
  light: DayLight,
  step: number,
  sky: {
    ghi: number;
    dni: number;
    dhi: number;
    cosZenith: number;
    outside: number;
    round?: number | undefined;
  },
): void {
  const { ghi, dni, dhi, cosZenith, outside } = sky;
  let [round, horizon] = [0, 0];
  if (light.model === 'hay-davies') round = sky.round ?? circumsolar(dhi, dni, outside);
  else if (light.model === 'perez' && dhi > 0) {
    const zenithDeg = (Math.acos(cosZenith) * 180) / Math.PI;
    const [f1, f2] = perezCoefficients(zenithDeg, dni, dhi, outside, airMass(zenithDeg));
    round = dhi * f1;
    horizon = dhi * f2;
  }
  light.ghi[step] = ghi;
  light.dni[step] = dni;
  light.dome[step] = dhi - round;
  light.round[step] = round;
  light.horizon[step] = horizon;
}

/** Kinds of day a month is made of, from dark to bright, each as frequent as the others. */
const DAYS = 12;

/** Days of a month's spread that one kind is the mean of. */
const WITHIN = 8;

/** The light of each kind of day as a share of the month's mean: the place's own spread where it is known. */
function kindsOfDay(clearness: number, spread: readonly number[] | null): number[] {
  const byRank = spread && rankByQuantiles(spread);
  const days = byRank
    ? Array.from({ length: DAYS * WITHIN }, (_, i) => byRank((i + 0.5) / (DAYS * WITHIN)))
    : spreadOfDays(clearness, DAYS * WITHIN);
  const sum = days.reduce((all, other) => all + other, 0);
  return Array.from(
    { length: DAYS },
    (_, kind) =>
      (DAYS * days.slice(kind * WITHIN, (kind + 1) * WITHIN).reduce((all, other) => all + other, 0)) / sum,
  );
}

/** From this share of a cloudless hour's light on, there are fewer and fewer clouds to come and go. */
const HARDLY_A_CLOUD = 0.77;
/** No hour has more light than this many times the cloudless one: bright clouds beside the sun, an early or late day. */
const BRIGHTEST = 1.1;

/**
 * How far the light of an hour is from its day's own course, as a share of it: clouds come and go. One kind of day has it
 * above in the hours in which the next has it below. It goes to nothing as the hour comes up to the cloudless one.
 * @param clearness of the day @param toClear the hour's light as a share of the cloudless hour's
 * @source Graham & Hollands 1990, Solar Energy 44: σ = 0.1557 sin(π K ÷ 0.933) (from memory); of it three quarters, with
 *   which what a limit takes of a station's hours is met
 */
function hourlySwing(clearness: number, toClear: number): number {
  if (clearness <= 0.01 || toClear >= 1) return 0;
  const cloudy = toClear <= HARDLY_A_CLOUD ? 1 : (1 - toClear) / (1 - HARDLY_A_CLOUD);
  const swing = (0.117 * Math.max(0, Math.sin((Math.PI * clearness) / 0.933))) / clearness;
  return Math.min(swing * cloudy, 1 / toClear - 1);
}

/**
 * A month's light as its dark and bright days, each split by its own clearness hour by hour. One mean day for the whole
 * month would have too little diffuse light in winter and flatter steep panels. No hour's beam is above that of the
 * cloudless sky: what is over is diffuse. A file of the person's own brings its light with it; its days are spread in
 * the same way about it.
 * @param at its weather @param month 0–11
 * @returns kinds of day of equal weight, none where there is no light
 * @source Erbs, Klein & Duffie 1982 (hours); Collares-Pereira & Rabl 1979 (shape of the day); the place's quantiles of
 *   daily light, or `spreadOfDays`; beam held to Ineichen & Perez 2002
 */
export function monthDays(
  climate: SkyFrame,
  at: ClimateMonth | null,
  month: number,
  model: SkyModel,
  day: SunDay = sunDay(climate.latDeg, month),
  clear: DayLight = clearLight(climate, month, day),
): DayLight[] {
  if (!at || day.sunsetDeg < 0.5 || at.ghiKWhm2 <= 0) return [];
  const outside = day.extraterrestrialWm2;
  const kinds = kindsOfDay(at.clearness, at.spread ?? null).map((share) => ({
    share,
    light: emptyLight(model),
  }));
  const file = climate.light && at.ghiFrom === 'file' ? climate.light : null;
  for (let step = 0; step < STEPS; step++) {
    const cosZenith = day.cosZenith[step] ?? 0;
    if (cosZenith <= 0.005) continue;
    const of = file && fileAt(file, month, step);
    const meanGhi = of ? of.ghi : (at.ghiKWhm2 * 1000 * (day.global[step] ?? 0)) / STEP_H;
    const cloudless = (clear.ghi[step] || Infinity) / meanGhi;
    const gusts = kinds.map(({ share }, kind) => {
      const swing = hourlySwing(at.clearness * share, share / cloudless);
      const gust = share * (1 + ((kind + Math.min(step, STEPS - 1 - step)) % 2 === 0 ? swing : -swing));
      return Math.min(gust, BRIGHTEST * cloudless);
    });
    const all = gusts.reduce((sum, gust) => sum + gust, 0) / DAYS;
    const skies = gusts.map((gust) => {
      const ghi = (meanGhi * gust) / all;
      const diffuse = ghi * erbsHourlyDiffuse(Math.min(1, ghi / (outside * cosZenith)));
      const dni = Math.min((ghi - diffuse) / cosZenith, clear.dni[step] || outside, outside);
      return { ghi, dni, dhi: ghi - dni * cosZenith };
    });
    // the file's own split is kept in the mean
    const mean = (key: 'dni' | 'dhi') => skies.reduce((sum, sky) => sum + sky[key], 0) / DAYS;
    const [byFile, scattered] = of ? [of.dni / (mean('dni') || 1), of.dhi / (mean('dhi') || 1)] : [1, 1];
    for (const [kind, { light }] of kinds.entries()) {
      const sky = skies[kind] as (typeof skies)[0];
      const [dni, dhi] = [sky.dni * byFile, sky.dhi * scattered];
      const round = of && of.dni > 0 ? (of.circumsolar * dni) / of.dni : undefined;
      addSky(light, step, { ghi: sky.ghi, dni, dhi, cosZenith, outside, round });
    }
  }
  return kinds.map(({ light }) => light);
}

/** A month's light as the mean of its kinds of day. */
export const monthLight = (...of: Parameters<typeof monthDays>): DayLight =>
  meanLight(monthDays(...of), of[3]);

/** The mean of kinds of day; dark where there are none. */
export function meanLight(kinds: readonly DayLight[], model: SkyModel): DayLight {
  const mean = emptyLight(model);
  for (const kind of kinds)
    for (const part of ['ghi', 'dni', 'dome', 'round', 'horizon'] as const) {
      const [to, from] = [mean[part], kind[part]];
      for (let step = 0; step < STEPS; step++)
        to[step] = (to[step] as number) + (from[step] as number) / kinds.length;
    }
  return mean;
}

const FILE_STEPS = 48;

/** Light of a file at a step of the day: straight between the middles of its half hours. */
function fileAt(file: NonNullable<PlaceSky['light']>, month: number, step: number) {
  const position = ((step + 0.5) * FILE_STEPS) / STEPS - 0.5;
  const left = Math.floor(position);
  const at = (values: number[][]) => {
    const row = values[month] ?? [];
    const [a, b] = [row[Math.max(0, left)] ?? 0, row[Math.min(FILE_STEPS - 1, left + 1)] ?? 0];
    return a + (b - a) * (position - left);
  };
  return { ghi: at(file.ghi), dni: at(file.dni), dhi: at(file.dhi), circumsolar: at(file.circumsolar) };
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
    addSky(light, step, {
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
  /** Its kinds of day, from dark to bright, each as frequent as the others. */
  kinds: readonly DayLight[];
  clear: DayLight;
  minC: number;
  maxC: number;
}

/** @param at the weather of the month; without it there is no light @param month 1–12 */
export function monthSky(place: SkyFrame, at: ClimateMonth | null, month: number, model: SkyModel): MonthSky {
  const sun = sunDay(place.latDeg, month - 1);
  const clear = clearLight(place, month - 1, sun);
  const kinds = monthDays(place, at, month - 1, model, sun, clear);
  return {
    latDeg: place.latDeg,
    month,
    sun,
    mean: meanLight(kinds, model),
    kinds,
    clear,
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
