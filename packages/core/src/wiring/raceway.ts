import type { Raceway, Stretch } from '../document';
import { MM2_PER_IN2 } from './conductor';
import type { Wired } from './size';

/** A pipe as it is sold. */
export interface Pipe {
  name: string;
  insideMm2: number;
}

const inch = (rows: readonly (readonly [string, number])[]): readonly Pipe[] =>
  rows.map(([name, in2]) => ({ name: `${name} in`, insideMm2: in2 * MM2_PER_IN2 }));
const round = (rows: readonly (readonly [number, number])[]): readonly Pipe[] =>
  rows.map(([outer, inner]) => ({ name: `${outer} mm`, insideMm2: (Math.PI * inner ** 2) / 4 }));

/** Total area inside. @source NEC chapter 9 table 4: PVC schedule 40 and EMT (from memory) */
const AMERICAN = {
  plastic: inch([
    ['1/2', 0.285],
    ['3/4', 0.508],
    ['1', 0.832],
    ['1 1/4', 1.453],
    ['1 1/2', 1.986],
    ['2', 3.291],
  ]),
  steel: inch([
    ['1/2', 0.304],
    ['3/4', 0.533],
    ['1', 0.864],
    ['1 1/4', 1.496],
    ['1 1/2', 2.036],
    ['2', 3.356],
  ]),
};
/** Outer and inner diameter, mm. @source IEC 61386 outer sizes; walls common practice, from memory */
const METRIC = round([
  [16, 13],
  [20, 16.9],
  [25, 21.4],
  [32, 27.8],
  [40, 35.4],
  [50, 44.3],
  [63, 56.5],
  [75, 67],
  [90, 81],
  [110, 99],
]);

/** Share that conductors may fill. @source NEC chapter 9 table 1 (from memory); followed elsewhere as common practice */
export const mayFill = (conductors: number): number =>
  conductors <= 1 ? 0.53 : conductors === 2 ? 0.31 : 0.4;

/** Three of one size wedge where the pipe is so many times as wide as one. @source NEC chapter 9 table 1, note (from memory) */
const JAMS = [2.8, 3.2] as const;

/** Sheath of solar cable beyond a plain core, mm. Common practice. */
const SOLAR_SHEATH_MM = 1.2;

export const outerMm2 = ({ chosen, circuit }: Pick<Wired, 'chosen' | 'circuit'>): number => {
  const outer = chosen.size.outerMm + (circuit.insulation === 'solar' ? SOLAR_SHEATH_MM : 0);
  return (Math.PI * outer ** 2) / 4;
};

export interface PipeFill {
  conductors: number;
  filledMm2: number;
  /** The smallest that holds them; null where none sold does. */
  pipe: Pipe | null;
  share: number;
  /** True where three alike may wedge on the pull. */
  jams: boolean;
}

/** What lies in a pipe, and the pipe that holds it. @param earthMm2 of a protective conductor for each circuit */
export function fillOf(
  wired: readonly Wired[],
  earthMm2: (wired: Wired) => number,
  raceway: Exclude<Raceway, 'none'>,
  units: 'metric' | 'imperial',
): PipeFill {
  let [conductors, filledMm2] = [0, 0];
  for (const each of wired) {
    const { circuit, chosen } = each;
    const many = circuit.wires * circuit.many * chosen.side;
    conductors += many;
    filledMm2 += many * outerMm2(each);
  }
  // one protective conductor serves all in a pipe, the largest
  const earth = Math.max(0, ...wired.map(earthMm2));
  if (earth > 0) {
    conductors += 1;
    filledMm2 += earth;
  }
  const sizes = units === 'imperial' ? AMERICAN[raceway] : METRIC;
  const pipe = sizes.find(({ insideMm2 }) => filledMm2 <= insideMm2 * mayFill(conductors) + 1e-6) ?? null;
  const inner = pipe ? Math.sqrt((4 * pipe.insideMm2) / Math.PI) : 0;
  const outer = wired[0] ? Math.sqrt((4 * outerMm2(wired[0])) / Math.PI) : 1;
  return {
    conductors,
    filledMm2,
    pipe,
    share: pipe ? filledMm2 / pipe.insideMm2 : 1,
    jams: conductors === 3 && inner / outer >= JAMS[0] && inner / outer <= JAMS[1],
  };
}

export interface Pull {
  /** Quarter bends on the way, counted or as usual. */
  bends: number;
  /** Boxes or holes to pull from, between its ends. */
  points: number;
  /** False where a panel's plug does not pass beside what lies in the pipe, so that it goes on after the pull; null where none comes through. */
  plugsPass: boolean | null;
}

/** Pulled in one go at most, m; a plug for panels with its collar, mm; bends of a pipe that nobody counted. Common practice. */
const [PULL_M, PLUG_MM, USUAL_BENDS] = [30, 20, 2];
/** Quarter bends between two places to pull from, at most. @source NEC 352.26, 358.26: 360° (from memory) */
const MOST_BENDS = 4;

/**
 * How a stretch in a pipe is pulled.
 * @param bends quarter bends; null where nobody counted @param plugged true where leads of panels come through it
 */
export function pullOf(
  { pipe, filledMm2 }: PipeFill,
  lengthM: number,
  bends: number | null,
  plugged: boolean,
): Pull {
  const insideMm = pipe ? Math.sqrt((4 * pipe.insideMm2) / Math.PI) : 0;
  const bundleMm = Math.sqrt((4 * filledMm2) / Math.PI);
  return {
    bends: bends ?? USUAL_BENDS,
    points: Math.max(
      0,
      Math.ceil(lengthM / PULL_M - 1e-9) - 1,
      Math.ceil((bends ?? USUAL_BENDS) / MOST_BENDS) - 1,
    ),
    plugsPass: plugged ? insideMm >= PLUG_MM + bundleMm : null,
  };
}

/** Least cover over what is buried, mm. @source NEC table 300.5 in North America: cable 24 in, plastic pipe 18, steel 6, under a drive 18 at least (from memory); elsewhere 0.6 m, under traffic 0.8 m (common practice) */
export function leastCoverMm(
  { raceway, traffic }: Pick<Stretch, 'raceway' | 'traffic'>,
  american: boolean,
): number {
  if (!american) return traffic ? 800 : 600;
  const inches = raceway === 'steel' ? 6 : raceway === 'plastic' ? 18 : 24;
  return (traffic ? Math.max(18, inches) : inches) * 25.4;
}
