import fc from 'fast-check';
import { atStage, NO_PAINT, painted, stagesIn, type Design, type Use } from '../document';
import { blankDesign, blankUse, chosen } from '../job';
import { computeLoads } from './loads';

function withUses(...uses: Partial<Use>[]): Design {
  const design = blankDesign({ name: 'Loads', kind: 'cabin', units: 'metric', busVolts: 12 });
  design.supply = {
    inverterEfficiency: chosen(90),
    inverterIdle: chosen(10),
    inverterHours: chosen(24),
    sharing: chosen(100),
    acEfficiency: chosen(100),
    dcEfficiency: chosen(100),
    phases: 'split',
    mostVolts: null,
  };
  design.uses = Object.fromEntries(uses.map((use, i) => [`u${i}`, { ...blankUse(i), ...use }]));
  return design;
}

it('adds running hours and the off draw of the hours left', () => {
  const use = { ...blankUse(1), watts: chosen(60), hours: chosen(4), count: chosen(2), standby: chosen(0.5) };
  expect(computeLoads(withUses(use)).rows[0]!.ownWh).toBe(2 * (60 * 4 + 0.5 * 20));
});

it('takes inverter losses and its own draw from the bank, in months with an AC use', () => {
  const loads = computeLoads(withUses({ watts: chosen(90), hours: chosen(2), months: [6, 7] }));
  expect(loads.months[5]!.busWh).toBeCloseTo(180 / 0.9 + 240, 9);
  expect(loads.months[0]!.busWh).toBe(0);
  expect(loads.heaviest?.month).toBe(6);
  // and so over days of the month that counts, whatever the months behind it are without
  expect(loads.overDays(2)).toBeCloseTo(2 * (180 / 0.9 + 240), 9);
  const july = computeLoads(withUses({ watts: chosen(90), hours: chosen(2), months: [7] }));
  expect(july.overDays(1)).toBeCloseTo(180 / 0.9 + 240, 9);
});

it('takes from the bank what each side loses on its way: 90 W through 90 %, 40 W through 80 %', () => {
  const design = withUses({ watts: chosen(90) }, { watts: chosen(40), supply: 'dc' });
  design.supply.dcEfficiency = chosen(80);
  const { runningW, acW, bankW } = computeLoads(design).months[0]!;
  expect([runningW, acW]).toEqual([130, 90]);
  expect(bankW).toBeCloseTo(90 / 0.9 + 40 / 0.8, 9);
});

describe('an inverter that searches', () => {
  const hours = (from: number, to: number) => painted(NO_PAINT, 2 * from, 2 * to - 1, true);
  const month = (uses: Partial<Use>[], searchW: number | null = 2) =>
    computeLoads(withUses(...uses), null, { searchW }).months[0]!;
  const lamp = { watts: chosen(40), hours: chosen(3) };
  it('idles only while something on AC runs: 3 h at 10 W and 21 h at 2 W', () => {
    expect(month([lamp], null)).toMatchObject({ idleWh: 240, awakeH: 24 });
    expect(month([lamp]).awakeH).toBeCloseTo(3, 9);
    expect(month([lamp]).idleWh).toBeCloseTo(3 * 10 + 21 * 2, 9);
    expect(month([lamp]).busWh).toBeCloseTo(120 / 0.9 + 72, 9);
    expect(month([{ ...lamp, supply: 'dc' }]).idleWh).toBe(0);
  });
  it('counts hours known to overlap once, and others after one another', () => {
    const evening = { ...lamp, paint: { year: hours(18, 22) } };
    expect(month([evening, { ...lamp, paint: { year: hours(20, 23) } }]).awakeH).toBeCloseTo(5, 9);
    expect(month([lamp, { ...lamp, hours: chosen(6) }]).awakeH).toBeCloseTo(9, 9);
    // things of one use run together; nothing is awake for more than the day
    expect(month([{ ...lamp, count: chosen(9) }]).awakeH).toBeCloseTo(3, 9);
    expect(
      month([
        { ...lamp, hours: chosen(20) },
        { ...lamp, hours: chosen(9) },
      ]).awakeH,
    ).toBeCloseTo(24, 9);
  });
  it('is awake for what draws at all where watts vary', () => {
    const watts = Array.from({ length: 12 }, () => Array.from({ length: 24 }, (_, h) => (h < 10 ? 5 : 0)));
    const series: Partial<Use> = { form: 'series', series: { name: '', peakW: 500, watts, notes: [] } };
    expect(month([series]).awakeH).toBeCloseTo(10, 9);
  });
  it('is never awake for longer than it is on, and no more on a full day than there are hours', () => {
    const design = withUses({ ...lamp, hours: chosen(12) });
    design.supply.inverterHours = chosen(8);
    const loads = computeLoads(design, null, { searchW: 2 });
    expect(loads.months[0]).toMatchObject({ awakeH: 8, idleWh: 80 });
    expect(loads.overDays(3)).toBeCloseTo(3 * loads.months[0]!.fullWh, 6);
  });
});

it('leaves uses on surplus out of what sizes the system', () => {
  const loads = computeLoads(withUses({ watts: chosen(1500), hours: chosen(2), priority: 'surplus' }));
  expect(loads.months[0]!.busWh).toBe(0);
  expect(loads.months[0]!.surplusWh).toBeCloseTo(3000 / 0.9, 9);
  expect(loads.heaviest).toBeNull();
});

it('puts the worst start on top of all that runs', () => {
  const loads = computeLoads(
    withUses(
      { name: 'Pump', watts: chosen(800), startFactor: chosen(5), months: [1] },
      { name: 'Fridge', watts: chosen(80), startFactor: chosen(6), months: [1] },
      { name: 'Lamp', watts: chosen(100), months: [1, 2], count: chosen(3) },
    ),
  );
  expect(loads.largestRunning).toMatchObject({ month: 1, runningW: 1180 });
  expect(loads.worstStart).toMatchObject({ startW: 1180 + 3200, starts: 'Pump' });
});

it('answers for nothing at all', () => {
  expect(computeLoads(withUses())).toMatchObject({ heaviest: null, largestRunning: null, worstStart: null });
});

describe('the days it runs on', () => {
  const given = (daysAWeek: number) => ({ daysAWeek: chosen(daysAWeek) });
  const january = (design: Design) => computeLoads(design).months[0]!;
  const dc = { supply: 'dc' as const, watts: chosen(100), hours: chosen(10), months: [1] };

  it('weekends take two sevenths on average and all of it on the day', () => {
    const month = january(withUses({ ...dc, days: 'week', given: given(2) }));
    expect(month.busWh).toBeCloseTo((1000 * 2) / 7, 9);
    expect(month.fullWh).toBeCloseTo(1000, 9);
  });
  it('what is off on the other days still draws when off', () => {
    const month = january(withUses({ ...dc, days: 'week', given: given(2), standby: chosen(2) }));
    expect(month.busWh).toBeCloseTo(((1000 + 28) * 2 + 48 * 5) / 7, 9);
  });
  it('visits take their share of the month, and no more than all of it', () => {
    const design = withUses({ ...dc, days: 'visits' });
    design.visits = { stay: chosen(3), perMonth: chosen(2) };
    expect(january(design).busWh).toBeCloseTo((1000 * 6) / 31, 9);
    design.visits = { stay: chosen(10), perMonth: chosen(9) };
    expect(january(design).busWh).toBeCloseTo(1000, 9);
  });
  it('an event has its own dates, over the new year if it must', () => {
    const design = withUses({ ...dc, days: 'event', event: 'e' });
    design.events = { e: { name: 'Party', position: 1, from: '12-27', to: '01-04' } };
    const { months } = computeLoads(design);
    expect(months[0]!.busWh).toBeCloseTo((1000 * 4) / 31, 9);
    expect(months[11]!.busWh).toBeCloseTo((1000 * 5) / 31, 9);
    expect(months[5]!.busWh).toBe(0);
    expect(january({ ...design, uses: { u: { ...design.uses.u0!, event: null } } }).busWh).toBe(0);
  });
  it('over several days counts the days it runs, not more', () => {
    const weekend = computeLoads(withUses({ ...dc, days: 'week', given: given(2) }));
    expect([1, 2, 3, 7, 9].map(weekend.overDays)).toEqual([1000, 2000, 2000, 2000, 4000]);
    const always = computeLoads(withUses(dc));
    expect(always.overDays(3.5)).toBeCloseTo(3500, 9);
  });
  it('never takes more over some days than all of it on each, nor less than the mean over many', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        (perWeek, days) => {
          const loads = computeLoads(
            withUses({ ...dc, days: 'week', given: given(perWeek) }, { ...dc, standby: chosen(1) }),
          );
          const month = loads.heaviest!;
          expect(loads.overDays(days)).toBeLessThanOrEqual(month.fullWh * days + 1e-6);
          expect(loads.overDays(days)).toBeGreaterThanOrEqual(month.busWh * days - 1e-6);
        },
      ),
    );
  });
  it('a full house takes more of what follows the people', () => {
    const design = withUses({ ...dc, perPerson: true }, dc);
    design.people = { ...design.people, usual: chosen(2), full: chosen(4), sizes: 'full' };
    expect(january(design).busWh).toBeCloseTo(2000 + 1000, 9);
    expect(january({ ...design, people: { ...design.people, sizes: 'usual' } }).busWh).toBeCloseTo(2000, 9);
  });
  it('a later stage has its row and counts for nothing until then', () => {
    const design = withUses(dc, { ...dc, stage: 2 });
    expect(january(design).busWh).toBeCloseTo(1000, 9);
    expect(computeLoads(design).rows[1]).toMatchObject({ busWh: 1000, later: true });
    expect(stagesIn(design)).toEqual([2]);
    expect(january(atStage(design, 1)).busWh).toBeCloseTo(1000, 9);
    expect(january(atStage(design, 2)).busWh).toBeCloseTo(2000, 9);
  });
});

it('keeps every watt-hour in the profile of the month, whatever its hours', () => {
  const paint = { year: painted(NO_PAINT, 10, 20, true) };
  const loads = computeLoads(
    withUses(
      { watts: chosen(60), hours: chosen(5) },
      { watts: chosen(800), paint, days: 'week', given: { daysAWeek: chosen(3) }, standby: chosen(4) },
      { watts: chosen(20), supply: 'dc', months: [1, 2] },
    ),
    null,
    { padWh: [240, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 240] },
  );
  for (const { profile, busWh } of loads.months)
    expect(profile.reduce((sum, watts) => sum + watts / 2, 0)).toBeCloseTo(busWh, 6);
  expect(loads.months[0]!.padWh).toBe(240);
});

it('shares what runs between the legs of a split supply', () => {
  const loads = computeLoads(
    withUses(
      { watts: chosen(300), leg: 'a' },
      { watts: chosen(200), leg: 'b' },
      { watts: chosen(1000), leg: 'both' },
      { watts: chosen(999), supply: 'dc' },
    ),
  );
  expect(loads.months[0]!.legs).toEqual({ a: 800, b: 700, c: 0 });
});

it('adds up the hours of uses alike all year and of those that are not, by hand', () => {
  const evening = painted(NO_PAINT, 36, 43, true);
  const morning = painted(NO_PAINT, 12, 15, true);
  const lamp = { watts: chosen(90), hours: chosen(4), standby: chosen(0), months: [1, 2] };
  const design = withUses(
    { ...lamp, paint: { year: evening } },
    // on six days of a month: other shares of January and of February
    { ...lamp, paint: { year: evening }, days: 'visits' },
    // other hours in February
    { ...lamp, paint: { year: evening, 2: morning } },
    // on surplus, and from a later stage: nothing of it
    { ...lamp, paint: { year: evening }, priority: 'surplus' },
    { ...lamp, paint: { year: evening }, stage: 1 },
  );
  design.supply.inverterIdle = chosen(0);
  design.visits = { ...design.visits, stay: chosen(3), perMonth: chosen(2) };
  const [january, february, march] = computeLoads(design).months;
  // 90 W through 90 % are 100 W of the bank
  expect(january!.profile[36]).toBeCloseTo(100 + (100 * 6) / 31 + 100, 9);
  expect(january!.profile[12]).toBeCloseTo(0, 9);
  expect(february!.profile[36]).toBeCloseTo(100 + (100 * 6) / 28, 9);
  expect(february!.profile[43]).toBeCloseTo(100 + (100 * 6) / 28, 9);
  expect(february!.profile[44]).toBeCloseTo(0, 9);
  expect(february!.profile[12]).toBeCloseTo(100, 9);
  expect(Math.max(...march!.profile)).toBe(0);
  for (const { profile, busWh } of [january!, february!])
    expect(profile.reduce((sum, watts) => sum + watts / 2, 0)).toBeCloseTo(busWh, 9);
});
