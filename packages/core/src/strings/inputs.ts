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
  /** Volts it wakes at in the morning. */
  startV: number;
  /** Lowest string volts at which it charges this bank. */
  chargesFromV: number;
  maxWorkV: number;
  maxA: number;
  maxIscA: number;
  /** Watts it works with; Infinity where only its amps limit it. */
  maxW: number;
}

/**
 * Volts a string must reach to charge this bank through an input. A controller that boosts, or one behind the socket of
 * a power station, does not ask for more than the bank's own.
 */
function chargesFrom({ kind, headroom }: Controller, minV: number, bank: BankPosts): number {
  return kind === 'mppt' || kind === 'pwm' ? Math.max(minV, bank.absorptionV + headroom.value) : minV;
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
      startV: at('startVolts', minV),
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
    chargesFromV: most(({ chargesFromV }) => chargesFromV),
    maxWorkV: least(({ maxWorkV }) => maxWorkV),
    maxA: least(({ maxA }) => maxA),
    maxIscA: least(({ maxIscA }) => maxIscA),
    maxW: least(({ maxW }) => maxW),
  };
}
