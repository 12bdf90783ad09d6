import type { Design, Place } from '@ivolt/core';
import type { Pool } from 'pg';
import { knownFiles } from '../db/queries/files';

/** An imported design speaks only of originals that are kept here; what was read from the others stays. */
export async function withKeptFiles(pool: Pool, design: Design): Promise<Design> {
  const places = [design.place, ...Object.values(design.stops)];
  const ids = places.flatMap(({ weather }) => weather?.fileId ?? []);
  if (ids.length === 0) return design;
  const known = await knownFiles(pool, ids);
  const kept = <P extends Place>(place: P): P =>
    place.weather?.fileId && !known.has(place.weather.fileId)
      ? { ...place, weather: { ...place.weather, fileId: null } }
      : place;
  return {
    ...design,
    place: kept(design.place),
    stops: Object.fromEntries(Object.entries(design.stops).map(([id, stop]) => [id, kept(stop)])),
  };
}
