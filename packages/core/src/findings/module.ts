import { fitOf } from '../module';
import { ofEveryArray, type ArrayRule } from './everyArray';
import { put, remedy, type Remedy, type Rule } from './finding';

const impossibleSheet: ArrayRule = ({ module, paths, pile, plan }, pen) => {
  if (pile) return null;
  const swap = (working: 'vmp' | 'imp', end: 'voc' | 'isc') => [
    remedy(
      'Swap the two',
      put(`${paths.array}/module/${working}`, plan.module[end]),
      put(`${paths.array}/module/${end}`, plan.module[working]),
    ),
  ];
  const { vocV, vmpV, iscA, impA, pmaxW } = module;
  const stop = (id: string, title: string, sentence: string, focus: string, remedies: Remedy[]) => ({
    id,
    severity: 'stop' as const,
    sheet: 'array' as const,
    title,
    sentence,
    remedies,
    focus,
  });
  if (vmpV >= vocV) {
    return stop(
      'module.volts',
      'Working volts above open-circuit volts',
      `Vmp ${pen(vmpV, 'voltage')} cannot be above Voc ${pen(vocV, 'voltage')}. Are they swapped?`,
      `${paths.array}/module/vmp`,
      swap('vmp', 'voc'),
    );
  }
  if (impA >= iscA) {
    return stop(
      'module.amps',
      'Working amps above short-circuit amps',
      `Imp ${pen(impA, 'current')} cannot be above Isc ${pen(iscA, 'current')}. Are they swapped?`,
      `${paths.array}/module/imp`,
      swap('imp', 'isc'),
    );
  }
  const product = vmpV * impA;
  if (Math.abs(product / pmaxW - 1) <= 0.03) return null;
  return {
    id: 'module.power',
    severity: 'look',
    sheet: 'array',
    title: 'The sheet does not add up',
    sentence: `Vmp × Imp is ${pen(product, 'power')}, Pmax ${pen(pmaxW, 'power')}; they should agree within 3 %.`,
    value: product,
    limit: pmaxW,
    focus: `${paths.array}/module/pmax`,
  };
};

const missingCoefficient: ArrayRule = ({ module, paths, pile }) => {
  if (pile) return null;
  const missing = [
    ...(module.betaVoc === null ? ['Voc by temperature (the code table serves)'] : []),
    ...module.assumed,
  ];
  if (missing.length === 0) return null;
  return {
    id: 'module.coefficients',
    severity: 'look',
    sheet: 'array',
    title: 'Coefficients are missing',
    sentence: `The sheet gives no ${missing.join(', no ')}. Careful stand-ins for crystalline silicon are used.`,
    focus: `${paths.array}/module/betaVoc`,
  };
};

/** Smallest and largest coefficient of Voc of anything sold, %/K. Common practice. */
const LEAST_BETA = -0.12;

const coefficientSize: ArrayRule = ({ module, paths, pile, plan }) => {
  const beta = plan.module.betaVoc;
  if (pile || !beta || beta.value === 0 || module.betaVoc === null || beta.value < LEAST_BETA) return null;
  const likely = beta.value * 100;
  const asShare = likely >= -1;
  return {
    id: 'module.coefficientSize',
    severity: 'look',
    sheet: 'array',
    title: 'A coefficient far too small',
    sentence: `Voc by temperature is ${beta.value} %/K; panels have −0.24 to −0.40.${asShare ? ` A sheet that says ${beta.value} a kelvin means ${+likely.toFixed(3)} %/K.` : ''} Read low, the cold volts come out low.`,
    value: beta.value,
    remedies: asShare
      ? [
          remedy(
            `Take ${+likely.toFixed(3)} %/K`,
            put(`${paths.array}/module/betaVoc`, { ...beta, value: +likely.toFixed(4) }),
          ),
        ]
      : [],
    focus: `${paths.array}/module/betaVoc`,
  };
};

const noCurve: ArrayRule = ({ module, paths, pile }) => {
  if (pile || module.vmpV >= module.vocV || module.impA >= module.iscA) return null;
  const fit = fitOf(module);
  if (fit.ok && fit.kind === 'full') return null;
  if (fit.ok)
    return {
      id: 'module.curve',
      severity: 'note',
      sheet: 'array',
      title: 'The curve follows most of the sheet',
      sentence:
        fit.kind === 'place'
          ? 'No diode has its best point just there and this change of Voc by temperature too; the curve keeps Isc, Voc, Pmax and the change, and has its best point where it falls.'
          : 'No cell has these points and this change of Voc by temperature together; the curve keeps Isc, Voc and Pmax. The cold limit keeps the sheet’s own coefficient.',
      focus: `${paths.array}/module/vmp`,
    };
  const why = {
    volts: 'Vmp is not below Voc',
    amps: 'Imp is not below Isc',
    square: 'Vmp × Imp comes too near to Voc × Isc: no panel is so good',
    flat: 'Vmp × Imp is less than a quarter of Voc × Isc: no panel is so poor',
    beta: 'Voc must fall as it gets warmer',
  }[fit.reason];
  return {
    id: 'module.curve',
    severity: 'look',
    sheet: 'array',
    title: 'No panel has such a sheet',
    sentence: `${why}. Power by watts and one coefficient serves until it is right; no curve is drawn.`,
    focus: `${paths.array}/module/${fit.reason === 'amps' ? 'imp' : fit.reason === 'beta' ? 'betaVoc' : 'vmp'}`,
  };
};

/** What is found of the panels' own sheets. */
export const MODULE_RULES: readonly Rule[] = [
  ofEveryArray([impossibleSheet, missingCoefficient, coefficientSize, noCurve]),
];
