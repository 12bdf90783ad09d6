import { formatNumber } from './display';
import { LONGEST_QUANTITY, readNumber } from './readNumber';
import { plainSigns } from './typedForms';

export type CoordinateReading = { ok: true; value: number } | { ok: false; message: string };
type Axis = 'latitude' | 'longitude';

const LIMIT: Record<Axis, number> = { latitude: 90, longitude: 180 };
const LETTERS: Record<Axis, RegExp> = { latitude: /[NS]/i, longitude: /[EW]/i };

/**
 * Reads one coordinate: `41.6`, `-7.3`, `7.3W`, `41°36'12"N`, `N 41 36.2`.
 * @returns degrees, north and east positive
 */
export function parseCoordinate(text: string, axis: Axis): CoordinateReading {
  const typed = plainSigns(text.slice(0, LONGEST_QUANTITY + 1));
  const letter = /[NSEW]/i.exec(typed)?.[0]?.toUpperCase();
  if (letter && !LETTERS[axis].test(letter)) {
    return { ok: false, message: `${letter} belongs to a ${axis === 'latitude' ? 'longitude' : 'latitude'}` };
  }
  const parts = typed
    .replace(/[NSEW]/gi, ' ')
    .replace(/[°º'"′″:d]/g, ' ')
    .trim()
    .split(/\s+/);
  if (parts.length > 3 || parts[0] === '')
    return { ok: false, message: `Type a ${axis} in degrees, as 41.6 or 41°36'N` };
  const numbers: number[] = [];
  for (const part of parts) {
    const reading = readNumber(part);
    if (!reading.ok) return reading;
    numbers.push(reading.value);
  }
  const [degrees = 0, minutes = 0, seconds = 0] = numbers;
  // 41.5 36 is no degrees and minutes: only the last of them has decimals
  if (parts.slice(0, -1).some((part) => /[.,]/.test(part)))
    return {
      ok: false,
      message: `“${text.trim().slice(0, 40)}” has decimals and minutes; type 41.6 or 41°36'N`,
    };
  if (minutes < 0 || minutes >= 60 || seconds < 0 || seconds >= 60) {
    return { ok: false, message: 'Minutes and seconds run from 0 to 59' };
  }
  const size = Math.abs(degrees) + minutes / 60 + seconds / 3600;
  const negative = letter === 'S' || letter === 'W' || degrees < 0 || Object.is(degrees, -0);
  if (letter && degrees < 0) return { ok: false, message: 'Use a minus or a letter, not both' };
  if (size > LIMIT[axis])
    return { ok: false, message: `A ${axis} runs from −${LIMIT[axis]}° to ${LIMIT[axis]}°` };
  return { ok: true, value: negative ? -size : size };
}

/** Reads a pair such as `41.6N 7.3W` or `-44.1, 169.9`; undefined where the text is no pair. */
export function parsePlace(text: string): { latDeg: number; lonDeg: number } | undefined {
  if (text.length > LONGEST_QUANTITY) return undefined;
  const typed = plainSigns(text).trim();
  const lettered =
    /^(.*?[NS])[\s,;]*(.*?[EW])$/i.exec(typed) ?? /^([NS][^EW]*?)[\s,;]*([EW].*)$/i.exec(typed);
  // a decimal comma parts a pair only beside a semicolon
  const plain =
    /^([-−+]?\d+(?:\.\d+)?)\s*[,;\s]\s*([-−+]?\d+(?:\.\d+)?)$/.exec(typed) ??
    /^([-−+]?\d+(?:,\d+)?)\s*;\s*([-−+]?\d+(?:,\d+)?)$/.exec(typed);
  const pair = lettered ?? plain;
  if (!pair?.[1] || !pair[2] || !/\d/.test(pair[1]) || !/\d/.test(pair[2])) return undefined;
  const lat = parseCoordinate(pair[1], 'latitude');
  const lon = parseCoordinate(pair[2], 'longitude');
  return lat.ok && lon.ok ? { latDeg: lat.value, lonDeg: lon.value } : undefined;
}

/** 41.6 → `41.60° N`. */
export function formatCoordinate(value: number, axis: Axis): string {
  const letter = axis === 'latitude' ? (value < 0 ? 'S' : 'N') : value < 0 ? 'W' : 'E';
  return `${formatNumber(Math.abs(value), 2)}° ${letter}`;
}
