import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import type { ClimateGrid } from '@ivolt/core';
import Fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import type { Pool } from 'pg';
import { guard } from './plugins/guard';
import { plain } from './plugins/plain';
import { problems } from './plugins/problems';
import { schemas } from './plugins/schemas';
import { web } from './plugins/web';
import type { Reckoner } from './reckon/reckoner';
import { Summaries } from './reckon/summaries';
import { fileRoutes } from './routes/files';
import { healthRoutes } from './routes/health';
import { jobRoutes } from './routes/jobs';
import { worldRoutes } from './routes/world';

export interface AppOptions {
  pool: Pool;
  grid: ClimateGrid;
  reckoner: Reckoner;
  webDirectory: string;
  /** Names beside loopback under which it may be reached. */
  hosts?: readonly string[];
  logger?: FastifyServerOptions['logger'];
}

/** Job files hold 4 MB at most; wrapped in a request they are a little longer. */
const BODY_LIMIT_BYTES = 5 * 1024 * 1024;

export async function buildApp({
  pool,
  grid,
  reckoner,
  webDirectory,
  hosts = [],
  logger = false,
}: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({
    logger,
    bodyLimit: BODY_LIMIT_BYTES,
    forceCloseConnections: 'idle',
    requestTimeout: 30_000,
  });
  await app.register(problems);
  await app.register(guard, { hosts });
  await app.register(helmet, {
    enableCSPNonces: true,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' },
  });
  await app.register(compress);
  await app.register(schemas);
  await app.register(plain);
  await app.register(healthRoutes, { pool });
  const summaries = new Summaries(pool, reckoner);
  await summaries.catchUp();
  app.addHook('onClose', () => summaries.close());
  await app.register(jobRoutes, { prefix: '/api/jobs', pool, reckoner, summaries });
  await app.register(fileRoutes, { prefix: '/api', pool });
  await app.register(worldRoutes, { prefix: '/api', grid });
  await app.register(web, { directory: webDirectory });
  return app;
}
