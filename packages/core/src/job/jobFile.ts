import { designSchema, escapeKey, hostileIn, problemsOf, type Design, type FieldProblem } from '../document';
import { migrate, NewerVersionError, NoVersionError } from './migrations';

/** Larger files are refused before they are read. */
export const JOB_FILE_LIMIT_BYTES = 4 * 1024 * 1024;
const FORMAT = 'ivolt-job';

export type JobFileReading =
  { ok: true; design: Design; dropped: string[] } | { ok: false; message: string; problems: FieldProblem[] };

/** The text of a job file: one JSON document that any other machine can read. */
export function writeJobFile(design: Design): string {
  return JSON.stringify({ format: FORMAT, design }, null, 2) + '\n';
}

const refused = (message: string, problems: FieldProblem[] = []): JobFileReading => ({
  ok: false,
  message,
  problems,
});

/**
 * Reads a job file of this version or an older one. Fields that no version knows are left out and named in
 * `dropped`; anything else wrong is refused with the fields at fault.
 */
export function readJobFile(text: string): JobFileReading {
  if (text.length > JOB_FILE_LIMIT_BYTES) {
    return refused(
      `The file is larger than ${JOB_FILE_LIMIT_BYTES / 1024 / 1024} MB; a job file is a few hundred kB at most`,
    );
  }
  let file: unknown;
  try {
    file = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return refused('The file is not JSON. Export the job again and import that file');
  }
  if (typeof file !== 'object' || file === null || (file as { format?: unknown }).format !== FORMAT) {
    return refused('The file is JSON, but not an Ivolt job: it does not say "format": "ivolt-job"');
  }
  return readDesign((file as { design?: unknown }).design);
}

/** As `readJobFile`, from a document already parsed. */
export function readDesign(document: unknown): JobFileReading {
  const hostile = hostileIn(document);
  if (hostile) return refused(`The job cannot be read at ${hostile.path}: ${hostile.message}`, [hostile]);
  let design: unknown;
  try {
    design = migrate(document);
  } catch (error) {
    if (error instanceof NewerVersionError || error instanceof NoVersionError) return refused(error.message);
    // a step met something that no document of that version holds
    const { version } = document as { version: number };
    return refused(`The job says that it is of version ${version}, but lacks what such a job holds`);
  }
  const unknown = unknownFields(design);
  for (const keys of unknown) removeAt(design, keys);
  const problems = problemsOf(design);
  if (problems.length > 0) {
    return refused(
      `The job has ${problems.length} figure${problems.length > 1 ? 's' : ''} that cannot stand: ${problems[0]?.path} – ${problems[0]?.message}`,
      problems,
    );
  }
  return {
    ok: true,
    design: design as Design,
    dropped: unknown.map((keys) => keys.map((key) => `/${escapeKey(key)}`).join('')),
  };
}

function unknownFields(design: unknown): string[][] {
  const { error } = designSchema.validate(design, { abortEarly: false, convert: false });
  return (error?.details ?? [])
    .filter((detail) => detail.type === 'object.unknown')
    .map((detail) => detail.path.map(String));
}

function removeAt(document: unknown, keys: readonly string[]): void {
  const holder = keys.slice(0, -1).reduce((here, key) => {
    if (typeof here !== 'object' || here === null || !Object.hasOwn(here, key)) return null;
    return (here as Record<string, unknown>)[key];
  }, document);
  if (typeof holder === 'object' && holder !== null)
    delete (holder as Record<string, unknown>)[keys.at(-1) ?? ''];
}
