import {
  USE_LIBRARY,
  blankUse,
  nextPosition,
  useFromLibrary,
  usesInOrder,
  withValueAt,
  type Design,
  type Use,
} from '@ivolt/core';
import type { Thunk } from '../../job/store';
import { edit, notice } from '../../job/edits';

const newId = () => `u${crypto.randomUUID().slice(0, 8)}`;
const put = (design: Design, id: string, use: Use | undefined) => withValueAt(design, `/uses/${id}`, use);
const named = (use: Use) => use.name || 'the unnamed use';

/** A position between a row and the one after it. */
function after(design: Design, id: string | null): number {
  if (id === null) return nextPosition(design.uses);
  const order = usesInOrder(design);
  const index = order.findIndex(([other]) => other === id);
  const here = order[index]?.[1].position ?? 0;
  const next = order[index + 1]?.[1].position;
  return next === undefined ? here + 1 : (here + next) / 2;
}

/** Adds a use below a row, or at the end. @returns its id */
export const addUse =
  (name: string, below: string | null = null): Thunk<string> =>
  (dispatch) => {
    const id = newId();
    dispatch(
      edit(name ? `Add ${name}` : 'Add a use', (design) =>
        put(design, id, blankUse(after(design, below), name)),
      ),
    );
    return id;
  };

export const duplicateUse =
  (id: string): Thunk<string> =>
  (dispatch, getState) => {
    const copy = newId();
    const use = getState().job.design?.uses[id];
    if (use)
      dispatch(
        edit(`Duplicate ${named(use)}`, (design) =>
          put(design, copy, { ...use, position: after(design, id) }),
        ),
      );
    return copy;
  };

export const removeUse =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const use = getState().job.design?.uses[id];
    if (!use) return;
    dispatch(edit(`Delete ${named(use)}`, (design) => put(design, id, undefined)));
    dispatch(notice(`${use.name || 'The use'} is deleted`, true));
  };

/** Moves a row one up or down. */
export const moveUse =
  (id: string, by: -1 | 1): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    if (!design) return;
    const order = usesInOrder(design).map(([other]) => other);
    const index = order.indexOf(id);
    const neighbour = order[index + by];
    if (neighbour === undefined) return;
    dispatch(placeUse(id, neighbour, by === 1 ? 'after' : 'before'));
  };

/** Moves a row before or after another. */
export const placeUse =
  (id: string, target: string, where: 'before' | 'after'): Thunk =>
  (dispatch, getState) => {
    const use = getState().job.design?.uses[id];
    if (!use || id === target) return;
    dispatch(
      edit(`Move ${named(use)}`, (design) => {
        const order = usesInOrder(design).filter(([other]) => other !== id);
        const at = order.findIndex(([other]) => other === target) + (where === 'after' ? 1 : 0);
        const [before, next] = [order[at - 1]?.[1].position, order[at]?.[1].position];
        const position =
          before === undefined ? (next ?? 1) - 1 : next === undefined ? before + 1 : (before + next) / 2;
        return withValueAt(design, `/uses/${id}/position`, position);
      }),
    );
  };

/** Typical uses become rows at the end, as one edit. */
export const addTypical =
  (ids: readonly string[]): Thunk =>
  (dispatch) => {
    const typical = USE_LIBRARY.filter(({ id }) => ids.includes(id));
    const words = typical.length === 1 ? (typical[0]?.name ?? '') : `${typical.length} typical uses`;
    dispatch(
      edit(`Add ${words}`, (design) =>
        typical.reduce(
          (after, use) => put(after, newId(), useFromLibrary(use, nextPosition(after.uses))),
          design,
        ),
      ),
    );
    dispatch(notice(`${words} added; every figure is a guess until you change it`, true));
  };

/** Cells of a spreadsheet's rows, from what was put on the clipboard. */
export async function rowsOf(text: string): Promise<string[][]> {
  const { default: papaparse } = await import('papaparse');
  const { data } = papaparse.parse<string[]>(text.replace(/\r/g, ''), {
    delimiter: text.includes('\t') ? '\t' : '',
  });
  return data;
}

/** Uses read from rows become rows of the job, as one edit. @returns the first one's id */
export const takeUses =
  (uses: readonly Use[], leftOut: number): Thunk<string | null> =>
  (dispatch) => {
    const ids = uses.map(newId);
    const rows = `${uses.length} row${uses.length === 1 ? '' : 's'}`;
    dispatch(
      edit(`Paste ${rows}`, (before) => ({
        ...before,
        uses: { ...before.uses, ...Object.fromEntries(ids.map((id, i) => [id, uses[i] as Use])) },
      })),
    );
    dispatch(notice(`${rows} pasted${leftOut > 0 ? `, ${leftOut} left out` : ''}`, true));
    return ids[0] ?? null;
  };
