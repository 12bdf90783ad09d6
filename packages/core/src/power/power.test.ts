import fc from 'fast-check';
import { CHEMISTRIES } from '../bank';
import type { BackupSource, Entry } from '../document';
import { blankUse, chosen } from '../job';
import { computeLoads } from '../loads';
import { oneArray } from '../testing/dairy';
import { lithiumBank as bank } from '../testing/lithiumBank';
import { MONTH_DAYS } from '../units';
import {
  chargeCurve,
  chargedBank,
  chargedTo,
  computePower,
  daysThere,
  FUELS,
  hoursAllowed,
  hoursBetween,
  litresAnHour,
  powerYear,
  setAsked,
  setKeeps,
  sourceFigure,
  walkPower,
  walkSource,
  type WalkPart,
  type WalkSource,
} from '.';

const source = (given: Record<string, number> = {}, rest: Partial<BackupSource> = {}): BackupSource => ({
  name: 'Set',
  position: 1,
  kind: 'generator',
  fuel: 'diesel',
  automatic: false,
  from: '01-01',
  to: '12-31',
  given: Object.fromEntries(
    Object.entries(given).map(([key, value]): [string, Entry] => [key, chosen(value)]),
  ),
  hoursBy: {},
  energyBy: {},
  ...rest,
});

describe('a set', () => {
  it('burns by the line of Skarstein & Uhlen: 6 kW at 3 kW, 1.243 L/h', () => {
    expect(litresAnHour(source({ watts: 6000 }), 3000)).toBeCloseTo(1.243, 3);
    expect(litresAnHour(source({ watts: 6000 }), 0)).toBeCloseTo(0.505, 3);
  });
  it('burns by its own sheet where that is typed', () => {
    expect(litresAnHour(source({ fuelPerKWh: 0.3, fuelNoLoad: 0.4 }), 2000)).toBeCloseTo(1, 9);
  });
  it('that burns petrol takes a good half more than a diesel at half load (common practice)', () => {
    const at = (fuel: BackupSource['fuel']) => litresAnHour(source({ watts: 3000 }, { fuel }), 1500);
    expect(at('petrol') / at('diesel')).toBeGreaterThan(1.35);
    expect(at('petrol') / at('diesel')).toBeLessThan(1.8);
    expect(at('propane')).toBeGreaterThan(at('petrol'));
    expect(Object.values(FUELS).map(({ name }) => name)).toEqual(['diesel', 'petrol', 'propane']);
  });
  it('loses 3.5 % for 300 m and 1 % for 5.5 K, by hand', () => {
    expect(setKeeps(100, 29)).toBe(1);
    expect(setKeeps(0, 10)).toBe(1);
    expect(setKeeps(700, 29)).toBeCloseTo(0.93, 9);
    expect(setKeeps(100, 40)).toBeCloseTo(0.98, 9);
    expect(setKeeps(700, 40)).toBeCloseTo(0.93 * 0.98, 9);
    expect(setKeeps(9000, 60)).toBe(0.3);
  });
  it('is asked for charge and loads and a quarter more, by hand', () => {
    // 60 A at 54 V by a charger of 0.9 and 0.8, with 500 W carried, at 0.93
    expect(setAsked(3240, 0.9, 0.8, 500, 0.93)).toBeCloseTo(((4500 + 500) * 1.25) / 0.93, 6);
  });
  it('may run outside the quiet hours', () => {
    expect(hoursAllowed(22, 8)).toBe(14);
    expect(hoursAllowed(13, 15)).toBe(22);
    expect(hoursAllowed(0, 0)).toBe(24);
  });
  it('has usual figures where none are given', () => {
    expect(sourceFigure(source(), 'fuelNoLoad')).toBeCloseTo(3 * 0.08415, 9);
    expect(sourceFigure(source({ watts: 2000 }), 'peakWatts')).toBeCloseTo(2300, 9);
    expect(sourceFigure(source({ amps: 55 }), 'limitAmps')).toBe(55);
    expect(sourceFigure(source({ amps: 55, limitAmps: 30 }), 'limitAmps')).toBe(30);
    expect(sourceFigure(source(), 'minimumLoad')).toBe(30);
    expect(sourceFigure(source({}, { fuel: 'petrol' }), 'minimumLoad')).toBeLessThan(30);
    expect(sourceFigure(source(), 'startAt')).toBeLessThan(sourceFigure(source(), 'stopAt'));
  });
});

const always = [
  [0, 10],
  [1, 10],
] as const;

describe('charging', () => {
  const bank = { capacityWh: 10_000, roundTrip: 0.9, acceptance: always };
  it('takes the hours that the energy takes where the bank takes all', () => {
    const curve = chargeCurve(bank, 2000);
    // 6 kWh of what can be had again are 6 ÷ 0.9 at the charger
    expect(hoursBetween(curve, 0.2, 0.8)).toBeCloseTo(6000 / 0.9 / 2000, 6);
    expect(hoursBetween(curve, 0.8, 0.2)).toBe(0);
    expect(chargedTo(curve, 0.2, hoursBetween(curve, 0.2, 0.8))).toBeCloseTo(0.8, 9);
    expect(chargedTo(curve, 0.5, 1000)).toBe(1);
    expect(chargedTo(curve, 0.37, 0)).toBeCloseTo(0.37, 9);
    // between the points of its curve too
    expect(chargedTo(curve, 0.2134, hoursBetween(curve, 0.2134, 0.7777))).toBeCloseTo(0.7777, 9);
  });
  it('takes ever longer towards full', () => {
    const lead = chargeCurve({ ...bank, acceptance: CHEMISTRIES.flooded.acceptance }, 2500);
    const [low, high] = [hoursBetween(lead, 0.3, 0.4), hoursBetween(lead, 0.85, 0.95)];
    expect(high).toBeGreaterThan(3 * low);
  });
});

const plain = (change: Partial<WalkPart> = {}): WalkPart => ({
  bank: { capacityWh: 10_000, roundTrip: 0.9, acceptance: always },
  floor: 0.2,
  shedBelow: 0,
  madeWh: new Array(12).fill(0),
  usedWh: new Array(12).fill(5000),
  mustWh: new Array(12).fill(3000),
  surplus: [],
  sources: [],
  days: new Float64Array(730).fill(1),
  keepDays: 7,
  ...change,
});
/** What waits for surplus: Wh asked for on a day, and the most its watts take. */
const waits = (id: string, asks: number, most = Infinity) => ({
  id,
  asksWh: new Array<number>(12).fill(asks),
  mostWh: new Array<number>(12).fill(most),
});
const set = (change: Partial<WalkSource> = {}): WalkSource => ({
  id: 'set',
  there: new Array(365).fill(true),
  dailyWh: new Array(12).fill(0),
  bulkW: 2000,
  startAt: 0.4,
  stopAt: 0.8,
  hoursADay: 24,
  hoursAWeek: 168,
  warmUpH: 0,
  exerciseH: 0,
  litresAnHour: 1.2,
  litresIdle: 0.5,
  ...change,
});

describe('the bank through years of days', () => {
  it('serves what is made, stores the rest, and spills what finds no room', () => {
    const { months, darkDays } = walkPower(plain({ madeWh: new Array(12).fill(6000) }));
    for (const { servedWh, unservedWh, spilledWh } of months) {
      expect(servedWh).toBeCloseTo(5000, 6);
      expect(unservedWh).toBe(0);
      expect(spilledWh).toBeCloseTo(1000, 6);
    }
    expect(darkDays).toBe(0);
  });
  it('goes dark where nothing is made and nothing charges', () => {
    const { months, darkDays } = walkPower(plain());
    // of eight kilowatt-hours the second day has three left
    expect(darkDays).toBeCloseTo(364.5, 9);
    expect(months[6]!.unservedWh).toBeCloseTo(5000, 6);
    expect(months[0]!.unservedWh * 31 * 2).toBeCloseTo(62 * 5000 - 8000, 6);
  });
  it('sheds what should run before what must', () => {
    const { months } = walkPower(plain({ shedBelow: 0.9, madeWh: new Array(12).fill(3000) }));
    expect(months[5]!.shedWh).toBeCloseTo(2000, 6);
    expect(months[5]!.servedWh).toBeCloseTo(3000, 6);
    expect(months[5]!.unservedWh).toBe(0);
  });
  it('gives surplus uses no more than they would take', () => {
    const { months } = walkPower(
      plain({ madeWh: new Array(12).fill(8000), surplus: [waits('tank', 1200), waits('car', 900, 400)] }),
    );
    // of 3 kWh left over the tank takes all it asks for, and the car what its watts take in the hours there are
    expect(months[3]!.surplusBy).toEqual({ tank: expect.closeTo(1200, 6), car: expect.closeTo(400, 6) });
    expect(months[3]!.surplusWh).toBeCloseTo(1600, 6);
    expect(months[3]!.spilledWh).toBeCloseTo(1400, 6);
    const scarce = walkPower(
      plain({ madeWh: new Array(12).fill(6500), surplus: [waits('tank', 1200), waits('car', 900)] }),
    );
    expect(scarce.months[7]!.surplusBy).toEqual({
      tank: expect.closeTo(1200, 6),
      car: expect.closeTo(300, 6),
    });
  });
  it('runs a set for what is lacking, by hand', () => {
    const year = walkPower(plain({ sources: [set()] }));
    const [of] = year.sources;
    expect(year.darkDays).toBe(0);
    // all of it comes from the set: 5 kWh a day through a bank that keeps 0.9, at 2 kW
    expect(of!.wh / 365).toBeCloseTo(5000, -2);
    expect(of!.hours).toBeCloseTo(of!.wh / 0.9 / 2000, 3);
    expect(of!.litres).toBeCloseTo(of!.hours * 1.2, 3);
    expect(of!.hoursBy.reduce((sum, hours) => sum + hours, 0)).toBeCloseTo(of!.hours, 9);
    // about a week of it
    expect(of!.keepLitres).toBeGreaterThan((7 * 5000 * 1.2) / 0.9 / 2000 - 4);
    expect(of!.keepLitres).toBeLessThan((7 * 5000 * 1.2) / 0.9 / 2000 + 6);
  });
  it('counts the fuel to keep over the new year', () => {
    // dark in the last and the first five days of the year alone, and the bank empty before
    const days = Float64Array.from({ length: 730 }, (_, day) => (day % 365 < 5 || day % 365 >= 360 ? 0 : 1));
    const part = (keepDays: number) =>
      plain({
        madeWh: new Array(12).fill(5000),
        days,
        keepDays,
        sources: [set({ startAt: 0.99, stopAt: 0.99 })],
      });
    const keep = (days: number) => walkPower(part(days)).sources[0]!.keepLitres;
    // 5 kWh a day through a bank that keeps 0.9, at 2 kW and 1.2 L an hour
    const daily = (5000 / 0.9 / 2000) * 1.2;
    expect(keep(5)).toBeCloseTo(5 * daily, 0);
    expect(keep(10)).toBeCloseTo(10 * daily, 0);
  });
  it('starts it as often as its two states of charge ask', () => {
    const wide = walkPower(plain({ sources: [set({ startAt: 0.3, stopAt: 0.95 })] })).sources[0]!;
    const narrow = walkPower(plain({ sources: [set({ startAt: 0.6, stopAt: 0.8 })] })).sources[0]!;
    expect(narrow.starts).toBeGreaterThan(wide.starts);
    const warm = walkPower(plain({ sources: [set({ warmUpH: 0.5, startAt: 0.3, stopAt: 0.95 })] }))
      .sources[0]!;
    expect(warm.hours - wide.hours).toBeCloseTo(0.5 * wide.starts, 6);
    expect(warm.litres - wide.litres).toBeCloseTo(0.25 * wide.starts, 6);
  });
  it('leaves dark what quiet hours and willing hours do not let it give', () => {
    // an hour a day gives 1.8 kWh of 5
    const quiet = walkPower(plain({ sources: [set({ hoursADay: 1 })] }));
    expect(quiet.months[8]!.bySource.set).toBeCloseTo(1800, 0);
    expect(quiet.months[8]!.unservedWh).toBeCloseTo(3200, 0);
    const willing = walkPower(plain({ sources: [set({ hoursAWeek: 7 })] }));
    expect(willing.sources[0]!.hours).toBeLessThanOrEqual((365 / 7) * 7 + 7);
    expect(willing.sources[0]!.hours).toBeGreaterThan(350);
  });
  it('exercises a set that is not needed, and not one that is not there', () => {
    const idle = { madeWh: new Array(12).fill(6000) };
    const run = walkPower(plain({ ...idle, sources: [set({ exerciseH: 0.5 })] })).sources[0]!;
    expect(run.hours).toBeCloseTo(6, 9);
    expect(run.litres).toBeCloseTo(3, 9);
    const away = set({ exerciseH: 0.5, there: daysThere('06-01', '08-31') });
    expect(walkPower(plain({ ...idle, sources: [away] })).sources[0]!.hours).toBeCloseTo(1.5, 9);
  });
  it('takes what gives by itself on the days it is there', () => {
    const water = set({
      id: 'water',
      bulkW: 0,
      dailyWh: new Array(12).fill(5000),
      there: daysThere('11-01', '02-28'),
    });
    const { months } = walkPower(plain({ sources: [water] }));
    expect(months[11]!.bySource.water).toBeCloseTo(5000, 6);
    expect(months[6]!.bySource.water).toBe(0);
    expect(months[6]!.unservedWh).toBeGreaterThan(4000);
  });
  it('gains and loses nothing: what came in is used, spilled or stored, to 1e-9', () => {
    const twelve = (max: number) =>
      fc.array(fc.double({ min: 0, max, noNaN: true }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(
        twelve(9000),
        twelve(9000),
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.integer({ min: 0, max: 24 }),
        (madeWh, usedWh, startAt, shedBelow, bulkW, hoursADay) => {
          const part = plain({
            madeWh,
            usedWh,
            shedBelow,
            mustWh: usedWh.map((wh) => wh / 2),
            surplus: [
              { id: 'tank', asksWh: usedWh.map((wh) => wh / 3), mostWh: usedWh.map((wh) => wh / 4) },
              waits('car', 500),
            ],
            sources: [
              set({ bulkW, startAt, stopAt: Math.min(1, startAt + 0.3), hoursADay, warmUpH: 0.1 }),
              set({
                id: 'shore',
                bulkW: 900,
                startAt: 0.99,
                stopAt: 0.99,
                there: daysThere('10-10', '02-02'),
              }),
            ],
            days: Float64Array.from({ length: 730 }, (_, day) => 1 + Math.sin(day * 7.3)),
          });
          const { balance, months } = walkPower(part);
          const held = balance.endWh - balance.beginWh;
          expect(Math.abs(balance.inWh - balance.outWh - held)).toBeLessThan(1e-9 * (balance.inWh + 1e4));
          for (const { servedWh, shedWh, unservedWh, month } of months) {
            const asked = usedWh[month - 1]!;
            expect(Math.abs(servedWh + shedWh + unservedWh - asked)).toBeLessThan(1e-9 * (asked + 1));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a source on a bank', () => {
  const uses = { u1: { ...blankUse(1, 'House'), watts: chosen(300), hours: chosen(24) } };
  const design = { ...oneArray(), uses };
  const facts = (plan: BackupSource, place = { altitudeM: 100, hotC: 25 }) =>
    computePower(
      { ...design, power: { ...design.power, sources: { s: plan } } },
      computeLoads(design),
      bank,
      place,
    );
  const now = (plan: BackupSource, place?: { altitudeM: number; hotC: number }) =>
    facts(plan, place).sources[0]!;
  it('charges by the least of charger, bank and set, by hand', () => {
    expect(now(source({ watts: 6000, chargeAmps: 60 }))).toMatchObject({ amps: 60, limit: 'charger' });
    // half the capacity an hour is the most that iron-phosphate takes
    expect(now(source({ watts: 30_000, chargeAmps: 500 }))).toMatchObject({ amps: 200, limit: 'bank' });
    const small = now(source({ watts: 2000, chargeAmps: 60, chargerEfficiency: 90, powerFactor: 0.8 }));
    expect(small.limit).toBe('set');
    expect(small.amps).toBeCloseTo(((2000 - facts(source()).peakAcW) * 0.9 * 0.8) / 54, 6);
    // in thin air less of it
    const high = now(source({ watts: 2000, chargeAmps: 60 }), { altitudeM: 2100, hotC: 25 });
    expect(high.ratedNowW).toBeCloseTo(2000 * (1 - (2000 * 0.035) / 300), 6);
  });
  it('takes of the set what the bank gets, over its charger', () => {
    const { bulkW, takenW, takenVA, loadShare, ratedNowW } = now(
      source({ watts: 6000, chargeAmps: 60, chargerEfficiency: 90, powerFactor: 0.8 }),
    );
    expect(bulkW).toBeCloseTo(60 * 54, 6);
    expect(takenW).toBeCloseTo(bulkW / 0.9, 6);
    expect(takenVA).toBeCloseTo(takenW / 0.8, 6);
    expect(loadShare).toBeCloseTo((takenW + facts(source()).meanAcW) / ratedNowW, 9);
  });
  it('of an engine needs no charger and gives by its hours under way', () => {
    const plan = source({ amps: 90, limitAmps: 40 }, { kind: 'alternator', hoursBy: { '7': chosen(1.5) } });
    const of = now(plan);
    expect(of).toMatchObject({ amps: 40, takenW: of.bulkW });
    const walked = walkSource(of, bank, 0);
    expect(walked.dailyWh[6]).toBeCloseTo(1.5 * 40 * 54 * 0.94, 6);
    expect(walked.dailyWh[0]).toBe(0);
    expect(walked.bulkW).toBe(0);
  });
  it('of the shore holds the bank full on the days it is there, and burns nothing', () => {
    const plan = source({ watts: 3000, chargeAmps: 30 }, { kind: 'shore', from: '10-01', to: '03-31' });
    const walked = walkSource(now(plan), bank, 200);
    expect(walked).toMatchObject({ litresAnHour: 0, hoursADay: 24, hoursAWeek: 168, warmUpH: 0 });
    expect(walked.there.filter(Boolean)).toHaveLength(31 + 30 + 31 + 31 + 28 + 31);
    expect(walked.there[0]).toBe(true);
    expect(walked.there[180]).toBe(false);
    // an outlet is no engine that height or heat takes from
    const high = { altitudeM: 2500, hotC: 40 };
    expect([now(plan).keeps, now(plan, high).keeps, now(source(), high).keeps < 0.9]).toEqual([1, 1, true]);
  });
  it('asks nobody where it starts by itself', () => {
    const by = (automatic: boolean) => walkSource(now(source({ hoursAWeek: 10 }, { automatic })), bank, 0);
    expect(by(false).hoursAWeek).toBe(10);
    expect(by(true).hoursAWeek).toBe(168);
  });
  it('never stops below where it starts', () => {
    expect(walkSource(now(source({ startAt: 60, stopAt: 40 })), bank, 0)).toMatchObject({
      startAt: 0.6,
      stopAt: 0.6,
    });
  });
  it('carries the year with the sun, in words of a mean day', () => {
    const loads = computeLoads(design);
    const power = {
      ...design.power,
      shedBelow: chosen(0),
      sources: { s: source({ watts: 6000, chargeAmps: 60 }, { automatic: true }) },
    };
    const part = { ...design, power };
    const of = computePower(part, loads, bank, null);
    const used = loads.months[0]!.busWh;
    const year = powerYear(
      part,
      of,
      loads,
      bank,
      new Array(12).fill(used / 2),
      [],
      new Float64Array(730).fill(1),
      7,
    );
    expect(year.darkDays).toBe(0);
    expect(year.months[4]!.bySource.s! / used).toBeCloseTo(0.5, 1);
    const days = MONTH_DAYS.reduce((sum, length) => sum + length, 0);
    expect(year.sources[0]!.wh / days).toBeCloseTo(used / 2, -2);
    expect(chargedBank(bank).capacityWh).toBeCloseTo(20_480, 6);
  });
});
