import {
  blankSource,
  inOrder,
  inverterOfClass,
  MACHINE_CLASSES,
  nextPosition,
  shedTurn,
  SOURCE_KINDS,
  withValueAt,
  type Design,
  type Priority,
  type SourceKind,
} from '@ivolt/core';
import { edit, notice } from '../../job/edits';
import type { Thunk } from '../../job/store';

const sheetFigure = (value: number) => ({ value, from: 'catalogue' as const });

/** A typical machine with its idle draw and efficiency, or none. */
export const takeInverter =
  (id: string | null): Thunk =>
  (dispatch) => {
    const of = MACHINE_CLASSES.find((machine) => machine.id === id);
    dispatch(
      edit(of ? `Take ${of.label}` : 'Leave the inverter out', (design) => {
        if (!of) return withValueAt(design, '/power/inverter', null);
        const volts = design.power.inverter?.volts.value ?? (design.units === 'imperial' ? 120 : 230);
        return {
          ...design,
          supply: {
            ...design.supply,
            phases: of.phases,
            inverterEfficiency: sheetFigure(of.efficiencyPct),
            inverterIdle: sheetFigure(of.idleW),
          },
          power: { ...design.power, inverter: inverterOfClass(of, of.phases === 'split' ? 120 : volts) },
        };
      }),
    );
  };

/** Adds what charges beside the sun. @returns its id */
export const addSource =
  (kind: SourceKind): Thunk<string> =>
  (dispatch, getState) => {
    const id = `b${crypto.randomUUID().slice(0, 8)}`;
    const word = SOURCE_KINDS[kind].name;
    const same = Object.values(getState().job.design?.power.sources ?? {}).filter(
      (source) => source.kind === kind,
    ).length;
    const name = `${word.charAt(0).toUpperCase()}${word.slice(1)}${same > 0 ? ` ${same + 1}` : ''}`;
    dispatch(
      edit(`Add ${word}`, (design) =>
        withValueAt(
          design,
          `/power/sources/${id}`,
          blankSource(kind, nextPosition(design.power.sources), name),
        ),
      ),
    );
    return id;
  };

export const removeSource =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const name = getState().job.design?.power.sources[id]?.name || 'the source';
    dispatch(edit(`Delete ${name}`, (design) => withValueAt(design, `/power/sources/${id}`, undefined)));
    dispatch(notice(`${name} is deleted`, true));
  };

/** The lists of circuits, from what stays on to what runs on surplus. */
export const CIRCUITS: readonly Priority[] = ['must', 'should', 'surplus'];
export const CIRCUIT_NAMES: Readonly<Record<Priority, string>> = {
  must: 'Must ride',
  should: 'Shed first',
  surplus: 'Surplus only',
};

/** The uses of a list in their order: what is shed first stands first, what nobody placed by its row. */
export function circuitsIn({ uses }: Design, priority: Priority): string[] {
  return inOrder(uses)
    .filter(([, use]) => use.priority === priority && use.stage === 0)
    .toSorted(([, a], [, b]) => shedTurn(a) - shedTurn(b))
    .map(([id]) => id);
}

/** Moves a use into a list, at a place in it from 0; the order of a list is what goes off first. */
export const moveCircuit =
  (id: string, to: Priority, place: number): Thunk =>
  (dispatch, getState) => {
    const { design } = getState().job;
    const use = design?.uses[id];
    if (!design || !use) return;
    const list = circuitsIn(design, to).filter((other) => other !== id);
    list.splice(Math.max(0, Math.min(list.length, place)), 0, id);
    const name = use.name || 'the unnamed use';
    dispatch(
      edit(
        use.priority === to ? `Shed ${name} in another turn` : `${name}: ${CIRCUIT_NAMES[to].toLowerCase()}`,
        (before) =>
          list.reduce(
            (after, other, index) => withValueAt(after, `/uses/${other}/shed`, Math.min(99, index + 1)),
            withValueAt(before, `/uses/${id}/priority`, to),
          ),
      ),
    );
    dispatch(notice(`${name}: ${CIRCUIT_NAMES[to]}, ${list.indexOf(id) + 1} of ${list.length}`));
  };
