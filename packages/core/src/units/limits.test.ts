import { parseCoordinate } from './coordinates';
import { parseQuantity } from './parseQuantity';
import { readNumber } from './readNumber';

it('a number is no longer than any number is', () => {
  expect(readNumber('1'.repeat(400))).toMatchObject({ ok: false });
  const long = readNumber('9'.repeat(300));
  expect(long.ok ? '' : long.message).toMatch(/^“9+…?” is longer than any number$/);
  expect(readNumber('12.5')).toEqual({ ok: true, value: 12.5 });
});

it('degrees with decimals have no minutes, and minutes and seconds stop at sixty', () => {
  const said = (text: string) => {
    const read = parseCoordinate(text, 'latitude');
    return read.ok ? read.value : read.message;
  };
  expect(said('41.5 36')).toMatch(/has decimals and minutes; type 41\.6 or 41°36'N$/);
  expect(said("41°36'N")).toBeCloseTo(41.6, 9);
  expect(said('41°36\'36"S')).toBeCloseTo(-41.61, 9);
  expect(said('41°59\'59.9"N')).toBeCloseTo(41.99997, 4);
  for (const text of ["41°60'N", '41°10\'60"N'])
    expect(said(text)).toBe('Minutes and seconds run from 0 to 59');
  expect(said('-41 N')).toBe('Use a minus or a letter, not both');
  expect(said('90')).toBe(90);
  expect(said('90.01')).toMatch(/^A latitude runs from −90° to 90°$/);
});

it('a bare sum is meant in the unit of its field, one with units in its own', () => {
  const read = (text: string) => parseQuantity(text, 'power', 'kW');
  expect(read('1 + 2')).toMatchObject({ ok: true, value: 3000 });
  expect(read('2 * 3')).toMatchObject({ ok: true, value: 6000 });
  expect(read('2 * 3 W')).toMatchObject({ ok: true, value: 6 });
  expect(read('1 kW + 200 W')).toMatchObject({ ok: true, value: 1200 });
  // watts and a number without a unit are not added up
  expect(read('200 W + 1').ok).toBe(false);
});

it('what is of another kind says what it is, and how to get there only where there is a way', () => {
  const units = { current: 'A', power: 'W', pressure: 'kPa' };
  const said = (text: string, quantity: keyof typeof units) => {
    const read = parseQuantity(text, quantity, units[quantity]);
    return read.ok ? read.value : read.message;
  };
  expect(said('100 Ah', 'current')).toBe('100 Ah is a charge (amps × hours). This needs amps');
  expect(said('100 Ah', 'power')).not.toContain('This needs amps');
  expect(said('100 Ah', 'power')).toContain('This needs watts');
  // the equator and Greenwich take their letters
  expect(parseCoordinate('0 N', 'latitude')).toEqual({ ok: true, value: 0 });
  expect(parseCoordinate("0°30'W", 'longitude')).toEqual({ ok: true, value: -0.5 });
  // energy in a volume is a pressure: 1 kWh in 1 m³ is 3 600 kPa, and 14.5 psi are 1 bar
  expect(said('1 kWh/1 m2/1 m', 'pressure')).toBeCloseTo(3600, 9);
  expect(said('14.5 psi', 'pressure')).toBeCloseTo(99.97, 1);
  // what rises is a range, what stands or falls a difference
  expect(said('20-25 A', 'current')).toMatch(/is a range.* 22\.5$/);
  expect(said('25A-25A', 'current')).toBe(0);
  expect(said('25A-20A', 'current')).toBe(5);
});
