import { HORIZON_STEP_DEG, type Skyline } from '../document';
import { cosDeg, sinDeg, turn } from '../sun';
import { HORIZON_BAND, type Plane, type Seen } from './plane';
import { horizonAt, isOpen, throughBody } from './skyline';
import { edgesOf, riseOf } from './things';

const ALL: Seen = { sky: 1, horizon: 1 };

/** What is open of the sky in one direction, from the horizon up. */
export interface DomeColumn {
  azimuthDeg: number;
  /** Of the whole turn. */
  shareOfTurn: number;
  /** Rising heights, radians, each with the share that is open up to it. */
  bands: readonly { to: number; open: number }[];
}

/** Two places in each part, so that what is straight or bent once is summed exactly. @source Gauss–Legendre */
const GAUSS = [-1, 1].map((side) => (1 + side / Math.sqrt(3)) / 2);
const ZENITH = Math.PI / 2;

/** The open sky, direction by direction, each thing from edge to edge. */
export function openDome(skyline: Skyline, month: number): DomeColumn[] {
  const things = Object.values(skyline.obstacles);
  const edges = [
    ...Array.from({ length: 360 / HORIZON_STEP_DEG + 1 }, (_, i) => i * HORIZON_STEP_DEG),
    ...things.flatMap((thing) => [...edgesOf(thing), thing.azimuth.value].map(turn)),
  ].sort((a, b) => a - b);
  return edges.slice(1).flatMap((to, i) => {
    const from = edges[i] as number;
    if (to - from < 1e-9) return [];
    return GAUSS.map((part) => columnAt(skyline, month, from + part * (to - from), (to - from) / 720));
  });
}

function columnAt(skyline: Skyline, month: number, azimuthDeg: number, shareOfTurn: number): DomeColumn {
  const radians = (deg: number) => Math.min(ZENITH, Math.max(0, (deg * Math.PI) / 180));
  const ground = radians(horizonAt(skyline.points, azimuthDeg));
  const rises = Object.values(skyline.obstacles).flatMap((thing) => {
    const rise = riseOf(thing, azimuthDeg);
    return rise ? [{ from: radians(rise[0]), to: radians(rise[1]), open: throughBody(thing, month) }] : [];
  });
  const heights = [ground, ZENITH, ...rises.flatMap(({ from, to }) => [from, to])]
    .filter((height) => height >= ground)
    .sort((a, b) => a - b);
  const bands = heights.slice(1).map((to, i) => {
    const middle = ((heights[i] as number) + to) / 2;
    const over = rises.filter((rise) => rise.from < middle && middle < rise.to);
    return { to, open: over.reduce((open, rise) => open * rise.open, 1) };
  });
  return { azimuthDeg, shareOfTurn, bands: [{ to: ground, open: 0 }, ...bands] };
}

/** The first month in which the same trees are bare as in this one. */
function leafMonth({ obstacles }: Skyline, month: number): number {
  const trees = Object.values(obstacles).filter(({ kind }) => kind === 'tree');
  for (let first = 1; first < month; first++)
    if (trees.every(({ bareMonths }) => bareMonths.includes(first) === bareMonths.includes(month)))
      return first;
  return month;
}

export type SkyView = (skyline: Skyline, month: number, plane: Plane) => Seen;

/** @param dome, @param seen how its parts are worked out */
export const skyView =
  (dome: typeof openDome, seen: typeof seenShare): SkyView =>
  (skyline, month, { tiltDeg, azimuthDeg }) =>
    isOpen(skyline) ? ALL : seen(dome(skyline, leafMonth(skyline, month)), tiltDeg, azimuthDeg);

export const openSky = skyView(openDome, seenShare);

/** What a plane sees of a dome: an integral in closed form over heights, summed over directions. */
export function seenShare(dome: readonly DomeColumn[], tiltDeg: number, azimuthDeg: number): Seen {
  const [cosTilt, sinTilt] = [cosDeg(tiltDeg), sinDeg(tiltDeg)];
  let [open, all, low, lowAll] = [0, 0, 0, 0];
  for (const { azimuthDeg: at, shareOfTurn, bands } of dome) {
    const towards = cosDeg(at - azimuthDeg);
    const across = sinTilt * towards;
    // below this height the plane sees its own back
    const least = across >= 0 ? 0 : Math.atan2(-across, Math.max(0, cosTilt));
    const upTo = (height: number) =>
      (cosTilt * Math.sin(height) ** 2) / 2 + across * (height / 2 + Math.sin(2 * height) / 4);
    let [from, below, band] = [0, upTo(least), 0];
    for (const { to, open: share } of bands) {
      if (to > least) {
        const above = upTo(to);
        open += shareOfTurn * share * (above - below);
        below = above;
      }
      band += share * Math.max(0, Math.min(to, HORIZON_BAND) - from);
      from = to;
    }
    all += shareOfTurn * (upTo(ZENITH) - upTo(least));
    if (towards > 0) {
      low += (shareOfTurn * towards * band) / HORIZON_BAND;
      lowAll += shareOfTurn * towards;
    }
  }
  return { sky: all > 0 ? open / all : 1, horizon: low / lowAll };
}
