import { inOrder, saidOf, type CircuitPlan, type Stretch, type Supply, type Surroundings } from '../document';
import type { CableKind } from './ampacity';
import { bankFaultA, type Circuit } from './circuit';
import { circuitsOf, feedCircuits, TO_JOINT_M } from './circuits';
import type { Make } from './conductor';
import { endsOf } from './ends';
import { bondsOf, earthOf, type Bond } from './earth';
import { guardsOf, signalsOf, type Guard, type SignalLead } from './guards';
import { fillOf, leastCoverMm, pullOf, type PipeFill, type Pull } from './raceway';
import { arraysOf, runKey, type UseWires, type WiringScene } from './scene';
import { acUseCircuits, dcCircuits } from './useCircuits';
import { deviceOf, sizeCircuit, type Lying, type Wired } from './size';

export interface StretchFacts {
  id: string;
  plan: Stretch;
  /** Keys of the circuits that run through it. */
  circuits: string[];
  loaded: number;
  ambientC: number;
  fill: PipeFill | null;
  /** How it is pulled; null where there is no pipe. */
  pull: Pull | null;
  /** Least cover, mm; null where it is not buried. */
  coverMm: number | null;
}

export interface WiringFacts {
  wired: Wired[];
  /** The run that drops most of what it may. */
  worst: Wired | null;
  bankFaultA: number;
  stretches: StretchFacts[];
  /** Keys of what was said about circuits that are no more. */
  orphans: string[];
  bonds: Bond[];
  guards: Guard[];
  signals: SignalLead[];
  /** kWh a year lost in all runs whose current is known. */
  lostKWh: number;
  /** Of what each array makes, lost between its panels and its controller at full sun, %. */
  arrayDropPct: Record<string, number>;
  /** Of what leaves inverter and busbar, what the wires bring to the uses, 0–1. */
  reached: Record<Supply, number>;
  /** Of what each array sends in a year, kWh lost as far as the busbar. */
  arrayLostKWh: Record<string, number>;
}

/** Warmer than the air about it, K, and what is taken where that is not the air. Common practice; IEC 62548 for roofs. */
const WARMER: Readonly<Record<Surroundings, { of: 'outdoor' | 'room' | 'ground'; byK: number }>> = {
  panels: { of: 'outdoor', byK: 20 },
  roof: { of: 'outdoor', byK: 17 },
  wall: { of: 'outdoor', byK: 0 },
  indoors: { of: 'room', byK: 0 },
  attic: { of: 'outdoor', byK: 15 },
  insulation: { of: 'room', byK: 0 },
  trench: { of: 'ground', byK: 0 },
  bilge: { of: 'room', byK: 0 },
  engine: { of: 'room', byK: 0 },
};
/** Ground in summer at the depth of a trench; an engine space. Common practice. */
const [GROUND_C, ENGINE_C] = [25, 60];

/** Hottest that it gets about a run, °C. */
export function ambientOf(
  surroundings: Surroundings,
  { outdoorC, roomC }: Pick<WiringScene, 'outdoorC' | 'roomC'>,
): number {
  const { of, byK } = WARMER[surroundings];
  if (surroundings === 'engine') return Math.max(ENGINE_C, roomC);
  return (of === 'outdoor' ? outdoorC : of === 'room' ? roomC : GROUND_C) + byK;
}

/** How the circuits of a job are laid and said to be. */
interface Laid {
  circuits: readonly Circuit[];
  planOf: (circuit: Circuit) => CircuitPlan | null;
  within: ReadonlyMap<string, Together>;
}

function laidOf(scene: WiringScene, circuits: readonly Circuit[] = circuitsOf(scene)): Laid {
  const planOf = ({ key }: Circuit): CircuitPlan | null => saidOf(scene, key);
  return { circuits, planOf, within: sharing(circuits, planOf) };
}

/** One of them with its conductor. */
function wiredOne(circuit: Circuit, scene: WiringScene, { planOf, within }: Laid): Wired {
  const { wiring, school, units } = scene;
  const plan = planOf(circuit);
  const array = scene.arrays.find((each) => circuit.key === runKey('string', each));
  const lying = lyingOf(circuit, plan, scene, within);
  const warmest = lying.reduce((a, b) => (b.ambientC > a.ambientC ? b : a));
  const make: Make = {
    metal: plan?.metal ?? 'copper',
    flexible: circuit.flexible,
    tinned: tinned(circuit.insulation),
  };
  const device = deviceOf(circuit, school, array, plan);
  const limitPct = wiring.drop[circuit.drop].value * circuit.dropShare;
  const job = {
    circuit,
    school,
    units,
    lying,
    make,
    limitPct,
    pricePerMm2M: wiring.price.value,
    device,
    sideSaid: (plan?.side ?? null) !== null && (plan?.path.length ?? 0) > 0,
  };
  return {
    circuit,
    ends: endsOf(circuit, scene),
    plan,
    lengthM: lying.reduce((sum, { lengthM }) => sum + lengthM, 0),
    routed: (plan?.path.length ?? 0) > 0,
    guessed:
      plan && plan.path.length > 0
        ? plan.path.some((id) => wiring.stretches[id]?.length.from === 'guess')
        : circuit.kind !== 'string' && wiring.lengths[circuit.run].from === 'guess',
    ambientC: warmest.ambientC,
    warmest: warmest.surroundings,
    make,
    device,
    limitPct,
    job,
    ...sizeCircuit(job, plan),
  };
}

/** What drops between the panels of an array and its controller, %: of unlike inputs, of the one that drops most. */
const dropOf = (id: string, { arrays }: WiringScene, wired: readonly Wired[]): number =>
  Math.max(
    0,
    ...arrays
      .filter((array) => array.id === id)
      .map((array) => {
        const keys = [runKey('feed', array), runKey('string', array)];
        return wired.reduce(
          (sum, { circuit, chosen }) => sum + (keys.includes(circuit.key) ? chosen.dropPct : 0),
          0,
        );
      }),
  );

/** Some circuits wired; of the others only those matter that lie in a stretch with them. */
function wiredAlone(scene: WiringScene, some: readonly Circuit[]): Wired[] {
  const own = new Set(some.map(({ key }) => key));
  const routed = Object.entries(scene.wiring.circuits).some(
    ([key, { path }]) => path.length > 0 && !own.has(key),
  );
  const laid = laidOf(scene, routed ? circuitsOf(scene) : some);
  return some.map((circuit) => wiredOne(circuit, scene, laid));
}

/** Watts of all arrays on a controller. */
const wattsOn = ({ arrays }: WiringScene, controller: string): number =>
  arrays.reduce((sum, { controllerId, watts }) => sum + (controllerId === controller ? watts : 0), 0);

/**
 * What drops at full sun between each array and the busbar, %, by its id: in its own wires, and in the lead of its
 * controller. It follows from no energy, so that what is made can follow from it.
 */
export function arrayDrops(scene: WiringScene): Record<string, number> {
  const wired = wiredAlone(scene, feedCircuits(scene));
  return Object.fromEntries(
    scene.arrays.map(({ id, controllerId }) => {
      const lead = wired.find(({ circuit }) => circuit.key === `charge-${controllerId}`);
      const sunA = wattsOn(scene, controllerId) / Math.max(1, scene.bank.volts);
      const most = lead?.circuit.amps ?? 0;
      const inLead = lead && most > 0 ? lead.chosen.dropPct * Math.min(1, sunA / most) : 0;
      return [id, dropOf(id, scene, wired) + inLead];
    }),
  );
}

/** Sides of the uses by the kinds of their runs. */
const SIDES: Partial<Record<Circuit['kind'], Supply>> = { ac: 'ac', dc: 'dc', 'dc-feed': 'dc' };

/**
 * Of what leaves the inverter, or the busbar for the uses on DC, what the wires bring to the uses, 0–1, as energy of a
 * year. It follows from what the uses take themselves, so that what is taken from the bank can follow from it.
 */
export const usesReached = (scene: WiringScene): Record<Supply, number> =>
  reachOf(scene, wiredAlone(scene, [...acUseCircuits(scene), ...dcCircuits(scene)]));

function reachOf(scene: WiringScene, wired: readonly Wired[]): Record<Supply, number> {
  const lost = { ac: 0, dc: 0 };
  for (const { circuit, chosen } of wired) {
    const side = SIDES[circuit.kind];
    if (side) lost[side] += chosen.lostKWh ?? 0;
  }
  const reached = (uses: readonly UseWires[], lostKWh: number) => {
    const kWh = uses.reduce((sum, { yearWh }) => sum + yearWh, 0) / 1000;
    return kWh > 0 ? kWh / (kWh + lostKWh) : 1;
  };
  return { ac: reached(scene.acUses, lost.ac), dc: reached(scene.dcUses, lost.dc) };
}

/** Every circuit of a job, wired. */
export function computeWiring(scene: WiringScene): WiringFacts {
  const { wiring, school, units } = scene;
  const laid = laidOf(scene);
  const { circuits, within } = laid;
  const wired = circuits.map((circuit) => wiredOne(circuit, scene, laid));
  const known = new Set(circuits.map(({ key }) => key));
  const share = (each: Wired) => each.chosen.dropPct / each.limitPct;
  const panels = scene.arrays.reduce((sum, array) => sum + array.panels, 0);
  return {
    wired,
    worst: wired.length > 0 ? wired.reduce((a, b) => (share(b) > share(a) ? b : a)) : null,
    bankFaultA: bankFaultA(scene),
    stretches: inOrder(wiring.stretches).map(([id, plan]) => stretchFacts(id, plan, wired, scene, within)),
    orphans: Object.keys(wiring.circuits).filter((key) => !known.has(key)),
    bonds: bondsOf(
      school,
      units,
      scene.kind === 'boat' || scene.kind === 'trailer' ? scene.kind : 'land',
      panels,
      arraysOf(scene, false).length,
      scene.inverter !== null,
    ),
    guards: guardsOf(scene, wired),
    signals: signalsOf(scene, wired),
    lostKWh: wired.reduce((sum, { chosen }) => sum + (chosen.lostKWh ?? 0), 0),
    arrayDropPct: Object.fromEntries(scene.arrays.map(({ id }) => [id, dropOf(id, scene, wired)])),
    reached: reachOf(scene, wired),
    arrayLostKWh: Object.fromEntries(
      arraysOf(scene).map((id) => {
        const own = scene.arrays.filter((array) => array.id === id);
        const controllerId = own[0]?.controllerId ?? '';
        const lead = wired.find(({ circuit }) => circuit.key === `charge-${controllerId}`);
        const watts = own.reduce((sum, array) => sum + array.watts, 0);
        const inLead = ((lead?.chosen.lostKWh ?? 0) * watts) / Math.max(1, wattsOn(scene, controllerId));
        return [
          id,
          wired.reduce(
            (sum, { circuit, chosen }) => sum + (circuit.array === id ? (chosen.lostKWh ?? 0) : 0),
            inLead,
          ),
        ];
      }),
    ),
  };
}

/** Boats are wired with tinned copper, and so is what lies out in the weather. */
const tinned = (insulation: CableKind): boolean => insulation === 'marine' || insulation === 'solar';

interface Together {
  circuits: number;
  conductors: number;
  keys: string[];
}

/** What lies together in each stretch. */
function sharing(
  circuits: readonly Circuit[],
  planOf: (circuit: Circuit) => CircuitPlan | null,
): ReadonlyMap<string, Together> {
  const within = new Map<string, Together>();
  for (const circuit of circuits)
    for (const stretch of planOf(circuit)?.path ?? []) {
      const there = within.get(stretch) ?? { circuits: 0, conductors: 0, keys: [] };
      const side = planOf(circuit)?.side?.value ?? 1;
      within.set(stretch, {
        circuits: there.circuits + circuit.many * side,
        conductors: there.conductors + circuit.many * circuit.loaded * side,
        keys: [...there.keys, circuit.key],
      });
    }
  return within;
}

/** A circuit stretch by stretch; where nobody routed it, its usual length as it usually lies. */
function lyingOf(
  circuit: Circuit,
  plan: CircuitPlan | null,
  scene: WiringScene,
  within: ReadonlyMap<string, Together>,
): Lying[] {
  const { wiring } = scene;
  const routed = (plan?.path ?? []).flatMap((id): Lying[] => {
    const stretch = wiring.stretches[id];
    const together = within.get(id);
    return stretch && together
      ? [
          {
            lengthM: stretch.length.value,
            surroundings: stretch.surroundings,
            piped: stretch.raceway !== 'none',
            ambientC: stretch.ambient?.value ?? ambientOf(stretch.surroundings, scene),
            circuits: together.circuits,
            conductors: together.conductors,
          },
        ]
      : [];
  });
  if (routed.length > 0) return routed;
  const { surroundings, piped } = circuit.lies;
  // alike ones lie side by side
  const many = circuit.kind === 'feed' ? circuit.many : 1;
  return [
    {
      lengthM: circuit.kind === 'string' ? TO_JOINT_M : wiring.lengths[circuit.run].value,
      surroundings,
      piped,
      ambientC: ambientOf(surroundings, scene),
      circuits: many,
      conductors: many * circuit.loaded,
    },
  ];
}

function stretchFacts(
  id: string,
  plan: Stretch,
  wired: readonly Wired[],
  scene: WiringScene,
  within: ReadonlyMap<string, Together>,
): StretchFacts {
  const { school, units } = scene;
  const together = within.get(id);
  const through = wired.filter(({ circuit }) => together?.keys.includes(circuit.key));
  const earthMm2 = (each: Wired): number => {
    const earth = earthOf(each, school, units);
    return earth ? (Math.PI * earth.outerMm ** 2) / 4 : 0;
  };
  const fill =
    plan.raceway === 'none' || through.length === 0 ? null : fillOf(through, earthMm2, plan.raceway, units);
  return {
    id,
    plan,
    circuits: together?.keys ?? [],
    loaded: together?.conductors ?? 0,
    ambientC: plan.ambient?.value ?? ambientOf(plan.surroundings, scene),
    fill,
    pull:
      fill &&
      pullOf(
        fill,
        plan.length.value,
        plan.bends?.value ?? null,
        through.some(({ circuit }) => circuit.kind === 'feed' || circuit.kind === 'string'),
      ),
    coverMm: plan.surroundings === 'trench' ? leastCoverMm(plan, school === 'north-american') : null,
  };
}
