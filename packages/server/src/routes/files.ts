import { WEATHER_FILE_LIMIT_BYTES } from '@ivolt/core';
import type { FastifyPluginAsync } from 'fastify';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import { findFile, insertFile } from '../db/queries/files';
import { JobNotFound, Problem } from '../jobs/errors';
import * as schemas from './schemas';

/** Originals kept beside a job: they come in as they are, and go out as they came. */
export const fileRoutes: FastifyPluginAsync<{ pool: Pool }> = async (app, { pool }) => {
  app.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: WEATHER_FILE_LIMIT_BYTES },
    (_request, body, done) => done(null, body),
  );

  app.post<{ Params: { id: string }; Querystring: { name: string }; Body: Buffer | null }>(
    '/jobs/:id/files',
    {
      bodyLimit: WEATHER_FILE_LIMIT_BYTES,
      schema: {
        params: schemas.jobId,
        querystring: schemas.fileQuery,
        response: { 201: schemas.fileAnswer },
      },
    },
    async ({ params, query, body }, reply) => {
      if (!Buffer.isBuffer(body) || body.length === 0) {
        throw new Problem(400, 'FILE_EMPTY', 'The file is empty');
      }
      const id = randomUUID();
      const stored = await insertFile(pool, { id, jobId: params.id, name: query.name, content: body });
      if (!stored) throw new JobNotFound(params.id);
      return reply.status(201).send({ id });
    },
  );

  app.get<{ Params: { id: string } }>(
    '/files/:id',
    { schema: { params: schemas.jobId }, compress: false },
    async ({ params }, reply) => {
      const file = await findFile(pool, params.id);
      if (!file) throw new Problem(404, 'FILE_NOT_FOUND', 'The file is not kept here');
      const name = file.name.replace(/[^\w.-]+/g, '-') || 'file';
      return reply
        .type('application/octet-stream')
        .header('content-disposition', `attachment; filename="${name}"`)
        .send(file.content);
    },
  );
};
