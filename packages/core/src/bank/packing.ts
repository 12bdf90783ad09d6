import { atMost, Pinwheel, rowsOf, rowSpots, type Spot } from './pinwheel';

/** A piece in its place: the corner nearest the origin and its size along the box, across it and up, mm. */
export interface Placed {
  x: number;
  y: number;
  z: number;
  length: number;
  width: number;
  height: number;
}

export interface PackAsk {
  unit: { length: number; width: number; height: number; onSide: boolean };
  count: number;
  /** Inside of the box, and in how many levels. */
  space: { length: number; width: number; height: number };
  levels: number;
  /** Between pieces and to the walls, and over their terminals, mm. */
  gap: number;
  headroom: number;
}

export interface Packing {
  fits: boolean;
  /** Pieces that find room; more than `count` are not looked for with all effort. */
  room: number;
  /** More than so many cannot go in; where this is more than `room`, another way of laying them might hold more. */
  atMost: number;
  placed: Placed[];
  lying: boolean;
  /** What stands in the way where not all fit. */
  why: 'long' | 'high' | 'many' | null;
}

/** How many go in, and the split that makes it so: none, at a distance along, or at one across. */
interface Cut {
  count: number;
  turned: boolean;
  along: number;
  across: number;
}

/** Splits tried within splits. */
const DEEP = 2;
/** Where more than so many find room, one way round for all is as good. */
const MOST_SPLIT = 1500;
/** Up to so many on a level are laid like pinwheels too, where straight splits leave room for more. */
const MOST_WHEELED = 40;

/** Counts how many rectangles a × b a guillotine can cut from X × Y, either way round, splits within splits. */
class Cutter {
  /** By splits still to try, size along and size across: sizes are as exact as they were typed. */
  private readonly known = Array.from({ length: DEEP + 1 }, () => new Map<number, Map<number, Cut>>());

  constructor(
    private readonly a: number,
    private readonly b: number,
  ) {}

  best(X: number, Y: number, deep: number): Cut {
    const known = this.known[deep]?.get(X) ?? new Map<number, Cut>();
    const before = known.get(Y);
    if (before) return before;
    const { a, b } = this;
    const plain = rowsOf(X, Y, a, b);
    const turned = rowsOf(X, Y, b, a);
    let best: Cut = { count: Math.max(plain, turned), turned: turned > plain, along: 0, across: 0 };
    const most = Math.floor((X * Y) / (a * b) + 1e-9);
    if (deep > 0 && most <= MOST_SPLIT) {
      for (const step of [a, b]) {
        for (let at = step; at < X && best.count < most; at += step) {
          const count = this.best(at, Y, deep - 1).count + this.best(X - at, Y, deep - 1).count;
          if (count > best.count) best = { count, turned: false, along: at, across: 0 };
        }
        for (let at = step; at < Y && best.count < most; at += step) {
          const count = this.best(X, at, deep - 1).count + this.best(X, Y - at, deep - 1).count;
          if (count > best.count) best = { count, turned: false, along: 0, across: at };
        }
      }
    }
    known.set(Y, best);
    this.known[deep]?.set(X, known);
    return best;
  }

  spots(X: number, Y: number, deep: number): Spot[] {
    const { along, across, turned, count } = this.best(X, Y, deep);
    const moved = (spots: Spot[], x: number, y: number) =>
      spots.map((spot) => ({ ...spot, x: spot.x + x, y: spot.y + y }));
    if (along > 0)
      return [...this.spots(along, Y, deep - 1), ...moved(this.spots(X - along, Y, deep - 1), along, 0)];
    if (across > 0)
      return [...this.spots(X, across, deep - 1), ...moved(this.spots(X, Y - across, deep - 1), 0, across)];
    return rowSpots(X, this.a, this.b, turned, count);
  }
}

/** Pieces a × b on X × Y, by straight splits; where those leave too few, by pinwheels. */
function laid(X: number, Y: number, a: number, b: number, count: number): { spots: Spot[]; most: number } {
  if (X <= 0 || Y <= 0) return { spots: [], most: 0 };
  const cutter = new Cutter(a, b);
  const spots = cutter.spots(X, Y, DEEP);
  const area = Math.floor((X * Y) / (a * b) + 1e-9);
  if (spots.length >= count || area > MOST_SPLIT) return { spots, most: Math.max(area, spots.length) };
  const most = atMost(X, Y, a, b);
  if (spots.length >= most || most > MOST_WHEELED) return { spots, most };
  const wheeled = new Pinwheel(X, Y, a, b).spots();
  return { spots: wheeled.length > spots.length ? wheeled : spots, most };
}

/**
 * Packs alike units into a box or onto shelves, one layer to a level, upright or, where they may, on a side.
 * Gaps are kept between units and to the walls, headroom over the terminals.
 */
export function packUnits({ unit, count, space, levels, gap, headroom }: PackAsk): Packing {
  const levelHeight = space.height / levels;
  const ways = [
    { length: unit.length, width: unit.width, height: unit.height, lying: false },
    ...(unit.onSide
      ? [
          { length: unit.length, width: unit.height, height: unit.width, lying: true },
          { length: unit.width, width: unit.height, height: unit.length, lying: true },
        ]
      : []),
  ];
  let best: Packing = { fits: false, room: 0, atMost: 0, placed: [], lying: false, why: 'high' };
  for (const { length, width, height, lying } of ways) {
    if (height + headroom > levelHeight + 1e-9) continue;
    // each piece with one gap, and one gap more at the far walls
    const [X, Y] = [space.length - gap, space.width - gap];
    const [a, b] = [length + gap, width + gap];
    const { spots, most } = laid(X, Y, a, b, Math.ceil(count / levels));
    const room = spots.length * levels;
    best.atMost = Math.max(best.atMost, most * levels);
    if (room <= best.room && !(room === 0 && best.why === 'high')) continue;
    const perLevel = Math.ceil(Math.min(count, room) / levels);
    const placed = Array.from({ length: Math.min(count, room) }, (_, i): Placed => {
      const spot = spots[i % perLevel] as Spot;
      return {
        x: spot.x + gap,
        y: spot.y + gap,
        z: Math.floor(i / perLevel) * levelHeight,
        length: spot.turned ? width : length,
        width: spot.turned ? length : width,
        height,
      };
    });
    best = {
      fits: room >= count,
      room,
      atMost: Math.max(best.atMost, room),
      placed,
      lying,
      why: room >= count ? null : room === 0 ? 'long' : 'many',
    };
    if (best.fits) break;
  }
  return best;
}

/** Centre of equal masses, mm from the corner. */
export function centreOf(placed: readonly Placed[]): { x: number; y: number; z: number } {
  const mean = (of: (piece: Placed) => number) =>
    placed.reduce((sum, piece) => sum + of(piece), 0) / Math.max(1, placed.length);
  return {
    x: mean(({ x, length }) => x + length / 2),
    y: mean(({ y, width }) => y + width / 2),
    z: mean(({ z, height }) => z + height / 2),
  };
}
