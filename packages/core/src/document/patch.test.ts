import fc from 'fast-check';
import { examples } from '../job';
import {
  cloned,
  diff,
  entriesOf,
  entryAt,
  escapeKey,
  fieldAt,
  figuresIn,
  keysOf,
  patched,
  PatchError,
  patchedWherePossible,
  valueAt,
  withValueAt,
  type Design,
} from '.';

const dairy = examples()[1]!.design;

describe('a pointer', () => {
  it('reads what stands there, and nothing where nothing stands', () => {
    expect(valueAt(dairy, '/bank/days/value')).toBe(dairy.bank.days.value);
    expect(valueAt(dairy, '')).toBe(dairy);
    for (const path of ['/nothing', '/bank/days/value/deeper', '/bank/toString', '/uses/__proto__'])
      expect(valueAt(dairy, path)).toBeUndefined();
  });
  it('writes a copy that shares what does not lie on the way', () => {
    const after = withValueAt(dairy, '/bank/days', { value: 9, from: 'chosen' as const });
    expect(after.bank.days.value).toBe(9);
    expect(dairy.bank.days.value).not.toBe(9);
    expect(after.uses).toBe(dairy.uses);
    expect(after.bank.home).toBe(dairy.bank.home);
    expect(withValueAt(dairy, '/acknowledged/x', { a: 1 }).acknowledged).toEqual({
      ...dairy.acknowledged,
      x: { a: 1 },
    });
    expect(withValueAt(dairy, '/bank/days', undefined).bank).not.toHaveProperty('days');
    expect(withValueAt(dairy, '', 7)).toBe(7);
  });
  it('bears any key, with slashes and tildes in it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 4 }),
        fc.integer(),
        (keys, value) => {
          fc.pre(!keys.some((key) => key === '__proto__'));
          const path = keys.map((key) => `/${escapeKey(key)}`).join('');
          expect(keysOf(path)).toEqual(keys);
          expect(valueAt(withValueAt({}, path, value), path)).toBe(value);
        },
      ),
    );
    expect(keysOf('')).toEqual([]);
    expect(keysOf('/a~1b/c~0d')).toEqual(['a/b', 'c~d']);
  });
  it('counts the figures of a design and the guesses among them, anew only where it changed', () => {
    const counted = (design: Design) => {
      const entries = entriesOf(design);
      return { figures: entries.length, guesses: entries.filter(([, { from }]) => from === 'guess').length };
    };
    expect(figuresIn(dairy)).toEqual(counted(dairy));
    expect(figuresIn(dairy).guesses).toBeGreaterThan(0);
    const [path] = entriesOf(dairy).find(([, { from }]) => from === 'guess')!;
    const known = withValueAt(dairy, path, { value: 1, from: 'measured' });
    expect(figuresIn(known)).toEqual(counted(known));
    expect(figuresIn(known).guesses).toBe(figuresIn(dairy).guesses - 1);
    for (const nothing of [null, 3, 'x', [], {}])
      expect(figuresIn(nothing)).toEqual({ figures: 0, guesses: 0 });
    expect(figuresIn(dairy.uses)).toEqual(figuresIn({ ...dairy.uses }));
  });
  it('finds every figure of a design, each with its field', () => {
    const entries = entriesOf(dairy);
    expect(entries.length).toBeGreaterThan(100);
    for (const [path, entry] of entries) {
      expect(entryAt(dairy, path)).toBe(entry);
      expect(fieldAt(path).label).not.toBe('');
    }
    expect(entryAt(dairy, '/bank')).toBeUndefined();
    expect(entryAt(dairy, '/name')).toBeUndefined();
  });
});

describe('a change', () => {
  it('is the fewest operations that make one document of another', () => {
    expect(diff(dairy, dairy)).toEqual([]);
    expect(diff(dairy, cloned(dairy))).toEqual([]);
    const after = withValueAt(withValueAt(dairy, '/bank/days/value', 9), '/uses/u4', undefined);
    expect(diff(dairy, after)).toEqual(
      expect.arrayContaining([
        { op: 'replace', path: '/bank/days/value', value: 9 },
        { op: 'remove', path: '/uses/u4' },
      ]),
    );
    expect(diff(dairy, after)).toHaveLength(2);
    expect(diff({ a: [1, 2] }, { a: [1, 3] })).toEqual([{ op: 'replace', path: '/a', value: [1, 3] }]);
    expect(diff({ a: [1, 2] }, { a: [1, 2] })).toEqual([]);
    expect(diff({}, { b: null })).toEqual([{ op: 'add', path: '/b', value: null }]);
    expect(diff({ a: { b: 1 } }, { a: null })).toEqual([{ op: 'replace', path: '/a', value: null }]);
  });
  it('makes the one of the other, whatever they are, and leaves both as they were', () => {
    const json = fc.dictionary(
      fc.string().filter((key) => !['__proto__', 'constructor', 'prototype'].includes(key)),
      fc.jsonValue({ maxDepth: 2 }),
    );
    fc.assert(
      fc.property(json, json, (raw, other) => {
        const [before, after] = [cloned(raw), cloned(other)];
        const poisoned = /"(__proto__|constructor|prototype)"/.test(JSON.stringify([before, after]));
        fc.pre(!poisoned);
        const kept = cloned(before);
        expect(patched(before, diff(before, after))).toEqual(after);
        expect(before).toEqual(kept);
      }),
    );
  });
  it('is refused where it does not apply, with the place', () => {
    for (const operation of [
      { op: 'replace' as const, path: '/nothing/here', value: 1 },
      { op: 'remove' as const, path: '/nothing' },
      { op: 'add' as const, path: '/name/deeper/still', value: 1 },
    ]) {
      expect(() => patched(dairy, [operation])).toThrow(PatchError);
      expect(() => patched(dairy, [operation])).toThrow(operation.path);
    }
  });
  it('never reaches what all objects share', () => {
    for (const path of ['/__proto__/x', '/constructor/prototype/x', '/bank/prototype'])
      expect(() => patched(dairy, [{ op: 'add', path, value: 1 }])).toThrow(/may not be written to/);
    expect(({} as Record<string, unknown>).x).toBeUndefined();
  });
  it.each([
    ['into a list', '/uses/u4/months/length', 4294967295],
    ['before a list', '/uses/u4/months/-1', 3],
    ['below a text', '/name/0', 'x'],
    ['without a stroke', 'name', 'x'],
    ['at the root', '', {}],
    ['below what is not there', '/uses/nobody/watts', 1],
  ])('does not reach %s', (_, path, value) => {
    for (const op of ['add', 'replace'] as const)
      expect(() => patched(dairy, [{ op, path, value }])).toThrow(PatchError);
    expect(() => patched(dairy, [{ op: 'remove', path }])).toThrow(PatchError);
  });
  it('applies as far as it can, and says what is left', () => {
    const good = { op: 'replace' as const, path: '/name', value: 'N' };
    const bad = { op: 'remove' as const, path: '/nothing' };
    const { document, left } = patchedWherePossible(dairy, [bad, good]);
    expect(document.name).toBe('N');
    expect(left).toEqual([bad]);
    expect(patchedWherePossible(dairy, [good]).left).toEqual([]);
  });
});
