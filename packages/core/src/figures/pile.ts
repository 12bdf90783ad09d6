import { BRIGHT_SKY, type ModuleNumbers } from '../module';
import type { PileFacts, PileInput, StringsResult } from '../strings';
import { coldFigure } from './cold';
import { figure, step, type Figure, type Pen, type Step } from './figure';

/** The figures of strings that are not alike: each extreme of the input it is tightest on. */
export function pileFigures(
  pile: PileFacts,
  strings: StringsResult,
  lead: ModuleNumbers,
  pen: Pen,
): Figure[] {
  const { chosen, window } = strings;
  const { inputs, sorts } = pile;
  const made = inputs.reduce((sum, { solved }) => sum + (solved.peaks[0]?.watts ?? 0), 0);
  const own = inputs.reduce((sum, { ownW }) => sum + ownW, 0);
  const tightest = (of: (input: PileInput) => number, value: number) =>
    inputs.find((input) => Math.abs(of(input) - value) < 1e-9);
  const cold = tightest(({ coldVocV }) => coldVocV, chosen.coldVocV);
  const hot = tightest(({ hotVmpV }) => hotVmpV, chosen.hotVmpV);
  const short = tightest(({ iscA }) => iscA, chosen.iscA);
  const sum = (input: PileInput | undefined, of: (k: number) => number, longest: boolean): Step[] => {
    const string = input?.strings.reduce((most, other) => {
      const [a, b] = [volts(other.panels, of), volts(most.panels, of)];
      return (longest ? a > b : a < b) ? other : most;
    });
    return (string?.panels ?? []).flatMap((count, k) =>
      count > 0 ? [step(`${count} × ${sorts[k]?.name ?? ''}`, `${count} × ${pen(of(k), 'voltage')}`)] : [],
    );
  };
  return [
    coldFigure(pen, strings, {
      steps: sum(cold, (k) => sorts[k]?.panel.coldVocV ?? 0, true),
      source: `Open-circuit volts of the longest string at ${pen(strings.lowC, 'temperature')}, each panel with its own coefficient; where one measured below its sheet, the sheet counts.`,
      others:
        lead.betaVoc === null
          ? null
          : `The code table gives × ${strings.schools.codeTable.toFixed(2)} in place of × ${(strings.schools.coefficient ?? 1).toFixed(3)}.`,
    }),
    figure(pen, 'strings.hot', 'strings', 'hot, working', chosen.hotVmpV, 'voltage', {
      steps: sum(hot, (k) => sorts[k]?.panel.hotVmpV ?? 0, false),
      source: `Working volts of the shortest string with the cells at ${pen(strings.hotCellC, 'temperature')}.`,
      others: `That input charges above ${pen(window.chargesFromV, 'voltage')}.`,
    }),
    figure(pen, 'strings.isc', 'strings', 'short-circuit amps an input', chosen.iscA, 'current', {
      steps: [
        ...(short?.strings ?? []).map(({ iscA, length }, i) =>
          step(`string ${i + 1}, ${length} panels, its strongest`, pen(iscA, 'current')),
        ),
        step('sky brighter than standard', `× ${BRIGHT_SKY}`),
      ],
      source: 'NEC 690.8(A). A string can give what its strongest panel gives, the others being bypassed.',
      others: `The input is rated for ${pen(window.maxIscA, 'current')}.`,
    }),
    figure(pen, 'strings.imp', 'strings', 'working amps an input', chosen.impA, 'current', {
      steps: inputs.map(({ window: { input }, solved }) =>
        step(`input ${input}`, pen(solved.peaks[0]?.amps ?? 0, 'current')),
      ),
      source: 'At the best point of the summed curves, standard sun.',
      others: `The input uses up to ${pen(window.maxA, 'current')}.`,
    }),
    figure(
      pen,
      'strings.together',
      'strings',
      'together at full sun',
      inputs.length > 0 ? made : null,
      'power',
      {
        steps: inputs.map(({ window: { input }, solved }) =>
          step(`input ${input}`, pen(solved.peaks[0]?.watts ?? 0, 'power')),
        ),
        source:
          'Single diode of every panel, sections with their bypass diodes in series, strings side by side (De Soto 2006).',
        others: `Each at its own best they would make ${pen(own, 'power')}.`,
      },
    ),
    figure(
      pen,
      'strings.given',
      'strings',
      'given away a year',
      pile.ownKWh > 0 ? 100 * (1 - pile.kWh / pile.ownKWh) : null,
      'percent',
      {
        steps: [
          step('each at its own best', pen(pile.ownKWh * 1000, 'energy')),
          step('as they are strung', pen(pile.kWh * 1000, 'energy')),
        ],
        source: `Over ${pile.weather.length} lights and cell temperatures that stand for the year on this plane.`,
      },
    ),
  ];
}

const volts = (panels: readonly number[], of: (k: number) => number) =>
  panels.reduce((all, count, k) => all + count * of(k), 0);
