import { blankDesign, blankUse, chosen } from '../job';
import { MONTH_DAYS } from '../units';
import { daysInYear, eventDays } from './calendarShare';
import { DAY_SPREAD_K, degreesByHour } from './degrees';
import { groupOf } from './groups';
import { contextOf, useYear } from './useYear';
import type { UsePart } from './useDay';

const design = blankDesign({ name: 'Year', kind: 'cabin', units: 'metric', busVolts: 24 });
const part = (more: Partial<UsePart> = {}): UsePart => ({
  ...blankUse(1, 'Lamp'),
  watts: chosen(100),
  hours: chosen(5),
  standby: chosen(2),
  ...more,
});
const visits = { ...design.visits, stay: chosen(3), perMonth: chosen(2) };

describe('the days on which a use runs', () => {
  it('every day of its months', () => {
    const { share, run, cycle } = daysInYear(part({ months: [1, 7] }), { visits }, {});
    expect(share).toEqual([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0]);
    expect([run, cycle]).toEqual([Infinity, Infinity]);
  });
  it('so many of a week, one after another', () => {
    const week = (daysAWeek: number) =>
      daysInYear(
        part({ days: 'week', months: [2], given: { daysAWeek: chosen(daysAWeek) } }),
        { visits },
        {},
      );
    expect(week(2).share[1]).toBeCloseTo(2 / 7, 12);
    expect(week(2).share[0]).toBe(0);
    expect([week(2).run, week(2).cycle]).toEqual([2, 7]);
    expect(week(6.5).run).toBe(6.5);
    // who runs it all seven never rests
    expect([week(7).share[1], week(7).run, week(7).cycle]).toEqual([1, Infinity, 7]);
  });
  it('of visits their stay, never more than the month has days', () => {
    const { share, run, cycle } = daysInYear(part({ days: 'visits', months: [2, 5] }), { visits }, {});
    expect(share[1]).toBeCloseTo(6 / 28, 12);
    expect(share[4]).toBeCloseTo(6 / 31, 12);
    expect(share[0]).toBe(0);
    expect([run, cycle]).toEqual([3, 15]);
    const often = { ...visits, stay: chosen(20), perMonth: chosen(3) };
    expect(daysInYear(part({ days: 'visits', months: [2] }), { visits: often }, {})).toMatchObject({
      run: 20,
      cycle: 20,
    });
    expect(daysInYear(part({ days: 'visits', months: [2] }), { visits: often }, {}).share[1]).toBe(1);
    const never = { ...visits, perMonth: chosen(0) };
    expect(daysInYear(part({ days: 'visits', months: [2] }), { visits: never }, {}).share[1]).toBe(0);
  });
  it('of an event its dates, whatever months it is marked in', () => {
    // 20 June to 10 July: eleven days and ten
    const events = eventDays({ e1: { position: 1, name: 'Regatta', from: '06-20', to: '07-10' } as never });
    const { share, run, cycle } = daysInYear(
      part({ days: 'event', event: 'e1', months: [1] }),
      { visits },
      events,
    );
    expect(share[5]).toBeCloseTo(11 / 30, 12);
    expect(share[6]).toBeCloseTo(10 / 31, 12);
    expect(share.filter((one) => one > 0)).toHaveLength(2);
    expect([run, cycle]).toEqual([21, 365]);
    expect(daysInYear(part({ days: 'event', event: 'gone' }), { visits }, events).share).toEqual(
      MONTH_DAYS.map(() => 0),
    );
    expect(daysInYear(part({ days: 'event', event: null }), { visits }, events).run).toBe(0);
  });
});

describe('a use through the year', () => {
  const context = contextOf(
    { ac: 0.8, dc: 0.96 },
    { ...design.people, sizes: 'full', full: chosen(6), usual: chosen(4) },
    visits,
    {},
  );
  it('knows what each side gives, and how many people there are over the usual ones', () => {
    expect(context.gives).toEqual({ ac: 0.8, dc: 0.96 });
    expect(context.persons).toBe(1.5);
    const nobody = contextOf(
      context.gives,
      { ...design.people, sizes: 'usual', usual: chosen(0) },
      visits,
      {},
    );
    expect(nobody.persons).toBe(0);
  });
  it('takes from the bank what it uses and what is lost, off draw and all, by hand', () => {
    // 100 W for 5 h and 2 W for 19: 538 Wh, two of them, through 80 %
    const { row } = useYear(part({ count: chosen(2), months: [3, 4] }), context, null, 'u');
    expect(row).toMatchObject({ id: 'u', ownWh: 1076, hours: 5, months: [3, 4], restWh: 0, later: false });
    expect(row.busWh).toBeCloseTo(1345, 9);
    expect(row.offWh).toBeCloseTo((38 * 2) / 0.8, 9);
    expect([row.monthWh[2], row.monthWh[1]]).toEqual([row.busWh, 0]);
    // on direct current the other loss counts
    expect(useYear(part({ supply: 'dc' }), context, null).row.busWh).toBeCloseTo(538 / 0.96, 9);
  });
  it('of some days of the week still draws when off, and of visits does not', () => {
    const given = { daysAWeek: chosen(2) };
    const week = useYear(part({ days: 'week', given, months: [1] }), context, null).row;
    // two days in seven 672.5 Wh, five of 2 W around the clock
    expect(week.restWh).toBeCloseTo(48 / 0.8, 9);
    expect(week.monthWh[0]).toBeCloseTo((672.5 * 2 + 60 * 5) / 7, 9);
    expect(week.fullWh[0]).toBeCloseTo(672.5, 9);
    const stays = useYear(part({ days: 'visits', months: [2] }), context, null).row;
    expect(stays.restWh).toBe(0);
    expect(stays.monthWh[1]).toBeCloseTo((672.5 * 6) / 28, 9);
  });
  it('is marked where it waits for surplus or for a later stage', () => {
    expect(useYear(part({ priority: 'surplus' }), context, null).row.surplus).toBe(true);
    expect(useYear(part({ priority: 'must' }), context, null).row.surplus).toBe(false);
    expect(useYear(part({ stage: 1 }), context, null).row.later).toBe(true);
  });
  it('has a day in each of its months, and none in the others', () => {
    const { days, share } = useYear(part({ months: [6] }), context, null);
    expect(days.map((day) => day !== null)).toEqual(share.map((one) => one > 0));
    expect(days.filter((day) => day !== null)).toHaveLength(1);
  });
});

describe('degrees of heating and cooling', () => {
  const month = { minC: -4, maxC: 6 };
  const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);
  it('are base less air where it is always colder: 24 h × 19 K', () => {
    // the mean of the day's cosine is the mean of its ends
    const deep = degreesByHour(month, 20, 'heating');
    expect(deep).toHaveLength(24);
    expect(sum(deep)).toBeCloseTo(24 * 19, 0);
    expect(sum(degreesByHour(month, 20, 'cooling'))).toBeLessThan(0.01);
  });
  it('of heating and cooling differ by what the mean is off the base', () => {
    for (const base of [-10, 0, 1, 5, 20]) {
      const [cold, warm] = (['heating', 'cooling'] as const).map((side) =>
        sum(degreesByHour(month, base, side)),
      );
      expect(cold! - warm!).toBeCloseTo(24 * (base - 1), 0);
      expect(Math.min(cold!, warm!)).toBeGreaterThanOrEqual(0);
    }
  });
  it('on a day that is alike all round and at the base is the spread over √(2π), each way', () => {
    const [hour] = degreesByHour({ minC: 18, maxC: 18 }, 18, 'heating');
    expect(hour).toBeCloseTo(DAY_SPREAD_K / Math.sqrt(2 * Math.PI), 6);
    expect(degreesByHour({ minC: 18, maxC: 18 }, 18, 'cooling')[12]).toBeCloseTo(hour!, 6);
  });
  it('are most before dawn for heating and in the afternoon for cooling', () => {
    const at = (side: 'heating' | 'cooling') => {
      const hours = degreesByHour({ minC: 10, maxC: 26 }, 18, side);
      return hours.indexOf(Math.max(...hours));
    };
    expect(at('heating')).toBeLessThan(8);
    expect(at('cooling')).toBeGreaterThan(11);
    expect(at('cooling')).toBeLessThan(18);
  });
});

it.each([
  ['Anchor windlass', 'gear'],
  ['E-bike', 'vehicle'],
  ['Chest freezer', 'cold'],
  ['Well pump, 62 m', 'water'],
  ['House lights', 'lighting'],
  ['Kettle', 'cooking'],
  ['Washing machine', 'washing'],
  ['Angle grinder', 'tools'],
  ['Satellite internet', 'communications'],
  ['Fan', 'comfort'],
  ['Something else', 'other'],
] as const)('%s is of the group %s', (name, group) => expect(groupOf(name)).toBe(group));
