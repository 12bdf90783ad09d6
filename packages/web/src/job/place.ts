import type { Design } from '@ivolt/core';

/** Where the job is, or null while half a coordinate is missing. */
export function placeOf(design: Design): { lat: number; lon: number } | null {
  const { lat, lon } = design.place;
  return lat && lon ? { lat: lat.value, lon: lon.value } : null;
}
