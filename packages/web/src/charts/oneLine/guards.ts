import type { DrawnGuard } from '@ivolt/core';
import { GUARD } from './layout';
import type { Mark } from './mark';

type Points = readonly (readonly [number, number])[];

/** What each guard does to a conductor, in a box as wide as a sign and 12 px high, from its left and its middle. */
const SIGNS: Readonly<Record<DrawnGuard['id'], readonly Points[]>> = {
  // two ends that a spark jumps between, and earth
  'surge-dc': arrester(),
  'surge-ac': arrester(),
  // a ring about both conductors
  residual: ring(),
  'shore-residual': ring(),
  // a blade that is open
  'bank-switch': blade(),
  shutdown: blade(),
  // a blade between two contacts
  transfer: [
    [
      [1, 0],
      [5, 0],
      [12, -5],
    ],
    [
      [12, -3],
      [15, -3],
    ],
    [
      [12, 4],
      [15, 4],
    ],
  ],
};

function arrester(): Points[] {
  return [
    [
      [8, -6],
      [8, -2],
    ],
    [
      [5, -2],
      [11, -2],
      [8, 1],
      [5, -2],
    ],
    [
      [8, 2],
      [8, 4],
    ],
    [
      [3, 4],
      [13, 4],
    ],
    [
      [5.5, 6],
      [10.5, 6],
    ],
  ];
}

function ring(): Points[] {
  const around = Array.from({ length: 13 }, (_, i): [number, number] => {
    const angle = (i / 12) * 2 * Math.PI;
    return [8 + 4 * Math.cos(angle), 6 * Math.sin(angle)];
  });
  return [
    around,
    [
      [1, -2],
      [15, -2],
    ],
    [
      [1, 2],
      [15, 2],
    ],
  ];
}

function blade(): Points[] {
  return [
    [
      [1, 0],
      [4, 0],
      [12, -6],
    ],
    [
      [12, 0],
      [15, 0],
    ],
  ];
}

/** The sign of a guard from a point to the right. */
export const guardMarks = (id: DrawnGuard['id'], x: number, y: number): Mark[] =>
  SIGNS[id].map((points) => ({
    as: 'line',
    points: points.map(([dx, dy]) => [x + (dx * GUARD.wide) / 16, y + dy] as const),
    weight: 1.2,
    ink: 'earth',
  }));

/** Lines across what is earth, as far apart, px. */
const HATCH = 9;

/** Earth about the words of a run that is buried: slanting lines within a rectangle. */
export function hatchMarks(x: number, y: number, width: number, height: number): Mark[] {
  const marks: Mark[] = [];
  for (let at = x - height + HATCH; at < x + width; at += HATCH) {
    // from the lower left to the upper right, held within
    const [x1, x2] = [Math.max(x, at), Math.min(x + width, at + height)];
    if (x2 <= x1) continue;
    marks.push({
      as: 'line',
      points: [
        [x1, y + height - (x1 - at)],
        [x2, y + height - (x2 - at)],
      ],
      weight: 0.6,
      ink: 'rule',
    });
  }
  return marks;
}
