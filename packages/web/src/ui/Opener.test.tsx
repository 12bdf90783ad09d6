import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { Commands, Opener, Select } from './Opener';

const choices = [
  { id: 'red', label: 'red', about: 'like rust' },
  { id: 'green', label: 'green' },
  { id: 'blue', label: 'blue' },
] as const;
const press = (element: HTMLElement) => act(() => void fireEvent.click(element));

describe('a choice of a few', () => {
  const shown = (value: 'red' | 'green' | 'blue' | null = 'green') => {
    const chosen: string[] = [];
    render(<Select label="Colour" value={value} choices={choices} onChange={(next) => chosen.push(next)} />);
    return { chosen, button: screen.getByRole('button') };
  };

  it('is one plain button until it is pressed', () => {
    const { button } = shown();
    expect(button.textContent).toBe('green');
    expect(button.getAttribute('aria-expanded')).toBe('false');
    expect(button.getAttribute('aria-haspopup')).toBe('listbox');
    expect(screen.queryByRole('listbox')).toBeNull();
    expect(screen.getByRole('button', { name: 'Colour green' })).toBe(button);
  });
  it('opens on a press and on either arrow, and marks what is chosen', () => {
    const { button } = shown();
    for (const open of [
      () => fireEvent.click(button),
      () => fireEvent.keyDown(button, { key: 'ArrowDown' }),
      () => fireEvent.keyDown(button, { key: 'ArrowUp' }),
    ]) {
      act(() => void open());
      const options = within(screen.getByRole('listbox', { name: 'Colour' })).getAllByRole('option');
      expect(options.map((option) => option.getAttribute('aria-selected'))).toEqual([
        'false',
        'true',
        'false',
      ]);
      expect(options[0]?.textContent).toContain('like rust');
      press(options[1]!);
      expect(screen.queryByRole('listbox')).toBeNull();
    }
  });
  it('leaves Alt and an arrow to the table it stands in', () => {
    const { button } = shown();
    act(() => void fireEvent.keyDown(button, { key: 'ArrowDown', altKey: true }));
    expect(screen.queryByRole('listbox')).toBeNull();
  });
  it('gives what is chosen and closes, on the one that was chosen already as well', () => {
    const { chosen, button } = shown();
    press(button);
    press(screen.getByRole('option', { name: 'blue' }));
    expect(chosen).toEqual(['blue']);
    expect(screen.queryByRole('listbox')).toBeNull();
    press(button);
    press(screen.getByRole('option', { name: /green/ }));
    expect(chosen).toEqual(['blue']);
    expect(screen.queryByRole('listbox')).toBeNull();
  });
  it('shows a stroke where nothing is chosen', () => {
    expect(shown(null).button.textContent).toBe('–');
  });
});

describe('a few commands', () => {
  it('open by their sign and run the one that is pressed', () => {
    const run: string[] = [];
    render(
      <Commands
        label="More for Lamp"
        sign="⋯"
        commands={[
          { id: 'up', label: 'Move up' },
          { id: 'delete', label: 'Delete' },
        ]}
        onChoose={(command) => run.push(command)}
      />,
    );
    press(screen.getByRole('button', { name: 'More for Lamp' }));
    expect(screen.getAllByRole('menuitem').map((item) => item.textContent)).toEqual(['Move up', 'Delete']);
    press(screen.getByRole('menuitem', { name: 'Delete' }));
    expect(run).toEqual(['delete']);
    expect(screen.queryByRole('menu')).toBeNull();
  });
});

describe('a sheetlet', () => {
  it('holds anything, and is closed by what it holds', () => {
    render(
      <Opener label="Points" hideLabel shown="3 points" opens="dialog" wrong>
        {(close) => (
          <button type="button" onClick={close}>
            Done
          </button>
        )}
      </Opener>,
    );
    const button = screen.getByRole('button', { name: 'Points: 3 points' });
    expect(button.dataset.wrong).toBe('true');
    // arrows belong to what a dialog is opened from
    act(() => void fireEvent.keyDown(button, { key: 'ArrowDown' }));
    expect(screen.queryByRole('dialog')).toBeNull();
    press(button);
    expect(screen.getByRole('dialog', { name: 'Points' })).toBeTruthy();
    press(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
