import { calculate, type Facts } from '../calculate';
import { type Design } from '../document';
import { tried } from '../findings';
import { chosen, examples } from '../job';
import { classesFor, LOSS } from '../strings';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { climate, job, labels, large, reckon, strung, taken } from '../testing/pressed';
import { randomJob } from '../testing/randomJobs';
import {
  fewer,
  morePanels,
  otherControllers,
  ownController,
  pileApart,
  rewired,
  rewiredBelow,
  tilted,
} from './arrays';

describe('panels wired otherwise', () => {
  const six = job({ ...large, ...strung(6, 1) });
  const of = (design: Design) => reckon(design).arrays[0]!;
  it('are all of them first, in a way that fits, and three ways at most', () => {
    const found = rewired(of(six));
    expect(found.length).toBe(3);
    const ways = found.map((each) => taken(six, each).arrays[0]!.strings!.chosen);
    for (const way of ways) expect(way.faults).toBe(0);
    expect(ways[0]!.panels).toBe(6);
    expect(ways[0]!.losses & (LOSS.hot | LOSS.window)).toBe(0);
    const whole = ways.map(({ panels }) => panels === 6);
    expect(whole).toEqual(whole.toSorted((a, b) => Number(b) - Number(a)));
    expect(labels(found)[0]).toBe(
      `Use ${ways[0]!.series} in series × ${ways[0]!.parallel}`.replace(/(\d) in series × (\d)/, '$1 × $2'),
    );
    for (const each of rewired(of(six), true))
      expect(taken(six, each).arrays[0]!.strings!.chosen.panels).toBe(6);
    // not as they are already
    const now = taken(six, found[0]!).design;
    expect(labels(rewired(of(now)))).not.toContain(labels(found)[0]);
  });
  it('are first those that stay in their window when hot', () => {
    const { design, climate: there } = randomJob(137);
    const first = (of: Design) => calculate(of, there).arrays[0]!;
    const poor = rewired(first(design), true).map(
      ({ operations }) =>
        (first(tried(design, operations)).strings!.chosen.losses & (LOSS.hot | LOSS.window)) !== 0,
    );
    expect(poor).toEqual([false, true]);
  });
  it('say for which array, where there are several, and are none of a pile', () => {
    const { a1 } = six.arrays as { a1: Design['arrays'][string] };
    const two = withAll(six, {
      '/arrays/a2': { ...a1, name: 'Shed', position: 2 },
      '/controllers/c1/inputs': chosen(2),
    });
    expect(labels(rewired(reckon(two).arrays[1]!))[0]).toMatch(/ for Shed$/);
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const [pile] = reckon(honey).arrays;
    expect([rewired(pile!), fewer(pile!), rewiredBelow(pile!, 600)]).toEqual([[], [], []]);
  });
  it('below some volts reach no more of them', () => {
    for (const volts of [50, 90, 130]) {
      const found = rewiredBelow(of(six), volts);
      expect(found.length).toBeLessThanOrEqual(2);
      for (const each of found)
        expect(taken(six, each).arrays[0]!.strings!.chosen.coldVocV).toBeLessThanOrEqual(volts);
    }
    expect(rewiredBelow(of(six), 20)).toEqual([]);
    expect(rewiredBelow(of(six), 130).length).toBe(2);
  });
  it('are fewer, as many as can be wired whole', () => {
    // five of 40 V each at 100 V: two in series at most, and of five one is over
    const small = job({
      ...strung(5, 1),
      '/controllers/c1/maxIscAmps': chosen(40),
      '/controllers/c1/maxVolts': chosen(100),
    });
    const [one] = fewer(of(small));
    const after = taken(small, one!).arrays[0]!;
    expect(after.plan.count.value).toBe(4);
    expect(after.strings!.chosen).toMatchObject({ faults: 0, panels: 4 });
    expect(labels([one!])[0]).toMatch(/^Use 4 of the 5 panels, as /);
    // all of them where these can be
    const [same] = fewer(of(job({ ...large, ...strung(6, 1) })));
    expect(labels([same!])[0]).toMatch(/^Use \d/);
    expect(labels([same!])[0]).not.toMatch(/of the/);
    expect(fewer(of(job({ '/controllers/c1/maxVolts': chosen(10) })))).toEqual([]);
  });
  it('are more, from so many on, here or on the smallest that takes them', () => {
    const facts = reckon(job({ ...large, ...strung(2, 1) }));
    const found = [...morePanels(facts, facts.arrays[0]!, 5, reckon)];
    for (const each of found) {
      const after = taken(facts.design, each).arrays[0]!;
      expect(after.plan.count.value).toBeGreaterThanOrEqual(5);
      expect(after.strings!.chosen).toMatchObject({ faults: 0, panels: after.plan.count.value });
      const own = after.controller.label === facts.arrays[0]!.controller.label;
      expect(each.label.includes(', on ')).toBe(!own);
      expect(plain(each.label)).toMatch(new RegExp(`^Use ${after.plan.count.value} panels as `));
    }
    expect(found.some(({ label }) => label.includes(', on '))).toBe(true);
    expect(found[0]!.label.includes(', on ')).toBe(false);
    const room = reckon(job({ ...large, ...strung(2, 1), '/arrays/a1/most': chosen(4) }));
    expect([...morePanels(room, room.arrays[0]!, 5, reckon)]).toEqual([]);
    const { a1 } = facts.design.arrays as { a1: Design['arrays'][string] };
    const shared = reckon(
      withAll(facts.design, {
        '/arrays/a2': { ...a1, name: 'Shed', position: 2 },
        '/controllers/c1/inputs': chosen(2),
      }),
    );
    for (const { label } of morePanels(shared, shared.arrays[1]!, 3, reckon))
      expect(label).not.toMatch(/, on /);
  });
});

describe('other controllers', () => {
  const six = job({ ...large, ...strung(3, 2) });
  let facts: Facts;
  let array: Facts['lead'];
  beforeEach(() => {
    facts = reckon(six);
    array = facts.lead;
  });
  it('are typical ones of the same bus, the smallest first, with all that hangs on them', () => {
    const found = [...otherControllers(facts, array, reckon, true)];
    const sold = classesFor(24).map(({ label }) => label);
    const took = found.map((each) => {
      const { controller, strings, plan } = taken(six, each).arrays[0]!;
      expect(strings!.chosen).toMatchObject({ faults: 0, panels: plan.count.value });
      expect(plan.strings.first).toBeNull();
      expect(plain(each.label).startsWith(`Take ${controller.label}, `)).toBe(true);
      return sold.indexOf(controller.label);
    });
    expect(took.length).toBeGreaterThan(2);
    expect(took).toEqual(took.toSorted((a, b) => a - b));
    expect(took).not.toContain(sold.indexOf(array.controller.label));
    const some = [...otherControllers(facts, array, reckon, true, ({ numbers }) => numbers.chargeAmps > 80)];
    expect(some.length).toBeGreaterThan(0);
    // with several arrays on it none of them has its wiring in the name
    const { a1 } = six.arrays;
    const two = withAll(six, { '/arrays/a2': { ...a1, position: 2 }, '/controllers/c1/inputs': chosen(2) });
    const both = reckon(two);
    const names = [...otherControllers(both, both.lead, reckon, true)].map(({ label }) => plain(label));
    expect(names.length).toBeGreaterThan(0);
    for (const name of names) expect(sold.map((label) => `Take ${label}`)).toContain(name);
    for (const each of some)
      expect(taken(six, each).arrays[0]!.controller.chargeAmps.value).toBeGreaterThan(80);
  });
  it('that do not take every panel are told apart', () => {
    for (const each of otherControllers(facts, array, reckon, false)) {
      const { strings, plan } = taken(six, each).arrays[0]!;
      expect(strings!.chosen.panels).toBeLessThan(plan.count.value);
    }
  });
  it('are of its own only for an array that shares one', () => {
    expect([...ownController(facts, array, reckon)]).toEqual([]);
    const { a1 } = six.arrays as { a1: Design['arrays'][string] };
    const two = withAll(six, {
      '/arrays/a2': { ...a1, name: 'Shed', position: 2 },
      '/controllers/c1/inputs': chosen(2),
      '/controllers/c1/position': 4,
    });
    const both = reckon(two);
    const found = [...ownController(both, both.arrays[1]!, reckon)];
    expect(found.length).toBeGreaterThan(2);
    for (const each of found) {
      const after = taken(two, each);
      expect(after.arrays[1]).toMatchObject({ controllerId: 'c2', berth: { first: 1 } });
      expect(after.design.controllers.c2!.position).toBe(5);
      expect(after.arrays[1]!.strings!.chosen).toMatchObject({ faults: 0, panels: 6 });
      expect(plain(each.label)).toMatch(/^Give Shed a controller of its own: /);
    }
  });
});

describe('a plane at its best', () => {
  const at = (tilt: number, more: Record<string, unknown> = {}, grid = climate) => {
    const facts = calculate(job({ '/arrays/a1/plane/tilt': chosen(tilt), ...more }), grid);
    return [facts.bestTiltDeg!, tilted(facts, facts.arrays[0]!)] as const;
  };
  it('is offered from five degrees off, facing the equator', () => {
    const [best, found] = at(0);
    expect(labels(found)).toEqual([`Tilt ${best}°, facing the equator`]);
    expect(tried(job(), found[0]!.operations).arrays.a1!.plane).toMatchObject({
      tilt: chosen(best),
      azimuth: chosen(180),
    });
    expect([at(best)[1], at(best - 4)[1], at(best + 4)[1]]).toEqual([[], [], []]);
    expect([at(best - 5)[1].length, at(best + 5)[1].length]).toEqual([1, 1]);
    expect(at(0, { '/arrays/a1/plane/kind': 'seasonal' })[1]).toEqual([]);
    const [, south] = at(0, { '/place/lat': chosen(-35) }, { ...plainClimate(-35), stops: {} });
    expect(south[0]!.operations[1]).toMatchObject({ value: { value: 0 } });
  });
});

describe('strings of a pile apart', () => {
  const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
  const ids = Object.keys(honey.arrays.a1!.pile!.strings);
  const crowded = withAll(
    honey,
    Object.fromEntries(ids.map((id) => [`/arrays/a1/pile/strings/${id}/input`, 1])),
  );
  it('are each on an input of its own, here or on a controller with more, or one is left out', () => {
    const facts = reckon(crowded);
    const [array] = facts.arrays as [Facts['arrays'][number]];
    const found = [...pileApart(facts, array, 1)];
    const inputs = array.controller.inputs.value;
    expect(inputs).toBeGreaterThan(1);
    const [first] = found;
    const apart = Object.values(tried(crowded, first!.operations).arrays.a1!.pile!.strings).map(
      ({ input }) => input,
    );
    expect(plain(first!.label)).toBe('Give each string an input of its own');
    expect(new Set(apart).size).toBe(Math.min(ids.length, inputs));
    for (const input of apart) expect(input).toBeLessThanOrEqual(inputs);
    const out = found.filter(({ label }) => label.startsWith('Leave string'));
    expect(out).toHaveLength(ids.length);
    const strings = Object.values(honey.arrays.a1!.pile!.strings).toSorted((a, b) => a.position - b.position);
    for (const { label, operations } of out) {
      const [, at, panels] = /Leave string (\d+) out, (\d+) panels/.exec(label)!.map(Number);
      expect(panels).toBe(Object.values(strings[at! - 1]!.panels).reduce((sum, count) => sum + count, 0));
      expect(Object.keys(tried(crowded, operations).arrays.a1!.pile!.strings)).toHaveLength(ids.length - 1);
    }
    for (const { label, operations } of found.filter(({ label: one }) => one.startsWith('Take')))
      expect(label.includes(Object.values(tried(crowded, operations).controllers)[0]!.label)).toBe(true);
    const takes = labels(found).filter((label) => label.startsWith('Take'));
    expect(takes.length).toBeGreaterThan(1);
    expect(takes.some((label) => label.includes(plain(array.controller.label)))).toBe(false);
    // the last of them first
    expect(plain(out[0]!.label)).toMatch(new RegExp(`^Leave string ${ids.length} out`));
    expect([...pileApart(reckon(job()), reckon(job()).arrays[0]!, 1)]).toEqual([]);
  });
});
