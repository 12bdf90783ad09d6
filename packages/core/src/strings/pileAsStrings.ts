import type { RecordTemperature } from '../climate';
import type { ArrayPlan } from '../document';
import { MOUNTINGS } from '../module';
import { FAULT, LOSS, type Arrangement } from './fit';
import type { BankPosts } from './inputs';
import type { PileFacts, PileInput } from './pile';
import { fedOn } from './strung';
import { coldSchools, type Berth, type StringsResult } from './strings';

/** Of several inputs the one that is nearest to a limit, or farthest beyond it. */
const worstOf = (inputs: readonly PileInput[], ratio: (input: PileInput) => number) =>
  inputs.reduce<PileInput | undefined>(
    (worst, input) => (worst === undefined || ratio(input) > ratio(worst) ? input : worst),
    undefined,
  );

/** The pile told in the same terms as alike strings: each extreme against the limit of the input it is on. */
export function pileAsStrings(
  pile: PileFacts,
  plan: Pick<ArrayPlan, 'mounting'>,
  berth: Berth,
  bank: BankPosts,
  low: RecordTemperature,
  high: RecordTemperature,
): StringsResult {
  const { inputs, sorts } = pile;
  const lead = sorts.reduce((most, sort) =>
    sort.wired * sort.panel.pmaxW > most.wired * most.panel.pmaxW ? sort : most,
  );
  const cold = worstOf(inputs, ({ coldVocV, window }) => coldVocV / window.maxV);
  const hot = worstOf(inputs, ({ hotVmpV, window }) => window.chargesFromV / hotVmpV);
  const start = worstOf(inputs, ({ hotVocV, window }) =>
    hotVocV > 0 ? Math.max(window.startV, window.chargesFromV) / hotVocV : 0,
  );
  const starts = start ? Math.max(start.window.startV, start.window.chargesFromV) : 0;
  const short = worstOf(inputs, ({ iscA, window }) => iscA / window.maxIscA);
  const amps = worstOf(inputs, ({ solved, window }) => (solved.peaks[0]?.amps ?? 0) / window.maxA);
  const parallel = Math.max(0, ...inputs.map(({ strings }) => strings.length));
  const watts = pile.wiredW;
  const taken = inputs.reduce(
    (sum, { solved, window }) => sum + Math.min(window.maxW, solved.peaks[0]?.watts ?? 0),
    0,
  );
  const kept =
    watts > 0
      ? Math.min(1, berth.usableW / watts, taken / watts + (1 - pile.kWh / Math.max(1e-9, pile.ownKWh)))
      : 1;
  const over = sorts.some(({ wired, count }) => wired > count);
  const wired = sorts.reduce((sum, sort) => sum + sort.wired, 0);
  const chosen: Arrangement = {
    series: Math.max(0, ...inputs.flatMap(({ strings }) => strings.map(({ length }) => length))),
    parallel,
    inputs: inputs.length,
    panels: wired,
    coldVocV: cold?.coldVocV ?? 0,
    coldVmpV: lead.panel.coldVmpV,
    hotVmpV: hot?.hotVmpV ?? 0,
    hotVocV: start?.hotVocV ?? 0,
    hotKept: 1,
    iscA: short?.iscA ?? 0,
    impA: amps?.solved.peaks[0]?.amps ?? 0,
    watts,
    kept: Math.min(1, kept),
    // a pile is ranked by its own search
    makesWh: 0,
    faults:
      (cold && cold.coldVocV > cold.window.maxV ? FAULT.coldVoltage : 0) |
      (start && start.hotVocV < starts ? FAULT.hotVoltage : 0) |
      (short && short.iscA > short.window.maxIscA ? FAULT.shortCircuit : 0) |
      (inputs.some(({ window }) => window.input > berth.windows.length) ? FAULT.inputs : 0) |
      (over ? FAULT.panels : 0),
    losses: kept < 0.999 ? LOSS.watts : 0,
  };
  const schools = coldSchools(lead.module.betaVoc, low);
  return {
    lowC: low.valueC,
    highC: high.valueC,
    hotCellC: high.valueC + MOUNTINGS[plan.mounting].hotRiseK,
    coldFactor: schools.coefficient ?? schools.codeTable,
    schools,
    panel: lead.panel,
    window: {
      maxV: cold?.window.maxV ?? berth.windows[0]?.maxV ?? 0,
      chargesFromV: hot?.window.chargesFromV ?? bank.absorptionV,
      startV: starts,
      ties: hot?.window.ties ?? false,
      maxWorkV: cold?.window.maxWorkV ?? Infinity,
      maxA: amps?.window.maxA ?? Infinity,
      maxIscA: short?.window.maxIscA ?? Infinity,
      maxInputW: Infinity,
      usableW: berth.usableW,
      inputs: berth.inputs,
    },
    chosen,
    arrangements: [],
    best: null,
    backFedA: Math.max(0, ...inputs.flatMap(({ strings }) => fedOn(strings, sorts).map(({ fedA }) => fedA))),
  };
}
