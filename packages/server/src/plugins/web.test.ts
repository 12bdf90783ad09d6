import Fastify, { type FastifyInstance } from 'fastify';
import helmet from '@fastify/helmet';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { problems } from './problems';
import { web } from './web';

let directory: string;
let app: FastifyInstance;

beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), 'ivolt-web-'));
  mkdirSync(join(directory, 'assets'));
  writeFileSync(
    join(directory, 'index.html'),
    '<meta property="csp-nonce" nonce="__CSP_NONCE__"><p>page</p>',
  );
  writeFileSync(join(directory, 'assets', 'index-Ab12Cd34.js'), 'export {}');
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

it.each(['/nothing.js', '/assets/../../package.json', '/assets/%2e%2e/%2e%2e/package.json'])(
  'has nothing at %s',
  async (url) => {
    const { statusCode, headers } = await app.inject({ url });
    expect(statusCode).toBeGreaterThanOrEqual(400);
    expect(headers['content-type']).toMatch(/problem\+json|text\/html|application\/json/);
  },
);
