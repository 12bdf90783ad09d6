import type { School } from '../document';
import type { CircuitKind } from './circuit';
import type { Wired } from './size';

/** An end of a wire that no fuse stands before. */
export interface BareEnd {
  where: string;
  /** Runs that begin there, by their names. */
  runs: string[];
  /** Longest that it may be up to its fuse, m; null where none is asked for. */
  mostM: number | null;
  why: string;
}

/** Longest lead without a fuse before it, m: from a battery's post, and from a busbar. */
const TAPS: Readonly<Record<School, { post: number; bus: number; says: string }>> = {
  marine: {
    post: 0.178,
    bus: 0.178,
    says: 'sheathed all the way 1 m, and straight from the battery 1.8 m (ABYC E-11, from memory)',
  },
  iec: {
    post: 0.3,
    bus: 3,
    says: 'so laid that it cannot short, and away from what burns (IEC 60364-4-43, from memory; at the post common practice)',
  },
  'north-american': {
    post: 0.3,
    bus: 3,
    says: 'in a pipe, and able to carry what its fuse does (NEC 240.21, from memory; at the post common practice)',
  },
};

/** Runs that begin at a source that a short cannot make larger. */
const LIMITED: Partial<Record<CircuitKind, string>> = {
  string: 'strings give a short no more than their own short-circuit current, and one more string than that',
  feed: 'the panels give a short no more than it carries',
  source: 'its own breaker stands at the outlet or the set',
};

/** Every end without a fuse before it, with how long it may be. */
export function bareEnds(school: School, wired: readonly Wired[]): BareEnd[] {
  const { post, bus, says } = TAPS[school];
  const fused = (kinds: readonly CircuitKind[]) =>
    wired.filter(({ circuit, device }) => kinds.includes(circuit.kind) && device);
  const named = (of: readonly Wired[]) => of.map(({ circuit }) => circuit.name);
  const main = fused(['bank', 'links']);
  const onBus = fused(['charge', 'inverter', 'dc-feed', 'charger']);
  const ends: BareEnd[] = [];
  if (main.length > 0)
    ends.push({
      where: 'From a battery’s post to its fuse',
      runs: named(main),
      mostM: post,
      why: `nothing opens a short there; ${says}`,
    });
  if (onBus.length > 0)
    ends.push({
      where: 'From the busbar to each fuse on it',
      runs: named(onBus),
      mostM: bus,
      why: `only the main fuse stands before it; ${says}`,
    });
  for (const [kind, why] of Object.entries(LIMITED)) {
    const without = wired.filter(({ circuit, device }) => circuit.kind === kind && !device);
    if (without.length > 0)
      ends.push({ where: 'Without a fuse all the way', runs: named(without), mostM: null, why });
  }
  return ends;
}
