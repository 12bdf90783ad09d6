import { type Design } from '@ivolt/core';
import { createStore, type AppStore } from '../job/store';
import { jobActions } from '../job/jobSlice';
import { oneArray } from '../../../core/src/testing/dairy';

export const ID = '00000000-0000-4000-8000-0000000000aa';

/** A store with a job open in it, as the server holds it at revision 1. */
export function openedStore(design: Design = oneArray()): AppStore {
  const store = createStore();
  store.dispatch(jobActions.opening(ID));
  store.dispatch(jobActions.opened({ design, saved: design, revision: 1, conflicts: [] }));
  return store;
}
