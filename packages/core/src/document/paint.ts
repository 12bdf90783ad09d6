/** Half hours of a day. */
export const CELLS = 48;
export const NO_PAINT = '0'.repeat(CELLS);

const clock = (cell: number) =>
  `${String(Math.floor(cell / 2) % 24).padStart(2, '0')}:${cell % 2 ? '30' : '00'}`;

/** Hours painted. */
export const paintedHours = (paint: string): number => {
  let count = 0;
  for (const cell of paint) if (cell === '1') count++;
  return count / 2;
};

/** A paint with the cells from one to another, both included, set or wiped; the other way round over midnight. */
export function painted(paint: string, from: number, to: number, on: boolean): string {
  const cells = [...paint.padEnd(CELLS, '0')];
  for (let cell = from; ; cell = (cell + 1) % CELLS) {
    cells[cell] = on ? '1' : '0';
    if (cell === to) break;
  }
  return cells.join('');
}

/** "06:00–08:30, 18:00–22:00"; a run over midnight is said as one. */
export function paintText(paint: string): string {
  if (!paint.includes('1')) return 'none';
  if (!paint.includes('0')) return 'all day';
  const runs: string[] = [];
  for (let cell = 0; cell < CELLS; cell++) {
    if (paint[cell] !== '1' || paint[(cell + CELLS - 1) % CELLS] === '1') continue;
    let end = cell;
    while (paint[(end + 1) % CELLS] === '1') end = (end + 1) % CELLS;
    runs.push(`${clock(cell)}–${clock(end + 1)}`);
  }
  return runs.join(', ');
}

export type PaintReading =
  { ok: true; paint: string; overlapH: number; text: string } | { ok: false; message: string };

const TIME = /^(\d{1,2})(?:[:.h](\d{2})?)?\s*(am|pm)?$/i;

/** Half hours from midnight, or null. */
function cellOf(text: string): number | null {
  const match = TIME.exec(text.trim());
  if (!match) return null;
  const half = /pm/i.test(match[3] ?? '') && Number(match[1]) < 12 ? 12 : 0;
  const noon = /am/i.test(match[3] ?? '') && Number(match[1]) === 12 ? -12 : 0;
  const hours = Number(match[1]) + half + noon + Number(match[2] ?? 0) / 60;
  return hours > 24 ? null : Math.round(hours * 2);
}

/** Reads "6-8:30, 18-22", "22:00–2", "6am-9am", "all day", "none". What overlaps counts once, and is said. */
export function readPaint(text: string): PaintReading {
  const plain = text.trim().toLowerCase();
  if (plain === '' || plain === 'none') return { ok: true, paint: NO_PAINT, overlapH: 0, text: 'none' };
  if (plain === 'all day' || plain === 'all')
    return { ok: true, paint: '1'.repeat(CELLS), overlapH: 0, text: 'all day' };
  let paint = NO_PAINT;
  let sum = 0;
  for (const part of plain.split(/[,;]|\s+and\s+/)) {
    const [from = '', to, ...rest] = part.split(/\s*(?:-|–|\bto\b)\s*/);
    const [begins, ends] = [cellOf(from), cellOf(to ?? '')];
    if (begins === null || ends === null || rest.length > 0)
      return { ok: false, message: `“${part.trim()}” is no span of hours; type it as 6-8:30, 18-22` };
    if (begins === ends) return { ok: false, message: `“${part.trim()}” begins and ends at the same time` };
    const length = (ends - begins + CELLS) % CELLS || CELLS;
    paint = painted(paint, begins % CELLS, (begins + length - 1) % CELLS, true);
    sum += length / 2;
  }
  return { ok: true, paint, overlapH: sum - paintedHours(paint), text: paintText(paint) };
}
