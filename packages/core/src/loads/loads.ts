import type { ClimateMonth } from '../climate';
import { usesInOrder, type Design, type Leg, type Use, type UseGroup } from '../design/types';
import { daysInYear, eventDays } from './calendarShare';
import { CELLS } from './paint';
import { startingW, useDay } from './useDay';

export interface UseRow {
  id: string;
  group: UseGroup;
  /** Energy on a day it runs in its heaviest month, at the use itself, Wh. */
  ownWh: number;
  /** The same taken from the bank, with inverter or wiring losses, Wh. */
  busWh: number;
  /** The same as the mean of all days of each month, Wh. */
  monthWh: Float64Array;
  /** On a day it runs, by month, Wh; days off take `offWh`. */
  fullWh: Float64Array;
  /** Of `monthWh`, what it draws when off, in its heaviest month, Wh. */
  offWh: number;
  months: readonly number[];
  /** Days it runs one after another, from one such run to the next, and what a day between takes, Wh. */
  run: number;
  cycle: number;
  restWh: number;
  surplus: boolean;
  /** From a later stage: it counts for nothing yet. */
  later: boolean;
  runW: number;
  hours: number;
  startW: number;
  untimed: boolean;
}

export interface LoadMonth {
  month: number;
  /** Must and should uses with the inverter's own draw, from the bank, mean Wh a day. */
  busWh: number;
  /** The same on a day when everything of the month runs. */
  fullWh: number;
  surplusWh: number;
  idleWh: number;
  /** Of `busWh`, what the bank's heating pad takes. */
  padWh: number;
  /** Everything in use at once, W. */
  runningW: number;
  /** Running total plus the largest single start, W. */
  startW: number;
  starts: string | null;
  /** Mean watts from the bank in each half hour. */
  profile: Float64Array;
  /** Share of the energy whose hours are not known. */
  untimed: number;
  /** Everything at once by leg of a split supply, W. */
  legs: { a: number; b: number };
}

export interface Loads {
  rows: UseRow[];
  months: LoadMonth[];
  /** The month that takes most, or null where nothing is used. */
  heaviest: LoadMonth | null;
  largestRunning: LoadMonth | null;
  worstStart: LoadMonth | null;
  /** What the bank gives over a number of days of the worst month, everything that can coincide coinciding, Wh. */
  overDays: (days: number) => number;
}

/** What else takes from the bank, Wh a day by month. */
export interface Extras {
  padWh?: readonly number[];
}

/** What the uses take from the bank, month by month. Uses of a later stage have a row and count for nothing. */
export function computeLoads(
  design: Design,
  climate: readonly ClimateMonth[] | null = null,
  { padWh = [] }: Extras = {},
): Loads {
  const { supply, people } = design;
  const share = { ac: supply.inverterEfficiency.value / 100, dc: supply.dcEfficiency.value / 100 };
  const persons = people[people.sizes].value / Math.max(1, people.usual.value);
  const events = eventDays(design.events);
  const months = Array.from({ length: 12 }, (_, m): LoadMonth => emptyMonth(m + 1, padWh[m] ?? 0));
  const idleShare = new Float64Array(12);
  const rows = usesInOrder(design).map(([id, use]): UseRow => {
    const count = use.count.value;
    const toBus = count / share[use.supply];
    const { share: days, run, cycle } = daysInYear(use, design, events);
    // what is switched off between its days of the week still draws when off; what people bring or take along does not
    const restWh = use.days === 'week' ? use.standby.value * 24 * toBus : 0;
    const row = { ...emptyRow(id, use), run, cycle, restWh };
    let heaviest = -1;
    for (let m = 0; m < 12; m++) {
      const part = days[m] ?? 0;
      if (part <= 0) continue;
      const day = useDay(use, m + 1, climate?.[m] ?? null, persons);
      const full = (day.runWh + day.offWh) * toBus;
      const mean = full * part + restWh * (1 - part);
      row.fullWh[m] = full;
      row.monthWh[m] = mean;
      if (full > heaviest) {
        heaviest = full;
        row.ownWh = (day.runWh + day.offWh) * count;
        row.busWh = full;
        row.offWh = day.offWh * toBus;
        row.hours = day.hours;
        row.untimed = day.untimed;
      }
      if (!row.later)
        addTo(months[m] as LoadMonth, use, row, day.profile, toBus * part, mean, full, day.untimed);
      if (!row.later && use.supply === 'ac' && !row.surplus) idleShare[m] = Math.max(idleShare[m] ?? 0, part);
    }
    row.months = days.flatMap((part, m) => (part > 0 ? [m + 1] : []));
    return row;
  });
  const idleWh = supply.inverterIdle.value * supply.inverterHours.value;
  for (const [m, month] of months.entries()) finish(month, idleWh, idleShare[m] ?? 0);
  const heaviest = largest(months, (month) => month.fullWh);
  return {
    rows,
    months,
    heaviest: largest(months, (month) => month.busWh),
    largestRunning: largest(months, (month) => month.runningW),
    worstStart: largest(months, (month) => month.startW),
    overDays: heaviest ? (days) => overDays(rows, heaviest, idleWh, idleShare, days) : () => 0,
  };
}

function emptyMonth(month: number, padWh: number): LoadMonth {
  return {
    month,
    busWh: 0,
    fullWh: 0,
    surplusWh: 0,
    idleWh: 0,
    padWh,
    runningW: 0,
    startW: 0,
    starts: null,
    profile: new Float64Array(CELLS),
    untimed: 0,
    legs: { a: 0, b: 0 },
  };
}

function emptyRow(id: string, use: Use): UseRow {
  return {
    id,
    group: use.group,
    ownWh: 0,
    busWh: 0,
    monthWh: new Float64Array(12),
    fullWh: new Float64Array(12),
    offWh: 0,
    months: [],
    run: Infinity,
    cycle: Infinity,
    restWh: 0,
    surplus: use.priority === 'surplus',
    later: use.stage > 0,
    runW: useDay(use, 1, null).runW,
    hours: 0,
    startW: startingW(use),
    untimed: false,
  };
}

const ON_LEG: Readonly<Record<Leg, readonly [a: number, b: number]>> = {
  a: [1, 0],
  b: [0, 1],
  both: [0.5, 0.5],
};

function addTo(
  month: LoadMonth,
  use: Use,
  row: UseRow,
  profile: Float64Array,
  scale: number,
  mean: number,
  full: number,
  untimed: boolean,
): void {
  const watts = row.runW * use.count.value;
  month.runningW += watts;
  if (use.supply === 'ac') {
    const [a, b] = ON_LEG[use.leg];
    month.legs.a += watts * a;
    month.legs.b += watts * b;
  }
  // the largest single start is kept in startW until all is running
  const extra = row.startW - row.runW;
  if (extra > month.startW) [month.startW, month.starts] = [extra, use.name];
  if (row.surplus) {
    month.surplusWh += mean;
    return;
  }
  month.busWh += mean;
  month.fullWh += full;
  if (untimed) month.untimed += mean;
  const even = (mean - profile.reduce((sum, w) => sum + w, 0) * 0.5 * scale) / 24;
  for (let cell = 0; cell < CELLS; cell++)
    month.profile[cell] = (month.profile[cell] ?? 0) + (profile[cell] ?? 0) * scale + even;
}

function finish(month: LoadMonth, idleWh: number, idleShare: number): void {
  month.startW += month.runningW;
  month.idleWh = idleWh * idleShare;
  const used = month.busWh > 0 || month.idleWh > 0;
  if (!used) month.padWh = 0;
  month.untimed = month.busWh > 0 ? month.untimed / (month.busWh + month.idleWh + month.padWh) : 0;
  month.busWh += month.idleWh + month.padWh;
  month.fullWh += (idleShare > 0 ? idleWh : 0) + month.padWh;
  const steady = (month.idleWh + month.padWh) / 24;
  for (let cell = 0; cell < CELLS; cell++) month.profile[cell] = (month.profile[cell] ?? 0) + steady;
}

/** Runs of days that begin together: what runs for three days takes three full days, then rests until the next. */
function overDays(
  rows: readonly UseRow[],
  { month, padWh }: LoadMonth,
  idleWh: number,
  idleShare: Float64Array,
  days: number,
): number {
  const m = month - 1;
  let sum = padWh * days + ((idleShare[m] ?? 0) > 0 ? idleWh * days : 0);
  for (const row of rows) {
    if (row.surplus || row.later) continue;
    const full = row.fullWh[m] ?? 0;
    if (full === 0) continue;
    const on =
      row.run === Infinity
        ? days
        : Math.floor(days / row.cycle) * row.run + Math.min(row.run, days % row.cycle);
    sum += full * on + row.restWh * (days - on);
  }
  return sum;
}

function largest(months: LoadMonth[], of: (month: LoadMonth) => number): LoadMonth | null {
  let best: LoadMonth | null = null;
  for (const month of months) if (of(month) > (best ? of(best) : 0)) best = month;
  return best;
}
