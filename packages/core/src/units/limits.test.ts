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
