import fc from 'fast-check';
import { stepCounts, watched } from '.';

const ran = (name: string) => stepCounts().find((count) => count.name === name)!.ran;

interface Facts {
  design: { bank: object; uses: object; name: string };
  loads: { months: number[] } | null;
  other: number;
}
const bank = { days: 2 };
const facts: Facts = { design: { bank, uses: {}, name: 'x' }, loads: { months: [1] }, other: 1 };

describe('work on a large object', () => {
  it('is done again only when something that it read is another', () => {
    const sum = watched('test: reads', ({ loads, other }: Facts) => (loads?.months[0] ?? 0) + other);
    expect(sum(facts)).toBe(2);
    expect(sum({ ...facts, design: { bank: {}, uses: {}, name: 'y' } })).toBe(2);
    expect(ran('test: reads')).toBe(1);
    expect(sum({ ...facts, other: 5 })).toBe(6);
    expect(sum({ ...facts, loads: { months: [4] } })).toBe(5);
    expect(ran('test: reads')).toBe(3);
  });
  it('counts the properties of some properties one by one', () => {
    const held = watched('test: within', ({ design }: Facts) => design.bank, { within: ['design'] });
    expect(held(facts)).toBe(bank);
    expect(held({ ...facts, design: { ...facts.design, name: 'renamed', uses: { a: 1 } } })).toBe(bank);
    expect(ran('test: within')).toBe(1);
    const other = { days: 2 };
    expect(held({ ...facts, design: { ...facts.design, bank: other } })).toBe(other);
  });
  it('counts the whole where all of it is copied', () => {
    const renamed = watched('test: copied', ({ design }: Facts) => ({ ...design, name: 'z' }), {
      within: ['design'],
    });
    expect(renamed(facts).bank).toBe(bank);
    expect(renamed({ ...facts, design: { ...facts.design, uses: { a: 1 } } }).uses).toEqual({ a: 1 });
    expect(ran('test: copied')).toBe(2);
  });
  it('sees a property that goes and comes back', () => {
    const any = watched('test: null', ({ loads }: Facts) => loads === null, { within: ['loads'] });
    expect([any(facts), any({ ...facts, loads: null }), any(facts)]).toEqual([false, true, false]);
    expect(any({ ...facts, loads: null })).toBe(true);
  });
  it('takes what is handed over besides as itself', () => {
    const times = watched('test: besides', ({ other }: Facts, factor: number, list: number[]) =>
      list.map((n) => n * other * factor),
    );
    const list = [1, 2];
    expect(times(facts, 2, list)).toBe(times(facts, 2, list));
    expect(times(facts, 3, list)).toEqual([3, 6]);
    expect(times(facts, 2, [1, 2])).toEqual([2, 4]);
    expect(ran('test: besides')).toBe(3);
  });
  it('takes nothing for something, and the other way round, as another argument', () => {
    const name = watched('test: nothing', (of: Facts, besides?: { name: string } | null) =>
      besides ? besides.name : besides === null ? `none ${of.other}` : 'not said',
    );
    expect([name(facts, null), name(facts, { name: 'shed' }), name(facts, null), name(facts)]).toEqual([
      'none 1',
      'shed',
      'none 1',
      'not said',
    ]);
    expect(name(facts, undefined)).toBe('not said');
  });
  it('reads by the branch it took', () => {
    const branch = watched('test: branch', (of: Facts) => (of.other > 1 ? of.loads : null));
    expect(branch(facts)).toBeNull();
    expect(branch({ ...facts, loads: null })).toBeNull();
    expect(ran('test: branch')).toBe(1);
    expect(branch({ ...facts, other: 2 })).toBe(facts.loads);
    expect(branch({ ...facts, other: 2, loads: null })).toBeNull();
    expect(ran('test: branch')).toBe(3);
  });
  it('keeps the latest few answers and lets the oldest go', () => {
    const kept = watched('test: few', ({ other }: Facts) => ({ other }), { most: 2 });
    const [a, b, c] = [1, 2, 3].map((other) => ({ ...facts, other }));
    const first = kept(a!);
    kept(b!);
    expect(kept(a!)).toBe(first);
    kept(c!);
    expect(kept(a!)).toBe(first);
    expect(ran('test: few')).toBe(3);
    kept(b!);
    expect(ran('test: few')).toBe(4);
  });
  it('works out what is made only when it is read, and reads it once', () => {
    let made = 0;
    const lazy = {
      get costly() {
        made++;
        return 7;
      },
      cheap: 1,
    };
    const read = watched('test: lazy', (of: typeof lazy) => (of.cheap > 0 ? of.cheap : of.costly));
    expect(read(lazy)).toBe(1);
    expect(made).toBe(0);
  });
  it('is asked again when a property looked for comes or goes', () => {
    const asks = watched('test: looked for', ({ design }: { design: object }) => 'note' in design, {
      within: ['design'],
    });
    expect(asks({ design: {} })).toBe(false);
    expect(asks({ design: { note: 'dry' } })).toBe(true);
    expect(asks({ design: { name: 'Shed' } })).toBe(false);
  });
  it('answers as the bare work does, whatever changes', () => {
    const work = ({ design, loads, other }: Facts) =>
      JSON.stringify([design.name, other > 0 ? loads : null, Object.keys(design.uses).length]);
    const seen = watched('test: whatever changes', work, { within: ['design'] });
    fc.assert(
      fc.property(
        fc.record({
          design: fc.record({
            bank: fc.constant({}),
            uses: fc.dictionary(fc.string(), fc.nat()),
            name: fc.string(),
          }),
          loads: fc.option(fc.record({ months: fc.array(fc.nat()) })),
          other: fc.integer({ min: -2, max: 2 }),
        }),
        (now) => expect(seen(now)).toBe(work(now)),
      ),
    );
  });
});
