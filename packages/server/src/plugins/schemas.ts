import fp from 'fastify-plugin';
import swagger from '@fastify/swagger';
import Joi from 'joi';
import parseJoi from 'joi-to-json';

/** Joi validates requests and answers; the same schemas describe the API. */
export const schemas = fp(async (app) => {
  app.setValidatorCompiler(({ schema, httpPart }) => {
    const joi = schema as unknown as Joi.Schema;
    const convert = httpPart !== 'body';
    return (data: unknown) => joi.validate(data, { abortEarly: false, convert });
  });
  // answers are checked where the program is tried; in use the statements say what is answered
  const checked = process.env.NODE_ENV !== 'production';
  app.setSerializerCompiler(({ schema }) => {
    if (!checked) return JSON.stringify;
    const joi = schema as unknown as Joi.Schema;
    return (data: unknown) => {
      const { error, value } = joi.validate(data, { stripUnknown: true, convert: false });
      if (error) throw new Error(`An answer does not match its schema: ${error.message}`);
      return JSON.stringify(value);
    };
  });
  await app.register(swagger, {
    openapi: {
      openapi: '3.0.3',
      info: { title: 'Ivolt', description: 'Jobs, climate and places of an off-grid design.', version: '1' },
    },
    transform: ({ schema, url }) => ({
      url,
      schema: describe(schema as Record<string, unknown> | undefined) as never,
    }),
  });
  app.get('/api/docs/json', { schema: { hide: true } as never }, async () => app.swagger());
});

function describe(schema: Record<string, unknown> = {}): Record<string, unknown> {
  const { response, ...parts } = schema;
  const described = Object.fromEntries(
    Object.entries(parts).map(([key, part]) => [key, Joi.isSchema(part) ? parseJoi(part, 'open-api') : part]),
  );
  const answers = Object.entries((response ?? {}) as Record<string, unknown>).map(([status, part]) => [
    status,
    Joi.isSchema(part) ? parseJoi(part, 'open-api') : part,
  ]);
  return {
    ...described,
    ...(answers.length > 0 ? { response: Object.fromEntries(answers) as unknown } : {}),
  };
}
