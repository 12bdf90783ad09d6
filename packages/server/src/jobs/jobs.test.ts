import { chosen, diff, examples, withValueAt, type Design } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { testApp, type TestApp } from '../testing/app';
import { oneArray } from '../../../core/src/testing/dairy';

let server: TestApp;
beforeAll(async () => (server = await testApp()));
afterAll(() => server.close());

const design = oneArray();
const post = (url: string, payload: object | string, headers = {}) =>
  server.app.inject({
    method: 'POST',
    url,
    payload,
    headers: { 'content-type': 'application/json', ...headers },
  });
const get = (url: string, headers = {}) => server.app.inject({ url, headers });

async function newJob(of: Design = design): Promise<string> {
  const answer = await post('/api/jobs', { design: of });
  expect(answer.statusCode).toBe(201);
  return answer.json<{ id: string }>().id;
}

const saveOf = (before: Design, after: Design, base: number, saveId: string = randomUUID()) => ({
  base,
  saveId,
  label: 'A change',
  patch: diff(before, after),
});
const withDays = (days: number, of = design) => withValueAt(of, '/bank/days', chosen(days));

describe('a job', () => {
  it('is stored, read and listed with its verdict', async () => {
    const id = await newJob();
    expect((await get(`/api/jobs/${id}`)).json()).toEqual({ id, revision: 1, design });
    const list = async () =>
      (await get('/api/jobs')).json<{
        jobs: { id: string; summary: { words: string; figures: unknown[] } | null }[];
      }>().jobs;
    let jobs = await list();
    while (!jobs.find((job) => job.id === id)?.summary) jobs = await list();
    const listed = jobs.find((job) => job.id === id);
    expect(listed?.summary?.words).toBe('Does not stand');
    expect(listed?.summary?.figures).toHaveLength(3);
  });

  it('tells what was done to it, from a snapshot on, and nothing of what is not there', async () => {
    const id = await newJob();
    let before = design;
    for (let revision = 1; revision <= 55; revision++) {
      const after = withDays(1 + revision / 10, before);
      expect((await post(`/api/jobs/${id}/revisions`, saveOf(before, after, revision))).statusCode).toBe(200);
      before = after;
    }
    type History = { base: { revision: number; document: Design } | null; revisions: { revision: number }[] };
    const history = async (query: string) => (await get(`/api/jobs/${id}/history?${query}`)).json<History>();
    const all = await history('until=56&most=60');
    expect([all.base?.revision, all.base?.document, all.revisions.length]).toEqual([1, design, 55]);
    // six are wanted, and it begins at the snapshot before them
    const few = await history('until=56&most=6');
    expect([few.base?.revision, few.base?.document.bank.days.value]).toEqual([50, 5.9]);
    expect(few.revisions.map(({ revision }) => revision)).toEqual([51, 52, 53, 54, 55, 56]);
    expect(await history('until=3')).toMatchObject({
      base: { revision: 1 },
      revisions: [{ revision: 2, label: 'A change' }, { revision: 3 }],
    });
    expect((await get(`/api/jobs/${id}/history?until=0`)).statusCode).toBe(400);
    expect((await get(`/api/jobs/${id}/history?until=9&most=1000`)).statusCode).toBe(400);
    expect((await get(`/api/jobs/${randomUUID()}/history?until=1`)).statusCode).toBe(404);
  });

  it('is refused with the field at fault', async () => {
    const answer = await post('/api/jobs', { design: withValueAt(design, '/place/lat/value', 95) });
    expect(answer.statusCode).toBe(400);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.json()).toMatchObject({
      code: 'INVALID_REQUEST',
      errors: [{ path: '/design/place/lat/value' }],
    });
  });

  it.each([
    ['a string of a sort that is not there', '/arrays/a1/pile/strings/s1/panels/k9', 2],
    ['an input that no controller has', '/arrays/a1/pile/strings/s1/input', 9],
    ['half a panel in a string', '/arrays/a1/pile/strings/s1/panels/k1', 1.5],
    ['fewer panels than none', '/arrays/a1/pile/sorts/k1/count/value', -1],
    ['a reading in no light', '/arrays/a1/pile/sorts/k1/pieces/p1/light/value', 0],
    [
      'a limit of an input out of reach',
      '/controllers/c1/inputLimits/2',
      { maxVolts: { value: 9999, from: 'chosen' } },
    ],
    ['a kind of controller that there is not', '/controllers/c1/kind', 'magic'],
    [
      'a look that stands for no reason',
      '/acknowledged/bank.days',
      { reason: ' ', on: '2026-05-01', sentence: 'x' },
    ],
    ['a cable for more volts than any', '/dc/cable', { value: 50_000, from: 'chosen' }],
  ])('is refused with %s, and the field is named', async (_, path, value) => {
    const honey = examples().find(({ id }) => id === 'honey-house')!.design;
    const answer = await post('/api/jobs', { design: withValueAt(honey, path, value) });
    expect(answer.statusCode).toBe(400);
    const { errors } = answer.json<{ errors: { path: string }[] }>();
    expect(errors[0]!.path.startsWith(`/design${path}`)).toBe(true);
  });

  it('is duplicated under a new name', async () => {
    const id = await newJob();
    const copy = (await post(`/api/jobs/${id}/duplicate`, { name: 'Second' })).json<{ id: string }>();
    expect((await get(`/api/jobs/${copy.id}`)).json()).toMatchObject({
      revision: 1,
      design: { ...design, name: 'Second' },
    });
  });

  it('is deleted, and brought back', async () => {
    const id = await newJob();
    expect((await server.app.inject({ method: 'DELETE', url: `/api/jobs/${id}` })).statusCode).toBe(204);
    expect((await get(`/api/jobs/${id}`)).statusCode).toBe(404);
    expect((await server.app.inject({ method: 'DELETE', url: `/api/jobs/${id}` })).statusCode).toBe(404);
    expect((await post(`/api/jobs/${id}/restore`, {})).statusCode).toBe(204);
    expect((await get(`/api/jobs/${id}`)).statusCode).toBe(200);
  });

  it('goes out as a file and comes in again, here or elsewhere', async () => {
    const id = await newJob();
    const file = await get(`/api/jobs/${id}/file`);
    expect(file.headers['content-disposition']).toBe('attachment; filename="vale-do-junco.ivolt.json"');
    const again = await post('/api/jobs/import', { file: file.body });
    expect(again.json()).toMatchObject({ dropped: [] });
    expect(
      (await get(`/api/jobs/${again.json<{ id: string }>().id}`)).json<{ design: Design }>().design,
    ).toEqual(design);
  });

  it.each([
    ['not JSON', '{{{', 400],
    ['a newer version', JSON.stringify({ format: 'ivolt-job', design: { ...design, version: 99 } }), 400],
    ['50 MB', 'x'.repeat(50 * 1024 * 1024), 413],
  ])('refuses a file that is %s', async (_, file, status) => {
    const answer = await post('/api/jobs/import', { file });
    expect(answer.statusCode).toBe(status);
    expect(answer.json<{ title: string }>().title).not.toBe('');
  });

  it('says the same over the wire as on the screen', async () => {
    const id = await newJob();
    const evaluation = (await get(`/api/jobs/${id}/evaluation`)).json<{
      findings: { id: string; sentence: string }[];
    }>();
    expect(evaluation.findings[0]).toMatchObject({
      id: 'strings.cold',
      sentence: expect.stringContaining('against 150\u00a0V') as string,
    });
  });

  it('is listed page by page', async () => {
    await Promise.all([newJob(), newJob(), newJob()]);
    const first = (await get('/api/jobs?limit=2')).json<{ jobs: { id: string; updatedAt: string }[] }>().jobs;
    const last = first[1]!;
    const second = (await get(`/api/jobs?limit=200&beforeTime=${last.updatedAt}&beforeId=${last.id}`)).json<{
      jobs: { id: string }[];
    }>().jobs;
    expect(first).toHaveLength(2);
    expect(second.map(({ id }) => id)).not.toEqual(expect.arrayContaining([last.id]));
    const { rows } = await server.pool.query<{ count: string }>(
      'SELECT count(*) FROM jobs WHERE deleted_at IS NULL',
    );
    expect(first.length + second.length).toBe(Number(rows[0]!.count));
  });
});

describe('a save', () => {
  it('appends a revision with its patch and label', async () => {
    const id = await newJob();
    expect((await post(`/api/jobs/${id}/revisions`, saveOf(design, withDays(4), 1))).json()).toEqual({
      revision: 2,
    });
    expect((await get(`/api/jobs/${id}`)).json()).toMatchObject({
      revision: 2,
      design: { bank: { days: { value: 4 } } },
    });
    expect((await get(`/api/jobs/${id}/revisions?since=1`)).json()).toMatchObject({
      revisions: [
        { revision: 2, label: 'A change', patch: [{ op: 'replace', path: '/bank/days/value', value: 4 }] },
      ],
    });
  });

  it('sent twice is stored once', async () => {
    const id = await newJob();
    const save = saveOf(design, withDays(4), 1);
    await post(`/api/jobs/${id}/revisions`, save);
    expect((await post(`/api/jobs/${id}/revisions`, save)).json()).toEqual({ revision: 2 });
    expect((await get(`/api/jobs/${id}`)).json()).toMatchObject({ revision: 2 });
  });

  it('from a stale base gets 409 with what changed since', async () => {
    const id = await newJob();
    await post(`/api/jobs/${id}/revisions`, saveOf(design, withDays(4), 1));
    const answer = await post(`/api/jobs/${id}/revisions`, saveOf(design, withDays(5), 1));
    expect(answer.statusCode).toBe(409);
    expect(answer.json()).toMatchObject({
      code: 'STALE_BASE',
      revision: 2,
      document: { bank: { days: { value: 4 } } },
      since: [{ revision: 2, patch: [{ path: '/bank/days/value' }] }],
    });
  });

  it('of two at once, one is stored and the other told', async () => {
    const id = await newJob();
    const answers = await Promise.all(
      [4, 5, 6].map((days) => post(`/api/jobs/${id}/revisions`, saveOf(design, withDays(days), 1))),
    );
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 409, 409]);
  });

  it.each([
    ['a value out of range', [{ op: 'replace', path: '/bank/days/value', value: -1 }], '/bank/days/value'],
    ['a field nobody knows', [{ op: 'add', path: '/bank/colour', value: 1 }], '/bank/colour'],
    [
      'a place that is not there',
      [{ op: 'replace', path: '/uses/nobody/name', value: 'x' }],
      '/uses/nobody/name',
    ],
    ['a poisoned prototype', [{ op: 'add', path: '/__proto__/x', value: 1 }], '/__proto__/x'],
  ])('with %s is refused whole', async (_, patch, path) => {
    const id = await newJob();
    const answer = await post(`/api/jobs/${id}/revisions`, {
      base: 1,
      saveId: randomUUID(),
      label: 'Bad',
      patch,
    });
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ errors: { path: string }[] }>().errors[0]?.path).toBe(path);
    expect((await get(`/api/jobs/${id}`)).json()).toEqual({ id, revision: 1, design });
  });

  it('keeps a snapshot every fifty revisions', async () => {
    const id = await newJob();
    let before = design;
    for (let revision = 1; revision < 51; revision++) {
      const after = withDays(1 + revision / 10);
      await post(`/api/jobs/${id}/revisions`, saveOf(before, after, revision));
      before = after;
    }
    const { rows } = await server.pool.query<{ revision: number }>(
      'SELECT revision FROM snapshots WHERE job_id = $1 ORDER BY 1',
      [id],
    );
    expect(rows.map(({ revision }) => revision)).toEqual([1, 50]);
  });
});

describe('the door', () => {
  it.each([
    ['a foreign name', { host: 'rebound.example' }, 421],
    ['a foreign origin', { origin: 'https://page.example' }, 403],
    ['another port’s page', { host: 'localhost:80', origin: 'http://localhost:99' }, 403],
    ['another site', { 'sec-fetch-site': 'cross-site' }, 403],
    ['its own page', { host: '127.0.0.1:80', origin: 'http://127.0.0.1:80' }, 200],
    ['no browser at all', {}, 200],
  ])('%s', async (_, headers, status) => {
    expect((await get('/api/jobs', headers)).statusCode).toBe(status);
  });

  it('sends a strict policy and no word of what it is made of', async () => {
    const { headers } = await get('/healthz');
    expect(headers['content-security-policy']).toMatch(/default-src 'none'/);
    expect(headers['content-security-policy']).not.toMatch(/unsafe/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('answers what it does not know as a problem', async () => {
    expect((await get('/api/nothing')).json()).toMatchObject({ status: 404, code: 'NOT_FOUND' });
    expect((await get('/api/jobs/not-an-id')).json()).toMatchObject({ status: 400 });
    expect((await post('/api/jobs', '{"half":')).statusCode).toBe(400);
  });

  it('says whether it lives and can store', async () => {
    expect((await get('/healthz')).json()).toEqual({ status: 'ok' });
    expect((await get('/readyz')).json()).toEqual({ status: 'ready' });
  });

  it('describes itself from its schemas', async () => {
    const api = (await get('/api/docs/json')).json<{
      paths: Record<string, Record<string, { requestBody?: unknown }>>;
    }>();
    expect(Object.keys(api.paths)).toEqual(
      expect.arrayContaining(['/api/jobs/', '/api/jobs/{id}/revisions', '/api/climate', '/api/places']),
    );
    expect(JSON.stringify(api.paths['/api/jobs/{id}/revisions']?.post?.requestBody)).toMatch(/saveId/);
  });
});
