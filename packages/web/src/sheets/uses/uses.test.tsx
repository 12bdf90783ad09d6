import { blankUse, chosen, examples, measured, withValueAt, type Design, type Use } from '@ivolt/core';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { oneArray } from '../../../../core/src/testing/dairy';
import { plain, show } from '../../testing/evaluated';
import { choose, press, type } from '../../testing/hands';
import { UsesSheet } from './UsesSheet';

jest.mock('../../workers/core', () =>
  jest.requireActual<typeof import('../../testing/coreAtHand')>('../../testing/coreAtHand'),
);

const dairy = oneArray();
const honey = examples().find(({ id }) => id === 'honey-house')!.design;
const use = (store: ReturnType<typeof show>['store'], id: string) => store.getState().job.design!.uses[id]!;
const withUse = (parts: Partial<Use>): Design => ({
  ...dairy,
  uses: { x: { ...blankUse(1, 'Thing'), watts: measured(100), ...parts } },
});

describe('a use in full', () => {
  it('is taken by a plug meter, its figures begun as guesses', () => {
    const { store } = show(<UsesSheet />, withUse({}));
    press('Thing in full');
    choose(/^By/, /plug meter/);
    expect(use(store, 'x')).toMatchObject({ form: 'meter', given: { meterWh: { from: 'guess' } } });
    type('Meter reading', '1.4 kWh');
    type('Metered for', '3 days');
    expect(use(store, 'x').given).toMatchObject({
      meterWh: { value: 1400, from: 'measured' },
      meterHours: { value: 72 },
    });
    // 1400 Wh ÷ 3 days ÷ 0.92 of the inverter
    expect(store.getState().job.evaluation!.figures['use:x']!.value).toBeCloseTo(1400 / 3 / 0.92, 6);
  });

  it('shows what follows from something else, and opens it there', () => {
    show(<UsesSheet />, withUse({ form: 'label', given: { labelWh: chosen(200_000) } }));
    expect(screen.queryByRole('textbox', { name: 'Hours a day, Thing' })).toBeNull();
    press('energy label, Thing in full');
    expect(screen.getByRole('group', { name: 'Thing in full' })).toBeTruthy();
  });

  it('has its hours painted by keys, as one edit, and typed', () => {
    const { store } = show(<UsesSheet />, withUse({ hours: chosen(2) }));
    press('Thing in full');
    const strip = screen.getByRole('slider', { name: /^Hours of Thing, All year/ });
    act(() => void fireEvent.keyDown(strip, { key: ' ' }));
    act(() => void fireEvent.keyDown(strip, { key: 'ArrowRight', shiftKey: true }));
    act(() => void fireEvent.keyDown(strip, { key: 'ArrowRight', shiftKey: true }));
    expect(use(store, 'x').paint.year).toBe('0'.repeat(16) + '111' + '0'.repeat(29));
    expect(strip.getAttribute('aria-valuetext')).toBe('09:00, painted; painted: 08:00–09:30');
    expect(store.getState().job.past).toHaveLength(1);
    // a cell that is wiped wipes on the way
    act(() => void fireEvent.keyDown(strip, { key: ' ' }));
    act(() => void fireEvent.keyDown(strip, { key: 'ArrowLeft', shiftKey: true }));
    expect(use(store, 'x').paint.year).toBe('0'.repeat(16) + '1' + '0'.repeat(31));
    type(/^All year/, '6-8, 18:30-22');
    expect(use(store, 'x').paint.year?.split('1')).toHaveLength(4 + 7 + 1);
    type(/^All year/, '6-9, 8-10');
    expect(screen.getByText(/1 h overlap and count once/)).toBeTruthy();
    type(/^All year/, 'mornings');
    expect(screen.getByText(/is no span of hours/)).toBeTruthy();
    expect(use(store, 'x').paint.year?.split('1')).toHaveLength(8 + 1);
    press('Go back to hours a day');
    expect(use(store, 'x').paint).toEqual({});
  });

  it('is painted by the season, of the side of the world it is on', () => {
    const { store } = show(<UsesSheet />, withUse({}));
    press('Thing in full');
    choose(/^Its hours are/, /by season/);
    type(/^Winter/, '16-22');
    const { paint } = use(store, 'x');
    expect(paint['1']).toContain('1');
    expect(paint['7']).not.toContain('1');
    expect(Object.keys(paint)).toHaveLength(12);
  });

  it('runs on some days, at a later stage, by locked-rotor amps', () => {
    const { store } = show(<UsesSheet />, withUse({}));
    press('Thing in full');
    choose(/^Runs/, /some days a week/);
    type('Days a week', '2');
    choose(/^Its start is known by/, /locked-rotor/);
    type('Locked-rotor amps', '30 A');
    choose(/^It is there/, /stage 2/);
    press('Thing in full');
    expect(use(store, 'x')).toMatchObject({
      days: 'week',
      start: 'amps',
      stage: 2,
      given: { daysAWeek: { value: 2 }, startAmps: { value: 30 } },
    });
    expect(store.getState().job.evaluation!.figures['load.heaviest']!.value).toBeNull();
  });

  it('shows pasted readings as they are understood, takes them, and says what was wrong with them', async () => {
    const { store } = show(<UsesSheet />, withUse({ form: 'series' }));
    press('Thing in full');
    press('Paste readings');
    const box = screen.getByLabelText(/^Time and W/);
    act(() => void fireEvent.change(box, { target: { value: 'nothing' } }));
    press('Look at these readings');
    expect((await screen.findAllByRole('alert'))[0]!.textContent).toMatch(/holds a date and time/);
    const lines = Array.from(
      { length: 30 },
      (_, i) => `2026-07-0${1 + Math.floor(i / 24)} ${String(i % 24).padStart(2, '0')}:00,12.8,120`,
    );
    act(() => void fireEvent.change(box, { target: { value: ['time,V,W', ...lines].join('\n') } }));
    press('Look at these readings');
    const form = within(await screen.findByRole('group', { name: 'Columns of pasted readings' }));
    // volts beside them are not taken for them
    const found = async (words: RegExp) =>
      waitFor(() => expect(plain(form.getByRole('status').textContent)).toMatch(words));
    await found(
      /^30 readings, 60 minutes apart, from 1 July 2026 to 2 July 2026: 120 W on average, 120 W at most/,
    );
    expect(use(store, 'x').series).toBeNull();
    // the other column, and back: of two none is taken for both
    choose(/^What V is/, /the readings/);
    await found(/: 12.8 W on average/);
    choose(/^What V is/, /not used/);
    expect((await form.findByRole('alert')).textContent).toMatch(/^No column holds watts/);
    expect(form.queryByRole('button', { name: 'Take these readings' })).toBeNull();
    choose(/^What W is/, /the readings/);
    choose(/^Unit of W/, /^kW$/);
    await found(/: 120 kW on average/);
    choose(/^Unit of W/, /^W$/);
    await found(/: 120 W on average/);
    press('Take these readings');
    expect(use(store, 'x').series).toMatchObject({ name: 'pasted readings', peakW: 120 });
    expect(screen.getByText(/1 of 12 months, 120.W at most/)).toBeTruthy();
    expect(screen.queryByRole('group', { name: 'Columns of pasted readings' })).toBeNull();
  });
});

describe('typical uses', () => {
  it('are picked several at once, as one edit, every figure a guess', () => {
    const { store } = show(<UsesSheet />, { ...dairy, uses: {} });
    press('Pick typical uses');
    const picker = within(screen.getByRole('dialog', { name: 'Pick typical uses' }));
    expect(picker.queryByText('Anchor light')).toBeNull();
    act(() => void fireEvent.click(picker.getByRole('checkbox', { name: 'Lamps' })));
    act(
      () =>
        void fireEvent.change(picker.getByRole('textbox', { name: 'Find a use' }), {
          target: { value: 'anchor' },
        }),
    );
    act(() => void fireEvent.click(picker.getByRole('checkbox', { name: 'Anchor light' })));
    press('Add 2');
    const { design, past, notice } = store.getState().job;
    expect(Object.values(design!.uses).map(({ name, watts }) => [name, watts.from])).toEqual([
      ['Lamps', 'guess'],
      ['Anchor light', 'guess'],
    ]);
    expect(past).toHaveLength(1);
    expect(notice).toMatchObject({
      text: expect.stringMatching(/every figure is a guess/) as string,
      undoable: true,
    });
  });
  it('say so where none is called that', () => {
    show(<UsesSheet />, dairy);
    press('Pick typical uses');
    type('Find a use', 'teleporter');
    expect(screen.getByText(/None is called that/)).toBeTruthy();
  });
});

describe('the day and what it costs', () => {
  it('shows the month that decides, and another when asked', async () => {
    show(<UsesSheet />, honey);
    const picture = await screen.findByRole('img', { name: /^A mean day of August by the hour/ });
    expect(picture.getAttribute('aria-label')).toMatch(/tools .* kWh, most at 10:00/);
    press('Jul');
    expect(screen.getByRole('img', { name: /^A mean day of July/ })).toBeTruthy();
    expect(screen.getByText('All of it has its hours.', { exact: false })).toBeTruthy();
    const today = screen.getByRole('heading', { name: 'Today and later' }).closest('section')!;
    expect(plain(today.textContent)).toMatch(/today.*14\.\d|today/);
    expect(within(today).getAllByRole('row')).toHaveLength(3);
  });
  it('tries a change with one press, and takes it back', async () => {
    const { store } = show(<UsesSheet />, dairy);
    const offers = await screen.findAllByRole('button', {
      name: /^(Switch it off|Paint 10|Try|Take it from DC|Only on surplus)/,
    });
    const before = store.getState().job.evaluation!.figures['load.heaviest']!.value!;
    act(() => void fireEvent.click(offers[0]!));
    expect(store.getState().job.past).toHaveLength(1);
    expect(store.getState().job.evaluation!.figures['load.heaviest']!.value!).toBeLessThanOrEqual(before);
  });
});

describe('people, visits and events', () => {
  it('an event is added, dated, and deleted with what ran in it', () => {
    const { store } = show(<UsesSheet />, withUse({ days: 'event' }));
    press('Add an event');
    const [id] = Object.keys(store.getState().job.design!.events) as [string];
    type('From', '1 September');
    type('To', '10.9.');
    expect(store.getState().job.design!.events[id]).toMatchObject({ from: '09-01', to: '09-10' });
    press('Thing in full');
    choose(/^Which event/, /Harvest/);
    expect(use(store, 'x').event).toBe(id);
    const group = within(screen.getByRole('group', { name: /^Event/ }));
    act(() => void fireEvent.click(group.getByRole('button', { name: 'Delete' })));
    expect(use(store, 'x')).toMatchObject({ event: null, days: 'every' });
    expect(store.getState().job.notice).toMatchObject({ undoable: true });
  });
  it('the house that sizes the job is chosen', () => {
    const { store } = show(
      <UsesSheet />,
      withValueAt(withUse({ perPerson: true }), '/people/full', chosen(6)),
    );
    const before = store.getState().job.evaluation!.figures['load.heaviest']!.value!;
    choose(/^The job is sized for/, /full house/);
    expect(store.getState().job.design!.people.sizes).toBe('full');
    expect(store.getState().job.evaluation!.figures['load.heaviest']!.value!).toBeGreaterThan(before);
  });
});

it('draws only the rows in sight of a long table', () => {
  const [first] = Object.values(dairy.uses);
  const uses = Object.fromEntries(
    Array.from({ length: 300 }, (_, i) => [`n${i}`, { ...first!, name: `Use ${i}`, position: i + 1 }]),
  );
  const { store } = show(<UsesSheet />, { ...dairy, uses });
  expect(document.querySelectorAll('tr[data-use]').length).toBeLessThan(250);
  expect(store.getState().job.evaluation!.figures['use:n200']).toMatchObject({ steps: [] });
});
