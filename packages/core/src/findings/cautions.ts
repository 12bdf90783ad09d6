import type { Sheet } from '../document';

export interface Caution {
  hazard: string;
  text: string;
}

/** Shown beside the work they concern. Local code and licensed people have the last word. */
export const CAUTIONS: Readonly<Record<Sheet, readonly Caution[]>> = {
  uses: [],
  place: [],
  bank: [
    {
      hazard: 'Short-circuit',
      text: 'A bank gives thousands of amps into a dropped spanner. Insulated tools, one conductor at a time, no metal jewellery, and a class-T or equal fuse close to it.',
    },
    {
      hazard: 'Gas',
      text: 'Lead-acid gives off hydrogen while it charges: ventilate, no sparks. Lithium is never charged below 0 °C without its own protection.',
    },
  ],
  array: [
    {
      hazard: 'Live in any light',
      text: 'Panels give full volts even face down or in shade. Cover or disconnect before work; two people to lift; no lifting in wind; fall protection on a roof. Roof loading and wind need someone qualified.',
    },
  ],
  strings: [
    {
      hazard: 'Direct current',
      text: 'Above 60 V treat it as able to kill; DC arcs do not put themselves out. Never open a connector or a fuse holder under load. DC-rated breakers and disconnects only, polarity-marked ones the right way round.',
    },
    {
      hazard: 'Order',
      text: 'Connect the bank before the array, disconnect the array before the bank. Local code, the authority having jurisdiction and a licensed electrician have the last word.',
    },
  ],
};
