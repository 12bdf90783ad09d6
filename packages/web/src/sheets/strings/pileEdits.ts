import {
  chosen,
  inOrder,
  moduleClass,
  nextPosition,
  sheetOfClass,
  withValueAt,
  type ArrayPlan,
  type CountedSheet,
  type OwnString,
  type PanelSort,
  type Pile,
} from '@ivolt/core';
import type { Thunk } from '../../job/store';
import { edit, notice } from '../../job/edits';

const newId = (letter: string) => `${letter}${crypto.randomUUID().slice(0, 8)}`;

/** The array's own panels as the first sort of a pile, strung as they were. */
function pileOf(plan: ArrayPlan, firstInput: number): Pile {
  const { series, parallel, inputs } = plan.strings;
  const strings: [string, OwnString][] = [];
  for (let input = 0; input < inputs.value; input++)
    for (let p = 0; p < parallel.value; p++)
      strings.push([
        `s${strings.length + 1}`,
        { position: strings.length + 1, input: firstInput + input, panels: { k1: series.value } },
      ]);
  return {
    blocked: false,
    sorts: {
      k1: { name: plan.module.label, position: 1, module: plan.module, count: plan.count, pieces: {} },
    },
    strings: Object.fromEntries(strings.slice(0, 80)),
  };
}

/** From alike panels to a pile of several sorts. */
export const makePile =
  (arrayId: string, firstInput: number): Thunk =>
  (dispatch) =>
    dispatch(
      edit('String panels that are not alike', (design) => {
        const plan = design.arrays[arrayId];
        return plan ? withValueAt(design, `/arrays/${arrayId}/pile`, pileOf(plan, firstInput)) : design;
      }),
    );

/** Back to alike panels: those of the sort there are most of. */
export const dropPile =
  (arrayId: string): Thunk =>
  (dispatch) => {
    dispatch(
      edit('Take all panels alike', (design) => {
        const plan = design.arrays[arrayId];
        const sorts = Object.values(plan?.pile?.sorts ?? {});
        const [most] = sorts.toSorted((a, b) => b.count.value - a.count.value);
        if (!plan || !most) return design;
        return withValueAt(design, `/arrays/${arrayId}`, {
          ...plan,
          module: most.module,
          count: chosen(Math.max(1, most.count.value)),
          pile: null,
        });
      }),
    );
    dispatch(notice('All panels are taken to be alike', true));
  };

const pilePath = (arrayId: string) => `/arrays/${arrayId}/pile`;

export const addSort =
  (arrayId: string, classId: string): Thunk =>
  (dispatch) =>
    dispatch(
      edit(`Add panels of ${moduleClass(classId).label}`, (design) => {
        const pile = design.arrays[arrayId]?.pile;
        if (!pile) return design;
        const sheet = sheetOfClass(moduleClass(classId));
        const sort: PanelSort = {
          name: sheet.label,
          position: nextPosition(pile.sorts),
          module: sheet,
          count: chosen(1),
          pieces: {},
        };
        return withValueAt(design, `${pilePath(arrayId)}/sorts/${newId('k')}`, sort);
      }),
    );

/** Sheets from a file or a paste, each a sort of its own. */
export const addSheets =
  (arrayId: string, sheets: readonly CountedSheet[]): Thunk =>
  (dispatch) =>
    dispatch(
      edit(`Add ${sheets.length} sort${sheets.length === 1 ? '' : 's'} of panels`, (design) =>
        sheets.reduce((after, { name, count, sheet }) => {
          const pile = after.arrays[arrayId]?.pile;
          if (!pile) return after;
          const sort: PanelSort = {
            name,
            position: nextPosition(pile.sorts),
            module: sheet,
            count: chosen(count),
            pieces: {},
          };
          return withValueAt(after, `${pilePath(arrayId)}/sorts/${newId('k')}`, sort);
        }, design),
      ),
    );

/** Takes a sort out of the pile and out of every string. */
export const removeSort =
  (arrayId: string, sortId: string, name: string): Thunk =>
  (dispatch) => {
    dispatch(
      edit(`Delete ${name}`, (design) => {
        const pile = design.arrays[arrayId]?.pile;
        if (!pile || Object.keys(pile.sorts).length < 2) return design;
        const { [sortId]: _gone, ...sorts } = pile.sorts;
        const strings = Object.fromEntries(
          Object.entries(pile.strings).map(([id, string]) => {
            const { [sortId]: _out, ...panels } = string.panels;
            return [id, { ...string, panels }];
          }),
        );
        return withValueAt(design, pilePath(arrayId), { ...pile, sorts, strings });
      }),
    );
    dispatch(notice(`${name} is deleted`, true));
  };

export const addString =
  (arrayId: string): Thunk =>
  (dispatch) =>
    dispatch(
      edit('Add a string', (design) => {
        const pile = design.arrays[arrayId]?.pile;
        if (!pile) return design;
        const last = inOrder(pile.strings).at(-1)?.[1];
        const string: OwnString = {
          position: nextPosition(pile.strings),
          input: last?.input ?? 1,
          panels: {},
        };
        return withValueAt(design, `${pilePath(arrayId)}/strings/${newId('s')}`, string);
      }),
    );

export const removeString =
  (arrayId: string, stringId: string): Thunk =>
  (dispatch) =>
    dispatch(
      edit('Delete a string', (design) =>
        withValueAt(design, `${pilePath(arrayId)}/strings/${stringId}`, undefined),
      ),
    );

export const addPiece =
  (arrayId: string, sortId: string): Thunk =>
  (dispatch) =>
    dispatch(
      edit('Add a measured panel', (design) => {
        const sort = design.arrays[arrayId]?.pile?.sorts[sortId];
        if (!sort) return design;
        const position = nextPosition(sort.pieces);
        const last = inOrder(sort.pieces).at(-1)?.[1];
        return withValueAt(design, `${pilePath(arrayId)}/sorts/${sortId}/pieces/${newId('p')}`, {
          tag: String(position),
          position,
          voc: null,
          isc: null,
          light: last?.light ?? null,
          cell: last?.cell ?? null,
        });
      }),
    );
