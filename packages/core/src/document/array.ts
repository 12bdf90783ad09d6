import type { Entry } from './entry';
import type { ModuleSheet } from './module';
import type { Pile } from './pile';
import type { StringsPlan } from './strings';

export type Mounting = 'roof' | 'rack' | 'pole';

export type PlaneKind = 'fixed' | 'roof' | 'seasonal' | 'moving';

export type Season = 'winter' | 'spring' | 'summer' | 'autumn';

/** Which way panels face. Of a seasonal plane `tilts` counts, of any other `tilt`. */
export interface PlanePlan {
  kind: PlaneKind;
  tilt: Entry;
  azimuth: Entry;
  /** Two seasons use winter and summer, four use all. */
  seasons: 2 | 4;
  tilts: Record<Season, Entry>;
}

/** Rows of panels one behind another. */
export interface Rows {
  count: Entry;
  /** From the foot of one row to the foot of the next, along the ground. */
  pitch: Entry;
  /** Of one row, up its slope. */
  length: Entry;
  /** Upright panels stop as a whole when their foot is shaded, lying ones by thirds. */
  upright: boolean;
}

export type ObstacleKind = 'tree' | 'ridge' | 'chimney' | 'mast' | 'boom' | 'box';

/** Something that stands in the light, as seen from the middle of the array. */
export interface Obstacle {
  name: string;
  kind: ObstacleKind;
  position: number;
  azimuth: Entry;
  distance: Entry;
  /** Its top, and where it begins, above the middle of the panels. */
  height: Entry;
  bottom: Entry;
  width: Entry;
  /** Light that comes through in leaf and bare; only of trees. */
  leafed: Entry;
  bare: Entry;
  bareMonths: number[];
}

export interface Skyline {
  /** Height of the horizon in degrees by azimuth, every 5°; what is left out is flat. */
  points: Record<string, number>;
  obstacles: Record<string, Obstacle>;
}

export interface ArrayPlan {
  name: string;
  position: number;
  module: ModuleSheet;
  count: Entry;
  /** Panels there is room for; null where nobody counted. */
  most: Entry | null;
  plane: PlanePlan;
  mounting: Mounting;
  rows: Rows;
  /** Across the slope; a narrow shadow covers a part of it. */
  width: Entry;
  skyline: Skyline;
  bifacial: Entry;
  albedo: Entry;
  soiling: Entry;
  /** Lost between panels and controller, %; null takes what its wires come out at. */
  wiring: Entry | null;
  mismatch: Entry;
  /** By month 1–12, over the year's own figure: ground reflection, dirt, and light lost to lying snow. */
  albedoBy: Record<string, Entry>;
  soilingBy: Record<string, Entry>;
  snowBy: Record<string, Entry>;
  strings: StringsPlan;
  /** In place of `module`, `count` and the numbers of `strings`, where the panels are not alike. */
  pile: Pile | null;
}

/** The painted horizon has a point every so many degrees of azimuth. */
export const HORIZON_STEP_DEG = 5;
