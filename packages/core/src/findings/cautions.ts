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
      text: 'Lead-acid gives off hydrogen while it charges: ventilate, no sparks. Lithium is never charged below 0 °C (32 °F) without its own protection.',
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
  wire: [
    {
      hazard: 'Fire',
      text: 'Every wire that a bank feeds has a fuse at the bank’s end, never larger than the wire carries. Terminals are made with the right tool, pulled to test them, and torqued; a loose one burns.',
    },
    {
      hazard: 'Polarity',
      text: 'Measure every pair with a meter before it is joined to anything: plugs, adapters and entry boxes come wired either way round. Plugs of two makers are never mated.',
    },
    {
      hazard: 'Direct current',
      text: 'DC-rated breakers and disconnects only, polarity-marked ones the right way round, both poles opened. Never open a plug or fuse holder under load.',
    },
    {
      hazard: 'Digging',
      text: 'Have buried services located before a trench is dug, and the trench inspected before it is filled. Local code, the authority having jurisdiction and a licensed electrician have the last word.',
    },
  ],
  'one-line': [
    {
      hazard: 'A drawing for planning',
      text: 'Where the code asks for a drawing that is signed, a licensed person draws it. Keep a printed one beside the machines, and change it when they change.',
    },
  ],
  power: [
    {
      hazard: 'Two sources on one wire',
      text: 'A generator or shore power is never in parallel with an inverter unless the machine is made for it: a transfer switch or interlock that cannot connect both. A backfed line kills whoever works on it.',
    },
    {
      hazard: 'Carbon monoxide',
      text: 'Exhaust outdoors, away from windows and vents, never in a room, a garage or a cabin; an alarm where people sleep. Let it cool before filling it, and keep fuel outside in what is made for it.',
    },
    {
      hazard: 'Shock',
      text: 'AC from an inverter kills like any other. Bond the neutral in one place only, earth by the local code, residual-current protection on circuits that people touch. A licensed electrician connects a building.',
    },
    {
      hazard: 'Shore power',
      text: 'On a boat or a trailer test the outlet’s polarity before plugging in, and use a galvanic isolator or an isolation transformer on a boat.',
    },
  ],
};
