import { acosDeg, clamp, cosDeg, RAD, sinDeg, tanDeg } from './angles';

/** @source Gueymard 2018, Solar Energy 168: 1361.1 W/m² */
export const SOLAR_CONSTANT = 1361.1;

/** Day of the month whose declination is nearest the month's mean. @source Klein 1977, Solar Energy 19 */
export const MEAN_DAYS = [17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344] as const;

/** Square of the mean over the actual distance to the sun. @source Spencer 1971 */
export function eccentricity(dayOfYear: number): number {
  const angle = (2 * Math.PI * (dayOfYear - 1)) / 365;
  return (
    1.00011 +
    0.034221 * Math.cos(angle) +
    0.00128 * Math.sin(angle) +
    0.000719 * Math.cos(2 * angle) +
    0.000077 * Math.sin(2 * angle)
  );
}

/** Declination of a day, degrees. @source Spencer 1971 */
export function declinationOfDay(dayOfYear: number): number {
  const b = (2 * Math.PI * (dayOfYear - 1)) / 365;
  return (
    (0.006918 -
      0.399912 * Math.cos(b) +
      0.070257 * Math.sin(b) -
      0.006758 * Math.cos(2 * b) +
      0.000907 * Math.sin(2 * b) -
      0.002697 * Math.cos(3 * b) +
      0.00148 * Math.sin(3 * b)) /
    RAD
  );
}

/** Sunset hour angle, 0 (polar night) to 180 (midnight sun) degrees. */
export function sunsetHourAngle(latDeg: number, declinationDeg: number): number {
  const lat = clamp(latDeg, -89.999, 89.999);
  return acosDeg(-tanDeg(lat) * tanDeg(declinationDeg));
}

/**
 * Daily extraterrestrial irradiation on the horizontal, kWh/m².
 * @param solarConstant W/m²; older worked examples use 1367
 * @source Duffie & Beckman eq. 1.10.3
 */
export function dailyExtraterrestrial(
  latDeg: number,
  dayOfYear: number,
  solarConstant = SOLAR_CONSTANT,
): number {
  const declination = declinationOfDay(dayOfYear);
  const sunset = sunsetHourAngle(latDeg, declination);
  const daily =
    (24 / Math.PI) *
    solarConstant *
    eccentricity(dayOfYear) *
    (cosDeg(latDeg) * cosDeg(declination) * sinDeg(sunset) +
      sunset * RAD * sinDeg(latDeg) * sinDeg(declination));
  return Math.max(0, daily) / 1000;
}

/**
 * Extraterrestrial irradiation on the horizontal between two solar hours, kWh/m².
 * @source Duffie & Beckman eq. 1.10.4
 */
export function extraterrestrialBetween(
  latDeg: number,
  dayOfYear: number,
  fromHour: number,
  toHour: number,
  solarConstant = SOLAR_CONSTANT,
): number {
  const declination = declinationOfDay(dayOfYear);
  const [w1, w2] = [(fromHour - 12) * 15, (toHour - 12) * 15];
  return (
    ((12 / Math.PI) *
      solarConstant *
      eccentricity(dayOfYear) *
      (cosDeg(latDeg) * cosDeg(declination) * (sinDeg(w2) - sinDeg(w1)) +
        (w2 - w1) * RAD * sinDeg(latDeg) * sinDeg(declination))) /
    1000
  );
}
