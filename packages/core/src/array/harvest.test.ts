import fc from 'fast-check';
import { CELLS } from '../document';
import { STEPS, STEP_H, type PlaneMonth } from '../sky';
import { clippedYear, madeByHour, sentYear, throughBankPct } from '.';
import type { Feed } from './feed';

const day = (watts: (step: number) => number) =>
  Float64Array.from({ length: STEPS }, (_, step) => watts(step));
/** Twelve alike months, W/W by step; a cloudless one is half as much again. */
const yearOf = (perWatt: (step: number) => number): PlaneMonth[] => {
  const month: PlaneMonth = {
    poaKWhm2: 0,
    openKWhm2: 0,
    perWatt: day(perWatt),
    kinds: [day(perWatt)],
    clearPerWatt: day((step) => 1.5 * perWatt(step)),
    cellC: day(() => 25),
    lost: day(() => 0),
  };
  return Array.from({ length: 12 }, () => month);
};
const feed = (parts: Partial<Feed> = {}): Feed => ({
  year: yearOf((step) => (step >= 24 && step < 48 ? 1 : 0)),
  wiredModules: 1,
  wiredW: 1000,
  factor: 1000,
  inputLimitW: Infinity,
  ...parts,
});

describe('what a controller sends', () => {
  it('is all that is offered less its own loss, below its limit', () => {
    // eight hours of 1000 W at 95 %
    const [january] = sentYear([feed()], 0.95, 5000);
    expect(january!.sentWh[0]).toBeCloseTo(7600, 6);
    expect(january!.clippedWh).toBeCloseTo(0, 9);
  });
  it('is held at its limit, and what is over is told', () => {
    const months = sentYear([feed()], 0.95, 500);
    expect(months).toHaveLength(12);
    expect(months[6]!.sentWh[0]).toBeCloseTo(4000, 6);
    expect(months[6]!.clippedWh).toBeCloseTo(3600, 6);
    // a cloudless day offers 1500 W
    expect(months[6]!.clearClippedWh).toBeCloseTo((1500 * 0.95 - 500) * 8, 6);
  });
  it('is held at the limit of the inputs first', () => {
    const [january] = sentYear([feed({ inputLimitW: 600 })], 0.9, 5000);
    expect(january!.sentWh[0]).toBeCloseTo(600 * 0.9 * 8, 6);
    expect(january!.clippedWh).toBeCloseTo(400 * 0.9 * 8, 6);
  });
  it('is shared by several arrays as they offer', () => {
    const [january] = sentYear([feed({ factor: 3000 }), feed({ factor: 1000 })], 1, 2000);
    expect(january!.sentWh[0]).toBeCloseTo(1500 * 8, 6);
    expect(january!.sentWh[1]).toBeCloseTo(500 * 8, 6);
    expect(january!.clippedWh).toBeCloseTo(2000 * 8, 6);
  });
  it('adds up: sent and clipped are what was offered, and no step passes the limit', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            factor: fc.double({ min: 0, max: 5000, noNaN: true }),
            inputLimitW: fc.double({ min: 0, max: 4000, noNaN: true }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 6000, noNaN: true }),
        (parts, efficiency, limitW) => {
          const bell = yearOf((step) => Math.max(0, Math.sin(((step - 18) / 36) * Math.PI)));
          const feeds = parts.map((part) => feed({ ...part, year: bell }));
          const [month] = sentYear(feeds, efficiency, limitW);
          const sent = month!.sentWh.reduce((sum, wh) => sum + wh, 0);
          const unit = bell[0]!.perWatt.reduce((sum, w) => sum + w, 0) * STEP_H;
          const offered = parts.reduce((sum, { factor }) => sum + factor * unit * efficiency, 0);
          expect(sent + month!.clippedWh).toBeCloseTo(offered, 3);
          expect(sent).toBeLessThanOrEqual(limitW * 24 + 1e-6);
          expect(month!.clearClippedWh).toBeGreaterThanOrEqual(month!.clippedWh - 1e-6);
        },
      ),
    );
  });
  it('is nothing of an array without light', () => {
    const dark = feed({ year: [] });
    const [month] = sentYear([dark, feed()], 1, 5000);
    expect(month!.sentWh).toEqual([0, expect.closeTo(8000, 6)]);
  });
});

describe('what is clipped, step by step', () => {
  it('is the same in all as by month, and says what is given', () => {
    const feeds = [feed({ factor: 900 }), feed({ factor: 700, inputLimitW: 500 })];
    const months = sentYear(feeds, 0.96, 1000);
    const { mean, clear, clearGiven } = clippedYear(feeds, 0.96, 1000);
    for (let month = 0; month < 12; month++) {
      const wh = (steps: Float64Array[]) => steps[month]!.reduce((sum, w) => sum + w, 0) * STEP_H;
      expect(wh(mean)).toBeCloseTo(months[month]!.clippedWh, 6);
      expect(wh(clear)).toBeCloseTo(months[month]!.clearClippedWh, 6);
      expect(Math.max(...clearGiven[month]!)).toBeCloseTo(1000, 6);
      expect(clear[month]![0]).toBe(0);
    }
  });
});

describe('the day by half hours', () => {
  it('keeps the energy, and lies where the light lies', () => {
    const year = yearOf((step) => Math.max(0, Math.sin(((step + 0.5 - 18) / 36) * Math.PI)));
    const made = madeByHour([{ year, sentWh: Array.from({ length: 12 }, (_, m) => 1000 + m) }]);
    expect(made).toHaveLength(12);
    for (const [month, watts] of made.entries()) {
      expect(watts).toHaveLength(CELLS);
      expect(watts.reduce((sum, w) => sum + w, 0) / 2).toBeCloseTo(1000 + month, 6);
      expect(watts[23]).toBeCloseTo(watts[24]!, 9);
      expect(Math.max(...watts)).toBe(Math.max(watts[23]!, watts[24]!));
      expect(watts.slice(0, 11).every((w) => w === 0)).toBe(true);
    }
  });
  it('is the watts themselves where they are the same all day', () => {
    // 2400 Wh over 24 h are 100 W, in every half hour, those that two steps share among them
    const [january] = madeByHour([{ year: yearOf(() => 0.4), sentWh: Array<number>(12).fill(2400) }]);
    for (const watts of january!) expect(watts).toBeCloseTo(100, 9);
  });
  it('puts a step of twenty minutes into the half hours that it lies in', () => {
    // the second step, 00:20 to 00:40: half in each of the first two cells
    const [january] = madeByHour([
      { year: yearOf((step) => (step === 1 ? 1 : 0)), sentWh: Array<number>(12).fill(100) },
    ]);
    expect([january![0], january![1], january![2]]).toEqual([
      expect.closeTo(100, 9),
      expect.closeTo(100, 9),
      0,
    ]);
    const [first] = madeByHour([
      { year: yearOf((step) => (step === 0 ? 1 : 0)), sentWh: Array<number>(12).fill(100) },
    ]);
    expect([first![0], first![1]]).toEqual([expect.closeTo(200, 9), 0]);
    const [last] = madeByHour([
      { year: yearOf((step) => (step === 71 ? 1 : 0)), sentWh: Array<number>(12).fill(100) },
    ]);
    expect([last![46], last![47]]).toEqual([0, expect.closeTo(200, 9)]);
  });
  it('adds arrays, and leaves out those without light', () => {
    const even = yearOf(() => 1);
    const wh = Array<number>(12).fill(240);
    const [sum] = madeByHour([
      { year: even, sentWh: wh },
      { year: even, sentWh: wh },
      { year: yearOf(() => 0), sentWh: wh },
    ]);
    expect(sum![17]).toBeCloseTo(20, 9);
  });
});

describe('the share through the bank', () => {
  const flat = (watts: number) => ({ profile: new Float64Array(CELLS).fill(watts) });
  const half = (from: number, to: number, watts: number) =>
    Float64Array.from({ length: CELLS }, (_, cell) => (cell >= from && cell < to ? watts : 0));
  it('is what is used when the sun gives less', () => {
    // used 100 W all day, made 150 W for six of 24 hours, and 40 W for six more
    const made = half(18, 30, 150);
    for (let cell = 30; cell < 42; cell++) made[cell] = 40;
    expect(throughBankPct([flat(100)], [made])).toBeCloseTo(100 * (1 - (6 * 100 + 6 * 40) / 2400), 9);
  });
  it('is all of it at night and none of it in the sun', () => {
    expect(throughBankPct([{ profile: half(0, 10, 50) }], [half(20, 30, 500)])).toBe(100);
    expect(throughBankPct([{ profile: half(22, 26, 50) }], [half(20, 30, 500)])).toBe(0);
  });
  it('is unknown where nothing is used', () => {
    expect(throughBankPct([flat(0)], [half(0, 48, 10)])).toBeNull();
  });
  it('weighs months by what they use', () => {
    const sun = half(0, 48, 100);
    const dark = new Float64Array(CELLS);
    expect(throughBankPct([flat(30), flat(10)], [sun, dark])).toBeCloseTo(25, 9);
    expect(throughBankPct([flat(30), flat(10)], [sun])).toBeCloseTo(25, 9);
  });
});
