const SHORT = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

export const shortMonth = (month: number): string => SHORT[(month + 11) % 12] ?? '';

/** Months 1–12 in words: "all", "none", "May–Oct", "Dec–Jan, Jun–Sep"; a run may cross the new year. */
export function monthsText(months: readonly number[]): string {
  const used = new Set(months);
  if (used.size === 0) return 'none';
  if (used.size === 12) return 'all';
  const runs: string[] = [];
  for (let month = 1; month <= 12; month++) {
    if (!used.has(month) || used.has(month === 1 ? 12 : month - 1)) continue;
    let last = month;
    while (used.has((last % 12) + 1)) last = (last % 12) + 1;
    runs.push(last === month ? shortMonth(month) : `${shortMonth(month)}–${shortMonth(last)}`);
  }
  return runs.join(', ');
}

/** Reads "all", "May-Oct", "6-9", "Jun, Jul", "Dec–Jan, 6"; undefined where it is none of these. */
export function readMonths(text: string): number[] | undefined {
  // no list of months is longer
  const plain = text.slice(0, 300).trim().toLowerCase();
  if (plain === '' || /^(all|all year|year|1-12)$/.test(plain))
    return [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];
  const found = new Set<number>();
  for (const part of plain.split(/[,;/]|\s+and\s+/)) {
    const ends = part.split(/[-–—]|\s+(?:to|until|through)\s+/).map((end) => readMonth(end.trim()));
    const [first, last = first] = ends;
    if (!first || !last || ends.length > 2) return undefined;
    for (let month = first; ; month = (month % 12) + 1) {
      found.add(month);
      if (month === last) break;
    }
  }
  return [...found].sort((a, b) => a - b);
}

function readMonth(text: string): number | undefined {
  const index = SHORT.findIndex((short) => text.length >= 3 && text.startsWith(short.toLowerCase()));
  if (index >= 0) return index + 1;
  const number = /^\d{1,2}$/.test(text) ? Number(text) : 0;
  return number >= 1 && number <= 12 ? number : undefined;
}
