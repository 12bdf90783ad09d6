import type { Facts } from '../calculate';
import { atConditions, pointsOf } from '../curve';
import { INPUT_LIMITS, type DcLimits, type InputLimit, type School } from '../document';
import { fitOf, shareAt } from '../module';
import { inputsOf, LOSS, stringsOn } from '../strings';
import { ofEveryArray, type ArrayRule } from './everyArray';
import { choose, remedy, type FindingParts, type Rule } from './finding';
import { inputsShared, onInputs } from './sharedInputs';

/** Light of a dull winter morning on the panels, W/m². Common practice. */
const DIM_WM2 = 60;
/** Working volts left after twenty years. Common practice: panels lose about a quarter of a per cent of them a year. */
const AGED_VOLTS = 0.95;
/** Of what an aged string could give when hot, so much left is well. Common practice. */
const AGED_WELL = 0.9;

const wakesLate: ArrayRule = (
  { berth, controller, paths, pile, plan, module, strings },
  pen,
  { climate },
) => {
  if (!strings || pile || !climate) return null;
  const fit = fitOf(module);
  const start = Math.max(...stringsOn(berth, plan.strings.inputs.value).map(({ startV }) => startV));
  if (!fit.ok || !controller.startVolts) return null;
  const coldest = climate.months.reduce((least, month) => (month.airC < least.airC ? month : least));
  const each = pointsOf(atConditions(fit.five, DIM_WM2, coldest.airC)).vocV;
  const dim = each * plan.strings.series.value;
  if (dim >= start) return null;
  return {
    id: 'strings.start',
    severity: 'look',
    sheet: 'strings',
    title: 'Wakes late on a dull morning',
    sentence: `In ${DIM_WM2} W/m² the string stands at ${pen(dim, 'voltage')}; the controller wakes at ${pen(start, 'voltage')}. It sleeps through dull hours: one more in series cures that where the cold allows it.`,
    value: dim,
    limit: start,
    focus: `${paths.array}/strings/series`,
  };
};

const agedAndHot: ArrayRule = ({ strings, paths, pile }, pen) => {
  if (!strings || pile || strings.chosen.faults !== 0) return null;
  const { chosen, window, panel } = strings;
  if (window.ties || chosen.losses & LOSS.hot) return null;
  const each = window.chargesFromV / chosen.series / AGED_VOLTS;
  const left = shareAt(panel.hot.power, each, panel.hot.vocV);
  if (left >= AGED_WELL) return null;
  return {
    id: 'strings.aged',
    severity: 'note',
    sheet: 'strings',
    title: 'Little left for age',
    sentence: `Twenty years old and hot the string works best at ${pen(chosen.hotVmpV * AGED_VOLTS, 'voltage')}; this bank charges only above ${pen(window.chargesFromV, 'voltage')}, where it gives ${pen(100 * left, 'percent')} of its best.`,
    value: chosen.hotVmpV * AGED_VOLTS,
    limit: window.chargesFromV,
    focus: `${paths.array}/strings/series`,
  };
};

/** A boost controller cannot hold back what comes from above the bank. */
const boostAbove: ArrayRule = ({ controller, strings, paths }, pen, { bank }) => {
  if (controller.kind !== 'boost' || !strings || strings.chosen.coldVocV <= bank.absorptionV) return null;
  return {
    id: 'strings.boost',
    severity: 'stop',
    sheet: 'strings',
    title: 'Panels above the bank on a boost controller',
    sentence: `Cold they reach ${pen(strings.chosen.coldVocV, 'voltage')}, above the ${pen(bank.absorptionV, 'voltage')} the bank absorbs at: a boost controller cannot hold that back, and the bank is overcharged. Fewer in series, or one that tracks down.`,
    value: strings.chosen.coldVocV,
    limit: bank.absorptionV,
    focus: `${paths.array}/strings/series`,
  };
};

const PARTS: Readonly<Record<Exclude<keyof DcLimits, 'poles'>, string>> = {
  combiner: 'the combiner is rated for',
  disconnect: 'the disconnect is rated for',
  cable: 'the cable is rated for',
  connector: 'the connectors are rated for',
  dwelling: 'the local code allows on a dwelling',
};

const dcLimits: Rule = ({ arrays, design }, pen) => {
  const highest = arrays.reduce((most, { strings }) => Math.max(most, strings?.chosen.coldVocV ?? 0), 0);
  return (Object.keys(PARTS) as (keyof typeof PARTS)[]).flatMap((part): FindingParts[] => {
    const limit = design.dc[part]?.value;
    if (limit === undefined || highest <= limit) return [];
    return [
      {
        id: `dc.${part}`,
        severity: 'stop',
        sheet: 'strings',
        title: 'Cold voltage above the rating of a part',
        sentence: `${pen(highest, 'voltage')} on the coldest morning; ${PARTS[part]} ${pen(limit, 'voltage')}.`,
        value: highest,
        limit,
        focus: `/dc/${part}`,
      },
    ];
  });
};

/**
 * Conductors that the disconnect must open: two for every input in use. Strings side by side come down as one circuit,
 * joined by branch connectors where there are two and in a combiner from three on, and so do arrays that share an input.
 */
export const polesNeeded = (facts: Facts): number => 2 * onInputs(facts).size;

/** Poles that disconnects are sold with, side by side at most. Common practice. */
const MOST_POLES = 8;

const poles: Rule = (facts) => {
  const has = facts.design.dc.poles?.value;
  const wants = polesNeeded(facts);
  if (has === undefined || has >= wants) return null;
  return {
    id: 'dc.poles',
    severity: 'look',
    sheet: 'strings',
    title: 'Too few poles to switch off all of it',
    sentence: `The strings come down as ${wants / 2} circuits, ${wants} conductors; the disconnect opens ${has}. Another switch, or a combiner that makes one circuit of several.`,
    value: has,
    limit: wants,
    remedies:
      wants <= MOST_POLES ? [remedy(`A disconnect of ${wants} poles`, choose('/dc/poles', wants))] : [],
    focus: '/dc/poles',
  };
};

const keptFree: Rule = ({ arrays, design }) =>
  Object.entries(design.controllers).flatMap(([id, controller]): FindingParts[] => {
    const used = arrays
      .filter(({ controllerId }) => controllerId === id)
      .reduce((sum, { pile, plan }) => sum + (pile ? pile.inputs.length : plan.strings.inputs.value), 0);
    const free = controller.inputs.value - used;
    const wanted = controller.keepFree.value;
    if (wanted === 0 || free >= wanted || free < 0) return [];
    return [
      {
        id: `controller.free:${id}`,
        severity: 'look',
        sheet: 'strings',
        title: 'An input meant to stay free is used',
        sentence: `${controller.label} was to keep ${wanted} free for later; ${free} ${free === 1 ? 'is' : 'are'} left.`,
        value: free,
        limit: wanted,
        focus: `/controllers/${id}/keepFree`,
      },
    ];
  });

/** Limits of one input that stand in the wrong order. */
const inputInsideOut: Rule = ({ design, bank }, pen) =>
  Object.entries(design.controllers).flatMap(([id, controller]) =>
    inputsOf(controller, bank).flatMap(({ input }): FindingParts[] => {
      const own = controller.inputLimits[input];
      if (!own || Object.keys(own).length === 0) return [];
      const at = (key: InputLimit) => (own[key] ?? controller[key])?.value ?? 0;
      const [low, work, max] = [at('minVolts'), at('maxWorkVolts'), at('maxVolts')];
      if (low < work && work <= max) return [];
      return [
        {
          id: `controller.input:${id}.${input}`,
          severity: 'stop',
          sheet: 'strings',
          title: `The window of input ${input} is inside out`,
          sentence: `It should work from ${pen(low, 'voltage')} up to ${pen(work, 'voltage')} and be rated for ${pen(max, 'voltage')}, each above the one before.`,
          focus: `/controllers/${id}/inputLimits/${input}/${INPUT_LIMITS.find((key) => own[key]) ?? 'maxVolts'}`,
        },
      ];
    }),
  );

/** What the codes ask of the direct-current side beside volts and amps; the wiring has it worked out. */
const PROTECTION: Readonly<Record<School, string>> = {
  'north-american':
    'On or in a building direct current from 80 V up needs arc-fault protection (NEC 690.11) and rapid shut-down (690.12); every array ground-fault protection (690.41), frames and rails bonded and earthed (690.43, 690.47), and a disconnect in reach (690.13). From memory: the edition in force, and who inspects it, decide.',
  iec: 'Frames and rails bonded and earthed, earth-fault or insulation monitoring, a DC isolator in reach and surge arresters where lightning is known (IEC 62548 and IEC 60364-7-712, from memory); some countries add arc-fault protection and a fireman’s switch. Local rules decide.',
  marine:
    'A fuse in every positive lead at its source, metal frames bonded to the boat’s bonding system and not to a shore earth, a double-pole switch for the array, and no DC negative joined to the hull but in one place (ISO 13297 and ABYC practice, from memory). A surveyor or licensed electrician decides.',
};

const protection: Rule = ({ design, arrays }) => ({
  id: 'dc.protection',
  severity: 'note',
  sheet: 'strings',
  title: arrays.length > 1 ? 'What else the arrays are asked for' : 'What else the array is asked for',
  sentence: PROTECTION[design.school],
});

const ARRAY_RULES: readonly ArrayRule[] = [boostAbove, wakesLate, agedAndHot];

export const INPUT_RULES: readonly Rule[] = [
  ofEveryArray(ARRAY_RULES),
  dcLimits,
  poles,
  inputsShared,
  keptFree,
  inputInsideOut,
  protection,
];
