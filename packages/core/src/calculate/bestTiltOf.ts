import { albedoBy, bestTilt } from '../array';
import { leadOf, type Facts } from './calculate';

const known = new WeakMap<Facts, number | null>();

/** The best fixed tilt for the facts, reckoned once for each. */
export function bestTiltOf(facts: Facts): number | null {
  const before = known.get(facts);
  if (before !== undefined) return before;
  const { climate, energy, design } = facts;
  const tilt =
    climate && energy
      ? bestTilt(
          climate,
          energy.months.map(({ usedWh }) => usedWh),
          albedoBy(leadOf(facts).plan),
          design.energy.sky,
        )
      : null;
  known.set(facts, tilt);
  return tilt;
}
