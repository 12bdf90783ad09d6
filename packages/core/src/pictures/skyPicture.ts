import { calculate } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';
import { STEP_H, STEPS, sunDay } from '../sky';
import { MONTH_DAYS } from '../units';

/** The sun of one month's mean day over the panorama. */
export interface SunTrack {
  /** 1–12. */
  month: number;
  /** Every twenty minutes while it is up. */
  points: { solarHour: number; azimuthDeg: number; elevationDeg: number }[];
}

export interface SkyPicture {
  latDeg: number;
  /** Place whose sun is drawn: home, or where most of the job's months are spent. */
  placeName: string;
  tracks: SunTrack[];
  /** What stands in the way takes, Wh a day, by month (12) and solar hour (24); and what is left. */
  lostWh: number[][];
  leftWh: number[][];
  /** Of a whole year, kWh. */
  yearLostKWh: number;
  yearLeftKWh: number;
}

const STEPS_AN_HOUR = STEPS / 24;

/** The sun's tracks over one array's skyline, and what the skyline costs. Null without a place. */
export function skyPicture(design: Design, grid: JobClimate | null, arrayId: string): SkyPicture | null {
  const { climate, arrays, energy } = calculate(design, grid);
  const array = arrays.find(({ id }) => id === arrayId);
  const share = energy?.arrays[arrayId];
  if (!climate || !array?.year || !share || !energy) return null;
  // a job that moves has many suns; the one drawn is of its longest stay
  const days = new Map<string, { name: string; latDeg: number; days: number }>();
  for (const [month, stays] of climate.stays.entries()) {
    for (const { id, name, share: part, climate: place } of stays) {
      const before = days.get(id)?.days ?? 0;
      days.set(id, { name, latDeg: place.latDeg, days: before + part * (MONTH_DAYS[month] ?? 30) });
    }
  }
  const longest = [...days.values()].reduce((most, stay) => (stay.days > most.days ? stay : most));
  const scale =
    share.wiredW * share.keeps * (array.controller.efficiency.value / 100) * energy.bankKeeps * STEP_H;
  const lostWh: number[][] = [];
  const leftWh: number[][] = [];
  for (const { perWatt, lost } of array.year) {
    const [gone, left] = [new Array<number>(24).fill(0), new Array<number>(24).fill(0)];
    for (let step = 0; step < STEPS; step++) {
      const hour = Math.floor(step / STEPS_AN_HOUR);
      const here = (perWatt[step] ?? 0) * scale;
      const part = Math.min(0.999, lost[step] ?? 0);
      left[hour] = (left[hour] ?? 0) + here;
      gone[hour] = (gone[hour] ?? 0) + (here * part) / (1 - part);
    }
    lostWh.push(gone);
    leftWh.push(left);
  }
  const ofYear = (months: number[][]) =>
    months.reduce(
      (sum, hours, month) => sum + hours.reduce((a, b) => a + b, 0) * (MONTH_DAYS[month] ?? 30),
      0,
    ) / 1000;
  return {
    latDeg: longest.latDeg,
    placeName: longest.name,
    tracks: Array.from({ length: 12 }, (_, index) => trackOf(longest.latDeg, index)),
    lostWh,
    leftWh,
    yearLostKWh: ofYear(lostWh),
    yearLeftKWh: ofYear(leftWh),
  };
}

function trackOf(latDeg: number, index: number): SunTrack {
  const sun = sunDay(latDeg, index);
  const points: SunTrack['points'] = [];
  for (let step = 0; step < STEPS; step++) {
    const elevationDeg = sun.elevationDeg[step] ?? 0;
    if (elevationDeg <= 0) continue;
    points.push({ solarHour: (step + 0.5) * STEP_H, azimuthDeg: sun.azimuthDeg[step] ?? 0, elevationDeg });
  }
  return { month: index + 1, points };
}
