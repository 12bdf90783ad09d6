import {
  problemsOf,
  SIZE_NAMES,
  SURROUNDINGS,
  type Design,
  type Surroundings,
  type WiringPlan,
} from '../document';
import { evaluate } from '../evaluate';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import { anywhereIn, numbers } from '../testing/wild';

const climate = { ...plainClimate(48), stops: {} };

/** Wiring with every figure anywhere in its range, its very ends more often than not. */
function anyWiring(design: Design, seed: number): WiringPlan {
  const next = numbers(seed);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const anywhere = (path: string) => anywhereIn(path, next);
  const maybe = (path: string) => (next() < 0.5 ? anywhere(path) : null);
  const rows = <T>(many: number, make: (i: number) => T): Record<string, T> =>
    Object.fromEntries(Array.from({ length: many }, (_, i) => [`x${i}`, make(i)]));
  const all = (keys: readonly string[], at: string) =>
    Object.fromEntries(keys.map((key) => [key, anywhere(`/wiring/${at}/${key}`)]));
  const stretches = rows(Math.floor(next() * 8), (position) => ({
    name: pick(['', 'Trench', 'ü'.repeat(120)]),
    position,
    surroundings: pick(Object.keys(SURROUNDINGS) as Surroundings[]),
    raceway: pick(['none', 'plastic', 'steel'] as const),
    length: anywhere('/wiring/stretches/*/length'),
    ambient: maybe('/wiring/stretches/*/ambient'),
    depth: maybe('/wiring/stretches/*/depth'),
    bends: maybe('/wiring/stretches/*/bends'),
    traffic: next() < 0.5,
  }));
  const keys = [
    ...Object.keys(design.arrays).flatMap((id) => [`feed-${id}`, `string-${id}`]),
    ...['bank', 'links', 'inverter', 'panel', 'dc', 'ac-rest', 'own-x0', 'own-x1', 'charge-c1', 'gone'],
  ];
  return {
    lengths: all(Object.keys(design.wiring.lengths), 'lengths') as WiringPlan['lengths'],
    drop: all(Object.keys(design.wiring.drop), 'drop') as WiringPlan['drop'],
    slack: anywhere('/wiring/slack'),
    ends: anywhere('/wiring/ends'),
    fault: maybe('/wiring/fault'),
    price: anywhere('/wiring/price'),
    stretches,
    circuits: Object.fromEntries(
      keys.map((key) => [
        key,
        {
          path: Object.keys(stretches).filter(() => next() < 0.6),
          size: next() < 0.4 ? pick(SIZE_NAMES) : null,
          metal: pick(['copper', 'aluminium'] as const),
          side: maybe('/wiring/circuits/*/side'),
          fuse: maybe('/wiring/circuits/*/fuse'),
          plugs:
            next() < 0.5
              ? null
              : {
                  panels: pick(['pin', 'socket'] as const),
                  controller: pick(['pin', 'socket', null] as const),
                  pieces: Array.from({ length: Math.floor(next() * 9) }, () => ({
                    name: pick(['', 'Box']),
                    near: pick(['pin', 'socket'] as const),
                    far: pick(['pin', 'socket'] as const),
                    swaps: pick([true, false, null]),
                  })),
                },
        },
      ]),
    ),
    own: rows(3, (position) => ({
      name: pick(['', 'Pump']),
      position,
      ac: next() < 0.5,
      volts: anywhere('/wiring/own/*/volts'),
      amps: anywhere('/wiring/own/*/amps'),
    })),
    coils: rows(Math.floor(next() * 6), (position) => ({
      position,
      size: pick(SIZE_NAMES),
      colour: pick(['', 'red', 'RED', 'puce']),
      metres: anywhere('/wiring/coils/*/metres'),
      count: anywhere('/wiring/coils/*/count'),
    })),
  };
}

/** Every number within, however deep. */
function* within(value: unknown): Generator<number> {
  if (typeof value === 'number') yield value;
  else if (typeof value === 'object' && value !== null)
    for (const part of Object.values(value)) yield* within(part);
}

it('whatever may be said of wires can be reckoned: nothing throws, nothing is no number', () => {
  const jobs = examples().map(({ design }) => design);
  for (let seed = 0; seed < 60; seed++) {
    const job = jobs[seed % jobs.length]!;
    const design: Design = {
      ...job,
      school: (['north-american', 'iec', 'marine'] as const)[seed % 3]!,
      units: seed % 2 ? 'metric' : 'imperial',
      wiring: anyWiring(job, seed * 7 + 1),
    };
    expect(problemsOf(design)).toEqual([]);
    const { figures, wire, findings, answers } = evaluate(design, climate, false);
    for (const [id, { value }] of Object.entries(figures))
      expect([seed, id, value === null || Number.isFinite(value)]).toEqual([seed, id, true]);
    // what has no rule of its own may be without limit; nothing may be no number
    for (const number of within(wire)) expect([seed, Number.isNaN(number)]).toEqual([seed, false]);
    for (const { sentence } of [...findings, { sentence: answers.wire.rest }])
      expect(sentence).not.toMatch(/NaN|undefined|Infinity/);
  }
});
