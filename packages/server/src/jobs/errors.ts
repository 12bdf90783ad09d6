import type { Design, FieldProblem } from '@ivolt/core';
import type { RevisionRow } from '../db/queries/jobs';

/** An answer that is no 2xx, with a sentence the user can act on. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

export class JobNotFound extends Problem {
  constructor(id: string) {
    super(404, 'JOB_NOT_FOUND', 'There is no such job; it may have been deleted', { id });
  }
}

export class JobUnreadable extends Problem {
  constructor(id: string) {
    super(
      422,
      'JOB_UNREADABLE',
      'The job was stored by another version and cannot be read here. Export it as a file to keep what is in it',
      { id },
    );
  }
}

export class StaleBase extends Problem {
  constructor(revision: number, document: Design, since: RevisionRow[]) {
    super(409, 'STALE_BASE', 'The job was changed elsewhere since', { revision, document, since });
  }
}

export class SaveIdUsed extends Problem {
  constructor(revision: number) {
    super(422, 'SAVE_ID_USED', 'Another change was stored under this id; give each save its own', {
      revision,
    });
  }
}

export class PatchRefused extends Problem {
  constructor(errors: FieldProblem[]) {
    super(400, 'PATCH_REFUSED', errors[0]?.message ?? 'The change cannot stand', { errors });
  }
}
