import { panelCount, type Design, type Evaluation } from '@ivolt/core';
import type { Mark } from './mark';
import { box, type Drawing, type Group } from './marks';

/** Panels are drawn so many px wide and high in the drawing of strings, and a string is broken after so many. */
const [WIDE, HIGH, GAP, ACROSS] = [30, 46, 8, 20];

/** One array's strings: panel by panel, with where plus and minus leave. */
interface Strung {
  title: string;
  series: number;
  strings: number;
}

/** Of piles what is strung; of all others as they are chosen. */
function strungOf(design: Design, evaluation: Pick<Evaluation, 'strings'>): Strung[] {
  return Object.entries(design.arrays)
    .toSorted(([, a], [, b]) => a.position - b.position)
    .flatMap(([id, plan]): Strung[] => {
      const title = plan.name || 'Array';
      if (plan.pile)
        return Object.values(plan.pile.strings).map(({ panels }, i) => ({
          title: `${title}, string ${i + 1}`,
          series: Object.values(panels).reduce((sum, many) => sum + many, 0),
          strings: 1,
        }));
      const chosen = evaluation.strings[id]?.arrangements.find((each) => each.chosen);
      if (!chosen) return [{ title, series: panelCount(plan), strings: 1 }];
      return [{ title, series: chosen.series, strings: chosen.parallel * chosen.inputs }];
    })
    .filter(({ series }) => series > 0);
}

/** The strings of a job, panel by panel: which is first, which is last, and where the home run is joined. */
export function stringsDrawing(design: Design, evaluation: Pick<Evaluation, 'strings'>): Drawing {
  const groups: Group[] = [];
  let [y, width] = [12, 300];
  for (const { title, series, strings } of strungOf(design, evaluation)) {
    const marks: Mark[] = [
      { as: 'text', x: 0, y: y + 6, text: title, size: 15, ink: 'ink', bold: true },
      {
        as: 'text',
        x: 0,
        y: y + 24,
        text: `${strings} string${strings === 1 ? '' : 's'} of ${series}`,
        size: 13,
        ink: 'soft',
      },
    ];
    y += 40;
    for (let string = 0; string < strings; string++) {
      const rows = Math.ceil(series / ACROSS);
      for (let panel = 0; panel < series; panel++) {
        const [row, place] = [Math.floor(panel / ACROSS), panel % ACROSS];
        const [x, top] = [70 + place * (WIDE + GAP), y + row * (HIGH + 14)];
        marks.push(box(x, top, WIDE, HIGH, { weight: 1.2, fill: 'panel' }));
        marks.push({
          as: 'text',
          x: x + WIDE / 2,
          y: top + HIGH / 2 + 5,
          text: String(panel + 1),
          size: 12,
          ink: 'soft',
          anchor: 'middle',
        });
        if (panel < series - 1 && place < ACROSS - 1)
          marks.push({
            as: 'line',
            points: [
              [x + WIDE, top + 8],
              [x + WIDE + GAP, top + 8],
            ],
            weight: 1.4,
            ink: 'ink',
          });
        width = Math.max(width, x + WIDE + 60);
      }
      const last = (series - 1) % ACROSS;
      const foot = y + (rows - 1) * (HIGH + 14);
      // plus leaves the first panel; minus comes back along the row from the last
      marks.push(
        {
          as: 'line',
          points: [
            [44, y + 8],
            [70, y + 8],
          ],
          weight: 1.8,
          ink: 'act',
        },
        {
          as: 'text',
          x: 40,
          y: y + 13,
          text: `${string + 1} +`,
          size: 13,
          ink: 'act',
          anchor: 'end',
          bold: true,
        },
        {
          as: 'line',
          points: [
            [70 + last * (WIDE + GAP) + WIDE, foot + 8],
            [70 + last * (WIDE + GAP) + WIDE + 8, foot + 8],
            [70 + last * (WIDE + GAP) + WIDE + 8, foot + HIGH + 6],
            [44, foot + HIGH + 6],
          ],
          weight: 1.8,
          ink: 'ink',
        },
        {
          as: 'text',
          x: 40,
          y: foot + HIGH + 10,
          text: `${string + 1} −`,
          size: 13,
          ink: 'ink',
          anchor: 'end',
          bold: true,
        },
      );
      y += rows * (HIGH + 14) + 16;
    }
    groups.push({ of: null, says: `${title}: ${strings} of ${series}`, marks });
    y += 14;
  }
  return { width, height: Math.max(60, y), groups };
}

/** Panels in all, for what is said of it. */
export const panelsIn = (design: Design): number =>
  Object.values(design.arrays).reduce((sum, plan) => sum + panelCount(plan), 0);
