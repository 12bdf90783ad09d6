import {
  BLANK_CIRCUIT,
  type BackupSource,
  type CircuitPlan,
  type Controller,
  type Inverter,
  type Obstacle,
  type PlanePlan,
  type Raceway,
  type Stop,
  type Stretch,
  type StringsPlan,
  type Surroundings,
  type Use,
} from '../../document';
import { inverterOfClass, MACHINE_CLASSES } from '../../power';
import { controllerClass, controllerOfClass } from '../../strings';
import { blankArray, blankPlace, blankSource, blankUse, catalogue, chosen, measured } from '../blank';

export const rows = (uses: Partial<Use>[]): Record<string, Use> =>
  Object.fromEntries(uses.map((use, index) => [`u${index + 1}`, { ...blankUse(index + 1), ...use }]));

export const facing = (tilt: number, azimuth: number): PlanePlan => ({
  ...blankArray(1, 'c1').plane,
  tilt: chosen(tilt),
  azimuth: chosen(azimuth),
});

export const strung = (controller: string, series: number, parallel: number, inputs = 1): StringsPlan => ({
  controller,
  series: chosen(series),
  parallel: chosen(parallel),
  inputs: chosen(inputs),
  first: null,
});

export const controller = (position: number, id: string): Controller => ({
  position,
  ...controllerOfClass(controllerClass(id)),
});

export function inverter(id: string, volts: number): Inverter {
  const found = MACHINE_CLASSES.find((machine) => machine.id === id);
  if (!found) throw new RangeError(`No inverter ${id}`);
  return inverterOfClass(found, volts);
}

/** An outlet of 10 A at 230 V that a charger is plugged into. */
export const outlet = (
  position: number,
  name: string,
  from: string,
  to: string,
  chargeAmps: number,
): BackupSource => ({
  ...blankSource('shore', position, name),
  from,
  to,
  given: { watts: catalogue(2300), chargeAmps: catalogue(chargeAmps) },
});

export const stop = (
  position: number,
  name: string,
  from: string,
  to: string,
  lat: number,
  lon: number,
): Stop => ({
  ...blankPlace(),
  name,
  position,
  from,
  to,
  lat: chosen(lat),
  lon: chosen(lon),
});

export const spar = (
  name: string,
  kind: 'mast' | 'boom',
  position: number,
  azimuth: number,
  [distance, height, bottom, width]: readonly [number, number, number, number],
): Obstacle => ({
  name,
  kind,
  position,
  azimuth: measured(azimuth),
  distance: measured(distance),
  height: measured(height),
  bottom: measured(bottom),
  width: measured(width),
  leafed: chosen(0),
  bare: chosen(0),
  bareMonths: [],
});

/** A stretch that was measured, m. */
export const stretch = (
  position: number,
  name: string,
  surroundings: Surroundings,
  raceway: Raceway,
  metres: number,
  parts: Partial<Stretch> = {},
): Stretch => ({
  name,
  position,
  surroundings,
  raceway,
  length: measured(metres),
  ambient: null,
  depth: null,
  bends: null,
  traffic: false,
  ...parts,
});

/** What is said of some circuits. */
export const circuits = (said: Readonly<Record<string, Partial<CircuitPlan>>>): Record<string, CircuitPlan> =>
  Object.fromEntries(Object.entries(said).map(([key, plan]) => [key, { ...BLANK_CIRCUIT, ...plan }]));
