import { type Facts } from '../calculate';
import { panelCount, panelWatts } from '../document';
import { monthName } from '../units';
import { figure, step, type Figure, type Pen, type Step } from './figure';

const CHAIN_SOURCE =
  'Mean of the month’s dark and bright days: Erbs 1982 (diffuse), Collares-Pereira & Rabl 1979 (hours), Hay & Davies 1980 (plane), Faiman 2008 (cell). Within 9 % a month of two hourly station years, given their sun.';

export function arrayFigures(facts: Facts, pen: Pen): Figure[] {
  const { design, energy, arrays } = facts;
  const worst = energy?.worst ?? null;
  const months = (energy?.months ?? []).map((month) =>
    figure(
      pen,
      `made:${month.month}`,
      'array',
      `made a day in ${monthName(month.month)}`,
      month.madeWh,
      'energy',
      {
        steps: madeSteps(facts, pen, month.month),
        source: CHAIN_SOURCE,
        others:
          month.ratio === null
            ? 'Nothing is used in this month.'
            : `Used: ${pen(month.usedWh, 'energy')}, so ${month.ratio.toFixed(2)} times as much is made.`,
      },
    ),
  );
  const need = energy?.needs.map(
    ({ school, modules }) =>
      `By ${school === 'worst-month' ? 'the worst month' : 'the bank’s least charge rate'}: ${modules} panels.`,
  );
  return [
    ...months,
    figure(
      pen,
      'array.ratio',
      'array',
      worst ? `made per kWh used, ${monthName(worst.month)}` : 'made per kWh used',
      worst?.ratio ?? null,
      'factor',
      {
        steps: worst
          ? [
              step(`made a day in ${monthName(worst.month)}`, pen(worst.madeWh, 'energy')),
              step('used a day', `÷ ${pen(worst.usedWh, 'energy')}`),
            ]
          : [],
        source: CHAIN_SOURCE,
        others: worst
          ? `The worst of the months in use. Practice asks for ${energy?.loadRatio} for ${design.energy.service} use (IEEE 1562, from memory).`
          : null,
      },
    ),
    figure(pen, 'array.need', 'array', 'panels asked for', energy?.governing?.modules ?? null, 'count', {
      steps: needSteps(facts, pen),
      source:
        energy?.governing?.school === 'charge-rate'
          ? 'The bank’s least charge rate (common practice), at full sun; rounded up.'
          : 'Worst-month school with the load ratio of IEEE 1562 practice (from memory); rounded up.',
      others: need && need.length > 0 ? need.join(' ') : null,
    }),
    figure(
      pen,
      'array.watts',
      'array',
      'rated',
      energy ? energy.wiredW : arrays.reduce((sum, { plan }) => sum + panelWatts(plan), 0),
      'power',
      {
        steps: arrays.flatMap(({ id, plan, module, called, pile }, index) => {
          const wired = energy?.arrays[id]?.wiredModules ?? panelCount(plan);
          const watts = energy?.arrays[id]?.wiredW ?? panelWatts(plan);
          if (called) return step(`${called}, ${wired} panels`, summand(pen(watts, 'power'), index));
          return pile
            ? step(`${wired} panels, not alike`, pen(watts, 'power'))
            : [step('one panel', pen(module.pmaxW, 'power')), step('in the strings', `× ${wired}`)];
        }),
        source: 'Rated watts at standard conditions.',
      },
    ),
  ];
}

/** How many panels the school that governs asks for. */
function needSteps({ design, energy, arrays, lead, bank }: Facts, pen: Pen): Step[] {
  const need = energy?.governing;
  if (!need) return [];
  const byDay = need.school === 'worst-month';
  const shown = (value: number) => pen(value, byDay ? 'energy' : 'current');
  return [
    ...(byDay
      ? [
          step('used a day', pen(need.wanted / energy.loadRatio, 'energy')),
          step(`margin, ${design.energy.service} use`, `× ${energy.loadRatio}`),
        ]
      : [
          step('capacity of the bank', pen(bank.ah, 'charge')),
          step('least charge rate, of it an hour', `× ${bank.chemistry.chargeMinC}`),
        ]),
    ...(arrays.length > 1 ? [step('the other arrays give', `− ${shown(need.others)}`)] : []),
    step(`one panel${lead.called ? ` of ${lead.called}` : ''} gives`, `÷ ${shown(need.each)}`),
  ];
}

/** Of a sum, all but the first carry their sign. */
const summand = (text: string, index: number) => (index === 0 ? text : `+ ${text}`);

function madeSteps({ energy, arrays, bank }: Facts, pen: Pen, month: number) {
  const at = energy?.months[month - 1];
  if (!energy || !at) return [];
  const clipped = at.clippedWh > 1 ? [step('clipped on a mean day', `− ${pen(at.clippedWh, 'energy')}`)] : [];
  const stored = step(`bank, ${bank.chemistry.name}`, `× ${energy.bankKeeps.toFixed(3)}`);
  const [only] = arrays;
  if (arrays.length > 1 || !only) {
    return [
      ...arrays.map(({ id, called }, index) =>
        step(called, summand(pen(at.byArray[id] ?? 0, 'energy'), index)),
      ),
      ...(clipped.length > 0 ? [step('of which clipped already', pen(at.clippedWh, 'energy'))] : []),
    ];
  }
  const share = energy.arrays[only.id];
  const year = only.year?.[month - 1];
  if (!share || !year) return [];
  const controller = only.controller.efficiency.value / 100;
  const open = share.wiredW * year.openKWhm2;
  const shaded = share.wiredW * year.poaKWhm2;
  const ideal = shaded * share.keeps * controller * energy.bankKeeps;
  const reached = at.madeWh + at.clippedWh * energy.bankKeeps;
  return [
    step('rated', pen(share.wiredW, 'power')),
    step('peak sun hours on the plane', `× ${year.openKWhm2.toFixed(2)}\u00a0h`),
    ...(year.openKWhm2 - year.poaKWhm2 > 0.001
      ? [step('left by what stands in the way', `× ${(shaded / open).toFixed(3)}`)]
      : []),
    step('heat, dirt and snow', `× ${ideal > 0 ? (reached / ideal).toFixed(3) : '1'}`),
    step('mismatch, wiring', `× ${share.keeps.toFixed(3)}`),
    step('controller', `× ${controller.toFixed(2)}`),
    ...clipped,
    stored,
  ];
}
