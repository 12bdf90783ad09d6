import type { Weather, WeatherKind } from '../document';
import { circumsolar } from '../sun';
import { MONTH_DAYS } from '../units';
import { completed, LEAST_COVERED, type HourlyYear } from './hours';

const HALF_HOURS = 48;

/**
 * What a design keeps of a year of hours: months, extremes, and the light of each month's mean day by solar time.
 * @param found sentences of the reader, put before those of what was filled
 */
export function weatherOf(
  raw: HourlyYear,
  { name, kind, notes: found }: { name: string; kind: WeatherKind; notes: readonly string[] },
): Weather {
  const { year, sun, covered, notes } = completed(raw);
  const months = Array.from({ length: 12 }, () => ({
    ghi: 0,
    hours: 0,
    air: 0,
    airHours: 0,
    min: 0,
    max: 0,
    days: 0,
  }));
  const light = {
    ghi: table(),
    dni: table(),
    dhi: table(),
    circumsolar: table(),
  };
  let [lowest, highest] = [Infinity, -Infinity];
  let hour = 0;
  for (const [month, length] of MONTH_DAYS.entries()) {
    const own = months[month] as (typeof months)[number];
    for (let day = 0; day < length; day++) {
      let [least, most] = [Infinity, -Infinity];
      for (let i = 0; i < 24; i++, hour++) {
        const ghi = year.ghi[hour] as number;
        if (!Number.isNaN(ghi)) {
          own.ghi += ghi;
          own.hours++;
          spread(hour, month, length);
        }
        const air = year.air[hour] as number;
        if (Number.isNaN(air)) continue;
        own.air += air;
        own.airHours++;
        least = Math.min(least, air);
        most = Math.max(most, air);
      }
      if (least > most) continue;
      own.min += least;
      own.max += most;
      own.days++;
      lowest = Math.min(lowest, least);
      highest = Math.max(highest, most);
    }
  }
  const thin = covered.flatMap((share, month) => (share < LEAST_COVERED ? [month + 1] : []));
  const usable = (month: number) => (covered[month] ?? 0) >= LEAST_COVERED;
  const round = (value: number, digits: number) => Number(value.toFixed(digits));
  const complete = months.every(({ hours }, month) => usable(month) && hours > 0);
  return {
    name,
    kind,
    fileId: null,
    notes: [
      ...found,
      ...(thin.length > 0
        ? [
            `${thin.length === 12 ? 'No month has' : `${thin.length} of 12 months have`} too few hours of light and ${thin.length === 1 ? 'is' : 'are'} left to the climate grid: ${thin.join(', ')}.`,
          ]
        : []),
      ...notes,
    ],
    ghi: months.map(({ ghi, hours }, month) => (usable(month) ? round((ghi / hours) * 0.024, 3) : null)),
    air: months.map(({ air, airHours }) => (airHours > 200 ? round(air / airHours, 2) : null)),
    min: months.map(({ min, days }) => (days > 8 ? round(min / days, 2) : null)),
    max: months.map(({ max, days }) => (days > 8 ? round(max / days, 2) : null)),
    lowest: lowest < Infinity ? round(lowest, 1) : null,
    highest: highest > -Infinity ? round(highest, 1) : null,
    light: complete
      ? {
          ghi: light.ghi.map(rounded),
          dni: light.dni.map(rounded),
          dhi: light.dhi.map(rounded),
          circumsolar: light.circumsolar.map(rounded),
        }
      : null,
  };

  /** Puts an hour's light into the half hours of solar time it lies over. */
  function spread(at: number, month: number, days: number): void {
    const [ghi, dni, dhi] = [year.ghi[at], year.dni[at], year.dhi[at]] as [number, number, number];
    if (ghi <= 0 && dhi <= 0) return;
    const solarHour = solarHourOf(at);
    const round = circumsolar(dhi, dni, sun.extraterrestrialWm2[at] as number);
    const from = (solarHour - 0.5) * 2;
    for (let slot = Math.floor(from); slot < from + 2; slot++) {
      const share = Math.min(slot + 1, from + 2) - Math.max(slot, from);
      if (share <= 0) continue;
      const into = ((slot % HALF_HOURS) + HALF_HOURS) % HALF_HOURS;
      const add = (rows: number[][], value: number) => {
        const row = rows[month] as number[];
        row[into] = (row[into] as number) + (value * share) / days;
      };
      add(light.ghi, ghi);
      add(light.dni, dni);
      add(light.dhi, dhi);
      add(light.circumsolar, round);
    }
  }

  /** Solar time of the middle of an hour. */
  function solarHourOf(at: number): number {
    return (at % 24) + 0.5 + (year.lonDeg - 15 * year.utcOffsetH) / 15 + equationH(Math.floor(at / 24));
  }

  /** Equation of time of a day, hours. @source Spencer 1971 */
  function equationH(day: number): number {
    const b = (2 * Math.PI * day) / 365;
    return (
      (229.18 / 60) *
      (0.000075 +
        0.001868 * Math.cos(b) -
        0.032077 * Math.sin(b) -
        0.014615 * Math.cos(2 * b) -
        0.040849 * Math.sin(2 * b))
    );
  }
}

const table = (): number[][] => Array.from({ length: 12 }, () => new Array<number>(HALF_HOURS).fill(0));
const rounded = (row: readonly number[]) =>
  row.map((value) => Math.min(1500, Math.max(0, Number(value.toFixed(1)))));
