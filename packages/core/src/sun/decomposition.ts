/**
 * Diffuse share of an hour's global irradiance.
 * @param clearness hourly clearness index, 0–1
 * @source Erbs, Klein & Duffie 1982, Solar Energy 28
 */
export function erbsHourlyDiffuse(clearness: number): number {
  const k = clearness;
  if (k <= 0.22) return 1 - 0.09 * k;
  if (k <= 0.8) return 0.9511 - 0.1604 * k + 4.388 * k ** 2 - 16.638 * k ** 3 + 12.336 * k ** 4;
  return 0.165;
}

/**
 * Clearness of the days of a month, from darkest to brightest, with the month's mean kept.
 * @param clearness monthly mean clearness index
 * @source Bendt et al. 1981 with Herzog 1985 and Hollands & Huget 1983 (from memory)
 */
export function spreadOfDays(clearness: number, days = 24): number[] {
  const k = Math.min(0.78, Math.max(0.1, clearness));
  const least = 0.05;
  const most = 0.6313 + 0.267 * k - 11.9 * (k - 0.75) ** 8;
  const xi = (most - least) / (most - k);
  const gamma = -1.498 + (1.184 * xi - 27.182 * Math.exp(-1.5 * xi)) / (most - least);
  const spread = Array.from({ length: days }, (_, day) => {
    const share = (day + 0.5) / days;
    return Math.log((1 - share) * Math.exp(gamma * least) + share * Math.exp(gamma * most)) / gamma;
  });
  const mean = spread.reduce((sum, day) => sum + day, 0) / days;
  return spread.map((day) => Math.min(1, (day * clearness) / mean));
}
