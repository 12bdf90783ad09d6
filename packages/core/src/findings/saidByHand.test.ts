import { calculate, type Facts } from '../calculate';
import { SHEETS, type Design, type Use } from '../document';
import { penFor } from '../figures';
import { judge } from '../evaluate';
import { blankUse, chosen, examples, measured } from '../job';
import { cabinOf, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { foundIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { sharesText } from './backup';
import { CAUTIONS } from './cautions';
import { softStarts } from './power';
import { shareAnInput } from './sharedInputs';

const climate = { ...plainClimate(44), stops: {} };
const said = (design: Design, id: string) => {
  const finding = judge(design, climate).findings.find((one) => one.id === id);
  return finding && { ...finding, sentence: plain(finding.sentence) };
};
const ac = (position: number, name: string, watts: number, factor: number, more: Partial<Use> = {}): Use => ({
  ...blankUse(position, name),
  watts: measured(watts),
  hours: measured(1),
  startFactor: chosen(factor),
  ...more,
});
const inverter = { ...machineOf('char-4000'), buses: [24 as const] };
const cabin = (uses: Use[]): Design =>
  withAll(cabinOf(Object.fromEntries(uses.map((use, i) => [`u${i}`, use]))), { '/power/inverter': inverter });

describe('softer starts', () => {
  const offered = (...uses: Use[]) =>
    softStarts(calculate(cabin(uses), climate)).map(({ label, operations }) => [
      plain(label),
      operations.flatMap((each) =>
        each.op === 'remove' ? [] : [each.path.split('/').slice(2).join('/'), each.value],
      ),
    ]);
  const soft = (id: string) => [
    `${id}/start`,
    'factor',
    `${id}/startFactor`,
    expect.objectContaining({ value: 1.5 }),
  ];
  it('are for the one that starts hardest, and for all that start hard', () => {
    expect(offered(ac(1, 'Saw', 1500, 6), ac(2, 'Pump', 700, 4), ac(3, 'Lamp', 50, 1))).toEqual([
      ['Soft starter for Saw', soft('u0')],
      ['Soft starters for all of them', [...soft('u0'), ...soft('u1')]],
    ]);
  });
  it('are one where one starts hard, and none where none does: 1.5 times is soft', () => {
    expect(offered(ac(1, 'Saw', 1500, 6), ac(2, 'Fan', 60, 1.5))).toEqual([
      ['Soft starter for Saw', soft('u0')],
    ]);
    expect(offered(ac(1, 'Fan', 60, 1.5), ac(2, 'Lamp', 60, 1))).toEqual([]);
  });
  it('are for no use on DC, none that comes later, and none without watts', () => {
    expect(
      offered(
        ac(1, 'Winch', 900, 5, { supply: 'dc' }),
        ac(2, 'Next year’s saw', 1500, 6, { stage: 1 }),
        ac(3, 'Nothing', 0, 6),
      ),
    ).toEqual([]);
  });
});

describe('the shares of a lean month', () => {
  const backed = examples().find(({ design }) =>
    Object.values(design.power.sources).some(({ kind }) => kind === 'generator'),
  )!.design;
  let facts: Facts;
  beforeEach(() => void (facts = calculate(backed, climate)));
  it('are what sun and each source put in, and come to all of it', () => {
    const months = facts.powerYear!.months.map((_, m) => m + 1);
    for (const some of [[1], [11, 12, 1], months]) {
      const shown = some.map((month) => facts.powerYear!.months[month - 1]!);
      const sun = shown.reduce(
        (sum, { sunWh, spilledWh, surplusWh }) => sum + (sunWh - spilledWh - surplusWh),
        0,
      );
      const by = facts.power.sources.map(({ id }) =>
        shown.reduce((sum, { bySource }) => sum + (bySource[id] ?? 0), 0),
      );
      const all = by.reduce((sum, of) => sum + of, sun);
      const text = plain(sharesText(facts, some, penFor('metric')));
      const told = [...text.matchAll(/ (\d+(?:\.\d+)?) %/g)].map(([, share]) => Number(share));
      expect(Math.abs(told[0]! - (100 * sun) / all)).toBeLessThan(0.6);
      expect(told.slice(1)).toHaveLength(by.filter((of) => of > 0.005 * all).length);
      expect(Math.abs(told.reduce((sum, share) => sum + share, 0) - 100)).toBeLessThan(2);
    }
  });
  it('are none without a year', () => {
    expect(sharesText({ ...facts, powerYear: null } as typeof facts, [1], penFor('metric'))).toBe('');
  });
});

describe('what is said', () => {
  it('of legs names how many the machine has', () => {
    const legs = (phases: 'split' | 'three') =>
      said(
        withAll(cabin([ac(1, 'A', 3000, 1, { leg: 'a' }), ac(2, 'B', 100, 1, { leg: 'b' })]), {
          '/supply/phases': phases,
        }),
        'uses.legs',
      )!.sentence;
    expect(legs('split')).toBe(
      'Leg A carries 3000 W of 3100 W on AC. Each leg of a split-phase inverter gives half its rating: move uses to another leg.',
    );
    expect(legs('three')).toMatch(/^Leg A carries .* a three-phase inverter gives a third of its rating: /);
  });
  it('of a source that gives nothing leads to where its hours or its energy are typed', () => {
    const [example] = examples();
    const source = (kind: 'alternator' | 'turbine') => {
      const { design } =
        examples().find(({ design: of }) => Object.keys(of.power.sources).length > 0) ?? example!;
      const [id, plan] = Object.entries(design.power.sources)[0]!;
      const empty = { ...plan, kind, hoursBy: {}, energyBy: {}, given: {} };
      const finding = said(withAll(design, { [`/power/sources/${id}`]: empty }), `source.nothing:${id}`)!;
      return [
        finding.focus!.split('/').slice(4).join('/'),
        /no (.*) in any month/.exec(finding.sentence)![1],
      ];
    };
    expect(source('alternator')).toEqual(['hoursBy/1', 'hours under way']);
    expect(source('turbine')).toEqual(['energyBy/1', 'energy']);
  });
  it('of the efficiency by the curve offers to take it', () => {
    const design = withAll(cabin([ac(1, 'Heater', 2000, 1, { hours: measured(0.3) })]), {
      '/power/inverter/curve': { 10: chosen(85), 50: chosen(92), 100: chosen(90) },
    });
    const at = (pct: number) =>
      foundIn(withAll(design, { '/supply/inverterEfficiency': chosen(pct) }), climate, 'power.curve');
    const curve = calculate(design, climate).power.curvePct!;
    expect(at(Math.round(curve))).toBeUndefined();
    const other = at(Math.round(curve) > 80 ? 60 : 99)!;
    expect(other.remedies.map(({ operations }) => operations)).toEqual([
      [
        {
          op: expect.any(String) as string,
          path: '/supply/inverterEfficiency',
          value: expect.objectContaining({ value: Math.round(curve) }) as unknown,
        },
      ],
    ]);
  });
});

it('every sheet on which something can hurt has its cautions, each with what to do', () => {
  for (const sheet of SHEETS) {
    const own = CAUTIONS[sheet] ?? [];
    for (const { hazard, text } of own) {
      expect(hazard).toMatch(/^[A-Z]/);
      expect(text).toMatch(/\.$/);
    }
  }
  // batteries, DC on the roof, strings, inverters and generators, wires (common practice)
  for (const sheet of ['bank', 'array', 'strings', 'power', 'wire', 'one-line'] as const)
    expect([sheet, (CAUTIONS[sheet] ?? []).length > 0]).toEqual([sheet, true]);
  expect(CAUTIONS.wire!.map(({ text }) => text).join(' ')).toMatch(/licensed/);
});

describe('strings that share an input', () => {
  const [, vale] = examples().map(({ design }) => design) as [Design, Design];
  const east = vale.arrays.a1!;
  const [controllerId] = Object.keys(vale.controllers);
  /** Two arrays of the same panels on one input, of so many strings each. */
  const both = (parallel: number, series = [2, 2], changes: Record<string, unknown> = {}) => {
    const on = (position: number, inSeries: number) => ({
      ...east,
      name: `Roof ${position}`,
      position,
      pile: null,
      count: chosen(inSeries * parallel),
      strings: {
        controller: controllerId!,
        first: 1,
        inputs: chosen(1),
        series: chosen(inSeries),
        parallel: chosen(parallel),
      },
    });
    return withAll(vale, {
      '/arrays': { a1: on(1, series[0]!), a2: on(2, series[1]!) },
      [`/controllers/${controllerId}/maxIscAmps`]: chosen(200),
      ...changes,
    });
  };
  const shared = (design: Design) => said(design, `controller.shared:${controllerId}.1`)!;
  let { impA, iscA, maxFuseA } = {} as Facts['lead']['module'];
  beforeEach(() => void ({ impA, iscA, maxFuseA } = calculate(both(1), climate).lead.module));
  it('need no fuse while two feed one, and one each from where the others are more than a panel bears', () => {
    expect([impA > 0, iscA > 10, maxFuseA]).toEqual([true, true, 25]);
    const two = shared(both(1));
    expect(two).toMatchObject({
      severity: 'note',
      value: expect.closeTo(2 * 1.25 * iscA, 1) as number,
      limit: 200,
    });
    expect(two.sentence).toMatch(/^Roof 1 and Roof 2 are both on input 1 of /);
    expect(two.sentence).not.toMatch(/a fuse of/);
    const four = shared(both(2));
    // three others at 1.25 × Isc (NEC 690.9), against 25 A
    expect(four.sentence).toMatch(
      / 4 strings can feed 52\.\d A into a failed one, more than the 25(\.0)? A its maker allows: a fuse of 25 A in each\.$/,
    );
    expect(four.severity).toBe('note');
  });
  it('are offered as a way out only where the input bears both', () => {
    const apart = (mostA: number) => {
      const design = both(1, [2, 2], {
        '/arrays/a2/strings/first': 9,
        [`/controllers/${controllerId}/maxIscAmps`]: chosen(mostA),
      });
      const facts = calculate(design, climate);
      return shareAnInput(facts.arrays[1]!, facts, (other) => calculate(other, climate)).map(
        ({ label }) => label,
      );
    };
    // two strings at 1.25 × Isc each
    expect(apart(2 * 1.25 * iscA + 0.1)).toEqual(['Share the input of Roof 1']);
    expect(apart(2 * 1.25 * iscA - 0.1)).toEqual([]);
  });
  it('stop where no fuse is sold that the panels bear', () => {
    const weak = both(2, [2, 2], {
      '/arrays/a1/module/maxFuse': measured(10),
      '/arrays/a2/module/maxFuse': measured(10),
    });
    expect(shared(weak).severity).toBe('stop');
    // where no other string gives more than they bear, none is asked for
    const enough = both(1, [2, 2], {
      '/arrays/a1/module/maxFuse': measured(20),
      '/arrays/a2/module/maxFuse': measured(20),
    });
    expect(shared(enough).severity).toBe('note');
  });
  it('stop where they work at volts more than a twentieth apart, and where their amps are too many', () => {
    expect(shared(both(1, [2, 3]))).toMatchObject({
      severity: 'stop',
      title: 'Strings of unlike volts on one input',
    });
    const over = both(1, [2, 2], { [`/controllers/${controllerId}/maxIscAmps`]: chosen(20) });
    expect(shared(over)).toMatchObject({
      severity: 'stop',
      limit: 20,
      title: 'Short-circuit amps over the limit together',
    });
  });
});

it('the rule of thumb says which of volts and amps are apart, and what that costs', () => {
  const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
  const facts = calculate(honey, climate);
  const { inputs } = facts.arrays[0]!.pile!;
  let told = 0;
  for (const { window, vmpSpread, impSpread, solved, ownW } of inputs) {
    const finding = said(honey, `pile.thumb.${window.input}`);
    // common practice: both within 5 %
    expect(finding !== undefined).toBe(vmpSpread > 0.05 || impSpread > 0.05);
    if (!finding) continue;
    told++;
    expect(/working volts [\d.]+ % apart between strings/.test(finding.sentence)).toBe(vmpSpread > 0.05);
    expect(/working amps [\d.]+ % apart within one/.test(finding.sentence)).toBe(impSpread > 0.05);
    expect(finding.sentence).not.toMatch(/true|null|here ,|, and \./);
    const costs = Number(/costs ([\d.]+) % at full sun/.exec(finding.sentence)![1]);
    expect(Math.abs(costs - 100 * (1 - solved.peaks[0]!.watts / ownW))).toBeLessThan(0.51);
  }
  expect(told).toBeGreaterThan(0);
});
