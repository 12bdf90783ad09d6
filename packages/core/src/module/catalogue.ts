import type { Entry, ModuleSheet } from '../document';

export interface ModuleClass {
  id: string;
  label: string;
  about: string;
  halfCut: boolean;
  numbers: Record<
    'pmax' | 'voc' | 'isc' | 'vmp' | 'imp' | 'betaVoc' | 'alphaIsc' | 'gammaPmax' | 'maxFuse' | 'sections',
    number
  >;
}

const make = (
  id: string,
  label: string,
  about: string,
  [pmax, voc, isc, vmp, imp]: [number, number, number, number, number],
  [betaVoc, alphaIsc, gammaPmax]: [number, number, number],
  maxFuse: number,
  sections = 3,
): ModuleClass => ({
  id,
  label,
  about,
  halfCut: label.includes('half-cells'),
  numbers: { pmax, voc, isc, vmp, imp, betaVoc, alphaIsc, gammaPmax, maxFuse, sections },
});

/** Typical classes, of no maker: middle-of-the-road figures of what is sold under such a description. Common practice. */
export const MODULE_CLASSES: readonly ModuleClass[] = [
  make(
    'poly-36',
    '100 W, 36 cells, poly',
    'small, for 12 V banks; boats and sheds',
    [100, 22.1, 6.02, 17.9, 5.59],
    [-0.33, 0.06, -0.43],
    10,
    2,
  ),
  make(
    'mono-36',
    '180 W, 36 cells, mono',
    'one panel on a 12 V bank',
    [180, 24.3, 9.42, 20.2, 8.91],
    [-0.29, 0.05, -0.37],
    15,
    2,
  ),
  make(
    'mono-32-half',
    '200 W, 64 half-cells',
    'compact; trailers and cabin roofs',
    [200, 22.7, 11.1, 18.9, 10.58],
    [-0.27, 0.05, -0.35],
    20,
    2,
  ),
  make(
    'poly-60-old',
    '245 W, 60 cells, poly',
    'second-hand, ten years or more',
    [245, 37.6, 8.62, 30.4, 8.06],
    [-0.33, 0.06, -0.44],
    15,
  ),
  make(
    'mono-60',
    '300 W, 60 cells, mono',
    'second-hand, some years old',
    [300, 39.8, 9.76, 32.4, 9.26],
    [-0.29, 0.05, -0.39],
    20,
  ),
  make(
    'poly-72',
    '330 W, 72 cells, poly',
    'long; ground racks',
    [330, 46.3, 9.28, 37.6, 8.78],
    [-0.31, 0.06, -0.4],
    15,
  ),
  make(
    'mono-60-half',
    '375 W, 120 half-cells',
    'common house panel',
    [375, 41.3, 11.48, 34.6, 10.84],
    [-0.27, 0.05, -0.35],
    20,
  ),
  make(
    'mono-54-half',
    '410 W, 108 half-cells',
    'common house panel, larger cells',
    [410, 37.2, 13.95, 31.4, 13.06],
    [-0.26, 0.05, -0.34],
    25,
  ),
  make(
    'n-type-54-half',
    '430 W, 108 half-cells, n-type',
    'what is sold most for houses today; falls less with heat',
    [430, 38.9, 13.92, 32.5, 13.23],
    [-0.25, 0.045, -0.3],
    25,
  ),
  make(
    'n-type-72-half',
    '580 W, 144 half-cells, n-type',
    'large; ground racks, two people to lift',
    [580, 51.8, 14.1, 43.4, 13.36],
    [-0.25, 0.045, -0.3],
    30,
  ),
  make(
    'mono-72-half',
    '545 W, 144 half-cells',
    'large; ground racks, two people to lift',
    [545, 49.7, 13.92, 41.8, 13.04],
    [-0.26, 0.05, -0.34],
    25,
  ),
  make(
    'mono-36-early',
    '75 W, 36 cells, mono',
    'thirty years and more, still on huts and boats',
    [75, 21.6, 4.8, 17, 4.41],
    [-0.36, 0.06, -0.47],
    10,
    2,
  ),
  make(
    'poly-54',
    '200 W, 54 cells, poly',
    'second-hand; fifteen years or more',
    [200, 33, 8.2, 26.4, 7.58],
    [-0.35, 0.06, -0.46],
    15,
  ),
  make(
    'mono-66-half',
    '500 W, 132 half-cells',
    'large; ground racks',
    [500, 45.6, 13.85, 38.4, 13.02],
    [-0.26, 0.05, -0.34],
    25,
  ),
  make(
    'mono-96',
    '330 W, 96 cells, mono',
    'high volts, contacts on the back; second-hand',
    [330, 64.9, 6.46, 54.7, 6.04],
    [-0.27, 0.05, -0.35],
    15,
  ),
  make(
    'bifacial-72-half',
    '540 W, 144 half-cells, bifacial',
    'glass on both sides; racks over bright ground',
    [540, 49.5, 13.85, 41.6, 12.98],
    [-0.27, 0.045, -0.34],
    30,
  ),
  make(
    'thin-film',
    '110 W, thin film',
    'long strips of cells; low amps, high volts',
    [110, 70, 2.35, 53, 2.08],
    [-0.28, 0.04, -0.32],
    5,
    1,
  ),
  make(
    'flexible-32',
    '110 W, flexible',
    'stuck to a deck or a roof; runs hot',
    [110, 22.7, 6.28, 18.6, 5.91],
    [-0.29, 0.05, -0.39],
    15,
    2,
  ),
];

const fromClass = (value: number): Entry => ({ value, from: 'catalogue' });

export function sheetOfClass({ label, numbers, halfCut }: ModuleClass): ModuleSheet {
  const entries = Object.fromEntries(Object.entries(numbers).map(([key, value]) => [key, fromClass(value)]));
  return { label, halfCut, ...(entries as Record<keyof ModuleClass['numbers'], Entry>) };
}

export function moduleClass(id: string): ModuleClass {
  const found = MODULE_CLASSES.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`No module class “${id}”`);
  return found;
}
