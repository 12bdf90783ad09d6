import type { Bank } from '../document';
import { centreOf, packUnits, type Packing } from './packing';

/** The bank in the room it has. */
export interface BankFit extends Packing {
  count: number;
  massKg: number;
  /** On the level that bears most. */
  levelKg: number;
  centre: { x: number; y: number; z: number };
}

export function bankFit({
  unit,
  home,
  series,
  parallel,
}: Pick<Bank, 'unit' | 'home' | 'series' | 'parallel'>): BankFit {
  const count = series.value * parallel.value;
  const packing = packUnits({
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
