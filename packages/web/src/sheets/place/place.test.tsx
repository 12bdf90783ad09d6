import { examples, withValueAt, type Design } from '@ivolt/core';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { oneArray } from '../../../../core/src/testing/dairy';
import { api } from '../../api/client';
import { GRID, plain, show } from '../../testing/evaluated';
import { type } from '../../testing/hands';
import { PlaceSheet } from './PlaceSheet';

jest.mock('../../workers/core', () => jest.requireActual('../../testing/coreAtHand'));
// the map draws on a canvas, which this page has none of; it is used in the browser tests
jest.mock('../../charts/WorldMap', () => ({
  WorldMap: ({
    marks,
    onTake,
  }: {
    marks: { name: string; shown: boolean }[];
    onTake: (lat: number, lon: number) => void;
  }) => (
    <button type="button" data-testid="map" onClick={() => onTake(12.34, -56.78)}>
      {marks.map(({ name, shown }) => `${name}${shown ? '*' : ''}`).join(', ')}
    </button>
  ),
}));

const dairy = oneArray();
const sula = examples().find(({ id }) => id === 'sula')!.design;
/** The grid says the same of every stop, where it is asked. */
const everywhere = (design: Design) => ({
  ...GRID,
  stops: Object.fromEntries(Object.keys(design.stops).map((id) => [id, GRID])),
});
const stored = (store: ReturnType<typeof show>['store']) => store.getState().job.design as Design;
const press = (name: string | RegExp) =>
  act(() => void fireEvent.click(screen.getByRole('button', { name })));
const give = async (name: string, content: Buffer | string) => {
  const file = new File([new Uint8Array(Buffer.from(content))], name);
  Object.assign(file, { arrayBuffer: async () => new Uint8Array(Buffer.from(content)).buffer });
  await act(
    async () => void fireEvent.change(screen.getByLabelText('Weather file'), { target: { files: [file] } }),
  );
};
const station = readFileSync(join(__dirname, '../../../../core/fixtures/weather/lakeside-42N.epw.gz'));

describe('a place', () => {
  it('is taken from the map, and leaves behind what belonged to the old one', () => {
    const { store } = show(<PlaceSheet />, withValueAt(dairy, '/place/low', { value: -9, from: 'measured' }));
    act(() => void fireEvent.click(screen.getByTestId('map')));
    expect(stored(store).place).toMatchObject({
      name: '',
      lat: { value: 12.34, from: 'chosen' },
      lon: { value: -56.78, from: 'chosen' },
      altitude: null,
      low: null,
    });
    expect(store.getState().job.past.at(-1)?.label).toBe('Move it on the map');
  });
  it('has a name of its own', () => {
    const { store } = show(<PlaceSheet />, dairy);
    type('Called', 'High field');
    expect(stored(store).place.name).toBe('High field');
    expect(screen.getByRole('heading', { name: 'High field' })).toBeTruthy();
  });
  it('says how many dark days come in a row', async () => {
    show(<PlaceSheet />, dairy);
    const words = await screen.findByTestId('dark');
    expect(plain(words.textContent)).toMatch(
      /^In \w+ expect (1 day|\d+ days running) with less than half of the month’s mean, and \d+ in one year of ten\. The bank carries 1\.9 days/,
    );
  });
});

describe('stops', () => {
  it('are tabs with their dates, and one is looked at', () => {
    show(<PlaceSheet />, sula, everywhere(sula));
    const tabs = within(screen.getByRole('group', { name: 'Places' })).getAllByRole('button');
    expect(tabs.map((tab) => tab.textContent)).toEqual([
      'Home mooringall other days',
      'Western approaches12 May to 10 June',
      'Irish Sea11 June to 4 July',
      'Western isles5 July to 28 August',
      'Irish Sea, going home29 August to 18 September',
    ]);
    expect(screen.getByTestId('map').textContent).toMatch(/^Home mooring\*, Western approaches,/);
    act(() => void fireEvent.click(tabs[3]!));
    expect(screen.getByRole('heading', { name: 'Western isles' })).toBeTruthy();
    expect(screen.getByTestId('map').textContent).toMatch(/Western isles\*/);
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'To and with' }).value).toBe('28 August');
  });
  it('say which place has which days of a month', () => {
    show(<PlaceSheet />, sula, everywhere(sula));
    const row = (month: string) =>
      plain(screen.getByRole('rowheader', { name: month }).closest('tr')?.textContent);
    expect(row('January')).toMatch(/Home mooring$/);
    // 10 of 30 days before the 11th
    expect(row('June')).toMatch(/Irish Sea 67 %, Western approaches 33 %$/);
  });
  it('are moved, dated and deleted with a way back', () => {
    const { store } = show(<PlaceSheet />, sula, everywhere(sula));
    const tab = (name: RegExp) => act(() => void fireEvent.click(screen.getByRole('button', { name })));
    tab(/^Irish Sea ?11/);
    type('From', '5 May');
    expect(stored(store).stops.s2?.from).toBe('05-05');
    expect(store.getState().job.evaluation?.findings.map(({ id }) => id)).toContain('place.overlap');
    type('From', '31.4.');
    expect(screen.getByText(/^There is no 31 April\. .* stays in force$/)).toBeTruthy();
    expect(stored(store).stops.s2?.from).toBe('05-05');
    act(() => void fireEvent.click(screen.getByTestId('map')));
    expect(stored(store).stops.s2).toMatchObject({ name: 'Irish Sea', lat: { value: 12.34 }, to: '07-04' });
    expect(stored(store).place).toEqual(sula.place);
    press('Delete the stop');
    expect(stored(store).stops.s2).toBeUndefined();
    expect(store.getState().job.notice).toMatchObject({ text: 'Irish Sea is deleted', undoable: true });
    expect(screen.getByRole('heading', { name: 'Home mooring' })).toBeTruthy();
  });
  it('begin without a place, which is said', () => {
    const { store } = show(<PlaceSheet />, dairy);
    expect(screen.queryByRole('group', { name: 'Places' })).toBeNull();
    press('It moves: add a stop');
    expect(Object.values(stored(store).stops)).toMatchObject([
      { name: 'Stop 1', lat: null, from: '05-01', to: '05-31' },
    ]);
    expect(store.getState().job.evaluation?.findings.some(({ id }) => id.startsWith('place.nowhere:'))).toBe(
      true,
    );
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Latitude' }).value).toBe('');
  });
});

describe('weather of one’s own', () => {
  afterEach(() => jest.restoreAllMocks());
  const kept = () =>
    jest.spyOn(api, 'keepFile').mockResolvedValue({ id: '11111111-2222-4333-8444-555555555555' });

  it('is read from a station file, its original kept, and stands beside the grid', async () => {
    const keep = kept();
    const { store } = show(<PlaceSheet />, dairy);
    await give('lake.epw.gz', station);
    const words = await screen.findByTestId('weather', {}, { timeout: 10_000 });
    expect(plain(words.textContent)).toBe('From lake.epw.gz, an EPW file, with its hours.');
    expect(keep).toHaveBeenCalledWith(expect.any(String), 'lake.epw.gz', expect.anything());
    expect(stored(store).place.weather).toMatchObject({
      kind: 'epw',
      fileId: '11111111-2222-4333-8444-555555555555',
    });
    expect(screen.getByText(/The file is of a place \d+ km from here\./)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'The original' }).getAttribute('href')).toBe(
      '/api/files/11111111-2222-4333-8444-555555555555',
    );
    const december = screen.getByRole('rowheader', { name: 'December' }).closest('tr')!;
    // by the grid 1.6, by the file 46.624 kWh/m² in 31 days
    expect(plain(december.textContent)).toMatch(/your file1\.601\.50$/);
    press('Leave it out');
    expect(stored(store).place.weather).toBeNull();
    expect(store.getState().job.notice).toMatchObject({ undoable: true });
  });
  it('is used even where its original cannot be kept, and says so', async () => {
    jest.spyOn(api, 'keepFile').mockRejectedValue(new Error('away'));
    const { store } = show(<PlaceSheet />, dairy);
    await give('lake.epw.gz', station);
    await screen.findByTestId('weather', {}, { timeout: 10_000 });
    expect(stored(store).place.weather?.fileId).toBeNull();
    expect(screen.getByText('The original could not be kept: the server did not take it.')).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'The original' })).toBeNull();
  });
  it('refuses what it cannot read, and changes nothing', async () => {
    const { store } = show(<PlaceSheet />, dairy);
    await give('notes.txt', 'dear diary\n'.repeat(40));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/neither an EPW/));
    expect(stored(store)).toEqual(dairy);
  });
  it('asks what the columns of a plain table are', async () => {
    kept();
    const { store } = show(<PlaceSheet />, dairy);
    const rows = Array.from({ length: 8760 }, (_, hour) => {
      const at = new Date(Date.UTC(2001, 0, 1) + hour * 3_600_000).toISOString().slice(0, 16);
      const sun = Math.max(0, Math.round(700 * Math.sin((((hour % 24) - 5.5) / 13) * Math.PI)));
      return `${at},${sun},${10 + (hour % 24)}`;
    });
    await give('roof.csv', ['time,global W/m2,air C', ...rows].join('\n'));
    const form = await screen.findByRole('group', { name: 'Columns of roof.csv' }, { timeout: 10_000 });
    expect(plain(form.textContent)).toMatch(/a table of 8,760 lines/);
    expect(within(form).getByRole('button', { name: 'What global W/m2 is: global light' })).toBeTruthy();
    expect(within(form).getByRole('button', { name: 'Unit of global W/m2: W/m²' })).toBeTruthy();
    press('Not this file');
    expect(screen.queryByRole('group', { name: /^Columns/ })).toBeNull();
    await give('roof.csv', ['time,global W/m2,air C', ...rows].join('\n'));
    await screen.findByRole('group', { name: 'Columns of roof.csv' }, { timeout: 10_000 });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Read it so' })));
    await screen.findByTestId('weather', {}, { timeout: 10_000 });
    expect(stored(store).place.weather).toMatchObject({
      kind: 'hourly',
      name: 'roof.csv',
      lowest: 10,
      highest: 33,
    });
  });
  it('is pasted as twelve months', async () => {
    const { store } = show(<PlaceSheet />, dairy);
    press('Paste twelve months');
    const box = screen.getByRole('textbox', { name: /^Sun by month/ });
    act(() => void fireEvent.change(box, { target: { value: '1\n2\n3' } }));
    press('Look at these months');
    expect((await screen.findAllByRole('alert'))[0]?.textContent).toMatch(/3 lines with figures/);
    const sun = [1.8, 2.6, 3.8, 4.9, 5.9, 6.5, 6.7, 5.9, 4.5, 3, 2, 1.6];
    act(() => void fireEvent.change(box, { target: { value: sun.map((g, m) => `${g}\t${m}`).join('\n') } }));
    press('Look at these months');
    expect(stored(store).place.weather).toBeNull();
    expect(screen.getByRole('button', { name: 'What Column 1 is: sun on the horizontal' })).toBeTruthy();
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Take these months' })));
    await waitFor(() => expect(stored(store).place.weather?.kind).toBe('monthly'));
    expect(stored(store).place.weather).toMatchObject({ ghi: sun, air: sun.map((_, m) => m) });
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
