import { CHEMISTRIES } from '../bank';
import type { PowerBank } from '../power';

/** 400 Ah of iron-phosphate at 48 V, of which four fifths are used. */
export const lithiumBank: PowerBank = {
  ah: 400,
  volts: 51.2,
  absorptionV: 56.8,
  usableWh: 16_384,
  ratedWh: 20_480,
  hottestC: 20,
  depthPct: 80,
  chemistry: CHEMISTRIES.lfp,
};
