import { spreadOfDays } from '../sun';
import { MONTH_DAYS } from '../units';

/** Probabilities at which a place's own quantiles of daily light are given. */
export const DAY_PROBABILITIES = [
  0.02, 0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 0.95, 0.98,
] as const;

/** How much a day takes after the day before. @source Graham, Hollands & Brunger 1988; five stations gave 0.15 to 0.5 */
export const DAY_PERSISTENCE = 0.29;

/** Numbers between 0 and 1 that are the same every time for a seed. @source Mulberry32, a public-domain generator */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Cumulative normal distribution. @source Abramowitz & Stegun 26.2.17, within 7.5e-8 */
export function normalShare(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = Math.exp((-z * z) / 2) * 0.3989422804014327 * poly;
  return z >= 0 ? 1 - tail : tail;
}

/** Light of a day as a share of its month's mean, by its rank from darkest (0) to brightest (1). */
export type DayRank = (rank: number) => number;

/** From a place's own quantiles, straight between them and on past the ends. */
export function rankByQuantiles(quantiles: readonly number[]): DayRank {
  return (rank) => {
    const last = DAY_PROBABILITIES.length - 1;
    let at = 0;
    while (at < last - 1 && rank > (DAY_PROBABILITIES[at + 1] ?? 1)) at++;
    const [p0, p1] = [DAY_PROBABILITIES[at] ?? 0, DAY_PROBABILITIES[at + 1] ?? 1];
    const [q0, q1] = [quantiles[at] ?? 1, quantiles[at + 1] ?? 1];
    return Math.max(0.02, q0 + ((q1 - q0) * (rank - p0)) / (p1 - p0));
  };
}

/** From the month's clearness alone, where there are no quantiles. @source as `spreadOfDays` */
export function rankByClearness(clearness: number): DayRank {
  const days = spreadOfDays(clearness, 200);
  const mean = days.reduce((sum, day) => sum + day, 0) / days.length || 1;
  return (rank) => (days[Math.min(days.length - 1, Math.floor(rank * days.length))] ?? mean) / mean;
}

/**
 * Years of days, one after another, each as a share of its month's mean: dark days follow dark days, the place's own
 * spread is kept, and every month's mean over all the years is 1.
 * @param ranks one for each month, @param years 1 or more, @param persistence −1…1, 0 for days without memory
 * @source first-order Gaussian autoregression, Graham, Hollands & Brunger 1988, Solar Energy 40
 */
export function daySequence(
  ranks: readonly DayRank[],
  years: number,
  seed: number,
  persistence: number = DAY_PERSISTENCE,
): Float64Array {
  const random = seededRandom(seed);
  const fresh = Math.sqrt(1 - persistence ** 2);
  const days = new Float64Array(years * 365);
  const sums = new Float64Array(12);
  let z = gaussian(random);
  let at = 0;
  for (let year = 0; year < years; year++) {
    for (const [month, length] of MONTH_DAYS.entries()) {
      for (let day = 0; day < length; day++) {
        z = persistence * z + fresh * gaussian(random);
        const share = ranks[month]?.(normalShare(z)) ?? 1;
        days[at++] = share;
        sums[month] = (sums[month] ?? 0) + share;
      }
    }
  }
  at = 0;
  for (let year = 0; year < years; year++) {
    for (const [month, length] of MONTH_DAYS.entries()) {
      const scale = (years * length) / (sums[month] || 1);
      for (let day = 0; day < length; day++, at++) days[at] = (days[at] ?? 0) * scale;
    }
  }
  return days;
}

/** @source Box & Muller 1958 */
function gaussian(random: () => number): number {
  const u = Math.max(random(), 1e-12);
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

/** A day is dark below this share of its month's mean. */
export const DARK_SHARE = 0.5;

/**
 * The longest run of dark days that touches each month, in each year.
 * @param days as `daySequence` gives them
 * @returns by month (12), then year
 */
export function darkRuns(days: Float64Array, dark = DARK_SHARE): number[][] {
  const years = Math.floor(days.length / 365);
  const longest = MONTH_DAYS.map(() => new Array<number>(years).fill(0));
  // the months, of all years, that the run under way has touched
  const touched = new Set<number>();
  let run = 0;
  const end = () => {
    for (const month of touched) {
      const own = longest[month % 12] as number[];
      const year = Math.floor(month / 12);
      own[year] = Math.max(own[year] ?? 0, run);
    }
    run = 0;
    touched.clear();
  };
  let at = 0;
  for (let month = 0; month < years * 12; month++)
    for (let day = 0; day < (MONTH_DAYS[month % 12] ?? 30); day++, at++) {
      if ((days[at] ?? 1) >= dark) end();
      else {
        run++;
        touched.add(month);
      }
    }
  end();
  return longest;
}
