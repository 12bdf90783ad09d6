import type { School } from '../document';
import { BRIGHT_SKY, shareAt, type HotPanel } from '../module';
import { FULL_SUN, type LeanMonth } from './leanMonth';

/** Most the search tries. */
export const MOST = { series: 20, parallel: 10, inputs: 8 } as const;

/** What one panel does at the job's extremes. */
export interface PanelAtExtremes {
  coldVocV: number;
  coldVmpV: number;
  hotVmpV: number;
  hot: HotPanel;
  iscA: number;
  impA: number;
  vmpV: number;
  pmaxW: number;
  /** Share of its best that it gives at some volts, where a controller ties it to the bank. */
  tied: (volts: number) => number;
}

export interface ControllerWindow {
  maxV: number;
  /** Lowest string volts at which it charges this bank, once it runs, and open-circuit ones at which it starts. */
  chargesFromV: number;
  startV: number;
  /** True of one that ties the panels to the bank's own volts. */
  ties: boolean;
  maxWorkV: number;
  maxA: number;
  maxIscA: number;
  /** Watts one input works with; Infinity where only its amps limit it. */
  maxInputW: number;
  /** Array watts at standard conditions it can use. */
  usableW: number;
  /** Inputs there are for these panels. */
  inputs: number;
}

/** Why an arrangement fails, as bits, so that trying them all allocates nothing more than the list. */
export const FAULT = { coldVoltage: 1, hotVoltage: 2, shortCircuit: 4, inputs: 8, panels: 16 } as const;
/** What an arrangement gives away without failing. */
export const LOSS = { amps: 1, watts: 2, window: 4, leftOut: 8, hot: 16 } as const;

/** Of what a hot string could give, so much must be left, and so much is worth a look. Common practice. */
const HOT_LEAST = 0.5;
const HOT_WELL = 0.9;
/** Of what panels give at full sun, less than this used is worth a look. Common practice. */
export const MUCH_CLIPPED = 0.75;

export interface Arrangement {
  series: number;
  parallel: number;
  inputs: number;
  panels: number;
  coldVocV: number;
  coldVmpV: number;
  hotVmpV: number;
  /** Open-circuit volts on the hottest afternoon, and the share of its best that it then gives at the volts asked, 0–1. */
  hotVocV: number;
  hotKept: number;
  /** Short-circuit amps at an input under a bright sky. */
  iscA: number;
  impA: number;
  watts: number;
  /** Share of the wired watts that the controller can use at standard conditions, 0–1. */
  kept: number;
  /** Wh a day it gives the controller in the month that governs. */
  makesWh: number;
  faults: number;
  losses: number;
}

/** What the panels of an array see, and what of it is left at the controller. */
export interface Harvest {
  lean: LeanMonth;
  /** Share left after wiring and mismatch. */
  keeps: number;
}

const AT_FULL_SUN: Harvest = { lean: FULL_SUN, keeps: 1 };

/** One arrangement against the window. */
export function tryArrangement(
  series: number,
  parallel: number,
  inputs: number,
  panel: PanelAtExtremes,
  window: ControllerWindow,
  panelCount: number,
  { lean, keeps }: Harvest = AT_FULL_SUN,
): Arrangement {
  const panels = series * parallel * inputs;
  const coldVocV = series * panel.coldVocV;
  const coldVmpV = series * panel.coldVmpV;
  const hotVmpV = series * panel.hotVmpV;
  const hotVocV = series * panel.hot.vocV;
  const hotKept = shareAt(
    window.ties ? panel.hot.amps : panel.hot.power,
    window.chargesFromV / series,
    panel.hot.vocV,
  );
  const iscA = parallel * panel.iscA * BRIGHT_SKY;
  const impA = parallel * panel.impA;
  const watts = panels * panel.pmaxW;
  const ampsKept = Math.min(1, window.maxA / impA);
  // panels that are tied to the bank give their amps at its volts
  const use = window.ties ? panel.tied(window.chargesFromV / series) : 1;
  const wattsKept = Math.min(window.usableW, window.maxInputW * inputs) / (watts * use);
  const offeredW = watts * use * keeps;
  const worksAtV = window.ties ? window.chargesFromV : series * panel.vmpV;
  const inputW = Math.min(window.maxInputW, window.maxA * worksAtV);
  const takenW = Math.min(window.usableW, inputs * inputW);
  const makesWh = offeredW > 0 ? offeredW * lean.madeUpTo(takenW / offeredW) : 0;
  const kept = Math.min(ampsKept, wattsKept, 1);
  const faults =
    (coldVocV > window.maxV ? FAULT.coldVoltage : 0) |
    (hotVocV < window.startV || hotKept < HOT_LEAST ? FAULT.hotVoltage : 0) |
    (iscA > window.maxIscA ? FAULT.shortCircuit : 0) |
    (inputs > window.inputs ? FAULT.inputs : 0) |
    (panels > panelCount ? FAULT.panels : 0);
  const losses =
    (ampsKept < 1 ? LOSS.amps : 0) |
    (wattsKept < 1 ? LOSS.watts : 0) |
    (coldVmpV > window.maxWorkV ? LOSS.window : 0) |
    (panels < panelCount ? LOSS.leftOut : 0) |
    (hotKept < HOT_WELL ? LOSS.hot : 0);
  return {
    series,
    parallel,
    inputs,
    panels,
    coldVocV,
    coldVmpV,
    hotVmpV,
    hotVocV,
    hotKept,
    iscA,
    impA,
    watts,
    kept,
    makesWh,
    faults,
    losses,
  };
}

/**
 * Every arrangement up to 20 in series, 10 in parallel and the controller's inputs that the panels can make,
 * best first: those that fit before those that fail, then by what the month that governs makes of them, within half a
 * per cent, fewer parallel strings (fewer fuses, thinner cable), and more room under the limit.
 * @param windowFor the window that strings alike on so many inputs keep to, @param panelCount panels at hand, 1 or more
 */
export function fitStrings(
  panel: PanelAtExtremes,
  windowFor: (inputs: number) => ControllerWindow,
  panelCount: number,
  harvest: Harvest = AT_FULL_SUN,
): Arrangement[] {
  const found: Arrangement[] = [];
  const mostInputs = Math.min(MOST.inputs, windowFor(1).inputs);
  for (let inputs = 1; inputs <= mostInputs; inputs++) {
    const window = windowFor(inputs);
    for (let series = 1; series <= MOST.series && series * inputs <= panelCount; series++) {
      for (
        let parallel = 1;
        parallel <= MOST.parallel && series * parallel * inputs <= panelCount;
        parallel++
      ) {
        found.push(tryArrangement(series, parallel, inputs, panel, window, panelCount, harvest));
      }
    }
  }
  // in steps of about half a per cent, so that what hardly differs does not decide
  const rank = (it: Arrangement) =>
    Math.round(Math.log(Math.max(1e-9, it.makesWh * it.hotKept)) / MAKES_ALIKE);
  const ranked = found.map((it) => ({ it, rank: rank(it) }));
  ranked.sort(
    (a, b) =>
      Number(a.it.faults !== 0) - Number(b.it.faults !== 0) ||
      b.rank - a.rank ||
      a.it.parallel - b.it.parallel ||
      a.it.inputs - b.it.inputs ||
      a.it.coldVocV - b.it.coldVocV,
  );
  return ranked.map(({ it }) => it);
}

const MAKES_ALIKE = 0.005;

/**
 * Current that can flow back into one string when it fails, from the other parallel ones.
 * @source NEC 690.9: (strings − 1) × 1.25 × Isc
 */
export const backFedAmps = (parallel: number, iscA: number) => Math.max(0, parallel - 1) * BRIGHT_SKY * iscA;

/** Sizes that fuses for strings of panels are sold in, up to 60 A. Common practice; IEC 60269-6 and NEC 240.6 (from memory). */
const FUSES = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 32, 35, 40, 45, 50, 60] as const;

/**
 * The least that a string's fuse may be, as a multiple of Isc.
 * @source NEC 690.8 and 690.9: 1.25 × 1.25; IEC 62548: 1.5 (from memory), which boats follow as well
 */
export const fuseFactor = (school: School): number => (school === 'north-american' ? BRIGHT_SKY * 1.25 : 1.5);

/** The next size of a fuse that bears a string's current by the rules of a school; null above 60 A. */
export function stringFuseA(iscA: number, school: School): number | null {
  return FUSES.find((size) => size >= iscA * fuseFactor(school) - 1e-9) ?? null;
}
