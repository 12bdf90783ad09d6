import type { FiveParameters } from '../curve';

/** Light and cell temperature that stand for so many hours of the year. */
export interface WeatherPoint {
  wm2: number;
  cellC: number;
  hours: number;
}

/** Panels of one sort in a pile, as they are: by their sheet, or as measured. */
export interface Sort {
  id: string;
  five: FiveParameters;
  /** Sections with a bypass diode each. */
  sections: number;
  /** Open-circuit volts of one at the record low, and on the hottest afternoon. */
  coldVocV: number;
  hotVocV: number;
  iscA: number;
  count: number;
}

/** One input of a controller as the strings see it, in the light of the array that is on it. */
export interface Door {
  id: string;
  maxV: number;
  chargesFromV: number;
  /** Open-circuit volts at which it starts. */
  startV: number;
  maxWorkV: number;
  maxA: number;
  maxIscA: number;
  maxW: number;
  /** Most strings side by side. */
  maxParallel: number;
  weather: readonly WeatherPoint[];
}

/** Panels of each sort in one string, in the order of the sorts. */
export type StringOf = readonly number[];

/** Strings side by side on each door, in the order of the doors. */
export type Wiring = readonly (readonly StringOf[])[];

export interface MixPlan {
  wiring: Wiring;
  /** kWh a year at the doors. */
  kWh: number;
  /** What the panels that are wired would make, each at its own best. */
  ownKWh: number;
}

export interface MixResult extends MixPlan {
  /** True where nothing better exists; else no wiring makes more than the bound. */
  exact: boolean;
  boundKWh: number;
  /** Ways to wire one door that were weighed. */
  weighed: number;
}
