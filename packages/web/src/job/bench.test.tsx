import { chosen, measured, withValueAt } from '@ivolt/core';
import { waitFor, act, fireEvent, screen, within } from '@testing-library/react';
import { Margin } from './Margin';
import { GuessTable } from './Guesses';
import { HistoryMenu } from './HistoryMenu';
import { putValue } from './edits';
import { jobActions } from './jobSlice';
import { Trouble } from './Trouble';
import { Conflicts } from './Conflicts';
import { SavedLine } from './SavedLine';
import { Tally } from './Tally';
import { plain, show } from '../testing/evaluated';
import { oneArray } from '../../../core/src/testing/dairy';

jest.mock('../workers/core', () => ({
  core: () => ({ problems: () => Promise.resolve(mockProblems) }),
  patientCore: () => ({}),
}));
let mockProblems: { message: string }[] = [];

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('the margin', () => {
  it('shows findings, working, cautions and what to measure next', () => {
    show(<Margin sheet="strings" />);
    expect(screen.getByText('Cold volts over the limit')).toBeTruthy();
    const working = screen.getByRole('table', { name: /Working of cold/ });
    expect(plain(working.textContent)).toMatch(/open-circuit at 25 °C37\.2 V.*in series× 4/);
    expect(screen.getByText(/DC arcs do not put themselves out/)).toBeTruthy();
    expect(screen.getByText('Measure next')).toBeTruthy();
  });

  it('applies a remedy with one press, and says nothing of what is cured', () => {
    const { store } = show(<Margin sheet="strings" />, undefined, undefined, { ways: true });
    press('Use 3 × 4');
    expect(store.getState().job.design?.arrays.a1?.strings).toMatchObject({
      series: { value: 3 },
      parallel: { value: 4 },
    });
    expect(screen.queryByText('Cold volts over the limit')).toBeNull();
  });

  it('turns to the figure that is focused, and to the field', () => {
    const { store } = show(<Margin sheet="strings" />);
    act(() => void store.dispatch(jobActions.figureFocused('strings.isc')));
    expect(screen.getByRole('table', { name: /short-circuit amps/ })).toBeTruthy();
    act(() => void store.dispatch(jobActions.fieldFocused('/place/low')));
    expect(screen.getByText(/The coldest air ever likely there/)).toBeTruthy();
  });

  it('lets a guess become a measurement', () => {
    const { store } = show(<Margin sheet="uses" />);
    act(() => void store.dispatch(jobActions.fieldFocused('/uses/u3/watts')));
    expect(screen.getByText(/As a guess: name plates are 30 % out either way/)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'measured' }));
    expect(store.getState().job.design?.uses.u3?.watts.from).toBe('measured');
    expect(screen.queryByText(/As a guess/)).toBeNull();
  });

  it('offers no source for a choice', () => {
    const { store } = show(<Margin sheet="bank" />);
    act(() => void store.dispatch(jobActions.fieldFocused('/bank/days')));
    expect(screen.queryByRole('radio', { name: 'measured' })).toBeNull();
  });

  it('names the other sheets that need a look', () => {
    show(<Margin sheet="uses" />);
    const elsewhere = screen.getByText(/Elsewhere/);
    expect(within(elsewhere).getByRole('link', { name: 'Strings' })).toBeTruthy();
    expect(within(elsewhere).getByRole('link', { name: 'Bank' })).toBeTruthy();
  });
});

describe('the guess list', () => {
  it('puts those that could change the verdict first', () => {
    show(<GuessTable most={5} />, undefined, undefined, { guesses: true });
    const [, first, ...rest] = screen.getAllByRole('row');
    expect(first?.textContent).toMatch(/could change the verdict/);
    expect(rest).toHaveLength(4);
  });
  it('has nothing to say once all is measured', () => {
    const { store } = show(<GuessTable most={5} />, undefined, undefined, { guesses: true });
    act(() => void store.dispatch(jobActions.guessesRanked([])));
    expect(screen.getByText(/No guesses left/)).toBeTruthy();
  });
});

describe('the tally', () => {
  it('shows each figure with its unit and marks what stops', () => {
    const { container } = show(<Tally />);
    const cold = container.querySelector('[data-figure="strings.cold"]')!;
    expect(plain(cold.textContent)).toMatch(/163\.5V.*cold, limit 150 V|163\.5 ?V/);
    expect(cold.getAttribute('data-mark')).toBe('stop');
    expect(container.querySelectorAll('[data-figure]')).toHaveLength(5);
  });
  it('follows an edit', () => {
    const { container, store } = show(<Tally />);
    act(() => store.dispatch(putValue('Measure the low', '/place/low', measured(-2))));
    // 4 × 37.2 × (1 + 0.0026 × 27)
    expect(plain(container.querySelector('[data-figure="strings.cold"]')?.textContent)).toContain('159.2');
  });
});

describe('a pinned design', () => {
  it('stands behind each figure as its change, until it is let go', () => {
    const { container, store } = show(
      <>
        <Tally />
        <HistoryMenu />
      </>,
    );
    const cold = () => plain(container.querySelector('[data-figure="strings.cold"] .change')?.textContent);
    press('Compare every change with what it is now');
    expect(container.querySelector('.change')).toBeNull();
    act(() => store.dispatch(putValue('Take one out', '/arrays/a1/strings/series', chosen(3))));
    // one panel less of 37.2 × (1 + 0.0026 × 38)
    expect(cold()).toBe('−40.9 V');
    act(() => store.dispatch(putValue('Add two', '/arrays/a1/strings/series', chosen(5))));
    expect(cold()).toBe('+40.9 V');
    press('Stop comparing with what it was');
    expect(container.querySelector('.change')).toBeNull();
  });
});

describe('history', () => {
  it('names what would be undone and done again', () => {
    const { store } = show(<HistoryMenu />);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Undo' }).disabled).toBe(true);
    act(() =>
      store.dispatch(putValue('Tilt the panels', '/arrays/a1/plane/tilt', { value: 60, from: 'chosen' })),
    );
    press('Undo: Tilt the panels');
    expect(store.getState().job.design?.arrays.a1?.plane.tilt.value).toBe(40);
    press('Redo: Tilt the panels');
    expect(store.getState().job.design?.arrays.a1?.plane.tilt.value).toBe(60);
  });
});

describe('what is saved', () => {
  it.each([
    [{ state: 'saved', at: null }, 'All saved', 'false'],
    [{ state: 'waiting' }, 'Not saved yet', 'false'],
    [{ state: 'saving' }, 'Saving …', 'false'],
    [{ state: 'away', message: 'x' }, 'Server away: kept here, trying again', 'true'],
    [{ state: 'refused', message: 'Tilt runs from 0 to 90' }, 'Not saved: Tilt runs from 0 to 90', 'true'],
  ] as const)('%j says “%s”', (saving, words, trouble) => {
    const { store } = show(<SavedLine />);
    act(() => void store.dispatch(jobActions.savingChanged(saving)));
    const line = document.querySelector('[data-saving]')!;
    expect(line.textContent).toBe(words);
    expect(line.getAttribute('data-trouble')).toBe(trouble);
    // only what went wrong is said aloud
    expect(screen.getByRole('status').textContent).toBe(trouble === 'true' ? words : '');
  });
});

describe('a reckoning that failed', () => {
  it('is told with what is stale, and asked again by a press', () => {
    const { store } = show(
      <>
        <Tally />
        <Trouble />
      </>,
    );
    expect(screen.queryByRole('alert')).toBeNull();
    act(() => void store.dispatch(jobActions.reckoningFailed('The calculation broke off')));
    expect(screen.getByRole('alert').textContent).toMatch(
      /broke off.*of the design before the last change: do not build by them/,
    );
    expect(screen.getByRole('group', { name: 'Tally of the design before the last change' })).toBeTruthy();
    press('Calculate again');
    expect(store.getState().job.attempts).toBe(1);
    act(() => void store.dispatch(jobActions.evaluated(store.getState().job.evaluation!)));
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByRole('group', { name: 'Tally' })).toBeTruthy();
  });
});

describe('figures changed in two tabs', () => {
  const design = oneArray();
  const conflicted = () => {
    const shown = show(<Conflicts />, withValueAt(design, '/bank/days/value', 5));
    const { job } = shown.store.getState();
    const conflicts = [{ path: '/bank/days/value', mine: 5, theirs: 6, stands: 'mine' as const }];
    act(
      () =>
        void shown.store.dispatch(
          jobActions.rebased({ design: job.design!, saved: job.design!, revision: 2, conflicts, taken: [] }),
        ),
    );
    return shown;
  };
  it('are named with both values', () => {
    conflicted();
    expect(screen.getByRole('alert').textContent).toMatch(/Days of autonomy.*here 5.*there 6/);
  });
  it('stay mine, or become theirs', async () => {
    const kept = conflicted();
    press('Keep mine');
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    expect(kept.store.getState().job.design?.bank.days.value).toBe(5);
    kept.unmount();
    const taken = conflicted();
    press('Take theirs');
    await waitFor(() => expect(taken.store.getState().job.design?.bank.days.value).toBe(6));
    expect(taken.store.getState().job.past.at(-1)?.label).toBe('Take what the other tab has');
  });
  it('are taken one by one, and not where the rest would not bear it', async () => {
    mockProblems = [{ message: 'no such thing' }];
    const shown = conflicted();
    press('Take theirs: Days of autonomy');
    expect(await screen.findByText('That cannot stand beside the rest: no such thing')).toBeTruthy();
    expect(shown.store.getState().job.design?.bank.days.value).toBe(5);
    mockProblems = [];
    press('Take theirs: Days of autonomy');
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    expect(shown.store.getState().job.design?.bank.days.value).toBe(6);
  });
  it('of a row are named by the row, and theirs takes it away whole', async () => {
    const shown = show(<Conflicts />, design);
    const conflicts = [
      { path: '/uses/u1', mine: design.uses.u1, theirs: undefined, stands: 'theirs' as const },
    ];
    act(
      () =>
        void shown.store.dispatch(
          jobActions.rebased({
            design: withValueAt(design, '/uses/u1', undefined),
            saved: design,
            revision: 2,
            conflicts,
            taken: ['/uses/u1'],
          }),
        ),
    );
    expect(screen.getByRole('alert').textContent).toMatch(/Milk cooler.*here.*there removed \(in force\)/);
    press('Take mine: Milk cooler');
    await waitFor(() => expect(shown.store.getState().job.design?.uses.u1).toEqual(design.uses.u1));
  });
});
