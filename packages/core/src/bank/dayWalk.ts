import { CELLS } from '../document';
import type { ChemistryData } from './chemistries';

const CELL_H = 24 / CELLS;

type Point = ChemistryData['acceptance'][number];

/** Most a bank takes at a state of charge 0–1, as a share of its capacity an hour. */
export function acceptedC(acceptance: ChemistryData['acceptance'], soc: number): number {
  for (let i = 1; i < acceptance.length; i++) {
    const to = acceptance[i] as Point;
    if (soc > to[0]) continue;
    const from = acceptance[i - 1] as Point;
    return from[1] + ((to[1] - from[1]) * Math.max(0, soc - from[0])) / (to[0] - from[0] || 1);
  }
  return acceptance.at(-1)?.[1] ?? 0;
}

export interface WalkBank {
  ratedWh: number;
  /** Lowest state of charge it is taken down to, 0–1. */
  floor: number;
  roundTrip: number;
  acceptance: ChemistryData['acceptance'];
}

/** The bank as a walk through days sees it. @param ratedWh at 25 °C, @param factor left of it in the cold, @param depthPct 0–100 */
export const walkBankOf = (
  { roundTrip, acceptance }: Pick<ChemistryData, 'roundTrip' | 'acceptance'>,
  ratedWh: number,
  factor: number,
  depthPct: number,
): WalkBank => ({
  ratedWh: Math.max(1, ratedWh * factor),
  floor: 1 - depthPct / 100,
  roundTrip,
  acceptance,
});

/**
 * Walks a bank through days of half hours. What is made feeds the uses first; the rest charges as far as the bank
 * accepts it; what is lacking is taken from it down to its floor.
 * @param soc to begin with, 0–1; @param made, @param used watts in each half hour of a day, @param scale of what is made
 * @param note called with each half hour's state of charge and the watts that found no room
 * @returns state of charge at the end
 */
export function walkDay(
  bank: WalkBank,
  soc: number,
  made: Float64Array,
  used: Float64Array,
  scale: number,
  note: (cell: number, soc: number, spilledW: number) => void,
): number {
  const out = Math.sqrt(bank.roundTrip);
  for (let cell = 0; cell < CELLS; cell++) {
    const net = (made[cell] ?? 0) * scale - (used[cell] ?? 0);
    let spilled = 0;
    if (net >= 0) {
      const room = Math.min(
        acceptedC(bank.acceptance, soc) * bank.ratedWh,
        ((1 - soc) * bank.ratedWh) / CELL_H / out,
      );
      const charge = Math.min(net, room);
      spilled = net - charge;
      soc += (charge * out * CELL_H) / bank.ratedWh;
    } else soc = Math.max(bank.floor, soc + (net / out) * (CELL_H / bank.ratedWh));
    note(cell, soc, spilled);
  }
  return soc;
}

export interface MeanDay {
  /** Hour of the day at which it is full again, or null where a mean day does not fill it. */
  fullAtH: number | null;
  /** Lowest state of charge of the day, 0–1. */
  lowest: number;
  /** What finds no room in the bank, Wh, and the watts of the half hour in which most does. */
  spilledWh: number;
  spilledW: number;
  /** How long it does while the bank is charged above what surplus uses wait for, h. */
  surplusH: number;
}

/** Full is near enough: the last per cent takes lead-acid half a day. */
const FULL = 0.97;
const SETTLING_DAYS = 4;

/** A mean day of a month once it has settled, from a full bank. @param above state of charge that surplus uses wait for, 0–1 */
export function meanDay(bank: WalkBank, made: Float64Array, used: Float64Array, above = 0.95): MeanDay {
  let soc = 1;
  const begun = (lowest: number): MeanDay => ({
    fullAtH: null,
    lowest,
    spilledWh: 0,
    spilledW: 0,
    surplusH: 0,
  });
  let day = begun(1);
  for (let i = 0; i < SETTLING_DAYS; i++) {
    const settled = begun(soc);
    let wasLower = false;
    soc = walkDay(bank, soc, made, used, 1, (cell, at, spilled) => {
      settled.lowest = Math.min(settled.lowest, at);
      settled.spilledWh += spilled * CELL_H;
      settled.spilledW = Math.max(settled.spilledW, spilled);
      if (spilled > 0 && at >= above) settled.surplusH += CELL_H;
      if (at < FULL) wasLower = true;
      else if (settled.fullAtH === null && (made[cell] ?? 0) > (used[cell] ?? 0) && wasLower)
        settled.fullAtH = (cell + 1) * CELL_H;
    });
    // a bank that never left full is full all day
    if (!wasLower) settled.fullAtH = 0;
    day = settled;
  }
  return day;
}
