/** A piece to be cut, m, and what it is for. */
export interface CutPiece {
  lengthM: number;
  what: string;
}

export interface CoilCut {
  lengthM: number;
  pieces: CutPiece[];
  leftM: number;
}

export interface Cutting {
  coils: CoilCut[];
  /** What no coil is long enough for, or that is left when all are used. */
  short: CutPiece[];
  /** True where fewer coils, or more of the pieces, are shown to be impossible. */
  exact: boolean;
}

/** Steps of the search before it settles for what it has. */
const MOST_STEPS = 60_000;
const TINY = 1e-9;

/** Longest first into the coil that it leaves least of. */
function bestFit(pieces: readonly CutPiece[], coils: readonly number[]): Cutting {
  const cuts = coils.map((lengthM): CoilCut => ({ lengthM, pieces: [], leftM: lengthM }));
  const short: CutPiece[] = [];
  for (const piece of pieces) {
    const fits = cuts.filter(({ leftM }) => leftM >= piece.lengthM - TINY);
    const into = fits.reduce<CoilCut | null>(
      (best, cut) =>
        !best ||
        Number(cut.pieces.length > 0) > Number(best.pieces.length > 0) ||
        (cut.pieces.length > 0 === best.pieces.length > 0 && cut.leftM < best.leftM)
          ? cut
          : best,
      null,
    );
    if (!into) short.push(piece);
    else {
      into.pieces.push(piece);
      into.leftM = Math.max(0, into.leftM - piece.lengthM);
    }
  }
  return { coils: cuts.filter(({ pieces }) => pieces.length > 0), short, exact: false };
}

/**
 * Pieces cut from coils without a joint: all of them where that is possible, from as few coils as it is.
 * Exact within its steps, which hold for 60 pieces of a usual job; beyond them the best that was found.
 * @param pieces m, 0 and up @param coils m, each once
 */
export function cutFrom(pieces: readonly CutPiece[], coils: readonly number[]): Cutting {
  const inTurn = pieces.toSorted((a, b) => b.lengthM - a.lengthM);
  const lengths = coils.toSorted((a, b) => b - a);
  const first = bestFit(inTurn, lengths);
  const total = inTurn.reduce((sum, { lengthM }) => sum + lengthM, 0);
  if (first.short.length === 0 && first.coils.length <= leastCoils(total, inTurn, lengths))
    return { ...first, exact: true };
  return searched(inTurn, lengths, first, total);
}

/** No fewer of the longest coils can hold so many metres. */
function leastCoils(total: number, pieces: readonly CutPiece[], lengths: readonly number[]): number {
  let [held, count] = [0, 0];
  while (held < total - 1e-6 && count < lengths.length) held += lengths[count++] ?? 0;
  // pieces longer than half of the longest coil do not share one
  const half = (lengths[0] ?? 0) / 2;
  return Math.max(count, pieces.filter(({ lengthM }) => lengthM > half + TINY).length);
}

function searched(
  pieces: readonly CutPiece[],
  lengths: readonly number[],
  first: Cutting,
  total: number,
): Cutting {
  const left = [...lengths];
  const into: number[] = [];
  let steps = 0;
  let best = { short: first.short.length, coils: first.coils.length, into: null as number[] | null };
  const bound = leastCoils(total, pieces, lengths);
  /** @returns true where nothing better can be */
  const place = (at: number, short: number, used: number): boolean => {
    if (short > best.short || (short === best.short && used >= best.coils)) return false;
    if (at === pieces.length) {
      best = { short, coils: used, into: [...into] };
      return short === 0 && used <= bound;
    }
    if (++steps > MOST_STEPS) return true;
    const need = pieces[at]?.lengthM ?? 0;
    const tried = new Set<number>();
    for (let coil = 0; coil < left.length; coil++) {
      const has = left[coil] ?? 0;
      const fresh = has === lengths[coil];
      // coils that have the same left are the same coil
      const mark = fresh ? -has : has;
      if (has < need - TINY || tried.has(mark)) continue;
      tried.add(mark);
      left[coil] = has - need;
      into.push(coil);
      const done = place(at + 1, short, used + (fresh ? 1 : 0));
      into.pop();
      left[coil] = has;
      if (done) return true;
    }
    into.push(-1);
    const done = place(at + 1, short + 1, used);
    into.pop();
    return done;
  };
  place(0, 0, 0);
  const exact = steps <= MOST_STEPS;
  if (!best.into) return { ...first, exact };
  const cuts = lengths.map((lengthM): CoilCut => ({ lengthM, pieces: [], leftM: lengthM }));
  const short: CutPiece[] = [];
  for (const [at, piece] of pieces.entries()) {
    const cut = cuts[best.into[at] ?? -1];
    if (!cut) short.push(piece);
    else {
      cut.pieces.push(piece);
      cut.leftM = Math.max(0, cut.leftM - piece.lengthM);
    }
  }
  return { coils: cuts.filter((cut) => cut.pieces.length > 0), short, exact };
}
