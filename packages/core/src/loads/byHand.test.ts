import type { Design, Use } from '../document';
import { blankUse, chosen, measured } from '../job';
import { airAt } from '../sky';
import { cabinOf } from '../testing/cabin';
import {
  computeLoads,
  degreesByHour,
  followsWeather,
  isTimed,
  overDaysOf,
  readSeries,
  runningW,
  sameAllYear,
  startingW,
  useDay,
} from '.';
import { copAt, heatingWh, pumpingWh, shortOfWeather, wattsOfAmps } from './useDay';

const use = (at: number, watts: number, hours: number, more: Partial<Use> = {}): Use => ({
  ...blankUse(at, `Use ${at}`),
  watts: measured(watts),
  hours: measured(hours),
  startFactor: chosen(1),
  ...more,
});
const cells = (from: number, to: number) =>
  Array.from({ length: 48 }, (_, cell) => (cell >= from && cell < to ? '1' : '0')).join('');
/** Nothing is lost and nothing idles. */
const plain = (uses: Design['uses'], supply: Partial<Design['supply']> = {}): Design =>
  cabinOf(uses, { inverterEfficiency: chosen(80), inverterIdle: chosen(0), ...supply });

it('a month without use takes nothing, and of it nothing is untimed', () => {
  const { months } = computeLoads(plain({ a: use(1, 100, 2, { months: [6] }) }));
  for (const [m, { busWh, untimed, profile }] of months.entries()) {
    expect([m, busWh > 0]).toEqual([m, m === 5]);
    // its hours are not painted: all of June's is untimed
    expect([m, untimed]).toEqual([m, m === 5 ? 1 : 0]);
    expect(profile.every((watts) => Number.isFinite(watts))).toBe(true);
  }
});

describe('everything at once', () => {
  const uses = {
    saw: use(1, 1500, 1),
    kettle: use(2, 2000, 1),
    fridge: use(3, 60, 10, { supply: 'dc' }),
    pump: use(4, 140, 1, { supply: 'dc' }),
  };
  it('is the share of it that runs together on each side, and never less than the largest', () => {
    const at = (sharing: number) => computeLoads(plain(uses, { sharing: chosen(sharing) })).months[0]!;
    expect(at(100)).toMatchObject({ runningW: 3700, acW: 3500 });
    expect(at(80)).toMatchObject({ runningW: 2800 + 160, acW: 2800 });
    // half of 3500 is less than the kettle alone, and half of 200 less than the pump
    expect(at(50)).toMatchObject({ runningW: 2000 + 140, acW: 2000 });
    expect(at(80).bankW).toBeCloseTo(2800 / 0.8 + 160, 9);
    expect(at(50).bankW).toBeCloseTo(2000 / 0.8 + 140, 9);
  });
  it('has the hardest single start on AC on top', () => {
    const starts = {
      ...uses,
      saw: use(1, 1500, 1, { startFactor: chosen(3) }),
      pump: use(4, 140, 1, { supply: 'dc', startFactor: chosen(60) }),
    };
    const { months, worstStart } = computeLoads(plain(starts, { sharing: chosen(100) }));
    expect(months[0]).toMatchObject({ startW: 3500 + 3000, starts: 'Use 1' });
    expect(worstStart!.startW).toBe(6500);
  });
});

describe('a mean day', () => {
  it('has what always draws in it only where something is used', () => {
    const design = plain({ lamp: use(1, 50, 4, { supply: 'dc', months: [7] }) });
    const { months } = computeLoads(design, null, { padWh: Array(12).fill(30), controllersWh: 24 });
    expect(months[6]).toMatchObject({ busWh: 254, fullWh: 254, padWh: 30, controllersWh: 24 });
    expect(months[0]).toMatchObject({ busWh: 0, fullWh: 0, padWh: 0, controllersWh: 0 });
  });
  it('sums to its energy in half hours, and knows what of it has no hours', () => {
    const design = plain({
      lamp: use(1, 50, 4, { supply: 'dc', paint: { year: cells(36, 44) } }),
      router: use(2, 10, 12, { supply: 'dc' }),
    });
    const month = computeLoads(design, null, { controllersWh: 24 }).months[3]!;
    expect(month.profile.reduce((sum, watts) => sum + watts / 2, 0)).toBeCloseTo(200 + 120 + 24, 6);
    expect(month.profile[40]).toBeCloseTo(50 + 144 / 24, 6);
    expect(month.profile[4]).toBeCloseTo(144 / 24, 6);
    // 120 of 344 Wh at no known hour
    expect(month.untimed).toBeCloseTo(120 / 344, 9);
  });
  it('counts the whole inverter on days it is on, and none where nothing is on AC', () => {
    const idle = { inverterIdle: chosen(10), inverterHours: chosen(24) };
    const weekend = use(1, 100, 2, { days: 'week', given: { daysAWeek: chosen(2) }, standby: chosen(0) });
    const month = computeLoads(plain({ weekend }, idle)).months[0]!;
    expect(month.idleWh).toBeCloseTo((240 * 2) / 7, 9);
    expect(month.fullWh).toBeCloseTo(200 / 0.8 + 240, 9);
    const dc = computeLoads(plain({ weekend: { ...weekend, supply: 'dc' } }, idle)).months[0]!;
    expect(dc.idleWh).toBe(0);
  });
  it('runs over days that begin together, then rests, by hand', () => {
    const row = {
      ...computeLoads(plain({ a: use(1, 100, 5, { supply: 'dc' }) })).rows[0]!,
      run: 2,
      cycle: 7,
      restWh: 8,
    };
    const taken = overDaysOf([row], 1, 10, 5);
    // two days of 500, then five of 8; 15 beside on each
    expect(taken(2)).toBeCloseTo(1000 + 30, 9);
    expect(taken(5)).toBeCloseTo(1000 + 3 * 8 + 75, 9);
    expect(taken(9)).toBeCloseTo(2000 + 5 * 8 + 135, 9);
    expect(overDaysOf([{ ...row, surplus: true }], 1, 0, 0)(3)).toBe(0);
    expect(overDaysOf([{ ...row, later: true }], 1, 0, 0)(3)).toBe(0);
  });
});

describe('one piece of a use', () => {
  it('by amps, by plate and by meter, by hand', () => {
    expect(wattsOfAmps(6, 230, 0.8)).toBeCloseTo(1104, 9);
    const amps = use(1, 0, 2, {
      form: 'amps',
      given: { amps: chosen(6), volts: chosen(230), powerFactor: chosen(0.8) },
    });
    expect(runningW(amps)).toBeCloseTo(1104, 9);
    const plate = {
      ...amps,
      start: 'amps' as const,
      given: { ...amps.given, startAmps: chosen(30), startVolts: chosen(230) },
    };
    expect(startingW(plate)).toBe(6900);
    // a peak below what it runs at is none
    expect(
      startingW({ ...amps, start: 'watts', given: { ...amps.given, startWatts: chosen(500) } }),
    ).toBeCloseTo(1104, 9);
    const meter = use(1, 0, 0, {
      form: 'meter',
      given: { meterWh: chosen(1200), meterHours: chosen(48), meterPeak: chosen(140) },
    });
    expect(useDay(meter, 1, null)).toMatchObject({ runWh: 600, offWh: 0, runW: 140 });
    expect(
      useDay(use(1, 100, 0, { form: 'label', given: { labelWh: chosen(182_500) } }), 1, null).runWh,
    ).toBeCloseTo(500, 9);
  });
  it('lifts and heats water by the energy of it', () => {
    // 1000 L by 36.71 m: 100 Wh of work (9.80665 m/s²); through a half, 200
    expect(pumpingWh(1000, 36.7098, 0, 0.5)).toBeCloseTo(200, 3);
    // against 360 kPa the same litres take 100 Wh more of work
    expect(pumpingWh(1000, 36.7098, 360, 1)).toBeCloseTo(200, 3);
    expect(heatingWh(100, 40, 0.8)).toBeCloseTo((100 * 40 * 1.163) / 0.8, 9);
  });
  it('never runs longer than a day, and its off draw takes the rest', () => {
    expect(useDay(use(1, 100, 30), 1, null).hours).toBe(24);
    const tv = useDay(use(1, 100, 6, { standby: chosen(2) }), 1, null);
    expect(tv).toMatchObject({ runWh: 600, offWh: 36, flat: true, untimed: true });
    expect(tv.profile[10]).toBeCloseTo(636 / 24, 9);
    const always = useDay(use(1, 100, 24), 1, null);
    expect(always.untimed).toBe(false);
  });
  it('known by its energy alone runs no hours where it has no watts', () => {
    const label = (watts: number) => use(1, watts, 0, { form: 'label', given: { labelWh: chosen(182_500) } });
    expect(useDay(label(0), 1, null)).toMatchObject({ hours: 0, runWh: 500 });
    expect(useDay(label(100), 1, null)).toMatchObject({ hours: 5, runWh: 500 });
  });
  it('of people runs by their number, painted or not', () => {
    const shower = use(1, 1000, 1, { perPerson: true });
    expect(useDay(shower, 1, null, 2.5).runWh).toBe(2500);
    expect(useDay({ ...shower, paint: { year: cells(14, 16) } }, 1, null, 1.5).hours).toBeCloseTo(1.5, 9);
  });
  it('knows what follows the weather, what is alike all year, and what hours decide', () => {
    expect([followsWeather({ form: 'heating' }), followsWeather({ form: 'watts' })]).toEqual([true, false]);
    expect(sameAllYear({ form: 'watts', paint: {} })).toBe(true);
    expect(sameAllYear({ form: 'watts', paint: { year: cells(0, 2) } })).toBe(true);
    expect(sameAllYear({ form: 'watts', paint: { 3: cells(0, 2) } })).toBe(false);
    expect(sameAllYear({ form: 'cooling', paint: {} })).toBe(false);
    expect([isTimed({ form: 'watts' }), isTimed({ form: 'label' })]).toEqual([true, false]);
  });
});

describe('what follows the weather', () => {
  it('gives less in the cold and more in mild air, within bounds; a plain heater always one', () => {
    // 2.5 % a kelvin about 7 °C, from a half to 1.35 of what it is rated at (common practice)
    expect(copAt(4, 7, 'heating')).toBe(4);
    expect(copAt(4, -3, 'heating')).toBeCloseTo(3, 9);
    expect(copAt(4, -40, 'heating')).toBeCloseTo(2, 9);
    expect(copAt(4, 30, 'heating')).toBeCloseTo(5.4, 9);
    expect(copAt(1.2, -40, 'heating')).toBe(1);
    expect([copAt(1, -30, 'heating'), copAt(0.9, 20, 'heating')]).toEqual([1, 0.9]);
    // and of 2 % about 35 °C where it cools
    expect(copAt(3, 45, 'cooling')).toBeCloseTo(2.4, 9);
    expect(copAt(3, 20, 'cooling')).toBeCloseTo(3 * 1.3, 9);
  });
  const month = (minC: number, maxC: number) =>
    ({ month: 1, minC, maxC, meanC: (minC + maxC) / 2 }) as unknown as Parameters<typeof useDay>[2];
  const heater = (watts: number, cop: number) =>
    use(1, watts, 0, {
      form: 'heating',
      given: { perKelvin: chosen(100), cop: chosen(cop), base: chosen(16) },
    });
  it('asks for its degrees times its watts a kelvin, and is held to its own', () => {
    const cold = month(-5, 5)!;
    const degrees = degreesByHour(cold, 16, 'heating').reduce((sum, kelvin) => sum + kelvin, 0);
    expect(useDay(heater(5000, 1), 1, cold).runWh).toBeCloseTo(100 * degrees, 6);
    expect(shortOfWeather(heater(5000, 1), cold)).toBe(0);
    // 1 kW day and night is all that it gives of some 38 kWh
    const held = useDay(heater(1000, 1), 1, cold);
    expect(held.runWh).toBeCloseTo(24_000, 6);
    expect(held.runWh + shortOfWeather(heater(1000, 1), cold)).toBeCloseTo(100 * degrees, 6);
    expect(useDay(heater(5000, 1), 1, null).runWh).toBe(0);
  });
  it('of one to each person runs as often as there are people, hour by hour', () => {
    const cold = month(-5, 5)!;
    const each = { ...heater(5000, 1), perPerson: true };
    const [one, three] = [useDay(each, 1, cold, 1), useDay(each, 1, cold, 3)];
    expect(three.runWh).toBeCloseTo(3 * one.runWh, 6);
    for (const cell of [4, 20, 31]) expect(three.profile[cell]).toBeCloseTo(3 * one.profile[cell]!, 9);
    expect(three.profile.reduce((sum, watts) => sum + watts / 2, 0)).toBeCloseTo(three.runWh, 6);
  });
  it('with a heat pump takes a share that lies between its best and its worst air', () => {
    const cold = month(-5, 5)!;
    const [plainly, pump] = [heater(5000, 1), heater(5000, 3)].map((of) => useDay(of, 1, cold).runWh);
    const byHour = degreesByHour(cold, 16, 'heating').map((kelvin, hour) => {
      // the middle of each hour, or the colder air that its degrees are of
      const air = Math.min(airAt(hour + 0.5, -5, 5), 16 - kelvin);
      return (100 * kelvin) / (3 * Math.min(1.35, Math.max(0.5, 1 + 0.025 * (air - 7))));
    });
    expect(pump!).toBeCloseTo(
      byHour.reduce((sum, watts) => sum + watts, 0),
      6,
    );
    // in air of −5 to 5 °C, or colder where the degrees are of colder days
    expect(pump!).toBeLessThan(plainly! / copAt(3, -8, 'heating'));
    expect(pump!).toBeGreaterThan(plainly! / copAt(3, 5, 'heating'));
  });
  it('cools by the hotter of the air and what its degrees are of', () => {
    const hot = month(24, 40)!;
    const cooler = (cop: number) =>
      use(1, 9000, 0, {
        form: 'cooling',
        given: { perKelvin: chosen(100), cop: chosen(cop), base: chosen(24) },
      });
    const degrees = degreesByHour(hot, 24, 'cooling');
    // the days that a degree is of are hotter than the mean one: by the air of that alone it would take less
    const byMean = degrees.map((kelvin, hour) => {
      const air = airAt(hour + 0.5, hot.minC, hot.maxC);
      expect(24 + kelvin).toBeGreaterThanOrEqual(air - 1e-9);
      return (kelvin * 100) / copAt(3, air, 'cooling');
    });
    expect(useDay(cooler(3), 1, hot).runWh).toBeGreaterThan(
      1.001 * byMean.reduce((sum, watts) => sum + watts, 0),
    );
    const taken = useDay(cooler(3), 1, hot).runWh;
    const all = degrees.reduce((sum, kelvin) => sum + kelvin, 0) * 100;
    expect(taken).toBeGreaterThan(all / copAt(3, 24, 'cooling'));
    expect(taken).toBeLessThan(all / copAt(3, 43, 'cooling'));
  });
});

describe('readings of a logger', () => {
  const read = (...lines: string[]) => readSeries(lines.join('\n'), 'log');
  it('are two at least', () => {
    const why = (...lines: string[]) => {
      const reading = read('time,W', ...lines);
      return reading.ok ? null : reading.message;
    };
    expect(why('2026-05-10 10:00,100')).toBe('Fewer than two readings could be read');
    expect(why('2026-05-10 10:00,100', '2026-05-10 11:00,no')).toBe('Fewer than two readings could be read');
    expect(why('2026-05-10 10:00,100', '2026-05-10 11:00,100')).toBeNull();
  });
  it('begin with a date and time that there is', () => {
    for (const [day, hour] of [
      ['2026-13-01', 10],
      ['2026-00-10', 10],
      ['2026-05-32', 10],
      ['2026-05-00', 10],
      ['2026-05-10', 25],
    ] as const)
      expect(
        read('time,W', `${day} ${hour}:00,1`, `${day} ${hour + 1}:00,2`, `${day} ${hour + 2}:00,2`).ok,
      ).toBe(false);
    // a day may end at 24:00
    expect(read('time,W', '2026-05-10 22:00,1', '2026-05-10 23:00,2', '2026-05-10 24:00,2').ok).toBe(true);
    // stamps may stand away from the edge
    const indented = read('time,W', '  2026-05-10 10:00,100', ' 2026-05-10 11:00,100');
    expect(indented).toMatchObject({ ok: true, unit: 'W' });
    expect(read('time,W', ' 10.05.2026 10:00,100', ' 10.05.2026 11:00,100').ok).toBe(true);
  });
  it('are in the unit that the heading says', () => {
    const with_ = (heading: string) => {
      const reading = read(
        `time,${heading}`,
        '2026-05-10 10:00,2',
        '2026-05-10 11:00,2',
        '2026-05-10 12:00,2',
      );
      return reading.ok ? [reading.unit, reading.series.watts[4]![10]] : reading.message;
    };
    expect(with_('kW')).toEqual(['kW', 2000]);
    expect(with_('Wh')).toEqual(['Wh', 2]);
    expect(with_('watt-hours')).toEqual(['Wh', 2]);
    expect(with_('kWh')).toEqual(['kWh', 2000]);
    expect(with_('power')).toEqual(['W', 2]);
    expect(with_('cumulative kWh')).toEqual(['total kWh', 0]);
  });
  it('that were not taken in an hour of the day are taken as the mean of the others', () => {
    const day = Array.from(
      { length: 12 },
      (_, i) => `2026-03-02 ${String(i + 6).padStart(2, '0')}:00,${i < 6 ? 100 : 300}`,
    );
    const reading = read('time,W', ...day);
    const march = reading.ok ? reading.series.watts[2]! : [];
    expect(march[6]).toBe(100);
    expect(march[16]).toBe(300);
    // five of 300 and six of 100: the last reading ends the last step
    expect(march[2]).toBeCloseTo((6 * 100 + 5 * 300) / 11, 9);
  });
});
