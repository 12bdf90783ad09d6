import { CHEMISTRIES, chargeThatBears, fitsBus, freezingPointC, leftStanding, longestRun } from '../bank';
import type { Facts } from '../calculate';
import type { Design } from '../document';
import { BANK_SCHOOLS } from '../figures';
import { monthsText } from '../units';
import { choose, put, remedy, type FindingParts, type Remedy, type Rule } from './finding';

const bankTooSmall: Rule = ({ design, bank }, pen) => {
  const wanted = design.bank.days.value;
  if (bank.days === null || bank.days >= wanted * 0.995) return null;
  return {
    id: 'bank.days',
    severity: bank.days < wanted * 0.8 ? 'stop' : 'look',
    sheet: 'bank',
    title: 'The bank falls short',
    sentence: `It carries ${pen(bank.days, 'days')} of the heaviest month; you asked for ${pen(wanted, 'days')}.`,
    value: bank.days,
    limit: wanted,
    focus: '/bank/parallel',
  };
};

const otherSchools: Rule = ({ bank, bankNeeds }, pen) =>
  bankNeeds
    .filter(({ school }) => school === 'discharge' || school === 'charge')
    .filter((need) => need.ratedWh > bank.ratedWh * 1.001)
    .map((need) => ({
      id: `bank.${need.school}`,
      severity: 'look' as const,
      sheet: 'bank' as const,
      title: need.school === 'discharge' ? 'Drawn too hard' : 'Charged too hard',
      sentence:
        need.school === 'discharge'
          ? `Everything at once draws more than ${pen(bank.chemistry.dischargeC * 100, 'percent')} of capacity an hour, the most for ${bank.chemistry.name} (common practice). By ${BANK_SCHOOLS.discharge} it needs ${pen(need.ratedWh, 'energy')} rated; this is ${pen(bank.ratedWh, 'energy')}.`
          : `The array sends more than ${pen(bank.chemistry.chargeMaxC * 100, 'percent')} of capacity an hour, the most for ${bank.chemistry.name} (common practice). Limit the controller, or use ${pen(need.ratedWh, 'energy')} rated; this is ${pen(bank.ratedWh, 'energy')}.`,
      value: bank.ratedWh,
      limit: need.ratedWh,
      focus: '/bank/parallel',
    }));

const wrongSeries: Rule = ({ design, bank }, pen) => {
  const unitVolts = design.bank.unitVolts.value;
  if (fitsBus(bank.volts, design.busVolts, unitVolts)) return null;
  const fits = fitsBus(bank.seriesForBus * unitVolts, design.busVolts, unitVolts);
  return {
    id: 'bank.series',
    severity: 'stop',
    sheet: 'bank',
    title: 'The bank is not at the bus voltage',
    sentence: `${design.bank.series.value} in series make ${pen(bank.volts, 'voltage')}; the bus is ${design.busVolts} V.${fits ? '' : ' No number of these units makes it.'}`,
    value: bank.volts,
    limit: design.busVolts,
    remedies: fits
      ? [remedy(`Use ${bank.seriesForBus} in series`, choose('/bank/series', bank.seriesForBus))]
      : [],
    focus: '/bank/series',
  };
};

/** Ways to keep it warm, where they are not taken yet. */
export function warmer({ bank }: Design): Remedy[] {
  if (bank.coldest || bank.home.where === 'heated') return [];
  return [
    ...(bank.home.heated ? [] : [remedy('Give it a heating pad', put('/bank/home/heated', true))]),
    remedy('Keep it in heated rooms', put('/bank/home/where', 'heated')),
  ];
}

/** Switching it off in the months without use that are to blame, where all of them are. */
function switchOff({ design, bank }: Facts, coldIn: (month: number) => boolean): Remedy[] {
  const cold = bank.idle.on.filter(coldIn);
  if (cold.length === 0) return [];
  const months = [...new Set([...design.bank.disconnected, ...cold])].sort((a, b) => a - b);
  return [remedy(`Switch it off in ${monthsText(months)}`, put('/bank/disconnected', months))];
}

/** How cold it gets in a month; what was measured is the coldest of all of them. */
export function spellIn({ bank, design }: Facts, month: number): number {
  const spell = bank.warmth?.months[month - 1]?.spellC ?? Infinity;
  const { coldest } = design.bank;
  return coldest?.from === 'measured' ? Math.max(spell, coldest.value) : spell;
}

const chargedInFrost: Rule = (facts, pen) => {
  const { design, bank } = facts;
  const limit = bank.chemistry.coldestChargeC;
  const coldest = bank.coldestConnectedC;
  if (limit === null || coldest >= limit) return null;
  const at = pen(coldest, 'temperature');
  const idle = bank.coldestC >= limit;
  const when = idle ? ' while nothing is used and the array stays connected' : '';
  if (design.bank.coldProtected)
    return {
      id: 'bank.frost',
      severity: 'note',
      sheet: 'bank',
      title: 'The bank will refuse charge in frost',
      sentence: `It gets down to ${at}${when}. Its protection stops charging below ${pen(limit, 'temperature')}: on such days the sun goes unused unless the bank heats itself.`,
      value: coldest,
      limit,
    };
  return {
    id: 'bank.frost',
    severity: 'stop',
    sheet: 'bank',
    title: 'Charged below freezing',
    sentence: `${capital(bank.chemistry.name)} is ruined by charging below ${pen(limit, 'temperature')}; yours gets down to ${at}${when}. It needs its own protection, a warmer place${idle ? ', or to be switched off then' : ''}.`,
    value: coldest,
    limit,
    remedies: [
      remedy('It has its own protection', put('/bank/coldProtected', true)),
      ...(idle ? switchOff(facts, (month) => spellIn(facts, month) < limit) : []),
      ...(design.bank.home.heated || (design.bank.coldest && !idle)
        ? []
        : [remedy('Give it a heating pad', put('/bank/home/heated', true))]),
    ],
    focus: '/bank/coldest',
  };
};

/** Nearer to freezing than this is worth a look, K. Common practice: the tables are of still, unmixed acid. */
const FREEZING_MARGIN_K = 4;

/** A lead-acid bank at the emptiest it is in use, against the cold of the months in use. */
const leadFreezes: Rule = (facts, pen) => {
  const { design, bank } = facts;
  if (!bank.chemistry.freezesEmpty) return null;
  const { depth } = design.bank;
  const freezes = freezingPointC(1 - depth.value / 100);
  if (bank.coldestC > freezes + FREEZING_MARGIN_K) return null;
  const least = chargeThatBears(bank.coldestC - FREEZING_MARGIN_K);
  const depthThatBears = least === null ? 0 : Math.floor((1 - least) * 100);
  const stop = bank.coldestC <= freezes;
  return {
    id: 'bank.freezes',
    severity: stop ? 'stop' : 'look',
    sheet: 'bank',
    title: 'Empty lead-acid freezes',
    sentence: `Taken down by ${pen(depth.value, 'percent')} its acid freezes at ${pen(freezes, 'temperature')} and bursts the case (from common tables, from memory); it gets down to ${pen(bank.coldestC, 'temperature')}${stop ? '' : ', which leaves little'}.`,
    value: bank.coldestC,
    limit: freezes,
    remedies: [
      ...(depthThatBears >= 10 && depthThatBears < depth.value
        ? [remedy(`Use ${pen(depthThatBears, 'percent')}`, choose('/bank/depth', depthThatBears))]
        : []),
      ...warmer(design),
    ],
    focus: '/bank/depth',
  };
};

/** A lead-acid bank through the months without use: full where the sun keeps it so, else less by the month. */
const freezesStanding: Rule = (facts, pen) => {
  const { bank, energy, design } = facts;
  const { off, on } = bank.idle;
  if (!bank.chemistry.freezesEmpty || off.length + on.length === 0 || !bank.warmth) return null;
  const keptFull = (month: number) => (energy?.months[month - 1]?.madeWh ?? 0) > bank.ratedWh * KEEPS_FULL;
  const alone = (month: number) => off.includes(month) || (on.includes(month) && !keptFull(month));
  const months = longestRun(alone);
  const soc = leftStanding(bank.chemistry, months);
  const coldAt = (all: readonly number[]) => Math.min(Infinity, ...all.map((month) => spellIn(facts, month)));
  const coldAlone = coldAt([...off, ...on].filter(alone));
  const coldKept = coldAt(on.filter(keptFull));
  const freezes = freezingPointC(soc);
  if (coldAlone > freezes && coldKept > freezingPointC(1)) return null;
  return {
    id: 'bank.freezesIdle',
    severity: 'stop',
    sheet: 'bank',
    title: 'It freezes while nothing is used',
    sentence: `It gets down to ${pen(Math.min(coldAlone, coldKept), 'temperature')}; after ${months} months by itself a full one is at ${pen(soc * 100, 'percent')} and freezes at ${pen(freezes, 'temperature')} (from common tables, from memory). Keep it warmer, take it home, or charge it in between.`,
    value: Math.min(coldAlone, coldKept),
    limit: freezes,
    remedies: warmer(design),
    focus: '/bank/disconnected',
  };
};

/** Share of the rated energy a day that keeps an idle bank full: ten times what it loses by itself. */
const KEEPS_FULL = 0.02;

/** What a bank that is switched off asks for. */
const switchedOff: Rule = ({ bank, design, loads }, pen) => {
  const { off } = bank.idle;
  const used = design.bank.disconnected.filter((month) => (loads.months[month - 1]?.busWh ?? 0) > 0);
  const found: FindingParts[] = [];
  if (used.length > 0)
    found.push({
      id: 'bank.offInUse',
      severity: 'look',
      sheet: 'bank',
      title: 'Switched off in months of use',
      sentence: `In ${monthsText(used)} it is to be switched off, and something is used then. It is counted as connected.`,
      remedies: [
        remedy(
          'Leave it connected then',
          put(
            '/bank/disconnected',
            design.bank.disconnected.filter((month) => !used.includes(month)),
          ),
        ),
      ],
      focus: '/bank/disconnected',
    });
  if (off.length === 0) return found;
  const left = leftStanding(
    bank.chemistry,
    longestRun((month) => off.includes(month)),
  );
  found.push({
    id: 'bank.off',
    severity: 'note',
    sheet: 'bank',
    title: 'Switched off for a time',
    sentence: `In ${monthsText(off)}: the array’s disconnect first, then the bank’s main switch, so that nothing draws and nothing charges, no alarm and no monitor either. Leave it ${bank.chemistry.freezesEmpty ? 'full' : 'about half full'}; by itself a full one is at ${pen(left * 100, 'percent')} when it comes back.`,
  });
  return found;
};

/** What most things made for a bus bear for each 12 V of it. Common practice: many stop at 15 to 16, 60 to 64 V on 48. */
const USUALLY_BORNE_V = 15;

const busTooHigh: Rule = ({ design, bank }, pen) => {
  const volts = bank.absorptionV;
  const known = design.supply.mostVolts?.value;
  const limit = known ?? (USUALLY_BORNE_V * design.busVolts) / 12;
  if (volts <= limit + 1e-9) return null;
  return {
    id: 'bank.high',
    severity: known === undefined ? 'look' : 'stop',
    sheet: 'bank',
    title: 'It charges above what the system is rated for',
    sentence:
      known === undefined
        ? `${capital(bank.chemistry.name)} absorbs at ${pen(volts, 'voltage')}. Many inverters, controllers and DC things for ${design.busVolts} V stop or break above ${pen(limit, 'voltage')} (common practice): read the ratings off their plates and type the lowest.`
        : `${capital(bank.chemistry.name)} absorbs at ${pen(volts, 'voltage')}; what is connected there is rated for ${pen(limit, 'voltage')}.`,
    value: volts,
    limit,
    focus: '/supply/mostVolts',
  };
};

const tooDeep: Rule = ({ design, bank }, pen) => {
  const { deepestPct, depthPct, name } = bank.chemistry;
  if (design.bank.depth.value <= deepestPct) return null;
  return {
    id: 'bank.depth',
    severity: 'look',
    sheet: 'bank',
    title: 'Taken too deep',
    sentence: `${pen(design.bank.depth.value, 'percent')} day after day wears ${name} out early; ${pen(deepestPct, 'percent')} is the most (common practice).`,
    value: design.bank.depth.value,
    limit: deepestPct,
    remedies: [remedy(`Use ${pen(depthPct, 'percent')}`, choose('/bank/depth', depthPct))],
    focus: '/bank/depth',
  };
};

const manyRows: Rule = ({ design }) => {
  const { chemistry, parallel } = design.bank;
  const { manyParallel, name } = CHEMISTRIES[chemistry];
  if (parallel.value < manyParallel) return null;
  return {
    id: 'bank.rows',
    severity: CHEMISTRIES[chemistry].gas ? 'look' : 'note',
    sheet: 'bank',
    title: 'Many rows in parallel',
    sentence: `${parallel.value} rows of ${name} share unequally unless every lead is the same length; from ${manyParallel} on, fewer and larger units are better (common practice).`,
    value: parallel.value,
    limit: manyParallel,
    focus: '/bank/unitAh',
  };
};

const oldBank: Rule = ({ design, bank, bankNeeds }, pen) => {
  const share = design.bank.endOfLife.value / 100;
  const old = bankNeeds.find(({ school }) => school === 'aged');
  const wanted = design.bank.days.value;
  if (bank.days === null || !old || bank.days < wanted * 0.995 || old.ratedWh <= bank.ratedWh * 1.001)
    return null;
  return {
    id: 'bank.aged',
    severity: 'note',
    sheet: 'bank',
    title: 'It carries them while it is new',
    sentence: `At ${pen(share * 100, 'percent')} of its capacity, which counts as worn out, it carries about ${pen(bank.days * share, 'days')} of the ${pen(wanted, 'days')} asked for. IEEE 1013 practice sizes for the old bank: ${old.parallel} in parallel.`,
    value: bank.ratedWh,
    limit: old.ratedWh,
    focus: '/bank/parallel',
  };
};

export const BANK_RULES: readonly Rule[] = [
  wrongSeries,
  busTooHigh,
  chargedInFrost,
  bankTooSmall,
  otherSchools,
  tooDeep,
  leadFreezes,
  freezesStanding,
  switchedOff,
  manyRows,
  oldBank,
];

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
