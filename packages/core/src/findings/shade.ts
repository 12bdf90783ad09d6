import { shadowTakesOf } from '../calculate';
import { ofArray } from '../figures';
import { planeIn } from '../sky';
import { monthName, monthsText } from '../units';
import { choose, put, remedy, type Rule } from './finding';

/** Shade is worth a look from this share of a month in use, and a note from the lower one. */
const LOOK_SHARE = 0.1;
const NOTE_SHARE = 0.03;

const shaded: Rule = ({ arrays, energy }, pen) =>
  arrays.flatMap((array) => {
    const { year, plan, id, called } = array;
    if (!year || !energy) return [];
    const lost = energy.months.flatMap(({ month, inUse }) => {
      const at = year[month - 1];
      if (!inUse || !at || at.openKWhm2 < 0.1) return [];
      return [{ month, share: 1 - at.poaKWhm2 / at.openKWhm2 }];
    });
    const [worst] = lost.toSorted((a, b) => b.share - a.share);
    if (!worst || worst.share < NOTE_SHARE) return [];
    const rows = plan.rows.count.value > 1;
    const inTheWay =
      Object.keys(plan.skyline.obstacles).length > 0 || Object.keys(plan.skyline.points).length > 0;
    const what = inTheWay
      ? rows
        ? 'The skyline and the rows themselves take'
        : 'The skyline takes'
      : 'The rows themselves take';
    return {
      id: ofArray('array.shade', arrays, id),
      severity: worst.share >= LOOK_SHARE ? ('look' as const) : ('note' as const),
      sheet: 'array' as const,
      title: called ? `Shade: ${called}` : 'Shade',
      sentence: `${what} ${pen(worst.share * 100, 'percent')} of its light in ${monthName(worst.month)}, the worst of the months in use for it.`,
      value: worst.share,
      limit: LOOK_SHARE,
      focus: inTheWay ? null : `${array.paths.array}/rows/pitch`,
    };
  });

/** Up to this many panels a shadow that is narrow to a field is wide to the array. */
const SMALL_ARRAY = 4;

const narrowShadow: Rule = ({ arrays }, pen) =>
  arrays.flatMap(({ plan, id, paths, module }) => {
    const { series, parallel, inputs } = plan.strings;
    if (series.value * parallel.value * inputs.value > SMALL_ARRAY) return [];
    return Object.entries(plan.skyline.obstacles).flatMap(([key, { name, kind, width }]) => {
      const part = width.value / plan.width.value;
      if (kind === 'tree' || kind === 'ridge' || part >= 1) return [];
      const taken = shadowTakesOf(plan, module)(part);
      const other = { ...plan, rows: { ...plan.rows, upright: !plan.rows.upright } };
      const turned = shadowTakesOf(other, module)(part);
      return {
        id: `${ofArray('array.narrow', arrays, id)}.${key}`,
        severity: 'look' as const,
        sheet: 'array' as const,
        title: 'A narrow shadow on a small array',
        sentence: `${name || 'Something'}, ${pen(width.value, 'distance')} wide, covers ${pen(part * 100, 'percent')} of the array’s width when the sun is behind it, and takes about ${pen(taken * 100, 'percent')} of what the sun gives it directly: its bypass diodes carry the string past the sections it meets.${turned < taken - 0.02 ? ` With the panels ${plan.rows.upright ? 'lying' : 'upright'} it would take about ${pen(turned * 100, 'percent')}.` : ''}`,
        value: taken,
        limit: null,
        focus: `${paths.array}/skyline/obstacles/${key}/azimuth`,
      };
    });
  });

const rowsTooClose: Rule = ({ arrays, energy, climate }, pen) => {
  const worst = energy?.worst;
  if (!worst || !climate) return null;
  return arrays.flatMap(({ plan, id, year, paths }) => {
    const noon = year?.[worst.month - 1]?.lost[36] ?? 0;
    if (plan.rows.count.value < 2 || noon < 0.05) return [];
    // the lowest noon of the months in use, at the pitch that clears it
    const elevation = 90 - Math.abs(climate.latDeg) - 23.1;
    const tilt = (plan.plane.tilt.value * Math.PI) / 180;
    const clears =
      elevation > 3
        ? plan.rows.length.value * (Math.cos(tilt) + Math.sin(tilt) / Math.tan((elevation * Math.PI) / 180))
        : null;
    const pitch = clears === null ? null : Math.ceil(clears * 10) / 10;
    return {
      id: ofArray('array.rows', arrays, id),
      severity: 'look' as const,
      sheet: 'array' as const,
      title: 'Rows shade each other at noon',
      sentence: `In ${monthName(worst.month)} the row in front takes ${pen(noon * 100, 'percent')} even at noon.${pitch === null ? '' : ` A pitch of ${pen(pitch, 'distance')} clears the shortest day’s noon.`}`,
      value: noon,
      limit: 0.05,
      remedies:
        pitch !== null && pitch <= 60
          ? [
              remedy(
                `Set the rows ${pen(pitch, 'distance')} apart`,
                choose(`${paths.array}/rows/pitch`, pitch),
              ),
            ]
          : [],
      focus: `${paths.array}/rows/pitch`,
    };
  });
};

const darkestIsIdle: Rule = ({ energy, climate }, pen) => {
  const worst = energy?.worst;
  if (!worst || !climate || !energy) return null;
  const darkest = energy.months.reduce((least, month) => (month.poaKWhm2 < least.poaKWhm2 ? month : least));
  if (darkest.inUse || darkest.poaKWhm2 > worst.poaKWhm2 * 0.9) return null;
  return {
    id: 'array.idle',
    severity: 'note',
    sheet: 'array',
    title: 'The darkest month is not in use',
    sentence: `${monthName(darkest.month)} would be the hardest, with ${pen(darkest.poaKWhm2, 'hours')} of peak sun a day, but nothing is used then; ${monthName(worst.month)} decides. If winter use ever comes, it is another array.`,
    value: darkest.poaKWhm2,
    limit: worst.poaKWhm2,
  };
};

const stopsOverlap: Rule = ({ climate }) =>
  climate && climate.overlaps.length > 0
    ? {
        id: 'place.overlap',
        severity: 'look',
        sheet: 'place',
        title: 'Two stops on the same days',
        sentence: `${climate.overlaps.map(([a, b]) => `${a || 'an unnamed stop'} and ${b || 'an unnamed stop'}`).join('; ')} claim the same days. The one lower in the list has them.`,
      }
    : null;

const stopNowhere: Rule = ({ design }) =>
  Object.entries(design.stops)
    .filter(([, { lat, lon }]) => !lat || !lon)
    .map(([id, { name }]) => ({
      id: `place.nowhere:${id}`,
      severity: 'look' as const,
      sheet: 'place' as const,
      title: 'A stop without a place',
      sentence: `${name || 'A stop'} has dates but no latitude and longitude; its days are counted at home.`,
      focus: `/stops/${id}/lat`,
    }));

/** Snow slides off steeper panels by itself. Common practice. */
const SNOW_SLIDES_DEG = 50;
/** Light that lying snow takes in a month below freezing, %, to begin with. Planning figure, common practice. */
const SNOW_TAKES_PCT = 30;

/** Months of use below freezing, with panels that hold snow and no word of it. */
const snowLies: Rule = ({ arrays, climate, loads }, pen) => {
  if (!climate) return null;
  return arrays.flatMap(({ plan, id, paths, called }) => {
    const cold = climate.months.flatMap(({ airC }, m) => {
      const month = m + 1;
      const { tiltDeg } = planeIn(plan, month, climate.latDeg);
      const used = (loads.months[m]?.busWh ?? 0) > 0;
      return used && airC < 0 && tiltDeg < SNOW_SLIDES_DEG && plan.snowBy[month] === undefined ? [month] : [];
    });
    if (cold.length === 0) return [];
    return {
      id: ofArray('array.snow', arrays, id),
      severity: 'look' as const,
      sheet: 'array' as const,
      title: called ? `Snow may lie: ${called}` : 'Snow may lie',
      sentence: `In ${monthsText(cold)} the mean is below freezing, and panels under about ${pen(SNOW_SLIDES_DEG, 'angle')} hold snow; nothing is taken off for it. Say what it takes, even if it is nothing where it is swept (common practice: a few per cent to all of a month).`,
      value: cold.length,
      remedies: [
        remedy(
          `Take ${SNOW_TAKES_PCT} % off in ${monthsText(cold)}`,
          ...cold.map((month) =>
            put(`${paths.array}/snowBy/${month}`, { value: SNOW_TAKES_PCT, from: 'guess' }),
          ),
        ),
      ],
      focus: `${paths.array}/plane/tilt`,
    };
  });
};

export const SHADE_RULES: readonly Rule[] = [
  shaded,
  narrowShadow,
  rowsTooClose,
  snowLies,
  darkestIsIdle,
  stopsOverlap,
  stopNowhere,
];
