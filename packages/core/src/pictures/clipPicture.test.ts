import { calculate, type Facts } from '../calculate';
import { problemsOf, withValueAt, type Design } from '../document';
import { tried } from '../findings';
import { chosen } from '../job';
import { controllerClass, controllerOfClass } from '../strings';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { MONTH_DAYS } from '../units';
import { clipPicture, type ClipPicture } from './clipPicture';

const climate = plainClimate();
const put = (design: Design, changes: Record<string, unknown>) =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);
const dairy = put(oneArray(), {
  '/arrays/a1/strings/series': chosen(3),
  '/arrays/a1/strings/parallel': chosen(4),
});
const small = put(dairy, {
  '/controllers/c1': {
    position: 1,
    ...controllerOfClass(controllerClass('mppt-150-35')),
    maxIscAmps: chosen(90),
  },
});
const ofYear = (months: readonly { month: number }[], read: (index: number) => number) =>
  months.reduce((sum, { month }) => sum + (read(month - 1) * MONTH_DAYS[month - 1]!) / 1000, 0);

let picture: ClipPicture;

describe('what a controller gives away', () => {
  let energy: Facts['energy'];
  let months: NonNullable<Facts['energy']>['months'];
  beforeEach(() => {
    picture = clipPicture(small, climate, 'a1')!;
    energy = calculate(small, climate).energy;
    months = energy!.months;
  });

  it('is what the year says is clipped, on mean days and on cloudless ones', () => {
    expect(picture.kWh).toBeCloseTo(
      ofYear(months, (m) => months[m]!.clippedWh),
      6,
    );
    expect(picture.clearKWh).toBeCloseTo(
      ofYear(months, (m) => months[m]!.clearClippedWh),
      6,
    );
    expect(picture.kWh).toBeGreaterThan(10);
    expect(picture.clearKWh).toBeGreaterThan(picture.kWh);
  });
  it('lies at noon, hour by hour, and adds up to the day', () => {
    for (const [m, hours] of picture.lostWh.entries()) {
      expect(hours).toHaveLength(24);
      expect(hours.reduce((sum, wh) => sum + wh, 0)).toBeCloseTo(months[m]!.clearClippedWh, 6);
      expect(hours[0]).toBe(0);
      expect(hours[11]! + hours[12]!).toBeGreaterThanOrEqual(hours[8]! + hours[15]!);
    }
  });
  it('leaves at most what the controller gives in an hour', () => {
    const limit = 35 * 56.8;
    for (const hours of picture.leftWh) for (const wh of hours) expect(wh).toBeLessThanOrEqual(limit + 1e-6);
    expect(Math.max(...picture.leftWh[5]!)).toBeCloseTo(limit, 6);
  });
  it('is told as a share of what the arrays offer', () => {
    const sent = ofYear(months, (m) => months[m]!.madeWh / energy!.bankKeeps);
    expect(picture.sharePct).toBeCloseTo((100 * picture.kWh) / (sent + picture.kWh), 6);
    expect(picture.wiredW).toBeCloseTo(calculate(small, climate).lead.strings!.chosen.watts, 9);
    expect(picture.usableW).toBeCloseTo((35 * 56.8) / (small.controllers.c1!.efficiency.value / 100), 6);
  });
  it('carries its amps beside what an input bears', () => {
    expect(picture.iscA).toBeCloseTo(4 * 13.95 * 1.25, 6);
    expect(picture.maxIscA).toBe(90);
  });
});

describe('the next sizes', () => {
  beforeEach(() => void (picture = clipPicture(small, climate, 'a1')!));
  it('are larger ones of the same kind, the smallest first, on which everything stands', () => {
    expect(picture.larger.length).toBeGreaterThan(0);
    expect(picture.larger.length).toBeLessThanOrEqual(3);
    const amps = picture.larger.map(({ chargeA }) => chargeA);
    expect(amps).toEqual([...amps].sort((a, b) => a - b));
    for (const { remedy, chargeA } of picture.larger) {
      expect(chargeA).toBeGreaterThan(35);
      const then = tried(small, remedy.operations);
      expect(problemsOf(then)).toEqual([]);
      expect(then.controllers.c1!.kind).toBe('mppt');
      expect(calculate(then, climate).lead.strings!.chosen.faults).toBe(0);
    }
  });
  it('win back what they really send more, never more than is clipped', () => {
    const sent = (design: Design) => {
      const { energy } = calculate(design, climate);
      return ofYear(energy!.months, (m) => energy!.months[m]!.madeWh / energy!.bankKeeps);
    };
    for (const { remedy, winsKWh } of picture.larger) {
      expect(winsKWh).toBeCloseTo(sent(tried(small, remedy.operations)) - sent(small), 4);
      expect(winsKWh).toBeGreaterThanOrEqual(1);
    }
  });
  it('cost by the kWh only where a price is typed', () => {
    expect(picture.larger.every(({ perKWh }) => perKWh === null)).toBe(true);
    const [first] = picture.larger;
    const priced = clipPicture(
      put(small, { [`/controllerPrices/${first!.classId}`]: chosen(600) }),
      climate,
      'a1',
    )!;
    // over fifteen years
    expect(priced.larger[0]!.perKWh).toBeCloseTo(600 / (15 * first!.winsKWh), 9);
  });
  it('are none where hardly anything is lost', () => {
    const { larger, kWh } = clipPicture(
      put(dairy, { '/controllers/c1/chargeAmps': chosen(200) }),
      climate,
      'a1',
    )!;
    expect(kWh).toBeLessThan(1);
    expect(larger).toEqual([]);
  });
});

describe('several arrays on one controller', () => {
  it('share its limit, and each tells of all', () => {
    const two = put(small, {
      '/arrays/a2': {
        ...small.arrays.a1!,
        name: 'Second',
        position: 2,
        strings: { ...small.arrays.a1!.strings, parallel: chosen(1), first: 1 },
      },
    });
    const [a, b] = ['a1', 'a2'].map((id) => clipPicture(two, climate, id)!);
    expect(a!.kWh).toBeCloseTo(b!.kWh, 9);
    expect(a!.kWh).toBeGreaterThan(clipPicture(small, climate, 'a1')!.kWh);
    expect(a!.wiredW).not.toBe(b!.wiredW);
  });
});

it('is nothing without a place, or of an array that is not there', () => {
  expect(clipPicture(small, null, 'a1')).toBeNull();
  expect(clipPicture(small, climate, 'a7')).toBeNull();
});
