import { BRIGHT_SKY } from '../module';

/** Most the search tries. */
export const MOST = { series: 20, parallel: 10, inputs: 8 } as const;

/** What one panel does at the job's extremes. */
export interface PanelAtExtremes {
  coldVocV: number;
  coldVmpV: number;
  hotVmpV: number;
  iscA: number;
  impA: number;
  pmaxW: number;
}

export interface ControllerWindow {
  maxV: number;
  /** Lowest string volts at which it charges this bank. */
  chargesFromV: number;
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
export const LOSS = { amps: 1, watts: 2, window: 4, leftOut: 8 } as const;

export interface Arrangement {
  series: number;
  parallel: number;
  inputs: number;
  panels: number;
  coldVocV: number;
  coldVmpV: number;
  hotVmpV: number;
  /** Short-circuit amps at an input under a bright sky. */
  iscA: number;
  impA: number;
  watts: number;
  /** Share of the wired watts that the controller can use at standard conditions, 0–1. */
  kept: number;
  faults: number;
  losses: number;
}

/** One arrangement against the window. */
export function tryArrangement(
  series: number,
  parallel: number,
  inputs: number,
  panel: PanelAtExtremes,
  window: ControllerWindow,
  panelCount: number,
): Arrangement {
  const panels = series * parallel * inputs;
  const coldVocV = series * panel.coldVocV;
  const coldVmpV = series * panel.coldVmpV;
  const hotVmpV = series * panel.hotVmpV;
  const iscA = parallel * panel.iscA * BRIGHT_SKY;
  const impA = parallel * panel.impA;
  const watts = panels * panel.pmaxW;
  const ampsKept = Math.min(1, window.maxA / impA);
  const wattsKept = Math.min(window.usableW, window.maxInputW * inputs) / watts;
  const kept = Math.min(ampsKept, wattsKept, 1);
  const faults =
    (coldVocV > window.maxV ? FAULT.coldVoltage : 0) |
    (hotVmpV < window.chargesFromV ? FAULT.hotVoltage : 0) |
    (iscA > window.maxIscA ? FAULT.shortCircuit : 0) |
    (inputs > window.inputs ? FAULT.inputs : 0) |
    (panels > panelCount ? FAULT.panels : 0);
  const losses =
    (ampsKept < 1 ? LOSS.amps : 0) |
    (wattsKept < 1 ? LOSS.watts : 0) |
    (coldVmpV > window.maxWorkV ? LOSS.window : 0) |
    (panels < panelCount ? LOSS.leftOut : 0);
  return {
    series,
    parallel,
    inputs,
    panels,
    coldVocV,
    coldVmpV,
    hotVmpV,
    iscA,
    impA,
    watts,
    kept,
    faults,
    losses,
  };
}

/**
 * Every arrangement up to 20 in series, 10 in parallel and the controller's inputs that the panels can make,
 * best first: those that fit before those that fail, then by watts used, fewer parallel strings (fewer fuses,
 * thinner cable), and more room under the limit.
 * @param windowFor the window that strings alike on so many inputs keep to, @param panelCount panels at hand, 1 or more
 */
export function fitStrings(
  panel: PanelAtExtremes,
  windowFor: (inputs: number) => ControllerWindow,
  panelCount: number,
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
        found.push(tryArrangement(series, parallel, inputs, panel, window, panelCount));
      }
    }
  }
  return found.sort(better);
}

function better(a: Arrangement, b: Arrangement): number {
  const fits = Number(a.faults !== 0) - Number(b.faults !== 0);
  if (fits !== 0) return fits;
  return b.watts * b.kept - a.watts * a.kept || a.parallel - b.parallel || a.coldVocV - b.coldVocV;
}

/**
 * Current that can flow back into one string when it fails, from the other parallel ones.
 * @source NEC 690.9: (strings − 1) × 1.25 × Isc
 */
export const backFedAmps = (parallel: number, iscA: number) => Math.max(0, parallel - 1) * BRIGHT_SKY * iscA;

/** Standard fuse sizes up to 60 A. @source NEC 240.6 (from memory) */
const FUSES = [1, 3, 6, 10, 15, 20, 25, 30, 35, 40, 45, 50, 60] as const;

/** Next standard fuse not below 1.56 × Isc. @source NEC 690.8 and 690.9 */
export function stringFuseA(iscA: number): number | null {
  return FUSES.find((size) => size >= iscA * BRIGHT_SKY * 1.25) ?? null;
}
