import fc from 'fast-check';
import { readJson } from '../../fixtures/read';
import { CELLS } from '../document';
import { usualHome } from '../job';
import { busChoices, peukertHours } from './busChoices';
import { CHEMISTRIES, cyclesAt } from './chemistries';
import { acceptedC, meanDay, walkDay, type WalkBank } from './dayWalk';
import { bankWarmth, ventilation } from './home';
import { bankLife, lifeCost } from './life';
import { rainflow } from './rainflow';

describe('rainflow', () => {
  // ASTM E1049's own example and a random walk counted by the python package rainflow
  it.each(readJson<{ series: number[]; counts: [number, number][] }[]>('rainflow.json'))(
    'counts as the standard does, exactly',
    ({ series, counts }) => {
      const found = new Map<string, number>();
      for (const { range, count } of rainflow(series)) {
        const key = range.toFixed(6);
        found.set(key, (found.get(key) ?? 0) + count);
      }
      expect([...found].sort()).toEqual(counts.map(([range, count]) => [range.toFixed(6), count]).sort());
    },
  );
  const walk = fc.array(
    fc.integer({ min: 0, max: 20 }).map((n) => n / 20),
    { minLength: 2, maxLength: 60 },
  );
  it('does not mind readings between the turns', () => {
    expect(rainflow([0, 0.2, 0.5, 1, 0.7, 0.1])).toEqual(rainflow([0, 1, 0.1]));
    expect(rainflow([0.5, 0.5, 0.5])).toEqual([]);
    expect(rainflow([])).toEqual([]);
  });
  it('counts the largest swing once, as a half or a whole', () => {
    fc.assert(
      fc.property(walk, (series) => {
        const cycles = rainflow(series);
        const swing = Math.max(...series) - Math.min(...series);
        const most = Math.max(0, ...cycles.map(({ range }) => range));
        expect(most).toBeCloseTo(swing, 9);
      }),
    );
  });
  it('accounts for all ways up and down', () => {
    fc.assert(
      fc.property(walk, (series) => {
        const way = series.reduce((sum, at, i) => sum + (i > 0 ? Math.abs(at - series[i - 1]!) : 0), 0);
        // a whole cycle goes down and up again, a half one way
        const counted = rainflow(series).reduce((sum, { range, count }) => sum + 2 * count * range, 0);
        expect(counted).toBeCloseTo(way, 9);
      }),
    );
  });
});

describe('life', () => {
  it('reads a cycle curve at its points, between and beyond them', () => {
    const curve = CHEMISTRIES.flooded.cycles;
    expect(cyclesAt(curve, 50)).toBeCloseTo(1200, 6);
    expect(cyclesAt(curve, 30)).toBeGreaterThan(1200);
    expect(cyclesAt(curve, 30)).toBeLessThan(2800);
    expect(cyclesAt(curve, 5)).toBeGreaterThan(4500);
    expect(cyclesAt(curve, 100)).toBeLessThan(700);
    expect(cyclesAt(curve, 0)).toBe(Infinity);
  });
  it('falls with depth for every chemistry', () => {
    for (const { cycles } of Object.values(CHEMISTRIES)) {
      for (let depth = 2; depth <= 100; depth++)
        expect(cyclesAt(cycles, depth)).toBeLessThan(cyclesAt(cycles, depth - 1));
      for (const [depth, count] of cycles) expect(cyclesAt(cycles, depth)).toBeCloseTo(count, 6);
    }
  });
  it('adds up by Miner: a cycle of 50 % a day wears flooded lead-acid out in 1200 days', () => {
    const chemistry = {
      ...CHEMISTRIES.flooded,
      acceptance: [
        [0, 9],
        [1, 9],
      ] as const,
      roundTrip: 1,
    };
    const bank = { ratedWh: 1000, floor: 0, roundTrip: 1, acceptance: chemistry.acceptance };
    const made = new Float64Array(CELLS).fill(1000 / 24, 24, 36).map((w) => (w > 0 ? 500 / 6 : 0));
    const used = new Float64Array(CELLS).fill(500 / 6, 0, 12);
    const life = bankLife({
      chemistry,
      bank,
      made: Array.from({ length: 12 }, () => made),
      used: Array.from({ length: 12 }, () => used),
      days: new Array<number>(365).fill(1),
      meanC: [25],
    });
    expect(life.cycleYears).toBeCloseTo(1200 / 365, 2);
    expect(life.throughputWh).toBeCloseTo(365 * 500, 0);
    expect(life.meanLowest).toBeCloseTo(0.5, 6);
    expect(life.calendarYears).toBeCloseTo(8, 6);
    expect(life.years).toBe(life.cycleYears);
  });
  it('halves on the shelf for each 10 K of heat (lead-acid, common practice)', () => {
    const ask = (meanC: number) =>
      bankLife({
        chemistry: CHEMISTRIES.agm,
        bank: { ratedWh: 1000, floor: 0.5, roundTrip: 0.85, acceptance: CHEMISTRIES.agm.acceptance },
        made: Array.from({ length: 12 }, () => new Float64Array(CELLS)),
        used: Array.from({ length: 12 }, () => new Float64Array(CELLS)),
        days: new Array<number>(365).fill(1),
        meanC: [meanC],
      });
    expect(ask(35).calendarYears).toBeCloseTo(4, 6);
    expect(ask(25).cycleYears).toBe(Infinity);
  });
  it('costs a kWh by hand', () => {
    // 10 kWh at 200 every 8 years for 20 years; 2 MWh a year: 2000 × 2.5 ÷ 40 000
    expect(lifeCost(10_000, 200, { years: 8, throughputWh: 2e6 }, 20)).toEqual({
      bought: 3,
      total: 6000,
      perKWh: expect.closeTo(0.125, 9) as number,
    });
    expect(lifeCost(10_000, 200, { years: 30, throughputWh: 0 }, 20)).toEqual({
      bought: 1,
      total: 2000,
      perKWh: null,
    });
  });
});

describe('a bank through its days', () => {
  const bank: WalkBank = {
    ratedWh: 5000,
    floor: 0.2,
    roundTrip: 0.9,
    acceptance: CHEMISTRIES.lfp.acceptance,
  };
  const watts = fc.array(fc.double({ min: 0, max: 3000, noNaN: true }), {
    minLength: CELLS,
    maxLength: CELLS,
  });
  it('keeps its energy: what goes in is stored, spilled or lost in the round trip', () => {
    fc.assert(
      fc.property(watts, watts, fc.double({ min: 0.3, max: 1, noNaN: true }), (made, used, start) => {
        let [spilled, before] = [0, start];
        let unserved = 0;
        const out = Math.sqrt(bank.roundTrip);
        const end = walkDay(
          bank,
          start,
          Float64Array.from(made),
          Float64Array.from(used),
          1,
          (cell, soc, w) => {
            spilled += w / 2;
            const net = made[cell]! - used[cell]!;
            const moved = (soc - before) * bank.ratedWh;
            if (net >= 0) expect(moved).toBeCloseTo((net - w) * 0.5 * out, 6);
            else unserved += -net * 0.5 + moved * out;
            before = soc;
          },
        );
        expect(end).toBeLessThanOrEqual(1 + 1e-9);
        expect(end).toBeGreaterThanOrEqual(bank.floor - 1e-9);
        expect(spilled).toBeGreaterThanOrEqual(0);
        expect(unserved).toBeGreaterThanOrEqual(-1e-6);
      }),
    );
  });
  it('accepts less as it fills', () => {
    for (const { acceptance } of Object.values(CHEMISTRIES))
      for (let soc = 0.01; soc <= 1; soc += 0.01)
        expect(acceptedC(acceptance, soc)).toBeLessThanOrEqual(acceptedC(acceptance, soc - 0.01) + 1e-12);
  });
  it('says when a mean day fills it, or that it does not', () => {
    const used = new Float64Array(CELLS).fill(100);
    const sun = (w: number) => new Float64Array(CELLS).fill(w, 14, 34);
    expect(meanDay(bank, sun(2000), used).fullAtH).toBeLessThan(11);
    expect(meanDay(bank, sun(330), used).fullAtH).toBeGreaterThan(12);
    expect(meanDay(bank, sun(200), used).fullAtH).toBeNull();
    expect(meanDay(bank, sun(500), new Float64Array(CELLS)).fullAtH).toBe(0);
    expect(meanDay(bank, sun(2000), used).spilledWh).toBeGreaterThan(10_000);
  });
});

describe('where it lives', () => {
  const months = Array.from({ length: 12 }, (_, m) => {
    const airC = 3 - 18 * Math.cos((m / 12) * 2 * Math.PI);
    return {
      ghiKWhm2: 4,
      ghiFrom: 'typed',
      airC,
      airFrom: 'typed',
      minC: airC - 6,
      maxC: airC + 6,
      clearness: 0.5,
    } as const;
  });
  const records = { lowC: -40, highC: 36 };
  const home = usualHome('shed');
  it('is the warmer in cold the more stands round it, and never colder than the record', () => {
    const coldest = (['outdoors', 'shed', 'building', 'heated'] as const).map((where) =>
      Math.min(...bankWarmth({ ...home, where }, months, records).months.map(({ spellC }) => spellC)),
    );
    expect(coldest).toEqual(coldest.toSorted((a, b) => a - b));
    expect(coldest[0]).toBeGreaterThanOrEqual(-40);
    expect(coldest[3]).toBe(14);
  });
  it('follows the day as far as its walls let it, as far up as down', () => {
    const { months: warmth } = bankWarmth({ ...home, where: 'shed', insulation: 'good' }, months, records);
    for (const { meanC, coldC, hotC } of warmth) expect(hotC - meanC).toBeCloseTo(meanC - coldC, 9);
    expect(warmth[0]!.hotC).toBeGreaterThan(warmth[0]!.meanC);
    expect(warmth[0]!.hotC - warmth[0]!.meanC).toBeLessThan(6);
  });
  it('stays warm by a pad whose energy follows the walls, by hand', () => {
    const box = { ...home, kind: 'box' as const, where: 'outdoors' as const, heated: true };
    const bare = bankWarmth(box, months, records);
    const foamed = bankWarmth({ ...box, insulation: 'good' }, months, records);
    expect(Math.min(...bare.months.map(({ spellC }) => spellC))).toBe(5);
    // 1.2 × 0.6 × 0.6 m: 3.6 m² × 4 W/(m²·K) × (5 + 15) K × 24 h in January
    expect(bare.padWh[0]).toBeCloseTo(3.6 * 4 * 20 * 24, 6);
    expect(foamed.padWh[0]! / bare.padWh[0]!).toBeCloseTo(0.45 / 4, 6);
    expect(bare.padWh[6]).toBe(0);
    expect(bankWarmth({ ...box, heated: false }, months, records).padWh.every((wh) => wh === 0)).toBe(true);
  });
  it('is ventilated as IEC 62485-2 reckons (from memory): 24 V, 450 Ah, 20 mA/Ah', () => {
    // 0.05 × 12 × 20 × 450 ÷ 1000 = 5.4 m³/h; 28 × 5.4 = 151 cm²
    expect(ventilation(12, 450, 20)).toEqual({
      m3h: expect.closeTo(5.4, 9) as number,
      cm2: expect.closeTo(151.2, 9) as number,
    });
  });
});

describe('rates and buses', () => {
  it('lasts 8.41 h at 10 A: 100 Ah at 20 h, exponent 1.25 (Peukert 1897)', () => {
    expect(peukertHours(100, 20, 1.25, 10)).toBeCloseTo(8.41, 2);
    expect(peukertHours(100, 20, 1.25, 5)).toBeCloseTo(20, 9);
  });
  it('halves current with each doubling of the bus, and names standard cables', () => {
    const [twelve, twentyFour, fortyEight] = busChoices(1800, 900, 'metric');
    expect([twelve!.loadA, twentyFour!.loadA, fortyEight!.loadA]).toEqual([150, 75, 37.5]);
    // 150 A × 3 m ÷ 58 ÷ 0.12 V
    expect(twelve!.mm2).toBeCloseTo((150 * 3) / 58 / 0.12, 6);
    expect(twelve!.cable).toBe('70 mm²');
    expect(busChoices(1800, 900, 'imperial')[2]!.cable).toBe('6 AWG');
    expect(busChoices(30_000, 0, 'metric')[0]!.cable).toBeNull();
  });
});
