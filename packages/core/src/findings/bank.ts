import { CHEMISTRIES, fitsBus } from '../bank';
import { BANK_SCHOOLS } from '../figures';
import { choose, put, remedy, type Rule } from './finding';

const bankTooSmall: Rule = ({ design, bank, bankNeeds }, pen) => {
  const wanted = design.bank.days.value;
  if (bank.days === null || bank.days >= wanted * 0.995) return null;
  const need = bankNeeds.find(({ school }) => school === 'days');
  const parallel = need?.parallel ?? design.bank.parallel.value;
  return {
    id: 'bank.days',
    severity: bank.days < wanted * 0.8 ? 'stop' : 'look',
    sheet: 'bank',
    title: 'The bank falls short',
    sentence: `It carries ${pen(bank.days, 'days')} of the heaviest month; you asked for ${pen(wanted, 'days')}.`,
    value: bank.days,
    limit: wanted,
    remedies:
      parallel <= 60
        ? [
            remedy(`Use ${parallel} in parallel`, choose('/bank/parallel', parallel)),
            remedy(
              `Carry ${pen(Math.floor(bank.days * 10) / 10, 'days')}`,
              choose('/bank/days', Math.max(0.1, Math.floor(bank.days * 10) / 10)),
            ),
          ]
        : [],
    focus: '/bank/parallel',
  };
};

const otherSchools: Rule = ({ design, bank, bankNeeds }, pen) =>
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
          ? `Everything at once draws more than ${pen(bank.chemistry.dischargeC * 100, 'percent')} of capacity an hour, the most for ${bank.chemistry.name} (common practice). By ${BANK_SCHOOLS.discharge} it wants ${pen(need.ratedWh, 'energy')} rated; this is ${pen(bank.ratedWh, 'energy')}.`
          : `The array sends more than ${pen(bank.chemistry.chargeMaxC * 100, 'percent')} of capacity an hour, the most for ${bank.chemistry.name} (common practice). Limit the controller, or use ${pen(need.ratedWh, 'energy')} rated; this is ${pen(bank.ratedWh, 'energy')}.`,
      value: bank.ratedWh,
      limit: need.ratedWh,
      remedies:
        need.parallel <= 60
          ? [
              remedy(
                `Use ${need.parallel} in parallel`,
                choose('/bank/parallel', Math.max(need.parallel, design.bank.parallel.value)),
              ),
            ]
          : [],
      focus: '/bank/parallel',
    }));

const wrongSeries: Rule = ({ design, bank }, pen) => {
  if (fitsBus(bank.volts, design.busVolts)) return null;
  const fits = fitsBus(bank.seriesForBus * design.bank.unitVolts.value, design.busVolts);
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

const chargedInFrost: Rule = ({ design, bank }, pen) => {
  const limit = bank.chemistry.coldestChargeC;
  if (limit === null || bank.coldestC >= limit) return null;
  const at = pen(bank.coldestC, 'temperature');
  return design.bank.coldProtected
    ? {
        id: 'bank.frost',
        severity: 'note',
        sheet: 'bank',
        title: 'The bank will refuse charge in frost',
        sentence: `At ${at} its protection stops charging below ${pen(limit, 'temperature')}. On such days the sun goes unused unless the bank heats itself.`,
        value: bank.coldestC,
        limit,
      }
    : {
        id: 'bank.frost',
        severity: 'stop',
        sheet: 'bank',
        title: 'Charged below freezing',
        sentence: `${capital(bank.chemistry.name)} is ruined by charging below ${pen(limit, 'temperature')}; yours gets down to ${at}. It wants its own protection, or a warmer place.`,
        value: bank.coldestC,
        limit,
        remedies: [
          remedy('It has its own protection', put('/bank/coldProtected', true)),
          ...(design.bank.coldest || design.bank.home.heated
            ? []
            : [remedy('Give it a heating pad', put('/bank/home/heated', true))]),
        ],
        focus: '/bank/coldest',
      };
};

const leadFreezes: Rule = ({ design, bank }, pen) => {
  const { depth } = design.bank;
  if (!bank.chemistry.freezesEmpty || bank.coldestC >= -10 || depth.value <= 50) return null;
  return {
    id: 'bank.freezes',
    severity: 'look',
    sheet: 'bank',
    title: 'Empty lead-acid freezes',
    sentence: `Taken down by ${pen(depth.value, 'percent')} at ${pen(bank.coldestC, 'temperature')}, the acid is thin enough to freeze and burst the case (common practice: keep above half charge below −10 °C).`,
    value: depth.value,
    limit: 50,
    remedies: [remedy('Use half', choose('/bank/depth', 50))],
    focus: '/bank/depth',
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
    remedies:
      old.parallel <= 60
        ? [remedy(`Use ${old.parallel} in parallel`, choose('/bank/parallel', old.parallel))]
        : [],
    focus: '/bank/parallel',
  };
};

export const BANK_RULES: readonly Rule[] = [
  wrongSeries,
  chargedInFrost,
  bankTooSmall,
  otherSchools,
  tooDeep,
  leadFreezes,
  manyRows,
  oldBank,
];

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
