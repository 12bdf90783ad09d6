import type { JobClimate, ResolvedClimate } from '../climate';
import { remembered } from '../memo';
import { darkRuns, daySequence, rankByClearness, rankByQuantiles, type DayRank } from '../sky';
import type { Facts } from './facts';

/** How days spread about the mean of each month, where most of it is spent, and a seed of the place's own. */
export function dayRanksOf(
  climate: ResolvedClimate,
  grid: JobClimate | null,
): { ranks: DayRank[]; ownSpread: boolean; seed: number } {
  let ownSpread = true;
  const ranks = climate.stays.map((stays, month) => {
    const longest = stays.reduce((most, stay) => (stay.share > most.share ? stay : most));
    const from = longest.id === 'home' ? grid : grid?.stops?.[longest.id];
    const quantiles = from?.dayQuantiles?.[month];
    if (quantiles) return rankByQuantiles(quantiles);
    ownSpread = false;
    return rankByClearness(longest.climate.months[month]?.clearness ?? 0.5);
  });
  const seed = Math.round((climate.latDeg + 90) * 1000) * 1000 + Math.round(climate.lonDeg + 180);
  return { ranks, ownSpread, seed };
}

export interface DarkMonth {
  month: number;
  inUse: boolean;
  /** Longest run of dark days that touches the month: of a middling year, and of the worst year in ten. */
  usualDays: number;
  rareDays: number;
}

export interface DarkDays {
  months: DarkMonth[];
  /** The month in use with the longest rare run; of all months where nothing is used. */
  worst: DarkMonth;
  /** True where the place's own spread of days is known. */
  ownSpread: boolean;
}

const YEARS = 200;

const runsOf = remembered('runs of dark days', (climate: ResolvedClimate, grid: JobClimate | null) => {
  const { ranks, ownSpread, seed } = dayRanksOf(climate, grid);
  const runs = darkRuns(daySequence(ranks, YEARS, seed)).map((years) => years.toSorted((a, b) => a - b));
  const at = (share: number) => runs.map((inTurn) => inTurn[Math.floor(YEARS * share)] ?? 0);
  return { usual: at(0.5), rare: at(0.9), ownSpread };
});

/** Runs of dark days by month at a place, from synthetic years of days. */
export function darkDays(climate: ResolvedClimate, { grid, loads }: Pick<Facts, 'grid' | 'loads'>): DarkDays {
  const { usual, rare, ownSpread } = runsOf(climate, grid);
  const months = usual.map((usualDays, index): DarkMonth => ({
    month: index + 1,
    inUse: (loads.months[index]?.busWh ?? 0) > 0,
    usualDays,
    rareDays: rare[index] ?? 0,
  }));
  const counted = months.some(({ inUse }) => inUse) ? months.filter(({ inUse }) => inUse) : months;
  return {
    months,
    worst: counted.reduce((most, month) => (month.rareDays > most.rareDays ? month : most)),
    ownSpread,
  };
}
