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

/** True where a controller has so many inputs that nothing is connected to. */
function hasFreeInputs({ arrays, controllers }: Design, controllerId: string, wanted: number): boolean {
  const { inputs, keepFree } = controllers[controllerId] ?? {};
  const taken = Object.values(arrays)
    .filter(({ strings }) => strings.controller === controllerId)
    .reduce((sum, { strings }) => sum + strings.inputs.value, 0);
  return taken + wanted <= (inputs?.value ?? 0) - (keepFree?.value ?? 0);
}

/** Puts another array up: on free inputs of the controller it names, else on one like that of its own. */
const putUp =
  (label: string, arrayOf: (design: Design) => ArrayPlan | null): Thunk =>
  (dispatch, getState) => {
    const [id, controllerId] = [newId('a'), newId('c')];
    const { design: before } = getState().job;
    const asked = before && arrayOf(before);
    if (!before || !asked) return;
    const shares = hasFreeInputs(before, asked.strings.controller, asked.strings.inputs.value);
    dispatch(
      edit(label, (design) => {
        const plan = arrayOf(design);
        const alike = plan && design.controllers[plan.strings.controller];
        if (!plan || !alike) return design;
        const last = Math.max(...Object.values(design.controllers).map(({ position }) => position));
        const housed = shares
          ? design
          : withValueAt(design, `/controllers/${controllerId}`, { ...alike, position: last + 1 });
        const controller = shares ? plan.strings.controller : controllerId;
        return withValueAt(withNamedFirst(housed), `/arrays/${id}`, {
          ...plan,
          position: nextPosition(design),
          strings: { ...plan.strings, controller, first: null },
        });
      }),
    );
    dispatch(jobActions.arrayShown(id));
    dispatch(
      notice(
        shares
          ? 'It is on a free input of the same controller'
          : 'It has a controller of its own, like the other one’s',
        true,
      ),
    );
  };

/** Puts up another array beside those there are, with panels like those of the first. */
export const addArray = (): Thunk =>
  putUp('Add an array', (design) => {
    const [, like] = inOrder(design.arrays)[0] ?? [];
    if (!like) return null;
    return {
      ...blankArray(nextPosition(design), like.strings.controller),
      name: `Array ${Object.keys(design.arrays).length + 1}`,
      module: like.module,
      count: chosen(like.strings.series.value),
      strings: { ...like.strings, parallel: chosen(1), inputs: chosen(1) },
    };
  });

export const duplicateArray =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const plan = getState().job.design?.arrays[id];
    if (!plan) return;
    dispatch(
      putUp(`Duplicate ${named(plan)}`, (design) => {
        const now = design.arrays[id];
        return now ? { ...now, name: `${now.name || FIRST_NAME}, again` } : null;
      }),
    );
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
