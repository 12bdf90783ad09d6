import type { CircuitPlan, Operation, Pin, PlugPiece } from '../document';
import { remembered } from '../memo';
import { meetingsOf } from '../wiring';
import { put, remedy, type FindingParts, type Rule } from './finding';

/** Says another thing about a circuit of which something was said. */
export const sayCircuit = (key: string, value: CircuitPlan): Operation =>
  put(`/wiring/circuits/${key}`, value);

/** A change of what is said about a circuit; the same object whenever it is tried. */
export const changedCircuit = remembered(
  'circuits as remedies have them',
  (plan: CircuitPlan, key: 'size' | 'fuse' | 'side', value: CircuitPlan['size'] | null): CircuitPlan => ({
    ...plan,
    [key]: value,
  }),
);

/** A change of one piece of a feed's plugs; the same object whenever it is tried. */
const replugged = remembered(
  'plugs as remedies have them',
  (plan: CircuitPlan, at: number, key: 'near' | 'swaps', value: Pin | boolean): CircuitPlan => ({
    ...plan,
    plugs: plan.plugs && {
      ...plan.plugs,
      pieces: plan.plugs.pieces.map((piece, i) => (i === at ? { ...piece, [key]: value } : piece)),
    },
  }),
);

/** Plus that arrives as minus, and pieces that nobody measured. */
const polarity: Rule = ({ wiring }) =>
  wiring.wired.flatMap(({ circuit, plan }): FindingParts[] => {
    if (!plan?.plugs) return [];
    const { pieces } = plan.plugs;
    const named = (of: readonly PlugPiece[]) => of.map(({ name }) => name || 'an unnamed piece').join(', ');
    const unknown = pieces.filter(({ swaps }) => swaps === null);
    const swapping = pieces.filter(({ swaps }) => swaps === true);
    if (unknown.length === 0 && swapping.length % 2 === 0) return [];
    const sure = unknown.length === 0;
    return [
      {
        id: `wire.polarity:${circuit.key}`,
        severity: sure ? 'stop' : 'look',
        sheet: 'wire',
        title: sure ? 'Plus arrives as minus' : 'Polarity is not measured',
        sentence: sure
          ? `${circuit.name}: ${named(swapping)} changes plus for minus on the way to the controller, which a reversed string can destroy.`
          : `${circuit.name}: ${named(unknown)} may come wired either way round. Measure it with a meter before anything is joined, and say what it showed.`,
        remedies: sure
          ? pieces.flatMap((piece, at) =>
              piece.swaps
                ? [
                    remedy(
                      `Rewire ${piece.name || 'it'}`,
                      sayCircuit(circuit.key, replugged(plan, at, 'swaps', false)),
                    ),
                  ]
                : [],
            )
          : [],
        focus: `/wiring/circuits/${circuit.key}`,
      },
    ];
  });

/** Two ends that show the same never mate. */
const unmated: Rule = ({ wiring }) =>
  wiring.wired.flatMap(({ circuit, plan }): FindingParts[] => {
    if (!plan?.plugs) return [];
    const meetings = meetingsOf(plan.plugs);
    const at = meetings.findIndex(({ mates }) => !mates);
    const first = meetings[at];
    if (!first) return [];
    const last = at === meetings.length - 1;
    return [
      {
        id: `wire.mates:${circuit.key}`,
        severity: 'look',
        sheet: 'wire',
        title: 'Two ends that do not mate',
        sentence: `${circuit.name}: plus from ${first.from} shows a ${first.far}, and ${first.to} shows a ${first.near} as well. Never force them, and never join plugs of two makers: put the other plug on, or an adapter between.`,
        remedies: last
          ? []
          : [
              remedy(
                `Other plugs on ${first.to}`,
                sayCircuit(circuit.key, replugged(plan, at, 'near', first.far === 'pin' ? 'socket' : 'pin')),
              ),
            ],
        focus: `/wiring/circuits/${circuit.key}`,
      },
    ];
  });

export const PLUG_RULES: readonly Rule[] = [polarity, unmated];
