import type { Controller, InputLimit } from '../document';

/** What of the bank a controller has to do with. */
export interface BankPosts {
  /** Volts of the whole bank while it absorbs. */
  absorptionV: number;
}

/** What one input of a controller asks of the strings on it. */
export interface InputWindow {
  /** Number of the input, from 1. */
  input: number;
  maxV: number;
  /** Open-circuit volts that it must see before it starts. */
  startV: number;
  /** Lowest string volts at which it charges this bank, once it runs. */
  chargesFromV: number;
  /** True of one that ties the panels to the bank's own volts. */
  ties: boolean;
  maxWorkV: number;
  maxA: number;
  maxIscA: number;
  /** Watts it works with; Infinity where only its amps limit it. */
  maxW: number;
}

/** Above the bank a tracker that runs wants about this, V. Common practice: many sheets say 1 V, and 4 or 5 to start. */
const RUNS_ABOVE_V = 1;
/** A bank at rest stands at about this share of its absorption volts. Common practice. */
const RESTS_AT = 0.92;

/**
 * Volts a string must hold to charge this bank through an input that runs. One that ties panels to the bank asks for
 * the bank's own; one that boosts, or is behind the socket of a power station, not even for them.
 */
function chargesFrom({ kind, headroom }: Controller, minV: number, { absorptionV }: BankPosts): number {
  if (kind === 'pwm') return Math.max(minV, absorptionV);
  return kind === 'mppt' ? Math.max(minV, absorptionV + Math.min(RUNS_ABOVE_V, headroom.value)) : minV;
}

/** Open-circuit volts at which it starts: what its sheet says, and its headroom above a bank at rest. */
function startsFrom(
  { kind, headroom }: Controller,
  minV: number,
  startV: number,
  { absorptionV }: BankPosts,
): number {
  const above = kind === 'mppt' ? absorptionV * RESTS_AT + headroom.value : 0;
  return Math.max(minV, startV, above);
}

/** Every input of a controller with its own limits, or the common ones where it has none. */
export function inputsOf(controller: Controller, bank: BankPosts): InputWindow[] {
  return Array.from({ length: controller.inputs.value }, (_, i) => {
    const own = (key: InputLimit) => controller.inputLimits[i + 1]?.[key] ?? controller[key];
    const at = (key: InputLimit, otherwise: number) => own(key)?.value ?? otherwise;
    const minV = at('minVolts', 0);
    return {
      input: i + 1,
      maxV: at('maxVolts', Infinity),
      startV: startsFrom(controller, minV, at('startVolts', minV), bank),
      ties: controller.kind === 'pwm',
      chargesFromV: chargesFrom(controller, minV, bank),
      maxWorkV: at('maxWorkVolts', Infinity),
      maxA: at('maxAmps', Infinity),
      maxIscA: at('maxIscAmps', Infinity),
      maxW: at('maxWatts', Infinity),
    };
  });
}

/** Charge amps on this bus. */
export const chargeAmpsOn = (controller: Controller, busVolts: 12 | 24 | 48): number =>
  (controller.chargeAmpsBy[busVolts] ?? controller.chargeAmps).value;

/** The one window that strings alike on several inputs must keep to. */
export function strictest(windows: readonly InputWindow[]): InputWindow {
  const least = (read: (window: InputWindow) => number) => Math.min(...windows.map(read));
  const most = (read: (window: InputWindow) => number) => Math.max(...windows.map(read));
  return {
    input: windows[0]?.input ?? 1,
    maxV: least(({ maxV }) => maxV),
    startV: most(({ startV }) => startV),
    ties: windows.some(({ ties }) => ties),
    chargesFromV: most(({ chargesFromV }) => chargesFromV),
    maxWorkV: least(({ maxWorkV }) => maxWorkV),
    maxA: least(({ maxA }) => maxA),
    maxIscA: least(({ maxIscA }) => maxIscA),
    maxW: least(({ maxW }) => maxW),
  };
}
