import { MONTH_DAYS, monthOfDay } from '../units';
import type { WalkSurplus } from './surplus';
import { chargeCurve, chargedTo, hoursBetween, type ChargeCurve, type ChargedBank } from './source';

/** A source as a walk through days sees it. */
export interface WalkSource {
  id: string;
  /** Days of the year that it is there, 365. */
  there: readonly boolean[];
  /** What it gives by itself on a mean day of each month, Wh at the bank; all 0 where it is run when wanted. */
  dailyWh: readonly number[];
  /** Where it is run when wanted: into the bank while it charges in bulk, W; else 0. */
  bulkW: number;
  /** State of charge at which it starts and stops, 0–1; shore power holds the bank at its stop. */
  startAt: number;
  stopAt: number;
  /** Hours it may run on a day, and in seven days one after another. */
  hoursADay: number;
  hoursAWeek: number;
  /** Hours that a start takes beside, hours a month it is run for its own sake, and fuel an hour: charging, and for each W less that it charges with. */
  warmUpH: number;
  exerciseH: number;
  litresAnHour: number;
  /** L an hour with nothing to charge. */
  litresIdle: number;
}

export interface WalkPart {
  bank: ChargedBank;
  /** Lowest state of charge, and the one below which only what must run does, 0–1. */
  floor: number;
  shedBelow: number;
  /** On a mean day of each month, Wh: made ready to use, used, and of it what must run. */
  madeWh: readonly number[];
  usedWh: readonly number[];
  mustWh: readonly number[];
  /** What would run on surplus, in its turn. */
  surplus: readonly WalkSurplus[];
  sources: readonly WalkSource[];
  /** Years of days as shares of their month's mean. */
  days: ArrayLike<number>;
  /** Days over which the fuel to keep is counted. */
  keepDays: number;
}

/** A mean day of a month, Wh. Made and given are used, stored, taken by surplus uses, or spilled. */
export interface PowerMonth {
  month: number;
  sunWh: number;
  bySource: Record<string, number>;
  servedWh: number;
  shedWh: number;
  unservedWh: number;
  surplusWh: number;
  /** Of it each use’s, by its id. */
  surplusBy: Record<string, number>;
  spilledWh: number;
}

export interface SourceYear {
  id: string;
  /** In a mean year. */
  hours: number;
  starts: number;
  litres: number;
  wh: number;
  hoursBy: number[];
  litresBy: number[];
  /** Most fuel over the days asked for, L. */
  keepLitres: number;
}

export interface PowerYear {
  months: PowerMonth[];
  sources: SourceYear[];
  /** Days a year on which something that is used stays dark. */
  darkDays: number;
  /** Stored at the beginning and at the end, and the sum of all days, Wh: in equals out. */
  balance: { beginWh: number; endWh: number; inWh: number; outWh: number };
}

const YEAR = 365;
const WEEK = 7;

interface Run {
  source: WalkSource;
  curve: ChargeCurve;
  running: boolean;
  week: Float64Array;
  year: SourceYear;
  /** Fuel by day, for the fuel to keep. */
  daily: Float64Array;
}

/**
 * Walks the bank day by day through years of days: the sun and what gives by itself first, then what is run when wanted, in
 * the order of the sources. One state of charge a day: what happens within it is the hourly year's.
 */
export function walkPower(part: WalkPart): PowerYear {
  const { bank, days } = part;
  const full = bank.capacityWh;
  const years = Math.max(1, Math.floor(days.length / YEAR));
  const runs = part.sources.map((source): Run => ({
    source,
    curve: chargeCurve(bank, source.bulkW),
    running: false,
    week: new Float64Array(WEEK),
    year: {
      id: source.id,
      hours: 0,
      starts: 0,
      litres: 0,
      wh: 0,
      hoursBy: new Array<number>(12).fill(0),
      litresBy: new Array<number>(12).fill(0),
      keepLitres: 0,
    },
    daily: new Float64Array(years * YEAR),
  }));
  const months = Array.from({ length: 12 }, (_, m): PowerMonth => ({
    month: m + 1,
    sunWh: 0,
    bySource: Object.fromEntries(part.sources.map(({ id }) => [id, 0])),
    servedWh: 0,
    shedWh: 0,
    unservedWh: 0,
    surplusWh: 0,
    surplusBy: Object.fromEntries(part.surplus.map(({ id }) => [id, 0])),
    spilledWh: 0,
  }));
  let stored = full;
  let darkDays = 0;
  for (let at = 0; at < years * YEAR; at++) {
    const ofYear = at % YEAR;
    const m = MONTH_OF[ofYear] ?? 0;
    const month = months[m] as PowerMonth;
    const made = (part.madeWh[m] ?? 0) * (days[at] ?? 1);
    const all = part.usedWh[m] ?? 0;
    const wanted = stored < part.shedBelow * full ? Math.min(all, part.mustWh[m] ?? 0) : all;
    month.sunWh += made;
    month.shedWh += all - wanted;
    stored += made - wanted;
    for (const { source, year } of runs) {
      // a full bank takes nothing of it
      const gives = source.there[ofYear] ? Math.min(source.dailyWh[m] ?? 0, Math.max(0, full - stored)) : 0;
      if (gives <= 0) continue;
      stored += gives;
      year.wh += gives;
      month.bySource[source.id] = (month.bySource[source.id] ?? 0) + gives;
    }
    for (const run of runs) stored = runWanted(run, month, stored, full, at);
    if (stored > full) {
      let over = stored - full;
      for (const { id, asksWh, mostWh } of part.surplus) {
        const taken = Math.min(over, asksWh[m] ?? 0, mostWh[m] ?? 0);
        over -= taken;
        month.surplusWh += taken;
        month.surplusBy[id] = (month.surplusBy[id] ?? 0) + taken;
      }
      month.spilledWh += over;
      stored = full;
    }
    const lacking = Math.max(0, part.floor * full - stored);
    if (lacking > 1e-6) darkDays++;
    stored += lacking;
    month.unservedWh += lacking;
    month.servedWh += wanted - lacking;
  }
  return told(part, runs, months, years, darkDays, stored);
}

/** What is run when it is wanted, on one day. @returns what is stored after */
function runWanted(run: Run, month: PowerMonth, before: number, full: number, at: number): number {
  const { source, curve, week, year } = run;
  const ofYear = at % YEAR;
  const slot = at % WEEK;
  week[slot] = 0;
  if (source.bulkW <= 0) return before;
  const m = month.month - 1;
  // days by the thousand: no list is made for any of them
  let stored = before;
  let hours = 0;
  let litres = 0;
  const soc = before / full;
  if (!source.there[ofYear] || soc >= source.stopAt) run.running = false;
  else if (run.running || soc < source.startAt) {
    const used = week.reduce((sum, h) => sum + h, 0);
    const may = Math.min(source.hoursADay, source.hoursAWeek - used);
    // below empty nothing was stored: what it lacks is charged first
    const lacking = Math.max(0, -before);
    const lackingH = lacking / Math.max(1e-9, bulkRate(curve, full));
    const needs = lackingH + hoursBetween(curve, Math.max(0, soc), source.stopAt);
    hours = Math.max(0, Math.min(needs, may));
    if (hours > 0) {
      const charged =
        hours <= lackingH
          ? before + hours * bulkRate(curve, full)
          : chargedTo(curve, Math.max(0, soc), hours - lackingH) * full;
      const gained = Math.max(0, charged - before);
      stored = before + gained;
      year.wh += gained;
      month.bySource[source.id] = (month.bySource[source.id] ?? 0) + gained;
      if (!run.running) year.starts++;
      // mean load of the run against bulk charging: less fuel where the bank takes less
      const load = Math.min(1, gained / (hours * Math.max(1e-9, bulkRate(curve, full))));
      litres =
        hours * (source.litresIdle + (source.litresAnHour - source.litresIdle) * load) +
        (run.running ? 0 : source.warmUpH * source.litresIdle);
      hours += run.running ? 0 : source.warmUpH;
    }
    run.running = hours > 0 && hours < needs;
  }
  if (source.there[ofYear] && FIRST_OF_MONTH.has(ofYear) && hours === 0) {
    hours = source.exerciseH;
    litres = hours * source.litresIdle;
  }
  week[slot] = hours;
  year.hours += hours;
  year.litres += litres;
  year.hoursBy[m] = (year.hoursBy[m] ?? 0) + hours;
  year.litresBy[m] = (year.litresBy[m] ?? 0) + litres;
  run.daily[at] = litres;
  return stored;
}

/** Wh an hour that an empty bank takes. */
const bulkRate = (curve: ChargeCurve, full: number) => full / 100 / Math.max(1e-9, curve[1] ?? 1);

function told(
  part: WalkPart,
  runs: readonly Run[],
  months: PowerMonth[],
  years: number,
  darkDays: number,
  endWh: number,
): PowerYear {
  let [inWh, outWh] = [0, 0];
  for (const month of months) {
    inWh += month.sunWh + Object.values(month.bySource).reduce((sum, wh) => sum + wh, 0);
    outWh += month.servedWh + month.surplusWh + month.spilledWh;
    const length = years * (MONTH_DAYS[month.month - 1] ?? 30);
    for (const key of ['sunWh', 'servedWh', 'shedWh', 'unservedWh', 'surplusWh', 'spilledWh'] as const)
      month[key] /= length;
    for (const by of [month.bySource, month.surplusBy])
      for (const id of Object.keys(by)) by[id] = (by[id] ?? 0) / length;
  }
  return {
    months,
    sources: runs.map(({ year, daily }) => ({
      ...year,
      hours: year.hours / years,
      starts: year.starts / years,
      litres: year.litres / years,
      wh: year.wh / years,
      hoursBy: year.hoursBy.map((hours) => hours / years),
      litresBy: year.litresBy.map((litres) => litres / years),
      keepLitres: mostOver(daily, Math.max(1, Math.round(part.keepDays))),
    })),
    darkDays: darkDays / years,
    balance: { beginWh: part.bank.capacityWh, endWh, inWh, outWh },
  };
}

/** The most that so many days one after another sum to, over the new year too. */
function mostOver(daily: Float64Array, length: number): number {
  let [sum, most] = [0, 0];
  for (let day = 0; day < daily.length; day++) {
    sum += (daily[day] ?? 0) - (daily[day - length] ?? 0);
    most = Math.max(most, sum);
  }
  return most;
}

const MONTH_OF = Array.from({ length: YEAR }, (_, day) => monthOfDay(day));
const FIRST_OF_MONTH: ReadonlySet<number> = new Set(
  MONTH_OF.flatMap((month, day) => (month === MONTH_OF[day - 1] ? [] : [day])),
);
