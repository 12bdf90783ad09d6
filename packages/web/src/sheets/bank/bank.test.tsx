import { chosen, examples, measured, withValueAt } from '@ivolt/core';
import { act, fireEvent, screen, within } from '@testing-library/react';
import { oneArray } from '../../../../core/src/testing/dairy';
import { plain, show } from '../../testing/evaluated';
import { choose, press, type } from '../../testing/hands';
import { BankSheet } from './BankSheet';

jest.mock('../../workers/core', () =>
  jest.requireActual<typeof import('../../testing/coreAtHand')>('../../testing/coreAtHand'),
);

const dairy = oneArray();
const honey = examples().find(({ id }) => id === 'honey-house')!.design;
const bank = (store: ReturnType<typeof show>['store']) => store.getState().job.design!.bank;

describe('where it lives', () => {
  it('draws the bank in its room, and says how many go in and what they weigh', () => {
    const { store } = show(<BankSheet />, honey);
    expect(screen.getByRole('img', { name: /^6 of 8 units placed, upright; room for 6/ })).toBeTruthy();
    expect(plain(screen.getByTestId('bank-fit').textContent)).toMatch(
      /^6 of 8 go in, upright: 547 lb in all/,
    );
    const home = within(screen.getByRole('heading', { name: 'Where it lives' }).closest('section')!);
    act(
      () =>
        void fireEvent.change(home.getByRole('textbox', { name: 'Length' }), { target: { value: '46"' } }),
    );
    expect(bank(store).home.length.value).toBeCloseTo(46 * 25.4, 6);
    expect(plain(screen.getByTestId('bank-fit').textContent)).toMatch(/^All 8 go in/);
  });
  it('follows the place: warmer indoors, and a pad shows what it takes', () => {
    const { store } = show(<BankSheet />, withValueAt(dairy, '/bank/coldest', null));
    const cold = store.getState().job.evaluation!.bank.coldestC;
    choose(/^Location/, /outdoors/);
    expect(store.getState().job.evaluation!.bank.coldestC).toBeLessThan(cold);
    act(() => void fireEvent.click(screen.getByRole('checkbox', { name: /heating pad/ })));
    expect(store.getState().job.evaluation!.bank.coldestC).toBe(5);
    choose(/^Insulation/, /75 mm/);
    expect(bank(store).home).toMatchObject({ where: 'outdoors', heated: true, insulation: 'good' });
  });
  it('shows the coldest in light ink until it is typed', () => {
    const { store } = show(<BankSheet />, withValueAt(dairy, '/bank/coldest', null));
    const field = screen.getByRole<HTMLInputElement>('textbox', { name: 'Coldest battery temperature' });
    expect(field.value).toBe('');
    expect(field.placeholder).not.toBe('');
    type('Coldest battery temperature', '-3');
    expect(bank(store).coldest).toMatchObject({ value: -3 });
    type('Coldest battery temperature', '');
    expect(bank(store).coldest).toBeNull();
  });
});

describe('life and cost', () => {
  it('tells every chemistry, and takes a typed price', async () => {
    const { store } = show(<BankSheet />, dairy);
    const table = (await screen.findByRole('heading', { name: /^Life and cost/ })).closest('section')!;
    expect(within(table).getAllByRole('row')).toHaveLength(1 + 6);
    type('Price of a rated kWh, iron-phosphate', '500');
    expect(bank(store).prices.lfp).toMatchObject({ value: 500 });
    expect(await within(table).findByDisplayValue('500')).toBeTruthy();
  });
  it('sets the bus voltages side by side, the chosen one marked', async () => {
    show(<BankSheet />, dairy);
    const table = (await screen.findByRole('heading', { name: /^12, 24 and 48 V/ })).closest('section')!;
    const rows = within(table).getAllByRole('row');
    expect(rows[3]!.getAttribute('data-chosen')).toBe('true');
    expect(plain(rows[3]!.textContent)).toMatch(/^48 V.* A.* A\d+ mm²$/);
  });
  it('says in words how array and bank suit', async () => {
    show(<BankSheet />, honey);
    expect(await screen.findByText(/the array is large for it/)).toBeTruthy();
  });
  it('waits for uses and place', () => {
    show(<BankSheet />, { ...dairy, uses: {} });
    expect(screen.getByText(/Life and cost come with the uses and the place/)).toBeTruthy();
  });
});

it.each([
  ['lfp', 'metric', '0 °C'],
  ['lfp', 'imperial', '32 °F'],
  ['sodium-ion', 'metric', '−10 °C'],
])('tells from where %s stops charging in a %s job: %s', (chemistry, units, from) => {
  show(<BankSheet />, withValueAt(withValueAt(dairy, '/bank/chemistry', chemistry), '/units', units));
  const says = plain(screen.getByRole('checkbox', { name: /stops charging/ }).closest('label')!.textContent);
  expect(says).toMatch(new RegExp(`below ${from} by`));
});

describe('a data sheet of one’s own', () => {
  it('begins with the usual figures, is typed over, and is left out again', () => {
    const { store } = show(<BankSheet />, dairy);
    press('Type its own data sheet');
    expect(bank(store).sheet).toMatchObject({
      roundTrip: { value: 94, from: 'guess' },
      cycles: { value: 4000 },
    });
    type('Cycle life', '6000');
    type('Minimum charge temperature', '-20 °C');
    expect(bank(store).sheet).toMatchObject({ cycles: { value: 6000 }, coldestCharge: { value: -20 } });
    expect(plain(screen.getByText(/stops charging/).textContent)).toMatch(/below −20 °C/);
    press('Take the usual figures again');
    expect(bank(store).sheet).toBeNull();
    expect(store.getState().job.notice).toMatchObject({ undoable: true });
  });
  it('goes with another chemistry, whose usual unit comes', () => {
    const { store } = show(<BankSheet />, withValueAt(dairy, '/bank/parallel', chosen(1)));
    press('Type its own data sheet');
    choose(/^Chemistry/, /nickel-iron/);
    expect(bank(store)).toMatchObject({
      chemistry: 'nickel-iron',
      sheet: null,
      series: { value: 40 },
      unitVolts: { value: 1.2 },
    });
  });
});

it('refuses what cannot be, at the place it is typed', () => {
  const { store } = show(<BankSheet />, withValueAt(dairy, '/bank/unit/mass', measured(20)));
  type('Mass', '5 W');
  expect(screen.getByText(/is power\. This needs a mass/)).toBeTruthy();
  type('Levels', '1.5');
  expect(screen.getByText(/Levels runs from 1 to 20, whole numbers only/)).toBeTruthy();
  type('Unit capacity', '1200 W');
  expect(screen.getByText(/how fast energy flows. A battery holds amp-hours/)).toBeTruthy();
  expect(bank(store).unit.mass.value).toBe(20);
});
