import { nameFrom, type Weather } from '../document';
import { previewHourly, type HourlyPreview, type Mapping } from './columns';
import { decodeText } from './decode';
import { readHourly } from './hourly';
import { readMonthTable, type MonthTable } from './monthly';
import {
  looksLikeEpw,
  looksLikeTmy,
  readEpw,
  readTmy,
  type StationReading,
  type WeatherProblem,
} from './station';
import { weatherOf } from './summary';

export interface ReadingPlace {
  latDeg: number;
  lonDeg: number;
  altitudeM: number | null;
}

export type WeatherReading =
  | { ok: true; weather: Weather; site: string; away: { latDeg: number; lonDeg: number } | null }
  /** A plain table of hours: its columns are to be confirmed first. */
  | { ok: 'map'; preview: HourlyPreview }
  /** A table of months: its columns are to be confirmed first. */
  | { ok: 'months'; table: MonthTable }
  | { ok: false; problems: WeatherProblem[] };

const refused = (message: string): WeatherReading => ({
  ok: false,
  problems: [{ line: null, column: null, message }],
});

/** A longer table is one of hours; ten years of months are shorter. */
const MOST_MONTH_LINES = 130;

/**
 * Reads a weather file of any kind that is known.
 * @param place where the job is; a plain table of hours says nothing of that
 * @param mapping how a plain table is read; without it a preview comes back
 */
export function readWeather(
  bytes: Uint8Array,
  fileName: string,
  place: ReadingPlace | null,
  mapping: Mapping | null = null,
): WeatherReading {
  const decoding = decodeText(bytes);
  if (!decoding.ok) return refused(decoding.message);
  const { text } = decoding;
  const name = nameFrom(fileName) || 'weather';
  if (looksLikeEpw(text)) return asWeather(readEpw(text), name, 'epw');
  if (looksLikeTmy(text)) return asWeather(readTmy(text), name, 'tmy');
  const filled = text.split(/\r\n?|\n/).filter((line) => line.trim() !== '');
  if (filled.length <= MOST_MONTH_LINES) {
    const reading = readMonthTable(text, place?.latDeg ?? null);
    if (reading.ok) return { ok: 'months', table: reading.table };
    if (filled.length <= 20) return reading;
  }
  const preview = previewHourly(text, place?.lonDeg ?? null);
  if (!preview) {
    return refused(
      'This is neither an EPW nor a TMY3-style file, nor a table of hours or months with numbers in columns',
    );
  }
  if (!mapping) return { ok: 'map', preview };
  if (!place) return refused('A table of hours does not say where it is from: set the place first');
  return asWeather(readHourly(text, preview, mapping, place), name, 'hourly');
}

function asWeather(reading: StationReading, name: string, kind: 'epw' | 'tmy' | 'hourly'): WeatherReading {
  if (!reading.ok) return reading;
  const { year, notes, site } = reading;
  const weather = weatherOf(year, { name, kind, notes });
  if (weather.ghi.every((month) => month === null)) {
    return refused(`No month has enough hours of light to be used. ${weather.notes.join(' ')}`);
  }
  return {
    ok: true,
    weather,
    site,
    away: kind === 'hourly' ? null : { latDeg: year.latDeg, lonDeg: year.lonDeg },
  };
}
