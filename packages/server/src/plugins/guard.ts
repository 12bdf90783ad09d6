import fp from 'fastify-plugin';
import { Problem } from '../jobs/errors';

export interface GuardOptions {
  /** Names under which this server may be reached, without port. */
  hosts: readonly string[];
}

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];
const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();

/**
 * A page on the web must not reach a server on loopback: requests under a foreign name (as after a rebound DNS
 * answer) or from a foreign origin are refused.
 */
export const guard = fp<GuardOptions>(async (app, { hosts }) => {
  const allowed = new Set([...LOOPBACK, ...hosts.map((host) => host.toLowerCase())]);
  app.addHook('onRequest', async (request) => {
    const host = request.headers.host ?? '';
    if (!allowed.has(nameOf(host)))
      throw new Problem(421, 'FOREIGN_HOST', `This server does not answer to “${host}”`);
    const origin = request.headers.origin;
    if (origin !== undefined && !sameOrigin(origin, host)) {
      throw new Problem(403, 'FOREIGN_ORIGIN', `Requests from ${origin} are refused`);
    }
    const site = request.headers['sec-fetch-site'];
    if (site === 'cross-site' && request.routeOptions.url?.startsWith('/api/')) {
      throw new Problem(403, 'FOREIGN_ORIGIN', 'Requests from other sites are refused');
    }
  });
});

function sameOrigin(origin: string, host: string): boolean {
  try {
    const { protocol, host: from } = new URL(origin);
    return from === new URL(`${protocol}//${host}`).host;
  } catch {
    return false;
  }
}
