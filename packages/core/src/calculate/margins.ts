import type { StringsResult } from '../strings';
import type { ArrayFacts, Facts } from './facts';

/** The margins the verdict hangs on, as shares of their limits: above 0 is inside. */
export interface Margins {
  energy: number | null;
  days: number | null;
  cold: number | null;
  hot: number | null;
  shortCircuit: number | null;
}

/** What a string has left under and over its limits, as shares of them. */
export const coldMargin = ({ chosen, window }: StringsResult) => 1 - chosen.coldVocV / window.maxV;
export const hotMargin = ({ chosen, window }: StringsResult) =>
  Math.min(chosen.hotVocV / Math.max(window.startV, window.chargesFromV, 1e-9) - 1, 2 * chosen.hotKept - 1);
const shortCircuitMargin = ({ chosen, window }: StringsResult) => 1 - chosen.iscA / window.maxIscA;

/** The array with the least margin; the first where none has strings yet. */
export function tightest(
  arrays: readonly ArrayFacts[],
  margin: (strings: StringsResult) => number,
): ArrayFacts | undefined {
  const strung = arrays.filter(({ strings }) => strings);
  return strung.reduce<ArrayFacts | undefined>((least, array) => {
    const [now, before] = [array.strings, least?.strings];
    return now && (!before || margin(now) < margin(before)) ? array : least;
  }, undefined);
}

export function marginsOf({ arrays, energy, bank, design }: Facts): Margins {
  const least = (margin: (strings: StringsResult) => number) => {
    const strings = tightest(arrays, margin)?.strings;
    return strings ? margin(strings) : null;
  };
  return {
    energy: energy?.worst?.ratio == null ? null : energy.worst.ratio - 1,
    days: bank.days === null ? null : bank.days / design.bank.days.value - 1,
    cold: least(coldMargin),
    hot: least(hotMargin),
    shortCircuit: least(shortCircuitMargin),
  };
}
