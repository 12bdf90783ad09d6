import {
  AWG_SIZES,
  BLANK_CIRCUIT,
  METRIC_SIZES,
  SURROUNDINGS,
  type CircuitPlan,
  type Design,
  type Surroundings,
} from '../document';
import { chosen, guess, measured } from '../job';

/**
 * Wires as somebody might have said them: runs that were measured, a trench that several share, what is in the barn, a
 * fuse that is there, now and then too thin or too large.
 */
export function giveWiring(
  design: Design,
  next: () => number,
  pick: <T>(list: readonly T[]) => T,
  between: (low: number, high: number) => number,
): void {
  const { wiring } = design;
  const moves = design.kind === 'boat' || design.kind === 'trailer';
  const lengths = { ...wiring.lengths };
  if (next() < 0.5) lengths.array = measured(between(2, moves ? 12 : 70));
  if (next() < 0.3) lengths.loads = guess(between(2, 40));
  const stretches = { ...wiring.stretches };
  for (let i = between(0, 2); i > 0; i--)
    stretches[`s${i}`] = {
      name: `Stretch ${i}`,
      position: i,
      surroundings: pick(Object.keys(SURROUNDINGS) as Surroundings[]),
      raceway: pick(['none', 'plastic', 'steel']),
      length: measured(between(1, moves ? 6 : 50)),
      ambient: next() < 0.1 ? measured(between(10, 65)) : null,
      depth: next() < 0.4 ? measured(between(2, 9) * 100) : null,
      traffic: next() < 0.2,
      bends: i === 1 ? measured(between(0, 9)) : null,
    };
  const keys = [
    ...Object.keys(design.arrays).flatMap((id) => [`feed-${id}`, `string-${id}`]),
    ...Object.keys(design.controllers).map((id) => `charge-${id}`),
    ...Object.keys(design.power.sources).flatMap((id) => [`source-${id}`, `charger-${id}`]),
    ...Object.entries(design.uses).map(([id, { supply }]) => `${supply}-${id}`),
    'bank',
    'links',
    'inverter',
    'panel',
    'dc',
    'ac-rest',
  ];
  const sizes = design.units === 'metric' ? METRIC_SIZES : AWG_SIZES;
  const circuits: Record<string, CircuitPlan> = {};
  for (const key of keys) {
    const plan = { ...BLANK_CIRCUIT };
    if (next() < 0.4) plan.path = Object.keys(stretches).filter(() => next() < 0.5);
    if (next() < 0.1) plan.size = next() < 0.1 ? pick([...METRIC_SIZES, ...AWG_SIZES]) : pick(sizes);
    if (next() < 0.03) plan.metal = 'aluminium';
    if (next() < 0.03) plan.side = chosen(between(1, 3));
    if (key.startsWith('feed-') && next() < 0.15)
      plan.plugs = {
        panels: 'pin',
        controller: pick(['pin', 'socket', null]),
        pieces: Array.from({ length: between(1, 3) }, (_, i) => ({
          name: `Piece ${i + 1}`,
          near: pick(['pin', 'socket']),
          far: pick(['pin', 'socket']),
          swaps: pick([true, false, false, false, null]),
        })),
      };
    if (next() < 0.08) plan.fuse = measured(pick([5, 10, 15, 20, 30, 40, 60, 100, 150, 250]));
    if (JSON.stringify(plan) !== JSON.stringify(BLANK_CIRCUIT)) circuits[key] = plan;
  }
  const own: Design['wiring']['own'] =
    next() < 0.1
      ? {
          w1: {
            name: 'Pump in the field',
            position: 1,
            ac: next() < 0.5,
            volts: chosen(pick([12, 24, 48, 120, 230])),
            amps: guess(between(1, 30)),
          },
        }
      : {};
  const coils: Design['wiring']['coils'] =
    next() < 0.3
      ? {
          k1: {
            position: 1,
            size: pick(sizes.slice(1, 6)),
            colour: pick(['', 'red', 'black']),
            metres: measured(between(5, 50)),
            count: chosen(between(1, 3)),
          },
        }
      : {};
  const fault = next() < 0.15 ? measured(between(1, 38) * 500) : null;
  design.wiring = { ...wiring, lengths, stretches, circuits, own, coils, fault };
}
