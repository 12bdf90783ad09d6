import { calculate } from '../calculate';
import type { Design } from '../document';
import { judge } from '../evaluate';
import { blankUse, chosen, guess, measured, usualBank } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { foundIn, severityIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climate = { ...plainClimate(44), stops: {} };
const put = withAll;
const grave = (design: Design, id: string) => severityIn(design, climate, id);
const of = (design: Design, id: string) =>
  judge(design, climate).findings.find((finding) => finding.id === id)!;

/** A cabin at 24 V whose one lamp takes 400 Wh a day, its bank kept at a typed cold. */
const cabin = (changes: Record<string, unknown> = {}, watts = 50): Design =>
  put(cabinOf({ lamp: dcUse(1, 'Lamp', watts, 8) }), { '/bank/coldest': measured(10), ...changes });
const lead = (chemistry: 'flooded' | 'agm' | 'gel', changes: Record<string, unknown> = {}): Design => {
  const design = cabin();
  return put({ ...design, bank: { ...design.bank, ...usualBank(chemistry, 24) } }, changes);
};

describe('days and what the bank bears', () => {
  it('four fifths of the days asked for are worth a look, fewer are a stop', () => {
    const { days } = calculate(cabin(), climate).bank;
    const asked = (count: number) => cabin({ '/bank/days': chosen(count) });
    expect(grave(asked(days! / 0.81), 'bank.days')).toBe('look');
    expect(grave(asked(days! / 0.79), 'bank.days')).toBe('stop');
    expect(of(asked(days! / 0.5), 'bank.days')).toMatchObject({ value: days, limit: days! / 0.5 });
  });
  it('a flooded bank is drawn with a fifth of its capacity an hour and charged with 13 % (common practice)', () => {
    const flooded = lead('flooded');
    const { ratedWh } = calculate(flooded, climate).bank;
    // a fifth of the rated energy in an hour
    const drawn = (watts: number) => put(flooded, { '/uses/lamp': dcUse(1, 'Lamp', watts, 0.1) });
    const most = calculate(drawn(100), climate);
    const need = (facts: typeof most) =>
      facts.bankNeeds.find(({ school }) => school === 'discharge')!.ratedWh;
    expect(need(calculate(drawn(200), climate)) / need(most)).toBeCloseTo(2, 6);
    const limitW = (100 * ratedWh) / need(most);
    expect(limitW / ratedWh).toBeCloseTo(0.2, 2);
    expect(grave(drawn(limitW), 'bank.discharge')).toBeNull();
    expect(grave(drawn(limitW * 1.01), 'bank.discharge')).toBe('look');
    const { chargeAmps } = calculate(flooded, climate).energy!;
    const ah = (capacity: number) =>
      put(flooded, { '/bank/unitAh': chosen(capacity), '/bank/parallel': chosen(1) });
    expect(grave(ah(chargeAmps / 0.129), 'bank.charge')).toBeNull();
    expect(grave(ah(chargeAmps / 0.132), 'bank.charge')).toBe('look');
    expect(plain(of(ah(100), 'bank.charge').sentence)).toMatch(/more than 13 % of capacity an hour/);
  });
  it('volts in series come to the bus, and the right number is a press', () => {
    expect(grave(cabin(), 'bank.series')).toBeNull();
    const right = cabin().bank.series.value;
    const wrong = foundIn(cabin({ '/bank/series': chosen(right + 1) }), climate, 'bank.series')!;
    expect(wrong.severity).toBe('stop');
    expect(wrong.remedies.map(({ label }) => label)).toContain(`Use ${right} in series`);
    // no number of 7 V units makes 24
    const never = cabin({ '/bank/unitVolts': chosen(7) });
    expect(of(never, 'bank.series').sentence).toMatch(/No number of these units makes it\.$/);
  });
  it('rows in parallel: from four of lead on a look, from eight of lithium a note (common practice)', () => {
    const rows = (design: Design, count: number) =>
      grave(put(design, { '/bank/parallel': chosen(count) }), 'bank.rows');
    expect([3, 4].map((count) => rows(lead('agm'), count))).toEqual([null, 'look']);
    expect([7, 8].map((count) => rows(cabin(), count))).toEqual([null, 'note']);
    const leads = (count: number) => grave(cabin({ '/bank/parallel': chosen(count) }), 'bank.leads');
    expect([1, 2, 59, 60].map(leads)).toEqual([null, 'note', 'note', null]);
  });
  it('depth: the deepest that is healthy stands, 60 % of lead and 90 % of iron-phosphate (common practice)', () => {
    const depth = (design: Design, pct: number) =>
      grave(put(design, { '/bank/depth': chosen(pct) }), 'bank.depth');
    expect([60, 61].map((pct) => depth(lead('flooded'), pct))).toEqual([null, 'look']);
    expect([90, 91].map((pct) => depth(cabin(), pct))).toEqual([null, 'look']);
  });
  it('says what a bank that carries the days while new carries when it is worn', () => {
    const { days } = calculate(cabin(), climate).bank;
    // as much as is asked for, and no more: worn out it has 80 % of it
    const tight = cabin({ '/bank/days': chosen(days!) });
    const aged = of(tight, 'bank.aged');
    expect(aged.severity).toBe('note');
    expect(plain(aged.sentence)).toMatch(/At 80 % of its capacity/);
    expect(grave(cabin({ '/bank/days': chosen(days! / 2) }), 'bank.aged')).toBeNull();
    // one that falls short already says that alone
    expect(grave(cabin({ '/bank/days': chosen(days! / 0.9) }), 'bank.aged')).toBeNull();
  });
  it('absorbs above what things for a bus usually bear: 15 V for each 12 (common practice)', () => {
    // a sheet of one's own is not needed: flooded absorbs at 29.2 of 30 V on 24
    expect(grave(lead('flooded'), 'bank.high')).toBeNull();
    const { absorptionV } = calculate(lead('flooded'), climate).bank;
    expect(absorptionV).toBeCloseTo(29.2, 9);
    const known = (volts: number) => lead('flooded', { '/supply/mostVolts': chosen(volts) });
    expect(grave(known(29.2), 'bank.high')).toBeNull();
    expect(grave(known(29.1), 'bank.high')).toBe('stop');
    expect(of(known(29.1), 'bank.high')).toMatchObject({ value: absorptionV, limit: 29.1 });
  });
});

describe('cold', () => {
  it('iron-phosphate is charged down to freezing, and a note with protection of its own', () => {
    const at = (coldestC: number, isProtected: boolean) =>
      grave(cabin({ '/bank/coldest': measured(coldestC), '/bank/coldProtected': isProtected }), 'bank.frost');
    expect([at(0, false), at(-0.1, false), at(-0.1, true), at(0, true)]).toEqual([
      null,
      'stop',
      'note',
      null,
    ]);
    const cold = cabin({
      '/bank/coldest': null,
      '/bank/coldProtected': false,
      '/bank/home/where': 'outdoors',
    });
    const labels = foundIn(cold, climate, 'bank.frost')?.remedies.map(({ label }) => label) ?? [];
    expect(labels).toEqual(expect.arrayContaining(['It has its own protection', 'Give it a heating pad']));
    // what was measured is not made warmer by a pad
    const known = cabin({ '/bank/coldest': measured(-5), '/bank/coldProtected': false });
    expect(foundIn(known, climate, 'bank.frost')!.remedies.map(({ label }) => label)).not.toContain(
      'Give it a heating pad',
    );
  });
  it('half empty acid freezes at −23 °C (common tables, from memory); within four kelvin of it is a look', () => {
    const at = (coldestC: number) =>
      grave(lead('agm', { '/bank/coldest': measured(coldestC) }), 'bank.freezes');
    expect([-18.9, -19, -22.9, -23].map(at)).toEqual([null, 'look', 'look', 'stop']);
    // at 40 % left: −17
    const deeper = (coldestC: number) =>
      grave(lead('agm', { '/bank/coldest': measured(coldestC), '/bank/depth': chosen(60) }), 'bank.freezes');
    expect([-12.9, -13, -17].map(deeper)).toEqual([null, 'look', 'stop']);
    // three quarters full bear −34, four kelvin above −38: a press takes a quarter at most
    const cold = foundIn(lead('agm', { '/bank/coldest': measured(-33) }), climate, 'bank.freezes')!;
    const less = cold.remedies.flatMap(({ operations }) =>
      operations
        .filter(({ path }) => path.startsWith('/bank/depth'))
        .map((operation) => JSON.stringify(operation)),
    );
    for (const text of less) expect(Number(/"value":(\d+)/.exec(text)![1])).toBeLessThanOrEqual(26);
  });
  it('gives nothing below −20 °C (iron-phosphate) and −30 (lead), figures of the class from memory', () => {
    const at = (design: Design, coldestC: number) =>
      grave(put(design, { '/bank/coldest': measured(coldestC) }), 'bank.cold');
    expect([-20, -20.1].map((c) => at(cabin(), c))).toEqual([null, 'stop']);
    expect([-30, -30.1].map((c) => at(lead('gel'), c))).toEqual([null, 'stop']);
  });
  it('stands through months without use', () => {
    const summer = { ...dcUse(1, 'Lamp', 50, 8), months: [5, 6, 7, 8, 9] };
    const off = (months: number[]) =>
      put(lead('agm'), { '/uses/lamp': summer, '/bank/coldest': null, '/bank/disconnected': months });
    expect(grave(off([11, 12, 1, 2]), 'bank.off')).toBe('note');
    // 2 % a month by itself, four months: 0.98⁴ is 92 %
    expect(plain(of(off([11, 12, 1, 2]), 'bank.off').sentence)).toMatch(/at 92.\d? %|at 92 %/);
    expect(grave(off([]), 'bank.off')).toBeNull();
    const inUse = foundIn(off([6, 12]), climate, 'bank.offInUse')!;
    expect(inUse.sentence).toMatch(/^In Jun it is to be switched off/);
    expect(inUse.remedies[0]!.operations).toEqual([expect.objectContaining({ value: [12] })]);
    expect(grave(off([11, 12]), 'bank.offInUse')).toBeNull();
  });
});

describe('its room', () => {
  it('the door: as wide as the narrowest of a unit, lying on its side where it may', () => {
    const unit = { length: measured(520), width: measured(240), height: measured(220), mass: measured(30) };
    const door = (wide: number, onSide: boolean, from = measured(wide)) =>
      grave(cabin({ '/bank/unit': { ...unit, onSide }, '/bank/home/door': from }), 'bank.door');
    // upright 240 of 520 and 240; on a side the middle one of the three goes through
    expect([door(240, false), door(239, false), door(239, true)]).toEqual([null, 'look', 'look']);
    expect(door(239, false, guess(239))).toBe('note');
    const tall = { ...unit, height: measured(600) };
    expect(
      grave(
        cabin({ '/bank/unit': { ...tall, onSide: true }, '/bank/home/door': measured(519) }),
        'bank.door',
      ),
    ).toBe('look');
    expect(
      grave(
        cabin({ '/bank/unit': { ...tall, onSide: true }, '/bank/home/door': measured(520) }),
        'bank.door',
      ),
    ).toBeNull();
  });
  it('a floor that was measured is a stop, one that is guessed a look', () => {
    const { levelKg } = calculate(cabin(), climate).fit;
    expect(grave(cabin({ '/bank/home/carries': measured(levelKg - 0.1) }), 'bank.mass')).toBe('stop');
    expect(grave(cabin({ '/bank/home/carries': guess(levelKg - 0.1) }), 'bank.mass')).toBe('look');
  });
  it('the air of a flooded bank: 0.05 × cells × 20 mA for each Ah ÷ 1000 (IEC 62485-2, from memory)', () => {
    const flooded = lead('flooded');
    const { ah } = calculate(flooded, climate).bank;
    expect(of(flooded, 'bank.vent').value).toBeCloseTo((0.05 * 12 * 20 * ah) / 1000, 9);
    expect(of(lead('gel'), 'bank.vent').value).toBeCloseTo(
      (0.05 * 12 * 8 * calculate(lead('gel'), climate).bank.ah) / 1000,
      9,
    );
    expect(grave(cabin(), 'bank.vent')).toBeNull();
  });
  it('heat above 50 °C where it stands', () => {
    const hot = (highestC: number) => {
      const design = cabin({
        '/bank/coldest': null,
        '/bank/home/where': 'outdoors',
        '/place/high': chosen(highestC),
      });
      return [calculate(design, climate).bank.hottestC, grave(design, 'bank.hot')] as const;
    };
    const [mild, none] = hot(30);
    const [fierce, look] = hot(58);
    expect([mild! <= 50, none, fierce! > 50, look]).toEqual([true, null, true, 'look']);
  });
});

describe('sun and store', () => {
  it('a bank smaller than seven tenths of a day’s harvest is told', () => {
    const { months } = calculate(cabin(), climate).energy!;
    const most = Math.max(...months.map(({ madeWh }) => madeWh));
    const { usableWh, ah } = calculate(cabin(), climate).bank;
    const sized = (share: number) =>
      cabin({ '/bank/unitAh': chosen((cabin().bank.unitAh.value * share * most) / usableWh) });
    expect(ah).toBeGreaterThan(0);
    // another size takes no more and no less sun
    expect(grave(sized(0.72), 'bank.harvest')).toBeNull();
    expect(grave(sized(0.68), 'bank.harvest')).toBe('note');
    expect(of(sized(0.5), 'bank.harvest').limit).toBeCloseTo(most, 6);
  });
  it('full by ten in every month in use, or never full in some', () => {
    const hours = (watts: number, count = 3) => {
      const design = put(lead('flooded'), {
        '/uses/lamp': { ...blankUse(1, 'Lamp'), supply: 'dc', watts: measured(watts), hours: measured(24) },
        '/arrays/a1/count': chosen(count),
      });
      const days = calculate(design, climate).meanDays!;
      return { design, full: days.map(({ fullAtH }) => fullAtH) };
    };
    for (const watts of [1, 4, 10, 20, 40, 80]) {
      const { design, full } = hours(watts);
      const never = full.some((at) => at === null);
      expect([watts, grave(design, 'bank.neverFull')]).toEqual([watts, never ? 'look' : null]);
      const early = !never && full.every((at) => at! <= 10);
      expect([watts, grave(design, 'bank.early')]).toEqual([watts, early ? 'note' : null]);
    }
    const all = [1, 4, 10, 20, 40, 80].map((watts) => hours(watts).full);
    expect(all.some((full) => full.includes(null))).toBe(true);
    expect(all.some((full) => full.every((at) => at !== null && at <= 10))).toBe(true);
  });
});
