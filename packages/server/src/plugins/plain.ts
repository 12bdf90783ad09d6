import { hostileIn } from '@ivolt/core';
import fp from 'fastify-plugin';
import { Problem } from '../jobs/errors';

const refused = (path: string, message: string) =>
  new Problem(400, 'INVALID_REQUEST', message, { errors: [{ path, message }] });

/** What could not be stored, or would reach what all objects share, is refused before anything looks at it. */
export const plain = fp(async (app) => {
  app.addHook('preValidation', async ({ body, query }) => {
    const hostile = Buffer.isBuffer(body) ? null : hostileIn(body);
    if (hostile) throw refused(hostile.path, hostile.message);
    const asked = hostileIn(query);
    if (asked) throw refused(asked.path, asked.message);
  });
});
