import type { MeanDay } from '../bank';
import type { Design, Supply, Use } from '../document';
import type { UseRow } from '../loads';

/** A use on surplus as a walk through days sees it: what it asks for on a mean day of each month, and the most that its own watts take of it, Wh from the bank. */
export interface WalkSurplus {
  id: string;
  asksWh: readonly number[];
  mostWh: readonly number[];
}

/** What limits a use on surplus: what it asks for, its own watts over the hours there are, or what is left over. */
export type SurplusLimit = 'asks' | 'watts' | 'sun';

/** A use on surplus through the year, Wh from the bank on a mean day of each month. */
export interface SurplusUse {
  id: string;
  name: string;
  /** While it runs, W. */
  watts: number;
  asksWh: readonly number[];
  takesWh: readonly number[];
  limit: readonly SurplusLimit[];
  /** Water that it is asked to warm, L a day; null of anything else. */
  litres: number | null;
}

/** Place of a use in its list of circuits: what nobody placed comes last, as it stands. */
export const shedTurn = ({ shed }: Pick<Use, 'shed'>): number => (shed === 0 ? 100 : shed);

/**
 * The uses on surplus in their turn. Each may take its own watts for as long as a mean day leaves something over; bright
 * days have more such hours and dark ones fewer.
 * @param gives of what leaves the bank, what reaches the uses on each side, 0–1
 */
export const surplusInTurn = (
  uses: Design['uses'],
  rows: readonly UseRow[],
  gives: Readonly<Record<Supply, number>>,
  days: readonly Pick<MeanDay, 'surplusH'>[],
): WalkSurplus[] =>
  rows
    .flatMap((row) => {
      const use = uses[row.id];
      return use && row.surplus && !row.later ? [{ row, use }] : [];
    })
    .sort((a, b) => shedTurn(a.use) - shedTurn(b.use))
    .map(({ row, use }) => ({
      id: row.id,
      asksWh: [...row.monthWh],
      mostWh: days.map(({ surplusH }) => (surplusH * row.runW * use.count.value) / gives[use.supply]),
    }));

/** Nearly all of what is asked for is all of it. */
const ALL = 0.995;

/** What each of them takes, and what holds it back. @param takenWh by its id, on a mean day of each month */
export const surplusUses = (
  inTurn: readonly WalkSurplus[],
  uses: Design['uses'],
  rows: readonly UseRow[],
  takenWh: readonly Readonly<Record<string, number>>[],
): SurplusUse[] =>
  inTurn.flatMap(({ id, asksWh, mostWh }): SurplusUse[] => {
    const use = uses[id];
    if (!use) return [];
    const takesWh = takenWh.map((by) => by[id] ?? 0);
    return [
      {
        id,
        name: use.name,
        watts: (rows.find((row) => row.id === id)?.runW ?? 0) * use.count.value,
        asksWh,
        takesWh,
        limit: asksWh.map((asks, m) =>
          (takesWh[m] ?? 0) >= ALL * asks ? 'asks' : (mostWh[m] ?? 0) < ALL * asks ? 'watts' : 'sun',
        ),
        litres: use.form === 'water' ? (use.given.litres?.value ?? null) : null,
      },
    ];
  });
