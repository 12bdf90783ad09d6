import { calculate } from '../calculate';
import type { Design } from '../document';
import { judge } from '../evaluate';
import { catalogue, chosen, examples, measured } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { controllerClass, controllerOfClass } from '../strings';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { foundIn, severityIn, withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climateAt = (latDeg: number, parts = {}) => ({ ...plainClimate(latDeg, parts), stops: {} });
const climate = climateAt(44);
const cabin = (changes: Record<string, unknown> = {}, watts = 20): Design =>
  withAll(cabinOf({ lamp: dcUse(1, 'Lamp', watts, 5) }), changes);
const grave = (design: Design, id: string, grid = climate) => severityIn(design, grid, id);
const of = (design: Design, id: string, grid = climate) =>
  judge(design, grid).findings.find((finding) => finding.id === id)!;
const plane = (tilt: number, azimuth = 180, more = {}) => ({
  '/arrays/a1/plane': { ...cabin().arrays.a1!.plane, tilt: chosen(tilt), azimuth: chosen(azimuth), ...more },
});

describe('how panels are held', () => {
  it('flat ones are told from 35° of latitude on, up to 10° of tilt', () => {
    const at = (latDeg: number, tilt: number) =>
      grave(cabin({ ...plane(tilt), '/place/lat': chosen(latDeg) }), 'array.flat', climateAt(latDeg));
    expect([at(44, 10), at(44, 11)]).toEqual(['look', null]);
    expect([at(34.9, 5), at(-44, 5)]).toEqual([null, 'look']);
    const moving = cabin(plane(0, 180, { kind: 'moving' }));
    expect(foundIn(moving, climate, 'array.flat')!.remedies).toEqual([]);
    const flat = foundIn(cabin(plane(0)), climate, 'array.flat')!;
    const { bestTiltDeg } = calculate(cabin(), climate);
    expect(flat.limit).toBe(bestTiltDeg);
    expect(flat.remedies[0]!.label).toBe(`Tilt ${bestTiltDeg}°`);
  });
  it('ones that look more than 100° from the equator, tilted by ten and more, beyond 15° of latitude', () => {
    const at = (azimuth: number, tilt = 30, latDeg = 44) =>
      grave(
        cabin({ ...plane(tilt, azimuth), '/place/lat': chosen(latDeg) }),
        'array.away',
        climateAt(latDeg),
      );
    expect([at(280), at(281), at(80), at(79), at(0)]).toEqual([null, 'look', null, 'look', 'look']);
    expect([at(0, 9), at(0, 10), at(0, 30, 14), at(180, 30, -44), at(0, 30, -44)]).toEqual([
      null,
      'look',
      null,
      'look',
      null,
    ]);
    expect(of(cabin(plane(30, 0)), 'array.away').value).toBe(180);
    expect(foundIn(cabin(plane(30, 0)), climate, 'array.away')!.remedies[0]!.label).toBe('Face south');
  });
});

describe('made against used', () => {
  /** Watts of the lamp at which the worst month has a ratio. */
  const wattsFor = (ratio: number) => {
    const { energy } = calculate(cabin({ '/energy/throughBank': chosen(0) }, 20), climate);
    return (20 * energy!.worst!.ratio!) / ratio;
  };
  const at = (ratio: number) => cabin({ '/energy/throughBank': chosen(0) }, wattsFor(ratio));
  it('a month that does not carry itself stops, one with little to spare is a look', () => {
    const { loadRatio } = calculate(at(2), climate).energy!;
    expect(loadRatio).toBeGreaterThan(1);
    expect(
      [at(0.999), at(1.001), at(loadRatio - 0.001), at(loadRatio + 0.001)].map((d) =>
        grave(d, 'array.short'),
      ),
    ).toEqual(['stop', 'look', 'look', null]);
    expect(of(at(0.9), 'array.short')).toMatchObject({ limit: 1, value: expect.closeTo(0.9, 3) as number });
    expect(of(at(1.01), 'array.short').limit).toBe(loadRatio);
  });
  it('four times what is used is far more', () => {
    expect([grave(at(3.99), 'array.oversize'), grave(at(4.01), 'array.oversize')]).toEqual([null, 'note']);
  });
  it('a bank that is charged more slowly than its kind wants: 5 % of its capacity an hour (flooded, common practice)', () => {
    const design = cabin({ '/bank/chemistry': 'flooded' });
    const { chargeAmps } = calculate(design, climate).energy!;
    const ah = (capacity: number) =>
      withAll(design, { '/bank/unitAh': chosen(capacity), '/bank/parallel': chosen(1) });
    expect(grave(ah(chargeAmps / 0.051), 'array.slow')).toBeNull();
    const slow = of(ah(chargeAmps / 0.045), 'array.slow');
    expect(slow.limit).toBeCloseTo((chargeAmps / 0.045) * 0.05, 6);
    expect(grave(withAll(ah(chargeAmps / 0.045), { '/bank/chemistry': 'lfp' }), 'array.slow')).toBeNull();
  });
  it('a pulse-width controller below a panel of many volts', () => {
    const pwm = controllerOfClass(controllerClass('pwm-20'));
    const share = (module: string) =>
      grave(
        cabin({
          '/controllers/c1': pwm,
          '/arrays/a1/module': sheetOfClass(moduleClass(module)),
          '/busVolts': 12,
          '/arrays/a1/strings/series': chosen(1),
        }),
        'array.pwm',
      );
    // 36 cells are made for 12 V, 54 halves for a tracker
    expect([share('poly-36'), share('mono-54-half')]).toEqual([null, 'look']);
    expect(grave(cabin(), 'array.pwm')).toBeNull();
  });
});

describe('the place', () => {
  const place = (design: Design, parts: object, id: string) => grave(design, id, climateAt(44, parts));
  it('500 m above or below the grid’s ground', () => {
    const at = (altitudeM: number) =>
      place(cabin({ '/place/altitude': chosen(altitudeM) }), { altitudeM: 600 }, 'place.altitude');
    expect([at(1099), at(1100), at(101), at(100)]).toEqual([null, 'note', null, 'note']);
    const above = (m: number) =>
      of(cabin({ '/place/altitude': chosen(m) }), 'place.altitude', climateAt(44, { altitudeM: 600 })).title;
    expect([above(1200), above(0)].map((title) => /Well (\w+)/.exec(title)?.[1])).toEqual(['above', 'below']);
  });
  it('three cells and more from land', () => {
    const at = (landDistance: number) => place(cabin(), { landDistance }, 'place.sea');
    expect([at(2), at(3)]).toEqual([null, 'look']);
  });
  it('a record low that is not below the record high', () => {
    const at = (low: number, high: number) =>
      grave(cabin({ '/place/low': chosen(low), '/place/high': chosen(high) }), 'place.insideOut');
    expect([at(9, 10), at(10, 10), at(11, 10)]).toEqual([null, 'stop', 'stop']);
  });
  it('months of use without sun', () => {
    const dark = (ghi: number, months = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]) => {
      const design = cabin();
      const uses = { lamp: { ...design.uses.lamp!, months } };
      const ghiKWhm2 = plainClimate(69).ghiKWhm2.map((sun, m) => (m === 11 ? ghi : sun));
      return grave({ ...design, uses }, 'place.polarNight', climateAt(69, { ghiKWhm2 }));
    };
    expect([dark(0.11), dark(0.09), dark(0.09, [6, 7])]).toEqual([null, 'stop', null]);
  });
  it('a place that is not known, or whose climate is not read', () => {
    const nowhere = cabin({ '/place/lat': null });
    expect(severityIn(nowhere, null, 'place.none')).toBe('look');
    expect(severityIn(nowhere, null, 'place.unread')).toBeNull();
    expect(severityIn(cabin(), null, 'place.unread')).toBe('look');
    expect(grave(cabin(), 'place.none')).toBeNull();
  });
  it('eight kelvin below a guessed record low is where a string may break', () => {
    const dairy = oneArray();
    const limit = (volts: number) =>
      judge(
        withAll(dairy, { '/controllers/c1/maxVolts': chosen(volts), '/place/low': null }),
        climate,
      ).findings.find(({ id }) => id === 'place.low')!;
    const { strings, climate: known } = calculate(withAll(dairy, { '/place/low': null }), climate).arrays.map(
      ({ strings: of }) => ({
        strings: of!,
        climate: calculate(withAll(dairy, { '/place/low': null }), climate).climate!,
      }),
    )[0]!;
    // Voc × (1 + β × (low − 8 − 25))
    const { voc, betaVoc } = dairy.arrays.a1!.module;
    const colder = known.low.valueC - 8;
    const volts = strings.chosen.series * voc.value * (1 + (betaVoc!.value / 100) * (colder - 25));
    expect([limit(volts + 0.1).severity, limit(volts - 0.1).severity]).toEqual(['note', 'look']);
    expect(plain(limit(volts - 0.1).sentence)).toMatch(/would reach/);
    expect(plain(limit(volts + 0.1).sentence)).toMatch(/would still hold/);
    // one that breaks already has a stop of its own
    const broken = limit(strings.chosen.coldVocV - 1);
    expect(broken.severity).toBe('note');
    expect(broken.sentence).not.toMatch(/would/);
  });
});

describe('a sheet', () => {
  const sheet = (changes: Record<string, unknown>) =>
    cabin(
      Object.fromEntries(Object.entries(changes).map(([key, value]) => [`/arrays/a1/module/${key}`, value])),
    );
  it('adds up within three per cent', () => {
    const { vmp, imp } = cabin().arrays.a1!.module;
    const product = vmp.value * imp.value;
    const at = (share: number) => grave(sheet({ pmax: catalogue(product / share) }), 'module.power');
    expect([at(1.029), at(1.031), at(0.971), at(0.969)]).toEqual([null, 'look', null, 'look']);
  });
  it('has working points below the ends, or they are swapped', () => {
    const { voc, vmp, isc, imp } = cabin().arrays.a1!.module;
    expect(grave(sheet({ vmp: voc }), 'module.volts')).toBe('stop');
    expect(grave(sheet({ imp: isc }), 'module.amps')).toBe('stop');
    const swapped = foundIn(sheet({ vmp: voc, voc: vmp }), climate, 'module.volts')!;
    expect(swapped.remedies.map(({ label }) => label)).toContain('Swap the two');
    const amps = foundIn(sheet({ imp: isc, isc: imp }), climate, 'module.amps')!;
    expect(amps.remedies.map(({ label }) => label)).toContain('Swap the two');
  });
  it('a coefficient of less than −0.12 %/K is a share by mistake, or a slip', () => {
    const at = (value: number) => grave(sheet({ betaVoc: catalogue(value) }), 'module.coefficientSize');
    expect([at(-0.12), at(-0.121), at(-0.119), at(-0.0027), at(0)]).toEqual([
      'look',
      null,
      'look',
      'look',
      null,
    ]);
    const labels = (value: number) =>
      foundIn(sheet({ betaVoc: catalogue(value) }), climate, 'module.coefficientSize')!.remedies.map(
        ({ label }) => label,
      );
    expect(labels(-0.0027)).toContain('Take -0.27 %/K');
    expect(labels(-0.05)).toEqual([]);
  });
  it('names what it does not give', () => {
    const bare = sheet({ betaVoc: null, alphaIsc: null, gammaPmax: null });
    expect(of(bare, 'module.coefficients').sentence).toBe(
      'The sheet gives no Voc by temperature (the code table serves), no Isc by temperature, no Pmax by temperature. Careful stand-ins for crystalline silicon are used.',
    );
    expect(grave(cabin(), 'module.coefficients')).toBeNull();
  });
});

describe('a controller', () => {
  it('works from below its best window up to its rating', () => {
    const at = (min: number, work: number, max: number) =>
      grave(
        cabin({
          '/controllers/c1/minVolts': chosen(min),
          '/controllers/c1/maxWorkVolts': chosen(work),
          '/controllers/c1/maxVolts': chosen(max),
        }),
        'controller.insideOut',
      );
    expect([at(20, 90, 100), at(90, 90, 100), at(20, 100, 100), at(20, 101, 100)]).toEqual([
      null,
      'stop',
      null,
      'stop',
    ]);
  });
  it('is made for the bus it charges', () => {
    const buses = (of: number[]) => grave(cabin({ '/controllers/c1/buses': of }), 'controller.bus:c1');
    expect([buses([12, 24]), buses([12, 48]), buses([24])]).toEqual([null, 'stop', null]);
  });
  it('keeps free the inputs that it should', () => {
    const free = (inputs: number, keep: number) =>
      grave(
        cabin({ '/controllers/c1/inputs': chosen(inputs), '/controllers/c1/keepFree': chosen(keep) }),
        'controller.free:c1',
      );
    expect([free(1, 0), free(2, 1), free(1, 1), free(3, 3)]).toEqual([null, null, 'look', 'look']);
  });
  it('short-circuit amps: the very rating stands', () => {
    const { chosen: strung } = calculate(cabin(), climate).arrays[0]!.strings!;
    const rated = (amps: number) =>
      grave(cabin({ '/controllers/c1/maxIscAmps': chosen(amps) }), 'strings.isc');
    expect([rated(strung.iscA), rated(strung.iscA - 0.01)]).toEqual([null, 'stop']);
  });
  it('a part on the way is rated for the coldest morning', () => {
    const { coldVocV } = calculate(cabin(), climate).arrays[0]!.strings!.chosen;
    for (const part of ['combiner', 'disconnect', 'cable', 'connector', 'dwelling']) {
      const rated = (volts: number) => grave(cabin({ [`/dc/${part}`]: measured(volts) }), `dc.${part}`);
      expect([part, rated(coldVocV), rated(coldVocV - 0.01)]).toEqual([part, null, 'stop']);
    }
  });
  it('counts its panels', () => {
    const strung = (series: number, parallel: number, count: number) =>
      cabin({
        '/arrays/a1/strings/series': chosen(series),
        '/arrays/a1/strings/parallel': chosen(parallel),
        '/arrays/a1/count': chosen(count),
      });
    expect(grave(strung(2, 2, 4), 'strings.left')).toBeNull();
    expect(of(strung(2, 2, 5), 'strings.left')).toMatchObject({ severity: 'look', value: 4, limit: 5 });
    expect(of(strung(2, 2, 5), 'strings.left').title).toBe('A panel is left out');
    expect(of(strung(2, 2, 6), 'strings.left').title).toBe('Panels are left out');
    expect(of(strung(2, 2, 3), 'strings.missing')).toMatchObject({ severity: 'stop', value: 4, limit: 3 });
  });
  it('the demos’ own arrays have nothing of all this that stops, but where they are to', () => {
    const stops = examples().flatMap(({ design }) =>
      judge(design, climate).findings.filter(
        ({ id, severity }) => severity === 'stop' && /^(module|controller)\./.test(id),
      ),
    );
    expect(stops).toEqual([]);
  });
});
