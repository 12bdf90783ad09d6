import { createBrowserRouter } from 'react-router';
import { JobsPage } from '../jobs/JobsPage';
import { wakeCore } from '../workers/core';
import { Failure } from './Failure';

/** The list of jobs comes at once; a job's bench and its sheets when one is opened. */
export const router = createBrowserRouter([
  { path: '/', element: <JobsPage />, errorElement: <Failure />, HydrateFallback: () => null },
  {
    path: '/jobs/:id',
    errorElement: <Failure />,
    HydrateFallback: () => null,
    lazy: async () => {
      wakeCore();
      return { Component: (await import('../job/JobPage')).JobPage };
    },
    children: [
      {
        index: true,
        lazy: async () => ({ Component: (await import('../sheets/cover/CoverSheet')).CoverSheet }),
      },
      {
        path: 'uses',
        lazy: async () => ({ Component: (await import('../sheets/uses/UsesSheet')).UsesSheet }),
      },
      {
        path: 'place',
        lazy: async () => ({ Component: (await import('../sheets/place/PlaceSheet')).PlaceSheet }),
      },
      {
        path: 'bank',
        lazy: async () => ({ Component: (await import('../sheets/bank/BankSheet')).BankSheet }),
      },
      {
        path: 'array',
        lazy: async () => ({ Component: (await import('../sheets/array/ArraySheet')).ArraySheet }),
      },
      {
        path: 'strings',
        lazy: async () => ({ Component: (await import('../sheets/strings/StringsSheet')).StringsSheet }),
      },
      {
        path: 'power',
        lazy: async () => ({ Component: (await import('../sheets/power/PowerSheet')).PowerSheet }),
      },
      {
        path: 'wire',
        lazy: async () => ({ Component: (await import('../sheets/wire/WireSheet')).WireSheet }),
      },
      {
        path: 'one-line',
        lazy: async () => ({ Component: (await import('../sheets/oneLine/OneLineSheet')).OneLineSheet }),
      },
    ],
  },
  {
    path: '/jobs/:id/book',
    errorElement: <Failure />,
    HydrateFallback: () => null,
    lazy: async () => {
      wakeCore(false);
      return { Component: (await import('./BookPage')).BookPage };
    },
  },
]);
