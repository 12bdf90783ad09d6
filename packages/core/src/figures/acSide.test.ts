import type { Design, Leg, Phases, Use } from '../document';
import { evaluate, type Evaluation } from '../evaluate';
import { blankUse, chosen, measured } from '../job';
import { cabinOf, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { plain } from '../testing/plain';

const climate = plainClimate(41.6);
const use = (at: number, watts: number, leg: Leg, more: Partial<Use> = {}): Use => ({
  ...blankUse(at, `Use ${at}`),
  watts: measured(watts),
  hours: measured(2),
  leg,
  ...more,
});
function house(phases: Phases, uses: Use[], inverter = machineOf('char-4000', 230)): Design {
  const design = cabinOf(Object.fromEntries(uses.map((of, i) => [`u${i}`, of])), {
    phases,
    sharing: chosen(100),
    inverterEfficiency: chosen(100),
    inverterIdle: chosen(0),
  });
  return { ...design, power: { ...design.power, inverter } };
}
const value = (design: Design, id: string) => evaluate(design, climate, false).figures[id]?.value;

describe('the largest circuit', () => {
  it('is the use that takes most amps: 2 kW at 230 V', () => {
    const design = house('single', [use(1, 2000, 'a'), use(2, 900, 'a')]);
    expect(value(design, 'power.circuit')).toBeCloseTo(2000 / 230, 9);
    // of one machine: four of 900 W are four circuits or one of which one runs
    expect(value(house('single', [use(1, 900, 'a', { count: chosen(4) })]), 'power.circuit')).toBeCloseTo(
      900 / 230,
      9,
    );
  });
  it('counts what lies between two legs at twice the volts', () => {
    const split = machineOf('char-4000-split', 120);
    const legs = [use(1, 3000, 'both'), use(2, 1800, 'b')];
    // 1800 W at 120 V are more amps than 3000 W at 240 V
    expect(value(house('split', legs, split), 'power.circuit')).toBeCloseTo(15, 9);
    expect(value(house('split', [use(1, 3000, 'both')], split), 'power.circuit')).toBeCloseTo(12.5, 9);
  });
  it('is none where nothing is on AC', () => {
    expect(value(house('single', [use(1, 50, 'a', { supply: 'dc' })]), 'power.circuit')).toBeNull();
  });
});

describe('the neutral', () => {
  it('carries the difference of two legs', () => {
    const split = machineOf('char-4000-split', 120);
    expect(value(house('split', [use(1, 1200, 'a'), use(2, 600, 'b')], split), 'power.neutral')).toBeCloseTo(
      5,
      9,
    );
    expect(value(house('split', [use(1, 1200, 'both')], split), 'power.neutral')).toBeCloseTo(0, 9);
  });
  it('carries of three legs alike nothing, and of one or two the current of one', () => {
    const three = machineOf('char-12000-three', 230);
    const on = (...legs: Leg[]) =>
      value(
        house(
          'three',
          legs.map((leg, i) => use(i + 1, 1150, leg)),
          three,
        ),
        'power.neutral',
      );
    expect(on('a', 'b', 'c')).toBeCloseTo(0, 9);
    expect(on('a')).toBeCloseTo(5, 9);
    expect(on('a', 'c')).toBeCloseTo(5, 9);
    expect(on('b', 'b')).toBeCloseTo(10, 9);
  });
  it('says what each leg carries, of what runs at once', () => {
    const told = (phases: Phases, watts: number[], sharing = 100) => {
      const legs = watts.map((each, i) => use(i + 1, each, (['a', 'b', 'c'] as const)[i]!));
      const of = phases === 'three' ? machineOf('char-12000-three', 230) : machineOf('char-4000-split', 120);
      const design = house(phases, legs, of);
      const shared = { ...design, supply: { ...design.supply, sharing: chosen(sharing) } };
      const { others } = evaluate(shared, climate, false).figures['power.neutral']!;
      return others!.replace(/[\u00a0\u2009]/g, ' ');
    };
    expect(told('three', [300, 200, 100])).toMatch(/^Leg A 300 W, Leg B 200 W, Leg C 100 W\. /);
    expect(told('split', [300, 200])).toMatch(/^Leg A 300 W, Leg B 200 W\. /);
    // six tenths at once
    expect(told('split', [300, 200], 60)).toMatch(/^Leg A 180 W, Leg B 120 W\. /);
  });
  it('is not told of one leg', () => {
    expect(value(house('single', [use(1, 1200, 'a')]), 'power.neutral')).toBeUndefined();
  });
});

describe('the heat of the inverter', () => {
  const figure = (uses: Use[]) => {
    const design = house('single', uses);
    const supply = { ...design.supply, inverterEfficiency: chosen(80), inverterIdle: chosen(20) };
    return evaluate({ ...design, supply }, climate, false).figures['power.heat']!;
  };
  it('is what does not come out of it, and its idle draw: a quarter of 800 W, and 20 W', () => {
    const { value: watts, steps } = figure([use(1, 800, 'a')]);
    expect(watts).toBeCloseTo(220, 9);
    expect(steps.map(({ text }) => text.replace(/[\u00a0\u2009]/g, ' '))).toEqual([
      '800 W',
      '× 0.250',
      '+ 20 W',
    ]);
  });
  it('is not told where nothing runs on AC', () => {
    expect(figure([use(1, 800, 'a', { supply: 'dc' })]).value).toBeNull();
  });
});

describe('the circuits that stay on', () => {
  const design = house('single', [
    use(1, 100, 'a', { priority: 'must', hours: measured(6) }),
    use(2, 1500, 'a', { priority: 'should', hours: measured(0.4) }),
    use(3, 60, 'a', { priority: 'should', supply: 'dc', hours: measured(5) }),
    use(4, 2000, 'a', { priority: 'surplus' }),
  ]);
  let { power, figures } = {} as Evaluation;
  beforeEach(() => void ({ power, figures } = evaluate(design, climate, false)));
  it('leave the bank more days where the others are shed: 600 of 1500 Wh', () => {
    expect(figures['load.heaviest']!.value).toBeCloseTo(1500, 6);
    expect(power.shedDays!.all).toBeCloseTo(figures['bank.days']!.value!, 9);
    expect(power.shedDays!.must).toBeCloseTo((power.shedDays!.all * 1500) / 600, 9);
  });
  it('have breakers by what they draw, and fuses on DC', () => {
    const told = (list: 'must' | 'should' | 'surplus') =>
      power.panels[list].map(({ names, side, many }) => [names.join(), side, many]);
    expect(told('must')).toEqual([['Use 1', 'ac', 1]]);
    expect(told('should')).toEqual([
      ['Use 2', 'ac', 1],
      ['Use 3', 'dc', 1],
    ]);
    expect(told('surplus')).toEqual([['Use 4', 'ac', 1]]);
    // 60 W at 25.6 V, a quarter more for hours, 2.9 A; 2000 W at 230 V for hours: 10.9 A and the next size (IEC 60898, from memory)
    expect(power.panels.surplus[0]!.amps).toBe(13);
    expect(power.panels.should[1]!.amps).toBe(3);
  });
  it('says nothing of shedding where nothing is shed', () => {
    expect(
      evaluate(house('single', [use(1, 100, 'a', { priority: 'must' })]), climate, false).power.shedDays,
    ).toBeNull();
  });
});

describe('what an inverter gives here', () => {
  const at = (altitudeM: number) => {
    const inverter = {
      ...machineOf('char-4000', 230),
      continuous: measured(4000),
      stacked: chosen(2),
      derateFrom: measured(60),
      altitudeFrom: measured(1000),
      deratePer100m: measured(1),
    };
    const { steps, value } = evaluate(
      house('single', [use(1, 900, 'a')], inverter),
      plainClimate(41.6, { altitudeM }),
      false,
    ).figures['power.continuous']!;
    return { value, steps: steps.map(({ label, text }) => `${plain(label)} ${plain(text)}`) };
  };
  it('is less by 1 % for each 100 m over 1000 m: at 2500 m 85 % of two of 4 kW', () => {
    expect(at(2500).value).toBeCloseTo(0.85 * 8000, 6);
    expect(at(2500).steps).toEqual(['rated 4000 W', 'units stacked × 2', 'left at 2500 m × 0.85']);
    expect(at(900).steps).toEqual(['rated 4000 W', 'units stacked × 2']);
  });
});
