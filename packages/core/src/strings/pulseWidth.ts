import { clamp } from '../sun';

/** Share of Pmax a controller that ties panels to the bank can use, 0–1. */
export function pulseWidthUse(seriesCount: number, vmpV: number, bankV: number): number {
  return clamp(bankV / (seriesCount * vmpV), 0, 1);
}
