import type { Bank, BankHome, BankUnit } from '../document';
import { unitOf } from './chemistries';
import { centreOf, packUnits, type Packing } from './packing';

/** What of a bank its room is reckoned with. */
export type BankFitPart = Pick<
  Bank,
  'chemistry' | 'unitVolts' | 'unitAh' | 'unit' | 'home' | 'series' | 'parallel'
>;

/** The bank in the room it has. */
export interface BankFit extends Packing {
  count: number;
  massKg: number;
  /** On the level that bears most. */
  levelKg: number;
  centre: { x: number; y: number; z: number };
}

/** So many units of a size in a room. */
export const packedIn = (
  home: Omit<BankHome, 'carries' | 'door'>,
  unit: Omit<BankUnit, 'mass'>,
  count: number,
): Packing =>
  packUnits({
    unit: {
      length: unit.length.value,
      width: unit.width.value,
      height: unit.height.value,
      onSide: unit.onSide,
    },
    count,
    space: { length: home.length.value, width: home.width.value, height: home.height.value },
    levels: home.shelves.value,
    gap: home.gap.value,
    headroom: home.headroom.value,
  });

export function bankFit(bank: BankFitPart): BankFit {
  const { home, series, parallel } = bank;
  const unit = unitOf(bank);
  const count = series.value * parallel.value;
  const packing = packedIn(home, unit, count);
  const onLevel = new Map<number, number>();
  for (const { z } of packing.placed) onLevel.set(z, (onLevel.get(z) ?? 0) + unit.mass.value);
  return {
    ...packing,
    count,
    massKg: count * unit.mass.value,
    levelKg: Math.max(0, ...onLevel.values()),
    centre: centreOf(packing.placed),
  };
}
