import Fastify, { type FastifyInstance } from 'fastify';
import helmet from '@fastify/helmet';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';
import { problems } from './problems';
import { web } from './web';

let directory: string;
let app: FastifyInstance;

beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), 'ivolt-web-'));
  mkdirSync(join(directory, 'assets'));
  writeFileSync(
    join(directory, 'index.html'),
    '<head><meta property="csp-nonce" nonce="__CSP_NONCE__"></head><p>page</p>',
  );
  writeFileSync(join(directory, 'assets', 'index-Ab12Cd34.js'), 'export {}');
  writeFileSync(join(directory, 'assets', 'index-Ab12Cd34.js.br'), brotliCompressSync('export {}'));
  writeFileSync(
    join(directory, 'preloads.json'),
    JSON.stringify({ '': ['/assets/a.js'], bank: ['/assets/b.js'], 'one-line': ['/assets/o.js'] }),
  );
  writeFileSync(join(directory, 'mark.svg'), '<svg/>');
  app = Fastify();
  await app.register(problems);
  await app.register(helmet, { enableCSPNonces: true });
  await app.register(web, { directory });
});
afterAll(async () => {
  await app.close();
  rmSync(directory, { recursive: true });
});

const nonceOf = (body: string) => /nonce="([^"]+)"/.exec(body)?.[1];

it.each(['/', '/jobs/5df0', '/jobs/5df0/strings'])('answers %s with the one page', async (url) => {
  const { statusCode, body, headers } = await app.inject({ url });
  expect(statusCode).toBe(200);
  expect(body).toContain('<p>page</p>');
  expect(headers['cache-control']).toBe('no-store');
});

it('gives each answer a nonce of its own, the same in the page and in the policy', async () => {
  const [first, second] = await Promise.all([app.inject('/'), app.inject('/')]);
  expect(nonceOf(first.body)).toBeTruthy();
  expect(nonceOf(first.body)).not.toBe(nonceOf(second.body));
  expect(first.headers['content-security-policy']).toContain(`'nonce-${nonceOf(first.body)}'`);
});

it('lets files with a name of their own be kept for good, and asks again for the others', async () => {
  expect((await app.inject('/assets/index-Ab12Cd34.js')).headers['cache-control']).toMatch(/immutable/);
  expect((await app.inject('/mark.svg')).headers['cache-control']).toBe('no-cache');
});

it('asks with a page of a job for its scripts and the job, and with no other page for anything', async () => {
  const id = '0b1f7c1e-2f0a-4c7e-9a52-8f5f1f5d7a10';
  const bank = (await app.inject(`/jobs/${id}/bank`)).body;
  expect(bank).toContain('<link rel="modulepreload" crossorigin href="/assets/b.js">');
  expect(bank).toContain(`as="fetch" crossorigin href="/api/jobs/${id}"`);
  expect((await app.inject(`/jobs/${id}?x=1`)).body).toContain('href="/assets/a.js"');
  expect((await app.inject(`/jobs/${id}/one-line`)).body).toContain('href="/assets/o.js"');
  for (const url of ['/', `/jobs/${id}/constructor`, '/jobs/"><script>/bank', '/jobs/5df0'])
    expect((await app.inject(url)).body).not.toMatch(/preload|<script>/);
});

it('gives what was packed at the build to who takes it', async () => {
  const url = '/assets/index-Ab12Cd34.js';
  const { headers, rawPayload } = await app.inject({ url, headers: { 'accept-encoding': 'br' } });
  expect(headers['content-encoding']).toBe('br');
  expect(headers['content-type']).toMatch(/javascript/);
  expect(headers['cache-control']).toMatch(/immutable/);
  expect(brotliDecompressSync(rawPayload).toString()).toBe('export {}');
  expect((await app.inject({ url })).body).toBe('export {}');
});

it.each(['/nothing.js', '/assets/../../package.json', '/assets/%2e%2e/%2e%2e/package.json'])(
  'has nothing at %s',
  async (url) => {
    const { statusCode, headers } = await app.inject({ url });
    expect(statusCode).toBeGreaterThanOrEqual(400);
    expect(headers['content-type']).toMatch(/problem\+json|text\/html|application\/json/);
  },
);
