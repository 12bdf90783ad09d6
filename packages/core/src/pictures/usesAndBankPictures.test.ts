import { CHEMISTRIES } from '../bank';
import { withValueAt, type Design } from '../document';
import { evaluate } from '../evaluate';
import { chosen, examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { lifePicture } from './lifePicture';
import { usesPicture } from './usesPicture';

const climate = plainClimate(41.6, { altitudeM: 640 });
const dairy = oneArray();
const honey = examples().find(({ id }) => id === 'honey-house')!.design;
const bees = plainClimate(52.1, { lowestC: -39, altitudeM: 500 });

describe('the picture of the uses', () => {
  it.each([
    [dairy, climate],
    [honey, bees],
  ])('$name: the hours of all groups are the day that is used', (design, grid) => {
    const picture = usesPicture(design, grid)!;
    const { figures } = evaluate(design, grid);
    for (let month = 1; month <= 12; month++) {
      const wh = picture.groups.reduce(
        (sum, { watts }) => sum + watts[month - 1]!.reduce((a, b) => a + b, 0),
        0,
      );
      expect(wh).toBeCloseTo(figures[`load:${month}`]!.value!, 4);
    }
    const shares = picture.costs.reduce((sum, { share }) => sum + share, 0);
    expect(shares).toBeCloseTo(1, 6);
  });
  it('ranks what costs the most, with what it alone asks for', () => {
    const { costs } = usesPicture(dairy, climate)!;
    expect(costs[0]!.name).toBe('Milk cooler');
    expect(costs.map(({ wh }) => wh)).toEqual(costs.map(({ wh }) => wh).toSorted((a, b) => b - a));
    // two days ÷ (0.8 usable × capacity in the cold × what it gives back)
    const { bank } = evaluate(dairy, climate);
    expect(costs[0]!.bankWh).toBeCloseTo((costs[0]!.wh * 2 * bank.ratedWh) / bank.usableWh, 3);
  });
});

describe('life and cost', () => {
  const life = (design: Design) => lifePicture(design, climate)!;
  it('tells every chemistry on the same days, the chosen one as it is', () => {
    const { rows, horizon } = life(dairy);
    expect(rows.map(({ chemistry }) => chemistry)).toEqual(Object.keys(CHEMISTRIES));
    const chosenRow = rows.find((row) => row.chosen)!;
    expect(chosenRow).toMatchObject({ chemistry: 'lfp', ratedWh: evaluate(dairy, climate).bank.ratedWh });
    for (const { years, cycleYears, calendarYears, bought, total, perKWh, lowest } of rows.map((row) => ({
      ...row,
      lowest: row.meanLowest,
    }))) {
      expect(years).toBe(Math.min(cycleYears, calendarYears));
      expect(bought).toBe(Math.max(1, Math.ceil(horizon / years - 1e-9)));
      expect(total).toBeGreaterThan(0);
      expect(perKWh).toBeGreaterThan(0);
      expect(lowest).toBeGreaterThan(0);
      expect(lowest).toBeLessThan(1);
    }
  });
  it('costs what is typed', () => {
    const before = life(dairy).rows[0]!;
    const after = life(withValueAt(dairy, '/bank/prices', { lfp: measured(before.price * 2) })).rows[0]!;
    expect(after.total).toBeCloseTo(before.total * 2, 6);
    expect(after.perKWh).toBeCloseTo(before.perKWh! * 2, 6);
  });
  it('a larger bank is cycled less and lasts longer', () => {
    const small = life(dairy).rows[0]!;
    const large = life(withValueAt(dairy, '/bank/parallel', chosen(6))).rows[0]!;
    expect(large.cycleYears).toBeGreaterThan(small.cycleYears);
    expect(large.fullCycles).toBeLessThan(small.fullCycles);
  });
  it('sets the bank beside a day’s harvest, and its charge beside the limit, by hand', () => {
    const { suits } = life(dairy);
    const { bank, months, figures } = evaluate(dairy, climate);
    const best = Math.max(...months.map(({ madeWh }) => madeWh));
    expect(suits[1]).toContain(`${(bank.usableWh / best).toFixed(1)} of the best`);
    const amps = Number(/(\d+) % of its capacity/.exec(suits[2] ?? '')?.[1]) / 100;
    const ah = dairy.bank.parallel.value * dairy.bank.unitAh.value;
    // twelve panels of 410 W, a little lost on the way, at 56.8 V of absorption
    expect(amps * ah).toBeGreaterThan(0.8 * ((12 * 410) / 56.8));
    expect(amps * ah).toBeLessThan((12 * 410) / 56.8);
    expect(figures['bank.hours']!.value).toBeGreaterThan(0);
  });
  it('waits for the uses and the place', () => {
    expect(lifePicture({ ...dairy, uses: {} }, climate)).toBeNull();
    expect(lifePicture({ ...dairy, place: { ...dairy.place, lat: null } }, null)).toBeNull();
  });
});
