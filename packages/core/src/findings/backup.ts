import type { Facts } from '../calculate';
import type { Pen } from '../figures';
import { monthsText } from '../units';

/** Of what is used in a month, what may stay without and still count as carried. */
const MAY_LACK = 0.02;

/** True where what charges beside the sun carries all of these months, 1–12. */
export function sourcesCarry({ power, powerYear, loads }: Facts, months: readonly number[]): boolean {
  if (power.sources.length === 0 || !powerYear) return false;
  return months.every((month) => {
    const { unservedWh = Infinity, shedWh = 0 } = powerYear.months[month - 1] ?? {};
    return unservedWh + shedWh <= MAY_LACK * (loads.months[month - 1]?.busWh ?? 0);
  });
}

/** "by sun 61 %, Diesel set 39 %: 212 h and 240 L a year." */
export function sharesText({ power, powerYear }: Facts, months: readonly number[], pen: Pen): string {
  if (!powerYear) return '';
  const shown = months.flatMap((month) => powerYear.months[month - 1] ?? []);
  const sun = shown.reduce((sum, { sunWh, spilledWh, surplusWh }) => sum + sunWh - spilledWh - surplusWh, 0);
  const of = (id: string) => shown.reduce((sum, { bySource }) => sum + (bySource[id] ?? 0), 0);
  const all = power.sources.reduce((sum, { id }) => sum + of(id), Math.max(0, sun));
  const parts = power.sources
    .filter(({ id }) => of(id) > 0.005 * all)
    .map(({ id, plan }) => {
      const year = powerYear.sources.find((source) => source.id === id);
      const runs =
        plan.kind === 'generator' && year
          ? ` (${pen(year.hours, 'hours')} and ${pen(year.litres, 'fuel')} a year)`
          : '';
      return `${plan.name || 'a source'} ${pen((100 * of(id)) / Math.max(1e-9, all), 'percent')}${runs}`;
    });
  return `In ${monthsText(months)} the sun gives ${pen((100 * Math.max(0, sun)) / Math.max(1e-9, all), 'percent')}, ${parts.join(', ')}`;
}
