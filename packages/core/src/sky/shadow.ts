import { atConditions, partOf, section, series, solveParallel, STANDARD, type Series } from '../curve';
import type { ArrayPlan } from '../document';
import { fitOf, type ModuleNumbers } from '../module';

/** Share of an array's beam output that a shadow over a part of its width takes, 0–1 of 0–1. */
export type ShadowTakes = (part: number) => number;

/**
 * Where no curve is known: a shadow takes this many times the part it covers, since it stops whole sections and strings
 * follow their weakest panel. Planning figure, common practice.
 */
const USUAL_HARM = 3;
export const usualTakes: ShadowTakes = (part) => Math.min(1, part * USUAL_HARM);

/** Rated watts of a square metre of panel, and how much longer than wide one is. Common practice. */
const WATTS_PER_M2 = 190;
const LONGER = 1.7;
/** A shadow narrower than a cell dims it in part, m. Common practice: cells are 0.156 to 0.21 m wide. */
const CELL_M = 0.16;
/** Light that a shadow leaves on a cell, from the rest of the sky. Common practice. */
const LEFT_IN_SHADE = 0.2;

/** What of an array a narrow shadow's harm follows from. */
export type ShadowPart = Pick<ArrayPlan, 'strings' | 'count' | 'rows' | 'width' | 'pile'>;

/** The figures of an array that it follows from: how its panels are strung, and what they are on. */
export type ShadowFigures = readonly [
  series: number,
  parallel: number,
  inputs: number,
  across: number,
  upright: boolean,
  widthM: number,
  alike: boolean,
];

/** @param pmaxW of one panel */
export function shadowFigures(
  { strings, count, rows, width, pile }: ShadowPart,
  pmaxW: number,
): ShadowFigures {
  const short = Math.sqrt(pmaxW / WATTS_PER_M2 / LONGER);
  const panelM = rows.upright ? short : short * LONGER;
  return [
    strings.series.value,
    strings.parallel.value,
    strings.inputs.value,
    Math.max(1, Math.min(count.value, Math.round(width.value / panelM))),
    rows.upright,
    width.value,
    pile === null,
  ];
}

/**
 * How a narrow upright shadow, such as a mast's, falls on the sections of an array's panels. The sections of an upright
 * panel stand beside each other, so that it meets few of them; those of a lying one lie over each other, and it meets all.
 * Panels are strung along their rows; wherever the shadow stands, every string is solved with the sections it darkens, the
 * strings of an input at one voltage, and the places are averaged.
 */
export function shadowOn(
  module: ModuleNumbers,
  ...[length, parallel, inputs, across, upright, widthM, alike]: ShadowFigures
): ShadowTakes {
  const fit = fitOf(module);
  if (!fit.ok || !alike) return usualTakes;
  const { sections } = module;
  const columns = upright ? across * sections : across;
  const columnM = widthM / columns;
  const panels = length * parallel * inputs;
  const five = partOf(fit.five, sections);
  const lit = section(atConditions(five, STANDARD.wm2, STANDARD.cellC), STANDARD.cellC);
  const string = (dark: number, share: number): Series => {
    const wm2 = STANDARD.wm2 * (1 - (1 - LEFT_IN_SHADE) * share);
    const shaded = section(atConditions(five, wm2, STANDARD.cellC), STANDARD.cellC);
    return series(Array.from({ length: length * sections }, (_, i) => (i < dark ? shaded : lit)));
  };
  const watts = (strings: readonly Series[]) => solveParallel(strings).peaks[0]?.watts ?? 0;
  const open = string(0, 0);
  const all = inputs * watts(Array.from({ length: parallel }, () => open));
  if (!(all > 0)) return usualTakes;

  /** Dark sections of each string where so many columns from one on are dark. */
  const darkFrom = (from: number, many: number): number[] => {
    const dark = Array.from({ length: parallel * inputs }, () => 0);
    for (let panel = 0; panel < panels; panel++) {
      const column = panel % across;
      const at = Math.floor(panel / length);
      for (let i = 0; i < sections; i++) {
        const own = upright ? column * sections + i : column;
        // past the end of the row it goes on at its beginning, so that every column is met as often
        if ((own - from + columns) % columns < many) dark[at] = (dark[at] ?? 0) + 1;
      }
    }
    return dark;
  };
  const known = new Map<string, number>();
  /** Of an input with so many dark sections in each of its strings. */
  const inputWatts = (dark: readonly number[], share: number): number => {
    const inTurn = dark.toSorted((a, b) => a - b);
    const key = `${share} ${inTurn.join(' ')}`;
    let own = known.get(key);
    if (own === undefined) {
      const kinds = new Map(inTurn.map((count) => [count, count === 0 ? open : string(count, share)]));
      own = watts(inTurn.map((count) => kinds.get(count) ?? open));
      known.set(key, own);
    }
    return own;
  };
  const lostBy = new Map<string, number>();
  /** What so many dark columns take, the mean of all places they may be at. */
  const lostWith = (many: number, share: number): number => {
    const key = `${many} ${share}`;
    let lost = lostBy.get(key);
    if (lost === undefined) {
      const step = Math.max(1, Math.floor(columns / MOST_PLACES));
      let [sum, count] = [0, 0];
      for (let from = 0; from < columns; from += step, count++) {
        const dark = darkFrom(from, many);
        for (let input = 0; input < inputs; input++)
          sum += inputWatts(dark.slice(input * parallel, (input + 1) * parallel), share);
      }
      lost = 1 - sum / count / all;
      lostBy.set(key, lost);
    }
    return lost;
  };
  return (part) => {
    if (part <= 0) return 0;
    const shadowM = Math.min(1, part) * widthM;
    // narrower than a cell it dims the worst one in part, which the section follows
    const share = Math.ceil(Math.min(1, shadowM / CELL_M) * SHARES) / SHARES;
    const met = Math.min(columns, shadowM / columnM + (part < 1 ? 1 : 0));
    const [low, over] = [Math.floor(met), met - Math.floor(met)];
    const lost =
      (low > 0 ? (1 - over) * lostWith(low, share) : 0) +
      (over > 0 ? over * lostWith(Math.min(columns, low + 1), share) : 0);
    // of what the sun gives directly
    return Math.min(1, lost / (1 - LEFT_IN_SHADE));
  };
}

/** Places along a row that a shadow is tried at, at most, and steps of how dark it is. */
const MOST_PLACES = 12;
const SHARES = 10;
