import type { Bank, BankUnit, Chemistry, Entry } from '../document';

export interface ChemistryData {
  name: string;
  /** Usable depth to begin with, and the deepest that is healthy day after day, %. */
  depthPct: number;
  deepestPct: number;
  /** Energy out over energy in. */
  roundTrip: number;
  /** Healthy charge rate as a share of rated capacity an hour, from the array. */
  chargeMinC: number;
  chargeMaxC: number;
  /** Charge rate it accepts by state of charge 0–1, share of rated capacity an hour; straight between. */
  acceptance: readonly (readonly [soc: number, c: number])[];
  /** Discharge rate it carries without harm or much loss. */
  dischargeC: number;
  /** Capacity lost per kelvin below 25 °C, and the more below freezing. */
  capacityPerK: number;
  capacityPerKInFrost: number;
  /** Deepest that a day by itself takes it, %, by the worksheet. */
  dailyPct: number;
  /** Coldest it may be charged, °C; null where frost only slows it. */
  coldestChargeC: number | null;
  /** Coldest it gives anything, and the hottest it may be used, °C. */
  coldestDischargeC: number;
  hottestC: number;
  /** True where the electrolyte of an empty one freezes. */
  freezesEmpty: boolean;
  /** Exponent of Peukert's law, and the hours its rated capacity is said at. */
  peukert: number;
  rateHours: number;
  /** Lost a month standing, % of capacity. */
  selfDischargePct: number;
  /** Cycles it lasts by their depth, %, deepest last. */
  cycles: readonly (readonly [depthPct: number, cycles: number])[];
  /** Life at 25 °C however little it is used, years, and the kelvin above that which halve it. */
  floatYears: number;
  halvingK: number;
  /** Volts of a 12 V bank while it absorbs, and when nearly empty. */
  absorptionV: number;
  emptyV: number;
  /** Parallel rows from which unequal sharing is a worry. */
  manyParallel: number;
  /** Gassing current while it boosts, mA for each Ah, and its cells in 12 V; null for sealed cells that hold no gas. */
  gas: { boostMaPerAh: number; cellsPer12: number } | null;
  /** How its cells are kept alike, and what it asks for. */
  balance: string;
  upkeep: string;
  /** A rated kWh in plain money, to begin with. */
  pricePerKWh: number;
  source: string;
}

const practice =
  'common practice; rates, temperatures, cycles and lives are figures of their class from memory: a data sheet comes before them';
const lead = {
  coldestChargeC: null,
  coldestDischargeC: -30,
  hottestC: 50,
  freezesEmpty: true,
  capacityPerKInFrost: 0,
  dailyPct: 25,
  rateHours: 20,
  halvingK: 10,
  emptyV: 11.8,
  manyParallel: 4,
  source: `${practice}; sizing as in IEEE 1013`,
} as const;
const lithium = {
  dailyPct: 80,
  chargeMinC: 0,
  freezesEmpty: false,
  peukert: 1.03,
  rateHours: 5,
  halvingK: 15,
  manyParallel: 8,
  gas: null,
  upkeep: 'Read its state of charge once a month; no topping up. Stored half full.',
  source: practice,
} as const;
const leadAcceptance = [
  [0, 0.25],
  [0.7, 0.2],
  [0.8, 0.13],
  [0.9, 0.06],
  [1, 0.01],
] as const;

/** Figures of each chemistry, as usual for its class. Gassing currents: IEC 62485-2 table 1, from memory. */
export const CHEMISTRIES: Readonly<Record<Chemistry, ChemistryData>> = {
  lfp: {
    ...lithium,
    name: 'iron-phosphate',
    depthPct: 80,
    deepestPct: 90,
    roundTrip: 0.94,
    chargeMaxC: 0.5,
    acceptance: [
      [0, 0.5],
      [0.9, 0.5],
      [0.97, 0.2],
      [1, 0.03],
    ],
    dischargeC: 1,
    // about 0.9 at freezing, 0.62 at −20 °C
    capacityPerK: 0.0045,
    capacityPerKInFrost: 0.009,
    coldestChargeC: 0,
    coldestDischargeC: -20,
    hottestC: 50,
    selfDischargePct: 2,
    cycles: [
      [20, 12_000],
      [50, 7000],
      [80, 4000],
      [100, 2800],
    ],
    floatYears: 15,
    absorptionV: 14.2,
    emptyV: 12,
    balance: 'Its own electronics balance the cells near full: let it get full once a week or so.',
    pricePerKWh: 260,
  },
  flooded: {
    ...lead,
    name: 'flooded lead-acid',
    depthPct: 50,
    deepestPct: 60,
    roundTrip: 0.8,
    chargeMinC: 0.05,
    chargeMaxC: 0.13,
    acceptance: leadAcceptance,
    dischargeC: 0.2,
    capacityPerK: 0.009,
    peukert: 1.25,
    selfDischargePct: 5,
    cycles: [
      [10, 4500],
      [20, 2800],
      [50, 1200],
      [80, 700],
    ],
    floatYears: 8,
    absorptionV: 14.6,
    gas: { boostMaPerAh: 20, cellsPer12: 6 },
    balance: 'Equalise every one to three months, or when densities differ by 0.02 between cells.',
    upkeep: 'Water and densities every month, terminals twice a year.',
    pricePerKWh: 150,
  },
  gel: {
    ...lead,
    name: 'sealed gel lead-acid',
    depthPct: 50,
    deepestPct: 60,
    roundTrip: 0.85,
    chargeMinC: 0.05,
    chargeMaxC: 0.2,
    acceptance: leadAcceptance,
    dischargeC: 0.2,
    capacityPerK: 0.008,
    peukert: 1.15,
    selfDischargePct: 2,
    cycles: [
      [10, 4000],
      [30, 1600],
      [50, 900],
      [80, 500],
    ],
    floatYears: 10,
    absorptionV: 14.2,
    gas: { boostMaPerAh: 8, cellsPer12: 6 },
    balance: 'Never equalise: the gel dries out. Full once a week keeps it alike.',
    upkeep: 'Volts at rest twice a year, terminals once.',
    pricePerKWh: 270,
  },
  agm: {
    ...lead,
    name: 'sealed glass-mat lead-acid',
    depthPct: 50,
    deepestPct: 60,
    roundTrip: 0.85,
    chargeMinC: 0.05,
    chargeMaxC: 0.25,
    acceptance: leadAcceptance,
    dischargeC: 0.25,
    capacityPerK: 0.009,
    peukert: 1.12,
    selfDischargePct: 2,
    cycles: [
      [10, 3500],
      [30, 1300],
      [50, 700],
      [80, 400],
    ],
    floatYears: 8,
    absorptionV: 14.4,
    gas: { boostMaPerAh: 8, cellsPer12: 6 },
    balance: 'Equalise only where its sheet allows it. Full once a week keeps it alike.',
    upkeep: 'Volts at rest twice a year, terminals once.',
    pricePerKWh: 230,
  },
  'nickel-iron': {
    name: 'nickel-iron',
    depthPct: 80,
    deepestPct: 90,
    roundTrip: 0.65,
    chargeMinC: 0.1,
    chargeMaxC: 0.3,
    acceptance: [
      [0, 0.3],
      [0.8, 0.25],
      [1, 0.1],
    ],
    dischargeC: 0.25,
    capacityPerKInFrost: 0,
    dailyPct: 60,
    capacityPerK: 0.006,
    coldestChargeC: null,
    coldestDischargeC: -20,
    hottestC: 45,
    freezesEmpty: false,
    peukert: 1.1,
    rateHours: 5,
    selfDischargePct: 20,
    cycles: [
      [20, 9000],
      [50, 6000],
      [80, 4000],
    ],
    floatYears: 25,
    halvingK: 15,
    absorptionV: 16.5,
    emptyV: 11,
    manyParallel: 6,
    gas: { boostMaPerAh: 50, cellsPer12: 10 },
    balance: 'Charges unequally without harm; a long charge once a month.',
    upkeep: 'Distilled water every few weeks: it gasses much. New electrolyte after about ten years.',
    pricePerKWh: 1000,
    source: practice,
  },
  'sodium-ion': {
    ...lithium,
    name: 'sodium-ion',
    depthPct: 80,
    deepestPct: 95,
    roundTrip: 0.91,
    chargeMaxC: 0.5,
    acceptance: [
      [0, 0.5],
      [0.9, 0.5],
      [0.97, 0.2],
      [1, 0.03],
    ],
    dischargeC: 1,
    capacityPerK: 0.003,
    capacityPerKInFrost: 0.001,
    coldestChargeC: -10,
    coldestDischargeC: -30,
    hottestC: 50,
    selfDischargePct: 3,
    cycles: [
      [20, 10_000],
      [50, 5500],
      [80, 3500],
      [100, 2500],
    ],
    floatYears: 12,
    absorptionV: 15.4,
    emptyV: 10,
    balance:
      'Its own electronics balance the cells near full. Its volts swing wide: check what the inverter stands.',
    pricePerKWh: 280,
  },
};

export interface UsualUnit {
  volts: number;
  ah: number;
  /** Units in series that make the bus. */
  series: number;
  /** Length, width and height with terminals, mm. */
  size: readonly [number, number, number];
  massKg: number;
  onSide: boolean;
}

/** A unit as it is commonly sold for a bus. Typical sizes and masses of the class, common practice. */
export function usualUnit(chemistry: Chemistry, busVolts: number): UsualUnit {
  const twelves = busVolts / 12;
  switch (chemistry) {
    case 'lfp':
    case 'sodium-ion': {
      const each = chemistry === 'lfp' ? 12.8 : 12.4;
      const [size, massKg] =
        busVolts === 12
          ? ([[330, 173, 220], 12] as const)
          : busVolts === 24
            ? ([[480, 170, 240], 23] as const)
            : ([[480, 440, 135], 45] as const);
      const heavier = chemistry === 'lfp' ? 1 : 1.2;
      return { volts: each * twelves, ah: 100, series: 1, size, massKg: massKg * heavier, onSide: true };
    }
    case 'flooded':
      return { volts: 6, ah: 225, series: busVolts / 6, size: [262, 181, 283], massKg: 28, onSide: false };
    case 'agm':
      return { volts: 6, ah: 225, series: busVolts / 6, size: [262, 181, 275], massKg: 31, onSide: true };
    case 'gel':
      return { volts: 12, ah: 100, series: busVolts / 12, size: [330, 172, 235], massKg: 32, onSide: true };
    case 'nickel-iron':
      return {
        volts: 1.2,
        ah: 300,
        series: (busVolts / 12) * 10,
        size: [165, 140, 480],
        massKg: 17.5,
        onSide: false,
      };
  }
}

/**
 * A battery's size and mass, mm and kg: as typed, or where they are a guess those of a usual one with as many watt-hours.
 * Mass grows with them, each side with their cube root.
 */
export function unitOf({
  chemistry,
  unitVolts,
  unitAh,
  unit,
}: Pick<Bank, 'chemistry' | 'unitVolts' | 'unitAh' | 'unit'>): BankUnit {
  const volts = unitVolts.value;
  const bus = volts > 36 ? 48 : volts > 18 ? 24 : 12;
  const usual = usualUnit(chemistry, bus);
  const more = (volts * unitAh.value) / (usual.volts * usual.ah);
  const [length, width, height] = usual.size.map((side) => Math.round(side * Math.cbrt(more))) as [
    number,
    number,
    number,
  ];
  // sides that were measured in part are of one case: none of them follows by itself
  const sides = [unit.length, unit.width, unit.height].every(({ from }) => from === 'guess');
  const sized = (typed: Entry, value: number, follows: boolean): Entry =>
    follows && typed.value !== value ? { value, from: 'guess' } : typed;
  return {
    length: sized(unit.length, length, sides),
    width: sized(unit.width, width, sides),
    height: sized(unit.height, height, sides),
    mass: sized(unit.mass, Math.round(usual.massKg * more * 10) / 10, unit.mass.from === 'guess'),
    onSide: unit.onSide,
  };
}

/** Cycles at a depth by a sheet's one figure, along the usual curve of its chemistry. */
function curveThrough(
  curve: ChemistryData['cycles'],
  depthPct: number,
  cycles: number,
): ChemistryData['cycles'] {
  const scale = cycles / cyclesAt(curve, depthPct);
  return curve.map(([depth, usual]) => [depth, usual * scale] as const);
}

/**
 * Cycles a battery lasts at a depth, from its curve: straight between its points on doubly logarithmic paper, and on
 * with the end slopes beyond them.
 * @param depthPct 0–100, 0 lasts for ever
 */
export function cyclesAt(curve: ChemistryData['cycles'], depthPct: number): number {
  if (depthPct <= 0) return Infinity;
  const at = Math.max(
    0,
    Math.min(curve.length - 2, curve.findIndex(([depth], i) => i > 0 && depth >= depthPct) - 1),
  );
  const beyond = depthPct > (curve.at(-1)?.[0] ?? 0) ? curve.length - 2 : at;
  const [[d0, n0], [d1, n1]] = [curve[beyond] ?? [50, 1000], curve[beyond + 1] ?? [100, 500]];
  return n0 * (depthPct / d0) ** (Math.log(n1 / n0) / Math.log(d1 / d0));
}

/** The chemistry of a bank, with what its own data sheet says in place of the usual figures. */
export function chemistryOf({ chemistry, sheet }: Pick<Bank, 'chemistry' | 'sheet'>): ChemistryData {
  const usual = CHEMISTRIES[chemistry];
  if (!sheet) return usual;
  return {
    ...usual,
    name: sheet.label,
    roundTrip: sheet.roundTrip.value / 100,
    chargeMaxC: sheet.chargeMax.value / 100,
    dischargeC: sheet.dischargeMax.value / 100,
    coldestChargeC: usual.coldestChargeC === null ? null : sheet.coldestCharge.value,
    coldestDischargeC: sheet.coldestDischarge.value,
    capacityPerK: sheet.capacityPerK.value / 100,
    // a sheet's own figure is of all temperatures
    capacityPerKInFrost: 0,
    cycles: curveThrough(usual.cycles, sheet.cyclesDepth.value, sheet.cycles.value),
    floatYears: sheet.floatYears.value,
    source: 'the data sheet as typed; the rest as usual for its chemistry',
  };
}
