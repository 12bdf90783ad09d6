import type { ArrayPlan, Season } from '../document';
import { MOUNTINGS, faimanCellC, type ModuleNumbers } from '../module';
import { turn } from '../sun';
import {
  AIR_SWING,
  STEPS,
  STEP_H,
  type DayLight,
  type MonthSky,
  type SkyYear,
  type SunDay,
} from './monthLight';
import { lightInView, viewOf, type Plane, type PlaneView, type Screen } from './plane';
import { shadowOn, usualTakes, type ShadowFigures, type ShadowTakes } from './shadow';
import { openSky, type SkyView } from './dome';
import { isOpen, leftBy, rowsLeft, rowsSky, shadeOn, type Shade } from './skyline';

/** Wind at the panels that the mean day is reckoned with, m/s. Common practice. */
const WIND_MS = 1;
/** A roof that moves is averaged over this many headings. */
const HEADINGS = 12;

export interface PlaneMonth {
  /** Mean daily irradiation on the plane, kWh/m²: the peak sun hours, shade and all. */
  poaKWhm2: number;
  /** The same with nothing in the way. */
  openKWhm2: number;
  /** Power of one rated watt through the mean day, after shade, reflection, snow, dirt and cell temperature, W/W. */
  perWatt: Float64Array;
  /** The same on each kind of day, from dark to bright, each as frequent as the others; `perWatt` is their mean. */
  kinds: readonly Float64Array[];
  /** The same under a cloudless sky. */
  clearPerWatt: Float64Array;
  cellC: Float64Array;
  /** Share of the output at each step that things in the way take, 0–1. */
  lost: Float64Array;
}

/** Power of a rated watt, W/W, at an irradiance and cell temperature. */
export const powerShare = (poaWm2: number, cellC: number, gammaPmax: number) =>
  Math.max(0, (poaWm2 / 1000) * (1 + gammaPmax * (cellC - 25)));

/** Season of a month 1–12. Two seasons split the year at the equinoxes. */
export function seasonOf(month: number, latDeg: number, seasons: 2 | 4): Season {
  const north = latDeg >= 0 ? month : ((month + 5) % 12) + 1;
  if (seasons === 2) return north >= 4 && north <= 9 ? 'summer' : 'winter';
  if (north >= 11 || north === 1) return 'winter';
  if (north <= 4) return 'spring';
  return north <= 7 ? 'summer' : 'autumn';
}

/** The plane in a month 1–12, at a latitude. */
export function planeIn({ plane }: Pick<ArrayPlan, 'plane'>, month: number, latDeg: number): Plane {
  const tilt = plane.kind === 'seasonal' ? plane.tilts[seasonOf(month, latDeg, plane.seasons)] : plane.tilt;
  return { tiltDeg: tilt.value, azimuthDeg: plane.azimuth.value };
}

interface Aspect {
  /** As it lies on the roof, and as it faces the sky. */
  own: Plane;
  plane: Plane;
  /** How far the array and all that stands on its roof are turned. */
  turnedDeg: number;
}

function aspectsOf(array: Pick<ArrayPlan, 'plane' | 'skyline'>, month: number, latDeg: number): Aspect[] {
  const plane = planeIn(array, month, latDeg);
  if (array.plane.kind !== 'moving') return [{ own: plane, plane, turnedDeg: 0 }];
  const still = plane.tiltDeg === 0 && isOpen(array.skyline);
  return Array.from({ length: still ? 1 : HEADINGS }, (_, i) => {
    const turnedDeg = (360 / HEADINGS) * i;
    return { own: plane, plane: { ...plane, azimuthDeg: turn(plane.azimuthDeg + turnedDeg) }, turnedDeg };
  });
}

/** What of an array the light on it depends on. */
export type LightPart = Pick<ArrayPlan, 'plane' | 'rows' | 'width' | 'skyline' | 'albedo' | 'albedoBy'> & {
  /** Of its panels. */
  halfCut?: boolean;
};

/** What of an array its power in that light depends on, besides its panels. */
export type PowerPart = Pick<ArrayPlan, 'mounting' | 'soiling' | 'soilingBy' | 'snowBy' | 'bifacial'>;

/** Light on an array through a month's day, W/m² at each step, for each way it is turned. */
export interface PlaneLight {
  aspects: {
    mean: Float64Array;
    kinds: readonly Float64Array[];
    clear: Float64Array;
    /** The mean day's with nothing in the way. */
    open: Float64Array;
  }[];
  /** Share of the output at each step that things in the way take, 0–1. */
  lost: Float64Array;
  poaKWhm2: number;
  openKWhm2: number;
}

/** How the parts of a year are worked out; `calculate` lends ones that remember. */
export interface PlaneMeans {
  light: (sky: MonthSky, array: LightPart, takes: ShadowTakes) => PlaneLight;
  power: (light: PlaneLight, sky: MonthSky, array: PowerPart, gammaPmax: number) => PlaneMonth;
  mixed: (parts: readonly { share: number; month: PlaneMonth }[]) => PlaneMonth;
  takes: typeof shadowOn;
}

const PLAIN: PlaneMeans = {
  light: (sky, array, takes) => planeLight(sky, array, takes),
  power: (light, sky, array, gammaPmax) => planePower(light, sky, array, gammaPmax),
  mixed: (parts) => mixedMonth(parts),
  takes: shadowOn,
};

/** How a skyline shades an array at each step of a month's day. */
export function shadeDay(
  sun: SunDay,
  skyline: ArrayPlan['skyline'],
  widthM: number,
  facingDeg: number,
  month: number,
  turnedDeg: number,
): readonly Shade[] {
  return Array.from({ length: STEPS }, (_, step) => {
    const elevation = sun.elevationDeg[step] as number;
    if (elevation <= 0) return null;
    const azimuth = (sun.azimuthDeg[step] as number) - turnedDeg;
    return shadeOn(skyline, { widthM, facingDeg }, month, azimuth, elevation);
  });
}

/** How what comes through a skyline is worked out. */
export interface Through {
  view: SkyView;
  shade: typeof shadeDay;
}

function screenOf(
  array: LightPart,
  { sun, month }: MonthSky,
  { own, plane, turnedDeg }: Aspect,
  takes: ShadowTakes,
  { view, shade }: Through,
): Screen | null {
  const open = isOpen(array.skyline);
  if (open && array.rows.count.value < 2) return null;
  const shades = open ? null : shade(sun, array.skyline, array.width.value, own.azimuthDeg, month, turnedDeg);
  const beam = new Float64Array(STEPS);
  for (let step = 0; step < STEPS; step++) {
    const elevation = sun.elevationDeg[step] as number;
    if (elevation <= 0) continue;
    const rows = rowsLeft(array.rows, plane, sun.azimuthDeg[step] as number, elevation, array.halfCut);
    beam[step] = leftBy(shades?.[step] ?? null, takes) * rows;
  }
  const [past, between] = [view(array.skyline, month, own), rowsSky(array.rows, plane.tiltDeg)];
  return { beam, sky: past.sky * between.sky, horizon: past.horizon * between.horizon };
}

/** What one rated watt of an array gives, month by month, over the places of the year. */
export function computePlaneYear(
  skies: SkyYear,
  array: LightPart & PowerPart,
  module: ModuleNumbers,
  shadow: ShadowFigures,
  means: PlaneMeans = PLAIN,
): PlaneMonth[] {
  const lit = { ...array, halfCut: module.halfCut };
  const takes = Object.keys(array.skyline.obstacles).length > 0 ? means.takes(module, ...shadow) : usualTakes;
  return skies.map((stays) => {
    const months = stays.map(({ share, sky }) => {
      const light = means.light(sky, lit, takes);
      return { share, month: means.power(light, sky, array, module.gammaPmax) };
    });
    const [only] = months;
    return only && months.length === 1 ? only.month : means.mixed(months);
  });
}

/** One month of several places, by the share of it spent at each. */
export function mixedMonth(parts: readonly { share: number; month: PlaneMonth }[]): PlaneMonth {
  const mean = (read: (month: PlaneMonth) => number) =>
    parts.reduce((sum, { share, month }) => sum + share * read(month), 0);
  const through = (read: (month: PlaneMonth) => Float64Array) => {
    const day = new Float64Array(STEPS);
    for (const { share, month } of parts) {
      const of = read(month);
      for (let step = 0; step < STEPS; step++)
        day[step] = (day[step] as number) + share * (of[step] as number);
    }
    return day;
  };
  return {
    poaKWhm2: mean((month) => month.poaKWhm2),
    openKWhm2: mean((month) => month.openKWhm2),
    perWatt: through((month) => month.perWatt),
    kinds: mixedKinds(parts),
    clearPerWatt: through((month) => month.clearPerWatt),
    cellC: through((month) => month.cellC),
    lost: through((month) => month.lost),
  };
}

/** The days of all places together: each place's kinds as often as its share, to one number of equal weight. */
function mixedKinds(parts: readonly { share: number; month: PlaneMonth }[]): Float64Array[] {
  const days = parts.flatMap(({ share, month }) =>
    month.kinds.map((day) => ({ day, weight: share / month.kinds.length, sum: sumOf(day) })),
  );
  const most = Math.max(...parts.map(({ month }) => month.kinds.length));
  if (days.length === 0) return [];
  const total = days.reduce((all, { weight }) => all + weight, 0);
  const dark = (1 - total) * most;
  const inOrder = days.toSorted((a, b) => a.sum - b.sum);
  const kinds = Array.from({ length: most }, () => new Float64Array(STEPS));
  // from the darkest on, each day into the kinds that its weight reaches
  let at = dark;
  for (const { day, weight } of inOrder) {
    const to = at + weight * most;
    for (let kind = Math.floor(at + 1e-9); kind < to - 1e-9; kind++) {
      const part = Math.min(to, kind + 1) - Math.max(at, kind);
      const into = kinds[kind] as Float64Array;
      for (let step = 0; step < STEPS; step++)
        into[step] = (into[step] as number) + part * (day[step] as number);
    }
    at = to;
  }
  return kinds;
}

const sumOf = (day: Float64Array) => day.reduce((sum, value) => sum + value, 0);

const share = (entry: { value: number } | undefined, otherwise: number) => (entry?.value ?? otherwise) / 100;

/** What an array sees past all that stands in the way, and what it would see with nothing there. */
interface Seen {
  view: PlaneView;
  open: PlaneView;
}

const NEARLY_LEVEL_DEG = 10;

const meanSeen = (all: readonly Seen[]): Seen => ({
  view: meanView(all.map(({ view }) => view)),
  open: meanView(all.map(({ open }) => open)),
});

function meanView(views: readonly PlaneView[]): PlaneView {
  const [first] = views as readonly [PlaneView, ...PlaneView[]];
  if (views.length === 1) return first;
  const beam = new Float64Array(STEPS);
  for (const view of views)
    for (let step = 0; step < STEPS; step++)
      beam[step] = (beam[step] as number) + (view.beam[step] as number) / views.length;
  return { ...first, beam, seen: views.reduce((sum, { seen }) => sum + seen, 0) / views.length };
}

/** Light on an array in a month. @param takes what a narrow shadow takes of its strings */
export function planeLight(
  sky: MonthSky,
  array: LightPart,
  takes: ShadowTakes,
  through: Through = { view: openSky, shade: shadeDay },
): PlaneLight {
  const { sun, mean, kinds, clear, month, latDeg } = sky;
  const albedo = share(array.albedoBy[month], array.albedo.value);
  const result: PlaneLight = { aspects: [], lost: new Float64Array(STEPS), poaKWhm2: 0, openKWhm2: 0 };
  const seen = aspectsOf(array, month, latDeg).map((aspect): Seen => {
    const screen = screenOf(array, sky, aspect, takes, through);
    const view = viewOf(sun, aspect.plane, albedo, screen, true);
    return { view, open: screen ? viewOf(sun, aspect.plane, albedo, null, true) : view };
  });
  // nearly level panels see much the same whichever way they are turned: one mean view of them does
  const level = array.plane.kind === 'moving' && planeIn(array, month, latDeg).tiltDeg <= NEARLY_LEVEL_DEG;
  const views = level ? [meanSeen(seen)] : seen;
  const weight = 1 / views.length;
  const openSum = new Float64Array(STEPS);
  for (const { view, open } of views) {
    const on = (of: DayLight, by = view) => {
      const day = new Float64Array(STEPS);
      lightInView(by, of, day);
      return day;
    };
    const [light, bright, days] = [on(mean), on(clear), kinds.map((kind) => on(kind))];
    const unshaded = open === view ? light : on(mean, open);
    result.aspects.push({ mean: light, kinds: days, clear: bright, open: unshaded });
    for (let step = 0; step < STEPS; step++) {
      const [here, free] = [light[step] as number, unshaded[step] as number];
      openSum[step] = (openSum[step] as number) + weight * free;
      result.lost[step] = (result.lost[step] as number) + weight * (free - here);
      result.poaKWhm2 += (weight * here * STEP_H) / 1000;
      result.openKWhm2 += (weight * free * STEP_H) / 1000;
    }
  }
  for (let step = 0; step < STEPS; step++) {
    const open = openSum[step] as number;
    result.lost[step] = open > 0.5 ? (result.lost[step] as number) / open : 0;
  }
  return result;
}

/** Power of one rated watt in that light. @param gammaPmax of its panels, 1/K */
export function planePower(
  { aspects, lost, poaKWhm2, openKWhm2 }: PlaneLight,
  { month, minC, maxC }: Pick<MonthSky, 'month' | 'minC' | 'maxC'>,
  array: PowerPart,
  gammaPmax: number,
): PlaneMonth {
  const kept =
    (1 - share(array.soilingBy[month], array.soiling.value)) *
    (1 - share(array.snowBy[month], 0)) *
    (1 + array.bifacial.value / 100);
  const { u0, u1 } = MOUNTINGS[array.mounting];
  const [perWatt, clearPerWatt, cellC] = [
    new Float64Array(STEPS),
    new Float64Array(STEPS),
    new Float64Array(STEPS),
  ];
  const weight = 1 / aspects.length;
  const many = aspects[0]?.kinds.length ?? 0;
  const kinds = Array.from({ length: many }, () => new Float64Array(STEPS));
  const give = (wm2: number, air: number) =>
    weight * kept * powerShare(wm2, faimanCellC(wm2, air, WIND_MS, u0, u1), gammaPmax);
  for (let step = 0; step < STEPS; step++) {
    const air = (minC + maxC) / 2 + ((maxC - minC) / 2) * (AIR_SWING[step] as number);
    for (const { mean, clear, kinds: days } of aspects) {
      const here = mean[step] as number;
      const shining = clear[step] as number;
      cellC[step] = (cellC[step] as number) + weight * faimanCellC(here, air, WIND_MS, u0, u1);
      if (shining > 0) clearPerWatt[step] = (clearPerWatt[step] as number) + give(shining, air);
      if (here === 0) continue;
      for (let kind = 0; kind < many; kind++) {
        const given = give((days[kind] as Float64Array)[step] as number, air);
        const day = kinds[kind] as Float64Array;
        day[step] = (day[step] as number) + given;
        perWatt[step] = (perWatt[step] as number) + given / many;
      }
    }
  }
  return { poaKWhm2, openKWhm2, perWatt, kinds, clearPerWatt, cellC, lost };
}
