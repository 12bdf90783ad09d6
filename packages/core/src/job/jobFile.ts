import { designSchema, keysOf, problemsOf, type Design, type FieldProblem } from '../document';
import { migrate, NewerVersionError } from './migrations';

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
  let design: unknown;
  try {
    design = migrate(document);
  } catch (error) {
    if (error instanceof NewerVersionError || error instanceof TypeError) return refused(error.message);
    throw error;
  }
  const unknown = unknownFields(design);
  for (const path of unknown) removeAt(design, path);
  const problems = problemsOf(design);
  if (problems.length > 0) {
    return refused(
      `The job has ${problems.length} figure${problems.length > 1 ? 's' : ''} that cannot stand: ${problems[0]?.path} – ${problems[0]?.message}`,
      problems,
    );
  }
  return { ok: true, design: design as Design, dropped: unknown };
}

function unknownFields(design: unknown): string[] {
  const { error } = designSchema.validate(design, { abortEarly: false, convert: false });
  return (error?.details ?? [])
    .filter((detail) => detail.type === 'object.unknown')
    .map((detail) => '/' + detail.path.join('/'));
}

function removeAt(document: unknown, path: string): void {
  const keys = keysOf(path);
  const last = keys.pop();
  let here = document as Record<string, unknown> | undefined;
  for (const key of keys) here = here?.[key] as Record<string, unknown> | undefined;
  if (here && last !== undefined) delete here[last];
}
