import { chosen, diff, withValueAt, type Design } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { testApp, type TestApp } from '../testing/app';
import { oneArray } from '../../../core/src/testing/dairy';
import type { Summary } from './summary';

let server: TestApp;
beforeAll(async () => (server = await testApp()));
afterAll(() => server.close());

const falls = oneArray();
const stands = [
  ['/arrays/a1/strings/series', 3],
  ['/arrays/a1/strings/parallel', 4],
  ['/bank/parallel', 4],
].reduce<Design>((design, [path, value]) => withValueAt(design, String(path), chosen(Number(value))), falls);

const listed = async (id: string) => {
  const answer = await server.app.inject({ url: '/api/jobs' });
  return answer.json<{ jobs: { id: string; summary: Summary }[] }>().jobs.find((job) => job.id === id)!
    .summary;
};
const kept = async (id: string) =>
  (await server.pool.query<{ summary: Summary | null }>('SELECT summary FROM jobs WHERE id = $1', [id]))
    .rows[0]!.summary;
const send = (url: string, payload: object) =>
  server.app.inject({ method: 'POST', url, payload, headers: { 'content-type': 'application/json' } });

describe('the list', () => {
  it('reckons a job once when it is first shown, and again after a save', async () => {
    const { id } = (await send('/api/jobs', { design: falls })).json<{ id: string }>();
    expect(await kept(id)).toBeNull();
    expect((await listed(id)).standing).toBe('falls');
    expect((await kept(id))?.standing).toBe('falls');
    // what is kept is what is shown
    await server.pool.query(
      `UPDATE jobs SET summary = jsonb_set(summary, '{words}', '"As kept"') WHERE id = $1`,
      [id],
    );
    expect((await listed(id)).words).toBe('As kept');
    const save = { base: 1, saveId: randomUUID(), label: 'Cure it', patch: diff(falls, stands) };
    expect((await send(`/api/jobs/${id}/revisions`, save)).statusCode).toBe(200);
    expect(await kept(id)).toBeNull();
    const after = await listed(id);
    expect(after.standing).not.toBe('falls');
    expect(after.figures).toHaveLength(3);
  });

  it('says of a job that another version stored that it cannot be read, and goes on', async () => {
    const id = randomUUID();
    await server.pool.query(
      "INSERT INTO jobs (id, name, kind, revision, document) VALUES ($1, 'From elsewhere', 'cabin', 1, $2)",
      [id, JSON.stringify({ version: 99, name: 'From elsewhere' })],
    );
    expect(await listed(id)).toMatchObject({ standing: 'unknown', words: 'Cannot be read' });
    await server.pool.query('DELETE FROM jobs WHERE id = $1', [id]);
  });
});
