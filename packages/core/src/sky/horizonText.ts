import { HORIZON_STEP_DEG } from '../document';
import { turn } from '../sun';
import { readNumber } from '../units';

export type HorizonReading =
  { ok: true; points: Record<string, number>; read: number } | { ok: false; problems: string[] };

const MOST_LINES = 5000;

/**
 * Reads a horizon from text: a line a point, azimuth and height in degrees, in any order, parted by comma, semicolon,
 * tab or space, with a line of headings or without. Between points it runs straight, past north as anywhere.
 * @returns heights every 5°, or what could not be read, by line
 */
export function readHorizon(text: string): HorizonReading {
  const problems: string[] = [];
  const points: [azimuth: number, height: number][] = [];
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  if (lines.length > MOST_LINES) {
    return {
      ok: false,
      problems: [`${lines.length} lines are too many for a horizon; ${MOST_LINES} at most`],
    };
  }
  for (const [index, line] of lines.entries()) {
    const words = line.trim();
    if (words === '' || words.startsWith('#')) continue;
    const parts = partsOf(words);
    const [azimuth, height] = parts.map((part) => {
      const reading = readNumber(part.replace(/°$/, ''));
      return reading.ok ? reading.value : undefined;
    });
    const at = `Line ${index + 1}`;
    if (azimuth === undefined || height === undefined) {
      if (index === 0 && /[a-z]/i.test(words)) continue;
      problems.push(`${at}: “${words.slice(0, 40)}” is not an azimuth and a height`);
    } else if (azimuth < -360 || azimuth > 720)
      problems.push(`${at}: an azimuth of ${azimuth}° is outside the circle`);
    else if (height < -5 || height > 90) problems.push(`${at}: a height of ${height}° is outside 0° to 90°`);
    else points.push([turn(azimuth), Math.max(0, height)]);
  }
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 20) };
  if (points.length === 0) return { ok: false, problems: ['There is no line with an azimuth and a height'] };
  return { ok: true, points: resampled(points), read: points.length };
}

/** Parts of a line; a comma parts them only where nothing else does, so that decimal commas are read beside semicolons. */
function partsOf(line: string): string[] {
  const by = line.includes(';')
    ? ';'
    : line.includes('\t')
      ? '\t'
      : /,\s|,.*,|^[^\s]+,[^\s]+$/.test(line)
        ? ','
        : /\s+/;
  return line
    .split(by)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

function resampled(points: readonly [number, number][]): Record<string, number> {
  const inTurn = points.toSorted(([a], [b]) => a - b);
  const result: Record<string, number> = {};
  for (let azimuth = 0; azimuth < 360; azimuth += HORIZON_STEP_DEG) {
    const after = inTurn.findIndex(([at]) => at >= azimuth);
    const next = inTurn[after === -1 ? 0 : after];
    const before = inTurn[(after === -1 ? inTurn.length : after) - 1] ?? inTurn.at(-1);
    if (!next || !before) continue;
    const span = turn(next[0] - before[0]);
    const along = span === 0 ? 0 : turn(azimuth - before[0]) / span;
    const height = next[0] === azimuth ? next[1] : before[1] + (next[1] - before[1]) * along;
    const rounded = Math.round(height * 10) / 10;
    if (rounded > 0) result[String(azimuth)] = rounded;
  }
  return result;
}

/** The painted horizon as text that `readHorizon` reads again. */
export function writeHorizon(points: Readonly<Record<string, number>>): string {
  const lines = Array.from({ length: 360 / HORIZON_STEP_DEG }, (_, i) => {
    const azimuth = i * HORIZON_STEP_DEG;
    return `${azimuth},${points[azimuth] ?? 0}`;
  });
  return `azimuth_deg,height_deg\n${lines.join('\n')}\n`;
}
