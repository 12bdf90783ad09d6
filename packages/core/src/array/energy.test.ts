import fc from 'fast-check';
import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, guess } from '../job';
import { airAt } from '../sky';
import { controllerClass, controllerOfClass } from '../strings';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { bestTilt, LOAD_RATIO, sunByTilt } from '.';

// a loss that is typed: what wires lose follows the light and the strings
const dairy = [
  ['series', 3],
  ['parallel', 4],
].reduce(
  (design, [key, value]) => withValueAt(design, `/arrays/a1/strings/${key}`, chosen(Number(value))),
  withValueAt(oneArray(), '/arrays/a1/wiring', chosen(2)),
);
const climate = plainClimate();
const array = (design: Design) => calculate(design, climate).energy!;
const made = (design: Design) => array(design).months.map(({ madeWh }) => madeWh);
const sum = (values: number[]) => values.reduce((total, value) => total + value, 0);
const set = (path: string, value: number, design = dairy) => withValueAt(design, path, chosen(value));

describe('what is made', () => {
  it('grows with panels, in proportion while nothing is clipped', () => {
    const six = set('/arrays/a1/strings/parallel', 2, set('/arrays/a1/count', 6));
    for (const [month, wh] of made(six).entries()) expect(made(dairy)[month]).toBeCloseTo(2 * wh, 3);
  });

  it('counts only panels that are wired', () => {
    expect(made(set('/arrays/a1/count', 20))).toEqual(made(dairy));
  });

  it('falls with every loss, and by just that loss', () => {
    const clean = made(set('/arrays/a1/soiling', 0));
    for (const [month, wh] of made(set('/arrays/a1/soiling', 10)).entries())
      expect(wh).toBeCloseTo(0.9 * clean[month]!, 6);
  });

  it('never passes the controller’s limit, and says what is clipped', () => {
    const small = withValueAt(dairy, '/controllers/c1', {
      position: 1,
      ...controllerOfClass(controllerClass('mppt-150-35')),
    });
    const [full, clipped] = [array(dairy), array(small)];
    const limit = 35 * 56.8;
    expect(clipped.limitW).toBeCloseTo(limit, 6);
    for (const [month, at] of clipped.months.entries()) {
      expect(at.madeWh).toBeLessThanOrEqual(full.months[month]!.madeWh + 1e-6);
      expect(at.clippedWh).toBeGreaterThanOrEqual(0);
      // what reaches the bank's posts and what is clipped add up to what was offered
      const offered = full.months[month]!.madeWh / full.bankKeeps + full.months[month]!.clippedWh;
      expect(at.madeWh / clipped.bankKeeps + at.clippedWh).toBeCloseTo(offered, 3);
      expect(at.madeWh / clipped.bankKeeps).toBeLessThanOrEqual(limit * 24);
    }
    expect(sum(clipped.months.map(({ clearClippedWh }) => clearClippedWh))).toBeGreaterThan(
      sum(clipped.months.map(({ clippedWh }) => clippedWh)),
    );
  });

  it('loses the volts a pulse-width controller cannot use', () => {
    const pwm = withValueAt(dairy, '/controllers/c1/kind', 'pwm');
    // its best lies near 28.9 V at 45 °C; at the bank's volts it gives more amps, and not more than Isc ÷ Imp
    const share = 56.8 / (3 * 28.9);
    for (const [month, wh] of made(pwm).entries()) {
      expect(wh / made(dairy)[month]!).toBeGreaterThan(share);
      expect(wh / made(dairy)[month]!).toBeLessThan((share * 13.95) / 13.06 + 0.01);
    }
  });

  it('loses the round trip only on what goes through the bank', () => {
    const [none, all] = [set('/energy/throughBank', 0), set('/energy/throughBank', 100)];
    for (const [month, wh] of made(all).entries()) expect(wh).toBeCloseTo(0.94 * made(none)[month]!, 6);
  });

  it('is less on a hot roof than on a pole', () => {
    const roof = sum(made(withValueAt(dairy, '/arrays/a1/mounting', 'roof')));
    const pole = sum(made(withValueAt(dairy, '/arrays/a1/mounting', 'pole')));
    expect(roof).toBeLessThan(pole);
    expect(roof / pole).toBeGreaterThan(0.9);
  });

  it('is never less under a brighter sky, in any month, anywhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 0, max: 40 }), (lat, tilt) => {
        const design = set(
          '/arrays/a1/plane/tilt',
          tilt,
          set('/arrays/a1/plane/azimuth', lat >= 0 ? 180 : 0, set('/place/lat', lat)),
        );
        const dull = calculate(design, plainClimate(lat), { ghiFactor: 0.8 }).energy!;
        const bright = calculate(design, plainClimate(lat)).energy!;
        for (const [month, at] of bright.months.entries())
          expect(at.madeWh).toBeGreaterThanOrEqual(dull.months[month]!.madeWh - 1);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what is asked for', () => {
  it('is the worst month of the months in use, never one that is not', () => {
    const summer = { ...dairy, uses: { a: { ...dairy.uses.u4!, months: [6, 7, 8] } } };
    expect([6, 7, 8]).toContain(array(summer).worst?.month);
    expect([12, 1, 2]).toContain(array(dairy).worst?.month);
    expect(array(summer).months.filter(({ inUse }) => inUse)).toHaveLength(3);
  });

  it('makes the ratio that practice asks for, and no panel more than that', () => {
    for (const service of ['ordinary', 'critical'] as const) {
      const result = array(withValueAt(dairy, '/energy/service', service));
      const need = result.needs.find(({ school }) => school === 'worst-month')!.modules;
      expect(need * result.arrays.a1!.perModuleWh).toBeGreaterThanOrEqual(
        result.worst!.usedWh * LOAD_RATIO[service],
      );
      expect((need - 1) * result.arrays.a1!.perModuleWh).toBeLessThan(
        result.worst!.usedWh * LOAD_RATIO[service],
      );
    }
  });

  it('lets the charge rate govern a large lead-acid bank', () => {
    const lead = {
      ...dairy,
      bank: {
        ...dairy.bank,
        chemistry: 'flooded' as const,
        unitVolts: chosen(2),
        series: chosen(24),
        unitAh: chosen(3000),
        parallel: chosen(1),
      },
    };
    const result = array(lead);
    expect(result.governing?.school).toBe('charge-rate');
    // 5 % of 3000 Ah an hour, 150 A at 58.4 V
    expect(result.governing?.modules).toBe(
      Math.ceil((150 * 58.4) / (410 * result.arrays.a1!.keeps * 0.97 * 0.97)),
    );
  });

  it('asks nothing where nothing is used', () => {
    expect(array({ ...dairy, uses: {} })).toMatchObject({ worst: null, governing: null });
  });
});

const usedOf = ({ energy }: ReturnType<typeof calculate>) => energy!.months.map(({ usedWh }) => usedWh);

describe('the best tilt', () => {
  it('is steep for winter use and flat for summer use', () => {
    const tilt = (months: number[]) => {
      const facts = calculate(
        { ...dairy, uses: { a: { ...dairy.uses.u4!, months, watts: guess(50) } } },
        climate,
      );
      return bestTilt(sunByTilt(facts.skies!, facts.climate!.latDeg, facts.lead.plan), usedOf(facts));
    };
    expect(tilt([12, 1])).toBeGreaterThanOrEqual(55);
    expect(tilt([6, 7])).toBeLessThanOrEqual(25);
  });
  it('is beaten by none of the tilts it tried', () => {
    const facts = calculate(dairy, climate);
    const best = bestTilt(sunByTilt(facts.skies!, facts.climate!.latDeg, facts.lead.plan), usedOf(facts));
    const worstAt = (tilt: number) =>
      array(set('/arrays/a1/plane/azimuth', 180, set('/arrays/a1/plane/tilt', tilt))).worst!;
    const poa = (tilt: number) =>
      Math.min(
        ...array(set('/arrays/a1/plane/azimuth', 180, set('/arrays/a1/plane/tilt', tilt))).months.map(
          (m) => m.poaKWhm2 / m.usedWh,
        ),
      );
    for (let tilt = 0; tilt <= 90; tilt += 15) expect(poa(best)).toBeGreaterThanOrEqual(poa(tilt) - 1e-12);
    expect(worstAt(best).month).toBeGreaterThan(0);
  });
});

it('is warmest at three in the afternoon and coldest twelve hours from it', () => {
  expect(airAt(15, 2, 12)).toBeCloseTo(12, 9);
  expect(airAt(3, 2, 12)).toBeCloseTo(2, 9);
  expect(airAt(9, 2, 12)).toBeCloseTo(7, 9);
});
