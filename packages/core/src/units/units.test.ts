import fc from 'fast-check';
import { fromStored, toStored } from './convert';
import { parseCoordinate, parsePlace } from './coordinates';
import { displayEntered, displayFigure, formatNumber, joined } from './display';
import { parseQuantity } from './parseQuantity';
import { defaultUnit, QUANTITIES, unitsOf, type Quantity } from './quantities';
import { readNumber } from './readNumber';

const read = (text: string, quantity: Quantity, unit = defaultUnit(quantity, 'metric')) =>
  parseQuantity(text, quantity, unit);

describe('what people type', () => {
  it('takes a bare number in the unit the field shows', () => {
    expect(parseQuantity('50', 'temperature', '°F')).toMatchObject({
      ok: true,
      value: expect.closeTo(10, 9) as number,
    });
    expect(parseQuantity('1000', 'altitude', 'ft')).toMatchObject({ ok: true, value: 304.8 });
  });

  it.each(['60?', '~60', '60 W ?'])('marks %s as a guess', (text) => {
    expect(read(text, 'power')).toMatchObject({ ok: true, value: 60, guessed: true });
  });

  it('reads numbers with decimal commas where the rest of a paste shows them', () => {
    expect(readNumber('1.200', true)).toEqual({ ok: true, value: 1200 });
    expect(readNumber('1,200', true)).toEqual({ ok: true, value: 1.2 });
    expect(readNumber('0,5')).toEqual({ ok: true, value: 0.5 });
    expect(readNumber('1,234,567')).toEqual({ ok: true, value: 1_234_567 });
  });

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (text) => void read(text, 'power')));
  });
});

it('goes there and back between units', () => {
  const quantities = Object.keys(QUANTITIES) as Quantity[];
  fc.assert(
    fc.property(
      fc.constantFrom(...quantities),
      fc.constantFrom('metric', 'imperial'),
      fc.double({ min: -1e4, max: 1e4, noNaN: true }),
      (quantity, system, value) => {
        for (const unit of unitsOf(quantity, system)) {
          expect(fromStored(toStored(value, quantity, unit), quantity, unit)).toBeCloseTo(value, 6);
        }
      },
    ),
  );
});

it('shows what it can read again', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1e5, noNaN: true }), fc.constantFrom('W', 'kW'), (watts, unit) => {
      const shown = displayEntered(watts, 'power', unit);
      const parsed = parseQuantity(joined(shown), 'power', unit);
      expect(parsed.ok && Math.abs(parsed.value - watts)).toBeLessThan(unit === 'kW' ? 0.06 : 0.051);
    }),
  );
});

describe('shown figures', () => {
  it('groups thousands and uses a real minus', () => {
    expect(formatNumber(12345.678, 1)).toBe('12\u2009345.7');
    expect(formatNumber(-4, 0)).toBe('−4');
    expect(formatNumber(-0.001, 1)).toBe('0.0');
    expect(formatNumber(Infinity, 1)).toBe('–');
  });
  it('keeps a figure and its unit on one line', () => {
    expect(joined(displayFigure(7950, 'energy', 'metric'))).toBe('7.95\u00a0kWh');
  });
});

describe('coordinates', () => {
  it.each([
    ['41.6', 'latitude', 41.6],
    ['41.6N', 'latitude', 41.6],
    ['44.1 S', 'latitude', -44.1],
    ['7.3W', 'longitude', -7.3],
    ['41°36\'12"N', 'latitude', 41.60333],
    ['N 41 36.2', 'latitude', 41.60333],
    ['-7.3', 'longitude', -7.3],
    ['-0.5', 'latitude', -0.5],
  ] as const)('reads %s', (text, axis, value) => {
    const parsed = parseCoordinate(text, axis);
    expect(parsed.ok && parsed.value).toBeCloseTo(value, 4);
  });
  it.each([
    ['91', 'latitude'],
    ['181', 'longitude'],
    ['41E', 'latitude'],
    ['41 61', 'latitude'],
    ['-41S', 'latitude'],
    ['x', 'latitude'],
    ['', 'latitude'],
  ] as const)('refuses %s as a %s', (text, axis) => expect(parseCoordinate(text, axis).ok).toBe(false));
  it('reads a pair', () => {
    expect(parsePlace('41.6N 7.3W')).toEqual({ latDeg: 41.6, lonDeg: -7.3 });
    expect(parsePlace('-44.1, 169.9')).toEqual({ latDeg: -44.1, lonDeg: 169.9 });
    expect(parsePlace('Vale do Junco')).toBeUndefined();
    expect(parsePlace('95, 10')).toBeUndefined();
  });
});

describe('what stands in a kitchen, a shed and a bilge', () => {
  it('a rise of 60 °F is no temperature: nothing is taken off it', () => {
    expect(toStored(60, 'rise', '°F')).toBeCloseTo(33.333, 3);
    expect(toStored(60, 'temperature', '°F')).toBeCloseTo(15.556, 3);
    expect(fromStored(40, 'rise', '°F')).toBeCloseTo(72, 6);
  });
  it.each([
    ['5 A/h', 'power', /amps are the rate itself/],
    ['5 A/h', 'current', /amps are the rate itself.*needs amps/],
    ['1200 W', 'charge', /how fast energy flows.*100 Ah/],
    ['12 V', 'power', /Multiply by the amps, as in 5A\*12 V/],
    ['3 kWh', 'power', /is energy/],
    ['60 W', 'energy', /Energy is power × time/],
    ['10 L', 'mass', /is a volume\. This needs a mass/],
    ['5 bar', 'distance', /is a pressure/],
  ] as const)('%s where %s is meant is explained', (text, quantity, message) => {
    const parsed = read(text, quantity);
    expect(parsed.ok ? '' : parsed.message.replace(/\s/g, ' ')).toMatch(message);
  });
});
