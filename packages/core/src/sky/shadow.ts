import {
  atConditions,
  partOf,
  section,
  series,
  solveParallel,
  STANDARD,
  type FiveParameters,
  type Series,
} from '../curve';
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
 * What a dark section costs is read off the curve of the strings as they are strung.
 */
export function shadowOn(
  module: ModuleNumbers,
  ...[length, parallel, inputs, across, upright, widthM, alike]: ShadowFigures
): ShadowTakes {
  const fit = fitOf(module);
  if (!fit.ok || !alike) return usualTakes;
  const columns = upright ? across * module.sections : across;
  const columnM = widthM / columns;
  const dark = upright ? 1 : module.sections;
  const harm = harmOf(fit.five, module.sections, { length, parallel, inputs }, dark);
  return (part) => {
    if (part <= 0) return 0;
    const shadowM = part * widthM;
    const met = Math.min(columns, shadowM / columnM + 1) / columns;
    return Math.min(1, harm * met * Math.min(1, shadowM / CELL_M));
  };
}

/** What a shadow on so many sections of one string takes, against the part that they are of all of them. */
function harmOf(
  whole: FiveParameters,
  sections: number,
  { length, parallel, inputs }: { length: number; parallel: number; inputs: number },
  dark: number,
): number {
  const five = partOf(whole, sections);
  const lit = section(atConditions(five, STANDARD.wm2, STANDARD.cellC), STANDARD.cellC);
  const shaded = section(atConditions(five, STANDARD.wm2 * LEFT_IN_SHADE, STANDARD.cellC), STANDARD.cellC);
  const string = (shadows: number): Series =>
    series(Array.from({ length: length * sections }, (_, i) => (i < shadows ? shaded : lit)));
  const open = string(0);
  const others = Array.from({ length: parallel - 1 }, () => open);
  const watts = (first: Series) => solveParallel([first, ...others]).peaks[0]?.watts ?? 0;
  const all = watts(open);
  const lost = all > 0 ? 1 - watts(string(dark)) / all : 0;
  // of what the sun gives directly, against the part that these sections are of all of them
  return lost / (1 - LEFT_IN_SHADE) / inputs / (dark / (length * parallel * inputs * sections));
}
