import fastifyStatic from '@fastify/static';
import fp from 'fastify-plugin';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Stands in the built page where the nonce of the answer goes. */
const NONCE = '__CSP_NONCE__';
const WITH_NAME = /\/assets\/.+-[\w-]{8,}\.\w+(\.br|\.gz)?$/;
const OF_JOB = /^\/jobs\/([0-9a-f-]{36})(?:\/([\w-]+))?$/;

/** What is asked for with a page of a job: its scripts, and the job itself. @param scripts by the sheet's name */
function hints(path: string, scripts: Readonly<Record<string, readonly string[]>>): string {
  const [, id, sheet = ''] = OF_JOB.exec(path) ?? [];
  if (!id || !Object.hasOwn(scripts, sheet)) return '';
  return [
    `<link rel="preload" as="fetch" crossorigin href="/api/jobs/${id}">`,
    ...(scripts[sheet] ?? []).map((file) => `<link rel="modulepreload" crossorigin href="${file}">`),
  ].join('');
}

/** The built interface: files by name, and the one page for every address of the app. */
export const web = fp<{ directory: string }>(async (app, { directory }) => {
  const pageFile = join(directory, 'index.html');
  if (!existsSync(pageFile)) return;
  const page = readFileSync(pageFile, 'utf8');
  const scriptsFile = join(directory, 'preloads.json');
  const scripts = existsSync(scriptsFile)
    ? (JSON.parse(readFileSync(scriptsFile, 'utf8')) as Record<string, string[]>)
    : {};
  await app.register(fastifyStatic, {
    root: directory,
    index: false,
    wildcard: false,
    preCompressed: true,
    setHeaders: (reply, path) => {
      reply.header(
        'cache-control',
        WITH_NAME.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
    },
  });
  for (const path of ['/', '/jobs/*']) {
    app.get(path, { schema: { hide: true } as never }, async (request, reply) =>
      reply
        .type('text/html; charset=utf-8')
        .header('cache-control', 'no-store')
        .send(
          page
            .replaceAll(NONCE, reply.cspNonce.style)
            .replace('</head>', `${hints(request.url.split('?')[0] ?? '', scripts)}</head>`),
        ),
    );
  }
});
