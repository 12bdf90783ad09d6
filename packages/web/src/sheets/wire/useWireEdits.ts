import {
  BLANK_CIRCUIT,
  nextPosition,
  saidOf,
  withValueAt,
  type CircuitPlan,
  type Coil,
  type Design,
  type OwnCircuit,
  type SizeName,
  type Stretch,
} from '@ivolt/core';
import { edit, notice } from '../../job/edits';
import type { Thunk } from '../../job/store';

/** What is said about a circuit, as yet or from the first. */
export const planOf = (design: Design, key: string): CircuitPlan => saidOf(design, key) ?? BLANK_CIRCUIT;

const saysNothing = ({ path, size, metal, side, fuse, plugs }: CircuitPlan) =>
  plugs === null &&
  path.length === 0 &&
  size === null &&
  metal === 'copper' &&
  side === null &&
  fuse === null;

/** Says something about a circuit; where nothing is left to say, it follows from the design again. */
export const sayOf = (
  key: string,
  label: string,
  said: Partial<CircuitPlan>,
  session: string | null = null,
): Thunk =>
  edit(
    label,
    (design) => {
      const plan = { ...planOf(design, key), ...said };
      const unsaid = withValueAt(design, `/wiring/circuits/${key}`, undefined);
      // that nothing is said of a further input of a pile is a word of its own where something is of its first
      return saysNothing(plan) && !saidOf(unsaid, key)
        ? unsaid
        : withValueAt(design, `/wiring/circuits/${key}`, plan);
    },
    session,
  );

const fresh = (letter: string) => `${letter}${crypto.randomUUID().slice(0, 8)}`;
const typed = (value: number) => ({ value, from: 'guess' as const });

/** A stretch of its own for a circuit, as long as was guessed. @returns its id */
export const addStretch =
  (key: string | null, lengthM: number, parts: Partial<Stretch>): Thunk<string> =>
  (dispatch, getState) => {
    const id = fresh('r');
    const many = Object.keys(getState().job.design?.wiring.stretches ?? {}).length;
    dispatch(
      edit('Add a stretch', (design) => {
        const stretch: Stretch = {
          name: `Stretch ${many + 1}`,
          position: nextPosition(design.wiring.stretches),
          surroundings: 'indoors',
          raceway: 'none',
          length: typed(Math.round(lengthM * 10) / 10),
          ambient: null,
          depth: null,
          bends: null,
          traffic: false,
          ...parts,
        };
        const after = withValueAt(design, `/wiring/stretches/${id}`, stretch);
        const plan = key === null ? null : planOf(design, key);
        return plan
          ? withValueAt(after, `/wiring/circuits/${key}`, { ...plan, path: [...plan.path, id] })
          : after;
      }),
    );
    return id;
  };

/** Takes a stretch away, and out of every route. */
export const removeStretch =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const name = getState().job.design?.wiring.stretches[id]?.name || 'the stretch';
    dispatch(
      edit(`Delete ${name}`, (design) => {
        const circuits = Object.fromEntries(
          Object.entries(design.wiring.circuits).flatMap(([key, plan]) => {
            const kept = { ...plan, path: plan.path.filter((stretch) => stretch !== id) };
            if (kept.path.length === plan.path.length) return [[key, plan]];
            return saysNothing(kept) ? [] : [[key, kept]];
          }),
        );
        return withValueAt(
          withValueAt(design, '/wiring/circuits', circuits),
          `/wiring/stretches/${id}`,
          undefined,
        );
      }),
    );
    dispatch(notice(`${name} is deleted`, true));
  };

/** A circuit that does not follow from the design. @returns its id */
export const addOwn = (): Thunk<string> => (dispatch, getState) => {
  const id = fresh('w');
  const design = getState().job.design;
  const own: OwnCircuit = {
    name: 'Own circuit',
    position: nextPosition(design?.wiring.own ?? {}),
    ac: false,
    volts: { value: design?.busVolts ?? 12, from: 'chosen' },
    amps: typed(5),
  };
  dispatch(edit('Add a circuit', (before) => withValueAt(before, `/wiring/own/${id}`, own)));
  return id;
};

export const removeOwn =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const name = getState().job.design?.wiring.own[id]?.name || 'the circuit';
    dispatch(
      edit(`Delete ${name}`, (design) =>
        withValueAt(
          withValueAt(design, `/wiring/own/${id}`, undefined),
          `/wiring/circuits/own-${id}`,
          undefined,
        ),
      ),
    );
    dispatch(notice(`${name} is deleted`, true));
  };

/** A coil of a size and colour that is needed, of a length one may correct. */
export const addCoil = (size: SizeName, colour: string, metres: number): Thunk =>
  edit('Add a coil', (design) => {
    const coil: Coil = {
      position: nextPosition(design.wiring.coils),
      size,
      colour,
      metres: { value: metres, from: 'measured' },
      count: { value: 1, from: 'chosen' },
    };
    return withValueAt(design, `/wiring/coils/${fresh('k')}`, coil);
  });

export const removeCoil = (id: string): Thunk =>
  edit('Delete the coil', (design) => withValueAt(design, `/wiring/coils/${id}`, undefined));
