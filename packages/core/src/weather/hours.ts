import { sunSeries, type SunSeries } from '../sky';
import { clamp, erbsHourlyDiffuse } from '../sun';
import { dayIndex } from '../units';

export const HOURS = 8760;

/** A typical year of hours, by local standard time; NaN where there is nothing. Filled in by `completed`. */
export interface HourlyYear {
  latDeg: number;
  lonDeg: number;
  altitudeM: number | null;
  /** Of local standard time, hours east of Greenwich. */
  utcOffsetH: number;
  /** Sun and light are those of the middle of the hour: hour 0 is 00:00 to 01:00 of 1 January. */
  ghi: Float64Array;
  dni: Float64Array;
  dhi: Float64Array;
  air: Float64Array;
  wind: Float64Array;
}

export function emptyYear(
  place: Pick<HourlyYear, 'latDeg' | 'lonDeg' | 'altitudeM' | 'utcOffsetH'>,
): HourlyYear {
  const series = () => new Float64Array(HOURS).fill(NaN);
  return { ...place, ghi: series(), dni: series(), dhi: series(), air: series(), wind: series() };
}

/** Hour of a common year, 0–8759, of a month, a day and an hour 0–23; null on 29 February and where there is no such day. */
export function hourIndex(month: number, day: number, hour: number): number | null {
  if (month === 2 && day === 29) return null;
  const two = (value: number) => String(value).padStart(2, '0');
  const index = dayIndex(`${two(month)}-${two(day)}`);
  return index === null || hour < 0 || hour > 23 ? null : index * 24 + hour;
}

/** Any common year; typical years are put together from many. */
const YEAR = 2001;

/** The sun over the year's hours. */
export const sunOfYear = ({ latDeg, lonDeg, utcOffsetH }: HourlyYear): SunSeries =>
  sunSeries(latDeg, lonDeg, Date.UTC(YEAR, 0, 1) + (0.5 - utcOffsetH) * 3_600_000, 1, HOURS);

export interface Completion {
  year: HourlyYear;
  sun: SunSeries;
  /** Share of each month's hours that were there, 0–1. */
  covered: number[];
  notes: string[];
}

/** Months with less than this of their hours are left to the climate grid. */
export const LEAST_COVERED = 0.6;

/** @internal so many of something, as it is said */
export const plural = (n: number, word: string) => `${n.toLocaleString('en')} ${word}${n === 1 ? '' : 's'}`;

/**
 * Fills what a year lacks, and says what: light that follows from other light, short gaps straight across, long ones
 * from the same hour of the days around. What cannot be filled stays NaN.
 */
export function completed(year: HourlyYear): Completion {
  const sun = sunOfYear(year);
  const notes: string[] = [];
  const covered = new Array<number>(12).fill(0);
  const days = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
  let derivedGhi = 0;
  for (let hour = 0; hour < HOURS; hour++) {
    const cosZenith = Math.max(0, sun.cosZenith[hour] as number);
    const [ghi, dni, dhi] = [year.ghi[hour], year.dni[hour], year.dhi[hour]] as [number, number, number];
    if (Number.isNaN(ghi) && !Number.isNaN(dni) && !Number.isNaN(dhi)) {
      year.ghi[hour] = dhi + dni * cosZenith;
      derivedGhi++;
    }
  }
  if (derivedGhi > 0)
    notes.push(`Global light of ${plural(derivedGhi, 'hour')} follows from beam and diffuse.`);
  let hour = 0;
  for (const [month, length] of days.entries()) {
    let there = 0;
    for (let i = 0; i < length * 24; i++, hour++) if (!Number.isNaN(year.ghi[hour] as number)) there++;
    covered[month] = there / (length * 24);
  }
  const filledGhi = fillGaps(year.ghi, (at) => (sun.cosZenith[at] as number) <= 0);
  if (filledGhi > 0)
    notes.push(
      `${plural(filledGhi, 'hour')} of light ${filledGhi === 1 ? 'was' : 'were'} missing and filled from the hours and days around.`,
    );
  let split = 0;
  for (let at = 0; at < HOURS; at++) {
    const cosZenith = sun.cosZenith[at] as number;
    const ghi = year.ghi[at] as number;
    if (Number.isNaN(ghi)) continue;
    if (cosZenith <= 0.01) {
      if (Number.isNaN(year.dni[at] as number)) year.dni[at] = 0;
      if (Number.isNaN(year.dhi[at] as number)) year.dhi[at] = ghi;
      continue;
    }
    if (!Number.isNaN(year.dni[at] as number) && !Number.isNaN(year.dhi[at] as number)) continue;
    const outside = sun.extraterrestrialWm2[at] as number;
    if (!Number.isNaN(year.dhi[at] as number)) {
      year.dni[at] = clamp((ghi - (year.dhi[at] as number)) / cosZenith, 0, outside);
    } else if (!Number.isNaN(year.dni[at] as number)) {
      year.dhi[at] = Math.max(0, ghi - (year.dni[at] as number) * cosZenith);
    } else {
      const dhi = ghi * erbsHourlyDiffuse(clamp(ghi / (outside * cosZenith), 0, 1));
      year.dhi[at] = dhi;
      year.dni[at] = clamp((ghi - dhi) / cosZenith, 0, outside);
    }
    split++;
  }
  if (split > 0)
    notes.push(`Beam and diffuse of ${plural(split, 'hour')} are split from the global light (Erbs 1982).`);
  const filledAir = fillGaps(year.air, () => false);
  if (filledAir > 0)
    notes.push(
      `${plural(filledAir, 'hour')} of air temperature ${filledAir === 1 ? 'was' : 'were'} missing and filled from the hours and days around.`,
    );
  fillGaps(year.wind, () => false);
  return { year, sun, covered, notes };
}

const SHORT_GAP = 6;
/** A longer gap than this is not filled. */
const LONG_GAP_DAYS = 14;

/** @param dark hours that are simply dark, and not counted. @returns hours filled */
function fillGaps(series: Float64Array, dark: (hour: number) => boolean): number {
  const source = series.slice();
  if (source.every(Number.isNaN)) return 0;
  let filled = 0;
  let hour = 0;
  while (hour < HOURS) {
    if (!Number.isNaN(source[hour] as number)) {
      hour++;
      continue;
    }
    const from = hour;
    while (hour < HOURS && Number.isNaN(source[hour] as number)) hour++;
    const length = hour - from;
    if (length > LONG_GAP_DAYS * 24) continue;
    const [before, after] = [source[from - 1], source[hour]];
    for (let at = from; at < hour; at++) {
      if (dark(at)) {
        series[at] = 0;
        continue;
      }
      const value =
        length <= SHORT_GAP && before !== undefined && after !== undefined
          ? before + ((after - before) * (at - from + 1)) / (length + 1)
          : sameHour(source, at);
      if (value === null) continue;
      series[at] = value;
      filled++;
    }
  }
  return filled;
}

/** Mean of the same hour on the nearest days before and after that have it. */
function sameHour(series: Float64Array, at: number): number | null {
  const found: number[] = [];
  for (const direction of [-24, 24]) {
    for (let days = 1; days <= LONG_GAP_DAYS; days++) {
      const there = series[at + days * direction];
      if (there === undefined) break;
      if (Number.isNaN(there)) continue;
      found.push(there);
      break;
    }
  }
  return found.length > 0 ? found.reduce((sum, value) => sum + value, 0) / found.length : null;
}
