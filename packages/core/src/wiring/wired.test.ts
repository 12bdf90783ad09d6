import { calculate } from '../calculate';
import { AWG_SIZES, METRIC_SIZES, withValueAt, type Design } from '../document';
import { blankUse, chosen, measured } from '../job';
import { bankFaultA } from './circuit';
import { stringsFused } from './circuits';
import { conductor } from './conductor';
import { BANK_FUSES, breaksAt, deviceFor, IEC_SIZES, NEC_SIZES, nextSize } from './device';
import { largerOf, trySize, type Job } from './size';
import { climate, wiringOf, run, said, jobs, demo, shed } from '../testing/wiredJobs';

describe('circuits', () => {
  it('come from the design, from panels to uses', () => {
    expect(wiringOf(shed()).wired.map(({ circuit }) => circuit.key)).toEqual([
      'feed-a1',
      'bank',
      'charge-c1',
      'inverter',
      'panel',
      'ac-kettle',
      'dc',
      'dc-lamp',
    ]);
  });
  it('stay in step with it', () => {
    const strung = (parallel: number, inputs: number) =>
      shed((design) => ({
        ...design,
        arrays: {
          a1: {
            ...design.arrays.a1!,
            count: chosen(parallel * inputs),
            strings: {
              ...design.arrays.a1!.strings,
              series: chosen(1),
              parallel: chosen(parallel),
              inputs: chosen(inputs),
            },
          },
        },
      }));
    expect(run(strung(1, 1), 'feed-a1').circuit).toMatchObject({ from: 'string', many: 1, returnM: 4 });
    expect(run(strung(2, 1), 'feed-a1').circuit).toMatchObject({ from: 'branch connectors', returnM: 0 });
    expect(run(strung(2, 1), 'string-a1').circuit).toMatchObject({ many: 2, returnM: 4, protection: 'none' });
    expect(run(strung(3, 1), 'string-a1').circuit).toMatchObject({ to: 'combiner', protection: 'string' });
    expect(run(strung(3, 2), 'string-a1').circuit.many).toBe(6);
  });
  it('fuse strings from three on, or where the others could harm one', () => {
    const string = (fedA: number, bearsA: number | null) => ({ iscA: 10, fedA, bearsA });
    const fused = (...each: ReturnType<typeof string>[]) => stringsFused({ each, others: [] });
    expect(fused(string(13, 20), string(13, 20))).toBe(false);
    expect(fused(string(13, 20), string(21, 20))).toBe(true);
    expect(fused(string(13, 20), string(13, 20), string(13, 20))).toBe(true);
    expect(fused(string(13, null), string(13, null))).toBe(false);
    const beside = (many: number) =>
      stringsFused({ each: [string(13, 20)], others: Array(many).fill(string(13, 20)) });
    expect([beside(1), beside(2)]).toEqual([false, true]);
  });
  it('have no bank behind the socket of a power station', () => {
    expect(wiringOf(demo('Bookwagon')).wired.map(({ circuit }) => circuit.kind)).toEqual(['feed']);
  });
  it('carry what the design says, by hand', () => {
    // Vale do Junco: 3 strings of 13.9 A Isc; 4 kW at 92 % from a bank at its emptiest
    const vale = demo('Vale');
    const { arrays, wiring } = calculate(vale, climate);
    const feed = wiring.wired.find(({ circuit }) => circuit.key === 'feed-a1')!.circuit;
    expect(feed.mostA).toBeCloseTo(3 * arrays[0]!.module.iscA * 1.25, 6);
    expect(feed.amps).toBeCloseTo(3 * arrays[0]!.module.impA, 6);
    const inverter = run(vale, 'inverter').circuit;
    const { inverter: now } = calculate(vale, climate).power;
    expect(inverter.amps).toBeCloseTo(now!.continuousW / 0.92 / calculate(vale, climate).bank.emptyV, 6);
    // no figure for its short: 20 A for each of 400 Ah
    expect(wiring.bankFaultA).toBe(8000);
    expect(bankFaultA({ wiring: { fault: { value: 3000 } }, bank: {} } as never)).toBe(3000);
  });
  it('tell of what was said about one that is gone, and lose nothing of it', () => {
    const design = said(shed(), 'feed-gone', { size: '6 mm2' });
    expect(wiringOf(design).orphans).toEqual(['feed-gone']);
  });
  it('take the uses they cannot tell one by one together', () => {
    const many = shed((design) => ({
      ...design,
      uses: Object.fromEntries(
        Array.from({ length: 60 }, (_, i) => [
          `u${i}`,
          {
            ...blankUse(i, `Lamp ${i}`),
            watts: measured(10),
            hours: measured(2),
            supply: i % 2 ? 'ac' : 'dc',
          } as const,
        ]),
      ),
    }));
    const kinds = wiringOf(many).wired.map(({ circuit }) => circuit.kind);
    expect(kinds.filter((kind) => kind === 'dc')).toHaveLength(13);
    expect(run(many, 'dc-rest').circuit.amps).toBeCloseTo((18 * 10) / calculate(many, climate).bank.volts, 6);
    expect(run(many, 'ac-rest').circuit).toMatchObject({ many: 1, mostA: 16 * 0.8 });
  });
});

describe('the smallest size', () => {
  const longer = (metres: number, design = shed()): Design => ({
    ...design,
    wiring: { ...design.wiring, lengths: { ...design.wiring.lengths, array: measured(metres) } },
  });
  it('is what drop, amps, protection and strength ask for, and the one below fails', () => {
    for (const design of jobs())
      for (const { chosen: tried, job, governs, plan: own } of wiringOf(design).wired) {
        if (own?.size) continue;
        expect(tried.fails).toEqual([]);
        const below = (design.units === 'metric' ? METRIC_SIZES : AWG_SIZES).filter(
          (name) => conductor(name).areaMm2 < tried.size.areaMm2,
        );
        if (below.length === 0 || tried.side > 1) continue;
        const fails = trySize(job, conductor(below.at(-1)!), 1).fails;
        expect(fails).toContain(governs);
      }
  });
  it('grows with the length, at once and never down', () => {
    let area = 0;
    for (const metres of [1, 5, 10, 20, 40, 80, 160, 400]) {
      const { chosen: tried } = run(longer(metres), 'feed-a1');
      expect(tried.size.areaMm2 * tried.side).toBeGreaterThanOrEqual(area);
      area = tried.size.areaMm2 * tried.side;
    }
    expect(area).toBeGreaterThan(50);
  });
  it('is the least that stands at no length, and the most there is at ten kilometres, told to fail', () => {
    // what the row itself brings back is left
    expect(run(longer(0), 'feed-a1').chosen).toMatchObject({ fails: [], size: { name: '4 mm2' } });
    const far = run(longer(10_000), 'feed-a1');
    expect(far.least).toBeNull();
    expect(far.chosen.fails).toEqual(['drop']);
    expect(far.chosen.side).toBe(4);
  });
  it('side by side lies together, and each carries less', () => {
    const wired = run(demo('Vale'), 'bank');
    const one = trySize(wired.job, conductor('95 mm2'), 1);
    const two = trySize(wired.job, conductor('95 mm2'), 2);
    expect(one.ampacity.togetherShare).toBe(1);
    expect(two.ampacity.togetherShare).toBe(0.8);
    expect(two.carriesA).toBeCloseTo(1.6 * one.carriesA, 6);
  });
  it('goes side by side from 50 mm² on only', () => {
    const large = shed((design) => ({
      ...design,
      uses: { oven: { ...blankUse(1, 'Oven'), watts: measured(4200), hours: measured(1) } },
    }));
    const { chosen: tried } = run(large, 'inverter');
    expect(tried.side).toBeGreaterThan(1);
    expect(tried.size.areaMm2).toBeGreaterThanOrEqual(50);
  });
  it('of aluminium is thicker than of copper', () => {
    const copper = run(longer(60), 'feed-a1').chosen;
    const aluminium = run(said(longer(60), 'feed-a1', { metal: 'aluminium' }), 'feed-a1').chosen;
    expect(aluminium.size.areaMm2).toBeGreaterThan(copper.size.areaMm2);
  });
  it('stays as somebody chose it, judged all the same', () => {
    const thin = run(said(longer(60), 'feed-a1', { size: '2.5 mm2' }), 'feed-a1');
    expect(thin).toMatchObject({ governs: 'typed', chosen: { size: { name: '2.5 mm2' } } });
    expect(thin.chosen.fails).toEqual(expect.arrayContaining(['drop', 'strength']));
    expect(thin.least!.fails).toEqual([]);
    // one of the other school is judged by its area
    expect(run(said(shed(), 'feed-a1', { size: '8 AWG' }), 'feed-a1').chosen.fails).toEqual([]);
  });
  it('has larger ones beside it, each dearer and each losing less', () => {
    const wired = run(demo('Vale'), 'feed-a1');
    const sizes = largerOf(wired);
    expect(sizes).toHaveLength(3);
    let [money, saved, drop] = [0, 0, wired.chosen.dropPct];
    for (const size of sizes) {
      expect(size.moreMoney).toBeGreaterThan(money);
      expect(size.savesKWh!).toBeGreaterThan(saved);
      expect(size.dropPct).toBeLessThan(drop);
      [money, saved, drop] = [size.moreMoney, size.savesKWh!, size.dropPct];
    }
    // 67 m of pair, 70 mm² over 50, at 0.25 a mm² and metre
    expect(sizes[0]!.moreMoney).toBeCloseTo(2 * 67 * (70 - 50) * 0.25, 6);
  });
  it('loses in a year what its amps squared lose in its resistance', () => {
    const { chosen: tried, circuit } = run(demo('Vale'), 'feed-a1');
    const ohm = tried.dropV / circuit.amps;
    expect(tried.lostKWh!).toBeCloseTo((circuit.squareHours! * ohm) / 1000, 9);
    // about the part of its drop that the mean square of its amps leaves
    const { energy } = calculate(demo('Vale'), climate);
    const year = energy!.months.reduce((sum, { madeWh }) => sum + 30.4 * madeWh, 0) / 1000;
    expect(tried.lostKWh! / year).toBeLessThan(tried.dropPct / 100);
    expect(tried.lostKWh! / year).toBeGreaterThan(tried.dropPct / 1000);
  });
});

describe('worked by hand, North American', () => {
  const at = (
    circuit: Partial<Job['circuit']>,
    lying: Partial<Job['lying'][number]>,
    deviceA?: number,
  ): Job => ({
    circuit: { ...run(demo('Honey'), 'feed-a1').circuit, ...circuit },
    school: 'north-american',
    units: 'imperial',
    lying: [
      { lengthM: 1, surroundings: 'roof', piped: true, ambientC: 30, circuits: 2, conductors: 2, ...lying },
    ],
    make: { metal: 'copper', flexible: true, tinned: false },
    limitPct: 3,
    pricePerMm2M: 0,
    device: deviceA ? ({ amps: deviceA } as never) : null,
    sideSaid: false,
  });
  // 20 A Isc to an input, four in a pipe on a roof at 60 °C: 25 A, terminals 31.25 A
  it('8 AWG carries two strings on a hot roof; 10 AWG does not', () => {
    const job = at({ mostA: 25, amps: 18, factor: 1.25 }, { ambientC: 60, conductors: 4 });
    expect(trySize(job, conductor('10 AWG'), 1).fails).toEqual(['ampacity', 'protection']);
    expect(trySize(job, conductor('8 AWG'), 1).fails).toEqual([]);
  });
  // common practice: an 80 A breaker with 4 AWG copper, 85 A at 75 °C
  it('4 AWG goes with an 80 A breaker, 6 AWG does not', () => {
    const job = at(
      { kind: 'charge', mostA: 60, amps: 60, volts: 24, run: 'charge', highV: 29 },
      { lengthM: 0.5 },
      80,
    );
    expect(trySize(job, conductor('4 AWG'), 1).fails).toEqual([]);
    expect(trySize(job, conductor('6 AWG'), 1).fails).toContain('protection');
  });
  // 30 A at 24 V over 20 ft within 3 %: 0.72 V asks for 6 AWG
  it('6 AWG keeps 30 A over 20 ft within 3 % of 24 V', () => {
    const job = at({ kind: 'dc', mostA: 30, amps: 30, volts: 24, returnM: 0 }, { lengthM: 20 * 0.3048 });
    expect(trySize(job, conductor('8 AWG'), 1).fails).toContain('drop');
    expect(trySize(job, conductor('6 AWG'), 1).fails).not.toContain('drop');
  });
  it('a thin wire has a small breaker', () => {
    const job = at({ kind: 'ac', ac: true, mostA: 10, amps: 10, volts: 120, returnM: 0 }, {}, 20);
    expect(trySize(job, conductor('14 AWG'), 1).fails).toEqual(['protection']);
    expect(trySize(job, conductor('12 AWG'), 1).fails).toEqual([]);
  });
  // IEC 60364-5-54: S ≥ I·√t / k = 10 000·√0.01 / 115 = 8.7 mm²
  it('a short asks for so much copper', () => {
    const job = at({ kind: 'bank', mostA: 10, amps: 10, volts: 48, faultA: 10_000 }, {});
    expect(trySize(job, conductor('8 AWG'), 1).fails).toContain('short');
    expect(trySize(job, conductor('6 AWG'), 1).fails).not.toContain('short');
  });
});

describe('what protects it', () => {
  // NEC 240.6 and IEC 60898 (from memory)
  it('comes in standard sizes', () => {
    expect(NEC_SIZES).toEqual(expect.arrayContaining([15, 35, 45, 110, 175, 225]));
    expect(IEC_SIZES).toEqual(expect.arrayContaining([6, 10, 16, 32, 63, 125]));
    expect(nextSize(NEC_SIZES, 81)).toBe(90);
    expect(nextSize(NEC_SIZES, 80)).toBe(80);
    expect(nextSize(IEC_SIZES, 401)).toBeNull();
  });
  // common practice, from memory
  it.each([
    ['class-t', 57.6, 20_000],
    ['class-t', 126, 0],
    ['mrbf', 14, 10_000],
    ['mrbf', 28.8, 5000],
    ['mrbf', 57.6, 2000],
    ['anl', 28.8, 6000],
    ['anl', 57.6, 2700],
    ['mega', 28.8, 2000],
    ['mega', 57.6, 0],
    ['blade', 14, 1000],
  ])('%s breaks at %d V %d A', (id, volts, amps) => {
    expect(
      breaksAt(
        BANK_FUSES.find((kind) => kind.id === id)!,
        volts,
      ),
    ).toBe(amps);
  });
  it('at a bank breaks what the bank gives, and is never smaller than what flows', () => {
    for (const design of jobs())
      for (const { device, circuit } of wiringOf(design).wired) {
        if (!device || circuit.protection !== 'bank') continue;
        expect(device.breaksA!).toBeGreaterThanOrEqual(circuit.faultA);
        expect(device.amps).toBeGreaterThanOrEqual(circuit.mostA * circuit.factor - 1e-9);
      }
  });
  it('at parallel lithium is class T', () => {
    expect(run(demo('Vale'), 'bank').device).toMatchObject({
      label: 'class T fuse',
      amps: 250,
      mustBreakA: 8000,
    });
    // each string can be fed by the others
    expect(run(demo('Vale'), 'links')).toMatchObject({
      circuit: { faultA: 4000, many: 2 },
      device: { many: 2 },
    });
  });
  it('is what somebody says is there, and the wire follows it', () => {
    const before = run(shed(), 'bank');
    const after = run(said(shed(), 'bank', { fuse: chosen(400) }), 'bank');
    expect(after.device).toMatchObject({ amps: 400, typed: true });
    expect(after.chosen.carriesA).toBeGreaterThanOrEqual(400);
    expect(after.chosen.size.areaMm2 * after.chosen.side).toBeGreaterThan(
      before.chosen.size.areaMm2 * before.chosen.side,
    );
  });
  it('opens both conductors of a circuit where its school asks for it', () => {
    expect(run(demo('Vale'), 'panel').device!.poles).toBe(2);
    expect(run(demo('Honey'), 'panel').device!.poles).toBe(1);
  });
  it('holds while a motor starts', () => {
    // 38 W at 12.8 V that starts with three times as much: 8.9 A through a slow fuse of half of it at least
    const pump = run(demo('Sula'), 'dc-u7');
    expect(pump.circuit.startA).toBeCloseTo((3 * 38) / calculate(demo('Sula'), climate).bank.volts, 6);
    expect(pump.device!.amps).toBe(5);
    const harder = withValueAt(demo('Sula'), '/uses/u7/startFactor', measured(6));
    expect(run(harder, 'dc-u7').device!.amps).toBe(10);
  });
  it('is the strongest there is where none breaks it', () => {
    const circuit = { ...run(shed(), 'bank').circuit, faultA: 50_000 };
    const device = deviceFor(circuit, 'iec', undefined, null)!;
    expect(device).toMatchObject({ label: 'class T fuse', mustBreakA: 50_000, breaksA: 20_000 });
  });
});
