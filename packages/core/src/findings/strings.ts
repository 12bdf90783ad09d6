import type { Pen } from '../figures';
import { coldestFor } from '../module';
import { FAULT, LOSS, MUCH_CLIPPED, type Arrangement, type StringsResult } from '../strings';
import { arrangeAs, arrangementText } from './array';
import { ofEveryArray, type ArrayRule } from './everyArray';
import { fuses } from './fuses';
import { shareAnInput } from './sharedInputs';
import { remedy, type Rule } from './finding';

/** Why an arrangement fails or what it gives away, in a few words with the numbers. */
export function arrangementSentence(
  arrangement: Arrangement,
  strings: StringsResult,
  pen: Pen,
  panelCount: number,
): string {
  const { window } = strings;
  const { faults, losses } = arrangement;
  const over = (value: number, limit: number) => pen(Math.abs(value - limit), 'voltage');
  const reasons: string[] = [];
  if (faults & FAULT.coldVoltage) {
    reasons.push(
      `${over(arrangement.coldVocV, window.maxV)} over the limit at ${pen(strings.lowC, 'temperature')}`,
    );
  }
  if (faults & FAULT.hotVoltage) {
    const starts = Math.max(window.startV, window.chargesFromV);
    reasons.push(
      arrangement.hotVocV < starts
        ? `${over(arrangement.hotVocV, starts)} short of starting on a hot afternoon`
        : `${pen(100 * arrangement.hotKept, 'percent')} of its best on a hot afternoon`,
    );
  }
  if (faults & FAULT.shortCircuit) {
    reasons.push(
      `${pen(arrangement.iscA, 'current')} short-circuit, the input is rated for ${pen(window.maxIscA, 'current')}`,
    );
  }
  if (faults & FAULT.inputs)
    reasons.push(
      `needs ${arrangement.inputs} input${arrangement.inputs === 1 ? '' : 's'}, there ${window.inputs === 1 ? 'is' : 'are'} ${window.inputs}`,
    );
  if (faults & FAULT.panels) reasons.push(`takes ${arrangement.panels} panels, there are ${panelCount}`);
  if (reasons.length > 0) {
    const cure = cureOf(arrangement, strings);
    return capital(reasons.join('; ')) + (cure ? `. ${capital(cure)}` : '');
  }
  const clipped = Math.round((1 - arrangement.kept) * 100);
  const spare = pen(window.maxV - arrangement.coldVocV, 'voltage');
  if (losses & (LOSS.amps | LOSS.watts) && clipped > 0)
    reasons.push(`${clipped} % above what it can use at full sun`);
  if (losses & LOSS.hot)
    reasons.push(`${pen(100 * arrangement.hotKept, 'percent')} of its best on a hot afternoon`);
  if (losses & LOSS.window) reasons.push('above its best window on cold mornings');
  if (losses & LOSS.leftOut) {
    const left = panelCount - arrangement.panels;
    reasons.push(`leaves ${left} panel${left === 1 ? '' : 's'} out`);
  }
  return reasons.length > 0 ? `Fits, ${spare} to spare; ${reasons.join('; ')}` : `Fits, ${spare} to spare`;
}

/** What one step would cure, in a few words: one fewer or one more in series, fewer side by side, other inputs. */
function cureOf({ series, parallel, faults, inputs }: Arrangement, strings: StringsResult): string | null {
  const fits = (s: number, p: number, i = inputs) =>
    strings.arrangements.some(
      (other) => other.series === s && other.parallel === p && other.inputs === i && other.faults === 0,
    );
  if (faults & FAULT.coldVoltage) return fits(series - 1, parallel) ? 'one fewer in series fits' : null;
  if (faults & FAULT.hotVoltage) return fits(series + 1, parallel) ? 'one more in series fits' : null;
  if (faults & FAULT.shortCircuit) {
    for (let fewer = parallel - 1; fewer > 0; fewer--)
      if (fits(series, fewer)) return `${fewer} in parallel ${fewer === 1 ? 'fits' : 'fit'}`;
  }
  return null;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** No inhabited place is known to have been colder, °C (from memory). */
const COLDEST_C = -68;

const coldOverLimit: ArrayRule = (array, pen) => {
  const { strings, paths, module } = array;
  if (!strings || !(strings.chosen.faults & FAULT.coldVoltage)) return null;
  const { chosen, window, best } = strings;
  const holdsTo = best && coldestFor(module, best.series, window.maxV);
  const then = best
    ? ` At ${best.series} in series it is ${pen(best.coldVocV, 'voltage')}${holdsTo === null || holdsTo < COLDEST_C ? '' : `, and it would hold down to ${pen(Math.ceil(holdsTo), 'temperature')}`}.`
    : '';
  return {
    id: 'strings.cold',
    severity: 'stop',
    sheet: 'strings',
    title: 'Cold volts over the limit',
    sentence: `${pen(chosen.coldVocV, 'voltage')} at ${pen(strings.lowC, 'temperature')} against ${pen(window.maxV, 'voltage')}: a cold morning can destroy the controller.${then}`,
    value: chosen.coldVocV,
    limit: window.maxV,
    focus: `${paths.array}/strings/series`,
  };
};

const codeTableDiffers: ArrayRule = ({ strings, module, pile }, pen, { design }) => {
  if (!strings || pile || module.betaVoc === null || strings.chosen.faults & FAULT.coldVoltage) return null;
  const byTable = strings.chosen.series * module.vocV * strings.schools.codeTable;
  if (design.school !== 'north-american' || byTable <= strings.window.maxV) return null;
  return {
    id: 'strings.codeTable',
    severity: 'note',
    sheet: 'strings',
    title: 'The code table says more',
    sentence: `With the panel’s own coefficient it holds at ${pen(strings.chosen.coldVocV, 'voltage')}; the code table gives ${pen(byTable, 'voltage')}, over ${pen(strings.window.maxV, 'voltage')}. The table stands in where the maker gives no coefficient (NEC 690.7(A), from memory): have the sheet at hand for whoever inspects it.`,
    value: byTable,
    limit: strings.window.maxV,
  };
};

const hotTooLow: ArrayRule = (array, pen) => {
  const { strings, paths, controller } = array;
  if (!strings) return null;
  const { chosen, window, hotCellC } = strings;
  const stop = (chosen.faults & FAULT.hotVoltage) !== 0;
  if (!stop && !(chosen.losses & LOSS.hot)) return null;
  const starts = Math.max(window.startV, window.chargesFromV);
  const hot = `With the cells at ${pen(hotCellC, 'temperature')}`;
  const asks = window.ties
    ? `the bank it is tied to absorbs at ${pen(window.chargesFromV, 'voltage')}`
    : `this bank charges only above ${pen(window.chargesFromV, 'voltage')}`;
  const noStart = chosen.hotVocV < starts;
  return {
    id: 'strings.hot',
    severity: stop ? 'stop' : 'look',
    sheet: 'strings',
    title: stop ? 'Too few volts to charge when hot' : 'Charges poorly when hot',
    sentence: noStart
      ? `${hot} the string has ${pen(chosen.hotVocV, 'voltage')} open-circuit; the controller starts at ${pen(starts, 'voltage')}.`
      : `${hot} it gives ${pen(100 * chosen.hotKept, 'percent')} of its best: ${asks}, and it works best at ${pen(chosen.hotVmpV, 'voltage')}.`,
    value: noStart ? chosen.hotVocV : chosen.hotVmpV,
    limit: noStart ? starts : window.chargesFromV,
    focus: controller.kind === 'pwm' ? `${paths.array}/module/vmp` : `${paths.array}/strings/series`,
  };
};

const shortCircuit: ArrayRule = (array, pen) => {
  const { strings, paths } = array;
  if (!strings || !(strings.chosen.faults & FAULT.shortCircuit)) return null;
  const { chosen, window } = strings;
  return {
    id: 'strings.isc',
    severity: 'stop',
    sheet: 'strings',
    title: 'Short-circuit amps over the limit',
    sentence: `${chosen.parallel} in parallel can give ${pen(chosen.iscA, 'current')} under a bright sky; the input is rated for ${pen(window.maxIscA, 'current')}.`,
    value: chosen.iscA,
    limit: window.maxIscA,
    focus: `${paths.array}/strings/parallel`,
  };
};

const countsDiffer: ArrayRule = (array, _, facts, reckon) => {
  const { strings, plan, paths } = array;
  if (!strings || array.pile) return null;
  const { chosen, window } = strings;
  const count = plan.count.value;
  if (chosen.faults & FAULT.inputs) {
    return {
      id: 'strings.inputs',
      severity: 'stop',
      sheet: 'strings',
      title: 'More inputs than it has',
      sentence: `The arrangement is on ${chosen.inputs} ${chosen.inputs === 1 ? 'input' : 'inputs'}; the controller has ${window.inputs}${array.controller.inputs.value > window.inputs ? ' left' : ''}.`,
      value: chosen.inputs,
      limit: window.inputs,
      remedies: shareAnInput(array, facts, reckon),
      focus: `${paths.array}/strings/inputs`,
    };
  }
  if (chosen.panels === count) return null;
  const left = count - chosen.panels;
  const setCount = remedy(`Count ${chosen.panels} panels`, ...arrangeAs(array, chosen, chosen.panels));
  return left > 0
    ? {
        id: 'strings.left',
        severity: 'look',
        sheet: 'strings',
        title: left === 1 ? 'A panel is left out' : 'Panels are left out',
        sentence: `${arrangementText(chosen)} takes ${chosen.panels} of ${count} panels. What is left out makes nothing, and is not counted.`,
        value: chosen.panels,
        limit: count,
        remedies: chosen.panels <= 400 ? [setCount] : [],
        focus: `${paths.array}/count`,
      }
    : {
        id: 'strings.missing',
        severity: 'stop',
        sheet: 'strings',
        title: 'More panels than there are',
        sentence: `${arrangementText(chosen)} takes ${chosen.panels} panels; the array has ${count}.`,
        value: chosen.panels,
        limit: count,
        remedies: chosen.panels <= 400 ? [setCount] : [],
        focus: `${paths.array}/count`,
      };
};

const nothingFits: ArrayRule = (array, pen) => {
  const { strings, plan, pile } = array;
  if (!strings || pile || strings.best) return null;
  const nearest = strings.arrangements[0];
  return {
    id: 'strings.nothing',
    severity: 'stop',
    sheet: 'strings',
    title: 'No arrangement fits',
    sentence:
      `${strings.arrangements.length === 1 ? 'The one way to wire these panels does not stay' : `None of ${strings.arrangements.length} ways to wire these panels stays`} inside the window.${nearest ? ` Nearest, ${arrangementText(nearest)}: ${lower(arrangementSentence(nearest, strings, pen, plan.count.value))}.` : ''}.`.replace(
        '..',
        '.',
      ),
  };
};

const clipped: ArrayRule = ({ strings }, pen, { energy }) => {
  if (!strings || strings.chosen.faults !== 0 || strings.chosen.kept >= 0.999) return null;
  const { chosen } = strings;
  const worst = energy?.months.reduce((most, month) =>
    month.clearClippedWh > most.clearClippedWh ? month : most,
  );
  const onClearDay =
    worst && worst.clearClippedWh > 10
      ? ` On a cloudless day up to ${pen(worst.clearClippedWh, 'energy')} is lost.`
      : ' Even a cloudless day stays under its limit.';
  return {
    id: 'strings.clipped',
    severity: chosen.kept < MUCH_CLIPPED ? 'look' : 'note',
    sheet: 'strings',
    title: 'The controller will clip',
    sentence: `${pen(chosen.watts, 'power')} of panels on a controller that can use ${pen(chosen.watts * chosen.kept, 'power')} at full sun.${onClearDay} That harms nothing as long as volts and short-circuit amps stay inside.`,
    value: chosen.watts,
    limit: chosen.watts * chosen.kept,
  };
};

const aboveWindow: ArrayRule = ({ strings }, pen) => {
  if (!strings || strings.chosen.faults !== 0 || !(strings.chosen.losses & LOSS.window)) return null;
  return {
    id: 'strings.window',
    severity: 'look',
    sheet: 'strings',
    title: 'Above its best window when cold',
    sentence: `It works at ${pen(strings.chosen.coldVmpV, 'voltage')} on the coldest day; the tracker follows up to ${pen(strings.window.maxWorkV, 'voltage')}. It loses power then, and is not harmed.`,
    value: strings.chosen.coldVmpV,
    limit: strings.window.maxWorkV,
  };
};

const insideOut: Rule = ({ design }, pen) =>
  Object.entries(design.controllers).flatMap(([id, { minVolts, maxWorkVolts, maxVolts }], index) => {
    if (minVolts.value < maxWorkVolts.value && maxWorkVolts.value <= maxVolts.value) return [];
    return {
      id: index === 0 ? 'controller.insideOut' : `controller.insideOut:${id}`,
      severity: 'stop' as const,
      sheet: 'strings' as const,
      title: 'The controller’s window is inside out',
      sentence: `It should work from ${pen(minVolts.value, 'voltage')} up to ${pen(maxWorkVolts.value, 'voltage')} and be rated for ${pen(maxVolts.value, 'voltage')}, each above the one before.`,
      focus: `/controllers/${id}/minVolts`,
    };
  });

/** A controller that does not charge the bus it hangs on. */
const wrongBus: Rule = ({ design }) =>
  Object.entries(design.controllers).flatMap(([id, { buses, label }]) =>
    buses.includes(design.busVolts)
      ? []
      : {
          id: `controller.bus:${id}`,
          severity: 'stop' as const,
          sheet: 'strings' as const,
          title: 'A controller for another system voltage',
          sentence: `${label} is made for ${buses.join(' and ')} V; the system is at ${design.busVolts} V.`,
          value: design.busVolts,
          focus: `/controllers/${id}/chargeAmps`,
        },
  );

const ARRAY_RULES: readonly ArrayRule[] = [
  coldOverLimit,
  hotTooLow,
  shortCircuit,
  nothingFits,
  countsDiffer,
  codeTableDiffers,
  aboveWindow,
  clipped,
  fuses,
];

export const STRINGS_RULES: readonly Rule[] = [ofEveryArray(ARRAY_RULES), wrongBus, insideOut];

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
