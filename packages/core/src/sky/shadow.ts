import {
  atConditions,
  partOf,
  section,
  type Section,
  voltageAt,
  type Diode,
  series,
  seriesAt,
  STANDARD,
  type FiveParameters,
} from '../curve';
import type { ArrayPlan } from '../document';
import { clamp } from '../sun';
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
/** Light that a shadow leaves on a cell, from the rest of a clear sky. Common practice. */
const LEFT_IN_SHADE = 0.1;

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
  const whole = (value: number) => Math.max(1, Math.round(value));
  return [
    whole(strings.series.value),
    whole(strings.parallel.value),
    whole(strings.inputs.value),
    whole(Math.min(count.value, width.value / panelM)),
    rows.upright,
    width.value,
    pile === null,
  ];
}

/** Cells stand in two columns to a section; each has so many volts when open. Common practice: 0.6 to 0.74 V. */
const COLUMNS_A_SECTION = 2;
const CELL_VOC = 0.66;

/** The states of a panel's shaded sections at a place: how dark, and how many columns are. */
type Dark = readonly number[];

/**
 * How a narrow upright shadow, such as a mast's, falls on an array's cells. The sections of an upright panel stand beside
 * each other, so that it meets few of them; those of a lying one lie over each other, and it meets all. A section follows
 * its darkest cell; the halves of half-cut cells lie side by side in a lying panel and carry for each other. Panels are
 * strung along their rows; wherever the shadow stands, every string is solved with what it darkens, the strings of an input
 * at one voltage, and the places are averaged.
 */
export function shadowOn(
  module: ModuleNumbers,
  ...[length, parallel, inputs, across, upright, widthM, alike]: ShadowFigures
): ShadowTakes {
  const fit = fitOf(module);
  if (!fit.ok || !alike) return usualTakes;
  const sections = Math.max(1, Math.round(module.sections));
  const panelM = widthM / across;
  const halves = !upright && module.halfCut ? 2 : 1;
  const cellsLong = Math.max(1, Math.round(module.vocV / sections / COLUMNS_A_SECTION / CELL_VOC));
  const cellsAlong = upright ? COLUMNS_A_SECTION * sections : cellsLong * halves;
  const bent = 1 - module.impA / module.iscA;
  const chain = COLUMNS_A_SECTION * cellsLong;
  const cell = panelM / cellsAlong;
  const five = partOf(fit.five, sections);
  const one = partOf(fit.five, sections * chain);
  const lit = section(atConditions(five, STANDARD.wm2, STANDARD.cellC), STANDARD.cellC);
  const shaded = new Map<number, Section>();
  /** A section at a level of dark with so many of its columns dim, numbered in one. */
  const inShade = (state: number): Section => {
    let own = shaded.get(state);
    if (!own) {
      const left = 1 - ((1 - LEFT_IN_SHADE) * Math.floor(state / MOST_COLUMNS)) / MOST_DARK;
      const dim = (state % MOST_COLUMNS) * (upright ? chain / COLUMNS_A_SECTION : COLUMNS_A_SECTION);
      own = section(partlyDim(one, chain, halves, Math.min(dim, chain - 1), left), STANDARD.cellC);
      shaded.set(state, own);
    }
    return own;
  };

  const most = lit.iscA * 1.01;
  const at = new Float64Array(2);
  const curves = new Map<string, Float64Array>();
  /** Volts at rising currents of a string with shaded sections of these states. */
  const curveOf = (states: readonly number[], key: string): Float64Array => {
    let curve = curves.get(key);
    if (!curve) {
      const open = Array<Section>(Math.max(0, length * sections - states.length)).fill(lit);
      const string = series([...states.map(inShade), ...open]);
      curve = Float64Array.from({ length: CURRENTS }, (_, i) => {
        seriesAt(string, (most * i) / (CURRENTS - 1), at);
        return at[0] as number;
      });
      curves.set(key, curve);
    }
    return curve;
  };
  const known = new Map<string, number>();
  /** Watts of an input, by its strings. */
  const wattsOf = (strings: readonly (readonly number[])[]): number => {
    const keys = strings.map((states) => states.join());
    const key = keys.toSorted().join(' ');
    let own = known.get(key);
    if (own === undefined) {
      own = mostTogether(
        strings.map((states, i) => curveOf(states, keys[i] ?? '')),
        most,
      );
      known.set(key, own);
    }
    return own;
  };

  /** How dark a cell along the panel is, 0–1, the panel's left edge so far from the shadow's. */
  const darkAt = (shadowM: number, leftM: number, i: number) => {
    const from = leftM + i * cell;
    return clamp((Math.min(shadowM, from + cell) - Math.max(0, from)) / cell, 0, 1);
  };
  const darkest = new Float64Array(halves);
  /** The state of a section whose chains, one or two halves of so many cells, begin at a cell. */
  const stateAt = (shadowM: number, leftM: number, first: number, cells: number): number => {
    let most = 0;
    for (let part = 0; part < halves; part++) {
      darkest[part] = 0;
      for (let i = 0; i < cells; i++) {
        const dark = darkAt(shadowM, leftM, first + part * cells + i);
        if (dark > (darkest[part] as number)) darkest[part] = dark;
      }
      most = Math.max(most, darkest[part] as number);
    }
    if (most === 0) return 0;
    let [sum, dim] = [0, 0];
    for (let part = 0; part < halves; part++) {
      const own = darkest[part] as number;
      // a lit half beside a dim one stands where it makes most, below its short circuit
      sum += own < most / 2 ? Math.max(own, bent) : own;
      let count = 0;
      for (let i = 0; i < cells; i++) if (darkAt(shadowM, leftM, first + part * cells + i) > own / 2) count++;
      dim = Math.max(dim, count);
    }
    const level = Math.round((sum / halves) * MOST_DARK);
    return level > 0 ? level * MOST_COLUMNS + Math.min(MOST_COLUMNS - 1, dim) : 0;
  };
  /** How dark a panel's sections are: the states of those in shade. */
  const darkOf = (shadowM: number, leftM: number): Dark => {
    if (!upright) {
      const state = stateAt(shadowM, leftM, 0, cellsAlong / halves);
      return state > 0 ? Array<number>(sections).fill(state) : [];
    }
    const states: number[] = [];
    for (let i = 0; i < sections; i++) {
      const state = stateAt(shadowM, leftM, i * COLUMNS_A_SECTION, COLUMNS_A_SECTION);
      if (state > 0) states.push(state);
    }
    return states;
  };
  const rows = Math.ceil((length * parallel * inputs) / across);
  const litInput = wattsOf(Array.from({ length: parallel }, () => []));
  /** Watts of all inputs with a shadow so wide at a place. */
  const wattsAt = (shadowM: number, fromM: number): number => {
    const strings = new Map<number, number[]>();
    const last = Math.min(across - 1, Math.floor((fromM + shadowM) / panelM));
    for (let column = Math.floor(fromM / panelM); column <= last; column++) {
      const states = darkOf(shadowM, column * panelM - fromM);
      for (let row = 0; row < rows && states.length > 0; row++) {
        const string = Math.floor((row * across + column) / length);
        if (string < parallel * inputs) strings.set(string, [...(strings.get(string) ?? []), ...states]);
      }
    }
    let sum = inputs * litInput;
    for (const input of new Set([...strings.keys()].map((string) => Math.floor(string / parallel)))) {
      const own = Array.from({ length: parallel }, (_, i) => strings.get(input * parallel + i) ?? []);
      sum += wattsOf(own.map((states) => states.toSorted((p, q) => p - q))) - litInput;
    }
    return sum;
  };
  const all = inputs * litInput;
  // shadow widths that are reckoned, m: between them it goes straight
  const widths = [0];
  for (let next = cell / 6; next < widthM; next = Math.max(next + cell / 6, next * 1.3)) widths.push(next);
  widths.push(widthM);
  const lost = [0];
  /** What a shadow takes, the mean of all places it may be at; a wider one no less. */
  const lostWith = (index: number): number => {
    for (let at = lost.length; at <= index; at++) {
      const shadowM = widths[at] as number;
      let sum = 0;
      for (let i = 0; i < PLACES; i++) {
        const free = ((0.5 + i * GOLDEN) % 1) * (widthM - shadowM);
        sum += wattsAt(shadowM, Math.min(widthM - shadowM, Math.round((free * 4) / cell) * (cell / 4)));
      }
      lost.push(Math.max(lost[at - 1] as number, 1 - sum / PLACES / all));
    }
    return lost[index] as number;
  };
  return (part) => {
    if (part <= 0) return 0;
    const shadowM = Math.min(1, part) * widthM;
    const above = Math.max(
      1,
      widths.findIndex((width) => width >= shadowM),
    );
    const [low, high] = [widths[above - 1] as number, widths[above] as number];
    const along = (shadowM - low) / (high - low);
    const own = (1 - along) * lostWith(above - 1) + along * lostWith(above);
    // of what the sun gives directly
    return Math.min(1, own / (1 - LEFT_IN_SHADE));
  };
}

/**
 * A chain of cells of which some have less light: those in full light are a source of volts that falls straight with the
 * current, which moves the curve of the dim ones along without changing its form.
 * @param cell its five parameters, @param chain cells in it, @param dim of them dim, @param left of the light on those
 */
function partlyDim(cell: FiveParameters, chain: number, halves: number, dim: number, left: number): Diode {
  const lit = atConditions(cell, STANDARD.wm2, STANDARD.cellC);
  const dark = atConditions(cell, STANDARD.wm2 * left, STANDARD.cellC);
  const [low, high] = [0.6 * dark.il, 0.97 * dark.il];
  const [atLow, atHigh] = [voltageAt(lit, low), voltageAt(lit, high)];
  const ohm = ((chain - dim) * (atLow - atHigh)) / (high - low);
  const volts = (chain - dim) * atLow + ohm * low;
  const [a, gsh] = [dim * dark.a, dark.gsh / dim / halves];
  return {
    il: dark.il + gsh * volts,
    // many cells behind few: the figure would be too small to write
    i0: Math.max(1e-300, dark.i0 * Math.exp(-volts / a)),
    a,
    rs: dim * dark.rs + ohm,
    gsh,
  };
}

/** Currents at which a string's volts are kept. */
const CURRENTS = 64;

/** Most watts of strings at one voltage, each by its volts at `CURRENTS` currents that rise evenly from 0. */
export function mostTogether(curves: readonly Float64Array[], mostA: number): number {
  const kinds = [...new Set(curves)].map((curve) => ({
    curve,
    count: curves.filter((other) => other === curve).length,
  }));
  const step = mostA / (CURRENTS - 1);
  let watts = 0;
  const [only] = kinds;
  if (only && kinds.length === 1) {
    for (const [i, volts] of only.curve.entries()) watts = Math.max(watts, only.count * volts * i * step);
    return watts;
  }
  for (const { curve: own } of kinds)
    for (const volts of own) {
      if (volts <= 0) break;
      let amps = 0;
      for (const { curve, count } of kinds) amps += count * step * placeOf(curve, volts);
      watts = Math.max(watts, volts * amps);
    }
  return watts;
}

/** Where falling volts pass a voltage, in steps of current; 0 above all of them. */
function placeOf(curve: Float64Array, volts: number): number {
  let [from, to] = [0, curve.length - 1];
  if (volts >= (curve[0] as number)) return 0;
  while (to - from > 1) {
    const middle = (from + to) >> 1;
    if ((curve[middle] as number) > volts) from = middle;
    else to = middle;
  }
  const [above, below] = [curve[from] as number, curve[to] as number];
  return from + (above > below ? Math.min(1, (above - volts) / (above - below)) : 1);
}

/** Places along a row that a shadow is tried at, each at a quarter of a cell. */
const PLACES = 32;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** Steps of how dark a section is. */
const MOST_DARK = 16;
/** More columns of cells than any panel has. */
const MOST_COLUMNS = 64;
