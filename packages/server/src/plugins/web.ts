import fastifyStatic from '@fastify/static';
import fp from 'fastify-plugin';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Stands in the built page where the nonce of the answer goes. */
const NONCE = '__CSP_NONCE__';
const WITH_NAME = /\/assets\/.+-[\w-]{8,}\.\w+$/;

/** The built interface: files by name, and the one page for every address of the app. */
export const web = fp<{ directory: string }>(async (app, { directory }) => {
  const pageFile = join(directory, 'index.html');
  if (!existsSync(pageFile)) return;
  const page = readFileSync(pageFile, 'utf8');
  await app.register(fastifyStatic, {
    root: directory,
    index: false,
    wildcard: false,
    setHeaders: (reply, path) => {
      reply.header(
        'cache-control',
        WITH_NAME.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
    },
  });
  for (const path of ['/', '/jobs/*']) {
    app.get(path, { schema: { hide: true } as never }, async (_request, reply) =>
      reply
        .type('text/html; charset=utf-8')
        .header('cache-control', 'no-store')
        .send(page.replaceAll(NONCE, reply.cspNonce.style)),
    );
  }
});
