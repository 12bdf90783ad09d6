import { circumsolar, cosDeg, eccentricity, sinDeg, SOLAR_CONSTANT, sunPosition } from '../sun';

/** The sun over a run of equal steps, as typed arrays. */
export interface SunSeries {
  cosZenith: Float64Array;
  east: Float64Array;
  north: Float64Array;
  extraterrestrialWm2: Float64Array;
}

/** Light on the horizontal over the same steps, W/m². */
export interface LightSeries {
  ghi: Float64Array;
  dni: Float64Array;
  dhi: Float64Array;
}

const DAY_MS = 86_400_000;

/**
 * The sun at equal steps from an instant on. Declination and equation of time are taken at each midnight and run
 * straight between, so that the inner loop has no trigonometry; it stays within 0.01° of the full position.
 * @param firstUtcMs the middle of the first step, @param stepH length of a step, hours, @param count of steps
 */
export function sunSeries(
  latDeg: number,
  lonDeg: number,
  firstUtcMs: number,
  stepH: number,
  count: number,
): SunSeries {
  const result: SunSeries = {
    cosZenith: new Float64Array(count),
    east: new Float64Array(count),
    north: new Float64Array(count),
    extraterrestrialWm2: new Float64Array(count),
  };
  const [sinLat, cosLat] = [sinDeg(latDeg), cosDeg(latDeg)];
  const perDay = Math.round(24 / stepH);
  let ahead = dayAt(firstUtcMs, latDeg, lonDeg);
  for (let first = 0; first < count; first += perDay) {
    const from = ahead;
    const utcMs = firstUtcMs + first * stepH * 3_600_000;
    ahead = dayAt(utcMs + DAY_MS, latDeg, lonDeg);
    const year = new Date(utcMs).getUTCFullYear();
    const dayOfYear = Math.floor((utcMs - Date.UTC(year, 0, 1)) / DAY_MS) + 1;
    const outside = SOLAR_CONSTANT * eccentricity(dayOfYear);
    // solar hour angle at the first step, and its turn from step to step
    const startDeg = ((utcMs / 3_600_000) % 24) * 15 - 180 + lonDeg + from.equationMin / 4;
    const stepDeg = stepH * 15 + ((ahead.equationMin - from.equationMin) / 4) * (stepH / 24);
    const [turnSin, turnCos] = [sinDeg(stepDeg), cosDeg(stepDeg)];
    let [sinHour, cosHour] = [sinDeg(startDeg), cosDeg(startDeg)];
    const last = Math.min(count, first + perDay);
    for (let step = first; step < last; step++) {
      const along = (step - first) / perDay;
      const sinDec = from.sinDec + (ahead.sinDec - from.sinDec) * along;
      const cosDec = from.cosDec + (ahead.cosDec - from.cosDec) * along;
      result.cosZenith[step] = sinLat * sinDec + cosLat * cosDec * cosHour;
      result.east[step] = -cosDec * sinHour;
      result.north[step] = sinDec * cosLat - cosDec * sinLat * cosHour;
      result.extraterrestrialWm2[step] = outside;
      const next = sinHour * turnCos + cosHour * turnSin;
      cosHour = cosHour * turnCos - sinHour * turnSin;
      sinHour = next;
    }
  }
  return result;
}

function dayAt(utcMs: number, latDeg: number, lonDeg: number) {
  const { declinationDeg, equationOfTimeMin } = sunPosition(utcMs, latDeg, lonDeg);
  return {
    sinDec: sinDeg(declinationDeg),
    cosDec: cosDeg(declinationDeg),
    equationMin: equationOfTimeMin,
  };
}

/** The sun is taken as down below this height, where files and formulas alike go astray. */
const LEAST_COS_ZENITH = cosDeg(89.5);

/**
 * Light on planes over the steps, W/m², written to `results`, one series a plane.
 * @param even true for a sky alike all over, else Hay & Davies
 */
export function planeSeries(
  sun: SunSeries,
  light: LightSeries,
  planes: readonly { tiltDeg: number; azimuthDeg: number }[],
  albedo: number,
  even: boolean,
  results: readonly Float64Array[],
): void {
  const count = sun.cosZenith.length;
  for (const [index, plane] of planes.entries()) {
    const result = results[index] as Float64Array;
    const cosTilt = cosDeg(plane.tiltDeg);
    const north = sinDeg(plane.tiltDeg) * cosDeg(plane.azimuthDeg);
    const east = sinDeg(plane.tiltDeg) * sinDeg(plane.azimuthDeg);
    const seen = (1 + cosTilt) / 2;
    const ground = (albedo * (1 - cosTilt)) / 2;
    for (let step = 0; step < count; step++) {
      const ghi = light.ghi[step] as number;
      const dhi = light.dhi[step] as number;
      const cosZenith = sun.cosZenith[step] as number;
      const up = cosZenith > LEAST_COS_ZENITH;
      const facing = up
        ? Math.max(
            0,
            cosZenith * cosTilt + (sun.north[step] as number) * north + (sun.east[step] as number) * east,
          )
        : 0;
      const dni = light.dni[step] as number;
      const round = even ? 0 : circumsolar(dhi, dni, sun.extraterrestrialWm2[step] as number);
      result[step] =
        dni * facing + (round * facing) / Math.max(cosZenith, 0.017452) + (dhi - round) * seen + ghi * ground;
    }
  }
}
