import { Body, Equator, Horizon, Observer } from 'astronomy-engine';
import fc from 'fast-check';
import { readCsv, relative } from '../../fixtures/read';
import { airMass, ineichen, pressureAt } from './clearSky';
import { erbsHourlyDiffuse, spreadOfDays } from './decomposition';
import {
  dailyExtraterrestrial,
  declinationOfDay,
  eccentricity,
  extraterrestrialBetween,
  SOLAR_CONSTANT,
  sunsetHourAngle,
} from './extraterrestrial';
import { diffuseHourShare, globalHourShare } from './meanDay';
import { incidenceDeg, sunPosition } from './position';
import { circumsolar, hayDavies, perezCoefficients } from './transposition';

const angleBetween = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180);
const dayOfYear = (utc: string) => {
  const date = new Date(utc);
  return Math.floor((date.getTime() - Date.UTC(date.getUTCFullYear(), 0, 1)) / 86_400_000) + 1;
};

describe('sun position', () => {
  // NREL SPA in pvlib 0.16.1, ΔT 69 s, 12 °C
  it.each(readCsv('sun-position.csv'))('agrees with SPA at $utc, $latDeg $lonDeg', (row) => {
    const sun = sunPosition(Date.parse(row.utc!), row.latDeg!, row.lonDeg!, {
      pressurePa: row.pressurePa!,
      airC: 12,
    });
    expect(Math.abs(sun.zenithDeg - row.zenithDeg!)).toBeLessThan(0.01);
    expect(
      angleBetween(sun.azimuthDeg, row.azimuthDeg!) * Math.sin((row.zenithDeg! * Math.PI) / 180),
    ).toBeLessThan(0.01);
    expect(Math.abs(sun.equationOfTimeMin - row.equationOfTimeMin!)).toBeLessThan(0.05);
    if (row.elevationDeg! > 0)
      expect(Math.abs(sun.apparentElevationDeg - row.apparentElevationDeg!)).toBeLessThan(0.012);
    expect(
      relative(SOLAR_CONSTANT * eccentricity(dayOfYear(row.utc!)), row.extraterrestrialWm2!),
    ).toBeLessThan(1e-3);
  });

  it('reproduces the worked example of Reda & Andreas, NREL/TP-560-34302', () => {
    const utc = Date.parse('2003-10-17T19:30:30Z');
    const sun = sunPosition(utc, 39.742476, -105.1786, { pressurePa: 82_000, airC: 11 });
    expect(Math.abs(90 - sun.apparentElevationDeg - 50.11162)).toBeLessThan(0.01);
    expect(Math.abs(sun.azimuthDeg - 194.34024)).toBeLessThan(0.01);
    const incidence = incidenceDeg(90 - sun.apparentElevationDeg, sun.azimuthDeg, 30, 170);
    expect(Math.abs(incidence - 25.187)).toBeLessThan(0.02);
  });

  it('agrees with an independent almanac library over a hundred years', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1960, 0, 1), max: Date.UTC(2060, 0, 1) }),
        fc.double({ min: -85, max: 85, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        (utc, lat, lon) => {
          const observer = new Observer(lat, lon, 0);
          const place = Equator(Body.Sun, new Date(utc), observer, true, true);
          const theirs = Horizon(new Date(utc), observer, place.ra, place.dec);
          const ours = sunPosition(utc, lat, lon);
          expect(Math.abs(ours.elevationDeg - theirs.altitude)).toBeLessThan(0.015);
        },
      ),
      { numRuns: 300, seed: 11 },
    );
  });
});

describe('extraterrestrial', () => {
  // Duffie & Beckman, Solar Engineering of Thermal Processes, ex. 1.10.1 and 1.10.2 (from memory), constant 1367
  it('gives 33.8 MJ/m² a day at 43° N on 15 April', () => {
    expect(dailyExtraterrestrial(43, 105, 1367) * 3.6).toBeCloseTo(33.8, 0);
  });
  it('gives 3.79 MJ/m² between 10 and 11 solar time there', () => {
    expect(extraterrestrialBetween(43, 105, 10, 11, 1367) * 3.6).toBeCloseTo(3.79, 1);
  });
  it('has no sun in polar night and 180° of sunset in midnight sun', () => {
    expect(dailyExtraterrestrial(80, 355)).toBe(0);
    expect(sunsetHourAngle(80, declinationOfDay(172))).toBe(180);
    expect(sunsetHourAngle(90, declinationOfDay(172))).toBe(180);
    expect(sunsetHourAngle(-90, declinationOfDay(172))).toBe(0);
  });
});

it('gives the incidence of Duffie & Beckman ex. 1.6.1 (from memory): 35.0°', () => {
  // 43° N, 13 February 10:30 solar: declination −14°, hour angle −22.5°; tilt 45°, 15° west of south
  const [lat, declination, hour] = [43, -14, -22.5].map((deg) => (deg * Math.PI) / 180) as [
    number,
    number,
    number,
  ];
  const cosZenith =
    Math.sin(lat) * Math.sin(declination) + Math.cos(lat) * Math.cos(declination) * Math.cos(hour);
  const zenith = (Math.acos(cosZenith) * 180) / Math.PI;
  const azimuth =
    180 +
    (Math.atan2(Math.sin(hour), Math.cos(hour) * Math.sin(lat) - Math.tan(declination) * Math.cos(lat)) *
      180) /
      Math.PI;
  expect(incidenceDeg(zenith, azimuth, 45, 195)).toBeCloseTo(35, 0);
});

describe('diffuse light', () => {
  it.each(readCsv('erbs-hourly.csv'))(
    'agrees with Erbs, Klein & Duffie 1982 at clearness $clearness',
    (row) => {
      const global = row.clearness! * row.extraterrestrialWm2! * Math.cos((row.zenithDeg! * Math.PI) / 180);
      // the table gives the global to a hundredth of a watt, which limits the darkest rows
      expect(relative(erbsHourlyDiffuse(row.clearness!) * global, row.dhiWm2!)).toBeLessThan(
        1e-4 + 0.005 / row.ghiWm2!,
      );
    },
  );
});

describe('the spread of days', () => {
  it('keeps the month’s mean and runs from dark to bright', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.12, max: 0.75, noNaN: true }), (clearness) => {
        const days = spreadOfDays(clearness);
        expect(days.reduce((sum, day) => sum + day, 0) / days.length).toBeCloseTo(clearness, 3);
        expect(days.every((day, i) => i === 0 || day >= days[i - 1]!)).toBe(true);
      }),
    );
  });
});

describe('hours of the mean day', () => {
  it.each([40, 60, 90, 110, 150])('shares add up to a day at a sunset angle of %d°', (sunset) => {
    const angles = Array.from({ length: 1440 }, (_, minute) => -180 + (minute + 0.5) / 4);
    const sum = (share: (w: number, ws: number) => number) =>
      angles.reduce((total, w) => total + share(w, sunset) / 60, 0);
    expect(sum(diffuseHourShare)).toBeCloseTo(1, 3);
    expect(Math.abs(sum(globalHourShare) - 1)).toBeLessThan(0.03);
  });
  it('gives the hour round noon of an eleven-hour day what the formula does by hand', () => {
    // Collares-Pereira & Rabl evaluated by hand: a = 0.409 + 0.5016 sin 22.5°, b = 0.6609 − 0.4767 sin 22.5°
    const ws = (82.5 * Math.PI) / 180;
    const byHand =
      ((Math.PI / 24) * (0.60095 + 0.47848 * 1) * (1 - Math.cos(ws))) / (Math.sin(ws) - ws * Math.cos(ws));
    expect(globalHourShare(0, 82.5)).toBeCloseTo(byHand, 4);
  });
});

describe('a tilted plane', () => {
  it.each(readCsv('transposition.csv'))(
    'agrees with pvlib’s Hay–Davies at tilt $tiltDeg, zenith $zenithDeg',
    (row) => {
      const cos = (deg: number) => Math.cos((deg * Math.PI) / 180);
      const incidence = incidenceDeg(
        row.zenithDeg!,
        row.solarAzimuthDeg!,
        row.tiltDeg!,
        row.surfaceAzimuthDeg!,
      );
      expect(Math.abs(incidence - row.aoiDeg!)).toBeLessThan(1e-3);
      const plane = hayDavies(
        cos(incidence),
        cos(row.zenithDeg!),
        cos(row.tiltDeg!),
        row.dniWm2!,
        row.dhiWm2!,
        row.ghiWm2!,
        circumsolar(row.dhiWm2!, row.dniWm2!, row.extraterrestrialWm2!),
        row.albedo!,
      );
      expect(Math.abs(plane.beamWm2 - row.beamWm2!)).toBeLessThan(0.02 + row.beamWm2! * 1e-3);
      expect(Math.abs(plane.skyWm2 - row.skyHayDaviesWm2!)).toBeLessThan(0.02 + row.skyHayDaviesWm2! * 1e-3);
      expect(Math.abs(plane.groundWm2 - row.groundWm2!)).toBeLessThan(0.01 + row.groundWm2! * 1e-3);
    },
  );
});

describe('the sky after Perez', () => {
  it.each(readCsv('transposition.csv'))(
    'agrees with pvlib’s Perez 1990 at tilt $tiltDeg, zenith $zenithDeg',
    (row) => {
      const cos = (deg: number) => Math.cos((deg * Math.PI) / 180);
      const [f1, f2] = perezCoefficients(
        row.zenithDeg!,
        row.dniWm2!,
        row.dhiWm2!,
        row.extraterrestrialWm2!,
        row.relativeAirmass!,
      );
      const incidence = incidenceDeg(
        row.zenithDeg!,
        row.solarAzimuthDeg!,
        row.tiltDeg!,
        row.surfaceAzimuthDeg!,
      );
      const round = Math.max(0, cos(incidence)) / Math.max(cos(row.zenithDeg!), cos(85));
      const sky =
        row.dhiWm2! *
        ((1 - f1) * ((1 + cos(row.tiltDeg!)) / 2) +
          f1 * round +
          f2 * Math.sin((row.tiltDeg! * Math.PI) / 180));
      expect(Math.abs(Math.max(0, sky) - row.skyPerez1990Wm2!)).toBeLessThan(
        0.05 + row.skyPerez1990Wm2! * 5e-3,
      );
    },
  );
});

describe('clear sky', () => {
  it.each(readCsv('clear-sky-ineichen.csv'))(
    'agrees with Ineichen & Perez in pvlib at zenith $apparentZenithDeg',
    (row) => {
      const sky = ineichen(
        row.apparentZenithDeg!,
        row.airmassAbsolute!,
        row.linke!,
        row.altitudeM!,
        row.extraterrestrialWm2!,
      );
      expect(relative(sky.ghiWm2, row.ghiWm2!)).toBeLessThan(1e-3);
      expect(relative(sky.dniWm2, row.dniWm2!)).toBeLessThan(1e-3);
      expect(Math.abs(sky.dhiWm2 - row.dhiWm2!)).toBeLessThan(0.05 + row.dhiWm2! * 1e-3);
      const absolute = airMass(row.apparentZenithDeg!) * (pressureAt(row.altitudeM!) / 101_325);
      expect(relative(absolute, row.airmassAbsolute!)).toBeLessThan(2e-3);
    },
  );
});
