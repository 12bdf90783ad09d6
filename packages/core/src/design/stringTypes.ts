import type { Entry } from './types';

export interface ModuleSheet {
  label: string;
  pmax: Entry;
  voc: Entry;
  isc: Entry;
  vmp: Entry;
  imp: Entry;
  betaVoc: Entry | null;
  alphaIsc: Entry | null;
  gammaPmax: Entry | null;
  maxFuse: Entry | null;
  /** Parts of the panel with a bypass diode each. */
  sections: Entry;
}

/** Tracking down to the bank, tied to it, tracking up to it, or behind the socket of a ready-made power station. */
export type ControllerKind = 'mppt' | 'pwm' | 'boost' | 'station';

/** How an array is strung to a controller. */
export interface StringsPlan {
  /** Id of the controller. */
  controller: string;
  series: Entry;
  parallel: Entry;
  inputs: Entry;
  /** First of the controller's inputs it is on; null takes the next that is free. */
  first: number | null;
}

/** One panel of a pile, with what a meter said of it. */
export interface Piece {
  tag: string;
  position: number;
  /** Open-circuit volts and short-circuit amps as measured, and the light and cell temperature at that moment. */
  voc: Entry | null;
  isc: Entry | null;
  light: Entry | null;
  cell: Entry | null;
}

/** Panels of one sort in a pile. */
export interface PanelSort {
  name: string;
  position: number;
  module: ModuleSheet;
  count: Entry;
  pieces: Record<string, Piece>;
}

/** One string of a pile: how many panels of each sort, by its id, and the input of the controller it is on. */
export interface OwnString {
  position: number;
  input: number;
  panels: Record<string, number>;
}

/** Panels that are not alike, and how they are strung one string at a time. */
export interface Pile {
  sorts: Record<string, PanelSort>;
  strings: Record<string, OwnString>;
  /** True where each string has a diode that lets nothing back into it. */
  blocked: boolean;
}

/** Limits that each input of a controller has for itself. */
export type InputLimit =
  'maxVolts' | 'startVolts' | 'minVolts' | 'maxWorkVolts' | 'maxAmps' | 'maxIscAmps' | 'maxWatts';

export const INPUT_LIMITS: readonly InputLimit[] = [
  'maxVolts',
  'startVolts',
  'minVolts',
  'maxWorkVolts',
  'maxAmps',
  'maxIscAmps',
  'maxWatts',
];

export interface Controller {
  position: number;
  label: string;
  kind: ControllerKind;
  maxVolts: Entry;
  /** Volts it wakes at in the morning; null where its sheet says none above its lowest. */
  startVolts: Entry | null;
  minVolts: Entry;
  maxWorkVolts: Entry;
  headroom: Entry;
  maxAmps: Entry;
  maxIscAmps: Entry;
  /** Watts one input works with; null where only its amps limit it. */
  maxWatts: Entry | null;
  chargeAmps: Entry;
  /** On another bus than most, where the sheet tells them apart. */
  chargeAmpsBy: Partial<Record<'12' | '24' | '48', Entry>>;
  efficiency: Entry;
  /** What it draws day and night. */
  ownDraw: Entry;
  inputs: Entry;
  /** Inputs left free on purpose, for later. */
  keepFree: Entry;
  /** By number of the input, where it differs from the others. */
  inputLimits: Record<string, Partial<Record<InputLimit, Entry>>>;
}

/** Volts that parts between panels and controller bear, and poles there are to switch them; null where not said. */
export interface DcLimits {
  combiner: Entry | null;
  disconnect: Entry | null;
  cable: Entry | null;
  connector: Entry | null;
  dwelling: Entry | null;
  poles: Entry | null;
}

/** A finding that someone has looked at, and why it may stand. */
export interface Acknowledgement {
  reason: string;
  /** The day, as 2026-05-01. */
  on: string;
  /** What the finding said then: when it says something else, it asks again. */
  sentence: string;
}
