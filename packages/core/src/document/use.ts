import type { Entry } from './entry';

export type Priority = 'must' | 'should' | 'surplus';

export type Supply = 'ac' | 'dc';

export type UseGroup =
  | 'lighting'
  | 'water'
  | 'cold'
  | 'cooking'
  | 'washing'
  | 'tools'
  | 'communications'
  | 'comfort'
  | 'vehicle'
  | 'gear'
  | 'other';

/** What is known of a use: how its energy follows. */
export type UseForm =
  'watts' | 'amps' | 'meter' | 'label' | 'pump' | 'water' | 'vehicle' | 'heating' | 'cooling' | 'series';

/** On which days it runs: all, some of the week, when someone is there, or in an event. */
export type UseDays = 'every' | 'week' | 'visits' | 'event';

export type StartBy = 'factor' | 'amps' | 'watts';

/** A leg of a split or three-phase supply; 'both' is shared by all of them. */
export type Leg = 'a' | 'b' | 'c' | 'both';

/** Figures that only some uses have. What is not given is taken as its usual value. */
export type GivenKey =
  | 'amps'
  | 'volts'
  | 'powerFactor'
  | 'meterWh'
  | 'meterHours'
  | 'meterPeak'
  | 'labelWh'
  | 'litres'
  | 'head'
  | 'pressure'
  | 'pumpEfficiency'
  | 'rise'
  | 'heaterEfficiency'
  | 'distance'
  | 'perDistance'
  | 'chargerEfficiency'
  | 'perKelvin'
  | 'base'
  | 'cop'
  | 'duty'
  | 'daysAWeek'
  | 'startAmps'
  | 'startVolts'
  | 'startWatts';

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
  group: UseGroup;
  form: UseForm;
  given: Partial<Record<GivenKey, Entry>>;
  /** Half hours of the day it may run in, 48 of 0 or 1 from midnight, for the 'year' or a month 1–12. */
  paint: Record<string, string>;
  days: UseDays;
  /** Id of the event, where it runs in one. */
  event: string | null;
  /** True where it runs the longer the more people there are. */
  perPerson: boolean;
  start: StartBy;
  leg: Leg;
  /** Which goes off first when there is too little: 1 first; 0 is not said. */
  shed: number;
  /** 0 from the first day, 1–3 at a later stage. */
  stage: number;
  series: MeasuredSeries | null;
}

/** A measured use: mean watts by month and hour. */
export interface MeasuredSeries {
  name: string;
  /** Twelve months of 24 hours, null for months without readings. */
  watts: (number[] | null)[];
  peakW: number;
  /** What the reader found, filled or left out. */
  notes: string[];
}

/** Days of the year on which much is done, such as a harvest. */
export interface Happening {
  name: string;
  position: number;
  /** Month and day, as 08-15, both included; it may run over the new year. */
  from: string;
  to: string;
}

export const USE_GROUPS: Readonly<Record<UseGroup, string>> = {
  lighting: 'lighting',
  water: 'water',
  cold: 'cold',
  cooking: 'cooking',
  washing: 'washing',
  tools: 'tools',
  communications: 'communications',
  comfort: 'comfort',
  vehicle: 'vehicle',
  gear: 'boat and trailer gear',
  other: 'other',
};
