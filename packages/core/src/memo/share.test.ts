import fc from 'fast-check';
import { shareStructure } from './share';

it('keeps the identity of what is equal, and the value of what is not', () => {
  const before = { a: { b: [1, 2] }, c: { d: 1 } };
  const after = shareStructure(before, { a: { b: [1, 2] }, c: { d: 2 } });
  expect(after).toEqual({ a: { b: [1, 2] }, c: { d: 2 } });
  expect(after.a).toBe(before.a);
  expect(after.c).not.toBe(before.c);
  expect(shareStructure(before, structuredCopy(before))).toBe(before);
});

it('never changes a value, whatever there was before', () => {
  fc.assert(
    fc.property(fc.json(), fc.json(), (a, b) =>
      expect(shareStructure(JSON.parse(a), JSON.parse(b))).toEqual(JSON.parse(b)),
    ),
  );
});

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
