import { type Stop, inOrder } from '../document';
import { YEAR_DAYS, monthOfDay, spanOf } from '../units';

export interface Stays {
  /** Days of each month at each stop. */
  days: Map<string, number[]>;
  /** Names of stops that claim the same days. */
  overlaps: [string, string][];
}

/** Whose days are whose: a stop runs from its first to its last day, over the new year if it must; of two the later in the list has them. */
export function daysOfStay(stops: Readonly<Record<string, Stop>>): Stays {
  const owner = new Array<string | null>(YEAR_DAYS).fill(null);
  const overlaps = new Map<string, [string, string]>();
  for (const [id, stop] of inOrder(stops)) {
    if (!stop.lat || !stop.lon) continue;
    for (const day of spanOf(stop.from, stop.to)) {
      const before = owner[day];
      if (before) overlaps.set(`${before} ${id}`, [stops[before]?.name ?? '', stop.name]);
      owner[day] = id;
    }
  }
  const days = new Map<string, number[]>();
  for (const [day, id] of owner.entries()) {
    if (id === null) continue;
    const months = days.get(id) ?? new Array<number>(12).fill(0);
    const month = monthOfDay(day);
    months[month] = (months[month] ?? 0) + 1;
    days.set(id, months);
  }
  return { days, overlaps: [...overlaps.values()] };
}
