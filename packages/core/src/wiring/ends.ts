import type { Circuit } from './circuit';
import { hasJoint } from './circuits';
import { runKey, type ArrayWires, type WiringScene } from './scene';

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

/** Where the strings of an array are joined: "joint:a1", of a further input "joint:a1:2". */
const jointOf = (array: ArrayWires | undefined): string =>
  `joint:${array?.id ?? ''}${array?.further ? `:${array.further}` : ''}`;

/** The two parts that a circuit joins; null of one within a part, as the leads of a bank's strings. */
export function endsOf({ key, kind, ac, array }: Circuit, scene: WiringScene): Ends | null {
  const { arrays, controllers, inverter, sources } = scene;
  const id = key.slice(key.indexOf('-') + 1);
  const strung = arrays.find((each) => key === runKey('feed', each) || key === runKey('string', each));
  switch (kind) {
    case 'string':
      return [`array:${array}`, jointOf(strung)];
    case 'feed': {
      const of = controllers.find((each) => each.id === strung?.controllerId);
      // one machine is one box
      const to = of?.inverter && inverter && !of.station ? PART.inverter : `controller:${of?.id ?? ''}`;
      return [strung && hasJoint(strung) ? jointOf(strung) : `array:${array}`, to];
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
