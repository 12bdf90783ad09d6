import type { Design } from '../document';
import { blankUse, chosen } from '../job';
import { computeLoads } from '../loads';
import { oneArray } from '../testing/dairy';
import { machineOf } from '../testing/cabin';
import { acAsked, curveAt, dayEfficiency, heatOf, inverterAt, MACHINE_CLASSES } from '.';

const fourKW = machineOf('char-4000');

describe('an inverter where it stands', () => {
  it('gives all of its rating in a cool room near the sea, and twice that where two are stacked', () => {
    expect(inverterAt(fourKW, 'single', 25, 0)).toMatchObject({
      continuousW: 4000,
      legW: 4000,
      overloadW: 4800,
      surgeW: 9000,
    });
    const two = inverterAt({ ...fourKW, stacked: chosen(2) }, 'split', 20, 1500);
    expect(two).toMatchObject({ continuousW: 8000, legW: 4000, surgeW: 18_000 });
    expect(inverterAt(fourKW, 'three', 20, 0).legW).toBeCloseTo(4000 / 3, 9);
  });
  it('loses by the room and by the height, by hand', () => {
    // 40 °C is 15 K above 25 at 1 %/K; 2,000 m is five hundreds above 1,500 at 1 %
    const hot = inverterAt(fourKW, 'single', 40, 2000);
    expect(hot.heatKeeps).toBeCloseTo(0.85, 9);
    expect(hot.airKeeps).toBeCloseTo(0.95, 9);
    expect(hot.continuousW).toBeCloseTo(4000 * 0.85 * 0.95, 6);
    expect(hot.surgeW).toBe(9000);
    expect(inverterAt(fourKW, 'single', 1000, 0).continuousW).toBeCloseTo(400, 9);
  });
  it('is told by typical classes that hold together', () => {
    for (const { watts, idleW, searchW, efficiencyPct, buses, id, label } of MACHINE_CLASSES) {
      expect([...watts]).toEqual([...watts].sort((a, b) => a - b));
      // idle draw of 0.3 to 2 % of the rating: common practice
      expect(idleW / watts[0]).toBeGreaterThan(0.003);
      expect(idleW / watts[0]).toBeLessThan(0.02);
      expect(searchW ?? 0).toBeLessThan(idleW);
      expect(efficiencyPct).toBeGreaterThan(80);
      expect(buses.length).toBeGreaterThan(0);
      expect(MACHINE_CLASSES.filter((other) => other.id === id)).toHaveLength(1);
      expect(label).toContain(watts[0] < 1000 ? `, ${watts[0]} W` : `, ${watts[0] / 1000} kW`);
    }
    expect(MACHINE_CLASSES.some(({ watts }) => watts[0] === 1000)).toBe(true);
  });
});

describe('its curve', () => {
  const curve = { '10': chosen(80), '50': chosen(94), '100': chosen(90) };
  it('is straight between its points, from nothing to the first, and flat beyond the last', () => {
    expect(curveAt(curve, 0.05)).toBeCloseTo(0.4, 9);
    expect(curveAt(curve, 0.1)).toBeCloseTo(0.8, 9);
    expect(curveAt(curve, 0.3)).toBeCloseTo(0.87, 9);
    expect(curveAt(curve, 1.3)).toBeCloseTo(0.9, 9);
    expect(curveAt({}, 0.5)).toBeNull();
  });
  it('comes to the one efficiency that takes as much from the bank with the idle draw beside it', () => {
    const day = [
      { wh: 6000, watts: 2000 },
      { wh: 1200, watts: 400 },
      { wh: 0, watts: 1 },
    ];
    const taken = 6000 / 0.94 + 1200 / 0.8;
    const efficiency = dayEfficiency(curve, day, 4000, 300)!;
    expect(7200 / (efficiency / 100) + 300).toBeCloseTo(taken, 6);
    expect(dayEfficiency({}, day, 4000, 600)).toBeNull();
    expect(dayEfficiency(curve, [], 4000, 600)).toBeNull();
    // more idle draw than the curve has in it says nothing more
    expect(dayEfficiency(curve, day, 4000, 9000)).toBe(99.5);
    expect(dayEfficiency({ '5': chosen(5) }, day, 4000, 0)).toBe(50);
  });
  it('leaves as heat what does not come out', () => {
    expect(heatOf(1800, 0.9, 20)).toBeCloseTo(220, 9);
  });
});

describe('what the uses ask', () => {
  const dairy = oneArray();
  const uses = {
    pump: { ...blankUse(1, 'Pump'), watts: chosen(1100), startFactor: chosen(4), hours: chosen(2) },
    kettle: { ...blankUse(2, 'Kettle'), watts: chosen(2000), hours: chosen(0.2) },
    lamp: { ...blankUse(3, 'Lamp'), watts: chosen(10), hours: chosen(5), supply: 'dc' as const },
    later: { ...blankUse(4, 'Saw'), watts: chosen(3000), stage: 1 },
  };
  const design: Design = { ...dairy, uses, supply: { ...dairy.supply, sharing: chosen(100) } };
  it('is the largest, all at once, and the hardest start on top of it, by hand', () => {
    expect(acAsked(computeLoads(design), uses)).toMatchObject({
      largestW: 2000,
      largest: 'Kettle',
      aloneW: 4400,
      alone: 'Pump',
      runningW: 3100,
      legW: 3100,
      leg: 'a',
      startW: 2000 + 4400,
      starts: 'Pump',
    });
    const turned = { kettle: { ...uses.kettle, position: 1 }, pump: { ...uses.pump, position: 2 } };
    const asked = acAsked(computeLoads({ ...design, uses: turned }), turned);
    expect(asked).toMatchObject({ largest: 'Kettle', alone: 'Pump', runningW: 3100 });
  });
  it('falls on the legs as they are told', () => {
    const split = { ...design, supply: { ...design.supply, phases: 'split' as const } };
    const moved = { ...uses, kettle: { ...uses.kettle, leg: 'b' as const } };
    const asked = acAsked(computeLoads({ ...split, uses: moved }), moved);
    // the kettle on one leg, half of the pump on each
    expect(asked).toMatchObject({ legW: 2550, leg: 'b' });
    const half = { ...split, uses: moved, supply: { ...split.supply, sharing: chosen(80) } };
    expect(acAsked(computeLoads(half), moved).legW).toBeCloseTo(0.8 * 2550, 6);
  });
  it('is nothing of what is not there', () => {
    expect(acAsked(computeLoads({ ...design, uses: {} }), {})).toMatchObject({
      largestW: 0,
      largest: null,
      runningW: 0,
      startW: 0,
    });
  });
});
