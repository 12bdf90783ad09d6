import { bestTilt } from '../array';
import type { Facts } from './calculate';

const known = new WeakMap<Facts, number | null>();

/** The best fixed tilt for the facts, reckoned once for each. */
export function bestTiltOf(facts: Facts): number | null {
  const before = known.get(facts);
  if (before !== undefined) return before;
  const { climate, array, design } = facts;
  const tilt = climate && array ? bestTilt(climate, array.months, design.array.albedo.value / 100) : null;
  known.set(facts, tilt);
  return tilt;
}
