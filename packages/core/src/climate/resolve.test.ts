import fc from 'fast-check';
import type { Design, Place } from '../document';
import { blankPlace, chosen, measured } from '../job';
import { dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { plainClimate } from '../testing/climates';
import { dayRangeK, HIGH_MARGIN_K, LOW_MARGIN_K, resolveClimate } from './resolve';

const place = (parts: Partial<Place> = {}): Pick<Design, 'place' | 'stops'> => ({
  place: { ...blankPlace(), lat: chosen(41.6), lon: chosen(-7.3), ...parts },
  stops: {},
});
const grid = plainClimate(41.6, { lowestC: -7.9, highestC: 41.1, altitudeM: 573 });

describe('records', () => {
  it('lie beyond the few years of the grid, and are rounded away from comfort', () => {
    const climate = resolveClimate(place(), grid);
    expect(climate?.low).toMatchObject({ valueC: Math.floor(-7.9 - LOW_MARGIN_K), from: 'grid' });
    expect(climate?.high).toMatchObject({ valueC: Math.ceil(41.1 + HIGH_MARGIN_K), from: 'grid' });
  });
  it('move by 6.5 K a kilometre to the place’s own height', () => {
    const high = resolveClimate(place({ altitude: measured(1573) }), grid);
    const own = resolveClimate(place(), grid);
    expect(high?.low.valueC).toBe(Math.floor(-7.9 - 5 - 6.5));
    expect(high?.months[0]?.airC).toBeCloseTo((own?.months[0]?.airC ?? 0) - 6.5, 9);
  });
  it('typed are taken as they are, whatever the height', () => {
    const typed = resolveClimate(
      place({ altitude: measured(3000), low: measured(-12), high: measured(30) }),
      grid,
    );
    expect([typed?.low.valueC, typed?.high.valueC]).toEqual([-12, 30]);
  });
  it('stand in from the months at open sea', () => {
    const sea = resolveClimate(
      place(),
      plainClimate(41.6, { lowestC: null, highestC: null, landDistance: 20 }),
    );
    const airs = sea!.months.map(({ airC }) => airC);
    expect(sea?.low.valueC).toBe(Math.floor(Math.min(...airs) - 10));
    expect(sea?.high.valueC).toBe(Math.ceil(Math.max(...airs) + 8));
    expect(sea?.low.note).toMatch(/no record here/);
  });
});

describe('months', () => {
  it('are typed one by one over the grid’s', () => {
    const climate = resolveClimate(place({ ghi: { '3': measured(4.4) }, air: { '7': measured(25) } }), grid);
    expect(climate?.months[2]).toMatchObject({ ghiKWhm2: 4.4, ghiFrom: 'typed', airFrom: 'grid' });
    expect(climate?.months[6]).toMatchObject({ airC: 25, airFrom: 'typed', ghiFrom: 'grid' });
  });
  it('never hold more than the sky lets through', () => {
    const climate = resolveClimate(place({ ghi: { '12': measured(12) } }), grid);
    expect(climate?.months[11]?.ghiKWhm2).toBeCloseTo(0.85 * dailyExtraterrestrial(41.6, MEAN_DAYS[11]), 9);
  });
  it('have no sun in polar night, whatever the grid says', () => {
    const north = resolveClimate(place({ lat: chosen(85) }), plainClimate(85));
    expect(north?.months[11]?.ghiKWhm2).toBe(0);
    expect(north?.months[5]?.ghiKWhm2).toBeGreaterThan(1);
  });
  it('need a place, and a grid or all twelve typed', () => {
    expect(resolveClimate(place({ lat: null }), grid)).toBeNull();
    expect(resolveClimate(place(), null)).toBeNull();
    const all = Object.fromEntries(MEAN_DAYS.map((_, month) => [String(month + 1), measured(3)]));
    expect(resolveClimate(place({ ghi: all, air: all }), null)?.months).toHaveLength(12);
    const eleven = Object.fromEntries(Object.entries(all).slice(1));
    expect(resolveClimate(place({ ghi: eleven, air: all }), null)).toBeNull();
  });
});

describe('the day’s range', () => {
  // FAO Irrigation and Drainage Paper 56, eq. 50: Rs = k √(Tmax − Tmin) Ra, k = 0.16 inland and 0.19 by the sea
  it('is Hargreaves & Samani solved for it', () => {
    expect(dayRangeK(0.16 * Math.sqrt(12), false)).toBeCloseTo(12, 9);
    expect(dayRangeK(0.19 * Math.sqrt(9), true)).toBeCloseTo(9, 9);
  });
  it('grows with clearness, is smaller by the sea, and is held to 3–20 K', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.9, noNaN: true }), (clearness) => {
        const inland = dayRangeK(clearness, false);
        expect(inland).toBeGreaterThanOrEqual(3);
        expect(inland).toBeLessThanOrEqual(20);
        expect(dayRangeK(clearness, true)).toBeLessThanOrEqual(inland);
        expect(dayRangeK(Math.min(0.9, clearness + 0.1), false)).toBeGreaterThanOrEqual(inland);
      }),
    );
  });
});

it('tries an error of the grid only on what comes from the grid', () => {
  const typed = place({ ghi: { '1': measured(2) }, low: measured(-9) });
  const now = resolveClimate(typed, grid);
  const shifted = resolveClimate(typed, grid, { ghiFactor: 0.84, lowK: -5, highK: 3 });
  expect(shifted?.months[0]?.ghiKWhm2).toBe(2);
  expect(shifted?.months[5]?.ghiKWhm2).toBeCloseTo(0.84 * (now?.months[5]?.ghiKWhm2 ?? 0), 9);
  expect(shifted?.low.valueC).toBe(-9);
  expect(shifted?.high.valueC).toBe((now?.high.valueC ?? 0) + 3);
});
