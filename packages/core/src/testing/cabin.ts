import type { Design, Use } from '../document';
import { blankDesign, blankUse, chosen, measured } from '../job';

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
