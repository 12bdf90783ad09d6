import { acosDeg, asinDeg, cosDeg, RAD, sinDeg, tanDeg, turn } from './angles';

export interface SunPosition {
  /** True zenith angle of the sun's centre, no refraction, seen from the surface. */
  zenithDeg: number;
  elevationDeg: number;
  /** Elevation with refraction, equal to the true one where the sun is below the horizon. */
  apparentElevationDeg: number;
  /** Clockwise from true north, 0–360. */
  azimuthDeg: number;
  declinationDeg: number;
  equationOfTimeMin: number;
}

export interface Air {
  pressurePa: number;
  airC: number;
}

const J2000_MS = Date.UTC(2000, 0, 1, 12);
const DAY_MS = 86_400_000;
const DELTA_T_S = 69;
const STANDARD_AIR: Air = { pressurePa: 101_325, airC: 12 };

/**
 * Where the sun stands.
 * @param utcMs instant, milliseconds since 1970 UTC; the series holds to 0.01° from 1950 to 2100
 * @param latDeg −90…90, @param lonDeg −180…180, east positive
 * @param air pressure and temperature for refraction
 * @source Meeus, Astronomical Algorithms (2nd ed. 1998), chapters 12, 22, 25; refraction Saemundsson 1986 as in
 *   Reda & Andreas, NREL/TP-560-34302
 */
export function sunPosition(
  utcMs: number,
  latDeg: number,
  lonDeg: number,
  air: Air = STANDARD_AIR,
): SunPosition {
  const days = (utcMs - J2000_MS) / DAY_MS;
  const t = (days + DELTA_T_S / 86_400) / 36_525;
  const meanLongitude = 280.46646 + t * (36_000.76983 + t * 0.0003032);
  const anomaly = 357.52911 + t * (35_999.05029 - t * 0.0001537);
  const centre =
    (1.914602 - t * (0.004817 + t * 0.000014)) * sinDeg(anomaly) +
    (0.019993 - t * 0.000101) * sinDeg(2 * anomaly) +
    0.000289 * sinDeg(3 * anomaly);
  const node = 125.04 - 1934.136 * t;
  const longitude = meanLongitude + centre - 0.00569 - 0.00478 * sinDeg(node);
  const obliquity = 23.4392911 - t * (0.0130042 + t * 1.64e-7) + 0.00256 * cosDeg(node);

  const rightAscension = Math.atan2(cosDeg(obliquity) * sinDeg(longitude), cosDeg(longitude)) / RAD;
  const declinationDeg = asinDeg(sinDeg(obliquity) * sinDeg(longitude));
  const nutationInLongitude = -0.00478 * sinDeg(node);
  const sidereal = 280.46061837 + 360.98564736629 * days + nutationInLongitude * cosDeg(obliquity);
  const hourAngle = turn(sidereal + lonDeg - rightAscension);

  const geocentric = asinDeg(
    sinDeg(latDeg) * sinDeg(declinationDeg) + cosDeg(latDeg) * cosDeg(declinationDeg) * cosDeg(hourAngle),
  );
  const elevationDeg = geocentric - (8.794 / 3600) * cosDeg(geocentric);
  const azimuthDeg = turn(
    180 +
      Math.atan2(
        sinDeg(hourAngle),
        cosDeg(hourAngle) * sinDeg(latDeg) - tanDeg(declinationDeg) * cosDeg(latDeg),
      ) /
        RAD,
  );
  const equation =
    turn(meanLongitude - 0.0057183 - rightAscension + nutationInLongitude * cosDeg(obliquity) + 180) - 180;
  return {
    zenithDeg: 90 - elevationDeg,
    elevationDeg,
    apparentElevationDeg: elevationDeg + refractionDeg(elevationDeg, air),
    azimuthDeg,
    declinationDeg,
    equationOfTimeMin: equation * 4,
  };
}

function refractionDeg(elevationDeg: number, air: Air): number {
  if (elevationDeg < -0.8333) return 0;
  const minutes = 1.02 / tanDeg(elevationDeg + 10.3 / (elevationDeg + 5.11));
  return ((air.pressurePa / 101_000) * (283 / (273 + air.airC)) * minutes) / 60;
}

/**
 * Angle between the sun's rays and a plane's normal, degrees 0–180.
 * @source Duffie & Beckman, Solar Engineering of Thermal Processes, eq. 1.6.3
 */
export function incidenceDeg(
  zenithDeg: number,
  sunAzimuthDeg: number,
  tiltDeg: number,
  azimuthDeg: number,
): number {
  return acosDeg(
    cosDeg(zenithDeg) * cosDeg(tiltDeg) +
      sinDeg(zenithDeg) * sinDeg(tiltDeg) * cosDeg(sunAzimuthDeg - azimuthDeg),
  );
}
