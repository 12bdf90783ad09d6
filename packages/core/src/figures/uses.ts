import type { Facts } from '../design/calculate';
import { monthName } from '../design/types';
import { figure, step, type Figure, type Pen } from './figure';

const IDLE_STEP = 'inverter’s own draw';

export function useFigures(facts: Facts, pen: Pen): Figure[] {
  const { design, loads } = facts;
  const { heaviest, largestRunning, worstStart } = loads;
  const rows = loads.rows.flatMap((row): Figure[] => {
    const use = design.uses[row.id];
    if (!use) return [];
    const ac = use.supply === 'ac';
    const share = ac ? design.supply.inverterEfficiency.value : design.supply.dcEfficiency.value;
    const off = use.standby.value * (24 - use.hours.value);
    return [
      figure(pen, `use:${row.id}`, 'uses', `${use.name || 'unnamed use'}, a day`, row.busWh, 'energy', {
        steps: [
          step('while it runs', pen(use.watts.value, 'power')),
          step('hours a day', `× ${pen(use.hours.value, 'hours')}`),
          ...(off > 0 ? [step('off draw, the other hours', `+ ${pen(off, 'energy')}`)] : []),
          step('how many', `× ${use.count.value}`),
          step(ac ? 'inverter gives back' : 'DC wiring gives back', `÷ ${(share / 100).toFixed(2)}`),
        ],
        source: 'Energy is power × time; the bank gives what the inverter or the wiring loses on top.',
      }),
    ];
  });
  const months = loads.months.map((month) =>
    figure(
      pen,
      `load:${month.month}`,
      'uses',
      `used a day in ${monthName(month.month)}`,
      month.busWh,
      'energy',
      {
        steps: [
          ...rowSteps(facts, pen, month.month),
          ...(month.idleWh > 0 ? [step(IDLE_STEP, pen(month.idleWh, 'energy'))] : []),
        ],
        source:
          'Sum of the uses of the month that must or should run, taken from the bank. Uses on surplus only are left out.',
        others:
          month.surplusWh > 0 ? `Uses on surplus would take ${pen(month.surplusWh, 'energy')} more.` : null,
      },
    ),
  );
  return [
    ...rows,
    ...months,
    figure(
      pen,
      'load.heaviest',
      'uses',
      heaviest ? `a day in ${monthName(heaviest.month)}` : 'a day',
      heaviest?.busWh ?? null,
      'energy',
      {
        steps: heaviest
          ? [
              ...rowSteps(facts, pen, heaviest.month),
              ...(heaviest.idleWh > 0 ? [step(IDLE_STEP, pen(heaviest.idleWh, 'energy'))] : []),
            ]
          : [],
        source: 'The month that takes most from the bank.',
        others: heaviest
          ? `At ${design.busVolts} V that is ${pen(heaviest.busWh / design.busVolts, 'charge')} a day.`
          : null,
      },
    ),
    figure(pen, 'load.running', 'uses', 'all at once', largestRunning?.runningW ?? null, 'power', {
      steps: largestRunning ? wattSteps(facts, pen, largestRunning.month) : [],
      source: 'Every use of the month running at the same moment: an upper bound for the inverter.',
    }),
    figure(pen, 'load.start', 'uses', 'worst start', worstStart?.startW ?? null, 'power', {
      steps: worstStart
        ? [
            step('everything running', pen(worstStart.runningW, 'power')),
            step(
              worstStart.starts ? `${worstStart.starts} starts` : 'no start surge',
              `+ ${pen(worstStart.startW - worstStart.runningW, 'power')}`,
            ),
          ]
        : [],
      source: 'Running total plus the largest single start, common practice.',
    }),
  ];
}

function rowSteps({ design, loads }: Facts, pen: Pen, month: number) {
  const rows = loads.rows.filter((row) => !row.surplus && row.months.includes(month));
  return largestFirst(rows, (row) => row.busWh).map((row) =>
    step(design.uses[row.id]?.name || 'unnamed', pen(row.busWh, 'energy')),
  );
}

function wattSteps({ design }: Facts, pen: Pen, month: number) {
  const active = Object.values(design.uses).filter((use) => use.months.includes(month));
  return largestFirst(active, (use) => use.watts.value * use.count.value).map((use) =>
    step(use.name || 'unnamed', pen(use.watts.value * use.count.value, 'power')),
  );
}

const largestFirst = <T>(list: T[], of: (item: T) => number) => list.toSorted((a, b) => of(b) - of(a));
