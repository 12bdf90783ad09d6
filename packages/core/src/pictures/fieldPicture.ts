import { bestTilt, equatorOf, FIELD_AZIMUTHS, FIELD_TILTS, type ArrayShare } from '../array';
import { calculate, fieldOf, planeYearOf, sunByTiltOf, type ArrayFacts, type Facts } from '../calculate';
import type { JobClimate, ResolvedClimate } from '../climate';
import type { ArrayPlan, Design, Season } from '../document';
import { chosen } from '../job';
import { seasonOf, STEP_H, STEPS, sunDay, type PlaneMonth } from '../sky';
import { acosDeg, cosDeg, declinationOfDay, MEAN_DAYS, sinDeg } from '../sun';
import { MONTH_DAYS } from '../units';

/** One way to hold the panels, against the best fixed one. */
export interface Way {
  id: 'chosen' | 'best' | 'two' | 'four' | 'one-more' | 'two-more';
  label: string;
  /** What the arrays make of what is used in the worst month, and in a year, kWh. */
  worstRatio: number | null;
  worstMonth: number | null;
  yearKWh: number;
}

/** One direction through a mean day, W of output at each step for this array's watts. */
export interface HourLine {
  id: 'chosen' | 'equator' | 'split';
  label: string;
  watts: number[][];
}

export interface FieldPicture {
  tilts: readonly number[];
  azimuths: readonly number[];
  /** Mean daily irradiation by month (12), then tilt, then azimuth, kWh/m². */
  months: Float64Array[];
  usedWh: number[];
  /** Mean watts from the bank in each half hour of the day, by month. */
  usedW: number[][];
  /** The plane there is, and its own months; tilt and azimuth are null where it has no one direction. */
  own: { tiltDeg: number | null; azimuthDeg: number | null; months: number[] };
  /** Wh a day that one panel gives for each kWh/m² on it, about. */
  panelWhPerSun: number;
  count: number;
  ways: Way[];
  lines: HourLine[];
  /** Solar hours the sun is up but behind an equator-facing panel at the best tilt, by month: [from, to] pairs. */
  behind: [number, number][][];
  /** Where the sun rises, degrees from north, by month; null where it does not. */
  sunriseDeg: (number | null)[];
  bestTiltDeg: number;
  equatorDeg: number;
}

/** Energy over tilt and direction for one array, with the ways to hold it side by side. Null without a place. */
export function fieldPicture(design: Design, grid: JobClimate | null, arrayId: string): FieldPicture | null {
  const facts = calculate(design, grid);
  const { climate, skies, energy } = facts;
  const array = facts.arrays.find(({ id }) => id === arrayId);
  const share = energy?.arrays[arrayId];
  if (!climate || !skies || !array || !share || !energy) return null;
  const { plan } = array;
  const usedWh = energy.months.map(({ usedWh: wh }) => wh);
  const equatorDeg = equatorOf(climate.latDeg);
  const byTilt = sunByTiltOf(skies, climate.latDeg, plan);
  const bestTiltDeg = bestTilt(byTilt, usedWh);
  const seasonal = (seasons: 2 | 4) => seasonalTilts(byTilt, usedWh, climate.latDeg, seasons);
  const perSun =
    (array.module.pmaxW / 1000) *
    share.keeps *
    (1 - plan.soiling.value / 100) *
    (array.controller.efficiency.value / 100) *
    energy.bankKeeps *
    1000;
  return {
    tilts: FIELD_TILTS,
    azimuths: FIELD_AZIMUTHS,
    months: fieldOf(skies, plan),
    usedWh,
    usedW: facts.loads.months.map(({ profile }) => Array.from(profile)),
    own: {
      tiltDeg: plan.plane.kind === 'seasonal' ? null : plan.plane.tilt.value,
      azimuthDeg: plan.plane.kind === 'moving' ? null : plan.plane.azimuth.value,
      // under an open sky like the rest of the field
      months: yearOf(facts, array, {}).map(({ openKWhm2 }) => openKWhm2),
    },
    panelWhPerSun: perSun,
    count: share.wiredModules,
    ways: waysOf(facts, array, bestTiltDeg, equatorDeg, seasonal),
    lines: linesOf(facts, array, share, bestTiltDeg, equatorDeg),
    behind: Array.from({ length: 12 }, (_, month) => hoursBehind(climate, month, bestTiltDeg, equatorDeg)),
    sunriseDeg: Array.from({ length: 12 }, (_, month) => sunriseOf(climate.latDeg, month)),
    bestTiltDeg,
    equatorDeg,
  };
}

/** The array's year held another way; whatever stands in its light stays, unless it is left out. */
const yearOf = ({ skies }: Facts, array: ArrayFacts, change: Partial<ArrayPlan>): readonly PlaneMonth[] =>
  skies ? planeYearOf(skies, { ...array.plan, ...change }, array.module) : [];

/** Tilts of the seasons that make most of each season's own worst month. @param byTilt, @param usedWh by month */
function seasonalTilts(
  byTilt: readonly (readonly number[])[],
  usedWh: readonly number[],
  latDeg: number,
  seasons: 2 | 4,
): Record<Season, number> {
  const best = (season: Season) => {
    const months = usedWh.map((_, i) => i).filter((i) => seasonOf(i + 1, latDeg, seasons) === season);
    const inUse = months.filter((i) => (usedWh[i] ?? 0) > 0);
    const worth = (sun: readonly number[]) =>
      inUse.length > 0
        ? Math.min(...inUse.map((i) => (sun[i] ?? 0) / (usedWh[i] ?? 1)))
        : months.reduce((sum, i) => sum + (sun[i] ?? 0), 0) * 1e-9;
    const worths = byTilt.map(worth);
    return FIELD_TILTS[worths.indexOf(Math.max(...worths))] ?? 0;
  };
  const [winter, summer] = [best('winter'), best('summer')];
  return seasons === 2
    ? { winter, summer, spring: winter, autumn: winter }
    : { winter, summer, spring: best('spring'), autumn: best('autumn') };
}

/** The chosen plane, the best fixed one, two and four tilts a year, and one or two panels more, each reckoned whole. */
function waysOf(
  facts: Facts,
  array: ArrayFacts,
  bestTiltDeg: number,
  equatorDeg: number,
  tiltsOf: (seasons: 2 | 4) => Record<Season, number>,
): Way[] {
  const { design, grid } = facts;
  const { plan, id } = array;
  // arrays on other controllers make what they make, however this one is held
  const beside = new Set(
    facts.gangs
      ?.find(({ inputs }) => inputs.some((input) => input.id === id))
      ?.inputs.map((input) => input.id),
  );
  const near = facts.arrays.filter((other) => beside.has(other.id) && other.id !== id);
  const apart = (facts.energy?.months ?? []).map(({ byArray }) =>
    Object.entries(byArray).reduce((sum, [other, wh]) => (beside.has(other) ? sum : sum + wh), 0),
  );
  const reckoned = (way: Way['id'], label: string, change: Partial<ArrayPlan>): Way => {
    // with what their wires lose as it is
    const plans = Object.fromEntries(near.map((other) => [other.id, other.plan]));
    const changed = { ...design, arrays: { ...plans, [id]: { ...plan, ...change } } };
    const months = (calculate(changed, grid).energy?.months ?? []).map(({ month, madeWh, usedWh }, m) => {
      const made = madeWh + (apart[m] ?? 0);
      return { month, made, ratio: usedWh > 0 ? made / usedWh : null };
    });
    const worst = months.reduce<(typeof months)[number] | null>(
      (least, at) => (at.ratio !== null && at.ratio < (least?.ratio ?? Infinity) ? at : least),
      null,
    );
    return {
      id: way,
      label,
      worstRatio: worst?.ratio ?? null,
      worstMonth: worst?.month ?? null,
      yearKWh: months.reduce(
        (sum, { month, made }) => sum + (made * (MONTH_DAYS[month - 1] ?? 30)) / 1000,
        0,
      ),
    };
  };
  const fixed = {
    ...plan.plane,
    kind: 'fixed' as const,
    tilt: chosen(bestTiltDeg),
    azimuth: chosen(equatorDeg),
  };
  const seasonal = (seasons: 2 | 4) => {
    const tilts = tiltsOf(seasons);
    const words =
      seasons === 2
        ? `${tilts.winter}° and ${tilts.summer}°`
        : `${tilts.winter}°, ${tilts.spring}°, ${tilts.summer}° and ${tilts.autumn}°`;
    return reckoned(
      seasons === 2 ? 'two' : 'four',
      `${seasons === 2 ? 'Two' : 'Four'} tilts a year, ${words}`,
      {
        plane: {
          ...fixed,
          kind: 'seasonal',
          seasons,
          tilts: {
            winter: chosen(tilts.winter),
            spring: chosen(tilts.spring),
            summer: chosen(tilts.summer),
            autumn: chosen(tilts.autumn),
          },
        },
      },
    );
  };
  const { series, parallel, inputs } = plan.strings;
  const wired = series.value * parallel.value * inputs.value;
  // more panels as if strung alike, so that the comparison is of panels and not of strings that do not come out even
  const more = (extra: number) => ({
    plane: fixed,
    count: chosen(wired + extra),
    // on as many inputs as before, each of which has limits of its own
    strings: { ...plan.strings, series: chosen((wired + extra) / inputs.value), parallel: chosen(1) },
  });
  const now = { plane: plan.plane };
  return [
    reckoned('chosen', 'As chosen', now),
    reckoned('best', `Fixed at ${bestTiltDeg}°, facing the equator`, { plane: fixed }),
    seasonal(2),
    seasonal(4),
    reckoned('one-more', 'That fixed tilt and one more panel', more(1)),
    reckoned('two-more', 'That fixed tilt and two more panels', more(2)),
  ];
}

/** This array's watts as they are, all to the equator, and half to the east with half to the west. */
function linesOf(
  facts: Facts,
  array: ArrayFacts,
  share: ArrayShare,
  bestTiltDeg: number,
  equatorDeg: number,
): HourLine[] {
  const { plan } = array;
  const scale = share.wiredW * share.keeps * (array.controller.efficiency.value / 100);
  const facing = (tilt: number, azimuth: number) =>
    yearOf(facts, array, {
      plane: { ...plan.plane, kind: 'fixed', tilt: chosen(tilt), azimuth: chosen(azimuth) },
    });
  const watts = (...years: (readonly PlaneMonth[])[]) =>
    Array.from({ length: 12 }, (_, month) =>
      Array.from({ length: STEPS }, (__, step) =>
        years.reduce((sum, year) => sum + ((year[month]?.perWatt[step] ?? 0) * scale) / years.length, 0),
      ),
    );
  const splitTilt = Math.min(35, Math.max(10, plan.plane.tilt.value));
  return [
    { id: 'chosen', label: 'as chosen', watts: watts(array.year ?? []) },
    {
      id: 'equator',
      label: `all to the equator at ${bestTiltDeg}°`,
      watts: watts(facing(bestTiltDeg, equatorDeg)),
    },
    {
      id: 'split',
      label: `half east, half west at ${splitTilt}°`,
      watts: watts(facing(splitTilt, 90), facing(splitTilt, 270)),
    },
  ];
}

function hoursBehind(
  { latDeg }: ResolvedClimate,
  month: number,
  tiltDeg: number,
  azimuthDeg: number,
): [number, number][] {
  const sun = sunDay(latDeg, month);
  const tilt = (tiltDeg * Math.PI) / 180;
  const north = Math.sin(tilt) * Math.cos((azimuthDeg * Math.PI) / 180);
  const spans: [number, number][] = [];
  for (let step = 0; step < STEPS; step++) {
    const up = sun.cosZenith[step] ?? 0;
    const facing = up * Math.cos(tilt) + (sun.north[step] ?? 0) * north;
    if (up <= 0 || facing > 0) continue;
    const last = spans.at(-1);
    if (last && Math.abs(last[1] - step * STEP_H) < 1e-9) last[1] = (step + 1) * STEP_H;
    else spans.push([step * STEP_H, (step + 1) * STEP_H]);
  }
  return spans;
}

/** Where the sun rises, from north. @source Duffie & Beckman eq. 1.6.6 on the horizon: cos A = sin δ ÷ cos φ */
function sunriseOf(latDeg: number, month: number): number | null {
  const { sunsetDeg } = sunDay(latDeg, month);
  if (sunsetDeg <= 0 || sunsetDeg >= 180) return null;
  return acosDeg(sinDeg(declinationOfDay(MEAN_DAYS[month] ?? 1)) / cosDeg(latDeg));
}
