import { evaluate, penFor, rankGuesses, type Design, type GridClimate, type JobClimate } from '@ivolt/core';
import { render, type RenderResult } from '@testing-library/react';
import type { ReactElement } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import type { AppStore } from '../job/store';
import { jobActions } from '../job/jobSlice';
import { openedStore } from './openedStore';

/** A plain northern year, for components that show what is computed. */
export const GRID: GridClimate = {
  latDeg: 41.6,
  lonDeg: -7.3,
  ghiKWhm2: [1.7, 2.7, 3.9, 5.1, 6.4, 7.1, 7.2, 6.4, 4.9, 3.2, 2, 1.6],
  airC: [6, 7, 9, 11, 15, 19, 21, 21, 18, 14, 9, 6],
  lowestC: -8,
  highestC: 40,
  altitudeM: 640,
  landDistance: 0,
  linke: Array.from({ length: 12 }, () => 3),
  dayQuantiles: null,
};

export interface Shown extends RenderResult {
  store: AppStore;
}

/**
 * Draws a component of the bench over an opened and reckoned job; what is edited is reckoned again at once, its guesses,
 * and what may be pressed for its findings, only where the component shows them.
 */
export function show(
  element: ReactElement,
  design?: Design,
  grid: JobClimate = GRID,
  { guesses = false, ways = false } = {},
): Shown {
  const store = openedStore(design);
  const reckon = () => {
    const now = store.getState().job.design;
    if (!now) return;
    store.dispatch(jobActions.evaluated(evaluate(now, grid, ways)));
    if (guesses) store.dispatch(jobActions.guessesRanked(rankGuesses(now, grid, penFor(now.units))));
  };
  let seen = store.getState().job.design;
  reckon();
  store.subscribe(() => {
    const { design: now } = store.getState().job;
    if (now === seen) return;
    seen = now;
    reckon();
  });
  store.dispatch(jobActions.climateChanged({ key: '41.6,-7.3', status: 'read', grid }));
  const shown = render(
    <Provider store={store}>
      <MemoryRouter>{element}</MemoryRouter>
    </Provider>,
  );
  return Object.assign(shown, { store });
}

export const plain = (text: string | null | undefined) => (text ?? '').replace(/[\u00a0\u2009]/g, ' ');
