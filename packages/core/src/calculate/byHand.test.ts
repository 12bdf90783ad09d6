import type { Facts } from './facts';
import { withValueAt, type Design } from '../document';
import { blankSource, chosen, examples, measured } from '../job';
import { darkRuns, daySequence, rankByClearness, rankByQuantiles } from '../sky';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { MONTH_DAYS } from '../units';
import { calculate, hotMargin } from '.';
import { darkDays, dayRanksOf } from './dayRanks';
import { baseOf, withArrays } from './steps/wiringScene';

const climate = plainClimate(41.6, { altitudeM: 640 });
const [, vale, honey] = examples().map(({ design }) => design) as [Design, Design, Design];
const dairy = oneArray();
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);

/** The dairy with every third use on DC. */
const mixed = Object.keys(vale.uses).reduce(
  (design, id, i) => (i % 3 === 1 ? withValueAt(design, `/uses/${id}/supply`, 'dc') : design),
  vale,
);

/** Watt-hours of a year, from a mean day of each month. */
const yearOf = (monthWh: ArrayLike<number>) =>
  MONTH_DAYS.reduce((sum, days, m) => sum + days * monthWh[m]!, 0);
/** Amps squared times hours of a year, by half hours of mean days of watts. */
const squares = (months: readonly ArrayLike<number>[], volts: number, share = 1) =>
  months.reduce(
    (year, watts, m) =>
      year + MONTH_DAYS[m]! * Array.from(watts).reduce((day, w) => day + 0.5 * ((w * share) / volts) ** 2, 0),
    0,
  );

describe('what the wires are told', () => {
  let { loads, bank, power, made, arrays } = {} as Facts;
  let base: ReturnType<typeof baseOf>;
  let profiles: Float64Array[];
  beforeEach(() => {
    ({ loads, bank, power, made, arrays } = calculate(mixed, climate));
    base = baseOf(mixed, loads, bank, power, 37);
    profiles = loads.months.map(({ profile }) => profile);
  });

  it('of each use: watts of all of a kind, of which one starts at a time, and what reaches it in a year', () => {
    for (const [side, told] of [
      ['ac', base.acUses],
      ['dc', base.dcUses],
    ] as const) {
      const rows = loads.rows.filter(
        ({ id, later, runW }) => mixed.uses[id]!.supply === side && !later && runW > 0,
      );
      expect(told.map(({ id }) => id)).toEqual(rows.map(({ id }) => id));
      for (const [i, { id, runW, startW, monthWh }] of rows.entries()) {
        const many = mixed.uses[id]!.count.value;
        expect(told[i]).toMatchObject({ name: mixed.uses[id]!.name, watts: runW * many });
        expect(told[i]!.startW).toBeCloseTo((many - 1) * runW + Math.max(runW, startW), 9);
        expect(told[i]!.yearWh).toBeCloseTo(yearOf(monthWh) * loads.gives[side], 6);
      }
    }
    expect(base.acUses.length * base.dcUses.length).toBeGreaterThan(0);
  });
  it('of the bank: what it is made of decides what a short of it gives, and controllers draw from it day and night', () => {
    const lithium = (chemistry: Design['bank']['chemistry']) =>
      baseOf(put(vale, { '/bank/chemistry': chemistry }), loads, bank, power, null).bank.lithium;
    expect((['lfp', 'sodium-ion', 'agm', 'flooded'] as const).map(lithium)).toEqual([
      true,
      true,
      false,
      false,
    ]);
    const day = (watts: number) =>
      calculate(put(dairy, { '/controllers/c1/ownDraw': chosen(watts) }), climate).loads.heaviest!.busWh;
    expect(day(10) - day(0)).toBeCloseTo(240, 6);
  });
  it('of a source that it starts by itself, where it is a generator that may', () => {
    const starts = (kind: 'generator' | 'alternator', automatic: boolean) => {
      const design = put(vale, { '/power/sources': { s1: { ...blankSource(kind, 1, 'S'), automatic } } });
      return baseOf(design, loads, bank, calculate(design, climate).power, null).sources[0]!.automatic;
    };
    expect([starts('generator', true), starts('generator', false), starts('alternator', true)]).toEqual([
      true,
      false,
      false,
    ]);
  });
  it('of each array what its drop takes of the year: light squared over light, days of each month', () => {
    const some = calculate(put(vale, { '/arrays/a1/wiring': measured(7) }), climate);
    expect(some.arrays[0]!.plan.wiring!.value).toBe(7);
    for (const { id, plan, year } of some.arrays.slice(1)) {
      let [squared, plain] = [0, 0];
      for (const [m, { perWatt }] of year!.entries())
        for (const watts of perWatt) {
          squared += watts ** 2 * MONTH_DAYS[m]!;
          plain += watts * MONTH_DAYS[m]!;
        }
      // the lead of its controller besides
      const least = (some.wiring.arrayDropPct[id]! * squared) / plain;
      expect(plan.wiring!.value).toBeGreaterThan(least - 0.06);
      expect(plan.wiring!.value).toBeLessThan(least + 1);
    }
  });
  it('of three alike, two run while the third starts', () => {
    const [id] = Object.entries(vale.uses).find(([, { supply }]) => supply === 'ac')!;
    const three = put(vale, {
      [`/uses/${id}/count`]: chosen(3),
      [`/uses/${id}/watts`]: measured(100),
      [`/uses/${id}/startFactor`]: measured(4),
    });
    const then = calculate(three, climate);
    const use = baseOf(three, then.loads, bank, then.power, null).acUses.find((each) => each.id === id)!;
    expect([use.watts, use.startW]).toEqual([300, 600]);
  });
  it('of bank and inverter: half hours of amps squared through the year, of what is on AC', () => {
    const all = loads.rows.reduce((sum, { monthWh }) => sum + yearOf(monthWh), 0);
    const onAc = loads.rows
      .filter(({ id }) => mixed.uses[id]!.supply === 'ac')
      .reduce((sum, { monthWh }) => sum + yearOf(monthWh), 0);
    expect(onAc).toBeLessThan(all);
    expect(base.bankSquareHours / squares(profiles, bank.volts)).toBeCloseTo(1, 9);
    expect(base.inverterSquareHours / squares(profiles, bank.volts, onAc / all)).toBeCloseTo(1, 9);
    expect(base.outdoorC).toBe(37);
    // nothing known of the place: a hot day
    expect(baseOf(mixed, loads, bank, power, null).outdoorC).toBe(40);
    const none = put(vale, { '/uses': {}, '/power/inverter': null });
    const idle = calculate(none, climate);
    const bare = baseOf(none, idle.loads, idle.bank, idle.power, null);
    expect([bare.inverter, bare.inverterSquareHours, bare.acUses]).toEqual([null, 0, []]);
    // uses on AC want one, chosen or not
    const unchosen = put(mixed, { '/power/inverter': null });
    const asks = calculate(unchosen, climate);
    const { runningW } = asks.power.asked;
    expect(runningW).toBeGreaterThan(0);
    expect(baseOf(unchosen, asks.loads, asks.bank, asks.power, null).inverter).toMatchObject({
      label: 'Inverter',
      continuousW: runningW,
      station: false,
      charger: false,
    });
  });
  it('of an array: what its strings are, and the light on its own part', () => {
    const scene = withArrays(base, arrays, made);
    const watts = arrays.map(({ strings }) => strings!.chosen.watts);
    const allW = watts.reduce((sum, w) => sum + w, 0);
    for (const [i, told] of scene.arrays.entries()) {
      const { strings, module, plan } = arrays[i]!;
      const { series, parallel, inputs, coldVocV } = strings!.chosen;
      expect(told).toMatchObject({ parallel, inputs, coldVocV, panels: series * parallel * inputs });
      expect(told.vmpV).toBeCloseTo(series * module.vmpV, 9);
      expect(told.onBuilding).toBe(plan.mounting === 'roof');
      expect(told.squareHours! / squares(made!, told.vmpV, watts[i]! / inputs / allW)).toBeCloseTo(1, 9);
    }
    for (const { id, squareHours } of scene.controllers) {
      const own = watts.filter((_, i) => arrays[i]!.controllerId === id).reduce((sum, w) => sum + w, 0);
      expect(squareHours! / squares(made!, bank.volts, own / allW)).toBeCloseTo(1, 9);
    }
  });
  it('before the place is known: as planned, with the cold of the last row of the table', () => {
    const blind = calculate(dairy, null);
    const plan = { ...blind.lead.plan, mounting: 'roof' as const };
    const scene = withArrays(base, [{ ...blind.lead, plan }], null);
    const { series, parallel, inputs } = plan.strings;
    const [told] = scene.arrays;
    // NEC table 690.7(A): 1.25 at −36 to −40 °C
    expect(told!.coldVocV).toBeCloseTo(series.value * blind.lead.module.vocV * 1.25, 9);
    expect(told).toMatchObject({
      panels: series.value * parallel.value * inputs.value,
      onBuilding: true,
      watts: 0,
      squareHours: null,
    });
    expect(scene.controllers.every(({ squareHours }) => squareHours === null)).toBe(true);
    // panels that are not strung take no light, whatever is known of it
    expect(withArrays(base, [blind.lead], made).arrays[0]!.squareHours).toBeNull();
  });
  it('of mains by what is chosen, else by the units; two legs give twice as much to what is on both', () => {
    const none = put(vale, { '/power/inverter': null });
    const volts = (design: Design) => [
      ...new Set(baseOf(design, loads, bank, power, null).acUses.map((use) => use.volts)),
    ];
    expect(volts({ ...none, units: 'metric' })).toEqual([230]);
    expect(volts({ ...none, units: 'imperial' })).toEqual([120]);
    const [id] = Object.entries(none.uses).find(([, { supply }]) => supply === 'ac')!;
    const both = put(none, { '/units': 'imperial', '/supply/phases': 'split', [`/uses/${id}/leg`]: 'both' });
    expect(baseOf(both, loads, bank, power, null).acUses.find((use) => use.id === id)!.volts).toBe(240);
    const split = put(vale, { [`/uses/${id}/leg`]: 'both', '/supply/phases': 'single' });
    expect(volts(split)).toEqual([vale.power.inverter!.volts.value]);
  });
  it('calls a typical controller by its limits', () => {
    const labels = (label: string) =>
      baseOf(put(vale, { '/controllers/c1/label': label }), loads, bank, power, null).controllers[0]!.label;
    expect(labels('150 V, 85 A, two inputs')).toBe('controller 150 V, 85 A');
    expect(labels('150 V, 85 A, one input')).toBe('controller 150 V, 85 A');
    expect(labels('Fell 60')).toBe('Fell 60');
  });
});

describe('what the uses take', () => {
  it('is more by what the wires lose, or by what is typed for them', () => {
    const reckoned = put(mixed, { '/supply/acEfficiency': null, '/supply/dcEfficiency': null });
    const { gives } = calculate(reckoned, climate).loads;
    const inverter = mixed.supply.inverterEfficiency.value / 100;
    for (const share of [gives.ac / inverter, gives.dc]) {
      expect(share).toBeLessThan(1);
      expect(share).toBeGreaterThan(0.9);
    }
    const typed = put(mixed, { '/supply/acEfficiency': measured(90), '/supply/dcEfficiency': measured(80) });
    const then = calculate(typed, climate).loads.gives;
    expect(then.ac).toBeCloseTo(inverter * 0.9, 9);
    expect(then.dc).toBeCloseTo(0.8, 9);
    // of one side as typed, of the other what its wires bring
    const one = calculate(put(typed, { '/supply/dcEfficiency': null }), climate);
    expect(one.loads.gives.ac).toBeCloseTo(inverter * 0.9, 9);
    expect(one.loads.gives.dc).toBeCloseTo(one.wiring.reached.dc, 2);
    expect(one.loads.gives.dc).not.toBe(1);
  });
  it('has an inverter that is in its controller drawing once', () => {
    const used = (idle: object, kind: string, inController = true) => {
      const design = put(vale, {
        '/supply/inverterIdle': idle,
        '/power/inverter/kind': kind,
        '/controllers/c1/inverter': inController,
      });
      return calculate(design, climate).loads.heaviest!.busWh;
    };
    const guess = (value: number) => ({ value, from: 'guess' });
    // its draw is a guess that goes with the controller, or the machine says that it is one with it
    expect(used(guess(80), 'inverter')).toBe(used(guess(10), 'inverter'));
    for (const kind of ['all-in-one', 'station'])
      expect(used(measured(80), kind)).toBe(used(measured(10), kind));
    expect(used(measured(80), 'inverter')).toBeGreaterThan(used(measured(10), 'inverter') + 24 * 69);
    expect(used(guess(80), 'inverter', false)).toBeGreaterThan(used(guess(10), 'inverter', false) + 24 * 69);
  });
  it('is walked through the days only where a source or what waits for surplus asks for it', () => {
    const [id] = Object.keys(dairy.uses) as [string];
    const plain = Object.keys(dairy.uses).reduce(
      (design, use) => withValueAt(design, `/uses/${use}/priority`, 'must'),
      dairy,
    );
    expect(calculate(plain, climate).powerYear).toBeNull();
    expect(calculate(plain, climate).surplus).toEqual([]);
    const waits = put(plain, { [`/uses/${id}/priority`]: 'surplus' });
    const { surplus, powerYear } = calculate(waits, climate);
    expect(surplus.map((use) => use.id)).toEqual([id]);
    // without a source there is no year of sources
    expect(powerYear).toBeNull();
    expect(calculate(waits, null).surplus).toEqual([]);
    const set = put(plain, { '/power/sources/s1': blankSource('generator', 1, 'Set') });
    expect(calculate(set, climate).powerYear!.months).toHaveLength(12);
  });
});

describe('arrays', () => {
  it('are called by their names where there are several, and one without a name so', () => {
    const unnamed = put(vale, { '/arrays/a2/name': '' });
    expect(calculate(unnamed, climate).arrays.map(({ called }) => called)).toEqual([
      vale.arrays.a1!.name,
      'an unnamed array',
      vale.arrays.a3!.name,
    ]);
  });
  it('of a pile are strung as it was sorted', () => {
    for (const array of calculate(honey, climate).arrays) {
      const { pile } = array.plan;
      expect(array.pile !== null).toBe(pile !== null);
      if (!pile) continue;
      const panels = Object.values(pile.strings).reduce(
        (sum, { panels }) => sum + Object.values(panels).reduce((all, each) => all + each, 0),
        0,
      );
      const { chosen } = array.strings!;
      expect(panels).toBeGreaterThan(0);
      expect(array.pile!.wiredW).toBeGreaterThan(0);
      expect(chosen.panels).toBe(panels);
    }
  });
  it('have as much over their hot volts as the less of two: volts to start, and what is left of the power', () => {
    const { strings } = calculate(dairy, climate).lead;
    const { window } = strings!;
    const at = (hotVocV: number, hotKept: number) =>
      hotMargin({ ...strings!, chosen: { ...strings!.chosen, hotVocV, hotKept } });
    const least = Math.max(window.startV, window.chargesFromV);
    expect(at(1.5 * least, 1)).toBeCloseTo(0.5, 9);
    expect(at(3 * least, 0.6)).toBeCloseTo(0.2, 9);
  });
});

describe('days of a place', () => {
  const quantiles = Array.from({ length: 12 }, (_, m) =>
    Array.from({ length: 5 }, (__, i) => (i + 1) * (m + 1)),
  );
  /** What days are like at some of their ranks in a month. */
  const at = (months: readonly ((rank: number) => number)[]) =>
    months.map((rank) => [0.05, 0.3, 0.5, 0.8].map(rank));
  it('have a spread of their own where it is known, else one by clearness', () => {
    const facts = calculate(dairy, climate);
    const plain = dayRanksOf(facts.climate!, climate);
    expect(plain.ownSpread).toBe(false);
    expect(at(plain.ranks)).toEqual(
      at(
        facts.climate!.months.map((_, m) =>
          rankByClearness(facts.climate!.stays[m]![0]!.climate.months[m]!.clearness),
        ),
      ),
    );
    const own = { ...climate, dayQuantiles: quantiles };
    const known = dayRanksOf(facts.climate!, own);
    expect(known.ownSpread).toBe(true);
    expect(at(known.ranks)).toEqual(at(quantiles.map((month) => rankByQuantiles(month))));
  });
  it('are dark in runs: of a middling year, and of the worst in ten', () => {
    const facts = calculate(dairy, climate);
    const { ranks, seed } = dayRanksOf(facts.climate!, climate);
    const dark = darkDays(facts.climate!, facts);
    for (const [m, years] of darkRuns(daySequence(ranks, 200, seed)).entries()) {
      const inTurn = [...years].sort((a, b) => a - b);
      expect(dark.months[m]).toMatchObject({ month: m + 1, usualDays: inTurn[100], rareDays: inTurn[180] });
    }
    expect(dark.worst.rareDays).toBe(Math.max(...dark.months.map(({ rareDays }) => rareDays)));
  });
});
