import { clippedYear } from '../array';
import { calculate, type Facts } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';
import { remedy, takeController, tried, type Remedy } from '../findings';
import { STEP_H, STEPS } from '../sky';
import { CONTROLLER_CLASSES } from '../strings';
import { MONTH_DAYS } from '../units';

/** What another controller in place of this one would bring. */
export interface LargerController {
  classId: string;
  label: string;
  chargeA: number;
  /** kWh a year more at the bank than now. */
  winsKWh: number;
  /** Its price over the kWh it wins in so many years; null while no price is typed. */
  perKWh: number | null;
  remedy: Remedy;
}

export interface ClipPicture {
  controller: string;
  /** Array watts at standard conditions, and what the controller can use of them. */
  wiredW: number;
  usableW: number;
  /** Wh clipped and given by month and hour of a cloudless day. */
  lostWh: number[][];
  leftWh: number[][];
  /** kWh a year on mean days, and on cloudless ones were all of them so: what is really lost lies between. */
  kWh: number;
  clearKWh: number;
  /** Of what the arrays on it offer, %. */
  sharePct: number;
  /** Under a bright sky, against what an input bears; never to be passed whatever is clipped. */
  iscA: number;
  maxIscA: number;
  larger: LargerController[];
}

const HOURS = 24;
const STEPS_AN_HOUR = STEPS / HOURS;
const MOST_LARGER = 3;
/** Years a controller serves. Common practice. */
const YEARS = 15;
/** Below this nothing is worth another controller, kWh. */
const LEAST_WIN = 1;

/** What the controller of an array gives away to its limits, hour by hour, and what the next sizes would win back. */
export function clipPicture(design: Design, grid: JobClimate | null, arrayId: string): ClipPicture | null {
  const facts = calculate(design, grid);
  const array = facts.arrays.find(({ id }) => id === arrayId);
  if (!array?.strings || !facts.energy) return null;
  const { controllerId, controller, strings, paths } = array;
  const gang = facts.gangs?.find((each) => each.controllerId === controllerId);
  if (!gang) return null;
  const year = clippedYear(gang.feeds, gang.efficiency, gang.limitW);
  const kWh = yearKWh(year.mean);
  const sentKWh = madeKWh(facts, controllerId);
  const classes = CONTROLLER_CLASSES.filter(
    ({ kind, numbers }) => kind === controller.kind && numbers.chargeAmps > controller.chargeAmps.value,
  ).toSorted((a, b) => a.numbers.chargeAmps - b.numbers.chargeAmps);
  const larger: LargerController[] = [];
  for (const candidate of kWh < LEAST_WIN ? [] : classes) {
    const operation = takeController(paths.controller, candidate, controller);
    const then = calculate(tried(design, [operation]), grid);
    const stands = then.arrays
      .filter((other) => other.controllerId === controllerId)
      .every(({ strings: after }) => after?.chosen.faults === 0);
    const winsKWh = madeKWh(then, controllerId) - sentKWh;
    if (!stands || winsKWh < LEAST_WIN) continue;
    const price = design.controllerPrices[candidate.id]?.value;
    larger.push({
      classId: candidate.id,
      label: candidate.label,
      chargeA: candidate.numbers.chargeAmps,
      winsKWh,
      perKWh: price === undefined ? null : price / (winsKWh * YEARS),
      remedy: remedy(`Take ${candidate.label}`, operation),
    });
    if (larger.length === MOST_LARGER) break;
  }
  return {
    controller: controller.label,
    wiredW: strings.chosen.watts,
    usableW: strings.window.usableW,
    lostWh: year.clear.map(byHour),
    leftWh: year.clearGiven.map(byHour),
    kWh,
    clearKWh: yearKWh(year.clear),
    sharePct: sentKWh + kWh > 0 ? (100 * kWh) / (sentKWh + kWh) : 0,
    iscA: strings.chosen.iscA,
    maxIscA: strings.window.maxIscA,
    larger,
  };
}

function byHour(steps: Float64Array): number[] {
  const hours = new Array<number>(HOURS).fill(0);
  for (const [step, watts] of steps.entries()) {
    const hour = Math.floor((step + 0.5) / STEPS_AN_HOUR);
    hours[hour] = (hours[hour] ?? 0) + watts / STEPS_AN_HOUR;
  }
  return hours;
}

const yearKWh = (months: readonly Float64Array[]) =>
  months.reduce(
    (sum, steps, month) =>
      sum + (steps.reduce((all, watts) => all + watts, 0) * STEP_H * (MONTH_DAYS[month] ?? 30)) / 1000,
    0,
  );

/** kWh a year that the arrays of a controller send to the bank's posts. */
function madeKWh({ arrays, energy }: Facts, controllerId: string): number {
  const on = arrays.filter((array) => array.controllerId === controllerId).map(({ id }) => id);
  return (energy?.months ?? []).reduce(
    (sum, { month, byArray }) =>
      sum +
      (on.reduce((all, id) => all + (byArray[id] ?? 0), 0) * (MONTH_DAYS[month - 1] ?? 30)) /
        1000 /
        (energy?.bankKeeps ?? 1),
    0,
  );
}
