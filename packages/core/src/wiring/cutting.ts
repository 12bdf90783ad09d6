/** A piece to be cut, m, and what it is for. */
export interface CutPiece {
  lengthM: number;
  what: string;
  colour: string;
}

/** A coil that is at hand, m, and its colour; of any where that is empty. */
export interface Reel {
  lengthM: number;
  colour: string;
}

export interface CoilCut<P extends CutPiece = CutPiece> {
  reel: Reel;
  pieces: P[];
  leftM: number;
}

export interface Cutting<P extends CutPiece = CutPiece> {
  /** Those that something is cut from. */
  coils: CoilCut<P>[];
  /** What no coil is long enough for, or that is left when all are used. */
  short: P[];
  /** True where fewer coils, or more of the pieces, are shown to be impossible. */
  exact: boolean;
}

/** Coils that the search looks at before it settles for what it has, and the pieces that it is begun for. */
const MOST_LOOKS = 720_000;
const MOST_SEARCHED = 500;
const TINY = 1e-9;
/** m, to tell coils of other colours apart. */
const LONGER_THAN_ANY = 1e6;

export const takes = ({ colour }: Reel, piece: Pick<CutPiece, 'colour'>): boolean =>
  colour === '' || colour === piece.colour;

/** Longest first into the coil that it leaves least of, of those begun; another is begun where none has enough. */
function bestFit<P extends CutPiece>(pieces: readonly P[], reels: readonly Reel[]): Cutting<P> {
  const coils: CoilCut<P>[] = [];
  const short: P[] = [];
  // whole ones that are long enough, by colour, the shortest last
  const whole = new Map<string, Reel[]>();
  let reached = 0;
  for (const piece of pieces) {
    for (let reel = reels[reached]; reel && reel.lengthM >= piece.lengthM - TINY; reel = reels[++reached])
      if (!whole.get(reel.colour)?.push(reel)) whole.set(reel.colour, [reel]);
    let into: CoilCut<P> | null = null;
    for (const coil of coils)
      if (
        coil.leftM >= piece.lengthM - TINY &&
        takes(coil.reel, piece) &&
        (into === null || coil.leftM < into.leftM)
      )
        into = coil;
    if (!into) {
      const shortest = (colour: string) => whole.get(colour)?.at(-1)?.lengthM ?? Infinity;
      const from = shortest(piece.colour) <= shortest('') ? piece.colour : '';
      const reel = whole.get(from)?.pop();
      if (!reel) {
        short.push(piece);
        continue;
      }
      into = { reel, pieces: [], leftM: reel.lengthM };
      coils.push(into);
    }
    into.pieces.push(piece);
    into.leftM = Math.max(0, into.leftM - piece.lengthM);
  }
  return { coils, short, exact: false };
}

/**
 * Pieces cut from coils without a joint: all of them where that is possible, from as few coils as it is.
 * Exact within what the search looks at, which holds for 60 pieces of a usual job; beyond it the best that was found.
 * @param pieces m, 0 and up, of all that may come from these coils @param coils each once
 */
export function cutFrom<P extends CutPiece>(pieces: readonly P[], coils: readonly Reel[]): Cutting<P> {
  const inTurn = pieces.toSorted((a, b) => b.lengthM - a.lengthM);
  const reels = coils.toSorted((a, b) => b.lengthM - a.lengthM);
  const first = bestFit(inTurn, reels);
  const bound = leastCoils(
    inTurn,
    reels.map(({ lengthM }) => lengthM),
  );
  if (first.short.length === 0 && first.coils.length <= bound) return { ...first, exact: true };
  if (inTurn.length > MOST_SEARCHED) return first;
  return searched(inTurn, reels, first, bound);
}

/** No fewer of the longest coils can hold so many metres. */
function leastCoils(pieces: readonly CutPiece[], lengths: readonly number[]): number {
  const total = pieces.reduce((sum, { lengthM }) => sum + lengthM, 0);
  let [held, count] = [0, 0];
  while (held < total - 1e-6 && count < lengths.length) held += lengths[count++] ?? 0;
  // pieces longer than half of the longest coil do not share one
  const half = (lengths[0] ?? 0) / 2;
  return Math.max(count, pieces.filter(({ lengthM }) => lengthM > half + TINY).length);
}

function searched<P extends CutPiece>(
  pieces: readonly P[],
  reels: readonly Reel[],
  first: Cutting<P>,
  bound: number,
): Cutting<P> {
  const left = reels.map(({ lengthM }) => lengthM);
  const colours = [...new Set(reels.map(({ colour }) => colour))];
  const colourAt = reels.map(({ colour }) => colours.indexOf(colour));
  const into: number[] = [];
  let looks = 0;
  let best = { short: first.short.length, coils: first.coils.length, into: null as number[] | null };
  /** @returns true where nothing better can be */
  const place = (at: number, short: number, used: number): boolean => {
    if (short > best.short || (short === best.short && used >= best.coils)) return false;
    if (at === pieces.length) {
      best = { short, coils: used, into: [...into] };
      return short === 0 && used <= bound;
    }
    looks += reels.length;
    if (looks > MOST_LOOKS) return true;
    const piece = pieces[at] as P;
    const need = piece.lengthM;
    const tried = new Set<number>();
    for (const [coil, reel] of reels.entries()) {
      const has = left[coil] ?? 0;
      const fresh = has === reel.lengthM;
      // coils of a colour that have the same left are the same coil
      const alike = has + LONGER_THAN_ANY * (colourAt[coil] ?? 0);
      const mark = fresh ? -alike : alike;
      if (has < need - TINY || tried.has(mark) || !takes(reel, piece)) continue;
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
  const exact = looks <= MOST_LOOKS;
  if (!best.into) return { ...first, exact };
  const cuts = reels.map((reel): CoilCut<P> => ({ reel, pieces: [], leftM: reel.lengthM }));
  const short: P[] = [];
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
