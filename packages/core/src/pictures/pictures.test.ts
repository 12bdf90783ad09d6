import { albedoBy, planeMonths } from '../array';
import { calculate } from '../calculate';
import { isDesign, problemsOf, withValueAt, type ArrayPlan, type Design } from '../document';
import { evaluate } from '../evaluate';
import { chosen } from '../job';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { darkPicture } from './darkPicture';
import { fieldPicture, type FieldPicture } from './fieldPicture';
import { skyPicture } from './skyPicture';

const dairy = withValueAt(
  withValueAt(oneArray(), '/arrays/a1/strings/series', chosen(3)),
  '/arrays/a1/strings/parallel',
  chosen(4),
);
const climate = plainClimate();
const base = dairy.arrays.a1!;

const facing = (azimuth: number, position: number, change: Partial<ArrayPlan> = {}): ArrayPlan => ({
  ...base,
  name: `Face ${azimuth}`,
  position,
  plane: { ...base.plane, tilt: chosen(30), azimuth: chosen(azimuth) },
  count: chosen(6),
  // on one lead two lose more than each by itself
  wiring: chosen(1),
  strings: { ...base.strings, series: chosen(3), parallel: chosen(2) },
  ...change,
});
const withArrays = (...plans: ArrayPlan[]): Design => ({
  ...dairy,
  arrays: Object.fromEntries(plans.map((plan, i) => [`a${i + 1}`, plan])),
});

describe('several arrays', () => {
  const east = facing(90, 1);
  const west = facing(270, 2);
  const both = withArrays(east, west);
  const made = (design: Design) => calculate(design, climate).energy!.months.map(({ madeWh }) => madeWh);

  it('are a design that stands', () => expect(problemsOf(both)).toEqual([]));
  it('make together what each makes, while their controller does not clip', () => {
    const [e, w, all] = [withArrays(east), withArrays({ ...west, position: 1 }), both].map(made);
    for (let month = 0; month < 12; month++) expect(all![month]).toBeCloseTo(e![month]! + w![month]!, 3);
  });
  it('share the limit of the controller they are on, and no more', () => {
    const small = withValueAt(both, '/controllers/c1/chargeAmps', chosen(20));
    const { months, limitW } = calculate(small, climate).energy!;
    expect(limitW).toBeCloseTo(20 * 56.8, 6);
    expect(months.every(({ madeWh }) => madeWh <= limitW * 24)).toBe(true);
    expect(months[5]!.clippedWh).toBeGreaterThan(100);
    const apart = {
      ...small,
      controllers: { ...small.controllers, c2: { ...small.controllers.c1!, position: 2 } },
      arrays: { ...small.arrays, a2: { ...west, strings: { ...west.strings, controller: 'c2' } } },
    };
    expect(problemsOf(apart)).toEqual([]);
    expect(made(apart)[5]!).toBeGreaterThan(made(small)[5]!);
    expect(calculate(apart, climate).energy!.limitW).toBeCloseTo(2 * limitW, 6);
  });
  it('make by array what they make in all', () => {
    for (const { byArray, madeWh } of calculate(both, climate).energy!.months)
      expect(Object.values(byArray).reduce((sum, wh) => sum + wh, 0)).toBeCloseTo(madeWh, 6);
  });
  it('ask the larger for more, less what the other makes', () => {
    const { energy } = calculate(
      withArrays(
        facing(180, 1),
        facing(90, 2, { count: chosen(3), strings: { ...east.strings, parallel: chosen(1) } }),
      ),
      climate,
    );
    const { worst, arrays, needs, loadRatio } = energy!;
    const asked = needs.find(({ school }) => school === 'worst-month')!.modules;
    const others = worst!.byArray.a2!;
    expect(energy!.leadId).toBe('a1');
    expect(asked).toBe(Math.ceil((worst!.usedWh * loadRatio - others) / arrays.a1!.perModuleWh));
  });
  it('are found fault with one by one, by name', () => {
    const long = withArrays(
      facing(180, 1),
      facing(90, 2, {
        name: 'Barn east',
        strings: { ...east.strings, series: chosen(6), parallel: chosen(1) },
      }),
    );
    const { findings, tally, answers } = evaluate(
      withValueAt(long, '/controllers/c1/inputs', chosen(2)),
      climate,
    );
    const cold = findings.find(({ id }) => id === 'strings.cold:a2')!;
    expect(cold.title).toBe('Cold volts over the limit: Barn east');
    expect(cold.remedies[0]!.operations.every(({ path }) => path.startsWith('/arrays/a2/'))).toBe(true);
    expect(findings.some(({ id }) => id === 'strings.cold')).toBe(false);
    // the tally shows the tightest of the arrays
    expect(tally.map(({ figureId }) => figureId)).toContain('strings.cold:a2');
    expect(answers.strings.rest).toMatch(/^Barn east: 6 in series reach/);
  });
  it('leave inputs to each other', () => {
    const two = withValueAt(both, '/controllers/c1/inputs', chosen(1));
    expect(evaluate(two, climate).findings.filter(({ id }) => id.startsWith('strings.inputs'))).toHaveLength(
      2,
    );
    const enough = withValueAt(both, '/controllers/c1/inputs', chosen(2));
    expect(evaluate(enough, climate).findings.filter(({ id }) => id.startsWith('strings.inputs'))).toEqual(
      [],
    );
  });
  it('need a controller that is there', () => {
    const lost = withValueAt(both, '/arrays/a2/strings/controller', 'c9');
    expect(problemsOf(lost).map(({ path }) => path)).toEqual(['/arrays/a2/strings/controller']);
    expect(isDesign(withValueAt(both, '/arrays', {}))).toBe(false);
  });
});

describe('the field of tilts', () => {
  let picture: FieldPicture;
  beforeEach(() => void (picture = fieldPicture(dairy, climate, 'a1')!));
  const at = (month: number, tilt: number, azimuth: number) =>
    picture.months[month]![
      picture.tilts.indexOf(tilt) * picture.azimuths.length + picture.azimuths.indexOf(azimuth)
    ]!;

  it('is what each plane gives by itself', () => {
    const facts = calculate(dairy, climate);
    const alone = planeMonths(facts.skies!, () => ({ tiltDeg: 40, azimuthDeg: 130 }), albedoBy(base));
    for (let month = 0; month < 12; month++) expect(at(month, 40, 130)).toBeCloseTo(alone[month]!, 9);
  });
  it('is alike all round on the flat, alike east and west, and closes at north', () => {
    for (let month = 0; month < 12; month++) {
      expect(at(month, 0, 90)).toBeCloseTo(at(month, 0, 210), 9);
      expect(at(month, 50, 70)).toBeCloseTo(at(month, 50, 290), 6);
      expect(at(month, 50, 0)).toBeCloseTo(at(month, 50, 360), 9);
    }
  });
  it('is best to the equator in winter, steep, and flat in summer', () => {
    const best = (month: number) => {
      const index = picture.months[month]!.indexOf(Math.max(...picture.months[month]!));
      return [Math.floor(index / picture.azimuths.length) * 5, (index % picture.azimuths.length) * 10];
    };
    expect(best(11)[1]).toBe(180);
    expect(best(11)[0]).toBeGreaterThan(best(5)[0]!);
  });
  it('lays the ways to hold the panels side by side', () => {
    const way = Object.fromEntries(picture.ways.map((one) => [one.id, one]));
    expect(way.chosen!.worstRatio).toBeCloseTo(calculate(dairy, climate).energy!.worst!.ratio!, 9);
    // more tilts a year are never worse in the worst month than the best single one
    expect(way.two!.worstRatio!).toBeGreaterThanOrEqual(way.best!.worstRatio! - 1e-9);
    expect(way.four!.yearKWh).toBeGreaterThan(way.best!.yearKWh);
    expect(way['one-more']!.worstRatio! / way.best!.worstRatio!).toBeCloseTo(13 / 12, 3);
    expect(way['two-more']!.yearKWh / way.best!.yearKWh).toBeCloseTo(14 / 12, 2);
  });
  it('shows the hours a panel to the equator misses: in June the sun is behind it morning and evening', () => {
    expect(picture.behind[11]).toEqual([]);
    expect(picture.behind[5]).toHaveLength(2);
    const [[from, to], [, evening]] = picture.behind[5] as [[number, number], [number, number]];
    expect(to).toBeLessThan(9);
    expect(from + evening).toBeCloseTo(24, 6);
    // cos A = sin δ ÷ cos φ on the horizon, Duffie & Beckman: at 41.6° with δ 23.1° it rises at 58°, at δ −23° at 121.4°
    expect(Math.abs(picture.sunriseDeg[5]! - 58)).toBeLessThan(0.6);
    expect(Math.abs(picture.sunriseDeg[11]! - 121.4)).toBeLessThan(0.6);
  });
  it('gives a split to east and west a longer and lower day', () => {
    const june = (id: string) => picture.lines.find((line) => line.id === id)!.watts[5]!;
    const [one, split] = [june('equator'), june('split')];
    const hours = (watts: number[]) => watts.filter((w) => w > 0.2 * Math.max(...one)).length;
    expect(hours(split)).toBeGreaterThan(hours(one));
    expect(Math.max(...split)).toBeLessThan(Math.max(...one));
  });
  it('waits for a place', () => {
    const nowhere = withValueAt(dairy, '/place/lat', null);
    expect([fieldPicture(nowhere, climate, 'a1'), skyPicture(nowhere, climate, 'a1')]).toEqual([null, null]);
    expect(fieldPicture(dairy, climate, 'nobody')).toBeNull();
  });
});

describe('the panorama', () => {
  const tree = {
    name: 'Poplars',
    kind: 'tree' as const,
    position: 1,
    azimuth: chosen(100),
    distance: chosen(15),
    height: chosen(12),
    bottom: chosen(0),
    width: chosen(20),
    leafed: chosen(20),
    bare: chosen(60),
    bareMonths: [11, 12, 1, 2, 3],
  };
  const shaded = withValueAt(dairy, '/arrays/a1/skyline/obstacles', { o1: tree });
  it('tracks the sun through each month', () => {
    const { tracks } = skyPicture(dairy, climate, 'a1')!;
    const noon = (month: number) =>
      Math.max(...tracks[month - 1]!.points.map(({ elevationDeg }) => elevationDeg));
    // 90° − latitude ± declination
    expect(Math.abs(noon(6) - (90 - 41.6 + 23.1))).toBeLessThan(0.3);
    expect(Math.abs(noon(12) - (90 - 41.6 - 23))).toBeLessThan(0.3);
  });
  it('puts what is lost into its hours and months, and into the year', () => {
    const open = skyPicture(dairy, climate, 'a1')!;
    const picture = skyPicture(shaded, climate, 'a1')!;
    expect(open.yearLostKWh).toBeCloseTo(0, 9);
    expect(picture.yearLostKWh).toBeGreaterThan(50);
    const june = picture.lostWh[5]!;
    expect(june.slice(5, 10).reduce((a, b) => a + b, 0)).toBeGreaterThan(
      4 * june.slice(14).reduce((a, b) => a + b, 0),
    );
    // what is left and what is lost make up the open year; cells run a little cooler in the shade
    const share = (picture.yearLeftKWh + picture.yearLostKWh) / open.yearLeftKWh;
    expect(Math.abs(share - 1)).toBeLessThan(0.02);
  });
  it('is found in the findings where it costs much', () => {
    const wall = withValueAt(
      dairy,
      '/arrays/a1/skyline/points',
      Object.fromEntries(Array.from({ length: 37 }, (_, i) => [String(90 + i * 5), 30])),
    );
    const found = evaluate(wall, climate).findings.find(({ id }) => id === 'array.shade');
    expect(found?.severity).toBe('look');
    expect(found?.sentence).toMatch(/December|January/);
    expect(evaluate(dairy, climate).findings.some(({ id }) => id === 'array.shade')).toBe(false);
  });
});

describe('dark days', () => {
  it('come in longer runs in a year of ten than in a middling one, and the worst is of a month in use', () => {
    const { months, worst, ownSpread } = darkPicture(dairy, climate)!;
    expect(months.every(({ usualDays, rareDays }) => rareDays >= usualDays)).toBe(true);
    expect(worst.rareDays).toBe(Math.max(...months.map(({ rareDays }) => rareDays)));
    expect(ownSpread).toBe(false);
    const summer = { ...dairy, uses: { a: { ...dairy.uses.u4!, months: [6, 7] } } };
    expect([6, 7]).toContain(darkPicture(summer, climate)!.worst.month);
  });
  it('take the place’s own spread where the grid knows it', () => {
    const even = Array.from({ length: 12 }, () => Array.from({ length: 13 }, (_, i) => 0.9 + i / 60));
    const steady = darkPicture(dairy, { ...climate, dayQuantiles: even })!;
    expect(steady.ownSpread).toBe(true);
    expect(steady.worst.rareDays).toBe(0);
  });
  it('wait for a place', () =>
    expect(darkPicture(withValueAt(dairy, '/place/lat', null), climate)).toBeNull());
});
