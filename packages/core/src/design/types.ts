import type { UnitSystem } from '../units';
import type { Bank } from './bankTypes';
import type { ModuleSheet, StringsPlan, Pile, Controller, DcLimits, Acknowledgement } from './stringTypes';

export * from './bankTypes';
export * from './stringTypes';

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
export type Chemistry = 'lfp' | 'flooded' | 'gel' | 'agm' | 'nickel-iron' | 'sodium-ion';
export type Mounting = 'roof' | 'rack' | 'pole';
export type Service = 'ordinary' | 'critical';
export type PlaneKind = 'fixed' | 'roof' | 'seasonal' | 'moving';
export type Season = 'winter' | 'spring' | 'summer' | 'autumn';
export type SkyModel = 'hay-davies' | 'perez' | 'isotropic';
export type ObstacleKind = 'tree' | 'ridge' | 'chimney' | 'mast' | 'boom' | 'box';
export type WeatherKind = 'epw' | 'tmy' | 'hourly' | 'monthly';
export type BusVolts = 12 | 24 | 48;

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
export type Leg = 'a' | 'b' | 'both';
export type House = 'low' | 'usual' | 'full';
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
  /** Weather of the person's own, in place of the grid's. */
  weather: Weather | null;
}

/** A place a moving job stays at, from one day of the year to another, both included. */
export interface Stop extends Place {
  position: number;
  /** Month and day, as 04-15; a stop may run over the new year. */
  from: string;
  to: string;
}

/**
 * Weather read from a file or a pasted table, as the design uses it. The original file is kept beside the job.
 */
export interface Weather {
  name: string;
  kind: WeatherKind;
  /** The kept original; null for a pasted table. */
  fileId: string | null;
  /** What the reader found, filled or left out, in sentences. */
  notes: string[];
  /** Mean daily global on the horizontal by month, kWh/m²; null where the source has none. */
  ghi: (number | null)[];
  air: (number | null)[];
  /** Mean daily minimum and maximum by month, °C. */
  min: (number | null)[];
  max: (number | null)[];
  lowest: number | null;
  highest: number | null;
  /**
   * Mean light of each month by solar time, W/m², 12 months of 48 half hours: global, beam normal, diffuse, and the part
   * of the diffuse from round the sun. Null where the source has no hours.
   */
  light: { ghi: number[][]; dni: number[][]; dhi: number[][]; circumsolar: number[][] } | null;
}

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
  plane: PlanePlan;
  mounting: Mounting;
  rows: Rows;
  /** Across the slope; a narrow shadow covers a part of it. */
  width: Entry;
  skyline: Skyline;
  bifacial: Entry;
  albedo: Entry;
  soiling: Entry;
  wiring: Entry;
  mismatch: Entry;
  /** By month 1–12, over the year's own figure: ground reflection, dirt, and light lost to lying snow. */
  albedoBy: Record<string, Entry>;
  soilingBy: Record<string, Entry>;
  snowBy: Record<string, Entry>;
  strings: StringsPlan;
  /** In place of `module`, `count` and the numbers of `strings`, where the panels are not alike. */
  pile: Pile | null;
}

export interface Design {
  version: number;
  name: string;
  kind: JobKind;
  units: UnitSystem;
  busVolts: BusVolts;
  /** Inverter and wiring between bank and uses. */
  supply: {
    inverterEfficiency: Entry;
    inverterIdle: Entry;
    inverterHours: Entry;
    dcEfficiency: Entry;
    /** Two legs where AC is split-phase. */
    split: boolean;
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
  /** How the arrays are sized and reckoned. */
  energy: { service: Service; throughBank: Entry; sky: SkyModel };
  arrays: Record<string, ArrayPlan>;
  controllers: Record<string, Controller>;
  dc: DcLimits;
  /** What typical controllers cost, by their class, in the money one pays with. */
  controllerPrices: Record<string, Entry>;
  /** By the id of the finding. */
  acknowledged: Record<string, Acknowledgement>;
}

export const JOB_KINDS: readonly JobKind[] = ['cabin', 'homestead', 'shed', 'trailer', 'boat'];
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

type Positioned = { position: number };

/** Rows in the order they are shown in. */
export function inOrder<T extends Positioned>(rows: Readonly<Record<string, T>>): [id: string, row: T][] {
  return Object.entries(rows).sort(([idA, a], [idB, b]) => a.position - b.position || (idA < idB ? -1 : 1));
}

/** The uses in the order of the table. */
export const usesInOrder = (design: Pick<Design, 'uses'>) => inOrder(design.uses);
