import type { SizeName } from '../document';
import { ABYC, ampacity, IEC, NEC, SOLAR, thinLimit, togetherShare, type Laid } from './ampacity';
import { conductor } from './conductor';

const laid = (parts: Partial<Laid> = {}): Laid => ({
  surroundings: 'indoors',
  piped: true,
  ambientC: 30,
  circuits: 1,
  conductors: 2,
  ...parts,
});
const american = (size: SizeName, at: Partial<Laid> = {}) =>
  ampacity('north-american', conductor(size), 'building', 'copper', laid(at));
const iec = (size: SizeName, at: Partial<Laid> = {}, insulation: 'building' | 'solar' = 'building') =>
  ampacity('iec', conductor(size), insulation, 'copper', laid(at));
const marine = (size: SizeName, at: Partial<Laid> = {}) =>
  ampacity('marine', conductor(size), 'marine', 'copper', laid({ piped: false, ...at }));

describe('North American amps', () => {
  // NEC table 310.16, 75 and 90 °C copper (from memory)
  it.each([
    ['14 AWG', 20, 25],
    ['10 AWG', 35, 40],
    ['4 AWG', 85, 95],
    ['1 AWG', 130, 145],
    ['2/0 AWG', 175, 195],
    ['4/0 AWG', 230, 260],
  ] as const)('of %s are %d at 75 °C and %d at 90 °C', (name, at75, at90) => {
    expect(american(name)).toMatchObject({ tableA: at90, terminalA: at75, amps: at90 });
    expect([NEC[75].get(name), NEC[90].get(name)]).toEqual([at75, at90]);
  });
  // NEC 310.15(B)(1), 90 °C column (from memory)
  it.each([
    [30, 1],
    [33, 0.96],
    [38, 0.91],
    [45, 0.87],
    [46, 0.82],
    [52, 0.76],
    [60, 0.71],
    [64, 0.65],
    [70, 0.58],
  ])('at %d °C keep %d', (ambientC, share) => {
    expect(american('10 AWG', { ambientC }).warmShare).toBeCloseTo(share, 2);
  });
  // NEC 310.15(C)(1) (from memory)
  it.each([
    [3, 1],
    [4, 0.8],
    [7, 0.7],
    [10, 0.5],
    [21, 0.45],
    [31, 0.4],
    [41, 0.35],
    [80, 0.35],
  ])('of %d conductors in a pipe keep %d, and all in the open', (conductors, share) => {
    expect(american('10 AWG', { conductors }).togetherShare).toBe(share);
    expect(american('10 AWG', { conductors, piped: false }).togetherShare).toBe(1);
  });
  // worked by hand: two strings of 10 A Isc, four THWN-2 in a pipe on a roof at 60 °C
  it('carry 22.7 A in 10 AWG and 31.2 A in 8 AWG, four in a pipe at 60 °C', () => {
    const roof = { ambientC: 60, conductors: 4 };
    expect(american('10 AWG', roof).amps).toBeCloseTo(22.7, 1);
    expect(american('8 AWG', roof).amps).toBeCloseTo(31.2, 1);
  });
  it('of a metric size are those of the thicker American one below it', () => {
    expect(american('6 mm2').tableA).toBe(40);
    expect(american('35 mm2').tableA).toBe(130);
  });
  // NEC 240.4(D) (from memory)
  it('limits what protects thin copper', () => {
    expect(
      (['14 AWG', '12 AWG', '10 AWG', '8 AWG'] as const).map((name) =>
        thinLimit('north-american', conductor(name)),
      ),
    ).toEqual([15, 20, 30, Infinity]);
    expect(thinLimit('iec', conductor('1.5 mm2'))).toBe(Infinity);
  });
  // NEC table 310.16, aluminium at 75 °C: 6 AWG 50, 2 AWG 90, 4/0 180 (from memory)
  it.each([
    ['6 AWG', 50],
    ['2 AWG', 90],
    ['4/0 AWG', 180],
  ] as const)('of aluminium %s are %d within 2 A', (name, amps) => {
    const { terminalA } = ampacity('north-american', conductor(name), 'building', 'aluminium', laid());
    expect(Math.abs(terminalA - amps)).toBeLessThan(2);
  });
});

describe('IEC amps', () => {
  // IEC 60364-5-52 tables B.52.2 and B.52.3 (from memory)
  it.each([
    ['1.5 mm2', 17.5, 19.5, 22],
    ['6 mm2', 41, 46, 46],
    ['25 mm2', 101, 112, 99],
    ['120 mm2', 269, 299, 231],
  ] as const)('of PVC %s are %d in a pipe, %d clipped, %d buried', (name, pipe, clipped, buried) => {
    expect(iec(name).amps).toBe(pipe);
    expect(iec(name, { piped: false }).amps).toBe(clipped);
    expect(iec(name, { surroundings: 'trench', ambientC: 20 }).amps).toBe(buried);
    expect(IEC.pvc.pipe.get(name)).toBe(pipe);
  });
  // table B.52.14, PVC in air (from memory)
  it.each([
    [35, 0.94],
    [40, 0.87],
    [45, 0.79],
    [50, 0.71],
    [55, 0.61],
    [60, 0.5],
  ])('of PVC at %d °C keep %d', (ambientC, share) => {
    expect(iec('6 mm2', { ambientC }).warmShare).toBeCloseTo(share, 2);
  });
  // the same, XLPE (from memory)
  it.each([
    [35, 0.96],
    [40, 0.91],
    [50, 0.82],
    [60, 0.71],
    [70, 0.58],
    [80, 0.41],
  ])('of XLPE in a pipe at %d °C keep %d', (ambientC, share) => {
    expect(iec('6 mm2', { ambientC }, 'solar').warmShare).toBeCloseTo(share, 2);
  });
  // table B.52.17 (from memory)
  it.each([
    [1, 1],
    [2, 0.8],
    [3, 0.7],
    [6, 0.57],
    [9, 0.5],
    [10, 0.45],
    [20, 0.38],
  ])('of %d circuits together keep %d', (circuits, share) => {
    expect(iec('6 mm2', { circuits }).togetherShare).toBe(share);
  });
  // EN 50618, two touching on a surface (from memory)
  it('of solar cable in the open follow its own table, at 60 °C', () => {
    expect(iec('4 mm2', { piped: false, ambientC: 60 }, 'solar').amps).toBe(44);
    expect(iec('6 mm2', { piped: false, ambientC: 70 }, 'solar').amps).toBeCloseTo(57 * 0.92, 9);
    expect(iec('6 mm2', { piped: false, ambientC: 75 }, 'solar').warmShare).toBeCloseTo(0.88, 9);
    expect(iec('6 mm2', { piped: false, ambientC: 120 }, 'solar').amps).toBe(0);
    expect(SOLAR.get('10 mm2')).toBe(79);
  });
  it('within insulation are half', () => {
    expect(iec('6 mm2', { piped: false, surroundings: 'insulation' }).amps).toBe(23);
  });
});

describe('marine amps', () => {
  // ABYC E-11, 105 °C insulation (from memory)
  it.each([
    ['16 AWG', 25, 21.3],
    ['8 AWG', 80, 68],
    ['2/0 AWG', 330, 280.5],
    ['4/0 AWG', 445, 378],
  ] as const)('of %s are %d outside an engine space and %d inside', (name, outside, inside) => {
    expect(marine(name).amps).toBe(outside);
    expect(Math.abs(marine(name, { surroundings: 'engine', ambientC: 50 }).amps - inside)).toBeLessThan(0.5);
    expect(ABYC.get(name)).toBe(outside);
  });
  it('are fewer in a bunch, and in a hotter engine space', () => {
    expect(togetherShare('marine', laid({ conductors: 2 }))).toBe(1);
    expect(togetherShare('marine', laid({ conductors: 3 }))).toBe(0.7);
    expect(togetherShare('marine', laid({ conductors: 6 }))).toBe(0.6);
    expect(togetherShare('marine', laid({ conductors: 30 }))).toBe(0.4);
    expect(marine('8 AWG', { surroundings: 'engine', ambientC: 70 }).amps).toBeLessThan(68);
  });
  it('of metric sizes are those of the size below', () => {
    expect(marine('6 mm2').amps).toBe(60);
    expect(marine('16 mm2').amps).toBe(120);
  });
});
