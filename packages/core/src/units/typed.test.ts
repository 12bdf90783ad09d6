import { parseCoordinate, parsePlace } from './coordinates';
import { readMonths } from './monthsText';
import { parseQuantity } from './parseQuantity';
import { defaultUnit, type Quantity } from './quantities';
import { readJson } from '../../fixtures/read';

// messy inputs of our own, each with its one right reading in the unit that is stored, or with what to ask in its place
const { read: READ, asked: ASKED } = readJson<{
  read: [typed: string, quantity: Quantity, value: number][];
  asked: [typed: string, quantity: Quantity, words: string][];
}>('typed-quantities.json');

describe('what people type for a figure', () => {
  it.each(READ)('%s as %s', (typed, quantity, value) => {
    const read = parseQuantity(typed, quantity, defaultUnit(quantity, 'metric'));
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(read.value).toBeCloseTo(value, 3);
  });
  it.each(ASKED)('%s is asked for as %s, not read', (typed, quantity, words) => {
    const read = parseQuantity(typed, quantity, defaultUnit(quantity, 'metric'));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(new RegExp(words));
  });
  it.each(['about 40 W', 'ca. 40 W', '~40', '40?'])('%s is a guess', (typed) => {
    expect(parseQuantity(typed, 'power', 'W')).toMatchObject({ ok: true, value: 40, guessed: true });
  });
});

describe('what people type for a place', () => {
  it.each([
    ['41° 36’ 12” N', 'latitude', 41.60333],
    ['41º36′12″N', 'latitude', 41.60333],
    ['N 41 36.2', 'latitude', 41.60333],
    ['7.3W', 'longitude', -7.3],
    ['-7,3', 'longitude', -7.3],
  ] as const)('%s', (typed, axis, value) => {
    const read = parseCoordinate(typed, axis);
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(read.value).toBeCloseTo(value, 4);
  });
  it.each(['41.5 36', '41 36.5 12', '41 75'])('%s is asked', (typed) => {
    expect(parseCoordinate(typed, 'latitude').ok).toBe(false);
  });
  it.each([
    ['N41.6 W7.3', 41.6, -7.3],
    ['41.6N 7.3W', 41.6, -7.3],
    ['41.6N7.3W', 41.6, -7.3],
    ['41,6; -7,3', 41.6, -7.3],
    ['-44.1, 169.9', -44.1, 169.9],
    ['S44.1 E169.9', -44.1, 169.9],
    ['41° 36’ 12” N, 7° 18’ W', 41.60333, -7.3],
  ])('%s as a pair', (typed, latDeg, lonDeg) => {
    const pair = parsePlace(typed);
    expect(pair?.latDeg).toBeCloseTo(latDeg, 4);
    expect(pair?.lonDeg).toBeCloseTo(lonDeg, 4);
  });
});

it('reads runs of months in words', () => {
  expect(readMonths('June to August')).toEqual([6, 7, 8]);
  expect(readMonths('November through February')).toEqual([1, 2, 11, 12]);
  expect(readMonths('Jun—Aug')).toEqual([6, 7, 8]);
});
