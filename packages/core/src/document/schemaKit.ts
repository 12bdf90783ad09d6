import Joi from 'joi';
import { dayIndex } from '../units';
import { FIELDS } from './fields';
import type { FieldSpec } from './fields/kit';
import { isStorable, LONGEST_NAME } from './plain';

const SOURCES = ['guess', 'catalogue', 'measured', 'chosen'] as const;
/** The id of a job, a file or a save, as this program writes them. */
export const uuid = Joi.string().pattern(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i, 'a UUID');
/** Words of a person's own. */
export const words = Joi.string()
  .custom((text: string, helpers) => (isStorable(text) ? text : helpers.error('text.unstorable')))
  .messages({ 'text.unstorable': 'The text holds a character that cannot be stored' });
export const name = words.trim().max(LONGEST_NAME);

export function entry(spec: FieldSpec): Joi.ObjectSchema {
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
export function entries(pattern: string, optional: readonly string[] = []): Record<string, Joi.Schema> {
  const keys: Record<string, Joi.Schema> = {};
  for (const [path, spec] of Object.entries(FIELDS)) {
    const key = path.startsWith(`${pattern}/`) ? path.slice(pattern.length + 1) : '';
    if (key === '' || key.includes('/')) continue;
    keys[key] = optional.includes(key) ? entry(spec).allow(null).required() : entry(spec).required();
  }
  return keys;
}

/** The same where each may be left out. */
export function sparse(pattern: string): Record<string, Joi.Schema> {
  return Object.fromEntries(
    Object.entries(entries(pattern)).map(([key, schema]) => [key, schema.optional()] as const),
  );
}

export function monthly(pattern: string): Joi.ObjectSchema {
  const spec = FIELDS[pattern];
  return Joi.object()
    .pattern(/^([1-9]|1[0-2])$/, spec ? entry(spec) : Joi.forbidden())
    .required();
}

export const position = Joi.number().min(-1e9).max(1e9).required();
export const id = /^(?!(constructor|prototype)$)[a-z0-9-]{1,40}$/;
export const monthList = Joi.array().items(Joi.number().integer().min(1).max(12)).unique().max(12).required();

export const date = Joi.string()
  .custom((value: string, helpers) => (dayIndex(value) === null ? helpers.error('any.invalid') : value))
  .required()
  .messages({ 'any.invalid': 'A date is written as month and day, 04-15' });
