import { cosDeg, RAD, sinDeg } from './angles';

/**
 * Share of a mean day's global irradiation that falls in the hour round `hourAngleDeg`.
 * @param sunsetDeg sunset hour angle of that day, above 0
 * @source Collares-Pereira & Rabl 1979, Solar Energy 22
 */
export function globalHourShare(hourAngleDeg: number, sunsetDeg: number): number {
  if (Math.abs(hourAngleDeg) >= sunsetDeg) return 0;
  const a = 0.409 + 0.5016 * sinDeg(sunsetDeg - 60);
  const b = 0.6609 - 0.4767 * sinDeg(sunsetDeg - 60);
  return Math.max(0, (a + b * cosDeg(hourAngleDeg)) * diffuseHourShare(hourAngleDeg, sunsetDeg));
}

/** Share of a mean day's diffuse irradiation in that hour. @source Liu & Jordan 1960, Solar Energy 4 */
export function diffuseHourShare(hourAngleDeg: number, sunsetDeg: number): number {
  if (Math.abs(hourAngleDeg) >= sunsetDeg) return 0;
  const span = sinDeg(sunsetDeg) - sunsetDeg * RAD * cosDeg(sunsetDeg);
  return ((Math.PI / 24) * (cosDeg(hourAngleDeg) - cosDeg(sunsetDeg))) / span;
}
