import type { DropKind, RunKind, Surroundings } from '../document';
import type { CableKind } from './ampacity';
import type { WiringScene } from './scene';

export type CircuitKind =
  | 'string'
  | 'feed'
  | 'charge'
  | 'links'
  | 'bank'
  | 'inverter'
  | 'panel'
  | 'ac'
  | 'dc-feed'
  | 'dc'
  | 'source'
  | 'charger'
  | 'own';

/** What protects a circuit: nothing, where its source cannot overload it; a fuse of a string; one at the bank; a breaker. */
export type Protection = 'none' | 'string' | 'bank' | 'breaker';

/** What joins strings side by side: of two that cannot harm each other, and of others. */
export const [BRANCHED, COMBINER] = ['branch connectors', 'combiner'] as const;

/** A circuit as the design asks for it, before any wire is chosen. */
export interface Circuit {
  key: string;
  kind: CircuitKind;
  /** The array whose panels it comes from; null of what does not. */
  array: string | null;
  /** Of strings, the largest fuse that those bear which the others could harm; null where there are none. */
  mostFuseA: number | null;
  /** Of such a run "input 2", where its array has others that are strung otherwise; else nothing. */
  on: string;
  name: string;
  from: string;
  to: string;
  ac: boolean;
  /** How many there are alike. */
  many: number;
  /** Conductors of one of them, and those of them that carry current. */
  wires: number;
  loaded: number;
  /** Volts that its drop is a share of, and the most between two of its conductors. */
  volts: number;
  highV: number;
  /** While it works, and the most it carries for hours, before any factor. */
  amps: number;
  mostA: number;
  /** Of `mostA`, what device and terminals must bear. */
  factor: number;
  /** For the instant that its motor starts; 0 where none does. */
  startA: number;
  run: RunKind;
  drop: DropKind;
  /** Of that limit, what this run may take, 0–1. */
  dropShare: number;
  /** Metres beside the route on one conductor: the return of a row. */
  returnM: number;
  insulation: CableKind;
  flexible: boolean;
  protection: Protection;
  /** Where what protects it stands. */
  at: string;
  /** Amps that the other side can give into a short of it; 0 where its source cannot harm it. */
  faultA: number;
  /** How it lies where it has no route. */
  lies: { surroundings: Surroundings; piped: boolean };
  /** Amps squared by hours of a year, of one. */
  squareHours: number | null;
  /** Place in the design of what it belongs to, and the sheet that shows it. */
  about: string;
}

/** Continuous duty. @source NEC 215.2, 690.8(B), 690.9(B); elsewhere a device that does not trip when warm (common practice) */
export const CONTINUOUS = 1.25;
/** Behind a fuse that limits it, amps of a short of the bank. Common practice. */
export const BEHIND_MAIN_A = 2000;
/** The same behind the fuse of a fuse block and its leads. Common practice. */
const BEHIND_BLOCK_A = 1000;
/** Of what an array may drop, what its strings may take to where they are joined; of what a bank may, each side of its busbar. */
export const [STRINGS_SHARE, BANK_SHARE] = [0.25, 0.5];
/** Amps that a bank without a figure gives, for each of its amp-hours. Common practice; careful. */
export const FAULT_PER_AH = 20;
/** Amps the whole bank gives into a short. */
export const bankFaultA = ({ wiring, bank }: WiringScene): number =>
  wiring.fault?.value ?? FAULT_PER_AH * bank.stringAh * bank.parallel;

/** What most circuits have in common. */
export const plain = {
  array: null,
  on: '',
  ac: false,
  many: 1,
  wires: 2,
  loaded: 2,
  returnM: 0,
  flexible: true,
  protection: 'bank' as Protection,
  dropShare: 1,
  factor: CONTINUOUS,
  startA: 0,
  mostFuseA: null,
};

/** Where a circuit lies that nobody routed. */
export function liesOf({ kind, school }: WiringScene, where: 'panels' | 'array' | 'inside'): Circuit['lies'] {
  const moves = kind === 'boat' || kind === 'trailer';
  if (where === 'panels') return { surroundings: 'panels', piped: false };
  if (where === 'array' && !moves) return { surroundings: 'wall', piped: school === 'north-american' };
  return { surroundings: kind === 'boat' ? 'bilge' : 'indoors', piped: false };
}

export const insulationOf = ({ school }: WiringScene, otherwise: CableKind): CableKind =>
  school === 'marine' ? 'marine' : otherwise;

export const acPlain = (scene: WiringScene) => ({
  ...plain,
  ac: true,
  highV: (scene.inverter?.volts ?? 230) * (scene.legs > 1 ? 2 : 1),
  drop: 'loads' as const,
  insulation: insulationOf(scene, 'building' as const),
  // cable of fine wires where it shakes
  flexible: scene.kind === 'boat' || scene.kind === 'trailer',
  protection: 'breaker' as const,
  // an inverter gives little more than its surge into a short; a breaker of 6 kA is more than enough
  faultA: 0,
  lies: liesOf(scene, 'inside'),
  // the standards outside North America set breaker to current without it
  factor: scene.school === 'north-american' ? CONTINUOUS : 1,
});

export const dcPlain = (scene: WiringScene) => ({
  ...plain,
  highV: scene.bank.absorptionV,
  drop: 'loads' as const,
  insulation: insulationOf(scene, 'building' as const),
  faultA: Math.min(bankFaultA(scene), BEHIND_BLOCK_A),
  lies: liesOf(scene, 'inside'),
});
