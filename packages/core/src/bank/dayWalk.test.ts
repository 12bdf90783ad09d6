import fc from 'fast-check';
import { CELLS } from '../document';
import { CHEMISTRIES } from './chemistries';
import { acceptedC, meanDay, walkBankOf, walkDay, type WalkBank } from './dayWalk';

const flat = (watts: number) => new Float64Array(CELLS).fill(watts);
const between = (from: number, to: number, watts: number) =>
  Float64Array.from({ length: CELLS }, (_, cell) => (cell >= from && cell < to ? watts : 0));
const ideal: WalkBank = {
  ratedWh: 1000,
  floor: 0,
  roundTrip: 1,
  acceptance: [
    [0, 10],
    [1, 10],
  ],
};

/** The same walk with the steps written out, by watt-hours instead of shares. */
function walked(bank: WalkBank, soc: number, made: Float64Array, used: Float64Array): number[] {
  const out = Math.sqrt(bank.roundTrip);
  let wh = soc * bank.ratedWh;
  return Array.from({ length: CELLS }, (_, cell) => {
    const net = (made[cell]! - used[cell]!) / 2;
    if (net >= 0) {
      const accepted = (acceptedC(bank.acceptance, wh / bank.ratedWh) * bank.ratedWh) / 2;
      wh += Math.min(net, accepted, (bank.ratedWh - wh) / out) * out;
    } else wh = Math.max(bank.floor * bank.ratedWh, wh + net / out);
    return wh / bank.ratedWh;
  });
}

describe('what a bank accepts', () => {
  const curve = [
    [0, 0.5],
    [0.8, 0.5],
    [1, 0.02],
  ] as const;
  it('lies straight between the points of its curve', () => {
    expect(acceptedC(curve, 0)).toBe(0.5);
    expect(acceptedC(curve, 0.4)).toBe(0.5);
    expect(acceptedC(curve, 0.9)).toBeCloseTo(0.26, 9);
    expect(acceptedC(curve, 1)).toBeCloseTo(0.02, 9);
  });
  it('stays at its ends beyond them', () => {
    expect(acceptedC(curve, -0.2)).toBe(0.5);
    expect(acceptedC(curve, 1.3)).toBe(0.02);
    expect(acceptedC([], 0.5)).toBe(0);
  });
  it('falls towards full for every chemistry', () => {
    for (const { acceptance } of Object.values(CHEMISTRIES))
      for (let soc = 0.05; soc <= 1; soc += 0.05)
        expect(acceptedC(acceptance, soc)).toBeLessThanOrEqual(acceptedC(acceptance, soc - 0.05) + 1e-12);
  });
});

describe('a bank through a day', () => {
  const notes = (bank: WalkBank, soc: number, made: Float64Array, used: Float64Array, scale = 1) => {
    const seen: { cell: number; soc: number; spilledW: number }[] = [];
    const end = walkDay(bank, soc, made, used, scale, (cell, at, spilledW) =>
      seen.push({ cell, soc: at, spilledW }),
    );
    return { seen, end };
  };
  it('gives what is used, down to its floor', () => {
    // 10 W over 24 h are 240 of 1000 Wh
    expect(notes(ideal, 1, flat(0), flat(10)).end).toBeCloseTo(0.76, 9);
    expect(notes({ ...ideal, floor: 0.9 }, 1, flat(0), flat(10)).end).toBe(0.9);
  });
  it('takes what is left over until it is full, and spills the rest', () => {
    const { seen, end } = notes(ideal, 0.9, between(0, 2, 150), flat(0));
    // 75 Wh, then the 25 that have room: 50 W of 100
    expect(seen[0]!.soc).toBeCloseTo(0.975, 9);
    expect(end).toBeCloseTo(1, 9);
    expect(seen[0]!.spilledW).toBeCloseTo(0, 9);
    expect(seen[1]!.spilledW).toBeCloseTo(100, 9);
    expect(seen.map(({ cell }) => cell)).toEqual(Array.from({ length: CELLS }, (_, i) => i));
  });
  it('takes no more than it accepts', () => {
    const slow: WalkBank = {
      ...ideal,
      acceptance: [
        [0, 0.1],
        [1, 0.1],
      ],
    };
    const { seen } = notes(slow, 0.2, between(0, 1, 500), flat(0));
    expect(seen[0]!.soc).toBeCloseTo(0.25, 9);
    expect(seen[0]!.spilledW).toBeCloseTo(400, 9);
  });
  it('loses half of the round trip on each way', () => {
    const lossy: WalkBank = { ...ideal, roundTrip: 0.64 };
    expect(notes(lossy, 0.5, between(0, 2, 100), flat(0)).end).toBeCloseTo(0.5 + 0.08, 9);
    expect(notes(lossy, 0.5, flat(0), between(0, 2, 100)).end).toBeCloseTo(0.5 - 0.125, 9);
  });
  it('scales what is made, not what is used', () => {
    expect(notes(ideal, 0.5, flat(10), flat(10), 0.5).end).toBeCloseTo(0.5 - 0.12, 9);
  });
  it('is the same as by the watt-hour, step by step', () => {
    const watts = fc.array(fc.double({ min: 0, max: 300, noNaN: true }), {
      minLength: CELLS,
      maxLength: CELLS,
    });
    fc.assert(
      fc.property(
        watts,
        watts,
        fc.constantFrom(...Object.values(CHEMISTRIES)),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (made, used, { acceptance, roundTrip }, soc) => {
          const bank: WalkBank = { ratedWh: 1200, floor: 0.3, roundTrip, acceptance };
          const [m, u] = [Float64Array.from(made), Float64Array.from(used)];
          const { seen } = notes(bank, soc, m, u);
          for (const [cell, at] of walked(bank, soc, m, u).entries())
            expect(seen[cell]!.soc).toBeCloseTo(at, 9);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a mean day', () => {
  it('is full at the hour at which the sun has filled it', () => {
    // 20 W all night and day: 480 Wh, with 160 W from 08:00 to 16:00
    const { fullAtH, lowest, spilledWh } = meanDay(ideal, between(16, 32, 160), flat(20));
    // from 16:00 to 08:00 it gives 320 Wh; at 140 W it is back at 97 % after 290 Wh: 10:04
    expect(lowest).toBeCloseTo(0.68, 9);
    expect(fullAtH).toBe(10.5);
    expect(spilledWh).toBeCloseTo(160 * 8 - 480, 6);
  });
  it('is not full where the sun does not fill it, and runs down to its floor', () => {
    const { fullAtH, lowest } = meanDay({ ...ideal, floor: 0.2 }, between(16, 32, 30), flat(20));
    expect(fullAtH).toBeNull();
    expect(lowest).toBeCloseTo(0.2, 9);
  });
  it('is full all day where it never leaves full', () => {
    // 97 % is full enough: 30 of 1000 Wh are taken out, and come back in the next half hour
    expect(meanDay(ideal, between(1, 2, 60), between(0, 1, 60))).toMatchObject({ fullAtH: 0, lowest: 0.97 });
    expect(meanDay(ideal, flat(50), flat(20))).toEqual({
      fullAtH: 0,
      lowest: 1,
      spilledWh: expect.closeTo(720, 6),
      spilledW: 30,
      surplusH: 24,
    });
  });
  it('has something over only while something is, however full it is', () => {
    // it stands full, and what is made is what is used
    expect(meanDay(ideal, flat(20), flat(20))).toMatchObject({ fullAtH: 0, lowest: 1, surplusH: 0 });
    const { surplusH } = meanDay(ideal, between(16, 32, 160), flat(20));
    // from about half past ten, when it is full, until the sun is gone at four
    expect(surplusH).toBeGreaterThanOrEqual(5.5);
    expect(surplusH).toBeLessThanOrEqual(6);
  });
});

it('is seen by a walk with what the cold leaves of it, down to its depth', () => {
  const lfp = CHEMISTRIES.lfp;
  expect(walkBankOf(lfp, 5000, 0.9, 80)).toEqual({
    ratedWh: 4500,
    floor: expect.closeTo(0.2, 9),
    roundTrip: lfp.roundTrip,
    acceptance: lfp.acceptance,
  });
  expect(walkBankOf(lfp, 0, 1, 50).ratedWh).toBe(1);
});
