import type { DrawnPart, DrawnRun, OneLine } from '@ivolt/core';
import type { ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api';
import { JOINT_TITLE, drawnStrings, GUARD, PANEL, wordsOf } from './layout';
import { guardMarks, hatchMarks } from './guards';
import type { InkName, Mark } from './mark';

/** What belongs together, and can be pressed. */
export interface Group {
  of: { part: string } | { run: string } | null;
  says: string;
  /** Of a run, what it joins. */
  joins?: string;
  marks: Mark[];
}

export interface Drawing {
  width: number;
  height: number;
  groups: Group[];
}

/** Strokes and gaps of lines that are not drawn through. */
export const DASHES = { dashed: '6 5', 'dash-dot': '10 4 2 4' } as const;

const LINE = 17;
const SIZE = 13;

/** A rectangle. */
export const box = (
  x: number,
  y: number,
  w: number,
  h: number,
  rest: Partial<Extract<Mark, { as: 'line' }>> = {},
): Mark => ({
  as: 'line',
  points: [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ],
  closed: true,
  weight: 1.4,
  ink: 'ink',
  ...rest,
});
const line = (points: readonly (readonly [number, number])[], weight = 1.4, ink: InkName = 'ink'): Mark => ({
  as: 'line',
  points,
  weight,
  ink,
});
const text = (
  x: number,
  y: number,
  words: string,
  rest: Partial<Extract<Mark, { as: 'text' }>> = {},
): Mark => ({
  as: 'text',
  x,
  y,
  text: words,
  size: SIZE,
  ink: 'ink',
  ...rest,
});

const INK_OF = { stop: 'act', look: 'look' } as const;
const inkOf = (mark: 'stop' | 'look' | null): InkName => (mark ? INK_OF[mark] : 'ink');

/** Title, lines and guards of a part, from the top. */
const written = ({ title, lines, guards, mark }: DrawnPart, x: number, y: number): Mark[] => [
  text(x, y, title, { bold: true, ink: inkOf(mark) }),
  ...lines.map((words, i) => text(x, y + (i + 1) * LINE, words, { ink: 'soft' })),
  ...guards.flatMap(({ id, says }, i) => {
    const base = y + (lines.length + i + 1) * LINE;
    return [...guardMarks(id, x, base - 4), text(x + GUARD.wide + GUARD.gap, base, says, { ink: 'earth' })];
  }),
];

/** A part where the layout put it. */
function partMarks(part: DrawnPart, x: number, y: number, width: number, height: number): Mark[] {
  const ink = inkOf(part.mark);
  switch (part.kind) {
    case 'array': {
      const rows = drawnStrings(part);
      const panels = Math.max(1, Math.min(PANEL.most, part.series));
      const marks: Mark[] = [];
      for (let row = 0; row < rows; row++)
        for (let panel = 0; panel < panels; panel++) {
          const [px, py] = [x + panel * (PANEL.wide + PANEL.gap), y + row * (PANEL.high + 7)];
          marks.push(box(px, py, PANEL.wide, PANEL.high, { fill: 'panel', weight: 1, ink }));
          for (const third of [1, 2])
            marks.push(
              line(
                [
                  [px, py + (third * PANEL.high) / 3],
                  [px + PANEL.wide, py + (third * PANEL.high) / 3],
                ],
                0.6,
                'soft',
              ),
            );
        }
      return [...marks, ...written(part, x, y + rows * (PANEL.high + 7) + 12)];
    }
    case 'joint':
      return [
        box(x + 2, y + JOINT_TITLE, 8, height - JOINT_TITLE, { fill: 'ink', ink }),
        text(x + 6, y + JOINT_TITLE - 7, part.title, { anchor: 'middle', ink: 'soft' }),
      ];
    case 'bus':
      return [
        box(x, y, 6, height, { fill: 'ink' }),
        box(x + 10, y, 6, height, { fill: 'paper', weight: 1 }),
        text(x + 8, y - 8, part.title, { bold: true, anchor: 'middle' }),
      ];
    case 'use':
      return written(part, x + 8, y + 14);
    default:
      return [box(x, y, width, height, { fill: 'paper', ink }), ...written(part, x + 10, y + 20)];
  }
}

/** What opens a run, drawn on it from a point to the right. */
function symbolMarks({ symbol, mark }: DrawnRun, x: number, y: number): Mark[] {
  const ink = inkOf(mark);
  switch (symbol) {
    case 'fuse':
      return [
        box(x, y - 6, 26, 12, { fill: 'paper', weight: 1.2, ink }),
        line(
          [
            [x + 2, y],
            [x + 7, y - 3],
            [x + 13, y + 3],
            [x + 19, y - 3],
            [x + 24, y],
          ],
          1,
          ink,
        ),
      ];
    case 'breaker':
      return [
        box(x + 1, y - 7, 24, 14, { fill: 'paper', weight: 1.2, ink }),
        line(
          [
            [x + 4, y + 3],
            [x + 13, y - 4],
            [x + 22, y + 3],
          ],
          1.2,
          ink,
        ),
      ];
    case 'switch':
      return [
        box(x + 3, y - 5, 20, 10, { fill: 'paper', ink: 'rule', weight: 0.1 }),
        box(x + 2, y - 1.5, 3, 3, { fill: 'ink', ink, weight: 1 }),
        box(x + 21, y - 1.5, 3, 3, { fill: 'ink', ink, weight: 1 }),
        line(
          [
            [x + 4, y],
            [x + 20, y - 9],
          ],
          1.6,
          ink,
        ),
      ];
    default:
      return [];
  }
}

/** How far the symbol of a run stands from where it begins. */
const SYMBOL_AT = 7;

function runMarks(run: DrawnRun, edge: ElkExtendedEdge): Mark[] {
  const ink = inkOf(run.mark);
  const marks: Mark[] = [];
  for (const { startPoint, bendPoints = [], endPoint } of edge.sections ?? []) {
    const points = [startPoint, ...bendPoints, endPoint].map(({ x, y }) => [x, y] as const);
    marks.push({ as: 'line', points, weight: run.weight, ink });
    marks.push(...symbolMarks(run, startPoint.x + SYMBOL_AT, startPoint.y));
    // a stroke across it: there are several alike
    const [end, before] = [points.at(-1), points.at(-2)];
    if (run.many > 1 && end && before && end[0] - before[0] > 24) {
      const x = end[0] - 16;
      marks.push(
        line(
          [
            [x - 3, end[1] + 5],
            [x + 3, end[1] - 5],
          ],
          1.2,
          ink,
        ),
      );
    }
  }
  const [label] = edge.labels ?? [];
  if (label?.x !== undefined && label.y !== undefined) {
    const [x, y] = [label.x + 3, label.y];
    const words = wordsOf(run);
    if (run.buried) marks.unshift(...hatchMarks(label.x, y - 2, label.width ?? 0, (label.height ?? 0) + 6));
    marks.push(
      ...words.map((word, i) =>
        text(x, y + 13 + i * LINE, word, i === 0 ? { bold: true, ink } : { ink: i === 1 ? 'soft' : ink }),
      ),
    );
  }
  return marks;
}

/** Where one stands: titles over groups of columns, and a dashed line between them. */
const GROUPS: readonly { title: string; kinds: readonly DrawnPart['kind'][] }[] = [
  { title: 'Outdoors', kinds: ['array', 'source', 'joint'] },
  { title: 'Machines and bank', kinds: ['controller', 'charger', 'bank', 'bus', 'inverter', 'block'] },
  { title: 'Uses', kinds: ['panel', 'use'] },
];

/** The drawing of a graph that was laid out. */
export function drawingOf({ parts, runs, earth }: OneLine, laid: ElkNode): Drawing {
  const at = new Map((laid.children ?? []).map((node) => [node.id, node]));
  const edges = new Map((laid.edges ?? []).map((edge) => [edge.id, edge]));
  const [width, height] = [Math.ceil(laid.width ?? 100), Math.ceil(laid.height ?? 100)];
  const frame: Mark[] = [];
  let last = 0;
  for (const { title, kinds } of GROUPS) {
    const nodes = parts.filter(({ kind }) => kinds.includes(kind)).flatMap(({ id }) => at.get(id) ?? []);
    if (nodes.length === 0) continue;
    const left = Math.min(...nodes.map(({ x = 0 }) => x));
    if (last > 0) {
      const x = (last + left) / 2;
      frame.push({
        as: 'line',
        points: [
          [x, 0],
          [x, height],
        ],
        weight: 1,
        ink: 'rule',
        dash: 'dashed',
      });
    }
    frame.push(text(last > 0 ? (last + left) / 2 + 8 : left, 15, title, { bold: true, size: 15 }));
    last = Math.max(...nodes.map(({ x = 0, width: w = 0 }) => x + w));
  }
  if (earth) {
    const y = height - 16;
    const first = parts.find(({ kind }) => kind === 'array');
    const node = first && at.get(first.id);
    const x = (node?.x ?? 0) + 4;
    frame.push(
      {
        as: 'line',
        points: [
          [x, (node?.y ?? 0) + (node?.height ?? 0) + 6],
          [x, y],
          [width * 0.6, y],
        ],
        weight: 1.3,
        ink: 'earth',
        dash: 'dash-dot',
      },
      text(x + 10, y - 6, earth, { ink: 'earth' }),
      ...[10, 7, 4].map((half, i) =>
        line(
          [
            [width * 0.6 - half, y + 3 + i * 4],
            [width * 0.6 + half, y + 3 + i * 4],
          ],
          1.3,
          'earth',
        ),
      ),
    );
  }
  const joined = ({ from, to }: DrawnRun) => `${titles.get(from) ?? ''} to ${titles.get(to) ?? ''}`;
  const titles = new Map(parts.map(({ id, title }) => [id, title]));
  return {
    width,
    height,
    groups: [
      { of: null, says: '', marks: frame },
      ...runs.flatMap((run): Group[] => {
        const edge = edges.get(run.key);
        return edge
          ? [
              {
                // what a use hangs on is told beside the use, and leads there
                of: run.lines.length > 0 ? { run: run.key } : null,
                says: [...wordsOf(run), joined(run)].join(', '),
                joins: joined(run),
                marks: runMarks(run, edge),
              },
            ]
          : [];
      }),
      ...parts.flatMap((part): Group[] => {
        const node = at.get(part.id);
        return node
          ? [
              {
                of: { part: part.id },
                says: [part.title, ...part.lines, ...part.guards.map(({ says }) => says)].join(', '),
                marks: partMarks(part, node.x ?? 0, node.y ?? 0, node.width ?? 0, node.height ?? 0),
              },
            ]
          : [];
      }),
    ],
  };
}
