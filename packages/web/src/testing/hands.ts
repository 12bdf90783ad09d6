import { act, fireEvent, screen } from '@testing-library/react';

/** What hands do: press a button, type into a field, choose one of a few. */
export const press = (name: string | RegExp) =>
  act(() => void fireEvent.click(screen.getByRole('button', { name })));

export const type = (label: string | RegExp, value: string) =>
  act(() => void fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value } }));

export function choose(field: RegExp, option: RegExp): void {
  press(field);
  act(() => void fireEvent.click(screen.getByRole('option', { name: option })));
}
