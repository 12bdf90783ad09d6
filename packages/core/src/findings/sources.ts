import type { Facts } from '../calculate';
import { sourceFigure, type SourceNow } from '../power';
import { dateOfDay, dayIndex, formatDayMonth, spanOf, YEAR_DAYS } from '../units';
import { add, put, remedy, type FindingParts, type Rule } from './finding';

const named = ({ plan }: SourceNow) => plan.name || 'The source';
const given = ({ path }: SourceNow, key: string) => `${path}/given/${key}`;
/** Findings of each source that a test takes. */
const eachSource =
  (
    find: (source: SourceNow, facts: Facts, pen: Parameters<Rule>[1]) => Omit<FindingParts, 'sheet'> | null,
  ): Rule =>
  (facts, pen) =>
    facts.power.sources.flatMap((source) => {
      const found = find(source, facts, pen);
      return found ? [{ ...found, id: `${found.id}:${source.id}`, sheet: 'power' as const }] : [];
    });

const stopsBelowStart = eachSource((source, _, pen) => {
  if (source.plan.kind !== 'generator') return null;
  const [start, stop] = [sourceFigure(source.plan, 'startAt'), sourceFigure(source.plan, 'stopAt')];
  if (stop > start) return null;
  const to = Math.min(95, start + 40);
  return {
    id: 'source.order',
    severity: 'stop',
    title: 'It stops before it starts',
    sentence: `${named(source)} starts at ${pen(start, 'percent')} of charge and stops at ${pen(stop, 'percent')}: it would never charge.`,
    value: stop,
    limit: start,
    remedies: to > start ? [remedy(`Stop at ${to} %`, add(given(source, 'stopAt'), to))] : [],
    focus: given(source, 'stopAt'),
  };
});

const chargerOverloads = eachSource((source, { power }, pen) => {
  const { plan, chargerAmps, bankAmps, setAmps, ratedNowW } = source;
  if (plan.kind !== 'generator' && plan.kind !== 'shore') return null;
  const most = Math.min(chargerAmps, bankAmps);
  if (setAmps >= most) return null;
  const to = Math.floor(setAmps);
  const of = plan.kind === 'shore' ? 'outlet' : 'set';
  return {
    id: 'source.overload',
    severity: 'look',
    title: `The charger overloads the ${of}`,
    sentence: `With ${pen(power.peakAcW, 'power')} of uses ${named(source)} has room for ${pen(setAmps, 'current')} of charge out of ${pen(ratedNowW, 'power')} here; the charger takes ${pen(most, 'current')}.`,
    value: most,
    limit: setAmps,
    remedies:
      to >= 1
        ? [remedy(`Limit the charger to ${pen(to, 'current')}`, add(given(source, 'chargeAmps'), to))]
        : [],
    focus: given(source, 'chargeAmps'),
  };
});

const harderThanBank = eachSource((source, { bank }, pen) => {
  const { plan, chargerAmps, bankAmps } = source;
  if (plan.kind === 'turbine' || chargerAmps <= bankAmps) return null;
  const to = Math.floor(bankAmps);
  const key = plan.kind === 'alternator' ? 'limitAmps' : 'chargeAmps';
  return {
    id: 'source.bank',
    severity: 'look',
    title: 'It charges harder than the bank bears',
    sentence: `${named(source)} charges with ${pen(chargerAmps, 'current')}; ${bank.chemistry.name} of this size takes ${pen(bankAmps, 'current')} (common practice).`,
    value: chargerAmps,
    limit: bankAmps,
    remedies: to >= 1 ? [remedy(`Limit it to ${pen(to, 'current')}`, add(given(source, key), to))] : [],
    focus: given(source, key),
  };
});

/** A small alternator lasts at this share of its output. Common practice. */
const ALTERNATOR_SHARE = 0.5;

const alternatorBurns = eachSource((source, { bank }, pen) => {
  const { plan } = source;
  const lithium = bank.chemistry.freezesEmpty === false && bank.chemistry.gas === null;
  if (plan.kind !== 'alternator' || !lithium || plan.given.limitAmps) return null;
  const to = Math.max(1, Math.round(sourceFigure(plan, 'amps') * ALTERNATOR_SHARE));
  return {
    id: 'source.alternator',
    severity: 'look',
    title: 'Nothing limits the alternator',
    sentence: `${bank.chemistry.name.charAt(0).toUpperCase()}${bank.chemistry.name.slice(1)} takes all that ${named(source)} gives until it overheats, and a bank that cuts off under load can destroy its diodes. A DC charger or a regulator limits it (common practice).`,
    remedies: [remedy(`Limit it to ${pen(to, 'current')}`, add(given(source, 'limitAmps'), to))],
    focus: given(source, 'limitAmps'),
  };
});

const runsTooLight = eachSource((source, _, pen) => {
  const { plan, loadShare, ratedNowW, bankAmps, setAmps, amps } = source;
  if (plan.kind !== 'generator') return null;
  const least = sourceFigure(plan, 'minimumLoad') / 100;
  if (loadShare >= least) return null;
  const wanted = Math.ceil((amps * least) / Math.max(1e-6, loadShare));
  const diesel = plan.fuel === 'diesel';
  return {
    id: 'source.light',
    severity: diesel ? 'look' : 'note',
    title: 'It runs too light',
    sentence: `Charging and with the mean of the uses ${named(source)} runs at ${pen(loadShare * 100, 'percent')} of ${pen(ratedNowW, 'power')}; ${diesel ? 'a diesel below' : 'below'} ${pen(least * 100, 'percent')} ${diesel ? 'soots up' : 'burns much for little'} (common practice).`,
    value: loadShare,
    limit: least,
    remedies:
      wanted <= Math.min(bankAmps, setAmps)
        ? [remedy(`A charger of ${pen(wanted, 'current')}`, add(given(source, 'chargeAmps'), wanted))]
        : [],
    focus: given(source, 'minimumLoad'),
  };
});

const givesNothing = eachSource((source) => {
  const { plan, path } = source;
  const by = plan.kind === 'alternator' ? plan.hoursBy : plan.kind === 'turbine' ? plan.energyBy : null;
  if (!by || Object.values(by).some(({ value }) => value > 0)) return null;
  return {
    id: 'source.nothing',
    severity: 'look',
    title: 'It gives nothing yet',
    sentence: `${named(source)} has no ${plan.kind === 'alternator' ? 'hours under way' : 'energy'} in any month, so it counts for nothing.`,
    focus: `${path}/${plan.kind === 'alternator' ? 'hoursBy' : 'energyBy'}/1`,
  };
});

const fuelAtHand = eachSource((source, { powerYear, power }, pen) => {
  const { plan, id } = source;
  const keep = powerYear?.sources.find((of) => of.id === id)?.keepLitres ?? 0;
  const tank = sourceFigure(plan, 'tank');
  const sets = power.sources.filter((of) => of.plan.kind === 'generator').length;
  if (plan.kind !== 'generator' || sets === 0 || keep <= tank) return null;
  return {
    id: 'source.fuel',
    severity: 'note',
    title: 'Fuel for the longest dark run',
    sentence: `${named(source)} burns up to ${pen(keep, 'fuel')} over as many days as the longest dark run of eight years; ${pen(tank, 'fuel')} are at hand. Store it away from the house, in what is made for it.`,
    value: keep,
    limit: tank,
    focus: given(source, 'tank'),
  };
});

/** A charge in parts over several days is no harm; one that never comes to its end in a day wants to be known. */
const tooQuiet = eachSource((source, { bank }, pen) => {
  const { plan, chargeH, allowedH } = source;
  if (plan.kind !== 'generator' || !Number.isFinite(chargeH) || chargeH <= allowedH) return null;
  const at = (key: 'startAt' | 'stopAt' | 'quietFrom' | 'quietTo') => sourceFigure(plan, key);
  const days = Math.ceil(chargeH / Math.max(0.5, allowedH));
  const faster = Math.floor(source.bankAmps);
  return {
    id: 'source.quiet',
    severity: 'note',
    title: 'Quiet hours leave too little time',
    sentence: `From ${pen(at('startAt'), 'percent')} to ${pen(at('stopAt'), 'percent')} of charge ${named(source)} takes ${pen(chargeH, 'hours')}; between ${pen(at('quietTo'), 'hours')} and ${pen(at('quietFrom'), 'hours')} of the clock it may run ${pen(allowedH, 'hours')}. A charge takes ${days} days${bank.chemistry.gas === null ? '' : ', and a lead-acid bank wants to be full now and then'}.`,
    value: chargeH,
    limit: allowedH,
    remedies: [
      ...(source.limit === 'charger' && faster > source.chargerAmps
        ? [remedy(`A charger of ${pen(faster, 'current')}`, add(given(source, 'chargeAmps'), faster))]
        : []),
      remedy('No quiet hours', add(given(source, 'quietFrom'), 0), add(given(source, 'quietTo'), 0)),
    ],
    focus: given(source, 'quietFrom'),
  };
});

/** Days a year without power that are worth a look. */
const DARK_DAYS = 1;

/** What holds a set back, loosened: by itself, more hours, earlier. */
const goesDark: Rule = ({ power, powerYear }, pen) => {
  const days = powerYear?.darkDays ?? 0;
  if (power.sources.length === 0 || days < DARK_DAYS) return null;
  const set = power.sources.find(({ plan }) => plan.kind === 'generator');
  const start = set ? sourceFigure(set.plan, 'startAt') : 0;
  return {
    id: 'power.dark',
    severity: 'look',
    sheet: 'power',
    title: 'Days without power, with all its sources',
    sentence: `On ${pen(days, 'days')} a year something that is used stays without${set ? `: ${named(set)} may run ${pen(set.allowedH, 'hours')} a day${set.plan.automatic ? '' : ` and ${pen(sourceFigure(set.plan, 'hoursAWeek'), 'hours')} a week`}` : ''}. Day by day through eight years of days.`,
    value: days,
    limit: DARK_DAYS,
    remedies: set
      ? [
          ...(set.plan.automatic
            ? []
            : [remedy('Let it start by itself', put(`${set.path}/automatic`, true))]),
          ...(start < 60 ? [remedy('Start it at 60 %', add(given(set, 'startAt'), 60))] : []),
          remedy(
            'Start it at 60 %, by itself, at any hour',
            put(`${set.path}/automatic`, true),
            add(given(set, 'startAt'), 60),
            add(given(set, 'quietFrom'), 0),
            add(given(set, 'quietTo'), 0),
          ),
        ]
      : [],
    focus: set ? given(set, 'hoursAWeek') : null,
  };
};

/** Days without an outlet between two stays at one that are hardly meant. */
const SHORT_GAP_DAYS = 14;

/** Dates of shore power that nearly meet. */
const gapBetweenStays: Rule = ({ power }) => {
  const shores = power.sources.filter(({ plan }) => plan.kind === 'shore');
  const there = new Array<boolean>(YEAR_DAYS).fill(false);
  for (const { plan } of shores) for (const day of spanOf(plan.from, plan.to)) there[day] = true;
  return shores.flatMap(({ plan, path, id }) => {
    const last = dayIndex(plan.to) ?? 0;
    let days = 0;
    while (days <= SHORT_GAP_DAYS && !there[(last + days + 1) % YEAR_DAYS]) days++;
    if (days === 0 || days > SHORT_GAP_DAYS) return [];
    const to = dateOfDay((last + days) % YEAR_DAYS);
    return {
      id: `source.gap:${id}`,
      severity: 'note' as const,
      sheet: 'power' as const,
      title: 'A short gap between outlets',
      sentence: `After ${plan.name || 'the outlet'} ends on ${formatDayMonth(plan.to)} there is none for ${days} day${days === 1 ? '' : 's'}. Is that so?`,
      value: days,
      remedies: [remedy(`Until ${formatDayMonth(to)}`, put(`${path}/to`, to))],
      focus: `${path}/to`,
    };
  });
};

export const SOURCE_RULES: readonly Rule[] = [
  stopsBelowStart,
  chargerOverloads,
  harderThanBank,
  alternatorBurns,
  runsTooLight,
  tooQuiet,
  givesNothing,
  goesDark,
  fuelAtHand,
  gapBetweenStays,
];
