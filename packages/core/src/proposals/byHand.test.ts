import { CHEMISTRIES, packedIn, unitOf } from '../bank';
import { calculate } from '../calculate';
import { problemsOf, stagesIn, type Design } from '../document';
import { proposalsFor } from '../evaluate';
import { penFor } from '../figures';
import { tried } from '../findings';
import { blankDesign, blankUse, chosen, examples, guess, measured } from '../job';
import { inverterPrice, sourceFigure } from '../power';
import { CONTROLLER_CLASSES, controllerClass, controllerOfClass } from '../strings';
import { cabinOf, dcUse, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { monthName } from '../units';
import { gistOf } from './gist';
import { keptIn } from './scene';
import { panelKg, perUnit, pricesOf, unitSizes, usualControllerPrice } from './usual';
import { wiresOf } from './wires';

const climate = { ...plainClimate(46), stops: {} };
const pen = penFor('metric');

describe('usual prices', () => {
  it('of a controller follow its amps, volts and inputs, to five: 35 + 4.20 an amp + 0.35 a volt + 60 an input', () => {
    const price = (id: string) => usualControllerPrice(controllerClass(id));
    expect(price('mppt-150-60')).toBe(Math.round((35 + 4.2 * 60 + 0.35 * 150) / 5) * 5);
    expect(price('mppt-250-100')).toBe(Math.round((35 + 4.2 * 100 + 0.35 * 250 + 60) / 5) * 5);
    // tied to the bank a quarter of that
    expect(price('pwm-20')).toBe(Math.round((35 + 4.2 * 20 + 0.35 * 55) / 20) * 5);
  });
  it('give way to what is typed', () => {
    const design = blankDesign({ name: 'x', kind: 'cabin', units: 'metric', busVolts: 24 });
    const usual = pricesOf(design);
    expect([usual.panelWatt, usual.bankKWh('lfp'), usual.controller(controllerClass('pwm-20'))]).toEqual([
      0.45,
      CHEMISTRIES.lfp.pricePerKWh,
      usualControllerPrice(controllerClass('pwm-20')),
    ]);
    const typed = pricesOf({
      budget: { ...design.budget, panelWatt: chosen(0.2) },
      bank: { ...design.bank, prices: { lfp: chosen(99) } },
      controllerPrices: { 'pwm-20': chosen(12) },
    });
    expect([typed.panelWatt, typed.bankKWh('lfp'), typed.bankKWh('agm')]).toEqual([
      0.2,
      99,
      CHEMISTRIES.agm.pricePerKWh,
    ]);
    expect(typed.controller(controllerClass('pwm-20'))).toBe(12);
  });
  it('and masses: 21.5 kg for 410 W, and leads and lugs dearer for what has a case of its own', () => {
    expect(panelKg(410)).toBeCloseTo(21.5, 1);
    expect([perUnit('lfp'), perUnit('sodium-ion'), perUnit('agm'), perUnit('flooded')]).toEqual([
      70, 70, 15, 15,
    ]);
  });
  it.each(['lfp', 'sodium-ion', 'flooded', 'agm', 'gel', 'nickel-iron'] as const)(
    '%s is sold in sizes that make a bus',
    (chemistry) => {
      // volts of a unit by kind: one block for the bus, or blocks of 12, 6 and 2 V, or single cells (common practice)
      const blocks = {
        lfp: [25.6],
        'sodium-ion': [24.8],
        flooded: [6, 2],
        agm: [12, 6, 2],
        gel: [12, 2],
        'nickel-iron': [1.2],
      }[chemistry];
      expect([...new Set(unitSizes(chemistry, 24).map(({ volts }) => volts))]).toEqual(
        blocks.map((volts) => expect.closeTo(volts, 9)),
      );
      for (const bus of [12, 24, 48] as const) {
        const sizes = unitSizes(chemistry, bus);
        expect(sizes.length).toBeGreaterThanOrEqual(3);
        for (const { volts, series, ah } of sizes) {
          const nominal = chemistry === 'lfp' ? 12.8 : chemistry === 'sodium-ion' ? 12.4 : 12;
          expect(volts * series).toBeCloseTo((nominal * bus) / 12, 9);
          expect(ah).toBeGreaterThan(0);
        }
      }
    },
  );
});

describe('a design in a few figures', () => {
  const cabin = (changes: Record<string, unknown> = {}) =>
    withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 30, 5) }), changes);
  const of = (design: Design) => gistOf(calculate(design, climate), pen);
  const text = (changes: Record<string, unknown>) => plain(of(cabin(changes)).panels.text);
  const strung = (series: number, parallel: number, inputs = 1) => ({
    '/arrays/a1/count': chosen(series * parallel * inputs),
    '/arrays/a1/strings/series': chosen(series),
    '/arrays/a1/strings/parallel': chosen(parallel),
    '/arrays/a1/strings/inputs': chosen(inputs),
  });
  it('says how its panels are wired and where they face', () => {
    expect(text(strung(1, 1))).toBe('1 × 410 W, one by one, 35° facing south');
    expect(text(strung(3, 1))).toBe('3 × 410 W, 3 in series, 35° facing south');
    expect(text(strung(2, 3))).toBe('6 × 410 W, 2 in series × 3, 35° facing south');
    expect(text({ ...strung(2, 1, 2), '/controllers/c1/inputs': chosen(2) })).toBe(
      '4 × 410 W, 2 in series on 2 inputs, 35° facing south',
    );
    expect(
      [0, 44, 90, 112, 113, 225, 270, 315, 340].map((azimuth) =>
        text({ '/arrays/a1/plane/azimuth': chosen(azimuth) }).replace(/.* facing /, ''),
      ),
    ).toEqual([
      'north',
      'north-east',
      'east',
      'east',
      'south-east',
      'south-west',
      'west',
      'north-west',
      'north',
    ]);
    expect(text({ '/arrays/a1/plane/kind': 'seasonal' })).toMatch(/, 60° facing south$/);
    expect(text({ '/arrays/a1/plane/kind': 'moving' })).toMatch(/, flat on what moves$/);
  });
  it('tells arrays that are alike as one, and others by how many', () => {
    const { a1 } = cabin(strung(2, 1)).arrays as { a1: Design['arrays'][string] };
    const { c1 } = cabin().controllers as { c1: Design['controllers'][string] };
    const two = (change: Partial<typeof a1> = {}, controller = 'c1') =>
      text({
        '/arrays': {
          a1,
          a2: { ...a1, position: 2, ...change, strings: { ...a1.strings, ...change.strings, controller } },
        },
        '/controllers': { c1: { ...c1, inputs: chosen(2) }, c2: { ...c1, position: 2 } },
      });
    expect(two()).toBe('4 × 410 W, 2 in series, 35° facing south');
    expect(two({}, 'c2')).toBe('4 × 410 W, 2 in series, to each of 2 controllers, 35° facing south');
    const unlike = [
      { count: chosen(3) },
      { strings: { ...a1.strings, series: chosen(1) } },
      { strings: { ...a1.strings, parallel: chosen(2) } },
      { module: { ...a1.module, pmax: chosen(400) } },
    ];
    for (const change of unlike) expect(two(change)).toMatch(/^\d panels, \d+ W, in 2 arrays$/);
    expect(two({ count: chosen(3) })).toMatch(/^5 panels, 2050 W/);
    // one of unlike panels is no several arrays
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    expect(plain(of(honey).panels.text)).toMatch(/^11 panels, \d+ W, \d+° facing /);
  });
  it('has of each example its panels, weight and price as they add up', () => {
    for (const { design } of examples()) {
      const facts = calculate(design, climate);
      const gist = gistOf(facts, pen);
      const sorts = Object.values(design.arrays).flatMap(({ pile, count, module }) =>
        pile
          ? Object.values(pile.sorts).map((sort) => [sort.count.value, sort.module.pmax.value] as const)
          : [[count.value, module.pmax.value] as const],
      );
      const watts = sorts.reduce((sum, [count, each]) => sum + count * each, 0);
      expect(gist.panels.count).toBe(sorts.reduce((sum, [count]) => sum + count, 0));
      const units = design.bank.series.value * design.bank.parallel.value;
      expect(gist.bank).toMatchObject({
        units,
        unitVolts: design.bank.unitVolts.value,
        unitAh: design.bank.unitAh.value,
      });
      expect(gist.massKg).toBeCloseTo(watts * 0.0525 + units * unitOf(design.bank).mass.value, 6);
      const ids = new Set(facts.arrays.map(({ controllerId }) => controllerId));
      expect(gist.controller.count).toBe(ids.size);
      const { inverter, sources } = design.power;
      const beside = {
        inverterPrice: inverter ? inverterPrice(inverter) : 0,
        sourcesPrice: Object.values(sources).reduce((sum, source) => sum + sourceFigure(source, 'price'), 0),
      };
      expect(gist).toMatchObject(beside);
      const prices = pricesOf(design);
      const controllers = [...ids].reduce((sum, id) => {
        const known = CONTROLLER_CLASSES.find(({ label }) => label === design.controllers[id]!.label);
        return sum + (known ? prices.controller(known) : 0);
      }, 0);
      const { volts, ah } = { volts: design.bank.unitVolts.value, ah: design.bank.unitAh.value };
      const kWh = (volts * ah * units) / 1000;
      expect(gist.price).toBeCloseTo(
        beside.inverterPrice +
          beside.sourcesPrice +
          watts * prices.panelWatt +
          kWh * prices.bankKWh(design.bank.chemistry) +
          controllers,
        6,
      );
      const { energy } = facts;
      expect([gist.ratio, gist.month]).toEqual([energy?.worst?.ratio ?? 0, energy?.worst?.month ?? 1]);
      const { lead } = facts;
      expect(gist.controller).toMatchObject({
        label: lead.controller.label,
        maxV: lead.strings?.window.maxV ?? 0,
        coldV: lead.strings?.chosen.coldVocV ?? 0,
        hotV: lead.strings?.chosen.hotVmpV ?? 0,
        freeInputs: Math.max(0, lead.controller.inputs.value - lead.plan.strings.inputs.value),
      });
    }
  });
  it('has a guess in its price unless every price of it is typed', () => {
    const typed = {
      '/budget/panelWatt': chosen(0.3),
      '/bank/prices': { lfp: chosen(200) },
      '/controllerPrices': { 'mppt-100-30': chosen(150) },
    };
    expect(of(cabin(typed)).priceGuessed).toBe(false);
    for (const path of ['/budget/panelWatt', '/bank/prices', '/controllerPrices'])
      expect(of(cabin({ ...typed, [path]: path === '/budget/panelWatt' ? null : {} })).priceGuessed).toBe(
        true,
      );
    const inverter = { ...machineOf('char-4000'), buses: [24] };
    expect(of(cabin({ ...typed, '/power/inverter': { ...inverter, price: null } })).priceGuessed).toBe(true);
    expect(of(cabin({ ...typed, '/power/inverter': { ...inverter, price: chosen(900) } })).priceGuessed).toBe(
      false,
    );
    const own = { position: 1, ...controllerOfClass(controllerClass('mppt-100-30')), label: 'Our own' };
    expect(of(cabin({ ...typed, '/controllers/c1': own })).priceGuessed).toBe(true);
  });
  it('has no poles to switch off what is in no string', () => {
    const devices = (parallel: number) =>
      wiresOf(calculate(cabin(strung(2, parallel)), climate), pen).devices;
    expect(devices(1)).toMatch(/2 poles to switch/);
    expect(devices(0)).not.toMatch(/poles/);
  });
  it('counts what joins and protects it', () => {
    for (const { design } of examples()) {
      const facts = calculate(design, climate);
      const { wired } = facts.wiring;
      const { runs, devices } = wiresOf(facts, pen);
      const many = (is: (of: (typeof wired)[number]) => boolean) => wired.filter(is);
      const combiners = many(({ circuit }) => circuit.kind === 'feed' && circuit.from === 'combiner').reduce(
        (sum, { circuit }) => sum + circuit.many,
        0,
      );
      const word = (count: number, one: string, several: string) =>
        count === 0 ? null : count === 1 ? one : `${count} ${several}`;
      const breakers = many(({ circuit, device }) => circuit.ac && device !== null).reduce(
        (sum, { device }) => sum + device!.many,
        0,
      );
      for (const told of [
        word(combiners, 'a combiner', 'combiners'),
        word(breakers, 'a breaker on AC', 'breakers on AC'),
      ])
        if (told) expect(devices.split(', ')).toContain(told);
      if (combiners === 0) expect(devices).not.toMatch(/combiner/);
      if (breakers === 0) expect(devices).not.toMatch(/breakers? on AC/);
      // of each kind the thickest
      for (const [kind, called] of [
        ['feed', 'from the panels'],
        ['inverter', 'inverter'],
        ['bank', 'bank'],
      ] as const) {
        const areas = many(({ circuit }) => circuit.kind === kind).map(
          ({ chosen: wire }) => wire.size.areaMm2 * wire.side,
        );
        const most = many(
          ({ circuit, chosen: wire }) =>
            circuit.kind === kind && wire.size.areaMm2 * wire.side === Math.max(...areas),
        )[0];
        const told = runs.split(', ').find((run) => run.endsWith(` ${called}`));
        expect(told?.split(' ')[0]).toBe(most && String(most.circuit.wires * most.chosen.side));
      }
      // fuses of one kind are counted together, the largest first
      const amps = [...plain(devices).matchAll(/(\d+(?:\.\d+)?) A(?=,|$)/g)].map(([, size]) => Number(size));
      expect(amps).toEqual(amps.toSorted((a, b) => b - a));
    }
  });
});

describe('what would do', () => {
  const job = (
    changes: Record<string, unknown> = {},
    uses: Design['uses'] = { lamp: dcUse(1, 'Lamp', 30, 5), fridge: dcUse(2, 'Fridge', 50, 9) },
  ) => withAll(cabinOf(uses), { '/place/lat': chosen(46), ...changes });
  const made = (design: Design) => proposalsFor(design, climate)!;
  it('says what decides: the month, its sun, and the longest dark run', () => {
    const { decides } = made(job());
    const { energy } = calculate(job(), climate);
    const { month, poaKWhm2 } = energy!.worst!;
    expect(plain(decides)).toMatch(
      new RegExp(
        `^${monthName(month)} decides: ${plain(pen(poaKWhm2, 'hours')).replace('.', '\\.')} of full sun a day`,
      ),
    );
    const run = /and up to (\d+) dark (days?) in a row/.exec(decides)!;
    expect(run[2]).toBe(run[1] === '1' ? 'day' : 'days');
  });
  it('costs its panels, controllers, bank, inverter and what joins them, as they are priced one by one', () => {
    for (const design of [
      job(),
      job({}, { pump: { ...blankUse(1, 'Pump'), watts: measured(600), hours: measured(1) } }),
    ])
      for (const { operations, price, inverterPrice: machinePrice, panels, controller, bank } of made(design)
        .proposals) {
        const taken = tried(design, operations);
        expect(problemsOf(taken)).toEqual([]);
        const plans = Object.values(taken.arrays);
        const known = CONTROLLER_CLASSES.find(({ label }) => label === controller.label)!;
        const rows = taken.bank.parallel.value;
        const rowWh = taken.bank.unitVolts.value * taken.bank.unitAh.value * taken.bank.series.value;
        // of strings side by side each but the first has a branch of its own
        const branches = plans.reduce(
          (sum, { strings }) => sum + (strings.parallel.value - 1) * strings.inputs.value,
          0,
        );
        const byHand =
          panels.count * (panels.watts * 0.45 + 35) +
          plans.length * usualControllerPrice(known) +
          branches * 15 +
          rows *
            ((rowWh / 1000) * CHEMISTRIES[taken.bank.chemistry].pricePerKWh +
              taken.bank.series.value * perUnit(taken.bank.chemistry));
        expect(price).toBeCloseTo(byHand + machinePrice, 4);
        expect(bank.units).toBe(rows * taken.bank.series.value);
      }
  });
  it('is for a third more where nothing is planned, else for the last stage', () => {
    const about = (design: Design) => made(design).proposals.find(({ aim }) => aim === 'later')!;
    expect(about(job()).about).toBe('No stage is planned: it is for a third more than today.');
    const staged = job({
      '/uses/later': dcUse(3, 'Freezer', 60, 10, { stage: 2 }),
      '/uses/soon': dcUse(4, 'Fan', 10, 3, { stage: 1 }),
    });
    expect(stagesIn(staged)).toEqual([1, 2]);
    expect(about(staged).about).toBe('Carries what waits for stage 2 as well.');
    const [least, , later] = made(job()).proposals;
    expect(plain(later!.givesUp)).toBe(
      `${Math.round(later!.price - least!.price)} more today than the least asks for.`,
    );
  });
  it('says how long it carries, and whether that is the longest dark run of ten winters', () => {
    for (const days of [1.2, 3, 30]) {
      const design = job({ '/uses/lamp/watts': measured(days * 20) });
      const { decides, proposals } = made(design);
      const rare = /up to (\d+) dark days? in a row/.exec(decides)?.[1];
      const { about, bank } = proposals.find(({ aim }) => aim === 'winter')!;
      if (rare === undefined || bank.days < Number(rare))
        expect(plain(about)).toMatch(/^Carries [\d.]+ days without sun, and comes back faster\.$/);
      else expect(about).toMatch(new RegExp(`^Carries ${rare} dark days? in a row`));
    }
  });
  it('gives little up where every month is as sunny as the next', () => {
    const even = { ...plainClimate(2, { ghiKWhm2: Array<number>(12).fill(5) }), stops: {} };
    const { proposals } = proposalsFor(job({ '/place/lat': chosen(2) }), even)!;
    expect(proposals.length).toBeGreaterThan(0);
    for (const { givesUp } of proposals) {
      expect(givesUp).not.toMatch(/NaN|In  /);
      const share = /In .* ([\d.]+) % of what it makes finds no use/.exec(plain(givesUp))?.[1];
      if (share) expect(Number(share)).toBeGreaterThan(50);
    }
    const summers = proposalsFor(job(), climate)!.proposals.find(({ aim }) => aim === 'winter')!;
    const months = calculate(tried(job(), summers.operations), climate).energy!.months.filter(
      ({ ratio }) => ratio !== null && ratio > 2,
    );
    const [makes, uses] = [
      months.reduce((sum, { madeWh }) => sum + madeWh, 0),
      months.reduce((sum, { usedWh }) => sum + usedWh, 0),
    ];
    if (months.length > 0)
      expect(plain(summers.givesUp)).toContain(
        `${plain(pen(100 * (1 - uses / makes), 'percent'))} of what it makes finds no use`,
      );
  });
  it('has no guess in its price where panels, batteries and controllers have theirs', () => {
    const prices = {
      '/budget/panelWatt': chosen(0.3),
      '/bank/prices': Object.fromEntries(
        Object.keys(CHEMISTRIES).map((chemistry) => [chemistry, chosen(250)]),
      ),
      '/controllerPrices': Object.fromEntries(CONTROLLER_CLASSES.map(({ id }) => [id, chosen(200)])),
    };
    expect(made(job(prices)).proposals.map(({ priceGuessed }) => priceGuessed)).toEqual([
      false,
      false,
      false,
    ]);
    const one = made(job({ ...prices, '/budget/panelWatt': null })).proposals;
    expect(one.map(({ priceGuessed }) => priceGuessed)).toEqual([true, true, true]);
  });
  it('has as many controllers as it needs, and one where that or the panels are fixed', () => {
    const much = { '/uses/much': dcUse(3, 'Much', 900, 18) };
    const counts = (changes: Record<string, unknown>) =>
      made(job({ ...much, ...changes })).proposals.map(({ controller }) => controller.count);
    expect(Math.max(...counts({}))).toBeGreaterThanOrEqual(1);
    for (const kept of [['controller'], ['panels']])
      for (const count of counts({ '/kept': kept, '/arrays/a1/count': chosen(12) })) expect(count).toBe(1);
    const room = job({ ...much, '/arrays/a1/most': chosen(14) });
    for (const { panels } of made(room).proposals) expect(panels.count).toBeLessThanOrEqual(14);
  });
  it('has no row of batteries more than its days ask for, in another chemistry too', () => {
    const lead = job({
      '/bank/chemistry': 'agm',
      '/bank/depth': chosen(50),
      '/uses/much': dcUse(3, 'Much', 150, 20),
    });
    for (const design of [lead, job({ '/uses/much': dcUse(3, 'Much', 150, 20) })]) {
      const { proposals } = made(design);
      expect(proposals.length).toBeGreaterThan(0);
      for (const { operations, aim } of proposals) {
        if (aim === 'later') continue;
        const taken = tried(design, operations);
        const { bank, bankNeeds } = calculate(taken, climate);
        expect(taken.bank.depth.value).toBe(CHEMISTRIES[taken.bank.chemistry].depthPct);
        const rows = taken.bank.parallel.value;
        const least = Math.max(...bankNeeds.map(({ ratedWh }) => ratedWh));
        if (rows > 1) expect((bank.ratedWh * (rows - 1)) / rows).toBeLessThan(least * 1.02);
      }
    }
  });
  it('says what binds where nothing stands', () => {
    const why = (changes: Record<string, unknown>) => {
      const { proposals, why: told } = made(job(changes));
      expect(proposals).toEqual([]);
      return told;
    };
    const none = 'Nothing of the usual sizes stands';
    const give = 'Give way in one of these, or use less.';
    expect(why({ '/budget/most': chosen(50) })).toBe(`${none} with 50 to spend. ${give}`);
    expect(
      why({ '/budget/most': chosen(50), '/arrays/a1/most': chosen(3), '/bank/mostUnits': chosen(2) }),
    ).toBe(`${none} with room for 3 panels, room for 2 batteries, 50 to spend. ${give}`);
    expect(why({ '/budget/most': chosen(50), '/kept': ['volts'], '/bank/home/carries': measured(500) })).toBe(
      `${none} with what is fixed, what its floor carries, 50 to spend. ${give}`,
    );
  });
  it('fixes plane and controllers with panels that lie in several arrays or in a pile', () => {
    const { a1 } = job().arrays as { a1: Design['arrays'][string] };
    const kept = (design: Design) => [...keptIn(design)].toSorted();
    const two = job({ '/kept': ['panels'], '/arrays': { a1, a2: { ...a1, position: 2 } } });
    expect(kept(job({ '/kept': ['panels'] }))).toEqual(['panels']);
    expect(kept(two)).toEqual(['controller', 'panels', 'plane']);
    expect(kept({ ...two, kept: ['bank'] })).toEqual(['bank']);
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    expect(kept({ ...honey, kept: ['panels', 'volts'] })).toEqual(['controller', 'panels', 'plane', 'volts']);
  });
  it('makes a room that nobody measured as large as its bank, and a floor that bears it', () => {
    for (const { operations } of made(job({ '/uses/much': dcUse(3, 'Much', 400, 20) })).proposals) {
      const { bank } = tried(job(), operations);
      const units = bank.series.value * bank.parallel.value;
      const onFloor = (units * unitOf(bank).mass.value) / bank.home.shelves.value;
      expect(bank.home.carries.value).toBeGreaterThanOrEqual(Math.min(400, 1.6 * onFloor));
      expect(bank.home.length.from).toBe('guess');
      expect(units).toBeGreaterThan(1);
      expect(packedIn(bank.home, bank.unit, units).fits).toBe(true);
    }
    // on two levels it is twice as high
    const two = job({ '/bank/home/shelves': chosen(2), '/bank/home/height': guess(100) });
    for (const { operations } of made(two).proposals) {
      const { home, unit } = tried(two, operations).bank;
      expect(home.height.value).toBe(2 * (unit.height.value + home.headroom.value));
    }
    const measuredHome = job({
      '/bank/home/length': measured(900),
      '/bank/home/width': measured(500),
      '/bank/home/height': measured(700),
    });
    for (const { operations } of made(measuredHome).proposals)
      expect(tried(measuredHome, operations).bank.home).toEqual(measuredHome.bank.home);
  });
});
