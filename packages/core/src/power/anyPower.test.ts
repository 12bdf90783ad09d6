import { CURVE_LOADS, FIELDS, problemsOf, type BackupSource, type Design, type SourceKey } from '../document';
import { evaluate } from '../evaluate';
import { blankSource, examples } from '../job';
import { plainClimate } from '../testing/climates';
import { anywhereIn, numbers } from '../testing/wild';
import { inverterOfClass, MACHINE_CLASSES, SOURCE_KINDS } from '.';

const climate = { ...plainClimate(52), stops: {} };

/** An inverter and sources with every figure anywhere in its range, its very ends more often than not. */
function anyPower(seed: number, many: number): Design['power'] {
  const next = numbers(seed);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const anywhere = (path: string) => anywhereIn(path, next);
  const ofInverter = (key: string) => anywhere(`/power/inverter/${key}`);
  const machine = inverterOfClass(pick(MACHINE_CLASSES), 230);
  const date = () => `${String(1 + Math.floor(next() * 12)).padStart(2, '0')}-${pick(['01', '15', '28'])}`;
  const source = (position: number): BackupSource => {
    const kind = pick(['generator', 'alternator', 'shore', 'turbine'] as const);
    const given: BackupSource['given'] = {};
    for (const key of Object.values(SOURCE_KINDS).flatMap(({ asks }) => asks) as SourceKey[])
      if (next() < 0.7) given[key] = anywhere(`/power/sources/*/${key}`);
    return {
      ...blankSource(kind, position, pick(['', 'Set', 'ü'.repeat(120)])),
      fuel: pick(['diesel', 'petrol', 'propane']),
      automatic: next() < 0.5,
      from: date(),
      to: date(),
      given,
      hoursBy: { [1 + Math.floor(next() * 12)]: anywhere('/power/sources/*/hoursBy/*') },
      energyBy: { [1 + Math.floor(next() * 12)]: anywhere('/power/sources/*/energyBy/*') },
    };
  };
  return {
    inverter:
      next() < 0.2
        ? null
        : {
            ...machine,
            ...Object.fromEntries(
              (Object.keys(machine) as (keyof typeof machine)[])
                .filter((key) => FIELDS[`/power/inverter/${key}`])
                .map((key) => [key, ofInverter(key)]),
            ),
            curve: Object.fromEntries(
              CURVE_LOADS.filter(() => next() < 0.5).map((load) => [
                load,
                anywhere('/power/inverter/curve/*'),
              ]),
            ),
          },
    searching: next() < 0.5,
    room: next() < 0.5 ? null : anywhere('/power/room'),
    shedBelow: anywhere('/power/shedBelow'),
    surplusAbove: anywhere('/power/surplusAbove'),
    sources: Object.fromEntries(Array.from({ length: many }, (_, i) => [`b${i}`, source(i)])),
  };
}

it('is reckoned whatever may stand in it: nothing throws, and no figure is none', () => {
  const wrong: string[] = [];
  for (const [at, { id, design }] of examples().entries()) {
    for (let seed = 0; seed < 20; seed++) {
      const any: Design = {
        ...design,
        supply: { ...design.supply, phases: (['single', 'split', 'three'] as const)[seed % 3]! },
        power: anyPower(1000 * at + seed, seed % 13),
      };
      expect(problemsOf(any)).toEqual([]);
      const told = JSON.stringify(evaluate(any, climate, false), (_, value: unknown) =>
        typeof value === 'number' && !Number.isFinite(value) ? 'NaN' : value,
      );
      const found = /.{60}(NaN|Infinity|undefined).{20}/.exec(told);
      if (found) wrong.push(`${id} ${seed}: ${found[0]}`);
    }
  }
  expect(wrong).toEqual([]);
});
