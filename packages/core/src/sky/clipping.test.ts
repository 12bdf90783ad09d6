import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { resolveClimate } from '../climate';
import { blankArray, blankPlace, chosen } from '../job';
import { faimanCellC, readSheet } from '../module';
import { erbsHourlyDiffuse } from '../sun';
import { plainClimate } from '../testing/climates';
import { MONTH_DAYS } from '../units';
import { skyYear, STEP_H } from './monthLight';
import { computePlaneYear, powerShare } from './planeYear';
import { shadowFigures } from './shadow';
import { planeSeries, sunSeries, type LightSeries } from './yearEngine';

const HOURS = 8760;

/** Hours of a typical year at a station of open government data. */
function station() {
  const file = join(__dirname, '../../fixtures/weather/lakeside-42N.epw.gz');
  const lines = gunzipSync(readFileSync(file)).toString().split(/\r?\n/);
  const [lat = 0, lon = 0, zone = 0] = lines[0]!.split(',').slice(6, 9).map(Number);
  const rows = lines.slice(8, 8 + HOURS).map((line) => line.split(',').map(Number));
  const column = (at: number) => Float64Array.from(rows, (row) => row[at]!);
  return { lat, lon, zone, ghi: column(13), dni: column(14), dhi: column(15), air: column(6) };
}
const there = station();
const sunAt = (latDeg: number) =>
  sunSeries(latDeg, there.lon, Date.UTC(2001, 0, 1) + (0.5 - there.zone) * 3_600_000, 1, HOURS);
const own = sunAt(there.lat);

/** Its hours, or the same clearness of every hour under the sun of another latitude, split by Erbs. */
function hoursAt(latDeg: number): LightSeries {
  if (latDeg === there.lat) return there;
  const sun = sunAt(latDeg);
  const light = { ghi: new Float64Array(HOURS), dni: new Float64Array(HOURS), dhi: new Float64Array(HOURS) };
  const outside = (i: number) => own.extraterrestrialWm2[i]! * Math.max(0, own.cosZenith[i]!);
  for (let i = 0; i < HOURS; i++) {
    const up = sun.cosZenith[i]!;
    if (up <= 0) continue;
    const day = Array.from({ length: 24 }, (_, hour) => i - (i % 24) + hour);
    const sum = (of: (at: number) => number) => day.reduce((all, at) => all + of(at), 0);
    const clearness =
      own.cosZenith[i]! > 0.1 ? there.ghi[i]! / outside(i) : sum((at) => there.ghi[at]!) / sum(outside);
    const k = Math.min(0.82, clearness);
    const ghi = k * sun.extraterrestrialWm2[i]! * up;
    light.ghi[i] = ghi;
    light.dhi[i] = ghi * erbsHourlyDiffuse(k);
    light.dni[i] = up > 0.05 ? (ghi - light.dhi[i]!) / up : 0;
  }
  return light;
}

// One station's hours, and the same clearness carried to three other latitudes: what a limit takes of the year by the hour,
// against the months' kinds of day, which know only each month's totals.
describe.each([
  [there.lat, 35],
  [there.lat, 60],
  [55, 45],
  [25, 25],
  [5, 10],
])('clipping at %s° on a tilt of %s°', (latDeg, tiltDeg) => {
  const plan = blankArray(1, 'c1');
  const held = { ...plan, plane: { ...plan.plane, tilt: chosen(tiltDeg), azimuth: chosen(180) } };
  const module = readSheet(plan.module);
  const light = hoursAt(latDeg);
  const poa = new Float64Array(HOURS);
  planeSeries(sunAt(latDeg), light, [{ tiltDeg, azimuthDeg: 180 }], 0.2, false, [poa]);
  const dirt = 1 - plan.soiling.value / 100;
  const watts = Array.from(poa, (wm2, i) =>
    powerShare(wm2 * dirt, faimanCellC(wm2, there.air[i]!, 1), module.gammaPmax),
  );
  const month = (of: ArrayLike<number>, m: number) => {
    const from = 24 * MONTH_DAYS.slice(0, m).reduce<number>((sum, days) => sum + days, 0);
    let sum = 0;
    for (let i = from; i < from + 24 * MONTH_DAYS[m]!; i++) sum += of[i]!;
    return sum / MONTH_DAYS[m]!;
  };
  const climate = resolveClimate(
    { place: { ...blankPlace(), lat: chosen(latDeg), lon: chosen(0) }, stops: {} },
    plainClimate(latDeg, {
      ghiKWhm2: MONTH_DAYS.map((_, m) => month(light.ghi, m) / 1000),
      airC: MONTH_DAYS.map((_, m) => month(there.air, m) / 24),
    }),
  )!;
  const year = computePlaneYear(
    skyYear(climate, 'hay-davies'),
    held,
    module,
    shadowFigures(held, module.pmaxW),
  );
  /** Share of a year that is over a limit. */
  const hourly = (limit: number) =>
    watts.reduce((sum, w) => sum + Math.max(0, w - limit), 0) / watts.reduce((sum, w) => sum + w, 0);
  const byKinds = (limit: number) => {
    const over = (day: Float64Array) => day.reduce((sum, w) => sum + Math.max(0, w - limit), 0);
    const [lost, all] = year.reduce<[number, number]>(
      ([a, b], { kinds, perWatt }, m) => [
        a + (MONTH_DAYS[m]! * kinds.reduce((sum, day) => sum + over(day), 0)) / kinds.length,
        b + MONTH_DAYS[m]! * perWatt.reduce((sum, w) => sum + w, 0),
      ],
      [0, 0],
    );
    expect(all * STEP_H).toBeGreaterThan(500);
    return lost / all;
  };
  it.each([1.5, 2])('is within a fifth at %s times the limit', (times) => {
    expect(Math.abs(byKinds(1 / times) / hourly(1 / times) - 1)).toBeLessThan(0.2);
  });
  it('is within six tenths of a point at 1.2 times, where hardly an hour is over', () => {
    expect(hourly(1 / 1.2)).toBeLessThan(0.01);
    expect(Math.abs(byKinds(1 / 1.2) - hourly(1 / 1.2))).toBeLessThan(0.006);
  });
});
