import type { Design } from '../design/types';
import type { Loads } from '../loads';
import { CHEMISTRIES, type ChemistryData } from './chemistries';

export type BankSchool = 'days' | 'discharge' | 'charge';

export interface BankNeed {
  school: BankSchool;
  /** Rated capacity the school asks for, Wh. */
  ratedWh: number;
  parallel: number;
}

export interface BankResult {
  chemistry: ChemistryData;
  volts: number;
  ah: number;
  ratedWh: number;
  temperatureFactor: number;
  dischargeEfficiency: number;
  usableWh: number;
  /** Days the usable energy carries the heaviest month's uses; null where nothing is used. */
  days: number | null;
  dailyWh: number;
  /** Units in series that the bus asks for. */
  seriesForBus: number;
  /** Volts of the whole bank while it absorbs, and when nearly empty. */
  absorptionV: number;
  emptyV: number;
}

/** Capacity left at a temperature, as a share of that at 25 °C, not below 0.4. */
export function temperatureFactor(chemistry: ChemistryData, bankC: number): number {
  return Math.min(1, Math.max(0.4, 1 - chemistry.capacityPerK * (25 - bankC)));
}

/**
 * Rated energy that carries `dailyWh` for `days`.
 * @param depth usable share 0–1, @param factor capacity left in the cold 0–1, @param efficiency of discharge 0–1
 * @source IEEE 1013 and IEEE 1562 practice
 */
export function ratedEnergyWh(
  dailyWh: number,
  days: number,
  depth: number,
  factor: number,
  efficiency: number,
): number {
  return (dailyWh * days) / (depth * factor * efficiency);
}

/**
 * Days to carry from the worst month's peak sun hours, T > 1.
 * @source Messenger & Ventre, Photovoltaic Systems Engineering, linear fits (from memory)
 */
export function autonomyDays(peakSunHours: number, critical: boolean): number | null {
  if (peakSunHours <= 1) return null;
  return Math.max(0, critical ? 18.3 - 1.9 * peakSunHours : 4.58 - 0.48 * peakSunHours);
}

/** The bank as chosen. */
export function computeBank(design: Design, loads: Loads): BankResult {
  const { bank, busVolts } = design;
  const chemistry = CHEMISTRIES[bank.chemistry];
  const volts = bank.series.value * bank.unitVolts.value;
  const ah = bank.parallel.value * bank.unitAh.value;
  const factor = temperatureFactor(chemistry, bank.coldest.value);
  const dischargeEfficiency = Math.sqrt(chemistry.roundTrip);
  const ratedWh = volts * ah;
  const usableWh = ratedWh * (bank.depth.value / 100) * factor * dischargeEfficiency;
  const dailyWh = loads.heaviest?.busWh ?? 0;
  const twelves = busVolts / 12;
  return {
    chemistry,
    volts,
    ah,
    ratedWh,
    temperatureFactor: factor,
    dischargeEfficiency,
    usableWh,
    days: dailyWh > 0 ? usableWh / dailyWh : null,
    dailyWh,
    seriesForBus: Math.max(1, Math.round(busVolts / nominalLead(bank.unitVolts.value))),
    absorptionV: chemistry.absorptionV * twelves,
    emptyV: chemistry.emptyV * twelves,
  };
}

/**
 * What each school asks for, the days to carry first.
 * @param chargeAmps what the array sends at its best, A
 */
export function bankNeeds(design: Design, bank: BankResult, loads: Loads, chargeAmps: number): BankNeed[] {
  const rowWh = bank.volts * design.bank.unitAh.value;
  const need = (school: BankSchool, ratedWh: number): BankNeed => ({
    school,
    ratedWh,
    parallel: Math.max(1, Math.ceil(ratedWh / rowWh - 1e-9)),
  });
  const { days, depth } = design.bank;
  return [
    need(
      'days',
      ratedEnergyWh(
        bank.dailyWh,
        days.value,
        depth.value / 100,
        bank.temperatureFactor,
        bank.dischargeEfficiency,
      ),
    ),
    need('discharge', (loads.largestRunning?.runningW ?? 0) / bank.chemistry.dischargeC),
    need('charge', (chargeAmps / bank.chemistry.chargeMaxC) * bank.volts),
  ];
}

/** Iron-phosphate units are sold as 3.2, 12.8, 25.6 V…: they count as 3, 12, 24 on the bus. */
function nominalLead(unitVolts: number): number {
  const lfp = unitVolts / 1.0667;
  return Math.abs(unitVolts / 3.2 - Math.round(unitVolts / 3.2)) < 0.01 ? lfp : unitVolts;
}

/** True where the units in series make the bus voltage, within what a charger and an inverter expect. */
export function fitsBus(volts: number, busVolts: number): boolean {
  return volts >= busVolts * 0.97 && volts <= busVolts * 1.1;
}
