import { FIELD_TILTS } from '../array';
import { calculate } from '../calculate';
import { withValueAt, type ArrayPlan, type Design } from '../document';
import { chosen, examples } from '../job';
import { remembered } from '../memo';
import { plainClimate } from '../testing/climates';
import { controllerClass, controllerOfClass } from '../strings';
import { oneArray } from '../testing/dairy';
import { MONTH_DAYS } from '../units';
import { fieldPicture, type Way, type FieldPicture } from './fieldPicture';

const dairy = withValueAt(
  withValueAt(oneArray(), '/arrays/a1/strings/series', chosen(3)),
  '/arrays/a1/strings/parallel',
  chosen(4),
);
const climate = plainClimate();
const field = remembered('test: field', (design: Design) => fieldPicture(design, climate, 'a1')!);
let picture: FieldPicture;
beforeEach(() => void (picture = field(dairy)));
const way = (id: Way['id'], of = picture) => of.ways.find((each) => each.id === id)!;
const yearOf = (design: Design) =>
  calculate(design, climate).energy!.months.reduce(
    (sum, { madeWh, month }) => sum + (madeWh * MONTH_DAYS[month - 1]!) / 1000,
    0,
  );
const held = (change: Partial<ArrayPlan['plane']>, design = dairy): Design =>
  withValueAt(design, '/arrays/a1/plane', { ...design.arrays.a1!.plane, ...change });

describe('the ways to hold the panels', () => {
  it('make in a year what the whole job does so', () => {
    const { energy } = calculate(dairy, climate);
    expect(way('chosen')).toMatchObject({
      worstRatio: energy!.worst!.ratio,
      worstMonth: energy!.worst!.month,
    });
    expect(way('chosen').yearKWh).toBeCloseTo(yearOf(dairy), 9);
    const best = held({ kind: 'fixed', tilt: chosen(picture.bestTiltDeg), azimuth: chosen(180) });
    expect(way('best').yearKWh).toBeCloseTo(yearOf(best), 9);
    expect(way('best').label).toBe(`Fixed at ${picture.bestTiltDeg}°, facing the equator`);
  });
  it('add panels at that tilt, strung alike', () => {
    const [best, one, two] = [way('best'), way('one-more'), way('two-more')];
    // twelve panels, then thirteen, then fourteen; the controller clips a little of the brightest days
    expect(one.yearKWh / best.yearKWh).toBeCloseTo(13 / 12, 2);
    expect(two.yearKWh / best.yearKWh).toBeCloseTo(14 / 12, 2);
    expect(two.yearKWh / best.yearKWh).toBeLessThanOrEqual(14 / 12);
    expect(two.worstRatio! / best.worstRatio!).toBeCloseTo(14 / 12, 2);
  });
  it('are never worse with more tilts a year', () => {
    expect(way('two').worstRatio!).toBeGreaterThanOrEqual(way('best').worstRatio! - 1e-9);
    expect(way('four').worstRatio!).toBeGreaterThanOrEqual(way('two').worstRatio! - 1e-9);
    expect(way('two').yearKWh).toBeGreaterThan(way('best').yearKWh);
  });
  it('tilt steep in winter and flat in summer, told by their degrees', () => {
    const [, winter, summer] = /Two tilts a year, (\d+)° and (\d+)°/.exec(way('two').label)!.map(Number);
    expect(winter!).toBeGreaterThan(summer! + 15);
    const four = /Four tilts a year, (\d+)°, (\d+)°, (\d+)° and (\d+)°/.exec(way('four').label)!.map(Number);
    expect(four[1]!).toBeGreaterThanOrEqual(four[2]!);
    expect(four[2]!).toBeGreaterThanOrEqual(four[3]!);
  });
  it('hold each season at the tilt that makes most of its own worst month', () => {
    const used = picture.usedWh;
    const at = (month: number, tilt: number) =>
      picture.months[month]![
        picture.tilts.indexOf(tilt) * picture.azimuths.length + picture.azimuths.indexOf(180)
      ]! / used[month]!;
    const best = (months: number[]) =>
      FIELD_TILTS.reduce((most, tilt) => {
        const worth = (t: number) => Math.min(...months.map((month) => at(month, t)));
        return worth(tilt) > worth(most) ? tilt : most;
      });
    const [, winter, summer] = /(\d+)° and (\d+)°/.exec(way('two').label)!.map(Number);
    expect(winter).toBe(best([0, 1, 2, 9, 10, 11]));
    expect(summer).toBe(best([3, 4, 5, 6, 7, 8]));
  });
});

describe('the plane as it is', () => {
  it('has its own months and one direction where it has one', () => {
    expect(picture.own).toMatchObject({ tiltDeg: 40, azimuthDeg: dairy.arrays.a1!.plane.azimuth.value });
    const { year } = calculate(dairy, climate).lead;
    for (const [month, sun] of picture.own.months.entries())
      expect(sun).toBeCloseTo(year![month]!.openKWhm2, 9);
  });
  it('has none where it is tilted by season, or moves', () => {
    expect(fieldPicture(held({ kind: 'seasonal' }), climate, 'a1')!.own.tiltDeg).toBeNull();
    const moving = fieldPicture(held({ kind: 'moving' }), climate, 'a1')!.own;
    expect(moving.azimuthDeg).toBeNull();
    expect(moving.tiltDeg).toBe(40);
  });
  it('is nothing without a place, or for an array that is not there', () => {
    expect(fieldPicture(dairy, null, 'a1')).toBeNull();
    expect(fieldPicture(dairy, climate, 'a9')).toBeNull();
  });
});

describe('the day by the hour', () => {
  const line = (id: string) => picture.lines.find((each) => each.id === id)!;
  const ofDay = (watts: readonly number[]) => watts.reduce((sum, w) => sum + w, 0) / 3;
  it('adds up to what the array sends its controller', () => {
    const { energy } = calculate(dairy, climate);
    for (const [month, { madeWh, clippedWh }] of energy!.months.entries())
      expect(ofDay(line('chosen').watts[month]!)).toBeCloseTo(madeWh / energy!.bankKeeps + clippedWh, 3);
  });
  it('is longer where half faces east and half west, and lower at noon', () => {
    const [equator, split] = [line('equator').watts[5]!, line('split').watts[5]!];
    const lit = (watts: readonly number[]) => watts.filter((w) => w > 0.25 * Math.max(...watts)).length;
    expect(lit(split)).toBeGreaterThan(lit(equator));
    expect(Math.max(...line('split').watts[11]!)).toBeLessThan(Math.max(...line('equator').watts[11]!));
    // alike before and after noon
    for (let step = 0; step < 36; step++)
      expect(Math.abs(split[step]! - split[71 - step]!)).toBeLessThan(0.05 * Math.max(...split));
  });
  it('splits at a tilt between ten and thirty-five degrees', () => {
    expect(line('split').label).toBe('half east, half west at 35°');
    const flat = fieldPicture(held({ tilt: chosen(2) }), climate, 'a1')!;
    expect(flat.lines.find(({ id }) => id === 'split')!.label).toBe('half east, half west at 10°');
  });
});

describe('where the sun stands', () => {
  it('rises due east at the equinox, south of it in winter', () => {
    // cos A = sin δ ÷ cos φ at 41.6°: −23.05° and 23.09° give 121.6° and 58.4°
    expect(picture.sunriseDeg[2]!).toBeGreaterThan(91);
    expect(picture.sunriseDeg[2]!).toBeLessThan(95);
    expect(picture.sunriseDeg[11]!).toBeCloseTo(121.6, 0);
    expect(picture.sunriseDeg[5]!).toBeCloseTo(58.4, 0);
  });
  it('is behind the panels morning and evening in summer only', () => {
    expect(picture.behind[11]).toEqual([]);
    expect(picture.behind[5]).toHaveLength(2);
    const [[from, to], [again, until]] = picture.behind[5] as [[number, number], [number, number]];
    expect(from).toBeLessThan(to);
    expect(to).toBeLessThan(12);
    expect(again).toBeGreaterThan(12);
    // alike on both sides of noon
    expect(from + until).toBeCloseTo(24, 9);
    expect(to + again).toBeCloseTo(24, 9);
  });
  it('does not rise in the polar night, nor set in the polar day', () => {
    const polar = withValueAt(dairy, '/place/lat', chosen(75));
    const { sunriseDeg } = fieldPicture(polar, plainClimate(75), 'a1')!;
    expect(sunriseDeg[11]).toBeNull();
    expect(sunriseDeg[5]).toBeNull();
    expect(sunriseDeg[2]).not.toBeNull();
  });
  it('is north of the panels in the southern half', () => {
    const south = withValueAt(dairy, '/place/lat', chosen(-41.6));
    const there = fieldPicture(south, plainClimate(-41.6), 'a1')!;
    expect(there.equatorDeg).toBe(0);
    expect(picture.equatorDeg).toBe(180);
    expect(there.sunriseDeg[5]!).toBeCloseTo(58.4, 0);
  });
});

it('says about what one panel gives for each kWh/m²', () => {
  const { energy, lead } = calculate(dairy, climate);
  const { panelWhPerSun, count } = picture;
  expect(count).toBe(12);
  const { worst } = energy!;
  const poa = lead.year![worst!.month - 1]!.poaKWhm2;
  // heat aside, so within a tenth of what the worst month really gives
  expect((panelWhPerSun * poa * 12) / worst!.madeWh).toBeGreaterThan(0.9);
  expect((panelWhPerSun * poa * 12) / worst!.madeWh).toBeLessThan(1.1);
});

it('never lose by a panel more, on controllers of several limited inputs', () => {
  // fifty-six panels on four inputs that work with 4 500 W each
  const large = structuredClone(dairy);
  large.controllers.c1 = { position: 1, ...controllerOfClass(controllerClass('hybrid-500-150')) };
  large.arrays.a1!.count = chosen(56);
  Object.assign(large.arrays.a1!.strings, { series: chosen(7), parallel: chosen(2), inputs: chosen(4) });
  const { ways } = fieldPicture(large, climate, 'a1')!;
  const of = (id: string) => ways.find((way) => way.id === id)!.yearKWh;
  expect(of('one-more')).toBeGreaterThanOrEqual(of('best') * 0.999);
  expect(of('two-more')).toBeGreaterThanOrEqual(of('one-more') * 0.999);
});

describe('of several arrays', () => {
  const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
  it('every way has what the others make beside it', () => {
    const { energy, arrays } = calculate(vale, climate);
    for (const { id } of arrays) {
      const { ways } = fieldPicture(vale, climate, id)!;
      const asItIs = ways.find((way) => way.id === 'chosen')!;
      expect([id, asItIs.worstRatio, asItIs.worstMonth]).toEqual([
        id,
        expect.closeTo(energy!.worst!.ratio!, 6),
        energy!.worst!.month,
      ]);
      const year = energy!.months.reduce(
        (sum, { month, madeWh }) => sum + (madeWh * new Date(2025, month, 0).getDate()) / 1000,
        0,
      );
      expect(asItIs.yearKWh).toBeCloseTo(year, 3);
    }
  });
  it('months without use do not count for the worst', () => {
    const summer = {
      ...vale,
      uses: Object.fromEntries(
        Object.entries(vale.uses).map(([id, use]) => [id, { ...use, months: [6, 7] }]),
      ),
      supply: { ...vale.supply, inverterIdle: chosen(0) },
      controllers: Object.fromEntries(
        Object.entries(vale.controllers).map(([id, each]) => [id, { ...each, ownDraw: chosen(0) }]),
      ),
    };
    for (const way of fieldPicture(summer, climate, 'a1')!.ways) {
      expect([way.id, [6, 7].includes(way.worstMonth!)]).toEqual([way.id, true]);
      expect(way.worstRatio).toBeGreaterThan(0);
    }
    // a season without any use is held where it has most sun
    const { ways, months, tilts, azimuths } = fieldPicture(summer, climate, 'a1')!;
    const [, winter] = /(\d+)° and (\d+)°/.exec(ways.find(({ id }) => id === 'two')!.label)!.map(Number);
    const sun = (tilt: number) =>
      [0, 1, 2, 9, 10, 11].reduce(
        (sum, month) => sum + months[month]![tilts.indexOf(tilt) * azimuths.length + azimuths.indexOf(180)]!,
        0,
      );
    expect(winter).toBe(tilts.reduce((best, tilt) => (sun(tilt) > sun(best) ? tilt : best)));
  });
});
