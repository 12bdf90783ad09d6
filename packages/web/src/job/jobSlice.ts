import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit';
import {
  touches,
  withWays,
  type Conflict,
  type Design,
  type Evaluation,
  type Figure,
  type Guess,
  type JobClimate,
  type Operation,
  type WayOut,
} from '@ivolt/core';

/** One change as the person made it, with the way back. */
export interface Edit {
  label: string;
  undo: Operation[];
  redo: Operation[];
  /** Edits of one stay in a field are one edit. */
  session: string | null;
  /** True where another tab has changed since what a part of this edit changed: that part is left alone. */
  overtaken?: boolean;
  /** When it was stored, of an edit of an earlier visit. */
  at?: string;
}

export type Saving =
  | { state: 'saved'; at: number | null }
  | { state: 'waiting' }
  | { state: 'saving' }
  | { state: 'away'; message: string }
  | { state: 'refused'; message: string };

export interface JobState {
  id: string | null;
  status: 'loading' | 'ready' | 'missing' | 'away' | 'unreadable';
  design: Design | null;
  /** What the server is known to hold. */
  saved: { design: Design; revision: number } | null;
  past: Edit[];
  future: Edit[];
  saving: Saving;
  /** Whether this browser could keep what is not saved yet. */
  draftKept: boolean;
  conflicts: Conflict[];
  climate: { key: string; status: 'none' | 'reading' | 'read' | 'away'; grid: JobClimate | null };
  evaluation: Evaluation | null;
  /** Figures of the tally that came ahead of the evaluation of the design as it is, by id. */
  ahead: Readonly<Record<string, Figure>>;
  /** True when what may be pressed for its findings is proven. */
  proven: boolean;
  /** Why the evaluation that is shown is not of the design as it is; null where it is, or soon will be. */
  trouble: string | null;
  /** Counts how often it was asked to reckon once more. */
  attempts: number;
  guesses: Guess[] | null;
  /** What it came to when it was pinned: every change is shown against it. */
  before: Evaluation | null;
  focus: { path: string | null; figureId: string | null };
  /** The array the sheets show; null, or one that is gone, shows the first. */
  arrayId: string | null;
  /** Said aloud and shown for a while. */
  notice: { text: string; undoable: boolean; at: number } | null;
}

const initialState: JobState = {
  id: null,
  status: 'loading',
  design: null,
  saved: null,
  past: [],
  future: [],
  saving: { state: 'saved', at: null },
  draftKept: true,
  conflicts: [],
  climate: { key: '', status: 'none', grid: null },
  evaluation: null,
  ahead: {},
  proven: false,
  trouble: null,
  attempts: 0,
  guesses: null,
  before: null,
  focus: { path: null, figureId: null },
  arrayId: null,
  notice: null,
};

const MOST_EDITS = 200;

const jobSlice = createSlice({
  name: 'job',
  initialState,
  reducers: {
    opening: (_state, { payload }: PayloadAction<string>) => ({ ...initialState, id: payload }),
    openFailed: (state, { payload }: PayloadAction<'missing' | 'away' | 'unreadable'>) => {
      state.status = payload;
    },
    opened: (
      state,
      { payload }: PayloadAction<{ design: Design; saved: Design; revision: number; conflicts: Conflict[] }>,
    ) => ({
      ...state,
      status: 'ready' as const,
      design: payload.design,
      saved: { design: payload.saved, revision: payload.revision },
      conflicts: payload.conflicts,
      saving:
        payload.design === payload.saved
          ? { state: 'saved' as const, at: null }
          : { state: 'waiting' as const },
    }),
    edited: (state, { payload: { after, edit } }: PayloadAction<{ after: Design; edit: Edit }>) => {
      const last = state.past.at(-1);
      const past =
        last && edit.session !== null && last.session === edit.session
          ? [
              ...state.past.slice(0, -1),
              { ...edit, undo: [...edit.undo, ...last.undo], redo: [...last.redo, ...edit.redo] },
            ]
          : [...state.past, edit].slice(-MOST_EDITS);
      return { ...state, design: after, past, future: [], saving: { state: 'waiting' as const } };
    },
    /** Edits of earlier visits, oldest first. */
    historyRead: (state, { payload }: PayloadAction<{ id: string; edits: Edit[] }>) =>
      state.id === payload.id ? { ...state, past: [...payload.edits, ...state.past] } : state,
    undone: (state, { payload }: PayloadAction<Design>) => stepped(state, payload, 'past'),
    redone: (state, { payload }: PayloadAction<Design>) => stepped(state, payload, 'future'),
    savingChanged: (state, { payload }: PayloadAction<Saving>) => {
      state.saving = payload;
    },
    /** `settled` where nothing was changed while it was on its way. */
    saveStored: (
      state,
      { payload }: PayloadAction<{ design: Design; revision: number; at: number; settled: boolean }>,
    ) => ({
      ...state,
      saved: { design: payload.design, revision: payload.revision },
      saving: payload.settled ? { state: 'saved' as const, at: payload.at } : { state: 'waiting' as const },
    }),
    draftTried: (state, { payload }: PayloadAction<boolean>) => ({ ...state, draftKept: payload }),
    /** `taken` names what another tab changed; no step back or forward of this one writes over it. */
    rebased: (
      state,
      {
        payload,
      }: PayloadAction<{
        design: Design;
        saved: Design;
        revision: number;
        conflicts: Conflict[];
        taken: readonly string[];
      }>,
    ) => ({
      ...state,
      past: state.past.map((edit) => without(edit, payload.taken)),
      future: state.future.map((edit) => without(edit, payload.taken)),
      design: payload.design,
      saved: { design: payload.saved, revision: payload.revision },
      conflicts: [
        ...state.conflicts.filter(({ path }) => !payload.conflicts.some((newer) => newer.path === path)),
        ...payload.conflicts,
      ],
    }),
    conflictsSettled: (state, { payload }: PayloadAction<readonly string[]>) => ({
      ...state,
      conflicts: state.conflicts.filter(({ path }) => !payload.includes(path)),
    }),
    climateChanged: (state, { payload }: PayloadAction<JobState['climate']>) => ({
      ...state,
      climate: payload,
      // what is known is of another climate: nothing of it is judged until it is reckoned with this one
      proven: state.proven && payload.grid === original(state)?.climate.grid,
    }),
    evaluated: (state, { payload }: PayloadAction<Evaluation>) => ({
      ...state,
      evaluation: payload,
      ahead: {},
      proven: false,
      trouble: null,
    }),
    /** The tally comes first: one follows it as one types. */
    tallied: (state, { payload }: PayloadAction<readonly Figure[]>) => ({
      ...state,
      ahead: Object.fromEntries(payload.map((figure) => [figure.id, figure])),
    }),
    waysProven: (state, { payload }: PayloadAction<Record<string, WayOut>>) => ({
      ...state,
      proven: true,
      evaluation: state.evaluation && {
        ...state.evaluation,
        findings: withWays(state.evaluation.findings, payload),
      },
    }),
    reckoningFailed: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      ahead: {},
      trouble: payload,
    }),
    reckonAgain: (state) => ({ ...state, attempts: state.attempts + 1 }),
    pinned: (state) => ({ ...state, before: state.evaluation }),
    unpinned: (state) => ({ ...state, before: null }),
    guessesRanked: (state, { payload }: PayloadAction<Guess[]>) => ({ ...state, guesses: payload }),
    fieldFocused: (state, { payload }: PayloadAction<string>) => {
      state.focus = { path: payload, figureId: null };
    },
    figureFocused: (state, { payload }: PayloadAction<string>) => {
      state.focus = { path: null, figureId: payload };
    },
    sheetOpened: (state) => {
      state.focus = { path: null, figureId: null };
    },
    arrayShown: (state, { payload }: PayloadAction<string>) => {
      state.arrayId = payload;
    },
    noticed: (state, { payload }: PayloadAction<{ text: string; undoable?: boolean; at: number } | null>) => {
      state.notice = payload && { undoable: false, ...payload };
    },
  },
});

/** An edit without what another tab has changed since. */
function without(edit: Edit, taken: readonly string[]): Edit {
  const free = ({ path }: Operation) => !taken.some((other) => touches(path, other));
  const [undo, redo] = [edit.undo.filter(free), edit.redo.filter(free)];
  if (undo.length === edit.undo.length && redo.length === edit.redo.length) return edit;
  return { ...edit, undo, redo, overtaken: true };
}

/** One step back or forward: the edit goes over to the other side. */
function stepped(state: JobState, design: Design, from: 'past' | 'future'): JobState {
  const edit = state[from].at(-1);
  if (!edit) return state;
  const to = from === 'past' ? 'future' : 'past';
  return {
    ...state,
    design,
    [from]: state[from].slice(0, -1),
    [to]: [...state[to], { ...edit, session: null }],
    saving: { state: 'waiting' },
  };
}

export const jobActions = jobSlice.actions;
export const jobReducer = jobSlice.reducer;
