import type { ResolvedClimate } from '../climate';
import type { ArrayPlan, Mounting } from '../design/types';
import { MOUNTINGS, faimanCellC, type ModuleNumbers } from '../module';
import { airMass, circumsolar, cosDeg, hayDavies, ineichen, pressureAt } from '../sun';
import { STEPS, STEP_H, airAt, incidenceOn, planeDay, solarHourOf, sunDay, type Plane } from './planeDay';

/** Wind at the panels that the mean day is reckoned with, m/s. Common practice. */
const WIND_MS = 1;

export interface PlaneMonth {
  /** Mean daily irradiation on the plane, kWh/m²: the peak sun hours. */
  poaKWhm2: number;
  /** Power of one rated watt through the mean day, after cell temperature, W/W. */
  perWatt: Float64Array;
  /** The same under a cloudless sky. */
  clearPerWatt: Float64Array;
  cellC: Float64Array;
}

/** Power of a rated watt, W/W, at an irradiance and cell temperature. */
export const powerShare = (poaWm2: number, cellC: number, gammaPmax: number) =>
  Math.max(0, (poaWm2 / 1000) * (1 + gammaPmax * (cellC - 25)));

/** What one rated watt on the plane gives, month by month. */
export function computePlaneYear(
  climate: ResolvedClimate,
  plane: Plane,
  mounting: Mounting,
  albedo: number,
  module: ModuleNumbers,
): PlaneMonth[] {
  const { u0, u1 } = MOUNTINGS[mounting];
  return climate.months.map((month, index) => {
    const [poa = new Float64Array(STEPS)] = planeDay(
      climate.latDeg,
      index,
      month.ghiKWhm2,
      month.clearness,
      [plane],
      albedo,
    );
    const clear = clearDay(climate, index, plane, albedo);
    const perWatt = new Float64Array(STEPS);
    const clearPerWatt = new Float64Array(STEPS);
    const cellC = new Float64Array(STEPS);
    let sum = 0;
    for (let step = 0; step < STEPS; step++) {
      const air = airAt(solarHourOf(step), month.minC, month.maxC);
      const light = poa[step] ?? 0;
      const clearLight = clear[step] ?? 0;
      cellC[step] = faimanCellC(light, air, WIND_MS, u0, u1);
      perWatt[step] = powerShare(light, cellC[step] ?? 25, module.gammaPmax);
      clearPerWatt[step] = powerShare(
        clearLight,
        faimanCellC(clearLight, air, WIND_MS, u0, u1),
        module.gammaPmax,
      );
      sum += light;
    }
    return { poaKWhm2: (sum * STEP_H) / 1000, perWatt, clearPerWatt, cellC };
  });
}

/** Plane-of-array irradiance through a cloudless mean day of the month, W/m². */
function clearDay(climate: ResolvedClimate, month: number, plane: Plane, albedo: number): Float64Array {
  const { steps, extraterrestrialWm2: outside } = sunDay(climate.latDeg, month);
  const pressure = pressureAt(climate.altitudeM) / 101_325;
  const result = new Float64Array(STEPS);
  const cosIncidence = incidenceOn(plane);
  const cosTilt = cosDeg(plane.tiltDeg);
  for (const [step, sun] of steps.entries()) {
    if (sun.cosZenith <= 0.01) continue;
    const zenith = (Math.acos(sun.cosZenith) * 180) / Math.PI;
    const sky = ineichen(
      zenith,
      airMass(zenith) * pressure,
      climate.linke[month] ?? 3,
      climate.altitudeM,
      outside,
    );
    const part = hayDavies(
      cosIncidence(sun),
      sun.cosZenith,
      cosTilt,
      sky.dniWm2,
      sky.dhiWm2,
      sky.ghiWm2,
      circumsolar(sky.dhiWm2, sky.dniWm2, outside),
      albedo,
    );
    result[step] = part.beamWm2 + part.skyWm2 + part.groundWm2;
  }
  return result;
}

/** Share of the panels' power that is left after dirt, mismatch and wiring, 0–1. */
export function arrayKeeps(array: ArrayPlan): number {
  return (1 - array.soiling.value / 100) * (1 - array.wiring.value / 100) * (1 - array.mismatch.value / 100);
}
