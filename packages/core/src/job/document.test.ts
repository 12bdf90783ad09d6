import {
  CURRENT_VERSION,
  diff,
  isDesign,
  labelOf,
  patched,
  PatchError,
  problemsOf,
  rebase,
  touches,
  valueAt,
  valueProblem,
  withValueAt,
  type Design,
} from '../document';
import { computeLoads } from '../loads';
import { CONTROLLER_CLASSES } from '../strings';
import { oneArray } from '../testing/dairy';
import { blankUse, chosen, guess } from './blank';
import { JOB_FILE_LIMIT_BYTES, readJobFile, writeJobFile } from './jobFile';
import { migrate, MIGRATIONS, NewerVersionError, NoVersionError } from './migrations';
import fc from 'fast-check';
import { readJson } from '../../fixtures/read';

const design = oneArray();
const set = (path: string, value: unknown, from: Design = design) => withValueAt(from, path, value);

describe('patches', () => {
  const json = fc.dictionary(
    fc.string({ maxLength: 4 }),
    fc.oneof(
      fc.integer(),
      fc.string(),
      fc.array(fc.integer()),
      fc.dictionary(fc.string({ maxLength: 3 }), fc.integer()),
    ),
  );
  it('carry any document to any other', () => {
    fc.assert(
      fc.property(json, json, (a, b) => {
        fc.pre(!('__proto__' in a) && !JSON.stringify([a, b]).includes('__proto__'));
        expect(patched(a, diff(a, b))).toEqual(b);
        expect(diff(b, JSON.parse(JSON.stringify(b)))).toEqual([]);
      }),
    );
  });
  it.each([
    ['into a list', '/uses/u1/months/length', 4294967295],
    ['before a list', '/uses/u1/months/-1', 3],
    ['below a text', '/name/0', 'x'],
    ['without a stroke', 'name', 'x'],
    ['at the root', '', {}],
    ['below what is not there', '/uses/nobody/watts', 1],
    ['to what all objects share', '/uses/constructor/x', 1],
  ])('do not reach %s', (_, path, value) => {
    for (const op of ['add', 'replace'] as const)
      expect(() => patched(design, [{ op, path, value }])).toThrow(PatchError);
    expect(() => patched(design, [{ op: 'remove', path }])).toThrow(PatchError);
  });
  it('name the place that does not apply, and leave the document alone', () => {
    const before = JSON.stringify(design);
    expect(() => patched(design, [{ op: 'replace', path: '/uses/nobody/watts', value: 1 }])).toThrow(
      PatchError,
    );
    expect(JSON.stringify(design)).toBe(before);
  });
});

describe('two tabs on one job', () => {
  it('keep both edits where the fields differ', () => {
    const mine = set('/bank/days', chosen(4));
    const theirs = set('/arrays/a1/plane/tilt', chosen(50));
    const { document, conflicts } = rebase(design, mine, theirs, isDesign);
    expect(conflicts).toEqual([]);
    expect(document.bank.days.value).toBe(4);
    expect(document.arrays.a1!.plane.tilt.value).toBe(50);
  });
  it('keep mine and say so where both changed one field', () => {
    const { document, conflicts } = rebase(
      design,
      set('/bank/days', chosen(4)),
      set('/bank/days', chosen(5)),
      isDesign,
    );
    expect(document.bank.days.value).toBe(4);
    expect(conflicts).toEqual([{ path: '/bank/days/value', mine: 4, theirs: 5, stands: 'mine' }]);
  });
  it('say nothing where both made the same change', () => {
    expect(
      rebase(design, set('/bank/days', chosen(4)), set('/bank/days', chosen(4)), isDesign).conflicts,
    ).toEqual([]);
  });
  it('leave a row removed that I edited, and say so', () => {
    const { document, conflicts } = rebase(
      design,
      set('/uses/u1/hours', guess(9)),
      set('/uses/u1', undefined),
      isDesign,
    );
    expect(document.uses.u1).toBeUndefined();
    expect(conflicts).toEqual([
      {
        path: '/uses/u1',
        mine: { ...design.uses.u1, hours: guess(9) },
        theirs: undefined,
        stands: 'theirs',
      },
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

describe('validation', () => {
  it.each([
    ['/place/lat/value', 91, 'Latitude runs from −90 to 90'],
    ['/uses/u1/hours/value', 25, 'Hours a day runs from 0 to 24'],
    ['/arrays/a1/count/value', 0, 'Panels runs from 1 to 400, whole numbers only'],
    ['/arrays/a1/count/value', 10_000, 'Panels runs from 1 to 400, whole numbers only'],
    ['/arrays/a1/count/value', 2.5, 'Panels runs from 1 to 400, whole numbers only'],
    ['/uses/u1/watts/value', -5, 'Watts runs from 0 to 100\u2009000'],
    ['/bank/days/value', '3', 'Days of autonomy runs from 0.1 to 30'],
  ])('names the field at %s', (path, value, message) => {
    expect(problemsOf(set(path, value))).toEqual([{ path, message }]);
  });
  it.each([
    ['/kind', 'palace'],
    ['/busVolts', 36],
    ['/uses/u1/months', [1, 1]],
    ['/extra', 1],
    ['/name', ''],
    ['/place/ghi/13', chosen(1)],
    ['/uses/u1/supply', 'gas'],
  ])('refuses %s = %j', (path, value) =>
    expect(problemsOf(set(path, value)).map((problem) => problem.path.startsWith(path))).toEqual(
      expect.arrayContaining([true]),
    ),
  );
  it('says the range of a single figure as it is typed', () => {
    expect(valueProblem('/uses/x/hours', 24)).toBeUndefined();
    expect(valueProblem('/uses/x/hours', 24.1)).toMatch(/0 to 24/);
    expect(labelOf(design, '/uses/u1/hours')).toBe('Milk cooler: hours a day');
  });
});

describe('job files', () => {
  it('go out and come back the same', () => {
    expect(readJobFile(writeJobFile(design))).toEqual({ ok: true, design, dropped: [] });
    expect(readJobFile('\uFEFF' + writeJobFile(design)).ok).toBe(true);
  });
  it('drop fields nobody knows, and name them', () => {
    const file = JSON.stringify({
      format: 'ivolt-job',
      design: { ...design, colour: 'red', bank: { ...design.bank, smell: 1 } },
    });
    expect(readJobFile(file)).toEqual({
      ok: true,
      design,
      dropped: expect.arrayContaining(['/colour', '/bank/smell']) as string[],
    });
  });
  it.each([
    ['not json at all', /not JSON/],
    ['[1,2]', /not an Ivolt job/],
    ['null', /not an Ivolt job/],
    [JSON.stringify({ format: 'ivolt-job' }), /which version/],
    [JSON.stringify({ format: 'ivolt-job', design: { ...design, version: 99 } }), /newer Ivolt \(version 99/],
    [JSON.stringify({ format: 'ivolt-job', design: set('/place/lat/value', 200) }), /1 figure.*Latitude/],
    ['x'.repeat(JOB_FILE_LIMIT_BYTES + 1), /larger than 4 MB/],
  ])('refuse %.30s', (text, message) => {
    const reading = readJobFile(text);
    expect(reading.ok).toBe(false);
    if (!reading.ok) expect(reading.message).toMatch(message);
  });
});

describe('a hostile job file', () => {
  const text = writeJobFile(design);
  const withKey = (at: string, key: string, value = '{}') =>
    text
      .replace(`"${at}": {}`, `"${at}": {"${key}": ${value}}`)
      .replace(`"${at}": {\n`, `"${at}": {"${key}": ${value},\n`);
  it.each([
    ['uses', '__proto__'],
    ['arrays', 'constructor'],
    ['controllers', 'prototype'],
    ['obstacles', '__proto__'],
    ['paint', '__proto__'],
  ])('is refused for a key of %s that all objects share: %s', (at, key) => {
    const hostile = withKey(at, key);
    expect(hostile).not.toBe(text);
    const reading = readJobFile(hostile);
    expect(reading).toMatchObject({ ok: false, message: expect.stringContaining(key) as string });
  });
  it('reaches nothing that the running program uses, whatever its keys are called', () => {
    const fields = '"__proto__/hasOwnProperty": 1, "constructor/fromEntries": 1, "place/name": 1';
    const reading = readJobFile(text.replace('"design": {', `"design": { ${fields},`));
    expect(reading).toMatchObject({
      ok: true,
      design,
      dropped: ['/__proto__~1hasOwnProperty', '/constructor~1fromEntries', '/place~1name'],
    });
    expect(typeof Object.fromEntries).toBe('function');
    expect(Object.hasOwn(Object.prototype, 'hasOwnProperty')).toBe(true);
  });
  it.each([
    ['a NUL in a name', text.replace(design.name, 'Dairy\\u0000')],
    ['half a character in a name', text.replace(design.name, 'Dairy\\ud800')],
    [
      'five thousand levels',
      text.replace('"design": {', `"design": {"x": ${'['.repeat(5000)}${']'.repeat(5000)},`),
    ],
  ])('is refused for %s, and says where', (_, hostile) => {
    const reading = readJobFile(hostile);
    expect(reading.ok).toBe(false);
    if (!reading.ok) expect(reading.problems[0]?.path).toMatch(/^\/(name|x)/);
  });
  it('of an older version that lacks what it should hold is refused in words of our own', () => {
    for (const version of [1, 2, 3]) {
      const reading = readJobFile(JSON.stringify({ format: 'ivolt-job', design: { version } }));
      expect(reading).toMatchObject({
        ok: false,
        message: `The job says that it is of version ${version}, but lacks what such a job holds`,
      });
    }
  });
});

/** A design as it was and as it is now, valid and with all that it said; sizes of a unit are tried by themselves. */
function broughtForward(old: Record<string, unknown>): [was: Design, design: Design] {
  const [was, design] = [old as unknown as Design, migrate(old) as unknown as Design];
  expect(problemsOf(design)).toEqual([]);
  const plain = ({ bank, supply, ...rest }: Design) => {
    // until version 6 AC was split or not
    const { split: _, ...said } = supply as Design['supply'] & { split?: boolean };
    // until version 10 the wires to the uses were guessed to lose something
    const { dcEfficiency } = said;
    const kept = { ...said, dcEfficiency: dcEfficiency?.from === 'guess' ? null : dcEfficiency };
    // and until version 9 an array’s wires were guessed to lose something
    const arrays = Object.fromEntries(
      Object.entries(rest.arrays ?? {}).map(([id, array]) => [
        id,
        { ...array, wiring: array.wiring?.from === 'guess' ? null : array.wiring },
      ]),
    );
    return { ...rest, arrays, supply: kept, bank: { ...bank, unit: 0 } };
  };
  expect(plain(design)).toMatchObject({ ...plain(was), version: CURRENT_VERSION });
  return [was, design];
}

describe('migrations', () => {
  it('run one version at a time and leave the old document alone', () => {
    const steps = [
      { from: 2, step: (d: { version: number }) => ({ ...d, c: true }) },
      { from: 1, step: (d: { version: number }) => ({ ...d, b: true }) },
    ];
    const old = { version: 1, a: true };
    expect(migrate(old, steps, 3)).toEqual({ version: 3, a: true, b: true, c: true });
    expect(old).toEqual({ version: 1, a: true });
  });
  it('refuse a newer one, a missing step and a document without a version', () => {
    expect(() => migrate({ version: CURRENT_VERSION + 1 })).toThrow(NewerVersionError);
    expect(() => migrate({ version: 1 }, [], 2)).toThrow(/No way is known/);
    expect(() => migrate({})).toThrow(NoVersionError);
    expect(() => migrate({ version: '1' })).toThrow(NoVersionError);
  });
  it.each(readJson<Record<string, unknown>[]>('design-version-1.json'))(
    'bring version 1 forward: $name with all that it said',
    (old) => {
      const design = migrate(old) as unknown as Design;
      expect(problemsOf(design)).toEqual([]);
      const was = old as unknown as {
        array: { tilt: unknown; module: unknown; service: unknown; soiling: unknown };
        strings: { controller: Record<string, unknown>; series: unknown };
        place: Record<string, unknown>;
      };
      expect(design.arrays.a1).toMatchObject({
        module: was.array.module,
        soiling: was.array.soiling,
        plane: { kind: 'fixed', tilt: was.array.tilt },
        strings: { controller: 'c1', series: was.strings.series },
      });
      expect(design.controllers.c1).toMatchObject({ position: 1, ...was.strings.controller });
      expect(design.energy.service).toBe(was.array.service);
      expect(design.place).toEqual({ ...was.place, weather: null });
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-2.json'))(
    'bring version 2 forward: $name with all that it said, and the same energy a day',
    (old) => {
      const design = migrate(old) as unknown as Design;
      expect(problemsOf(design)).toEqual([]);
      const was = old as unknown as Design;
      for (const [id, use] of Object.entries(was.uses)) {
        expect(design.uses[id]).toMatchObject(use);
        expect(design.uses[id]).toMatchObject({ form: 'watts', days: 'every', stage: 0, paint: {} });
      }
      expect({ ...design.bank, unit: 0 }).toMatchObject({ ...was.bank, unit: 0 });
      expect(design.supply).toEqual({
        ...was.supply,
        phases: 'single',
        mostVolts: null,
        acEfficiency: null,
        dcEfficiency: null,
        sharing: chosen(100),
      });
      // version 2 counted watts × hours and off draw: by hand
      const byHand = Object.values(was.uses).map(
        ({ count, watts, hours, standby }) =>
          count.value * (watts.value * hours.value + standby.value * (24 - hours.value)),
      );
      expect(computeLoads(design).rows.map(({ ownWh }) => ownWh)).toEqual(
        byHand.map((wh) => expect.closeTo(wh, 6) as number),
      );
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-3.json'))(
    'bring version 3 forward: $name with all that it said, and the same strings',
    (old) => {
      const design = migrate(old) as unknown as Design;
      expect(problemsOf(design)).toEqual([]);
      const was = old as unknown as Design;
      for (const [id, array] of Object.entries(was.arrays)) {
        expect(design.arrays[id]).toMatchObject({ ...array, wiring: design.arrays[id]!.wiring });
        expect(design.arrays[id]).toMatchObject({ pile: null, strings: { first: null } });
        expect(design.arrays[id]!.module.sections.value).toBe(array.module.voc.value < 27 ? 2 : 3);
      }
      for (const [id, controller] of Object.entries(was.controllers)) {
        expect(design.controllers[id]).toMatchObject(controller);
        expect(design.controllers[id]).toMatchObject({ inputLimits: {}, ownDraw: { value: 0 } });
      }
      expect(design.uses).toEqual(was.uses);
      expect({ ...design.bank, unit: 0 }).toMatchObject({ ...was.bank, unit: 0 });
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-4.json'))(
    'bring version 4 forward: $name with all that it said, by the rules of its kind',
    (old) => {
      const [was, design] = broughtForward(old);
      expect(design.school).toBe(
        was.kind === 'boat' ? 'marine' : was.units === 'imperial' ? 'north-american' : 'iec',
      );
      expect(design.bank.disconnected).toEqual([]);
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-5.json'))(
    'bring version 5 forward: $name with all that it said, its bank sized as it was',
    (old) => {
      const [was, design] = broughtForward(old);
      expect(design.bank.sizing).toBe('careful');
      // sizes that came with the chemistry count as guesses; what was typed stays
      for (const key of ['length', 'width', 'height', 'mass'] as const)
        expect(design.bank.unit[key].value).toBe(was.bank.unit[key].value);
      for (const [id, { label }] of Object.entries(was.controllers))
        expect(design.controllers[id]!.buses).toEqual(
          CONTROLLER_CLASSES.find((known) => known.label === label)?.buses ?? [12, 24, 48],
        );
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-6.json'))(
    'bring version 6 forward: $name with all that it said, and no inverter chosen yet',
    (old) => {
      const [was, design] = broughtForward(old);
      expect(design.power).toMatchObject({ inverter: null, sources: {} });
      expect(design.uses).toEqual(was.uses);
      const split = { ...old, supply: { ...was.supply, split: true } };
      expect((migrate(split) as unknown as Design).supply.phases).toBe('split');
      expect(design.supply.phases).toBe('single');
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-7.json'))(
    'bring version 7 forward: $name with all that it said, and usual lengths for its wires',
    (old) => {
      const [was, design] = broughtForward(old);
      expect(design.power).toMatchObject(was.power);
      expect(design.wiring).toMatchObject({ stretches: {}, circuits: {}, own: {}, coils: {} });
      expect(design.wiring.lengths.array.from).toBe('guess');
      expect(problemsOf(design)).toEqual([]);
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-8.json'))(
    'bring version 8 forward: $name with its wires, an inverter that idles as it did, and its usual price',
    (old) => {
      const [was, design] = broughtForward(old);
      const stretches = Object.entries(was.wiring.stretches).map(([id, each]) => [
        id,
        { ...each, bends: null },
      ]);
      expect(design.wiring).toEqual({ ...was.wiring, stretches: Object.fromEntries(stretches) });
      expect(design.power).toMatchObject({
        ...was.power,
        searching: false,
        inverter: was.power.inverter && { ...was.power.inverter, price: null },
      });
      expect(design.power.inverter?.label).toBe(was.power.inverter?.label);
      expect(problemsOf(design)).toEqual([]);
    },
  );
  it.each(readJson<Record<string, unknown>[]>('design-version-9.json'))(
    'bring version 9 forward: $name with losses to the uses as its wires come out, but for what was typed',
    (old) => {
      const [was, design] = broughtForward(old);
      const { from, value } = was.supply.dcEfficiency!;
      expect(design.supply).toEqual({
        ...was.supply,
        acEfficiency: null,
        dcEfficiency: from === 'guess' ? null : was.supply.dcEfficiency,
      });
      expect(from === 'guess' ? 97 : 95).toBe(value);
      for (const stretch of Object.values(design.wiring.stretches)) expect(stretch.bends).toBeNull();
      expect(problemsOf(design)).toEqual([]);
    },
  );
  it('calls sealed lead-acid what it mostly is', () => {
    const [old] = readJson<{ bank: object }[]>('design-version-2.json');
    const sealed = { ...old, bank: { ...old!.bank, chemistry: 'sealed' } };
    expect((migrate(sealed) as unknown as Design).bank.chemistry).toBe('agm');
  });
  it('have a step for every version before the current one', () => {
    expect(MIGRATIONS.map(({ from }) => from).sort()).toEqual(
      Array.from({ length: CURRENT_VERSION - 1 }, (_, i) => i + 1),
    );
  });
});

it('reads and writes by pointer without touching the rest', () => {
  const after = set('/uses/u1/watts/value', 1);
  expect(valueAt(after, '/uses/u1/watts/value')).toBe(1);
  expect(after.bank).toBe(design.bank);
  expect(valueAt(design, '/uses/u1/toString')).toBeUndefined();
});
