import type { Entry } from './entry';

/** What a stretch of a run lies in. */
export type Surroundings =
  'panels' | 'roof' | 'wall' | 'indoors' | 'attic' | 'insulation' | 'trench' | 'bilge' | 'engine';

/** In the open, or in a pipe of plastic or steel. */
export type Raceway = 'none' | 'plastic' | 'steel';

/** A stretch that several circuits may share. */
export interface Stretch {
  name: string;
  position: number;
  surroundings: Surroundings;
  raceway: Raceway;
  /** As really routed, one way. */
  length: Entry;
  /** Hottest air or ground about it; null takes what follows from place and surroundings. */
  ambient: Entry | null;
  /** Cover over what is buried; null where nobody measured. */
  depth: Entry | null;
  /** Quarter bends in its pipe; null where nobody counted. */
  bends: Entry | null;
  /** True where vehicles pass over it. */
  traffic: boolean;
}

export type Metal = 'copper' | 'aluminium';

/** Conductor sizes as they are sold, by their names in a job file. */
export const AWG_SIZES = [
  '16 AWG',
  '14 AWG',
  '12 AWG',
  '10 AWG',
  '8 AWG',
  '6 AWG',
  '4 AWG',
  '3 AWG',
  '2 AWG',
  '1 AWG',
  '1/0 AWG',
  '2/0 AWG',
  '3/0 AWG',
  '4/0 AWG',
] as const;
export const METRIC_SIZES = [
  '1.5 mm2',
  '2.5 mm2',
  '4 mm2',
  '6 mm2',
  '10 mm2',
  '16 mm2',
  '25 mm2',
  '35 mm2',
  '50 mm2',
  '70 mm2',
  '95 mm2',
  '120 mm2',
] as const;
export type SizeName = (typeof AWG_SIZES)[number] | (typeof METRIC_SIZES)[number];
export const SIZE_NAMES: readonly SizeName[] = [...AWG_SIZES, ...METRIC_SIZES];

/** What the plus conductor of an end shows. */
export type Pin = 'pin' | 'socket';

/** An extension, adapter or entry box between panels and controller, as its plus shows at either side. */
export interface PlugPiece {
  name: string;
  /** Towards the panels, and towards the controller. */
  near: Pin;
  far: Pin;
  /** True where plus comes out as minus, by a meter; null where nobody measured. */
  swaps: boolean | null;
}

/** How a feed is plugged, from the panels on. */
export interface PlugPlan {
  /** What the plus lead of the first panel shows. */
  panels: Pin;
  pieces: PlugPiece[];
  /** What the controller's end shows; null where it is a terminal. */
  controller: Pin | null;
}

/** What a person says about one circuit; what is not said follows from the design. */
export interface CircuitPlan {
  /** Ids of the stretches it runs through, in their order; none takes the usual length of its kind. */
  path: string[];
  /** Wire that is there or wanted; null takes the smallest that does. */
  size: SizeName | null;
  metal: Metal;
  /** Conductors side by side for one pole; null takes as few as do. */
  side: Entry | null;
  /** Fuse or breaker that is there; null takes the one that suits. */
  fuse: Entry | null;
  /** Of a feed of panels; null where nobody said. */
  plugs: PlugPlan | null;
}

/** A circuit about which nothing is said. */
export const BLANK_CIRCUIT: CircuitPlan = {
  path: [],
  size: null,
  metal: 'copper',
  side: null,
  fuse: null,
  plugs: null,
};

/** A circuit that does not follow from the design. */
export interface OwnCircuit {
  name: string;
  position: number;
  ac: boolean;
  volts: Entry;
  amps: Entry;
}

/** A coil or reel that is at hand or sold. */
export interface Coil {
  position: number;
  size: SizeName;
  colour: string;
  metres: Entry;
  /** How many there are. */
  count: Entry;
}

/** Kinds of runs that have a usual length. */
export type RunKind = 'array' | 'charge' | 'bank' | 'inverter' | 'panel' | 'loads' | 'source' | 'engine';
/** Kinds of runs that have a limit of drop. */
export type DropKind = 'array' | 'charge' | 'bank' | 'loads';

/** Every conductor, as far as a person says something about it. */
export interface WiringPlan {
  /** One way, of what has no route of its own. */
  lengths: Record<RunKind, Entry>;
  /** The most that a run may drop, % of its volts. */
  drop: Record<DropKind, Entry>;
  /** Added to what is bought, and left at each end for drops and terminals. */
  slack: Entry;
  ends: Entry;
  /** Amps the bank gives into a short; null takes a careful figure. */
  fault: Entry | null;
  /** Of a metre and square millimetre of copper, in the money one pays with. */
  price: Entry;
  stretches: Record<string, Stretch>;
  /** By the key of the circuit. */
  circuits: Record<string, CircuitPlan>;
  own: Record<string, OwnCircuit>;
  coils: Record<string, Coil>;
}

export const SURROUNDINGS: Readonly<Record<Surroundings, string>> = {
  panels: 'under the panels, in the open',
  roof: 'on a roof in the sun',
  wall: 'on an outside wall',
  indoors: 'in a room',
  attic: 'in an attic',
  insulation: 'within insulation',
  trench: 'buried',
  bilge: 'in a bilge or locker',
  engine: 'in an engine space',
};
