import { displayFigure, joined, type Figure, type UnitSystem } from '@ivolt/core';

/** How a figure has changed against the pinned design, with its sign; null where it has not, or cannot be told. */
export function changeOf(
  now: Figure | undefined,
  before: Figure | undefined,
  units: UnitSystem,
): string | null {
  if (now?.value == null || before?.value == null || now.quantity !== before.quantity) return null;
  if (now.shown.number === before.shown.number && now.shown.unit === before.shown.unit) return null;
  const by = now.value - before.value;
  // a temperature that moves is told in the difference of its unit, which has no zero of its own
  if (now.quantity === 'temperature') return null;
  return (by > 0 ? '+' : '−') + joined(displayFigure(Math.abs(by), now.quantity, units));
}
