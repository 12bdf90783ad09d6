import { calculate } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';
import { darkRuns, daySequence } from '../sky';
import { dayRanksOf } from './dayRanks';

export interface DarkMonth {
  month: number;
  inUse: boolean;
  /** Longest run of dark days that touches the month: of a middling year, and of the worst year in ten. */
  usualDays: number;
  rareDays: number;
}

export interface DarkPicture {
  months: DarkMonth[];
  /** The month in use with the longest rare run; of all months where nothing is used. */
  worst: DarkMonth;
  /** True where the place's own spread of days is known. */
  ownSpread: boolean;
}

const YEARS = 200;

/** Runs of dark days by month, from synthetic years of days. Null without a place. */
export function darkPicture(design: Design, grid: JobClimate | null): DarkPicture | null {
  const { climate, loads } = calculate(design, grid);
  if (!climate) return null;
  const { ranks, ownSpread, seed } = dayRanksOf(climate, grid);
  const runs = darkRuns(daySequence(ranks, YEARS, seed));
  const months = runs.map((years, index): DarkMonth => {
    const inTurn = years.toSorted((a, b) => a - b);
    return {
      month: index + 1,
      inUse: (loads.months[index]?.busWh ?? 0) > 0,
      usualDays: inTurn[Math.floor(YEARS * 0.5)] ?? 0,
      rareDays: inTurn[Math.floor(YEARS * 0.9)] ?? 0,
    };
  });
  const counted = months.some(({ inUse }) => inUse) ? months.filter(({ inUse }) => inUse) : months;
  return {
    months,
    worst: counted.reduce((most, month) => (month.rareDays > most.rareDays ? month : most)),
    ownSpread,
  };
}
