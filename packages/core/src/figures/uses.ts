import { onFacts, type Facts } from '../calculate';
import type { Design } from '../document';
import type { LoadMonth, Loads, UseRow } from '../loads';
import { monthName } from '../units';
import { figure, step, type Figure, type Pen, type Step } from './figure';
import { useFigure } from './oneUse';

/** A table longer than this sends the workings of its rows only when they are asked for. */
const MOST_IN_FULL = 60;

const NIGHT_H = 8;
const clockHour = (hour: number) => `${String(hour).padStart(2, '0')}:00`;

const IDLE_STEP = 'inverter idle draw';

/** Rows, months, sums and the share through the bank, each written anew only when what it reads has changed. */
export const useFigures = (facts: Facts, pen: Pen): Figure[] =>
  [rowFigures, monthFigures, useSums, throughBankFigures].flatMap((make) => make(facts, pen));

const rowFigures = onFacts('figures of the uses', ({ design, loads }: Facts, pen: Pen): Figure[] =>
  loads.rows.flatMap((row) => useFigure(design, loads, pen, row, loads.rows.length > MOST_IN_FULL)),
);

const monthFigures = onFacts('figures of the months', ({ design, loads }: Facts, pen: Pen): Figure[] =>
  loads.months.map((month) =>
    figure(
      pen,
      `load:${month.month}`,
      'uses',
      `used a day in ${monthName(month.month)}`,
      month.busWh,
      'energy',
      {
        steps: rowSteps(design.uses, loads, pen, month.month),
        source:
          'Sum of the uses of the month that must or should run, taken from the bank. Uses on surplus only are left out.',
        others:
          month.surplusWh > 0 ? `Uses on surplus would take ${pen(month.surplusWh, 'energy')} more.` : null,
      },
    ),
  ),
);

const throughBankFigures = onFacts('share through the bank told', (facts: Facts, pen: Pen): Figure[] => [
  figure(pen, 'load.throughBank', 'uses', 'goes through the bank', facts.throughBankPct, 'percent', {
    source:
      'By the hours of the uses against the hours of the sun on mean days, in the months in use. What has no hours is spread over the day.',
    others: `The design uses ${pen(facts.design.energy.throughBank.value, 'percent')}.`,
  }),
]);

export const useSums = onFacts('sums of the uses', sumsOf);

function sumsOf({ design, loads }: Facts, pen: Pen): Figure[] {
  const { heaviest, largestRunning, worstStart } = loads;
  const peak = heaviest && peakHour(heaviest);
  return [
    figure(
      pen,
      'load.heaviest',
      'uses',
      heaviest ? `a day in ${monthName(heaviest.month)}` : 'a day',
      heaviest?.busWh ?? null,
      'energy',
      {
        steps: heaviest ? rowSteps(design.uses, loads, pen, heaviest.month) : [],
        source: 'The month that takes most from the bank, as the mean of its days.',
        others: heaviest
          ? `At ${design.busVolts} V that is ${pen(heaviest.busWh / design.busVolts, 'charge')} a day.${
              heaviest.fullWh > heaviest.busWh * 1.005
                ? ` A day on which all of it runs takes ${pen(heaviest.fullWh, 'energy')}.`
                : ''
            }`
          : null,
      },
    ),
    figure(pen, 'load.running', 'uses', 'all at once', largestRunning?.runningW ?? null, 'power', {
      steps: largestRunning
        ? [
            ...wattSteps(design.uses, loads, pen, largestRunning.month),
            ...(design.supply.sharing.value < 100
              ? [step('of it at the same time', `× ${(design.supply.sharing.value / 100).toFixed(2)}`)]
              : []),
          ]
        : [],
      source:
        design.supply.sharing.value < 100
          ? `Of every use of the month ${pen(design.supply.sharing.value, 'percent')} at the same moment, and never less than the largest.`
          : 'Every use of the month running at the same moment: an upper bound.',
      others: largestRunning
        ? `Of it ${pen(largestRunning.acW, 'power')} from the inverter. The bank gives ${pen(largestRunning.bankW, 'power')}, ${pen(largestRunning.bankW / design.busVolts, 'current')} at ${design.busVolts} V.`
        : null,
    }),
    figure(pen, 'load.start', 'uses', 'worst start', worstStart?.startW ?? null, 'power', {
      steps: worstStart
        ? [
            step('running on AC', pen(worstStart.acW, 'power')),
            step(
              worstStart.starts ? `${worstStart.starts} starts` : 'no start surge',
              `+ ${pen(worstStart.startW - worstStart.acW, 'power')}`,
            ),
          ]
        : [],
      source: 'What runs on AC plus the hardest single start there, common practice: the inverter’s surge.',
    }),
    figure(pen, 'load.peak', 'uses', 'the heaviest hour', peak?.watts ?? null, 'power', {
      steps: peak
        ? [
            step(
              `${clockHour(peak.hour)} in ${monthName(peak.month)}, on a mean day`,
              pen(peak.watts, 'power'),
            ),
          ]
        : [],
      source: 'Largest hour of the mean days by the painted hours; what has no hours is spread over the day.',
    }),
    figure(
      pen,
      'load.nightOff',
      'uses',
      'saved by switching the inverter off at night',
      nightSaves(design.supply) || null,
      'energy',
      {
        steps: [
          step('inverter idle draw', pen(design.supply.inverterIdle.value, 'power')),
          step('hours of the night', `× ${pen(NIGHT_H, 'hours')}`),
        ],
        source: 'Its own draw over eight hours; only where nothing on AC must run at night.',
      },
    ),
  ];
}

function nightSaves({ inverterIdle, inverterHours }: Design['supply']): number {
  return inverterIdle.value * Math.max(0, Math.min(NIGHT_H, inverterHours.value - (24 - NIGHT_H)));
}

/** The largest hour of a month's mean day. */
function peakHour({ month, profile }: LoadMonth): { month: number; hour: number; watts: number } {
  let best = { month, hour: 0, watts: 0 };
  for (let hour = 0; hour < 24; hour++) {
    const watts = ((profile[2 * hour] ?? 0) + (profile[2 * hour + 1] ?? 0)) / 2;
    if (watts > best.watts) best = { month, hour, watts };
  }
  return best;
}

function rowSteps(uses: Design['uses'], loads: Loads, pen: Pen, month: number) {
  const of = (row: UseRow) => row.monthWh[month - 1] ?? 0;
  const rows = loads.rows.filter((row) => !row.surplus && !row.later && of(row) > 0);
  const steps = listed(
    rows,
    of,
    (row) => uses[row.id]?.name,
    (wh) => pen(wh, 'energy'),
  );
  const { idleWh = 0, padWh = 0, controllersWh = 0 } = loads.months[month - 1] ?? {};
  if (idleWh > 0) steps.push(step(IDLE_STEP, pen(idleWh, 'energy')));
  if (padWh > 0) steps.push(step('heating pad of the bank', pen(padWh, 'energy')));
  if (controllersWh > 0) steps.push(step('controllers’ self-consumption', pen(controllersWh, 'energy')));
  return steps;
}

function wattSteps(uses: Design['uses'], loads: Loads, pen: Pen, month: number) {
  const watts = (row: UseRow) => row.runW * (uses[row.id]?.count.value ?? 0);
  const active = loads.rows.filter((row) => !row.later && row.months.includes(month));
  return listed(
    active,
    watts,
    (row) => uses[row.id]?.name,
    (w) => pen(w, 'power'),
  );
}

/** A sum of more than this is told by its largest parts and the rest in one. */
const MOST_STEPS = 16;

function listed(
  rows: readonly UseRow[],
  of: (row: UseRow) => number,
  name: (row: UseRow) => string | undefined,
  shown: (value: number) => string,
): Step[] {
  const told = largest(rows, of, rows.length > MOST_STEPS ? MOST_STEPS - 1 : rows.length);
  const steps = told.map((row) => step(name(row) || 'unnamed', shown(of(row))));
  const rest = rows.length - told.length;
  if (rest > 0) {
    const sum = (list: readonly UseRow[]) => list.reduce((all, row) => all + of(row), 0);
    steps.push(step(`${rest} smaller ones`, shown(sum(rows) - sum(told))));
  }
  return steps;
}

/** The largest few, largest first, without sorting all of a long list. */
function largest<T>(list: readonly T[], of: (item: T) => number, most: number): T[] {
  const found: T[] = [];
  for (const item of list) {
    const least = found.length < most ? -Infinity : of(found[most - 1] as T);
    if (of(item) <= least) continue;
    let at = found.length;
    while (at > 0 && of(found[at - 1] as T) < of(item)) at--;
    found.splice(at, 0, item);
    if (found.length > most) found.pop();
  }
  return found;
}
