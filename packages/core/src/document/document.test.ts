import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { blankDesign, examples } from '../job';
import {
  atStage,
  BUS_VOLTS,
  entriesOf,
  FIELDS,
  fieldAt,
  hostileIn,
  inOrder,
  isDesign,
  labelOf,
  panelCount,
  patchedWherePossible,
  patternOf,
  problemsOf,
  problemsOfChange,
  QUESTIONS,
  rangeMessage,
  SHEET_NAMES,
  SHEETS,
  stagesIn,
  touches,
  valueProblem,
  withValueAt,
  type Design,
} from '.';

const [hut, dairy] = examples().map(({ design }) => design) as [Design, Design];
const messages = (design: unknown) => problemsOf(design).map(({ path, message }) => `${path}: ${message}`);

describe('the schema', () => {
  it('takes every example, and a blank job of each kind', () => {
    for (const { design } of examples()) expect(messages(design)).toEqual([]);
    for (const kind of ['cabin', 'homestead', 'shed', 'trailer', 'boat'] as const)
      for (const busVolts of [12, 24, 48] as const)
        expect(isDesign(blankDesign({ name: 'x', kind, units: 'metric', busVolts }))).toBe(true);
  });
  it.each([
    ['/bank/days/value', -1, /runs from/],
    ['/bank/days/value', '3', /runs from/],
    ['/supply/phases', 'yes', /must be one of/],
    ['/bank/series/value', 1.5, /whole numbers only/],
    ['/place/lat/value', 91, /Latitude runs from −90 to 90/],
    ['/bank/chemistry', 'jelly', /must be one of/],
    ['/bank/days/from', 'heaven', /must be one of/],
    ['/busVolts', 36, /must be one of/],
    ['/extra', 1, /not allowed/],
    ['/name', 'x'.repeat(500), /length/],
    ['/uses/u4/hours/value', 25, /Hours a day runs from 0 to 24/],
    ['/uses/u4/watts/value', -5, /Watts runs from 0 to 100\u2009000/],
    ['/arrays/a1/count/value', 0, /Panels runs from 1 to 400, whole numbers only/],
    ['/arrays/a1/count/value', 10_000, /Panels runs from 1 to 400/],
    ['/kind', 'palace', /must be one of/],
    ['/name', '', /./],
    ['/place/ghi/13', { value: 1, from: 'chosen' }, /./],
    ['/uses/u4/supply', 'gas', /must be one of/],
    ['/uses/u4/months', [0], /greater than or equal to 1/],
    ['/uses/u4/months', [1, 1], /duplicate/],
    ['/uses/u4/months', [13], /less than or equal to 12/],
    ['/uses/u4/paint', { year: '01' }, /./],
    ['/uses/u4/shed', -1, /./],
    ['/arrays', {}, /./],
    ['/controllers', {}, /./],
    ['/controllers/c1/inputs/value', 0, /runs from/],
    ['/arrays/a1/skyline/points', { 3: 10 }, /./],
    ['/arrays/a1/skyline/points', { 5: 99 }, /./],
    ['/arrays/a1/plane/seasons', 3, /must be one of/],
    ['/events', { e: { name: 'E', position: 1, from: '02-30', to: '03-01' } }, /./],
    ['/version', 3, /./],
  ])('refuses %s as %j, at its place', (path, value, reason) => {
    const problems = problemsOf(withValueAt(dairy, path, value));
    expect(problems.length).toBeGreaterThan(0);
    expect(problems.some((problem) => problem.path.startsWith(path) && reason.test(problem.message))).toBe(
      true,
    );
  });
  it('says the same of a change as of the whole, whatever is changed', () => {
    const paths = [
      ...entriesOf(dairy).map(([path]) => path),
      '/uses/u4',
      '/arrays/a1',
      '/controllers/c1',
      '/name',
    ];
    const values = [
      undefined,
      null,
      -1,
      3,
      'x',
      {},
      [],
      { value: 4, from: 'chosen' },
      { value: 1e9, from: 'guess' },
    ];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...paths), fc.constantFrom(...values)), {
          minLength: 1,
          maxLength: 3,
        }),
        (changes) => {
          const after = changes.reduce((before, [path, value]) => withValueAt(before, path, value), dairy);
          expect(problemsOfChange(dairy, after)).toEqual(problemsOf(after));
        },
      ),
      { seed: 3, numRuns: 400 },
    );
  });
  it('counts rows of a change, and misses none that another one names', () => {
    const many = (count: number) =>
      Object.fromEntries(Array.from({ length: count }, (_, i) => [`x${i}`, dairy.uses.u4!]));
    expect(problemsOfChange(dairy, { ...dairy, uses: many(2500) })).toEqual([]);
    expect(problemsOfChange(dairy, { ...dairy, uses: many(2501) })).toEqual([
      { path: '/uses', message: 'There are at most 2500 uses in a job' },
    ]);
    expect(problemsOfChange(dairy, { ...dairy, arrays: {} })[0]?.path).toBe('/arrays');
    const spare = { ...dairy, controllers: { ...dairy.controllers, c9: dairy.controllers.c1! } };
    const left = { c9: dairy.controllers.c1! };
    expect(problemsOfChange(spare, { ...spare, controllers: left })[0]?.path).toMatch(/controller$/);
  });
  it('holds so many things in the way of all arrays together, and says so', () => {
    const tree = Object.values(dairy.arrays).flatMap(({ skyline }) => Object.values(skyline.obstacles))[0]!;
    const array = (many: number) => ({
      ...dairy.arrays.a1!,
      skyline: {
        points: {},
        obstacles: Object.fromEntries(Array.from({ length: many }, (_, i) => [`o${i}`, tree])),
      },
    });
    const withTrees = (...counts: number[]) => ({
      ...dairy,
      arrays: Object.fromEntries(counts.map((many, i) => [`a${i + 1}`, array(many)])),
    });
    expect(problemsOf(withTrees(60, 60))).toEqual([]);
    for (const problems of [problemsOf(withTrees(60, 60, 1)), problemsOfChange(dairy, withTrees(60, 60, 1))])
      expect(problems).toEqual([
        {
          path: '/arrays/a3/skyline/obstacles',
          message: 'A job holds at most 120 things in the way, of all arrays together',
        },
      ]);
    expect(problemsOf(withTrees(61))[0]?.message).toBe('There are at most 60 things in the way of one array');
  });
  it('never throws, whatever it is shown', () => {
    fc.assert(
      fc.property(fc.anything({ maxDepth: 3 }), (thing) => {
        expect(Array.isArray(problemsOf(thing))).toBe(true);
      }),
    );
    for (const thing of [null, undefined, 1, 'x', [], {}]) expect(isDesign(thing)).toBe(false);
  });
  it('takes every field at both its ends, and nothing beyond them', () => {
    for (const [path] of entriesOf(dairy)) {
      const { min, max } = fieldAt(path);
      for (const end of [min, max]) expect(messages(withValueAt(dairy, `${path}/value`, end))).toEqual([]);
      for (const beyond of [min - 1, max + 1])
        expect(problemsOf(withValueAt(dairy, `${path}/value`, beyond))[0]?.message).toBe(rangeMessage(path));
    }
  });
});

describe('a field', () => {
  it('has a label, a gloss, and ends the right way round', () => {
    for (const { label, min, max } of Object.values(FIELDS)) {
      expect(label).toMatch(/^\S/);
      expect(min).toBeLessThan(max);
    }
  });
  it('is known by its place, whatever the ids', () => {
    expect(patternOf('/uses/abc/watts')).toBe(patternOf('/uses/xyz/watts'));
    expect(fieldAt('/uses/abc/watts')).toBe(fieldAt('/uses/xyz/watts'));
    expect(patternOf('/bank/days')).toBe('/bank/days');
  });
  it('says why a number may not stand', () => {
    expect(valueProblem('/bank/days', 3)).toBeUndefined();
    expect(valueProblem('/bank/series', 2.5)).toMatch(/whole numbers only$/);
    expect(valueProblem('/place/lat', -91)).toBe('Latitude runs from −90 to 90');
    expect(valueProblem('/place/lat', 91, (n) => `${n}°`)).toBe('Latitude runs from -90° to 90°');
  });
  it('is called by its row', () => {
    const use = Object.keys(dairy.uses)[0]!;
    const { label } = fieldAt(`/uses/${use}/watts`);
    expect(labelOf(dairy, `/uses/${use}/watts`)).toBe(`${dairy.uses[use]!.name}: ${label.toLowerCase()}`);
    expect(labelOf(dairy, '/uses/gone/watts')).toMatch(/^Unnamed use: /);
    expect(labelOf(dairy, '/bank/days')).toBe(fieldAt('/bank/days').label);
    expect(labelOf(dairy, '/arrays/a1/count')).toMatch(new RegExp(`^${dairy.arrays.a1!.name}: `));
    expect(labelOf(hut, '/arrays/a1/count')).toBe(fieldAt('/arrays/a1/count').label);
    // what is in its array's way by its own name, and so are stops, sources, stretches and circuits
    const rows: [string, Record<string, unknown>][] = [
      [
        '/stops/s1/lat',
        { '/stops/s1': { ...dairy.place, name: 'Quay', position: 1, from: '05-01', to: '05-09' } },
      ],
      ['/power/sources/g1/given/watts', { '/power/sources/g1/name': 'Quay' }],
      ['/wiring/stretches/t1/length', { '/wiring/stretches/t1/name': 'Quay' }],
      ['/wiring/own/w1/amps', { '/wiring/own/w1': { name: 'Quay' } }],
    ];
    for (const [path, changes] of rows) {
      const named = Object.entries(changes).reduce((all, [at, value]) => withValueAt(all, at, value), dairy);
      expect(labelOf(named, path)).toMatch(/^Quay: /);
      const [at] = Object.keys(changes) as [string];
      const nameless = withValueAt(named, `${at.replace(/\/name$/, '')}/name`, '');
      expect(labelOf(nameless, path)).toMatch(/^Unnamed /);
    }
    const [id, thing] = Object.entries(dairy.arrays).flatMap(([array, { skyline }]) =>
      Object.entries(skyline.obstacles).map(
        ([key, each]) => [`/arrays/${array}/skyline/obstacles/${key}`, each] as const,
      ),
    )[0]!;
    expect(labelOf(dairy, `${id}/height`)).toMatch(new RegExp(`^${thing.name}: `));
    expect(labelOf(withValueAt(dairy, `${id}/name`, ''), `${id}/height`)).toMatch(/^Something in the way: /);
  });
});

describe('what is no figure of a field', () => {
  const said = (changes: Record<string, unknown>) =>
    problemsOf(Object.entries(changes).reduce((all, [at, value]) => withValueAt(all, at, value), dairy)).map(
      ({ path }) => path,
    );
  const weather = {
    name: 'Station',
    kind: 'monthly',
    fileId: null,
    notes: [],
    ghi: new Array<number>(12).fill(4),
    air: new Array<number>(12).fill(10),
    min: new Array<number>(12).fill(-5),
    max: new Array<number>(12).fill(25),
    lowest: -30,
    highest: 40,
    light: null,
  };
  it('has ends too: temperatures and light of a file', () => {
    expect(said({ '/place/weather': weather })).toEqual([]);
    const ends: [keyof typeof weather, number, number][] = [
      ['ghi', 0, 12],
      ['air', -80, 60],
      ['min', -90, 60],
      ['max', -90, 70],
    ];
    for (const [key, low, high] of ends) {
      const with_ = (value: number | null) =>
        said({ '/place/weather': { ...weather, [key]: [value, ...(weather[key] as number[]).slice(1)] } });
      for (const fine of [low, high, null]) expect(with_(fine)).toEqual([]);
      for (const out of [low - 0.1, high + 0.1]) expect(with_(out)).toEqual([`/place/weather/${key}/0`]);
      expect(said({ '/place/weather': { ...weather, [key]: [] } })).toEqual([`/place/weather/${key}`]);
    }
    for (const [key, low, high] of [
      ['lowest', -90, 60],
      ['highest', -90, 70],
    ] as const) {
      for (const fine of [low, high, null])
        expect(said({ '/place/weather': { ...weather, [key]: fine } })).toEqual([]);
      for (const out of [low - 1, high + 1])
        expect(said({ '/place/weather': { ...weather, [key]: out } })).toEqual([`/place/weather/${key}`]);
    }
  });
  it('is one of a list: buses of a controller, months, kinds', () => {
    for (const fine of [[48], [12, 24, 48]]) expect(said({ '/controllers/c1/buses': fine })).toEqual([]);
    expect(said({ '/controllers/c1/buses': [] })).toEqual(['/controllers/c1/buses']);
    expect(said({ '/controllers/c1/buses': [36] })).toEqual(['/controllers/c1/buses/0']);
    expect(said({ '/controllers/c1/buses': [24, 24] })).toEqual(['/controllers/c1/buses/1']);
    const use = Object.keys(dairy.uses)[0]!;
    for (const fine of [[], [1], [12, 1]]) expect(said({ [`/uses/${use}/months`]: fine })).toEqual([]);
    for (const odd of [[0], [13], [1.5]])
      expect(said({ [`/uses/${use}/months`]: odd })).toEqual([`/uses/${use}/months/0`]);
    expect(said({ '/kind': 'castle' })).toEqual(['/kind']);
    expect(said({ '/school': 'old' })).toEqual(['/school']);
  });
  it('may not be left out, nor be more than is known', () => {
    for (const key of Object.keys(dairy)) {
      if (key === 'version') continue;
      expect(said({ [`/${key}`]: undefined })).toContain(`/${key}`);
    }
    for (const at of ['/bank', '/supply', '/power', '/wiring', '/place', '/energy', '/dc', '/budget'])
      expect(said({ [`${at}/sudo`]: true })).toEqual([`${at}/sudo`]);
  });
});

describe('rows, stages and sheets', () => {
  it('stand in order of their positions, alike ones by their ids', () => {
    const rows = { b: { position: 2 }, a: { position: 2 }, z: { position: 1 } };
    expect(inOrder(rows).map(([id]) => id)).toEqual(['z', 'a', 'b']);
    expect(inOrder(rows)).toBe(inOrder(rows));
    expect(inOrder({})).toEqual([]);
  });
  it('wait for their stage, and count once it is built', () => {
    const uses = Object.fromEntries(
      Object.entries(dairy.uses).map(([id, use], i) => [id, { ...use, stage: i % 3 }]),
    );
    const staged = { ...dairy, uses };
    expect(stagesIn(staged)).toEqual([1, 2]);
    expect(stagesIn(dairy)).toEqual([]);
    const [some, other] = Object.values(dairy.uses);
    expect(stagesIn({ uses: { a: { ...some!, stage: 3 }, b: { ...other!, stage: 1 } } })).toEqual([1, 3]);
    const [first, second] = [atStage(staged, 1), atStage(staged, 2)];
    for (const [id, { stage }] of Object.entries(uses)) {
      expect(first.uses[id]!.stage).toBe(stage === 2 ? 2 : 0);
      expect(second.uses[id]!.stage).toBe(0);
      if (stage === 0) expect(first.uses[id]).toBe(uses[id]);
    }
  });
  it('have a question and a name', () => {
    for (const sheet of SHEETS) {
      expect(QUESTIONS[sheet]).toMatch(/\?$/);
      expect(SHEET_NAMES[sheet]).toMatch(/^[A-Z]/);
    }
  });
  it('count panels of alike and of unlike arrays', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    expect(Object.values(honey.arrays).reduce((sum, plan) => sum + panelCount(plan), 0)).toBe(11);
    expect(panelCount({ count: { value: 7, from: 'chosen' }, pile: null })).toBe(7);
  });
});

it('calls every figure by a term of docs/words.md', () => {
  const words = readFileSync(join(__dirname, '../../../../docs/words.md'), 'utf8');
  const missing = Object.values(FIELDS).filter(({ label }) => !words.includes(`- **${label}** — `));
  expect(missing.map(({ label }) => label)).toEqual([]);
});

describe('what may not come in', () => {
  const nested = (levels: number): unknown =>
    Array.from({ length: levels }).reduce<unknown>((inner) => ({ in: inner }), 1);
  it('is named by where it stands', () => {
    expect(hostileIn({ uses: { lamp: { name: 'a\0b' } } })).toMatchObject({ path: '/uses/lamp/name' });
    expect(hostileIn('\ud800')).toMatchObject({ path: '' });
    expect(hostileIn({ rows: [1, { 'a/b': { constructor: 1 } }] })?.path).toBe('/rows/1/a~1b/constructor');
    expect(hostileIn(dairy)).toBeNull();
  });
  it('is what has more than forty levels, however many it has', () => {
    expect(hostileIn(nested(40))).toBeNull();
    expect(hostileIn(nested(41))?.message).toMatch(/more than 40 levels/);
    expect(hostileIn(nested(100_000))?.message).toMatch(/more than 40 levels/);
  });
});

describe('the schema, at its edges', () => {
  it('takes a job by the Dead Sea, 430 m below the sea, and none deeper than 450 m', () => {
    const at = (value: number) =>
      messages(withValueAt(dairy, '/place/altitude', { value, from: 'measured' }));
    expect(at(-430)).toEqual([]);
    expect(at(-451).join()).toMatch(/^\/place\/altitude/);
  });
  it('takes a skyline each five degrees, and no angle between', () => {
    const at = (degrees: string) =>
      messages(withValueAt(dairy, '/arrays/a1/skyline/points', { 0: 3, [degrees]: 12 }));
    expect(at('45')).toEqual([]);
    expect(at('355')).toEqual([]);
    for (const between of ['47', '360', '-5', '05', '5.0']) expect(at(between)).not.toEqual([]);
  });
  it('takes what names another part only where that part is', () => {
    const [use] = Object.keys(dairy.uses);
    expect(messages(withValueAt(dairy, `/uses/${use}/event`, 'nobody')).join()).toMatch(
      new RegExp(`^/uses/${use}/event`),
    );
    expect(problemsOfChange(dairy, withValueAt(dairy, `/uses/${use}/event`, 'nobody'))).not.toEqual([]);
    expect(messages(withValueAt(dairy, '/arrays/a1/strings/controller', 'nobody')).join()).toMatch(
      /^\/arrays\/a1\/strings\/controller/,
    );
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const [array, { pile }] = Object.entries(honey.arrays).find(([, plan]) => plan.pile)! as [
      string,
      Design['arrays'][string],
    ];
    const [string] = Object.keys(pile!.strings);
    const path = `/arrays/${array}/pile/strings/${string}/panels/nobody`;
    expect(messages(withValueAt(honey, path, 1)).join()).toMatch(path);
  });
  it('takes the limits of one input by each of their names', () => {
    const [id] = Object.keys(dairy.controllers);
    const limit = { value: 15, from: 'measured' as const };
    for (const key of 'maxVolts startVolts minVolts maxWorkVolts maxAmps maxIscAmps maxWatts'.split(' '))
      expect(messages(withValueAt(dairy, `/controllers/${id}/inputLimits/1`, { [key]: limit }))).toEqual([]);
    expect(messages(withValueAt(dairy, `/controllers/${id}/inputLimits/1`, { most: limit }))).not.toEqual([]);
  });
  it('takes banks of 12, 24 and 48 V alone', () => {
    expect(BUS_VOLTS).toEqual([12, 24, 48]);
    expect(messages({ ...dairy, busVolts: 36 }).join()).toMatch(/^\/busVolts/);
  });
});

it('a pointer touches what lies within it, and what it lies within', () => {
  expect(touches('/uses/a', '/uses/a')).toBe(true);
  expect(touches('/uses/a/watts', '/uses/a')).toBe(true);
  expect(touches('/uses/a', '/uses/a/watts')).toBe(true);
  expect(touches('/uses/ab', '/uses/a')).toBe(false);
  expect(touches('/uses/a', '/uses/b')).toBe(false);
});

it('a fault that is none of a change is not taken for one', () => {
  const broken = {
    op: 'add' as const,
    path: '/name',
    get value(): never {
      throw new RangeError('no such value');
    },
  };
  expect(() => patchedWherePossible(dairy, [broken])).toThrow(RangeError);
});
