import type Joi from 'joi';
import { formatTrimmed } from '../units';
import type { Design } from './design';
import { fieldAt, FIELDS, patternOf } from './fields';
import { escapeKey, type FieldProblem } from './pointer';
import { danglingIn, designSchema, MOST_ROWS, overfullIn, shapeSchema } from './schema';

/** What is wrong with a design, by field; empty where all is well. Values are never coerced. */
export function problemsOf(design: unknown): FieldProblem[] {
  const { error } = designSchema.validate(design, { abortEarly: false, convert: false });
  return (error?.details ?? []).map(toProblem);
}

/**
 * The same of a design made from one that may stand: only what is another object in it is looked at, so that a figure
 * among three thousand uses costs what a figure costs.
 * @param before may stand
 */
export function problemsOfChange(before: Design, after: Design): FieldProblem[] {
  const thin: Record<string, unknown> = { ...after };
  for (const [key, most] of Object.entries(MOST_ROWS)) {
    const rows: unknown = thin[key];
    if (typeof rows !== 'object' || rows === null || Array.isArray(rows)) return problemsOf(after);
    const old: Readonly<Record<string, unknown>> = before[key as keyof typeof MOST_ROWS];
    const all = Object.entries(rows);
    const changed = all.filter(([id, row]) => !Object.hasOwn(old, id) || old[id] !== row);
    if (all.length > most) return problemsOf(after);
    // one row stands for the rest, since there may have to be one
    thin[key] = Object.fromEntries(changed.length > 0 ? changed : all.slice(0, 1));
  }
  const { error } = shapeSchema.validate(thin, { abortEarly: false, convert: false });
  if (error) return error.details.map(toProblem);
  return danglingIn(after) || overfullIn(after) ? problemsOf(after) : [];
}

export function isDesign(design: unknown): design is Design {
  return problemsOf(design).length === 0;
}

function toProblem(detail: Joi.ValidationErrorItem): FieldProblem {
  const path = detail.path.map((key) => `/${escapeKey(String(key))}`).join('');
  return { path, message: outOfRange(path) ?? tooMany(detail) ?? detail.message.replace(/"/g, '') };
}

/** What a design holds too many of, in a person's words. */
function tooMany({ type, path, context }: Joi.ValidationErrorItem): string | undefined {
  const what = WHAT[String(path.at(-1))];
  return type === 'object.max' && what ? `There are at most ${context?.limit} ${what}` : undefined;
}

const WHAT: Readonly<Record<string, string>> = {
  uses: 'uses in a job',
  stops: 'stops in a job',
  events: 'events in a job',
  arrays: 'arrays in a job',
  controllers: 'controllers in a job',
  sources: 'sources of backup in a job',
  stretches: 'stretches of wiring in a job',
  circuits: 'circuits that something is said about',
  own: 'circuits of one’s own in a job',
  coils: 'coils in a job',
  obstacles: 'things in the way of one array',
  sorts: 'sorts of panels in one array',
  strings: 'strings in one array',
  pieces: 'panels measured of one sort',
};

/** A number outside its field's range gets the range in words; any other fault keeps the schema's sentence. */
function outOfRange(path: string): string | undefined {
  const entryPath = path.replace(/\/value$/, '');
  if (entryPath === path || !Object.hasOwn(FIELDS, patternOf(entryPath))) return undefined;
  return rangeMessage(entryPath);
}

/** "Latitude runs from −90 to 90." */
export function rangeMessage(
  path: string,
  show: (value: number) => string = (value) => formatTrimmed(value, 2),
): string {
  const spec = fieldAt(path);
  const whole = spec.integer ? ', whole numbers only' : '';
  return `${spec.label} runs from ${show(spec.min)} to ${show(spec.max)}${whole}`;
}

/** Why a number may not stand in a field, or undefined where it may. */
export function valueProblem(
  path: string,
  value: number,
  show?: (value: number) => string,
): string | undefined {
  const spec = fieldAt(path);
  const fits = value >= spec.min && value <= spec.max && (!spec.integer || Number.isInteger(value));
  return fits ? undefined : rangeMessage(path, show);
}
