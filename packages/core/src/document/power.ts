import type { BusVolts } from './busVolts';
import type { Entry } from './entry';

/** How AC is made: one leg, two legs of opposite sign, or three a third of a turn apart. */
export type Phases = 'single' | 'split' | 'three';

/** What the machine is beside an inverter: nothing; a charger with a transfer switch; both with panel inputs; all in a case with its bank. */
export type MachineKind = 'inverter' | 'charger' | 'all-in-one' | 'station';

/** Shares of its rating, %, that an efficiency is given at. */
export const CURVE_LOADS = ['5', '10', '25', '50', '75', '100'] as const;
export type CurveLoad = (typeof CURVE_LOADS)[number];

/** An inverter as its data sheet tells it; watts and amps are of one machine. */
export interface Inverter {
  label: string;
  kind: MachineKind;
  /** Bus volts that it is made for. */
  buses: BusVolts[];
  /** From a leg to neutral. */
  volts: Entry;
  /** How many of them work as one. */
  stacked: Entry;
  continuous: Entry;
  /** Carried for minutes, and for seconds. */
  overload: Entry;
  overloadMinutes: Entry;
  surge: Entry;
  surgeSeconds: Entry;
  /** Continuous watts hold up to this room; a kelvin beyond it takes so much off them. */
  derateFrom: Entry;
  deratePerK: Entry;
  /** And up to this height; 100 m beyond it take so much. */
  altitudeFrom: Entry;
  deratePer100m: Entry;
  /** What it draws while it only looks for a load; null where it cannot. */
  search: Entry | null;
  /** Of its charger, at the bank; 0 where it has none. */
  chargeAmps: Entry;
  /** Efficiencies by load, with its own draw in them; empty where the sheet has no curve. */
  curve: Partial<Record<CurveLoad, Entry>>;
  /** Of one machine; null takes the usual price of its kind and size. */
  price: Entry | null;
}

export type SourceKind = 'generator' | 'alternator' | 'shore' | 'turbine';

export type Fuel = 'diesel' | 'petrol' | 'propane';

/** Figures that only some sources have. What is not given is taken as its usual value. */
export type SourceKey =
  | 'watts'
  | 'peakWatts'
  | 'minimumLoad'
  | 'fuelPerKWh'
  | 'fuelNoLoad'
  | 'fuelPrice'
  | 'tank'
  | 'startAt'
  | 'stopAt'
  | 'quietFrom'
  | 'quietTo'
  | 'hoursAWeek'
  | 'warmUp'
  | 'exercise'
  | 'amps'
  | 'limitAmps'
  | 'chargeAmps'
  | 'chargerEfficiency'
  | 'powerFactor'
  | 'price';

/** What charges the bank when the sun does not. */
export interface BackupSource {
  name: string;
  position: number;
  kind: SourceKind;
  fuel: Fuel;
  /** True where it starts by itself. */
  automatic: boolean;
  /** Days of the year on which it is there, both included; it may run over the new year. */
  from: string;
  to: string;
  given: Partial<Record<SourceKey, Entry>>;
  /** By month 1–12: hours a day under way of an alternator, Wh a day of a turbine. */
  hoursBy: Record<string, Entry>;
  energyBy: Record<string, Entry>;
}

/** The AC side, and what charges when the sun does not. */
export interface PowerPlan {
  inverter: Inverter | null;
  /** Hottest where the inverter stands; null takes what follows from where the bank stands. */
  room: Entry | null;
  /** True where the inverter only looks for a load while nothing runs on AC, if it can. */
  searching: boolean;
  /** State of charge below which what should run goes off, and above which what may run on surplus goes on. */
  shedBelow: Entry;
  surplusAbove: Entry;
  sources: Record<string, BackupSource>;
}
