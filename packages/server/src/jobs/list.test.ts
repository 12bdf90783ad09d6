import { chosen, diff, withValueAt, type Design } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { testApp, type TestApp } from '../testing/app';
import { oneArray } from '../../../core/src/testing/dairy';
import { purgeDeleted } from '../db/queries/jobs';
import { reckonerHere } from '../reckon/reckoner';
import { Summaries } from '../reckon/summaries';
import type { Summary } from '../reckon/tasks';
import { forgetAfterChange, KEPT_DAYS } from './tidy';

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

const eventually = async (id: string) => {
  for (;;) {
    const summary = await kept(id);
    if (summary) return summary;
    await new Promise((next) => setTimeout(next, 20));
  }
};

describe('the list', () => {
  it('shows what each save had reckoned, once', async () => {
    const { id } = (await send('/api/jobs', { design: falls })).json<{ id: string }>();
    expect((await eventually(id)).standing).toBe('falls');
    expect((await listed(id)).standing).toBe('falls');
    // what is kept is what is shown
    await server.pool.query(
      `UPDATE jobs SET summary = jsonb_set(summary, '{words}', '"As kept"') WHERE id = $1`,
      [id],
    );
    expect((await listed(id)).words).toBe('As kept');
    const save = { base: 1, saveId: randomUUID(), label: 'Cure it', patch: diff(falls, stands) };
    expect((await send(`/api/jobs/${id}/revisions`, save)).statusCode).toBe(200);
    await eventually(id);
    const after = await listed(id);
    expect(['falls', 'unknown']).not.toContain(after.standing);
    expect(after.figures).toHaveLength(3);
  });

  it('says of a job saved a moment ago that it is being reckoned, and of no other', async () => {
    const { id } = (await send('/api/jobs', { design: falls })).json<{ id: string }>();
    await eventually(id);
    await server.pool.query('UPDATE jobs SET summary = NULL WHERE id = $1', [id]);
    expect(await listed(id)).toBeNull();
    // as at the next start
    const again = new Summaries(server.pool, reckonerHere(server.grid));
    await again.catchUp();
    await again.settled();
    expect((await listed(id)).standing).toBe('falls');
  });

  it.each([
    ['that another version stored', { version: 99, name: 'From elsewhere' }, 'Cannot be read'],
    ['that is no object at all', 7, 'Cannot be read'],
    [
      'with keys that all objects share',
      JSON.parse('{"version":4,"name":"x","uses":{"__proto__":{}}}') as unknown,
      'Cannot be read',
    ],
  ])(
    'lists a job %s with what is wrong, goes on, and lets it be exported and deleted',
    async (_, document, words) => {
      const id = randomUUID();
      await server.pool.query(
        "INSERT INTO jobs (id, name, kind, revision, document) VALUES ($1, 'From elsewhere', 'cabin', 1, $2)",
        [id, JSON.stringify(document)],
      );
      const again = new Summaries(server.pool, reckonerHere(server.grid));
      again.soon(id);
      await again.settled();
      expect(await listed(id)).toMatchObject({ standing: 'unknown', words });
      expect((await server.app.inject({ url: `/api/jobs/${id}/file` })).statusCode).toBe(200);
      expect((await server.app.inject({ url: `/api/jobs/${id}/evaluation` })).statusCode).toBe(422);
      expect((await server.app.inject({ method: 'DELETE', url: `/api/jobs/${id}` })).statusCode).toBe(204);
    },
  );

  it('says of a job whose reckoning fails or takes too long that it cannot be reckoned', async () => {
    const { id } = (await send('/api/jobs', { design: falls })).json<{ id: string }>();
    await eventually(id);
    await server.pool.query('UPDATE jobs SET summary = NULL WHERE id = $1', [id]);
    const failing = { run: () => Promise.reject(new Error('out of time')), close: () => Promise.resolve() };
    const again = new Summaries(server.pool, failing);
    again.soon(id);
    await again.settled();
    expect((await listed(id)).words).toBe('Cannot be reckoned');
  });
});

describe('tidying', () => {
  it('has all reckoned again after a change of the program, and not before', async () => {
    const { id } = (await send('/api/jobs', { design: falls })).json<{ id: string }>();
    await eventually(id);
    await forgetAfterChange(server.pool, 'one build');
    expect(await kept(id)).toBeNull();
    await server.pool.query("UPDATE jobs SET summary = '{}' WHERE id = $1", [id]);
    await forgetAfterChange(server.pool, 'one build');
    expect(await kept(id)).not.toBeNull();
    await forgetAfterChange(server.pool, 'another');
    expect(await kept(id)).toBeNull();
  });

  it('lets deleted jobs go when their time is over; an original goes over to a job that speaks of it', async () => {
    const newJob = async (design: Design) => (await send('/api/jobs', { design })).json<{ id: string }>().id;
    const first = await newJob(falls);
    const upload = () =>
      server.app.inject({
        method: 'POST',
        url: `/api/jobs/${first}/files?name=year.csv`,
        payload: Buffer.from('a,b'),
        headers: { 'content-type': 'application/octet-stream' },
      });
    const [shared, alone] = [
      (await upload()).json<{ id: string }>().id,
      (await upload()).json<{ id: string }>().id,
    ];
    const twelve = Array.from({ length: 12 }, () => 3);
    const weather = {
      name: 'Year',
      kind: 'monthly',
      fileId: shared,
      notes: [],
      ghi: twelve,
      air: twelve,
      min: twelve,
      max: twelve,
      lowest: null,
      highest: null,
      light: null,
    };
    const second = await newJob(withValueAt(falls, '/place/weather', weather));
    const status = async (fileId: string) =>
      (await server.app.inject({ url: `/api/files/${fileId}` })).statusCode;
    const exists = async (id: string) =>
      (await server.pool.query('SELECT 1 FROM jobs WHERE id = $1', [id])).rowCount;
    await server.app.inject({ method: 'DELETE', url: `/api/jobs/${first}` });
    expect(await status(shared)).toBe(200);
    expect(await status(alone)).toBe(404);
    await purgeDeleted(server.pool, KEPT_DAYS);
    expect(await exists(first)).toBe(1);
    await server.pool.query("UPDATE jobs SET deleted_at = now() - interval '31 days' WHERE id = $1", [first]);
    await purgeDeleted(server.pool, KEPT_DAYS);
    expect(await exists(first)).toBe(0);
    expect(await exists(second)).toBe(1);
    expect(await status(shared)).toBe(200);
    expect((await server.pool.query('SELECT 1 FROM files WHERE id = $1', [alone])).rowCount).toBe(0);
  });
});
