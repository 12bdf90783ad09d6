import { CHEMISTRIES } from '../bank';
import { calculate, yearPointsOf } from '../calculate';
import type { Design } from '../document';
import { chosen, examples, measured } from '../job';
import { fitOf, readSheet } from '../module';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { withAll } from '../testing/found';
import { clipPicture } from './clipPicture';
import { curvesPicture } from './curvesPicture';
import { lifePicture } from './lifePicture';
import { skyPicture } from './skyPicture';

const climate = { ...plainClimate(41.6, { altitudeM: 640 }), stops: {} };
const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
// three in series, four side by side, and a controller that takes all of it
const dairy = withAll(oneArray(), {
  '/arrays/a1/strings/series': chosen(3),
  '/arrays/a1/strings/parallel': chosen(4),
  '/controllers/c1/chargeAmps': chosen(300),
  '/controllers/c1/maxAmps': chosen(300),
  '/arrays/a1/wiring': chosen(1),
});

describe('the panorama, by hand', () => {
  it('leaves by the hour what the array makes by the day, where nothing clips', () => {
    const picture = skyPicture(dairy, climate, 'a1')!;
    const { months } = calculate(dairy, climate).energy!;
    for (let month = 0; month < 12; month++) {
      expect(picture.leftWh[month]).toHaveLength(24);
      expect(sum(picture.leftWh[month]!) / months[month]!.byArray.a1!).toBeCloseTo(1, 3);
      // about as much before noon as after it under an open sky: a little more while it is cool
      const hours = picture.leftWh[month]!;
      const morning = sum(hours.slice(0, 12)) / sum(hours.slice(12));
      expect([month, morning >= 1 && morning < 1.1]).toEqual([month, true]);
      expect([hours[0], hours[23]]).toEqual([0, 0]);
    }
    const days = months.map(({ byArray }, m) => (byArray.a1! * MONTH_DAYS[m]!) / 1000);
    expect(picture.yearLeftKWh / sum(days)).toBeCloseTo(1, 3);
    expect(picture.yearLostKWh).toBe(0);
  });
  it('adds up what a wall takes from the hours it stands before', () => {
    const wall = withAll(dairy, {
      '/arrays/a1/skyline/points': { 60: chosen(60), 150: chosen(60), 151: chosen(0) },
    });
    const points = Object.fromEntries(Array.from({ length: 19 }, (_, i) => [String(60 + 5 * i), 60]));
    const east = skyPicture(
      { ...wall, arrays: { a1: { ...wall.arrays.a1!, skyline: { points, obstacles: {} } } } },
      climate,
      'a1',
    )!;
    expect(east.yearLostKWh).toBeCloseTo(
      sum(east.lostWh.map((hours, m) => (sum(hours) * MONTH_DAYS[m]!) / 1000)),
      6,
    );
    // in December the sun is in the east until past ten, and in the south-west after noon
    const december = east.lostWh[11]!;
    expect(december[9]! / (december[9]! + east.leftWh[11]![9]!)).toBeGreaterThan(0.3);
    expect(december[14]! / (december[14]! + east.leftWh[11]![14]!)).toBeLessThan(0.2);
  });
  it('draws the sun of the longest stay', () => {
    const demo = examples().find(({ design }) => Object.keys(design.stops).length > 0)!.design;
    const [stop] = Object.keys(demo.stops) as [string];
    const grid = {
      ...plainClimate(41.6),
      stops: Object.fromEntries(Object.keys(demo.stops).map((id, i) => [id, plainClimate(20 + 5 * i)])),
    };
    // as it is, and away for all but the first days of the year
    const away = { ...demo.stops[stop]!, from: '01-05', to: '12-31' };
    for (const moving of [demo, { ...demo, stops: { [stop]: away } }]) {
      const { stays } = calculate(moving, grid).climate!;
      const days = new Map<string, number>();
      for (const [month, there] of stays.entries())
        for (const { name, share } of there)
          days.set(name, (days.get(name) ?? 0) + share * MONTH_DAYS[month]!);
      expect(days.size).toBeGreaterThan(1);
      const longest = [...days].toSorted((x, y) => y[1] - x[1])[0]![0];
      expect(longest === demo.place.name).toBe(moving === demo);
      expect(skyPicture(moving, grid, Object.keys(moving.arrays)[0]!)!.placeName).toBe(longest);
    }
  });
  it('has the sun up, every twenty minutes, between the hours it rises and sets at', () => {
    for (const { month, points } of skyPicture(dairy, climate, 'a1')!.tracks) {
      expect(points.every(({ elevationDeg }) => elevationDeg > 0)).toBe(true);
      const hours = points.map(({ solarHour }) => solarHour);
      for (const [i, hour] of hours.slice(1).entries()) expect(hour - hours[i]!).toBeCloseTo(1 / 3, 9);
      expect(hours[0]! + hours.at(-1)!).toBeCloseTo(24, 9);
      // due east of south in the morning: 180° at noon
      const noon = points.reduce((best, one) =>
        Math.abs(one.solarHour - 12) < Math.abs(best.solarHour - 12) ? one : best,
      );
      expect([month, Math.abs(noon.azimuthDeg - 180) < 8]).toEqual([month, true]);
    }
  });
});

describe('curves of an array', () => {
  const curves = (design: Design, shade: Parameters<typeof curvesPicture>[3] = null) =>
    curvesPicture(design, climate, 'a1', shade)!;
  const { voc, isc, vmp, imp } = dairy.arrays.a1!.module;
  it('at standard sun are those of the sheet, by panels in series and side by side', () => {
    const { inputs, partial } = curves(dairy);
    expect([inputs.length, partial]).toEqual([1, false]);
    const [{ lines, panels, sections, input }] = inputs as [(typeof inputs)[number]];
    expect([panels, sections, input]).toEqual([3, dairy.arrays.a1!.module.sections.value, 1]);
    expect(lines.map(({ id }) => id)).toEqual(['standard', 'cold', 'hot', 'usual']);
    const [standard] = lines as [(typeof lines)[number]];
    expect(standard).toMatchObject({ wm2: 1000, cellC: 25 });
    expect(standard.vocV / (3 * voc.value)).toBeCloseTo(1, 3);
    expect(standard.iscA / (4 * isc.value)).toBeCloseTo(1, 3);
    expect(standard.peaks).toHaveLength(1);
    expect(standard.peaks[0]!.volts / (3 * vmp.value)).toBeCloseTo(1, 2);
    expect(standard.peaks[0]!.volts * standard.peaks[0]!.amps).toBeCloseTo(standard.peaks[0]!.watts, 3);
    expect(standard.peaks[0]!.watts / (12 * vmp.value * imp.value)).toBeCloseTo(1, 2);
  });
  it('cold are at the record low in a weak sun, hot at the hottest cell', () => {
    const lines = Object.fromEntries(curves(dairy).inputs[0]!.lines.map((line) => [line.id, line]));
    const { strings, year, module } = calculate(dairy, climate).arrays[0]!;
    expect(lines.cold).toMatchObject({ wm2: 800, cellC: strings!.lowC });
    expect(lines.hot).toMatchObject({ wm2: 1000, cellC: strings!.hotCellC });
    // colder cells stand higher; each kelvin by the sheet's coefficient (a share less in the weaker light)
    const beta = dairy.arrays.a1!.module.betaVoc!.value / 100;
    const cold = 3 * voc.value * (1 + beta * (strings!.lowC - 25));
    expect(lines.cold!.vocV / cold).toBeGreaterThan(0.97);
    expect(lines.cold!.vocV / cold).toBeLessThan(1.01);
    // a diode's open volts fall a little faster the warmer it is: no more than by the straight line when hot
    const hot = 3 * voc.value * (1 + beta * (strings!.hotCellC - 25));
    expect(lines.hot!.vocV / hot).toBeGreaterThan(0.97);
    expect(lines.hot!.vocV / hot).toBeLessThan(1);
    // the usual hour is the mean of the year's light, each by what it gives
    const points = yearPointsOf(year!, module);
    const weight = sum(points.map(({ wm2, hours }) => wm2 * hours));
    expect(lines.usual!.wm2).toBeCloseTo(sum(points.map(({ wm2, hours }) => wm2 * wm2 * hours)) / weight, 6);
    expect(lines.usual!.cellC).toBeCloseTo(
      sum(points.map(({ wm2, hours, cellC }) => cellC * wm2 * hours)) / weight,
      6,
    );
  });
  it('with a shadow on one panel of the first string: a step, and less at the best point', () => {
    const shaded = (panels: number, sections: number, lightPct: number) =>
      curves(dairy, { panels, sections, lightPct }).inputs[0]!.lines.find(({ id }) => id === 'shaded')!;
    const whole = curves(dairy).inputs[0]!.lines[0]!;
    expect(shaded(0, 3, 10).peaks[0]!.watts).toBeCloseTo(whole.peaks[0]!.watts, 6);
    expect(shaded(1, 0, 10).peaks[0]!.watts).toBeCloseTo(whole.peaks[0]!.watts, 6);
    expect(shaded(3, 3, 100).peaks[0]!.watts).toBeCloseTo(whole.peaks[0]!.watts, 6);
    const best = (line: typeof whole) => Math.max(...line.peaks.map(({ watts }) => watts));
    const [one, two] = [best(shaded(1, 1, 10)), best(shaded(2, 3, 10))];
    expect(one).toBeLessThan(whole.peaks[0]!.watts);
    expect(two).toBeLessThan(one);
    // three of four strings are in the sun
    expect(two).toBeGreaterThan(0.7 * whole.peaks[0]!.watts);
    expect(shaded(1, 1, 10)).toMatchObject({ name: 'with the shadow', wm2: 1000, cellC: 25 });
  });
  it('run from open circuit to short circuit, volts up and amps down', () => {
    for (const { points, vocV, iscA } of curves(dairy).inputs[0]!.lines) {
      const volts = points.map(([v]) => v);
      expect([Math.max(...volts), Math.min(...volts)]).toEqual([
        expect.closeTo(vocV, 3),
        expect.closeTo(0, 3),
      ]);
      expect(Math.max(...points.map(([, amps]) => amps)) / iscA).toBeCloseTo(1, 2);
    }
  });
  it('are of each input, and stand in its window', () => {
    const two = withAll(dairy, {
      '/arrays/a1/strings/parallel': chosen(2),
      '/arrays/a1/strings/inputs': chosen(2),
      '/controllers/c1/inputs': chosen(2),
    });
    const { inputs } = curves(two);
    expect(inputs.map(({ input }) => input)).toEqual([1, 2]);
    const { maxVolts, maxWorkVolts } = two.controllers.c1!;
    for (const { maxV, toV, lines } of inputs) {
      expect([maxV, toV]).toEqual([maxVolts.value, maxWorkVolts.value]);
      expect(lines[0]!.iscA / (2 * isc.value)).toBeCloseTo(1, 3);
    }
  });
  it('are none where the sheet has none, and standard alone without a place', () => {
    const broken = withAll(dairy, { '/arrays/a1/module/vmp': voc });
    expect(fitOf(readSheet(broken.arrays.a1!.module)).ok).toBe(false);
    expect(curvesPicture(broken, climate, 'a1')).toBeNull();
    expect(curvesPicture(dairy, climate, 'a9')).toBeNull();
    const honey = examples().find(({ id }) => id === 'honey-house')!.design;
    expect(curvesPicture(honey, climate, 'a1')!.inputs).toHaveLength(2);
    expect(curvesPicture(withAll(honey, { '/arrays/a1/pile/strings': {} }), climate, 'a1')).toBeNull();
    const nowhere = withAll(dairy, { '/place/lat': null });
    expect(curvesPicture(nowhere, null, 'a1')!.inputs[0]!.lines.map(({ id }) => id)).toEqual(['standard']);
  });
});

describe('life and cost, by hand', () => {
  const cabin = (changes: Record<string, unknown> = {}) =>
    withAll(cabinOf({ lamp: dcUse(1, 'Lamp', 20, 5) }), { '/bank/coldest': measured(10), ...changes });
  const life = (changes: Record<string, unknown> = {}) => lifePicture(cabin(changes), climate)!;
  const rowOf = (picture: ReturnType<typeof life>, id: string) =>
    picture.rows.find(({ chemistry }) => chemistry === id)!;
  it('weighs the chosen one by its units, the others by those that are usual', () => {
    const { bank } = cabin();
    const own = rowOf(life(), 'lfp');
    expect(own.massKg).toBeCloseTo(bank.unit.mass.value * bank.series.value * bank.parallel.value, 9);
    expect(rowOf(life({ '/bank/parallel': chosen(3) }), 'lfp').massKg).toBeCloseTo(3 * own.massKg, 6);
    const flooded = rowOf(life(), 'flooded');
    // lead weighs 20 to 40 kg a kWh (common practice)
    expect((1000 * flooded.massKg) / flooded.ratedWh).toBeGreaterThan(20);
    expect((1000 * flooded.massKg) / flooded.ratedWh).toBeLessThan(40);
  });
  it('sizes the others for the days asked for, by depth, cold and what they give back', () => {
    const { bank } = calculate(cabin(), climate);
    for (const [id, { depthPct, roundTrip, capacityPerK }] of Object.entries(CHEMISTRIES)) {
      const row = rowOf(life(), id);
      if (row.chosen) continue;
      // 15 K below 25 °C
      const cold = 1 - 15 * capacityPerK;
      expect([id, row.ratedWh / (bank.wantedWh / (depthPct / 100) / cold / Math.sqrt(roundTrip))]).toEqual([
        id,
        expect.closeTo(1, 6),
      ]);
      expect(row.depthPct).toBe(depthPct);
    }
  });
  it('has the amps of uses and charge on each bus, at the watts they are now', () => {
    const { energy, bank, loads } = calculate(cabin(), climate);
    for (const { volts, loadA, chargeA, mm2 } of life().buses) {
      expect(loadA).toBeCloseTo(loads.largestRunning!.bankW / volts, 9);
      expect(chargeA).toBeCloseTo((energy!.chargeAmps * bank.absorptionV) / volts, 9);
      // 1.5 m there and back of copper, 1 %; or 4 A for each mm² (common practice)
      const amps = Math.max(loadA, chargeA);
      expect(mm2).toBeCloseTo(Math.max(((3 / 58) * amps) / (volts * 0.01), amps / 4), 9);
    }
  });
  it('tells when it is full by the months in use alone', () => {
    const use = (months: number[]) => life({ '/uses/lamp/months': months });
    const hours = (of: ReturnType<typeof life>) => of.fullAtH.map((at) => at !== undefined);
    expect(hours(use([6, 7]))).toEqual(Array.from({ length: 12 }, (_, m) => m === 5 || m === 6));
    // 5 Wh of winter light are less than what a lamp of 2 kWh asks; in June it is full
    const much = { '/uses/lamp/watts': measured(300), '/arrays/a1/count': chosen(6) };
    const some = (months: number[]) => life({ ...much, '/uses/lamp/months': months }).suits[0];
    const all = some([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    expect(some([6])).not.toBe(some([12]));
    expect(typeof all).toBe('string');
  });
  it('takes the price that is typed, and the depth that is chosen', () => {
    const typed = life({ '/bank/prices': { gel: measured(999) }, '/bank/depth': chosen(70) });
    expect(rowOf(typed, 'gel').price).toBe(999);
    expect(rowOf(typed, 'agm').price).toBe(CHEMISTRIES.agm.pricePerKWh);
    expect(rowOf(typed, 'lfp').depthPct).toBe(70);
    // a bank is run down to its depth and no further, and lasts longer the less that is
    const rows = [30, 60, 90].map((depth) =>
      rowOf(life({ '/uses/lamp/watts': measured(400), '/bank/depth': chosen(depth) }), 'lfp'),
    );
    for (const { meanLowest, depthPct } of rows)
      expect(meanLowest).toBeGreaterThanOrEqual(1 - depthPct / 100 - 1e-9);
    const years = rows.map(({ cycleYears }) => cycleYears);
    expect(years).toEqual(years.toSorted((a, b) => b - a));
  });
  it('says what is too cold for each: charged below freezing, used below its own', () => {
    const but = (coldestC: number, id: string) =>
      rowOf(life({ '/bank/coldest': measured(coldestC) }), id).but;
    expect([but(0, 'lfp'), but(-1, 'lfp')]).toEqual([null, 'too cold to charge where it stands']);
    expect([but(-30, 'gel'), but(-31, 'gel')]).toEqual([null, 'too cold to use where it stands']);
  });
  it('says how a day’s harvest and the charge suit, by their shares', () => {
    const words = (changes: Record<string, unknown>) => {
      const { bank, energy } = calculate(cabin(changes), climate);
      const harvest = Math.max(...energy!.months.map(({ madeWh }) => madeWh));
      const { suits } = life(changes);
      const share = bank.usableWh / harvest;
      expect(suits[1]).toContain(
        share < 0.5 ? 'little: what is not' : share > 3 ? 'much: once empty' : 'a healthy share',
      );
      const rate = energy!.chargeAmps / bank.ah;
      const { chargeMinC, chargeMaxC } = bank.chemistry;
      expect(suits[2]).toMatch(
        rate > chargeMaxC ? /too hard\.$/ : rate < chargeMinC ? /too slow\.$/ : /inside it\.$/,
      );
      return [suits[1]!.split(': ')[1], suits[2]!.split(': ')[1]];
    };
    const said = [
      words({}),
      words({ '/bank/parallel': chosen(3) }),
      words({
        '/bank/unitAh': chosen(20),
        '/arrays/a1/count': chosen(8),
        '/arrays/a1/strings/parallel': chosen(4),
      }),
      words({ '/bank/parallel': chosen(20) }),
      words({ '/bank/chemistry': 'flooded', '/bank/unitAh': chosen(2000) }),
    ];
    expect(new Set(said.map(([harvest]) => harvest)).size).toBe(3);
    expect(new Set(said.map(([, charge]) => charge)).size).toBe(3);
  });
  it('tells when it is full again, and how that suits, by the hours of the mean days', () => {
    const seen = new Set<string>();
    // with 70 W it is full again at ten at the latest, which is still early
    for (const watts of [1, 20, 60, 70, 100, 140, 200, 300, 900]) {
      const changes = { '/uses/lamp': dcUse(1, 'Lamp', watts, 10), '/bank/unitAh': chosen(300) };
      const { fullAtH, suits } = life(changes);
      const known = fullAtH.filter((hour) => typeof hour === 'number');
      const last = Math.max(...known);
      const wanted =
        known.length === 0
          ? /no month in use is it full/
          : known.length < 12
            ? new RegExp(`not at all in ${12 - known.length} of the months in use`)
            : last <= 10
              ? /most of the day finds no room/
              : last <= 15
                ? /a healthy share, with some of the afternoon/
                : /filled, with little to spare/;
      expect([watts, suits[0]]).toEqual([watts, expect.stringMatching(wanted)]);
      seen.add(String(wanted).replace(/\d+/, 'n'));
    }
    expect(seen.size).toBeGreaterThan(2);
    const sunny = { '/uses/lamp': dcUse(1, 'Lamp', 40, 10), '/bank/unitAh': chosen(300) };
    expect(life(sunny).suits[0]).toMatch(
      /^It hardly leaves full in the sunniest months, and is full again by 08:30 in/,
    );
  });
  it('writes the hours of the clock in halves', () => {
    const seen = new Set<string>();
    for (const watts of [20, 60, 100, 140]) {
      const { fullAtH, suits } = life({
        '/uses/lamp': dcUse(1, 'Lamp', watts, 10),
        '/bank/unitAh': chosen(300),
      });
      const hours = fullAtH.filter((hour) => typeof hour === 'number');
      const [first, last] = [Math.min(...hours), Math.max(...hours)];
      if (last === 0) continue;
      const clock = (hour: number) =>
        `${String(Math.floor(hour)).padStart(2, '0')}:${hour % 1 ? '30' : '00'}`;
      expect(suits[0]).toContain(`Full again between ${clock(first)} and ${clock(last)}`);
      for (const hour of [first, last]) seen.add(clock(hour).slice(-2));
    }
    expect([...seen].toSorted()).toEqual(['00', '30']);
  });
  it('has no hour for months without use', () => {
    const summer = { '/uses/lamp': dcUse(1, 'Lamp', 20, 5, { months: [6, 7, 8] }) };
    const { fullAtH } = life(summer);
    expect(fullAtH.map((hour) => hour !== undefined)).toEqual(
      Array.from({ length: 12 }, (_, m) => [5, 6, 7].includes(m)),
    );
  });
});

describe('what a controller clips', () => {
  it('is nothing on one that is large enough, and then no other is worth it', () => {
    const picture = clipPicture(dairy, climate, 'a1')!;
    expect([picture.kWh, picture.clearKWh, picture.sharePct]).toEqual([0, 0, 0]);
    expect(picture.larger).toEqual([]);
  });
});
