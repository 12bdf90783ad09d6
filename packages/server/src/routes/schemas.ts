import { uuid, words } from '@ivolt/core';
import Joi from 'joi';

export const jobId = Joi.object({ id: uuid.required() });

/** A number that a column of whole numbers can hold. */
const revision = Joi.number().integer().max(2_147_483_647);

const MOST_OPERATIONS = 20_000;
const OPERATION_KEYS = ['op', 'path', 'value'];

/** Why something is no operation of a patch, or null where it is one. By hand, since a patch may have thousands. */
function operationProblem(operation: unknown): string | null {
  if (typeof operation !== 'object' || operation === null) return 'is no operation';
  const { op, path } = operation as Record<string, unknown>;
  if (Object.keys(operation).some((key) => !OPERATION_KEYS.includes(key))) return 'has a key that none has';
  if (op !== 'add' && op !== 'replace' && op !== 'remove') return 'op must be add, replace or remove';
  if (typeof path !== 'string' || path.length > 300)
    return 'path must be a pointer of at most 300 characters';
  if ((op === 'remove') === Object.hasOwn(operation, 'value'))
    return op === 'remove' ? 'takes no value' : 'needs a value';
  return null;
}

const patch = Joi.array()
  .min(1)
  .max(MOST_OPERATIONS)
  .custom((operations: unknown[], helpers) => {
    for (const [at, operation] of operations.entries()) {
      const problem = operationProblem(operation);
      if (problem)
        return helpers.error('patch.operation', { at, problem }, {
          path: [...(helpers.state.path ?? []), at],
        } as never);
    }
    return operations;
  })
  .messages({ 'patch.operation': 'Operation {#at} {#problem}' })
  .description('RFC 6902 operations: add, replace and remove of keys of objects');

export const saveBody = Joi.object({
  base: revision.min(1).required().description('the revision the edits started from'),
  saveId: uuid.required().description('names the save; sent twice, it is stored once'),
  label: words.max(200).required().description('what the edit is called in the history'),
  patch: patch.required(),
});

export const newJobBody = Joi.object({
  design: Joi.object().unknown().required().description('a design, as the schema of a job file has it'),
  label: words.max(200).default('New job'),
});

export const listQuery = Joi.object({
  limit: Joi.number().integer().min(1).max(200).default(100),
  beforeTime: Joi.string()
    .isoDate()
    .pattern(/^(19|20|21)\d{2}-/, 'a year of this time'),
  beforeId: uuid,
}).and('beforeTime', 'beforeId');

export const revisionAnswer = Joi.object({
  id: uuid,
  revision: Joi.number().integer().required(),
});
export const jobAnswer = Joi.object({
  id: Joi.string().required(),
  revision: Joi.number().required(),
  design: Joi.object().unknown().required(),
});
export const revisionsAnswer = Joi.object({
  revisions: Joi.array()
    .items(
      Joi.object({
        revision: Joi.number().required(),
        label: Joi.string().allow('').required(),
        createdAt: Joi.string().required(),
        patch: Joi.array().required(),
      }),
    )
    .required(),
});

export const historyAnswer = revisionsAnswer.keys({
  base: Joi.object({ revision: Joi.number().required(), document: Joi.object().unknown().required() })
    .allow(null)
    .required()
    .description('what the job was before the first of these revisions'),
});

const shownFigure = Joi.object({
  label: Joi.string().required(),
  number: Joi.string().required(),
  unit: Joi.string().allow('').required(),
  mark: Joi.string().valid('stop', 'look').allow(null).required(),
});

export const listAnswer = Joi.object({
  jobs: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        name: Joi.string().required(),
        kind: Joi.string().required(),
        revision: Joi.number().required(),
        updatedAt: Joi.string().required(),
        summary: Joi.object({
          standing: Joi.string().required(),
          words: Joi.string().required(),
          sentence: Joi.string().required(),
          place: Joi.string().allow('').required(),
          figures: Joi.array().items(shownFigure).required(),
        })
          .allow(null)
          .required()
          .description('null while what was saved a moment ago is being reckoned'),
      }),
    )
    .required(),
});

export const pointQuery = Joi.object({
  lat: Joi.number().min(-90).max(90).required(),
  lon: Joi.number().min(-180).max(180).required(),
});

const twelve = Joi.array().items(Joi.number()).length(12).required();
export const climateAnswer = Joi.object({
  latDeg: Joi.number().required(),
  lonDeg: Joi.number().required(),
  ghiKWhm2: twelve,
  airC: twelve,
  lowestC: Joi.number().allow(null).required(),
  highestC: Joi.number().allow(null).required(),
  altitudeM: Joi.number().required(),
  landDistance: Joi.number().required(),
  linke: twelve,
  dayQuantiles: Joi.array()
    .items(Joi.array().items(Joi.number()).length(13))
    .length(12)
    .allow(null)
    .required(),
});

export const placesQuery = Joi.object({ q: Joi.string().trim().min(1).max(80).required() });
export const placesAnswer = Joi.object({
  places: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().required(),
        country: Joi.string().required(),
        latDeg: Joi.number().required(),
        lonDeg: Joi.number().required(),
        population: Joi.number().required(),
      }),
    )
    .required(),
});

export const sinceQuery = Joi.object({ since: revision.min(0).required() });
export const historyQuery = Joi.object({
  until: revision.min(1).required(),
  most: Joi.number().integer().min(1).max(300).default(60),
});
export const nameBody = Joi.object({ name: words.trim().min(1).max(120).required() });
export const fileBody = Joi.object({ file: Joi.string().required().description('the text of a job file') });
export const importAnswer = Joi.object({
  id: Joi.string().required(),
  dropped: Joi.array().items(Joi.string()).required(),
});

export const fileQuery = Joi.object({ name: words.trim().min(1).max(200).required() });
export const fileAnswer = Joi.object({ id: uuid.required() });
