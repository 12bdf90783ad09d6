import type { ChemistryData } from '../bank';
import type { Design } from '../document';
import { STEPS, STEP_H } from '../sky';
import { arrayKeeps, gangsOf, type ArrayInput, type Feed, type Gang } from './feed';
import { sentYear, type SentMonth } from './harvest';

export interface ArrayMonth {
  month: number;
  inUse: boolean;
  /** Peak sun hours on the planes, the mean of the arrays by their watts. */
  poaKWhm2: number;
  /** Energy a day that reaches the bank's posts and can be used, after losses, clipping and the bank's own, Wh. */
  madeWh: number;
  usedWh: number;
  /** Made over used; null in months without use. */
  ratio: number | null;
  /** What the controllers cannot use on a mean day and on a cloudless one, Wh. */
  clippedWh: number;
  clearClippedWh: number;
  /** Of `madeWh`, by array. */
  byArray: Record<string, number>;
}

export type ArraySchool = 'worst-month' | 'charge-rate';

export interface ArrayNeed {
  school: ArraySchool;
  /** Panels the leading array would have, the others as they are. */
  modules: number;
  /** What is wanted, what the other arrays give of it, and what one panel gives: Wh a day, or amps of a charge rate. */
  wanted: number;
  others: number;
  each: number;
}

export interface ArrayShare {
  wiredModules: number;
  wiredW: number;
  /** Share left after wiring and mismatch; dirt and snow are in the year itself. */
  keeps: number;
  /** Wh a day one more panel gives in the worst month, ready to use, nothing clipped. */
  perModuleWh: number;
}

export interface EnergyResult {
  months: ArrayMonth[];
  /** The month with the least made for what is used; null where nothing is used. */
  worst: ArrayMonth | null;
  wiredModules: number;
  wiredW: number;
  /** Share of stored and direct energy that can be used, 0–1. */
  bankKeeps: number;
  loadRatio: number;
  arrays: Record<string, ArrayShare>;
  /** The array with the most watts: sizes are asked of it. */
  leadId: string;
  needs: ArrayNeed[];
  governing: ArrayNeed | null;
  /** Charge amps the arrays can send at standard sun, not above the controllers' limits. */
  chargeAmps: number;
  chargeAmpsWanted: number;
  limitW: number;
}

/** Array to load ratios. @source IEEE 1562 practice: 1.1–1.2 ordinary, 1.3–1.4 critical (from memory) */
export const LOAD_RATIO = { ordinary: 1.15, critical: 1.35 } as const;

/** What of the bank the year is reckoned with: its size does not change what is made. */
export interface EnergyBank {
  chemistry: Pick<ChemistryData, 'roundTrip' | 'chargeMinC'>;
  absorptionV: number;
  ah: number;
}

/** How the parts of a year are worked out; `calculate` lends ones that remember. */
export interface EnergyMeans {
  gangs: typeof gangsOf;
  sent: (feeds: readonly Feed[], efficiency: number, limitW: number) => readonly SentMonth[];
}

const NOTHING = new Float64Array(STEPS);

/**
 * What the arrays make, month by month, against what is used. Arrays on one controller share its limit.
 * @param usedWh a mean day of each month, from the bank @param inputs at least one
 */
export function computeEnergy(
  { busVolts, energy }: Pick<Design, 'busVolts' | 'energy'>,
  used: readonly number[],
  bank: EnergyBank,
  inputs: readonly ArrayInput[],
  means: EnergyMeans = { gangs: gangsOf, sent: sentYear },
): EnergyResult {
  const gangs = means.gangs(inputs, bank.absorptionV, busVolts);
  const sent = gangs.map(({ feeds, efficiency, limitW }) => means.sent(feeds, efficiency, limitW));
  const bankKeeps = 1 - (energy.throughBank.value / 100) * (1 - bank.chemistry.roundTrip);
  const order = feedsIn(inputs, gangs);
  const months = Array.from({ length: 12 }, (_, index): ArrayMonth => {
    const usedWh = used[index] ?? 0;
    const at = sent.flatMap((months) => months[index] ?? []);
    const byArray = Object.fromEntries(
      gangs.flatMap((gang, g) =>
        gang.inputs.map(({ id }, i) => [id, (at[g]?.sentWh[i] ?? 0) * bankKeeps] as const),
      ),
    );
    const madeWh = Object.values(byArray).reduce((sum, wh) => sum + wh, 0);
    return {
      month: index + 1,
      inUse: usedWh > 0,
      poaKWhm2: weightedSun(inputs, order, index),
      madeWh,
      usedWh,
      ratio: usedWh > 0 ? madeWh / usedWh : null,
      clippedWh: at.reduce((sum, { clippedWh }) => sum + clippedWh, 0),
      clearClippedWh: at.reduce((sum, { clearClippedWh }) => sum + clearClippedWh, 0),
      byArray,
    };
  });
  const worst = months.reduce<ArrayMonth | null>(
    (least, month) => (month.ratio !== null && month.ratio < (least?.ratio ?? Infinity) ? month : least),
    null,
  );
  const feeds = gangs.flatMap((gang) =>
    gang.inputs.flatMap((input, i) => {
      const feed = gang.feeds[i];
      return feed ? { ...feed, input, gang } : [];
    }),
  );
  const arrays = Object.fromEntries(
    feeds.map(({ input, wiredModules, wiredW, factor, gang }): [string, ArrayShare] => {
      const perWatt = (worst && input.year[worst.month - 1]?.perWatt) ?? NOTHING;
      const hours = perWatt.reduce((sum, share) => sum + share, 0) * STEP_H;
      const each = wiredModules > 0 ? factor / wiredModules : 0;
      return [
        input.id,
        {
          wiredModules,
          wiredW,
          keeps: arrayKeeps(input.plan),
          perModuleWh: hours * each * gang.efficiency * bankKeeps,
        },
      ];
    }),
  );
  const wiredW = feeds.reduce((sum, feed) => sum + feed.wiredW, 0);
  const lead = feeds.reduce(
    (most, feed) => (feed.wiredW > most.wiredW ? feed : most),
    feeds[0] as (typeof feeds)[0],
  );
  const loadRatio = LOAD_RATIO[energy.service];
  const fullSun = (feed: Pick<(typeof feeds)[0], 'factor' | 'input' | 'gang'>) =>
    (feed.factor *
      (1 - feed.input.plan.soiling.value / 100) *
      (1 + feed.input.plan.bifacial.value / 100) *
      feed.gang.efficiency) /
    bank.absorptionV;
  const needs = needsOf();
  return {
    months,
    worst,
    wiredModules: feeds.reduce((sum, feed) => sum + feed.wiredModules, 0),
    wiredW,
    bankKeeps,
    loadRatio,
    arrays,
    leadId: lead.input.id,
    needs,
    governing: needs.reduce<ArrayNeed | null>(
      (most, need) => (need.modules > (most?.modules ?? 0) ? need : most),
      null,
    ),
    chargeAmps: gangs.reduce(
      (sum, gang) =>
        sum +
        Math.min(
          feeds.reduce((amps, feed) => amps + (feed.gang === gang ? fullSun(feed) : 0), 0),
          gang.limitW / bank.absorptionV,
        ),
      0,
    ),
    chargeAmpsWanted: feeds.reduce((sum, feed) => sum + fullSun(feed), 0),
    limitW: gangs.reduce((sum, gang) => sum + gang.limitW, 0),
  };

  function needsOf(): ArrayNeed[] {
    const found: ArrayNeed[] = [];
    const share = arrays[lead.input.id];
    const count = Math.max(1, lead.wiredModules);
    if (worst && share && share.perModuleWh > 0) {
      const others = worst.madeWh - (worst.byArray[lead.input.id] ?? 0);
      found.push(needOf('worst-month', worst.usedWh * loadRatio, others, share.perModuleWh));
    }
    const each = lead.wiredModules > 0 ? fullSun(lead) / count : 0;
    if (bank.chemistry.chargeMinC > 0 && each > 0) {
      const others = feeds.reduce((sum, feed) => sum + (feed === lead ? 0 : fullSun(feed)), 0);
      found.push(needOf('charge-rate', bank.chemistry.chargeMinC * bank.ah, others, each));
    }
    return found;
  }
}

const needOf = (school: ArraySchool, wanted: number, others: number, each: number): ArrayNeed => ({
  school,
  modules: Math.max(1, Math.ceil((wanted - others) / each - 1e-9)),
  wanted,
  others,
  each,
});

const feedsIn = (inputs: readonly ArrayInput[], gangs: readonly Gang[]) =>
  inputs.map((input) => {
    const gang = gangs.find(({ controllerId }) => controllerId === input.controllerId);
    return gang?.feeds[gang.inputs.indexOf(input)];
  });

/** Peak sun hours of a month, the arrays weighed by their watts, or alike where none is wired. */
function weightedSun(
  inputs: readonly ArrayInput[],
  feeds: readonly (Feed | undefined)[],
  month: number,
): number {
  const weights = inputs.map(({ module }, i) => (feeds[i]?.wiredModules ?? 0) * module.pmaxW);
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  return inputs.reduce(
    (sum, { year }, i) =>
      sum + (year[month]?.poaKWhm2 ?? 0) * (all > 0 ? (weights[i] ?? 0) / all : 1 / inputs.length),
    0,
  );
}
