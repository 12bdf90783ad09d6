import { HORIZON_STEP_DEG } from '../document';
import { turn } from '../sun';
import { plainSigns, readNumber } from '../units';

export type HorizonReading =
  | {
      ok: true;
      points: Record<string, number>;
      read: number;
      /** Where its azimuths were taken to count from. */
      from: AzimuthFrom;
      /** The highest of it, for whoever takes it. */
      highest: { azimuth: number; height: number };
    }
  | { ok: false; problems: string[]; asks: 'azimuth' | null };

/** Where azimuths count from: clockwise from north, or from south with east negative. */
export type AzimuthFrom = 'north' | 'south';

const MOST_LINES = 5000;
const LONGEST_LINE = 200;

/**
 * Reads a horizon from text: a line a point, azimuth and height in degrees, in any order, parted by comma, semicolon,
 * tab or space, with a line of headings or without, with a column that counts or without. Between points it runs straight,
 * past north as anywhere; of several within a step the highest counts.
 * @param from where azimuths count from; undefined where that is to be seen from them, and asked where it cannot be
 * @returns heights every 5°, or what could not be read, by line
 */
export function readHorizon(text: string, from?: AzimuthFrom): HorizonReading {
  const problems: string[] = [];
  const refused = (asks: 'azimuth' | null = null): HorizonReading => ({
    ok: false,
    problems: problems.slice(0, 20),
    asks,
  });
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  if (lines.length > MOST_LINES) {
    problems.push(`${lines.length} lines are too many for a horizon; ${MOST_LINES} at most`);
    return refused();
  }
  const rows = lines.flatMap((line, index) => {
    const words = plainSigns(line.slice(0, LONGEST_LINE)).trim();
    return words === '' || words.startsWith('#')
      ? []
      : [{ at: `Line ${index + 1}`, index, words, parts: partsOf(words) }];
  });
  const heading = rows.find(({ index, words }) => index === 0 && /[a-z]/i.test(words))?.words ?? '';
  const counted = countedIn(rows.map(({ parts }) => parts));
  const points: [azimuth: number, height: number][] = [];
  for (const { at, index, words, parts } of rows) {
    const [azimuth, height] = (counted ? parts.slice(1) : parts).map(figure);
    if (azimuth === undefined || height === undefined) {
      if (index === 0 && /[a-z]/i.test(words)) continue;
      problems.push(`${at}: “${words.slice(0, 40)}” is not an azimuth and a height`);
    } else if (azimuth < -360 || azimuth > 720)
      problems.push(`${at}: an azimuth of ${azimuth}° is outside the circle`);
    else if (height < -5 || height > 90) problems.push(`${at}: a height of ${height}° is outside 0° to 90°`);
    else points.push([azimuth, Math.max(0, height)]);
  }
  if (problems.length > 0) return refused();
  if (points.length === 0) {
    problems.push('There is no line with an azimuth and a height');
    return refused();
  }
  const convention = from ?? conventionOf(points, heading);
  if (convention === null) {
    problems.push(
      'Some azimuths are below 0: say whether they count from north, or from south with east negative',
    );
    return refused('azimuth');
  }
  const turned = points.map(([azimuth, height]): [number, number] => [
    turn(convention === 'south' ? azimuth + 180 : azimuth),
    height,
  ]);
  const [azimuth, height] = turned.toSorted(([, a], [, b]) => b - a)[0] as [number, number];
  return {
    ok: true,
    points: resampled(turned),
    read: points.length,
    from: convention,
    highest: { azimuth, height },
  };
}

/** From −180 to 180 could be either; a heading may say. */
function conventionOf(points: readonly [number, number][], heading: string): AzimuthFrom | null {
  if (/south/i.test(heading)) return 'south';
  if (/north/i.test(heading)) return 'north';
  return points.some(([azimuth]) => azimuth < 0) ? null : 'north';
}

const figure = (part: string): number | undefined => {
  const reading = readNumber(part.replace(/°$/, ''));
  return reading.ok ? reading.value : undefined;
};

/** True where three columns or more begin with one that only counts the lines. */
function countedIn(rows: readonly (readonly string[])[]): boolean {
  const figures = rows.filter(
    (parts) => parts.length >= 3 && parts.every((part) => figure(part) !== undefined),
  );
  if (figures.length < 3 || figures.length < rows.length - 1) return false;
  const first = figure(figures[0]?.[0] ?? '') ?? 0;
  return (first === 0 || first === 1) && figures.every((parts, i) => figure(parts[0] ?? '') === first + i);
}

/** Parts of a line; a comma parts them only where nothing else does, so that decimal commas are read beside others. */
function partsOf(line: string): string[] {
  const by = line.includes(';')
    ? ';'
    : line.includes('\t')
      ? '\t'
      : /^[-+]?\d+,\d+\s+[-+]?\d+(,\d+)?$/.test(line)
        ? /\s+/
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
    const next = inTurn[after] ?? inTurn[0];
    const before = inTurn[after - 1] ?? inTurn.at(-1);
    if (!next || !before) continue;
    const span = turn(next[0] - before[0]);
    const along = span === 0 ? 0 : turn(azimuth - before[0]) / span;
    const height = next[0] === azimuth ? next[1] : before[1] + (next[1] - before[1]) * along;
    // a peak between two steps is not lost
    const near = inTurn.filter(([at]) => Math.abs(turn(at - azimuth + 180) - 180) <= HORIZON_STEP_DEG / 2);
    const highest = Math.max(height, ...near.map(([, one]) => one));
    const rounded = Math.round(highest * 10) / 10;
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
