/** The statements of reading, listing and saving on bare Fastify routes, as a measure for `npm run bench -- load`. */
import type { Design, Operation } from '@ivolt/core';
import Fastify from 'fastify';
import { createPool, inTransaction } from '../db/pool';
import * as queries from '../db/queries/jobs';

interface Save {
  base: number;
  saveId: string;
  label: string;
  patch: Operation[];
}

const pool = createPool(process.env.DATABASE_URL ?? '');
const app = Fastify();
app.get('/api/jobs', async () => ({ jobs: await queries.listJobs(pool, 100, null) }));
app.get<{ Params: { id: string } }>('/api/jobs/:id', async ({ params }) => {
  const job = await queries.findJob(pool, params.id);
  return { id: job?.id, revision: job?.revision, design: job?.document };
});
app.post<{ Params: { id: string }; Body: Save }>('/api/jobs/:id/revisions', ({ params, body }) =>
  inTransaction(pool, async (db) => {
    const job = await queries.lockJob(db, params.id, body);
    const revision = (job?.revision ?? 0) + 1;
    await queries.appendRevision(db, params.id, revision, body, job?.document as Design);
    return { revision };
  }),
);
const address = await app.listen({ host: '127.0.0.1', port: 0 });
process.send?.({ address });
