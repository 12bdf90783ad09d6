import { calculate } from '../calculate';
import { problemsOf, type Design } from '../document';
import { acWaysFor, evaluate } from '../evaluate';
import { tried } from '../findings';
import { blankUse, chosen, measured } from '../job';
import { MACHINE_CLASSES } from '../power';
import { plainClimate } from '../testing/climates';
import { cabinOf, machineOf } from '../testing/cabin';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climate = plainClimate(41.6);
const fridge = { ...blankUse(1, 'Fridge'), group: 'cold' as const, watts: measured(80), hours: measured(9) };
const pumpOf = (watts: number) => ({
  ...blankUse(2, 'Pump'),
  watts: measured(watts),
  hours: measured(0.5),
  startFactor: measured(4),
});
/** A cabin with these on an inverter that idles at 26 W. */
const houseOf = (uses: Design['uses'], changes: Record<string, unknown> = {}): Design =>
  withAll(
    cabinOf(uses, {
      inverterIdle: measured(26),
      inverterEfficiency: measured(92),
      inverterHours: chosen(24),
    }),
    { '/power/inverter': machineOf('char-4000'), ...changes },
  );
const ways = (design: Design) => acWaysFor(design, climate);

describe('what would take less', () => {
  const house = (changes: Record<string, unknown> = {}) => houseOf({ fridge, pump: pumpOf(1100) }, changes);
  const day = (design: Design) => evaluate(design, climate, false).figures['load.heaviest']!.value!;
  it('is what the whole job takes less with it, the most first, and brings no stop', () => {
    const design = house();
    const found = ways(design);
    expect(found.map(({ id }) => id)).toEqual(expect.arrayContaining(['search', 'cold', 'two']));
    expect(found.map(({ savesWh }) => savesWh)).toEqual(
      found.map(({ savesWh }) => savesWh).toSorted((a, b) => b - a),
    );
    for (const { operations, savesWh, share } of found.filter((way) => way.operations.length > 0)) {
      const taken = tried(design, operations);
      expect(problemsOf(taken)).toEqual([]);
      expect(day(design) - day(taken)).toBeCloseTo(savesWh, 6);
      expect(share).toBeCloseTo(savesWh / day(design), 9);
      const stops = (of: Design) =>
        evaluate(of, climate, false).findings.flatMap(({ id, severity }) => (severity === 'stop' ? id : []));
      expect(stops(taken).filter((id) => !stops(design).includes(id))).toEqual([]);
    }
  });
  it('by hand: a machine that searches is awake 9.5 h and draws 9 W for the other 14.5', () => {
    const search = ways(house()).find(({ id }) => id === 'search')!;
    expect(search.savesWh).toBeCloseTo(14.5 * (26 - 9), 6);
    expect(search.sentence).toMatch(/14\.5.h/);
  });
  it('by hand: with the fridge on DC the inverter is on for the pump alone', () => {
    const cold = ways(house()).find(({ id }) => id === 'cold')!;
    // 80 W × 9 h through 92 % of an inverter or none of it, and 23.5 h of idling
    expect(cold.savesWh).toBeCloseTo(720 / 0.92 - 720 + 23.5 * 26, 6);
  });
  it('tells a second machine for what runs long, without a press', () => {
    const two = ways(house()).find(({ id }) => id === 'two')!;
    expect(two.operations).toEqual([]);
    expect(two.sentence).toMatch(/Fridge all day/);
    // an inverter alone, with no charger and no panel inputs of its own
    const called = MACHINE_CLASSES.filter(({ label }) =>
      plain(two.title + two.sentence)
        .toLowerCase()
        .includes(label.toLowerCase()),
    );
    expect(called.map(({ kind }) => kind)).toEqual(['inverter']);
    expect(two.sentence).toMatch(/never joined/);
    // of inverters alone none holds 2.6 kW at 24 V, and no other machine is taken for one
    const heater = { ...fridge, name: 'Heater', group: 'other' as const, watts: measured(2600) };
    const hot = houseOf({ heater, pump: pumpOf(1100) }, { '/supply/inverterIdle': measured(90) });
    expect(ways(hot).map(({ id }) => id)).not.toContain('two');
  });
  it('is nothing where nothing idles, nothing is chosen, or a station is one case', () => {
    expect(ways(house({ '/power/inverter': null }))).toEqual([]);
    expect(ways(house({ '/uses': { fridge: { ...fridge, supply: 'dc' } } }))).toEqual([]);
    expect(ways(house({ '/power/inverter': machineOf('station-1800') }))).toEqual([]);
  });
});

describe('other ways to make the AC', () => {
  const pump = pumpOf(500);
  const house = (uses: Design['uses'] = { fridge, pump }, changes: Record<string, unknown> = {}) =>
    houseOf(uses, changes);
  const way = (design: Design, id: string) => ways(design).find((one) => one.id === id);
  const day = (design: Design) => {
    const { months, heaviest } = calculate(design, climate).loads;
    return months[heaviest!.month - 1]!.busWh;
  };
  it('is a smaller machine that holds all at once and idles at less', () => {
    const found = way(house(), 'smaller')!;
    const then = tried(house(), found.operations);
    const { inverter } = then.power;
    const { power } = calculate(then, climate);
    expect(then.supply.inverterIdle.value).toBeLessThan(26);
    expect(power.inverter!.continuousW).toBeGreaterThanOrEqual(power.asked.runningW);
    expect(power.inverter!.surgeW).toBeGreaterThanOrEqual(power.asked.startW);
    expect(inverter!.kind).toBe('charger');
    expect(found.savesWh).toBeCloseTo(day(house()) - day(then), 6);
    const { energy, arrays } = calculate(house(), climate);
    const at = calculate(house(), climate).loads.heaviest!.month - 1;
    expect(found.panels).toBeCloseTo(
      (found.savesWh * arrays[0]!.plan.count.value) / energy!.months[at]!.madeWh,
      9,
    );
    // one that idles at less than any has none below it
    expect(way(house(undefined, { '/supply/inverterIdle': measured(3) }), 'smaller')).toBeUndefined();
  });
  it('is a search mode where the machine has one that is not used yet', () => {
    const inverter = machineOf('char-4000');
    expect(way(house(), 'search')).toBeDefined();
    expect(way(house(undefined, { '/power/searching': true }), 'search')).toBeUndefined();
    expect(
      way(house(undefined, { '/power/inverter': { ...inverter, search: null } }), 'search'),
    ).toBeUndefined();
    // asleep by hand: 24 h less the 9.5 h of both
    expect(plain(way(house(), 'search')!.sentence)).toMatch(/^9 W in place of 26 W for the 14\.5 h of a day/);
    expect(
      plain(
        way(house(undefined, { '/power/inverter': { ...inverter, stacked: chosen(2) } }), 'search')!.sentence,
      ),
    ).toMatch(/^18 W in place of/);
  });
  it('moves to DC what cools and is sold for it: up to 250 W, of today, and on AC', () => {
    const cold = (change: Partial<typeof fridge>) =>
      way(house({ fridge: { ...fridge, ...change }, pump }), 'cold');
    expect(cold({})!.operations.map(({ path }) => path)).toEqual([
      '/uses/fridge/supply',
      '/supply/inverterHours',
    ]);
    expect(cold({ watts: measured(250) })).toBeDefined();
    expect(cold({ watts: measured(251) })).toBeUndefined();
    expect(cold({ group: 'water' as 'cold' })).toBeUndefined();
    expect(cold({ priority: 'surplus' })).toBeUndefined();
    expect(cold({ supply: 'dc' })).toBeUndefined();
    // on for half an hour of the pump, in half hours
    expect(tried(house(), cold({})!.operations).supply.inverterHours).toEqual(chosen(0.5));
    const many = Object.fromEntries(
      Array.from({ length: 5 }, (_, i) => [`f${i}`, { ...fridge, name: `Box ${i}`, position: i + 1 }]),
    );
    expect(way(house({ ...many, pump }), 'cold')!.title).toBe('Box 0, Box 1, Box 2 and 2 more on DC');
    expect(
      way(house({ a: { ...fridge, name: '' }, b: { ...fridge, name: 'Box', position: 2 }, pump }), 'cold')!
        .title,
    ).toBe('unnamed and Box on DC');
  });
  it('is two machines where some runs long and some does not', () => {
    expect(way(house(), 'two')!.sentence).toMatch(/for Fridge all day/);
    expect(way(house({ fridge }), 'two')).toBeUndefined();
    expect(way(house({ pump }), 'two')).toBeUndefined();
    // eight hours keep it on, less do not
    expect(way(house({ fridge: { ...fridge, hours: measured(8) }, pump }), 'two')).toBeDefined();
    expect(way(house({ fridge: { ...fridge, hours: measured(7.9) }, pump }), 'two')).toBeUndefined();
    // its own draw all day, and the large one’s for the half hour of the pump
    const two = way(house(), 'two')!;
    const idle = Number(/at ([\d.]+) W; the large/.exec(plain(two.sentence))![1]);
    expect(two.savesWh).toBeCloseTo(24 * 26 - 24 * idle - 0.5 * 26, 0);
    for (const bus of [12, 24, 48] as const) {
      const { sentence } = way(house(undefined, { '/busVolts': bus }), 'two')!;
      const wide = MACHINE_CLASSES.find(({ label }) => sentence.startsWith(`${label} for`))!;
      expect([wide.kind, wide.phases, wide.buses.includes(bus)]).toEqual(['inverter', 'single', true]);
    }
  });
  it('is soft starters where with them a smaller one does, and without it none', () => {
    const hard = { ...pump, watts: measured(1300), startFactor: measured(6) };
    const found = way(house({ fridge, hard }), 'soft');
    expect(way(house({ fridge, hard }), 'smaller')).toBeUndefined();
    expect(found).toBeDefined();
    const then = tried(house({ fridge, hard }), found!.operations);
    expect(then.uses.hard!.startFactor.value).toBe(1.5);
    expect(then.power.inverter!.label).not.toBe(machineOf('char-4000').label);
    expect(found!.savesWh).toBeCloseTo(day(house({ fridge, hard })) - day(then), 6);
    expect(way(house(), 'soft')).toBeUndefined();
  });
  it('is not told where it saves less than a fiftieth of the day', () => {
    const heater = { ...blankUse(3, 'Heater'), watts: measured(2000), hours: measured(18) };
    for (const design of [house(), house({ fridge, pump, heater })])
      for (const { savesWh, share } of ways(design)) {
        expect(share).toBeCloseTo(savesWh / day(design), 9);
        expect(share).toBeGreaterThanOrEqual(0.02);
      }
    expect(way(house({ fridge, pump, heater }), 'search')).toBeUndefined();
  });
});
