import { blankArray, chosen, inOrder, withValueAt, type ArrayPlan, type Design } from '@ivolt/core';
import type { Thunk } from '../../job/store';
import { edit, notice } from '../../job/edits';
import { jobActions } from '../../job/jobSlice';

const named = ({ name }: Pick<ArrayPlan, 'name'>) => name || 'the unnamed array';
const newId = (letter: string) => `${letter}${crypto.randomUUID().slice(0, 8)}`;
const nextPosition = ({ arrays }: Design) =>
  Math.max(...Object.values(arrays).map(({ position }) => position)) + 1;

/** What the first array is called once there is a second. */
const FIRST_NAME = 'First array';

function withNamedFirst(design: Design): Design {
  const [first] = inOrder(design.arrays);
  return first && first[1].name === '' ? withValueAt(design, `/arrays/${first[0]}/name`, FIRST_NAME) : design;
}

/** Puts up another array beside those there are, on the controller of the first. */
export const addArray = (): Thunk => (dispatch) => {
  const id = newId('a');
  dispatch(
    edit('Add an array', (design) => {
      const [first] = inOrder(design.arrays);
      if (!first) return design;
      const [, like] = first;
      const fresh: ArrayPlan = {
        ...blankArray(nextPosition(design), like.strings.controller),
        name: `Array ${Object.keys(design.arrays).length + 1}`,
        module: like.module,
        count: chosen(like.strings.series.value),
        strings: { ...like.strings, parallel: chosen(1), inputs: chosen(1) },
      };
      return withValueAt(withNamedFirst(design), `/arrays/${id}`, fresh);
    }),
  );
  dispatch(jobActions.arrayShown(id));
};

export const duplicateArray =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const plan = getState().job.design?.arrays[id];
    if (!plan) return;
    const copy = newId('a');
    dispatch(
      edit(`Duplicate ${named(plan)}`, (design) =>
        withValueAt(withNamedFirst(design), `/arrays/${copy}`, {
          ...plan,
          name: `${plan.name || FIRST_NAME}, again`,
          position: nextPosition(design),
        }),
      ),
    );
    dispatch(jobActions.arrayShown(copy));
  };

/** Takes an array down, and its controller with it where nothing else is strung to that. */
export const removeArray =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    const plan = design?.arrays[id];
    if (!plan || Object.keys(design.arrays).length < 2) return;
    dispatch(
      edit(`Delete ${named(plan)}`, (before) => {
        const after = withValueAt(before, `/arrays/${id}`, undefined);
        const used = Object.values(after.arrays).some(
          ({ strings }) => strings.controller === plan.strings.controller,
        );
        return used ? after : withValueAt(after, `/controllers/${plan.strings.controller}`, undefined);
      }),
    );
    dispatch(notice(`${plan.name || 'The array'} is deleted`, true));
  };
