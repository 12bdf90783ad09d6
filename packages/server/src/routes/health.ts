import type { FastifyPluginAsync } from 'fastify';
import type { Pool } from 'pg';

export const healthRoutes: FastifyPluginAsync<{ pool: Pool }> = async (app, { pool }) => {
  /** The process is alive. */
  app.get('/healthz', async () => ({ status: 'ok' }));
  /** It can store. */
  app.get('/readyz', async () => {
    await pool.query('SELECT 1');
    return { status: 'ready' };
  });
};
