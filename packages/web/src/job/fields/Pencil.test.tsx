import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { entryAt } from '@ivolt/core';
import { Provider } from 'react-redux';
import { openedStore } from '../../testing/openedStore';
import { Pencil, type PencilProps } from './Pencil';

function pencil(props: PencilProps) {
  const store = openedStore();
  render(
    <Provider store={store}>
      <Pencil {...props} />
    </Provider>,
  );
  const input = screen.getByRole<HTMLInputElement>('textbox');
  fireEvent.focus(input);
  return {
    input,
    type: (text: string) => fireEvent.change(input, { target: { value: text } }),
    stored: () => entryAt(store.getState().job.design, props.path),
    store,
  };
}
const plain = (text: string) => text.replace(/\u00a0/g, ' ');

it('reads what is typed while it is typed', () => {
  const { input, type, stored } = pencil({ path: '/uses/u1/watts' });
  expect(plain(input.value)).toBe('820 W');
  type('5A*12V');
  expect(stored()).toEqual({ value: 60, from: 'catalogue' });
  type('~90');
  expect(stored()).toEqual({ value: 90, from: 'guess' });
  fireEvent.blur(input);
  expect(plain(input.value)).toBe('90 W');
});

it('keeps text it cannot read, says why at its place, and leaves the figure alone', () => {
  const { input, type, stored } = pencil({ path: '/uses/u1/watts' });
  type('1.2 kWh');
  fireEvent.blur(input);
  expect(input.value).toBe('1.2 kWh');
  expect(input.getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByText(/This needs watts/)).toBeTruthy();
  expect(stored()?.value).toBe(820);
  fireEvent.keyDown(input, { key: 'Escape' });
  expect(plain(input.value)).toBe('820 W');
});

describe('a figure of which only the beginning could stand', () => {
  afterEach(() => localStorage.clear());
  it.each([
    ['/uses/u1/hours', '30 h'],
    ['/uses/u1/watts', '60 kWh'],
    ['/place/lat', '95'],
    ['/arrays/a1/plane/tilt', '120'],
    ['/bank/days', '300'],
    ['/place/low', '-300'],
    ['/uses/u1/hours', '2 hours a week'],
  ])('at %s: %s, key by key, changes nothing', (path, text) => {
    const { input, type, stored, store } = pencil({ path });
    const before = stored();
    for (let end = 1; end <= text.length; end++) type(text.slice(0, end));
    expect(stored()).toEqual(before);
    fireEvent.blur(input);
    expect(input.value).toBe(text);
    expect(input.getAttribute('aria-invalid')).toBe('true');
    // and there it stays after a reload
    cleanup();
    render(
      <Provider store={store}>
        <Pencil path={path} />
      </Provider>,
    );
    const reloaded = screen.getByRole<HTMLInputElement>('textbox');
    expect(reloaded.value).toBe(text);
    expect(reloaded.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText(/stays (in force|empty)$/)).toBeTruthy();
    fireEvent.focus(reloaded);
    fireEvent.keyDown(reloaded, { key: 'Escape' });
    expect(reloaded.getAttribute('aria-invalid')).toBeNull();
    expect(stored()).toEqual(before);
    expect(localStorage.length).toBe(0);
  });
  it('brings back with Escape what stood before, also where the text reads', () => {
    const { input, type, stored } = pencil({ path: '/uses/u1/hours' });
    const before = stored();
    type('3');
    expect(stored()?.value).toBe(3);
    fireEvent.keyDown(input, { key: 'Escape' });
    expect(stored()).toEqual(before);
  });
});

it('says the range in the unit it shows, and what is in force', () => {
  const { type, stored } = pencil({ path: '/bank/coldest' });
  const inForce = stored()?.value;
  type('-90');
  expect(plain(screen.getByText(/Coldest battery temperature runs/).textContent ?? '')).toBe(
    `Coldest battery temperature runs from −50 °C to 45 °C. ${String(inForce).replace('-', '−')} °C stays in force`,
  );
});

it('shows in light ink what is taken where nothing is typed, as a guess, and goes back to it', () => {
  const { input, type, stored } = pencil({ path: '/place/low', optional: true, fallback: -14 });
  expect(plain(input.placeholder)).toBe('−14 °C');
  expect(screen.getByText('a guess')).toBeTruthy();
  type('-20 °C');
  expect(stored()).toEqual({ value: -20, from: 'guess' });
  type('');
  expect(stored()).toBeUndefined();
});

it('reads coordinates in any common form', () => {
  const { input, type, stored } = pencil({ path: '/place/lat' });
  type(`41°36'12"S`);
  expect(stored()?.value).toBeCloseTo(-41.6033, 3);
  type('95');
  expect(input.getAttribute('aria-invalid')).toBe('true');
});
