import { blankUse, chosen, examples, measured, type Design } from '@ivolt/core';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { oneArray } from '../../../../core/src/testing/dairy';
import { plain, show } from '../../testing/evaluated';
import { choose, press, type } from '../../testing/hands';
import { PowerSheet } from './PowerSheet';
import { circuitsIn, moveCircuit } from './usePowerEdits';

jest.mock('../../workers/core', () =>
  jest.requireActual<typeof import('../../testing/coreAtHand')>('../../testing/coreAtHand'),
);

const demo = (start: string) => examples().find(({ design }) => design.name.startsWith(start))!.design;
const vale = demo('Vale');
const power = (store: ReturnType<typeof show>['store']) => store.getState().job.design!.power;

describe('the inverter', () => {
  it('is chosen from typical ones for the bus, with its own draw and efficiency, or left out', () => {
    const { store } = show(<PowerSheet />, { ...vale, power: { ...vale.power, inverter: null } });
    expect(plain(document.querySelector('[data-answer]')?.textContent)).toMatch(/^3779 W at once\./);
    choose(/^Inverter/, /^Inverter and charger, 8 kW(?!,)/);
    const { supply } = store.getState().job.design!;
    expect(power(store).inverter).toMatchObject({ kind: 'charger', continuous: { value: 8000 } });
    expect([supply.inverterIdle, supply.inverterEfficiency]).toEqual([
      { value: 35, from: 'catalogue' },
      { value: 94, from: 'catalogue' },
    ]);
    type('Continuous rating', '7 kW');
    expect(screen.getByRole('button', { name: /typed over/ })).toBeTruthy();
    choose(/^Inverter/, /^none/);
    expect(power(store).inverter).toBeNull();
    expect(screen.queryByRole('textbox', { name: 'Surge rating' })).toBeNull();
  });
  it('that is split-phase makes two legs of 120 V', () => {
    const { store } = show(<PowerSheet />, vale);
    choose(/^Inverter/, /8 kW, split-phase/);
    expect(store.getState().job.design!.supply.phases).toBe('split');
    expect(power(store).inverter!.volts.value).toBe(120);
  });
  it('is drawn as the step that nothing may stick out of, and told in words', () => {
    show(<PowerSheet />, vale);
    const picture = screen.getByRole('img', { name: /^At once on AC 3779 watts: Wash water 1500 watts/ });
    expect(picture.getAttribute('aria-label')).toMatch(
      /With Well pump, 62 m starting 7079 watts\. The inverter carries 3880 watts for hours, 4800 watts for 10 minutes and 9000 watts for 3 seconds\./,
    );
    expect(picture.querySelectorAll('[data-board]')).toHaveLength(7);
    expect(picture.querySelectorAll('[data-hatch="start"]')).toHaveLength(1);
  });
  it('with a curve tells the efficiency that it comes to', () => {
    show(<PowerSheet />, vale);
    expect(screen.queryByText('Efficiency by its curve')).toBeNull();
    type('At 10 %', '86 %');
    type('At 100 %', '92 %');
    expect(screen.getByText('Efficiency by its curve')).toBeTruthy();
  });
});

describe('what would take less', () => {
  it('is told with what it saves, and taken at a press', async () => {
    const searching = {
      ...oneArray(),
      power: { ...oneArray().power, inverter: vale.power.inverter },
      uses: { pump: { ...blankUse(1, 'Pump'), watts: measured(700), hours: measured(1) } },
    };
    const { store } = show(<PowerSheet />, searching);
    const way = await screen.findByText('Let it search.');
    const row = way.closest('li')!;
    // 9 W in place of the idle draw for 23 hours
    expect(plain(row.textContent)).toMatch(/Wh less.*9 W in place of 28 W for the 23 h/);
    press('Take it: Let it search');
    expect(power(store).searching).toBe(true);
    expect(screen.getByRole('checkbox', { name: /^It searches/ })).toHaveProperty('checked', true);
    await waitFor(() => expect(screen.queryByText('Let it search.')).toBeNull());
  });
  it('has the price of the machine where it is typed, and its usual one until then', () => {
    const { store } = show(<PowerSheet />, vale);
    const price = () => screen.getByRole('textbox', { name: 'Inverter price' }) as HTMLInputElement;
    expect([price().value, plain(price().placeholder)]).toEqual(['', '1830']);
    type('Inverter price', '1650');
    expect(power(store).inverter!.price).toEqual({ value: 1650, from: 'guess' });
  });
});

describe('what waits for surplus', () => {
  it('is told with what it gets of what it asks for, in the months it asks', () => {
    show(<PowerSheet />, vale);
    const table = screen.getByRole('table', { name: 'Surplus on a mean day of each month, kWh' });
    expect(within(table).getAllByRole('row')).toHaveLength(13);
    expect(plain(within(table).getAllByRole('row')[6]!.textContent)).toMatch(/^Jun.*3\.2\d of 3\.29$/);
    const section = table.closest('section')!;
    expect(plain(section.textContent)).toMatch(/Wash water: .*least in (Jan|Dec)/);
  });
  it('is not there where nothing waits', () => {
    show(<PowerSheet />, { ...vale, uses: { pump: blankUse(1, 'Pump') } });
    expect(screen.queryByRole('table', { name: /^Surplus/ })).toBeNull();
  });
});

describe('the circuits', () => {
  it('tell which breakers their lists ask for', () => {
    show(<PowerSheet />, vale);
    const list = screen.getByRole('list', { name: 'Shed first' }).parentElement!;
    expect(plain(list.textContent)).toMatch(/2 breakers: Well pump, 62 m 6 A, 2 poles; /);
  });
  const dairy = oneArray();
  const design: Design = {
    ...dairy,
    uses: Object.fromEntries(
      (['must', 'should', 'should', 'surplus'] as const).map((priority, i) => [
        `x${i}`,
        { ...blankUse(i + 1, `Use ${i}`), watts: measured(10), priority },
      ]),
    ),
  };
  const names = (list: string) =>
    within(screen.getByRole('list', { name: list }))
      .queryAllByRole('listitem')
      .map((row) => /Use \d/.exec(row.textContent)?.[0]);
  it('stand in three lists, and go between them by keys', () => {
    const { store } = show(<PowerSheet />, design);
    expect(names('Must ride')).toEqual(['Use 0']);
    expect(names('Shed first')).toEqual(['Use 1', 'Use 2']);
    const key = (name: string, key: string) =>
      act(() => void fireEvent.keyDown(screen.getByRole('button', { name: `Move ${name}` }), { key }));
    key('Use 0', 'ArrowRight');
    expect(names('Shed first')).toEqual(['Use 1', 'Use 2', 'Use 0']);
    key('Use 0', 'ArrowUp');
    expect(names('Shed first')).toEqual(['Use 1', 'Use 0', 'Use 2']);
    expect(store.getState().job.design!.uses.x0).toMatchObject({ priority: 'should', shed: 2 });
    key('Use 3', 'ArrowLeft');
    key('Use 3', 'ArrowLeft');
    expect(names('Must ride')).toEqual(['Use 3']);
    // there is no list beyond the first
    key('Use 3', 'ArrowLeft');
    expect(names('Must ride')).toEqual(['Use 3']);
    expect(names('Surplus only')).toEqual([]);
  });
  it('are placed where they are dropped, each in its turn', () => {
    const { store } = show(<PowerSheet />, design);
    act(() => void store.dispatch(moveCircuit('x3', 'should', 1)));
    expect(circuitsIn(store.getState().job.design!, 'should')).toEqual(['x1', 'x3', 'x2']);
    act(() => void store.dispatch(moveCircuit('gone', 'must', 0)));
    expect(circuitsIn(store.getState().job.design!, 'must')).toEqual(['x0']);
  });
});

describe('the sources', () => {
  it('are added, one shown in full, and deleted', () => {
    const { store } = show(<PowerSheet />, oneArray());
    expect(screen.getByText(/^Only the sun so far/)).toBeTruthy();
    press('Add a generator');
    press('Add an engine alternator');
    expect(Object.values(power(store).sources).map(({ name, kind }) => [name, kind])).toEqual([
      ['Generator', 'generator'],
      ['Engine alternator', 'alternator'],
    ]);
    type('Jul', '1.5 h');
    const [, alternator] = Object.values(power(store).sources);
    expect(alternator!.hoursBy).toEqual({ 7: { value: 1.5, from: 'guess' } });
    type('Jul', '');
    expect(Object.values(power(store).sources)[1]!.hoursBy).toEqual({});
  });
  it('show usual figures where none are given, and take what is typed', () => {
    const { store } = show(<PowerSheet />, oneArray());
    press('Add a generator');
    const rated = screen.getByRole('textbox', { name: 'Rated power' }) as HTMLInputElement;
    expect([rated.value, plain(rated.placeholder)]).toEqual(['', '3000 W']);
    type('Rated power', '4 kW');
    expect(Object.values(power(store).sources)[0]!.given.watts).toEqual({ value: 4000, from: 'catalogue' });
    // what follows from it follows
    expect(plain((screen.getByRole('textbox', { name: 'Peak power' }) as HTMLInputElement).placeholder)).toBe(
      '4600 W',
    );
  });
  it('tell a mean day of each month, and what stays without', () => {
    show(<PowerSheet />, {
      ...vale,
      arrays: Object.fromEntries(
        Object.entries(vale.arrays).map(([id, array]) => [id, { ...array, soiling: chosen(60) }]),
      ),
    });
    const table = screen.getByRole('table', { name: 'A mean day of each month, kWh' });
    expect(within(table).getAllByRole('row')).toHaveLength(13);
    expect(within(table).getByRole('columnheader', { name: 'Diesel set' })).toBeTruthy();
    expect(
      screen.getByRole('img', { name: /^Kilowatt-hours on a mean day\. January: sun .*, Diesel set/ }),
    ).toBeTruthy();
  });
});
