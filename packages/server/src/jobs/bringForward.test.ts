import { CURRENT_VERSION, isDesign, type Design } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { testApp, type TestApp } from '../testing/app';
import { bringForward } from './bringForward';

let server: TestApp;
beforeAll(async () => (server = await testApp()));
afterAll(async () => {
  await server.pool.query('DELETE FROM jobs WHERE id = ANY($1)', [stored]);
  await server.close();
});

const stored: string[] = [];
const SUMMARY = { standing: 'unknown', words: '', sentence: '', place: '', figures: [] };

const old = JSON.parse(
  readFileSync(join(__dirname, '../../../core/fixtures/design-version-1.json'), 'utf8'),
) as { name: string }[];

async function store(document: object): Promise<string> {
  const id = randomUUID();
  stored.push(id);
  await server.pool.query(
    "INSERT INTO jobs (id, name, kind, revision, document, summary) VALUES ($1, 'Old', 'cabin', 7, $2, $3)",
    [id, JSON.stringify(document), JSON.stringify(SUMMARY)],
  );
  return id;
}
const read = async (id: string) =>
  (
    await server.pool.query<{ revision: number; document: Design; summary: object | null }>(
      'SELECT revision, document, summary FROM jobs WHERE id = $1',
      [id],
    )
  ).rows[0]!;

it('brings jobs of an older version forward once, as a revision of their own', async () => {
  const ids = await Promise.all(old.map(store));
  expect(await bringForward(server.pool)).toBe(ids.length);
  for (const id of ids) {
    const { revision, document, summary } = await read(id);
    expect([revision, document.version, isDesign(document)]).toEqual([8, CURRENT_VERSION, true]);
    expect(summary).toBeNull();
    const answer = await server.app.inject({
      method: 'GET',
      url: `/api/jobs/${id}`,
      headers: { host: 'localhost' },
    });
    expect(answer.json<{ design: Design }>().design).toEqual(document);
  }
  expect(await bringForward(server.pool)).toBe(0);
});

it('leaves alone what it cannot read', async () => {
  const id = await store({ version: 1, name: 'Half a job' });
  await bringForward(server.pool);
  expect(await read(id)).toMatchObject({ revision: 7, document: { version: 1 } });
});
