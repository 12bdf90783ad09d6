import {
  NO_PAINT,
  painted,
  patched,
  problemsOf,
  withValueAt,
  type Bank,
  type Design,
  type Use,
} from '../document';
import { evaluate } from '../evaluate';
import { blankUse, chosen, examples, guess, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { oneArray } from '../testing/dairy';
import type { Finding } from './finding';

const climate = plainClimate(41.6, { altitudeM: 640 });
const dairy = oneArray();
const found = (design: Design, id: string, grid: typeof climate | null = climate): Finding | undefined =>
  foundIn(design, grid, id);
const withUse = (parts: Partial<Use>): Design => ({
  ...dairy,
  uses: { ...dairy.uses, x: { ...blankUse(99, 'Thing'), watts: measured(100), ...parts } },
});
const withBank = (parts: Partial<Bank>, home: Partial<Bank['home']> = {}): Design => ({
  ...dairy,
  bank: { ...dairy.bank, ...parts, home: { ...dairy.bank.home, ...home } },
});
const painting = (from: number, to: number) => ({ year: painted(NO_PAINT, from * 2, to * 2 - 1, true) });

describe('uses: each mistake has its finding, and what is right has none', () => {
  it.each<[string, Design, Design]>([
    [
      'uses.meterPeak:x',
      withUse({
        form: 'meter',
        given: { meterWh: measured(4800), meterHours: measured(24), meterPeak: measured(90) },
      }),
      withUse({
        form: 'meter',
        given: { meterWh: measured(4800), meterHours: measured(24), meterPeak: measured(900) },
      }),
    ],
    [
      'uses.onlyOff:x',
      withUse({ hours: chosen(0), standby: measured(3) }),
      withUse({ standby: measured(3) }),
    ],
    ['uses.noPaint:x', withUse({ paint: { year: NO_PAINT } }), withUse({ paint: painting(8, 9) })],
    ['uses.noEvent:x', withUse({ days: 'event' }), withUse({ days: 'every' })],
    ['uses.noSeries:x', withUse({ form: 'series' }), withUse({})],
    ['uses.off', withUse({ hours: chosen(1), standby: measured(30) }), dairy],
  ])('%s', (id, wrong, right) => {
    expect(found(wrong, id)).toMatchObject({ sheet: 'uses' });
    expect(found(right, id)).toBeUndefined();
  });

  it('a use that follows the weather waits for the place', () => {
    const design = withUse({
      form: 'cooling',
      given: { base: guess(20), perKelvin: guess(100), cop: guess(3) },
    });
    const nowhere = { ...design, place: { ...design.place, lat: null, lon: null } };
    expect(found(nowhere, 'uses.noWeather:x', null)).toBeTruthy();
    expect(found(design, 'uses.noWeather:x')).toBeUndefined();
    expect(evaluate(design, climate, false).figures['use:x']!.value).toBeGreaterThan(100);
  });

  it('uneven legs of a split supply', () => {
    const split = (leg: Use['leg']) => ({
      ...withUse({ watts: measured(9000), leg }),
      supply: { ...dairy.supply, phases: 'split' as const },
    });
    expect(found(split('a'), 'uses.legs')?.sentence).toMatch(/^Leg A carries/);
    expect(found(split('both'), 'uses.legs')).toBeUndefined();
    expect(found(withUse({ watts: measured(9000), leg: 'a' }), 'uses.legs')).toBeUndefined();
  });

  it('a full house, with what the bank then carries', () => {
    const guests = withUse({ watts: measured(400), hours: chosen(5), perPerson: true });
    const finding = found(guests, 'uses.house')!;
    expect(finding.value).toBeLessThan(evaluate(guests, climate, false).figures['bank.days']!.value!);
    // a guest who takes next to nothing is not worth a word
    const light = withUse({ watts: measured(0.5), hours: chosen(1), perPerson: true });
    expect(found(light, 'uses.house')).toBeUndefined();
    const sized = patched(guests, finding.remedies[0]!.operations);
    expect(found(sized, 'uses.house')).toBeUndefined();
    // a press that would bring a stop by itself brings what cures that as well, so that the figure differs a little
    expect(finding.remedies[0]!.label).toMatch(/^Size it for the full house/);
    expect(evaluate(sized, climate, false).figures['bank.days']!.value).toBeCloseTo(finding.value!, 1);
  });

  it('a later stage that outgrows the design, and none that does not', () => {
    expect(
      found(withUse({ watts: measured(3000), hours: chosen(9), stage: 2 }), 'uses.stage:2')?.sentence,
    ).toMatch(/stage 2 .* carries .* of 2/);
    const small = withValueAt(withUse({ stage: 1 }), '/bank/parallel', chosen(9));
    expect(found(small, 'uses.stage:1')).toBeUndefined();
  });

  it('an inverter that nothing needs at night', () => {
    const day = Object.fromEntries(
      Object.entries(dairy.uses).map(([id, use]) => [id, { ...use, paint: painting(8, 16) }]),
    );
    const design = { ...dairy, uses: day, supply: { ...dairy.supply, inverterHours: chosen(24) } };
    const finding = found(design, 'uses.night')!;
    // eight hours of its own draw
    expect(finding.value).toBeCloseTo(8 * dairy.supply.inverterIdle.value, 9);
    expect(found(patched(design, finding.remedies[0]!.operations), 'uses.night')).toBeUndefined();
    const late = {
      ...design,
      uses: { ...day, x: { ...blankUse(9, 'Late'), watts: measured(5), paint: painting(23, 24) } },
    };
    expect(found(late, 'uses.night')).toBeUndefined();
  });

  it('the share through the bank by the hours, where most hours are known', () => {
    const sunny = Object.fromEntries(
      Object.entries(dairy.uses).map(([id, use]) => [id, { ...use, paint: painting(10, 15) }]),
    );
    const design = { ...dairy, uses: sunny };
    const finding = found(design, 'uses.throughBank')!;
    expect(finding.value).toBeLessThan(30);
    const taken = patched(design, finding.remedies[0]!.operations);
    expect(found(taken, 'uses.throughBank')).toBeUndefined();
    expect(found(dairy, 'uses.throughBank')).toBeUndefined();
  });
});

describe('bank: each mistake has its finding, and what is right has none', () => {
  const roomy = { length: measured(3000), width: measured(900), height: measured(2400), shelves: chosen(3) };
  it.each<[string, Design, Design]>([
    ['bank.fit', withBank({}, { length: measured(120) }), withBank({}, roomy)],
    ['bank.mass', withBank({}, { carries: measured(20) }), withBank({}, { carries: measured(900) })],
    ['bank.door', withBank({}, { door: measured(100) }), withBank({}, { door: measured(700) })],
    ['bank.vent', withBank({ chemistry: 'flooded' }), dairy],
    ['bank.cold', withBank({ coldest: measured(-35) }), withBank({ coldest: measured(-5) })],
    ['bank.pad', withBank({ coldest: null }, { heated: true, where: 'outdoors' }), dairy],
    ['bank.leads', dairy, withBank({ parallel: chosen(1) })],
    ['bank.harvest', withBank({ unitAh: chosen(20) }), withBank({ parallel: chosen(12) })],
  ])('%s', (id, wrong, right) => {
    expect(found(wrong, id)).toMatchObject({ sheet: 'bank' });
    expect(found(right, id)).toBeUndefined();
  });

  it('stops where the room is measured, and looks where it is guessed', () => {
    expect(
      found(withBank({}, { length: measured(120), width: measured(300), height: measured(300) }), 'bank.fit')
        ?.severity,
    ).toBe('stop');
    expect(found(withBank({}, { length: guess(120) }), 'bank.fit')?.severity).toBe('look');
  });

  it('offers the least room that is enough', () => {
    const honey = examples().find(({ id }) => id === 'honey-house')!.design;
    const finding = found(honey, 'bank.fit')!;
    expect(finding).toMatchObject({ severity: 'stop', value: 6, limit: 8 });
    const [longer, deeper, lighter] = finding.remedies;
    expect([longer, deeper].map((it) => it?.label.replace(/\u00a0/g, ' '))).toEqual([
      'Make it 45 in long',
      'Make it 20 in deep',
    ]);
    expect(lighter?.label).toMatch(/^Take iron-phosphate/);
    for (const { operations } of finding.remedies) {
      const after = patched(honey, operations);
      expect(problemsOf(after)).toEqual([]);
      expect(found(after, 'bank.fit')).toBeUndefined();
    }
  });

  it('follows the place where the coldest is not typed, in the months in use only', () => {
    const follows = withBank({ coldest: null }, { where: 'shed', insulation: 'none' });
    const winter = evaluate(follows, climate, false).bank.coldestC;
    const summerOnly = {
      ...follows,
      uses: Object.fromEntries(
        Object.entries(follows.uses).map(([id, use]) => [id, { ...use, months: [6, 7, 8] }]),
      ),
    };
    expect(winter).toBeLessThan(2);
    expect(evaluate(summerOnly, climate, false).bank.coldestC).toBeGreaterThan(winter + 8);
    expect(evaluate(withBank({ coldest: measured(3) }), climate).bank.coldestC).toBe(3);
    // too cold to charge only while nothing is used: it may be switched off then
    const frost = found(
      {
        ...summerOnly,
        bank: { ...summerOnly.bank, coldProtected: false, home: { ...follows.bank.home, where: 'outdoors' } },
      },
      'bank.frost',
    )!;
    expect(frost.severity).toBe('stop');
    expect(frost.remedies.map(({ label }) => label).filter((label) => /off/.test(label))).toEqual([
      'Switch it off in Nov–Mar',
    ]);
  });

  it('a pad is counted with the uses', () => {
    const cold = plainClimate(52, { lowestC: -38, airC: plainClimate().airC.map((c) => c - 20) });
    const bare = withBank({ coldest: null }, { where: 'outdoors', kind: 'box', insulation: 'some' });
    const heated = withValueAt(bare, '/bank/home/heated', true);
    const [without, by] = [evaluate(bare, cold), evaluate(heated, cold)];
    const pad = by.bank.warmth!.padWh[0]!;
    expect(pad).toBeGreaterThan(100);
    expect(by.figures['load:1']!.value! - without.figures['load:1']!.value!).toBeCloseTo(pad, 6);
    expect(by.findings.map(({ id }) => id)).not.toContain('bank.frost');
  });

  it('sizes for the old bank too: by hand', () => {
    const { bank, figures } = evaluate(dairy, climate);
    const rated = (school: string) => bank.needs.find((need) => need.school === school)!;
    const wantedWh = dairy.bank.days.value * bank.dailyWh;
    // the worksheet: the largest of days ÷ depth and days ÷ what is left when worn, 80 % both, then cold and a tenth more
    expect(figures['bank.need']!.value).toBeCloseTo((wantedWh / (bank.usableWh / bank.ratedWh)) * 1.1, 3);
    // the careful way: depth, half of the round trip and the end of life one upon the other
    const careful = evaluate({ ...dairy, bank: { ...dairy.bank, sizing: 'careful' } }, climate);
    expect(careful.bank.needs.find(({ governs }) => governs)?.school).toBe('aged');
    expect(careful.figures['bank.need']!.value).toBeCloseTo(
      wantedWh / (careful.bank.usableWh / careful.bank.ratedWh) / 0.8,
      3,
    );
    expect(rated('aged').parallel).toBeGreaterThanOrEqual(rated('days').parallel);
  });

  it('a sheet of one’s own takes the place of the usual figures', () => {
    const from = (value: number) => measured(value);
    const sheet = {
      label: 'Arctic cell',
      roundTrip: from(92),
      chargeMax: from(50),
      dischargeMax: from(100),
      coldestCharge: from(-25),
      coldestDischarge: from(-40),
      capacityPerK: from(0.2),
      cycles: from(6000),
      cyclesDepth: from(80),
      floatYears: from(18),
    };
    const cold = withBank({ coldest: measured(-22), coldProtected: false });
    expect(found(cold, 'bank.frost')?.severity).toBe('stop');
    const own = withValueAt(cold, '/bank/sheet', sheet);
    expect(problemsOf(own)).toEqual([]);
    expect(found(own, 'bank.frost')).toBeUndefined();
    expect(found(own, 'bank.cold')).toBeUndefined();
  });
});
