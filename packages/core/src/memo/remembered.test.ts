import fc from 'fast-check';
import { partsOf, remembered, settling, stepCounts, together } from '.';

const ran = (name: string) => stepCounts().find((count) => count.name === name)!;

describe('a remembered step', () => {
  it('is worked out once for the same objects, and again for equal ones that are others', () => {
    const sum = remembered('test: sum', (of: { a: number }, more: number) => of.a + more);
    const one = { a: 2 };
    expect([sum(one, 3), sum(one, 3), sum({ a: 2 }, 3), sum(one, 4)]).toEqual([5, 5, 5, 6]);
    expect(ran('test: sum')).toMatchObject({ asked: 4, ran: 3 });
  });
  it('gives the same answer back, not a copy', () => {
    const boxed = remembered('test: box', (of: object) => ({ of }));
    const key = {};
    expect(boxed(key)).toBe(boxed(key));
    expect(boxed({})).not.toBe(boxed(key));
  });
  it('is known of one object however many ways it was asked for with it', () => {
    const boxed = remembered('test: ways', (of: object, more: number) => ({ of, more }));
    const key = {};
    const all = Array.from({ length: 9 }, (_, more) => boxed(key, more));
    for (const turn of [all, all.toReversed(), all])
      for (const answer of turn) expect(boxed(key, answer.more)).toBe(answer);
    expect(ran('test: ways').ran).toBe(9);
  });
  it('tells numbers and nothing apart, and remembers both', () => {
    const said = remembered('test: said', (of: number | null | undefined) => String(of));
    expect([said(0), said(-1), said(null), said(undefined), said(NaN), said(NaN)]).toEqual([
      '0',
      '-1',
      'null',
      'undefined',
      'NaN',
      'NaN',
    ]);
    expect(ran('test: said').ran).toBe(5);
  });
  it('holds no more figures than it may, and still answers right', () => {
    const doubled = remembered('test: doubled', (of: number) => ({ twice: 2 * of }), 10);
    const first = doubled(-1);
    for (let n = 0; n < 100; n++) expect(doubled(n).twice).toBe(2 * n);
    expect(doubled(-1)).not.toBe(first);
    expect(doubled(-1)).toEqual(first);
    expect(ran('test: doubled').ran).toBe(102);
  });
  it('keeps what is asked for all the time, whatever comes between', () => {
    const kept = remembered('test: kept', (of: number) => ({ of }), 20);
    const own = kept(-7);
    for (let n = 0; n < 200; n++) {
      kept(n);
      expect(kept(-7)).toBe(own);
    }
  });
});

describe('parts of a whole', () => {
  interface Whole {
    a: { n: number };
    b: { n: number };
    name: string;
  }
  const parts = partsOf<Whole>()('a', 'b');
  const whole: Whole = { a: { n: 1 }, b: { n: 2 }, name: 'x' };
  it('are those asked for and no others', () => {
    expect(parts(whole)).toEqual({ a: { n: 1 }, b: { n: 2 } });
    expect(parts(whole).a).toBe(whole.a);
  });
  it('are the same object while none of them is another', () => {
    const renamed: Whole = { ...whole, name: 'y' };
    expect(parts(renamed)).toBe(parts(whole));
    const other: Whole = { ...whole, b: { n: 2 } };
    expect(parts(other)).not.toBe(parts(whole));
  });
  it('may begin with nothing, or with a figure', () => {
    const parts = partsOf<{ first: object | number | null; n: number; name: string }>()('first', 'n');
    const of = (first: object | number | null, n: number, name = 'x') => {
      const whole = { first, n, name };
      return parts(whole);
    };
    for (const first of [null, 4]) {
      const known = of(first, 1);
      expect(known).toEqual({ first, n: 1 });
      expect(of(first, 1, 'y')).toBe(known);
      expect(of(first, 2)).toEqual({ first, n: 2 });
      expect(of({}, 1)).toEqual({ first: {}, n: 1 });
    }
  });
  it('are kept beside any number of others that begin with another object, a dozen of those that begin with the same', () => {
    const parts = partsOf<{ first: object | null; n: number; name: string }>()('first', 'n');
    const of = (first: object | null, n: number, name = 'x') => {
      const whole = { first, n, name };
      return parts(whole);
    };
    const first = {};
    const known = of(first, 0);
    for (let n = 0; n < 40; n++) of({}, n);
    for (let n = 0; n < 40; n++) of(null, n);
    expect(of(first, 0, 'y')).toBe(known);
    for (let n = 1; n < 12; n++) of(first, n);
    expect(of(first, 0, 'z')).toBe(known);
    of(first, 12);
    expect(of(first, 0, 'w')).not.toBe(known);
  });
});

describe('a list of the same', () => {
  it('is one list, in its order', () => {
    const [a, b] = [{}, {}];
    expect(together([a, b])).toBe(together([a, b]));
    expect(together([b, a])).not.toBe(together([a, b]));
    expect(together([a])).not.toBe(together([a, b]));
    expect(together([a, b])).toEqual([a, b]);
    expect(together([])).toEqual([]);
  });
  it('may be of figures, and is not mixed up with others', () => {
    const list = together([1, 2, 3]);
    expect(together([1, 2, 3])).toBe(list);
    expect(together([1, 2, 4])).toEqual([1, 2, 4]);
    expect(together([1, 2])).toEqual([1, 2]);
    expect(together([NaN])).toBe(together([NaN]));
    for (let n = 0; n < 200; n++) expect(together([n, n + 1])).toEqual([n, n + 1]);
    expect(together([1, 2, 3])).toEqual([1, 2, 3]);
  });
  it('keeps a few lists that begin alike, the latest', () => {
    const first = {};
    const kept = together([first, 0]);
    for (let n = 1; n < 100; n++) together([first, n]);
    expect(together([first, 0])).not.toBe(kept);
    expect(together([first, 99])).toBe(together([first, 99]));
  });
});

describe('answers that follow one another', () => {
  it('keep the objects of what came out as before', () => {
    const settle = settling<{ sum: number[]; name: string }>();
    const first = settle({ sum: [1, 2], name: 'a' });
    const second = settle({ sum: [1, 2], name: 'b' });
    expect(second).toEqual({ sum: [1, 2], name: 'b' });
    expect(second.sum).toBe(first.sum);
    expect(settle({ sum: [1, 2], name: 'b' })).toBe(second);
  });
  it('give an answer that was settled before as it was settled then', () => {
    const settle = settling<{ n: number }>();
    const raw = { n: 1 };
    const settled = settle(raw);
    settle({ n: 2 });
    expect(settle(raw)).toBe(settled);
  });
  it('tell figures of a day apart to the last one', () => {
    const settle = settling<{ day: Float64Array }>();
    const first = settle({ day: Float64Array.of(1, 2, 3) });
    expect(settle({ day: Float64Array.of(1, 2, 3) })).toBe(first);
    expect(settle({ day: Float64Array.of(1, 2, 4) }).day[2]).toBe(4);
    expect(settle({ day: Float64Array.of(1, 2) }).day).toHaveLength(2);
  });
  it('never change what is answered', () => {
    const settle = settling<object>();
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (answer) => {
        const copy = JSON.parse(JSON.stringify(answer)) as object;
        expect(JSON.parse(JSON.stringify(settle(answer)))).toEqual(copy);
      }),
    );
  });
});
