import type { Facts } from '../calculate';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { monthName } from '../units';
import { figure, step, type Figure, type Pen } from './figure';

export function placeFigures({ climate, design }: Facts, pen: Pen): Figure[] {
  if (!climate) return [];
  const months = climate.months.map((month, index) => {
    const outside = dailyExtraterrestrial(climate.latDeg, MEAN_DAYS[index] ?? 1);
    return figure(
      pen,
      `sun:${index + 1}`,
      'place',
      `horizontal irradiation in ${monthName(index + 1)}`,
      month.ghiKWhm2,
      'irradiation',
      {
        steps: [
          step('outside the air', pen(outside, 'irradiation')),
          step('that comes through', `× ${month.clearness.toFixed(2)}`),
        ],
        source:
          month.ghiFrom === 'typed'
            ? 'Typed for this job; the share that comes through follows from it.'
            : month.ghiFrom === 'file'
              ? `Your own weather, ${design.place.weather?.name ?? 'of a stop'}.`
              : 'Climate grid, bilinear in clearness between cells of half a degree. A planning estimate, 16 % root mean square.',
        others: `Mean day from ${pen(month.minC, 'temperature')} to ${pen(month.maxC, 'temperature')} (Hargreaves & Samani).`,
      },
    );
  });
  return [
    ...months,
    figure(pen, 'climate.low', 'place', 'record low', climate.low.valueC, 'temperature', {
      source: 'Decides the cold open-circuit volts of the strings.',
      others: `From: ${climate.low.note}.`,
    }),
    figure(pen, 'climate.high', 'place', 'record high', climate.high.valueC, 'temperature', {
      source: 'Decides the hot working volts of the strings.',
      others: `From: ${climate.high.note}.`,
    }),
  ];
}
