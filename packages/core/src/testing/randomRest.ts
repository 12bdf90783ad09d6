import { numbers } from './wild';
import type { Design, Leg } from '../document';
import { chosen, measured } from '../job';

const LEGS: readonly Leg[] = ['a', 'b', 'c', 'both'];

/**
 * What few people say at first: a leg, hours of quiet, prices, poles, losses that were typed, a controller that waits for
 * more volts. From numbers of its own, so that the rest of a random job stays what it was.
 */
export function giveRest(design: Design, seed: number): void {
  const next = numbers(seed * 104_729 + 5);
  for (let i = 0; i < 5; i++) next();
  const between = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  const { inverter, sources } = design.power;
  if (inverter && next() < 0.4)
    design.power = {
      ...design.power,
      searching: next() < 0.6,
      inverter: { ...inverter, price: next() < 0.5 ? measured(between(2, 40) * 100) : null },
    };
  for (const [id, use] of Object.entries(design.uses))
    if (use.supply === 'ac' && next() < 0.12)
      design.uses[id] = { ...use, leg: LEGS[between(0, LEGS.length - 1)] as Leg };
  for (const source of Object.values(sources)) {
    if (source.kind !== 'generator' || next() >= 0.3) continue;
    source.given.quietFrom = chosen(between(18, 23));
    source.given.quietTo = chosen(between(5, 12));
    if (next() < 0.5) source.given.price = measured(between(3, 30) * 100);
  }
  for (const [id, plan] of Object.entries(design.arrays))
    if (next() < 0.12) design.arrays[id] = { ...plan, wiring: measured(between(0, 12) / 2) };
  if (next() < 0.1) design.supply = { ...design.supply, dcEfficiency: chosen(between(85, 100)) };
  if (next() < 0.1) design.supply = { ...design.supply, acEfficiency: chosen(between(92, 100)) };
  if (next() < 0.12) design.dc = { ...design.dc, poles: chosen(between(1, 4)) };
  // so that a string works near what the controller charges from when it is hot
  if (next() < 0.1) {
    const plan = Object.values(design.arrays)[0];
    const controller = plan && design.controllers[plan.strings.controller];
    if (plan && controller)
      design.controllers[plan.strings.controller] = {
        ...controller,
        minVolts: measured(
          Math.max(1, Math.round(plan.strings.series.value * plan.module.vmp.value * (0.78 + 0.2 * next()))),
        ),
      };
  }
}
