import type { Circuit } from './circuit';
import type { WiringScene } from './scene';

/** What a run joins: ids of the parts of a drawing, "array:a1", "bus". */
export type Ends = readonly [from: string, to: string];

/** Ids of the parts of which there is one. */
export const PART = {
  bus: 'bus',
  bank: 'bank',
  inverter: 'inverter',
  panel: 'panel',
  block: 'block',
} as const;

/** The two parts that a circuit joins; null of one within a part, as the leads of a bank's strings. */
export function endsOf({ key, kind, ac, array }: Circuit, scene: WiringScene): Ends | null {
  const { arrays, controllers, inverter, sources } = scene;
  const id = key.slice(key.indexOf('-') + 1);
  switch (kind) {
    case 'string':
      return [`array:${array}`, `joint:${id}`];
    case 'feed': {
      const strung = arrays.find((each) => each.key === id);
      const of = controllers.find((each) => each.id === strung?.controllerId);
      // one machine is one box
      const to = of?.inverter && inverter && !of.station ? PART.inverter : `controller:${of?.id ?? ''}`;
      return [(strung?.parallel ?? 1) > 1 ? `joint:${id}` : `array:${array}`, to];
    }
    case 'links':
      return null;
    case 'bank':
      return [PART.bank, PART.bus];
    case 'charge':
      return [`controller:${id}`, PART.bus];
    case 'inverter':
      return [PART.bus, PART.inverter];
    case 'panel':
      return [PART.inverter, PART.panel];
    case 'ac':
      return [PART.panel, `use:${key}`];
    case 'dc-feed':
      return [PART.bus, PART.block];
    case 'dc':
      return [PART.block, `use:${key}`];
    case 'source':
      return [`source:${id}`, inverter?.charger ? PART.inverter : `charger:${id}`];
    case 'charger': {
      const engine = sources.find((each) => each.id === id)?.kind === 'alternator';
      return [engine ? `source:${id}` : `charger:${id}`, PART.bus];
    }
    case 'own':
      return [ac ? PART.panel : PART.block, `use:${key}`];
  }
}
