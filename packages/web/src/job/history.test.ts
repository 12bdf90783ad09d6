import { chosen, diff, examples, withValueAt, type Design } from '@ivolt/core';
import { api, type JobHistory } from '../api/client';
import { editsOf, readHistory, told } from './history';
import { jobActions, type Edit } from './jobSlice';
import { createStore } from './store';

const [first] = examples().map(({ design }) => design) as [Design];
const days = (value: number, of = first) => withValueAt(of, '/bank/days', chosen(value));
const revision = (before: Design, after: Design, at: number) => ({
  revision: at,
  label: `Change ${at}`,
  createdAt: `2026-11-0${at}T10:00:00Z`,
  patch: diff(before, after),
});
const [second, third] = [days(4), withValueAt(days(4), '/name', 'Other')];
const history: JobHistory = {
  base: { revision: 1, document: first },
  revisions: [revision(first, second, 2), revision(second, third, 3)],
};

it('makes edits of stored revisions, each with its way back', () => {
  const edits = editsOf(history, third);
  expect(edits.map(({ label, at }) => [label, at])).toEqual([
    ['Change 2', '2026-11-02T10:00:00Z'],
    ['Change 3', '2026-11-03T10:00:00Z'],
  ]);
  expect(edits[0]!.undo).toEqual(diff(second, first));
});

it('has none where they lead elsewhere, and none from before another version', () => {
  expect(editsOf(history, first)).toEqual([]);
  expect(editsOf({ base: null, revisions: [] }, first)).toEqual([]);
  const brought = {
    ...history,
    revisions: [
      { ...history.revisions[0]!, patch: [{ op: 'replace' as const, path: '', value: second }] },
      history.revisions[1]!,
    ],
  };
  expect(editsOf(brought, third).map(({ label }) => label)).toEqual(['Change 3']);
});

it('says from what to what a figure was changed', () => {
  const edit = (before: Design, after: Design): Edit => ({
    label: 'Change days of autonomy',
    undo: diff(after, before),
    redo: diff(before, after),
    session: null,
  });
  expect(told(edit(days(2), days(4)), first).replaceAll('\u00a0', ' ')).toBe(
    'Change days of autonomy: 2 days → 4 days',
  );
  // several keys of one stay: from the first to the last
  const keys = edit(days(2), days(4));
  const later = edit(days(4), days(45 / 10));
  const stay = { ...later, undo: [...later.undo, ...keys.undo], redo: [...keys.redo, ...later.redo] };
  expect(told(stay, first).replaceAll('\u00a0', ' ')).toBe('Change days of autonomy: 2 days → 4.5 days');
  // of more than one place its name says enough
  expect(told(edit(days(2), withValueAt(days(4), '/name', 'Other')), first)).toBe('Change days of autonomy');
});

it('ends where this visit began, whatever is saved before it is read', async () => {
  jest.useFakeTimers();
  const asked = jest.spyOn(api, 'history').mockResolvedValue(history);
  const store = createStore();
  store.dispatch(jobActions.opening('j'));
  store.dispatch(jobActions.opened({ design: third, saved: third, revision: 3, conflicts: [] }));
  const end = readHistory(store, 'j');
  const after = days(9, third);
  store.dispatch(
    jobActions.edited({
      after,
      edit: { label: 'Mine', undo: diff(after, third), redo: diff(third, after), session: null },
    }),
  );
  store.dispatch(jobActions.saveStored({ design: after, revision: 4, at: 0, settled: true }));
  await jest.advanceTimersByTimeAsync(2000);
  expect(asked).toHaveBeenCalledWith('j', 3, expect.any(Number));
  expect(store.getState().job.past.map(({ label }) => label)).toEqual(['Change 2', 'Change 3', 'Mine']);
  end();
  jest.useRealTimers();
});
