import { blankDesign, chosen, withValueAt } from '@ivolt/core';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { plain, show } from '../testing/evaluated';
import { ArraySheet } from './array/ArraySheet';
import { BankSheet } from './bank/BankSheet';
import { CoverSheet } from './cover/CoverSheet';
import { rebus } from './cover/rebus';
import { PlaceSheet } from './place/PlaceSheet';
import { StringsSheet } from './strings/StringsSheet';
import { UsesSheet } from './uses/UsesSheet';
import { addUse, duplicateUse, moveUse, placeUse, removeUse } from './uses/useEdits';
import { worstMonth } from './common/worst';
import { oneArray } from '../../../core/src/testing/dairy';

// the map draws on a canvas, which this page has none of; it is used in the browser tests
jest.mock('../charts/WorldMap', () => ({ WorldMap: () => null }));

const dairy = oneArray();
const names = (store: ReturnType<typeof show>['store']) =>
  Object.values(store.getState().job.design!.uses)
    .toSorted((a, b) => a.position - b.position)
    .map(({ name }) => name);
const answer = (sheet: string) => plain(document.querySelector(`[data-answer="${sheet}"]`)?.textContent);

describe('uses', () => {
  it('asks its question and answers it', () => {
    show(<UsesSheet />);
    expect(screen.getByRole('heading', { level: 1, name: 'What must it carry?' })).toBeTruthy();
    expect(answer('uses')).toMatch(/^8\.03 kWh a day in May\./);
    expect(screen.getAllByRole('row')).toHaveLength(1 + 7 + 1);
  });

  it('teaches where there is nothing yet', () => {
    show(<UsesSheet />, blankDesign({ name: 'New', kind: 'cabin', units: 'metric', busVolts: 24 }));
    expect(answer('uses')).toMatch(/^Nothing yet\. Add the first use below/);
    expect(screen.getByPlaceholderText('First use, then Enter')).toBeTruthy();
    expect(screen.queryByRole('img')).toBeNull();
  });

  it('adds a row at the end, or below the one that Enter is pressed in', () => {
    const { store } = show(<UsesSheet />);
    const add = screen.getByRole('textbox', { name: 'Add a use' });
    fireEvent.change(add, { target: { value: 'Radio' } });
    fireEvent.keyDown(add, { key: 'Enter' });
    expect(names(store).at(-1)).toBe('Radio');
    fireEvent.keyDown(screen.getByRole('textbox', { name: 'Watts, Milk cooler' }), { key: 'Enter' });
    expect(names(store)[1]).toBe('');
    expect(store.getState().job.past.map(({ label }) => label)).toEqual(['Add Radio', 'Add a use']);
  });

  it('moves rows with Alt and an arrow', () => {
    const { store } = show(<UsesSheet />);
    const hours = screen.getByRole('textbox', { name: 'Hours a day, Milk cooler' });
    fireEvent.keyDown(hours, { key: 'ArrowDown', altKey: true });
    expect(names(store).slice(0, 2)).toEqual(['Fridge and freezer', 'Milk cooler']);
    fireEvent.keyDown(hours, { key: 'ArrowUp', altKey: true });
    fireEvent.keyDown(hours, { key: 'ArrowUp', altKey: true });
    expect(names(store)[0]).toBe('Milk cooler');
  });

  it('keeps order through every way of moving', () => {
    const { store } = show(<UsesSheet />);
    act(() => store.dispatch(placeUse('u7', 'u1', 'before')));
    act(() => store.dispatch(placeUse('u1', 'u3', 'after')));
    act(() => store.dispatch(moveUse('u7', -1)));
    expect(names(store).slice(0, 4)).toEqual([
      'Wash water',
      'Fridge and freezer',
      'Well pump, 62 m',
      'Milk cooler',
    ]);
    let copy = '';
    act(() => void (copy = store.dispatch(duplicateUse('u2'))));
    expect(names(store).slice(1, 3)).toEqual(['Fridge and freezer', 'Fridge and freezer']);
    act(() => store.dispatch(removeUse(copy)));
    act(() => void store.dispatch(addUse('Last')));
    expect(names(store)).toHaveLength(8);
    expect(store.getState().job.notice).toMatchObject({
      text: 'Fridge and freezer is deleted',
      undoable: true,
    });
  });

  it('shows what was pasted before it is taken, as one edit, and names what it cannot read', async () => {
    const { store } = show(<UsesSheet />);
    await act(async () => {
      fireEvent.paste(screen.getByRole('textbox', { name: 'Add a use' }), {
        clipboardData: { getData: () => 'Kettle\t2 kW\t1\t6 min\nBad\t5 kg\t1\t1\nFan\t45\t2\t3' },
      });
      await new Promise((done) => setTimeout(done, 50));
    });
    const preview = screen.getByRole('group', { name: 'Pasted rows' });
    expect(plain(preview.textContent)).toMatch(/2 uses can be taken, 1 row cannot be read/);
    expect(plain(preview.textContent)).toMatch(/Row 2, watts each: 5 kg is a mass/);
    expect(names(store)).not.toContain('Kettle');
    const take = screen.getByRole('button', { name: 'Take 2 uses' });
    expect(document.activeElement).toBe(take);
    fireEvent.click(take);
    expect(names(store).slice(-2)).toEqual(['Kettle', 'Fan']);
    expect(store.getState().job.past.map(({ label }) => label)).toEqual(['Paste 2 rows']);
    expect(screen.queryByRole('group', { name: 'Pasted rows' })).toBeNull();
  });
});

describe('place', () => {
  it('shows what the grid gives in light ink, and says what it is worth', () => {
    show(<PlaceSheet />);
    expect(answer('place')).toMatch(
      /in December, 7\.20 kWh\/m² in July\. On record between −13 °C and 43 °C/,
    );
    const december = screen.getByRole<HTMLInputElement>('textbox', { name: 'Sun in December' });
    expect(december.value).toBe('');
    expect(plain(december.placeholder)).toBe('1.6 kWh/m²');
    expect(screen.getByText(/within 8 % in the median and 16 %/)).toBeTruthy();
    expect(screen.getByText(/GeoNames/)).toBeTruthy();
  });
  it('takes a typed month and gives the grid’s back', () => {
    const { store } = show(<PlaceSheet />);
    const december = screen.getByRole('textbox', { name: 'Sun in December' });
    fireEvent.change(december, { target: { value: '2.2' } });
    expect(store.getState().job.design?.place.ghi).toEqual({ '12': { value: 2.2, from: 'catalogue' } });
    expect(within(december.closest('tr')!).getByText('sun typed')).toBeTruthy();
    fireEvent.change(december, { target: { value: '' } });
    expect(store.getState().job.design?.place.ghi).toEqual({});
  });
});

describe('bank', () => {
  it('says what governs its size', () => {
    show(<BankSheet />);
    const row = screen.getByText('the days of autonomy').closest('tr')!;
    expect(row.getAttribute('data-chosen')).toBe('true');
    expect(plain(row.textContent)).toMatch(/2\d\.\d kWh3governs/);
    expect(answer('bank')).toMatch(/^Not so long: 1\.9 days/);
  });
  it('asks for frost protection only of a chemistry that wants it', () => {
    const { store, unmount } = show(<BankSheet />);
    fireEvent.click(screen.getByRole('checkbox', { name: /stops charging/ }));
    expect(store.getState().job.design?.bank.coldProtected).toBe(false);
    unmount();
    show(<BankSheet />, withValueAt(dairy, '/bank/chemistry', 'flooded'));
    expect(screen.queryByRole('checkbox', { name: /stops charging/ })).toBeNull();
  });
});

describe('array', () => {
  it('offers the best tilt where it is another, and takes it', () => {
    const { store } = show(<ArraySheet />);
    const offer = screen.getByRole('button', { name: /^Tilt \d+°$/ });
    const best = Number(/\d+/.exec(offer.textContent ?? '')?.[0]);
    fireEvent.click(offer);
    expect(store.getState().job.design?.arrays.a1?.plane.tilt).toEqual({ value: best, from: 'chosen' });
    expect(screen.queryByRole('button', { name: /^Tilt/ })).toBeNull();
  });
  it('marks the worst month and the class that was typed over', () => {
    show(<ArraySheet />, withValueAt(dairy, '/arrays/a1/module/voc', chosen(38)));
    expect(screen.getByText('410 W, 108 half-cells, typed over')).toBeTruthy();
    const chosenRows = screen.getAllByRole('row').filter((row) => row.getAttribute('data-chosen') === 'true');
    expect(chosenRows.map((row) => row.querySelector('[scope=row]')?.textContent)).toEqual(['January']);
  });
});

describe('strings', () => {
  it('lists the ways to wire them, each with why it stands or fails', () => {
    show(<StringsSheet />);
    const ways = screen.getByRole('heading', { name: '33 ways to wire them, 8 fit' }).closest('section')!;
    expect(
      screen.getByRole('row', { name: /^record low, the panel’s own coefficient, decides/ }),
    ).toBeTruthy();
    expect(plain(screen.getByText('4 in series × 3').closest('tr')!.textContent)).toMatch(
      /over the limit at −13 °C/,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Show all 33' }));
    expect(within(ways).getAllByRole('row')).toHaveLength(34);
  });
  it('takes the one that is pressed', () => {
    const { store } = show(<StringsSheet />);
    fireEvent.click(screen.getByRole('button', { name: 'Use 3 in series × 4' }));
    expect(answer('strings')).toMatch(/^3 × 4 stands\./);
    expect(store.getState().job.past.at(-1)?.label).toBe('Use 3 in series × 4');
  });
  it('waits for the place', () => {
    show(<StringsSheet />, withValueAt(dairy, '/place/lat', null));
    expect(screen.getByText(/The ruler waits for the place/)).toBeTruthy();
    expect(screen.queryByText(/ways to wire them/)).toBeNull();
  });
});

describe('cover', () => {
  it('says in one look whether it stands and what holds it back', () => {
    const { container } = show(<CoverSheet />);
    expect(container.querySelector('[data-verdict="falls"]')?.textContent).toMatch(
      /Does not stand\. Cold volts over the limit\./,
    );
    expect(screen.getByRole('link', { name: 'Export as a file' }).getAttribute('href')).toMatch(/\/file$/);
  });
  it('does not let the name be emptied', async () => {
    const { store } = show(<CoverSheet />);
    const name = screen.getByRole('textbox', { name: 'Name' });
    fireEvent.change(name, { target: { value: '  ' } });
    await waitFor(() => expect(screen.getByText('Name cannot be empty')).toBeTruthy());
    expect(store.getState().job.design?.name).toBe('Vale do Junco');
    fireEvent.change(name, { target: { value: 'Quinta' } });
    expect(store.getState().job.design?.name).toBe('Quinta');
  });
  it('takes the bank with it to another bus', () => {
    expect(rebus(dairy, 24).bank).toMatchObject({ unitVolts: { value: 25.6 }, series: { value: 1 } });
    const small = withValueAt(withValueAt(dairy, '/bank/unitVolts', chosen(12.8)), '/bank/series', chosen(4));
    expect(rebus(small, 24).bank).toMatchObject({ unitVolts: { value: 12.8 }, series: { value: 2 } });
    expect(rebus(dairy, 12).busVolts).toBe(12);
  });
  it('finds the worst month, or none', () => {
    expect(worstMonth(null)).toBeNull();
  });
});
