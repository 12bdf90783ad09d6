import { chosen, examples, withValueAt, type Design } from '@ivolt/core';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { oneArray } from '../../../../core/src/testing/dairy';
import { plain, show } from '../../testing/evaluated';
import { type } from '../../testing/hands';
import { StringsSheet } from '../strings/StringsSheet';
import { ArraySheet } from './ArraySheet';
import { addArray, duplicateArray, removeArray } from './useArrayEdits';

jest.mock('../../workers/core', () => jest.requireActual('../../testing/coreAtHand'));

const dairy = oneArray();
const barn = examples().find(({ id }) => id === 'vale-do-junco')!.design;
const press = (name: string | RegExp) =>
  act(() => void fireEvent.click(screen.getByRole('button', { name })));
const choose = (button: string | RegExp, option: string | RegExp) => {
  press(button);
  act(() => void fireEvent.click(screen.getByRole('option', { name: option })));
};
const stored = (store: ReturnType<typeof show>['store']) => store.getState().job.design as Design;
const ids = (store: ReturnType<typeof show>['store']) => Object.keys(stored(store).arrays);
const cost = async () => plain((await screen.findByTestId('field-cost')).textContent);

describe('arrays', () => {
  it('are one without tabs and without a name, until there is another', () => {
    const { store } = show(<ArraySheet />, dairy);
    expect(screen.queryByRole('group', { name: 'Arrays' })).toBeNull();
    expect(screen.queryByRole('textbox', { name: 'Called' })).toBeNull();
    press('Add an array');
    const tabs = screen.getByRole('group', { name: 'Arrays' });
    expect(
      within(tabs)
        .getAllByRole('button')
        .map((tab) => tab.textContent),
    ).toEqual([expect.stringContaining('First array'), expect.stringContaining('Array 2')]);
    expect(within(tabs).getAllByRole('button')[1]?.getAttribute('aria-pressed')).toBe('true');
    // it is strung like the first, on a controller like its own: that has no input free
    const [, fresh] = Object.values(stored(store).arrays);
    expect(fresh).toMatchObject({ count: { value: 4 }, strings: { parallel: { value: 1 } } });
    const { c1, [fresh!.strings.controller]: own } = stored(store).controllers;
    expect(own).toEqual({ ...c1, position: 2 });
    expect(store.getState().job.notice?.text).toBe('It has a controller of its own, like the other one’s');
    act(() => void fireEvent.click(within(tabs).getAllByRole('button')[0]!));
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Called' }).value).toBe('First array');
  });
  it('are duplicated with all they have, and deleted with a way back', () => {
    const { store } = show(<ArraySheet />, barn);
    act(() => void store.dispatch(duplicateArray('a2')));
    const copy = ids(store).find((id) => !['a1', 'a2', 'a3'].includes(id))!;
    expect(stored(store).arrays[copy]).toMatchObject({
      name: 'Barn, east, again',
      skyline: barn.arrays.a2!.skyline,
      strings: { series: barn.arrays.a2!.strings.series, inputs: barn.arrays.a2!.strings.inputs },
    });
    act(() => void store.dispatch(removeArray(copy)));
    expect(ids(store)).toEqual(['a1', 'a2', 'a3']);
    expect(store.getState().job.notice).toMatchObject({
      text: 'Barn, east, again is deleted',
      undoable: true,
    });
  });
  it('take a controller with them only where nothing else is strung to it', () => {
    const { store } = show(<ArraySheet />, barn);
    act(() => void store.dispatch(removeArray('a2')));
    expect(Object.keys(stored(store).controllers)).toEqual(['c1', 'c2']);
    act(() => void store.dispatch(removeArray('a3')));
    expect(Object.keys(stored(store).controllers)).toEqual(['c1']);
    // the last one stays
    act(() => void store.dispatch(removeArray('a1')));
    expect(ids(store)).toEqual(['a1']);
  });
  it('show what each makes beside what all make', () => {
    show(<ArraySheet />, barn);
    const headings = screen.getAllByRole('columnheader').map((heading) => heading.textContent);
    expect(headings).toEqual(
      expect.arrayContaining(['Ground rack', 'Barn, east', 'Barn, west', 'Made a day']),
    );
  });
  it('move to another controller, which goes when nothing is on it', () => {
    const { store } = show(<StringsSheet />, barn);
    expect(plain(screen.getByRole('button', { name: /^Connected to/ }).textContent)).toBe('1, alone');
    choose(/^Connected to/, /2, with Barn, east and Barn, west/);
    expect(stored(store).arrays.a1?.strings.controller).toBe('c2');
    expect(Object.keys(stored(store).controllers)).toEqual(['c2']);
    press('Give it a controller of its own');
    const own = stored(store).arrays.a1?.strings.controller;
    expect(own).not.toBe('c2');
    expect(stored(store).controllers[own!]).toMatchObject({ label: stored(store).controllers.c2?.label });
  });
  it('are strung one by one', () => {
    const { store } = show(<StringsSheet />, barn);
    act(() => void fireEvent.click(screen.getByRole('button', { name: /^Barn, west/ })));
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'In series' }).value).toBe('3');
    press(/^Use 2 in series × 1$/);
    expect(stored(store).arrays.a3?.strings.series.value).toBe(2);
    expect(stored(store).arrays.a1?.strings.series.value).toBe(4);
  });
});

describe('how panels are held', () => {
  it('asks a roof for its own slope, and takes it for hot', () => {
    const { store } = show(<ArraySheet />, dairy);
    choose(/^Held/, /flat on a roof/);
    type('Roof slope', '18');
    type('Roof faces', '200');
    expect(stored(store).arrays.a1).toMatchObject({
      mounting: 'roof',
      plane: { kind: 'roof', tilt: { value: 18 }, azimuth: { value: 200 } },
    });
  });
  it('asks for two tilts or four by the season', () => {
    const { store } = show(<ArraySheet />, dairy);
    choose(/^Held/, /by the season/);
    expect(screen.getAllByRole('textbox', { name: /tilt$/ })).toHaveLength(2);
    choose(/^Tilts a year/, /four/);
    expect(screen.getAllByRole('textbox', { name: /tilt$/ })).toHaveLength(4);
    type('Autumn tilt', '44');
    expect(stored(store).arrays.a1?.plane).toMatchObject({
      kind: 'seasonal',
      seasons: 4,
      tilts: { autumn: { value: 44 } },
    });
    // no one tilt is offered to a plane that has several
    expect(screen.queryByRole('button', { name: /^Tilt \d+°$/ })).toBeNull();
  });
  it('asks a flat roof that moves for no direction, a tilted one for that from the bow', () => {
    show(<ArraySheet />, withValueAt(dairy, '/arrays/a1/plane/tilt', chosen(0)));
    choose(/^Held/, /on a roof that moves/);
    expect(screen.queryByRole('textbox', { name: 'Azimuth' })).toBeNull();
    type('Tilt', '10');
    expect(screen.getByRole('textbox', { name: 'From the bow' })).toBeTruthy();
  });
  it('asks for rows only where there are several', () => {
    const { store } = show(<ArraySheet />, dairy);
    expect(screen.queryByRole('textbox', { name: 'Row pitch' })).toBeNull();
    type('Rows', '3');
    type('Row pitch', '3.2');
    choose(/^Panels stand/, /on their short side/);
    expect(stored(store).arrays.a1?.rows).toMatchObject({
      count: { value: 3 },
      pitch: { value: 3.2 },
      upright: true,
    });
  });
  it('takes snow by the month, and gives the year’s figure back', () => {
    const { store } = show(<ArraySheet />, dairy);
    press('Snow, dirt and ground month by month');
    const dirt = screen.getByRole<HTMLInputElement>('textbox', { name: 'Soiling loss in March' });
    expect(plain(dirt.placeholder)).toBe('3 %');
    type('Snow loss in January', '40');
    expect(stored(store).arrays.a1?.snowBy).toEqual({ '1': { value: 40, from: 'guess' } });
    type('Snow loss in January', '');
    expect(stored(store).arrays.a1?.snowBy).toEqual({});
  });
});

describe('the field of tilts', () => {
  it('says what the chosen plane costs, and where the best is', async () => {
    show(<ArraySheet />, withValueAt(dairy, '/arrays/a1/plane/tilt', chosen(5)));
    expect(await cost()).toMatch(
      /^The chosen plane gets [\d.]+ kWh\/m² a day, \d\d % less than \d\d° facing 180°: [\d.]+ kWh a day, or [\d.]+ more panels\.$/,
    );
  });
  it('is asked for one month, and shows its day', async () => {
    show(<ArraySheet />, dairy);
    await cost();
    choose(/^For/, 'June');
    expect(screen.getByRole('heading', { name: 'A mean day in June' })).toBeTruthy();
    expect(
      screen.getByText(/poleward of east: for [\d.]+ hours of the day it is up but behind a panel/),
    ).toBeTruthy();
    choose(/^For/, 'December');
    expect(screen.getByText(/equatorward of east, and is never behind/)).toBeTruthy();
  });
  it('turns the plane by keys, as one edit', async () => {
    const { store } = show(<ArraySheet />, dairy);
    await cost();
    const plane = screen.getByRole('slider', { name: /^Plane/ });
    for (const key of ['ArrowUp', 'ArrowUp', 'ArrowLeft']) act(() => void fireEvent.keyDown(plane, { key }));
    act(() => void fireEvent.keyDown(plane, { key: 'ArrowDown', shiftKey: true }));
    expect(stored(store).arrays.a1?.plane).toMatchObject({ tilt: { value: 32 }, azimuth: { value: 174 } });
    expect(store.getState().job.past.map(({ label }) => label)).toEqual(['Turn the plane']);
    expect(plane.getAttribute('aria-valuetext')).toMatch(/^Tilt 32°, facing 174°, \d+ % of the best$/);
  });
  it('names the other arrays, and compares tilting anew with more panels', async () => {
    show(<ArraySheet />, barn);
    await cost();
    expect(
      screen.getByText(
        /^Barn, east, 22° facing 86°, gets \d\d % of the best ?: these panels there would cost [\d.]+\skWh a day, or [\d.]+ more panels ?\.$/,
      ),
    ).toBeTruthy();
    expect(
      screen.getByText(/^Against the best fixed tilt, two tilts a year add -?\d+ % in the worst month/),
    ).toBeTruthy();
    expect(screen.getAllByRole('row').filter((row) => /more panel/.test(row.textContent ?? ''))).toHaveLength(
      2,
    );
  });
  it('holds no cross to drag for a roof that moves', async () => {
    show(<ArraySheet />, withValueAt(dairy, '/arrays/a1/plane/kind', 'moving'));
    expect(await cost()).toMatch(/^The roof, over all headings,/);
    expect(screen.queryByRole('slider', { name: /^Plane/ })).toBeNull();
  });
  it('waits for the place', () => {
    show(<ArraySheet />, withValueAt(dairy, '/place/lat', null));
    expect(screen.getByText('The field waits for the place.')).toBeTruthy();
    expect(screen.getByText('The sun’s tracks wait for the place.')).toBeTruthy();
  });
});

describe('the skyline', () => {
  const costs = async (pattern: RegExp) =>
    waitFor(() => expect(plain(screen.getByTestId('skyline-cost').textContent)).toMatch(pattern));

  it('is open until something stands in it', async () => {
    show(<ArraySheet />, dairy);
    await costs(/^Nothing yet/);
    expect(screen.queryByRole('button', { name: 'Clear it all' })).toBeNull();
  });
  it('is painted by keys, and cleared', async () => {
    const { store } = show(<ArraySheet />, dairy);
    const horizon = screen.getByRole('slider', { name: /^Horizon/ });
    for (let i = 0; i < 5; i++)
      act(() => void fireEvent.keyDown(horizon, { key: 'ArrowUp', shiftKey: true }));
    act(() => void fireEvent.keyDown(horizon, { key: 'ArrowRight' }));
    act(() => void fireEvent.keyDown(horizon, { key: 'ArrowUp' }));
    act(() => void fireEvent.keyDown(horizon, { key: 'ArrowLeft', shiftKey: true }));
    act(() => void fireEvent.keyDown(horizon, { key: 'ArrowDown' }));
    expect(stored(store).arrays.a1?.skyline.points).toEqual({ '180': 25, '185': 1 });
    expect(horizon.getAttribute('aria-valuetext')).toBe('0° high at 155°');
    act(() => void fireEvent.keyDown(horizon, { key: 'ArrowRight', shiftKey: true }));
    act(() => void fireEvent.keyDown(horizon, { key: 'Delete' }));
    expect(stored(store).arrays.a1?.skyline.points).toEqual({ '180': 25 });
    await costs(/^It takes \d+ kWh a year/);
    press('Clear it all');
    await costs(/^Nothing yet/);
  });
  it('takes things, each a guess where the sun stands highest', async () => {
    const { store } = show(<ArraySheet />, dairy);
    await costs(/^Nothing yet/);
    press('Place something in the light');
    act(() => void fireEvent.click(screen.getByRole('menuitem', { name: /Tree/ })));
    const [[id, tree] = []] = Object.entries(stored(store).arrays.a1!.skyline.obstacles);
    expect(tree).toMatchObject({
      kind: 'tree',
      azimuth: { value: 180, from: 'guess' },
      bareMonths: [11, 12, 1, 2, 3, 4],
    });
    type('Distance, Tree', '6');
    type('Through it bare, Tree', '70');
    expect(stored(store).arrays.a1?.skyline.obstacles[id!]).toMatchObject({
      distance: { value: 6 },
      bare: { value: 70 },
    });
    await costs(/^It takes \d+ kWh a year/);
    expect(screen.getByText('Hours that are lost, by month')).toBeTruthy();
    press('More for Tree');
    act(() => void fireEvent.click(screen.getByRole('menuitem', { name: 'Take it away' })));
    expect(stored(store).arrays.a1?.skyline.obstacles).toEqual({});
  });
  it('is taken over from another array', () => {
    const { store } = show(<ArraySheet />, barn);
    press('Take that of Barn, east');
    expect(stored(store).arrays.a1?.skyline).toEqual(barn.arrays.a2?.skyline);
  });
  it('is typed as points, and says which line it cannot read', () => {
    const { store } = show(<ArraySheet />, dairy);
    press('Type or read points');
    const box = screen.getByRole('textbox', { name: /A line a point/ });
    act(() => void fireEvent.change(box, { target: { value: '0, 0\n90, ten' } }));
    press('Take these points');
    expect(screen.getByRole('alert').textContent).toMatch(/^Line 2: “90, ten”/);
    act(() => void fireEvent.change(box, { target: { value: '90 10\n180 0\n0 0' } }));
    press('Take these points');
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(stored(store).arrays.a1?.skyline.points).toMatchObject({ '90': 10, '135': 5 });
    expect(store.getState().job.notice?.text).toBe('3 points read');
  });
});

it('adds arrays one after another with names of their own', () => {
  const { store } = show(<ArraySheet />, dairy);
  act(() => void store.dispatch(addArray()));
  act(() => void store.dispatch(addArray()));
  expect(Object.values(stored(store).arrays).map(({ name }) => name)).toEqual([
    'First array',
    'Array 2',
    'Array 3',
  ]);
});
