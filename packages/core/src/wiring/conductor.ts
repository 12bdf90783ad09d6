import { AWG_SIZES, METRIC_SIZES, type Metal, type SizeName } from '../document';

/** A conductor of one size. */
export interface Conductor {
  name: SizeName;
  areaMm2: number;
  /** Ohm per kilometre of bare copper at 20 °C: fine wires of leads that bend, and of cable laid in a building. */
  flexibleOhmKm: number;
  buildingOhmKm: number;
  /** Over its insulation, mm. */
  outerMm: number;
}

/** Of copper and aluminium, by kelvin from 20 °C. @source IEC 60228 and IEC 60909 (from memory) */
const ALPHA: Readonly<Record<Metal, number>> = { copper: 0.00393, aluminium: 0.00403 };
/** Resistance of aluminium over that of copper of one size. @source NEC chapter 9 table 8: 12 AWG 3.25 over 1.98 (from memory) */
const ALUMINIUM = 1.64;
/** Of the price of copper, what a metre of one square millimetre costs. Common practice. */
export const METAL_COSTS: Readonly<Record<Metal, number>> = { copper: 1, aluminium: 0.4 };
/** Tinned over bare. @source IEC 60228 class 5: 5.09 over 4.95 at 4 mm² (from memory) */
const TINNED = 1.028;

/** mm², ohm per 1000 ft at 75 °C, in² over its insulation. @source NEC chapter 9 tables 8 (stranded, uncoated) and 5 (THHN, THWN-2), from memory */
const AWG: readonly (readonly [mm2: number, ohmKft75: number, outerIn2: number])[] = [
  [1.31, 4.99, 0.0072],
  [2.08, 3.14, 0.0097],
  [3.31, 1.98, 0.0133],
  [5.26, 1.24, 0.0211],
  [8.37, 0.778, 0.0366],
  [13.3, 0.491, 0.0507],
  [21.2, 0.308, 0.0824],
  [26.7, 0.245, 0.0973],
  [33.6, 0.194, 0.1158],
  [42.4, 0.154, 0.1562],
  [53.5, 0.122, 0.1855],
  [67.4, 0.0967, 0.2223],
  [85, 0.0766, 0.2679],
  [107.2, 0.0608, 0.3237],
];
/** mm², class 5 and class 2 at 20 °C, outer mm. @source IEC 60228 (from memory); over their insulation common practice */
const METRIC: readonly (readonly [mm2: number, flexible: number, building: number, outerMm: number])[] = [
  [1.5, 13.3, 12.1, 3],
  [2.5, 7.98, 7.41, 3.6],
  [4, 4.95, 4.61, 4.2],
  [6, 3.3, 3.08, 4.8],
  [10, 1.91, 1.83, 6.2],
  [16, 1.21, 1.15, 7.3],
  [25, 0.78, 0.727, 9],
  [35, 0.554, 0.524, 10.2],
  [50, 0.386, 0.387, 12],
  [70, 0.272, 0.268, 13.8],
  [95, 0.206, 0.193, 16],
  [120, 0.161, 0.153, 17.6],
];

const FEET_PER_KM = 3280.84;
export const MM2_PER_IN2 = 645.16;
/** 75 °C to 20 °C, of the American table. */
const FROM_75 = 1 / (1 + ALPHA.copper * 55);

export const CONDUCTORS: ReadonlyMap<SizeName, Conductor> = new Map([
  ...AWG_SIZES.map((name, i): [SizeName, Conductor] => {
    const [areaMm2, kft, outerIn2] = AWG[i] ?? [0, 0, 0];
    const outerMm = 2 * Math.sqrt((outerIn2 * MM2_PER_IN2) / Math.PI);
    const ohm = ((kft * FEET_PER_KM) / 1000) * FROM_75;
    return [name, { name, areaMm2, flexibleOhmKm: ohm, buildingOhmKm: ohm, outerMm }];
  }),
  ...METRIC_SIZES.map((name, i): [SizeName, Conductor] => {
    const [areaMm2, flexibleOhmKm, buildingOhmKm, outerMm] = METRIC[i] ?? [0, 0, 0, 0];
    return [name, { name, areaMm2, flexibleOhmKm, buildingOhmKm, outerMm }];
  }),
]);

/** @throws RangeError for a name that is none */
export function conductor(name: SizeName): Conductor {
  const found = CONDUCTORS.get(name);
  if (!found) throw new RangeError(`No conductor ${name}`);
  return found;
}

/** The sizes that a job is wired with, smallest first. */
export const sizesOf = (units: 'metric' | 'imperial'): readonly Conductor[] =>
  (units === 'metric' ? METRIC_SIZES : AWG_SIZES).map(conductor);

/** How a conductor is made. */
export interface Make {
  metal: Metal;
  flexible: boolean;
  tinned: boolean;
}

/** Ohm of a metre of one conductor. @param warmC of the metal itself */
export function ohmPerMetre(of: Conductor, { metal, flexible, tinned }: Make, warmC: number): number {
  const cold = flexible ? of.flexibleOhmKm : of.buildingOhmKm;
  const made = metal === 'aluminium' ? ALUMINIUM : tinned ? TINNED : 1;
  return (cold / 1000) * made * (1 + ALPHA[metal] * (warmC - 20));
}

/** "6 mm²" and "10 AWG", as people write them, never parted at a line's end. */
export const sizeText = (name: SizeName): string => name.replace(' ', '\u00a0').replace('mm2', 'mm²');

export type SizeReading = { ok: true; size: SizeName; side: number } | { ok: false; message: string };

const KNOWN = 'Type a size as 10 AWG, 2/0, 6 mm² or 2x35';

/**
 * A size as people write it: "10 AWG", "#10", "2/0", "6 mm2", "2x35", "6".
 * @param units of a bare number: AWG where imperial, mm² where metric
 */
export function readSize(text: string, units: 'metric' | 'imperial'): SizeReading {
  const typed = text.trim().toLowerCase().replace(/²/g, '2').replace(/,/g, '.').replace(/\s+/g, ' ');
  const many = /^([1-4]) ?[x×*] ?(.+)$/.exec(typed);
  const side = many ? Number(many[1]) : 1;
  const rest = (many?.[2] ?? typed).trim();
  const awg =
    /^#? ?([1-4])\/0(?: ?(?:awg|ga|gauge))?$/.exec(rest) ??
    /^(0{1,4})(?: ?(?:awg|ga|gauge))?$/.exec(rest) ??
    /^# ?(\d{1,2})$/.exec(rest) ??
    /^(?:awg|no\.?) ?(\d{1,2})$/.exec(rest) ??
    /^#? ?(\d{1,2}) ?(?:awg|ga|gauge)$/.exec(rest);
  const mm2 = /^(\d+(?:\.\d+)?) ?(?:mm2|mm\^2|sqmm|sq\.? ?mm|qmm)$/.exec(rest);
  const bare = /^(\d+(?:\.\d+)?)$/.exec(rest);
  const asAwg = (digits: string) => {
    const aught = /^0+$/.test(digits) ? `${digits.length}/0` : rest.includes('/0') ? `${digits}/0` : digits;
    return `${aught} AWG`;
  };
  const name = awg?.[1]
    ? asAwg(awg[1])
    : mm2?.[1]
      ? `${Number(mm2[1])} mm2`
      : bare?.[1]
        ? units === 'metric'
          ? `${Number(bare[1])} mm2`
          : `${Number(bare[1])} AWG`
        : null;
  if (name === null) return { ok: false, message: KNOWN };
  const found = [...CONDUCTORS.keys()].find((known) => known === name);
  return found
    ? { ok: true, size: found, side }
    : {
        ok: false,
        message: `${sizeText(name as SizeName)} is not among the sizes sold: ${nearest(name)}`,
      };
}

/** The sizes of its kind, for a message. */
const nearest = (name: string): string =>
  (name.endsWith('AWG') ? AWG_SIZES : METRIC_SIZES).map((known) => known.split(' ')[0]).join(', ');
