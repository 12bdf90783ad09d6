import type { FastifyError } from 'fastify';
import fp from 'fastify-plugin';
import Joi from 'joi';
import { Problem } from '../jobs/errors';

interface ProblemBody {
  type: string;
  title: string;
  status: number;
  code: string;
  errors?: { path: string; message: string }[];
  [more: string]: unknown;
}

const body = (
  status: number,
  code: string,
  title: string,
  more: Record<string, unknown> = {},
): ProblemBody => ({
  type: `about:blank#${code.toLowerCase().replace(/_/g, '-')}`,
  title,
  status,
  code,
  ...more,
});

/** PostgreSQL gone, going or coming back: nothing was stored, the same request may be sent again. */
const AWAY =
  /ECONNREFUSED|ECONNRESET|EPIPE|57P0[123]|08\d{3}|terminat|timeout exceeded when trying to connect|Connection ended|not queryable|closed the connection/i;

function toProblem(error: unknown): ProblemBody {
  if (error instanceof Problem) return body(error.status, error.code, error.message, error.more);
  const known = error as FastifyError & { code?: string };
  if (known.validation || Joi.isError(known)) {
    const details = Joi.isError(known) ? known.details : [];
    return body(400, 'INVALID_REQUEST', details[0]?.message ?? known.message, {
      errors: details.map((detail) => ({
        path: '/' + detail.path.join('/'),
        message: detail.message.replace(/"/g, ''),
      })),
    });
  }
  if (known.code === 'FST_ERR_CTP_BODY_TOO_LARGE')
    return body(
      413,
      'TOO_LARGE',
      'The request is larger than is read here: 4 MB for a job, 32 MB for a weather file',
    );
  if (known.statusCode && known.statusCode < 500)
    return body(known.statusCode, known.code ?? 'REFUSED', known.message);
  if (AWAY.test(`${known.code ?? ''} ${known.message ?? ''}`)) {
    return body(
      503,
      'STORE_AWAY',
      'The database does not answer. Send the same again in a moment; it is stored once',
    );
  }
  return body(500, 'INTERNAL', 'Something went wrong on the server; nothing was stored');
}

/** Errors as `application/problem+json` (RFC 9457) with the places of the fields at fault. */
export const problems = fp(async (app) => {
  app.setErrorHandler((error, request, reply) => {
    const problem = toProblem(error);
    if (problem.status >= 500) request.log.error({ err: error }, problem.title);
    return reply.status(problem.status).type('application/problem+json').send(problem);
  });
  app.setNotFoundHandler((request, reply) =>
    reply
      .status(404)
      .type('application/problem+json')
      .send(body(404, 'NOT_FOUND', `There is nothing at ${request.method} ${request.url}`)),
  );
});
