import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { judge } from '../evaluate';
import { blankUse, catalogue, chosen, examples, measured } from '../job';
import { cabinOf, dcUse, machineOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';

const climate = { ...plainClimate(44), stops: {} };
const put = (design: Design, changes: Record<string, unknown>): Design =>
  Object.entries(changes).reduce((all, [path, value]) => withValueAt(all, path, value), design);
const has = (design: Design, id: string): boolean =>
  judge(design, climate).findings.some((finding) => finding.id === id);
const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
const inverter = {
  ...machineOf('char-4000'),
  continuous: catalogue(2000),
  surge: catalogue(5000),
  buses: [24 as const],
};
/** A kettle, a saw that starts hard, and a lamp, behind an inverter of 2 kW in a cool room. */
const cabin = (saw = 1200, factor = 3): Design => {
  const design = cabinOf(
    {
      kettle: {
        ...blankUse(1, 'Kettle'),
        watts: measured(700),
        hours: measured(0.2),
        startFactor: chosen(1),
      },
      saw: { ...blankUse(2, 'Saw'), watts: measured(saw), hours: measured(0.1), startFactor: chosen(factor) },
      lamp: dcUse(3, 'Lamp', 20, 5),
    },
    { inverterEfficiency: chosen(100), inverterIdle: chosen(0), sharing: chosen(100) },
  );
  return { ...design, power: { ...design.power, room: measured(20), inverter } };
};

describe('a rule holds up to its very limit, and speaks just beyond it', () => {
  it('what runs at once: 1300 W beside 700 are two kilowatts', () => {
    expect(has(cabin(1300, 1), 'power.atOnce')).toBe(false);
    expect(has(cabin(1301, 1), 'power.atOnce')).toBe(true);
    expect(has(cabin(2000, 1), 'power.largest')).toBe(false);
    expect(has(cabin(2001, 1), 'power.largest')).toBe(true);
    // one that is too large by itself is not told as too much at once too
    expect(has(cabin(2001, 1), 'power.atOnce')).toBe(false);
  });
  it('a start: what runs, and what the hardest takes more', () => {
    // 1900 W run and the saw takes 2400 more: 4300 of 5000
    expect(has(cabin(1200, 3), 'power.start')).toBe(false);
    const surge = (watts: number) => put(cabin(1200, 3), { '/power/inverter/surge': catalogue(watts) });
    expect(has(surge(4300), 'power.start')).toBe(false);
    expect(has(surge(4299), 'power.start')).toBe(true);
  });
  it('the bus an inverter is made for', () => {
    expect(has(cabin(), 'power.bus')).toBe(false);
    expect(has(put(cabin(), { '/power/inverter/buses': [12, 48] }), 'power.bus')).toBe(true);
    expect(has(cabin(), 'power.none')).toBe(false);
    expect(has(put(cabin(), { '/power/inverter': null }), 'power.none')).toBe(true);
    const dark = put(cabin(), { '/power/inverter': null, '/uses/kettle': undefined, '/uses/saw': undefined });
    expect(has(dark, 'power.none')).toBe(false);
  });
  it('days: half a per cent short of what was asked for is as much', () => {
    const { days } = calculate(cabin(), climate).bank;
    const asked = (count: number) => put(cabin(), { '/bank/days': chosen(count) });
    expect(has(asked(days! / 0.996), 'bank.days')).toBe(false);
    expect(has(asked(days! / 0.994), 'bank.days')).toBe(true);
  });
  it('volts that the DC side is rated for: as many as the bank is charged with', () => {
    const { absorptionV } = calculate(cabin(), climate).bank;
    const rated = (volts: number) => put(cabin(), { '/supply/mostVolts': catalogue(volts) });
    expect(has(rated(absorptionV), 'bank.high')).toBe(false);
    expect(has(rated(absorptionV - 0.5), 'bank.high')).toBe(true);
    expect(has(rated(100), 'bank.high')).toBe(false);
  });
  it('what a shelf carries', () => {
    const { levelKg } = calculate(cabin(), climate).fit;
    const carries = (kg: number) => put(cabin(), { '/bank/home/carries': measured(kg) });
    expect(has(carries(levelKg), 'bank.mass')).toBe(false);
    expect(has(carries(levelKg - 0.1), 'bank.mass')).toBe(true);
  });
  it('cover over a pipe: 600 mm, under traffic 800 (common practice), and in North America 18 in (NEC 300.5)', () => {
    const depth = (mm: number, more: Record<string, unknown> = {}) =>
      has(put(vale, { '/wiring/stretches/t1/depth': measured(mm), ...more }), 'wire.cover:t1');
    expect([depth(600), depth(599.6), depth(599)]).toEqual([false, false, true]);
    const traffic = { '/wiring/stretches/t1/traffic': true };
    expect([depth(800, traffic), depth(799, traffic)]).toEqual([false, true]);
    const american = { '/school': 'north-american' };
    expect([depth(457.2, american), depth(456, american)]).toEqual([false, true]);
  });
  it('cold volts: the very limit of the input stands', () => {
    const three = put(vale, {
      '/arrays/a1/strings/series': chosen(3),
      '/arrays/a1/strings/parallel': chosen(4),
    });
    const cold = calculate(three, climate).arrays[0]!.strings!.chosen.coldVocV;
    const limit = (volts: number) =>
      has(put(three, { '/controllers/c1/maxVolts': chosen(volts) }), 'strings.cold');
    expect(limit(cold)).toBe(false);
    expect(limit(cold - 0.01)).toBe(true);
  });
  it('poles: as many as conductors', () => {
    // three circuits come down, two conductors each
    const poles = (count: number) => has(put(vale, { '/dc/poles': chosen(count) }), 'dc.poles');
    expect([poles(5), poles(6), poles(7)]).toEqual([true, false, false]);
  });
  it('a share of what the wires bring: half a point is as good as typed', () => {
    const pct = 100 * calculate(vale, climate).wiring.reached.ac;
    const typed = (value: number) => has(put(vale, { '/supply/acEfficiency': chosen(value) }), 'wire.reach');
    const told = Math.round(10 * pct) / 10;
    expect(typed(told - 0.4)).toBe(false);
    expect(typed(told - 0.6)).toBe(true);
  });
  it('what is typed of an array’s loss, alike', () => {
    const lost = calculate(vale, climate).arrays.map(({ plan }) => plan.wiring!.value);
    const all = (more: number) =>
      put(vale, Object.fromEntries(lost.map((pct, i) => [`/arrays/a${i + 1}/wiring`, chosen(pct + more)])));
    expect(has(all(0), 'wire.loss')).toBe(false);
    expect(has(all(1.5), 'wire.loss')).toBe(true);
  });
});
