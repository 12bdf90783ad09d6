import type { Entry } from './entry';

export type WeatherKind = 'epw' | 'tmy' | 'hourly' | 'monthly';

/**
 * Weather read from a file or a pasted table, as the design uses it. The original file is kept beside the job.
 */
export interface Weather {
  name: string;
  kind: WeatherKind;
  /** The kept original; null for a pasted table. */
  fileId: string | null;
  /** What the reader found, filled or left out, in sentences. */
  notes: string[];
  /** Mean daily global on the horizontal by month, kWh/m²; null where the source has none. */
  ghi: (number | null)[];
  air: (number | null)[];
  /** Mean daily minimum and maximum by month, °C. */
  min: (number | null)[];
  max: (number | null)[];
  lowest: number | null;
  highest: number | null;
  /**
   * Mean light of each month by solar time, W/m², 12 months of 48 half hours: global, beam normal, diffuse, and the part
   * of the diffuse from round the sun. Null where the source has no hours.
   */
  light: { ghi: number[][]; dni: number[][]; dhi: number[][]; circumsolar: number[][] } | null;
}

export interface Place {
  name: string;
  lat: Entry | null;
  lon: Entry | null;
  /** null takes the climate grid's own height. */
  altitude: Entry | null;
  low: Entry | null;
  high: Entry | null;
  /** Typed months in place of the grid's, by month number 1–12. */
  ghi: Record<string, Entry>;
  air: Record<string, Entry>;
  /** Weather of the person's own, in place of the grid's. */
  weather: Weather | null;
}

/** A place a moving job stays at, from one day of the year to another, both included. */
export interface Stop extends Place {
  position: number;
  /** Month and day, as 04-15; a stop may run over the new year. */
  from: string;
  to: string;
}
