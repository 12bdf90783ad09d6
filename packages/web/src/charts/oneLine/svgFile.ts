import type { Fill, InkName, Mark } from './mark';
import { box, DASHES, type Drawing } from './marks';

/** On paper, whatever the screen's theme. */
const PAPER: Readonly<Record<InkName, string>> = {
  ink: '#1c2740',
  soft: '#55606f',
  act: '#b3261e',
  look: '#8a6200',
  earth: '#2e6b2e',
  rule: '#c9c2ae',
};
const FILLS: Readonly<Record<Fill, string>> = {
  none: 'none',
  paper: '#ffffff',
  ink: '#1c2740',
  panel: '#f6ead0',
};

/** What stands in the corner of a drawing. */
export interface TitleBlock {
  job: string;
  drawing: string;
  school: string;
  /** The day, as it is written there. */
  day: string;
}

const escaped = (text: string) =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')
    .replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

const svgMark = (mark: Mark): string => {
  if (mark.as === 'text') {
    const { x, y, text, size, ink, bold, anchor = 'start' } = mark;
    return `<text x="${x}" y="${y}" font-size="${size}" fill="${PAPER[ink]}" text-anchor="${anchor}"${bold ? ' font-weight="bold"' : ''}>${escaped(text)}</text>`;
  }
  const { points, closed, weight, ink, fill = 'none', dash } = mark;
  return `<path d="M${points.map(([x, y]) => `${round(x)} ${round(y)}`).join('L')}${closed ? 'Z' : ''}" fill="${FILLS[fill]}" stroke="${PAPER[ink]}" stroke-width="${weight}"${dash ? ` stroke-dasharray="${DASHES[dash]}"` : ''}/>`;
};
export const round = (value: number) => Math.round(value * 100) / 100;

/** Room for the title block below a drawing. */
export const BLOCK = 64;

/** The title block as marks, below the drawing at its right. */
export function blockMarks({ width, height }: Drawing, { job, drawing, school, day }: TitleBlock): Mark[] {
  const wide = Math.min(420, Math.max(240, width - 20));
  const [x, y] = [Math.max(0, width - wide - 2), height + 6];
  const lines: readonly (readonly [number, number, string, boolean])[] = [
    [x + 10, y + 20, job, true],
    [x + 10, y + 38, drawing, false],
    [x + 10, y + 52, `${school} rules · ${day} · a calculation, not an approval`, false],
  ];
  return [
    box(x, y, wide, BLOCK - 8),
    ...lines.map(([tx, ty, text, bold]): Mark => ({
      as: 'text',
      x: tx,
      y: ty,
      text,
      size: bold ? 14 : 11,
      ink: bold ? 'ink' : 'soft',
      bold,
    })),
  ];
}

/** The drawing with its title block as a file that stands by itself. */
export function svgText(drawing: Drawing, block: TitleBlock): string {
  const { width, height, groups } = drawing;
  const marks = [...groups.flatMap((group) => group.marks), ...blockMarks(drawing, block)];
  const [w, h] = [Math.max(width, 260), height + BLOCK];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}" font-family="'Atkinson Hyperlegible Next', system-ui, sans-serif"><title>${escaped(`${block.job}: ${block.drawing}`)}</title>${marks.map(svgMark).join('')}</svg>\n`;
}
