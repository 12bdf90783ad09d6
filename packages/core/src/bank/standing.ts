import type { ChemistryData } from './chemistries';

/**
 * Where the acid of a lead-acid cell freezes, °C, by its state of charge 0–1.
 * @source common tables of electrolyte density and freezing point, from memory: 100 % −57, 75 % −38, 50 % −23, 40 % −17,
 *   25 % −14 °C; an empty one at about −9 °C
 */
const FREEZES: readonly (readonly [soc: number, atC: number])[] = [
  [0, -9],
  [0.25, -14],
  [0.4, -17],
  [0.5, -23],
  [0.75, -38],
  [1, -57],
];

/** @param soc state of charge 0–1 @returns °C, straight between the rows of the table */
export function freezingPointC(soc: number): number {
  const held = Math.min(1, Math.max(0, soc));
  const at = Math.max(
    1,
    FREEZES.findIndex(([known]) => known >= held),
  );
  const [[s0, c0], [s1, c1]] = [FREEZES[at - 1] ?? [0, -9], FREEZES[at] ?? [1, -57]];
  return c0 + ((c1 - c0) * (held - s0)) / (s1 - s0);
}

/** The least state of charge 0–1 that does not freeze at a temperature; null where even a full one does. */
export function chargeThatBears(coldC: number): number | null {
  if (coldC < freezingPointC(1)) return null;
  for (let percent = 0; percent <= 100; percent++)
    if (freezingPointC(percent / 100) <= coldC) return percent / 100;
  return 1;
}

/** What is left of a full bank that stands by itself for so many months, 0–1. */
export const leftStanding = ({ selfDischargePct }: Pick<ChemistryData, 'selfDischargePct'>, months: number) =>
  Math.max(0, 1 - selfDischargePct / 100) ** months;

/** Months in a row, round the year, that hold; the longest such run. @param holds by month 1–12 */
export function longestRun(holds: (month: number) => boolean): number {
  let [run, longest] = [0, 0];
  for (let i = 0; i < 24 && longest < 12; i++) {
    run = holds((i % 12) + 1) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return Math.min(12, longest);
}
