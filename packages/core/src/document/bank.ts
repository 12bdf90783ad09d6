import type { Entry } from './entry';

export type Chemistry = 'lfp' | 'flooded' | 'gel' | 'agm' | 'nickel-iron' | 'sodium-ion';

/** The largest of the worksheet's criteria, or every margin one upon the other. */
export type BankSizing = 'worksheet' | 'careful';

export interface Bank {
  chemistry: Chemistry;
  days: Entry;
  depth: Entry;
  /** null takes what follows from where it stands. */
  coldest: Entry | null;
  /** Months without use in which bank and arrays are switched off from each other and from everything else. */
  disconnected: number[];
  /** True where the bank cuts off or heats itself before it is charged too cold. */
  coldProtected: boolean;
  unitVolts: Entry;
  unitAh: Entry;
  series: Entry;
  parallel: Entry;
  /** Units there is room for; null where nobody counted. */
  mostUnits: Entry | null;
  /** Whose way the bank is sized by. */
  sizing: BankSizing;
  /** Added by the worksheet to what its criteria ask for. */
  margin: Entry;
  /** A data sheet of one's own in place of the chemistry's usual figures. */
  sheet: BankSheet | null;
  /** Share of the rated capacity that counts as worn out. */
  endOfLife: Entry;
  unit: BankUnit;
  home: BankHome;
  /** Years the cost is counted over. */
  horizon: Entry;
  /** Price of a rated kWh, by chemistry; what is left out is the usual one. */
  prices: Partial<Record<Chemistry, Entry>>;
}

/** What a data sheet says of a battery; the rest is as usual for its chemistry. */
export interface BankSheet {
  label: string;
  roundTrip: Entry;
  chargeMax: Entry;
  dischargeMax: Entry;
  coldestCharge: Entry;
  coldestDischarge: Entry;
  capacityPerK: Entry;
  cycles: Entry;
  cyclesDepth: Entry;
  floatYears: Entry;
}

/** One battery, case and all. */
export interface BankUnit {
  length: Entry;
  width: Entry;
  height: Entry;
  mass: Entry;
  /** True where it may lie on its side. */
  onSide: boolean;
}

export type BankHomeKind = 'box' | 'shelf' | 'rack' | 'bilge';

/** What stands round it: rooms that are heated, a building, a shed or bilge, the open air. */
export type BankWhere = 'heated' | 'building' | 'shed' | 'outdoors';

export type Insulation = 'none' | 'some' | 'good';

/** Where the bank stands, inside measures. */
export interface BankHome {
  kind: BankHomeKind;
  where: BankWhere;
  insulation: Insulation;
  /** A pad keeps it above freezing. */
  heated: boolean;
  length: Entry;
  width: Entry;
  height: Entry;
  shelves: Entry;
  /** Between units, and to the walls. */
  gap: Entry;
  /** Over the terminals, for lugs and the bend of cables. */
  headroom: Entry;
  carries: Entry;
  door: Entry;
}
