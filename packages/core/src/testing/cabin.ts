import type { Design, Inverter, Use } from '../document';
import { blankDesign, blankUse, chosen, measured } from '../job';
import { inverterOfClass, MACHINE_CLASSES } from '../power';

/** A use on direct current, its watts and hours measured. */
export const dcUse = (
  position: number,
  name: string,
  watts: number,
  hours: number,
  more: Partial<Use> = {},
): Use => ({
  ...blankUse(position, name),
  watts: measured(watts),
  hours: measured(hours),
  supply: 'dc',
  ...more,
});

/** A cabin at 24 V and 41.6° north where only the uses draw: no loss on direct current, no controller's own draw. */
export function cabinOf(uses: Design['uses'], supply: Partial<Design['supply']> = {}): Design {
  const design = blankDesign({ name: 'Cabin', kind: 'cabin', units: 'metric', busVolts: 24 });
  return {
    ...design,
    supply: { ...design.supply, acEfficiency: chosen(100), dcEfficiency: chosen(100), ...supply },
    place: { ...design.place, lat: chosen(41.6), lon: chosen(0) },
    controllers: { c1: { ...design.controllers.c1!, ownDraw: chosen(0) } },
    uses,
  };
}

/** A typical machine by its id, of so many volts AC. @throws Error where there is no such class */
export function machineOf(id: string, volts = 230): Inverter {
  const found = MACHINE_CLASSES.find((each) => each.id === id);
  if (!found) throw new Error(`No machine ${id}`);
  return inverterOfClass(found, volts);
}
