export interface PlaneIrradiance {
  beamWm2: number;
  skyWm2: number;
  groundWm2: number;
}

/**
 * Irradiance on a tilted plane with an isotropic sky and the part round the sun treated as beam.
 * @param cosIncidence cosine of the incidence angle; negative where the sun is behind the plane
 * @param cosZenith cosine of the sun's zenith, held to 0.01745 (89°) in the ratio
 * @param cosTilt cosine of the plane's tilt
 * @param dniWm2 beam normal, @param dhiWm2 diffuse and @param ghiWm2 global on the horizontal, W/m²
 * @param circumsolarWm2 the part of the diffuse that comes from round the sun, as `circumsolar` gives it, W/m²
 * @param albedo ground reflection, 0–1
 * @source Hay & Davies 1980
 */
export function hayDavies(
  cosIncidence: number,
  cosZenith: number,
  cosTilt: number,
  dniWm2: number,
  dhiWm2: number,
  ghiWm2: number,
  circumsolarWm2: number,
  albedo: number,
): PlaneIrradiance {
  const facing = Math.max(0, cosIncidence);
  const ratio = facing / Math.max(cosZenith, 0.01745);
  const seen = (1 + cosTilt) / 2;
  return {
    beamWm2: dniWm2 * facing,
    skyWm2: Math.max(0, circumsolarWm2 * ratio + (dhiWm2 - circumsolarWm2) * seen),
    groundWm2: (ghiWm2 * albedo * (1 - cosTilt)) / 2,
  };
}

/** Diffuse light from round the sun, W/m²: the diffuse times the beam's share of the extraterrestrial. @source Hay & Davies 1980 */
export function circumsolar(dhiWm2: number, dniWm2: number, extraterrestrialWm2: number): number {
  return extraterrestrialWm2 > 0 ? (dhiWm2 * dniWm2) / extraterrestrialWm2 : 0;
}
