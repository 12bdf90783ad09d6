import type { Use } from '../document';
import type { TypicalUse } from '../loads';
import { blankUse, chosen, guess } from './blank';

/** A typical use as a row of its own, every figure a guess until it is changed. */
export function useFromLibrary(typical: TypicalUse, position: number): Use {
  return {
    ...blankUse(position, typical.name),
    group: typical.group,
    watts: guess(typical.watts),
    count: chosen(1),
    hours: guess(typical.hours),
    supply: typical.dc ? 'dc' : 'ac',
    startFactor: guess(typical.startFactor),
    standby: guess(typical.standby),
    priority: typical.priority,
    form: typical.form,
    given: Object.fromEntries(
      Object.entries({ ...typical.given, ...dutyOf(typical) }).map(([key, value]) => [key, guess(value)]),
    ),
    paint: typical.paint === null ? {} : { year: typical.paint },
    perPerson: typical.perPerson,
  };
}

/** Where hours are painted, the share of them that makes its usual hours. */
function dutyOf({ paint, hours, form }: TypicalUse): { duty?: number } {
  if (paint === null || (form !== 'watts' && form !== 'amps')) return {};
  const painted = paint.split('1').length / 2 - 0.5;
  return painted > 0 ? { duty: Math.max(1, Math.round((100 * hours) / painted)) } : {};
}
