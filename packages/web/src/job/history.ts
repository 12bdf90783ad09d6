import {
  diff,
  displayFigure,
  FIELDS,
  isEntry,
  patched,
  patternOf,
  type Design,
  type Operation,
} from '@ivolt/core';
import { api, type JobHistory } from '../api/client';
import { jobActions, type Edit } from './jobSlice';
import type { AppStore } from './store';

/** Edits of earlier visits that are at hand; further back there are the revisions. */
const MOST_KEPT = 60;
/** The sheet comes first. */
const AFTER_MS = 1200;

/** What was done before the job was opened, read once it stands. Called as it opens. @returns ends it */
export function readHistory(store: AppStore, id: string): () => void {
  let ended = false;
  // what is saved from now on is of this visit, which has its edits itself
  const { saved } = store.getState().job;
  const read = async () => {
    if (!saved) return;
    try {
      const history = await api.history(id, saved.revision, MOST_KEPT);
      const edits = editsOf(history, saved.design);
      if (!ended && edits.length > 0) store.dispatch(jobActions.historyRead({ id, edits }));
    } catch {
      // without it the history begins with this visit
    }
  };
  const timer = setTimeout(() => void read(), AFTER_MS);
  return () => {
    ended = true;
    clearTimeout(timer);
  };
}

const touchesVersion = ({ path }: Operation) => path === '' || path === '/version';

/**
 * Stored revisions as edits with their way back. None where they do not lead to what the job is now; those before it was
 * brought to this version are left out.
 */
export function editsOf({ base, revisions }: JobHistory, now: Design): Edit[] {
  if (!base) return [];
  let document = base.document;
  let edits: Edit[] = [];
  for (const { label, patch, createdAt } of revisions) {
    const whole = patch.find(({ path }) => path === '');
    const after = whole && 'value' in whole ? (whole.value as Design) : patched(document, patch);
    edits = patch.some(touchesVersion)
      ? []
      : [...edits, { label, undo: diff(after, document), redo: patch, session: null, at: createdAt }];
    document = after;
  }
  return diff(document, now).length === 0 ? edits : [];
}

/** What an edit is called in the history: of one figure, from what to what. */
export function told(edit: Edit, design: Design): string {
  const { label, undo, redo, at } = edit;
  // that of a stored one says it already
  if (at !== undefined) return label;
  const path = redo.at(-1)?.path.replace(/\/value$/, '');
  if (!path || ![...undo, ...redo].every((one) => one.path === path || one.path.startsWith(`${path}/`)))
    return label;
  const [from, to] = [undo, redo].map((ops) => {
    const last = ops.at(-1);
    return last && 'value' in last ? figureIn(last.value, path, design) : null;
  });
  return from && to && from !== to ? `${label}: ${from} → ${to}` : label;
}

function figureIn(value: unknown, path: string, { units }: Design): string | null {
  const quantity = FIELDS[patternOf(path)]?.quantity;
  const number = isEntry(value) ? value.value : value;
  if (!quantity || typeof number !== 'number') return null;
  const { number: shown, unit } = displayFigure(number, quantity, units);
  return unit ? `${shown}\u00a0${unit}` : shown;
}
