import type { BusVolts } from './busVolts';
import type { Entry } from './entry';

/** Tracking down to the bank, tied to it, tracking up to it, or behind the socket of a ready-made power station. */
export type ControllerKind = 'mppt' | 'pwm' | 'boost' | 'station';

/** Limits that each input of a controller has for itself. */
export type InputLimit =
  'maxVolts' | 'startVolts' | 'minVolts' | 'maxWorkVolts' | 'maxAmps' | 'maxIscAmps' | 'maxWatts';

export const INPUT_LIMITS: readonly InputLimit[] = [
  'maxVolts',
  'startVolts',
  'minVolts',
  'maxWorkVolts',
  'maxAmps',
  'maxIscAmps',
  'maxWatts',
];

export interface Controller {
  position: number;
  label: string;
  kind: ControllerKind;
  /** Bus volts that it charges. */
  buses: BusVolts[];
  /** One machine with the inverter: what it draws itself is drawn for both. */
  inverter: boolean;
  maxVolts: Entry;
  /** Volts it wakes at in the morning; null where its sheet says none above its lowest. */
  startVolts: Entry | null;
  minVolts: Entry;
  maxWorkVolts: Entry;
  headroom: Entry;
  maxAmps: Entry;
  maxIscAmps: Entry;
  /** Watts one input works with; null where only its amps limit it. */
  maxWatts: Entry | null;
  chargeAmps: Entry;
  /** On another bus than most, where the sheet tells them apart. */
  chargeAmpsBy: Partial<Record<'12' | '24' | '48', Entry>>;
  efficiency: Entry;
  /** What it draws day and night. */
  ownDraw: Entry;
  inputs: Entry;
  /** Inputs left free on purpose, for later. */
  keepFree: Entry;
  /** By number of the input, where it differs from the others. */
  inputLimits: Record<string, Partial<Record<InputLimit, Entry>>>;
}

/** Volts that parts between panels and controller bear, and poles there are to switch them; null where not said. */
export interface DcLimits {
  combiner: Entry | null;
  disconnect: Entry | null;
  cable: Entry | null;
  connector: Entry | null;
  dwelling: Entry | null;
  poles: Entry | null;
}
