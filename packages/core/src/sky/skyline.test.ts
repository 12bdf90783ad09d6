import fc from 'fast-check';
import { readSheet } from '../module';
import { resolveClimate } from '../climate';
import type { ArrayPlan, Obstacle, PlaneKind, Skyline } from '../document';
import { blankArray, blankPlace, chosen } from '../job';
import { plainClimate } from '../testing/climates';
import { shadowFigures } from './shadow';
import { skyYear } from './monthLight';
import { computePlaneYear, planeIn, seasonOf } from './planeYear';
import { openSky } from './dome';
import { beamThrough, horizonAt, isOpen, outlineOf, rowShade, rowsLeft, rowsSky } from './skyline';

const obstacle = (
  parts: Partial<Record<'azimuth' | 'distance' | 'height' | 'bottom' | 'width', number>>,
  kind: Obstacle['kind'] = 'chimney',
): Obstacle => {
  const { azimuth = 180, distance = 10, height = 5, bottom = 0, width = 2 } = parts;
  return {
    name: 'it',
    kind,
    position: 1,
    azimuth: chosen(azimuth),
    distance: chosen(distance),
    height: chosen(height),
    bottom: chosen(bottom),
    width: chosen(width),
    leafed: chosen(20),
    bare: chosen(60),
    bareMonths: [11, 12, 1, 2, 3],
  };
};
const sky = (...obstacles: Obstacle[]): Skyline => ({
  points: {},
  obstacles: Object.fromEntries(obstacles.map((one, i) => [`o${i}`, one])),
});
const wall = (height: number): Skyline => ({
  points: Object.fromEntries(Array.from({ length: 72 }, (_, i) => [String(i * 5), height])),
  obstacles: {},
});

const climateAt = (latDeg: number) =>
  resolveClimate(
    { place: { ...blankPlace(), lat: chosen(latDeg), lon: chosen(0) }, stops: {} },
    plainClimate(latDeg),
  )!;
const yearOf = (change: Partial<ArrayPlan>, latDeg = 52) => {
  const plan = { ...blankArray(1, 'c1'), ...change };
  return computePlaneYear(
    skyYear(climateAt(latDeg), 'hay-davies'),
    plan,
    readSheet(plan.module),
    shadowFigures(plan, plan.module.pmax.value),
  );
};
const total = (change: Partial<ArrayPlan>, latDeg = 52) =>
  yearOf(change, latDeg).reduce((sum, { poaKWhm2 }) => sum + poaKWhm2, 0);
const plane = (kind: PlaneKind, tilt: number, azimuth = 180): Pick<ArrayPlan, 'plane'> => ({
  plane: { ...blankArray(1, 'c1').plane, kind, tilt: chosen(tilt), azimuth: chosen(azimuth) },
});

describe('the painted horizon', () => {
  it('is straight between its points and goes on past north', () => {
    const points = { '350': 10, '355': 20, '0': 10 };
    expect(horizonAt(points, 352.5)).toBeCloseTo(15, 9);
    expect(horizonAt(points, 357.5)).toBeCloseTo(15, 9);
    expect(horizonAt(points, -2.5)).toBeCloseTo(15, 9);
    expect(horizonAt(points, 2.5)).toBeCloseTo(5, 9);
    expect(horizonAt(points, 90)).toBe(0);
  });
  it('cuts the sun off below it', () => {
    expect(beamThrough(wall(20), { widthM: 0, facingDeg: 180 }, 6, 123, 19)).toBe(0);
    expect(beamThrough(wall(20), { widthM: 0, facingDeg: 180 }, 6, 123, 21)).toBe(1);
  });
  it('takes cos² of its height from the sky of a level panel', () => {
    // isotropic sky above a horizon of even height h, seen from the level: cos² h (analytic)
    for (const height of [10, 30, 60]) {
      const { sky } = openSky(wall(height), 6, { tiltDeg: 0, azimuthDeg: 180 });
      expect(sky).toBeCloseTo(Math.cos((height * Math.PI) / 180) ** 2, 9);
    }
  });
  it('takes from an upright panel what the integral says, at every height alike', () => {
    // the same sky seen from the upright: 1 − (2h + sin 2h) ÷ π of its half is open (analytic)
    for (const height of [0.5, 2.4, 2.6, 7.3, 45]) {
      const h = (height * Math.PI) / 180;
      const { sky, horizon } = openSky(wall(height), 6, { tiltDeg: 90, azimuthDeg: 180 });
      expect(sky).toBeCloseTo(1 - (2 * h + Math.sin(2 * h)) / Math.PI, 4);
      // the bright band over the horizon is 6.5° high (Perez et al. 1987, from memory)
      expect(horizon).toBeCloseTo(Math.max(0, 1 - height / 6.5), 6);
    }
  });
  it('never gives energy as it rises', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.integer({ min: 0, max: 71 }).map((i) => String(i * 5)),
          fc.integer({ min: 0, max: 40 }),
        ),
        fc.integer({ min: 0, max: 71 }),
        (points, at) => {
          const key = String(at * 5);
          const higher = { ...points, [key]: (points[key] ?? 0) + 15 };
          const [low, high] = [points, higher].map((one) =>
            total({ skyline: { points: one, obstacles: {} } }),
          );
          expect(high!).toBeLessThanOrEqual(low! + 1e-9);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('things in the way', () => {
  it('stand where their distance, height and width put them', () => {
    const outline = outlineOf(obstacle({ azimuth: 200, distance: 10, height: 10, width: 20 }, 'box'));
    expect(outline.topDeg).toBeCloseTo(45, 9);
    expect([outline.fromDeg, outline.toDeg]).toEqual(
      [155, 245].map((deg) => expect.closeTo(deg, 9) as number),
    );
  });
  it('shade only behind them, and only up to their top', () => {
    const chimney = sky(obstacle({ azimuth: 180, distance: 10, height: 10, width: 2 }));
    expect(beamThrough(chimney, { widthM: 0, facingDeg: 180 }, 6, 180, 44)).toBe(0);
    expect(beamThrough(chimney, { widthM: 0, facingDeg: 180 }, 6, 180, 46)).toBe(1);
    expect(beamThrough(chimney, { widthM: 0, facingDeg: 180 }, 6, 195, 44)).toBe(1);
    expect(beamThrough(chimney, { widthM: 0, facingDeg: 180 }, 6, 0, 20)).toBe(1);
  });
  it('let the sun pass beneath a boom', () => {
    const boom = sky(obstacle({ distance: 2, bottom: 1, height: 1.3, width: 4 }, 'boom'));
    const degrees = (metres: number) => (Math.atan2(metres, 2) * 180) / Math.PI;
    expect(beamThrough(boom, { widthM: 0, facingDeg: 180 }, 6, 180, degrees(0.5))).toBe(1);
    expect(beamThrough(boom, { widthM: 0, facingDeg: 180 }, 6, 180, degrees(1.1))).toBe(0);
    expect(beamThrough(boom, { widthM: 0, facingDeg: 180 }, 6, 180, degrees(1.4))).toBe(1);
  });
  it('take more than their part of an array: a mast over a quarter takes three quarters', () => {
    // common practice: a narrow shadow on a small array takes up to three quarters of its output
    const mast = sky(obstacle({ distance: 3, height: 9, width: 0.5 }, 'mast'));
    expect(beamThrough(mast, { widthM: 2, facingDeg: 180 }, 6, 180, 30)).toBeCloseTo(0.25, 9);
    expect(beamThrough(mast, { widthM: 20, facingDeg: 180 }, 6, 180, 30)).toBeCloseTo(1 - 3 * (0.5 / 20), 9);
  });
  it('let light through leaves, and more through bare branches', () => {
    const tree = sky(obstacle({ distance: 10, height: 30, width: 8 }, 'tree'));
    expect(beamThrough(tree, { widthM: 0, facingDeg: 180 }, 7, 180, 30)).toBeCloseTo(0.2, 9);
    expect(beamThrough(tree, { widthM: 0, facingDeg: 180 }, 1, 180, 30)).toBeCloseTo(0.6, 9);
  });
  it('cost their own months and hours: a ridge of 16° in the south takes midwinter at 52° N, not midsummer', () => {
    const ridge = sky(
      obstacle({ distance: 1000, height: 1000 * Math.tan((16 * Math.PI) / 180), width: 4000 }, 'ridge'),
    );
    const [open, behind] = [yearOf({}), yearOf({ skyline: ridge })];
    const left = (month: number) => behind[month - 1]!.poaKWhm2 / open[month - 1]!.poaKWhm2;
    // the sun stands at 90 − 52 − 23 = 15° at noon on the shortest days
    expect(left(12)).toBeLessThan(0.6);
    expect(left(6)).toBeGreaterThan(0.93);
    expect(behind[11]!.openKWhm2).toBeCloseTo(open[11]!.poaKWhm2, 9);
    expect(Math.max(...behind[11]!.lost)).toBeGreaterThan(0.5);
  });
  it('cast the shadow that rays through solid bodies find, wherever the array faces', () => {
    // each point of the width followed towards the sun, in small steps, through an upright cylinder, a wall or a crown
    const inside = (thing: Obstacle, x: number, y: number, z: number) => {
      const [az, far, radius] = [
        (thing.azimuth.value * Math.PI) / 180,
        thing.distance.value,
        thing.width.value / 2,
      ];
      const [dx, dy] = [x - far * Math.sin(az), y - far * Math.cos(az)];
      const flat = Math.hypot(dx, dy);
      const [low, top] = [thing.bottom.value, thing.height.value];
      if (thing.kind === 'tree') {
        const [middle, half] = low > 0 ? [(low + top) / 2, (top - low) / 2] : [0, top];
        return (flat / radius) ** 2 + ((z - middle) / half) ** 2 <= 1;
      }
      if (z < low || z > top) return false;
      if (thing.kind === 'mast') return flat <= radius;
      const [ahead, aside] = [dx * Math.sin(az) + dy * Math.cos(az), dx * Math.cos(az) - dy * Math.sin(az)];
      return Math.abs(ahead) < 0.05 && Math.abs(aside) <= radius;
    };
    const traced = (thing: Obstacle, widthM: number, facing: number, azimuth: number, elevation: number) => {
      const [f, a, e] = [facing, azimuth, elevation].map((deg) => (deg * Math.PI) / 180) as [
        number,
        number,
        number,
      ];
      let dark = 0;
      for (let i = 0; i < 80; i++) {
        const s = ((i + 0.5) / 80 - 0.5) * widthM;
        for (let r = 0; r < 16; r += 0.06)
          if (
            inside(
              thing,
              s * Math.cos(f) + r * Math.sin(a),
              -s * Math.sin(f) + r * Math.cos(a),
              r * Math.tan(e),
            )
          ) {
            dark++;
            break;
          }
      }
      return dark / 80;
    };
    const cases: [Obstacle['kind'], Parameters<typeof obstacle>[0]][] = [
      ['tree', { azimuth: 170, distance: 6, height: 7, bottom: 2, width: 5 }],
      ['tree', { azimuth: 250, distance: 9, height: 8, width: 6 }],
      ['mast', { azimuth: 190, distance: 4, height: 9, width: 0.8 }],
      ['box', { azimuth: 150, distance: 5, height: 4, width: 3 }],
    ];
    let dark = 0;
    for (const [kind, parts] of cases)
      for (const facing of [180, 135, 240])
        for (const turned of [-35, -12, 20])
          for (const elevation of [12, 30, 48]) {
            const thing = obstacle(parts, kind);
            const azimuth = thing.azimuth.value + turned;
            // dark all through where it falls, so that what is left is what stays light
            const body = { ...thing, leafed: chosen(0), bare: chosen(0) };
            const left = beamThrough(
              sky(body),
              { widthM: 4, facingDeg: facing },
              6,
              azimuth,
              elevation,
              (part) => part,
            );
            const truth = 1 - traced(thing, 4, facing, azimuth, elevation);
            if (truth < 1) dark++;
            // a cylinder is taken as thin as a pole: at its top half its breadth of slack
            expect(Math.abs(left - truth)).toBeLessThan(
              kind === 'tree' ? 0.02 : kind === 'box' ? 0.03 : 0.12,
            );
          }
    expect(dark).toBeGreaterThan(50);
  });
  it('stand in the dome where they stand, however narrow', () => {
    // rays at random over the half sphere of a level panel, through the same skyline with no width of its own
    const narrow = (azimuth: number) =>
      sky(obstacle({ azimuth, distance: 8, height: 12, width: 0.6 }, 'mast'));
    const seen = (azimuth: number) => openSky(narrow(azimuth), 6, { tiltDeg: 40, azimuthDeg: 180 }).sky;
    const [at, between] = [seen(180), seen(182.5)];
    expect(Math.abs(at - between)).toBeLessThan(0.0002);
    let [open, all] = [0, 0];
    const [steps, heights, tilt] = [3600, 90, (40 * Math.PI) / 180];
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < heights; j++) {
        const azimuth = (360 * (i + 0.5)) / steps;
        const e = (Math.PI / 2) * ((j + 0.5) / heights);
        const facing =
          Math.sin(e) * Math.cos(tilt) +
          Math.cos(e) * Math.sin(tilt) * Math.cos(((azimuth - 180) * Math.PI) / 180);
        if (facing <= 0) continue;
        const weight = facing * Math.cos(e);
        all += weight;
        open +=
          weight * beamThrough(narrow(180), { widthM: 0, facingDeg: 180 }, 6, azimuth, (e * 180) / Math.PI);
      }
    expect(Math.abs(at - open / all)).toBeLessThan(0.001);
  });
  it('are dark once where they stand one before the other', () => {
    const box = obstacle({ distance: 5, height: 6, width: 1 }, 'box');
    const twice = { azimuth: 180, distance: 5, height: 6, width: 1 };
    const at = (...things: Obstacle[]) =>
      beamThrough(sky(...things), { widthM: 6, facingDeg: 180 }, 6, 180, 30);
    expect(at(box, obstacle(twice, 'box'))).toBeCloseTo(at(box), 12);
    // side by side they are one of both widths
    expect(
      at(obstacle({ ...twice, azimuth: 174 }, 'box'), obstacle({ ...twice, azimuth: 186 }, 'box')),
    ).toBeLessThan(at(box));
    // two crowns of a fifth let a twenty-fifth through
    const crown = obstacle({ distance: 10, height: 30, width: 12 }, 'tree');
    expect(at(crown, { ...crown, distance: chosen(12) })).toBeCloseTo(0.04, 9);
  });
  it('are none in an open sky', () => {
    expect([isOpen(sky()), isOpen(sky(obstacle({}))), isOpen(wall(0)), isOpen(wall(3))]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });
});

describe('rows', () => {
  const rows = (count: number, pitch: number, upright = false): ArrayPlan['rows'] => ({
    count: chosen(count),
    pitch: chosen(pitch),
    length: chosen(2),
    upright,
  });
  it('begin to shade where the usual rule for their pitch says', () => {
    // pitch without shade: L (cos β + sin β ÷ tan α), common practice in every layout handbook
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 70 }), fc.integer({ min: 8, max: 60 }), (tilt, elevation) => {
        const [b, a] = [tilt, elevation].map((deg) => (deg * Math.PI) / 180) as [number, number];
        const pitch = 2 * (Math.cos(b) + Math.sin(b) / Math.tan(a));
        expect(rowShade(elevation, 0, tilt, pitch * 1.001, 2)).toBe(0);
        expect(rowShade(elevation, 0, tilt, pitch * 0.98, 2)).toBeGreaterThan(0);
      }),
    );
  });
  it('shade as a ray drawn past the row in front does', () => {
    // a ray from a point on the slope towards the sun, followed to the row in front
    const drawn = (elevation: number, off: number, tilt: number, pitch: number) => {
      const [b, e, o] = [tilt, elevation, off].map((deg) => (deg * Math.PI) / 180) as [
        number,
        number,
        number,
      ];
      const rise = Math.tan(e) / Math.cos(o);
      let shaded = 0;
      for (let i = 0; i < 4000; i++) {
        const t = (2 * (i + 0.5)) / 4000;
        const [x, y] = [pitch + t * Math.cos(b), t * Math.sin(b)];
        const topX = 2 * Math.cos(b);
        if (y + (x - topX) * rise < 2 * Math.sin(b)) shaded++;
      }
      return shaded / 4000;
    };
    for (const [elevation, off, tilt, pitch] of [
      [12, 0, 35, 4],
      [20, 50, 35, 3],
      [8, -60, 60, 6],
      [30, 20, 15, 2.2],
    ] as const) {
      expect(
        Math.abs(rowShade(elevation, off, tilt, pitch, 2) - drawn(elevation, off, tilt, pitch)),
      ).toBeLessThan(2e-3);
    }
  });
  it('stop lying panels by thirds and upright ones whole, all but the first row', () => {
    const at = { tiltDeg: 35, azimuthDeg: 180 };
    const shade = rowShade(12, 0, 35, 4, 2);
    expect(shade).toBeGreaterThan(1 / 3);
    expect(shade).toBeLessThan(2 / 3);
    expect(rowsLeft(rows(4, 4), at, 180, 12)).toBeCloseTo(1 - (2 / 3) * (3 / 4), 9);
    expect(rowsLeft(rows(4, 4, true), at, 180, 12)).toBeCloseTo(1 / 4, 9);
    // half-cut cells: the lit half goes on until the shade is past the middle
    for (const elevation of [9, 10, 12, 14, 16]) {
      const dark = rowShade(elevation, 0, 35, 4, 2);
      const lost = dark > 0.5 ? 1 : dark > 0 ? 0.5 : 0;
      expect(rowsLeft(rows(4, 4, true), at, 180, elevation, true)).toBeCloseTo(1 - lost * (3 / 4), 9);
    }
    expect([rowShade(9, 0, 35, 4, 2) > 0.5, rowShade(14, 0, 35, 4, 2) < 0.5]).toEqual([true, true]);
    expect(rowsLeft(rows(1, 4), at, 180, 12)).toBe(1);
    expect(rowsLeft(rows(4, 40), at, 180, 12)).toBe(1);
  });
  it('hide sky from each other by the masking angle', () => {
    // pvlib 0.11 shading.masking_angle(20, 0.5, 0.5) = 6.377°, by its formula
    const masking = Math.atan2(0.25 * Math.sin(0.34907), 1 - 0.25 * Math.cos(0.34907));
    const many = rowsSky(rows(1000, 4), 20);
    expect(many.sky).toBeCloseTo(1 - (0.999 * (1 - Math.cos(masking))) / 2, 6);
    // the masking angle against a band of 6.5°, behind all rows but the first
    expect(many.horizon).toBeCloseTo(1 - 0.999 * (masking / ((6.5 * Math.PI) / 180)), 4);
    expect(rowsSky(rows(3, 4), 0)).toEqual({ sky: 1, horizon: 1 });
  });
  it('make less the closer they stand', () => {
    const made = [2.1, 3, 4, 6, 12].map((pitch) => total({ rows: rows(5, pitch) }));
    expect(made).toEqual([...made].sort((a, b) => a - b));
    expect(made[4]!).toBeLessThanOrEqual(total({}));
  });
});

describe('planes through the year', () => {
  it('have seasons by their hemisphere', () => {
    expect([1, 4, 7, 10].map((month) => seasonOf(month, 50, 4))).toEqual([
      'winter',
      'spring',
      'summer',
      'autumn',
    ]);
    expect([1, 4, 7, 10].map((month) => seasonOf(month, -35, 4))).toEqual([
      'summer',
      'autumn',
      'winter',
      'spring',
    ]);
    expect([3, 4, 9, 10].map((month) => seasonOf(month, 50, 2))).toEqual([
      'winter',
      'summer',
      'summer',
      'winter',
    ]);
    const seasonal = plane('seasonal', 0);
    expect(planeIn(seasonal, 12, 50).tiltDeg).toBe(60);
    expect(planeIn(seasonal, 12, -50).tiltDeg).toBe(20);
  });
  it('of a roof that moves are the mean of all headings', () => {
    const headings = Array.from({ length: 12 }, (_, i) => total(plane('fixed', 30, i * 30)));
    const mean = headings.reduce((sum, one) => sum + one, 0) / 12;
    expect(total(plane('moving', 30))).toBeCloseTo(mean, 6);
    expect(total(plane('moving', 0))).toBeCloseTo(total(plane('fixed', 0)), 6);
  });
  it('turn what stands on a moving roof with it', () => {
    const mast = { skyline: sky(obstacle({ azimuth: 0, distance: 2, height: 8, width: 0.3 }, 'mast')) };
    const still = total({ ...plane('fixed', 0), ...mast });
    const turning = total({ ...plane('moving', 0), ...mast });
    const open = total(plane('fixed', 0));
    // north of a northern array it hardly shades; with every heading it must
    expect(turning).toBeLessThan(still);
    expect(turning).toBeGreaterThan(0.8 * open);
  });
  it('mirror east and west under a mirrored skyline', () => {
    const [east, west] = [90, 270].map((azimuth) =>
      total({
        ...plane('fixed', 35, azimuth),
        skyline: sky(obstacle({ azimuth, distance: 20, height: 12, width: 6 })),
      }),
    );
    expect(east!).toBeCloseTo(west!, 6);
  });
  it('lose to snow and dirt by the month, and gain from their backs', () => {
    const clean = yearOf({});
    const snowy = yearOf({
      snowBy: { '1': chosen(50) },
      soilingBy: { '7': chosen(23) },
      bifacial: chosen(10),
    });
    const watts = (year: typeof clean, month: number) => year[month - 1]!.perWatt.reduce((a, b) => a + b, 0);
    expect(watts(snowy, 1) / watts(clean, 1)).toBeCloseTo(0.5 * 1.1, 6);
    expect(watts(snowy, 7) / watts(clean, 7)).toBeCloseTo((0.77 / 0.97) * 1.1, 6);
    expect(watts(snowy, 4) / watts(clean, 4)).toBeCloseTo(1.1, 6);
  });
  it('see more ground where it is white', () => {
    const [steepGrass, steepSnow] = [undefined, chosen(70)].map((albedo) =>
      yearOf({ ...plane('fixed', 80), albedoBy: albedo ? { '2': albedo } : {} }),
    );
    expect(steepSnow![1]!.poaKWhm2).toBeGreaterThan(1.09 * steepGrass![1]!.poaKWhm2);
    expect(steepSnow![2]!.poaKWhm2).toBe(steepGrass![2]!.poaKWhm2);
  });
});
