import { atConditions, currentAt, pointsOf } from '../curve';
import { remembered } from '../memo';
import { fitOf } from './fit';
import { FALLBACK, type ModuleNumbers } from './sheet';

/** What a hot panel in full sun gives at the volts that are asked of it. */
export interface HotPanel {
  vocV: number;
  /** Shares of its own best that are left at this volts or any above, at equal steps from 0 to Voc. */
  power: readonly number[];
  /** Amps at these volts, as shares of those at its best. */
  amps: readonly number[];
}

const STEPS = 60;

/** @param cellC of the hottest afternoon */
export const hotPanel = remembered('hot panel', (module: ModuleNumbers, cellC: number): HotPanel => {
  const fit = fitOf(module);
  if (!fit.ok) return withoutCurve(module, cellC);
  const diode = atConditions(fit.five, 1000, cellC);
  const { vocV, impA } = pointsOf(diode);
  const amps = Array.from({ length: STEPS + 1 }, (_, i) => Math.max(0, currentAt(diode, (vocV * i) / STEPS)));
  // amps times volts, in steps of these; the steps may pass the best point by
  const power = amps.map((current, i) => current * i);
  for (let i = STEPS - 1; i >= 0; i--) power[i] = Math.max(power[i] ?? 0, power[i + 1] ?? 0);
  const best = power[0] ?? 1;
  return {
    vocV,
    power: power.map((share) => share / best),
    amps: amps.map((current) => Math.min(1, current / impA)),
  };
});

/** Light and cells in which a panel makes most of its year's energy. Common practice. */
const USUAL_WM2 = 800;
const USUAL_CELL_C = 45;

/**
 * Share of what it could give at its best that a panel gives at these volts, 0–1: one that is tied to a bank gives its
 * amps at the bank's volts, which are more than those at its best.
 */
export const tiedShare = remembered(
  'panel tied to a bank',
  (module: ModuleNumbers, volts: number): number => {
    const fit = fitOf(module);
    if (!fit.ok) return Math.max(0, Math.min(1, volts / module.vmpV));
    const diode = atConditions(fit.five, USUAL_WM2, USUAL_CELL_C);
    return Math.max(0, Math.min(1, (volts * currentAt(diode, volts)) / pointsOf(diode).pmpW));
  },
);

/** Of a sheet that no curve fits: its volts by their coefficients, and straight down from the best to open circuit. */
function withoutCurve({ vocV, vmpV, betaVoc, gammaPmax }: ModuleNumbers, cellC: number): HotPanel {
  const hotter = cellC - 25;
  const open = Math.max(0.1, vocV * (1 + (betaVoc ?? FALLBACK.betaVocPct / 100) * hotter));
  const best = Math.min(open * 0.95, Math.max(0, vmpV * (1 + gammaPmax * hotter)));
  const share = Array.from({ length: STEPS + 1 }, (_, i) => {
    const volts = (open * i) / STEPS;
    return volts <= best ? 1 : (open - volts) / (open - best);
  });
  return { vocV: open, power: share, amps: share };
}

/** A share at some volts of a panel: straight between the steps, nothing above its open-circuit volts. */
export function shareAt(shares: readonly number[], volts: number, vocV: number): number {
  const at = (Math.max(0, volts) / vocV) * STEPS;
  if (at >= STEPS) return 0;
  const low = Math.floor(at);
  const [a, b] = [shares[low] ?? 0, shares[low + 1] ?? 0];
  return a + (b - a) * (at - low);
}
