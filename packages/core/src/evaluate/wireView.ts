import { onFacts, type Facts } from '../calculate';
import type { School, Supply, Surroundings } from '../document';
import { remembered } from '../memo';
import type { UnitSystem } from '../units';
import {
  bareEnds,
  coloursOf,
  earthOf,
  largerOf,
  meetingsOf,
  type BareEnd,
  type Bond,
  type CableLine,
  type CircuitKind,
  type Device,
  type Ends,
  type Governs,
  type Guard,
  type Meeting,
  type SignalLead,
  type SmallPart,
  type StretchFacts,
  type Wired,
} from '../wiring';

/** A size on a run, as its table shows it. */
export interface SizeRow {
  size: string;
  side: number;
  dropPct: number;
  carriesA: number;
  /** Of conductor, m. */
  metres: number;
  /** Beyond the chosen one, in the money one pays with, and kWh a year; null while unknown. */
  moreMoney: number;
  savesKWh: number | null;
  /** What it carries over what flows: room to grow, ×. */
  room: number;
}

export interface WireRun {
  key: string;
  kind: CircuitKind;
  /** "input 2", of an array whose inputs are not alike. */
  on: string;
  name: string;
  from: string;
  to: string;
  /** Parts of the drawing that it joins. */
  ends: Ends | null;
  ac: boolean;
  many: number;
  wires: number;
  lengthM: number;
  routed: boolean;
  /** True where its length is only guessed. */
  guessed: boolean;
  /** The usual length that it takes, where nobody routed it. */
  run: string;
  amps: number;
  mostA: number;
  highV: number;
  size: string;
  side: number;
  metal: string;
  typed: boolean;
  least: string | null;
  governs: Governs;
  dropV: number;
  dropPct: number;
  limitPct: number;
  carriesA: number;
  ambientC: number;
  warmest: Surroundings;
  fails: readonly Governs[];
  device: Device | null;
  /** Whether what protects it opens before the main fuse, by half of its amps; null where it is not behind it. */
  opensFirst: boolean | null;
  /** Protective conductor; null where there is none. */
  earth: string | null;
  colours: { role: string; colour: string }[];
  lostKWh: number | null;
  /** How it is plugged, from the panels on; empty where nobody said. */
  meetings: Meeting[];
  larger: SizeRow[];
}

export interface WirePicture {
  runs: WireRun[];
  stretches: (Omit<StretchFacts, 'plan' | 'fill'> & {
    fill: { conductors: number; pipe: string | null; share: number } | null;
  })[];
  bonds: { what: string; size: string | null; many: number | null; about: string }[];
  cables: CableLine[];
  parts: SmallPart[];
  guards: Guard[];
  /** Ends of wires without a fuse before them. */
  bare: BareEnd[];
  signals: SignalLead[];
  /** Lost between panels and controller of each array, % of its year, typed or as its wires come out; null before that is known. */
  lossPct: Record<string, number | null>;
  /** What the wires bring to the uses on each side, %, as typed or as they come out. */
  reachPct: Record<Supply, number>;
}

/** The wires as their sheet shows them. */
export const wireView = onFacts('wires as their sheet shows them', (facts: Facts): WirePicture => {
  const { wiring, takeOff, design } = facts;
  const mainA = wiring.wired.find(({ circuit }) => circuit.kind === 'bank')?.device?.amps ?? null;
  return {
    runs: wiring.wired.map((wired) => runOf(wired, design.school, design.units, mainA)),
    stretches: wiring.stretches.map(({ plan: _, fill, ...rest }) => ({
      ...rest,
      fill: fill && { conductors: fill.conductors, pipe: fill.pipe?.name ?? null, share: fill.share },
    })),
    bonds: wiring.bonds.map((bond: Bond) => ({ ...bond, size: bond.size?.name ?? null })),
    cables: takeOff.cables,
    parts: [...takeOff.parts, ...routeParts(wiring), ...guardParts(wiring)],
    guards: wiring.guards,
    bare: bareEnds(design.school, wiring.wired),
    signals: wiring.signals,
    reachPct: { ac: 100 * facts.loads.reach.ac, dc: 100 * facts.loads.reach.dc },
    lossPct: Object.fromEntries(facts.arrays.map(({ id, plan }) => [id, plan.wiring?.value ?? null])),
  };
});

/** Pipe, tape and boxes of the stretches; whole metres, as they are cut. */
function routeParts({ stretches }: Facts['wiring']): SmallPart[] {
  const counts = new Map<string, number>();
  const add = (what: string, many: number) => {
    if (many > 0) counts.set(what, (counts.get(what) ?? 0) + many);
  };
  for (const { plan, fill, pull } of stretches) {
    const metres = Math.ceil(plan.length.value - 1e-9);
    if (fill?.pipe) add(`metres of ${plan.raceway} pipe ${fill.pipe.name}`, metres);
    if (pull) add('boxes to pull from', pull.points);
    if (plan.surroundings === 'trench') add('metres of warning tape', metres);
  }
  return [...counts].map(([what, many]) => ({ what, many }));
}

const guardParts = ({ guards, signals }: Facts['wiring']): SmallPart[] => [
  ...guards.map(({ what, many }) => ({ what, many })),
  ...signals.map(({ what, kind, lengthM }) => ({
    what: `metres of lead for ${what}: ${kind}`,
    many: Math.ceil(lengthM + 1),
  })),
];

/** Runs whose current comes through the main fuse, and what it must be to open first: half of it. Common practice. */
const BEHIND_MAIN: ReadonlySet<CircuitKind> = new Set(['charge', 'inverter', 'dc-feed', 'dc']);

const runOf = remembered(
  'a run as its sheet shows it',
  (wired: Wired, school: School, units: UnitSystem, mainA: number | null): WireRun => {
    const { circuit, chosen, plan, least, device, make } = wired;
    return {
      key: circuit.key,
      kind: circuit.kind,
      on: circuit.on,
      name: circuit.name,
      from: circuit.from,
      to: circuit.to,
      ends: wired.ends,
      ac: circuit.ac,
      many: circuit.many,
      wires: circuit.wires,
      lengthM: wired.lengthM,
      routed: wired.routed,
      guessed: wired.guessed,
      run: circuit.run,
      amps: circuit.amps,
      mostA: circuit.mostA,
      highV: circuit.highV,
      size: chosen.size.name,
      side: chosen.side,
      metal: make.metal,
      typed: Boolean(plan?.size),
      least: least?.size.name ?? null,
      governs: wired.governs,
      dropV: chosen.dropV,
      dropPct: chosen.dropPct,
      limitPct: wired.limitPct,
      carriesA: chosen.carriesA,
      ambientC: wired.ambientC,
      warmest: wired.warmest,
      fails: chosen.fails,
      device,
      opensFirst: device && mainA !== null && BEHIND_MAIN.has(circuit.kind) ? device.amps <= mainA / 2 : null,
      earth: earthOf(wired, school, units)?.name ?? null,
      colours: coloursOf(circuit, school),
      lostKWh: chosen.lostKWh,
      meetings: plan?.plugs ? meetingsOf(plan.plugs) : [],
      larger: largerOf(wired).map((tried) => ({
        size: tried.size.name,
        side: tried.side,
        dropPct: tried.dropPct,
        carriesA: tried.carriesA,
        metres: tried.metres,
        moreMoney: tried.moreMoney,
        savesKWh: tried.savesKWh,
        room: tried.carriesA / Math.max(1e-9, circuit.mostA),
      })),
    };
  },
);
