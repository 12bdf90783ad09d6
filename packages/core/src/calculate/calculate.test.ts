import { ALL_MONTHS } from '../units';
import { withValueAt, type Design } from '../document';
import { blankDesign, chosen, examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { calculate, coldMargin, hotMargin, marginsOf, tightest } from '.';

const climate = plainClimate(41.6, { altitudeM: 640 });
const [, { design: vale }] = examples() as [unknown, { design: Design }];
const dairy = oneArray();
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);
describe('the facts', () => {
  it('wait for a place with all that needs one', () => {
    const facts = calculate(dairy, null);
    const { climate: none, skies, gangs, energy, made, meanDays, throughBankPct, bestTiltDeg } = facts;
    expect([none, skies, gangs, energy, made, meanDays, throughBankPct, bestTiltDeg]).toEqual(
      Array(8).fill(null),
    );
    expect(facts.loads.heaviest!.busWh).toBeGreaterThan(0);
    expect(facts.bank.coldestFrom).toBe('typed');
    expect(facts.arrays[0]).toMatchObject({ strings: null, pile: null, year: null });
    expect(facts.lead.id).toBe('a1');
  });
  it('hold every array in its order, and the one with most watts', () => {
    const { arrays, lead, energy, gangs } = calculate(vale, climate);
    expect(arrays.map(({ id }) => id)).toEqual(['a1', 'a2', 'a3']);
    expect(arrays.every(({ called }) => called !== '')).toBe(true);
    const watts = arrays.map(({ id }) => energy!.arrays[id]!.wiredW);
    expect(lead.id).toBe(arrays[watts.indexOf(Math.max(...watts))]!.id);
    expect(energy!.leadId).toBe(lead.id);
    expect(gangs!.flatMap(({ inputs }) => inputs.map(({ id }) => id)).sort()).toEqual(['a1', 'a2', 'a3']);
    expect(calculate(dairy, climate).arrays[0]!.called).toBe('');
    expect(arrays[1]!.paths).toEqual({
      array: '/arrays/a2',
      controller: `/controllers/${arrays[1]!.controllerId}`,
    });
  });
  it('take the first controller where one that is gone is named', () => {
    const lost = put(dairy, { '/arrays/a1/strings/controller': 'gone' });
    expect(calculate(lost, climate).arrays[0]!.controllerId).toBe('c1');
  });
  it('ask of the bank what governs, and of nothing where nothing is used', () => {
    const { bankNeeds, bankGoverning } = calculate(dairy, climate);
    expect(bankGoverning!.ratedWh).toBe(Math.max(...bankNeeds.map(({ ratedWh }) => ratedWh)));
    const idle = put(dairy, {
      '/uses': {},
      '/arrays/a1/count': chosen(1),
      '/arrays/a1/strings/parallel': chosen(1),
    });
    expect(calculate(idle, null).bankGoverning).toBeNull();
  });
  it('try errors of the climate', () => {
    const plain = calculate(dairy, climate);
    const shifted = calculate(dairy, climate, { ghiFactor: 0.8, lowK: -6, highK: 4 });
    const typed = dairy.place.low === null;
    for (const m of ALL_MONTHS)
      expect(shifted.climate!.months[m - 1]!.ghiKWhm2).toBeCloseTo(
        0.8 * plain.climate!.months[m - 1]!.ghiKWhm2,
        9,
      );
    expect(shifted.climate!.low.valueC - plain.climate!.low.valueC).toBe(typed ? -6 : 0);
    expect(shifted.climate!.high.valueC - plain.climate!.high.valueC).toBe(4);
  });
  it('keep the energy of the day by half hours', () => {
    const { made, energy } = calculate(dairy, climate);
    for (const [month, watts] of made!.entries())
      expect(watts.reduce((sum, w) => sum + w, 0) / 2).toBeCloseTo(
        energy!.months[month]!.madeWh / energy!.bankKeeps,
        4,
      );
  });
  it('are worked out once, however often they are read', () => {
    const facts = calculate(dairy, climate);
    expect(facts.made).toBe(facts.made);
    expect(facts.meanDays).toBe(facts.meanDays);
    expect(facts.fit).toBe(facts.fit);
    expect(facts.bankNeeds).toBe(facts.bankNeeds);
    expect(facts.energy).toBe(facts.energy);
  });
});

describe('the margins', () => {
  it('are of the array with the least of each', () => {
    const { arrays } = calculate(vale, climate);
    const cold = arrays.map(({ strings }) => coldMargin(strings!));
    const hot = arrays.map(({ strings }) => hotMargin(strings!));
    expect(tightest(arrays, coldMargin)!.id).toBe(arrays[cold.indexOf(Math.min(...cold))]!.id);
    expect(tightest(arrays, hotMargin)!.id).toBe(arrays[hot.indexOf(Math.min(...hot))]!.id);
    const margins = marginsOf(calculate(vale, climate));
    expect(margins.cold).toBe(Math.min(...cold));
    expect(margins.hot).toBe(Math.min(...hot));
    expect(tightest(calculate(vale, null).arrays, coldMargin)).toBeUndefined();
  });
  it('are shares of their limits, by hand', () => {
    const design = put(dairy, {
      '/place/low': measured(-10),
      '/arrays/a1/strings/series': chosen(3),
      '/arrays/a1/strings/parallel': chosen(4),
    });
    const facts = calculate(design, climate);
    const margins = marginsOf(facts);
    expect(margins.cold).toBeCloseTo(1 - (3 * 37.2 * (1 + 0.0026 * 35)) / 150, 9);
    expect(margins.days).toBeCloseTo(facts.bank.days! / design.bank.days.value - 1, 9);
    expect(margins.energy).toBeCloseTo(facts.energy!.worst!.ratio! - 1, 9);
    expect(margins.shortCircuit).toBeCloseTo(1 - (4 * 13.95 * 1.25) / facts.lead.strings!.window.maxIscA, 9);
  });
});

it('bears a job with nothing in it', () => {
  for (const kind of ['shed', 'boat'] as const) {
    const blank = blankDesign({ name: 'x', kind, units: 'imperial', busVolts: 12 });
    const facts = calculate(blank, climate);
    expect(facts.climate).toBeNull();
    const placed = put(blank, { '/place/lat': chosen(0), '/place/lon': chosen(0) });
    const { energy, bank } = calculate(placed, plainClimate(0));
    expect(energy!.worst).toBeNull();
    expect(bank.days).toBeNull();
    expect(energy!.months.every(({ madeWh }) => madeWh > 0)).toBe(true);
  }
});
