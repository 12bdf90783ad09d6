import type { Chemistry } from '../design/types';

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
  /** Discharge rate it carries without harm or much loss. */
  dischargeC: number;
  /** Capacity lost per kelvin below 25 °C. */
  capacityPerK: number;
  /** Coldest it may be charged, °C; null where frost only slows it. */
  coldestChargeC: number | null;
  /** Volts of a 12 V bank while it absorbs, and when nearly empty. */
  absorptionV: number;
  emptyV: number;
  /** Parallel rows from which unequal sharing is a worry. */
  manyParallel: number;
  source: string;
}

const practice = 'common practice; capacity by temperature from memory';

export const CHEMISTRIES: Readonly<Record<Chemistry, ChemistryData>> = {
  lfp: {
    name: 'iron-phosphate',
    depthPct: 80,
    deepestPct: 90,
    roundTrip: 0.94,
    chargeMinC: 0,
    chargeMaxC: 0.5,
    dischargeC: 0.5,
    capacityPerK: 0.004,
    coldestChargeC: 0,
    absorptionV: 14.2,
    emptyV: 12,
    manyParallel: 8,
    source: practice,
  },
  flooded: {
    name: 'flooded lead-acid',
    depthPct: 50,
    deepestPct: 60,
    roundTrip: 0.8,
    chargeMinC: 0.05,
    chargeMaxC: 0.13,
    dischargeC: 0.2,
    capacityPerK: 0.009,
    coldestChargeC: null,
    absorptionV: 14.6,
    emptyV: 11.8,
    manyParallel: 4,
    source: `${practice}; sizing as in IEEE 1013`,
  },
  sealed: {
    name: 'sealed lead-acid',
    depthPct: 50,
    deepestPct: 60,
    roundTrip: 0.85,
    chargeMinC: 0.05,
    chargeMaxC: 0.25,
    dischargeC: 0.25,
    capacityPerK: 0.009,
    coldestChargeC: null,
    absorptionV: 14.4,
    emptyV: 11.8,
    manyParallel: 4,
    source: `${practice}; sizing as in IEEE 1013`,
  },
};
