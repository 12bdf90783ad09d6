import { act, fireEvent, screen } from '@testing-library/react';

/** What hands do: press a button, enter a field and type, choose one of a few. */
export const press = (name: string | RegExp) =>
  act(() => void fireEvent.click(screen.getByRole('button', { name })));

export function type(label: string | RegExp, value: string): void {
  const field = screen.getByRole('textbox', { name: label });
  act(() => void fireEvent.focus(field));
  act(() => void fireEvent.change(field, { target: { value } }));
}

export function choose(field: RegExp, option: RegExp): void {
  press(field);
  act(() => void fireEvent.click(screen.getByRole('option', { name: option })));
}
