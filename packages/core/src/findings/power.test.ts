import { patched, problemsOf, withValueAt, type BackupSource, type Design, type Use } from '../document';
import { calculate } from '../calculate';
import { evaluate } from '../evaluate';
import { blankSource, blankUse, catalogue, chosen, guess, measured } from '../job';
import { inverterOfClass, MACHINE_CLASSES } from '../power';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { machinesFor } from './power';
import { oneArray } from '../testing/dairy';

const climate = plainClimate(41.6, { altitudeM: 640 });
const classOf = (id: string) => MACHINE_CLASSES.find((machine) => machine.id === id)!;

/** A house with one motor on AC, its bank and array large enough for all that follows. */
const house = (change: Partial<Design['power']> = {}, uses: Record<string, Partial<Use>> = {}): Design => {
  const dairy = oneArray();
  return {
    ...dairy,
    bank: { ...dairy.bank, parallel: chosen(6) },
    uses: Object.fromEntries(
      Object.entries({
        pump: { name: 'Pump', watts: measured(900), startFactor: guess(4), hours: measured(7) },
        lights: { name: 'Lights', watts: measured(100), hours: measured(4), priority: 'should' as const },
        ...uses,
      }).map(([id, use], i) => [id, { ...blankUse(i + 1), ...use }]),
    ),
    power: {
      ...dairy.power,
      inverter: inverterOfClass(classOf('char-2400'), 230),
      room: measured(22),
      ...change,
    },
  };
};
const findings = (design: Design) => evaluate(design, climate, false).findings;
const found = (design: Design, id: string) => foundIn(design, climate, id);
const inverter = (id: string, change: object = {}) => ({
  inverter: { ...inverterOfClass(classOf(id), 230), ...change },
});

describe('an inverter that does for the house', () => {
  it('has nothing said against it', () => {
    expect(problemsOf(house())).toEqual([]);
    expect(findings(house()).filter(({ id }) => /^power|^source/.test(id))).toEqual([]);
  });
});

describe('each mistake of the AC side has its finding, its numbers, and what cures it', () => {
  it.each<[string, 'stop' | 'look' | 'note', Design, RegExp]>([
    ['power.none', 'note', house({ inverter: null }), /1000 W at once and 3700 W while Pump starts/],
    [
      'power.bus',
      'stop',
      { ...house(inverter('inv-300')) },
      /made for 12 and 24 V; the battery side is 48 V/,
    ],
    [
      'power.largest',
      'stop',
      house({}, { kettle: { name: 'Kettle', watts: measured(3000) } }),
      /Kettle takes 3000 W; the inverter carries 2400 W here and switches off/,
    ],
    [
      'power.largest',
      'look',
      house({}, { kettle: { name: 'Kettle', watts: measured(2600) } }),
      /more for 10 min only/,
    ],
    [
      'power.atOnce',
      'look',
      house({}, { kettle: { name: 'Kettle', watts: measured(2000) } }),
      /comes to 3000 W; the inverter carries 2400 W/,
    ],
    [
      'power.start',
      'stop',
      house({}, { pump: { name: 'Pump', watts: measured(900), startFactor: guess(7) } }),
      /6300 W to start, by itself; the inverter gives 5500 W for 3 s/,
    ],
    [
      'power.start',
      'look',
      house(
        {},
        {
          pump: { name: 'Pump', watts: measured(900), startFactor: guess(6) },
          heater: { watts: measured(1200) },
        },
      ),
      /starting while all else runs asks for 6700 W/,
    ],
    [
      'power.surgeShort',
      'look',
      house(inverter('char-2400', { surgeSeconds: measured(0.1) })),
      /lasts 0.1 s/,
    ],
    [
      'power.volts:pump',
      'stop',
      house({}, { pump: { name: 'Pump', form: 'amps', given: { amps: measured(7), volts: measured(120) } } }),
      /made for 120 V; the inverter makes 230 V/,
    ],
    ['power.oneMachine', 'look', house(inverter('all-5000')), /panel inputs of its own/],
    [
      'power.noLeg:pump',
      'look',
      house({}, { pump: { name: 'Pump', watts: measured(900), leg: 'b', priority: 'must' } }),
      /on leg B, and the inverter makes leg A alone: it stays dark, though it must ride through/,
    ],
    [
      'power.idle',
      'note',
      house({}, { pump: { name: 'Pump', watts: measured(500), hours: measured(1) } }),
      /a tenth/,
    ],
    [
      'power.curve',
      'note',
      house(inverter('char-2400', { curve: { 5: measured(80), 50: measured(85), 100: measured(84) } })),
      /the job uses/,
    ],
    [
      'power.dcOnly',
      'note',
      house(
        {},
        { pump: { supply: 'dc', watts: measured(90) }, lights: { supply: 'dc', watts: measured(20) } },
      ),
      /needs no inverter/,
    ],
  ])('%s: %s', (id, severity, design, says) => {
    expect(problemsOf(design)).toEqual([]);
    const finding = found(design, id)!;
    expect([finding.severity, finding.sheet]).toEqual([severity, 'power']);
    expect(finding.sentence.replace(/[\u00a0\u2009]/g, ' ')).toMatch(says);
    if (severity === 'stop') expect([id, finding.remedies.length > 0]).toEqual([id, true]);
    for (const { operations } of finding.remedies) {
      const after = patched(design, operations) as Design;
      expect(problemsOf(after)).toEqual([]);
      expect(found(after, id)).toBeUndefined();
    }
  });

  it('a machine is offered for the room it will stand in, before one is chosen too', () => {
    // at 60 °C 35 % are off: 2,400 W carry 1,560
    const hot = house(
      { inverter: null, room: measured(60) },
      { kettle: { name: 'Kettle', watts: measured(900) } },
    );
    const none = found(hot, 'power.none')!;
    expect(none.remedies.length).toBeGreaterThan(0);
    for (const { operations } of none.remedies) {
      const after = patched(hot, operations) as Design;
      expect(after.power.inverter!.continuous.value).toBeGreaterThanOrEqual(1900 / 0.65);
      expect(found(after, 'power.atOnce')).toBeUndefined();
    }
  });
  it('a machine with panel inputs is offered only where they are wired, a power station never', () => {
    for (const busVolts of [12, 24, 48] as const)
      for (const { id, watts } of MACHINE_CLASSES) {
        const design = { ...house(), busVolts };
        const kinds = (of: Design) =>
          machinesFor(calculate(of, climate), (now) => now.continuousW >= 0.9 * watts[0]).map(
            ({ of: { kind } }) => kind,
          );
        expect([id, kinds(design).filter((kind) => kind === 'station' || kind === 'all-in-one')]).toEqual([
          id,
          [],
        ]);
        const wired = withValueAt(design, '/controllers/c1/inverter', true);
        expect(kinds(wired)).not.toContain('station');
      }
  });
  it('heat and height take from the rating, and the sentence says so', () => {
    const hot = house({ room: measured(45) }, { kettle: { name: 'Kettle', watts: measured(2000) } });
    expect(found(hot, 'power.largest')?.sentence).toMatch(/by its sheet, less at 45/);
    // 20 K at 1 %: 1,920 W
    expect(found(hot, 'power.largest')?.limit).toBeCloseTo(1920, 6);
  });
  it('a leg that carries more than it may is named', () => {
    const split = (leg: Use['leg']): Design => {
      const design = house(
        { inverter: inverterOfClass(classOf('char-4000-split'), 120) },
        { saw: { name: 'Saw', watts: measured(2200), leg } },
      );
      return { ...design, supply: { ...design.supply, phases: 'split' } };
    };
    expect(found(split('a'), 'power.leg')).toMatchObject({ severity: 'look', limit: 2000 });
    expect(found(split('a'), 'power.leg')?.title).toBe('Leg A is overloaded');
    expect(found(split('both'), 'power.leg')).toBeUndefined();
  });
});

const set = (given: Record<string, number>, rest: Partial<BackupSource> = {}): Partial<Design['power']> => ({
  sources: {
    s: {
      ...blankSource('generator', 1, 'The set'),
      fuel: 'diesel',
      given: Object.fromEntries(Object.entries(given).map(([key, value]) => [key, catalogue(value)])),
      ...rest,
    },
  },
});
const fair = { watts: 6000, chargeAmps: 60 };

describe('each mistake of a source has its finding, its numbers, and what cures it', () => {
  it('a fair set has nothing said against it', () => {
    expect(findings(house(set(fair))).filter(({ id }) => /^power|^source/.test(id))).toEqual([]);
  });
  it.each<[string, 'stop' | 'look' | 'note', Design, RegExp]>([
    [
      'source.order:s',
      'stop',
      house(set({ ...fair, startAt: 70, stopAt: 50 })),
      /starts at 70 % of charge and stops at 50 %/,
    ],
    ['source.overload:s', 'look', house(set({ watts: 2000, chargeAmps: 80 })), /the charger takes 80 A/],
    ['source.bank:s', 'look', { ...house(set({ watts: 60_000, chargeAmps: 900 })) }, /takes 600 A/],
    ['source.light:s', 'look', house(set({ watts: 9000, chargeAmps: 20 })), /soots up/],
    [
      'source.alternator:s',
      'look',
      house(set({ amps: 80 }, { kind: 'alternator', hoursBy: { 7: measured(1) } })),
      /until it overheats/,
    ],
    [
      'source.quiet:s',
      'note',
      house(set({ watts: 9000, chargeAmps: 20, quietFrom: 20, quietTo: 9 })),
      /it may run 11 h\. A charge takes \d+ days/,
    ],
    ['source.nothing:s', 'look', house(set({}, { kind: 'turbine' })), /no energy in any month/],
    ['source.nothing:s', 'look', house(set({ limitAmps: 20 }, { kind: 'alternator' })), /no hours under way/],
  ])('%s: %s', (id, severity, design, says) => {
    expect(problemsOf(design)).toEqual([]);
    const finding = found(design, id)!;
    expect([finding.severity, finding.sheet]).toEqual([severity, 'power']);
    expect(finding.sentence.replace(/[\u00a0\u2009]/g, ' ')).toMatch(says);
    for (const { operations } of finding.remedies) {
      const after = patched(design, operations) as Design;
      expect(problemsOf(after)).toEqual([]);
      expect(found(after, id)).toBeUndefined();
    }
  });
});

describe('a machine that is controller and inverter in one', () => {
  it('draws what it draws once', () => {
    const design = house(inverter('all-5000'));
    const idle = { ...design, supply: { ...design.supply, inverterIdle: catalogue(45) } };
    const used = (job: Design) => evaluate(job, climate, false).figures['load.heaviest']!.value!;
    const one = withValueAt(idle, '/controllers/c1/inverter', true);
    expect(used(idle) - used(one)).toBeCloseTo(45 * 24, 6);
    expect(found(one, 'power.oneMachine')).toBeUndefined();
  });
});

describe('outlets by their dates', () => {
  const stays = (...dates: [string, string][]) =>
    house({
      sources: Object.fromEntries(
        dates.map(([from, to], i) => [`s${i}`, { ...blankSource('shore', i + 1, `Quay ${i}`), from, to }]),
      ),
    });
  it('that nearly meet are asked about, over the new year too, and one press joins them', () => {
    const near = stays(['10-01', '12-28'], ['01-04', '03-31']);
    const gap = found(near, 'source.gap:s0')!;
    // 29, 30, 31 December and three of January
    expect(gap).toMatchObject({ severity: 'note', value: 6 });
    expect(gap.sentence).toMatch(/ends on 28 December there is none for 6 days/);
    const joined = patched(near, gap.remedies[0]!.operations) as Design;
    expect(joined.power.sources.s0!.to).toBe('01-03');
    expect(found(joined, 'source.gap:s0')).toBeUndefined();
  });
  it('that lie far apart, or touch, are not', () => {
    for (const all of [
      stays(['10-01', '12-31'], ['01-01', '03-31']),
      stays(['10-01', '11-30'], ['02-01', '03-31']),
    ])
      expect(findings(all).filter(({ id }) => id.startsWith('source.gap'))).toEqual([]);
  });
});

describe('a motor with two starts', () => {
  const motor = (factor: Use['startFactor'], amps = 24) =>
    house(
      {},
      {
        pump: {
          name: 'Pump',
          watts: measured(900),
          hours: measured(7),
          start: 'amps',
          startFactor: factor,
          given: { startAmps: measured(amps), startVolts: measured(230) },
        },
      },
    );
  it('that disagree is asked about, and either press settles it', () => {
    // 24 A × 230 V are 5,520 W, × 6.1
    const look = found(motor(measured(3)), 'uses.twoStarts:pump')!;
    expect(look.sentence).toMatch(/make × 6\.1 .* × 3\.0 is typed/);
    for (const { operations } of look.remedies)
      expect(found(patched(motor(measured(3)), operations) as Design, 'uses.twoStarts:pump')).toBeUndefined();
  });
  it('that agree, or of which one is only guessed, is not', () => {
    expect(found(motor(measured(6)), 'uses.twoStarts:pump')).toBeUndefined();
    expect(found(motor(guess(2)), 'uses.twoStarts:pump')).toBeUndefined();
  });
});

/** Twice the uses that its array carries in December. */
const dark = (change: Partial<Design['power']>): Design => {
  const design = house(change, { heater: { name: 'Heater', watts: measured(500), hours: measured(24) } });
  return withValueAt(design, '/arrays/a1/count', chosen(6));
};

describe('months that the sun does not carry', () => {
  it('stop the design where nothing else gives', () => {
    expect(found(dark({}), 'array.short')).toMatchObject({ severity: 'stop' });
    expect(found(dark({}), 'array.backup')).toBeUndefined();
  });
  it('are a note where a set carries them, with its hours and fuel', () => {
    const carried = dark({ ...set(fair, { automatic: true }), shedBelow: chosen(0) });
    expect(found(carried, 'array.short')).toBeUndefined();
    const note = found(carried, 'array.backup')!;
    expect(note.severity).toBe('note');
    expect(note.sentence).toMatch(/the sun gives \d+.%, The set \d+.% \([\d.]+.h and \d+.L a year\)/);
  });
  it('stay a stop where the set is not let run long enough, and pressing lets it', () => {
    const held = dark({ ...set({ ...fair, hoursAWeek: 2 }), shedBelow: chosen(0) });
    expect(found(held, 'array.short')?.severity).toBe('stop');
    const days = found(held, 'power.dark')!;
    expect(days.severity).toBe('look');
    expect(days.remedies.length).toBeGreaterThan(0);
    const after = patched(held, days.remedies[0]!.operations) as Design;
    expect(found(after, 'power.dark')).toBeUndefined();
  });
  it('ask for fuel at hand', () => {
    const carried = dark({ ...set({ ...fair, tank: 10 }, { automatic: true }), shedBelow: chosen(0) });
    expect(found(carried, 'source.fuel:s')).toMatchObject({ severity: 'note', limit: 10 });
  });
});
