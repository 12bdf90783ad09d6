import type { ClimateMonth } from '../climate';
import {
  CELLS,
  usesInOrder,
  type Design,
  type Entry,
  type Leg,
  type Phases,
  type Supply,
  type Use,
} from '../document';
import { followsWeather, type UseDay } from './useDay';
import { contextOf, useYear, type UseContext, type UseRow, type UseYear } from './useYear';

export interface LoadMonth {
  month: number;
  /** Must and should uses with the inverter's own draw, from the bank, mean Wh a day. */
  busWh: number;
  /** The same on a day when everything of the month runs. */
  fullWh: number;
  surplusWh: number;
  idleWh: number;
  /** Of the hours it is on, those in which something on AC runs, at most, on a mean day; all of them where it does not search. */
  awakeH: number;
  /** Of `busWh`, what the bank's heating pad takes. */
  padWh: number;
  /** Of `busWh`, what the controllers draw themselves, day and night. */
  controllersWh: number;
  /** Everything that runs at once, W: all of it, or the share that is said to. */
  runningW: number;
  /** Of it what the inverter gives, and what the bank gives for all of it, W. */
  acW: number;
  bankW: number;
  /** What the inverter gives while that runs and the hardest start on AC, W. */
  startW: number;
  starts: string | null;
  /** Mean watts from the bank in each half hour. */
  profile: Float64Array;
  /** Of the profile, what is the same all day, the inverter and the pad aside, W. */
  steadyW: number;
  /** Share of the energy whose hours are not known. */
  untimed: number;
  /** The largest single use on each side, W. */
  largestW: Record<Supply, number>;
  /** Everything at once by leg of the supply, W; all of it on the first where there is one. */
  legs: { a: number; b: number; c: number };
}

/** Of what leaves inverter and bank, what the wires bring to the uses on each side, 0–1. */
export type Reach = Readonly<Record<Supply, number>>;

export interface Loads {
  /** Of what leaves the bank, what comes to the uses on each side, 0–1; and what of it the wires bring. */
  gives: UseContext['gives'];
  reach: Reach;
  rows: readonly UseRow[];
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
  controllersWh?: number;
  /** True where a controller is the inverter too, and what the inverter draws is only guessed: it counts once. */
  inverterOnce?: boolean;
  /** What the inverter draws while nothing runs on AC, W; null where it idles all the same. */
  searchW?: number | null;
  /** What the wires bring to the uses; where it is not given, what is typed, and else all. */
  reach?: Reach | null;
}

/** What of a design the loads follow from. */
export type LoadPart = Pick<Design, 'uses' | 'supply' | 'people' | 'visits' | 'events'>;

/** How the parts of the loads are worked out; `calculate` lends ones that remember. */
export interface LoadMeans {
  context: typeof contextOf;
  year: typeof useYear;
  overDays: typeof overDaysOf;
  /** The same list where it holds the same rows. */
  rows: (rows: readonly UseRow[]) => readonly UseRow[];
}

/** What the uses take from the bank, month by month. Uses of a later stage have a row and count for nothing. */
export function computeLoads(
  design: LoadPart,
  climate: readonly ClimateMonth[] | null = null,
  { padWh = [], controllersWh = 0, inverterOnce = false, searchW = null, reach = null }: Extras = {},
  means: LoadMeans = { context: contextOf, year: useYear, overDays: overDaysOf, rows: (rows) => rows },
): Loads {
  const { supply } = design;
  const brings = reach ?? typedReach(supply);
  const gives = { ac: (supply.inverterEfficiency.value / 100) * brings.ac, dc: brings.dc };
  const context = means.context(gives, design.people, design.visits, design.events);
  const months = Array.from({ length: 12 }, (_, m): LoadMonth =>
    emptyMonth(m + 1, padWh[m] ?? 0, controllersWh),
  );
  const idleShare = new Float64Array(12);
  const awake = searchW === null ? null : months.map(() => [new Awake(), new Awake()] as const);
  const hours = new Hours(months);
  const told = usesInOrder(design).map(([id, use]): UseRow => {
    const year = means.year(use, context, followsWeather(use) ? climate : null, id);
    const { row, share, days } = year;
    if (!row.later) {
      const toBus = use.count.value / gives[use.supply];
      if (!row.surplus) hours.add(year, toBus);
      for (let m = 0; m < 12; m++) {
        const day = days[m];
        if (!day) continue;
        addTo(months[m] as LoadMonth, use, row, day, (share[m] ?? 0) * toBus, supply.phases);
        if (use.supply !== 'ac' || row.surplus) continue;
        idleShare[m] = Math.max(idleShare[m] ?? 0, share[m] ?? 0);
        awake?.[m]?.[0].add(day, use.form, share[m] ?? 0);
        awake?.[m]?.[1].add(day, use.form, 1);
      }
    }
    return row;
  });
  hours.end();
  const rows = means.rows(told);
  const onH = supply.inverterHours.value;
  const idleOver = (awakeH: number) =>
    inverterOnce ? 0 : supply.inverterIdle.value * awakeH + (searchW ?? 0) * (onH - awakeH);
  const together = design.supply.sharing.value / 100;
  for (const [m, month] of months.entries()) {
    const [meanH = onH, fullH = onH] = awake?.[m]?.map((of) => Math.min(onH, of.hours())) ?? [];
    const share = idleShare[m] ?? 0;
    // awake on the days it is on: the mean day has those without in it
    month.awakeH = share > 0 ? Math.min(fullH, meanH / share) : 0;
    finish(month, idleOver(month.awakeH), idleOver(fullH), share, together, gives);
  }
  const heaviest = largest(months, (month) => month.fullWh);
  return {
    gives,
    reach: brings,
    rows,
    months,
    heaviest: largest(months, (month) => month.busWh),
    largestRunning: largest(months, (month) => month.runningW),
    worstStart: largest(months, (month) => month.startW),
    overDays: heaviest
      ? means.overDays(
          rows,
          heaviest.month,
          (idleShare[heaviest.month - 1] ?? 0) > 0
            ? idleOver(Math.min(onH, awake?.[heaviest.month - 1]?.[1].hours() ?? onH))
            : 0,
          heaviest.padWh + heaviest.controllersWh,
        )
      : nothing,
  };
}

const typedShare = (typed: Entry | null): number => (typed ? typed.value / 100 : 1);
/** What is typed of it; all, where nothing is. */
export const typedReach = ({
  acEfficiency,
  dcEfficiency,
}: Pick<Design['supply'], 'acEfficiency' | 'dcEfficiency'>): Reach => ({
  ac: typedShare(acEfficiency),
  dc: typedShare(dcEfficiency),
});

/** Forms whose watts change while they run: a low draw is not a short one. */
const VARIES: ReadonlySet<Use['form']> = new Set(['series', 'heating', 'cooling']);

/**
 * Hours of a day in which something of several uses runs, at most: their shares of each half hour added up. Things of one
 * use run together.
 */
class Awake {
  private readonly cells = new Float64Array(CELLS);
  /** @param share of the days that are counted, 0–1 */
  add({ profile, flat, hours, runW, offWh }: UseDay, form: Use['form'], share: number): void {
    for (let cell = 0; cell < CELLS; cell++) {
      const drawn = Math.max(0, (profile[cell] as number) - offWh / 24);
      const part = flat ? hours / 24 : VARIES.has(form) ? Number(drawn > 0) : drawn / Math.max(1e-9, runW);
      this.cells[cell] = (this.cells[cell] as number) + Math.min(1, part) * share;
    }
  }
  hours(): number {
    return this.cells.reduce((sum, part) => sum + Math.min(1, part) * (24 / CELLS), 0);
  }
}

function emptyMonth(month: number, padWh: number, controllersWh: number): LoadMonth {
  return {
    month,
    busWh: 0,
    fullWh: 0,
    surplusWh: 0,
    idleWh: 0,
    awakeH: 0,
    padWh,
    controllersWh,
    runningW: 0,
    acW: 0,
    bankW: 0,
    startW: 0,
    starts: null,
    profile: new Float64Array(CELLS),
    steadyW: 0,
    untimed: 0,
    largestW: { ac: 0, dc: 0 },
    legs: { a: 0, b: 0, c: 0 },
  };
}

type Shares = readonly [a: number, b: number, c: number];
/** What of a use each leg carries; a leg that the supply does not have is the first. */
const ON_LEGS: Readonly<Record<Phases, Readonly<Record<Leg, Shares>>>> = {
  single: { a: [1, 0, 0], b: [1, 0, 0], c: [1, 0, 0], both: [1, 0, 0] },
  split: { a: [1, 0, 0], b: [0, 1, 0], c: [1, 0, 0], both: [1 / 2, 1 / 2, 0] },
  three: { a: [1, 0, 0], b: [0, 1, 0], c: [0, 0, 1], both: [1 / 3, 1 / 3, 1 / 3] },
};

function addTo(month: LoadMonth, use: Use, row: UseRow, day: UseDay, scale: number, phases: Phases): void {
  const mean = row.monthWh[month.month - 1] ?? 0;
  const watts = row.runW * use.count.value;
  month.runningW += watts;
  month.largestW[use.supply] = Math.max(month.largestW[use.supply], row.runW);
  if (use.supply === 'ac') {
    month.acW += watts;
    const on = ON_LEGS[phases][use.leg];
    month.legs.a += watts * on[0];
    month.legs.b += watts * on[1];
    month.legs.c += watts * on[2];
  }
  // what is on direct current starts without the inverter; the largest single start is kept in startW until all is running
  const extra = use.supply === 'ac' ? row.startW - row.runW : 0;
  if (extra > month.startW) [month.startW, month.starts] = [extra, use.name];
  if (row.surplus) {
    month.surplusWh += mean;
    return;
  }
  month.busWh += mean;
  month.fullWh += row.fullWh[month.month - 1] ?? 0;
  if (day.untimed) month.untimed += mean;
  // what has no hours of its own is steady, and is added once at the end
  const timed = day.flat ? 0 : (day.runWh + day.offWh) * scale;
  month.steadyW += (mean - timed) / 24;
}

function addHours(to: Float64Array, from: Float64Array, scale: number): void {
  for (let cell = 0; cell < CELLS; cell++) to[cell] = (to[cell] as number) + (from[cell] as number) * scale;
}

/** Adds the hours of uses to their months. Most uses are alike in all their months: those of the same are added up once. */
class Hours {
  /** By the months they are of, a bit each. */
  private readonly alike = new Map<number, Float64Array>();
  constructor(private readonly months: readonly LoadMonth[]) {}

  add({ days, share, alike }: UseYear, toBus: number): void {
    if (!alike) {
      for (const [m, { profile }] of this.months.entries()) {
        const day = days[m];
        if (day && !day.flat) addHours(profile, day.profile, (share[m] ?? 0) * toBus);
      }
      return;
    }
    if (alike.day.flat) return;
    let sum = this.alike.get(alike.months);
    if (!sum) this.alike.set(alike.months, (sum = new Float64Array(CELLS)));
    addHours(sum, alike.day.profile, alike.share * toBus);
  }

  end(): void {
    for (const [of, sum] of this.alike)
      for (const [m, { profile }] of this.months.entries()) if (of & (1 << m)) addHours(profile, sum, 1);
  }
}

function finish(
  month: LoadMonth,
  idleWh: number,
  fullIdleWh: number,
  idleShare: number,
  sharing: number,
  gives: UseContext['gives'],
): void {
  const dcW = month.runningW - month.acW;
  const acW = Math.max(month.largestW.ac, month.acW * sharing);
  const sharedDcW = Math.max(month.largestW.dc, dcW * sharing);
  month.acW = acW;
  month.runningW = acW + sharedDcW;
  month.bankW = acW / gives.ac + sharedDcW / gives.dc;
  month.startW += acW;
  month.idleWh = idleWh * idleShare;
  const used = month.busWh > 0 || month.idleWh > 0;
  if (!used) [month.padWh, month.controllersWh] = [0, 0];
  const always = month.padWh + month.controllersWh;
  month.untimed = month.busWh > 0 ? month.untimed / (month.busWh + month.idleWh + always) : 0;
  month.busWh += month.idleWh + always;
  month.fullWh += (idleShare > 0 ? fullIdleWh : 0) + always;
  const steady = month.steadyW + (month.idleWh + always) / 24;
  for (let cell = 0; cell < CELLS; cell++) month.profile[cell] = (month.profile[cell] ?? 0) + steady;
}

const nothing = () => 0;

/**
 * What is taken over a number of days. Runs of days begin together: what runs for three days takes three full days, then
 * rests until the next.
 * @param month 1–12 @param idleWh, @param alwaysWh of the inverter, and of pad and controllers, a day
 */
export const overDaysOf =
  (rows: readonly UseRow[], month: number, idleWh: number, alwaysWh: number) =>
  (days: number): number => {
    let sum = alwaysWh * days + idleWh * days;
    for (const row of rows) {
      if (row.surplus || row.later) continue;
      const full = row.fullWh[month - 1] ?? 0;
      if (full === 0) continue;
      const on =
        row.run === Infinity
          ? days
          : Math.floor(days / row.cycle) * row.run + Math.min(row.run, days % row.cycle);
      sum += full * on + row.restWh * (days - on);
    }
    return sum;
  };

function largest(months: LoadMonth[], of: (month: LoadMonth) => number): LoadMonth | null {
  let best: LoadMonth | null = null;
  for (const month of months) if (of(month) > (best ? of(best) : 0)) best = month;
  return best;
}
