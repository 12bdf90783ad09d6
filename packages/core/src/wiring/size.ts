import type { CircuitPlan, School, Surroundings } from '../document';
import { ampacity, thinLimit, type Ampacity, type Laid } from './ampacity';
import type { Circuit } from './circuit';
import { conductor, METAL_COSTS, ohmPerMetre, sizesOf, type Conductor, type Make } from './conductor';
import { deviceFor, type Device } from './device';
import type { Ends } from './ends';
import type { ArrayWires } from './scene';

/** What fixes a size: the drop, the amps it carries as it is laid, what protects it, its strength, a short, or a person. */
export type Governs = 'drop' | 'ampacity' | 'protection' | 'strength' | 'short' | 'typed';

/** A size tried on a circuit. */
export interface Tried {
  size: Conductor;
  /** Conductors for one pole. */
  side: number;
  /** Of all that lie side by side, the least of its stretches. */
  ampacity: Ampacity;
  carriesA: number;
  dropV: number;
  dropPct: number;
  /** Lost in a year, kWh, in all that are alike; null while unknown. */
  lostKWh: number | null;
  /** What it falls short of. */
  fails: readonly Governs[];
}

export interface Wired {
  circuit: Circuit;
  /** The parts it joins; null of one within a part. */
  ends: Ends | null;
  plan: CircuitPlan | null;
  /** One way, m, and whether somebody routed it. */
  lengthM: number;
  routed: boolean;
  /** True where its length is only guessed. */
  guessed: boolean;
  /** Where it is warmest. */
  ambientC: number;
  warmest: Surroundings;
  make: Make;
  chosen: Tried;
  /** What its size follows from; and the smallest that would do, where somebody chose another. */
  governs: Governs;
  least: Tried | null;
  job: Job;
  device: Device | null;
  limitPct: number;
}

/** One stretch as a circuit lies in it. */
export interface Lying extends Laid {
  lengthM: number;
}

/** Thinnest that stands the work, mm². Common practice: 4 mm² or 12 AWG for panels; NEC 14 AWG; IEC 1.5 mm². */
function strongFrom({ kind }: Circuit, school: School, units: 'metric' | 'imperial'): number {
  if (kind === 'string' || kind === 'feed') return units === 'imperial' ? 3.3 : 4;
  if (kind === 'bank' || kind === 'links' || kind === 'inverter') return units === 'imperial' ? 5.2 : 6;
  return school === 'north-american' ? 2 : 1.3;
}
/** Aluminium is not laid thinner. Common practice. */
const ALUMINIUM_FROM = 13;
/** Conductors are put side by side from this size on. @source NEC 310.10(G): 1/0 AWG; the same elsewhere */
export const SIDE_FROM_MM2 = 50;
const MOST_SIDE = 4;

/** Heat that copper in PVC bears in a short, A·√s/mm². @source IEC 60364-5-54 (from memory) */
const [K_COPPER, K_ALUMINIUM] = [115, 76];
/** A fuse that limits opens within, s. Common practice. */
const OPENS_S = 0.01;

/** Metal may be as warm as its insulation allows. */
const METAL_MOST: Readonly<Record<Circuit['insulation'], number>> = {
  solar: 90,
  building: 70,
  lead: 70,
  marine: 105,
};
/** The American table of resistance is read at this. */
const NEC_WARM_C = 75;

/** Everything about how a circuit is laid that a size is judged by. */
export interface Job {
  circuit: Circuit;
  school: School;
  units: 'metric' | 'imperial';
  lying: readonly Lying[];
  make: Make;
  limitPct: number;
  pricePerMm2M: number;
  device: Device | null;
  /** True where the number side by side is said, and its stretches count them. */
  sideSaid: boolean;
}

/** Metres of conductor that the current goes through, out and back. */
export const loopM = ({ returnM, ac, loaded }: Circuit, lengthM: number): number =>
  // three phases that share alike return nothing through the neutral
  ac && loaded === 3 ? Math.sqrt(3) * lengthM : 2 * lengthM + returnM;

/** One size, so many side by side, on a circuit. */
export function trySize(of: Job, size: Conductor, side: number): Tried {
  const { circuit, school, lying, make, limitPct, device } = of;
  // conductors side by side lie together; where somebody said how many, their stretches count them already
  const more = of.sideSaid ? 1 : side;
  const each = lying.map((laid) =>
    ampacity(school, size, circuit.insulation, make.metal, {
      ...laid,
      circuits: laid.circuits * more,
      conductors: laid.conductors * more,
    }),
  );
  const worst = each.reduce((a, b) => (b.amps < a.amps ? b : a));
  const carriesA = Math.min(worst.amps, worst.terminalA) * side;
  const lengthM = lying.reduce((sum, laid) => sum + laid.lengthM, 0);
  const hot = Math.max(...lying.map(({ ambientC }) => ambientC));
  // as warm as its current makes it
  const most = METAL_MOST[circuit.insulation];
  const load = Math.min(1, circuit.amps / Math.max(1e-9, worst.amps * side));
  const warmC = school === 'north-american' ? NEC_WARM_C : Math.min(most, hot + (most - hot) * load ** 2);
  const ohm = (ohmPerMetre(size, make, warmC) / side) * loopM(circuit, lengthM);
  const dropV = circuit.amps * ohm;
  const dropPct = (100 * dropV) / circuit.volts;
  const needA = device?.amps ?? circuit.mostA;
  const area = size.areaMm2 * side;
  const thin =
    circuit.kind === 'string' || circuit.kind === 'feed' ? Infinity : thinLimit(school, size) * side;
  const k = make.metal === 'aluminium' ? K_ALUMINIUM : K_COPPER;
  const shortMm2 = (circuit.faultA * Math.sqrt(OPENS_S)) / k;
  const strong = Math.max(
    strongFrom(circuit, school, of.units),
    make.metal === 'aluminium' ? ALUMINIUM_FROM : 0,
  );
  const fails: Governs[] = [];
  if (size.areaMm2 < strong) fails.push('strength');
  if (area < shortMm2) fails.push('short');
  if (
    worst.terminalA * side < circuit.mostA * circuit.factor - 1e-9 ||
    worst.amps * side < circuit.mostA - 1e-9
  )
    fails.push('ampacity');
  if (carriesA < needA - 1e-9 || thin < (device?.amps ?? 0)) fails.push('protection');
  if (dropPct > limitPct + 1e-9) fails.push('drop');
  return {
    size,
    side,
    ampacity: worst,
    carriesA,
    dropV,
    dropPct,
    lostKWh: circuit.squareHours === null ? null : (circuit.squareHours * ohm * circuit.many) / 1000,
    fails,
  };
}

type Step = readonly [size: Conductor, side: number];

/** Sizes from the smallest, and then so many side by side where that is more than the largest. */
function stepsOf(units: 'metric' | 'imperial', side: number | null): readonly Step[] {
  const sizes = sizesOf(units);
  if (side !== null) return sizes.map((size): Step => [size, side]);
  const largest = sizes.at(-1)?.areaMm2 ?? 0;
  const many = sizes
    .filter(({ areaMm2 }) => areaMm2 >= SIDE_FROM_MM2)
    .flatMap((size) => Array.from({ length: MOST_SIDE - 1 }, (_, i): Step => [size, i + 2]))
    .filter(([size, n]) => size.areaMm2 * n > largest)
    .sort(([a, n], [b, m]) => a.areaMm2 * n - b.areaMm2 * m || n - m);
  return [...sizes.map((size): Step => [size, 1]), ...many];
}
const LADDERS = new Map<string, readonly Step[]>();
/** The same, made once for each system and number side by side. */
function ladder(units: 'metric' | 'imperial', side: number | null): readonly Step[] {
  const key = `${units} ${side}`;
  const known = LADDERS.get(key) ?? stepsOf(units, side);
  LADDERS.set(key, known);
  return known;
}

const GRAVEST: readonly Governs[] = ['drop', 'ampacity', 'protection', 'short', 'strength'];

/** Metres of conductor on the routes of all that are alike, without ends and slack. */
function metresOf({ circuit, lying }: Job, side: number): number {
  const lengthM = lying.reduce((sum, laid) => sum + laid.lengthM, 0);
  return (circuit.wires * lengthM + circuit.returnM) * circuit.many * side;
}

const moneyOf = (of: Job, { size, side }: Pick<Tried, 'size' | 'side'>): number =>
  metresOf(of, side) * size.areaMm2 * METAL_COSTS[of.make.metal] * of.pricePerMm2M;

/** The smallest that does, what it follows from, and the sizes above it. */
export function sizeCircuit(of: Job, plan: CircuitPlan | null): Pick<Wired, 'chosen' | 'governs' | 'least'> {
  const tries: Tried[] = [];
  let least: Tried | null = null;
  let governs: Governs = 'strength';
  const steps = ladder(of.units, plan?.side?.value ?? null);
  for (const [size, side] of steps) {
    const tried = trySize(of, size, side);
    tries.push(tried);
    if (tried.fails.length === 0) {
      least = tried;
      break;
    }
    // what the last one below fell short of is what the size follows from
    governs = GRAVEST.find((cause) => tried.fails.includes(cause)) ?? governs;
  }
  if (least && tries.length === 1) governs = 'strength';
  const typed = plan?.size ? trySize(of, conductor(plan.size), plan.side?.value ?? 1) : null;
  const chosen = typed ?? least ?? (tries.at(-1) as Tried);
  return { chosen, governs: typed ? 'typed' : governs, least };
}

export interface Larger extends Tried {
  metres: number;
  /** Beyond what the chosen one costs, and of what it loses in a year, kWh; null while unknown. */
  moreMoney: number;
  savesKWh: number | null;
}

/** The next three sizes up from the chosen one. */
export function largerOf({ job: of, plan, chosen }: Wired): Larger[] {
  const area = chosen.size.areaMm2 * chosen.side;
  return ladder(of.units, plan?.side?.value ?? null)
    .filter(([size, side]) => size.areaMm2 * side > area + 1e-9)
    .slice(0, 3)
    .map(([size, side]) => trySize(of, size, side))
    .map((tried) => ({
      ...tried,
      metres: metresOf(of, tried.side),
      moreMoney: moneyOf(of, tried) - moneyOf(of, chosen),
      savesKWh: tried.lostKWh !== null && chosen.lostKWh !== null ? chosen.lostKWh - tried.lostKWh : null,
    }));
}

/** What stands before a circuit as it is laid. */
export const deviceOf = (
  circuit: Circuit,
  school: School,
  array: ArrayWires | undefined,
  plan: CircuitPlan | null,
): Device | null => deviceFor(circuit, school, array, plan?.fuse?.value ?? null);
