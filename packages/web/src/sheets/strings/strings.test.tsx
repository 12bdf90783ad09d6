import { chosen, examples, withValueAt } from '@ivolt/core';
import { act, fireEvent, screen, within } from '@testing-library/react';
import { oneArray } from '../../../../core/src/testing/dairy';
import { FindingList } from '../../job/Findings';
import { jobActions } from '../../job/jobSlice';
import { plain, show } from '../../testing/evaluated';
import { choose, press, type } from '../../testing/hands';
import { StringsSheet } from './StringsSheet';

jest.mock('../../workers/core', () =>
  jest.requireActual<typeof import('../../testing/coreAtHand')>('../../testing/coreAtHand'),
);

const named = (id: string) => examples().find((example) => example.id === id)!.design;
const honey = named('honey-house');
const dairy = withValueAt(oneArray(), '/arrays/a1/strings/series', chosen(3));
type Store = ReturnType<typeof show>['store'];
const pile = (store: Store) => store.getState().job.design!.arrays.a1!.pile;
const part = (name: string | RegExp) => screen.getByRole('heading', { name }).closest('section')!;

describe('a pile of unlike panels', () => {
  it('shows what each sort is by its readings, and how many are strung', () => {
    show(<StringsSheet />, honey);
    const rows = within(part('The pile')).getAllByRole('row');
    expect(plain(rows[1]!.textContent)).toMatch(/37\.2 V8\.2 A231 W99\.0 % V, 95\.0 % A5 of 5/);
    expect(rows).toHaveLength(4);
  });

  it('follows the counts as they are typed, and says what does not add up', () => {
    const { store } = show(<StringsSheet />, honey);
    type('From the dairy in string 1', '4');
    expect(pile(store)!.strings.s1!.panels).toEqual({ k1: 4 });
    const findings = store.getState().job.evaluation!.findings.map(({ id }) => id);
    expect(findings).toContain('strings.cold');
    expect(findings).toContain('pile.missing.k1');
    type('From the dairy in string 1', 'many');
    expect(screen.getByText(/^A whole number up to 60\. \d+ stays in force$/)).toBeTruthy();
    expect(pile(store)!.strings.s1!.panels).toEqual({ k1: 4 });
    choose(/^Input of string 1/, /^2$/);
    expect(pile(store)!.strings.s1!.input).toBe(2);
    press('Add a string');
    expect(Object.keys(pile(store)!.strings)).toHaveLength(5);
    press('Delete string 1');
    expect(pile(store)!.strings.s1).toBeUndefined();
    act(() => void fireEvent.click(screen.getByRole('checkbox', { name: /blocking diode/ })));
    expect(pile(store)!.blocked).toBe(true);
  });

  it('finds the strings that make most, and strings them so by one press', async () => {
    const { store } = show(<StringsSheet />, honey);
    const before = store.getState().job.evaluation!.strings.a1!.pile!.kWh;
    press('And with panels more or fewer');
    expect(await screen.findByText(/No other way makes more/)).toBeTruthy();
    const table = within(part('What would make most')).getByRole('table');
    expect(within(table).getAllByRole('row')).toHaveLength(1 + 6);
    act(
      () =>
        void fireEvent.click(
          within(part('What would make most')).getByRole('button', { name: 'String them so' }),
        ),
    );
    expect(store.getState().job.evaluation!.strings.a1!.pile!.kWh).toBeGreaterThan(before);
    // what was found is of the pile as it was
    expect(screen.queryByText(/No other way makes more/)).toBeNull();
  });

  it('says what a search lacks where there is nothing to search', async () => {
    const broken = ['k1', 'k2', 'k3'].reduce(
      (design, sort) => withValueAt(design, `/arrays/a1/pile/sorts/${sort}/module/vmp`, chosen(60)),
      honey,
    );
    show(<StringsSheet />, broken);
    press('Find the strings that make most');
    expect(await screen.findByText(/^Nothing to search yet/)).toBeTruthy();
  });

  it('takes readings, and a sheet typed over its class', () => {
    const { store } = show(<StringsSheet />, honey);
    press('More for The newer pair');
    act(() => void fireEvent.click(screen.getByRole('menuitem', { name: 'Its sheet and its readings' })));
    press('Add a reading');
    const pieces = () => Object.values(pile(store)!.sorts.k3!.pieces);
    expect(pieces()).toHaveLength(2);
    // the light and the cells of the reading before are taken over
    expect(pieces()[1]).toMatchObject({ light: { value: 862 }, voc: null });
    type('Isc measured, 2', '7.9 A');
    expect(pieces()[1]!.isc).toMatchObject({ value: 7.9, from: 'measured' });
    type('Vmp', '33');
    expect(store.getState().job.evaluation!.findings.map(({ id }) => id)).not.toContain('pile.sheet.k3');
    type('Vmp', '41');
    expect(store.getState().job.evaluation!.findings.map(({ id }) => id)).toContain('pile.sheet.k3');
  });

  it('grows by a class and by a pasted sheet, and loses a sort with a way back', () => {
    const { store } = show(<StringsSheet />, honey);
    choose(/^Add panels of another sort/, /96 cells/);
    expect(Object.keys(pile(store)!.sorts)).toHaveLength(4);
    press('Paste a data sheet');
    type(/^The text of the sheet/, 'Voc 22.1 V\nIsc 6.02 A\nVmp 17.9 V');
    expect(screen.getByText('Not found: Imp')).toBeTruthy();
    press('Add them to the pile');
    expect(Object.keys(pile(store)!.sorts)).toHaveLength(4);
    type(
      /^The text of the sheet/,
      'Pmax 100 W\nVoc 22.1 V\nIsc 6.02 A\nVmp 17.9 V\nImp 5.59 A\nTk Voc -73 mV/K',
    );
    press('Add them to the pile');
    const fresh = Object.values(pile(store)!.sorts).at(-1)!;
    expect(fresh.name).toBe('100 W, from its sheet');
    expect(fresh.module.betaVoc!.value).toBeCloseTo((-0.073 / 22.1) * 100, 3);
    press('More for From the school');
    act(() => void fireEvent.click(screen.getByRole('menuitem', { name: 'Delete' })));
    expect(pile(store)!.sorts.k2).toBeUndefined();
    expect(pile(store)!.strings.s3!.panels).toEqual({ k3: 1 });
    expect(store.getState().job.notice).toMatchObject({ undoable: true });
  });

  it('takes sheets from a file of CSV or JSON, and says what in it cannot be', async () => {
    const { store } = show(<StringsSheet />, honey);
    const input = screen.getByLabelText('File of sheets');
    const give = (name: string, text: string) => {
      const file = new File([text], name);
      Object.defineProperty(file, 'text', { value: () => Promise.resolve(text) });
      act(() => void fireEvent.change(input, { target: { files: [file] } }));
    };
    give(
      'panels.csv',
      'Model,Qty,Voc (V),Isc (A),Vmp (V),Imp (A),Tk Voc\nShed roof,3,37.6,8.6,30.4,8.1,-120\nBroken,1,37.6,,30.4,8.1,-120\n',
    );
    const csv = within(await screen.findByRole('group', { name: 'Columns of panels.csv' }));
    expect(csv.getByText('Row 2 (Broken): Not found: Isc')).toBeTruthy();
    // -120 are no % a kelvin: the unit is asked for, and put right
    expect(csv.getByText(/no heading says the unit: % a kelvin\?/)).toBeTruthy();
    expect(csv.getByText(/^Row 1 \(Shed roof\): .*no such coefficient/)).toBeTruthy();
    choose(/^Unit of Tk Voc/, /mV\/K/);
    expect(csv.queryByText(/no such coefficient/)).toBeNull();
    press('Take 1 sheet');
    const added = Object.values(pile(store)!.sorts).at(-1)!;
    expect(added.module.betaVoc!.value).toBeCloseTo((-0.12 / 37.6) * 100, 3);
    expect(screen.queryByRole('group', { name: 'Columns of panels.csv' })).toBeNull();
    const names = () => Object.values(pile(store)!.sorts).map(({ name, count }) => `${count.value} ${name}`);
    expect(names()).toContain('3 Shed roof');
    give('panels.json', '[{"name":"Pair","count":2,"vocV":22,"iscA":6,"vmpV":18,"impA":5.6}]');
    await screen.findByRole('group', { name: 'Columns of panels.json' });
    press('Take 1 sheet');
    expect(await screen.findByDisplayValue('Pair')).toBeTruthy();
    expect(names()).toContain('2 Pair');
    give('panels.json', '[{');
    expect(await screen.findByText(/^No row holds the figures of a panel/)).toBeTruthy();
    // more sorts than one array has are not taken, and none of them is lost
    const many = Array.from({ length: 9 }, (_, i) => ({
      name: `S${i}`,
      vocV: 22,
      iscA: 6,
      vmpV: 18,
      impA: 5.6,
    }));
    give('many.json', JSON.stringify(many));
    expect(await screen.findByText(/at most 12 sorts of panels in one array: room for 7 more/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Take 9 sheets' })).toBeNull();
    press('Leave them');
    expect(names()).toHaveLength(5);
  });

  it('comes from alike panels with their strings, and goes back to them', () => {
    const { store } = show(<StringsSheet />, dairy);
    const cold = () => store.getState().job.evaluation!.figures['strings.cold']!.value!;
    const was = cold();
    press('The panels are not alike');
    expect(Object.values(pile(store)!.strings).map(({ panels }) => panels)).toEqual(
      Array.from({ length: dairy.arrays.a1!.strings.parallel.value }, () => ({ k1: 3 })),
    );
    expect(cold()).toBeCloseTo(was, 6);
    press('Take all panels alike');
    expect(pile(store)).toBeNull();
    expect(cold()).toBeCloseTo(was, 6);
  });
});

describe('curves, clipping and what lies between', () => {
  it('draws the input in the job’s own light, and tries a shadow', async () => {
    show(<StringsSheet />, dairy);
    const picture = await screen.findByRole('img', { name: /^Curves of input 1/ });
    expect(picture.getAttribute('aria-label')).toMatch(/standard sun: .*coldest morning: .*usual hour: /);
    act(() => void fireEvent.click(screen.getByRole('checkbox', { name: /Try a shadow/ })));
    expect(await screen.findByText(/^The shadow takes \d+ %/)).toBeTruthy();
    const slider = screen.getByRole('slider', { name: /of the light left there/ });
    act(() => void fireEvent.change(slider, { target: { value: '100' } }));
    expect(await screen.findByText(/^The shadow takes 0 %/)).toBeTruthy();
    act(() => void fireEvent.click(screen.getByRole('checkbox', { name: /coldest morning/ })));
    expect(screen.getByRole('img', { name: /^Curves of input 1/ }).getAttribute('aria-label')).not.toMatch(
      /coldest/,
    );
  });

  it('says what a small controller gives away, and takes a larger one', async () => {
    const { store } = show(<StringsSheet />, withValueAt(dairy, '/controllers/c1/chargeAmps', chosen(20)));
    const clip = (await screen.findByRole('heading', { name: 'What the controller cannot use' })).closest(
      'section',
    )!;
    expect(plain(clip.textContent)).toMatch(/On mean days \d+ kWh a year/);
    const [take] = within(clip).queryAllByRole('button', { name: /^Take / });
    if (!take) throw new Error('A larger controller is offered');
    const [price] = within(clip).getAllByRole('textbox', { name: /^Price of / });
    act(() => void fireEvent.change(price!, { target: { value: '450' } }));
    const [typed] = Object.values(store.getState().job.design!.controllerPrices);
    expect(typed).toMatchObject({ value: 450 });
    // what a kWh of those won back costs over fifteen years
    expect(await within(clip).findByRole('cell', { name: /^\d\.\d\d$/ })).toBeTruthy();
    act(() => void fireEvent.click(take));
    expect(store.getState().job.design!.controllers.c1!.chargeAmps.value).toBeGreaterThan(20);
  });

  it('gives an input limits of its own, and takes them back', () => {
    const { store } = show(<StringsSheet />, honey);
    press('Its inputs are not alike');
    type('Maximum input voltage, input 2', '100 V');
    const limits = () => store.getState().job.design!.controllers.c1!.inputLimits[2];
    expect(limits()).toMatchObject({ maxVolts: { value: 100 } });
    expect(store.getState().job.evaluation!.findings.map(({ id }) => id)).toContain('strings.cold');
    type('Maximum input voltage, input 2', '');
    expect(limits()).toEqual({});
    type('Cable rating', '120 V');
    expect(store.getState().job.evaluation!.findings.map(({ id }) => id)).toContain('dc.cable');
  });

  it('begins on a chosen input', () => {
    const { store } = show(<StringsSheet />, named('bookwagon'));
    choose(/^From input/, /^2$/);
    expect(store.getState().job.design!.arrays.a1!.strings.first).toBe(2);
    choose(/^From input/, /next free/);
    expect(store.getState().job.design!.arrays.a1!.strings.first).toBeNull();
  });
});

it('lets a look stand with a reason that stays with it, but never a stop', () => {
  const look = (store: Store) =>
    store.getState().job.evaluation!.findings.find(({ id }) => id === 'pile.mismatch')!;
  const first = show(<div />, honey);
  const stop = first.store.getState().job.evaluation!.findings.find(({ severity }) => severity === 'stop')!;
  const shown = show(<FindingList findings={[stop, look(first.store)]} />, honey);
  expect(screen.getAllByRole('button', { name: /^Accept/ })).toHaveLength(1);
  press('Accept, with a reason: Unlike panels hold each other back');
  press('Let it stand');
  expect(screen.getByText(/A reason, so that/)).toBeTruthy();
  type('Why it may stand', 'Until the second roof is up');
  press('Let it stand');
  const said = shown.store.getState().job.design!.acknowledged['pile.mismatch'];
  expect(said).toMatchObject({ reason: 'Until the second roof is up', sentence: look(first.store).sentence });
  expect(look(shown.store).acknowledged).toMatchObject({ reason: 'Until the second roof is up' });
});

it('sets the strings beside those that were pinned', () => {
  const { store } = show(<StringsSheet />, dairy);
  act(() => void store.dispatch(jobActions.pinned()));
  type('In series', '2');
  const rows = within(part('Before and after')).getAllByRole('row');
  expect(plain(rows[1]!.textContent)).toMatch(/^cold, open\d+(\.\d)? V\d+(\.\d)? V−\d+(\.\d)? V$/);
  expect(screen.getByRole('img', { name: /^before, 3 in series: from/ })).toBeTruthy();
  act(() => void store.dispatch(jobActions.unpinned()));
  expect(screen.queryByRole('heading', { name: 'Before and after' })).toBeNull();
});

it('adds and takes one panel by plus and minus on the ruler', () => {
  const { store } = show(<StringsSheet />, dairy);
  const series = () => store.getState().job.design!.arrays.a1!.strings.series.value;
  const bar = screen.getByRole('button', { name: /^3 in series: from/ });
  act(() => void fireEvent.keyDown(bar, { key: '+' }));
  expect(series()).toBe(4);
  // from the bar that has the focus, whichever is chosen
  act(() => void fireEvent.keyDown(bar, { key: '-' }));
  expect(series()).toBe(2);
});
