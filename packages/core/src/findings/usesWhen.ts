import { atStage, stagesIn, usesInOrder, type Use } from '../document';
import { followsWeather, givenOf, runningW, shortOfWeather, startingW } from '../loads';
import { remembered } from '../memo';
import { monthName } from '../units';
import { choose, put, remedy, type FindingParts, type Rule } from './finding';

const named = ({ name }: Use) => name || 'A use';

/** One look for each use that a test takes. */
const eachUse = (name: string, rule: (id: string, use: Use) => Omit<FindingParts, 'sheet'> | null): Rule => {
  const ofOne = remembered(`finding of a use: ${name}`, (use: Use, id: string) => rule(id, use), 20_000);
  return ({ design }) => {
    const all: FindingParts[] = [];
    // of hundreds of uses hardly one has a finding
    for (const [id, use] of usesInOrder(design)) {
      const found = ofOne(use, id);
      if (found) all.push({ ...found, id: `${found.id}:${id}`, sheet: 'uses' });
    }
    return all;
  };
};

const meterPeak = eachUse('meterPeak', (id, use) => {
  const [peak, mean] = [givenOf(use, 'meterPeak'), givenOf(use, 'meterWh') / givenOf(use, 'meterHours')];
  if (use.form !== 'meter' || peak === 0 || peak >= mean) return null;
  return {
    id: 'uses.meterPeak',
    severity: 'stop',
    title: 'A peak below the mean',
    sentence: `${named(use)}: the meter showed ${Math.round(peak)} W at most, but ${Math.round(mean)} W on average. One of the two, or the hours, is misread.`,
    value: peak,
    limit: mean,
    focus: `/uses/${id}/given/meterPeak`,
  };
});

const onlyOff = eachUse('onlyOff', (id, use) => {
  const runs = (use.form !== 'watts' && use.form !== 'amps') || use.hours.value > 0;
  if (runs || Object.keys(use.paint).length > 0 || use.standby.value === 0) return null;
  return {
    id: 'uses.onlyOff',
    severity: 'note',
    title: 'It only draws when off',
    sentence: `${named(use)} runs 0 hours and still takes ${Math.round(use.standby.value * 24 * use.count.value)} Wh a day by its off draw. A switch before it saves that.`,
    remedies: [remedy('Switch it off', put(`/uses/${id}/standby`, { value: 0, from: 'chosen' }))],
    focus: `/uses/${id}/standby`,
  };
});

const paintedNothing = eachUse('paintedNothing', (id, use) => {
  const blank = Object.values(use.paint).some((paint) => !paint.includes('1'));
  if (!blank || (use.form !== 'watts' && use.form !== 'amps')) return null;
  return {
    id: 'uses.noPaint',
    severity: 'look',
    title: 'No hour is painted',
    sentence: `${named(use)} has a day without a painted hour, so it counts for nothing then.`,
    focus: `/uses/${id}/hours`,
  };
});

/** Two ways to know a start that differ by more than this, one over the other, are not both right. */
const STARTS_APART = 1.6;

const twoStarts = eachUse('twoStarts', (id, use) => {
  const running = runningW(use);
  if (use.start !== 'amps' || use.startFactor.from === 'guess' || running <= 0) return null;
  const [typed, locked] = [use.startFactor.value, startingW(use) / running];
  if (typed <= 1 || Math.max(typed, locked) / Math.min(typed, locked) < STARTS_APART) return null;
  return {
    id: 'uses.twoStarts',
    severity: 'look',
    title: 'Two starts that disagree',
    sentence: `${named(use)}: its locked-rotor amps make × ${locked.toFixed(1)} of what it runs with, and a starting surge of × ${typed.toFixed(1)} is typed too. The amps count.`,
    value: locked,
    limit: typed,
    remedies: [
      remedy(
        `Take × ${locked.toFixed(1)}`,
        put(`/uses/${id}/startFactor`, {
          value: Math.min(12, Math.max(1, Math.round(locked * 10) / 10)),
          from: 'catalogue',
        }),
      ),
      remedy(`Take × ${typed.toFixed(1)}`, put(`/uses/${id}/start`, 'factor')),
    ],
    focus: `/uses/${id}/startFactor`,
  };
});

const followsUnknown = eachUse('weatherUnknown', (id, use) =>
  use.form === 'heating' || use.form === 'cooling'
    ? {
        id: 'uses.noWeather',
        severity: 'look',
        title: 'It waits for the place',
        sentence: `${named(use)} follows the outdoor temperature, which comes from the place; until then it counts for nothing.`,
        focus: `/uses/${id}/given/perKelvin`,
      }
    : null,
);
const weatherUnknown: Rule = (facts, pen, reckon) =>
  facts.climate ? null : followsUnknown(facts, pen, reckon);

const noEvent = eachUse('noEvent', (id, use) =>
  use.days === 'event' && use.event === null
    ? {
        id: 'uses.noEvent',
        severity: 'look',
        title: 'Which event?',
        sentence: `${named(use)} runs in an event, and none is chosen; it counts for nothing.`,
        focus: `/uses/${id}/hours`,
      }
    : null,
);

const noSeries = eachUse('noSeries', (id, use) =>
  use.form === 'series' && use.series === null
    ? {
        id: 'uses.noSeries',
        severity: 'look',
        title: 'No readings yet',
        sentence: `${named(use)} is to come from a measured series; paste it or drop its file.`,
        focus: `/uses/${id}/hours`,
      }
    : null,
);

/** Off draw worth a word, as a share of the day. */
const MUCH_OFF = 0.05;

const offDraw: Rule = ({ loads, design }, pen) => {
  const off = loads.rows.reduce((sum, row) => sum + (row.surplus || row.later ? 0 : row.offWh), 0);
  const day = loads.heaviest?.busWh ?? 0;
  if (day === 0 || off < MUCH_OFF * day) return null;
  const most = loads.rows.toSorted((a, b) => b.offWh - a.offWh)[0];
  return {
    id: 'uses.off',
    severity: 'note',
    sheet: 'uses',
    title: 'Drawn while off',
    sentence: `What is “off” takes ${pen(off, 'energy')} a day, ${pen((100 * off) / day, 'percent')} of the heaviest; ${(most && design.uses[most.id]?.name) || 'one use'} takes most of it. A switched socket or a DC supply saves it.`,
    value: off,
  };
};

const nightInverter: Rule = ({ design, loads }, pen) => {
  const { inverterHours, inverterIdle } = design.supply;
  if (inverterHours.value <= 16 || inverterIdle.value === 0) return null;
  const ac = loads.rows.flatMap((row) => {
    const use = design.uses[row.id];
    return use?.supply === 'ac' && !row.later && !row.surplus ? [use] : [];
  });
  // from 22:00 to 06:00
  const runsAtNight = (use: Use) => {
    const paints = Object.values(use.paint);
    return (
      paints.length === 0 || paints.some((paint) => (paint.slice(44) + paint.slice(0, 12)).includes('1'))
    );
  };
  if (ac.length === 0 || ac.some(runsAtNight)) return null;
  const saves = inverterIdle.value * (inverterHours.value - 16);
  return {
    id: 'uses.night',
    severity: 'note',
    sheet: 'uses',
    title: 'Nothing on AC runs at night',
    sentence: `Between 22:00 and 06:00 nothing needs the inverter; switched off it saves ${pen(saves, 'energy')} a day.`,
    value: saves,
    remedies: [remedy('Switch it off at night', choose('/supply/inverterHours', 16))],
    focus: '/supply/inverterHours',
  };
};

/** A leg that carries so many times its equal share is badly shared. Common practice. */
const UNEVEN = 1.3;

const legs: Rule = ({ design, loads }, pen) => {
  const month = loads.largestRunning;
  const { phases } = design.supply;
  if (phases === 'single' || !month) return null;
  const { a, b, c } = month.legs;
  const [most, all] = [Math.max(a, b, c), a + b + c];
  const equal = phases === 'split' ? 1 / 2 : 1 / 3;
  if (all < 1000 || most / all <= UNEVEN * equal) return null;
  const leg = most === a ? 'A' : most === b ? 'B' : 'C';
  return {
    id: 'uses.legs',
    severity: 'look',
    sheet: 'uses',
    title: 'The legs are not shared',
    sentence: `Leg ${leg} carries ${pen(most, 'power')} of ${pen(all, 'power')} on AC. Each leg of ${phases === 'split' ? 'a split-phase inverter gives half its rating' : 'a three-phase inverter gives a third of its rating'}: move uses to another leg.`,
    value: most / all,
    limit: UNEVEN * equal,
  };
};

const house: Rule = ({ design, bank }, pen, reckon) => {
  const { people } = design;
  const follows = Object.values(design.uses).some((use) => use.perPerson && use.stage === 0);
  if (!follows || people.sizes === 'full' || people.full.value <= people[people.sizes].value) return null;
  const full = reckon({ ...design, people: { ...people, sizes: 'full' } });
  if (bank.days === null || full.bank.days === null) return null;
  const [before, then] = [pen(bank.days, 'days'), pen(full.bank.days, 'days')];
  // whoever comes makes no difference that is worth a word
  if (then === before) return null;
  return {
    id: 'uses.house',
    severity: full.bank.days < design.bank.days.value * 0.7 ? 'look' : 'note',
    sheet: 'uses',
    title: 'With a full house',
    sentence: `The ${people.sizes} house of ${people[people.sizes].value} sizes the job. With ${people.full.value} people the heaviest day takes ${pen(full.loads.heaviest?.fullWh ?? 0, 'energy')}, and the bank carries ${then} in place of ${before}.`,
    value: full.bank.days,
    limit: design.bank.days.value,
    remedies: [remedy('Size it for the full house', put('/people/sizes', 'full'))],
    focus: '/people/full',
  };
};

const laterStages: Rule = ({ design }, pen, reckon) =>
  stagesIn(design).flatMap((stage) => {
    const { bank, energy, loads } = reckon(atStage(design, stage));
    const ratio = energy?.worst?.ratio ?? null;
    const parts = [
      bank.days !== null && bank.days < design.bank.days.value * 0.995
        ? `the bank carries ${pen(bank.days, 'days')} of ${pen(design.bank.days.value, 'days')}`
        : '',
      ratio !== null && ratio < 1
        ? `the array makes ${pen(100 * ratio, 'percent')} of the worst month${energy?.governing ? `, ${energy.governing.modules} panels would do` : ''}`
        : '',
    ].filter(Boolean);
    if (parts.length === 0) return [];
    return [
      {
        id: `uses.stage:${stage}`,
        severity: 'note' as const,
        sheet: 'uses' as const,
        title: `Stage ${stage} outgrows it`,
        sentence: `With the uses of stage ${stage} the heaviest day takes ${pen(loads.heaviest?.fullWh ?? 0, 'energy')}: ${parts.join('; ')}.`,
        value: loads.heaviest?.fullWh ?? null,
      },
    ];
  });

/** Apart by more than this, the typed share and the one by the hours are worth a look; points. */
const FAR_POINTS = 15;
/** The hours of most of the energy must be known before they say anything. */
const MOSTLY_TIMED = 0.3;

const throughBank: Rule = (facts, pen) => {
  const { design, loads } = facts;
  const { heaviest } = loads;
  if (!heaviest || !facts.made || heaviest.untimed > MOSTLY_TIMED) return null;
  const share = Math.round(facts.throughBankPct ?? 0);
  const typed = design.energy.throughBank.value;
  if (Math.abs(share - typed) <= FAR_POINTS) return null;
  return {
    id: 'uses.throughBank',
    severity: 'note',
    sheet: 'uses',
    title: 'More is known of the hours',
    sentence: `By the hours of the uses ${pen(share, 'percent')} of the energy goes through the bank; the array is calculated with ${pen(typed, 'percent')}.`,
    value: share,
    remedies: [remedy(`Take ${share} %`, put('/energy/throughBank', { value: share, from: 'catalogue' }))],
    focus: '/energy/throughBank',
  };
};

/** What follows the weather and cannot keep up with it in some month. */
const cannotKeepUp: Rule = ({ design, climate }, pen) =>
  climate
    ? usesInOrder(design).flatMap(([id, use]) => {
        if (!followsWeather(use) || use.stage > 0) return [];
        const short = use.months.map((month) => ({
          month,
          wh: shortOfWeather(use, climate.months[month - 1] ?? null),
        }));
        const worst = short.reduce((most, one) => (one.wh > most.wh ? one : most), { month: 1, wh: 0 });
        if (worst.wh < SHORT_WORTH_KNOWING_WH) return [];
        return {
          id: `uses.weatherShort:${id}`,
          severity: 'look' as const,
          sheet: 'uses' as const,
          title: use.form === 'heating' ? 'It cannot keep it warm' : 'It cannot keep it cool',
          sentence: `${named(use)} gives all of its ${pen(use.watts.value, 'power')} and would need ${pen(worst.wh, 'energy')} more on a day in ${monthName(worst.month)}. It is counted at its watts: the rest must come from something else, or it stays ${use.form === 'heating' ? 'colder' : 'warmer'}.`,
          value: worst.wh,
          focus: `/uses/${id}/watts`,
        };
      })
    : null;

const SHORT_WORTH_KNOWING_WH = 100;

export const USES_WHEN_RULES: readonly Rule[] = [
  twoStarts,
  meterPeak,
  paintedNothing,
  weatherUnknown,
  cannotKeepUp,
  noEvent,
  noSeries,
  legs,
  house,
  laterStages,
  nightInverter,
  offDraw,
  onlyOff,
  throughBank,
];
