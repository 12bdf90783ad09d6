import {
  atConditions,
  currentsOf,
  partOf,
  pointsOf,
  section,
  series,
  seriesAt,
  type Section,
  type Series,
} from '../curve';
import { BRIGHT_SKY } from '../module';
import type { Door, Sort, StringOf } from './types';

/** Volts at which currents are kept: between the ends of a door's window. */
const GRID = 192;

/** A string as one door sees it: its amps over the door's volts, in every weather. */
interface Seen {
  string: StringOf;
  /** Its amps by weather, then volts of the grid. */
  amps: Float32Array[];
  /** kWh a year were it alone at the door and the door without a limit of amps: no group makes more than its strings do alone. */
  alone: number;
  coldVocV: number;
  iscA: number;
}

/**
 * Values of strings at one door. A string's curve is worked out once for every weather and kept over a grid of volts;
 * strings side by side are then a sum, and their best point the top of a parabola through three volts.
 */
export class DoorValue {
  private readonly sections: Section[][][];
  private readonly seen = new Map<string, Seen>();
  private readonly from: number;
  private readonly step: number;
  private readonly sum = new Float64Array(GRID);

  constructor(
    readonly door: Door,
    private readonly sorts: readonly Sort[],
    private readonly blocked = false,
  ) {
    this.sections = door.weather.map(({ wm2, cellC }) =>
      sorts.map(({ five, sections }) => {
        const one = section(atConditions(partOf(five, sections), wm2, cellC), cellC);
        return Array.from({ length: sections }, () => one);
      }),
    );
    const highest = Math.min(door.maxWorkV, door.maxV);
    this.from = Math.min(Math.max(0.5, door.chargesFromV), highest);
    this.step = (highest - this.from) / (GRID - 1);
  }

  /** True where a string by itself keeps within the door's volts and amps. */
  bears(string: StringOf): boolean {
    const [cold, hot, isc] = this.extremes(string);
    return (
      cold <= this.door.maxV &&
      hot >= Math.max(this.door.startV, this.door.chargesFromV) &&
      isc * BRIGHT_SKY <= this.door.maxIscA
    );
  }

  /** Cold and hot open-circuit volts of a string, and the short-circuit amps it can give. */
  extremes(string: StringOf): readonly [coldVocV: number, hotVocV: number, iscA: number] {
    let [cold, hot, isc] = [0, 0, 0];
    for (const [k, count] of string.entries()) {
      const sort = this.sorts[k];
      if (!sort || count === 0) continue;
      cold += count * sort.coldVocV;
      hot += count * sort.hotVocV;
      isc = Math.max(isc, sort.iscA);
    }
    return [cold, hot, isc];
  }

  /** @returns kWh a year of one string with the door to itself */
  alone(string: StringOf): number {
    return this.look(string).alone;
  }

  iscA(string: StringOf): number {
    return this.look(string).iscA;
  }

  /** kWh a year of strings side by side, within the door's volts, amps and watts. */
  together(strings: readonly StringOf[]): number {
    if (strings.length === 0) return 0;
    const seen = strings.map((string) => this.look(string));
    const { weather, maxW, maxA } = this.door;
    let wh = 0;
    for (const [w, { hours }] of weather.entries()) {
      this.sum.fill(0);
      for (const { amps } of seen) {
        const own = amps[w] as Float32Array;
        for (let g = 0; g < GRID; g++) this.sum[g] = (this.sum[g] as number) + (own[g] as number);
      }
      wh += hours * Math.min(maxW, this.top(this.sum, maxA));
    }
    return wh / 1000;
  }

  /** Most watts over the grid, from the parabola through the best three. */
  private top(amps: Float64Array | Float32Array, maxA: number): number {
    const watts = (g: number) => (this.from + g * this.step) * Math.min(maxA, amps[g] as number);
    let [best, most] = [0, 0];
    for (let g = 0; g < GRID; g++) {
      const at = watts(g);
      if (at > most) [best, most] = [g, at];
    }
    // beyond an end there is no point, and nothing to bend
    const [a, c] = [watts(best - 1), watts(best + 1)];
    const bend = 2 * most - a - c;
    return bend > 0 ? most + (a - c) ** 2 / (8 * bend) : most;
  }

  private look(string: StringOf): Seen {
    const key = string.join();
    const known = this.seen.get(key);
    if (known) return known;
    const amps = this.door.weather.map((_, w) => this.overGrid(this.seriesIn(string, w)));
    const alone = this.door.weather.reduce(
      (sum, { hours }, w) => sum + (hours * this.top(amps[w] as Float32Array, Infinity)) / 1000,
      0,
    );
    const [coldVocV, , iscA] = this.extremes(string);
    const seen = { string, amps, alone, coldVocV, iscA };
    this.seen.set(key, seen);
    return seen;
  }

  private seriesIn(string: StringOf, weather: number): Series {
    return series(
      string.flatMap((count, k) =>
        Array.from({ length: count }, () => this.sections[weather]?.[k] ?? []).flat(),
      ),
    );
  }

  /** Amps over the grid of volts, by cubics through points of the curve and their slopes. */
  private overGrid(string: Series): Float32Array {
    const amps = new Float32Array(GRID);
    const [low, high] = [new Float64Array(3), new Float64Array(3)];
    const end = this.from + (GRID - 1) * this.step;
    let g = GRID - 1;
    const put = (from: Float64Array, to: Float64Array) => {
      // volts fall from one point to the next
      for (; g >= 0 && this.from + g * this.step >= (to[1] as number); g--)
        amps[g] = cubic(from, to, this.from + g * this.step);
    };
    const currents = [...(this.blocked ? [] : currentsBack(string, end)), ...currentsOf(string)];
    for (const [i, current] of currents.entries()) {
      pointAt(string, current, high);
      if (i === 0) {
        for (; g >= 0 && this.from + g * this.step > (high[1] as number); g--)
          amps[g] = this.blocked ? 0 : -FLOOD;
      } else put(low, high);
      low.set(high);
      if (g < 0) break;
    }
    for (; g >= 0; g--) amps[g] = low[0] as number;
    return amps;
  }
}

const at = new Float64Array(2);

/** Amps, volts and amps per volt of a string at a current. */
function pointAt(string: Series, current: number, into: Float64Array): void {
  seriesAt(string, current, at);
  into[0] = current;
  into[1] = at[0] as number;
  into[2] = 1 / (at[1] as number);
}

/** Currents back into a string until its volts pass the end of the grid, the largest first. */
function currentsBack(string: Series, endV: number): number[] {
  const back: number[] = [];
  for (let amps = 0.02; amps < 200; amps *= 1.7) {
    back.unshift(-amps);
    seriesAt(string, -amps, at);
    if ((at[0] as number) >= endV) break;
  }
  return back;
}

/** More than any string would take back: volts that high are never where power is best, A. */
const FLOOD = 1e4;

/** Hermite's cubic between two points of a curve. */
function cubic(from: Float64Array, to: Float64Array, volts: number): number {
  const [i0, v0, s0] = from as unknown as [number, number, number];
  const [i1, v1, s1] = to as unknown as [number, number, number];
  const span = v1 - v0;
  if (span === 0) return i1;
  const t = (volts - v0) / span;
  const u = 1 - t;
  const amps =
    i0 * u * u * (1 + 2 * t) + s0 * span * t * u * u + i1 * t * t * (1 + 2 * u) - s1 * span * t * t * u;
  // where a bypass begins to carry, the slopes are too far apart for a cubic
  return Math.min(Math.max(amps, Math.min(i0, i1)), Math.max(i0, i1));
}

/** kWh a year of one panel at its own best, with nothing in its way. */
export function ownKWh({ five }: Sort, door: Door): number {
  return door.weather.reduce(
    (sum, { wm2, cellC, hours }) => sum + (hours * pointsOf(atConditions(five, wm2, cellC)).pmpW) / 1000,
    0,
  );
}
