/** A rectangle in its place, turned or not. */
export interface Spot {
  x: number;
  y: number;
  turned: boolean;
}

/** Looks at parts of parts at most; past it the best so far stands, and `atMost` says whether more might. */
const MOST_LOOKS = 600_000;
const NEAR = 1e-6;

/** Sizes along a side that whole pieces can come to, rising from 0. */
function sumsUpTo(most: number, a: number, b: number): number[] {
  const all: number[] = [];
  for (let first = 0; first <= most + NEAR; first += a)
    for (let sum = first; sum <= most + NEAR; sum += b) all.push(sum);
  return all.sort((p, q) => p - q).filter((sum, i) => i === 0 || sum - (all[i - 1] as number) > NEAR);
}

/** Weights of the two sides that whole sides in a row never bring above 1; every best pair of them. */
function weightsAlong(size: number, a: number, b: number): (readonly [number, number])[] {
  const rows: (readonly [number, number])[] = Array.from(
    { length: Math.floor(size / a + NEAR) + 1 },
    (_, i) => {
      return [i, Math.floor((size - i * a) / b + NEAR)] as const;
    },
  );
  // a side that does not go in at all weighs as much as it likes
  if (a > size + NEAR) rows.push([NEAR, 0]);
  if (b > size + NEAR) rows.push([0, NEAR]);
  const lines = [...rows, [1, 0] as const, [0, 1] as const];
  const within = (p: number, q: number) => rows.every(([i, j]) => i * p + j * q <= 1 + NEAR);
  const found: (readonly [number, number])[] = [];
  for (const [n, [i, j]] of lines.entries())
    for (const [m, [k, l]] of lines.slice(0, n).entries()) {
      const [of, by] = [n >= rows.length ? 0 : 1, m >= rows.length ? 0 : 1];
      const turn = i * l - j * k;
      // of sides alike nothing is finite, and nothing is within
      const [p, q] = [(of * l - by * j) / turn, (by * i - of * k) / turn];
      if (p >= -NEAR && q >= -NEAR && within(p, q)) found.push([Math.max(0, p), Math.max(0, q)]);
    }
  return found;
}

/**
 * No more rectangles a × b than this go into X × Y, either way round.
 * @source conservative scales: S. P. Fekete and J. Schepers 2004, Math. Methods Oper. Res. 60 (from memory). Sides weighed
 *   so that no row of them along the box weighs more than 1, and none across it, fill no more than 1 × 1
 */
export function atMost(X: number, Y: number, a: number, b: number): number {
  const [along, across] = [weightsAlong(X, a, b), weightsAlong(Y, a, b)];
  const fills = along.flatMap(([p, q]) => across.map(([r, s]) => [p * s, q * r] as const));
  const area = Math.floor((X * Y) / (a * b) + NEAR);
  let most = 0;
  for (let plain = 0; plain <= area; plain++) {
    let turned = area - plain;
    for (const [of, by] of fills) {
      if (plain * of > 1 + NEAR) turned = -Infinity;
      else if (by > NEAR) turned = Math.min(turned, Math.floor((1 - plain * of) / by + NEAR));
    }
    most = Math.max(most, plain + turned);
  }
  return most;
}

/** How a rectangle is parted: rows of one way round, or five blocks round two cuts along and two across. */
interface Parting {
  count: number;
  turned: boolean;
  /** Indices of the sums at which it is cut. */
  cuts: readonly [x1: number, x2: number, y1: number, y2: number] | null;
}

/**
 * Packs rectangles a × b into X × Y by blocks within blocks: each is filled in rows or parted into five, four round a
 * middle one like a pinwheel; straight cuts are those where some are empty.
 * @source the recursive five-block way of R. Morabito and S. Morales 1998, J. Oper. Res. Soc. 49 (from memory)
 */
export class Pinwheel {
  private readonly sums: number[];
  private readonly known = new Map<number, Parting>();
  private looks = 0;

  constructor(
    private readonly X: number,
    private readonly Y: number,
    private readonly a: number,
    private readonly b: number,
  ) {
    this.sums = sumsUpTo(Math.max(X, Y), a, b);
  }

  /** The largest sum that goes into a size. */
  private within(size: number): number {
    return this.sums.findLastIndex((sum) => sum <= size + NEAR);
  }
  private readonly less = new Map<number, number>();
  /** The largest sum that goes between two. */
  private between(from: number, to: number): number {
    const key = from * this.sums.length + to;
    let index = this.less.get(key);
    if (index === undefined) {
      index = this.within((this.sums[to] as number) - (this.sums[from] as number));
      this.less.set(key, index);
    }
    return index;
  }

  private readonly bounds = new Map<number, number>();
  private most(along: number, across: number): number {
    if (along === 0 || across === 0) return 0;
    const key = along * this.sums.length + across;
    let most = this.bounds.get(key);
    if (most === undefined) {
      most = atMost(this.sums[along] as number, this.sums[across] as number, this.a, this.b);
      this.bounds.set(key, most);
    }
    return most;
  }

  private parting(along: number, across: number): Parting {
    const key = along * this.sums.length + across;
    const before = this.known.get(key);
    if (before) return before;
    const [X, Y] = [this.sums[along] as number, this.sums[across] as number];
    const plain = rowsOf(X, Y, this.a, this.b);
    const turned = rowsOf(X, Y, this.b, this.a);
    let best: Parting = { count: Math.max(plain, turned), turned: turned > plain, cuts: null };
    const most = this.most(along, across);
    for (let x1 = 0; x1 <= along && best.count < most; x1++)
      for (let x2 = x1; x2 <= along && best.count < most; x2++)
        for (let y1 = 0; y1 <= across && best.count < most; y1++)
          for (let y2 = y1; y2 <= across && best.count < most; y2++) {
            if (this.looks++ > MOST_LOOKS) break;
            const cuts = [x1, x2, y1, y2] as const;
            const blocks = this.blocks(along, across, cuts);
            if (blocks.some((one) => one[0] === along && one[1] === across)) continue;
            let count = 0;
            for (const [l, w] of blocks) count += this.most(l, w);
            for (const [l, w] of blocks)
              if (count > best.count) count += this.parting(l, w).count - this.most(l, w);
            if (count > best.count) best = { count, turned: false, cuts };
          }
    this.known.set(key, best);
    return best;
  }

  /** Sizes and corners of the five. */
  private blocks(along: number, across: number, [x1, x2, y1, y2]: NonNullable<Parting['cuts']>) {
    return [
      [x1, y2, 0, 0],
      [x2, this.between(y2, across), 0, y2],
      [this.between(x2, along), this.between(y1, across), x2, y1],
      [this.between(x1, along), y1, x1, 0],
      [this.between(x1, x2), this.between(y1, y2), x1, y1],
    ] as const;
  }

  private spotsOf(along: number, across: number): Spot[] {
    const { count, turned, cuts } = this.parting(along, across);
    if (cuts === null) return rowSpots(this.sums[along] as number, this.a, this.b, turned, count);
    return this.blocks(along, across, cuts).flatMap(([l, w, x, y]) =>
      this.spotsOf(l, w).map((spot) => ({
        ...spot,
        x: spot.x + (this.sums[x] as number),
        y: spot.y + (this.sums[y] as number),
      })),
    );
  }

  spots(): Spot[] {
    return this.spotsOf(this.within(this.X), this.within(this.Y));
  }
}

/** Rows of pieces of one way round. */
export const rowsOf = (X: number, Y: number, length: number, width: number) =>
  Math.max(0, Math.floor(X / length + 1e-9)) * Math.max(0, Math.floor(Y / width + 1e-9));

/** So many pieces a × b in rows along X, all one way round. */
export function rowSpots(X: number, a: number, b: number, turned: boolean, count: number): Spot[] {
  const [length, width] = turned ? [b, a] : [a, b];
  const inRow = Math.max(1, Math.floor(X / length + 1e-9));
  return Array.from({ length: count }, (_, i) => ({
    x: (i % inRow) * length,
    y: Math.floor(i / inRow) * width,
    turned,
  }));
}
