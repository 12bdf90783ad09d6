import { calculate, type Facts } from '../calculate';
import { problemsOf, type Design } from '../document';
import { penFor } from '../figures';
import { tried, type Remedy } from '../findings';
import { chosen } from '../job';
import { controllerClass, controllerOfClass } from '../strings';
import { cabinOf, dcUse } from './cabin';
import { plainClimate } from './climates';
import { withAll } from './found';
import { plain } from './plain';

export const climate = { ...plainClimate(46), stops: {} };
export const pen = penFor('metric');
export const reckon = (design: Design) => calculate(design, climate);
/** A cabin with one lamp and three panels, with other things at some places. */
export const job = (changes: Record<string, unknown> = {}) =>
  withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 60, 5) }), { '/place/lat': chosen(46), ...changes });
export const strung = (series: number, parallel: number, count = series * parallel) => ({
  '/arrays/a1/count': chosen(count),
  '/arrays/a1/strings/series': chosen(series),
  '/arrays/a1/strings/parallel': chosen(parallel),
});
/** What a remedy makes of a design. @throws Error where that is no valid job */
export const taken = (design: Design, { operations }: Remedy): Facts => {
  const after = tried(design, operations);
  if (problemsOf(after).length > 0) throw new Error(JSON.stringify(problemsOf(after)));
  return reckon(after);
};
export const labels = (remedies: Iterable<Remedy>) => [...remedies].map(({ label }) => plain(label));
export const large = {
  '/controllers/c1': { position: 1, ...controllerOfClass(controllerClass('mppt-150-60')) },
};
