import { calculate, type Facts } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';
import { figuresOf, penFor, someFigures, useFigure, type Figure, type Pen } from '../figures';
import { findingsOf, withWays, type Finding, type Reckon, type WayOut } from '../findings';
import { Prover } from '../remedies';
import { remembered } from '../memo';
import { answersOf, governingOf, marksOf } from './answers';
import type { Evaluation, Judgement } from './evaluation';
import { tallyOf } from './tally';
import { verdictOf } from './verdict';
import { wireView } from './wireView';
import { powerView } from './powerView';
import { bankView, climateView, monthsView, stringsView } from './views';

/** What rules are given to see what a remedy would do: the same pass, over the design as it would be. */
const reckonFor = remembered(
  'means to try a remedy',
  (grid: JobClimate | null): Reckon =>
    (design) =>
      calculate(design, grid),
);

/** Nothing is offered before it is proven. */
const unproven = remembered('finding without its presses', (finding: Finding): Finding =>
  finding.remedies.length > 0 ? { ...finding, remedies: [] } : finding,
);

/** What may be pressed for each finding, by its id, proven on the whole design; or why nothing can. */
export function waysOut(design: Design, grid: JobClimate | null): Record<string, WayOut> {
  const prover = new Prover(reckonFor(grid), penFor(design.units));
  const at = prover.judge(design);
  return Object.fromEntries(at.findings.map((finding) => [finding.id, prover.wayOut(at, finding)]));
}

/** Whether a design stands, and why: what a list of many jobs shows. */
export function judge(design: Design, grid: JobClimate | null): Judgement {
  const { findings, ...rest } = judged(calculate(design, grid, {}, true), penFor(design.units));
  return { ...rest, findings: findings.map(unproven) };
}

function judged(facts: Facts, pen: Pen): Judgement {
  const findings = findingsOf(facts, pen, reckonFor(facts.grid));
  const figures = Object.fromEntries(figuresOf(facts, pen).map((figure) => [figure.id, figure]));
  return {
    verdict: verdictOf(facts, findings),
    figures,
    findings,
    tally: tallyOf(facts.arrays, figures, findings),
  };
}

/** The working of one row of a long table, which its evaluation leaves out. */
export function useWorking(design: Design, grid: JobClimate | null, useId: string): Figure | null {
  const { loads } = calculate(design, grid);
  const row = loads.rows.find(({ id }) => id === useId);
  return (row && useFigure(design, loads, penFor(design.units), row)[0]) ?? null;
}

/**
 * The one way from a design to figures and findings. What did not change since an evaluation before is the same object.
 * @param design a valid design, @param grid what the climate grid says of its place, null while unknown
 * @param ways false while someone types: what may be pressed is proven afterwards, by `waysOut`
 * @param ahead may ask for some figures by their ids before all the rest is worked out
 */
export function evaluate(
  design: Design,
  grid: JobClimate | null,
  ways = true,
  ahead?: (figures: (ids: readonly string[]) => Figure[]) => void,
): Evaluation {
  const facts = calculate(design, grid, {}, true);
  const pen = penFor(design.units);
  ahead?.((ids) => someFigures(facts, pen, ids));
  const judgement = judged(facts, pen);
  return {
    ...judgement,
    findings: ways ? withWays(judgement.findings, waysOut(design, grid)) : judgement.findings.map(unproven),
    answers: answersOf(facts, pen),
    governing: governingOf(facts, pen),
    marks: marksOf(judgement.findings),
    months: monthsView(facts),
    climate: climateView(facts),
    strings: stringsView(facts, pen),
    bank: bankView(facts, pen),
    power: powerView(facts),
    wire: wireView(facts),
    bestTiltDeg: facts.bestTiltDeg,
  };
}
