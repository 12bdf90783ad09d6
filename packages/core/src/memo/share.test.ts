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

it('keeps the items of a list that are equal, and of another length is another list', () => {
  const [first, second] = [{ n: 1 }, { n: 2 }];
  const before = [first, second];
  expect(shareStructure(before, [{ n: 1 }, { n: 2 }])).toBe(before);
  const one = shareStructure(before, [{ n: 1 }, { n: 3 }]);
  expect([one[0], one[1]]).toEqual([first, { n: 3 }]);
  expect(one).not.toBe(before);
  expect(one[0]).toBe(first);
  const shorter = shareStructure(before, [{ n: 1 }]);
  expect(shorter).toHaveLength(1);
  expect(shorter[0]).toBe(first);
  // a list is no record, and a record no list
  expect(shareStructure<unknown>({ 0: 1 }, [1])).toEqual([1]);
  expect(shareStructure<unknown>([1], { 0: 1 })).toEqual({ 0: 1 });
  const days = Float64Array.of(1, 2);
  expect(shareStructure(days, Float64Array.of(1, 2))).toBe(days);
  expect(shareStructure(days, Float64Array.of(1, 3))).not.toBe(days);
  expect(shareStructure(Float64Array.of(1), days)).toBe(days);
  expect(shareStructure<unknown>([1, 2], days)).toBe(days);
});

it('hands back the new one itself where nothing is shared, and does not look into what is the same', () => {
  const [record, list] = [{ b: 2 }, [{ n: 3 }, 4]];
  expect(shareStructure<unknown>({ a: 1 }, record)).toBe(record);
  expect(shareStructure<unknown>([{ n: 1 }, 2], list)).toBe(list);
  const never = new Proxy(
    {},
    {
      ownKeys: () => {
        throw new Error('looked into');
      },
    },
  );
  expect(shareStructure(never, never)).toBe(never);
  expect(shareStructure([never, 1], [never, 2])).toEqual([never, 2]);
});
