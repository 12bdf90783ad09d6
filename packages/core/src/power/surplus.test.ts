import type { Design } from '../document';
import { blankDesign, blankUse, chosen } from '../job';
import { computeLoads } from '../loads';
import { surplusInTurn, surplusUses } from '.';

describe('what waits for surplus', () => {
  const rows = (design: Design) => computeLoads(design).rows;
  const tank = {
    ...blankUse(1, 'Tank'),
    form: 'water' as const,
    watts: chosen(2000),
    given: { litres: chosen(60), rise: chosen(40), heaterEfficiency: chosen(95) },
    priority: 'surplus' as const,
  };
  const car = {
    ...blankUse(2, 'Car'),
    watts: chosen(1000),
    hours: chosen(4),
    priority: 'surplus' as const,
    shed: 1,
  };
  const job: Design = {
    ...blankDesign({ name: 'S', kind: 'cabin', units: 'metric', busVolts: 48 }),
    uses: { tank, car },
  };
  const gives = { ac: 0.92, dc: 0.97 };
  const days = Array.from({ length: 12 }, (_, m) => ({ surplusH: m === 0 ? 1 : 5 }));
  const inTurn = surplusInTurn(job.uses, rows(job), gives, days);
  it('is served in its turn, each at most at its watts for the hours there are', () => {
    expect(inTurn.map(({ id }) => id)).toEqual(['car', 'tank']);
    expect(inTurn[1]!.mostWh[0]).toBeCloseTo(2000 / 0.92, 6);
    expect(inTurn[1]!.mostWh[6]).toBeCloseTo(10_000 / 0.92, 6);
    // 60 L by 40 K at 1.163 Wh a litre and kelvin through 95 % of heater and 92 % of inverter
    expect(inTurn[1]!.asksWh[6]).toBeCloseTo(
      (60 * 40 * 1.163) / 0.95 / (job.supply.inverterEfficiency.value / 100),
      0,
    );
  });
  it('says what holds it back: its own watts, or the sun', () => {
    const [asks] = inTurn[1]!.asksWh;
    const taken = days.map((_, m) => ({ tank: m === 0 ? 2000 / 0.92 : m === 1 ? asks! / 2 : asks! }));
    const [other, told] = surplusUses(inTurn, job.uses, rows(job), taken);
    expect(told!.limit.slice(0, 3)).toEqual(['watts', 'sun', 'asks']);
    expect(told).toMatchObject({ name: 'Tank', watts: 2000, litres: 60 });
    expect(other).toMatchObject({ name: 'Car', watts: 1000, litres: null });
  });
  it('of several alike asks for all of them, and heats no water with what is no water', () => {
    const uses = { car: { ...car, count: chosen(3), given: { litres: chosen(60) } } };
    const design = { ...job, uses };
    const [turn] = surplusInTurn(uses, rows(design), gives, days);
    expect(turn!.mostWh[6]).toBeCloseTo((3 * 5 * 1000) / gives[car.supply], 6);
    const [told] = surplusUses([turn!], uses, rows(design), []);
    expect(told).toMatchObject({ watts: 3000, litres: null });
    // nothing is known yet of what it took
    expect(told!.takesWh).toEqual([]);
  });
});
