import { blankPlace, withValueAt, type Design, type Stop } from '@ivolt/core';
import type { Thunk } from '../../job/store';
import { edit, notice } from '../../job/edits';

/** Home, or a stop by its id. */
export const HOME = 'home';
export const pathOf = (placeId: string) => (placeId === HOME ? '/place' : `/stops/${placeId}`);
export const placeIn = (design: Design, placeId: string) =>
  placeId === HOME ? design.place : (design.stops[placeId] ?? design.place);

/** Moves a place; what belonged to the old spot goes with it. */
export const movePlace =
  (placeId: string, to: { name: string; lat: number; lon: number }): Thunk =>
  (dispatch) =>
    dispatch(
      edit(to.name ? `Move it to ${to.name}` : 'Move it on the map', (design) => {
        const before = placeIn(design, placeId);
        return withValueAt(design, pathOf(placeId), {
          ...before,
          name: to.name || (placeId === HOME ? '' : before.name),
          lat: { value: to.lat, from: 'chosen' },
          lon: { value: to.lon, from: 'chosen' },
          altitude: null,
          low: null,
          high: null,
        });
      }),
    );

/** Adds a stop after the last, for a month. @returns its id */
export const addStop = (): Thunk<string> => (dispatch) => {
  const id = `s${crypto.randomUUID().slice(0, 8)}`;
  dispatch(
    edit('Add a stop', (design) => {
      const count = Object.keys(design.stops).length;
      const position = Math.max(0, ...Object.values(design.stops).map((stop) => stop.position)) + 1;
      const stop: Stop = {
        ...blankPlace(),
        name: `Stop ${count + 1}`,
        position,
        from: '05-01',
        to: '05-31',
      };
      return withValueAt(design, `/stops/${id}`, stop);
    }),
  );
  return id;
};

export const removeStop =
  (id: string): Thunk =>
  (dispatch, getState) => {
    const name = getState().job.design?.stops[id]?.name || 'the stop';
    dispatch(edit(`Delete ${name}`, (design) => withValueAt(design, `/stops/${id}`, undefined)));
    dispatch(notice(`${name} is deleted`, true));
  };
