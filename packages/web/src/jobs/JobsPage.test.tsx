import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import type { ListedJob } from '../api/client';
import { JobsPage } from './JobsPage';

jest.mock('../workers/core', () => ({
  core: () => ({ readJobFile: () => Promise.resolve({ ok: false, message: 'not JSON', problems: [] }) }),
}));

const job = (
  name: string,
  standing: NonNullable<ListedJob['summary']>['standing'] = 'stands',
): ListedJob => ({
  id: `id-${name}`,
  name,
  kind: 'cabin',
  revision: 3,
  updatedAt: '2026-11-25T10:00:00.000000Z',
  summary: {
    standing,
    words: standing === 'falls' ? 'Does not stand' : 'Stands',
    sentence: 'A sentence.',
    place: 'Somewhere',
    figures: [{ label: 'made per kWh used, June', number: '1.67', unit: '×', mark: null }],
  },
});

let stored: ListedJob[];
let calls: string[];
let fail: boolean;

beforeEach(() => {
  stored = [job('Hut'), job('Dairy', 'falls')];
  calls = [];
  fail = false;
  globalThis.fetch = jest.fn((url: string, init: { method?: string } = {}) => {
    calls.push(`${init.method ?? 'GET'} ${url}`);
    if (fail) return Promise.reject(new TypeError('network'));
    if (init.method === 'DELETE') stored = stored.filter(({ id }) => !url.endsWith(id));
    if (url.endsWith('/restore')) stored = [job('Hut'), ...stored];
    if (url.endsWith('/duplicate')) stored = [job('Hut, copy'), ...stored];
    const status = init.method === 'DELETE' || url.endsWith('/restore') ? 204 : 200;
    return Promise.resolve({
      ok: true,
      status,
      json: () => Promise.resolve(url.endsWith('/duplicate') ? { id: 'x' } : { jobs: stored }),
    });
  }) as unknown as typeof fetch;
});

const open = () =>
  render(
    <RouterProvider
      router={createMemoryRouter([
        { path: '/', element: <JobsPage /> },
        { path: '/jobs/:id/*', element: <p>opened</p> },
      ])}
    />,
  );

it('lists each job with its verdict and figures', async () => {
  open();
  expect(await screen.findByRole('link', { name: 'Hut' })).toBeTruthy();
  expect(screen.getByText('Does not stand')).toBeTruthy();
  expect(screen.getByRole('img', { name: 'stop' })).toBeTruthy();
  expect(screen.getAllByText('made per kWh used, June')).toHaveLength(2);
});

it('deletes with undo', async () => {
  open();
  fireEvent.click(await screen.findByRole('button', { name: 'Delete Hut' }));
  await waitFor(() => expect(screen.queryByRole('link', { name: 'Hut' })).toBeNull());
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(await screen.findByRole('link', { name: 'Hut' })).toBeTruthy();
  expect(calls).toEqual(expect.arrayContaining(['DELETE /api/jobs/id-Hut', 'POST /api/jobs/id-Hut/restore']));
});

it('duplicates', async () => {
  open();
  fireEvent.click(await screen.findByRole('button', { name: 'Duplicate Hut' }));
  expect(await screen.findByRole('link', { name: 'Hut, copy' })).toBeTruthy();
});

it('teaches where there is nothing', async () => {
  stored = [];
  open();
  expect(await screen.findByText(/No jobs yet/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Start the first' }));
  expect(screen.getByRole('form', { name: 'New job' })).toBeTruthy();
});

it('says when the server is away, and tries once more', async () => {
  fail = true;
  open();
  expect((await screen.findByRole('alert')).textContent).toMatch(/server does not answer.*npm start/);
  fail = false;
  fireEvent.click(screen.getByRole('button', { name: 'try once more' }));
  expect(await screen.findByRole('link', { name: 'Hut' })).toBeTruthy();
});

it('asks a new job for its name', async () => {
  open();
  fireEvent.click(await screen.findByRole('button', { name: 'New job' }));
  fireEvent.click(screen.getByRole('button', { name: 'Start' }));
  expect(screen.getByText('Give it a name, to find it again')).toBeTruthy();
  fireEvent.change(screen.getByRole('textbox', { name: 'What is it called?' }), {
    target: { value: 'Bothy' },
  });
  expect(screen.queryByText('Give it a name, to find it again')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Not now' }));
  expect(screen.queryByRole('form')).toBeNull();
});
