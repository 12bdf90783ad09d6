export interface ClearSky {
  ghiWm2: number;
  dniWm2: number;
  dhiWm2: number;
}

/** Relative optical air mass. @source Kasten & Young 1989 */
export function airMass(apparentZenithDeg: number): number {
  const z = Math.min(apparentZenithDeg, 90);
  return 1 / (Math.cos((z * Math.PI) / 180) + 0.50572 * (96.07995 - z) ** -1.6364);
}

/** Standard pressure at a height, Pa. @source ISO 2533 standard atmosphere */
export const pressureAt = (altitudeM: number) => 101_325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588;

/**
 * Irradiance under a cloudless sky, W/m².
 * @param apparentZenithDeg refraction-corrected zenith, @param linke Linke turbidity at air mass 2
 * @param airMassAbsolute pressure-corrected air mass
 * @source Ineichen & Perez 2002, Solar Energy 73
 */
export function ineichen(
  apparentZenithDeg: number,
  airMassAbsolute: number,
  linke: number,
  altitudeM: number,
  extraterrestrialWm2: number,
): ClearSky {
  const cosZenith = Math.max(0, Math.cos((apparentZenithDeg * Math.PI) / 180));
  if (cosZenith === 0) return { ghiWm2: 0, dniWm2: 0, dhiWm2: 0 };
  const fh1 = Math.exp(-altitudeM / 8000);
  const fh2 = Math.exp(-altitudeM / 1250);
  const cg1 = 5.09e-5 * altitudeM + 0.868;
  const cg2 = 3.92e-5 * altitudeM + 0.0387;
  const ghiWm2 =
    cg1 * extraterrestrialWm2 * cosZenith * Math.exp(-cg2 * airMassAbsolute * (fh1 + fh2 * (linke - 1)));
  const b = 0.664 + 0.163 / fh1;
  const clean = b * Math.exp(-0.09 * airMassAbsolute * (linke - 1));
  const share = (1 - (0.1 - 0.2 * Math.exp(-linke)) / (0.1 + 0.882 / fh1)) / cosZenith;
  const dniWm2 = Math.min(extraterrestrialWm2 * Math.max(clean, 0), Math.max(0, ghiWm2 * share));
  return { ghiWm2, dniWm2, dhiWm2: ghiWm2 - dniWm2 * cosZenith };
}
