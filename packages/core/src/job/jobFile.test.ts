import { CURRENT_VERSION, problemsOf, withValueAt, type Design } from '../document';
import { computeLoads } from '../loads';
import { CONTROLLER_CLASSES } from '../strings';
import { oneArray } from '../testing/dairy';
import { chosen } from './blank';
import { JOB_FILE_LIMIT_BYTES, readJobFile, writeJobFile } from './jobFile';
import { migrate, MIGRATIONS, NewerVersionError, NoVersionError } from './migrations';
import { readJson } from '../../fixtures/read';

const design = oneArray();
const set = (path: string, value: unknown, from: Design = design) => withValueAt(from, path, value);

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
      // one of them with panels of 36 cells, 22 V
      const [small] = Object.keys(old.arrays as object);
      const was = withValueAt(old as unknown as Design, `/arrays/${small}/module/voc/value`, 22);
      const design = migrate(was as never) as unknown as Design;
      expect(problemsOf(design)).toEqual([]);
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
