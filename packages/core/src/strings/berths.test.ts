import { blankArray, chosen, examples } from '../job';
import type { ArrayPlan, Controller } from '../document';
import {
  chargeAmpsOn,
  CONTROLLER_CLASSES,
  controllerClass,
  controllerOfClass,
  inputsOf,
  leadSheet,
  placeOn,
  strictest,
  stringsOn,
  windowFor,
  type Berth,
} from '.';

const on = (position: number, controller: string, inputs: number, first: number | null = null): ArrayPlan => {
  const plan = blankArray(position, controller);
  return { ...plan, strings: { ...plan.strings, inputs: chosen(inputs), first } };
};
const controller = (change: Partial<Controller> = {}): Controller => ({
  position: 1,
  ...controllerOfClass(controllerClass('mppt-150-60')),
  inputs: chosen(3),
  ...change,
});

describe('the inputs an array is on', () => {
  it('are the next that no array before it takes, in the order of the list', () => {
    const arrays = { b: on(2, 'c1', 1), a: on(1, 'c1', 2), x: on(3, 'c2', 4), z: on(4, 'c1', 1) };
    expect(placeOn(arrays, 'c1', 'a')).toEqual({ first: 1, others: 2 });
    expect(placeOn(arrays, 'c1', 'b')).toEqual({ first: 3, others: 3 });
    expect(placeOn(arrays, 'c1', 'z')).toEqual({ first: 4, others: 3 });
    expect(placeOn(arrays, 'c2', 'x')).toEqual({ first: 1, others: 0 });
  });
  it('are those it names, and the next array goes on behind them', () => {
    const arrays = { a: on(1, 'c1', 1, 3), b: on(2, 'c1', 1) };
    expect(placeOn(arrays, 'c1', 'a').first).toBe(3);
    expect(placeOn(arrays, 'c1', 'b').first).toBe(4);
  });
  it('count each input of a pile once', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const [[id, plan]] = Object.entries(honey.arrays) as [[string, ArrayPlan]];
    const inputs = new Set(Object.values(plan.pile!.strings).map(({ input }) => input)).size;
    const after = { ...honey.arrays, next: on(99, plan.strings.controller, 1) };
    expect(placeOn(after, plan.strings.controller, 'next').others).toBe(inputs);
    expect(placeOn(after, plan.strings.controller, id).others).toBe(1);
  });
});

describe('an input', () => {
  const bank = { absorptionV: 28.8 };
  it('has the controller’s limits, or its own where it has any', () => {
    const windows = inputsOf(
      controller({ inputLimits: { 2: { maxVolts: chosen(100), maxAmps: chosen(20) } } }),
      bank,
    );
    expect(windows.map(({ input, maxV }) => [input, maxV])).toEqual([
      [1, 150],
      [2, 100],
      [3, 150],
    ]);
    expect(windows[1]!.maxA).toBe(20);
    expect(windows[0]!.maxA).toBe(controller().maxAmps.value);
  });
  it('charges from a volt above the bank’s, or from its own least', () => {
    const [first] = inputsOf(controller(), bank);
    expect(first!.chargesFromV).toBeCloseTo(29.8, 9);
    expect(inputsOf(controller({ minVolts: chosen(90) }), bank)[0]!.chargesFromV).toBe(90);
    // what boosts, or stands behind a socket, does not ask for the bank's volts
    for (const kind of ['boost', 'station'] as const)
      expect(inputsOf(controller({ kind, minVolts: chosen(11) }), bank)[0]!.chargesFromV).toBe(11);
    // what ties the panels to the bank asks for the bank's own
    expect(inputsOf(controller({ kind: 'pwm', headroom: chosen(1) }), bank)[0]).toMatchObject({
      chargesFromV: 28.8,
      ties: true,
    });
  });
  it('wakes at its headroom above a bank at rest where no start is said, and works with any watts where none are', () => {
    const [plain] = inputsOf(controller({ startVolts: null, maxWatts: null, minVolts: chosen(15) }), bank);
    expect(plain!.startV).toBeCloseTo(28.8 * 0.92 + controller().headroom.value, 9);
    expect(plain!.maxW).toBe(Infinity);
    const boost = controller({ kind: 'boost', startVolts: null, minVolts: chosen(15) });
    expect(inputsOf(boost, bank)[0]!.startV).toBe(15);
    const [said] = inputsOf(controller({ startVolts: chosen(40), maxWatts: chosen(900) }), bank);
    expect([said!.startV, said!.maxW]).toEqual([40, 900]);
  });
});

describe('a window over several inputs', () => {
  const windows = inputsOf(
    controller({
      inputLimits: {
        2: { maxVolts: chosen(120), minVolts: chosen(50), maxIscAmps: chosen(9) },
        3: { maxVolts: chosen(90), maxWorkVolts: chosen(80), maxAmps: chosen(7) },
      },
    }),
    { absorptionV: 28.8 },
  );
  const berth: Berth = { windows, first: 1, inputs: 3, usableW: 1500 };
  it('is the strictest of them', () => {
    expect(windowFor(berth, 1)).toMatchObject({ maxV: 150, inputs: 3, usableW: 1500 });
    expect(windowFor(berth, 2)).toMatchObject({ maxV: 120, chargesFromV: 50, maxIscA: 9 });
    expect(windowFor(berth, 3)).toMatchObject({ maxV: 90, maxWorkV: 80, maxA: 7, maxIscA: 9 });
  });
  it('is the strictest in every one of its figures', () => {
    const one = {
      input: 2,
      maxV: 150,
      startV: 70,
      ties: false,
      chargesFromV: 60,
      maxWorkV: 140,
      maxA: 30,
      maxIscA: 36,
      maxW: 1600,
    };
    const other = { ...one, input: 3, maxV: 100, startV: 50, chargesFromV: 40, maxIscA: 24, maxW: 900 };
    const least = { ...one, maxV: 100, maxIscA: 24, maxW: 900 };
    expect(strictest([one, other])).toEqual(least);
    expect(strictest([other, one])).toEqual({ ...least, input: 3 });
    expect(strictest([other, { ...one, maxWorkV: 90, maxA: 20, ties: true }])).toEqual({
      ...least,
      input: 3,
      maxWorkV: 90,
      maxA: 20,
      ties: true,
    });
  });
  it('begins at the first the array is on, and stays on the controller', () => {
    expect(stringsOn({ ...berth, first: 2 }, 2).map(({ input }) => input)).toEqual([2, 3]);
    expect(stringsOn({ ...berth, first: 3 }, 2).map(({ input }) => input)).toEqual([3]);
    expect(stringsOn({ ...berth, first: 9 }, 1).map(({ input }) => input)).toEqual([3]);
    expect(stringsOn(berth, 0).map(({ input }) => input)).toEqual([1]);
  });
});

describe('typical controllers (common practice)', () => {
  it('have a window the right way round, and amps that belong together', () => {
    for (const { numbers, kind, id, startVolts } of CONTROLLER_CLASSES) {
      const { maxVolts, minVolts, maxWorkVolts, maxAmps, maxIscAmps, chargeAmps, efficiency } = numbers;
      expect([id, minVolts < maxWorkVolts]).toEqual([id, true]);
      expect([id, maxWorkVolts <= maxVolts]).toEqual([id, true]);
      expect([id, maxIscAmps >= maxAmps]).toEqual([id, true]);
      expect(chargeAmps).toBeGreaterThan(0);
      expect(efficiency).toBeGreaterThan(90);
      if (kind === 'pwm') expect(maxIscAmps).toBeCloseTo(1.25 * chargeAmps, 9);
      if (startVolts !== null) expect(startVolts).toBeGreaterThan(minVolts);
    }
    expect(new Set(CONTROLLER_CLASSES.map(({ id }) => id)).size).toBe(CONTROLLER_CLASSES.length);
    expect(() => controllerClass('of nobody')).toThrow(/No controller class/);
  });
  it('become one of a job, every figure from the catalogue', () => {
    for (const each of CONTROLLER_CLASSES) {
      const made = controllerOfClass(each);
      expect(made.maxVolts).toEqual({ value: each.numbers.maxVolts, from: 'catalogue' });
      expect(made.startVolts?.value ?? null).toBe(each.startVolts);
      expect(made.maxWatts?.value ?? null).toBe(each.maxWatts);
      expect(made).toMatchObject({ kind: each.kind, label: each.label, inputLimits: {}, chargeAmpsBy: {} });
    }
  });
  it('give other amps on another bus where the sheet says so', () => {
    const split = controller({ chargeAmps: chosen(60), chargeAmpsBy: { 48: chosen(30) } });
    expect([12, 24, 48].map((bus) => chargeAmpsOn(split, bus as 12))).toEqual([60, 60, 30]);
  });
});

it('goes by the sheet of the sort with most watts', () => {
  const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
  const [plan] = Object.values(honey.arrays);
  const watts = Object.values(plan!.pile!.sorts).map(({ module, count }) => module.pmax.value * count.value);
  const lead = leadSheet(plan!);
  const most = Object.values(plan!.pile!.sorts)[watts.indexOf(Math.max(...watts))];
  expect(lead).toBe(most!.module);
  expect(leadSheet({ ...plan!, pile: null })).toBe(plan!.module);
});
