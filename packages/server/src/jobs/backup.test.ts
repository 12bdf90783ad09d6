import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { examples } from '@ivolt/core';
import { testApp } from '../testing/app';
import { dumpCluster, removeCluster, restoreCluster, startCluster } from '../testing/cluster';

const directory = `.ivolt/test-backup-${process.pid}`;
const design = examples()[0]!.design;
afterAll(() => removeCluster(directory));

it('a backup has every job with its history and files, and a restore puts them in place of what is here', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'ivolt-backup-')), 'jobs.backup');
  const server = await testApp(startCluster(directory));
  const post = (url: string, payload: object | Buffer, type = 'application/json') =>
    server.app.inject({ method: 'POST', url, payload, headers: { 'content-type': type } });
  const names = async () =>
    (await server.app.inject({ url: '/api/jobs' }))
      .json<{ jobs: { name: string }[] }>()
      .jobs.map(({ name }) => name)
      .sort();
  const { id } = (await post('/api/jobs', { design })).json<{ id: string }>();
  const rename = [{ op: 'replace', path: '/name', value: 'Kept' }];
  await post(`/api/jobs/${id}/revisions`, {
    base: 1,
    saveId: '00000000-0000-4000-8000-000000000001',
    label: 'Rename',
    patch: rename,
  });
  const kept = await post(`/api/jobs/${id}/files?name=y.csv`, Buffer.from('a,b'), 'application/octet-stream');
  dumpCluster(directory, file);
  await post('/api/jobs', { design: { ...design, name: 'Made since' } });
  expect(await names()).toEqual(['Kept', 'Made since']);
  // what is no backup is refused before anything is dropped
  const broken = `${file}-broken`;
  writeFileSync(broken, 'no backup at all');
  expect(() => restoreCluster(directory, broken)).toThrow();
  expect(await names()).toEqual(['Kept', 'Made since']);
  restoreCluster(directory, file);
  expect(await names()).toEqual(['Kept']);
  const { revisions } = (await server.app.inject({ url: `/api/jobs/${id}/revisions?since=0` })).json<{
    revisions: unknown[];
  }>();
  expect(revisions).toHaveLength(2);
  const original = await server.app.inject({ url: `/api/files/${kept.json<{ id: string }>().id}` });
  expect(original.body).toBe('a,b');
  await server.close();
});
