import { chosen, diff, examples, withValueAt } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { testApp, type TestApp } from '../testing/app';
import { killCluster, removeCluster, startCluster } from '../testing/cluster';

const directory = `.ivolt/test-kill-${process.pid}`;
const design = examples()[0]!.design;

afterAll(() => removeCluster(directory));

it('loses nothing it acknowledged when the database is killed in the middle of saves', async () => {
  let server: TestApp = await testApp(startCluster(directory));
  const inject = (method: 'POST' | 'GET', url: string, payload?: object) =>
    server.app.inject({ method, url, payload });
  const { id } = (await inject('POST', '/api/jobs', { design })).json<{ id: string }>();

  let revision = 1;
  let document = design;
  const refusals: { status: number; code: string }[] = [];
  const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  const killing = (async () => {
    await rest(1500);
    // on a busy machine the first saves take longer
    for (let waited = 0; revision <= 3 && waited < 10_000; waited += 50) await rest(50);
    await killCluster(directory);
  })();
  for (let days = 1; refusals.length === 0 && days < 2000; days++) {
    const after = withValueAt(document, '/bank/days', chosen(1 + (days % 290) / 10));
    const save = { base: revision, saveId: randomUUID(), label: 'Days', patch: diff(document, after) };
    const answer = await inject('POST', `/api/jobs/${id}/revisions`, save);
    if (answer.statusCode === 200)
      [revision, document] = [answer.json<{ revision: number }>().revision, after];
    else refusals.push({ status: answer.statusCode, code: answer.json<{ code: string }>().code });
  }
  await killing;
  expect(refusals).toEqual([{ status: 503, code: 'STORE_AWAY' }]);
  expect(revision).toBeGreaterThan(3);
  expect((await inject('GET', '/readyz')).statusCode).toBe(503);
  await server.close();

  server = await testApp(startCluster(directory));
  const stored = (await inject('GET', `/api/jobs/${id}`)).json<{ revision: number; design: typeof design }>();
  // the one that was under way may have been stored without its answer getting out; none before it may be missing
  expect(stored.revision - revision).toBeGreaterThanOrEqual(0);
  expect(stored.revision - revision).toBeLessThanOrEqual(1);
  if (stored.revision === revision) expect(stored.design).toEqual(document);
  const { revisions } = (await inject('GET', `/api/jobs/${id}/revisions?since=0`)).json<{
    revisions: { revision: number }[];
  }>();
  expect(revisions.map((row) => row.revision)).toEqual(
    Array.from({ length: stored.revision }, (_, i) => i + 1),
  );
  await server.close();
}, 60_000);
