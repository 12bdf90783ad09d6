import {
  BLANK_CIRCUIT,
  diff,
  inSentence,
  labelOf,
  patchedWherePossible,
  saidOf,
  unitOf,
  valueAt,
  withValueAt,
  type Acknowledgement,
  type Design,
  type Entry,
  type Remedy,
  type Source,
} from '@ivolt/core';
import type { Thunk } from './store';
import { jobActions, type Edit } from './jobSlice';

/** Makes one named change. Changes of the same session are undone together. */
export const edit =
  (label: string, change: (design: Design) => Design, session: string | null = null): Thunk =>
  (dispatch, getState) => {
    const before = getState().job.design;
    if (!before) return;
    const after = change(before);
    const redo = diff(before, after);
    if (redo.length === 0) return;
    dispatch(jobActions.edited({ after, edit: { label, undo: diff(after, before), redo, session } }));
  };

/** Says something aloud for a while, with a way back where there is one. */
export const notice =
  (text: string, undoable = false): Thunk =>
  (dispatch) => {
    dispatch(jobActions.noticed({ text, undoable, at: Date.now() }));
  };

export const putValue = (label: string, path: string, value: unknown, session: string | null = null): Thunk =>
  edit(label, (design) => withValueAt(design, path, value), session);

/** The design with a circuit to say something about, where a figure of one is typed that nothing was said of. */
function withCircuit(design: Design, path: string): Design {
  const key = /^\/wiring\/circuits\/([^/]+)\//.exec(path)?.[1];
  return key === undefined || design.wiring.circuits[key]
    ? design
    : withValueAt(design, `/wiring/circuits/${key}`, saidOf(design, key) ?? BLANK_CIRCUIT);
}

/** A figure typed into its field; null goes back to what is taken where nothing is typed. */
export const typeFigure =
  (path: string, entry: Entry | null, session: string): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    if (!design) return;
    const sparse =
      /\/(ghi|air|albedoBy|soilingBy|snowBy|hoursBy|energyBy|curve)\/\d+$|\/(given|prices|chargeAmpsBy)\/[^/]+$|\/inputLimits\/\d\/[^/]+$|^\/controllerPrices\/[^/]+$/.test(
        path,
      );
    const value = entry ?? (sparse ? undefined : null);
    dispatch(
      edit(
        `Change ${inSentence(labelOf(design, path))}`,
        (before) => {
          const after = withValueAt(withCircuit(before, path), path, value);
          // sizes and mass that nobody typed follow the amp-hours
          return /^\/bank\/unit(Ah|Volts)$/.test(path)
            ? { ...after, bank: { ...after.bank, unit: unitOf(after.bank) } }
            : after;
        },
        session,
      ),
    );
  };

export const setSource =
  (path: string, from: Source): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    const entry = design && (valueAt(design, path) as Entry | null | undefined);
    if (!design || !entry) return;
    dispatch(
      putValue(`${inSentence(labelOf(design, path))} is ${SOURCE_WORDS[from]}`, path, { ...entry, from }),
    );
  };

export const setUnit =
  (path: string, unit: string | undefined): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    const entry = design && (valueAt(design, path) as Entry | null | undefined);
    if (!design || !entry) return;
    const { unit: _before, ...rest } = entry;
    dispatch(
      putValue(
        `Show ${inSentence(labelOf(design, path))} in ${unit ?? 'the job’s units'}`,
        path,
        unit ? { ...rest, unit } : rest,
      ),
    );
  };

export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  guess: 'a guess',
  catalogue: 'from a plate or sheet',
  measured: 'measured',
  chosen: 'a choice',
};

export const applyRemedy = (finding: string, remedy: Remedy): Thunk =>
  edit(
    `${remedy.label} (${inSentence(finding)})`,
    (design) => patchedWherePossible(design, remedy.operations).document,
  );

/** Says why a look may stand. */
export const letStand = (id: string, title: string, said: Acknowledgement): Thunk =>
  putValue(`Let stand: ${inSentence(title)}`, `/acknowledged/${id}`, said);

export const askAgain = (id: string, title: string): Thunk =>
  putValue(`Ask again: ${inSentence(title)}`, `/acknowledged/${id}`, undefined);

export const undo = (): Thunk => (dispatch, getState) => {
  const { design, past } = getState().job;
  const last = past.at(-1);
  if (!design || !last) return;
  dispatch(jobActions.undone(patchedWherePossible(design, last.undo).document));
  dispatch(notice(`Undone: ${last.label}${leftOut(last)}`));
};

export const redo = (): Thunk => (dispatch, getState) => {
  const { design, future } = getState().job;
  const next = future.at(-1);
  if (!design || !next) return;
  dispatch(jobActions.redone(patchedWherePossible(design, next.redo).document));
  dispatch(notice(`Done again: ${next.label}${leftOut(next)}`));
};

const leftOut = ({ overtaken }: Edit) => (overtaken ? ', but for what another tab has changed since' : '');
