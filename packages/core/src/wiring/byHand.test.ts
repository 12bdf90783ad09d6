import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { figuresOf, penFor } from '../figures';
import { blankDesign, blankUse, chosen, examples, measured } from '../job';
import { plainClimate } from '../testing/climates';
import { climate, demo, run, said, wiringOf } from '../testing/wiredJobs';
import { BEHIND_MAIN_A, bankFaultA, FAULT_PER_AH, liesOf } from './circuit';
import { conductor, METAL_COSTS, ohmPerMetre } from './conductor';
import { largerOf, trySize } from './size';
import { cableText, coloursOf } from './takeoff';

const vale = demo('Vale');
/** A cabin at 12 V with two lamps and a kettle, strung 2 × 1. */
const cabin = (): Design => {
  const design = blankDesign({ name: 'Cabin', kind: 'cabin', units: 'metric', busVolts: 12 });
  return {
    ...design,
    place: { ...design.place, lat: chosen(44), lon: chosen(5) },
    uses: {
      lamps: { ...blankUse(1, 'Lamps'), watts: measured(36), hours: measured(5), supply: 'dc' },
      fan: { ...blankUse(2, 'Fan'), watts: measured(12), hours: measured(10), supply: 'dc' },
      kettle: { ...blankUse(3, 'Kettle'), watts: measured(1150), hours: measured(0.4) },
    },
  };
};

describe('a drop by hand', () => {
  it('is amps through the metal out and back, of the volts it has', () => {
    for (const { circuit, chosen: size, lengthM, make } of wiringOf(cabin()).wired) {
      if (circuit.ac && circuit.loaded === 3) continue;
      const metres = 2 * lengthM + circuit.returnM;
      // between copper at 20 °C and copper at 90
      const cold = (circuit.amps * ohmPerMetre(size.size, make, 20) * metres) / size.side;
      const hot = (circuit.amps * ohmPerMetre(size.size, make, 90) * metres) / size.side;
      expect(size.dropV).toBeGreaterThanOrEqual(cold - 1e-12);
      expect(size.dropV).toBeLessThanOrEqual(hot + 1e-12);
      expect(size.dropPct).toBeCloseTo((100 * size.dropV) / circuit.volts, 9);
    }
  });
  it('of an array is that of its strings and its feed, one upon the other', () => {
    const { wired, arrayDropPct } = wiringOf(vale);
    const pct = (key: string) => wired.find(({ circuit }) => circuit.key === key)?.chosen.dropPct ?? 0;
    for (const id of Object.keys(vale.arrays))
      expect(arrayDropPct[id]).toBeCloseTo(pct(`string-${id}`) + pct(`feed-${id}`), 9);
    expect(arrayDropPct['a1']).toBeGreaterThan(pct('feed-a1'));
  });
  it('in two side by side is half of one', () => {
    const one = run(said(vale, 'bank', { size: '70 mm2' }), 'bank').chosen;
    const two = run(said(vale, 'bank', { size: '70 mm2', side: measured(2) }), 'bank').chosen;
    expect(two.dropV / one.dropV).toBeGreaterThan(0.45);
    expect(two.dropV / one.dropV).toBeLessThanOrEqual(0.5 + 1e-9);
    expect(two.carriesA).toBeGreaterThan(one.carriesA);
  });
  it('loses a year amps squared by hours through its ohms', () => {
    const lamps = run(cabin(), 'dc-lamps');
    const ohm = lamps.chosen.dropV / lamps.circuit.amps;
    // 36 W at the bank’s volts for 5 h of each day
    const { volts } = calculate(cabin(), climate).bank;
    expect(lamps.circuit.amps).toBeCloseTo(36 / volts, 9);
    expect(lamps.chosen.lostKWh).toBeCloseTo(((36 / volts) ** 2 * ohm * 5 * 365) / 1000, 9);
  });
});

describe('a short', () => {
  it('is twenty times the amp-hours where nobody says, and what is typed', () => {
    const bank = { stringAh: 200, parallel: 3 } as never;
    const wiring = (fault: number | null) => ({ fault: fault === null ? null : measured(fault) }) as never;
    expect(bankFaultA({ bank, wiring: wiring(null) } as never)).toBe(FAULT_PER_AH * 600);
    expect(bankFaultA({ bank, wiring: wiring(4500) } as never)).toBe(4500);
  });
  it('behind the main fuse is what that lets through, and never more than the bank gives', () => {
    const at = (fault: number) =>
      run({ ...vale, wiring: { ...vale.wiring, fault: measured(fault) } }, 'charge-c1');
    expect(at(9000).circuit.faultA).toBe(BEHIND_MAIN_A);
    expect(at(700).circuit.faultA).toBe(700);
    const main = (fault: number) =>
      run({ ...vale, wiring: { ...vale.wiring, fault: measured(fault) } }, 'bank');
    expect(main(9000).circuit.faultA).toBe(9000);
  });
});

describe('what the next sizes bring', () => {
  it('costs their metal over that of the chosen one, and saves what its ohms lose', () => {
    const feed = run(vale, 'feed-a2');
    const price = vale.wiring.price.value;
    const metres = (feed.circuit.wires * feed.lengthM + feed.circuit.returnM) * feed.circuit.many;
    for (const larger of largerOf(feed)) {
      const more = larger.size.areaMm2 * larger.side - feed.chosen.size.areaMm2 * feed.chosen.side;
      expect(more).toBeGreaterThan(0);
      expect(larger.metres).toBeCloseTo(metres * larger.side, 9);
      expect(larger.moreMoney).toBeCloseTo(metres * more * price, 6);
      // half the metal loses twice as much: what is saved goes with the ohms
      expect(larger.savesKWh! / feed.chosen.lostKWh!).toBeCloseTo(1 - larger.dropV / feed.chosen.dropV, 1);
    }
    expect(largerOf(feed)).toHaveLength(3);
  });
  it('in aluminium is cheaper for its size, and needs more of it', () => {
    const copper = run(said(vale, 'feed-a1', { metal: 'copper', size: null }), 'feed-a1');
    const aluminium = run(said(vale, 'feed-a1', { metal: 'aluminium', size: null }), 'feed-a1');
    expect(aluminium.chosen.size.areaMm2).toBeGreaterThan(copper.chosen.size.areaMm2);
    // 1.64 times the ohms (NEC chapter 9 table 8, from memory) at less than 1 ÷ 1.64 of the price
    expect(METAL_COSTS.aluminium).toBeLessThan(1 / 1.64);
    // the same step up in either metal
    const [up] = largerOf(copper);
    const [same] = largerOf({ ...aluminium, chosen: { ...aluminium.chosen, size: copper.chosen.size } });
    expect(same!.moreMoney / up!.moreMoney).toBeCloseTo(METAL_COSTS.aluminium, 6);
  });
});

describe('what is bought', () => {
  it('keeps copper and aluminium apart, and prices each', () => {
    const mixed = said(vale, 'inverter', { metal: 'aluminium', size: '95 mm2' });
    const { takeOff } = calculate(mixed, climate);
    const metals = (size: string) =>
      takeOff.cables.filter((line) => line.size === size && line.kind === 'lead').map(({ metal }) => metal);
    expect(metals('95 mm2').toSorted()).toEqual(['aluminium', 'aluminium', 'copper', 'copper']);
    const money = takeOff.cables.reduce(
      (sum, { metres, size, metal }) =>
        sum + metres * conductor(size).areaMm2 * vale.wiring.price.value * (metal === 'aluminium' ? 0.4 : 1),
      0,
    );
    expect(takeOff.money).toBeCloseTo(money, 6);
    const lead = takeOff.cables.find(({ metal }) => metal === 'aluminium')!;
    expect(cableText(lead)).toBe('95\u00a0mm² aluminium battery cable');
    expect(cableText({ ...lead, metal: 'copper' })).toBe('95\u00a0mm² battery cable');
    // coils that are at hand are of copper
    const coil = { position: 1, size: '95 mm2' as const, colour: '', metres: measured(50), count: chosen(2) };
    const cut = calculate({ ...mixed, wiring: { ...mixed.wiring, coils: { k1: coil } } }, climate).takeOff
      .cables;
    for (const { metal, size, cutting } of cut)
      expect(cutting !== null).toBe(size === '95 mm2' && metal === 'copper');
  });
  it('is every conductor with its ends and slack', () => {
    const { takeOff, wiring } = calculate(vale, climate);
    const [ends, slack] = [vale.wiring.ends.value, 1 + vale.wiring.slack.value / 100];
    const byRun = wiring.wired.reduce((sum, { circuit, chosen: { side }, lengthM }) => {
      const each = circuit.wires * (lengthM + 2 * ends) + circuit.returnM;
      return sum + each * circuit.many * side * slack;
    }, 0);
    const earths = takeOff.cables.filter(({ kind }) => kind === 'earth');
    const earth = earths.reduce((sum, { metres }) => sum + metres, 0);
    expect(takeOff.metres).toBeCloseTo(byRun + earth, 6);
    expect(earth).toBeGreaterThan(0);
    for (const { pieces, metres } of takeOff.cables)
      expect(pieces.reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(metres, 6);
  });
  it('has the colours of its school, panels’ own cable the same in all', () => {
    const colours = (school: Design['school'], key: string) =>
      coloursOf(run(vale, key).circuit, school).map(({ colour }) => colour);
    // NEC 200.6, IEC 60445, ABYC E-11 (from memory)
    for (const school of ['north-american', 'iec', 'marine'] as const)
      expect(colours(school, 'feed-a1')).toEqual(['red', 'black']);
    expect(colours('north-american', 'bank')).toEqual(['red', 'black']);
    expect(colours('iec', 'bank')).toEqual(['brown', 'grey']);
    expect(colours('marine', 'bank')).toEqual(['red', 'yellow']);
    expect(colours('north-american', 'ac-rest').slice(0, 2)).toEqual(['black', 'white']);
    expect(colours('iec', 'ac-rest').slice(0, 2)).toEqual(['brown', 'blue']);
  });
});

describe('figures of wires', () => {
  const figures = (design: Design) => {
    const told = figuresOf(calculate(design, climate), penFor('metric'));
    return (id: string) => told.find((figure) => figure.id === id)!;
  };
  const number = (text: string) => Number(/[\d.]+(e-?\d+)?/.exec(text.replace(/[\u2009\u00a0]/g, ''))![0]);
  it('can be worked again from their steps, lamps of a tenth of an amp too', () => {
    const tiny = cabin();
    tiny.uses['led'] = { ...blankUse(4, 'LED'), watts: measured(1), hours: measured(5), supply: 'dc' };
    for (const design of [tiny, vale])
      for (const { circuit } of wiringOf(design).wired.filter(({ chosen: { dropPct } }) => dropPct > 0)) {
        const figure = figures(design)(`wire:${circuit.key}`);
        const [amps, ohms, volts] = figure.steps.map(({ text }) => number(text));
        expect(Math.abs((100 * amps! * ohms!) / volts! / figure.value! - 1)).toBeLessThan(0.02);
      }
  });
  it('lose in all what each run loses, largest first', () => {
    const lost = figures(vale)('wire.lost');
    const all = wiringOf(vale).wired.reduce((sum, { chosen: { lostKWh } }) => sum + (lostKWh ?? 0), 0);
    expect(lost.value).toBeCloseTo(1000 * all, 6);
    const wh = lost.steps.map(({ text }) => number(text) * (/kWh/.test(text) ? 1000 : 1));
    expect(wh.reduce((sum, each) => sum + each, 0) / lost.value!).toBeCloseTo(1, 1);
    const told = wh.slice(0, -1);
    expect(told).toEqual(told.toSorted((a, b) => b - a));
  });
});

describe('coils at hand', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const cold = plainClimate(52.1);
  const coil = (metres: number, colour = 'black', count = 1) => ({
    position: 1,
    size: '10 AWG' as const,
    colour,
    metres: measured(metres),
    count: chosen(count),
  });
  const lines = (coils: Record<string, ReturnType<typeof coil>>) =>
    calculate({ ...honey, wiring: { ...honey.wiring, coils } }, cold).takeOff.cables.filter(
      ({ size }) => size === '10 AWG',
    );
  it('are cut for all lines of their size and colour together, and no metre twice', () => {
    for (const [metres, colour] of [
      [26, 'black'],
      [26, ''],
      [33, ''],
      [100, ''],
      [16, 'black'],
    ] as const) {
      const cut = lines({ k1: coil(metres, colour) });
      const pieces = cut.flatMap(({ cutting }) => cutting?.coils.flatMap((one) => one.pieces) ?? []);
      const taken = pieces.reduce((sum, { lengthM }) => sum + lengthM, 0);
      expect(taken).toBeLessThanOrEqual(metres + 1e-9);
      for (const { cutting } of cut)
        for (const { leftM } of cutting?.coils ?? []) expect(leftM).toBeCloseTo(metres - taken, 6);
      const wanted = cut.filter(({ cutting }) => cutting).reduce((sum, line) => sum + line.metres, 0);
      const short = cut.flatMap(({ cutting }) => cutting?.short ?? []);
      expect(taken + short.reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(wanted, 6);
      // one coil that is as long as all of it does
      if (metres >= wanted) expect(short).toEqual([]);
    }
  });
  it('leave what an untouched one has', () => {
    const short = lines({ k1: coil(9) }).find(({ id }) => id === 'solar/10 AWG/black')!.cutting!;
    expect(short.coils).toEqual([]);
    // the feeds of both inputs, and the two strings of the other
    expect(short.short).toHaveLength(4);
    // 3.3 m of it go to the AC panel
    expect(short.longestLeftM).toBeCloseTo(9 - 3.3, 6);
    const two = lines({ k1: coil(9, 'black', 2) }).find(({ id }) => id === 'solar/10 AWG/black')!.cutting!;
    expect(two.longestLeftM).toBeCloseTo(9, 9);
  });
  it('of another colour or size are of no use', () => {
    expect(lines({ k1: coil(100, 'red') }).find(({ colour }) => colour === 'black')!.cutting).toBeNull();
    expect(lines({ k1: { ...coil(100, ''), size: '8 AWG' as never } })[0]!.cutting).toBeNull();
  });
});

describe('runs between their parts', () => {
  it('join what they are called by, on every example', () => {
    for (const { design } of examples()) {
      const { wired } = wiringOf(design);
      const station = Object.values(design.controllers).some(({ kind }) => kind === 'station');
      for (const { circuit, ends } of wired) {
        const id = circuit.key.slice(circuit.key.indexOf('-') + 1);
        const joined: Record<string, unknown> = {
          links: null,
          bank: ['bank', 'bus'],
          inverter: ['bus', 'inverter'],
          panel: ['inverter', 'panel'],
          'dc-feed': ['bus', 'block'],
          charge: [`controller:${id}`, 'bus'],
          string: [`array:${id}`, circuit.key === `string-${id}` ? `joint:${id}` : `joint:${id}:2`],
          ac: ['panel', `use:${circuit.key}`],
          dc: ['block', `use:${circuit.key}`],
        };
        if (circuit.kind in joined) expect([circuit.key, ends]).toEqual([circuit.key, joined[circuit.kind]]);
        if (circuit.kind === 'feed') {
          const { strings, pile } = design.arrays[id]!;
          const { inverter } = design.controllers[strings.controller]!;
          if (!pile) expect(ends![0]).toBe(strings.parallel.value > 1 ? `joint:${id}` : `array:${id}`);
          if (!station)
            expect(ends![1]).toBe(
              inverter && design.power.inverter ? 'inverter' : `controller:${strings.controller}`,
            );
        }
      }
    }
  });
  it('lie where such runs lie until they are routed', () => {
    const lies = (
      kind: Design['kind'],
      where: 'panels' | 'array' | 'inside',
      school: Design['school'] = 'iec',
    ) => {
      const { surroundings, piped } = liesOf({ kind, school } as never, where);
      return piped ? `${surroundings}, piped` : surroundings;
    };
    const kinds = ['homestead', 'cabin', 'shed', 'trailer', 'boat'] as const;
    expect(kinds.map((kind) => lies(kind, 'panels'))).toEqual(Array(5).fill('panels'));
    expect(kinds.map((kind) => lies(kind, 'array'))).toEqual(['wall', 'wall', 'wall', 'indoors', 'bilge']);
    expect(kinds.map((kind) => lies(kind, 'inside'))).toEqual([...Array<string>(4).fill('indoors'), 'bilge']);
    expect(kinds.map((kind) => lies(kind, 'array', 'north-american')).slice(0, 4)).toEqual([
      ...Array<string>(3).fill('wall, piped'),
      'indoors',
    ]);
  });
  it('in a stretch that nobody took are none, and fill nothing', () => {
    const [first] = Object.values(vale.wiring.stretches);
    const { stretches } = wiringOf(
      withValueAt(vale, '/wiring/stretches/t9', { ...first!, position: 9, raceway: 'plastic' }),
    );
    expect(stretches.find(({ id }) => id === 't9')).toMatchObject({ circuits: [], loaded: 0, fill: null });
  });
  it('have leads that sense and start as long as what they go along', () => {
    for (const { design } of examples()) {
      const { wired, signals } = wiringOf(design);
      const along = (...kinds: string[]) =>
        Math.max(
          0,
          ...wired.filter(({ circuit }) => kinds.includes(circuit.kind)).map(({ lengthM }) => lengthM),
        );
      const [bank, inverter] = [along('bank', 'links'), along('inverter')];
      // the battery of a ready-made box has its own
      const monitor = signals.find(({ what }) => what === 'battery monitor')?.lengthM;
      expect(monitor).toEqual(bank > 0 ? expect.closeTo(bank + inverter, 9) : undefined);
      for (const { what, lengthM } of signals) {
        if (what === 'battery temperature' || what === 'voltage sense')
          expect(lengthM).toBeCloseTo(bank + along('charge'), 9);
        if (what === 'battery management') expect(lengthM).toBeCloseTo(bank + inverter, 9);
      }
    }
  });
  it('carry at their terminals what flows for hours and a quarter more (NEC 110.14(C) and 215.2)', () => {
    const feed = run(vale, 'inverter');
    const job = {
      circuit: { ...feed.circuit, faultA: 0 },
      school: 'north-american' as const,
      units: 'imperial' as const,
      lying: [{ lengthM: 1, ambientC: 30, conductors: 2, circuits: 1 }] as never,
      make: feed.make,
      limitPct: 1000,
      pricePerMm2M: 1,
      device: null,
      sideSaid: false,
    };
    const at = (mostA: number) =>
      trySize({ ...job, circuit: { ...job.circuit, amps: mostA, mostA } }, conductor('1/0 AWG'), 1);
    const { terminalA, amps } = at(10).ampacity;
    expect(terminalA).toBeLessThan(1.25 * amps);
    expect(at((terminalA / 1.25) * 0.999).fails).not.toContain('ampacity');
    expect(at((terminalA / 1.25) * 1.001).fails).toContain('ampacity');
  });
  it('that share a stretch with others are as thick in what the array loses as in the job', () => {
    const many = Object.fromEntries(
      Array.from({ length: 8 }, (_, i) => [
        `u${i}`,
        { ...blankUse(i + 1, `Oven ${i}`), watts: measured(2000), hours: measured(1) },
      ]),
    );
    const base: Design = { ...cabin(), uses: many };
    base.arrays.a1!.strings = { ...base.arrays.a1!.strings, parallel: chosen(6) };
    base.arrays.a1!.count = chosen(6 * base.arrays.a1!.strings.series.value);
    base.controllers.c1!.maxIscAmps = chosen(200);
    const [first] = Object.values(vale.wiring.stretches);
    let shared = withValueAt(base, '/wiring/stretches/t1', { ...first!, length: measured(4) });
    for (const key of ['feed-a1', ...Object.keys(many).map((id) => `ac-${id}`)])
      shared = said(shared, key, { path: ['t1'] });
    const alone = said(
      withValueAt(base, '/wiring/stretches/t1', { ...first!, length: measured(4) }),
      'feed-a1',
      { path: ['t1'] },
    );
    const [apart, beside] = [alone, shared].map((design) => calculate(design, climate));
    const area = (of: typeof apart) =>
      of!.wiring.wired.find(({ circuit }) => circuit.key === 'feed-a1')!.chosen;
    expect(area(beside).size.areaMm2 * area(beside).side).toBeGreaterThan(
      area(apart).size.areaMm2 * area(apart).side,
    );
    expect(beside!.lead.plan.wiring!.value).toBeLessThan(apart!.lead.plan.wiring!.value);
  });
});
