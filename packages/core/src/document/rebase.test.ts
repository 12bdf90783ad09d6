import fc from 'fast-check';
import { blankUse, guess } from '../job';
import { oneArray } from '../testing/dairy';
import { cloned, diff, isDesign, problemsOf, rebase, touches, valueAt, withValueAt, type Design } from '.';

const design = oneArray();
const set = (path: string, value: unknown, from: Design = design) => withValueAt(from, path, value);

describe('two changes of the same document', () => {
  const mine = withValueAt(design, '/bank/days/value', 4);
  it('come together where they touch different figures', () => {
    const theirs = withValueAt(design, '/name', 'Theirs');
    const { document, conflicts } = rebase(design, mine, theirs, isDesign);
    expect(conflicts).toEqual([]);
    expect([document.name, document.bank.days.value]).toEqual(['Theirs', 4]);
  });
  it('keep mine and say so where they touch the same', () => {
    const theirs = withValueAt(design, '/bank/days/value', 6);
    const { document, conflicts } = rebase(design, mine, theirs, isDesign);
    expect(document.bank.days.value).toBe(4);
    expect(conflicts).toEqual([{ path: '/bank/days/value', mine: 4, theirs: 6, stands: 'mine' }]);
  });
  it('are no conflict where both made the same change', () => {
    expect(rebase(design, mine, cloned(mine), isDesign).conflicts).toEqual([]);
  });
  it('leave a row removed that one of them removed', () => {
    const edited = withValueAt(design, '/uses/u4/watts/value', 5);
    const { document, conflicts } = rebase(
      design,
      edited,
      withValueAt(design, '/uses/u4', undefined),
      isDesign,
    );
    expect(document.uses).not.toHaveProperty('u4');
    expect(conflicts).toEqual([
      { path: '/uses/u4', mine: edited.uses.u4, theirs: undefined, stands: 'theirs' },
    ]);
  });
  it('name what stands, where a figure of mine was set to nothing or its row removed', () => {
    const mine = set('/place/low', guess(-21));
    const moreMine = set('/place/low/value', -22, mine);
    const { document, conflicts } = rebase(mine, moreMine, set('/place/low', null, mine), isDesign);
    expect(document.place.low).toBeNull();
    expect(conflicts).toEqual([{ path: '/place/low', mine: guess(-22), theirs: null, stands: 'theirs' }]);
  });
  it('leave out what would give a design that may not stand, and say so', () => {
    const spare = withValueAt(design, '/controllers/c2', design.controllers.c1);
    const strung = withValueAt(spare, '/arrays/a1/strings/controller', 'c2');
    const removed = withValueAt(spare, '/controllers/c2', undefined);
    const conflict = { path: '/arrays/a1/strings/controller', mine: 'c2', theirs: 'c1', stands: 'theirs' };
    // theirs removed the controller that I strung to, and the other way round
    const named = withValueAt(strung, '/name', 'Mine');
    const one = rebase(spare, named, removed, isDesign);
    expect(one.conflicts).toEqual([conflict]);
    expect([one.document.name, one.document.arrays.a1!.strings.controller]).toEqual(['Mine', 'c1']);
    const other = rebase(spare, removed, strung, isDesign);
    expect(other.conflicts).toEqual([
      { path: '/controllers/c2', mine: undefined, theirs: strung.controllers.c2, stands: 'theirs' },
    ]);
    expect(isDesign(other.document)).toBe(true);
    expect(other.document.arrays.a1!.strings.controller).toBe('c2');
  });
  it('always come to a design that may stand, whoever removes what', () => {
    const second = {
      ...design.arrays.a1!,
      position: 2,
      strings: { ...design.arrays.a1!.strings, controller: 'c2' },
    };
    const rows: [string, unknown][] = [
      ['/controllers/c2', design.controllers.c1],
      ['/arrays/a2', second],
      ['/events/e1', { name: 'Feast', position: 1, from: '06-01', to: '06-03' }],
      ['/uses/v', { ...blankUse(30, 'Lights'), days: 'event', event: 'e1' }],
    ];
    const base = rows.reduce((before, [path, value]) => set(path, value, before), design);
    const moves: [string, unknown][] = [
      ['/arrays/a2', undefined],
      ['/arrays/a1', undefined],
      ['/arrays/a2/strings/controller', 'c1'],
      ['/arrays/a1/strings/controller', 'c2'],
      ['/controllers/c2', undefined],
      ['/uses/v/event', null],
      ['/uses/u1/event', 'e1'],
      ['/events/e1', undefined],
      ['/name', 'Another'],
    ];
    const some = fc.subarray(moves).map((chosenMoves) => {
      const after = chosenMoves.reduce((before, [path, value]) => set(path, value, before), base);
      return isDesign(after) ? after : base;
    });
    fc.assert(
      fc.property(some, some, (mine, theirs) => {
        const { document, conflicts } = rebase(base, mine, theirs, isDesign);
        expect(problemsOf(document)).toEqual([]);
        // what I changed is there, or it is told
        for (const { path } of diff(base, mine))
          if (JSON.stringify(valueAt(document, path)) !== JSON.stringify(valueAt(mine, path)))
            expect(conflicts.some((conflict) => touches(conflict.path, path))).toBe(true);
      }),
      { seed: 7, numRuns: 300 },
    );
  });
  it('add both new rows', () => {
    const { document, conflicts } = rebase(
      design,
      set('/uses/a', blankUse(20, 'A')),
      set('/uses/b', blankUse(20, 'B')),
      isDesign,
    );
    expect(conflicts).toEqual([]);
    expect(Object.keys(document.uses)).toEqual(expect.arrayContaining(['a', 'b']));
  });
});
