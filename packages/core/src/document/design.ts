import type { UnitSystem } from '../units';
import type { ArrayPlan } from './array';
import type { Bank } from './bank';
import type { BusVolts } from './busVolts';
import type { Controller, DcLimits } from './controller';
import type { Entry } from './entry';
import type { Place, Stop } from './place';
import type { Phases, PowerPlan } from './power';
import type { Happening, Use } from './use';
import type { WiringPlan } from './wiring';

export type JobKind = 'cabin' | 'homestead' | 'shed' | 'trailer' | 'boat';

/** Whose rules limits and fuses follow: North American codes, IEC standards, or marine practice. */
export type School = 'north-american' | 'iec' | 'marine';

export type Service = 'ordinary' | 'critical';

export type SkyModel = 'hay-davies' | 'perez' | 'isotropic';

export type House = 'low' | 'usual' | 'full';

/** A finding that someone has looked at, and why it may stand. */
export interface Acknowledgement {
  reason: string;
  /** The day, as 2026-05-01. */
  on: string;
  /** What the finding said then: when it says something else, it asks again. */
  sentence: string;
}

/** What a proposal leaves as it is. */
export type Kept = 'volts' | 'chemistry' | 'bank' | 'panels' | 'plane' | 'controller';

export const KEPT: readonly Kept[] = ['volts', 'chemistry', 'bank', 'panels', 'plane', 'controller'];

export interface Design {
  version: number;
  name: string;
  kind: JobKind;
  units: UnitSystem;
  busVolts: BusVolts;
  school: School;
  /** Inverter and wiring between bank and uses. */
  supply: {
    inverterEfficiency: Entry;
    inverterIdle: Entry;
    inverterHours: Entry;
    /** Of what leaves inverter or bank, what the wires bring to the uses; null takes what they lose as they come out. */
    acEfficiency: Entry | null;
    dcEfficiency: Entry | null;
    /** Of what could run at the same time, the share that does. */
    sharing: Entry;
    phases: Phases;
    /** The most volts that the inverter and everything on the bus bear; null where nobody looked. */
    mostVolts: Entry | null;
  };
  /** How many people a day is for, and which house sizes the job. */
  people: Record<House, Entry> & { sizes: House };
  /** How long a visit lasts, and how many there are a month. */
  visits: { stay: Entry; perMonth: Entry };
  events: Record<string, Happening>;
  uses: Record<string, Use>;
  place: Place;
  /** Where it is otherwise, for a job that moves; the days no stop covers are at `place`. */
  stops: Record<string, Stop>;
  bank: Bank;
  power: PowerPlan;
  wiring: WiringPlan;
  /** How the arrays are sized and reckoned. */
  energy: { service: Service; throughBank: Entry; sky: SkyModel };
  arrays: Record<string, ArrayPlan>;
  controllers: Record<string, Controller>;
  dc: DcLimits;
  /** What typical controllers cost, by their class, in the money one pays with. */
  controllerPrices: Record<string, Entry>;
  /** What may be spent on panels, bank and controllers, and what a rated watt of panels costs; null where not said. */
  budget: { most: Entry | null; panelWatt: Entry | null };
  /** What is fixed already, whatever is proposed. */
  kept: Kept[];
  /** By the id of the finding. */
  acknowledged: Record<string, Acknowledgement>;
}

export const JOB_KINDS: readonly JobKind[] = ['cabin', 'homestead', 'shed', 'trailer', 'boat'];

export const SCHOOLS: Readonly<Record<School, string>> = {
  'north-american': 'North American',
  iec: 'IEC',
  marine: 'Marine',
};
