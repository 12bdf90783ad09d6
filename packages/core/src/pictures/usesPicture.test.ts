import { calculate } from '../calculate';
import { NO_PAINT, painted, problemsOf, withValueAt, type Design, type Use } from '../document';
import { tried } from '../findings';
import { chosen, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { sunHours, usesPicture, type Saving } from './usesPicture';

const climate = plainClimate(41.6);
const cabin = (uses: Record<string, Use>, change: Record<string, unknown> = {}): Design => {
  const design = cabinOf(uses, { inverterEfficiency: chosen(80), inverterIdle: chosen(0) });
  const bare: Design = { ...design, bank: { ...design.bank, coldest: measured(25), days: chosen(2) } };
  return Object.entries(change).reduce((all, [path, value]) => withValueAt(all, path, value), bare);
};
const picture = (design: Design, grid: typeof climate | null = climate) => usesPicture(design, grid)!;
const saving = (design: Design, what: RegExp): Saving | undefined =>
  picture(design).savings.find((each) => what.test(each.what));
const day = (watts: readonly number[]) => watts.reduce((sum, w) => sum + w, 0);

describe('the day by hour and group', () => {
  it('keeps the energy of each group, where its hours lie', () => {
    const evening = painted(NO_PAINT, 36, 41, true);
    const design = cabin({
      lamp: dcUse(1, 'Lamp', 40, 1, { group: 'lighting', paint: { year: evening } }),
      fridge: dcUse(2, 'Fridge', 10, 24, { group: 'cold' }),
    });
    const groups = Object.fromEntries(picture(design).groups.map(({ group, watts }) => [group, watts]));
    for (let m = 0; m < 12; m++) {
      expect(day(groups.lighting![m]!)).toBeCloseTo(120, 6);
      expect(day(groups.cold![m]!)).toBeCloseTo(240, 6);
      expect(groups.lighting![m]!.slice(18, 21)).toEqual([40, 40, 40].map((w) => expect.closeTo(w, 9)));
      expect(groups.lighting![m]![17]).toBe(0);
      expect(groups.cold![m]![3]).toBeCloseTo(10, 9);
      expect(groups.cold![m]).toHaveLength(24);
    }
  });
  it('shows what passes the inverter as the bank gives it, and its own draw beside', () => {
    const design = cabin(
      { tv: dcUse(1, 'TV', 80, 24, { supply: 'ac', group: 'communications' }) },
      { '/supply/inverterIdle': chosen(12), '/supply/inverterHours': chosen(24) },
    );
    const groups = Object.fromEntries(
      picture(design).groups.map(({ group, watts, name }) => [group, { watts, name }]),
    );
    expect(groups.communications!.watts[0]![12]).toBeCloseTo(100, 6);
    expect(groups.supply!.watts[0]![12]).toBeCloseTo(12, 6);
    expect(groups.supply!.name).toBe('inverter, pad and controllers');
  });
  it('puts the group that takes most first, and leaves out what waits', () => {
    const design = cabin({
      a: dcUse(1, 'Lamp', 10, 5, { group: 'lighting' }),
      b: dcUse(2, 'Pump', 100, 5, { group: 'water' }),
      c: dcUse(3, 'Boiler', 900, 5, { group: 'other', priority: 'surplus' }),
      d: dcUse(4, 'Saw', 900, 5, { group: 'tools', stage: 1 }),
      e: dcUse(5, 'Spare', 0, 5, { group: 'comfort' }),
    });
    expect(picture(design).groups.map(({ group }) => group)).toEqual(['water', 'lighting']);
  });
  it('is nothing where nothing is used', () => expect(usesPicture(cabin({}), climate)).toBeNull());
});

describe('the sun over it', () => {
  it('is up for the length of the day, alike before and after noon', () => {
    for (const [lat, month] of [
      [41.6, 11],
      [41.6, 5],
      [-30, 0],
    ] as const) {
      const [rise, set] = sunHours(lat, month)!;
      expect(rise + set).toBeCloseTo(24, 9);
      expect(set - rise).toBeGreaterThan(8);
      expect(set - rise).toBeLessThan(16);
    }
    // nine hours in December, fifteen in June at 41.6° (to twenty minutes)
    expect(sunHours(41.6, 11)![1] - sunHours(41.6, 11)![0]).toBeCloseTo(9, 0);
    expect(sunHours(41.6, 5)![1] - sunHours(41.6, 5)![0]).toBeCloseTo(15, 0);
  });
  it('does not rise in the polar night, and is not known without a place', () => {
    expect(sunHours(75, 11)).toBeNull();
    expect(sunHours(75, 5)).toEqual([0, 24]);
    expect(picture(cabin({ a: dcUse(1, 'Lamp', 10, 5) }), null).sun).toEqual(Array(12).fill(null));
  });
});

describe('what costs the most', () => {
  const design = cabin(
    { a: dcUse(1, 'Lamp', 10, 5), b: dcUse(2, 'Pump', 100, 5, { months: [12, 1, 2] }) },
    { '/supply/inverterIdle': chosen(0) },
  );
  it('is told of the month that decides, with its share', () => {
    const { costs, month } = picture(design);
    expect([12, 1, 2]).toContain(month);
    expect(costs.map(({ name, wh }) => [name, wh])).toEqual([
      ['Pump', 500],
      ['Lamp', 50],
    ]);
    expect(costs[0]!.share).toBeCloseTo(500 / 550, 9);
    expect(costs.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });
  it('asks for panels and for rated capacity of its own', () => {
    const [pump] = picture(design).costs;
    const { energy, lead } = calculate(design, climate);
    expect(pump!.modules).toBeCloseTo((500 * energy!.loadRatio) / energy!.arrays[lead.id]!.perModuleWh, 9);
    // two days of it, four fifths usable
    expect(pump!.bankWh).toBeCloseTo((500 * 2) / 0.8, 6);
    expect(picture(design, null).costs[0]!.modules).toBeNull();
  });
});

describe('what changing it would save', () => {
  it('is what is drawn while off', () => {
    const off = saving(cabin({ a: dcUse(1, 'TV', 50, 4, { standby: measured(2) }) }), /^Switch it off$/)!;
    expect(off.savesWh).toBeCloseTo(40, 9);
    expect(saving(cabin({ a: dcUse(1, 'TV', 50, 4) }), /^Switch it off$/)).toBeUndefined();
  });
  it('is two fifths of an old cold box, and lamps that take less', () => {
    const uses = {
      fridge: dcUse(1, 'Fridge', 0, 0, {
        group: 'cold',
        form: 'label',
        given: { labelWh: measured(365_000) },
      }),
      lamp: dcUse(2, 'Lamp', 60, 5, { group: 'lighting' }),
    };
    const cold = saving(cabin(uses), /^A better one$/)!;
    expect(cold.savesWh).toBeCloseTo(400, 6);
    expect(tried(cabin(uses), cold.remedy!.operations).uses.fridge!.given.labelWh!.value).toBe(219_000);
    const lamp = saving(cabin(uses), /^Lamps of 8 W$/)!;
    expect(lamp.savesWh).toBeCloseTo(52 * 5, 6);
  });
  it('is cooking with fire, of what is strong', () => {
    const hob = saving(cabin({ a: dcUse(1, 'Hob', 1500, 1, { group: 'cooking' }) }), /gas or wood/)!;
    expect(hob.savesWh).toBeCloseTo(1500, 9);
    expect(
      saving(cabin({ a: dcUse(1, 'Toaster', 400, 1, { group: 'cooking' }) }), /gas or wood/),
    ).toBeUndefined();
  });
  it('is running in the sun what can wait and runs in the dark', () => {
    const night = painted(NO_PAINT, 0, 3, true);
    const washer = dcUse(1, 'Washer', 500, 1, {
      group: 'washing',
      priority: 'should',
      paint: { year: night },
    });
    const wait = saving(cabin({ a: washer }), /^Run it in the sun$/)!;
    // all of it through the bank, which gives back 94 %
    expect(wait.savesWh).toBeCloseTo(1000 * (1 / 0.94 - 1), 6);
    expect(wait.why).toMatch(/^100 % of it/);
    expect(wait.bankWh).toBeCloseTo((1000 * 2) / 0.8, 6);
    const noon = { ...washer, paint: { year: painted(NO_PAINT, 22, 25, true) } };
    expect(saving(cabin({ a: noon }), /^Run it in the sun$/)).toBeUndefined();
    expect(saving(cabin({ a: { ...washer, priority: 'must' } }), /^Run it in the sun$/)).toBeUndefined();
    expect(saving(cabin({ a: { ...washer, group: 'cold' } }), /^Run it in the sun$/)).toBeUndefined();
    expect(picture(cabin({ a: washer }), null).savings).toEqual([]);
  });
  it('is feeding with DC what need not pass the inverter', () => {
    const router = dcUse(1, 'Router', 10, 24, { group: 'communications', supply: 'ac' });
    const design = cabin({ a: router });
    // 300 Wh through the inverter, 240 without
    expect(saving(design, /^Feed it with DC$/)!.savesWh).toBeCloseTo(60, 6);
    expect(saving(cabin({ a: { ...router, supply: 'dc' } }), /^Feed it with DC$/)).toBeUndefined();
  });
  it('is half the hours of what runs day and night', () => {
    const half = saving(
      cabin({ a: dcUse(1, 'Fan', 20, 24, { priority: 'should', group: 'comfort' }) }),
      /^Half the hours$/,
    )!;
    expect(half.savesWh).toBeCloseTo(240, 9);
    const fan = (hours: number, more: Partial<Use> = {}) =>
      saving(
        cabin({ a: dcUse(1, 'Fan', 20, hours, { priority: 'should', group: 'comfort', ...more }) }),
        /^Half the hours$/,
      );
    expect([fan(20)?.savesWh, fan(19.9)]).toEqual([expect.closeTo(200, 9), undefined]);
    expect(fan(24, { priority: 'must' })).toBeUndefined();
    expect(fan(24, { paint: { year: painted(NO_PAINT, 0, 47, true) } })).toBeUndefined();
    expect(fan(24, { form: 'label', given: { labelWh: measured(90_000) } })).toBeUndefined();
  });
  it('is a router of less than 100 W on DC, and nothing else that talks', () => {
    const feed = (watts: number, more: Partial<Use> = {}) =>
      saving(
        cabin({ a: dcUse(1, 'Set', watts, 10, { group: 'communications', supply: 'ac', ...more }) }),
        /^Feed it with DC$/,
      );
    expect([feed(99) !== undefined, feed(100), feed(50, { group: 'other' })]).toEqual([
      true,
      undefined,
      undefined,
    ]);
  });
  it('is of the month that decides, whose hours nobody painted are told', () => {
    const summer = dcUse(1, 'Pump', 100, 5, { months: [7] });
    const winter = dcUse(2, 'Lamp', 60, 5, {
      months: [12, 1],
      paint: { year: painted(NO_PAINT, 36, 45, true) },
    });
    expect(picture(cabin({ a: summer }))).toMatchObject({ month: 7, untimed: 1 });
    expect(picture(cabin({ a: { ...summer, watts: measured(1) }, b: winter })).untimed).toBe(0);
  });
  it('is true: pressed, the month that decides takes as much less', () => {
    const design = cabin({
      a: dcUse(1, 'TV', 50, 4, { standby: measured(5), supply: 'ac' }),
      b: dcUse(2, 'Lamp', 60, 5, { group: 'lighting' }),
      c: dcUse(3, 'Fan', 20, 24, { priority: 'should', group: 'comfort' }),
      d: dcUse(4, 'Router', 10, 24, { group: 'communications', supply: 'ac' }),
    });
    const { month, savings } = picture(design);
    expect(savings.length).toBeGreaterThan(3);
    const takes = (of: Design) => calculate(of, climate).loads.months[month - 1]!.busWh;
    for (const { remedy, savesWh, what } of savings) {
      if (!remedy) continue;
      const after = tried(design, remedy.operations);
      expect(problemsOf(after)).toEqual([]);
      expect([what, Math.round(takes(design) - takes(after))]).toEqual([what, Math.round(savesWh)]);
    }
  });
  it('is told for eight at most, the largest first, and none worth less than five watt-hours', () => {
    const uses = Object.fromEntries(
      Array.from({ length: 14 }, (_, i) => [
        `u${i}`,
        dcUse(i + 1, `TV ${i}`, 30, 4, { standby: measured(0.1 + i / 10) }),
      ]),
    );
    const saves = picture(cabin(uses)).savings.map(({ savesWh }) => savesWh);
    expect(saves.length).toBe(8);
    expect(saves).toEqual(saves.toSorted((a, b) => b - a));
    expect(Math.min(...saves)).toBeGreaterThanOrEqual(5);
  });
});

describe('today and later', () => {
  const design = cabin({
    a: dcUse(1, 'Lamp', 10, 5),
    b: dcUse(2, 'Pump', 200, 5, { stage: 1, startFactor: measured(3) }),
    c: dcUse(3, 'Workshop', 1000, 5, { stage: 3 }),
  });
  it('is one row a stage, each with the uses before it', () => {
    const { stages } = picture(design);
    expect(stages.map(({ stage, busWh }) => [stage, busWh])).toEqual([
      [0, 50],
      [1, 1050],
      [3, 6050],
    ]);
    expect(stages.map(({ startW }) => startW)).toEqual([0, 0, 0]);
    expect(stages[0]!.days).toBeCloseTo(calculate(design, climate).bank.days!, 9);
    expect(stages[0]!.days! / stages[1]!.days!).toBeCloseTo(21, 6);
    expect(stages.map(({ stands }) => stands)).toEqual([true, expect.any(Boolean), false]);
    expect(stages[2]!.units).toBeGreaterThan(stages[1]!.units);
    expect(stages[2]!.modules!).toBeGreaterThan(stages[0]!.modules!);
  });
  it('stands by its days and by its sun', () => {
    const stands = (units: number, change: Record<string, unknown>) =>
      picture({ ...withValueAt(design, '/bank/parallel', chosen(units)), ...change }).stages.map((row) => [
        row.stands,
        row.days! >= 1.99,
        row.ratio! >= 1,
      ]);
    const days = stands(1, {});
    expect(days.at(-1)![1]).toBe(false);
    const sun = stands(40, {});
    expect(sun.at(-1)).toEqual([false, true, false]);
    for (const [told, ...both] of [...days, ...sun]) expect(told).toBe(both.every(Boolean));
  });
  it('is not told where all is built at once', () => {
    expect(picture(cabin({ a: dcUse(1, 'Lamp', 10, 5) })).stages).toEqual([]);
  });
});
