import { calculate, type Facts } from '../calculate';
import { NO_PAINT, painted, withValueAt, type Design, type Use } from '../document';
import { chosen, examples, guess, measured } from '../job';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { plain } from '../testing/plain';
import { figuresOf, penFor, type Figure } from '.';

const climate = plainClimate(41.6, { altitudeM: 640 });
const told = (design: Design, grid: typeof climate | null = climate) =>
  new Map(
    figuresOf(calculate(design, grid), penFor(design.units)).map((figure): [string, Figure] => [
      figure.id,
      figure,
    ]),
  );
const steps = (figure: Figure | undefined) =>
  figure!.steps.map(({ label, text }) => `${plain(label)}: ${plain(text)}`);
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);

const cabin = (uses: Use[]): Design =>
  cabinOf(Object.fromEntries(uses.map((each, i) => [`u${i}`, each])), {
    inverterEfficiency: chosen(100),
    inverterIdle: chosen(0),
  });

describe('the sums of the uses', () => {
  it('list each of few, largest first, and add up', () => {
    const figures = told(
      cabin([dcUse(1, 'Small', 10, 1), dcUse(2, 'Large', 100, 5), dcUse(3, 'Middle', 50, 2)]),
    );
    expect(steps(figures.get('load:4'))).toEqual(['Large: 500 Wh', 'Middle: 100 Wh', 'Small: 10.0 Wh']);
    expect(figures.get('load.heaviest')).toMatchObject({ value: 610, label: 'a day in January' });
    expect(steps(figures.get('load.heaviest'))).toEqual(steps(figures.get('load:1')));
    expect(plain(figures.get('load.heaviest')!.others!)).toBe('At 24 V that is 25.4 Ah a day.');
  });
  it('tell the smallest of many in one', () => {
    // 1, 2 … 20 W for an hour: the fifteen largest, and 1 + 2 + 3 + 4 + 5 in one
    const many = told(cabin(Array.from({ length: 20 }, (_, i) => dcUse(i + 1, `Use ${i + 1}`, i + 1, 1))));
    const lines = steps(many.get('load:1'));
    expect(lines).toHaveLength(16);
    expect(lines[0]).toBe('Use 20: 20.0 Wh');
    expect(lines[14]).toBe('Use 6: 6.0 Wh');
    expect(lines[15]).toBe('5 smaller ones: 15.0 Wh');
    const sixteen = told(cabin(Array.from({ length: 16 }, (_, i) => dcUse(i + 1, `Use ${i + 1}`, i + 1, 1))));
    expect(steps(sixteen.get('load:1'))).toHaveLength(16);
    expect(steps(sixteen.get('load:1'))[15]).toBe('Use 1: 1.0 Wh');
  });
  it('leave out what takes nothing in the month, and say how much of it runs at once', () => {
    const summer = dcUse(2, 'Fan', 50, 2, { months: [6, 7] });
    const two = cabin([dcUse(1, 'Lamp', 100, 5), summer]);
    expect(steps(told(two).get('load:4'))).toEqual(['Lamp: 500 Wh']);
    expect(steps(told(two).get('load:6'))).toEqual(['Lamp: 500 Wh', 'Fan: 100 Wh']);
    const running = (sharing: number) => {
      const figure = told(put(two, { '/supply/sharing': chosen(sharing) })).get('load.running')!;
      return [figure.value, steps(figure), plain(figure.source)];
    };
    expect(running(100)).toEqual([
      150,
      ['Lamp: 100 W', 'Fan: 50 W'],
      'Every use of the month running at the same moment: an upper bound.',
    ]);
    expect(running(80)).toEqual([
      120,
      ['Lamp: 100 W', 'Fan: 50 W', 'of it at the same time: × 0.80'],
      'Of every use of the month 80 % at the same moment, and never less than the largest.',
    ]);
  });
  it('name what else takes from the bank, where it does', () => {
    const bare = cabin([dcUse(1, 'Lamp', 10, 5, { supply: 'ac' })]);
    expect(steps(told(bare).get('load:1'))).toEqual(['Lamp: 50.0 Wh']);
    const more = put(bare, {
      '/supply/inverterIdle': chosen(5),
      '/supply/inverterHours': chosen(10),
      '/controllers/c1/ownDraw': chosen(1),
    });
    expect(steps(told(more).get('load:1'))).toEqual([
      'Lamp: 50.0 Wh',
      'inverter idle draw: 50.0 Wh',
      'controllers’ self-consumption: 24.0 Wh',
    ]);
    const heated = put(more, {
      '/bank/home/heated': true,
      '/bank/home/where': 'outdoors',
      '/bank/coldest': null,
    });
    expect(
      steps(told(heated, plainClimate(60, { airC: Array<number>(12).fill(-10) })).get('load:1')),
    ).toContainEqual(expect.stringMatching(/^heating pad of the bank: /));
  });
  it('leave out what waits, and say what surplus would take', () => {
    const figures = told(
      cabin([
        dcUse(1, 'Lamp', 10, 5),
        dcUse(2, 'Boiler', 500, 2, { priority: 'surplus' }),
        dcUse(3, 'Saw', 900, 1, { stage: 2 }),
      ]),
    );
    expect(steps(figures.get('load:1'))).toEqual(['Lamp: 50.0 Wh']);
    expect(plain(figures.get('load:1')!.others!)).toBe('Uses on surplus would take 1.00 kWh more.');
    expect(told(cabin([dcUse(1, 'Lamp', 10, 5)])).get('load:1')!.others).toBeNull();
  });
  it('count everything at once and the worst start on top', () => {
    const figures = told(
      cabin([
        dcUse(1, 'Lamp', 40, 5),
        dcUse(2, 'Pump', 300, 1, { startFactor: measured(4), count: chosen(2) }),
      ]),
    );
    expect(figures.get('load.running')!.value).toBe(640);
    expect(steps(figures.get('load.running'))).toEqual(['Pump: 600 W', 'Lamp: 40 W']);
    // all of it is on direct current: nothing for the inverter to start
    expect(figures.get('load.start')!.value).toBeNull();
    const onAc = told(
      cabin([
        dcUse(1, 'Lamp', 40, 5),
        dcUse(2, 'Pump', 300, 1, { supply: 'ac', startFactor: measured(4), count: chosen(2) }),
      ]),
    );
    // one of two pumps starts while the other and all else on AC runs: 600 + 300 × 3
    expect(onAc.get('load.start')!.value).toBe(1500);
    expect(steps(onAc.get('load.start'))).toEqual(['running on AC: 600 W', 'Pump starts: + 900 W']);
  });
  it('find the heaviest hour by what is painted', () => {
    const evening = painted(NO_PAINT, 36, 39, true);
    const figures = told(
      cabin([dcUse(1, 'Lamp', 50, 1, { paint: { year: evening } }), dcUse(2, 'Router', 10, 24)]),
    );
    expect(figures.get('load.peak')!.value).toBeCloseTo(60, 9);
    expect(steps(figures.get('load.peak'))).toEqual(['18:00 in January, on a mean day: 60 W']);
  });
  it('say what the inverter takes over the night', () => {
    const at = (hours: number) =>
      told(
        put(cabin([dcUse(1, 'Lamp', 10, 5)]), {
          '/supply/inverterIdle': chosen(20),
          '/supply/inverterHours': chosen(hours),
        }),
      ).get('load.nightOff')!.value;
    // eight hours of it, of those it runs past sixteen
    expect([at(24), at(20), at(16), at(8)]).toEqual([160, 80, null, null]);
  });
  it('are not known where nothing is used', () => {
    const figures = told(cabin([]));
    for (const id of ['load.heaviest', 'load.running', 'load.start', 'load.peak', 'load.throughBank'])
      expect(figures.get(id)!.value).toBeNull();
    expect(figures.get('load.heaviest')!.shown.number).toBe('–');
  });
});

describe('the sun of the place', () => {
  it('is what comes through of what is outside the air', () => {
    const figures = told(cabin([]));
    for (const month of [1, 6, 12]) {
      const figure = figures.get(`sun:${month}`)!;
      const outside = dailyExtraterrestrial(41.6, MEAN_DAYS[month - 1]!);
      const [, clearness] = /× ([\d.]+)/.exec(figure.steps[1]!.text)!;
      expect(Math.abs(outside * Number(clearness) - figure.value!)).toBeLessThan(0.006 * outside);
    }
  });
  it('says where each month is from', () => {
    const typed = told(put(cabin([]), { '/place/ghi': { 3: measured(4) } }));
    expect(typed.get('sun:3')).toMatchObject({ value: 4, source: expect.stringMatching(/^Typed/) });
    expect(typed.get('sun:4')!.source).toMatch(/^Climate grid/);
  });
  it('is silent without a place', () => {
    const figures = told(cabin([]), null);
    expect([...figures.keys()].filter((id) => /^(sun|climate)/.test(id))).toEqual([]);
  });
  it('tells the extremes and what they decide', () => {
    const figures = told(put(cabin([]), { '/place/low': measured(-17) }));
    expect(figures.get('climate.low')).toMatchObject({ value: -17, others: 'From: typed.' });
    expect(figures.get('climate.high')!.others).toMatch(/^From: climate grid plus 3 K/);
  });
});

describe('what the arrays make', () => {
  const dairy = put(oneArray(), {
    '/arrays/a1/strings/series': chosen(3),
    '/arrays/a1/strings/parallel': chosen(4),
  });
  const product = (figure: Figure) =>
    figure.steps.reduce((value, { text }) => {
      const [, op, digits, unit] = /^([×÷−+]?)\s*([\d.]+)\s*(\S*)/.exec(plain(text))!;
      const number = Number(digits) * (unit === 'kW' || unit === 'kWh' ? 1000 : 1);
      return op === '×'
        ? value * number
        : op === '÷'
          ? value / number
          : op === '−'
            ? value - number
            : value + number;
    }, 0);
  it.each(['made:1', 'made:5', 'made:10'])('%s is the product of its steps', (id) => {
    const figure = told(dairy).get(id)!;
    expect(Math.abs(product(figure) / figure.value! - 1)).toBeLessThan(0.02);
  });
  it('names what stands in the way where something does', () => {
    const wall = put(dairy, {
      '/arrays/a1/skyline/points': Object.fromEntries([...Array(72).keys()].map((i) => [5 * i, 25])),
    });
    const figure = told(wall).get('made:12')!;
    const shade = figure.steps.find(({ label }) => label === 'left by what stands in the way')!;
    expect(Number(shade.text.replace('× ', ''))).toBeLessThan(0.8);
    expect(Math.abs(product(figure) / figure.value! - 1)).toBeLessThan(0.03);
    expect(
      told(dairy)
        .get('made:12')!
        .steps.some(({ label }) => label === shade.label),
    ).toBe(false);
  });
  it('are summed by array where there are several', () => {
    const vale = examples()[1]!.design;
    const figure = told(vale).get('made:6')!;
    expect(figure.steps.length).toBe(3);
    expect(Math.abs(product(figure) / figure.value! - 1)).toBeLessThan(0.02);
    const watts = told(vale).get('array.watts')!;
    expect(watts.steps.map(({ text }) => text.startsWith('+'))).toEqual([false, true, true]);
  });
  it('say how many panels each school asks for, and which is the larger', () => {
    const { energy } = calculate(dairy, climate);
    const figure = told(dairy).get('array.need')!;
    expect(figure.value).toBe(energy!.governing!.modules);
    expect(figure.value).toBe(Math.max(...energy!.needs.map(({ modules }) => modules)));
    expect(figure.others).toBe(
      energy!.needs
        .map(
          ({ school, modules }) =>
            `By ${school === 'worst-month' ? 'the worst month' : 'the bank’s least charge rate'}: ${modules} panels.`,
        )
        .join(' '),
    );
  });
});

describe('strings, by hand', () => {
  const dairy = put(oneArray(), {
    '/arrays/a1/strings/series': chosen(3),
    '/arrays/a1/strings/parallel': chosen(4),
    '/place/low': measured(-10),
    '/place/high': measured(35),
  });
  let figures: ReturnType<typeof told>;
  beforeEach(() => void (figures = told(dairy)));
  it('open on the coldest morning', () => {
    expect(figures.get('strings.cold')!.value).toBeCloseTo(3 * 37.2 * (1 + 0.0026 * 35), 6);
    expect(steps(figures.get('strings.cold'))).toEqual([
      'open-circuit at 25 °C: 37.2 V',
      'in series: × 3',
      'colder than 25 °C by: 35.0 K',
      'per kelvin: 0.260 %/K',
      '1 + 35.0 × 0.0026: × 1.091',
    ]);
    expect(figures.get('strings.cold')!.source).toBe('Record low with the panel’s own coefficient.');
    expect(plain(figures.get('strings.cold')!.others!)).toMatch(
      /^Other schools: the code table gives × 1\.14, 127\.2 V; the mean of yearly lows, taken at −5 °C, 120\.3 V\.$/,
    );
  });
  it('goes by the code table where the sheet gives no coefficient', () => {
    const bare = told(put(dairy, { '/arrays/a1/module/betaVoc': null })).get('strings.cold')!;
    expect(bare.value).toBeCloseTo(3 * 37.2 * 1.14, 6);
    expect(steps(bare).at(-1)).toBe('code table at −10 °C: × 1.14');
    expect(bare.source).toMatch(/code table serves/);
    expect(bare.others).toBeNull();
  });
  it('give amps by their number side by side', () => {
    expect(figures.get('strings.isc')!.value).toBeCloseTo(4 * 13.95 * 1.25, 6);
    expect(figures.get('strings.imp')!.value).toBeCloseTo(4 * dairy.arrays.a1!.module.imp.value, 6);
  });
  it('charge the bank with what is left at the posts', () => {
    const { plan, strings } = calculate(dairy, climate).lead;
    const watts = strings!.chosen.watts * (1 - plan.wiring!.value / 100) * (1 - plan.mismatch.value / 100);
    const atPosts = watts * (1 - plan.soiling.value / 100) * (dairy.controllers.c1!.efficiency.value / 100);
    expect(figures.get('strings.power')!.value).toBeCloseTo(
      (atPosts * (1 + plan.bifacial.value / 100)) / 56.8,
      4,
    );
  });
  it('of a second array carry its name and its id', () => {
    const vale = told(examples()[1]!.design);
    const ids = [...vale.keys()].filter((id) => id.startsWith('strings.cold'));
    expect(ids).toHaveLength(3);
    expect(ids[0]).toBe('strings.cold');
    expect(ids.slice(1).every((id) => /^strings\.cold:\w+$/.test(id))).toBe(true);
    expect(new Set(ids.map((id) => vale.get(id)!.label)).size).toBe(3);
  });
});

describe('a pile', () => {
  const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
  let figures: ReturnType<typeof told>;
  let { pile, strings } = {} as Facts['lead'];
  beforeEach(() => {
    figures = told(honey);
    ({ pile, strings } = calculate(honey, climate).lead);
  });
  it('tells each extreme of the input it is tightest on', () => {
    expect(figures.get('strings.cold')!.value).toBe(strings!.chosen.coldVocV);
    expect(figures.get('strings.isc')!.value).toBe(strings!.chosen.iscA);
    const input = pile!.inputs.find(({ coldVocV }) => coldVocV === strings!.chosen.coldVocV)!;
    const longest = Math.max(...input.strings.map(({ coldVocV }) => coldVocV));
    const sum = figures.get('strings.cold')!.steps.reduce((all, { text }) => {
      const [, count, volts] = /^(\d+) × ([\d.]+)/.exec(plain(text))!;
      return all + Number(count) * Number(volts);
    }, 0);
    expect(Math.abs(sum - longest)).toBeLessThan(0.5);
  });
  it('says what the strings give together, and what they give away', () => {
    const together = pile!.inputs.reduce((sum, { solved }) => sum + solved.peaks[0]!.watts, 0);
    expect(figures.get('strings.together')!.value).toBeCloseTo(together, 6);
    const given = figures.get('strings.given')!;
    expect(given.value).toBeCloseTo(100 * (1 - pile!.kWh / pile!.ownKWh), 9);
    expect(given.steps.map(({ text }) => text)).toEqual(
      [pile!.ownKWh, pile!.kWh].map((kWh) => penFor(honey.units)(kWh * 1000, 'energy')),
    );
    expect(given.value!).toBeGreaterThan(0);
  });
  it('goes by its measured panels where they measured less', () => {
    const lead = calculate(honey, climate).lead;
    const measuredLow = lead.pile!.sorts.filter(({ vocShare }) => vocShare !== null && vocShare < 1);
    for (const sort of measuredLow) {
      // the cold limit keeps to the sheet
      const sheet = honey.arrays[lead.id]!.pile!.sorts[sort.id]!.module;
      expect(sort.panel.coldVocV).toBeGreaterThanOrEqual(sheet.voc.value);
      expect(sort.module.vocV).toBeLessThan(sheet.voc.value);
    }
  });
});

describe('a bank', () => {
  it('carries what fits into what can be used, and tells the other schools', () => {
    const design = put(cabin([dcUse(1, 'Lamp', 100, 10)]), {
      '/bank/coldest': measured(25),
      '/bank/days': chosen(2),
    });
    const figures = told(design);
    const usable = 25.6 * 100 * 0.8;
    expect(figures.get('bank.usable')!.value).toBeCloseTo(usable, 6);
    expect(figures.get('bank.days')!.value).toBeCloseTo(usable / 1000, 6);
    expect(figures.get('bank.need')!.value).toBeCloseTo((2000 / 0.8) * 1.1, 6);
    expect(plain(figures.get('bank.need')!.others!)).toMatch(
      /^By the days of autonomy: 2\.75 kWh, 2 in parallel\. By what one day takes: 1\.38 kWh, 1 in parallel\./,
    );
    expect(figures.get('bank.unitsNeeded')!.value).toBe(2);
  });
  it('lasts at everything at once as Peukert has it', () => {
    const design = put(cabin([dcUse(1, 'Heater', 480, 1)]), {
      '/bank/chemistry': 'agm',
      '/supply/inverterEfficiency': chosen(100),
    });
    const { bank } = calculate(design, climate);
    const { rateHours, peukert } = bank.chemistry;
    // 480 W at 24 V are 20 A
    const hours = rateHours * (bank.ah / (20 * rateHours)) ** peukert * (design.bank.depth.value / 100);
    expect(told(design).get('bank.hours')!.value).toBeCloseTo(hours, 6);
  });
  it('says how far a week of less carries', () => {
    const weekly = put(cabin([dcUse(1, 'Saw', 500, 4, { days: 'week', given: { daysAWeek: guess(2) } })]), {
      '/bank/days': chosen(5),
    });
    expect(steps(told(weekly).get('bank.days'))[1]).toMatch(/^on a full day it would be: ÷ 2\.00 kWh/);
  });
});

describe('panels and what they give', () => {
  const charge = put(oneArray(), { '/bank/chemistry': 'agm' });
  it('are asked for by the school that asks for most, which says itself', () => {
    const of = (design: Design) => {
      const { energy } = calculate(design, climate);
      return [energy!.governing!.school, plain(told(design).get('array.need')!.source).slice(0, 22)];
    };
    const little = put(charge, {
      '/uses': {},
      '/uses/u1': dcUse(1, 'Lamp', 5, 1),
      '/bank/unitAh': chosen(900),
    });
    const much = put(charge, { '/bank/unitAh': chosen(20) });
    expect(of(little)).toEqual(['charge-rate', 'The bank’s least charg']);
    expect(of(much)).toEqual([expect.not.stringMatching('charge-rate'), 'Worst-month school wit']);
  });
  it('get light from behind where there is any', () => {
    const labels = (bifacial: number) =>
      told(put(charge, { '/arrays/a1/bifacial': chosen(bifacial) }))
        .get('strings.power')!
        .steps.map(({ label, text }) => [label, text])
        .filter(([label]) => label === 'light from behind');
    expect(labels(0)).toEqual([]);
    expect(labels(8)).toEqual([['light from behind', '× 1.080']]);
  });
});
