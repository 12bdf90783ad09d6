import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const DIRECTORY = join(__dirname, '../../fixtures');

/** Rows of a reference table; numbers where they read as such. */
export function readCsv(name: string): Record<string, number & string>[] {
  const [head = '', ...lines] = readFileSync(join(DIRECTORY, name), 'utf8').trim().split(/\r?\n/);
  const keys = head.split(',');
  return lines.map((line) => {
    const cells = line.split(',');
    return Object.fromEntries(
      keys.map((key, i) => [key, Number.isNaN(Number(cells[i])) ? cells[i] : Number(cells[i])]),
    ) as Record<string, number & string>;
  });
}

export function readJson<T>(name: string): T {
  return JSON.parse(readFileSync(join(DIRECTORY, name), 'utf8')) as T;
}

export const relative = (value: number, reference: number) => Math.abs(value / reference - 1);
