import type { Design } from '@ivolt/core';

/** Where the job is, or null while half a coordinate is missing. */
export function placeOf({
  lat,
  lon,
}: Pick<Design['place'], 'lat' | 'lon'>): { lat: number; lon: number } | null {
  return lat && lon ? { lat: lat.value, lon: lon.value } : null;
}

/** Every point whose climate the design asks for: of home, and of each stop by its id. */
export function pointsOf({ place, stops }: Design): { id: string | null; lat: number; lon: number }[] {
  const home = placeOf(place);
  if (!home) return [];
  const away = Object.entries(stops).flatMap(([id, stop]) => {
    const point = placeOf(stop);
    return point ? [{ id, ...point }] : [];
  });
  return [{ id: null, ...home }, ...away];
}
