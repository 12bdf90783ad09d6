import { calculate, coldMargin, hotMargin, tightest, type Facts } from '../calculate';
import { BLANK_CIRCUIT, type Design } from '../document';
import { penFor } from '../figures';
import { blankSource, blankUse, catalogue, chosen, examples, guess, measured } from '../job';
import { STEPS } from '../sky';
import { cabinOf, dcUse, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { answersOf, governingOf } from './answers';
import { judge } from './evaluate';
import { tallyOf } from './tally';
import { workingRange } from './workingRange';

const climate = { ...plainClimate(41.6, { altitudeM: 100 }), stops: {} };
const told = (
  design: Design,
  sheet: 'power' | 'wire' | 'one-line',
  grid: typeof climate | null = climate,
) => {
  const { lead, rest } = answersOf(calculate(design, grid), penFor(design.units))[sheet];
  return { lead: plain(lead), rest: plain(rest) };
};
const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;

const inverter = (carries: number, surge: number) => ({
  ...machineOf('char-4000'),
  continuous: catalogue(carries),
  surge: catalogue(surge),
  buses: [24 as const],
});
/** A saw of 1000 W that starts with thrice as much, and a heater of 500 W. */
const house = (machine: ReturnType<typeof inverter> | null): Design =>
  withAll(
    cabinOf(
      {
        saw: { ...blankUse(1, 'Saw'), watts: measured(1000), hours: measured(0.2), startFactor: chosen(3) },
        heater: {
          ...blankUse(2, 'Heater'),
          watts: measured(500),
          hours: measured(1),
          startFactor: chosen(1),
        },
      },
      { inverterEfficiency: chosen(100), inverterIdle: chosen(0), sharing: chosen(100) },
    ),
    { '/power/room': measured(20), '/power/inverter': machine },
  );

describe('the power answer', () => {
  it('says what an inverter must do before there is one', () => {
    expect(told(cabinOf({}), 'power')).toEqual({
      lead: 'Nothing yet.',
      rest: 'What it must carry comes from the uses.',
    });
    expect(told(cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5) }), 'power')).toEqual({
      lead: 'Nothing on AC.',
      rest: 'Every use is on DC.',
    });
    // 1500 W run; the saw takes 2000 more for a moment
    expect(told(house(null), 'power')).toEqual({
      lead: '1500 W at once.',
      rest: '3500 W while Saw starts. Choose an inverter that carries both.',
    });
    const calm = withAll(house(null), { '/uses/saw/startFactor': chosen(1) });
    expect(told(calm, 'power').rest).toBe('No start takes more. Choose an inverter that carries both.');
  });
  it.each([
    [1500, 3500, 'It runs and it starts.'],
    [1499, 3500, 'It runs, but not all at once.'],
    [1500, 3499, 'It runs; not everything starts at once.'],
    [1000, 3500, 'It runs, but not all at once.'],
    [999, 3500, 'It does not run.'],
    [1500, 3000, 'It runs; not everything starts at once.'],
    [1500, 2999, 'It does not start.'],
  ])('%d W for hours and %d W for a moment: %s', (carries, surge, lead) => {
    const answer = told(house(inverter(carries, surge)), 'power');
    expect(answer.lead).toBe(lead);
    expect(answer.rest).toBe(
      `1500 W at once of ${carries} W carried here; 3500 W while Saw starts, of ${surge} W.`,
    );
  });
  it('adds what the engine runs and burns, and the days without', () => {
    const backed = (kind: 'generator' | 'shore') =>
      withAll(house(inverter(2000, 6000)), {
        '/power/sources': {
          s: { ...blankSource(kind, 1, 'The set'), automatic: true, from: '01-01', to: '12-31' },
        },
      });
    const { sources } = calculate(backed('generator'), climate).powerYear!;
    const pen = penFor('metric');
    expect(told(backed('generator'), 'power').rest).toContain(
      plain(
        `The engine runs ${pen(sources[0]!.hours, 'hours')} and burns ${pen(sources[0]!.litres, 'fuel')} a year.`,
      ),
    );
    expect(told(backed('shore'), 'power').rest).toMatch(
      /What charges beside the sun burns no fuel of its own\.$/,
    );
  });
  it('governs by the machine, its number and the sources', () => {
    const governs = (design: Design) =>
      plain(governingOf(calculate(design, climate), penFor('metric')).power);
    expect(governs(house(null))).toBe('no inverter yet');
    expect(governs(cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5) }))).toBe('DC only');
    const two = withAll(house(inverter(2000, 6000)), {
      '/power/inverter/stacked': chosen(2),
      '/power/sources': { s: blankSource('generator', 1, 'The set'), t: blankSource('turbine', 2, '') },
    });
    expect(governs(two)).toBe('4000 W · The set · turbine');
  });
});

describe('the wire answer', () => {
  it('begins with nothing, or with what is not known', () => {
    expect(told(vale, 'wire', null).lead).toBe('Cold and heat of the place are not known yet.');
  });
  it('says that the wires do, drop too much, or do not bear it', () => {
    const thick = told(vale, 'wire');
    expect(thick.lead).toBe('These do.');
    const { wiring, takeOff } = calculate(vale, climate);
    const pen = penFor('metric');
    expect(thick.rest).toContain(plain(`Worst drop: ${pen(wiring.worst!.chosen.dropPct, 'percent')} of`));
    expect(thick.rest).toMatch(
      new RegExp(`${Math.round(takeOff.metres)} m of cable in ${wiring.wired.length} runs\\.$`),
    );
    const sized = (key: string, size: string) =>
      told(
        withAll(vale, {
          [`/wiring/circuits/${key}`]: { ...BLANK_CIRCUIT, ...vale.wiring.circuits[key], size },
        }),
        'wire',
      ).lead;
    expect(sized('feed-a1', '16 mm2')).toBe('It carries, but drops too much.');
    expect(sized('bank', '4 mm2')).toBe('Not with these wires.');
  });
  it('hangs on lengths that are only guessed', () => {
    const cabin = cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5) });
    const { wired } = calculate(cabin, climate).wiring;
    expect(wired.some(({ guessed, circuit }) => guessed && circuit.kind === 'feed')).toBe(true);
    expect(told(cabin, 'wire').lead).toBe('These do, if the runs are no longer than guessed.');
    const measuredRuns = withAll(cabin, { '/wiring/lengths/array': measured(10) });
    expect(told(measuredRuns, 'wire').lead).toBe('These do.');
  });
});

describe('the answer of the drawing', () => {
  it('says whether every part is held', () => {
    expect(told(vale, 'one-line', null).lead).toBe('Cold and heat of the place are not known yet.');
    // four in series are over the limit of 150 V
    expect(told(vale, 'one-line').lead).toBe('A string is over the limit of its input.');
    const both = withAll(vale, { '/arrays/a3/count': chosen(12), '/arrays/a3/strings/series': chosen(12) });
    expect(told(both, 'one-line').lead).toBe('Strings are over the limit of their input.');
    const three = withAll(vale, {
      '/arrays/a1/strings/series': chosen(3),
      '/arrays/a1/strings/parallel': chosen(4),
    });
    expect(told(three, 'one-line').lead).toBe('Everything is held.');
    const thin = (...keys: string[]) =>
      keys.reduce(
        (all, key) =>
          withAll(all, {
            [`/wiring/circuits/${key}`]: { ...BLANK_CIRCUIT, ...vale.wiring.circuits[key], size: '4 mm2' },
          }),
        three,
      );
    expect(told(thin('bank'), 'one-line').lead).toBe('1 run does not hold.');
    expect(told(thin('bank', 'links'), 'one-line').lead).toBe('2 runs do not hold.');
  });
  it('counts the circuits that come down, in the singular and the plural', () => {
    const { wiring } = calculate(vale, climate);
    const many = wiring.wired
      .filter(({ circuit }) => circuit.kind === 'feed')
      .reduce((sum, { circuit }) => sum + circuit.many, 0);
    expect(told(vale, 'one-line').rest).toMatch(
      new RegExp(`^${many} circuits come down from the panels to a bank of .* and \\d+ W of inverter\\.$`),
    );
    const cabin = cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5) });
    expect(told(cabin, 'one-line').rest).toMatch(
      /^1 circuit comes down from the panels to a bank of 2\.56 kWh\.$/,
    );
    const governs = governingOf(calculate(cabin, climate), penFor('metric'));
    expect(governs['one-line']).toMatch(/^1 feed, \d+ runs$/);
  });
});

describe('the tally', () => {
  const entries = (facts: Facts, design: Design) => {
    const { figures, findings } = judge(design, climate);
    return tallyOf(facts.arrays, figures, findings);
  };
  it('has the tightest of the arrays for cold and for heat', () => {
    for (const { design } of examples()) {
      if (Object.keys(design.stops).length > 0) continue;
      const facts = calculate(design, climate);
      const first = facts.arrays[0]!.id;
      const id = (name: string, of: string | undefined) => (of === first ? name : `${name}:${of}`);
      const ids = entries(facts, design).map(({ figureId }) => figureId);
      expect(ids).toContain(id('strings.cold', tightest(facts.arrays, coldMargin)!.id));
      if (!ids.includes('power.hours'))
        expect(ids).toContain(id('strings.hot', tightest(facts.arrays, hotMargin)!.id));
      expect(ids.length).toBeLessThanOrEqual(6);
    }
  });
  it('marks what is found and not let stand, by the gravest', () => {
    const marks = (design: Design) =>
      Object.fromEntries(
        entries(calculate(design, climate), design).map(({ figureId, mark }) => [figureId, mark]),
      );
    expect(marks(vale)['strings.cold']).toBe('stop');
    const { days } = calculate(vale, climate).bank;
    const asked = (count: number) => marks(withAll(vale, { '/bank/days': chosen(count) }))['bank.days'];
    expect([asked(days! / 1.1), asked(days! / 0.9), asked(days! / 0.5)]).toEqual([null, 'look', 'stop']);
  });
  it('shows the engine’s hours where there is one, unless hot volts ask for a look', () => {
    const cabin = withAll(house(inverter(2000, 6000)), {
      '/power/sources': { s: { ...blankSource('generator', 1, 'The set'), automatic: true } },
    });
    const ids = entries(calculate(cabin, climate), cabin).map(({ figureId }) => figureId);
    expect(ids).toContain('power.hours');
    expect(ids).not.toContain('strings.hot');
    const flat = withAll(cabin, { '/arrays/a1/strings/series': chosen(1), '/arrays/a1/count': chosen(1) });
    const hot = entries(calculate(flat, climate), flat).map(({ figureId }) => figureId);
    expect(hot).toContain('strings.hot');
    expect(hot).not.toContain('power.hours');
  });
});

describe('working volts through the year', () => {
  const module = { vmpV: 40, gammaPmax: -0.004 } as Parameters<typeof workingRange>[1];
  const month = (cells: readonly (readonly [watts: number, cellC: number])[]) =>
    ({
      perWatt: Float64Array.from({ length: STEPS }, (_, step) => cells[step]?.[0] ?? 0),
      cellC: Float64Array.from({ length: STEPS }, (_, step) => cells[step]?.[1] ?? 25),
    }) as unknown as Parameters<typeof workingRange>[0][number];
  it('span from the hottest to the coldest cell that makes anything: by hand', () => {
    // 40 V at 25 °C, 0.4 % a kelvin: 32 V at 75 °C, 44 V at 0
    const { fromV, toV, share } = workingRange(
      [
        month([
          [0.5, 75],
          [0.5, 0],
          [0.009, -40],
        ]),
      ],
      module,
    )!;
    expect([fromV, toV]).toEqual([expect.closeTo(32, 9), expect.closeTo(44, 9)]);
    expect(share).toHaveLength(24);
    // as much at both ends, and nothing between
    expect(Math.max(...share)).toBe(1);
    expect(share[0]).toBeCloseTo(share[23]!, 6);
    expect(share[12]).toBeLessThan(0.01);
  });
  it('are highest where most is made', () => {
    const { share } = workingRange(
      [
        month([
          [0.9, 75],
          [0.3, 0],
        ]),
      ],
      module,
    )!;
    expect(share[0]).toBe(1);
    expect(share[23]).toBeCloseTo(1 / 3, 6);
  });
  it('are none where nothing is made, and one point where all is at one heat', () => {
    expect(workingRange([month([[0.01, 25]])], module)).toBeNull();
    const one = workingRange(
      [
        month([
          [0.5, 25],
          [0.2, 25],
        ]),
      ],
      module,
    )!;
    expect([one.fromV, one.toV]).toEqual([40, 40]);
    expect(one.share[0]).toBe(1);
  });
});

it('a guess that is measured leaves the verdict with one guess less', () => {
  const design = cabinOf({ lamp: dcUse(1, 'Lamp', 10, 5, { standby: guess(1) }) });
  const guesses = (of: Design) => Number(/of which (\d+)/.exec(judge(of, climate).verdict.rests)![1]);
  expect(guesses(withAll(design, { '/uses/lamp/standby': measured(1) }))).toBe(guesses(design) - 1);
});
