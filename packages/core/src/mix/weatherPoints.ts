import type { ModuleNumbers } from '../module';
import { STEP_H, type PlaneMonth } from '../sky';
import { MONTH_DAYS } from '../units';
import type { WeatherPoint } from './types';

/** Edges of the light that is gathered into one point, W/m². */
const EDGES = [40, 200, 400, 600, 800, 950, Infinity] as const;

/**
 * The light and cell temperatures of a year of mean and of cloudless days on a plane, gathered into a few points that keep
 * its energy.
 */
export function weatherPoints(
  year: readonly PlaneMonth[],
  { gammaPmax }: Pick<ModuleNumbers, 'gammaPmax'>,
): WeatherPoint[] {
  const bins = EDGES.map(() => ({ light: 0, heat: 0, hours: 0 }));
  for (const [month, { perWatt, cellC }] of year.entries()) {
    for (const [step, share] of perWatt.entries()) {
      const cell = cellC[step] ?? 25;
      const wm2 = (share * 1000) / Math.max(0.2, 1 + gammaPmax * (cell - 25));
      if (wm2 < EDGES[0]) continue;
      const bin = bins[EDGES.findIndex((edge) => wm2 < edge)];
      const hours = (MONTH_DAYS[month] ?? 30) * STEP_H;
      if (!bin) continue;
      bin.hours += hours;
      bin.light += hours * wm2;
      bin.heat += hours * wm2 * cell;
    }
  }
  return bins
    .filter(({ hours }) => hours > 0)
    .map(({ light, heat, hours }) => ({ wm2: light / hours, cellC: heat / light, hours }));
}
