import type { ClimateMonth } from '../climate';
import type { Design } from '../document';
import { computeLoads, type Extras, type Loads } from './loads';

interface Known {
  design: Design;
  weather: string;
  loads: Loads;
}

const known = new WeakMap<Design['uses'], Known>();

/**
 * As `computeLoads`, and for nothing where the same uses were asked for before with the same supply, people, days and
 * weather: a remedy that is tried on the array leaves the uses as they are.
 */
export function knownLoads(design: Design, climate: readonly ClimateMonth[] | null, extras: Extras): Loads {
  const weather = JSON.stringify([
    climate?.map(({ minC, maxC }) => [minC, maxC]) ?? null,
    extras.padWh ?? null,
    extras.controllersWh ?? 0,
  ]);
  const before = known.get(design.uses);
  if (
    before?.weather === weather &&
    before.design.supply === design.supply &&
    before.design.people === design.people &&
    before.design.visits === design.visits &&
    before.design.events === design.events
  )
    return before.loads;
  const loads = computeLoads(design, climate, extras);
  known.set(design.uses, { design, weather, loads });
  return loads;
}
