import type { Bank, Design } from '../document';
import { ALL_MONTHS as MONTHS } from '../units';
import { chemistryOf, type ChemistryData } from './chemistries';
import type { BankWarmth } from './home';

/** What is asked of a bank. */
export interface Demand {
  /** A mean day of each month, Wh. */
  months: readonly { busWh: number }[];
  /** The month that takes most; on its full day. */
  heaviest: { fullWh: number } | null;
  largestRunning: { bankW: number } | null;
  /** Over a number of days of that month, Wh. */
  overDays: (days: number) => number;
}

export type BankSchool = 'days' | 'daily' | 'aged' | 'discharge' | 'charge';

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
  /** Over the days asked for: days on which less runs count for less. */
  wantedWh: number;
  /** Coldest and hottest it gets in the months in use, °C, and whether the cold that was typed or follows from where it stands. */
  coldestC: number;
  hottestC: number | null;
  coldestFrom: 'typed' | 'home' | 'unknown';
  /** Coldest it gets in the months in which it stands connected, used or not, °C. */
  coldestConnectedC: number;
  /** Months without use, 1–12: those in which it is switched off, and those in which it stands connected. */
  idle: { off: readonly number[]; on: readonly number[] };
  warmth: BankWarmth | null;
  /** Units in series that the bus asks for. */
  seriesForBus: number;
  /** Volts of the whole bank while it absorbs, and when nearly empty. */
  absorptionV: number;
  emptyV: number;
}

/** Capacity left at a temperature, as a share of that at 25 °C, not below 0.4. */
export function temperatureFactor(
  { capacityPerK, capacityPerKInFrost }: Pick<ChemistryData, 'capacityPerK' | 'capacityPerKInFrost'>,
  bankC: number,
): number {
  const lost = capacityPerK * (25 - bankC) + capacityPerKInFrost * Math.max(0, -bankC);
  return Math.min(1, Math.max(0.4, 1 - lost));
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

/** Coldest that a bank is taken to get where neither it is typed nor the place known, °C. */
const UNKNOWN_COLD_C = 5;

/** Days that the bank carries: how long until the uses have taken what can be used. */
function daysCarried(usableWh: number, { heaviest, overDays }: Demand): number | null {
  if (!heaviest) return null;
  let [low, high] = [0, 1];
  while (overDays(high) < usableWh && high < 4096) [low, high] = [high, high * 2];
  for (let i = 0; i < 50 && high - low > 1e-9 * high; i++) {
    const middle = (low + high) / 2;
    if (overDays(middle) < usableWh) low = middle;
    else high = middle;
  }
  return high;
}

/** The bank as chosen. */
export function computeBank(
  { bank, busVolts }: Pick<Design, 'bank' | 'busVolts'>,
  loads: Demand,
  warmth: BankWarmth | null = null,
  chemistry: ChemistryData = chemistryOf(bank),
): BankResult {
  const used = loads.months.some(({ busWh }) => busWh > 0);
  const spells = (warmth?.months ?? []).filter((_, m) => !used || (loads.months[m]?.busWh ?? 0) > 0);
  const coldestC =
    bank.coldest?.value ??
    (spells.length > 0 ? Math.min(...spells.map(({ spellC }) => spellC)) : UNKNOWN_COLD_C);
  const idle = used ? MONTHS.filter((month) => (loads.months[month - 1]?.busWh ?? 0) === 0) : [];
  const off = idle.filter((month) => bank.disconnected.includes(month));
  const on = idle.filter((month) => !off.includes(month));
  // what was typed is of the months in use: while nobody is there nobody keeps it warm, unless it was measured
  const idleCold =
    bank.coldest?.from === 'measured' ? [] : on.flatMap((month) => warmth?.months[month - 1]?.spellC ?? []);
  const volts = bank.series.value * bank.unitVolts.value;
  const ah = bank.parallel.value * bank.unitAh.value;
  const factor = temperatureFactor(chemistry, coldestC);
  // rated amp-hours are delivered ones: the worksheet takes nothing off them again
  const dischargeEfficiency = bank.sizing === 'careful' ? Math.sqrt(chemistry.roundTrip) : 1;
  const ratedWh = volts * ah;
  const usableWh = ratedWh * (bank.depth.value / 100) * factor * dischargeEfficiency;
  const dailyWh = loads.heaviest?.fullWh ?? 0;
  const twelves = busVolts / 12;
  return {
    chemistry,
    volts,
    ah,
    ratedWh,
    temperatureFactor: factor,
    dischargeEfficiency,
    usableWh,
    days: daysCarried(usableWh, loads),
    dailyWh,
    wantedWh: loads.overDays(bank.days.value),
    coldestC,
    hottestC: spells.length > 0 ? Math.max(...spells.map(({ heatC }) => heatC)) : null,
    coldestFrom: bank.coldest ? 'typed' : warmth ? 'home' : 'unknown',
    coldestConnectedC: Math.min(coldestC, ...idleCold),
    idle: { off, on },
    warmth,
    seriesForBus: Math.max(1, Math.round(busVolts / nominalLead(bank.unitVolts.value))),
    absorptionV: chemistry.absorptionV * twelves,
    emptyV: chemistry.emptyV * twelves,
  };
}

/**
 * What each school asks for, the days of autonomy first: by the worksheet the largest of days ÷ depth, a day ÷ what a day
 * may take, and days ÷ what is left when worn, each by the cold and with a margin; by the careful way depth, what is lost
 * on the way out and, for the old bank, its end of life one upon the other.
 * @param chargeAmps what the array sends at its best, A
 * @source IEEE 1013 and IEEE 1562 worksheets (from memory)
 */
export function bankNeeds(
  {
    unitAh,
    depth,
    endOfLife,
    sizing,
    margin,
  }: Pick<Bank, 'unitAh' | 'depth' | 'endOfLife' | 'sizing' | 'margin'>,
  bank: BankResult,
  loads: Pick<Demand, 'largestRunning'>,
  chargeAmps: number,
): BankNeed[] {
  const rowWh = bank.volts * unitAh.value;
  const need = (school: BankSchool, ratedWh: number): BankNeed => ({
    school,
    ratedWh,
    parallel: Math.max(1, Math.ceil(ratedWh / rowWh - 1e-9)),
  });
  const days = ratedEnergyWh(
    bank.wantedWh,
    1,
    depth.value / 100,
    bank.temperatureFactor,
    bank.dischargeEfficiency,
  );
  const worn = endOfLife.value / 100;
  const grown = 1 + margin.value / 100;
  const byWorksheet = (wh: number) => (wh / bank.temperatureFactor) * grown;
  const daily = Math.min(bank.chemistry.dailyPct, depth.value) / 100;
  return [
    ...(sizing === 'careful'
      ? [need('days', days), need('aged', days / worn)]
      : [
          need('days', days * grown),
          need('daily', byWorksheet(bank.dailyWh / daily)),
          need('aged', byWorksheet(bank.wantedWh / worn)),
        ]),
    need('discharge', (loads.largestRunning?.bankW ?? 0) / bank.chemistry.dischargeC),
    need('charge', (chargeAmps / bank.chemistry.chargeMaxC) * bank.volts),
  ];
}

/** Iron-phosphate units are sold as 3.2, 12.8, 25.6 V…: they count as 3, 12, 24 on the bus. */
function nominalLead(unitVolts: number): number {
  const lfp = unitVolts / 1.0667;
  return Math.abs(unitVolts / 3.2 - Math.round(unitVolts / 3.2)) < 0.01 ? lfp : unitVolts;
}

/** True where the units in series make the bus voltage, within what a charger and an inverter expect. */
export function fitsBus(volts: number, busVolts: number, unitVolts = busVolts): boolean {
  // bare cells of iron-phosphate must be as many as the charger's volts are for: fifteen are charged too high
  const bareCell = Math.abs(unitVolts - 3.2) < 0.11;
  const least = bareCell ? 1.04 : 0.97;
  return volts >= busVolts * least && volts <= busVolts * 1.1;
}
