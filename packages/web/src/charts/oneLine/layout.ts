import type { DrawnPart, DrawnRun, OneLine, PartKind } from '@ivolt/core';
import type { ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api';

/** Columns from the sun to the uses. */
const COLUMN: Readonly<Record<PartKind, number>> = {
  array: 0,
  source: 0,
  joint: 1,
  controller: 2,
  charger: 2,
  bank: 2,
  bus: 3,
  inverter: 4,
  block: 4,
  panel: 5,
  use: 6,
};

/** Lettering, px: wide for a letter, high for a line. */
const [LETTER, BOLD, LINE] = [6.6, 7.2, 17];
const wide = (text: string, bold = false) => Math.ceil(text.length * (bold ? BOLD : LETTER));

/** A string as it is drawn: panels of so many px, at most so many of them, and strings one under another. */
export const PANEL = { wide: 14, high: 21, gap: 4, most: 3 } as const;
export const MOST_STRINGS = 4;

/** Strings that are drawn of an array; what is more is said. */
export const drawnStrings = ({ strings }: Pick<DrawnPart, 'strings'>): number =>
  Math.max(1, Math.min(MOST_STRINGS, strings));

/** A guard's sign, px, with the gap to its words. */
export const GUARD = { wide: 16, gap: 6 } as const;

/** Above the bar of a joint, px: room for its title, which no run crosses. */
export const JOINT_TITLE = 18;

const textWide = ({ title, lines, guards }: DrawnPart) =>
  Math.max(
    wide(title, true),
    ...lines.map((line) => wide(line)),
    ...guards.map(({ says }) => GUARD.wide + GUARD.gap + wide(says)),
  );

/** How much room a part takes, px. @param runs that end at it */
function sizeOf(part: DrawnPart, runs: number): { width: number; height: number } {
  const { kind } = part;
  const rows = 1 + part.lines.length + part.guards.length;
  switch (kind) {
    case 'array':
      return {
        width: Math.max(PANEL.most * (PANEL.wide + PANEL.gap), textWide(part)),
        height: drawnStrings(part) * (PANEL.high + 7) + rows * LINE + 2,
      };
    case 'joint':
      return { width: 12, height: 64 + JOINT_TITLE };
    case 'bus':
      return { width: 16, height: Math.max(120, runs * 34) };
    case 'use':
      return { width: textWide(part) + 8, height: rows * LINE + 4 };
    default:
      return { width: textWide(part) + 20, height: rows * LINE + 16 };
  }
}

/** Words that stand along a run. */
export const wordsOf = ({ lines, device, buried }: DrawnRun): string[] => [
  ...lines,
  ...(device ? [device] : []),
  ...(buried ? [buried] : []),
];

/** The graph as the layout program takes it: boxes with sizes and columns, lines with room for their words. */
export function graphOf({ parts, runs }: OneLine): ElkNode {
  return {
    id: 'one-line',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.partitioning.activate': 'true',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.layered.spacing.nodeNodeBetweenLayers': '30',
      'elk.layered.spacing.edgeNodeBetweenLayers': '36',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '12',
      'elk.spacing.nodeNode': '26',
      'elk.spacing.edgeNode': '18',
      'elk.spacing.edgeLabel': '3',
      'elk.padding': '[top=44,left=12,bottom=48,right=12]',
    },
    children: parts.map((part) => ({
      id: part.id,
      ...sizeOf(part, runs.filter(({ from, to }) => from === part.id || to === part.id).length),
      layoutOptions: { 'elk.partitioning.partition': String(COLUMN[part.kind]) },
    })),
    edges: runs.map((run): ElkExtendedEdge => {
      const words = wordsOf(run);
      return {
        id: run.key,
        sources: [run.from],
        targets: [run.to],
        labels: [
          {
            text: words.join('\n'),
            width: Math.max(wide(words[0] ?? '', true), ...words.map((word) => wide(word))) + 6,
            height: words.length * LINE,
            layoutOptions: { 'elk.edgeLabels.placement': 'CENTER' },
          },
        ],
      };
    }),
  };
}
