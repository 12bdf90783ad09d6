import { BUS_VOLTS, type BusVolts } from '../document';
import type { UnitSystem } from '../units';

/** Resistivity of copper at 20 °C, Ω·mm²/m. @source IEC 60228 basis, 1/58 */
const COPPER = 1 / 58;
/** Bank to inverter: one way, and the drop that is allowed. Common practice. */
export const BANK_RUN_M = 1.5;
export const BANK_DROP = 0.01;
/** Amps for each mm² that a short heavy cable in free air carries; planning figure, common practice. */
const AMPS_PER_MM2 = 4;
/** Above this, cable, lugs and fuses are hard to get and to handle. Common practice. */
export const HARD_AMPS = 250;

const METRIC = [6, 10, 16, 25, 35, 50, 70, 95, 120] as const;
/** Gauge names with their area, mm². @source ASTM B258, d = 0.127 · 92^((36 − n)/39) mm */
const GAUGES: readonly (readonly [string, number])[] = [8, 6, 4, 2, 1, 0, -1, -2, -3].map((n) => [
  n > 0 ? `${n} AWG` : `${1 - n}/0 AWG`,
  (Math.PI / 4) * (0.127 * 92 ** ((36 - n) / 39)) ** 2,
]);

export interface BusChoice {
  volts: BusVolts;
  /** At the largest running load from a bank nearly empty, and while charging. */
  loadA: number;
  chargeA: number;
  /** Copper by drop and by heat, mm², and the size to buy; null where one cable does not do. */
  mm2: number;
  cable: string | null;
}

/** The same loads and array on each bus voltage. @param loadW at the bank, @param chargeW at the bank */
export function busChoices(loadW: number, chargeW: number, system: UnitSystem): BusChoice[] {
  return BUS_VOLTS.map((volts) => {
    const loadA = loadW / volts;
    const chargeA = chargeW / volts;
    const amps = Math.max(loadA, chargeA);
    const mm2 = Math.max((COPPER * 2 * BANK_RUN_M * amps) / (volts * BANK_DROP), amps / AMPS_PER_MM2);
    const cable =
      system === 'metric' ? METRIC.find((size) => size >= mm2) : GAUGES.find(([, size]) => size >= mm2)?.[0];
    return {
      volts,
      loadA,
      chargeA,
      mm2,
      cable: cable === undefined ? null : typeof cable === 'number' ? `${cable} mm²` : cable,
    };
  });
}

/**
 * Hours a battery lasts at a steady current.
 * @param rateHours the hours its capacity is said at @source Peukert 1897
 */
export function peukertHours(ah: number, rateHours: number, exponent: number, amps: number): number {
  return rateHours * (ah / (amps * rateHours)) ** exponent;
}
