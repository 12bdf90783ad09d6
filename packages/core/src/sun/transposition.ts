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

/** Upper ends of the clearness bins, and F11 F12 F13 F21 F22 F23 of each. All sites composite 1990. */
const PEREZ_BINS = [1.065, 1.23, 1.5, 1.95, 2.8, 4.5, 6.2, Infinity] as const;
const PEREZ: readonly (readonly [number, number, number, number, number, number])[] = [
  [-0.008, 0.588, -0.062, -0.06, 0.072, -0.022],
  [0.13, 0.683, -0.151, -0.019, 0.066, -0.029],
  [0.33, 0.487, -0.221, 0.055, -0.064, -0.026],
  [0.568, 0.187, -0.295, 0.109, -0.152, -0.014],
  [0.873, -0.392, -0.362, 0.226, -0.462, 0.001],
  [1.132, -1.237, -0.412, 0.288, -0.823, 0.056],
  [1.06, -1.6, -0.359, 0.264, -1.127, 0.131],
  [0.678, -0.327, -0.25, 0.156, -1.377, 0.251],
];

/**
 * Brightness of the sky round the sun and at the horizon, as shares of the diffuse.
 * @param zenithDeg below 90, @param dniWm2 beam normal and @param dhiWm2 diffuse above 0, W/m²
 * @param relativeAirMass as `airMass` gives it
 * @source Perez, Ineichen, Seals, Michalsky & Stewart 1990, Solar Energy 44, table 6
 */
export function perezCoefficients(
  zenithDeg: number,
  dniWm2: number,
  dhiWm2: number,
  extraterrestrialWm2: number,
  relativeAirMass: number,
): [circumsolar: number, horizon: number] {
  const zenith = (zenithDeg * Math.PI) / 180;
  const cubed = 1.041 * zenith ** 3;
  const clearness = ((dhiWm2 + dniWm2) / dhiWm2 + cubed) / (1 + cubed);
  const brightness = (dhiWm2 * relativeAirMass) / extraterrestrialWm2;
  const bin = PEREZ_BINS.findIndex((end) => clearness < end);
  const [f11, f12, f13, f21, f22, f23] = PEREZ[bin === -1 ? 7 : bin] ?? [0, 0, 0, 0, 0, 0];
  return [Math.max(0, f11 + f12 * brightness + f13 * zenith), f21 + f22 * brightness + f23 * zenith];
}
