import { readJson } from '../../fixtures/read';
import { SIZE_NAMES, type Design } from '../document';
import { conductor, ohmPerMetre, readSize, type Make } from './conductor';
import { loopM } from './size';

const FOOT = 0.3048;
const plain: Make = { metal: 'copper', flexible: true, tinned: false };
const drop = (amps: number, oneWayM: number, ohm: number) => amps * ohm * 2 * oneWayM;

describe('resistance', () => {
  // NEC chapter 9 table 8, stranded uncoated copper, ohm per 1000 ft at 75 °C (from memory)
  it.each([
    ['14 AWG', 3.14],
    ['12 AWG', 1.98],
    ['10 AWG', 1.24],
    ['8 AWG', 0.778],
    ['6 AWG', 0.491],
    ['4 AWG', 0.308],
    ['2 AWG', 0.194],
    ['1/0 AWG', 0.122],
    ['4/0 AWG', 0.0608],
  ] as const)('of %s is %d ohm per 1000 ft', (name, kft) => {
    expect(ohmPerMetre(conductor(name), plain, 75) * 1000 * FOOT).toBeCloseTo(kft, 6);
  });

  // IEC 60228 class 5 at 20 °C, ohm/km, plain and tinned (from memory)
  it.each([
    ['4 mm2', 4.95, 5.09],
    ['6 mm2', 3.3, 3.39],
    ['10 mm2', 1.91, 1.95],
    ['35 mm2', 0.554, null],
    ['120 mm2', 0.161, null],
  ] as const)('of %s is %d ohm per km', (name, ohmKm, tinnedKm) => {
    expect(1000 * ohmPerMetre(conductor(name), plain, 20)).toBeCloseTo(ohmKm, 9);
    if (tinnedKm) {
      const tinned = 1000 * ohmPerMetre(conductor(name), { ...plain, tinned: true }, 20);
      expect(Math.abs(tinned / tinnedKm - 1)).toBeLessThan(0.008);
    }
  });

  // resistivity of copper over its area, 17.24 nΩm at 20 °C (IEC 60028)
  it('agrees with the area of the conductor within a tenth', () => {
    for (const name of SIZE_NAMES) {
      const of = conductor(name);
      expect(Math.abs((ohmPerMetre(of, plain, 20) * of.areaMm2) / 0.01724 - 1)).toBeLessThan(0.17);
    }
  });
  it('of aluminium is 1.6 times that of copper, and grows faster with warmth', () => {
    const of = conductor('2/0 AWG');
    const aluminium: Make = { ...plain, metal: 'aluminium' };
    expect(ohmPerMetre(of, aluminium, 20) / ohmPerMetre(of, plain, 20)).toBeCloseTo(1.64, 2);
    expect(ohmPerMetre(of, aluminium, 75) / ohmPerMetre(of, aluminium, 20)).toBeGreaterThan(
      ohmPerMetre(of, plain, 75) / ohmPerMetre(of, plain, 20),
    );
  });
});

describe('drop by formula', () => {
  // worked by hand from the tables above
  it('10 A over 230 ft of 8 AWG is 3.58 V, 0.93 % of 385 V', () => {
    const volts = drop(10, 230 * FOOT, ohmPerMetre(conductor('8 AWG'), plain, 75));
    expect(volts).toBeCloseTo(3.58, 2);
    expect((100 * volts) / 385).toBeCloseTo(0.93, 2);
    expect(drop(10, 400 * FOOT, ohmPerMetre(conductor('8 AWG'), plain, 75))).toBeCloseTo(6.22, 2);
  });
  it('30 A over 120 ft of 8 AWG is 5.60 V', () => {
    expect(drop(30, 120 * FOOT, ohmPerMetre(conductor('8 AWG'), plain, 75))).toBeCloseTo(5.6, 2);
  });
  it('100 A over 1.5 m of 35 mm² at 20 °C is 0.166 V', () => {
    expect(drop(100, 1.5, ohmPerMetre(conductor('35 mm2'), plain, 20))).toBeCloseTo(0.166, 3);
  });
  it.each([
    ['12 AWG', 2.38],
    ['10 AWG', 1.49],
    ['8 AWG', 0.93],
    ['6 AWG', 0.59],
  ] as const)('30 A over 20 ft of %s is %d V', (name, volts) => {
    expect(drop(30, 20 * FOOT, ohmPerMetre(conductor(name), plain, 75))).toBeCloseTo(volts, 2);
  });
  it('goes out and back, with the return of a row, and by √3 in three phases', () => {
    const of = { returnM: 7, ac: false, loaded: 2 };
    expect(loopM(of as never, 10)).toBe(27);
    expect(loopM({ returnM: 0, ac: true, loaded: 2 } as never, 10)).toBe(20);
    expect(loopM({ returnM: 0, ac: true, loaded: 3 } as never, 10)).toBeCloseTo(17.32, 2);
  });
});

describe('a size as typed', () => {
  it.each(readJson<[string, Design['units'], string, number][]>('typed-sizes.json'))(
    '%s in a %s job is %s, %d side by side',
    (text, units, size, side) => {
      expect(readSize(text, units)).toEqual({ ok: true, size, side });
    },
  );
  it.each(['', 'thick', '5 mm2', '11 AWG', '9x35', '-4', '4/0/0', '1e9', '7', '0x35', '😀'])(
    'says what to type for %j',
    (text) => {
      for (const units of ['metric', 'imperial'] as const) {
        const read = readSize(text, units);
        expect(read.ok ? read : read.message).toEqual(expect.stringMatching(/sizes sold|Type a size/));
      }
    },
  );
});
