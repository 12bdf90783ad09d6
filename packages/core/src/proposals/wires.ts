import type { Facts } from '../calculate';
import type { Pen } from '../figures';
import { COMBINER, sizeText, type CircuitKind, type Wired } from '../wiring';

/** What joins and protects a whole design, in a few words each. */
export interface GistWires {
  /** The runs that carry most, with their conductors. */
  runs: string;
  /** Fuses, breakers, and the boxes and switches they want. */
  devices: string;
}

/** Runs that are told of a design, with what they are called there. */
const TOLD: readonly (readonly [CircuitKind, string])[] = [
  ['feed', 'from the panels'],
  ['charge', 'controller'],
  ['bank', 'bank'],
  ['inverter', 'inverter'],
  ['dc-feed', 'fuse block'],
];

/** The thickest run of a kind: "2 × 35 mm² bank". */
function thickest(wired: readonly Wired[], kind: CircuitKind, called: string): string[] {
  const of = wired.filter(({ circuit }) => circuit.kind === kind);
  const [first] = of.toSorted(
    (a, b) => b.chosen.size.areaMm2 * b.chosen.side - a.chosen.size.areaMm2 * a.chosen.side,
  );
  return first
    ? [`${first.circuit.wires * first.chosen.side} × ${sizeText(first.chosen.size.name)} ${called}`]
    : [];
}

/** "3 × gPV 20 A": devices of one kind and size counted together, the largest first. */
function devices(wired: readonly Wired[], pen: Pen): string[] {
  const counts = new Map<string, { many: number; amps: number }>();
  for (const { device, circuit } of wired) {
    if (!device || circuit.ac) continue;
    for (const { amps, many } of device.sizes) {
      const label = `${device.label} ${pen(amps, 'current')}`;
      counts.set(label, { many: (counts.get(label)?.many ?? 0) + many, amps });
    }
  }
  return [...counts]
    .toSorted(([, a], [, b]) => b.amps - a.amps)
    .map(([label, { many }]) => (many > 1 ? `${many} × ${label}` : label));
}

/** Conductors, protection and boxes of a design as its wires come out. */
export function wiresOf({ wiring: { wired } }: Facts, pen: Pen): GistWires {
  const feeds = wired.filter(({ circuit }) => circuit.kind === 'feed');
  const poles = feeds.reduce((sum, { circuit }) => sum + 2 * circuit.many, 0);
  const combiners = feeds.reduce(
    (sum, { circuit }) => sum + (circuit.from === COMBINER ? circuit.many : 0),
    0,
  );
  const breakers = wired.reduce(
    (sum, { circuit, device }) => sum + (circuit.ac && device ? device.many : 0),
    0,
  );
  const counted = (many: number, one: string, several: string) =>
    many === 0 ? [] : [many === 1 ? one : `${many} ${several}`];
  return {
    runs: TOLD.flatMap(([kind, called]) => thickest(wired, kind, called)).join(', '),
    devices: [
      ...devices(wired, pen),
      ...counted(combiners, 'a combiner', 'combiners'),
      ...(poles > 0 ? [`${poles} poles to switch the panels off`] : []),
      ...counted(breakers, 'a breaker on AC', 'breakers on AC'),
    ].join(', '),
  };
}
