import { parseCoordinate, parsePlace } from './coordinates';
import { readMonths } from './monthsText';
import { parseQuantity } from './parseQuantity';
import { defaultUnit, type Quantity } from './quantities';

// messy inputs of our own, each with the one right reading, or with what to ask in its place
const READ: readonly [typed: string, quantity: Quantity, value: number][] = [
  ['1/2 hp', 'power', 372.85],
  ['½ hp', 'power', 372.85],
  ['1 1/2 hp', 'power', 1118.55],
  ['1½ HP', 'power', 1118.55],
  ['1-1/2 hp', 'power', 1118.55],
  ['15A @ 120V', 'power', 1800],
  ['15 A at 120 V', 'power', 1800],
  ['12V 5A', 'power', 60],
  ['5 A, 12 V', 'power', 60],
  ['1.5kW', 'power', 1500],
  ['1,5 kW', 'power', 1500],
  ['1 500 W', 'power', 1500],
  ['2.2 kW / 2', 'power', 1100],
  ['100/2', 'power', 50],
  ['1200 W - 200 W', 'power', 1000],
  ['３５０ Ｗ', 'power', 350],
  ['45 watts', 'power', 45],
  ['750VA', 'power', 750],
  ['0.125 kW', 'power', 125],
  ['1.234 kW', 'power', 1234],
  ['6 1/2"', 'size', 165.1],
  ['6½”', 'size', 165.1],
  ['3/4 in', 'size', 19.05],
  ['5’ 6”', 'altitude', 1.6764],
  ['5 ft 6 in', 'altitude', 1.6764],
  ['12 ft', 'altitude', 3.6576],
  ["12'", 'altitude', 3.6576],
  ['12 ft + 1 m', 'altitude', 4.6576],
  ['5\' 6 1/2"', 'altitude', 1.6891],
  ['8 inches', 'size', 203.2],
  ['1:30', 'hours', 1.5],
  ['01:30:00', 'hours', 1.5],
  ['1h30', 'hours', 1.5],
  ['1 h 30 min', 'hours', 1.5],
  ['2h15m', 'hours', 2.25],
  ['90 minutes', 'hours', 1.5],
  ['45 mins', 'hours', 0.75],
  ['3 hrs', 'hours', 3],
  ['20 min twice a day', 'hours', 2 / 3],
  ['10 minutes, 3 times a day', 'hours', 0.5],
  ['15 min 4x/day', 'hours', 1],
  ['2 h once daily', 'hours', 2],
  ['3 hours a day', 'hours', 3],
  ['8 h/night', 'hours', 8],
  ['24/7', 'hours', 24],
  ['½ h', 'hours', 0.5],
  ['1200 Wh/day', 'energy', 1200],
  ['1.2 kWh per day', 'energy', 1200],
  ['5,2 kWh/m²/day', 'irradiation', 5.2],
  ['20ºC', 'temperature', 20],
  ['20 ℃', 'temperature', 20],
  ['−12,5 °C', 'temperature', -12.5],
  ['68 ℉', 'temperature', 20],
  ['-0,26 %/℃', 'coefficient', -0.26],
  ['-0.30 %/°C', 'coefficient', -0.3],
  ['1,234,567 Wh', 'energy', 1_234_567],
  ['1 234,5 Wh', 'energy', 1234.5],
  ['about 40 W', 'power', 40],
  ['approx. 40', 'power', 40],
  ['ca. 40 W', 'power', 40],
  ['41.605', 'angle', 41.605],
  ['SE', 'azimuth', 135],
  ['south-east', 'azimuth', 135],
  ['due south', 'azimuth', 180],
  ['NNW', 'azimuth', 337.5],
  ['north west', 'azimuth', 315],
  ['172°', 'azimuth', 172],
];
const ASKED: readonly [typed: string, quantity: Quantity, words: RegExp][] = [
  ['20-25', 'temperature', /range.*22\.5/],
  ['68-72 °F', 'temperature', /range.*70/],
  ['20–25 °C', 'temperature', /range/],
  ['-20 to -25', 'temperature', /range/],
  ['2 to 3 h', 'hours', /range.*2\.5/],
  ['100…150 W', 'power', /range/],
  ['10..12', 'hours', /range/],
  ['1.500 W', 'power', /1500 or 1\.5/],
  ['2.200', 'power', /2200 or 2\.2/],
  ['1.200 Wh', 'energy', /1200 or 1\.2/],
  ['1,200', 'power', /1200 or 1\.2/],
  ['12,5,3', 'power', /not a number/],
  ['1.2.3', 'power', /not a number/],
  ['9000 BTU/h', 'power', /heat moved.*EER/],
  ['12 000 BTU', 'power', /heat moved/],
  ['350 kWh/year', 'power', /959 Wh a day.*40 W/],
  ['350 kWh per year', 'power', /959 Wh a day/],
  ['30 Wh/year', 'power', /0 Wh a day, or 0.00342 W/],
  ['100 Ah', 'power', /size of a battery/],
  ['12 A', 'charge', /holds amp-hours/],
  ['1200 Wh', 'charge', /Divide by the battery/],
  ['1200 Wh/day', 'power', /energy.*50 W all day/],
  ['3 h a week', 'hours', /hours of a day/],
  ['2 hours/week', 'hours', /hours of a day/],
  ["1'200", 'altitude', /inches/],
  ['5 6', 'power', /left over/],
  ['100 W (2)', 'power', /left over/],
  ['10k', 'power', /not known/],
  ['SE', 'angle', /number is missing|not known/],
  ['south by east', 'azimuth', /number is missing|not known|understood/],
  ['sixty', 'power', /number is missing|not known/],
];

describe('what people type for a figure', () => {
  it.each(READ)('%s as %s', (typed, quantity, value) => {
    const read = parseQuantity(typed, quantity, defaultUnit(quantity, 'metric'));
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(read.value).toBeCloseTo(value, 2);
  });
  it.each(ASKED)('%s is asked for as %s, not read', (typed, quantity, words) => {
    const read = parseQuantity(typed, quantity, defaultUnit(quantity, 'metric'));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(words);
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
