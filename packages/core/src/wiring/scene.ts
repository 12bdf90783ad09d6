import type { Design, SourceKind } from '../document';
import type { StringFed } from '../strings';

/** The inputs of one array that are strung alike, as their wires see them: all of it, where its panels are alike. */
export interface ArrayWires {
  id: string;
  /** The first of these inputs, where it is a further one that is strung otherwise; else nothing. */
  further: string;
  called: string;
  /** "input 2", where other inputs of it are strung otherwise; else nothing. */
  on: string;
  controllerId: string;
  /** Strings on one input, and inputs. */
  parallel: number;
  inputs: number;
  /** The strings of one input, one by one; and those of other arrays beside them. */
  each: readonly StringFed[];
  others: readonly StringFed[];
  /** Of its strongest string at standard conditions: short-circuit and working amps. */
  iscA: number;
  impA: number;
  /** Of all strings on one input: the same, their working volts, and the most volts in the cold. */
  inputIscA: number;
  inputImpA: number;
  vmpV: number;
  coldVocV: number;
  panels: number;
  /** Of all its panels at standard conditions. */
  watts: number;
  /** True where it stands on a roof. */
  onBuilding: boolean;
  /** Along its row: the return leg of a string. */
  rowM: number;
  /** Of one input, amps squared by hours over a year, A²h; null while unknown. */
  squareHours: number | null;
}

/** The key of a run of an array's: "feed-a1", of a further input "feed2-a1". */
export const runKey = (kind: 'feed' | 'string', { id, further }: ArrayWires): string =>
  `${kind}${further}-${id}`;

/** The arrays of which anything is strung, by id; of those on a roof, or of those that are not, where that is asked. */
export const arraysOf = ({ arrays }: WiringScene, onBuilding?: boolean): string[] => [
  ...new Set(
    arrays.filter((array) => onBuilding === undefined || array.onBuilding === onBuilding).map(({ id }) => id),
  ),
];

export interface ControllerWires {
  id: string;
  label: string;
  /** A power station, with its bank inside. */
  station: boolean;
  /** One machine with the inverter. */
  inverter: boolean;
  chargeA: number;
  squareHours: number | null;
}

export interface UseWires {
  id: string;
  name: string;
  watts: number;
  /** While one of them starts. */
  startW: number;
  volts: number;
  /** Wh a year at the use. */
  yearWh: number;
}

export interface SourceWires {
  id: string;
  name: string;
  kind: SourceKind;
  /** True where it starts by itself. */
  automatic: boolean;
  /** Rated watts on AC of a set or an outlet, and amps into the bank. */
  watts: number;
  amps: number;
}

/** All that wires follow from, as numbers. */
export interface WiringScene extends Pick<Design, 'wiring' | 'school' | 'kind' | 'units' | 'busVolts'> {
  legs: number;
  arrays: readonly ArrayWires[];
  controllers: readonly ControllerWires[];
  bank: {
    /** Strings side by side, the amp-hours of one, and the units in it. */
    parallel: number;
    stringAh: number;
    series: number;
    volts: number;
    emptyV: number;
    absorptionV: number;
    lithium: boolean;
  };
  /** Null where nothing is on AC and none is chosen. */
  inverter: {
    label: string;
    continuousW: number;
    efficiency: number;
    volts: number;
    station: boolean;
    charger: boolean;
  } | null;
  dcUses: readonly UseWires[];
  acUses: readonly UseWires[];
  /** Of what could run at once, the share that does, 0–1. */
  sharing: number;
  sources: readonly SourceWires[];
  /** Of all that is taken from the bank, amps squared by hours over a year, A²h. */
  bankSquareHours: number;
  /** Of the part of it that goes through the inverter. */
  inverterSquareHours: number;
  outdoorC: number;
  roomC: number;
}
