import { calculate, type Facts } from '../calculate';
import type { JobClimate } from '../climate';
import {
  atStage,
  NO_PAINT,
  painted,
  stagesIn,
  USE_GROUPS,
  type Design,
  type Use,
  type UseGroup,
} from '../document';
import { choose, put, remedy, type Remedy } from '../findings';
import { paintIn, useDay, type UseRow } from '../loads';
import { STEP_H, sunDay } from '../sky';

export interface GroupHours {
  group: UseGroup | 'supply';
  name: string;
  /** Mean watts from the bank by month (12) and hour (24). */
  watts: number[][];
}

export interface Saving {
  useId: string;
  name: string;
  /** What would be changed, as a short order. */
  what: string;
  why: string;
  /** Energy a day in the month that decides, from the bank, Wh. */
  savesWh: number;
  /** Panels of the leading array that makes up for. */
  modules: number | null;
  /** Rated capacity the bank could be smaller by, Wh. */
  bankWh: number;
  remedy: Remedy | null;
}

export interface Cost {
  useId: string;
  name: string;
  /** A mean day in the month that decides, Wh, its share of all, and what it alone asks for. */
  wh: number;
  share: number;
  modules: number | null;
  bankWh: number;
}

export interface StageRow {
  /** 0 is today. */
  stage: number;
  busWh: number;
  startW: number;
  days: number | null;
  ratio: number | null;
  modules: number | null;
  units: number;
  stands: boolean;
}

export interface UsesPicture {
  groups: GroupHours[];
  /** Solar hours of sunrise and sunset by month; null where it does not rise, or there is no place. */
  sun: ([number, number] | null)[];
  /** The month that decides, 1–12. */
  month: number;
  untimed: number;
  costs: Cost[];
  savings: Saving[];
  stages: StageRow[];
}

/** The day by hour, what costs the most, and what changing it would save. Null where nothing is used. */
export function usesPicture(design: Design, grid: JobClimate | null): UsesPicture | null {
  const facts = calculate(design, grid);
  const { loads, energy, climate } = facts;
  if (!loads.heaviest) return null;
  const month = energy?.worst?.month ?? loads.heaviest.month;
  return {
    groups: groupsOf(facts),
    sun: Array.from({ length: 12 }, (_, m) => (climate ? sunHours(climate.latDeg, m) : null)),
    month,
    untimed: loads.months[month - 1]?.untimed ?? 0,
    costs: costsOf(facts, month),
    savings: savingsOf(facts, month),
    stages: stagesOf(design, grid),
  };
}

/** Solar hours of sunrise and sunset of a month's mean day, 0–11; null where it does not rise. */
export function sunHours(latDeg: number, month: number): [number, number] | null {
  const up = [...sunDay(latDeg, month).elevationDeg.keys()].filter(
    (step) => (sunDay(latDeg, month).elevationDeg[step] ?? 0) > 0,
  );
  const [first, last] = [up[0], up.at(-1)];
  return first === undefined || last === undefined ? null : [first * STEP_H, (last + 1) * STEP_H];
}

function groupsOf({ design, loads, climate }: Facts): GroupHours[] {
  const groups = new Map<UseGroup | 'supply', number[][]>();
  const of = (group: UseGroup | 'supply') => {
    const found = groups.get(group) ?? Array.from({ length: 12 }, () => new Array<number>(24).fill(0));
    groups.set(group, found);
    return found;
  };
  const { people } = design;
  const persons = people[people.sizes].value / Math.max(1, people.usual.value);
  for (const row of loads.rows) {
    const use = design.uses[row.id];
    if (!use || row.surplus || row.later) continue;
    const toBus = use.count.value / loads.gives[use.supply];
    for (let m = 0; m < 12; m++) {
      const mean = row.monthWh[m] ?? 0;
      if (mean === 0) continue;
      const { profile, runWh, offWh } = useDay(use, m + 1, climate?.months[m] ?? null, persons);
      const scale = mean / Math.max(1e-9, (runWh + offWh) * toBus);
      const hours = of(row.group)[m] as number[];
      for (let hour = 0; hour < 24; hour++)
        hours[hour] =
          (hours[hour] ?? 0) +
          (((profile[2 * hour] ?? 0) + (profile[2 * hour + 1] ?? 0)) / 2) * toBus * scale;
    }
  }
  for (const [m, { idleWh, padWh, controllersWh }] of loads.months.entries()) {
    const always = idleWh + padWh + controllersWh;
    if (always > 0) of('supply')[m] = new Array<number>(24).fill(always / 24);
  }
  const sum = (watts: number[][]) => watts.flat().reduce((all, w) => all + w, 0);
  return [...groups]
    .map(([group, watts]) => ({
      group,
      name: group === 'supply' ? 'inverter, pad and controllers' : USE_GROUPS[group],
      watts,
    }))
    .sort((a, b) => sum(b.watts) - sum(a.watts));
}

/** Panels and rated capacity that an energy a day in the month that decides asks for. */
function sizeOf(facts: Facts, wh: number): { modules: number | null; bankWh: number } {
  const { energy, bank, design } = facts;
  const per = energy?.arrays[facts.lead.id]?.perModuleWh ?? 0;
  const kept = (design.bank.depth.value / 100) * bank.temperatureFactor * bank.dischargeEfficiency;
  return {
    modules: energy && per > 0 ? (wh * energy.loadRatio) / per : null,
    bankWh: (wh * design.bank.days.value) / kept,
  };
}

function costsOf(facts: Facts, month: number): Cost[] {
  const all = facts.loads.months[month - 1]?.busWh ?? 0;
  const cost = (useId: string, name: string, wh: number): Cost => ({
    useId,
    name,
    wh,
    share: all > 0 ? wh / all : 0,
    ...sizeOf(facts, wh),
  });
  const { idleWh = 0, padWh = 0, controllersWh = 0 } = facts.loads.months[month - 1] ?? {};
  return [
    ...facts.loads.rows
      .filter((row) => !row.surplus && !row.later)
      .map((row) =>
        cost(row.id, facts.design.uses[row.id]?.name || 'unnamed use', row.monthWh[month - 1] ?? 0),
      ),
    cost('', 'inverter idle draw', idleWh),
    cost('', 'heating pad of the bank', padWh),
    cost('', 'controllers’ self-consumption', controllersWh),
  ]
    .filter(({ wh }) => wh > 0)
    .sort((a, b) => b.wh - a.wh);
}

/** A new cold box over the label of an old one, and light-emitting lamps over glowing ones. Common practice. */
const BETTER_COLD = 0.6;
const BETTER_LAMP_W = 8;
/** Noon and two hours to each side. */
const IN_THE_SUN = painted(NO_PAINT, 20, 28, true);
const CAN_WAIT: ReadonlySet<UseGroup> = new Set(['washing', 'water', 'tools', 'vehicle']);
const LEAST_WH = 5;

function savingsOf(facts: Facts, month: number): Saving[] {
  const found: Saving[] = [];
  for (const row of facts.loads.rows) {
    const use = facts.design.uses[row.id];
    const wh = row.monthWh[month - 1] ?? 0;
    if (!use || row.surplus || row.later || wh < LEAST_WH) continue;
    for (const { what, why, wh: saves, bankOnly, change } of changesOf(facts, row, use, wh, month)) {
      if (saves < LEAST_WH) continue;
      const size = sizeOf(facts, saves);
      found.push({
        useId: row.id,
        name: use.name || 'unnamed use',
        what,
        why,
        savesWh: saves,
        modules: size.modules,
        bankWh: bankOnly ?? size.bankWh,
        remedy: change,
      });
    }
  }
  return found.sort((a, b) => b.savesWh - a.savesWh).slice(0, 8);
}

interface Change {
  what: string;
  why: string;
  wh: number;
  /** Capacity saved where that is not by the energy. */
  bankOnly?: number;
  change: Remedy | null;
}

function changesOf(facts: Facts, row: UseRow, use: Use, wh: number, month: number): Change[] {
  const path = `/uses/${row.id}`;
  const changes: Change[] = [
    {
      what: 'Switch it off',
      why: 'a switched socket ends its off draw',
      wh: row.offWh,
      change: remedy('Switch it off', put(`${path}/standby`, { value: 0, from: 'chosen' })),
    },
  ];
  if (use.group === 'cold')
    changes.push({
      what: 'A better one',
      why: 'a new chest or a well-insulated box takes about 40 % less (common practice)',
      wh: wh * (1 - BETTER_COLD),
      change:
        use.form === 'label'
          ? remedy(
              'Try 40 % less',
              put(`${path}/given/labelWh`, {
                value: Math.round((use.given.labelWh?.value ?? 0) * BETTER_COLD),
                from: 'guess',
              }),
            )
          : null,
    });
  if (use.group === 'cooking' && row.runW >= 500)
    changes.push({
      what: 'Cook with gas or wood',
      why: 'heat is the dearest thing to make from stored sun',
      wh,
      change: remedy('Only on surplus', put(`${path}/priority`, 'surplus')),
    });
  if (use.group === 'lighting' && row.runW > 12)
    changes.push({
      what: `Lamps of ${BETTER_LAMP_W} W`,
      why: 'light-emitting lamps give as much',
      wh: wh * (1 - BETTER_LAMP_W / row.runW),
      change: remedy(`Try ${BETTER_LAMP_W} W`, put(`${path}/watts`, { value: BETTER_LAMP_W, from: 'guess' })),
    });
  const paint = paintIn(use, month);
  if (CAN_WAIT.has(use.group) && use.priority === 'should' && paint !== IN_THE_SUN && facts.made) {
    const dark = darkShare(facts.made[month - 1], paint);
    const stored = wh * dark;
    changes.push({
      what: 'Run it in the sun',
      why: `${Math.round(dark * 100)} % of it runs when the array gives little; by day it passes the bank by`,
      wh: stored * (1 / facts.bank.chemistry.roundTrip - 1),
      bankOnly: sizeOf(facts, stored).bankWh,
      change: remedy('Paint 10 to 14:30', put(`${path}/paint`, { year: IN_THE_SUN })),
    });
  }
  if (use.supply === 'ac' && use.group === 'communications' && row.runW < 100)
    changes.push({
      what: 'Feed it with DC',
      why: 'a DC supply passes the inverter by',
      wh: wh * (1 - facts.loads.gives.ac / facts.loads.gives.dc),
      change: remedy('Take it from DC', put(`${path}/supply`, 'dc')),
    });
  if (
    use.form === 'watts' &&
    Object.keys(use.paint).length === 0 &&
    use.hours.value >= 20 &&
    use.priority === 'should'
  )
    changes.push({
      what: 'Half the hours',
      why: 'it runs day and night',
      wh: wh / 2,
      change: remedy('Try half', choose(`${path}/hours`, use.hours.value / 2)),
    });
  return changes;
}

/** Share of the painted hours, of the whole day where nothing is painted, with less than a third of the best sun. */
function darkShare(made: Float64Array | undefined, paint: string | undefined): number {
  if (!made) return 0;
  const bright = Math.max(...made) / 3;
  let [all, dark] = [0, 0];
  for (const [cell, watts] of made.entries()) {
    if (paint !== undefined && paint[cell] !== '1') continue;
    all++;
    if (watts < bright) dark++;
  }
  return all > 0 ? dark / all : 0;
}

/** Today and each later stage, on the bank and the array as they are. */
function stagesOf(design: Design, grid: JobClimate | null): StageRow[] {
  const stages = stagesIn(design);
  if (stages.length === 0) return [];
  return [0, ...stages].map((stage): StageRow => {
    const { loads, bank, energy, bankGoverning } = calculate(atStage(design, stage), grid);
    const ratio = energy?.worst?.ratio ?? null;
    return {
      stage,
      busWh: loads.heaviest?.fullWh ?? 0,
      startW: loads.worstStart?.startW ?? 0,
      days: bank.days,
      ratio,
      modules: energy?.governing?.modules ?? null,
      units: (bankGoverning?.parallel ?? 0) * bank.seriesForBus,
      stands: (bank.days ?? 0) >= design.bank.days.value * 0.995 && (ratio ?? 1) >= 1,
    };
  });
}
