import type { Entry } from './entry';
import type { ModuleSheet } from './module';

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
