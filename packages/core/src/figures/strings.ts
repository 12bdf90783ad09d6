import { onFacts, type ArrayFacts, type Facts } from '../calculate';
import type { Controller } from '../document';
import type { StringsResult } from '../strings';
import { coldFigure } from './cold';
import { figure, ofArray, step, type Figure, type Pen } from './figure';
import { pileFigures } from './pile';

/** Of every array; the first has the plain ids. */
export const stringFigures = (facts: Facts, pen: Pen): Figure[] =>
  facts.arrays.flatMap((array) => ofOne(array, facts, ofArray('', facts.arrays, array.id), pen));

const ofOne = onFacts(
  'figures of the strings',
  (array: ArrayFacts, facts: Facts, suffix: string, pen: Pen): Figure[] =>
    arrayStringFigures(array, facts, pen).map((figure) => ({
      ...figure,
      id: figure.id + suffix,
      label: array.called ? `${figure.label}, ${array.called}` : figure.label,
    })),
);

function arrayStringFigures(
  { id, plan, controller, strings, module, pile }: ArrayFacts,
  { bank, energy }: Facts,
  pen: Pen,
): Figure[] {
  if (!strings) return [];
  if (pile) return pileFigures(pile, strings, module, pen);
  const share = energy?.arrays[id];
  const atPosts = share
    ? (share.wiredW *
        (1 + plan.bifacial.value / 100) *
        share.keeps *
        (1 - plan.soiling.value / 100) *
        controller.efficiency.value) /
      100
    : null;
  const { chosen, window, schools, panel } = strings;
  const colder = 25 - strings.lowC;
  const beta = module.betaVoc;
  const hotter = strings.hotCellC - 25;
  const others = [
    schools.coefficient === null
      ? null
      : `the code table gives × ${schools.codeTable.toFixed(2)}, ${volts(pen, chosen.series * module.vocV * schools.codeTable)}`,
    schools.meanYearlyLow === null
      ? null
      : `the mean of yearly lows, taken at ${pen(schools.yearlyLowC, 'temperature')}, ${volts(pen, chosen.series * module.vocV * schools.meanYearlyLow)}`,
  ].filter((text) => text !== null);
  return [
    coldFigure(pen, strings, {
      steps: [
        step('open-circuit at 25 °C', pen(module.vocV, 'voltage')),
        step('in series', `× ${chosen.series}`),
        ...(beta === null
          ? [step(`code table at ${pen(strings.lowC, 'temperature')}`, `× ${strings.coldFactor.toFixed(2)}`)]
          : [
              step('colder than 25 °C by', `${colder.toFixed(1)} K`),
              step('per kelvin', `${pen(-beta * 100, 'coefficient')}`),
              step(`1 + ${colder.toFixed(1)} × ${(-beta).toFixed(4)}`, `× ${strings.coldFactor.toFixed(3)}`),
            ]),
      ],
      source:
        beta === null
          ? 'The sheet gives no coefficient, so the code table serves: NEC table 690.7(A), crystalline silicon (from memory).'
          : 'Record low with the panel’s own coefficient.',
      others: others.length > 0 ? `Other schools: ${others.join('; ')}.` : null,
    }),
    figure(pen, 'strings.hot', 'strings', 'hot working', chosen.hotVmpV, 'voltage', {
      steps: [
        step('working volts at 25 °C', pen(module.vmpV, 'voltage')),
        step('in series', `× ${chosen.series}`),
        step(`cell at ${pen(strings.hotCellC, 'temperature')}, hotter by`, `${hotter.toFixed(0)} K`),
        step(
          `1 − ${hotter.toFixed(0)} × ${(-module.gammaPmax).toFixed(4)}`,
          `× ${(panel.hotVmpV / module.vmpV).toFixed(3)}`,
        ),
      ],
      source:
        'Record high plus the rise of this mounting (common practice); volts fall at the rate of power, on the careful side.',
      others: hotWords(strings, controller.kind, bank.absorptionV, pen),
    }),
    figure(pen, 'strings.isc', 'strings', 'short-circuit amps an input', chosen.iscA, 'current', {
      steps: [
        step('short-circuit', pen(module.iscA, 'current')),
        step('in parallel', `× ${chosen.parallel}`),
        step('sky brighter than standard', '× 1.25'),
      ],
      source: 'NEC 690.8(A).',
      others: `The input is rated for ${pen(window.maxIscA, 'current')}.`,
    }),
    figure(pen, 'strings.imp', 'strings', 'working amps an input', chosen.impA, 'current', {
      steps: [step('working amps', pen(module.impA, 'current')), step('in parallel', `× ${chosen.parallel}`)],
      source: 'Data sheet, standard conditions.',
      others: `The input uses up to ${pen(window.maxA, 'current')}.`,
    }),
    figure(
      pen,
      'strings.power',
      'strings',
      'charge amps at full sun',
      atPosts === null ? null : atPosts / bank.absorptionV,
      'current',
      {
        steps: share
          ? [
              step('rated in the strings', pen(share.wiredW, 'power')),
              step(
                'dirt, mismatch, wiring',
                `× ${(share.keeps * (1 - plan.soiling.value / 100)).toFixed(3)}`,
              ),
              ...(plan.bifacial.value > 0
                ? [step('light from behind', `× ${(1 + plan.bifacial.value / 100).toFixed(3)}`)]
                : []),
              step('controller', `× ${(controller.efficiency.value / 100).toFixed(2)}`),
              step('bank while it absorbs', `÷ ${pen(bank.absorptionV, 'voltage')}`),
            ]
          : [],
        source: 'Power over volts, at standard sun.',
        others: `The controller gives ${pen(controller.chargeAmps.value, 'current')} at most, ${pen(window.usableW, 'power')} of panels.`,
      },
    ),
  ];
}

const volts = (pen: Pen, value: number) => pen(value, 'voltage');

/** What a hot string is asked for: to start, and to go on. */
function hotWords(
  { chosen, window }: StringsResult,
  kind: Controller['kind'],
  absorptionV: number,
  pen: Pen,
): string {
  const kept = `Held there a hot string gives ${pen(100 * chosen.hotKept, 'percent')} of its best.`;
  if (kind === 'pwm')
    return `It ties the panels to the bank, which absorbs at ${pen(absorptionV, 'voltage')}: amps at those volts count. ${kept}`;
  const start =
    window.startV > 0
      ? ` It starts at ${pen(window.startV, 'voltage')} open-circuit; hot the string has ${pen(chosen.hotVocV, 'voltage')}.`
      : '';
  return `It charges above ${pen(window.chargesFromV, 'voltage')}.${start} ${kept}`;
}
