import { calculate } from '../calculate';
import { NO_PAINT, painted, type Design, type Use } from '../document';
import { judge } from '../evaluate';
import { blankUse, catalogue, chosen, examples, guess, measured } from '../job';
import { cabinOf, dcUse, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { foundIn, severityIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climate = { ...plainClimate(44), stops: {} };
const grave = (design: Design, id: string) => severityIn(design, climate, id);
const of = (design: Design, id: string) =>
  judge(design, climate).findings.find((finding) => finding.id === id)!;
const ac = (name: string, watts: number, more: Partial<Use> = {}): Use => ({
  ...blankUse(1, name),
  watts: measured(watts),
  hours: measured(1),
  startFactor: chosen(1),
  ...more,
});
/** A cabin whose inverter loses and takes nothing. */
const cabin = (uses: Design['uses'], changes: Record<string, unknown> = {}): Design =>
  withAll(
    cabinOf(uses, { inverterEfficiency: chosen(100), inverterIdle: chosen(0), sharing: chosen(100) }),
    changes,
  );
const inverter = { ...machineOf('char-4000'), buses: [24 as const] };
const day = (from: number, to: number) => ({ year: painted(NO_PAINT, from * 2, to * 2 - 1, true) });

describe('motors and starts', () => {
  it('a motor of 50 W and more on AC, said to start with no more than it runs with', () => {
    const motor = (watts: number, more: Partial<Use> = {}) =>
      grave(cabin({ a: ac('Well pump', watts, more) }), 'uses.motorStart');
    expect([motor(49), motor(50)]).toEqual([null, 'look']);
    expect(motor(400, { supply: 'dc' })).toBeNull();
    expect(motor(400, { startFactor: chosen(1.5) })).toBeNull();
    expect(
      motor(400, { start: 'amps', given: { startAmps: measured(9), startVolts: measured(230) } }),
    ).toBeNull();
    expect(grave(cabin({ a: ac('Lamp', 400) }), 'uses.motorStart')).toBeNull();
  });
  it('names four of them, counts the rest, and one press is for all', () => {
    const many = (count: number) =>
      cabin(
        Object.fromEntries(
          Array.from({ length: count }, (_, i) => [`u${i}`, ac(`Pump ${i}`, 100, { position: i + 1 })]),
        ),
      );
    expect(of(many(4), 'uses.motorStart').sentence).not.toMatch(/more:/);
    const six = foundIn(many(6), climate, 'uses.motorStart')!;
    expect(plain(six.sentence)).toMatch(/Pump 3 \(100 W\), and 2 more: entered/);
    expect(six.remedies[0]!.operations.length).toBeGreaterThanOrEqual(6);
    expect(of(many(1), 'uses.motorStart').title).toBe('A motor without a starting surge');
  });
  it('a start of three kilowatts is worth knowing while no inverter is chosen', () => {
    const start = (factor: number, changes = {}) =>
      grave(cabin({ a: ac('Saw', 1000, { startFactor: chosen(factor) }) }, changes), 'uses.start');
    expect([start(2.99), start(3)]).toEqual([null, 'note']);
    expect(start(3, { '/power/inverter': inverter })).toBeNull();
  });
  it('two starts that are 1.6 times apart disagree', () => {
    // 10 A at 100 V against 200 W that run: × 5
    const two = (factor: Use['startFactor']) =>
      grave(
        cabin({
          a: ac('Saw', 200, {
            start: 'amps',
            startFactor: factor,
            given: { startAmps: measured(10), startVolts: measured(100) },
          }),
        }),
        'uses.twoStarts:a',
      );
    expect([two(measured(3.13)), two(measured(3.12))]).toEqual([null, 'look']);
    expect([two(measured(7.9)), two(measured(8.1))]).toEqual([null, 'look']);
    expect([two(guess(2)), two(measured(1))]).toEqual([null, null]);
  });
});

describe('what an inverter and a bus take', () => {
  const idle = (uses: Design['uses'], changes: Record<string, unknown> = {}) =>
    grave(cabin(uses, changes), 'uses.idle');
  it('its own draw is missed where something on AC needs it', () => {
    const lamp = ac('Lamp', 40);
    expect(idle({ a: lamp })).toBe('look');
    expect(idle({ a: { ...lamp, supply: 'dc' } })).toBeNull();
    expect(idle({ a: { ...lamp, priority: 'surplus' } })).toBeNull();
    expect(idle({ a: { ...lamp, stage: 1 } })).toBeNull();
    expect(idle({ a: lamp }, { '/supply/inverterIdle': chosen(9) })).toBeNull();
    expect(idle({ a: lamp }, { '/supply/inverterIdle': chosen(9), '/supply/inverterHours': chosen(0) })).toBe(
      'look',
    );
    // 15 W day and night are 360 Wh, nine times a lamp of 40 Wh
    expect(plain(of(cabin({ a: lamp }), 'uses.idle').sentence)).toMatch(
      /about 0.36 kWh, 900 %|360 Wh, 900 %/,
    );
  });
  it('more than 120 A from a bank below 48 V (common practice)', () => {
    const amps = (watts: number, busVolts: 12 | 24 | 48) =>
      grave({ ...cabin({ a: dcUse(1, 'Heater', watts, 1) }), busVolts }, 'uses.busAmps');
    expect([amps(2880, 24), amps(2881, 24)]).toEqual([null, 'look']);
    expect([amps(1440, 12), amps(1441, 12)]).toEqual([null, 'look']);
    expect(amps(9000, 48)).toBeNull();
    const bus = (busVolts: 12 | 24) =>
      of({ ...cabin({ a: dcUse(1, 'Heater', 4000, 1) }), busVolts }, 'uses.busAmps').sentence;
    expect([bus(12), bus(24)].map((text) => /A (\d+) V bus/.exec(plain(text))?.[1])).toEqual(['24', '48']);
  });
  it('kilowatts for hours are asked about: three of them for eight', () => {
    const big = (watts: number, hours: number, more: Partial<Use> = {}) =>
      grave(cabin({ a: ac('Kiln', watts, { hours: measured(hours), ...more }) }), 'uses.kilowatts:a');
    expect([big(3000, 8), big(2999, 8), big(3000, 7.9)]).toEqual(['look', null, null]);
    expect(big(3000, 8, { priority: 'surplus' })).toBeNull();
    const asked = foundIn(
      cabin({ a: ac('Kiln', 4000, { hours: measured(10) }) }),
      climate,
      'uses.kilowatts:a',
    )!;
    expect(asked.remedies[0]!.operations[0]).toMatchObject({ value: { value: 400, from: 'guess' } });
  });
  it('nothing at night: an inverter on for more than sixteen hours', () => {
    const lamp = { ...ac('Lamp', 100), paint: day(8, 16) };
    const night = (hours: number, uses: Design['uses'] = { a: lamp }) =>
      grave(
        cabin(uses, { '/supply/inverterIdle': chosen(10), '/supply/inverterHours': chosen(hours) }),
        'uses.night',
      );
    expect([night(16), night(17)]).toEqual([null, 'note']);
    // half past five in the morning and ten in the evening are night, six is not
    const at = (from: number, to: number) => night(24, { a: { ...lamp, paint: day(from, to) } });
    expect([at(5.5, 6), at(6, 7), at(21.5, 22), at(22, 22.5)]).toEqual([null, 'note', 'note', null]);
    // one whose hours nobody painted may run at night; one of later does not count
    expect(night(24, { a: lamp, b: ac('Fan', 20) })).toBeNull();
    expect(night(24, { a: lamp, b: { ...ac('Fan', 20), stage: 1 } })).toBe('note');
  });
  it('what is drawn while off: a twentieth of the day', () => {
    // 1000 Wh a day; a lamp that is off 23 hours
    const off = (watts: number) => cabin({ a: ac('Oven', 1000, { standby: measured(watts) }) });
    const share = (watts: number) => (23 * watts) / (1000 + 23 * watts);
    expect(share(2.28)).toBeLessThan(0.05);
    expect(share(2.3)).toBeGreaterThan(0.05);
    expect([grave(off(2.28), 'uses.off'), grave(off(2.3), 'uses.off')]).toEqual([null, 'note']);
    expect(of(off(5), 'uses.off').value).toBeCloseTo(115, 9);
    expect(of(off(5), 'uses.off').sentence).toMatch(/; Oven takes most of it\./);
  });
  it('one that only draws while off: all day, for each of it', () => {
    const only = (more: Partial<Use>) =>
      cabin({ a: ac('Set', 90, { hours: measured(0), standby: measured(4), count: chosen(3), ...more }) });
    expect(plain(of(only({}), 'uses.onlyOff:a').sentence)).toMatch(/288 Wh a day/);
    expect(grave(only({ hours: measured(0.1) }), 'uses.onlyOff:a')).toBeNull();
    expect(grave(only({ standby: measured(0) }), 'uses.onlyOff:a')).toBeNull();
    expect(grave(only({ paint: day(8, 9) }), 'uses.onlyOff:a')).toBeNull();
    // one that is read off a meter has no hours of its own
    expect(grave(only({ form: 'meter' }), 'uses.onlyOff:a')).toBeNull();
  });
  it('a meter’s peak is no less than its mean', () => {
    const meter = (peak: number) =>
      grave(
        cabin({
          a: ac('Fridge', 1, {
            form: 'meter',
            given: { meterWh: measured(2400), meterHours: measured(24), meterPeak: measured(peak) },
          }),
        }),
        'uses.meterPeak:a',
      );
    expect([meter(100), meter(99), meter(0)]).toEqual([null, 'stop', null]);
  });
});

describe('legs, guests and weather', () => {
  it('a leg with 1.3 times its equal share, of a kilowatt and more', () => {
    const legs = (a: number, b: number, phases: 'split' | 'three' = 'split', c = 0) =>
      grave(
        cabin(
          {
            a: ac('A', a, { leg: 'a' }),
            b: ac('B', b, { leg: 'b', position: 2 }),
            ...(c > 0 ? { c: ac('C', c, { leg: 'c', position: 3 }) } : {}),
          },
          { '/supply/phases': phases },
        ),
        'uses.legs',
      );
    // 650 of 1000 are 1.3 halves
    expect([legs(650, 350), legs(655, 345), legs(651, 348)]).toEqual([null, 'look', null]);
    expect(legs(345, 655)).toBe('look');
    // 1300 of 3000 are 1.3 thirds
    expect([legs(1300, 900, 'three', 800), legs(1310, 890, 'three', 800)]).toEqual([null, 'look']);
    const third = cabin(
      { a: ac('A', 100, { leg: 'a' }), c: ac('C', 2000, { leg: 'c', position: 2 }) },
      { '/supply/phases': 'three' },
    );
    expect(of(third, 'uses.legs').sentence).toMatch(/^Leg C carries/);
  });
  it('a leg that no inverter of its kind makes, where something of today is on it', () => {
    const on = (leg: Use['leg'], phases: Design['supply']['phases'], more: Partial<Use> = {}) =>
      grave(cabin({ a: ac('Saw', 500, { leg, ...more }) }, { '/supply/phases': phases }), 'power.noLeg:a');
    expect([on('a', 'single'), on('b', 'single'), on('c', 'single')]).toEqual([null, 'look', 'look']);
    expect([on('b', 'split'), on('c', 'split'), on('c', 'three'), on('both', 'single')]).toEqual([
      null,
      'look',
      null,
      null,
    ]);
    expect([on('c', 'single', { stage: 1 }), on('c', 'single', { supply: 'dc' })]).toEqual([null, null]);
  });
  it('volts within 15 % of what the inverter makes, or makes between two legs', () => {
    const at = (volts: number, phases: Design['supply']['phases'] = 'single', makes = 100) =>
      grave(
        cabin(
          { a: ac('Saw', 500, { form: 'amps', given: { amps: measured(5), volts: measured(volts) } }) },
          { '/power/inverter': { ...inverter, volts: catalogue(makes) }, '/supply/phases': phases },
        ),
        'power.volts:a',
      );
    expect([at(115), at(116), at(85), at(84)]).toEqual([null, 'stop', null, 'stop']);
    expect([at(200), at(200, 'split'), at(173, 'three'), at(240, 'three')]).toEqual([
      'stop',
      null,
      null,
      'stop',
    ]);
  });
  it('heat that a heater cannot give: by hand, from 100 Wh a day on', () => {
    // a base of 20 °C and 100 W a kelvin; means of air go down to 3 °C in the coldest month
    const heater = (watts: number) =>
      cabin({
        a: ac('Heater', watts, {
          form: 'heating',
          given: { base: guess(20), perKelvin: guess(100), cop: guess(1) },
        }),
      });
    const { months } = calculate(heater(5000), climate).climate!;
    const coldest = Math.min(...months.map(({ airC }) => airC));
    const needsW = 100 * (20 - coldest);
    expect(grave(heater(needsW * 1.5), 'uses.weatherShort:a')).toBeNull();
    const short = of(heater(needsW / 2), 'uses.weatherShort:a');
    // half of it is missing, day and night
    expect(short.value! / (12 * needsW)).toBeCloseTo(1, 1);
    expect(short.title).toBe('It cannot keep it warm');
  });
  it('a share through the bank that lies more than fifteen points off', () => {
    const typed = (share: number) => {
      const design = cabin({ a: dcUse(1, 'Pump', 100, 4, { paint: day(10, 14) }) });
      return withAll(design, { '/energy/throughBank': chosen(share) });
    };
    const share = Math.round(calculate(typed(50), climate).throughBankPct!);
    expect(grave(typed(share + 15), 'uses.throughBank')).toBeNull();
    expect(grave(typed(share + 16), 'uses.throughBank')).toBe('note');
    // nobody knows when the other half runs
    const vague = cabin({ a: dcUse(1, 'Pump', 100, 4, { paint: day(10, 14) }), b: dcUse(2, 'Lamp', 100, 4) });
    expect(grave(withAll(vague, { '/energy/throughBank': chosen(100) }), 'uses.throughBank')).toBeNull();
  });
  it('later stages that the design does not carry, in turn', () => {
    const stages = (watts: number) =>
      cabin({ a: dcUse(1, 'Lamp', 10, 4), b: dcUse(2, 'Kiln', watts, 9, { stage: 2 }) });
    expect(grave(stages(5), 'uses.stage:2')).toBeNull();
    expect(grave(stages(900), 'uses.stage:2')).toBe('note');
    expect(grave(stages(900), 'uses.stage:1')).toBeNull();
    // the stage's own whole day
    expect(of(stages(900), 'uses.stage:2').value).toBeCloseTo(8140, 6);
  });
});

describe('a design without mistakes of its uses', () => {
  it('has none of these said of it, in any demo', () => {
    for (const { design } of examples())
      expect(
        judge(design, climate).findings.filter(
          ({ id, severity }) => id.startsWith('uses.') && severity === 'stop',
        ),
      ).toEqual([]);
  });
});
