import { gunzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { climateMonth } from '../climate';
import { faimanCellC, MOUNTINGS } from '../module';
import { blankArray } from '../job';
import { DAY_PROBABILITIES, computePlaneYear, planeSeries, powerShare, skyYear } from '../sky';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { MONTH_DAYS } from '../units';
import { completed, HOURS, readEpw, readTmy, sunOfYear, type StationReading } from '../weather';
import { sentYear } from './harvest';

// Two typical years of open government data, hour by hour: what a limit takes of each hour, against what the months know.
const STATIONS: [string, (text: string) => StationReading][] = [
  ['lakeside-42N.epw.gz', readEpw],
  ['piedmont-36N-tmy3.csv.gz', readTmy],
];
const TILT = 35;
const GAMMA = -0.0035;

function station(name: string, read: (text: string) => StationReading) {
  const bytes = readFileSync(join(__dirname, '../../fixtures/weather', name));
  const reading = read(Buffer.from(gunzipSync(new Uint8Array(bytes))).toString('utf8'));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  const { year } = completed(reading.year);
  const plane = [new Float64Array(HOURS)];
  planeSeries(sunOfYear(year), year, [{ tiltDeg: TILT, azimuthDeg: 180 }], 0.2, false, plane);
  const { u0, u1 } = MOUNTINGS.rack;
  const hourly = plane[0]!.map((wm2, hour) =>
    powerShare(wm2, faimanCellC(wm2, year.air[hour] ?? 15, 1, u0, u1), GAMMA),
  );
  return { year, hourly };
}

describe.each(STATIONS)('what a limit takes, %s', (name, read) => {
  const { year, hourly } = station(name, read);
  let hour = 0;
  const months = MONTH_DAYS.map((days, month) => {
    let [ghi, air] = [0, 0];
    for (let i = 0; i < days * 24; i++, hour++) {
      ghi += (year.ghi[hour] ?? 0) / 1000 / days;
      air += (year.air[hour] ?? 0) / 24 / days;
    }
    const clearness = ghi / dailyExtraterrestrial(year.latDeg, MEAN_DAYS[month]!);
    // the spread of its days as the climate grid would give it
    const sums = Array.from({ length: days }, (_, day) =>
      year.ghi
        .subarray(hour - 24 * (day + 1), hour - 24 * day)
        .reduce((sum, wm2) => sum + wm2 / 1000 / ghi, 0),
    ).sort((a, b) => a - b);
    const spread = DAY_PROBABILITIES.map((share) => {
      const at = share * days - 0.5;
      const low = Math.max(0, Math.min(days - 2, Math.floor(at)));
      return sums[low]! + (sums[low + 1]! - sums[low]!) * (at - low);
    });
    return climateMonth(ghi, 'typed', air, 'typed', air - 5, air + 5, clearness, spread);
  });
  const place = {
    latDeg: year.latDeg,
    lonDeg: year.lonDeg,
    altitudeM: year.altitudeM ?? 0,
    gridAltitudeM: 0,
    months,
    linke: months.map(() => 3),
    landDistance: 0,
    light: null,
  };
  it.each([1.2, 1.5, 2])('of an array %s times as large', (ratio) => {
    const record = { valueC: 0, from: 'typed' as const, note: '' };
    const climate = { ...place, sky: place, low: record, high: record };
    const skies = skyYear(
      { stays: months.map(() => [{ id: 'home', share: 1, climate }]) } as never,
      'hay-davies',
    );
    const plan = blankArray(1, 'c1');
    plan.plane = {
      ...plan.plane,
      kind: 'fixed',
      tilt: { value: TILT, from: 'chosen' },
      azimuth: { value: 180, from: 'chosen' },
    };
    plan.soiling = { value: 0, from: 'chosen' };
    plan.mounting = 'rack';

    const own = computePlaneYear(skies, plan, { gammaPmax: GAMMA } as never, [1, 1, 1] as never);
    const feed = { year: own, wiredModules: 1, wiredW: 1000, factor: 1000, inputLimitW: Infinity };
    const ours = sentYear([feed], 1, 1000 / ratio);
    const clipped = ours.reduce((sum, { clippedWh }, month) => sum + clippedWh * MONTH_DAYS[month]!, 0);
    const sent = ours.reduce((sum, { sentWh }, month) => sum + sentWh[0]! * MONTH_DAYS[month]!, 0);
    const over = hourly.reduce((sum, share) => sum + Math.max(0, share - 1 / ratio), 0);
    const all = hourly.reduce((sum, share) => sum + share, 0);
    // the months see a little less light than the hours, which lose nothing at the glass here
    expect(Math.abs((clipped + sent) / 1000 / all - 1)).toBeLessThan(0.05);
    const [told, lost] = [clipped / (clipped + sent), over / all];
    expect(Math.abs(told - lost)).toBeLessThan(Math.max(0.2 * lost, 0.0025));
  });
});
