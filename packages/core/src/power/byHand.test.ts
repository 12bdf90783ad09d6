import { CHEMISTRIES } from '../bank';
import type { BackupSource, Design, SourceKey, Use } from '../document';
import { blankSource, blankUse, catalogue, chosen, measured } from '../job';
import { computeLoads } from '../loads';
import { walkSource } from './power';
import { sourceFigure } from './source';
import { cabinOf, machineOf } from '../testing/cabin';
import { lithiumBank as bank } from '../testing/lithiumBank';
import {
  acAsked,
  chargeCurve,
  computePower,
  dayEfficiency,
  holdsAll,
  hoursBetween,
  inverterAt,
  inverterPrice,
  powerYear,
  setAsked,
  surplusUses,
  walkPower,
  type WalkPart,
  type WalkSource,
} from '.';

const fourKW = machineOf('char-4000');
const use = (at: number, name: string, watts: number, hours: number, more: Partial<Use> = {}): Use => ({
  ...blankUse(at, name),
  watts: measured(watts),
  hours: measured(hours),
  ...more,
});
/** A cabin whose inverter loses and draws nothing itself. */
const plain = (uses: Design['uses']): Design =>
  cabinOf(uses, { inverterEfficiency: chosen(100), inverterIdle: chosen(0), sharing: chosen(100) });
const powerOf = (design: Design) => computePower(design, computeLoads(design), bank, null);

describe('prices', () => {
  it('are the usual ones of kind and size, or what is typed, times the machines', () => {
    // an inverter and charger: 150 and 0.42 for each watt (common practice)
    expect(fourKW.kind).toBe('charger');
    expect(inverterPrice({ ...fourKW, price: null })).toBe(150 + 0.42 * 4000);
    expect(inverterPrice({ ...fourKW, price: null, stacked: chosen(3) })).toBe(3 * 1830);
    expect(inverterPrice({ ...fourKW, price: measured(905), stacked: chosen(2) })).toBe(1810);
  });
  it('of a source follow its kind, its fuel and its size, and a starter of its own', () => {
    // money for the first and for each watt or amp (common practice)
    const price = (
      kind: BackupSource['kind'],
      given: Partial<Record<SourceKey, number>>,
      more: Partial<BackupSource> = {},
    ) =>
      sourceFigure(
        {
          ...blankSource(kind, 1, 'It'),
          given: Object.fromEntries(Object.entries(given).map(([key, value]) => [key, catalogue(value)])),
          automatic: false,
          ...more,
        },
        'price',
      );
    expect(price('generator', { watts: 4000 }, { fuel: 'petrol' })).toBe(150 + 0.25 * 4000);
    expect(price('generator', { watts: 4000 }, { fuel: 'petrol', automatic: true })).toBe(1150 + 250);
    expect(price('generator', { watts: 5000 }, { fuel: 'propane' })).toBeCloseTo(200 + 0.28 * 5000, 6);
    expect(price('generator', { watts: 6000 }, { fuel: 'diesel' })).toBe(800 + 0.45 * 6000);
    expect(price('alternator', { limitAmps: 30 })).toBe(80 + 6 * 30);
    expect(price('shore', { chargeAmps: 40 })).toBe(60 + 4.5 * 40);
    expect(price('turbine', {})).toBe(2000);
    expect(price('turbine', { price: 1234 })).toBe(1234);
  });
  it('are told to ten', () => {
    const odd = { ...fourKW, price: null, continuous: catalogue(1111) };
    expect(inverterPrice(odd)).toBe(620);
  });
});

describe('the day on AC', () => {
  const painted = '0'.repeat(24) + '11' + '0'.repeat(22);
  it('is heaviest in the half hours in which most is painted', () => {
    const { peakAcW, meanAcW } = powerOf(
      plain({
        base: use(1, 'Base', 120, 24),
        kettle: use(2, 'Kettle', 2000, 1, { paint: { year: painted } }),
      }),
    );
    expect(peakAcW).toBeCloseTo(2120, 6);
    expect(meanAcW).toBeCloseTo((120 * 24 + 2000) / 24, 6);
  });
  it('gives off as heat what does not come out, at once and on the mean of a day', () => {
    const design = cabinOf(
      { base: use(1, 'Base', 240, 12) },
      { inverterEfficiency: chosen(80), inverterIdle: chosen(20), inverterHours: chosen(24) },
    );
    const { heatW, meanHeatW, idleShare } = powerOf(design);
    expect(heatW).toBeCloseTo(240 * (1 / 0.8 - 1) + 20, 6);
    expect(meanHeatW).toBeCloseTo(120 * (1 / 0.8 - 1) + 20, 1);
    // 480 Wh of its own beside 3600 Wh through it
    expect(idleShare).toBeCloseTo(480 / (480 + 2880 / 0.8), 6);
  });
  it('takes no notice of what is on direct current, of another stage, or of no month', () => {
    const uses = {
      pump: use(1, 'Pump', 700, 1, { startFactor: chosen(3) }),
      winch: use(2, 'Winch', 5000, 1, { supply: 'dc', startFactor: chosen(4) }),
      oven: use(3, 'Oven', 4000, 1, { stage: 1 }),
      never: use(4, 'Never', 6000, 1, { months: [] }),
    };
    expect(acAsked(computeLoads(plain(uses)), uses)).toMatchObject({
      runningW: 700,
      largestW: 700,
      largest: 'Pump',
      aloneW: 2100,
      alone: 'Pump',
      startW: 2100,
      starts: 'Pump',
    });
  });
});

describe('the efficiency of a day', () => {
  const curve = { '10': catalogue(80), '50': catalogue(94), '100': catalogue(90) };
  it('counts only what runs: no watts and no energy say nothing', () => {
    const of = (uses: { wh: number; watts: number }[]) => dayEfficiency(fourKW.curve, uses, 4000, 0);
    const one = of([{ wh: 1000, watts: 2000 }]);
    expect(
      of([
        { wh: 1000, watts: 2000 },
        { wh: 500, watts: 0 },
        { wh: 0, watts: 3000 },
      ]),
    ).toBe(one);
    expect(of([{ wh: 0, watts: 0 }])).toBeNull();
    expect(of([])).toBeNull();
  });
  it('is what comes out over what goes in beside the idle draw, by hand', () => {
    const [half, tenth] = [0.94, 0.8];
    const of = dayEfficiency(
      curve,
      [
        { wh: 3000, watts: 2000 },
        { wh: 400, watts: 400 },
      ],
      4000,
      100,
    );
    expect(of).toBeCloseTo((100 * 3400) / (3000 / half + 400 / tenth - 100), 6);
  });
});

it('a machine carries the largest use, all that runs at once, and the hardest start', () => {
  const asked = { ...acAsked(computeLoads(plain({})), {}), largestW: 900, runningW: 1400, startW: 3000 };
  const machine = inverterAt(fourKW, 'single', 25, 0);
  const does = (continuousW: number, surgeW: number) => holdsAll(asked)({ ...machine, continuousW, surgeW });
  expect([does(1400, 3000), does(1399, 3000), does(1400, 2999), does(1000, 3000)]).toEqual([
    true,
    false,
    false,
    false,
  ]);
  expect(holdsAll({ ...asked, largestW: 1500 })({ ...machine, continuousW: 1400, surgeW: 3000 })).toBe(false);
});

it('two inverters stacked run at half of the share that one would', () => {
  const curve = { '10': catalogue(80), '50': catalogue(94), '100': catalogue(88) };
  const of = (stacked: number) => {
    const design = plain({ saw: use(1, 'Saw', 3000, 1) });
    const inverter = { ...fourKW, continuous: catalogue(3000), curve, stacked: chosen(stacked) };
    return powerOf({ ...design, power: { ...design.power, inverter } }).curvePct!;
  };
  expect([of(1), of(2)]).toEqual([expect.closeTo(88, 6), expect.closeTo(94, 6)]);
});

describe('a source beside the sun', () => {
  const set = (given: Partial<Record<SourceKey, number>>): BackupSource => {
    const source = blankSource('generator', 1, 'Set');
    for (const [key, value] of Object.entries(given)) source.given[key as SourceKey] = catalogue(value);
    return source;
  };
  const now = (source: BackupSource) => {
    const design = plain({ base: use(1, 'Base', 300, 24) });
    return powerOf({ ...design, power: { ...design.power, sources: { s: source } } }).sources[0]!;
  };
  it('is asked for what the bank takes of a charger that is larger than it', () => {
    const large = now(set({ watts: 30_000, chargeAmps: 500, chargerEfficiency: 90, powerFactor: 0.8 }));
    // half of 400 Ah an hour at the mean of 51.2 and 56.8 V
    expect(large.bankAmps).toBe(200);
    expect(large.askedW).toBeCloseTo(setAsked(200 * 54, 0.9, 0.8, 300, large.keeps), 6);
    const small = now(set({ watts: 30_000, chargeAmps: 60, chargerEfficiency: 90, powerFactor: 0.8 }));
    expect(small.askedW).toBeCloseTo(setAsked(60 * 54, 0.9, 0.8, 300, small.keeps), 6);
    expect(small.askedW).toBeLessThan(large.askedW);
  });
  it('gives by its kind: hours at the alternator, energy of the turbine, the rest by what the bank asks', () => {
    const walked = (source: BackupSource) => walkSource(now(source), bank, 250);
    const by = (value: number) =>
      Object.fromEntries(Array.from({ length: 12 }, (_, m) => [m + 1, chosen(value)]));
    const keeps = bank.chemistry.roundTrip;
    const kind = (of: BackupSource['kind']) => blankSource(of, 1, 'It');
    const drive = walked({ ...kind('alternator'), hoursBy: by(2) });
    const { bulkW } = now({ ...kind('alternator'), hoursBy: by(2) });
    expect(bulkW).toBeGreaterThan(0);
    expect(drive.dailyWh).toEqual(Array(12).fill(expect.closeTo(2 * bulkW * keeps, 6)));
    const stream = walked({ ...kind('turbine'), energyBy: by(1500) });
    expect(stream.dailyWh).toEqual(Array(12).fill(expect.closeTo(1500 * keeps, 6)));
    // neither is started for what lacks
    expect([drive.bulkW, stream.bulkW]).toEqual([0, 0]);
    const shore = walked({ ...kind('shore'), hoursBy: by(2), energyBy: by(900) });
    expect(shore.dailyWh).toEqual(Array(12).fill(0));
    expect(shore).toMatchObject({
      startAt: 0.99,
      stopAt: 0.99,
      hoursADay: 24,
      hoursAWeek: 168,
      litresIdle: 0,
    });
    const diesel = walked(
      set({ watts: 5000, startAt: 50, stopAt: 30, hoursAWeek: 10, warmUp: 6, exercise: 0.25 }),
    );
    expect(diesel).toMatchObject({
      startAt: 0.5,
      stopAt: 0.5,
      hoursAWeek: 10,
      warmUpH: 0.1,
      exerciseH: 0.25,
    });
    expect(diesel.dailyWh).toEqual(Array(12).fill(0));
    expect(diesel.bulkW).toBeGreaterThan(0);
    // what starts by itself asks nobody for hours
    expect(walked({ ...set({ hoursAWeek: 10 }), automatic: true }).hoursAWeek).toBe(168);
  });
  it('charges from where it starts to where it stops', () => {
    const of = (startAt: number, stopAt: number) => now(set({ startAt, stopAt })).chargeH;
    expect(of(20, 60)).toBeCloseTo(of(20, 40) + of(40, 60), 9);
    expect(of(20, 40)).toBeGreaterThan(0);
    expect(of(60, 40)).toBe(0);
  });
  it('takes no hours from a state of charge to a lower one', () => {
    const curve = chargeCurve(
      { capacityWh: 10_000, roundTrip: 1, acceptance: CHEMISTRIES.lfp.acceptance },
      1000,
    );
    expect(hoursBetween(curve, 0.8, 0.5)).toBe(0);
    // 1000 W into 10 kWh: a tenth an hour while the bank takes all
    expect(hoursBetween(curve, 0.2, 0.5)).toBeCloseTo(3, 2);
    expect(hoursBetween(curve, 0.2, 2)).toBe(hoursBetween(curve, 0.2, 1));
    expect(hoursBetween(curve, -3, 0.5)).toBe(hoursBetween(curve, 0, 0.5));
    // as long for each Wh where the bank takes all, also between the points of the curve
    expect(hoursBetween(curve, 0.2, 0.2017)).toBeCloseTo(0.017, 9);
  });
});

describe('days in which the bank lacks what is used', () => {
  const never = new Array<number>(12).fill(0);
  const january = (wh: number) => [wh, ...never.slice(1)];
  const source = (more: Partial<WalkSource> = {}): WalkSource => ({
    id: 's',
    there: new Array<boolean>(365).fill(true),
    dailyWh: never,
    bulkW: 500,
    startAt: 0.3,
    stopAt: 0.8,
    hoursADay: 24,
    hoursAWeek: 168,
    warmUpH: 0,
    exerciseH: 0,
    litresAnHour: 1,
    litresIdle: 0.2,
    ...more,
  });
  const lithium = { capacityWh: 1000, roundTrip: 1, acceptance: CHEMISTRIES.lfp.acceptance };
  const part = (more: Partial<WalkPart>): WalkPart => ({
    bank: lithium,
    floor: 0,
    shedBelow: 0,
    madeWh: never,
    usedWh: never,
    mustWh: never,
    surplus: [],
    sources: [],
    days: new Float64Array(365).fill(1),
    keepDays: 7,
    ...more,
  });
  it('charges first what lacks, and then as far as it stops at, by hand', () => {
    const year = walkPower(part({ usedWh: january(3000), mustWh: january(3000), sources: [source()] }));
    // on the first day 2000 lack of 1000 stored, and 800 are left at the end; then 3000 a day
    expect(year.months[0]!.bySource['s']! * 31).toBeCloseTo(2800 + 30 * 3000, -1);
    expect(year.balance.endWh).toBeCloseTo(800, 0);
    expect(year.darkDays).toBe(0);
    // each of the days is one run of its own
    expect(year.sources[0]!.starts).toBe(31);
  });
  it('leaves dark what its hours do not give', () => {
    const year = walkPower(
      part({ usedWh: january(3000), mustWh: january(3000), sources: [source({ hoursADay: 2 })] }),
    );
    // 500 W for two hours: 1000 a day of 3000, once the thousand that were stored are gone
    expect(year.months[0]!.unservedWh * 31).toBeCloseTo(31 * 2000 - 1000, -1);
    expect(year.darkDays).toBe(31);
    // two hours a day, and on the first of February 800 Wh up to where it stops
    expect(year.sources[0]!.hours).toBeCloseTo(62 + 1.6, 6);
    // from the first of January until then it is one run, begun once
    expect(year.sources[0]!.starts).toBe(1);
  });
  it('takes of what comes by itself each day no more than the bank has room for', () => {
    const stream = source({ dailyWh: january(900), bulkW: 0 });
    const year = walkPower(part({ usedWh: january(300), mustWh: january(300), sources: [stream] }));
    expect(year.months[0]!.bySource['s']).toBeCloseTo(300, 6);
    const dry = walkPower(part({ usedWh: january(1200), mustWh: january(1200), sources: [stream] }));
    // 1200 a day of the 1000 that were stored and 900 a day
    expect(dry.months[0]!.bySource['s']).toBeCloseTo(900, 6);
    expect(dry.months[0]!.unservedWh * 31).toBeCloseTo(31 * 300 - 1000, 6);
  });
  it('sheds what should run, of every use that only should', () => {
    const design = plain({
      fridge: use(1, 'Fridge', 50, 10),
      fan: use(2, 'Fan', 30, 10, { priority: 'should' }),
      radio: use(3, 'Radio', 20, 10, { priority: 'should' }),
      later: use(4, 'Later', 90, 10, { priority: 'should', stage: 2 }),
      tank: use(5, 'Tank', 80, 10, { priority: 'surplus' }),
    });
    const power = { ...design.power, shedBelow: chosen(100) };
    const loads = computeLoads(design);
    const year = powerYear(
      { ...design, power },
      computePower({ ...design, power }, loads, bank, null),
      loads,
      { ...bank, usableWh: 1600, depthPct: 80 },
      never,
      [],
      new Float64Array(365).fill(1),
      7,
    );
    // the bank is full on the first morning, and never again: from then on only the fridge runs
    expect(loads.months[5]!.busWh).toBeCloseTo(1000, 6);
    expect(year.months[5]!.shedWh).toBeCloseTo(500, 6);
    expect(year.months[5]!.servedWh + year.months[5]!.unservedWh).toBeCloseTo(500, 6);
  });
  it('tells only surplus uses that are still there', () => {
    const uses = { tank: use(1, 'Tank', 500, 2, { priority: 'surplus' }) };
    const asks = new Array<number>(12).fill(1000);
    const turn = ['gone', 'tank'].map((id) => ({ id, asksWh: asks, mostWh: asks }));
    const { rows } = computeLoads(plain(uses));
    const told = surplusUses(
      turn,
      uses,
      rows,
      asks.map(() => ({ tank: 700, gone: 300 })),
    );
    expect(told.map(({ id }) => id)).toEqual(['tank']);
    expect(told[0]!.takesWh[4]).toBe(700);
  });
});
