import type { UnitSystem } from '../units';

/** Where an entered figure came from. A choice is not a guess about the world, so it carries no doubt. */
export type Source = 'guess' | 'catalogue' | 'measured' | 'chosen';

/** An entered figure, in the unit its field stores; `unit` is set where the field is shown in another. */
export interface Entry {
  value: number;
  from: Source;
  unit?: string;
}

export type JobKind = 'cabin' | 'homestead' | 'shed' | 'trailer' | 'boat';
export type Priority = 'must' | 'should' | 'surplus';
export type Supply = 'ac' | 'dc';
export type Chemistry = 'lfp' | 'flooded' | 'sealed';
export type Mounting = 'roof' | 'rack' | 'pole';
export type Service = 'ordinary' | 'critical';
export type ControllerKind = 'mppt' | 'pwm';
export type BusVolts = 12 | 24 | 48;

export interface Use {
  name: string;
  /** Place in the table; rows are shown by it, lowest first. */
  position: number;
  watts: Entry;
  count: Entry;
  hours: Entry;
  /** Months in use, 1–12. */
  months: number[];
  supply: Supply;
  startFactor: Entry;
  priority: Priority;
  standby: Entry;
}

export interface Place {
  name: string;
  lat: Entry | null;
  lon: Entry | null;
  /** null takes the climate grid's own height. */
  altitude: Entry | null;
  low: Entry | null;
  high: Entry | null;
  /** Typed months in place of the grid's, by month number 1–12. */
  ghi: Record<string, Entry>;
  air: Record<string, Entry>;
}

export interface Bank {
  chemistry: Chemistry;
  days: Entry;
  depth: Entry;
  coldest: Entry;
  /** True where the bank cuts off or heats itself before it is charged too cold. */
  coldProtected: boolean;
  unitVolts: Entry;
  unitAh: Entry;
  series: Entry;
  parallel: Entry;
}

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
}

export interface ArrayPlan {
  module: ModuleSheet;
  count: Entry;
  tilt: Entry;
  azimuth: Entry;
  mounting: Mounting;
  service: Service;
  albedo: Entry;
  soiling: Entry;
  wiring: Entry;
  mismatch: Entry;
  throughBank: Entry;
}

export interface Controller {
  label: string;
  kind: ControllerKind;
  maxVolts: Entry;
  minVolts: Entry;
  maxWorkVolts: Entry;
  headroom: Entry;
  maxAmps: Entry;
  maxIscAmps: Entry;
  chargeAmps: Entry;
  efficiency: Entry;
  inputs: Entry;
}

export interface Strings {
  controller: Controller;
  series: Entry;
  parallel: Entry;
  inputs: Entry;
}

export interface Design {
  version: number;
  name: string;
  kind: JobKind;
  units: UnitSystem;
  busVolts: BusVolts;
  /** Inverter and wiring between bank and uses. */
  supply: { inverterEfficiency: Entry; inverterIdle: Entry; inverterHours: Entry; dcEfficiency: Entry };
  uses: Record<string, Use>;
  place: Place;
  bank: Bank;
  array: ArrayPlan;
  strings: Strings;
}

export const JOB_KINDS: readonly JobKind[] = ['cabin', 'homestead', 'shed', 'trailer', 'boat'];
export const BUS_VOLTS: readonly BusVolts[] = [12, 24, 48];
export const ALL_MONTHS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];
export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

export const monthName = (month: number): string => MONTH_NAMES[month - 1] ?? '';

/** The uses in the order of the table. */
export function usesInOrder(design: Pick<Design, 'uses'>): [id: string, use: Use][] {
  return Object.entries(design.uses).sort(
    ([idA, a], [idB, b]) => a.position - b.position || (idA < idB ? -1 : 1),
  );
}
