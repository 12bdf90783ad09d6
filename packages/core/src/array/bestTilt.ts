import type { ResolvedClimate } from '../climate';
import { planeDay } from './planeDay';
import type { ArrayMonth } from './array';

const TILTS = Array.from({ length: 19 }, (_, i) => i * 5);

/** Fixed tilt towards the equator that makes most of what is used in the month it does worst, in steps of 5°. */
export function bestTilt(climate: ResolvedClimate, months: readonly ArrayMonth[], albedo: number): number {
  const azimuthDeg = climate.latDeg >= 0 ? 180 : 0;
  const planes = TILTS.map((tiltDeg) => ({ tiltDeg, azimuthDeg }));
  const worstByTilt = TILTS.map(() => Infinity);
  const inUse = months.filter((month) => month.inUse);
  for (const { month, usedWh } of inUse.length > 0 ? inUse : months) {
    const at = climate.months[month - 1];
    if (!at) continue;
    const days = planeDay(climate.latDeg, month - 1, at.ghiKWhm2, at.clearness, planes, albedo);
    for (const [index, day] of days.entries()) {
      const ratio = day.reduce((sum, value) => sum + value, 0) / Math.max(1, usedWh);
      worstByTilt[index] = Math.min(worstByTilt[index] ?? Infinity, ratio);
    }
  }
  return TILTS[worstByTilt.indexOf(Math.max(...worstByTilt))] ?? 0;
}
