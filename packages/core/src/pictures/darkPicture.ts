import { calculate, darkDays, type DarkDays } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';

export type DarkPicture = DarkDays;

/** Runs of dark days by month, from synthetic years of days. Null without a place. */
export function darkPicture(design: Design, grid: JobClimate | null): DarkPicture | null {
  const facts = calculate(design, grid);
  return facts.climate && darkDays(facts.climate, facts);
}
