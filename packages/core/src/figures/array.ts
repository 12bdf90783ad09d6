import type { Facts } from '../design/calculate';
import { monthName } from '../design/types';
import { figure, step, type Figure, type Pen } from './figure';

const CHAIN_SOURCE =
  'Mean of the month’s dark and bright days: Erbs 1982 (diffuse), Collares-Pereira & Rabl 1979 (hours), Hay & Davies 1980 (plane), Faiman 2008 (cell). Within 9 % a month of two hourly station years, given their sun.';

export function arrayFigures(facts: Facts, pen: Pen): Figure[] {
  const { design, array, module } = facts;
  const worst = array?.worst ?? null;
  const months = (array?.months ?? []).map((month) =>
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
            : `Used: ${pen(month.usedWh, 'energy')}, so ${pen(month.ratio, 'factor')} times as much is made.`,
      },
    ),
  );
  const need = array?.needs.map(
    ({ school, modules }) =>
      `By ${school === 'worst-month' ? 'the worst month' : 'the bank’s least charge rate'}: ${modules} panels.`,
  );
  return [
    ...months,
    figure(
      pen,
      'array.ratio',
      'array',
      worst ? `made to used, ${monthName(worst.month)}` : 'made to used',
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
          ? `The worst of the months in use. Practice asks for ${array?.loadRatio} for ${design.array.service} use (IEEE 1562, from memory).`
          : null,
      },
    ),
    figure(pen, 'array.need', 'array', 'panels asked for', array?.governing?.modules ?? null, 'count', {
      steps:
        array && worst
          ? [
              step('used a day', pen(worst.usedWh, 'energy')),
              step(`margin, ${design.array.service} use`, `× ${array.loadRatio}`),
              step('one panel gives', `÷ ${pen(array.perModuleWh, 'energy')}`),
            ]
          : [],
      source: 'Worst-month school with the load ratio of IEEE 1562 practice (from memory); rounded up.',
      others: need && need.length > 0 ? need.join(' ') : null,
    }),
    figure(
      pen,
      'array.watts',
      'array',
      'rated',
      array ? array.wiredW : design.array.count.value * module.pmaxW,
      'power',
      {
        steps: [
          step('one panel', pen(module.pmaxW, 'power')),
          step('in the strings', `× ${array?.wiredModules ?? design.array.count.value}`),
        ],
        source: 'Rated watts at standard conditions.',
      },
    ),
  ];
}

function madeSteps({ array, design, bank }: Facts, pen: Pen, month: number) {
  const at = array?.months[month - 1];
  if (!array || !at) return [];
  const beforeLosses = array.wiredW * at.poaKWhm2;
  const controller = design.strings.controller.efficiency.value / 100;
  const heat = at.madeWh + at.clippedWh * array.bankKeeps;
  const ideal = beforeLosses * array.keeps * controller * array.bankKeeps;
  return [
    step('rated', pen(array.wiredW, 'power')),
    step('peak sun hours on the plane', `× ${pen(at.poaKWhm2, 'hours')}`),
    step('cell temperature', `× ${ideal > 0 ? (heat / ideal).toFixed(3) : '1'}`),
    step('dirt, mismatch, wiring', `× ${array.keeps.toFixed(3)}`),
    step('controller', `× ${controller.toFixed(2)}`),
    ...(at.clippedWh > 1 ? [step('clipped on a mean day', `− ${pen(at.clippedWh, 'energy')}`)] : []),
    step(`bank, ${bank.chemistry.name}`, `× ${array.bankKeeps.toFixed(3)}`),
  ];
}
