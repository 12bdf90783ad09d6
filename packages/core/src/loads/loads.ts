import { ALL_MONTHS, usesInOrder, type Design, type Use } from '../design/types';

export interface UseRow {
  id: string;
  /** Energy a day in a month it is used, at the use itself, Wh. */
  ownWh: number;
  /** The same taken from the bank, with inverter or wiring losses, Wh. */
  busWh: number;
  months: readonly number[];
  surplus: boolean;
}

export interface LoadMonth {
  month: number;
  /** Must and should uses with the inverter's own draw, from the bank, Wh a day. */
  busWh: number;
  surplusWh: number;
  idleWh: number;
  /** Everything in use at once, W. */
  runningW: number;
  /** Running total plus the largest single start, W. */
  startW: number;
  starts: string | null;
}

export interface Loads {
  rows: UseRow[];
  months: LoadMonth[];
  /** The month that takes most, or null where nothing is used. */
  heaviest: LoadMonth | null;
  largestRunning: LoadMonth | null;
  worstStart: LoadMonth | null;
}

/** Energy a day at the use: running hours, and off draw in the hours left. */
export function ownWh(use: Use): number {
  const { count, watts, hours, standby } = use;
  return count.value * (watts.value * hours.value + standby.value * (24 - hours.value));
}

/** What the uses take from the bank, month by month. */
export function computeLoads(design: Design): Loads {
  const { supply } = design;
  const share = { ac: supply.inverterEfficiency.value / 100, dc: supply.dcEfficiency.value / 100 };
  const uses = usesInOrder(design);
  const rows = uses.map(([id, use]): UseRow => {
    const own = ownWh(use);
    return {
      id,
      ownWh: own,
      busWh: own / share[use.supply],
      months: use.months,
      surplus: use.priority === 'surplus',
    };
  });
  const months = ALL_MONTHS.map((month): LoadMonth => {
    const active = uses.filter(([, use]) => use.months.includes(month));
    const inverterOn = active.some(([, use]) => use.supply === 'ac' && use.priority !== 'surplus');
    const idleWh = inverterOn ? supply.inverterIdle.value * supply.inverterHours.value : 0;
    const activeRows = rows.filter((row) => row.months.includes(month));
    const busWh = sum(activeRows.filter((row) => !row.surplus).map((row) => row.busWh)) + idleWh;
    const runningW = sum(active.map(([, use]) => use.watts.value * use.count.value));
    let [surgeW, starts]: [number, string | null] = [0, null];
    for (const [, use] of active) {
      const extra = use.watts.value * (use.startFactor.value - 1);
      if (extra > surgeW) [surgeW, starts] = [extra, use.name];
    }
    return {
      month,
      busWh,
      surplusWh: sum(activeRows.filter((row) => row.surplus).map((row) => row.busWh)),
      idleWh,
      runningW,
      startW: runningW + surgeW,
      starts,
    };
  });
  return {
    rows,
    months,
    heaviest: largest(months, (month) => month.busWh),
    largestRunning: largest(months, (month) => month.runningW),
    worstStart: largest(months, (month) => month.startW),
  };
}

const sum = (values: number[]) => values.reduce((total, value) => total + value, 0);

function largest(months: LoadMonth[], of: (month: LoadMonth) => number): LoadMonth | null {
  let best: LoadMonth | null = null;
  for (const month of months) if (of(month) > (best ? of(best) : 0)) best = month;
  return best;
}
