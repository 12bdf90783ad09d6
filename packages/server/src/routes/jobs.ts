import { CURRENT_VERSION, writeJobFile, type Design } from '@ivolt/core';
import type { FastifyPluginAsync } from 'fastify';
import type { Pool } from 'pg';
import * as queries from '../db/queries/jobs';
import { JobNotFound, JobUnreadable, Problem } from '../jobs/errors';
import { createJob, saveRevision, type Save } from '../jobs/jobs';
import { withKeptFiles } from '../jobs/keptFiles';
import type { Reckoner } from '../reckon/reckoner';
import type { Summaries } from '../reckon/summaries';
import * as schemas from './schemas';

interface Options {
  pool: Pool;
  reckoner: Reckoner;
  summaries: Summaries;
}
type Id = { Params: { id: string } };

export const jobRoutes: FastifyPluginAsync<Options> = async (app, { pool, reckoner, summaries }) => {
  const read = async (id: string) => {
    const job = await queries.findJob(pool, id);
    if (!job) throw new JobNotFound(id);
    return job;
  };
  const readDesign = async (id: string) => {
    const job = await read(id);
    if ((job.document as Partial<Design> | null)?.version !== CURRENT_VERSION) throw new JobUnreadable(id);
    return job;
  };
  const create = async (design: Design, label: string) => {
    const created = await createJob(pool, design, label);
    summaries.soon(created.id);
    return created;
  };

  app.get<{ Querystring: { limit: number; beforeTime?: string; beforeId?: string } }>(
    '/',
    { schema: { querystring: schemas.listQuery, response: { 200: schemas.listAnswer } } },
    async ({ query: { limit, beforeTime, beforeId } }) => ({
      jobs: await queries.listJobs(
        pool,
        limit,
        beforeTime && beforeId ? { updatedAt: beforeTime, id: beforeId } : null,
      ),
    }),
  );

  app.post<{ Body: { design: Design; label?: string } }>(
    '/',
    { schema: { body: schemas.newJobBody, response: { 201: schemas.revisionAnswer } } },
    async ({ body }, reply) => {
      const [first, ...more] = await reckoner.run('problems', body.design);
      if (first) {
        const errors = [first, ...more].map(({ path, message }) => ({ path: `/design${path}`, message }));
        throw new Problem(400, 'INVALID_REQUEST', first.message, { errors });
      }
      return reply.status(201).send(await create(body.design, body.label ?? 'New job'));
    },
  );

  app.get<Id>(
    '/:id',
    { schema: { params: schemas.jobId, response: { 200: schemas.jobAnswer } } },
    async ({ params }) => {
      const { id, revision, document } = await readDesign(params.id);
      return { id, revision, design: document };
    },
  );

  app.post<Id & { Body: Save }>(
    '/:id/revisions',
    { schema: { params: schemas.jobId, body: schemas.saveBody, response: { 200: schemas.revisionAnswer } } },
    async ({ params, body }) => {
      const saved = await saveRevision(pool, reckoner, params.id, body);
      summaries.soon(params.id);
      return saved;
    },
  );

  app.get<Id & { Querystring: { since: number } }>(
    '/:id/revisions',
    {
      schema: {
        params: schemas.jobId,
        querystring: schemas.sinceQuery,
        response: { 200: schemas.revisionsAnswer },
      },
    },
    async ({ params, query }) => {
      await read(params.id);
      return { revisions: await queries.revisionsSince(pool, params.id, query.since) };
    },
  );

  app.get<Id & { Querystring: { until: number; most: number } }>(
    '/:id/history',
    {
      schema: {
        params: schemas.jobId,
        querystring: schemas.historyQuery,
        response: { 200: schemas.historyAnswer },
      },
    },
    async ({ params, query }) => {
      await read(params.id);
      return queries.historyUntil(pool, params.id, query.until, query.most);
    },
  );

  app.post<Id & { Body: { name: string } }>(
    '/:id/duplicate',
    { schema: { params: schemas.jobId, body: schemas.nameBody, response: { 201: schemas.revisionAnswer } } },
    async ({ params, body }, reply) => {
      const { document } = await readDesign(params.id);
      return reply
        .status(201)
        .send(await create({ ...document, name: body.name }, `Copy of ${document.name}`));
    },
  );

  app.delete<Id>('/:id', { schema: { params: schemas.jobId } }, async ({ params }, reply) => {
    if (!(await queries.setDeleted(pool, params.id, true))) throw new JobNotFound(params.id);
    return reply.status(204).send();
  });

  app.post<Id>('/:id/restore', { schema: { params: schemas.jobId } }, async ({ params }, reply) => {
    if (!(await queries.setDeleted(pool, params.id, false))) throw new JobNotFound(params.id);
    return reply.status(204).send();
  });

  app.get<Id>('/:id/file', { schema: { params: schemas.jobId } }, async ({ params }, reply) => {
    const { document } = await read(params.id);
    const name =
      String((document as Partial<Design> | null)?.name ?? '')
        .normalize('NFD')
        .replace(/[^\w]+/g, '-')
        .replace(/^-+|-+$/g, '')
        .toLowerCase() || 'job';
    return reply
      .type('application/json; charset=utf-8')
      .header('content-disposition', `attachment; filename="${name}.ivolt.json"`)
      .send(writeJobFile(document));
  });

  app.get<Id>('/:id/evaluation', { schema: { params: schemas.jobId } }, async ({ params }) => {
    const { document } = await readDesign(params.id);
    const evaluation = await reckoner.run('evaluation', document);
    if (!evaluation) throw new JobUnreadable(params.id);
    return evaluation;
  });

  app.post<{ Body: { file: string } }>(
    '/import',
    { schema: { body: schemas.fileBody, response: { 201: schemas.importAnswer } } },
    async ({ body }, reply) => {
      const reading = await reckoner.run('file', body.file);
      if (!reading.ok) throw new Problem(400, 'FILE_REFUSED', reading.message, { errors: reading.problems });
      const { id } = await create(await withKeptFiles(pool, reading.design), 'Imported');
      return reply.status(201).send({ id, dropped: reading.dropped });
    },
  );
};
