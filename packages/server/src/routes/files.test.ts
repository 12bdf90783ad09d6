import { examples, withValueAt, writeJobFile, type Design } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { testApp, type TestApp } from '../testing/app';

let server: TestApp;
beforeAll(async () => (server = await testApp()));
afterAll(() => server.close());

const host = { host: 'localhost' };
const original = readFileSync(join(__dirname, '../../../core/fixtures/weather/lakeside-42N.epw.gz'));
const newJob = async (design: Design = examples()[0]!.design) =>
  (await server.app.inject({ method: 'POST', url: '/api/jobs', headers: host, payload: { design } })).json<{
    id: string;
  }>().id;
const keep = (jobId: string, content: Buffer, name = 'Lake side.epw.gz') =>
  server.app.inject({
    method: 'POST',
    url: `/api/jobs/${jobId}/files?name=${encodeURIComponent(name)}`,
    headers: { ...host, 'content-type': 'application/octet-stream' },
    payload: content,
  });

it('keeps an original beside its job and gives it back as it came', async () => {
  const { id } = (await keep(await newJob(), original)).json<{ id: string }>();
  const answer = await server.app.inject({ method: 'GET', url: `/api/files/${id}`, headers: host });
  expect(answer.rawPayload.equals(original)).toBe(true);
  expect(answer.headers['content-disposition']).toBe('attachment; filename="Lake-side.epw.gz"');
  expect(answer.headers['content-type']).toBe('application/octet-stream');
});

it('refuses what is empty, nameless, too large, or of no job', async () => {
  const id = await newJob();
  expect((await keep(id, Buffer.alloc(0))).statusCode).toBe(400);
  expect((await keep(id, original, ' ')).statusCode).toBe(400);
  expect((await keep(randomUUID(), original)).json()).toMatchObject({ status: 404, code: 'JOB_NOT_FOUND' });
  const large = await keep(id, Buffer.alloc(33 * 1024 * 1024));
  expect(large.json()).toMatchObject({ status: 413, title: expect.stringMatching(/32 MB/) as string });
  const gone = await server.app.inject({ method: 'GET', url: `/api/files/${randomUUID()}`, headers: host });
  expect(gone.json()).toMatchObject({ status: 404, code: 'FILE_NOT_FOUND' });
});

it('imports a job without an original it does not keep, and with one it does', async () => {
  const { id: fileId } = (await keep(await newJob(), original)).json<{ id: string }>();
  const twelve = Array.from({ length: 12 }, () => 3);
  const weather = (file: string) => ({
    name: 'own',
    kind: 'epw',
    fileId: file,
    notes: [],
    ghi: twelve,
    air: twelve,
    min: twelve,
    max: twelve,
    lowest: -9,
    highest: 33,
    light: null,
  });
  const imported = async (file: string) => {
    const design = withValueAt(examples()[0]!.design, '/place/weather', weather(file));
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/jobs/import',
      headers: host,
      payload: { file: writeJobFile(design) },
    });
    const job = await server.app.inject({
      method: 'GET',
      url: `/api/jobs/${answer.json<{ id: string }>().id}`,
      headers: host,
    });
    return job.json<{ design: Design }>().design.place.weather;
  };
  expect((await imported(fileId))?.fileId).toBe(fileId);
  expect(await imported(randomUUID())).toMatchObject({ fileId: null, lowest: -9 });
});
