import type { JobClimate, ResolvedClimate } from '../climate';
import { rankByClearness, rankByQuantiles, type DayRank } from '../sky';

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
