import { CHEMISTRIES } from '../bank';
import type { BusVolts, Chemistry, Design } from '../document';
import type { ControllerClass } from '../strings';

/** A rated watt of new panels, freight and all, in plain money. Common practice; differs by a third between offers. */
const PANEL_WATT = 0.45;
/** What a rated watt of panels weighs, frame and glass, kg. Common practice: 21.5 kg for 410 W. */
const PANEL_WATT_KG = 0.0525;
/** Typical prices of controllers by what they charge with, the more volts and inputs the more. Common practice. */
const A_CONTROLLER = 35;
const AN_AMP = 4.2;
const A_VOLT = 0.35;
const AN_INPUT = 60;
const PULSE_WIDTH_SHARE = 0.25;
/** Rails, clamps and plugs of a panel, a fused branch of strings side by side, leads and lugs of a battery. Common practice. */
export const PER_PANEL = 35;
export const PER_BRANCH = 15;
/** With its own electronics and case where it is lithium. */
export const perUnit = (chemistry: Chemistry) => (CHEMISTRIES[chemistry].coldestChargeC === null ? 15 : 70);
/** Panels tied to the bank are for small arrays: above this a tracker pays. Common practice. */
export const MOST_TIED_W = 450;

/** Usual price of a typical controller, in plain money. */
export const usualControllerPrice = ({ kind, numbers }: ControllerClass): number => {
  const price =
    A_CONTROLLER + AN_AMP * numbers.chargeAmps + A_VOLT * numbers.maxVolts + AN_INPUT * (numbers.inputs - 1);
  return Math.round((kind === 'pwm' ? PULSE_WIDTH_SHARE * price : price) / 5) * 5;
};

/** Of a design's own prices what is typed, else what is usual. */
export const pricesOf = ({
  budget,
  bank,
  controllerPrices,
}: Pick<Design, 'budget' | 'bank' | 'controllerPrices'>) => ({
  panelWatt: budget.panelWatt?.value ?? PANEL_WATT,
  bankKWh: (chemistry: Chemistry) => bank.prices[chemistry]?.value ?? CHEMISTRIES[chemistry].pricePerKWh,
  controller: (of: ControllerClass) => controllerPrices[of.id]?.value ?? usualControllerPrice(of),
});

export const panelKg = (watts: number): number => watts * PANEL_WATT_KG;

/** A battery as it is sold: volts, amp-hours, and how many in series make a bus. */
export interface UnitSize {
  volts: number;
  ah: number;
  series: number;
}

/** Volts of one unit for each 12 V it is sold for, and the sizes usual at each. Common practice. */
const SIZES: Readonly<
  Record<Chemistry, readonly (readonly [per12: number, twelfths: number, ah: readonly number[]])[]>
> = {
  // as one block for the bus
  lfp: [[12.8, 0, [50, 100, 200, 300]]],
  'sodium-ion': [[12.4, 0, [50, 100, 200]]],
  flooded: [
    [12, 6, [225, 420]],
    [12, 2, [600, 900, 1300]],
  ],
  agm: [
    [12, 12, [60, 100, 200]],
    [12, 6, [225, 400]],
    [12, 2, [800, 1200]],
  ],
  gel: [
    [12, 12, [60, 100, 200]],
    [12, 2, [400, 800, 1200]],
  ],
  'nickel-iron': [[12, 1.2, [100, 300, 500, 800]]],
};

/** Sizes that a bank for a bus is usually built of. */
export const unitSizes = (chemistry: Chemistry, bus: BusVolts): UnitSize[] =>
  SIZES[chemistry].flatMap(([per12, block, sizes]) => {
    const volts = block === 0 ? (per12 * bus) / 12 : (block * per12) / 12;
    return sizes.map((ah) => ({ volts, ah, series: block === 0 ? 1 : Math.round(bus / block) }));
  });

/** Classes of panels that are sold new today, from one on a shed to racks of large ones. */
export const NEW_PANELS = ['poly-36', 'mono-36', 'mono-32-half', 'n-type-54-half', 'n-type-72-half'] as const;
