import { calculate } from '../calculate';
import type { BackupSource, Design } from '../document';
import { judge } from '../evaluate';
import { blankSource, catalogue, chosen, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { foundIn, severityIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';

// at sea level and cool: a set gives all of its rating
const climate = {
  ...plainClimate(44, { altitudeM: 50, airC: Array.from({ length: 12 }, () => 10) }),
  stops: {},
};
const grave = (design: Design, id: string) => severityIn(design, climate, id);
const of = (design: Design, id: string) =>
  judge(design, climate).findings.find((finding) => finding.id === id)!;

/** A cabin at 24 V on DC alone, its bank 400 Ah of iron-phosphate, with one source. */
const cabin = (
  given: Record<string, number>,
  rest: Partial<BackupSource> = {},
  kind: BackupSource['kind'] = 'generator',
): Design =>
  withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 20, 5) }), {
    '/bank/unitAh': chosen(400),
    '/bank/parallel': chosen(1),
    '/power/room': measured(15),
    '/power/sources': {
      s: {
        ...blankSource(kind, 1, 'The source'),
        given: Object.fromEntries(Object.entries(given).map(([key, value]) => [key, catalogue(value)])),
        ...rest,
      },
    },
  });
const source = (design: Design) => calculate(design, climate).power.sources[0]!;

describe('a set', () => {
  it('that stops where it starts, or below, never charges', () => {
    const order = (startAt: number, stopAt: number) => grave(cabin({ startAt, stopAt }), 'source.order:s');
    expect([order(40, 41), order(40, 40), order(40, 30)]).toEqual([null, 'stop', 'stop']);
    const remedy = foundIn(cabin({ startAt: 40, stopAt: 30 }), climate, 'source.order:s')!.remedies[0]!;
    expect(remedy.label).toBe('Stop at 80 %');
    expect(foundIn(cabin({ startAt: 70, stopAt: 30 }), climate, 'source.order:s')!.remedies[0]!.label).toBe(
      'Stop at 95 %',
    );
  });
  it('carries its charger up to what it is rated for: by hand', () => {
    // 25.6 V that absorb at 28.4 are charged at 27; 90 % and a power factor of 0.95 from 3 kW with nothing on AC
    const amps = (3000 * 0.9 * 0.95) / 27;
    const { setAmps } = source(cabin({ watts: 3000, chargeAmps: 40 }));
    expect(setAmps).toBeCloseTo(amps, 6);
    const load = (chargeAmps: number) => grave(cabin({ watts: 3000, chargeAmps }), 'source.overload:s');
    expect([load(amps - 0.01), load(amps + 0.01)]).toEqual([null, 'look']);
    const finding = foundIn(cabin({ watts: 3000, chargeAmps: 120 }), climate, 'source.overload:s')!;
    expect(finding).toMatchObject({ value: 120, limit: setAmps });
    expect(finding.remedies[0]!.operations[0]).toMatchObject({ value: { value: 95 } });
    expect(of(cabin({ watts: 500, chargeAmps: 60 }, {}, 'shore'), 'source.overload:s').title).toBe(
      'The charger overloads the outlet',
    );
    // what the bank takes is the most that is drawn
    expect(grave(cabin({ watts: 7000, chargeAmps: 900 }), 'source.overload:s')).toBeNull();
  });
  it('charges no harder than half the capacity an hour (iron-phosphate, common practice)', () => {
    const at = (chargeAmps: number) => grave(cabin({ watts: 90_000, chargeAmps }), 'source.bank:s');
    expect(source(cabin({})).bankAmps).toBeCloseTo(200, 9);
    expect([at(200), at(201)]).toEqual([null, 'look']);
    const drive = (limitAmps: number) =>
      foundIn(
        cabin({ amps: 400, limitAmps }, { hoursBy: { 7: measured(1) } }, 'alternator'),
        climate,
        'source.bank:s',
      );
    expect(drive(200)).toBeUndefined();
    expect(drive(201)!.remedies[0]!.operations[0]!.path).toMatch(/limitAmps$/);
  });
  it('runs too light below the least load of its fuel: a diesel 30 %, petrol 15 (common practice)', () => {
    const light = (chargeAmps: number, fuel: BackupSource['fuel']) =>
      grave(cabin({ watts: 6000, chargeAmps }, { fuel }), 'source.light:s');
    // what the charger draws of 6 kW: amps × 27 V ÷ 0.9
    const { loadShare } = source(cabin({ watts: 6000, chargeAmps: 20 }));
    const atShare = (share: number) => (20 * share) / loadShare;
    expect([light(atShare(0.3) + 0.1, 'diesel'), light(atShare(0.3) - 0.1, 'diesel')]).toEqual([
      null,
      'look',
    ]);
    expect([light(atShare(0.15) + 0.1, 'petrol'), light(atShare(0.15) - 0.1, 'petrol')]).toEqual([
      null,
      'note',
    ]);
  });
  it('is allowed enough hours beside the quiet ones, or a charge takes days', () => {
    const quiet = (quietFrom: number, quietTo: number) =>
      cabin({ watts: 6000, chargeAmps: 30, startAt: 20, stopAt: 90, quietFrom, quietTo });
    const { chargeH } = source(quiet(0, 0));
    expect(chargeH).toBeGreaterThan(8);
    expect(chargeH).toBeLessThan(12);
    expect(grave(quiet(0, 0), 'source.quiet:s')).toBeNull();
    // twelve hours of quiet leave twelve, seventeen leave seven
    expect(grave(quiet(20, 8), 'source.quiet:s')).toBeNull();
    const short = of(quiet(16, 9), 'source.quiet:s');
    expect(short).toMatchObject({ severity: 'note', value: chargeH, limit: 7 });
    expect(plain(short.sentence)).toMatch(/A charge takes 2 days\.$/);
  });
  it('has fuel at hand for its longest dark run', () => {
    const dark = (tank: number) =>
      withAll(cabin({ watts: 4000, chargeAmps: 60, tank }, { automatic: true }), {
        '/uses/lamp': dcUse(1, 'Lamp', 200, 10),
      });
    const keep = calculate(dark(10), climate).powerYear!.sources[0]!.keepLitres;
    expect(keep).toBeGreaterThan(1);
    expect(grave(dark(keep), 'source.fuel:s')).toBeNull();
    expect(of(dark(keep * 0.99), 'source.fuel:s')).toMatchObject({ severity: 'note', value: keep });
  });
});

describe('what else gives', () => {
  it('an alternator that nothing limits, into lithium', () => {
    const drive = (given: Record<string, number>, chemistry = 'lfp') =>
      foundIn(
        withAll(cabin(given, { hoursBy: { 7: measured(1) } }, 'alternator'), {
          '/bank/chemistry': chemistry,
        }),
        climate,
        'source.alternator:s',
      );
    expect(drive({ amps: 80, limitAmps: 80 })).toBeUndefined();
    expect(drive({ amps: 80 }, 'agm')).toBeUndefined();
    const half = drive({ amps: 80 })!;
    expect(half.severity).toBe('look');
    expect(half.sentence).toMatch(/^Iron-phosphate takes all that The source gives/);
    expect(half.remedies[0]!.operations[0]).toMatchObject({ value: { value: 40 } });
    expect(drive({ amps: 1 })!.remedies[0]!.operations[0]).toMatchObject({ value: { value: 1 } });
  });
  it('nothing in any month', () => {
    const turbine = (energyBy: BackupSource['energyBy']) =>
      grave(cabin({}, { energyBy }, 'turbine'), 'source.nothing:s');
    expect([turbine({}), turbine({ 1: measured(0) }), turbine({ 1: measured(0), 6: measured(1) })]).toEqual([
      'look',
      'look',
      null,
    ]);
    expect(grave(cabin({}), 'source.nothing:s')).toBeNull();
  });
  it('a gap of two weeks between outlets is asked about, one of fifteen days is meant', () => {
    const stays = (to: string, from: string) =>
      grave(
        withAll(cabin({}), {
          '/power/sources': {
            a: { ...blankSource('shore', 1, 'Quay'), from: '01-01', to },
            b: { ...blankSource('shore', 2, 'Yard'), from, to: '12-31' },
          },
        }),
        'source.gap:a',
      );
    expect([stays('03-01', '03-02'), stays('03-01', '03-03'), stays('03-01', '03-16')]).toEqual([
      null,
      'note',
      'note',
    ]);
    expect(stays('03-01', '03-17')).toBeNull();
  });
  it('a day a year without power is worth a look', () => {
    const held = (hoursAWeek: number) =>
      withAll(cabin({ watts: 2000, chargeAmps: 30, hoursAWeek }), {
        '/uses/lamp': dcUse(1, 'Lamp', 250, 10, { priority: 'must' }),
      });
    for (const hours of [0.5, 2, 4, 8, 16, 40]) {
      const { darkDays } = calculate(held(hours), climate).powerYear!;
      expect([hours, grave(held(hours), 'power.dark')]).toEqual([hours, darkDays >= 1 ? 'look' : null]);
    }
    const days = foundIn(held(0.5), climate, 'power.dark')!;
    expect(plain(days.sentence)).toMatch(/The source may run 13 h a day and 0\.5 h a week|13 h a day/);
  });
});
