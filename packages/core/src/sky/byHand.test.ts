import { calculate } from '../calculate';
import type { Obstacle, Skyline } from '../document';
import { blankArray, chosen } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate, skyOf } from '../testing/climates';
import { withAll } from '../testing/found';
import { openDome, seenShare, skyView } from './dome';
import { monthDays, monthLight, STEP_H, STEPS } from './monthLight';
import { martinRuizDiffuse } from './plane';
import { mixedMonth, type PlaneMonth } from './planeYear';
import { shadowFigures } from './shadow';
import { outlineOf } from './skyline';
import { edgesOf, riseOf, shadowSpan } from './things';
import { sunSeries } from './yearEngine';

const thing = (kind: Obstacle['kind'], over: Partial<Obstacle> = {}): Obstacle => ({
  name: 'it',
  kind,
  position: 1,
  azimuth: chosen(180),
  distance: chosen(20),
  height: chosen(10),
  bottom: chosen(4),
  width: chosen(6),
  leafed: chosen(20),
  bare: chosen(60),
  bareMonths: [11, 12, 1, 2, 3],
  ...over,
});
const degrees = (radians: number) => (radians * 180) / Math.PI;

describe('a round crown, 3 m about a point 7 m up and 20 m away', () => {
  const crown = thing('tree');
  it('stands between the lines that touch it', () => {
    const [middle, half] = [Math.atan2(7, 20), Math.asin(3 / Math.hypot(7, 20))].map(degrees) as [
      number,
      number,
    ];
    const [from, to] = riseOf(crown, 180)!;
    expect(from).toBeCloseTo(middle - half, 9);
    expect(to).toBeCloseTo(middle + half, 9);
    // and from side to side: asin(3 ÷ 20)
    const [left, right] = edgesOf(crown);
    expect([180 - left, right - 180]).toEqual(Array(2).fill(expect.closeTo(degrees(Math.asin(0.15)), 9)));
    expect(riseOf(crown, left - 0.01)).toBeNull();
    expect(riseOf(crown, right - 0.01)).not.toBeNull();
  });
  it('reaches overhead for one who stands within it, and begins at the ground where its foot does', () => {
    expect(riseOf(thing('tree', { distance: chosen(2), bottom: chosen(0) }), 180)).toEqual([0, 90]);
    const [, top] = riseOf(thing('tree', { bottom: chosen(0) }), 180)!;
    // half a body 10 m tall and 3 m about, its middle on the ground: tan² = 100 ÷ (400 − 9)
    expect(top).toBeCloseTo(degrees(Math.atan(10 / Math.sqrt(391))), 9);
  });
  it('throws a shadow as wide as the cut through it, and none where the sun passes it by', () => {
    const [rise, side] = [degrees(Math.atan2(7, 20)), 1.5];
    const span = shadowSpan(crown, 20, 180, 180, rise)!;
    expect(span).toEqual([expect.closeTo(-3, 6), expect.closeTo(3, 6)]);
    // along a line that passes the middle at 1.5 m only what is within the circle: √(9 − 1.5²) to each side
    const over = degrees(Math.atan2(7 + side, 20));
    const reach = Math.sqrt(9 - (side * Math.cos((over * Math.PI) / 180)) ** 2);
    expect(shadowSpan(crown, 20, 180, 180, over)!.map(Math.abs)).toEqual(
      Array(2).fill(expect.closeTo(reach, 6)),
    );
    expect(shadowSpan(crown, 20, 180, 180, 40)).toBeNull();
    expect(shadowSpan(crown, 20, 180, 0, rise)).toBeNull();
  });
});

it('a thing in the panorama begins at its foot, or at the ground', () => {
  const chimney = thing('chimney');
  expect(outlineOf(chimney).bottomDeg).toBeCloseTo(degrees(Math.atan2(4, 20)), 9);
  expect(outlineOf(chimney).topDeg).toBeCloseTo(degrees(Math.atan2(10, 20)), 9);
  expect(outlineOf(thing('chimney', { bottom: chosen(0) })).bottomDeg).toBe(-90);
});

describe('the dome', () => {
  const skyline = (...things: Obstacle[]): Skyline => ({
    points: {},
    obstacles: Object.fromEntries(things.map((one, i) => [`o${i}`, one])),
  });
  it('is summed at two places of every part, as far from its ends as Gauss and Legendre say', () => {
    const dome = openDome(skyline(), 6);
    expect(dome).toHaveLength(144);
    const part = (1 - 1 / Math.sqrt(3)) / 2;
    expect(dome.slice(0, 3).map(({ azimuthDeg }) => azimuthDeg)).toEqual(
      [5 * part, 5 * (1 - part), 5 * (1 + part)].map((at) => expect.closeTo(at, 9)),
    );
    expect(dome.reduce((sum, { shareOfTurn }) => sum + shareOfTurn, 0)).toBeCloseTo(1, 12);
  });
  it('is worked out once for all months in which the same trees are bare', () => {
    const asked: number[] = [];
    const view = skyView((_, month) => (asked.push(month), []), seenShare);
    const monthsOf = (sky: Skyline) => {
      asked.length = 0;
      for (let month = 1; month <= 12; month++) view(sky, month, { tiltDeg: 30, azimuthDeg: 180 });
      return asked;
    };
    expect(monthsOf(skyline(thing('tree')))).toEqual([1, 1, 1, 4, 4, 4, 4, 4, 4, 4, 1, 1]);
    const larch = thing('tree', { bareMonths: [12, 1] });
    expect(monthsOf(skyline(thing('tree'), larch))).toEqual([1, 2, 2, 4, 4, 4, 4, 4, 4, 4, 2, 1]);
    // what is no tree has no leaves
    expect(monthsOf(skyline(thing('chimney')))).toEqual(Array(12).fill(1));
  });
});

it('the sun of half hours is that of hours at the same moments, days on', () => {
  const start = Date.UTC(2023, 2, 1);
  const [hours, halves] = [sunSeries(48, 11, start, 1, 24 * 40), sunSeries(48, 11, start, 0.5, 48 * 40)];
  for (const hour of [0, 12, 35, 300, 959])
    for (const part of ['cosZenith', 'east', 'north', 'extraterrestrialWm2'] as const)
      expect(halves[part][hour * 2]).toBeCloseTo(hours[part][hour]!, 6);
});

it('panels stand side by side as many as their row is wide, and no more than there are', () => {
  const plan = blankArray(1, 'c1');
  const across = (count: number, width: number, upright: boolean) =>
    shadowFigures(
      { ...plan, count: chosen(count), width: chosen(width), rows: { ...plan.rows, upright } },
      410,
    )[3];
  // a panel of 410 W is about 1.1 by 1.8 m: 8 m hold seven upright or four lying
  expect([across(20, 8, true), across(20, 8, false), across(3, 8, true), across(20, 0.4, true)]).toEqual([
    7, 4, 3, 1,
  ]);
});

it('a level plane sees no ground through its glass, one that lies on its face no sky', () => {
  expect(martinRuizDiffuse(0).ground).toBe(0);
  expect(martinRuizDiffuse(180).sky).toBe(0);
  // and one that stands upright as much of the one as of the other
  expect(martinRuizDiffuse(90).sky).toBeCloseTo(martinRuizDiffuse(90).ground, 9);
});

describe('a month spent at several places', () => {
  const month = (watts: number, kinds: number[]): PlaneMonth => {
    const day = (value: number) => new Float64Array(STEPS).fill(value);
    return {
      poaKWhm2: watts,
      openKWhm2: 2 * watts,
      perWatt: day(watts),
      kinds: kinds.map(day),
      clearPerWatt: day(3 * watts),
      cellC: day(20 * watts),
      lost: day(watts / 4),
    };
  };
  const kindsOf = (...parts: [share: number, month: PlaneMonth][]) =>
    mixedMonth(parts.map(([share, of]) => ({ share, month: of }))).kinds.map((day) => {
      expect(new Set(day).size).toBe(1);
      return day[0];
    });
  it('is their mean by the days at each', () => {
    const mixed = mixedMonth([
      { share: 0.25, month: month(2, [2]) },
      { share: 0.75, month: month(4, [4]) },
    ]);
    expect(mixed).toMatchObject({ poaKWhm2: 3.5, openKWhm2: 7 });
    expect([mixed.perWatt[5], mixed.clearPerWatt[5], mixed.cellC[5], mixed.lost[5]]).toEqual([
      3.5, 10.5, 70, 0.875,
    ]);
  });
  it('has the dark days of both first, as often as they come', () => {
    const [dull, fair] = [month(2, [1, 3]), month(5, [4, 6])];
    expect(kindsOf([0.5, dull], [0.5, fair])).toEqual([2, 5]);
    // half of the days at each: a quarter of them 1, 2 and so on; three quarters and one quarter
    expect(kindsOf([0.75, dull], [0.25, fair])).toEqual([
      expect.closeTo((0.75 * 1 + 0.25 * 3) / 1, 9),
      expect.closeTo((0.5 * 3 + 0.25 * 4 + 0.25 * 6) / 1, 9),
    ]);
    // a place without light on half of the days makes the darker half dark
    expect(kindsOf([0.5, fair])).toEqual([0, 5]);
    expect(mixedMonth([{ share: 0, month: month(1, []) }]).kinds).toEqual([]);
  });
});

it('a file’s own light keeps its split, spread over dark and bright days', () => {
  const sky = skyOf(40, 5, 0.55);
  const halves = Array.from({ length: 48 }, (_, half) =>
    Math.max(0, Math.sin(((half / 2 - 5.5) / 13) * Math.PI)),
  );
  const through = (most: number) => Array.from({ length: 12 }, () => halves.map((of) => most * of));
  const light = { ghi: through(700), dni: through(500), dhi: through(260), circumsolar: through(40) };
  const at = { ...sky.months[0]!, ghiFrom: 'file' as const };
  const mean = monthLight({ ...sky, light }, at, 5, 'isotropic');
  const kinds = monthDays({ ...sky, light }, at, 5, 'isotropic');
  // straight between the middles of the file's half hours
  const file = (half: number[], step: number) => {
    const place = (step + 0.5) * STEP_H * 2 - 0.5;
    const left = Math.floor(place);
    return half[left]! + (half[left + 1]! - half[left]!) * (place - left);
  };
  for (let step = 9 / STEP_H; step < 15 / STEP_H; step++)
    for (const [key, of] of [
      ['ghi', light.ghi],
      ['dni', light.dni],
      ['dome', light.dhi],
    ] as const) {
      expect(mean[key][step]).toBeCloseTo(file(of[5]!, step), 6);
      expect(kinds.reduce((sum, day) => sum + day[key][step]!, 0) / kinds.length).toBeCloseTo(
        mean[key][step]!,
        6,
      );
    }
});

describe('an array that turns with what it is on', () => {
  const year = (change: Record<string, unknown>) =>
    calculate(withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 20, 5) }), change), plainClimate(41.6)).arrays[0]!
      .year!;
  const mast = (azimuth: number) =>
    thing('mast', {
      azimuth: chosen(azimuth),
      distance: chosen(2),
      width: chosen(0.6),
      bottom: chosen(0),
      height: chosen(6),
    });
  /** So it stands, turned so far with all that is on it. */
  const turned = (kind: 'moving' | 'fixed', by: number, shaded: boolean) =>
    year({
      '/arrays/a1/plane': {
        ...blankArray(1, 'c1').plane,
        kind,
        tilt: chosen(25),
        azimuth: chosen((40 + by) % 360),
      },
      '/arrays/a1/skyline/obstacles': shaded ? { o1: mast((75 + by) % 360) } : {},
    });
  it.each([false, true])('is the mean of all headings, with its mast beside it: %s', (shaded) => {
    const moving = turned('moving', 0, shaded);
    const still = Array.from({ length: 12 }, (_, i) => turned('fixed', 30 * i, shaded));
    for (const [m, month] of moving.entries()) {
      const mean = (read: (of: PlaneMonth) => number) =>
        still.reduce((sum, one) => sum + read(one[m]!), 0) / 12;
      for (const read of [
        (of: PlaneMonth) => of.poaKWhm2,
        (of: PlaneMonth) => of.openKWhm2,
        (of: PlaneMonth) => of.perWatt.reduce((sum, share) => sum + share, 0),
        (of: PlaneMonth) => of.clearPerWatt.reduce((sum, share) => sum + share, 0),
        (of: PlaneMonth) => of.cellC[STEPS / 2]!,
        (of: PlaneMonth) => of.cellC[STEPS / 3]!,
      ])
        expect(read(month) / mean(read)).toBeCloseTo(1, 6);
    }
    // at noon in June cells are warmer than air of 21 °C by 15 to 35 K, and at midnight as warm as it (common practice)
    const [noon, night] = [moving[5]!.cellC[STEPS / 2]!, moving[5]!.cellC[0]!];
    expect([noon > 36 && noon < 60, night < 24]).toEqual([true, true]);
    expect(turned('fixed', 0, true)[5]!.poaKWhm2 < turned('fixed', 0, false)[5]!.poaKWhm2).toBe(true);
  });
});
