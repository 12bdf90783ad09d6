import { examples, skyPicture, type Obstacle, type Skyline } from '@ivolt/core';
import { GRID } from '../testing/evaluated';
import {
  shareOf,
  stretches,
  tellDay,
  tellField,
  tellMap,
  tellSkyline,
  tellStretches,
  tellSun,
  type PlaneField,
} from './told';

/** A field whose worth falls with the angle from the best plane: cos of it, as the beam of a sun that stands still. */
const radians = (deg: number) => (deg * Math.PI) / 180;
const tilts = Array.from({ length: 19 }, (_, row) => row * 5);
const azimuths = Array.from({ length: 37 }, (_, column) => column * 10);
const field: PlaneField = {
  tilts,
  azimuths,
  values: tilts.flatMap((tilt) =>
    azimuths.map((azimuth) =>
      Math.max(
        0,
        Math.cos(radians(tilt)) * Math.cos(radians(40)) +
          Math.sin(radians(tilt)) * Math.sin(radians(40)) * Math.cos(radians(azimuth - 180)),
      ),
    ),
  ),
};

describe('stretches of a day', () => {
  it('joins steps that follow one another', () => {
    const steps = [false, true, true, false, true, false];
    expect(stretches(steps, 4)).toEqual([
      [4, 12],
      [16, 20],
    ]);
    expect(tellStretches(stretches(steps, 1 / 3, 8))).toBe('8:20 to 9:00 and 9:20 to 9:40');
  });
  it('finds none where nothing holds', () => expect(stretches([false, false], 1)).toEqual([]));
});

describe('the field of planes in words', () => {
  it('says what a plane gets of the best', () => {
    expect(shareOf(field, { tiltDeg: 40, azimuthDeg: 180 })).toBe(1);
    // flat under a sun 40° from the zenith: cos 40°
    expect(shareOf(field, { tiltDeg: 0, azimuthDeg: 90 })).toBeCloseTo(Math.cos(radians(40)), 9);
  });
  it('tells the best, how wide it is, and each direction at its own tilt', () => {
    const says = tellField(field, { tiltDeg: 40, azimuthDeg: 180 }, [
      { name: 'Barn', tiltDeg: 10, azimuthDeg: 180 },
    ]);
    // cos of 18.2° is 0.95: 40° ± 15° in steps of five
    expect(says).toContain('Best: 40° facing 180°; there every tilt from 25° to 55° gets 95 % or more.');
    // turned away it does best flat, facing east too: cos 40° = 77 %
    expect(says).toContain('N 77 % at 0°');
    expect(says).toContain('E 77 % at 0°');
    expect(says).toContain('S 100 % at 40°');
    // 30° off: cos 30°
    expect(says).toContain('Barn, 10° facing 180°, gets 87 %.');
  });
  it('says nothing of shares where there is no sun', () => {
    const dark = { ...field, values: field.values.map(() => 0) };
    expect(shareOf(dark, { tiltDeg: 40, azimuthDeg: 180 })).toBe(0);
    expect(() => tellField(dark, { tiltDeg: 0, azimuthDeg: 0 }, [])).not.toThrow();
  });
});

describe('the skyline in words', () => {
  const breadth = { widthM: 4, facingDeg: 180 };
  // the sun of an equinox at the equator climbs straight up from the east, 15° an hour
  const track = {
    month: 3,
    points: Array.from({ length: 36 }, (_, step) => {
      const solarHour = 6 + (step + 0.5) / 3;
      const up = (solarHour - 6) * 15;
      return { solarHour, azimuthDeg: up < 90 ? 90 : 270, elevationDeg: up < 90 ? up : 180 - up };
    }),
  };
  const picture = { ...empty(), latDeg: 0, tracks: [track] };
  it('says when the sun is behind a hill of 30° in the east: its first two hours', () => {
    const points = Object.fromEntries([70, 75, 80, 85, 90, 95, 100, 105, 110].map((deg) => [deg, 30]));
    const says = tellSkyline(picture, { points, obstacles: {} } as Skyline, breadth);
    expect(says).toContain('N 0°, NE 0°, E 30°, SE 0°');
    expect(says).toContain('Nothing stands in the way.');
    expect(says).toContain('The sun is hidden in March 6:00 to 8:00.');
  });
  it('names each thing with its height and where it stands', () => {
    const dome = examples()
      .flatMap(({ design }) => Object.values(design.arrays))
      .map(({ skyline }) => skyline)
      .find(({ obstacles }) => Object.keys(obstacles).length > 0)!;
    const says = tellSkyline(null, dome, breadth);
    for (const { name } of Object.values(dome.obstacles) as Obstacle[])
      expect(says).toContain(`${name}, up to`);
    expect(says).not.toContain('The sun');
  });
  it('says that nothing hides the sun', () =>
    expect(tellSkyline(picture, { points: {}, obstacles: {} } as Skyline, breadth)).toContain(
      'The sun is hidden in no month.',
    ));
  it('reads the sun of a demo', () => {
    const { design } = examples().find(({ id }) => id === 'vale-do-junco')!;
    const [id, plan] = Object.entries(design.arrays)[0]!;
    const says = tellSkyline(skyPicture(design, GRID, id), plan.skyline, breadth);
    expect(says).toMatch(/^Horizon by direction: N \d+°/);
  });
  function empty() {
    return { placeName: '', lostWh: [], leftWh: [], yearLostKWh: 0, yearLeftKWh: 0 };
  }
});

describe('other pictures in words', () => {
  it('a day: what is made, used, and when there is more', () => {
    // a flat 100 W from 6 to 18 over 60 W of use from noon on, else 0
    const watts = Array.from({ length: 24 }, (_, hour) => (hour >= 6 && hour < 18 ? 100 : 0));
    const used = Array.from({ length: 48 }, (_, half) => (half >= 24 ? 160 : 0));
    const says = tellDay([{ label: 'as chosen', watts }], used);
    expect(says).toContain(
      'as chosen: 100 watts at most, 1.2 kilowatt-hours, more than is used from 6:00 to 12:00',
    );
    expect(says).toContain('used: 80 watts on average, 160 at most');
    expect(tellDay([{ label: 'flat', watts: watts.map(() => 0) }], used)).toContain(
      'never more than is used',
    );
  });
  it('a map: each place and where it is', () => {
    expect(tellMap([])).toBe('No place on the map yet.');
    const says = tellMap([
      { name: 'Quay', lat: 54.6, lon: -3.1, shown: true },
      { name: '', lat: -41, lon: 174, shown: false },
    ]);
    expect(says).toContain('Quay, 54.60° N 3.10° W, chosen; The place, 41.00° S 174.00° E');
  });
  it('sun and air: every month', () => {
    const months = Array.from({ length: 12 }, (_, month) => ({ ghiKWhm2: month, minC: -month, maxC: month }));
    const says = tellSun(months as never, [-20, 30], (value) => `${Math.round(value)} °C`);
    expect(says).toContain('February 1.0, -1 °C to 1 °C');
    expect(says).toMatch(/Records: -20 °C and 30 °C\.$/);
  });
});
