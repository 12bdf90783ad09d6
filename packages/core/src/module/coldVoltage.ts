import { FALLBACK } from './sheet';

/**
 * Cold-voltage factors for crystalline silicon: the factor holds from `downToC` up to the row above.
 * @source NEC table 690.7(A) (from memory)
 */
export const COLD_FACTORS: readonly (readonly [downToC: number, factor: number])[] = [
  [25, 1],
  [20, 1.02],
  [15, 1.04],
  [10, 1.06],
  [5, 1.08],
  [0, 1.1],
  [-5, 1.12],
  [-10, 1.14],
  [-15, 1.16],
  [-20, 1.18],
  [-25, 1.2],
  [-30, 1.21],
  [-35, 1.23],
  [-40, 1.25],
];

/**
 * The code table's factor at an air temperature; below its end at −40 °C the careful coefficient goes on from
 * the last row.
 */
export function codeTableFactor(airC: number): number {
  const row = COLD_FACTORS.find(([downToC]) => airC >= downToC);
  if (row) return row[1];
  return 1.25 + (-FALLBACK.betaVocPct / 100) * (-40 - airC);
}

/** Open-circuit factor at a temperature by the module's own coefficient (share per kelvin, below 0). */
export function coefficientFactor(betaVoc: number, airC: number): number {
  return 1 + betaVoc * (airC - 25);
}

/** The coldest air at which so many in series stay within a limit, °C. */
export function coldestFor(
  { vocV, betaVoc }: { vocV: number; betaVoc: number | null },
  inSeries: number,
  limitV: number,
): number | null {
  return betaVoc ? 25 + (limitV / (inSeries * vocV) - 1) / betaVoc : null;
}
