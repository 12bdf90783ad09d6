import { CELLS } from '../document';
import { MONTH_DAYS } from '../units';
import { cyclesAt, type ChemistryData } from './chemistries';
import { walkDay, type WalkBank } from './dayWalk';
import { rainflow } from './rainflow';

export interface LifeAsk {
  chemistry: ChemistryData;
  bank: WalkBank;
  /** Watts made and used in each half hour of the mean day, by month. */
  made: readonly Float64Array[];
  used: readonly Float64Array[];
  /** Each day of the year's light over its month's mean. */
  days: ArrayLike<number>;
  /** Mean temperature of the bank by month, °C. */
  meanC: readonly number[];
}

export interface BankLife {
  /** Wear of cycles a year, 1 is used up; and the years that gives. */
  wearAYear: number;
  cycleYears: number;
  /** Life however little it is used, at the bank's temperatures. */
  calendarYears: number;
  years: number;
  /** Energy it gives a year, Wh, and in full cycles of its capacity. */
  throughputWh: number;
  fullCycles: number;
  /** Mean of the deepest point of the days, and the deepest of the year, state of charge 0–1. */
  meanLowest: number;
  lowest: number;
}

/**
 * Life of a bank from a year of days: cycles counted by rainflow against its curve, added up by Miner's rule, and capped
 * by its calendar life, which each `halvingK` above 25 °C halves.
 * @source ASTM E1049-85; Miner 1945; Arrhenius halving of lead-acid at 10 K, common practice
 */
export function bankLife({ chemistry, bank, made, used, days, meanC }: LifeAsk): BankLife {
  const walk = new Float64Array(365 * CELLS);
  let soc = 1;
  let [at, day, throughputWh, lows, lowest] = [0, 0, 0, 0, 1];
  for (const [month, length] of MONTH_DAYS.entries()) {
    const [sun, load] = [made[month] as Float64Array, used[month] as Float64Array];
    for (let i = 0; i < length; i++, day++) {
      let [before, low] = [soc, soc];
      soc = walkDay(bank, soc, sun, load, days[day] ?? 1, (_, now) => {
        walk[at++] = now;
        if (now < before) throughputWh += (before - now) * bank.ratedWh * Math.sqrt(bank.roundTrip);
        before = now;
        low = Math.min(low, now);
      });
      lows += low;
      lowest = Math.min(lowest, low);
    }
  }
  const wearAYear = rainflow(walk).reduce(
    (sum, { range, count }) => sum + count / cyclesAt(chemistry.cycles, range * 100),
    0,
  );
  const ageing =
    meanC.reduce((sum, c) => sum + 2 ** (Math.max(-10, c - 25) / chemistry.halvingK), 0) / meanC.length;
  const cycleYears = wearAYear > 0 ? 1 / wearAYear : Infinity;
  const calendarYears = chemistry.floatYears / ageing;
  return {
    wearAYear,
    cycleYears,
    calendarYears,
    years: Math.min(cycleYears, calendarYears),
    throughputWh,
    fullCycles: throughputWh / bank.ratedWh,
    meanLowest: lows / 365,
    lowest,
  };
}

/**
 * Cost of a usable kWh over the horizon, in the money of the price.
 * @param ratedWh size bought, @param price of a rated kWh, @param years each bank lasts, @param horizon years counted
 */
export function lifeCost(
  ratedWh: number,
  price: number,
  { years, throughputWh }: Pick<BankLife, 'years' | 'throughputWh'>,
  horizon: number,
): { bought: number; total: number; perKWh: number | null } {
  const bought = Math.max(1, Math.ceil(horizon / Math.max(0.1, years) - 1e-9));
  // what is left of the last one is not charged to the horizon
  const used = Math.max(1, horizon / Math.max(0.1, years));
  const each = (ratedWh / 1000) * price;
  const delivered = (throughputWh * horizon) / 1000;
  return { bought, total: each * bought, perKWh: delivered > 0 ? (each * used) / delivered : null };
}
