import { QUANTITIES, type Quantity } from './quantities';
import { findUnit } from './unitTable';

function scaleAndOffset(unit: string, quantity: Quantity): readonly [number, number] {
  const known = findUnit(unit);
  return [known?.scale ?? 1, quantity === 'rise' ? 0 : (known?.offset ?? 0)];
}

/** From a value in `unit` to the unit the core stores the quantity in. */
export function toStored(value: number, quantity: Quantity, unit: string): number {
  const stored = QUANTITIES[quantity].stored;
  if (unit === stored) return value;
  const [scale, offset] = scaleAndOffset(unit, quantity);
  const [storedScale, storedOffset] = scaleAndOffset(stored, quantity);
  return (value * scale + offset - storedOffset) / storedScale;
}

/** From the unit the core stores the quantity in to `unit`. */
export function fromStored(value: number, quantity: Quantity, unit: string): number {
  const stored = QUANTITIES[quantity].stored;
  if (unit === stored) return value;
  const [scale, offset] = scaleAndOffset(unit, quantity);
  const [storedScale, storedOffset] = scaleAndOffset(stored, quantity);
  return (value * storedScale + storedOffset - offset) / scale;
}
