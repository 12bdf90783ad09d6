import { designSchema } from '@ivolt/core';
import Joi from 'joi';

export const jobId = Joi.object({ id: Joi.string().guid().required() });

const operation = Joi.object({
  op: Joi.string().valid('add', 'replace', 'remove').required(),
  path: Joi.string().allow('').max(300).required(),
  value: Joi.any().when('op', { is: 'remove', then: Joi.forbidden(), otherwise: Joi.required() }),
});

export const saveBody = Joi.object({
  base: Joi.number().integer().min(1).required().description('the revision the edits started from'),
  saveId: Joi.string().guid().required().description('names the save; sent twice, it is stored once'),
  label: Joi.string().max(200).required().description('what the edit is called in the history'),
  patch: Joi.array().items(operation).min(1).max(20_000).required().description('RFC 6902 operations'),
});

export const newJobBody = Joi.object({
  design: designSchema,
  label: Joi.string().max(200).default('New job'),
});

export const listQuery = Joi.object({
  limit: Joi.number().integer().min(1).max(200).default(100),
  beforeTime: Joi.string().isoDate(),
  beforeId: Joi.string().guid(),
}).and('beforeTime', 'beforeId');

export const revisionAnswer = Joi.object({
  id: Joi.string().guid(),
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
        }).required(),
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

export const sinceQuery = Joi.object({ since: Joi.number().integer().min(0).required() });
export const nameBody = Joi.object({ name: Joi.string().trim().min(1).max(120).required() });
export const fileBody = Joi.object({ file: Joi.string().required().description('the text of a job file') });
export const importAnswer = Joi.object({
  id: Joi.string().required(),
  dropped: Joi.array().items(Joi.string()).required(),
});

export const fileQuery = Joi.object({ name: Joi.string().trim().min(1).max(200).required() });
export const fileAnswer = Joi.object({ id: Joi.string().guid().required() });
