import type { CircuitPlan, Operation } from '../document';
import { sizedText, type Pen } from '../figures';
import { remembered } from '../memo';
import { SIDE_FROM_MM2, sizeText, type Tried, type Wired } from '../wiring';
import { choose, remedy, type FindingParts, type Remedy, type Rule } from './finding';
import { changedCircuit as changed, PLUG_RULES, sayCircuit as said } from './plugs';
import { LOSS_RULES } from './wireLosses';

/** Lets the size follow again, or takes one that does. */
function sizes({ circuit, plan, least }: Wired): Remedy[] {
  if (!plan) return [];
  const side = plan.side === null ? plan : changed(plan, 'side', null);
  return [
    ...(least && least.side === (plan.side?.value ?? 1)
      ? [remedy(`Take ${sizedText(least)}`, said(circuit.key, changed(plan, 'size', least.size.name)))]
      : []),
    remedy('Take the smallest that does', said(circuit.key, changed(side, 'size', null))),
  ];
}

/** What a wire falls short of, in a sentence. */
function shortOf({ circuit, limitPct, device }: Wired, tried: Tried, pen: Pen): string {
  const [gravest] = (['short', 'ampacity', 'protection', 'drop', 'strength'] as const).filter((cause) =>
    tried.fails.includes(cause),
  );
  switch (gravest) {
    case 'short':
      return `In a short the bank gives ${pen(circuit.faultA, 'current')}; it would melt before its fuse opens`;
    case 'ampacity':
      return `It carries ${pen(tried.carriesA, 'current')} as it is laid; ${pen(circuit.mostA * circuit.factor, 'current')} is asked for`;
    case 'protection':
      return `It carries ${pen(tried.carriesA, 'current')} as it is laid, and ${device ? `its ${device.label} opens only above ${pen(device.amps, 'current')}: the wire burns first` : `${pen(circuit.mostA, 'current')} may flow`}`;
    case 'drop':
      return `It drops ${pen(tried.dropV, 'voltage')}, ${pen(tried.dropPct, 'percent')}; ${pen(limitPct, 'percent')} is the limit`;
    default:
      return 'It is thinner than what stands the work there';
  }
}

const burns = ({ fails }: Tried) =>
  fails.includes('short') || fails.includes('ampacity') || fails.includes('protection');

/** A size that somebody chose and that does not do. */
const tooThin: Rule = ({ wiring }, pen) =>
  wiring.wired.flatMap((wired): FindingParts[] => {
    const { circuit, chosen, plan, least } = wired;
    if (!plan?.size || chosen.fails.length === 0) return [];
    const grave = burns(chosen);
    return [
      {
        id: `wire.thin:${circuit.key}`,
        severity: grave ? 'stop' : 'look',
        sheet: 'wire',
        title: grave
          ? 'The wire is too thin'
          : chosen.fails.includes('drop')
            ? 'The wire drops too much'
            : 'A thin wire',
        sentence: `${circuit.name}, ${sizedText(chosen)}: ${lower(shortOf(wired, chosen, pen))}.${least ? ` ${sizedText(least)} does.` : ''}`,
        value: chosen.carriesA,
        remedies: sizes(wired),
        focus: `/wiring/circuits/${circuit.key}`,
      },
    ];
  });

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** No size that is sold does it. */
const noneDoes: Rule = (facts, pen) =>
  facts.wiring.wired.flatMap((wired): FindingParts[] => {
    const { circuit, chosen, plan, least, lengthM } = wired;
    if (least || plan?.size) return [];
    const grave = burns(chosen);
    return [
      {
        id: `wire.none:${circuit.key}`,
        severity: grave ? 'stop' : 'look',
        sheet: 'wire',
        title: 'No cable that is sold does it',
        sentence: `${circuit.name}: even ${sizedText(chosen)} falls short. ${shortOf(wired, chosen, pen)}. ${grave ? 'A higher system voltage, or less on one circuit.' : `Over ${pen(lengthM, 'distance')} higher volts lose less: longer strings, a higher system voltage, or the machines nearer to each other.`}`,
        value: chosen.dropPct,
        limit: wired.limitPct,
        remedies: plan ? freed(circuit.key, plan) : [],
        focus: circuit.about,
      },
    ];
  });

/** What was said of it taken back: fuse and number side by side, its way among others, or all of it. */
const freed = (key: string, plan: CircuitPlan): Remedy[] => [
  ...(plan.fuse || plan.side
    ? [
        remedy(
          'Let fuse and number follow from the design',
          said(key, changed(changed(plan, 'fuse', null), 'side', null)),
        ),
      ]
    : []),
  ...(plan.path.length > 0 ? [remedy('Give it a way of its own', said(key, alone(plan)))] : []),
  remedy('Let all of it follow from the design', { op: 'remove', path: `/wiring/circuits/${key}` }),
];

/** Away from what it was laid with. */
const alone = remembered('circuits on a way of their own', (plan: CircuitPlan): CircuitPlan => ({
  ...plan,
  path: [],
}));

/** A fuse that is there and opens in everyday use. */
const opensInUse: Rule = ({ wiring }, pen) =>
  wiring.wired.flatMap(({ circuit, plan, device }): FindingParts[] => {
    if (!plan?.fuse || !device || plan.fuse.value >= circuit.mostA - 1e-9) return [];
    return [
      {
        id: `wire.opens:${circuit.key}`,
        severity: 'look',
        sheet: 'wire',
        title: 'It opens in everyday use',
        sentence: `${circuit.name}: ${pen(circuit.mostA, 'current')} may flow for hours, and ${pen(plan.fuse.value, 'current')} protects it.`,
        value: plan.fuse.value,
        limit: circuit.mostA,
        remedies: [remedy('Take the one that suits', said(circuit.key, changed(plan, 'fuse', null)))],
        focus: `/wiring/circuits/${circuit.key}/fuse`,
      },
    ];
  });

/** A fuse that is there and lets more into a failed string than its panels bear. */
const harmsPanels: Rule = ({ wiring }, pen) =>
  wiring.wired.flatMap(({ circuit, plan, device }): FindingParts[] => {
    const most = circuit.mostFuseA;
    if (!plan?.fuse || !device || most === null || plan.fuse.value <= most + 1e-9) return [];
    return [
      {
        id: `wire.panels:${circuit.key}`,
        severity: 'stop',
        sheet: 'wire',
        title: 'A fuse larger than the panels bear',
        sentence: `${circuit.name}: the others feed a string that fails until its fuse of ${pen(plan.fuse.value, 'current')} opens; its panels allow no more than ${pen(most, 'current')}.`,
        value: plan.fuse.value,
        limit: most,
        remedies: [remedy('Take the one that suits', said(circuit.key, changed(plan, 'fuse', null)))],
        focus: `/wiring/circuits/${circuit.key}/fuse`,
      },
    ];
  });

/** A short that no usual fuse breaks. */
const cannotBreak: Rule = ({ wiring, design }, pen) =>
  wiring.wired.flatMap(({ circuit, device }): FindingParts[] => {
    // what stands behind the main fuse is spared by it
    if (circuit.kind === 'inverter' || !device || device.mustBreakA === null || device.breaksA === null)
      return [];
    if (device.mustBreakA <= device.breaksA) return [];
    const known = design.wiring.fault !== null;
    return [
      {
        id: `wire.breaks:${circuit.key}`,
        severity: known ? 'stop' : 'look',
        sheet: 'wire',
        title: 'No usual fuse breaks such a short',
        sentence: `${circuit.name}: the bank gives ${pen(device.mustBreakA, 'current')} into a short${known ? '' : ', as long as nobody says better'}; a ${device.label} breaks ${pen(device.breaksA, 'current')} at ${pen(circuit.highV, 'voltage')}. ${known ? 'A fuse made for more, or each battery string on a fuse and a busbar of its own.' : 'Read its short-circuit current off its sheet and type it.'}`,
        value: device.mustBreakA,
        limit: device.breaksA,
        focus: '/wiring/fault',
      },
    ];
  });

const sideBySide: Rule = ({ wiring }) =>
  wiring.wired.flatMap(({ circuit, plan, chosen }): FindingParts[] => {
    if (!plan?.side || chosen.side < 2 || chosen.size.areaMm2 >= SIDE_FROM_MM2) return [];
    return [
      {
        id: `wire.side:${circuit.key}`,
        severity: 'look',
        sheet: 'wire',
        title: 'Thin wires side by side',
        sentence: `${circuit.name}: ${sizedText(chosen)}. One loose end puts all of it on the others; conductors go side by side from 1/0 AWG or 50 mm² on.`,
        value: chosen.size.areaMm2,
        limit: SIDE_FROM_MM2,
        remedies: [
          remedy(
            'One thicker conductor',
            said(circuit.key, changed(changed(plan, 'side', null), 'size', null)),
          ),
        ],
        focus: `/wiring/circuits/${circuit.key}/side`,
      },
    ];
  });

const aluminium: Rule = ({ wiring }) => {
  const of = wiring.wired.filter(({ make }) => make.metal === 'aluminium').map(({ circuit }) => circuit.name);
  if (of.length === 0) return null;
  return {
    id: 'wire.aluminium',
    severity: 'note',
    sheet: 'wire',
    title: 'Aluminium wants its own terminals',
    sentence: `${of.join(', ')}: lugs and terminals marked for aluminium, paste on a brushed end, torque checked again after a season. Most inverters and controllers take copper only: a short copper tail then ends it.`,
  };
};

const leftOver: Rule = ({ wiring }) => {
  const { orphans } = wiring;
  if (orphans.length === 0) return null;
  return {
    id: 'wire.orphans',
    severity: 'note',
    sheet: 'wire',
    title: 'Said of circuits that are no more',
    sentence: `${orphans.length} circuit${orphans.length === 1 ? '' : 's'} about which something was said ${orphans.length === 1 ? 'is' : 'are'} gone from the design. What was said is kept in case ${orphans.length === 1 ? 'it comes' : 'they come'} back.`,
    remedies: [
      remedy(
        'Forget it',
        ...orphans.map((key): Operation => ({ op: 'remove', path: `/wiring/circuits/${key}` })),
      ),
    ],
  };
};

const fullPipe: Rule = ({ wiring }, pen) =>
  wiring.stretches.flatMap(({ id, plan, fill }): FindingParts[] => {
    if (!fill) return [];
    const name = plan.name || 'An unnamed stretch';
    if (!fill.pipe)
      return [
        {
          id: `wire.pipe:${id}`,
          severity: 'look',
          sheet: 'wire',
          title: 'More than one pipe holds',
          sentence: `${name}: ${fill.conductors} conductors fill ${pen(fill.filledMm2 / 100, 'opening')}, and no pipe that is sold may be filled so far. Share them between two pipes, which lets each carry more as well.`,
          value: fill.conductors,
          focus: `/wiring/stretches/${id}/length`,
        },
      ];
    return fill.jams
      ? [
          {
            id: `wire.jams:${id}`,
            severity: 'note',
            sheet: 'wire',
            title: 'Three alike may wedge',
            sentence: `${name}: in a pipe of ${fill.pipe.name} three conductors of this size can lie side by side and jam in a bend. One size larger pulls easily.`,
          },
        ]
      : [];
  });

const shallow: Rule = ({ wiring }, pen) =>
  wiring.stretches.flatMap(({ id, plan, coverMm }): FindingParts[] => {
    if (coverMm === null || !plan.depth || plan.depth.value >= coverMm - 0.5) return [];
    return [
      {
        id: `wire.cover:${id}`,
        severity: 'look',
        sheet: 'wire',
        title: 'Not deep enough',
        sentence: `${plan.name || 'An unnamed stretch'} has ${pen(plan.depth.value, 'size')} of earth over it; ${pen(coverMm, 'size')} is asked for${plan.traffic ? ' under traffic' : ''}, with warning tape 0.3 m above it. Local code has the last word.`,
        value: plan.depth.value,
        limit: coverMm,
        remedies: [
          remedy(
            `Dig to ${pen(Math.ceil(coverMm), 'size')}`,
            choose(`/wiring/stretches/${id}/depth`, Math.ceil(coverMm)),
          ),
        ],
        focus: `/wiring/stretches/${id}/depth`,
      },
    ];
  });

/** Coils at hand that are too short, told before anything is cut. */
const shortCoil: Rule = ({ takeOff }, pen) =>
  takeOff.cables.flatMap(({ id, size, colour, cutting }): FindingParts[] => {
    const [longest] = cutting?.short.toSorted((a, b) => b.lengthM - a.lengthM) ?? [];
    if (!cutting || !longest) return [];
    const left = cutting.longestLeftM;
    const lacks = cutting.short.reduce((sum, { lengthM }) => sum + lengthM, 0);
    return [
      {
        id: `wire.coil:${id.replace(/[^a-z0-9]+/gi, '-')}`,
        severity: 'look',
        sheet: 'wire',
        title: 'The coil is too short',
        sentence: `${sizeText(size)}, ${colour}: ${longest.what} takes ${pen(longest.lengthM, 'distance')}, and the coils at hand leave ${pen(left, 'distance')} in one piece: ${pen(longest.lengthM - left, 'distance')} short${cutting.short.length > 1 ? `; with ${cutting.short.length - 1} more, ${pen(lacks, 'distance')} are to be bought` : ''}.`,
        value: left,
        limit: longest.lengthM,
      },
    ];
  });

export const WIRE_RULES: readonly Rule[] = [
  tooThin,
  noneDoes,
  opensInUse,
  harmsPanels,
  cannotBreak,
  sideBySide,
  fullPipe,
  shallow,
  shortCoil,
  aluminium,
  leftOver,
  ...PLUG_RULES,
  ...LOSS_RULES,
];
