import { blankDesign, blankUse, chosen, type Design, type Use } from '../design';
import { computeLoads } from '.';

function withUses(...uses: Partial<Use>[]): Design {
  const design = blankDesign({ name: 'Loads', kind: 'cabin', units: 'metric', busVolts: 12 });
  design.supply = {
    inverterEfficiency: chosen(90),
    inverterIdle: chosen(10),
    inverterHours: chosen(24),
    dcEfficiency: chosen(100),
    split: false,
  };
  design.uses = Object.fromEntries(uses.map((use, i) => [`u${i}`, { ...blankUse(i), ...use }]));
  return design;
}

it('adds running hours and the off draw of the hours left', () => {
  const use = { ...blankUse(1), watts: chosen(60), hours: chosen(4), count: chosen(2), standby: chosen(0.5) };
  expect(computeLoads(withUses(use)).rows[0]!.ownWh).toBe(2 * (60 * 4 + 0.5 * 20));
});

it('takes inverter losses and its own draw from the bank, in months with an AC use', () => {
  const loads = computeLoads(withUses({ watts: chosen(90), hours: chosen(2), months: [6, 7] }));
  expect(loads.months[5]!.busWh).toBeCloseTo(180 / 0.9 + 240, 9);
  expect(loads.months[0]!.busWh).toBe(0);
  expect(loads.heaviest?.month).toBe(6);
});

it('leaves uses on surplus out of what sizes the system', () => {
  const loads = computeLoads(withUses({ watts: chosen(1500), hours: chosen(2), priority: 'surplus' }));
  expect(loads.months[0]!.busWh).toBe(0);
  expect(loads.months[0]!.surplusWh).toBeCloseTo(3000 / 0.9, 9);
  expect(loads.heaviest).toBeNull();
});

it('puts the worst start on top of all that runs', () => {
  const loads = computeLoads(
    withUses(
      { name: 'Pump', watts: chosen(800), startFactor: chosen(5), months: [1] },
      { name: 'Fridge', watts: chosen(80), startFactor: chosen(6), months: [1] },
      { name: 'Lamp', watts: chosen(100), months: [1, 2], count: chosen(3) },
    ),
  );
  expect(loads.largestRunning).toMatchObject({ month: 1, runningW: 1180 });
  expect(loads.worstStart).toMatchObject({ startW: 1180 + 3200, starts: 'Pump' });
});

it('answers for nothing at all', () => {
  expect(computeLoads(withUses())).toMatchObject({ heaviest: null, largestRunning: null, worstStart: null });
});
