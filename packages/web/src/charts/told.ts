import {
  beamThrough,
  formatCoordinate,
  formatTrimmed,
  horizonAt,
  monthName,
  outlineOf,
  type Breadth,
  type ClimateMonth,
  type PowerPicture,
  type SkyPicture,
  type Skyline,
} from '@ivolt/core';

/** What pictures show, in words: those who do not see one decide by the same. */

/** The eight winds, from north, every 45°. */
export const COMPASS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const;

/** A direction, degrees from north, as it is spoken: its wind where it is one. */
export const windAt = (azimuthDeg: number): string | undefined => COMPASS[azimuthDeg / 45];

/** An hour of the day, 0–24, as on a clock. */
function clock(hour: number): string {
  const minutes = Math.round(hour * 60);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}

/** The stretches of a day, cut into equal steps from `firstHour` on, in which something holds. */
export function stretches(
  holds: readonly boolean[],
  stepHours: number,
  firstHour = 0,
): [from: number, to: number][] {
  const found: [number, number][] = [];
  for (const [step, held] of holds.entries()) {
    if (!held) continue;
    const from = firstHour + step * stepHours;
    const last = found.at(-1);
    if (last && Math.abs(last[1] - from) < 1e-6) last[1] = from + stepHours;
    else found.push([from, from + stepHours]);
  }
  return found;
}

export const tellStretches = (found: readonly (readonly [number, number])[]): string =>
  found.map(([from, to]) => `${clock(from)} to ${clock(to)}`).join(' and ');

/** Sun on the flat and the day's range of air, month by month, and the records. */
export function tellSun(
  months: readonly ClimateMonth[],
  records: readonly [lowC: number, highC: number],
  temperature: (celsius: number) => string,
): string {
  const each = months.map(
    ({ ghiKWhm2, minC, maxC }, index) =>
      `${monthName(index + 1)} ${ghiKWhm2.toFixed(1)}, ${temperature(minC)} to ${temperature(maxC)}`,
  );
  return `Sun on the flat in kilowatt-hours per square metre a day, and the mean day’s air: ${each.join('; ')}. Records: ${temperature(records[0])} and ${temperature(records[1])}.`;
}

/** What every plane is worth: by tilt, then azimuth, both from 0° in equal steps; the last azimuth is the first again. */
export interface PlaneField {
  tilts: readonly number[];
  azimuths: readonly number[];
  values: readonly number[];
}

export interface Mark {
  tiltDeg: number;
  azimuthDeg: number;
}

/** What planes give of the best, 0–1, each at the nearest point of the field. */
function sharesIn({ tilts, azimuths, values }: PlaneField): (plane: Mark) => number {
  const most = Math.max(...values);
  return ({ tiltDeg, azimuthDeg }) => {
    const row = Math.round(tiltDeg / (tilts[1] ?? 5));
    const column = Math.round(azimuthDeg / (azimuths[1] ?? 10));
    return most > 0 ? (values[row * azimuths.length + column] ?? 0) / most : 0;
  };
}

/** What one plane gives of the best, 0–1. */
export const shareOf = (field: PlaneField, plane: Mark): number => sharesIn(field)(plane);

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** The best plane and what each direction gives at the tilt that suits it, and what the planes there are give. */
export function tellField(
  field: PlaneField,
  best: Mark,
  planes: readonly (Mark & { name: string })[],
): string {
  const share = sharesIn(field);
  const near = field.tilts.filter((tiltDeg) => share({ ...best, tiltDeg }) >= 0.95);
  const ways = COMPASS.map((wind, index) => {
    const shares = field.tilts.map((tiltDeg) => share({ tiltDeg, azimuthDeg: index * 45 }));
    const top = Math.max(...shares);
    return `${wind} ${percent(top)} at ${field.tilts[shares.indexOf(top)] ?? 0}°`;
  });
  const there = planes.map(
    (plane) =>
      `${plane.name}, ${Math.round(plane.tiltDeg)}° facing ${Math.round(plane.azimuthDeg)}°, gets ${percent(share(plane))}.`,
  );
  return [
    `Best: ${best.tiltDeg}° facing ${best.azimuthDeg}°; there every tilt from ${near[0] ?? best.tiltDeg}° to ${near.at(-1) ?? best.tiltDeg}° gets 95 % or more.`,
    `The most that each direction gets of it, and the tilt: ${ways.join(', ')}.`,
    ...there,
  ].join(' ');
}

/** How high the horizon is all round, what stands before it, and when the sun of a month is behind one of them. */
export function tellSkyline(picture: SkyPicture | null, skyline: Skyline, breadth: Breadth): string {
  const winds = COMPASS.map((wind, index) => `${wind} ${Math.round(horizonAt(skyline.points, index * 45))}°`);
  const things = Object.values(skyline.obstacles).map((obstacle) => {
    const { fromDeg, toDeg, topDeg } = outlineOf(obstacle);
    return `${obstacle.name}, up to ${Math.round(topDeg)}°, from ${Math.round(fromDeg)}° to ${Math.round(toDeg)}°`;
  });
  const suns = (picture?.tracks ?? []).flatMap(({ month, points }) => {
    const [first, second] = points;
    if (!first || !second) return [`${monthName(month)}: no sun`];
    const step = second.solarHour - first.solarHour;
    const hidden = stretches(
      points.map(
        ({ azimuthDeg, elevationDeg }) =>
          beamThrough(skyline, breadth, month, azimuthDeg, elevationDeg) <= 0.5,
      ),
      step,
      first.solarHour - step / 2,
    );
    return hidden.length > 0 ? [`${monthName(month)} ${tellStretches(hidden)}`] : [];
  });
  return [
    `Horizon by direction: ${winds.join(', ')}.`,
    things.length > 0 ? `In the way: ${things.join('; ')}.` : 'Nothing stands in the way.',
    ...(picture
      ? [suns.length > 0 ? `The sun is hidden in ${suns.join('; ')}.` : 'The sun is hidden in no month.']
      : []),
  ].join(' ');
}

/** What the panels make through a day beside what is used. */
export function tellDay(
  lines: readonly { label: string; watts: readonly number[] }[],
  used: readonly number[],
): string {
  const usedAt = (share: number) => used[Math.floor(share * used.length)] ?? 0;
  const made = lines.map(({ label, watts }) => {
    const step = 24 / Math.max(1, watts.length);
    const more = stretches(
      watts.map((here, index) => here > 0 && here > usedAt((index + 0.5) / watts.length)),
      step,
    );
    const wh = watts.reduce((sum, here) => sum + here, 0) * step;
    return `${label}: ${Math.round(Math.max(...watts, 0))} watts at most, ${formatTrimmed(wh / 1000, 1)} kilowatt-hours, ${more.length > 0 ? `more than is used from ${tellStretches(more)}` : 'never more than is used'}`;
  });
  const mean = used.reduce((sum, here) => sum + here, 0) / Math.max(1, used.length);
  return `${made.join('; ')}; used: ${Math.round(mean)} watts on average, ${Math.round(Math.max(...used, 0))} at most`;
}

/** Which places a map shows, and where they are. */
export function tellMap(
  marks: readonly { name: string; lat: number; lon: number; shown: boolean }[],
): string {
  if (marks.length === 0) return 'No place on the map yet.';
  return marks
    .map(
      ({ name, lat, lon, shown }) =>
        `${name || 'The place'}, ${formatCoordinate(lat, 'latitude')} ${formatCoordinate(lon, 'longitude')}${shown && marks.length > 1 ? ', chosen' : ''}`,
    )
    .join('; ');
}

const wattsTold = (value: number) => `${Math.round(value)} watts`;

/** What runs at once, what starts on top of it, and what the inverter carries for how long. */
export function tellStack({ bands, runningW, startExtraW, starts, limits }: PowerPicture): string {
  const parts = bands.map(({ name, watts }) => `${name} ${wattsTold(watts)}`);
  const start =
    startExtraW > 0 ? ` With ${starts ?? 'the largest'} starting ${wattsTold(runningW + startExtraW)}.` : '';
  const carried = limits
    ? ` The inverter carries ${wattsTold(limits.continuousW)} for hours, ${wattsTold(limits.overloadW)} for ${formatTrimmed(limits.overloadS / 60, 1)} minutes and ${wattsTold(limits.surgeW)} for ${formatTrimmed(limits.surgeS, 2)} seconds.`
    : ' No inverter is chosen.';
  return `At once on AC ${wattsTold(runningW)}: ${parts.join(', ')}.${start}${carried}`;
}

/** What each source gives in a mean day of each month, and what stays without. */
export function tellSources(
  months: NonNullable<PowerPicture['months']>,
  sources: PowerPicture['sources'],
): string {
  const kwhTold = (wh: number) => formatTrimmed(wh / 1000, 1);
  return `Kilowatt-hours on a mean day. ${months
    .map((month) => {
      const given = sources.flatMap(({ id, name }) =>
        (month.bySource[id] ?? 0) >= 50 ? [`${name || 'a source'} ${kwhTold(month.bySource[id] ?? 0)}`] : [],
      );
      const lacking = month.unservedWh + month.shedWh;
      return `${monthName(month.month)}: ${[`sun ${kwhTold(month.sunWh)}`, ...given, `used ${kwhTold(month.servedWh)}`, ...(lacking >= 50 ? [`without ${kwhTold(lacking)}`] : [])].join(', ')}`;
    })
    .join('; ')}.`;
}
