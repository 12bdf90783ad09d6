import type { ClimateMonth } from '../climate';
import { CELLS, paintedHours, type Use } from '../document';
import { airAt } from '../sky';
import { degreesByHour } from './degrees';
import { givenOf, USE_FORMS } from './given';

const GRAVITY = 9.80665;
const WH_PER_LITRE_KELVIN = 1.163;
const CELL_H = 24 / CELLS;

/** What of a use its energy follows from: all but what it is called, where it stands, and what is said of it alone. */
export type UsePart = Omit<Use, 'name' | 'position' | 'leg' | 'shed'>;

/** What one piece of a use does on a day it runs. */
export interface UseDay {
  /** While it runs, W; 0 where its watts are not known. */
  runW: number;
  /** Hours it draws; where only its energy is known, what that makes of its watts. */
  hours: number;
  /** Running, without off draw, Wh. */
  runWh: number;
  /** Draw when off, over the rest of the day, Wh. */
  offWh: number;
  /** Mean watts in each half hour, off draw and all. */
  profile: Float64Array;
  /** True where the profile is the same all day. */
  flat: boolean;
  /** True where nothing says at which hours it runs. */
  untimed: boolean;
}

/** @source amps × volts × power factor */
export const wattsOfAmps = (amps: number, volts: number, powerFactor: number) => amps * volts * powerFactor;

/**
 * Energy to lift water, Wh.
 * @param headM lift with friction, @param pressureKPa at the outlet, @param efficiency of pump and motor 0–1
 * @source m·g·h and V·p
 */
export function pumpingWh(litres: number, headM: number, pressureKPa: number, efficiency: number): number {
  return (litres * GRAVITY * headM + litres * pressureKPa) / 3600 / efficiency;
}

/** Energy to heat water, Wh. @param efficiency heat in the water over energy taken @source heat capacity of water */
export const heatingWh = (litres: number, riseK: number, efficiency: number) =>
  (litres * WH_PER_LITRE_KELVIN * riseK) / efficiency;

/** Watts of one piece while it runs. */
export function runningW(use: UsePart): number {
  switch (use.form) {
    case 'amps':
      return wattsOfAmps(givenOf(use, 'amps'), givenOf(use, 'volts'), givenOf(use, 'powerFactor'));
    case 'meter':
      return givenOf(use, 'meterPeak') || givenOf(use, 'meterWh') / givenOf(use, 'meterHours');
    case 'series':
      return use.series?.peakW ?? 0;
    default:
      return use.watts.value;
  }
}

/** What a start takes of one piece, W; never less than running. */
export function startingW(use: UsePart): number {
  const running = runningW(use);
  const asked = {
    factor: running * use.startFactor.value,
    amps: givenOf(use, 'startAmps') * givenOf(use, 'startVolts'),
    watts: givenOf(use, 'startWatts'),
  }[use.start];
  return Math.max(running, asked);
}

/** Half hours it may run in, in a month 1–12; undefined where nothing is painted. */
export const paintIn = ({ paint }: Pick<Use, 'paint'>, month: number): string | undefined =>
  paint[month] ?? paint.year;

/** Wh a day of a use whose energy is known by something else than its hours; null where it follows from them. */
function knownWh(use: UsePart, climate: ClimateMonth | null): number | null {
  switch (use.form) {
    case 'watts':
    case 'amps':
      return null;
    case 'meter':
      return (24 * givenOf(use, 'meterWh')) / givenOf(use, 'meterHours');
    case 'label':
      return givenOf(use, 'labelWh') / 365;
    case 'pump':
      return pumpingWh(
        givenOf(use, 'litres'),
        givenOf(use, 'head'),
        givenOf(use, 'pressure'),
        givenOf(use, 'pumpEfficiency') / 100,
      );
    case 'water':
      return heatingWh(givenOf(use, 'litres'), givenOf(use, 'rise'), givenOf(use, 'heaterEfficiency') / 100);
    case 'vehicle':
      return (
        (givenOf(use, 'distance') * givenOf(use, 'perDistance') * 100) / givenOf(use, 'chargerEfficiency')
      );
    case 'heating':
    case 'cooling':
      return degreesOf(use, climate).reduce((sum, watts) => sum + watts, 0);
    case 'series':
      return 0;
  }
}

/** What a machine gives for what it takes is rated at this outdoor air, °C. @source EN 14511 and AHRI 210/240 (from memory) */
export const RATED_AT_C = { heating: 7, cooling: 35 } as const;
/** What it gives changes by this share for each kelvin, and not beyond these shares of the rated one. Common practice. */
const COP_PER_K = { heating: 0.025, cooling: -0.02 } as const;
const [LEAST_COP, MOST_COP] = [0.5, 1.35];

/** Coefficient of performance at an outdoor air, from the rated one; a plain heater has 1 in any. */
export function copAt(rated: number, outdoorC: number, side: 'heating' | 'cooling'): number {
  const share = 1 + COP_PER_K[side] * (outdoorC - RATED_AT_C[side]);
  const cop = rated * Math.min(MOST_COP, Math.max(LEAST_COP, share));
  return side === 'heating' ? (rated <= 1 ? rated : Math.max(1, cop)) : cop;
}

/** Watts that a use following the weather would take to keep up, by hour. */
function askedByWeather(use: UsePart, climate: ClimateMonth | null): number[] {
  const { form } = use;
  if (!climate || (form !== 'heating' && form !== 'cooling')) return new Array<number>(24).fill(0);
  const [perKelvin, rated, base] = [givenOf(use, 'perKelvin'), givenOf(use, 'cop'), givenOf(use, 'base')];
  return degreesByHour(climate, base, form).map((kelvin, hour) => {
    // the air of the hour, and on the colder days that the degrees are of, colder
    const air = airAt(hour + 0.5, climate.minC, climate.maxC);
    const outdoor = form === 'heating' ? Math.min(air, base - kelvin) : Math.max(air, base + kelvin);
    return (kelvin * perKelvin) / copAt(rated, outdoor, form);
  });
}

/** The same, held to its watts. */
const degreesOf = (use: UsePart, climate: ClimateMonth | null): number[] =>
  askedByWeather(use, climate).map((watts) => Math.min(watts, runningW(use)));

/** Energy a day that a use following the weather is short of, being held to its watts, Wh of one piece. */
export const shortOfWeather = (use: UsePart, climate: ClimateMonth | null): number =>
  askedByWeather(use, climate).reduce((sum, watts) => sum + Math.max(0, watts - runningW(use)), 0);

/** Hours of a month, of the measured ones the nearest mean where that month has none. */
function measuredIn(use: UsePart, month: number): number[] {
  const months = use.series?.watts ?? [];
  const own = months[month - 1];
  if (own) return own;
  const known = months.filter((hours) => hours !== null);
  return Array.from(
    { length: 24 },
    (_, hour) => known.reduce((sum, hours) => sum + (hours[hour] ?? 0), 0) / Math.max(1, known.length),
  );
}

/** Readings have the off draw in them. */
const HOLDS_OFF_DRAW: ReadonlySet<string> = new Set(['meter', 'label', 'series']);

/**
 * One piece of a use on a day it runs.
 * @param month 1–12, @param climate of that month, for what follows the weather; null counts nothing
 * @param people share of its usual running that the number of people asks for
 */
export function useDay(use: UsePart, month: number, climate: ClimateMonth | null, people = 1): UseDay {
  const runW = runningW(use);
  const profile = new Float64Array(CELLS);
  if (use.form === 'series') {
    const hours = measuredIn(use, month);
    for (let cell = 0; cell < CELLS; cell++) profile[cell] = hours[cell >> 1] ?? 0;
    const runWh = hours.reduce((sum, watts) => sum + watts, 0);
    return {
      runW,
      hours: runW > 0 ? runWh / runW : 0,
      runWh,
      offWh: 0,
      profile,
      flat: false,
      untimed: false,
    };
  }
  const paint = paintIn(use, month);
  const duty = givenOf(use, 'duty') / 100;
  const known = knownWh(use, climate);
  const times = use.perPerson ? people : 1;
  const asked =
    known === null
      ? (paint === undefined ? use.hours.value : paintedHours(paint)) * duty * times
      : runW > 0
        ? (known * times) / runW
        : 0;
  const hours = Math.min(24, asked);
  const runWh = known === null ? runW * hours : known * times;
  const offWh = HOLDS_OFF_DRAW.has(use.form) ? 0 : use.standby.value * (24 - hours);
  const cells = paint === undefined ? 0 : paintedHours(paint) * 2;
  const byWeather = cells === 0 && followsWeather(use) ? degreesOf(use, climate) : null;
  const off = offWh / 24;
  if (cells > 0) {
    for (let cell = 0; cell < CELLS; cell++)
      profile[cell] = off + (paint?.[cell] === '1' ? runWh / cells / CELL_H : 0);
  } else if (byWeather) {
    for (let cell = 0; cell < CELLS; cell++) profile[cell] = off + (byWeather[cell >> 1] ?? 0) * times;
  } else profile.fill((runWh + offWh) / 24);
  return {
    runW,
    hours,
    runWh,
    offWh,
    profile,
    flat: cells === 0 && !byWeather,
    untimed: cells === 0 && !byWeather && hours < 23 && !HOLDS_OFF_DRAW.has(use.form) && runWh > 0,
  };
}

export const followsWeather = ({ form }: Pick<Use, 'form'>): boolean =>
  form === 'heating' || form === 'cooling';

/** True where a day of it is the same in every month it runs. */
export const sameAllYear = ({ form, paint }: Pick<Use, 'form' | 'paint'>): boolean =>
  !followsWeather({ form }) && form !== 'series' && Object.keys(paint).every((key) => key === 'year');

/** True where typed hours or paint decide how long it runs. */
export const isTimed = ({ form }: Pick<Use, 'form'>): boolean => USE_FORMS[form].timed;
