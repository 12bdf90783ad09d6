import { problemsOf, type Design } from '../document';
import { acWaysFor, evaluate } from '../evaluate';
import { tried } from '../findings';
import { blankUse, chosen, measured } from '../job';
import { inverterOfClass, MACHINE_CLASSES } from '../power';
import { plainClimate } from '../testing/climates';
import { cabinOf } from '../testing/cabin';

describe('what would take less', () => {
  const fridge = {
    ...blankUse(2, 'Fridge'),
    group: 'cold' as const,
    watts: measured(80),
    hours: measured(9),
  };
  const pump = {
    ...blankUse(3, 'Pump'),
    watts: measured(1100),
    hours: measured(0.5),
    startFactor: measured(4),
  };
  const machine = (id: string) =>
    inverterOfClass(
      MACHINE_CLASSES.find((of) => of.id === id)!,
      230,
    );
  function house(change: Partial<Design> = {}): Design {
    const design = cabinOf(
      { fridge, pump },
      { inverterIdle: measured(26), inverterEfficiency: measured(92), inverterHours: chosen(24) },
    );
    return { ...design, power: { ...design.power, inverter: machine('char-4000') }, ...change };
  }
  const climate = plainClimate(41.6);
  const ways = (design: Design) => acWaysFor(design, climate);
  const day = (design: Design) => evaluate(design, climate, false).figures['load.heaviest']!.value!;
  it('is what the whole job takes less with it, the most first, and brings no stop', () => {
    const design = house();
    const found = ways(design);
    expect(found.map(({ id }) => id)).toEqual(expect.arrayContaining(['search', 'cold', 'two']));
    expect(found.map(({ savesWh }) => savesWh)).toEqual(
      found.map(({ savesWh }) => savesWh).toSorted((a, b) => b - a),
    );
    for (const { operations, savesWh, share } of found.filter((way) => way.operations.length > 0)) {
      const taken = tried(design, operations);
      expect(problemsOf(taken)).toEqual([]);
      expect(day(design) - day(taken)).toBeCloseTo(savesWh, 6);
      expect(share).toBeCloseTo(savesWh / day(design), 9);
      const stops = (of: Design) =>
        evaluate(of, climate, false).findings.flatMap(({ id, severity }) => (severity === 'stop' ? id : []));
      expect(stops(taken).filter((id) => !stops(design).includes(id))).toEqual([]);
    }
  });
  it('by hand: a machine that searches is awake 9.5 h and draws 9 W for the other 14.5', () => {
    const search = ways(house()).find(({ id }) => id === 'search')!;
    expect(search.savesWh).toBeCloseTo(14.5 * (26 - 9), 6);
    expect(search.sentence).toMatch(/14\.5.h/);
  });
  it('by hand: with the fridge on DC the inverter is on for the pump alone', () => {
    const cold = ways(house()).find(({ id }) => id === 'cold')!;
    // 80 W × 9 h through 92 % of an inverter or none of it, and 23.5 h of idling
    expect(cold.savesWh).toBeCloseTo(720 / 0.92 - 720 + 23.5 * 26, 6);
  });
  it('tells a second machine for what runs long, without a press', () => {
    const two = ways(house()).find(({ id }) => id === 'two')!;
    expect(two.operations).toEqual([]);
    expect(two.sentence).toMatch(/Fridge all day/);
    expect(two.sentence).toMatch(/never joined/);
  });
  it('is nothing where nothing idles, nothing is chosen, or a station is one case', () => {
    expect(ways(house({ power: { ...house().power, inverter: null } }))).toEqual([]);
    expect(ways(house({ uses: { fridge: { ...fridge, supply: 'dc' } } }))).toEqual([]);
    expect(ways(house({ power: { ...house().power, inverter: machine('station-1800') } }))).toEqual([]);
  });
});
