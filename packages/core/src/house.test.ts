import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { CORE, WEB } from '../../../scripts/floors.mjs';

const root = join(__dirname, '../../..');
const page = readFileSync(join(root, 'docs/architecture.md'), 'utf8');

it('names only files and directories that are there', () => {
  const named = [...page.matchAll(/`((?:packages|scripts|e2e|docs)\/[\w./-]+)`/g)].map(([, path]) => path!);
  expect(named.length).toBeGreaterThan(25);
  expect(named.filter((path) => !existsSync(join(root, path)))).toEqual([]);
});

it('draws the floors that the lint of imports holds to', () => {
  const drawn = [...page.matchAll(/^\| (\d+) +\| ((?:`\w+`[ ·]*)+)\|/gm)].map(
    ([, floor, rooms]) => [Number(floor), [...rooms!.matchAll(/`(\w+)`/g)].map(([, room]) => room)] as const,
  );
  expect(drawn.reverse()).toEqual(CORE.map((rooms: string[], i: number) => [i + 1, rooms]));
});

it('has a floor for every room', () => {
  const rooms = (directory: string) =>
    readdirSync(join(root, directory), { withFileTypes: true })
      .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
      .map(({ name }) => name);
  expect(rooms('packages/core/src').sort()).toEqual(CORE.flat().sort());
  for (const room of rooms('packages/core/src'))
    expect(existsSync(join(root, 'packages/core/src', room, 'index.ts'))).toBe(true);
  const web = rooms('packages/web/src').filter((name) => name !== 'sheets');
  expect(web.filter((name) => !WEB.flat().includes(name))).toEqual([]);
});
