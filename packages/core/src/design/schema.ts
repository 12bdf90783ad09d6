import Joi from 'joi';
import { FIELDS, type FieldSpec } from './fields';
import { CURRENT_VERSION } from './version';

const SOURCES = ['guess', 'catalogue', 'measured', 'chosen'] as const;
const name = Joi.string().trim().max(120);

function entry(spec: FieldSpec): Joi.ObjectSchema {
  const value = Joi.number().min(spec.min).max(spec.max).required();
  return Joi.object({
    value: (spec.integer ? value.integer() : value).label(spec.label),
    from: Joi.string()
      .valid(...SOURCES)
      .required(),
    unit: Joi.string().max(12),
  });
}

/** Keys of one object of the design, by the pattern they share in the table of fields. */
function entries(pattern: string, optional: readonly string[] = []): Record<string, Joi.Schema> {
  const keys: Record<string, Joi.Schema> = {};
  for (const [path, spec] of Object.entries(FIELDS)) {
    const key = path.startsWith(`${pattern}/`) ? path.slice(pattern.length + 1) : '';
    if (key === '' || key.includes('/')) continue;
    keys[key] = optional.includes(key) ? entry(spec).allow(null).required() : entry(spec).required();
  }
  return keys;
}

function monthly(pattern: string): Joi.ObjectSchema {
  const spec = FIELDS[pattern];
  return Joi.object()
    .pattern(/^([1-9]|1[0-2])$/, spec ? entry(spec) : Joi.forbidden())
    .required();
}

const useSchema = Joi.object({
  name: name.allow('').required(),
  position: Joi.number().required(),
  months: Joi.array().items(Joi.number().integer().min(1).max(12)).unique().max(12).required(),
  supply: Joi.string().valid('ac', 'dc').required(),
  priority: Joi.string().valid('must', 'should', 'surplus').required(),
  ...entries('/uses/*'),
});

const moduleSchema = Joi.object({
  label: name.required(),
  ...entries('/array/module', ['betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse']),
}).required();

const controllerSchema = Joi.object({
  label: name.required(),
  kind: Joi.string().valid('mppt', 'pwm').required(),
  ...entries('/strings/controller'),
}).required();

/** The one schema of a design: in the browser, at the server's door and on import. */
export const designSchema: Joi.ObjectSchema = Joi.object({
  version: Joi.number().valid(CURRENT_VERSION).required(),
  name: name.min(1).required().label('Name'),
  kind: Joi.string().valid('cabin', 'homestead', 'shed', 'trailer', 'boat').required(),
  units: Joi.string().valid('metric', 'imperial').required(),
  busVolts: Joi.number().valid(12, 24, 48).required(),
  supply: Joi.object(entries('/supply')).required(),
  uses: Joi.object()
    .pattern(/^[a-z0-9-]{1,40}$/, useSchema)
    .max(3000)
    .required(),
  place: Joi.object({
    name: name.allow('').required(),
    ...entries('/place', ['lat', 'lon', 'altitude', 'low', 'high']),
    ghi: monthly('/place/ghi/*'),
    air: monthly('/place/air/*'),
  }).required(),
  bank: Joi.object({
    chemistry: Joi.string().valid('lfp', 'flooded', 'sealed').required(),
    coldProtected: Joi.boolean().required(),
    ...entries('/bank'),
  }).required(),
  array: Joi.object({
    mounting: Joi.string().valid('roof', 'rack', 'pole').required(),
    service: Joi.string().valid('ordinary', 'critical').required(),
    module: moduleSchema,
    ...entries('/array'),
  }).required(),
  strings: Joi.object({ controller: controllerSchema, ...entries('/strings') }).required(),
});
